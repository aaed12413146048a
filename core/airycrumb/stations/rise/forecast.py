"""When the dough is ready, with a 90 % band that readings narrow."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from typing import Any

import numpy as np

from airycrumb.data import rise as c
from airycrumb.memo import remembered
from airycrumb.quantities import Band
from airycrumb.stations.rise.model import (
    Dough,
    State,
    activity,
    simulate,
    time_constant_h,
)
from airycrumb.stations.rise.stage import Stage, StageMaker, crossings
from airycrumb.stations.rise.surroundings import Array, Place
from airycrumb.words import Message, in_celsius, in_percent, say

GRID_POINTS = 41
T4_PEAK = 0.375  # density of Student's t of 4 degrees of freedom at its middle
LONGEST = 36 * 60.0  # min; past this the forecast says "not within a day and a half"
HORIZONS = (360.0, 720.0, LONGEST)
COLD_DAYS = 5 * 24 * 60.0  # min; how far ahead a dough that goes through the cold is followed
COLD_STEP = 4.0  # min; a cold dough changes slowly


@dataclass(frozen=True)
class Reading:
    """A look at the dough. minute: since the stage began; ratio: volume over that at its start.

    doubled: the cook said "at the target now", which is a reading in time, not in size; by_then: it had been there
    for a while already; between: for a cue, the ratios it goes with (low, high), and then `ratio` is only where it is
    drawn.
    """

    minute: float
    ratio: float
    doubled: bool = False
    between: tuple[float, float] | None = None
    by_then: bool = False


@dataclass(frozen=True, eq=False)
class Belief:
    """What is believed of ln vigour for this bake: a weight on each grid point (sum 1). Equal to itself alone."""

    log_vigour: Array
    weight: Array

    def quantile(self, p: float) -> float:
        """Vigour at cumulative probability p (0 to 1), interpolated within the grid."""
        below = np.cumsum(self.weight) - self.weight / 2
        return math.exp(float(np.interp(p, below, self.log_vigour)))

    def mean_variance(self) -> tuple[float, float]:
        """Mean and variance of ln vigour."""
        mean = float(self.weight @ self.log_vigour)
        return mean, float(self.weight @ (self.log_vigour - mean) ** 2)


@dataclass(frozen=True)
class Forecast:
    """A fermenting stage. Curves share `minutes`; low and high bound the 90 % band of the ratio.

    ready: minutes to the target, None where it is never reached. learned_variance: ln units,
    what this bake's readings leave of the doubt; findings: sentences on left validity ranges.
    """

    minutes: list[float]
    low: list[float]
    typical: list[float]
    high: list[float]
    temperature: list[float]
    target: float
    ready: Band | None
    past_target_from: float | None
    vigour: Band
    findings: list[Message] = field(default_factory=list)


@remembered(64)
def temperature_doubt(place: Place, start: State, start_sd: float, over_h: float = 2.0) -> float:
    """Doubt of ln rate (standard deviation) from not knowing start and room exactly."""
    tau = time_constant_h(place)
    weight = tau / over_h * (1 - math.exp(-over_h / tau))
    spots = place.spots()
    degrees = math.hypot(weight * start_sd, (1 - weight) * max(leg.doubt_c for leg in spots))
    around = place.mean_c(60 * over_h)
    middle = weight * start.temperature + (1 - weight) * around
    faster, slower = float(activity(middle + 0.5)), float(activity(middle - 0.5))
    rate = degrees * abs(math.log(max(faster, 1e-3) / max(slower, 1e-3)))
    cold = any(leg.air.start < c.COLD_FROM.value for leg in spots)
    return math.hypot(rate, c.COLD_DOUBT.value) if cold else rate


@remembered(64)
def prior(mean: float, variance: float) -> Belief:
    """Normal belief of ln vigour on a grid of 41 points, 4 standard deviations each way."""
    sd = math.sqrt(variance)
    grid = np.linspace(mean - 4 * sd, mean + 4 * sd, GRID_POINTS)
    weight = np.exp(-(((grid - mean) / sd) ** 2) / 2)
    return Belief(grid, weight / weight.sum())


def update(belief: Belief, stage: Stage, readings: Sequence[Reading], target: float) -> Belief:
    """Weigh each vigour by how well it explains the readings."""
    if not readings:
        return belief
    return updates(belief, stage, readings, target)[-1]


def updates(belief: Belief, stage: Stage, readings: Sequence[Reading], target: float) -> list[Belief]:
    """The belief after none, one, two … of the readings, in order."""
    ratios = stage.ratios(np.exp(belief.log_vigour))
    logs = np.log(np.maximum(belief.weight, 1e-300))
    ready = np.minimum(crossings(stage.course.minutes, ratios, target), LONGEST)
    found = [belief]
    for reading in readings:
        off = _off(reading, stage, ratios, ready, target)
        # Student's t of 4 degrees of freedom, without the factor that every vigour shares. Whoever says that it was
        # ready before does not say when it was: nothing then hangs on the moment of the press.
        by_its_moment = reading.doubled and not reading.by_then
        logs = logs + (_pressed(off) if by_its_moment else -2.5 * np.log1p(off**2 / 4))
        weight = np.exp(logs - logs.max())
        found.append(Belief(belief.log_vigour, weight / weight.sum()))
    return found


def _pressed(off: Array) -> Array:
    """Log likelihood of a press: some are made when it is ready, more when somebody comes by, mostly after.

    A press that contradicts an earlier look is then taken for one of those, and counts for little.
    """
    late, spread = c.PRESSED_LATE.value, c.ANY_TIME_SPREAD.value
    by = off * c.PRESS_SPREAD.value
    at_the_time = (1 - late) * T4_PEAK / c.PRESS_SPREAD.value * (1 + off**2 / 4) ** -2.5
    any_time = 2 * late * np.exp(-((by / spread) ** 2) / 2) / (spread * math.sqrt(2 * math.pi))
    return np.asarray(np.log(at_the_time + np.where(by >= 0, any_time, c.PRESSED_EARLY.value * any_time)))


def _off(reading: Reading, stage: Stage, ratios: Array, ready: Array, target: float) -> Array:
    """By how many of its own standard deviations a reading misses what each vigour expects."""
    if reading.doubled:
        off = np.log(max(reading.minute, 1.0) / np.maximum(ready, 1.0)) / c.PRESS_SPREAD.value
        # What had been ready for a while speaks only against a dough that would not have been.
        return np.asarray(np.minimum(off, 0.0) if reading.by_then else off)
    seen = np.array([np.interp(reading.minute, stage.course.minutes, row) for row in ratios])
    if reading.between is not None:
        low, high = reading.between
        return np.asarray(np.maximum(np.maximum(low - seen, seen - high), 0.0) / (0.05 + 0.10 * (target - 1)))
    return np.asarray((reading.ratio - seen) / math.hypot(0.10, 0.03 + 0.08 * (reading.ratio - 1)))


def ready_band(belief: Belief, stage: Stage, target: float) -> Band | None:
    """Minutes to the target as a belief has it, ordered by outcome; None where some of it never gets there.

    Near the flour's ceiling a livelier dough may hold less and be later.
    """
    vigours = np.array([belief.quantile(p) for p in (0.05, 0.5, 0.95)])
    times = crossings(stage.course.minutes, stage.ratios(vigours), target)
    fast, middle, slow = times.min(), times[1], times.max()
    return Band(float(fast), float(middle), float(slow)) if math.isfinite(slow) else None


def range_findings(dough: Dough, place: Place) -> list[Message]:
    """A sentence for every input outside the range the model was ever checked in."""
    values = {
        "yeast": dough.yeast,
        "hydration": dough.hydration,
        "salt": dough.salt,
        "sugar": dough.sugar,
        "fat": dough.fat,
        "air": place.air_c,
        "pressure": 100 * dough.pressure,
    }
    outside = ((name, low, high) for name, (low, high) in c.VALID.items() if not low <= values[name] <= high)
    return [_outside(name, values[name], low, high) for name, low, high in outside]


def _outside(name: str, value: float, low: float, high: float) -> Message:
    as_quantity = in_celsius if name == "air" else in_percent
    return say(
        "{what}: {value} is outside {checked}, where this forecast was checked. Trust the dough, not the clock.",
        what=c.VALID_NAMES[name],
        value=as_quantity(value, digits=1),
        checked=as_quantity(low, high),
    )


def forecast(
    dough: Dough,
    start: State,
    place: Place,
    target: float,
    belief: Belief,
    readings: Sequence[Reading],
    make: StageMaker | None = None,
    at_least: float = 0.0,
) -> tuple[Forecast, Stage, Belief]:
    """The stage's forecast, the stage itself, and the belief its readings leave.

    target: volume ratio > 1; at_least: minutes to be looked ahead. A belief from `prior` includes every doubt that acts
    like vigour.
    """
    return _foretold(dough, start, place, target, belief, tuple(readings), make or StageMaker(dough), at_least)


@remembered(64)
def _foretold(
    dough: Dough,
    start: State,
    place: Place,
    target: float,
    belief: Belief,
    readings: tuple[Reading, ...],
    make: StageMaker,
    at_least: float,
) -> tuple[Forecast, Stage, Belief]:
    # What is still to come of the spots is part of the plan: look at least as far.
    last = max(leg.from_min for leg in place.spots())
    horizons = HORIZONS if last == 0 and place.air_c >= c.COLD_FROM.value else (max(last + 720.0, LONGEST), COLD_DAYS)
    for horizon in horizons:
        step = 1.0 if horizon <= LONGEST else COLD_STEP
        stage = make(simulate(dough, start, place, horizon, step))
        after = update(belief, stage, readings, target)
        vigours = np.array([after.quantile(p) for p in (0.05, 0.5, 0.95)])
        ratios = stage.ratios(vigours)
        times = crossings(stage.course.minutes, ratios, target)
        # Near the flour's ceiling a livelier dough may hold less and be later: order by outcome.
        fast, middle, slow = times.min(), times[1], times.max()
        # A short march is enough for most doughs; a slow one, or late readings, ask for more.
        if math.isfinite(slow) and all(m <= horizon for m in (at_least, *(r.minute for r in readings))):
            break
    ready = Band(float(fast), float(middle), float(slow)) if math.isfinite(slow) else None
    late = past_target(stage, ratios[1], target)
    shown = _shown(stage, ratios, ready)
    result = Forecast(
        **shown,
        target=target,
        ready=ready,
        past_target_from=late,
        vigour=Band(*vigours),
        findings=range_findings(dough, place),
    )
    return result, stage, after


def by_clock(found: Forecast, stage: Stage, minutes: float) -> tuple[Forecast, Band]:
    """The same stage ended by the clock after so many minutes, and its size then over that at the start."""
    ratios = stage.ratios(np.array([found.vigour.low, found.vigour.typical, found.vigour.high]))
    at = [float(np.interp(minutes, stage.course.minutes, row)) for row in ratios]
    size = Band(min(at), at[1], max(at))
    end = Band(minutes, minutes, minutes)
    shown: dict[str, Any] = _shown(stage, ratios, end)
    return replace(found, **shown, target=size.typical, ready=end, past_target_from=None), size


def cooler_adds(found: Forecast, stage: Stage, start: State, place: Place, degrees: float) -> float | None:
    """Minutes a first rise takes longer if its air is so many °C cooler than said, at the typical vigour.

    None where one of the two does not reach the target within the horizon of the forecast.
    """
    if found.ready is None:
        return None
    minute = _ready_there(stage, start, place.warmer(-degrees), found.vigour.typical, found.target)
    return minute - found.ready.typical if math.isfinite(minute) else None


@remembered(16)
def _ready_there(stage: Stage, start: State, place: Place, vigour: float, target: float) -> float:
    """Minute at which the same dough would be ready in another place, inf for never."""
    there = Stage(stage.dough, simulate(stage.dough, start, place, float(stage.course.minutes[-1])))
    return float(crossings(there.course.minutes, there.ratios(np.array([vigour])), target)[0])


def past_best(target: float) -> float:
    """Size over that at the start from which a dough is past its best, for the size asked for."""
    return 1 + c.PAST_BEST.value * (target - 1)


def past_target(stage: Stage, typical: Array, target: float) -> float | None:
    """Minute from which the dough is well past its target: 40 % more growth than asked."""
    minute = float(crossings(stage.course.minutes, typical[None, :], past_best(target))[0])
    return minute if math.isfinite(minute) else None


def _shown(stage: Stage, ratios: Array, ready: Band | None, points: int = 61) -> dict[str, list[float]]:
    """The part of the curves worth drawing, thinned."""
    minutes = stage.course.minutes
    end = min(minutes[-1], 1.25 * ready.high + 10) if ready else minutes[-1]
    at = np.linspace(0, end, points)
    pick = lambda values: np.interp(at, minutes, values).round(4).tolist()
    return {
        "minutes": at.round(2).tolist(),
        "low": pick(ratios.min(axis=0)),
        "typical": pick(ratios[1]),
        "high": pick(ratios.max(axis=0)),
        "temperature": pick(stage.course.temperature),
    }
