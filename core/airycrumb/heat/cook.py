"""Cooking one filled piece: its core, crumb and skin through time, and how long it needs."""

from dataclasses import dataclass

import numpy as np

from airycrumb.data import heat as c
from airycrumb.heat.march import PHASE_COLUMNS, STEP, march
from airycrumb.heat.properties import GRID, Shares, Table, dough_table, filling_table
from airycrumb.heat.shape import Body, body, mesh
from airycrumb.heat.water import Array, boiling_point, latent_heat, vapour_density
from airycrumb.quantities import Band

EVERY = 3  # steps between samples: 15 s
_VAPOUR = vapour_density(np.minimum(GRID, 150.0))


@dataclass(frozen=True)
class Piece:
    """One piece as it goes to the heat. Masses g, temperatures °C, dough_density kg/m3 (250 to 1050)."""

    shape: str
    dough_g: float
    filling_g: float
    dough_shares: Shares
    filling_shares: Shares
    dough_density: float
    dough_c: float
    filling_c: float


@dataclass(frozen=True)
class Fire:
    """How it is heated. method: steam or oven; air_c: oven temperature (unused for steam).

    watts_each: net hob power for each piece, 0 where nothing limits it; covered: rests under
    the lid or a cloth; altitude m.
    """

    method: str
    air_c: float
    fire: str
    fan: bool
    watts_each: float
    altitude_m: float
    covered: bool


@dataclass(frozen=True)
class Cook:
    """A cook minute by minute (every 15 s). °C; loss: share of the raw mass; heat_ends: min."""

    minutes: Array
    core: Array
    crumb: Array
    skin: Array
    loss: Array
    heat_ends: float
    energy_in: float
    energy_held: float
    body: Body

    def reaches(self, values: Array, target: float) -> float | None:
        """First minute at which `values` reach target °C, None where they never do."""
        hit = np.flatnonzero(values >= target)
        if not len(hit):
            return None
        i = int(hit[0])
        if i == 0:
            return 0.0
        part = (target - values[i - 1]) / (values[i] - values[i - 1])
        return float(self.minutes[i - 1] + part * (self.minutes[i] - self.minutes[i - 1]))


def steam_temperature(fire: Fire) -> float:
    """°C of steam with some air in it, at this altitude."""
    return boiling_point(fire.altitude_m) - c.AIR_DEPRESSION[fire.fire]


def _phase(minutes: float, air: tuple[float, float], setting: c.Setting, most_watts: float) -> list[float]:
    row = [
        minutes * 60,
        *air,
        setting.h_top,
        setting.h_bottom,
        setting.tray_capacity,
        float(setting.radiates),
        float(setting.wet_air),
        most_watts,
    ]
    assert len(row) == PHASE_COLUMNS
    return row


def _phases(fire: Fire, minutes: float, rest: float) -> Array:
    if fire.method == "steam":
        air = steam_temperature(fire)
        heat = _phase(minutes, (air, air), c.SETTINGS["steam"], fire.watts_each)
    else:
        heat = _phase(minutes, (fire.air_c, fire.air_c), c.SETTINGS["oven_fan" if fire.fan else "oven"], 0)
    if rest <= 0:
        return np.array([heat])
    if fire.covered:
        # Under the lid the steam cools slowly; 95 to 75 °C in ten minutes is a guess.
        return np.array([heat, _phase(rest, (95.0, 95.0 - 2 * rest), c.SETTINGS["rest_covered"], 0)])
    return np.array([heat, _phase(rest, (22.0, 22.0), c.SETTINGS["rest_open"], 0)])


def _stack(table: Table) -> Array:
    return np.stack((table.enthalpy, table.capacity, table.conductivity))


def _held(temperature: Array, mass: Array, is_dough: Array, dough: Table, filling: Table) -> float:
    """J in the piece above 0 °C."""
    per_kg = np.where(
        is_dough > 0, np.interp(temperature, GRID, dough.enthalpy), np.interp(temperature, GRID, filling.enthalpy)
    )
    return float(mass @ per_kg)


def cook(piece: Piece, fire: Fire, minutes: float, rest: float = 0.0) -> Cook:
    """Heat a piece for so many minutes, then rest it.

    minutes 1 to 180, rest 0 to 30. Start temperatures 0 to 60 °C (no ice in this model yet).
    """
    dough = dough_table(piece.dough_shares, round(piece.dough_density, 0), fire.altitude_m)
    filling = filling_table(piece.filling_shares, fire.altitude_m)
    shape = body(piece.shape, piece.dough_g / 1000 / dough.density, piece.filling_g / 1000 / filling.density)
    m = mesh(shape)
    density = np.where(m.is_dough > 0, dough.density, filling.density)
    mass = m.volume * density
    temperature = np.where(m.is_dough > 0, piece.dough_c, piece.filling_c).astype(float)
    before = _held(temperature, mass, m.is_dough, dough, filling)
    skin_water = c.SKIN_MM.value / 1000 * dough.density * piece.dough_shares[0]
    samples, energy = march(
        temperature,
        mass,
        density,
        m.is_dough,
        m.radius,
        m.thickness,
        m.face,
        np.array([m.surface_bottom, m.surface_top]),
        shape.dimension,
        _stack(dough),
        _stack(filling),
        _VAPOUR,
        float(latent_heat(90.0)),
        skin_water,
        _phases(fire, minutes, rest),
        EVERY,
        c.EMISSIVITY_VIEW.value * c.STEFAN_BOLTZMANN.value,
        c.AIR_VAPOUR.value,
    )
    dried = _crust_loss(temperature, mass, m.is_dough, piece.dough_shares[0], fire.altitude_m)
    grams = (piece.dough_g + piece.filling_g) / 1000
    loss = (samples[:, 5] + dried * np.clip(samples[:, 0] / max(samples[-1, 0], STEP), 0, 1)) / grams
    after = _held(temperature, mass, m.is_dough, dough, filling)
    return Cook(
        samples[:, 0] / 60,
        samples[:, 1],
        samples[:, 2],
        samples[:, 3],
        loss,
        minutes,
        float(energy),
        after - before,
        shape,
    )


def _crust_loss(temperature: Array, mass: Array, is_dough: Array, water: float, altitude_m: float) -> float:
    """kg of water the crust has lost above boiling, from how far each cell got."""
    over = np.maximum(temperature - boiling_point(altitude_m), 0)
    return float(mass @ (is_dough * over / (3 + over))) * max(water - c.DRIED_WATER.value, 0)


def spread(minutes: float) -> Band:
    """A forecast of minutes with its band: ±20 % is assumed (docs/models/heat.md)."""
    d = c.MINUTES_DOUBT.value
    return Band(minutes * (1 - d), minutes, minutes * (1 + d))


def colour(skin_c: float, enriched: bool) -> str:
    """The word for a surface that reached so many °C (±12); egg, milk and sugar brown 10 °C sooner."""
    sooner = c.GOLDEN_FROM.value - c.GOLDEN_FROM_WASHED.value if enriched else 0.0
    return next(word for limit, word in c.COLOURS if skin_c + sooner < limit)


def steam_water_ml(net_watts: float, minutes: float) -> float:
    """mL boiled away in so many minutes at this net power: 60 P/2257 g a minute."""
    return 60 * net_watts / 2257 * minutes
