"""Heat capacity, conductivity and enthalpy of dough and filling, tabulated over temperature."""

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from airycrumb.data import heat as c
from airycrumb.numerical import running
from airycrumb.stations.heat.water import (
    Array,
    air_pressure,
    boiling_point,
    latent_heat,
    saturation_pressure,
    vapour_density,
)

GRID = np.arange(-40.0, 300.5, 0.5)  # °C; the march looks properties up here
Shares = tuple[float, float, float, float, float]  # water, protein, fat, carbohydrate, ash; sum 1
NAMES = ("water", "protein", "fat", "carbohydrate", "ash")


@dataclass(frozen=True)
class Table:
    """A material over GRID. enthalpy J/kg from -40 °C, capacity J/kgK, conductivity W/mK; density kg/m3.

    cooling, cooling_capacity: the same once it is off the heat, when what has dried stays dry.
    """

    enthalpy: Array
    capacity: Array
    conductivity: Array
    density: float
    cooling: Array
    cooling_capacity: Array


def _poly(component: str, what: str, t: Array) -> Array:
    a, b, cc = c.PROPERTIES[component][what]
    return a + b * t + cc * t**2


def ice_share(shares: Shares, t: Array | float, freezes_c: float) -> Array:
    """kg of ice in a kg: (x_w - x_b)(1 - T_f/T) below the freezing point; x_b = .4 protein + .25 carbohydrate is bound.

    T -40 to 300 °C; freezes_c below 0. Form of the ASHRAE Refrigeration handbook (thermal properties of foods).
    Worked: water .7, protein .2, T_f -1.5: at -15 °C (.7 - .08) x .9 = .558.
    """
    x = np.asarray(t, dtype=float)
    free = max(shares[0] - 0.4 * shares[1] - 0.25 * shares[3], 0.0)
    return np.where(x < freezes_c, free * (1 - freezes_c / np.minimum(x, freezes_c)), 0.0)


def _mixture(shares: Shares, ice: Array) -> list[tuple[str, Array]]:
    """Mass share of each component, frozen water apart."""
    named = zip(NAMES, shares, strict=True)
    return [(n, s - ice if n == "water" else np.full_like(ice, s)) for n, s in named] + [("ice", ice)]


def specific_heat(shares: Shares, t: Array | float, ice: Array | float = 0.0) -> Array:
    """J/kgK of a mixture, mass-weighted, without the heat of melting. T -40 to 150 °C (clamped). Choi and Okos 1986."""
    x = np.clip(np.asarray(t, dtype=float), -40, 150)
    frozen = np.broadcast_to(np.asarray(ice, dtype=float), x.shape)
    return sum((s * _poly(n, "cp", x) for n, s in _mixture(shares, frozen)), np.zeros_like(x))


def solid_density(shares: Shares, t: float = 20.0) -> float:
    """kg/m3 without pores: 1/sum(x/rho)."""
    x = np.asarray(t)
    return float(1 / sum(s / _poly(n, "rho", x) for n, s in zip(NAMES, shares, strict=True)))


def solid_conductivity(shares: Shares, t: Array | float, ice: Array | float = 0.0) -> Array:
    """W/mK without pores, parallel model: volume-weighted. T -40 to 150 °C (clamped)."""
    x = np.clip(np.asarray(t, dtype=float), -40, 150)
    frozen = np.broadcast_to(np.asarray(ice, dtype=float), x.shape)
    volumes = [(n, s / _poly(n, "rho", x)) for n, s in _mixture(shares, frozen)]
    whole = sum(v for _, v in volumes)
    return sum((v / whole * _poly(n, "k", x) for n, v in volumes), np.zeros_like(x))


def pore_conductivity(t: Array | float, pressure: float) -> Array:
    """W/mK of the gas in moist pores: air, plus vapour evaporating on the warm side and condensing on the cold.

    k = k_air + eta D L (d rho_v/dT) P/(P - p_v), the last factor held under 1/.03. T -40 to boiling.
    """
    x = np.asarray(t, dtype=float)
    slope = (vapour_density(x + 0.05) - vapour_density(x - 0.05)) / 0.1
    diffusivity = 2.12e-5 * ((x + 273.15) / 273.15) ** 1.8 * 101325 / pressure
    crowding = 1 / np.maximum(1 - saturation_pressure(x) / pressure, 0.03)
    return 0.0243 + 7e-5 * x + c.ETA.value * diffusivity * latent_heat(x) * slope * crowding


def maxwell(matrix: Array, gas: Array, porosity: float) -> Array:
    """W/mK of a matrix with round pores. porosity 0 to 0.75. Maxwell 1873."""
    top = 2 * matrix + gas - 2 * porosity * (matrix - gas)
    return matrix * top / (2 * matrix + gas + porosity * (matrix - gas))


def _drying(t: Array, boiling: float) -> Array:
    """Share of the crust's water gone at T °C: u/(3+u), u = T - T_boil."""
    over = np.maximum(t - boiling, 0)
    return over / (3 + over)


def _table(shares: Shares, moist: Array, ice: Array, density: float, altitude_m: float) -> Table:
    boiling = boiling_point(altitude_m)
    dried = _drying(GRID, boiling)
    vapour = max(shares[0] - c.DRIED_WATER.value, 0.0) * float(latent_heat(boiling))
    sensible = running(specific_heat(shares, GRID, ice), GRID)
    melted = sensible + c.FUSION.value * (ice[0] - ice)
    enthalpy = melted + vapour * dried
    conductivity = 0.08 + (moist - 0.08) * (1 - dried) ** 3
    capacity, cooling_capacity = np.gradient(enthalpy, GRID), np.gradient(melted, GRID)
    return Table(
        enthalpy=enthalpy,
        capacity=capacity,
        conductivity=conductivity,
        density=density,
        cooling=melted,
        cooling_capacity=cooling_capacity,
    )


@lru_cache(maxsize=256)
def dough_table(shares: Shares, density: float, altitude_m: float) -> Table:
    """A porous dough of this bulk density (kg/m3, 250 to 1050) at this altitude."""
    porosity = max(0.0, 1 - density / c.DOUGH_SOLID_DENSITY.value)
    pressure, boiling = air_pressure(altitude_m), boiling_point(altitude_m)
    at, ice = np.minimum(GRID, boiling), ice_share(shares, GRID, c.DOUGH_FREEZES.value)
    moist = maxwell(solid_conductivity(shares, at, ice), pore_conductivity(at, pressure), porosity)
    return _table(shares, moist, ice, density, altitude_m)


@lru_cache(maxsize=256)
def filling_table(shares: Shares, altitude_m: float) -> Table:
    """A dense filling of this composition."""
    at, ice = np.minimum(GRID, boiling_point(altitude_m)), ice_share(shares, GRID, c.FILLING_FREEZES.value)
    return _table(shares, solid_conductivity(shares, at, ice), ice, solid_density(shares), altitude_m)
