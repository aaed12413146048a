"""Cooking one filled piece: its core, crumb and skin through time, and how long it needs."""

from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from airycrumb.data import heat as c
from airycrumb.memo import remembered
from airycrumb.numerical import running
from airycrumb.outline import PLAIN_BELOW, Solid, Walls, of_piece
from airycrumb.stations.heat.fire import Boundary, phases
from airycrumb.stations.heat.march import AT, BOTTOM, CORE, CRUMB, ENERGY, GONE, TOP, march
from airycrumb.stations.heat.properties import GRID, Shares, Table, dough_table, filling_table
from airycrumb.stations.heat.shape import Mesh, mesh
from airycrumb.stations.heat.water import Array, boiling_point, latent_heat, vapour_density

EVERY = 15.0  # s between samples
CARRIED_C = 10.0  # °C a rest adds in the middle, at the first guess
NEAR, MOST_LOOKS = 4, 6  # samples from the end within which a straight line will do, and how often it is looked for
HORIZONS_MIN = (25.0, 45.0, 75.0, 150.0)  # most pieces are done within the first; a large loaf asks for the last
_VAPOUR = vapour_density(np.minimum(GRID, 150.0))


@dataclass(frozen=True)
class Piece:
    """One piece as it goes to the heat. Masses g, temperatures °C, dough_density kg/m3 (250 to 1050).

    mixed: whether the filling lies all through the dough; lies: width and length over height as it was rolled, None as
    is usual for its shape; sides_shut: share of its sides that neighbours shut off, 0 to 1.
    """

    shape: str
    dough_g: float
    filling_g: float
    dough_shares: Shares
    filling_shares: Shares
    dough_density: float
    dough_c: float
    filling_c: float
    mixed: bool = False
    lies: tuple[float, float] | None = None
    sides_shut: float = 0.0
    walls: Walls = "heaped"


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

    cells: (samples, sectors, layers) °C of the mesh.
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
    mesh: Mesh
    body: Solid
    cells: Array

    def reaches(self, values: Array, target: float) -> float | None:
        """First minute at which `values` reach target °C, None where they never do."""
        return Course(self.minutes, values).reaches(target)

    @property
    def course(self) -> "Course":
        """The core's course."""
        return Course(self.minutes, self.core)

    @cached_property
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
    return running(rate, minutes)


def _held(temperature: Array, grams: Array, enthalpies: tuple[Array, Array]) -> float:
    """J in the piece above -40 °C. grams: kg of filling and of dough in each cell; enthalpies: of the two."""
    return float(sum((m * np.interp(temperature, GRID, h)).sum() for m, h in zip(grams, enthalpies, strict=True)))


def _stacked(tables: tuple[Table, Table]) -> Array:
    """As the march takes them: filling and dough, then both as they cool."""
    heated = [(t.enthalpy, t.capacity, t.conductivity) for t in tables]
    return np.stack(heated + [(t.cooling, t.cooling_capacity, t.conductivity) for t in tables])


@dataclass(frozen=True)
class _Section:
    """A piece made ready for the march: its cells, what is in each, and what they are made of."""

    body: Solid
    mesh: Mesh
    grams: Array
    core: NDArray[np.bool_]
    wall: NDArray[np.bool_]
    filling: Table
    dough: Table
    whole_kg: float


def _section(piece: Piece, altitude_m: float) -> _Section:
    dough = dough_table(piece.dough_shares, round(piece.dough_density, 0), altitude_m)
    filling = filling_table(piece.filling_shares, altitude_m)
    filled = piece.filling_g / 1000 / filling.density
    whole, wall = of_piece(piece.shape, piece.dough_g / 1000 / dough.density, filled, piece.lies)
    wall_g = piece.dough_g * wall
    share = filled / whole.volume
    share = share if share > PLAIN_BELOW else 0.0
    m = mesh(whole, share, piece.shape, piece.mixed, piece.sides_shut, piece.walls)
    grams = np.stack((m.volume * m.filling * filling.density, m.volume * (1 - m.filling) * dough.density))
    return _Section(whole, m, grams, *_kinds(m), filling, dough, (wall_g + piece.filling_g) / 1000)


Marched = tuple[Array, Array, Array]
_compiled: Callable[..., Marched] = march  # a compiled function tells nothing of its arguments


def _march(s: _Section, temperature: Array, wet: Array, rows: Array, known_c: float = -273.0) -> Marched:
    """Samples, cells and water on the skins, from these temperatures through these phases.

    known_c: what the coldest point has got to already.
    """
    m = s.mesh
    return _compiled(
        temperature.copy(),
        s.grams,
        m.filling,
        s.core,
        s.wall,
        *m.ways_of_heat,
        _stacked((s.filling, s.dough)),
        _VAPOUR,
        float(latent_heat(90.0)),
        wet,
        rows,
        EVERY,
        c.EMISSIVITY_VIEW.value * c.STEFAN_BOLTZMANN.value,
        known_c,
    )


@remembered(64)
def _heated(piece: Piece, fire: Boundary, minutes: float) -> tuple[_Section, Marched]:
    """A piece heated for so many minutes, and not rested."""
    s = _section(piece, fire.altitude_m)
    start = s.mesh.filling * piece.filling_c + (1 - s.mesh.filling) * piece.dough_c
    return s, _march(s, start, _skin_water(s.mesh, piece, s.dough, s.filling), phases(fire, minutes, 0.0))


