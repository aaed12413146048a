"""How long the filling stands between 5 and 60 °C, over the whole plan."""

import numpy as np

from airycrumb.data.record import Constant
from airycrumb.data.safety import WARM_FROM, WARM_TO
from airycrumb.plan.context import Context
from airycrumb.stations import safety
from airycrumb.stations.safety import Spell, WarmClock
from airycrumb.trays.ferment import Fermented
from airycrumb.trays.filled import coolings
from airycrumb.words import NOTHING, in_celsius, say

CHILLS_MIN = Constant(
    30.0, "min", "assumed", "a wrapped piece put in the fridge or freezer until its filling is below 5 °C"
)


def _cooling(ctx: Context, density: float) -> Spell:
    """Of a cooked filling: in the vessel it cools in, from hot to how it is wrapped."""
    found = coolings(ctx, density) if ctx.group.parts else []
    minutes = next((c.minutes for c in found if c.vessel == ctx.group.filling.vessel), 0.0)
    return Spell(say("cooling"), minutes, cooling=True)


def _proofing(proof: Fermented) -> float:
    """Minutes of the proof in which the piece is above 5 °C: one in the fridge counts until it is cold."""
    minutes = proof.minutes.typical
    at = np.linspace(0, minutes, 25)
    warm = [proof.stage.course.state_at(float(m)).temperature > WARM_FROM for m in at]
    return minutes * float(np.mean(warm))


def _waiting(wait_min: float, where: str) -> float:
    """Warm minutes of a later load: in the fridge until it is cold, none where it is wrapped that much later."""
    return {"bench": wait_min, "fridge": min(wait_min, CHILLS_MIN.value), "staggered": 0.0}[where]


def clock(
    ctx: Context, proof: Fermented, wrap_min: float, wait_min: float, to_60_min: float, density: float
) -> WarmClock:
    """The clock of the piece that stands longest: the first wrapped of the last load. wait_min: of that load."""
    came = {"proofed": NOTHING, "fridge": say("chilling in the fridge"), "frozen": say("freezing through")}[
        ctx.bake.heat.arrive
    ]
    spells = [
        _cooling(ctx, density),
        Spell(say("wrapping"), wrap_min),
        Spell(say("proof"), _proofing(proof)),
        *([Spell(came, CHILLS_MIN.value)] if came else []),
        Spell(say("waiting for the heat"), _waiting(wait_min, ctx.bake.heat.later_loads)),
        Spell(say("heating to {hot}", hot=in_celsius(WARM_TO)), to_60_min),
    ]
    return safety.warm_clock(spells, ctx.room_c, ctx.kitchen.region)
