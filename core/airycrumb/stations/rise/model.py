"""The rise equations: dough warmth, yeast clock, gas made, gas kept, volume.

Symbols: T °C, t min (h where said), theta h of yeast time at 27 °C, Y % instant yeast on
flour, Q mL gas at 25 °C per mL gas-free dough, k the kitchen's vigour. Ingredients in % of
flour. Evidence and limits: docs/models/rise.md.
"""

import math
from dataclasses import dataclass

import numpy as np

from airycrumb.data import rise as c
from airycrumb.memo import remembered
from airycrumb.numerical import fading, omega, running
from airycrumb.stations.rise.surroundings import Array, Place

BAGGED_DENSITY = 800.0  # kg/m3, a dough part risen in its bag; assumed


@dataclass(frozen=True)
class Dough:
    """What the rise depends on: baker's % of instant-equivalent yeast, true hydration, salt, sugar, fat.

    total: whole dough in % of flour. rise_ceiling: largest volume ratio its flour holds.
    awake: share of the yeast awake at mixing (0 to 1). pressure: of the air, as a share of that at the sea.
    tolerance: how much more sugar and salt its yeast bears than an ordinary one.
    """

    yeast: float
    hydration: float
    salt: float
    sugar: float
    fat: float
    total: float
    rise_ceiling: float
    awake: float
    baking_powder: float = 0.0
    pressure: float = 1.0
    tolerance: float = 1.0


@dataclass(frozen=True)
class State:
    """Where a stage starts: temperature °C, yeast clock h, gas made so far mL/mL."""

    temperature: float
    theta: float = 0.0
    gas: float = 0.0


@dataclass(frozen=True, eq=False)
class Course:
    """A stage minute by minute: t min, temperature °C, theta h, gas Q mL/mL (for vigour 1). Equal to itself alone."""

    minutes: Array
    temperature: Array
    theta: Array
    gas: Array

    def state_at(self, minute: float) -> State:
        """The state to start the next stage from, interpolated and clamped to the course."""
        at = lambda values: float(np.interp(minute, self.minutes, values))
        return State(at(self.temperature), at(self.theta), at(self.gas))


def time_constant_h(place: Place, film_here: float | None = None) -> float:
    """Hours in which a dough covers 63 % of the way to its air: lumped body plus inner resistance.

    tau = m c/(h A) + R^2/(pi^2 alpha), m 0.01 to 5 kg: the first mode of a cooling sphere. A bag or flat box is a
    slab: tau = rho c d/(2 h) + d^2/(pi^2 alpha), d = 25 mm at 400 g. film_here: W/m2K, where the air moves or steams.
    """
    kg = place.mass_g / 1000
    if place.kind == "bag":
        deep = 0.025 * (place.mass_g / 400) ** (1 / 3)
        film = film_here or c.FILM_PIECE.value
        seconds = BAGGED_DENSITY * c.HEAT_CAPACITY.value * deep / (2 * film) + deep**2 / (
            math.pi**2 * c.DIFFUSIVITY.value
        )
        return seconds / 3600
    radius = (3 * 1.5 * kg / 1200 / (4 * math.pi)) ** (1 / 3)
    film, shape = (c.FILM_BOWL.value, 1.15) if place.kind == "bowl" else (c.FILM_PIECE.value, 1.05)
    film = film_here or film
    area = 4 * math.pi * radius**2 * shape
    seconds = kg * c.HEAT_CAPACITY.value / (film * area) + radius**2 / (math.pi**2 * c.DIFFUSIVITY.value)
    return seconds / 3600


def cardinal_temperature(t: Array | float) -> Array:
    """Cardinal temperature model with inflection: 1 at T_opt, 0 at T_min and T_max.

    f = (T-Tmax)(T-Tmin)^2 / ((Topt-Tmin)((Topt-Tmin)(T-Topt) - (Topt-Tmax)(Topt+Tmin-2T))).
    T in °C, any value (0 outside Tmin..Tmax). Source: Rosso et al. 1993, J. Theor. Biol. 162.
    """
    lo, opt, hi = c.T_MIN.value, c.T_OPT.value, c.T_MAX.value
    x = np.clip(np.asarray(t, dtype=float), lo, hi)
    bottom = (opt - lo) * ((opt - lo) * (x - opt) - (opt - hi) * (opt + lo - 2 * x))
    return (x - hi) * (x - lo) ** 2 / bottom


def activity(t: Array | float) -> Array:
    """Speed of the yeast clock at T °C, 1 at 27 °C."""
    return np.asarray(cardinal_temperature(t) / AT_REFERENCE)


AT_REFERENCE = float(cardinal_temperature(c.T_REFERENCE.value))


def osmotic_factor(dough: Dough) -> float:
    """Slowing by salt and sugar in the water: 1/(1+(z/6.8)^2.5), z = 100 (salt + sugar/7)/water.

    A yeast bred for sugar is half as fast only at 1.5 times that.
    """
    z = 100 * (dough.salt + dough.sugar / 7) / max(dough.hydration, 1.0)
    return 1 / (1 + (z / (c.OSMOTIC_HALF.value * dough.tolerance)) ** 2.5)


def yeast_grown(dough: Dough, theta: Array) -> Array:
    """Y(theta), % of flour, exactly: dY/dtheta = fo g Y/(K+Y) has Y = K omega(ln(Y0/K) + (Y0 + fo g theta)/K)."""
    if dough.yeast <= 0:
        return np.zeros_like(theta)
    k = c.GROWTH_HALF.value
    pushed = (dough.yeast + osmotic_factor(dough) * c.GROWTH.value * theta) / k
    return k * omega(math.log(dough.yeast / k) + pushed)


