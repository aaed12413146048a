"""What a finished batch's marks and forecasts say of its pieces and its heat."""

import numpy as np

from airycrumb.bake.kitchen import Kitchen
from airycrumb.data.heat import SURFACES
from airycrumb.learning.evidence import Record
from airycrumb.learning.notebook import LoadRecord
from airycrumb.plan.context import Context
from airycrumb.stations import heat
from airycrumb.stations.heat.learning import (
    LATE_ENOUGH,
    OvenTruth,
    Pace,
    Probed,
    learn_oven,
    learn_pace,
    learn_warm_up,
    probed,
    teaches,
)
from airycrumb.trays.heating import load_g, pace_of
from airycrumb.trays.in_heat import Marked, first_of_untold, marked, oven_readings, places_read
from airycrumb.trays.lit import warmed_up, warmth_at
from airycrumb.trays.pieces import by_heat
from airycrumb.trays.types import HeatTray, RiseTray, Sheet
from airycrumb.words import Message, listed, say


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


def marked_loads(ctx: Context, heat: HeatTray, number: int) -> tuple[Marked, ...]:
    """The loads of one heat as they were marked; the first of a heat marked as a whole ends about when it was to."""
    return first_of_untold(ctx, marked(ctx, number, heat.loads), heat.minutes_planned)


def minutes_in(load: Marked) -> float | None:
    """Minutes a load really was in the heat, None where that was not marked."""
    if load.began is None or load.ended is None:
        return None
    return (load.ended - load.began).total_seconds() / 60


def read_at_end(ctx: Context, load: Marked, minutes: float) -> float | None:
    """°C of a load's core at its end, None where no probe said so within the last third of its time: of the coldest
    place, since a tip out of the middle reads warm."""
    late = [max(c for _, c in place) for place in places_read(ctx, load) if place[-1][0] >= LATE_ENOUGH * minutes]
    return min(late, default=None)


def loads_of(ctx: Context, plan: Sheet) -> list[LoadRecord]:
    """Every load of a batch, as planned and as it went."""
    heats = {load.heat for load in plan.loads}
    several = {heat: sum(load.heat == heat for load in plan.loads) for heat in heats}
    marks = {load.id: load for heat in heats for load in marked(ctx, heat, several[heat])}
    trays = [plan.heat, *plan.more_heats]
    return [
        LoadRecord(
            id=load.id,
            label=_load_name(trays[load.heat - 1], load.number, several[load.heat], len(heats)),
            pieces=load.pieces,
            planned_min=load.minutes,
            actual_min=minutes_in(marks[load.id]),
            core_c=read_at_end(ctx, marks[load.id], minutes_in(marks[load.id]) or load.minutes),
        )
        for load in plan.loads
    ]


def _load_name(heat: HeatTray, number: int, of: int, heats: int) -> Message:
    """What a load is called: by its number, and by what is in it where there are several heats."""
    if heats > 1:
        return say("{what}, load {n} of {of}", what=listed(heat.names), n=number, of=of)
    return say("load {n} of {of}", n=number, of=of)


def _ended_at(ctx: Context, plan: Sheet, heat_min: float | None) -> tuple[float, bool]:
    """°C of the coldest core at the end of any load, and whether a probe said so."""
    minutes = heat_min or plan.heat.minutes_planned
    seen = [read_at_end(ctx, load, minutes) for load in marked_loads(ctx, plan.heat, 1)]
    told = [c for c in seen if c is not None]
    if told:
        return min(told), True
    return float(np.interp(minutes, plan.heat.minutes, plan.heat.core)), False


def record_of(ctx: Context, plan: Sheet, live: Sheet) -> Record:
    """The record of a batch. plan: as it stood at the start; live: with everything that was seen."""
    group, h = plan.groups[0], plan.heat
    wrap, filled, seen = group.wrap, group.filled, live.portioned
    heat_min = _in_each(ctx, h)
    core_c, was_probed = _ended_at(ctx, plan, heat_min)
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
        planned_min=h.minutes_planned,
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
        salt=plan.weigh.percentages.salt,
        liner=ctx.bake.heat.liner,
    )


