"""The Rise and Proof trays: one yeast, followed from the bowl into the wrapped pieces."""

import math
from dataclasses import dataclass
from datetime import datetime

import numpy as np

from airycrumb import formula, rise
from airycrumb.data import rise as c
from airycrumb.data.record import Constant
from airycrumb.quantities import Band
from airycrumb.rise.forecast import LONGEST, Belief, Forecast, Reading, Stage, StageMaker, prior, temperature_doubt
from airycrumb.rise.model import time_constant_h, volume_ratio
from airycrumb.sheet.context import Context
from airycrumb.sheet.types import Mark, RiseTray

DIVIDE_FIXED_MIN = Constant(3.0, "min", "assumed", "turning out and weighing the dough")
DIVIDE_EACH_MIN = Constant(0.5, "min", "assumed", "cutting, weighing and rounding one piece")
BENCH_REST_MIN = Constant(10.0, "min", "common practice", "5 to 15 min, so that it rolls without springing back")
FILLING_HEAT = 3600.0  # J/kgK, a moist filling, from memory


@dataclass(frozen=True)
class Fermented:
    """A stage worked out: its forecast and course, its belief before and after, minutes it takes."""

    forecast: Forecast
    stage: Stage
    start: rise.State
    place: rise.Place
    before: Belief
    after: Belief
    doubt_sd: float
    minutes: Band
    marks: list[Mark]


def dough_of(ctx: Context) -> rise.Dough:
    """The dough as the rise model sees it."""
    p, bake = ctx.percentages, ctx.bake
    return rise.Dough(
        p.yeast,
        p.true_hydration,
        p.salt,
        p.sugar,
        p.fat,
        p.total,
        formula.rise_ceiling(bake.parts),
        formula.wake_up(bake.parts, bake.bloomed),
        p.baking_powder,
    )


def _minutes(forecast: Forecast) -> Band:
    """Minutes to plan with; a target never reached is planned at the longest the model looks."""
    return forecast.ready or Band(LONGEST, LONGEST, LONGEST)


def _readings(ctx: Context, stage: str, after: str) -> tuple[list[Reading], list[Mark]]:
    """Looks at the dough since the stage before ended, as readings and as marks to draw."""
    readings, marks = [], []
    for o in ctx.observations:
        minute = ctx.minutes_since(after, o.at)
        if o.stage != stage or o.kind not in ("risen", "doubled") or minute is None or minute < 0:
            continue
        target = ctx.bake.rise_to if stage == "rise" else ctx.bake.proof_to
        ratio = target if o.kind == "doubled" else 1 + max(-0.5, min(o.value or 0.0, 5.0))
        readings.append(Reading(minute, ratio, o.kind == "doubled"))
        marks.append(Mark(minute, ratio))
    return readings, marks


def _start_temperature(ctx: Context, predicted: float, measured: bool, place: rise.Place) -> tuple[float, float]:
    """Dough °C at the start and its doubt; a reading taken later is traced back to the start."""
    readings = [(o.value, ctx.minutes_since("weigh", o.at)) for o in ctx.of("dough_temperature", "rise")]
    known = [(v, m) for v, m in readings if v is not None and m is not None and 0 <= m < 120]
    if known:
        value, minute = known[-1]
        back = place.air_c + (value - place.air_c) * math.exp(minute / 60 / time_constant_h(place))
        return min(max(back, 2.0), 45.0), c.START_DOUBT_MEASURED.value
    return predicted, (c.START_DOUBT_MEASURED if measured else c.START_DOUBT_PREDICTED).value


def first_rise(ctx: Context, dough_c: float, measured: bool) -> Fermented:
    """The bowl: forecast from the kitchen's vigour, narrowed by what has been seen."""
    dough = dough_of(ctx)
    air = ctx.bake.rise_air_c if ctx.bake.rise_air_c is not None else ctx.room_c
    place = rise.Place(air, "bowl", ctx.scaled.dough_g)
    start_c, start_sd = _start_temperature(ctx, dough_c, measured, place)
    start = rise.State(start_c)
    doubt = temperature_doubt(place, start, start_sd)
    before = prior(*ctx.kitchen.vigour.for_one_bake(doubt))
    readings, marks = _readings(ctx, "rise", "weigh")
    forecast, stage, after = rise.forecast(dough, start, place, ctx.bake.rise_to, before, readings)
    return Fermented(forecast, stage, start, place, before, after, doubt, _minutes(forecast), marks)


