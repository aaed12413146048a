"""What probe readings and an oven thermometer teach: how this kitchen's heats run against the model's."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from airycrumb.data import heat as c
from airycrumb.quantities import Band
from airycrumb.stations.heat.cook import Course
from airycrumb.stations.heat.water import Array


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
LATE_ENOUGH = 0.66  # of the minutes to its line, from which a reading is of the end; assumed
STEPS, SPREADS = 241, 4.5  # of ln pace, and how many standard deviations to each side
Readings = Sequence[tuple[float, float]]  # (minute, °C) of a probe that stood in one place


@dataclass(frozen=True)
class Told:
    """What a probe in one place says of the pace, were its tip in the middle."""

    #: ln(minutes needed / forecast)
    log_ratio: float
    #: of that
    sd: float
    #: whether it was read near the end
    late: bool


def told_by(readings: Readings, forecast: Course, line_c: float) -> Told | None:
    """Pace from the readings of one place, None where they say nothing yet.

    Each reading is compared with the minute at which the forecast reaches as much. Early ones tell little: a core
    hardly moves at first, so readings weigh by the minutes behind them, only what rises counts, and the doubt left
    falls with the way the hottest has come.
    """
    rows = []
    start, top = float(forecast.celsius[0]), float(forecast.celsius.max())
    for minute, celsius in readings:
        # What is hotter than the forecast ever gets is as hot as it gets: still a reading, and a warm one.
        held = min(celsius, top - 0.5)
        expected = forecast.reaches(held) if start + 2 < held else None
        if expected is not None and expected > 1 and minute > 1:
            rows.append((math.log(minute / expected), expected))
    if not rows:
        return None
    ratios, weights = np.array(rows).T
    mean = float(np.clip(np.average(ratios, weights=weights), -FURTHEST_LN, FURTHEST_LN))
    # Many readings of one place share its error: they say no more than the hottest of them.
    way = (min(max(celsius for _, celsius in readings), top) - start) / (top - start)
    line = forecast.reaches(line_c)
    late = line is not None and max(minute for minute, _ in readings) >= LATE_ENOUGH * line
    return Told(mean, c.PROBE_SPREAD.value / math.sqrt(min(max(way, 0.1), 1.0)), late)


def places_believed(raw: bool) -> int:
    """How many places of a probe must agree before they shorten a plan."""
    return round((c.AGREE_OF_RAW if raw else c.AGREE_TO_TEACH).value)


@dataclass(frozen=True)
class Probed:
    """What a probe says of one cook, all its places together: a tip out of the middle only ever reads too warm."""

    #: ln(minutes needed / the model's) that half, and nineteen in twenty, lie under
    typical: float
    high: float
    #: one in twenty lies under it
    low: float
    #: of the coldest place, as if its tip were in the middle, and its doubt
    log_ratio: float
    sd: float
    #: how many places, read near the end, agree with the coldest of them, itself counted
    agree: int
    #: whether it is warmer than the forecast allows in nineteen cooks of twenty
    doubted: bool

    @property
    def confirmed(self) -> bool:
        """Whether one place has another beside it."""
        return self.agree >= places_believed(raw=False)

    def shortens(self, raw: bool) -> bool:
        """Whether it may shorten a plan: a raw filling's only where three places agree."""
        return self.agree >= places_believed(raw) or not (raw or self.doubted)


def _likelihood(told: Told, ln_pace: Array) -> Array:
    """Of each pace: the tip in the middle, or off it and reading ahead by an amount that is exponential.

    The second is the exponentially modified Gaussian: a normal error convolved with an exponential one.
    """
    from scipy.special import log_ndtr  # half a second to load, and only a probe's readings need it

    off, scale, sd = c.TIP_OFF.value, c.TIP_AHEAD.value, told.sd
    short = ln_pace - told.log_ratio
    middle = np.exp(-0.5 * (short / sd) ** 2) / (sd * math.sqrt(2 * math.pi))
    ahead = np.exp(log_ndtr(short / sd - sd / scale) + sd**2 / (2 * scale**2) - short / scale) / scale
    return np.asarray((1 - off) * middle + off * ahead)


def _agree(places: Sequence[Told]) -> int:
    """How many of the places read near the end agree with the coldest of them, itself counted."""
    late = [t.log_ratio for t in places if t.late]
    return sum(max(late) - one <= c.PLACES_AGREE.value for one in late)


def probed(places: Sequence[Readings], forecast: Course, line_c: float, pace: "Pace") -> Probed | None:
    """What the readings of a probe in one or several places say of the cook, None where they say nothing yet.

    pace: what was believed of this way of heating before; line_c: what the middle must reach.
    """
    told = [t for readings in places if (t := told_by(readings, forecast, line_c)) is not None]
    if not told:
        return None
    ln_pace = pace.mean + pace.doubt * np.linspace(-SPREADS, SPREADS, STEPS)
    belief = np.exp(-0.5 * ((ln_pace - pace.mean) / pace.doubt) ** 2)
    for one in told:
        belief = belief * _likelihood(one, ln_pace)
    below = np.cumsum(belief) / belief.sum()
    low, typical, high = (float(np.interp(share, below, ln_pace)) for share in (0.05, 0.5, 0.95))
    coldest = max(told, key=lambda one: one.log_ratio)
    seen = Probed(typical, high, low, coldest.log_ratio, coldest.sd, _agree(told), doubted=False)
    warm = coldest.log_ratio < pace.mean - c.ONE_IN_TWENTY.value * pace.doubt
    return replace(seen, doubted=warm and not seen.confirmed)


