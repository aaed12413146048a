"""What a piece of finite elements meets: the rows of a heat, on every point of its surface."""

from typing import Any

import numpy as np
from iapws.iapws97 import _PSat_T
from skfem.element import DiscreteField

from airycrumb.stations.heat import Boundary
from airycrumb.stations.heat import march as m
from airycrumb.stations.heat.fire import phases
from tests.reference.elements import Elements, given, takes

STEAM = Boundary("steam", 0, "high", False, 0, 0, True)
PAN = Boundary("pan", 0, "gentle", False, 0, 0, True)
OVEN = Boundary("oven", 200, "high", False, 0, 0, False)
# Share of the walls' glow x W/m2K4, m of skin that dries, J/kg at 90 °C.
GLOW, SKIN_M, LATENT = 0.675 * 5.67e-8, 0.5e-3, 2.283e6


def vapour(celsius: np.ndarray) -> np.ndarray:
    """kg/m3 of saturated vapour: pressure by IAPWS-97 (iapws), as an ideal gas."""
    pressure = np.vectorize(lambda t: 1e6 * _PSat_T(t + 273.15))(np.clip(celsius, 1, 150))
    return np.asarray(pressure / (461.5 * (celsius + 273.15)))


SATURATED = vapour(np.arange(0.0, 301.0))


class Heated:
    """A heat's rows on the surface of a piece: air, glow, what it stands on, and a skin that dries
    (Chilton-Colburn, Le^(2/3) = 0.9).

    water: share of water in the dough and in filling that lies open; sides_shut: share of what faces sideways that
    neighbours shut off.
    """

    def __init__(
        self,
        elements: Elements,
        fire: Boundary,
        minutes: float,
        water: tuple[float, float],
        sides_shut: float = 0.0,
    ) -> None:
        self.rows, self.step_s = phases(fire, minutes, 0.0), 0.0
        self.ends = np.cumsum(self.rows[:, m.SECONDS]) / 60
        self.edges = {name: elements.edge(name) for name in ("below", "not below", "above", "not above")}
        dough, filling = (SKIN_M * t.density * w for t, w in zip(elements.tables, water, strict=True))
        self.wet, self.open, self.plate = {}, {}, {}
        for name, edge in self.edges.items():
            is_open = elements.is_filling[elements.mesh.f2t[0, edge.find]]
            self.wet[name] = np.where(is_open[:, None], filling, dough) * np.ones(edge.dx.shape)
            across = np.linalg.norm(np.asarray(edge.normals)[:-1], axis=0)
            self.open[name] = 1 - sides_shut * across
            self.plate[name] = np.full(edge.dx.shape, np.nan)
        self.row = -1

    def __call__(self, minute: float, step_s: float, celsius: np.ndarray) -> tuple[Any, np.ndarray]:
        """What the surface takes and is given, and the water that leaves it in the step that ends at a minute."""
        self.step_s = step_s
        at = min(int(np.searchsorted(self.ends, minute - step_s / 120)), len(self.rows) - 1)
        row, since = self.rows[at], 60 * (minute - (self.ends[at - 1] if at else 0.0))
        if row[m.AIR_TAU] > 0:
            air = row[m.AIR_END] + (row[m.AIR] - row[m.AIR_END]) * np.exp(-since / row[m.AIR_TAU])
        else:
            air = row[m.AIR] + (row[m.AIR_END] - row[m.AIR]) * since / row[m.SECONDS]
        touches, free = ("above", "not above") if row[m.TURNED] > 0 else ("below", "not below")
        if at != self.row and row[m.PLATE_C] > -100:
            self.plate[touches][:] = row[m.PLATE_C]
        self.row = at
        found = [self._free(free, row, air, celsius), self._below(touches, row, air, celsius)]
        return sum(k for k, _ in found), sum(v for _, v in found)

    def _met(self, name: str, h: np.ndarray, put: np.ndarray) -> tuple[Any, np.ndarray]:
        edge, share = self.edges[name], self.open[name]
        h, put = (np.broadcast_to(what, edge.dx.shape) * share for what in (h, put))
        return takes.assemble(edge, w=DiscreteField(h)), given.assemble(edge, w=DiscreteField(put))

    def _glow(self, t: np.ndarray, air: float) -> np.ndarray:
        walls, skin = air + 273.15, t + 273.15
        return np.asarray(GLOW * (walls**2 + skin**2) * (walls + skin))

    def _free(self, name: str, row: np.ndarray, air: float, celsius: np.ndarray) -> tuple[Any, np.ndarray]:
        t = np.asarray(self.edges[name].interpolate(celsius))
        h = row[m.H_TOP] + row[m.RADIATES] * self._glow(t, air)
        put = h * air
        if row[m.AIR_VAPOUR] >= 0:
            transfer = row[m.H_TOP] / (1010 * 0.9) * LATENT * (self.wet[name] > 0)
            leaves = transfer * (np.interp(t, np.arange(301.0), SATURATED) - row[m.AIR_VAPOUR])
            slope = transfer * np.interp(t + 0.25, np.arange(300.0), np.diff(SATURATED))
            h, put = h + slope, put + slope * t - leaves
            self.wet[name] = self.wet[name] - self.step_s * leaves / LATENT
        return self._met(name, h, put)

    def _below(self, name: str, row: np.ndarray, air: float, celsius: np.ndarray) -> tuple[Any, np.ndarray]:
        t = np.asarray(self.edges[name].interpolate(celsius))
        h = row[m.H_BOTTOM]
        if row[m.PLATE] > 0:
            plate = np.where(np.isnan(self.plate[name]), t, self.plate[name])
            above = row[m.H_TOP] + row[m.RADIATES] * self._glow(t, air)
            into = above * (air - plate) - h * (plate - t)
            self.plate[name] = plate + self.step_s * into / (row[m.PLATE] + self.step_s * (above + h))
            return self._met(name, h, h * self.plate[name])
        h = h + row[m.RADIATES_BELOW] * self._glow(t, air)
        return self._met(name, h, h * air)
