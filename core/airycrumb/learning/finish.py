"""What a finished batch teaches: the kitchen's vigour and pace, and the review of the batch."""

from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import datetime

from airycrumb.bake.kitchen import Kitchen
from airycrumb.bake.marks import Observation
from airycrumb.bake.model import Bake
from airycrumb.learning.notebook import Finding, LoadRecord, Stage, learned_wrap_seconds, review
from airycrumb.learning.record import heat_lessons, loads_of, record_of
from airycrumb.plan.context import NOTHING_HEARD, Context, Heard
from airycrumb.plan.given import as_made
from airycrumb.quantities import Band
from airycrumb.sheet.work import work
from airycrumb.stations.heat.learning import OvenTruth, Pace
from airycrumb.stations.rise import Vigour, learn
from airycrumb.trays.ferment import first_rise, ripened
from airycrumb.trays.pieces import wrap_seconds
from airycrumb.trays.types import Sheet
from airycrumb.trays.weigh import main_flour, weigh


@dataclass(frozen=True)
class Lesson:
    """What changes in the kitchen, and what the batch says. wrap_seconds: None if wrapping was not marked.

    flour, drank: the main flour and the share of the recipe's water it took, None where nothing was said of it;
    kneading_warms: °C, None where the dough was not measured; pace: of the first way of heating, and oven, None where
    no thermometer spoke; more_paces: of the other ways, by method.
    """

    vigour: Vigour
    vigour_before: float
    wrap_seconds: float | None
    stages: list[Stage]
    findings: list[Finding]
    flour: str = ""
    drank: float | None = None
    kneading_warms: float | None = None
    method: str = ""
    pace: Pace | None = None
    oven: OvenTruth | None = None
    loads: list[LoadRecord] = field(default_factory=list)
    more_paces: dict[str, Pace] = field(default_factory=dict)


def _drank(ctx: Context, learner: Kitchen, flour: str) -> float | None:
    """Share of the recipe's water this flour takes here: half from this batch, half from what was believed."""
    left, water = ctx.latest("water_left"), sum(line.grams for line in weigh(ctx).dough if line.key == "water")
    if left is None or water <= 0:
        return None
    now = 1 - min(left / water, 0.5)
    return round((now + learner.absorption.get(flour, now)) / 2, 4)


def _kneading_warms(ctx: Context, learner: Kitchen, predicted_c: float, start_c: float) -> float | None:
    """°C kneading adds, moved half way to what a measured dough says."""
    if ctx.latest("dough_temperature") is None or ctx.bake.dough.start_c is not None:
        return None
    return round(min(max(learner.friction_c + (start_c - predicted_c) / 2, 0.0), 15.0), 2)


def _actual(ctx: Context, stage: str) -> float | None:
    before = ctx.before(stage)
    if before is None:
        done = ctx.done
        return (
            (done.ended[stage] - done.started).total_seconds() / 60
            if done and done.started and stage in done.ended
            else None
        )
    return ctx.lasted(stage, before)


def _stages(ctx: Context, plan: Sheet) -> list[Stage]:
    """Forecast and actual minutes of the stages that were planned."""
    at = {s.key: s for s in plan.day.steps}
    found = []
    for key in ctx.stages[:-1]:
        minutes = (at[key].end - at[key].start).total_seconds() / 60
        band = _band(plan, key, minutes)
        found.append(Stage(key, at[key].label, band, _actual(ctx, key)))
    return found


def _band(plan: Sheet, key: str, minutes: float) -> Band:
    tray = {"sponge": plan.sponge, "rise": plan.rise, "again": plan.second_rise, "proof": plan.proof}.get(key)
    if tray is not None and tray.forecast.ready is not None:
        r = tray.forecast.ready
        return Band(minutes * r.low / r.typical, minutes, minutes * r.high / r.typical)
    return Band(minutes * 0.8, minutes, minutes * 1.2)


def finish(
    bake: Bake,
    kitchen: Kitchen,
    observations: Sequence[Observation],
    troubles: list[str],
    *,
    now: datetime,
    kitchen_now: Kitchen | None = None,
    heard: Heard = NOTHING_HEARD,
) -> Lesson:
    """Learn from a batch: its rise readings teach the kitchen, its marks fill the review.

    kitchen: as it was when the batch began, so that the plan comes out as it stood then;
    kitchen_now: as it is now (other batches may have taught it meanwhile), which is what learns; heard: the kitchen's
    instruments from before the start to the end.
    """
    learner = kitchen_now or kitchen
    # What it teaches is taught by the dough there was.
    ctx = Context.here(as_made(bake, kitchen, observations), kitchen, observations, now, heard)
    started = ctx.done.started if ctx.done and ctx.done.started else now
    plan = work(bake, kitchen, [o for o in observations if o.kind == "started"], now=started, heard=heard)
    weighed = weigh(ctx)
    sponge = ripened(ctx)
    seen = first_rise(ctx, weighed.dough_c, weighed.dough_c_measured, sponge)
    # A sponge's looks and the dough's are one yeast's: together they are one lesson.
    before = sponge.before if sponge is not None else seen.before
    looks_at = bool(seen.seen.readings or (sponge is not None and sponge.seen.readings))
    vigour = learn(learner.vigour, before, seen.after, seen.doubt_sd) if looks_at else learner.vigour
    stages = _stages(ctx, plan)
    wrapped = ctx.lasted("wrap", ctx.before("wrap") or "divide")
    pace_now = wrap_seconds(Context.here(bake, learner, (), now))
    one_closing = len({g.closing for g in bake.groups}) == 1
    # Two closings wrapped in one go do not tell how long each took.
    pace = learned_wrap_seconds(pace_now, wrapped, ctx.scaled.pieces) if wrapped is not None and one_closing else None
    live = work(bake, kitchen, observations, now=now, heard=heard)
    record = record_of(ctx, plan, live)
    loads = loads_of(ctx, plan)
    findings = review(stages, record, troubles, learner.vigour.factor, vigour.factor, loads)
    flour = main_flour(bake.dough.parts)
    paces, oven = heat_lessons(ctx, learner, plan, troubles)
    return Lesson(
        vigour,
        learner.vigour.factor,
        pace,
        stages,
        findings,
        flour,
        _drank(ctx, learner, flour),
        _kneading_warms(ctx, learner, weighed.dough_c, seen.start.temperature),
        bake.heat.method,
        paces.pop(bake.heat.method, None),
        oven,
        loads=loads,
        more_paces=paces,
    )