def _horizon(minutes: float) -> float:
    """How long a heat is worked that is asked about at so many minutes: it is asked again at others."""
    return float(next((h for h in HORIZONS_MIN if h >= minutes), minutes))


def _rested(piece: Piece, fire: Boundary, minutes: float, rest: float) -> tuple[_Section, Marched, int]:
    """A heat up to its end, the rest joined on, and the number of samples before the rest.

    A rest begins where a heat kept from before, perhaps a longer one, had got to at the nearest sample.
    """
    s, (samples, cells, wets) = _heated(piece, fire, _horizon(minutes) if rest > 0 else float(minutes))
    if rest <= 0:
        return s, (samples, cells, wets), len(samples)
    at = int(np.argmin(np.abs(samples[:, AT] - minutes * 60)))
    after, cooled, wetter = _march(s, cells[at], wets[at], phases(fire, 0.0, rest), float(samples[at, CORE]))
    after[:, AT] += samples[at, AT]
    after[:, ENERGY] += samples[at, ENERGY]
    after[:, GONE] += samples[at, GONE]
    joined = zip((samples[:at], cells[:at], wets[:at]), (after, cooled, wetter), strict=True)
    return s, tuple(np.concatenate(pair) for pair in joined), at + 1  # type: ignore[return-value]


@remembered(64)
def reached_resting(piece: Piece, fire: Boundary, celsius: float, heated: float, rest: float) -> float:
    """Minutes of heat after which the middle still gets to so many °C in a rest of so many minutes, by the secant.

    heated: minutes after which it is that hot while it is heated; without a rest no fewer are enough.
    """
    if rest <= 0:
        return heated
    core = _heated(piece, fire, _horizon(heated))[1][0][:, CORE]
    last = int(heated * 60 / EVERY)
    peak = lambda at: float(_rested(piece, fire, at * EVERY / 60, rest)[1][0][at:, CORE].max())
    begins = min(int(np.argmax(core >= celsius - CARRIED_C)), last)
    got, slope = peak(begins), float(core[begins + 1] - core[begins])
    for _ in range(MOST_LOOKS):
        step = (celsius - got) / max(slope, 1e-3)
        tried = min(max(begins + round(step), 0), last)
        if abs(step) <= NEAR or tried == begins:
            break
        now = peak(tried)
        slope, begins, got = (now - got) / (tried - begins), tried, now
    return min(heated, max(0.0, begins + step) * EVERY / 60)


@remembered(64)
def cook(piece: Piece, fire: Boundary, minutes: float, rest: float = 0.0) -> Cook:
    """Heat a piece for so many minutes, then rest it.

    minutes 1 to 180, rest 0 to 60. Start temperatures -30 to 60 °C.
    """
    s, (samples, cells, _), heated = _rested(piece, fire, minutes, rest)
    dried = _crust_loss(cells[heated - 1], s.grams[1], piece.dough_shares[0], fire.altitude_m)
    at = samples[:, AT]
    ends = max(at[heated - 1], 1.0)
    loss = (samples[:, GONE] + dried * np.clip(at / ends, 0, 1)) / s.whole_kg
    ended = (s.filling.cooling, s.dough.cooling) if rest > 0 else (s.filling.enthalpy, s.dough.enthalpy)
    before = _held(cells[0], s.grams, (s.filling.enthalpy, s.dough.enthalpy))
    core, crumb, skin, base = (samples[:, i] for i in (CORE, CRUMB, TOP, BOTTOM))
    return Cook(
        minutes=at / 60,
        core=core,
        crumb=crumb,
        skin=skin,
        base=base,
        loss=loss,
        heat_ends=minutes,
        energy_in=float(samples[-1, ENERGY]),
        energy_held=_held(cells[-1], s.grams, ended) - before,
        mesh=s.mesh,
        body=s.body,
        cells=cells,
    )


def _crust_loss(temperature: Array, dough_kg: Array, water: float, altitude_m: float) -> float:
    """kg of water the crust has lost above boiling, from how far each cell got."""
    over = np.maximum(temperature - boiling_point(altitude_m), 0)
    return float((dough_kg * over / (3 + over)).sum()) * max(water - c.DRIED_WATER.value, 0)


def _skin_water(m: Mesh, piece: Piece, dough: Table, filling: Table) -> Array:
    """kg/m2 of water that can leave each sector's skin wet, of dough or of filling that lies open."""
    crust, open_filling = dough.density * piece.dough_shares[0], filling.density * piece.filling_shares[0]
    return c.SKIN_MM.value / 1000 * np.where(m.filling[:, -1] > 0.5, open_filling, crust)


def _kinds(m: Mesh) -> tuple[NDArray[np.bool_], NDArray[np.bool_]]:
    """Cells that count as filling and as crumb. In a piece of one material, or of two mixed, both are everywhere."""
    core = m.filling > 0.5
    everywhere = np.ones_like(core)
    return (core, ~core) if core.any() and (~core).any() else (everywhere, everywhere)


def colour(skin_c: float, sooner: float) -> str:
    """The word for a surface that reached so many °C (±12); sooner: how many °C earlier it browns than a bare one."""
    return next(word for limit, word in c.COLOURS if skin_c + sooner < limit)


def browning(skin_c: float, sooner: float) -> float:
    """Browning index of a surface that reached so many °C: 0 where colour begins (105), 100 where it burns (185)."""
    start, end = c.COLOURS[0][0], c.COLOURS[-2][0]
    return float(np.clip(100 * (skin_c + sooner - start) / (end - start), 0, 100))
