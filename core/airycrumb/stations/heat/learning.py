"""What probe readings and an oven thermometer teach: how this kitchen's heats run against the model's."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.optimize import curve_fit

from airycrumb.data import heat as c
from airycrumb.quantities import Band
from airycrumb.stations.heat.cook import Course


@dataclass(frozen=True)
class Pace:
    """Belief of ln(minutes needed / minutes forecast) of one way of heating here: normal, from so many bakes."""

    mean: float = 0.0
    variance: float = c.PACE_SPREAD.value**2
    bakes: int = 0

    @property
    def factor(self) -> float:
        """Typical pace: above 1 this kitchen's pieces take longer than the model's."""
        return math.exp(self.mean)

    @property
    def doubt(self) -> float:
        """Share of the minutes either way: this kitchen's doubt and the piece's own."""
        return math.hypot(c.PIECE_SPREAD.value, math.sqrt(self.variance))

    def minutes(self, forecast: float) -> Band:
        """A model's minutes as this kitchen takes them, with their band."""
        typical = forecast * self.factor
        return Band(typical * (1 - self.doubt), typical, typical * (1 + self.doubt))


# Under way a reading counts up to a third or three times the minutes: drawn in nearer, one a little less cold would
# count for more. A kitchen learns from it as half or twice at most: beyond that it is a slip.
FURTHEST_LN, LEARNED_LN = 1.1, 0.7


@dataclass(frozen=True)
class Probed:
    """What readings of one cook's core say of its pace. log_ratio: ln(minutes needed / forecast); sd: of that."""

    log_ratio: float
    sd: float


def probed(readings: Sequence[tuple[float, float]], forecast: Course) -> Probed | None:
    """Pace from (minute, °C) readings of the core, None where they say nothing yet.

    Each reading is compared with the minute at which the forecast reaches as much. Early ones tell
    little: a core hardly moves at first, so readings weigh by the minutes behind them, only what rises counts, and the
    doubt left falls with the way the hottest has come.
    """
    rows = []
    start, top = float(forecast.celsius[0]), float(forecast.celsius.max())
    for minute, celsius in readings:
        expected = forecast.reaches(celsius) if start + 2 < celsius < top - 0.5 else None
        if expected is not None and expected > 1 and minute > 1:
            rows.append((math.log(minute / expected), expected))
    if not rows:
        return None
    ratios, weights = np.array(rows).T
    mean = float(np.clip(np.average(ratios, weights=weights), -FURTHEST_LN, FURTHEST_LN))
    # Many readings of one probe share its place in the piece: they say no more than the hottest of them.
    way = (max(celsius for minute, celsius in readings if celsius < top) - start) / (top - start)
    return Probed(mean, c.PROBE_SPREAD.value / math.sqrt(min(max(way, 0.1), 1.0)))


def live_band(pace: Pace, seen: Probed, forecast: float) -> Band:
    """Minutes of the cook under way once its core has been probed."""
    before = pace.doubt**2
    gain = before / (before + seen.sd**2)
    typical = forecast * math.exp(pace.mean + gain * (seen.log_ratio - pace.mean))
    doubt = math.sqrt((1 - gain) * before)
    return Band(typical * (1 - doubt), typical, typical * (1 + doubt))


def learn_pace(pace: Pace, seen: Probed) -> Pace:
    """The kitchen's pace after one cook: one observation, with the spread between pieces on top."""
    noise = seen.sd**2 + c.PIECE_SPREAD.value**2
    gain = pace.variance / (pace.variance + noise)
    said = min(max(seen.log_ratio, -LEARNED_LN), LEARNED_LN)
    return Pace(pace.mean + gain * (said - pace.mean), (1 - gain) * pace.variance, pace.bakes + 1)


@dataclass(frozen=True)
class OvenTruth:
    """How an oven really is. off_c: °C above its dial; recovery_min: time constant of coming back after the door;
    drop_c_per_kg: °C its air falls for each kg put in; bakes: from so many."""

    off_c: float = 0.0
    recovery_min: float = c.RECOVERY_MIN.value
    drop_c_per_kg: float = c.DROP_C_PER_KG.value
    bakes: int = 0

    def drop_c(self, grams: float) -> float:
        """°C by which the air falls when so much is put in."""
        return min(self.drop_c_per_kg * grams / 1000, c.DROP_MOST_C.value)


def _recovering(minutes: np.ndarray, plateau: float, drop: float, tau: float) -> np.ndarray:
    return plateau - drop * np.exp(-minutes / tau)


def learn_oven(truth: OvenTruth, dial_c: float, grams: float, readings: Sequence[tuple[float, float]]) -> OvenTruth:
    """The oven after one bake's (minute, °C) readings of its air; unchanged where there are fewer than four over 6 min.

    The plateau tells its truth, the way back to it the drop and recovery: each moved half way to what this bake says
    (a third bake and later, a third).
    """
    if len(readings) < 4 or readings[-1][0] - readings[0][0] < 6:
        return truth
    minutes, celsius = np.array(readings, dtype=float).T
    plateau = float(np.median(celsius[minutes >= np.percentile(minutes, 60)]))
    guess = (plateau, max(plateau - float(celsius.min()), 1.0), truth.recovery_min)
    limits = ((plateau - 15, 0.0, 0.5), (plateau + 15, 120.0, 20.0))
    (plateau, drop, tau), _ = curve_fit(_recovering, minutes, celsius, p0=np.clip(guess, *limits), bounds=limits)
    share = 0.5 if truth.bakes < 2 else 1 / 3
    moved = lambda old, new: float(old + share * (new - old))
    off = float(np.clip(plateau - dial_c, -60, 60))
    shown = drop >= 3 and grams > 0  # a drop smaller than that says nothing of the way back
    return OvenTruth(
        off if not truth.bakes else moved(truth.off_c, off),
        moved(truth.recovery_min, tau) if shown else truth.recovery_min,
        moved(truth.drop_c_per_kg, min(drop / grams * 1000, 80.0)) if shown else truth.drop_c_per_kg,
        truth.bakes + 1,
    )
