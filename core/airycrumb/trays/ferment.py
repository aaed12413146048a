"""The fermenting stages: one yeast, followed from the sponge into the bowl and on into the wrapped pieces."""

import math
from dataclasses import dataclass, replace
from datetime import datetime

import numpy as np

from airycrumb.bake.stages import Stay
from airycrumb.data import rise as c
from airycrumb.data.record import Constant
from airycrumb.plan.context import Context
from airycrumb.plan.method import own_min
from airycrumb.quantities import Band
from airycrumb.stations import rise
from airycrumb.stations.rise.forecast import LONGEST, Belief, Forecast, by_clock, past_best, prior, temperature_doubt
from airycrumb.stations.rise.model import time_constant_h
from airycrumb.stations.rise.stage import Stage, StageMaker
from airycrumb.trays.doughs import Ripe, dough_of, of_sponge, sponge_dough
from airycrumb.trays.looks import Looks, looks_at, story
from airycrumb.trays.places import fixed_minutes, way
from airycrumb.trays.surer import would_narrow
from airycrumb.trays.types import RiseTray, Told
from airycrumb.words import Message

DIVIDE_FIXED_MIN = Constant(3.0, "min", "assumed", "turning out and weighing the dough")
DIVIDE_EACH_MIN = Constant(0.5, "min", "assumed", "cutting, weighing and rounding one piece")
SHEETING_MIN = Constant(12.0, "min", "assumed", "rolled thin and folded in three, seven times")
SPONGE_MIX_MIN = Constant(10.0, "min", "assumed", "weighing and mixing a sponge")
SPONGE_MIXED_C = Constant(25.0, "°C", "assumed", "a sponge mixed with lukewarm water")
KNEADED_AFTER = Constant(
    0.10, "share of bubble gas", "assumed", "kept when a dough is kneaded or sheeted after its rise"
)
WORKED_AFTER = ("after", "sheeted")  # ways of kneading that drive the gas out once it has risen
FILLING_HEAT = 3600.0  # J/kgK, a moist filling, from memory


@dataclass(frozen=True)
class Fermented:
    """A stage worked out: its forecast and course, its belief before and after, minutes it takes.

    clock: its rests where it is left to the clock, and its size then.
    """

    key: str
    forecast: Forecast
    stage: Stage
    start: rise.State
    place: rise.Place
    before: Belief
    after: Belief
    doubt_sd: float
    minutes: Band
    seen: Looks
    told: list[Told]
    clock: tuple[float, ...] = ()
    size_then: Band | None = None


def _minutes(forecast: Forecast, fixed: float) -> Band:
    """Minutes to plan with: until it is ready, but not before it leaves the spots it was given a time in."""
    ready = forecast.ready or Band(LONGEST, LONGEST, LONGEST)
    return Band(*(max(m, fixed) for m in (ready.low, ready.typical, ready.high)))


def _start_temperature(ctx: Context, predicted: float, measured: bool, place: rise.Place) -> tuple[float, float]:
    """Dough °C at the start and its doubt; a reading taken later is traced back to the start."""
    readings = [(o.value, ctx.minutes_since("weigh", o.at)) for o in ctx.of("dough_temperature", "rise")]
    known = [(v, m) for v, m in readings if v is not None and m is not None and 0 <= m < 120]
    if known:
        value, minute = known[-1]
        around = place.mean_c(max(minute, 1.0))
        back = around + (value - around) * math.exp(minute / 60 / time_constant_h(place))
        return min(max(back, 2.0), 45.0), c.START_DOUBT_MEASURED.value
    return predicted, (c.START_DOUBT_MEASURED if measured else c.START_DOUBT_PREDICTED).value


def _still(
    ctx: Context, key: str, dough: rise.Dough, start: rise.State, place: rise.Place, minutes: float
) -> Fermented:
    """A dough that only rests: nothing is forecast, the time is the cook's."""
    belief = prior(*ctx.kitchen.vigour.for_one_bake(0.0))
    course = rise.simulate(dough, start, place, max(10.0, minutes))
    band = Band(minutes, minutes, minutes)
    at = np.linspace(0, course.minutes[-1], 13)
    flat = [1.0] * len(at)
    warmth = np.interp(at, course.minutes, course.temperature).round(2).tolist()
    shown = Forecast(
        minutes=at.round(2).tolist(),
        low=flat,
        typical=flat,
        high=flat,
        temperature=warmth,
        target=1.0,
        ready=band,
        past_target_from=None,
        vigour=Band(1.0, 1.0, 1.0),
    )
    return Fermented(
        key=key,
        forecast=shown,
        stage=Stage(dough, course),
        start=start,
        place=place,
        before=belief,
        after=belief,
        doubt_sd=0.0,
        minutes=band,
        seen=Looks([], []),
        told=[],
    )


@dataclass(frozen=True)
class _Asked:
    """What a stage is asked: its key, its dough and where it starts, its spots and its aim."""

    key: str
    dough: rise.Dough
    start: rise.State
    place: rise.Place
    stays: tuple[Stay, ...]
    target: float
    before: Belief
    doubt_sd: float
    clock: tuple[float, ...] = ()


