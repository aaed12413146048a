"""The timetable of one bake: forwards from a start, or backwards from the hour to eat."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from datetime import datetime, timedelta
from functools import cached_property

from airycrumb.plan.chains import Chain, Placed, Work, placed
from airycrumb.problems import InputError, Problem
from airycrumb.quantities import Band
from airycrumb.words import Message, say, verbatim

LONG_WAIT = timedelta(minutes=45)  # of a filling: what comes before it is work of its own
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
TRAYS = {"sponge": "weigh", "filling": "filling", "again": "rise", "hold": "proof", "rest": "heat"}


@dataclass(frozen=True)
class Leg:
    """One thing after another on the way of the dough: a stage, or a step of the cook's own between two."""

    key: str
    #: minutes, a forecast where it has a spread
    band: Band
    label: Message
    #: whether it needs hands
    hands: bool
    #: the tray it is shown on
    tray: str


def stage(key: str, band: Band) -> Leg:
    """A stage of the standard method."""
    return Leg(key, band, LABELS[key], key in HANDS, TRAYS.get(key, key))


@dataclass(frozen=True)
class Within:
    """Work done while a stage goes on. minute: from its beginning."""

    stage: str
    minute: float
    work: Work


def fold(count: int, minute: float) -> Within:
    """The dough folded once while it rises."""
    return Within("rise", minute, Work(f"fold_{count}", say("Fold the dough"), FOLD_MIN, True, "rise"))


@dataclass(frozen=True)
class Durations:
    """Minutes of everything. Bands are forecasts; plain numbers are the kitchen's own or assumed."""

    #: the way of the dough, in order; the rest hangs from it
    main: tuple[Leg, ...]
    #: what is made beside it
    chains: tuple[Chain, ...] = ()
    preheat: float = 0.0
    #: what is done while a stage goes on, and takes none of its time
    within: tuple[Within, ...] = ()
    #: when what a stage waits for is ready, where that is known: the oven hot, a filling under way made and cold
    not_before: Mapping[str, datetime] = field(default_factory=dict)

    def begins(self, key: str) -> float:
        """Minutes from the first leg's start to that of one, as forecast."""
        at = 0.0
        for leg in self.main:
            if leg.key == key:
                return at
            at += leg.band.typical
        raise KeyError(key)

    @cached_property
    def beside(self) -> list[Placed]:
        """The work of the chains in its place. The sponge's mixing takes hands; the rest of its time does not."""
        busy = [(self.begins(leg.key), self.begins(leg.key) + leg.band.typical) for leg in self.main if leg.hands]
        if any(leg.key == "sponge" for leg in self.main):
            busy.append((0.0, MIXING))
        for w in self.within:
            if w.work.hands:
                start = self.begins(w.stage) + w.minute
                busy.append((start, start + w.work.minutes))
        return placed(self.chains, self.begins, busy)


@dataclass(frozen=True)
class Step:
    """One thing to do or wait for. hands: whether it needs them; low/high: doubt of its start; of: "filling" for the
    work of one, "step" for a step of the cook's own, "" for the rest.
    """

    key: str
    tray: str
    label: Message
    start: datetime
    end: datetime
    start_low: datetime
    start_high: datetime
    hands: bool
    of: str = ""


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
    def making(self) -> list[Step]:
        """The work of the filling that hands do without a long wait between, in order; what soaks or thaws before it is
        no part of it. [] where there is none.
        """
        found: list[Step] = []
        for step in reversed([s for s in self.steps if s.of == "filling" and s.hands]):
            if found and found[0].start - step.end > LONG_WAIT:
                break
            found.insert(0, step)
        return found

    @property
    def filling_made(self) -> datetime:
        """When the making of the filling begins, the latest where it takes no time."""
        return min(s.start for s in self.steps if s.of == "filling" or s.key == "wrap")


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
    """Minutes from the first thing done to the first bite, what is made before the dough included."""
    return sum(leg.band.typical for leg in d.main) + _lead(d)


