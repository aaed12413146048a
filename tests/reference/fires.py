"""What a piece of finite elements meets: steam, a pan under its lid, an oven with its glow on a skin that dries."""

from typing import Any

import numpy as np
from iapws.iapws97 import _PSat_T
from skfem import FacetBasis
from skfem.element import DiscreteField

from airycrumb.stations.heat import Boundary, steam_temperature
from tests.reference.elements import Elements, Fire, given, takes

STEAM = Boundary("steam", 0, "high", False, 0, 0, True)
PAN = Boundary("pan", 0, "gentle", False, 0, 0, True)
OVEN = Boundary("oven", 200, "high", False, 0, 0, False)
# W/m2K, share of the glow, kg/m3 of vapour in the oven, m of skin that dries, J/kg at 90 °C.
AIR_H, VIEW, OVEN_VAPOUR, SKIN_M, LATENT = 10.0, 0.675, 0.02, 0.5e-3, 2.283e6


def steamed(elements: Elements, _step_s: float) -> Fire:
    """In steam: half as much below."""
    c = steam_temperature(STEAM)
    surface = elements.meets(("not below", 800.0, c), ("below", 400.0, c))
    return lambda _minute, _celsius: surface


def in_the_pan(elements: Elements, _step_s: float) -> Fire:
    """On a base of 150 °C under a lid, the sides changed every 2.5 min."""
    down = elements.meets(("below", 120.0, 150.0), ("not below", 20.0, 95.0))
    over = elements.meets(("above", 120.0, 150.0), ("not above", 20.0, 95.0))
    return lambda minute, _celsius: over if int(minute / 2.5) % 2 else down


def vapour(celsius: np.ndarray) -> np.ndarray:
    """kg/m3 of saturated vapour: pressure by IAPWS-97 (iapws), as an ideal gas."""
    pressure = np.vectorize(lambda t: 1e6 * _PSat_T(t + 273.15))(np.clip(celsius, 1, 150))
    return np.asarray(pressure / (461.5 * (celsius + 273.15)))


SATURATED = vapour(np.arange(0.0, 301.0))


class Baked:
    """On an oven's bare rack: its air, the walls' glow, a wet skin that dries (Chilton-Colburn, Le^(2/3) = 0.9).

    water: share of water in the dough and in filling that lies open.
    """

    def __init__(self, elements: Elements, step_s: float, water: tuple[float, float]) -> None:
        self.edges = [(elements.edge("below"), False), (elements.edge("not below"), True)]
        self.step_s, free = step_s, self.edges[1][0]
        open_filling = elements.is_filling[elements.mesh.f2t[0, free.find]]
        dough, filling = (SKIN_M * t.density * w for t, w in zip(elements.tables, water, strict=True))
        self.wet = np.where(open_filling[:, None], filling, dough) * np.ones(free.dx.shape)

    def __call__(self, _minute: float, celsius: np.ndarray) -> tuple[Any, np.ndarray]:
        """What the surface takes and is given, and the water that leaves it in this step."""
        found = [self._met(edge, free, celsius) for edge, free in self.edges]
        return sum(m for m, _ in found), sum(v for _, v in found)

    def _met(self, edge: FacetBasis, free: bool, celsius: np.ndarray) -> tuple[Any, np.ndarray]:
        t, air = np.asarray(edge.interpolate(celsius)), OVEN.air_c
        walls, skin = air + 273.15, t + 273.15
        h = AIR_H + VIEW * 5.67e-8 * (walls**2 + skin**2) * (walls + skin)
        put = h * air
        if free:
            transfer = AIR_H / (1010 * 0.9) * LATENT * (self.wet > 0)
            leaves = transfer * (np.interp(t, np.arange(301.0), SATURATED) - OVEN_VAPOUR)
            slope = transfer * np.interp(t + 0.25, np.arange(300.0), np.diff(SATURATED))
            h, put = h + slope, put + slope * t - leaves
            self.wet = self.wet - self.step_s * leaves / LATENT
        return takes.assemble(edge, w=DiscreteField(h)), given.assemble(edge, w=DiscreteField(put))