def _forecast(ctx: Context, a: _Asked, make: StageMaker | None = None, already_min: float = 0.0) -> Fermented:
    seen = looks_at(ctx, a.key, a.target, already_min)
    given = sum(a.clock) + already_min
    forecast, stage, after = rise.forecast(
        dough=a.dough,
        start=a.start,
        place=a.place,
        target=a.target,
        belief=a.before,
        readings=seen.readings,
        make=make,
        at_least=given,
    )
    told = (
        story(ctx=ctx, stage=stage, before=a.before, target=a.target, seen=seen, stage_key=a.key)
        if seen.readings
        else []
    )
    fixed = fixed_minutes(ctx, a.key, a.stays)
    size_then = None
    if a.clock:
        forecast, size_then = by_clock(forecast, stage, given)
    minutes = _minutes(forecast, 0.0 if a.clock else fixed)
    return Fermented(
        key=a.key,
        forecast=forecast,
        stage=stage,
        start=a.start,
        place=a.place,
        before=a.before,
        after=after,
        doubt_sd=a.doubt_sd,
        minutes=minutes,
        seen=seen,
        told=told,
        clock=a.clock,
        size_then=size_then,
    )


def ripened(ctx: Context) -> Fermented | None:
    """The sponge, from mixing until it is ripe; None where there is none."""
    if not ctx.ripens:
        return None
    grams = ctx.scaled.dough_g * sum(g for _, g in of_sponge(ctx)) / sum(g for _, g in ctx.bake.dough.parts)
    place = way(ctx, "sponge", "bowl", grams, ctx.bake.sponge.stays)
    start = rise.State(SPONGE_MIXED_C.value)
    doubt = temperature_doubt(place, start, c.START_DOUBT_PREDICTED.value)
    before = prior(*ctx.kitchen.vigour.for_one_bake(doubt))
    asked = _Asked(
        key="sponge",
        dough=sponge_dough(ctx),
        start=start,
        place=place,
        stays=ctx.bake.sponge.stays,
        target=ctx.bake.sponge.to,
        before=before,
        doubt_sd=doubt,
        clock=ctx.bake.sponge.clock,
    )
    return _forecast(ctx, asked)


def _ripe(sponge: Fermented) -> Ripe:
    return Ripe(sponge.stage.dough, sponge.stage.course.state_at(sponge.minutes.typical))


def _rest_min(ctx: Context) -> float:
    """Minutes a dough without yeast rests."""
    given = ctx.bake.rise.by_clock_min
    return ctx.bake.rise.rest_min if given is None else given


def first_rise(ctx: Context, dough_c: float, measured: bool, sponge: Fermented | None = None) -> Fermented:
    """The bowl: forecast from the kitchen's vigour, narrowed by what has been seen."""
    dough, bake = dough_of(ctx, None if sponge is None else _ripe(sponge)), ctx.bake
    place = way(ctx, "rise", bake.rise.vessel, ctx.scaled.dough_g, bake.rise.stays)
    start_c, start_sd = _start_temperature(ctx, dough_c, measured, place)
    start = rise.State(start_c)
    if not ctx.rises:
        return _still(ctx=ctx, key="rise", dough=dough, start=start, place=place, minutes=_rest_min(ctx))
    doubt = temperature_doubt(place, start, start_sd)
    before = sponge.after if sponge is not None else prior(*ctx.kitchen.vigour.for_one_bake(doubt))
    return _forecast(
        ctx,
        _Asked(
            key="rise",
            dough=dough,
            start=start,
            place=place,
            stays=bake.rise.stays,
            target=bake.rise.to,
            before=before,
            doubt_sd=doubt,
            clock=bake.rise.clock,
        ),
    )


def _ended(ctx: Context, f: Fermented) -> float:
    """Minutes the stage really took, or is planned to, within what was followed."""
    before = ctx.before(f.key)
    actual = ctx.lasted(f.key, before) if before else None
    return min(actual if actual is not None else f.minutes.typical, float(f.stage.course.minutes[-1]))


def second_rise(ctx: Context, first: Fermented) -> Fermented | None:
    """Knocked back and left to rise again in the same spot; None where it is not."""
    if ctx.bake.rise.again_to is None or not ctx.rises:
        return None
    ended = _ended(ctx, first)
    dough, state = first.stage.dough, first.stage.course.state_at(ended)
    stays = (ctx.bake.rise.stays[-1].but(minutes=None),)
    place = way(ctx, "again", ctx.bake.rise.vessel, ctx.scaled.dough_g, stays)
    make = StageMaker(dough, first.stage, ended, kept_by_knocking(ctx), ended)
    asked = _Asked(
        key="again",
        dough=dough,
        start=state,
        place=place,
        stays=stays,
        target=ctx.bake.rise.again_to,
        before=first.after,
        doubt_sd=first.doubt_sd,
    )
    return _forecast(ctx, asked, make)