def _lead(d: Durations) -> float:
    """Minutes before the first leg at which something must be begun."""
    return max((-p.start for p in d.beside), default=0.0) if any(p.start < 0 for p in d.beside) else 0.0


@dataclass(frozen=True)
class Done:
    """When stages and steps really began and ended, for a batch under way. now: where the clock stands."""

    started: datetime | None
    ended: dict[str, datetime]
    now: datetime


def _main_steps(d: Durations, begin: datetime, done: Done | None) -> list[Step]:
    """The legs in order. What has ended is exact; what has not spreads its doubt forwards."""
    steps, at, below, above = [], begin, 0.0, 0.0
    for i, leg in enumerate(d.main):
        at = max(at, d.not_before.get(leg.key, at))
        ended = done.ended.get(leg.key) if done else None
        end = ended or _ends(d, i, at, done)
        doubt = (timedelta(minutes=below**0.5), timedelta(minutes=above**0.5))
        steps.append(
            Step(
                key=leg.key,
                tray=leg.tray,
                label=leg.label,
                start=at,
                end=end,
                start_low=at - doubt[0],
                start_high=at + doubt[1],
                hands=leg.hands,
                of="" if leg.key in LABELS else "step",
            )
        )
        if ended:
            below = above = 0.0
        else:
            below += (leg.band.typical - leg.band.low) ** 2
            above += (leg.band.high - leg.band.typical) ** 2
        at = end
    return steps


def _ends(d: Durations, i: int, at: datetime, done: Done | None) -> datetime:
    """When a leg that nobody ended is over: as forecast, but not before now where it is under way, nor after what came
    behind it is over."""
    end = at + timedelta(minutes=d.main[i].band.typical)
    if done is None:
        return end
    behind = [done.ended[leg.key] for leg in d.main[i + 1 :] if leg.key in done.ended]
    if behind:
        return max(at, min(end, *behind))
    under_way = all(leg.key in done.ended or leg.key not in LABELS for leg in d.main[:i])
    return max(end, done.now) if under_way else end


def _within(stage: Step, w: Within) -> Step:
    """What is done while a stage goes on, hung from its beginning."""
    after = timedelta(minutes=w.minute)
    return Step(
        key=w.work.key,
        tray=w.work.tray,
        label=w.work.label,
        start=stage.start + after,
        end=stage.start + after + timedelta(minutes=w.work.minutes),
        start_low=stage.start_low + after,
        start_high=stage.start_high + after,
        hands=w.work.hands,
        of=w.work.of,
    )


def _along(d: Durations, key: str, step: Step, first: datetime, done: Done | None) -> timedelta:
    """How much later than planned a stage comes, as long as it has not begun: what is made for it moves along."""
    stages = [leg.key for leg in d.main if leg.key in LABELS]
    at = stages.index(key)
    begun = done is not None and (at == 0 or stages[at - 1] in done.ended)
    return timedelta() if begun else step.start - (first + timedelta(minutes=d.begins(key)))


def _beside(d: Durations, steps: dict[str, Step], first: datetime, done: Done | None) -> Iterator[Step]:
    """What is made beside the dough, hung from the stages it must be ready for."""
    for p in d.beside:
        along = _along(d, p.ready_for, steps[p.ready_for], first, done)
        begin = first + timedelta(minutes=p.start) + along
        yield Step(
            key=p.work.key,
            tray=p.work.tray,
            label=p.work.label,
            start=begin,
            end=begin + timedelta(minutes=p.work.minutes),
            start_low=begin,
            start_high=begin,
            hands=p.work.hands,
            of=p.work.of,
        )


def _side_steps(d: Durations, steps: dict[str, Step], first: datetime, done: Done | None) -> list[Step]:
    """What is made beside the dough, mixing a sponge, folding and preheating."""
    side = list(_beside(d, steps, first, done))
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
    side += [_within(steps[w.stage], w) for w in d.within]
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
