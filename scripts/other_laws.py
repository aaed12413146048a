"""Kitchens that follow laws of rising the forecast knows nothing of, to see what it learns of them.

Square root: warmth by a square-root law (Ratkowsky et al. 1982, from memory), growth by a Gompertz curve. Enzymes:
warmth by Sharpe and Schoolfield's law (Schoolfield et al. 1981, from memory), growth by Baranyi and Roberts' (1994,
from memory), sugar that runs out, a kitchen that drifts, a thermometer that is off, and a worse eye.
"""

import math
from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

Array = np.ndarray
STEP_MIN, LONGEST_MIN = 1.0, 1440.0
COOLS_H_AT_800_G = 2.1
REFERENCE_C = 27.0
# The truths' own constants: assumed, and chosen apart from the forecast's.
YEAST_POWER, SQUARE_ROOT_FROM_C = 0.80, 3.0
# 1 % yeast at 26 falling to 23 °C doubles in about 2 h, as in the trade: the only thing each law is set by
GROWS_TO, LAG_H, GOMPERTZ_H = 2.6, 1.7, 1.25  # times over the start, h and h at 27 °C and 1 % yeast
ACTIVATION, LOW, HIGH = 58e3, -190e3, 320e3  # J/mol
HALF_LOW_K, HALF_HIGH_K, GAS_CONSTANT = 279.0, 311.5, 8.314
BARANYI_LAG, BARANYI_RATE, CROWDED = (
    0.9,
    0.28,
    0.7,
)  # ln units, 1/h at the reference, ln of the most yeast over the start
GAS_PER_H, SUGAR, HALF_SUGAR = 1.15, 3.6, 0.5  # mL/mL for each h at 27 °C and 1 % yeast; of gas the sugar gives


@dataclass(frozen=True)
class Truth:
    """What one bake really is."""

    vigour: float
    yeast: float
    start_c: float
    room_c: float
    grams: float


@dataclass(frozen=True)
class Law:
    """A law of rising, and how its cooks err. volume: from the bake, its °C and the step in h, the volume over that at
    the start; drift: of ln vigour from bake to bake; thermometer_c: how far a kitchen's is off; eye: of a look, ln.
    """

    volume: Callable[[Truth, Array, float], Array]
    drift: float
    thermometer_c: float
    eye: float


def square_root(t: Array) -> Array:
    """Speed of the yeast at T °C, 1 at 27: sqrt(r) = b (T - Tmin)."""
    return np.asarray((np.maximum(t - SQUARE_ROOT_FROM_C, 0.0) / (REFERENCE_C - SQUARE_ROOT_FROM_C)) ** 2)


def _gompertz(truth: Truth, warmth: Array, step_h: float) -> Array:
    clock = np.cumsum(square_root(warmth)) * step_h * truth.vigour * truth.yeast**YEAST_POWER
    curve = lambda h: np.exp(-np.exp(-(h - LAG_H) / GOMPERTZ_H))
    return np.asarray(1 + GROWS_TO * (curve(clock) - curve(0.0)) / (1 - curve(0.0)))


def sharpe_schoolfield(t: Array | float) -> Array:
    """Speed of the yeast at T °C, 1 at 27: Arrhenius, held down where the enzymes are stiff with cold or unfold."""
    k = np.asarray(t, dtype=float) + 273.15
    at = REFERENCE_C + 273.15

    def speed(kelvin: Array | float) -> Array:
        grows = np.exp(ACTIVATION / GAS_CONSTANT * (1 / at - 1 / kelvin)) * kelvin / at
        cold = np.exp(LOW / GAS_CONSTANT * (1 / HALF_LOW_K - 1 / kelvin))
        hot = np.exp(HIGH / GAS_CONSTANT * (1 / HALF_HIGH_K - 1 / kelvin))
        return np.asarray(grows / (1 + cold + hot))

    return np.asarray(speed(k) / speed(at))


def _baranyi(truth: Truth, warmth: Array, step_h: float) -> Array:
    speed = sharpe_schoolfield(warmth)
    clock = np.cumsum(speed) * step_h
    rate = BARANYI_RATE
    lag = clock + np.log(np.exp(-rate * clock) + math.exp(-BARANYI_LAG) - np.exp(-rate * clock - BARANYI_LAG)) / rate
    grown = rate * lag - np.log(1 + np.expm1(rate * lag) / math.exp(CROWDED))
    made, gas = np.zeros_like(warmth), 0.0
    for i, (now, awake) in enumerate(zip(speed, grown, strict=True)):
        left = max(SUGAR - gas, 0.0)
        gas += GAS_PER_H * truth.vigour * truth.yeast**0.9 * math.exp(awake) * now * left / (left + HALF_SUGAR) * step_h
        made[i] = gas
    # What is dissolved first is not seen, and the flour holds so much.
    return np.asarray(1 + GROWS_TO * np.tanh(np.maximum(made - 0.6, 0.0) / GROWS_TO))


LAWS = {
    "square root": Law(_gompertz, drift=0.0, thermometer_c=0.0, eye=0.10),
    "enzymes": Law(_baranyi, drift=0.05, thermometer_c=0.8, eye=0.15),
}


def grown(law: Law, truth: Truth) -> tuple[Array, Array]:
    """Minutes and the true volume over that at the start."""
    minutes = np.arange(0.0, LONGEST_MIN, STEP_MIN)
    tau = COOLS_H_AT_800_G * (truth.grams / 800) ** 0.6
    warmth = truth.room_c + (truth.start_c - truth.room_c) * np.exp(-minutes / 60 / tau) + 0.4
    return minutes, law.volume(truth, warmth, STEP_MIN / 60)