def awake_share(dough: Dough, theta: Array) -> Array:
    """Share of the yeast at work, logistic in yeast time from `dough.awake`."""
    return 1 / (1 + (1 / dough.awake - 1) * np.exp(-theta / c.WAKE_HOURS.value))


def gas_rate(dough: Dough, theta: Array, temperature: Array) -> Array:
    """Gas made, mL at 25 °C per mL gas-free dough and hour of clock, for vigour 1."""
    sugar = 1 + 0.15 * (1 - math.exp(-dough.sugar / 1.5))
    fat = math.exp(-max(0.0, dough.fat - 6) / 80)
    stiff = max(0.5, 1 - 0.015 * max(0.0, 58 - dough.hydration))
    fixed = c.RATE.value * osmotic_factor(dough) * sugar * fat * stiff
    return fixed * yeast_grown(dough, theta) ** c.YEAST_POWER.value * awake_share(dough, theta) * activity(temperature)


def _warmth(start: float, air: Array, tau_h: float, dt_h: float, heating: Array) -> Array:
    """T at each step of T' = (air - T)/tau + heating [°C/h], exact for air and heating constant in a step."""
    fade = math.exp(-dt_h / tau_h)
    between = (air[:-1] + air[1:]) / 2
    push = (1 - fade) * (between + heating[:-1] * tau_h)
    return fading(start, push, fade)


def _through(place: Place, start: float, minutes: Array, heating: Array) -> Array:
    """The dough's °C at each minute on its way through the spots."""
    air, dt = place.air_at(minutes), (minutes[1] - minutes[0]) / 60
    ends = [leg.from_min for leg in place.spots()[1:]] + [math.inf]
    warmth = np.empty_like(minutes)
    first = 0
    for leg, end in zip(place.spots(), ends, strict=True):
        last = int(np.searchsorted(minutes, end))
        stop = min(last + 1, len(minutes))
        if stop - first > 1:
            here = slice(first, stop)
            around = np.append(air[first:last], leg.air.at(minutes[last:stop] - leg.from_min))
            warmth[here] = _warmth(start, around, time_constant_h(place, leg.film), dt, heating[here])
            start, first = float(warmth[stop - 1]), stop - 1
    return warmth


@remembered(64)
def simulate(dough: Dough, start: State, place: Place, minutes: float, step: float = 1.0) -> Course:
    """March one stage through its surroundings.

    minutes: 1 to 8640; step min. Fermentation heat enters by one correction pass: error under
    1 % against an ODE solver (tests/reference).
    """
    t = np.arange(0.0, minutes + step, step)
    dt = step / 60
    warmth = _through(place, start.temperature, t, np.zeros_like(t))
    theta = start.theta + running(activity(warmth), dt)
    rate = gas_rate(dough, theta, warmth)
    warmth = _through(place, start.temperature, t, c.HEAT_OF_GAS.value * rate)
    theta = start.theta + running(activity(warmth), dt)
    gas = start.gas + running(gas_rate(dough, theta, warmth), dt)
    return Course(t, warmth, theta, gas)


def _one_and_fourth(x: Array, most: float) -> Array:
    """1 + (x/most)^4, by products in place: a general power takes ten times as long over a grid of vigours and
    minutes.
    """
    y = np.asarray(x) * (1 / most)
    y *= y
    y *= y
    y += 1
    return np.asarray(y)


def _towards(x: Array, most: float) -> Array:
    """x while it is small, `most` when it is large: x/(1 + (x/most)^4)^(1/4)."""
    y = _one_and_fourth(x, most)
    np.sqrt(y, out=y)
    np.sqrt(y, out=y)
    return np.asarray(np.divide(x, y, out=y))


def gas_with_ceiling(dough: Dough, gas: Array, vigour: Array | float) -> Array:
    """Gas for a vigour, limited by the sugar there is: P = kQ/(1+(kQ/Pm)^4)^(1/4), Pm = 1.8 (4 + sugar)."""
    return _towards(np.asarray(vigour * gas), 1.8 * (4 + dough.sugar))


def powder_gas(dough: Dough, minutes: Array | float) -> Array:
    """Gas from baking powder in the cold dough, mL/mL, after so many minutes."""
    return 0.45 * 0.25 * dough.baking_powder * (1 - np.exp(-np.asarray(minutes) / 60 / 0.15))


def retained(dough: Dough, gas: Array) -> Array:
    """Gas the dough still holds: nearly all at first, losing it past what its flour can hold."""
    most = 1.1 * dough.rise_ceiling - 0.8
    held = _towards(gas, most)
    held /= _one_and_fourth(gas, 3 * most)
    return held


def dissolved_limit(dough: Dough, temperature: Array | float) -> Array:
    """Gas the dough's water can dissolve, mL at 25 °C per mL dough. T 0 to 45 °C."""
    water = 1.2 * dough.hydration / dough.total
    return c.DISSOLVED_25.value * np.exp(-c.DISSOLVED_SLOPE.value * np.asarray(temperature)) * water


def bubble_gas(dough: Dough, held: Array, temperature: Array | float) -> Array:
    """Gas in bubbles once the water has taken its share (mL at 25 °C per mL dough)."""
    air = c.AIR_MIXED_IN.value
    b = held - air - dissolved_limit(dough, temperature)
    return (b + np.sqrt(b * b + 4 * air * held)) / 2


def volume_ratio(dough: Dough, held: Array, temperature: Array | float) -> Array:
    """Volume over that of the dough as mixed, from the gas it holds."""
    air = c.AIR_MIXED_IN.value
    warm = (np.asarray(temperature) + 273.15) / 298.15
    return (1 + (bubble_gas(dough, held, temperature) + air) * warm) / (1 + air)
