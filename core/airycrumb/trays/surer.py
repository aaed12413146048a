"""Which input would make a forecast surer, and by how much."""

import math

from airycrumb.data import rise as c
from airycrumb.plan.context import Context
from airycrumb.quantities import Band
from airycrumb.stations.rise import Place, State
from airycrumb.stations.rise.forecast import Belief, Forecast, temperature_doubt
from airycrumb.trays.looks import SEEN
from airycrumb.words import Message, in_minutes, say

# ln units a look at half the growth leaves open: 12 points of size over the 0.58 it grows for one of ln vigour
LOOK_SD = 0.21
LEARNED_BY_TWO = 0.7  # share of a kitchen's variance that two bakes with a mark take away; from the update itself
WORTH_IT = 0.93  # of the band's width; assumed


def _narrower(band: Band, factor: float, what: Message) -> Message:
    width = band.high - band.low
    return say(
        "{what}: {wide} wide would become about {narrower}.",
        what=what,
        wide=in_minutes(width),
        narrower=in_minutes(width * factor),
    )


def would_narrow(
    ctx: Context, stage: str, forecast: Forecast, belief: Belief, doubt_sd: float, place: Place, start: State
) -> list[Message]:
    """Sentences, the most telling first; [] where nothing is open or nothing would help."""
    ready = forecast.ready
    if ready is None or (ctx.done is not None and stage in ctx.done.ended):
        return []
    now = belief.mean_variance()[1]
    found: list[tuple[float, Message]] = []
    measured = ctx.bake.dough.start_c is not None or ctx.latest("dough_temperature") is not None
    if stage == "rise" and not measured:
        sure = temperature_doubt(place, start, c.START_DOUBT_MEASURED.value)
        left = max(1e-6, now - doubt_sd**2 + sure**2)
        found.append((math.sqrt(left / now), say("Measure the dough after kneading")))
    if not forecast_seen(ctx, stage):
        left = 1 / (1 / now + 1 / LOOK_SD**2)
        found.append((math.sqrt(left / now), say("Look once at half the growth and mark it")))
    kitchen = ctx.kitchen.vigour.variance
    if ctx.kitchen.vigour.bakes < 3 and ctx.done is None and kitchen < now:
        found.append((math.sqrt((now - kitchen * LEARNED_BY_TWO) / now), say("Log two more bakes in this kitchen")))
    telling = sorted(((f, what) for f, what in found if f < WORTH_IT), key=lambda row: row[0])
    return [_narrower(ready, f, what) for f, what in telling]


def forecast_seen(ctx: Context, stage: str) -> bool:
    """Whether the dough was looked at in this stage."""
    return any(o.stage == stage and o.kind in SEEN for o in ctx.observations)
