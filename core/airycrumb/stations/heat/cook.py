"""Cooking one filled piece: its core, crumb and skin through time, and how long it needs."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.integrate import cumulative_trapezoid

from airycrumb.data import heat as c
from airycrumb.data.shapes import SEAM_SHARE
from airycrumb.memo import remembered
from airycrumb.stations.heat.fire import Boundary, phases
from airycrumb.stations.heat.march import AT, BOTTOM, CORE, CRUMB, GONE, STEP, TOP, march
from airycrumb.stations.heat.properties import GRID, Shares, Table, dough_table, filling_table
from airycrumb.stations.heat.shape import Body, body, mesh
from airycrumb.stations.heat.water import Array, boiling_point, latent_heat, vapour_density

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
class Course:
    """A temperature through time: minutes, rising, and °C at each."""

    minutes: Array
    celsius: Array

    def reaches(self, target: float) -> float | None:
        """First minute at which it reaches target °C, None where it never does."""
        hit = np.flatnonzero(self.celsius >= target)
        if not len(hit):
            return None
        i = int(hit[0])
        if i == 0:
            return 0.0
        low, high = self.celsius[i - 1], self.celsius[i]
        part = (target - low) / (high - low)
        return float(self.minutes[i - 1] + part * (self.minutes[i] - self.minutes[i - 1]))


@dataclass(frozen=True)
class Cook:
    """A cook minute by minute (every 15 s). °C; base: the lower skin; loss: share of the raw mass; heat_ends: min.

    cells: (samples, cells) °C from bottom skin to centre to top skin, at radii of `mesh`.
    """

    minutes: Array
    core: Array
    crumb: Array
    skin: Array
    base: Array
    loss: Array
    heat_ends: float
    energy_in: float
    energy_held: float
    body: Body
    cells: Array

    def reaches(self, values: Array, target: float) -> float | None:
        """First minute at which `values` reach target °C, None where they never do."""
        return Course(self.minutes, values).reaches(target)

    @property
    def course(self) -> "Course":
        """The core's course."""
        return Course(self.minutes, self.core)

    @property
    def lethal_min(self) -> Array:
        """Minutes at 70 °C the coldest point's heat so far is worth: the integral of 10^((T - 70)/z) dt."""
        return lethality(self.minutes, self.core)


def lethality(minutes: Array, celsius: Array) -> Array:
    """Minutes at 70 °C that a course of temperatures is worth, up to each minute: integral of 10^((T - 70)/z) dt, z
    7.5 °C.

    T 50 to 100 °C (below, next to nothing; above 90 held to 90). Worked: 2 min at 70 °C are 2.0; 30 s at 75 °C are
    2.3.
    """
    rate = 10 ** ((np.minimum(celsius, 90.0) - c.LETHAL_C.value) / c.LETHAL_Z.value)
    return cumulative_trapezoid(rate, minutes, initial=0)


def _held(temperature: Array, mass: Array, material: NDArray[np.int64], enthalpies: tuple[Array, Array]) -> float:
    """J in the piece above -40 °C. enthalpies: of filling and dough."""
    filling, dough = (np.interp(temperature, GRID, h) for h in enthalpies)
    return float(mass @ np.where(material > 0, dough, filling))


def _stacked(tables: tuple[Table, Table]) -> Array:
    """As the march takes them: filling and dough, then both as they cool."""
    heated = [(t.enthalpy, t.capacity, t.conductivity) for t in tables]
    return np.stack(heated + [(t.cooling, t.cooling_capacity, t.conductivity) for t in tables])


@remembered(64)
def cook(piece: Piece, fire: Boundary, minutes: float, rest: float = 0.0) -> Cook:
    """Heat a piece for so many minutes, then rest it.

    minutes 1 to 180, rest 0 to 60. Start temperatures -30 to 60 °C.
    """
    dough = dough_table(piece.dough_shares, round(piece.dough_density, 0), fire.altitude_m)
    filling = filling_table(piece.filling_shares, fire.altitude_m)
    tables = (filling, dough)
    wall_g = piece.dough_g * (1 - SEAM_SHARE.get(piece.shape, 0.0) * (piece.filling_g >= 1))
    shape = body(piece.shape, wall_g / 1000 / dough.density, piece.filling_g / 1000 / filling.density)
    m = mesh(shape)
    density = np.where(m.material > 0, dough.density, filling.density)
    mass = m.volume * density
    temperature = np.where(m.material > 0, piece.dough_c, piece.filling_c).astype(float)
    before = _held(temperature, mass, m.material, (filling.enthalpy, dough.enthalpy))
    samples, cells, energy = march(
        temperature,
        mass,
        density,
        m.material,
        m.radius,
        m.thickness,
        m.face,
        np.array([m.surface_bottom, m.surface_top]),
        shape.dimension,
        _stacked(tables),
        _VAPOUR,
        float(latent_heat(90.0)),
        c.SKIN_MM.value / 1000 * dough.density * piece.dough_shares[0],
        phases(fire, minutes, rest),
        EVERY,
        c.EMISSIVITY_VIEW.value * c.STEFAN_BOLTZMANN.value,
    )
    dried = _crust_loss(temperature, mass, m.material, piece.dough_shares[0], fire.altitude_m)
    grams = (wall_g + piece.filling_g) / 1000
    at = samples[:, AT]
    loss = (samples[:, GONE] + dried * np.clip(at / max(at[-1], STEP), 0, 1)) / grams
    ended = (filling.cooling, dough.cooling) if rest > 0 else (filling.enthalpy, dough.enthalpy)
    after = _held(temperature, mass, m.material, ended)
    core, crumb, skin, base = (samples[:, i] for i in (CORE, CRUMB, TOP, BOTTOM))
    return Cook(
        minutes=at / 60,
        core=core,
        crumb=crumb,
        skin=skin,
        base=base,
        loss=loss,
        heat_ends=minutes,
        energy_in=float(energy),
        energy_held=after - before,
        body=shape,
        cells=cells,
    )


def _crust_loss(temperature: Array, mass: Array, material: NDArray[np.int64], water: float, altitude_m: float) -> float:
    """kg of water the crust has lost above boiling, from how far each cell got."""
    over = np.maximum(temperature - boiling_point(altitude_m), 0)
    return float(mass @ (material * over / (3 + over))) * max(water - c.DRIED_WATER.value, 0)


def colour(skin_c: float, sooner: float) -> str:
    """The word for a surface that reached so many °C (±12); sooner: how many °C earlier it browns than a bare one."""
    return next(word for limit, word in c.COLOURS if skin_c + sooner < limit)


def browning(skin_c: float, sooner: float) -> float:
    """Browning index of a surface that reached so many °C: 0 where colour begins (105), 100 where it burns (185)."""
    start, end = c.COLOURS[0][0], c.COLOURS[-2][0]
    return float(np.clip(100 * (skin_c + sooner - start) / (end - start), 0, 100))
