"""What was seen of a dough, as readings of its growth, and how each moved the forecast."""

from dataclasses import dataclass

from airycrumb.plan.context import Context
from airycrumb.quantities import Band
from airycrumb.stations.rise.forecast import Belief, Reading, ready_band, updates
from airycrumb.stations.rise.stage import Stage
from airycrumb.trays.types import Mark, Told
from airycrumb.words import NOTHING, Message, hour_of, in_minutes, in_percent, say

# share of the growth asked for that a cue goes with; assumed
POKE = ((0.0, 0.65), (0.8, 1.25), (1.2, 2.2))
POKE_WORDS = (say("a poke sprang back at once"), say("a poke came back slowly"), say("a poke stayed"))
TEAR = ((0.0, 0.85), (0.9, 1.6))
TEAR_WORDS = (say("no honeycomb yet"), say("a tear showed honeycomb"))
SEEN = ("risen", "doubled", "was_ready", "poke", "tear")


@dataclass(frozen=True)
class Looks:
    """Looks at a dough: as readings, and as marks to draw; ready: what they leave to wait."""

    readings: list[Reading]
    marks: list[Mark]


def _between(shares: tuple[float, float], target: float) -> tuple[float, float]:
    return 1 + shares[0] * (target - 1), 1 + shares[1] * (target - 1)


def _cue(minute: float, shares: tuple[float, float], words: Message, target: float) -> tuple[Reading, Mark]:
    between = _between(shares, target)
    middle = sum(between) / 2
    return Reading(minute, middle, between=between), Mark(minute, middle, words)


def _one(kind: str, value: float | None, minute: float, target: float) -> tuple[Reading, Mark]:
    if kind == "poke":
        at = int(min(max(value or 0.0, 0.0), 2.0))
        return _cue(minute, POKE[at], POKE_WORDS[at], target)
    if kind == "tear":
        at = int(bool(value))
        return _cue(minute, TEAR[at], TEAR_WORDS[at], target)
    if kind == "doubled":
        return Reading(minute, target, True), Mark(minute, target, say("it had reached its mark"))
    if kind == "was_ready":
        return Reading(minute, target, True, by_then=True), Mark(minute, target, say("it had been ready for a while"))
    ratio = 1 + max(-0.5, min(value or 0.0, 5.0))
    return Reading(minute, ratio), Mark(
        minute, ratio, say("it had grown by {share}", share=in_percent(100 * (ratio - 1))), "risen"
    )


def looks_at(ctx: Context, stage: str, target: float, already_min: float = 0.0) -> Looks:
    """Looks at the dough since the stage before ended; already_min: how long it had been in this stage by then."""
    before, readings, marks = ctx.before(stage), [], []
    for o in ctx.observations:
        if o.stage != stage or o.kind not in SEEN:
            continue
        minute = ctx.minutes_since(before, o.at) if before else ctx.minutes_since_start(o.at)
        if minute is None or minute < 0:
            continue
        reading, mark = _one(o.kind, o.value, minute + already_min, target)
        readings.append(reading)
        marks.append(mark)
    return Looks(readings, marks)


def _width(band: Band | None) -> float | None:
    return None if band is None else band.high - band.low


def _against_expected(words: Message, expected: float, seen: float) -> Message:
    """What was seen, and how it compares with what was expected by then."""
    if abs(seen - expected) < 0.04:
        return say("{seen}, about as expected", seen=words)
    share = in_percent(100 * (expected - 1))
    if seen > expected:
        return say("{seen}, more than the {expected} expected", seen=words, expected=share)
    return say("{seen}, less than the {expected} expected", seen=words, expected=share)


def story(ctx: Context, stage: Stage, before: Belief, target: float, seen: Looks, stage_key: str) -> list[Told]:
    """For each look, in order, where it moved the forecast and why."""
    beliefs = updates(before, stage, seen.readings, target)
    bands = [ready_band(b, stage, target) for b in beliefs]
    begin, told = ctx.begins(stage_key), []
    for i, (reading, mark) in enumerate(zip(seen.readings, seen.marks, strict=True)):
        was, now = bands[i], bands[i + 1]
        expected = stage.ratio_at(beliefs[i].quantile(0.5), reading.minute)
        plain = reading.doubled or reading.between
        words = mark.words if plain else _against_expected(mark.words, expected, reading.ratio)
        told.append(Told(ctx.later(begin, reading.minute), words, was, now, _shift(ctx, was, now, stage_key)))
    return told


def _shift(ctx: Context, was: Band | None, now: Band | None, stage_key: str) -> Message:
    """In words, how a band moved."""
    if was is None or now is None:
        return NOTHING if now is None else say("now its end is in sight")
    begin = ctx.begins(stage_key)
    at = lambda m: hour_of(ctx.later(begin, m))
    moved = (
        say("still {at}", at=at(now.typical))
        if abs(now.typical - was.typical) < 2
        else say("{was} becomes {now}", was=at(was.typical), now=at(now.typical))
    )
    wide, before = now.high - now.low, was.high - was.low
    if wide >= 0.95 * before:
        return moved
    return say(
        "{moved}, with {wide} of doubt instead of {before}",
        moved=moved,
        wide=in_minutes(wide),
        before=in_minutes(before),
    )
