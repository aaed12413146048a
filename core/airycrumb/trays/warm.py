"""How long the filling stands in the danger zone, over the whole plan."""

import numpy as np

from airycrumb.plan.context import Context
from airycrumb.stations import rise, safety
from airycrumb.stations.safety import keeping
from airycrumb.stations.safety.warm_clock import Spell, WarmClock, danger_zone, warm_clock
from airycrumb.trays.ferment import Fermented
from airycrumb.trays.filled import coolings
from airycrumb.trays.heating import CAME_C
from airycrumb.words import in_celsius, say

COLD_STEPS = ("chill", "thaw")  # in the fridge


def _chilling(ctx: Context, proof: Fermented, air_c: float, most: float) -> float:
    """Minutes until a ready piece put into the cold leaves the danger zone; all the time it is there where that cannot
    be."""
    ready = min(proof.minutes.typical, float(proof.stage.course.minutes[-1]))
    return keeping.minutes_to_cold(
        from_c=proof.stage.course.state_at(ready).temperature,
        air_c=air_c,
        cold_c=danger_zone(ctx.kitchen.region)[0],
        time_constant_min=60 * rise.time_constant_h(proof.place),
        most=most,
    )


def _made(ctx: Context) -> Spell:
    """Of a raw filling: the mixing, out of the fridge; made in steps, all that is done to its meat but the cold."""
    f, items = ctx.group.filling, [i for i, _ in ctx.group.parts]
    raw = {i.key for i in items if safety.is_raw([i], f.state)}
    warm = sum(s.minutes for s in f.steps if s.do not in COLD_STEPS and (not s.of or raw & set(s.of)))
    minutes = (warm if f.steps else f.making_min) if safety.is_raw(items, f.state) else 0.0
    return Spell(say("mixing the filling"), minutes, air_c=ctx.room_c)


def _cooling(ctx: Context, density: float) -> Spell:
    """Of a cooked filling: in the vessel it cools in, from hot to how it is wrapped."""
    found = coolings(ctx, density) if ctx.group.parts else []
    mine = next((c for c in found if c.vessel == ctx.group.filling.vessel), None)
    if mine is None:
        return Spell(say("cooling"), 0.0, "cooling")
    return Spell(say("cooling"), mine.minutes, "cooling", to_cool_min=mine.to_cool_min)


def warmer_for(minutes: np.ndarray, celsius: np.ndarray, edge_c: float, until: float) -> float:
    """Minutes up to `until` in which a course is above edge_c, exactly for a course that is straight between its
    points.
    """
    at = np.unique(np.append(minutes[minutes < until], [0.0, until]))
    over = np.interp(at, minutes, celsius) - edge_c
    low, high = over[:-1], over[1:]
    crosses = (low > 0) != (high > 0)
    share = np.where(crosses, np.maximum(low, high) / np.where(crosses, np.abs(high - low), 1.0), low > 0)
    return float((np.diff(at) * share).sum())


def _proofing(proof: Fermented, cold_c: float) -> Spell:
    """The proof while the piece is not yet cold: one in the fridge counts until it is."""
    minutes, course = proof.minutes.typical, proof.stage.course
    warm = warmer_for(course.minutes, course.temperature, cold_c, minutes)
    air = proof.place.air_at(np.linspace(0, minutes, 97))
    return Spell(say("proof"), warm, air_c=float(air.max()))


def _waiting(ctx: Context, proof: Fermented, wait_min: float) -> float:
    """Warm minutes of a later load: in the fridge until it is cold, none where it is wrapped that much later."""
    where = ctx.bake.heat.later_loads
    if where == "fridge":
        return _chilling(ctx, proof, ctx.kitchen.fridge_c, wait_min)
    return wait_min if where == "bench" else 0.0


def _kept(ctx: Context, proof: Fermented) -> list[Spell]:
    """Of pieces that wait in the cold for their heat: until they are cold."""
    places = {
        "fridge": (say("chilling in the fridge"), ctx.kitchen.fridge_c),
        "frozen": (say("freezing through"), CAME_C["frozen"]),
    }
    where = places.get(ctx.bake.heat.arrive)
    if where is None:
        return []
    name, air_c = where
    return [Spell(name, _chilling(ctx, proof, air_c, ctx.bake.heat.cold_min), "chilling")]


def clock(
    ctx: Context, proof: Fermented, wrap_min: float, wait_min: float, heating_min: float, density: float
) -> WarmClock:
    """The clock of the piece that stands longest: the first wrapped of the last load. wait_min: of that load;
    heating_min: in the heat until it is out of the danger zone."""
    cold, hot = danger_zone(ctx.kitchen.region)
    spells = [
        _made(ctx),
        _cooling(ctx, density),
        Spell(say("wrapping"), wrap_min, air_c=ctx.room_c),
        *([] if ctx.fills_late else [_proofing(proof, cold)]),
        *_kept(ctx, proof),
        Spell(say("waiting for the heat"), _waiting(ctx, proof, wait_min), air_c=ctx.room_c),
        Spell(say("heating to {hot}", hot=in_celsius(hot)), heating_min),
    ]
    return warm_clock(spells, ctx.kitchen.region)