def divide_minutes(pieces: int) -> float:
    """Minutes to divide and round so many pieces."""
    return DIVIDE_FIXED_MIN.value + DIVIDE_EACH_MIN.value * pieces


def evened_out(dough_g: float, dough_c: float, filling_g: float, filling_c: float) -> float:
    """°C of a piece once a cold filling and its dough have evened out, a few minutes after wrapping."""
    dough, filling = dough_g * c.HEAT_CAPACITY.value, filling_g * FILLING_HEAT
    return (dough * dough_c + filling * filling_c) / (dough + filling)


def final_proof(ctx: Context, first: Fermented, wrap_min: float) -> Fermented:
    """The wrapped pieces, from the middle one: its dough went on working while the rest were wrapped."""
    dough, bake, scaled = dough_of(ctx), ctx.bake, ctx.scaled
    actual = ctx.lasted("rise", "weigh")
    rise_min = min(actual if actual is not None else first.minutes.typical, float(first.stage.course.minutes[-1]))
    waiting = divide_minutes(scaled.pieces) + BENCH_REST_MIN.value + wrap_min / 2
    bench = rise.Place(ctx.room_c, "piece", scaled.dough_per_piece_g)
    between_course = rise.simulate(dough, first.stage.course.state_at(rise_min), bench, math.ceil(waiting))
    between = StageMaker(dough, first.stage, rise_min, 1.0, rise_min)(between_course)
    state = between_course.state_at(waiting)
    start_c = evened_out(scaled.dough_per_piece_g, state.temperature, scaled.filling_per_piece_g, bake.filling_c)
    air = bake.proof_air_c if bake.proof_air_c is not None else ctx.room_c
    place = rise.Place(air, "piece", scaled.dough_per_piece_g + scaled.filling_per_piece_g)
    make = StageMaker(dough, between, waiting, c.KEPT_BY_SHAPING.value, rise_min + waiting)
    readings, marks = _readings(ctx, "proof", "wrap")
    # The middle piece has stood half the wrapping time when the last is closed.
    readings = [Reading(r.minute + wrap_min / 2, r.ratio, r.doubled) for r in readings]
    marks = [Mark(m.minute + wrap_min / 2, m.value) for m in marks]
    start = rise.State(start_c, state.theta, state.gas)
    forecast, stage, after = rise.forecast(dough, start, place, bake.proof_to, first.after, readings, make)
    whole = _minutes(forecast)
    rest = Band(*(max(2.0, m - wrap_min / 2) for m in (whole.low, whole.typical, whole.high)))
    return Fermented(forecast, stage, start, place, first.after, after, first.doubt_sd, rest, marks)


def volume_over_gas_free(proof: Fermented, minute: float) -> float:
    """Dough volume at a minute of the proof over that of the dough with no gas at all (air included)."""
    vigour = np.array([[proof.forecast.vigour.typical]])
    at = np.array([min(minute, float(proof.stage.course.minutes[-1]))])
    held = proof.stage.held(vigour, at)
    temperature = proof.stage.course.state_at(float(at[0])).temperature
    return float((1 + c.AIR_MIXED_IN.value) * volume_ratio(proof.stage.dough, held, temperature)[0, 0])


def tray(ctx: Context, f: Fermented, start: datetime, air_c: float, first_to_last: float) -> RiseTray:
    """A fermenting stage as shown, in the hours of the day."""
    ready = f.forecast.ready or Band(LONGEST, LONGEST, LONGEST)
    past = f.forecast.past_target_from
    return RiseTray(
        f.forecast,
        start,
        ctx.later(start, ready.low),
        ctx.later(start, ready.typical),
        ctx.later(start, ready.high),
        ctx.later(start, 0.9 * ready.low),
        None if past is None else ctx.later(start, past),
        air_c,
        f.start.temperature,
        f.marks,
        f.forecast.vigour.typical,
        ctx.kitchen.vigour.bakes,
        first_to_last,
    )
