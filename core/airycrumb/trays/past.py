"""A dough that stood for longer than it bears: since when, and what is left to do with it."""

import numpy as np

from airycrumb.pantry import Ingredient
from airycrumb.plan.context import Context
from airycrumb.stations import safety
from airycrumb.stations.rise.forecast import past_best
from airycrumb.stations.safety.warm_clock import danger_zone, limit
from airycrumb.trays.ferment import Fermented
from airycrumb.trays.types import Past
from airycrumb.trays.warm import warmer_for
from airycrumb.words import NOTHING, Message, hour_of, in_minutes, in_percent, joined, say

# How many times as long as it needed: up to the first it is knocked back and goes on, up to the second it is weak,
# beyond it is old dough; common practice, no source.
STILL_STRONG, STILL_DOUGH = 2.0, 5.0
SPENT_AFTER = 2.5  # times the minutes it needed, from which it is past its best whatever its size; assumed
OLD_DOUGH = (10.0, 20.0)  # % of a new dough that old dough may be; common practice, no source
EYE = 0.35  # share of the growth by which an eye errs at most; assumed
DAIRY = ("egg", "dairy", "cheese")


def _minutes_now(ctx: Context, f: Fermented) -> float | None:
    """Minutes the stage has stood by now; None unless it is the one under way."""
    if ctx.done is None or ctx.under_way != f.key:
        return None
    before = ctx.before(f.key)
    return ctx.minutes_since(before, ctx.now) if before else ctx.minutes_since_start(ctx.now)


def _since(f: Fermented, minute: float) -> float | None:
    """Minute from which it is past its best: by the forecast, by a look that found it larger, or by the time alone."""
    ready = f.forecast.ready
    if ready is None:
        return None
    seen = [r.minute for r in f.seen.readings if not r.doubled and r.ratio > past_best(f.forecast.target)]
    known = [m for m in (f.forecast.past_target_from, SPENT_AFTER * ready.typical, *seen) if m is not None]
    since = max(min(known), 0.0)
    return since if since < minute else None


def _warm_for(ctx: Context, f: Fermented, minute: float) -> float:
    course = f.stage.course
    return warmer_for(course.minutes, course.temperature, danger_zone(ctx.kitchen.region)[0], minute)


def spoils_in_dough(ctx: Context) -> list[Ingredient]:
    """Egg, milk and their like in the dough: it must not stand warm for as long as it likes."""
    return [i for i, _ in ctx.bake.dough.parts if i.role in DAIRY or ("milk" in i.allergens and i.role == "liquid")]


def _spoiled(ctx: Context, f: Fermented, warm_min: float) -> Message:
    """Why it is to be thrown away; NOTHING where it is not."""
    if f.key == "proof" and not ctx.fills_late:
        most = limit("warm", ctx.kitchen.region).value
        fillings = [[i for i, _ in g.group.parts] for g in ctx.each_group()]
        if any(safety.is_perishable(parts) for parts in fillings) and warm_min > most:
            return say(
                "The filling has stood warm for {warm}, and {most} are allowed: throw them away.",
                warm=in_minutes(warm_min),
                most=in_minutes(most),
            )
    most = limit("warm_and_chilling", ctx.kitchen.region).value
    rich = spoils_in_dough(ctx)
    if rich and warm_min > most:
        return say(
            "There is {food} in it and it has stood warm for {warm}: throw it away.",
            food=rich[0].called,
            warm=in_minutes(warm_min),
        )
    return NOTHING


def _left(times: float) -> Message:
    if times <= STILL_STRONG:
        return say("Knock it back and shape it now. Proof it about a third shorter.")
    old = say(
        "Knead it into a new dough as old dough, {low} to {high} of it.",
        low=in_percent(OLD_DOUGH[0]),
        high=in_percent(OLD_DOUGH[1]),
    )
    if times <= STILL_DOUGH:
        return joined([say("It is weak now: knock it back, shape it and bake it after a short proof."), old])
    return joined([say("It is too weak to rise again."), old])


def past_of(ctx: Context, f: Fermented) -> Past | None:
    """Whether the stage under way is past its best; None where it is not, or is left to the clock."""
    minute = _minutes_now(ctx, f)
    if minute is None or not ctx.rises or f.clock or f.forecast.ready is None:
        return None
    since = _since(f, minute)
    if since is None:
        return None
    times = minute / max(f.forecast.ready.typical, 1.0)
    left = _spoiled(ctx, f, _warm_for(ctx, f, minute)) or _left(times)
    return Past(ctx.later(ctx.begins(f.key), since), times, left)


def said_of(past: Past) -> Message:
    """Since when, in a few words."""
    return say("past its best since {since}", since=hour_of(past.since))


def implausible(f: Fermented) -> tuple[float, float, float] | None:
    """The last look at how much a dough has grown, where the forecast hardly allows it: minute, what was seen and the
    most it allows, as times the size; None for one that can be.
    """
    looks = [r for r in f.seen.readings if not r.doubled and not r.between]
    if not looks:
        return None
    look = looks[-1]
    low, high = (f.stage.ratio_at(f.before.quantile(p), look.minute) for p in (0.002, 0.998))
    eye = EYE * max(look.ratio - 1, 0.1)
    if low - eye <= look.ratio <= high + eye:
        return None
    return look.minute, look.ratio, float(np.clip(look.ratio, low, high))
