"""What a finished batch's marks and forecasts say of its pieces and its heat."""

import numpy as np

from airycrumb.bake.kitchen import Kitchen
from airycrumb.learning.evidence import Record
from airycrumb.plan.context import Context
from airycrumb.stations import heat
from airycrumb.stations.heat.learning import OvenTruth, Pace, Probed, learn_oven, learn_pace, probed
from airycrumb.trays.heating import core_readings, load_g, oven_readings, pace_of
from airycrumb.trays.types import RiseTray, Sheet


def _size(tray: RiseTray, minutes: float | None) -> float | None:
    """Size at the end of a stage over its aim, by the forecast that the marks corrected; None where nobody marked the
    end.
    """
    f = tray.forecast
    if minutes is None or tray.rests:
        return None
    return float(np.interp(minutes, f.minutes, f.typical)) / f.target


def _minute(ctx: Context, kind: str) -> float | None:
    """Minute since the pieces went in at which something was first marked."""
    before = ctx.before("heat") or "proof"
    found = [o for o in ctx.observations if o.kind == kind]
    return ctx.minutes_since(before, found[0].at) if found else None


def _ended_at(ctx: Context, plan: Sheet, heat_min: float | None) -> tuple[float, bool]:
    """°C of the core at the end, and whether a probe said so (within the last third of the time)."""
    seen, minutes = core_readings(ctx), heat_min or plan.heat.minutes_planned
    if seen and seen[-1][0] >= 0.66 * minutes:
        return max(c for _, c in seen), True
    return float(np.interp(minutes, plan.heat.minutes, plan.heat.core)), False


def record_of(ctx: Context, plan: Sheet, live: Sheet) -> Record:
    """The record of a batch. plan: as it stood at the start; live: with everything that was seen."""
    group, h = plan.groups[0], plan.heat
    wrap, filled, seen = group.wrap, group.filled, live.portioned
    heat_min = ctx.lasted("heat", ctx.before("heat") or "proof")
    waits = max(h.loads, 1)
    core_c, was_probed = _ended_at(ctx, plan, None if heat_min is None else heat_min / waits)
    wrap_min = ctx.lasted("wrap", ctx.before("wrap") or "divide")
    return Record(
        method=h.method,
        fire=ctx.bake.heat.fire,
        rise_size=_size(live.rise, ctx.lasted("rise", "weigh")),
        proof_size=_proofed(ctx, live),
        ratio=wrap.ratio,
        filling_g=wrap.filling_g,
        bears_g=wrap.closes_over_g,
        rim_mm=wrap.rim_mm if wrap.rolled else 9.0,
        juice=filled.juice if filled else 0.0,
        bears=filled.bears if filled else 20.0,
        heat_min=heat_min,
        planned_min=h.minutes_planned * waits,
        core_c=core_c,
        core_probed=was_probed,
        line_c=h.line_c,
        lid_min=_minute(ctx, "lid_lifted"),
        rest_min=ctx.lasted("rest", "heat"),
        rest_planned_min=h.rest_min,
        covered=ctx.bake.heat.covered,
        colour=h.colour,
        browning=h.browning,
        loss_percent=h.loss_percent,
        air_c=ctx.bake.heat.air_c,
        wash=ctx.bake.heat.wash,
        oven_off_c=ctx.kitchen.true_oven.off_c,
        last_wait_min=live.heat.later[-1].wait_min if live.heat.later else 0.0,
        last_grown=live.heat.later[-1].grown if live.heat.later else 1.0,
        spread=seen.spread if seen and len(seen.portions) > 1 else None,
        apart_min=wrap_min or 0.0,
        hydration=plan.weigh.percentages.true_hydration,
    )


def _proofed(ctx: Context, live: Sheet) -> float | None:
    """Size of the middle piece when it met the heat, over its aim."""
    proof = ctx.lasted("proof", ctx.before("proof") or "wrap")
    apart = 0.0 if ctx.fills_late else ctx.lasted("wrap", "divide") or 0.0
    return None if proof is None else _size(live.proof, proof + apart / 2)


# A gummy middle in spite of the planned minutes, with no probe to say how far off: a weak hint of a slower heat
# (assumed).
GUMMY_HINT = Probed(0.2, 0.25)


def heat_lesson(
    ctx: Context, taught: Kitchen, plan: Sheet, troubles: list[str]
) -> tuple[Pace | None, OvenTruth | None]:
    """How this way of heating runs here, and how the oven really is; None where neither thermometer nor outcome
    spoke.
    """
    method, seen = ctx.bake.heat.method, core_readings(ctx)
    believed = taught.paces.get(method, Pace())
    # Later loads are other pieces: only what was read in the first tells of the forecast.
    first = [(m, v) for m, v in seen if m <= plan.heat.minutes_planned * 1.3]
    judged = probed(first, _model(plan, pace_of(ctx).factor)) if first else None
    heat_min = ctx.lasted("heat", ctx.before("heat") or "proof")
    if not first and "gummy" in troubles and heat_min and heat_min >= plan.heat.minutes_planned * plan.heat.loads:
        judged = GUMMY_HINT
    readings = oven_readings(ctx) if method == "oven" else []
    at_once = min(plan.heat.per_load, plan.heat.pieces)
    oven = learn_oven(taught.true_oven, ctx.bake.heat.air_c, load_g(ctx, at_once), readings) if readings else None
    return (None if judged is None else learn_pace(believed, judged)), (None if oven == taught.true_oven else oven)


def _model(plan: Sheet, factor: float) -> heat.Course:
    """The core's course as the model has it, without this kitchen's pace."""
    h = plan.heat
    heated = np.array(h.minutes) <= h.minutes_planned + 1e-6
    return heat.Course(np.array(h.minutes)[heated] / factor, np.array(h.core)[heated])
