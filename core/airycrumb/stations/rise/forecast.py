"""When the dough is ready, with a 90 % band that readings narrow."""

import math
from dataclasses import dataclass, field, replace
from typing import Any

import numpy as np

from airycrumb.data import rise as c
from airycrumb.quantities import Band
from airycrumb.stations.rise.model import (
    Course,
    Dough,
    State,
    activity,
    bubble_gas,
    dissolved_limit,
    gas_with_ceiling,
    powder_gas,
    retained,
    simulate,
    time_constant_h,
    volume_ratio,
)
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


@dataclass(frozen=True)
class Belief:
    """What is believed of ln vigour for this bake: a weight on each grid point (sum 1)."""

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


def prior(mean: float, variance: float) -> Belief:
    """Normal belief of ln vigour on a grid of 41 points, 4 standard deviations each way."""
    sd = math.sqrt(variance)
    grid = np.linspace(mean - 4 * sd, mean + 4 * sd, GRID_POINTS)
    weight = np.exp(-(((grid - mean) / sd) ** 2) / 2)
    return Belief(grid, weight / weight.sum())


class Stage:
    """One stage as seen by every vigour: the course, and what bubbles it began with.

    kept: bubble gas (mL/mL) and dissolved gas carried in by vigour, from a knock-back; zero
    at mixing.
    """

    def __init__(
        self,
        dough: Dough,
        course: Course,
        before: "Stage | None" = None,
        at: float = 0.0,
        share: float = 0.0,
        waited: float = 0.0,
    ):
        self.dough, self.course, self.waited = dough, course, waited
        self._before, self._at, self._share = before, at, share

    def _pressure(self, vigour: Array, minute: Array | None = None) -> Array:
        gas = self.course.gas if minute is None else np.interp(minute, self.course.minutes, self.course.gas)
        minutes = self.course.minutes if minute is None else minute
        made = gas_with_ceiling(self.dough, gas, vigour)
        if self.dough.baking_powder > 0:
            made += powder_gas(self.dough, minutes + self.waited)
        if self.dough.pressure != 1.0:
            # Thin air: the same gas takes more room, and less of it dissolves.
            made /= self.dough.pressure
        return made

    def _carried(self, vigour: Array) -> Array:
        """Retained gas just after the knock-back: what was dissolved, and a share of the bubbles."""
        if self._before is None:
            return np.zeros_like(vigour)
        held = self._before.held(vigour, np.array([self._at]))
        warm = self._before.course.state_at(self._at).temperature
        bubbles = bubble_gas(self.dough, held, warm)
        return held - (1 - self._share) * bubbles

    def held(self, vigour: Array, minute: Array | None = None) -> Array:
        """Gas held at each minute; vigour of shape (n, 1) gives (n, minutes)."""
        now = self._pressure(vigour, minute)
        at_start = self._pressure(vigour, np.array([0.0]))
        # Below the flour's ceiling retention is nearly the identity, so the carried gas stands
        # for the pressure it came from.
        start = self._carried(vigour) if self._before else at_start
        now += start - at_start
        return retained(self.dough, np.maximum(now, 0.0, out=now))

    def ratio_at(self, vigour: float, minute: float) -> float:
        """Volume over that at the start, at one vigour and minute."""
        row = self.ratios(np.array([vigour]))[0]
        return float(np.interp(minute, self.course.minutes, row))

    def ratios(self, vigour: Array) -> Array:
        """Volume over the volume at the stage's start, shape (vigours, minutes)."""
        k = np.asarray(vigour, dtype=float).reshape(-1, 1)
        volume = volume_ratio(self.dough, self.held(k), self.course.temperature)
        return volume / volume[:, :1]


def crossings(minutes: Array, ratios: Array, target: float) -> Array:
    """First minute each row reaches the target; inf where it does not."""
    reached = ratios >= target
    first = reached.argmax(axis=1)
    rows = np.arange(len(ratios))
    before = np.maximum(first - 1, 0)
    r0, r1 = ratios[rows, before], ratios[rows, first]
    part = np.where(first > 0, (target - r0) / np.maximum(r1 - r0, 1e-12), 0.0)
    step = minutes[1] - minutes[0]
    return np.where(reached.any(axis=1), minutes[before] + part * step, np.inf)


def update(belief: Belief, stage: Stage, readings: list[Reading], target: float) -> Belief:
    """Weigh each vigour by how well it explains the readings."""
    if not readings:
        return belief
    return updates(belief, stage, readings, target)[-1]


def updates(belief: Belief, stage: Stage, readings: list[Reading], target: float) -> list[Belief]:
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


class StageMaker:
    """Builds a stage from a course, remembering what it was knocked back from."""

    def __init__(
        self, dough: Dough, before: Stage | None = None, at: float = 0.0, share: float = 0.0, waited: float = 0.0
    ):
        self._args = (before, at, share, waited)
        self._dough = dough

    def __call__(self, course: Course) -> Stage:
        """The stage this course makes."""
        before, at, share, waited = self._args
        return Stage(dough=self._dough, course=course, before=before, at=at, share=share, waited=waited)


def forecast(
    dough: Dough,
    start: State,
    place: Place,
    target: float,
    belief: Belief,
    readings: list[Reading],
    make: StageMaker | None = None,
    at_least: float = 0.0,
) -> tuple[Forecast, Stage, Belief]:
    """The stage's forecast, the stage itself, and the belief its readings leave.

    target: volume ratio > 1; at_least: minutes to be looked ahead. A belief from `prior` includes every doubt that acts
    like vigour.
    """
    make = make or StageMaker(dough)
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
    cooler = Stage(stage.dough, simulate(stage.dough, start, place.warmer(-degrees), float(stage.course.minutes[-1])))
    ratios = cooler.ratios(np.array([found.vigour.typical]))
    minute = float(crossings(cooler.course.minutes, ratios, found.target)[0])
    return minute - found.ready.typical if math.isfinite(minute) else None


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


__all__ = [
    "Belief",
    "Forecast",
    "Reading",
    "Stage",
    "StageMaker",
    "by_clock",
    "cooler_adds",
    "crossings",
    "dissolved_limit",
    "forecast",
    "prior",
    "temperature_doubt",
]
