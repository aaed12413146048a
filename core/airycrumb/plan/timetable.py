"""The timetable of one bake: forwards from a start, or backwards from the hour to eat."""

from dataclasses import dataclass
from datetime import datetime, timedelta

from airycrumb.problems import InputError, Problem
from airycrumb.quantities import Band
from airycrumb.words import Message, say, verbatim


@dataclass(frozen=True)
class Durations:
    """Minutes of every stage. Bands are forecasts; plain numbers are the kitchen's own or assumed.

    main: the stages in order, one after another; the rest hangs from them. shaping: dividing and bench rest,
    which leave no hand for the filling; soak: of a soaked or scalded part, done by the weighing; folds: the stage and
    its minute at which the dough is folded; hot_at: when oven, pot or pan is hot, None where it plays no part yet.
    """

    main: tuple[tuple[str, Band], ...]
    shaping: float
    filling_hands: float
    filling_cool: float
    preheat: float
    soak: float = 0.0
    folds: tuple[tuple[str, float], ...] = ()
    hot_at: datetime | None = None

    def begins(self, key: str) -> float:
        """Minutes from the first stage's start to that of a stage, as forecast."""
        at = 0.0
        for name, band in self.main:
            if name == key:
                return at
            at += band.typical
        raise KeyError(key)

    def ends(self, key: str) -> float:
        """Minutes from the first stage's start to the end of a stage."""
        return self.begins(key) + dict(self.main)[key].typical


@dataclass(frozen=True)
class Step:
    """One thing to do or wait for. hands: whether it needs them; low/high: doubt of its start."""

    key: str
    tray: str
    label: Message
    start: datetime
    end: datetime
    start_low: datetime
    start_high: datetime
    hands: bool


@dataclass(frozen=True)
class Timetable:
    """The bake's day. eat_low/eat_high bound the 90 % band of the first bite."""

    start: datetime
    eat: datetime
    eat_low: datetime
    eat_high: datetime
    hands_min: float
    total_min: float
    steps: list[Step]

    @property
    def filling_made(self) -> datetime:
        """When the making of the filling begins, the latest where it takes no time."""
        return min(s.start for s in self.steps if s.key in ("filling", "wrap"))


MOST_OFFSET = timedelta(hours=14)  # zones of the world lie within


def possible(at: datetime) -> bool:
    """Whether a time is one a kitchen's clock can show: this century, in a zone there is."""
    return 2000 <= at.year < 2100 and abs(at.utcoffset() or timedelta()) <= MOST_OFFSET


def resolve(text: str, now: datetime, where: str) -> datetime:
    """An hour written HH:MM (today's) or an ISO date and time, in now's time zone."""
    try:
        if len(text.strip()) <= 5:
            hour, minute = text.strip().split(":")
            return now.replace(hour=int(hour), minute=int(minute), second=0, microsecond=0)
        at = datetime.fromisoformat(text.strip())
        if not possible(at):
            raise ValueError(text)
        return at if at.tzinfo else at.replace(tzinfo=now.tzinfo)
    except ValueError as error:
        raise InputError(
            [
                Problem(
                    "not_a_time",
                    where,
                    say(
                        "“{text}” is not a time: write hours and minutes, such as {example}.",
                        text=verbatim(text[:40]),
                        example=verbatim("18:30"),
                    ),
                )
            ]
        ) from error


def total_minutes(d: Durations) -> float:
    """Minutes from the first thing done to the first bite, filling and soaking before it included."""
    return sum(b.typical for _, b in d.main) + _lead(d)


def _lead(d: Durations) -> float:
    """Minutes before the first stage at which something must be begun."""
    return max(0.0, -_filling_start(d), d.soak - d.begins("weigh"))


def _filling_start(d: Durations) -> float:
    """Minutes from the first stage's start at which filling work begins; negative where it must come before.

    It ends, cooled, as wrapping begins: inside a rise if it fits there, while a sponge ripens, else before everything.
    """
    if d.filling_hands <= 0:
        return 0.0
    wrap_at = d.begins("wrap")
    latest = wrap_at - d.shaping - d.filling_hands
    start = min(wrap_at - d.filling_cool - d.filling_hands, latest)
    if start >= d.ends("weigh"):
        return start
    before_weighing = d.begins("weigh") - d.filling_hands
    if before_weighing > MIXING:
        return min(start, before_weighing)
    return min(start, -d.filling_hands)


@dataclass(frozen=True)
class Done:
    """When stages really began and ended, for a batch under way. now: where the clock stands."""

    started: datetime | None
    ended: dict[str, datetime]
    now: datetime


FOLD_MIN = 2.0  # to fold a dough once; assumed
MIXING = 10.0  # min at the start of a sponge, when hands are busy
LABELS = {
    "sponge": say("Sponge ripens"),
    "again": say("Second rise"),
    "weigh": say("Weigh and knead"),
    "rise": say("First rise"),
    "divide": say("Divide and rest"),
    "wrap": say("Wrap"),
    "proof": say("Final proof"),
    "hold": say("Kept cold"),
    "heat": say("Heat"),
    "rest": say("Rest"),
}
HANDS = {"weigh", "divide", "wrap"}
TRAYS = {"sponge": "weigh", "again": "rise", "hold": "proof", "rest": "heat"}