def _proofed(ctx: Context, live: Sheet) -> float | None:
    """Size of the middle piece when it met the heat, over its aim."""
    proof = ctx.lasted("proof", ctx.before("proof") or "wrap")
    apart = 0.0 if ctx.fills_late else ctx.lasted("wrap", "divide") or 0.0
    return None if proof is None else _size(live.proof, proof + apart / 2)


# A gummy middle in spite of the planned minutes, with no probe to say how far off: a weak hint of a slower heat
# (assumed).
GUMMY_HINT = Probed(0.2, 0.6, -0.2, log_ratio=0.2, sd=0.25, agree=0, doubted=False)


def heat_lessons(
    ctx: Context, learner: Kitchen, plan: Sheet, troubles: list[str]
) -> tuple[dict[str, Pace], OvenTruth | None]:
    """How each way of heating of a batch runs here, by its method, and how the oven really is; without those of which
    neither thermometer nor outcome spoke, None for the oven likewise.
    """
    paces, oven = dict[str, Pace](), learner.true_oven
    for number, (tray, alike) in enumerate(zip([plan.heat, *plan.more_heats], by_heat(ctx), strict=True), start=1):
        own = ctx.each_group()[alike[0]]
        loads, method = marked_loads(own, tray, number), own.bake.heat.method
        # What went into a cold oven says nothing of how a hot one runs.
        hot = [load for load in loads if load.number > 1 or _was_hot(own, load)]
        judged = [one for load in hot if (one := _judged(own, tray, load)) is not None]
        if number == 1 and not judged:
            judged = _gummy(ctx, tray, troubles)
        for one in judged:
            before = paces.get(method) or learner.paces.get(method, Pace())
            if teaches(before, one):
                paces[method] = learn_pace(before, one)
        if method == "oven":
            oven = _warmed_after(own, _oven_after(own, oven, tray, oven_readings(own, loads)), loads[0])
    return paces, (None if oven == learner.true_oven else oven)


def _judged(ctx: Context, tray: HeatTray, load: Marked) -> Probed | None:
    """What a probe in one load says of the forecast, None where none was in it. Each load is pieces of its own: it is
    judged by its own clock, and is a lesson of its own."""
    pace = pace_of(ctx)
    return probed(places_read(ctx, load), _model(tray, pace.factor), tray.line_c, pace)


def _was_hot(ctx: Context, first: Marked) -> bool:
    return first.began is None or warmth_at(ctx, first.heat, first.began).is_hot


def _gummy(ctx: Context, tray: HeatTray, troubles: list[str]) -> list[Probed]:
    """A gummy middle after all of the minutes, where no probe said more."""
    heat_min = _in_each(ctx, tray)
    return [GUMMY_HINT] if "gummy" in troubles and heat_min and heat_min >= tray.minutes_planned else []


def _oven_after(ctx: Context, oven: OvenTruth, tray: HeatTray, readings: list[tuple[float, float]]) -> OvenTruth:
    """The oven as believed once its own thermometer has spoken; unchanged where none was in it."""
    at_once = min(tray.per_load, tray.pieces)
    return learn_oven(oven, ctx.bake.heat.air_c, load_g(ctx, at_once), readings) if readings else oven


def _warmed_after(ctx: Context, oven: OvenTruth, first: Marked) -> OvenTruth:
    """The oven as believed once a thermometer in it was read on its way up; a stone's time is not the oven's."""
    if SURFACES[ctx.bake.heat.on].hot:
        return oven
    told_min, air_c = ctx.kitchen.oven.preheat_min, ctx.bake.heat.air_c
    return learn_warm_up(oven, told_min, ctx.room_c, air_c, warmed_up(ctx, first))


def _in_each(ctx: Context, heat: HeatTray) -> float | None:
    """Minutes a load was in the heat: the shortest of those marked, else an equal share of the whole."""
    told = [minutes_in(load) for load in marked(ctx, 1, heat.loads)]
    known = [m for m in told if m is not None]
    if len(known) == heat.loads:
        return min(known)
    whole = ctx.lasted("heat", ctx.before("heat") or "proof")
    return None if whole is None else whole / max(heat.loads, 1)


def _model(h: HeatTray, factor: float) -> heat.Course:
    """The core's course as the model has it, without this kitchen's pace."""
    heated = np.array(h.minutes) <= h.minutes_planned + 1e-6
    return heat.Course(np.array(h.minutes)[heated] / factor, np.array(h.core)[heated])