def live_band(seen: Probed, forecast: float) -> Band:
    """Minutes of the cook under way once its core has been probed."""
    return Band(*(forecast * math.exp(ln) for ln in (seen.low, seen.typical, seen.high)))


@dataclass(frozen=True)
class Middle:
    """The minutes a middle needs, as a probe leaves them: their band, the doubt as a share of them, and by how much
    the minutes planned are longer than the typical ones."""

    band: Band
    doubt: float
    allowed: float


def middle_needs(model: float, pace: "Pace", seen: Probed | None, allowed: float, raw: bool) -> Middle:
    """Minutes of a middle that the model has at its line after `model` minutes, min.

    What reads cold always counts. What reads warm shortens a raw filling's time only where three places agree, hardly
    below the model's own typical minutes, since a tip in the wall reads warm too; until then the model's minutes stay.
    """
    alone = pace.minutes(model)
    if seen is None:
        return Middle(alone, pace.doubt, allowed)
    band = live_band(seen, model)
    doubt = band.high / band.typical - 1
    planned = band.typical * min(allowed, 1 + doubt)
    if seen.shortens(raw):
        least = alone.typical * c.PROBED_LEAST.value if raw else 0.0
        return Middle(band, doubt, max(planned, least) / band.typical)
    planned = max(alone.typical * allowed, planned)
    if band.typical >= alone.typical:
        return Middle(band, doubt, planned / band.typical)
    return Middle(replace(alone, high=max(alone.high, band.high)), pace.doubt, planned / alone.typical)


def teaches(pace: "Pace", seen: Probed) -> bool:
    """Whether a cook's readings are a lesson: two places agree, or it was slower than believed."""
    return seen.confirmed or seen.log_ratio > pace.mean


def learn_pace(pace: Pace, seen: Probed) -> Pace:
    """The kitchen's pace after one cook: one observation, with the spread between pieces on top."""
    noise = seen.sd**2 + c.PIECE_SPREAD.value**2
    gain = pace.variance / (pace.variance + noise)
    said = min(max(seen.log_ratio, -LEARNED_LN), LEARNED_LN)
    return Pace(pace.mean + gain * (said - pace.mean), (1 - gain) * pace.variance, pace.bakes + 1)


@dataclass(frozen=True)
class OvenTruth:
    """How an oven really is. off_c: °C above its dial; recovery_min: time constant of coming back after the door;
    drop_c_per_kg: °C its air falls for each kg put in; bakes: from so many; warms_in: its minutes to get hot over
    those its kitchen says."""

    off_c: float = 0.0
    recovery_min: float = c.RECOVERY_MIN.value
    drop_c_per_kg: float = c.DROP_C_PER_KG.value
    bakes: int = 0
    warms_in: float = 1.0

    def drop_c(self, grams: float) -> float:
        """°C by which the air falls when so much is put in."""
        return min(self.drop_c_per_kg * grams / 1000, c.DROP_MOST_C.value)


LEAST_CLIMB, MOST_CLIMB = 0.3, 0.95  # of the way from the room to its heat, in which a climb tells its pace; assumed
WARMS_IN = (0.5, 2.5)  # times the minutes its kitchen says: beyond that it is a slip; assumed


def learn_warm_up(
    truth: OvenTruth, told_min: float, room_c: float, dial_c: float, readings: Sequence[tuple[float, float]]
) -> OvenTruth:
    """The oven after one warm-up's (minute since it was lit, °C) readings, moved half way to what they say.

    told_min: minutes its kitchen says it needs. Only a reading well on its way tells: just lit it has hardly moved, hot
    it has stopped. Unchanged where none is.
    """
    way = max(dial_c - room_c, 1.0)
    climbs = [(minute, (celsius - room_c) / way) for minute, celsius in readings if minute > 0]
    seen = [minute / share / told_min for minute, share in climbs if LEAST_CLIMB <= share <= MOST_CLIMB]
    if not seen or told_min <= 0:
        return truth
    found = min(max(float(np.median(seen)), WARMS_IN[0]), WARMS_IN[1])
    return replace(truth, warms_in=truth.warms_in + 0.5 * (found - truth.warms_in))


def _recovering(minutes: np.ndarray, plateau: float, drop: float, tau: float) -> np.ndarray:
    return plateau - drop * np.exp(-minutes / tau)


def learn_oven(truth: OvenTruth, dial_c: float, grams: float, readings: Sequence[tuple[float, float]]) -> OvenTruth:
    """The oven after one bake's (minute, °C) readings of its air; unchanged where there are fewer than four over 6 min.

    The plateau tells its truth, the way back to it the drop and recovery: each moved half way to what this bake says
    (a third bake and later, a third).
    """
    from scipy.optimize import curve_fit  # a second to load, and only a finished batch with readings needs it

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
        truth.warms_in,
    )