def _main_steps(d: Durations, begin: datetime, done: Done | None) -> list[Step]:
    """The stages in order. What has ended is exact; what has not spreads its doubt forwards."""
    steps, at, below, above = [], begin, 0.0, 0.0
    keys = [key for key, _ in d.main]
    for i, (key, band) in enumerate(d.main):
        at = max(at, d.hot_at) if key == "heat" and d.hot_at else at
        ended = done.ended.get(key) if done else None
        end = ended or at + timedelta(minutes=band.typical)
        if done and not ended and end < done.now and all(k in done.ended for k in keys[:i]):
            end = done.now  # under way and overdue: it ends no sooner than now
        doubt = (timedelta(minutes=below**0.5), timedelta(minutes=above**0.5))
        steps.append(
            Step(
                key=key,
                tray=TRAYS.get(key, key),
                label=LABELS[key],
                start=at,
                end=end,
                start_low=at - doubt[0],
                start_high=at + doubt[1],
                hands=key in HANDS,
            )
        )
        if ended:
            below = above = 0.0
        else:
            below += (band.typical - band.low) ** 2
            above += (band.high - band.typical) ** 2
        at = end
    return steps


def _fold(stage: Step, count: int, minute: float) -> Step:
    """The dough folded once while it rests."""
    after = timedelta(minutes=minute)
    return Step(
        key=f"fold_{count}",
        tray=stage.tray,
        label=say("Fold the dough"),
        start=stage.start + after,
        end=stage.start + after + timedelta(minutes=FOLD_MIN),
        start_low=stage.start_low + after,
        start_high=stage.start_high + after,
        hands=True,
    )


def _along(d: Durations, wrap: Step, first: datetime, done: Done | None) -> timedelta:
    """How much later than planned the wrapping comes, as long as it has not begun: what is made for it moves along."""
    keys = [key for key, _ in d.main]
    begun = done is not None and keys[keys.index("wrap") - 1] in done.ended
    return timedelta() if begun else wrap.start - (first + timedelta(minutes=d.begins("wrap")))


def _side_steps(d: Durations, steps: dict[str, Step], first: datetime, done: Done | None) -> list[Step]:
    """Soaking, mixing a sponge, filling work and preheating, hung from the stages they must be ready for."""
    side = []
    if d.soak > 0:
        weigh = steps["weigh"].start
        begin = weigh - timedelta(minutes=d.soak)
        side.append(
            Step(
                key="soak",
                tray="weigh",
                label=say("Soak or scald, let cool"),
                start=begin,
                end=weigh,
                start_low=begin,
                start_high=begin,
                hands=False,
            )
        )
    if "sponge" in steps:
        end = first + timedelta(minutes=MIXING)
        side.append(
            Step(
                key="sponge_mix",
                tray="weigh",
                label=say("Mix the sponge"),
                start=first,
                end=end,
                start_low=first,
                start_high=first,
                hands=True,
            )
        )
    if d.filling_hands > 0:
        begin = first + timedelta(minutes=_filling_start(d)) + _along(d, steps["wrap"], first, done)
        end = begin + timedelta(minutes=d.filling_hands)
        side.append(
            Step(
                key="filling",
                tray="rise",
                label=say("Make the filling"),
                start=begin,
                end=end,
                start_low=begin,
                start_high=begin,
                hands=True,
            )
        )
        if d.filling_cool > 0:
            side.append(
                Step(
                    key="cooling",
                    tray="rise",
                    label=say("Filling cools"),
                    start=end,
                    end=end + timedelta(minutes=d.filling_cool),
                    start_low=end,
                    start_high=end,
                    hands=False,
                )
            )
    side += [_fold(steps[stage], i, minute) for i, (stage, minute) in enumerate(d.folds, start=1)]
    if d.preheat > 0:
        heat = steps["heat"]
        begin = heat.start - timedelta(minutes=d.preheat)
        side.append(
            Step(
                key="preheat",
                tray="proof",
                label=say("Preheat"),
                start=begin,
                end=heat.start,
                start_low=begin - (heat.start - heat.start_low),
                start_high=begin + (heat.start_high - heat.start),
                hands=False,
            )
        )
    return side


def timetable(
    d: Durations, start: datetime | None = None, eat: datetime | None = None, done: Done | None = None
) -> Timetable:
    """Lay the bake out from a start, from the hour to eat (exactly one given), or from what has been done.

    A timetable worked back from `eat` and one worked forwards from its start are the same.
    """
    if done and done.started:
        begin = done.started
    else:
        begin = (start if start is not None else _back_from(eat, d)) + timedelta(minutes=_lead(d))
    main = _main_steps(d, begin, done)
    side = _side_steps(d, {s.key: s for s in main}, begin, done)
    steps = sorted(main + side, key=lambda s: s.start)
    last = main[-1]
    spread_low, spread_high = last.start - last.start_low, last.start_high - last.start
    hands = sum((s.end - s.start).total_seconds() / 60 for s in steps if s.hands)
    first = min(s.start for s in steps)
    return Timetable(
        start=first,
        eat=last.end,
        eat_low=last.end - spread_low,
        eat_high=last.end + spread_high,
        hands_min=hands,
        total_min=(last.end - first).total_seconds() / 60,
        steps=steps,
    )


def _back_from(eat: datetime | None, d: Durations) -> datetime:
    assert eat is not None, "a timetable needs a start or an hour to eat"
    return eat - timedelta(minutes=total_minutes(d))
