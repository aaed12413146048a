"""Ellipsoids of dough and filling in three dimensions, by finite elements (scikit-fem): steamed, a quarter of each."""

import numpy as np
from skfem import Basis as FemBasis
from skfem import BilinearForm, ElementHex0, ElementHex1, FacetBasis, LinearForm, MeshHex, solve
from skfem.helpers import dot, grad

from airycrumb.data.shapes import OPEN_WALLS
from airycrumb.stations.heat.properties import GRID, Table
from airycrumb.stations.heat.shape import Body
from tests.reference.per_cell import PerCell

ABOVE, BELOW = 800.0, 400.0  # W/m2K of condensing steam
STEP_S = 20.0


@BilinearForm
def stores(u, v, p):  # type: ignore[no-untyped-def]
    """Heat stored, per K."""
    return p.heat * u * v


@BilinearForm
def conducts(u, v, p):  # type: ignore[no-untyped-def]
    """Heat conducted, per K."""
    return p.k * dot(grad(u), grad(v))


@BilinearForm
def takes(u, v, p):  # type: ignore[no-untyped-def]
    """Heat taken in through the surface, per K."""
    return np.where(p.x[2] > 0, ABOVE, BELOW) * u * v


@LinearForm
def given(v, p):  # type: ignore[no-untyped-def]
    """Heat the steam gives, per °C of it."""
    return np.where(p.x[2] > 0, ABOVE, BELOW) * v


def _quarter(b: Body) -> MeshHex:
    """A quarter of an ellipsoid: planes x = 0 and y = 0 let nothing through. Layers lie closer at the skin."""
    layers = 1 - np.linspace(0, 1, 13)[::-1] ** 1.5 * 0.97
    grid = MeshHex.init_tensor(layers, np.linspace(0.02, np.pi - 0.02, 13), np.linspace(0, np.pi / 2, 7))
    r, down, round_ = grid.p
    across = r * np.sin(down)
    points = np.vstack(
        (
            b.half_width * across * np.cos(round_),
            b.half_length * across * np.sin(round_),
            b.half_height * r * np.cos(down),
        )
    )
    return MeshHex(points, grid.t)


class Solid:
    """A body with its filling where its closed shape holds it: alike in all directions, or level between walls."""

    def __init__(self, b: Body, kind: str, filling_share: float, tables: tuple[Table, Table]) -> None:
        self.mesh, self.tables = _quarter(b), tables
        self.basis = FemBasis(self.mesh, ElementHex1())
        self.flat = self.basis.with_element(ElementHex0())
        self.stores = PerCell(stores, self.basis, self.flat, "heat")
        self.conducts = PerCell(conducts, self.basis, self.flat, "k")
        reach = lambda p: np.sqrt(
            (p[0] / b.half_width) ** 2 + (p[1] / b.half_length) ** 2 + (p[2] / b.half_height) ** 2
        )
        middles = self.mesh.p[:, self.mesh.t].mean(axis=1)
        order = reach(middles)
        if kind in OPEN_WALLS:
            walls = np.hypot(middles[0] / b.half_width, middles[1] / b.half_length) > 1 - 2 * OPEN_WALLS[kind]
            order = np.where(walls, 10.0, -middles[2] / b.half_height)
        self.is_filling = self._first(order, filling_share)
        self.inside = np.zeros(self.mesh.p.shape[1], dtype=bool)
        self.inside[np.unique(self.mesh.t[:, self.is_filling])] = True
        facets = self.mesh.boundary_facets()
        outer = facets[(np.abs(reach(self.mesh.p[:, self.mesh.facets[:, facets]]) - 1) < 1e-6).all(axis=0)]
        edge = FacetBasis(self.mesh, ElementHex1(), facets=outer)
        self.takes, self.given = takes.assemble(edge), given.assemble(edge)

    def _first(self, order: np.ndarray, share: float) -> np.ndarray:
        """Cells that come first in an order until they hold this share of the volume."""
        volume = LinearForm(lambda v, _p: 1.0 * v).assemble(self.flat)
        ranked = np.argsort(order)
        within = np.cumsum(volume[ranked]) <= share * volume.sum()
        found = np.zeros(len(order), dtype=bool)
        found[ranked[within]] = True
        return found

    def _of(self, celsius: np.ndarray, name: str) -> np.ndarray:
        dough, filling = (np.interp(celsius, GRID, getattr(t, name)) for t in self.tables)
        return np.where(self.is_filling, filling, dough)

    def core(self, minutes: float, steam_c: float, dough_c: float, filling_c: float) -> tuple[np.ndarray, np.ndarray]:
        """Minutes, and °C of the coldest filling at each."""
        density = np.where(self.is_filling, self.tables[1].density, self.tables[0].density)
        celsius = np.where(self.inside, filling_c, dough_c).astype(float)
        found = []
        for _ in range(int(minutes * 60 / STEP_S)):
            new = celsius
            for _ in range(2):
                middle = ((celsius + new) / 2)[self.mesh.t].mean(axis=0)
                stored = self.stores(density * self._of(middle, "capacity") / STEP_S)
                led = self.conducts(self._of(middle, "conductivity"))
                new = solve(stored + led + self.takes, stored @ celsius + self.given * steam_c)
            celsius = new
            found.append(float(celsius[self.inside].min()))
        return np.arange(1, len(found) + 1) * STEP_S / 60, np.array(found)
