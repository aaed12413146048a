"""The timetable of one bake: forwards from a start, or backwards from the hour to eat."""

from dataclasses import dataclass
from datetime import datetime, timedelta

from airycrumb.problems import InputError, Problem
from airycrumb.quantities import Band


@dataclass(frozen=True)
class Durations:
    """Minutes of every stage. Bands are forecasts; plain numbers are the kitchen's own or assumed."""

    weigh: float
    rise: Band
    divide: float
    bench_rest: float
    wrap: float
    proof: Band
    heat: Band
    rest: float
    filling_hands: float
    filling_cool: float
    preheat: float


@dataclass(frozen=True)
class Step:
    """One thing to do or wait for. hands: whether it needs them; low/high: doubt of its start."""

    key: str
    tray: str
    label: str
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


MAIN = ("weigh", "rise", "divide", "wrap", "proof", "heat", "rest")


def resolve(text: str, now: datetime, where: str) -> datetime:
    """An hour written HH:MM (today's) or an ISO date and time, in now's time zone."""
    try:
        if len(text.strip()) <= 5:
            hour, minute = text.strip().split(":")
            return now.replace(hour=int(hour), minute=int(minute), second=0, microsecond=0)
        at = datetime.fromisoformat(text.strip())
        return at if at.tzinfo else at.replace(tzinfo=now.tzinfo)
    except ValueError as error:
        raise InputError(
            [Problem("not_a_time", where, f"“{text[:40]}” is not a time: write hours and minutes, such as 18:30.")]
        ) from error


def _lengths(d: Durations) -> list[tuple[str, Band]]:
    exact = lambda m: Band(m, m, m)
    return [
        ("weigh", exact(d.weigh)),
        ("rise", d.rise),
        ("divide", exact(d.divide + d.bench_rest)),
        ("wrap", exact(d.wrap)),
        ("proof", d.proof),
        ("heat", d.heat),
        ("rest", exact(d.rest)),
    ]


def total_minutes(d: Durations) -> float:
    """Minutes from the first cup weighed to the first bite, filling work before it included."""
    return sum(b.typical for _, b in _lengths(d)) - min(_filling_start(d), 0.0)


def _filling_start(d: Durations) -> float:
    """Minutes from weighing at which filling work begins; negative where it must come first.

    It ends, cooled, as wrapping begins; inside the rise if it fits there, else before weighing.
    """
    if d.filling_hands <= 0:
        return 0.0
    wrap_at = d.weigh + d.rise.typical + d.divide + d.bench_rest
    latest = wrap_at - d.divide - d.bench_rest - d.filling_hands
    start = min(wrap_at - d.filling_cool - d.filling_hands, latest)
    return start if start >= d.weigh else min(start, -d.filling_hands)


@dataclass(frozen=True)
class Done:
    """When stages really began and ended, for a batch under way. now: where the clock stands."""

    started: datetime | None
    ended: dict[str, datetime]
    now: datetime


LABELS = {
    "weigh": "Weigh and knead",
    "rise": "First rise",
    "divide": "Divide and rest",
    "wrap": "Wrap",
    "proof": "Final proof",
    "heat": "Heat",
    "rest": "Rest",
}
HANDS = {"weigh", "divide", "wrap"}


def _main_steps(d: Durations, weigh_at: datetime, done: Done | None) -> list[Step]:
    """The stages in order. What has ended is exact; what has not spreads its doubt forwards."""
    steps, at, below, above = [], weigh_at, 0.0, 0.0
    for key, band in _lengths(d):
        ended = done.ended.get(key) if done else None
        end = ended or at + timedelta(minutes=band.typical)
        if done and not ended and end < done.now and all(k in done.ended for k in MAIN[: MAIN.index(key)]):
            end = done.now  # under way and overdue: it ends no sooner than now
        doubt = (timedelta(minutes=below**0.5), timedelta(minutes=above**0.5))
        steps.append(
            Step(
                key, "heat" if key == "rest" else key, LABELS[key], at, end, at - doubt[0], at + doubt[1], key in HANDS
            )
        )
        if ended:
            below = above = 0.0
        else:
            below += (band.typical - band.low) ** 2
            above += (band.high - band.typical) ** 2
        at = end
    return steps


def _side_steps(d: Durations, steps: dict[str, Step], weigh_at: datetime, done: Done | None) -> list[Step]:
    """Filling work and preheating, hung from the stages they must be ready for."""
    side = []
    if d.filling_hands > 0:
        begin = weigh_at + timedelta(minutes=_filling_start(d))
        end = begin + timedelta(minutes=d.filling_hands)
        side.append(Step("filling", "rise", "Make the filling", begin, end, begin, begin, True))
        if d.filling_cool > 0:
            side.append(
                Step("cooling", "rise", "Filling cools", end, end + timedelta(minutes=d.filling_cool), end, end, False)
            )
    if d.preheat > 0:
        heat = steps["heat"]
        begin = heat.start - timedelta(minutes=d.preheat)
        side.append(
            Step(
                "preheat",
                "proof",
                "Preheat",
                begin,
                heat.start,
                begin - (heat.start - heat.start_low),
                begin + (heat.start_high - heat.start),
                False,
            )
        )
    return side


def timetable(
    d: Durations, start: datetime | None = None, eat: datetime | None = None, done: Done | None = None
) -> Timetable:
    """Lay the bake out from a start, from the hour to eat (exactly one given), or from what has been done.

    A timetable worked back from `eat` and one worked forwards from its start are the same.
    """
    lead = timedelta(minutes=-_filling_start(d)) if _filling_start(d) < 0 else timedelta(0)
    if done and done.started:
        weigh_at = done.started
    else:
        begin = start if start is not None else _back_from(eat, d)
        weigh_at = begin + lead
    main = _main_steps(d, weigh_at, done)
    side = _side_steps(d, {s.key: s for s in main}, weigh_at, done)
    steps = sorted(main + side, key=lambda s: s.start)
    last = main[-1]
    spread_low, spread_high = last.start - last.start_low, last.start_high - last.start
    hands = sum((s.end - s.start).total_seconds() / 60 for s in steps if s.hands)
    first = min(s.start for s in steps)
    return Timetable(
        first,
        last.end,
        last.end - spread_low,
        last.end + spread_high,
        hands,
        (last.end - first).total_seconds() / 60,
        steps,
    )


def _back_from(eat: datetime | None, d: Durations) -> datetime:
    assert eat is not None, "a timetable needs a start or an hour to eat"
    return eat - timedelta(minutes=total_minutes(d))