def kept_by_knocking(ctx: Context) -> float:
    """Share of the bubbles that stay when the risen dough is knocked back; less where it is kneaded only then."""
    return (KNEADED_AFTER if ctx.bake.dough.kneading in WORKED_AFTER else c.KEPT_BY_SHAPING).value


def shaping_minutes(ctx: Context) -> float:
    """Minutes to sheet the dough if it is, divide and round it, and let the pieces relax."""
    sheeted = SHEETING_MIN.value if ctx.bake.dough.kneading == "sheeted" else 0.0
    divided = DIVIDE_FIXED_MIN.value + DIVIDE_EACH_MIN.value * ctx.scaled.pieces
    return sheeted + divided + ctx.bake.bench_rest_min


def evened_out(dough_g: float, dough_c: float, filling_g: float, filling_c: float) -> float:
    """°C of a piece once a cold filling and its dough have evened out, a few minutes after wrapping."""
    dough, filling = dough_g * c.HEAT_CAPACITY.value, filling_g * FILLING_HEAT
    return (dough * dough_c + filling * filling_c) / (dough + filling)


def final_proof(ctx: Context, last: Fermented, wrap_min: float) -> Fermented:
    """The wrapped pieces of the group looked at, from the middle one: its dough went on working while the rest were
    wrapped.
    """
    dough, bake, share = last.stage.dough, ctx.bake, ctx.share
    ended = _ended(ctx, last)
    # Pressed and filled once they are proofed, they are alike and without filling until then.
    late = ctx.fills_late
    ahead, filling_g = (0.0, 0.0) if late else (wrap_min / 2, share.filling_per_piece_g)
    waiting = own_min(bake, "divide", "wrap") + shaping_minutes(ctx) + ahead
    bench = rise.Place(ctx.room_c, "piece", share.dough_per_piece_g)
    between_course = rise.simulate(dough, last.stage.course.state_at(ended), bench, math.ceil(waiting))
    between = StageMaker(dough, last.stage, ended, 1.0, ended)(between_course)
    state = between_course.state_at(waiting)
    filling_c = ctx.group.filling.celsius
    start_c = evened_out(share.dough_per_piece_g, state.temperature, filling_g, filling_c)
    place = way(ctx, "proof", "piece", share.dough_per_piece_g + filling_g, bake.proof.stays)
    start = rise.State(start_c, state.theta, state.gas)
    if not ctx.rises:
        return _still(
            ctx=ctx, key="proof", dough=dough, start=start, place=place, minutes=bake.proof.by_clock_min or 2.0
        )
    kept = (
        KNEADED_AFTER.value
        if bake.dough.kneading in WORKED_AFTER and bake.rise.again_to is None
        else c.KEPT_BY_SHAPING.value
    )
    make = StageMaker(dough, between, waiting, kept, ended + waiting)
    asked = _Asked(
        key="proof",
        dough=dough,
        start=start,
        place=place,
        stays=bake.proof.stays,
        target=bake.proof.to,
        before=last.after,
        doubt_sd=last.doubt_sd,
        clock=bake.proof.clock,
    )
    # The middle piece has stood half the wrapping time when the last is closed.
    found = _forecast(ctx, asked, make, ahead)
    whole = found.minutes
    least = 0.0 if found.clock else 2.0
    rest = Band(*(max(least, m - ahead) for m in (whole.low, whole.typical, whole.high)))
    return replace(found, minutes=rest)


def tray(ctx: Context, f: Fermented, start: datetime, first_to_last: float, cues: list[Message]) -> RiseTray:
    """A fermenting stage as shown, in the hours of the day."""
    ready = f.forecast.ready or Band(LONGEST, LONGEST, LONGEST)
    past = f.forecast.past_target_from
    # What is under way and was not said to be ready is ready no sooner than now.
    earliest = ctx.now if ctx.under_way == f.key else start
    hour = lambda minutes: max(ctx.later(start, minutes), earliest.replace(microsecond=0))
    return RiseTray(
        forecast=f.forecast,
        start=start,
        ready_low=hour(ready.low),
        ready=hour(ready.typical),
        ready_high=hour(ready.high),
        look_from=hour(0.9 * ready.low),
        past_from=None if past is None else ctx.later(start, past),
        past_best=past_best(f.forecast.target),
        air_c=f.place.air_c,
        start_c=f.start.temperature,
        marks=f.seen.marks,
        vigour=f.forecast.vigour.typical,
        bakes_logged=ctx.kitchen.vigour.bakes,
        first_to_last_min=first_to_last,
        rests=not ctx.rises,
        where=[leg.name for leg in f.place.spots()],
        story=f.told,
        would_narrow=(
            []
            if not ctx.rises or f.clock
            else would_narrow(
                ctx=ctx,
                stage=f.key,
                forecast=f.forecast,
                belief=f.before,
                doubt_sd=f.doubt_sd,
                place=f.place,
                start=f.start,
            )
        ),
        cues=cues,
        clock=list(f.clock),
        size_then=f.size_then,
    )
