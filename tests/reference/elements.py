"""Pieces of dough and filling by finite elements (scikit-fem): a section turned about its axis, or a quarter of all.

Properties depend on temperature. What is stored is the secant of the enthalpy over a step, so that melting loses
nothing.
"""

from collections.abc import Callable
from typing import Any

import numpy as np
from scipy.sparse import diags_array
from scipy.sparse.linalg import cg
from skfem import Basis as FemBasis
from skfem import (
    BilinearForm,
    ElementHex0,
    ElementHex1,
    ElementTriP0,
    ElementTriP1,
    FacetBasis,
    LinearForm,
    Mesh,
    MeshHex,
    MeshTri,
)
from skfem.helpers import dot, grad

from airycrumb.data.shapes import OPEN_WALLS
from airycrumb.stations.heat.properties import GRID, Table
from airycrumb.stations.heat.shape import Body
from tests.reference.per_cell import PerCell

ELEMENTS = {MeshTri: (ElementTriP1, ElementTriP0), MeshHex: (ElementHex1, ElementHex0)}
SETTLED_C, MOST_TURNS = 0.02, 4  # °C by which a step may change in its last turn, and how many turns it takes at most
# What the surface takes per °C and is given, at a minute, as warm as it is.
Fire = Callable[[float, np.ndarray], tuple[Any, np.ndarray]]


def about(x: Any) -> Any:
    """What a point of the mesh stands for: all those on its way round the axis, or itself."""
    return 2 * np.pi * x[0] if len(x) == 2 else 1.0


@BilinearForm
def stores(u, v, p):  # type: ignore[no-untyped-def]
    """Heat stored, per K."""
    return p.heat * u * v * about(p.x)


@BilinearForm
def conducts(u, v, p):  # type: ignore[no-untyped-def]
    """Heat conducted, per K."""
    return p.k * dot(grad(u), grad(v)) * about(p.x)


@BilinearForm
def takes(u, v, p):  # type: ignore[no-untyped-def]
    """Heat taken in through a part of the surface, per K; w: W/m2K there."""
    return p.w * u * v * about(p.x)


@LinearForm
def given(v, p):  # type: ignore[no-untyped-def]
    """Heat given to it; w: W/m2 there."""
    return p.w * v * about(p.x)


class Elements:
    """A piece meshed within its half-axes, the last of them upwards.

    is_filling: of each cell; inside: of each node, whether it begins as warm as the filling.
    """

    def __init__(self, mesh: Mesh, b: Body, is_filling: np.ndarray, inside: np.ndarray, tables: tuple[Table, Table]):
        self.mesh, self.is_filling, self.inside, self.tables = mesh, is_filling, inside, tables
        linear, constant = ELEMENTS[type(mesh)]
        self.linear = linear()
        self.basis = FemBasis(mesh, self.linear)
        flat = self.basis.with_element(constant())
        self.stores, self.conducts = (PerCell(f, self.basis, flat, n) for f, n in ((stores, "heat"), (conducts, "k")))
        facets = mesh.boundary_facets()
        corners = mesh.p[:, mesh.facets[:, facets]]
        outer = facets[(np.abs(reach(corners, b) - 1) < 1e-6).all(axis=0)]
        self.parts = {"all": outer}
        areas = self.edge("all").dx * about(self.edge("all").global_coordinates().value)
        areas, up = areas.sum(axis=1), mesh.p[-1, mesh.facets[:, outer]].mean(axis=0)
        # From the axis below outwards, until so much of the whole surface touches; turned over, the same above.
        for name, order in (("below", np.argsort(up)), ("above", np.argsort(-up))):
            touching = np.cumsum(areas[order]) <= b.facing_down * areas.sum()
            self.parts |= {name: outer[order[touching]], f"not {name}": np.sort(outer[order[~touching]])}

    def edge(self, part: str) -> FacetBasis:
        """A part of the surface."""
        return FacetBasis(self.mesh, self.linear, facets=self.parts[part])

    def meets(self, *films: tuple[str, float, float]) -> tuple[Any, np.ndarray]:
        """What the surface takes and is given: parts of it, each with its W/m2K and the °C there."""
        edges = [(self.edge(part), h, c) for part, h, c in films]
        return sum(takes.assemble(e, w=h) for e, h, _ in edges), sum(given.assemble(e, w=h * c) for e, h, c in edges)

    def _by_material(self, celsius: np.ndarray, name: str) -> np.ndarray:
        dough, filling = (np.interp(celsius, GRID, getattr(t, name)) for t in self.tables)
        return np.where(self.is_filling, filling, dough)

    def _step(self, celsius: np.ndarray, step_s: float, fire: tuple[Any, np.ndarray]) -> np.ndarray:
        """°C a step later."""
        density = np.where(self.is_filling, self.tables[1].density, self.tables[0].density)
        new, before, (taken, put) = celsius, celsius[self.mesh.t].mean(axis=0), fire
        for _ in range(MOST_TURNS):
            after, last = new[self.mesh.t].mean(axis=0), new
            middle, moved = (before + after) / 2, after - before
            still = np.abs(moved) < 1e-3
            gained = self._by_material(after, "enthalpy") - self._by_material(before, "enthalpy")
            each = np.where(still, self._by_material(middle, "capacity"), gained / np.where(still, 1.0, moved))
            stored = self.stores(density * each / step_s)
            led = self.conducts(self._by_material(middle, "conductivity"))
            new = _solved(stored + led + taken, stored @ celsius + put, new)
            if np.abs(new - last).max() < SETTLED_C:
                break
        return new

    def core(
        self, minutes: float, fire: Fire, dough_c: float, filling_c: float, step_s: float
    ) -> tuple[np.ndarray, np.ndarray]:
        """Minutes, and °C of the coldest filling at each."""
        celsius = np.where(self.inside, filling_c, dough_c).astype(float)
        found = []
        for step in range(int(minutes * 60 / step_s)):
            celsius = self._step(celsius, step_s, fire((step + 0.5) * step_s / 60, celsius))
            found.append(float(celsius[self.inside].min()))
        return np.arange(1, len(found) + 1) * step_s / 60, np.array(found)


def _solved(matrix: Any, right: np.ndarray, guess: np.ndarray) -> np.ndarray:
    """Conjugate gradients, by scipy: the matrix is symmetric, and so near to diagonal that they end soon."""
    found, failed = cg(matrix, right, x0=guess, rtol=1e-8, M=diags_array(1 / matrix.diagonal()))
    assert not failed, "no solution"
    return np.asarray(found)


def reach(p: np.ndarray, b: Body) -> np.ndarray:
    """How far out points lie: 0 in the middle, 1 at the skin."""
    axes = (b.half_width, b.half_height) if len(p) == 2 else (b.half_width, b.half_length, b.half_height)
    return np.sqrt(sum((x / axis) ** 2 for x, axis in zip(p, axes, strict=True)))  # type: ignore[no-any-return]


def section(b: Body, kind: str, filling_share: float, tables: tuple[Table, Table], fine: bool = False) -> Elements:
    """Half a section of a spheroid, x the distance from its axis."""
    out, round_it = (51, 49) if fine else (21, 25)
    grid = MeshTri.init_tensor(np.linspace(0.02, 1, out), np.linspace(0.001, np.pi - 0.001, round_it))
    r, polar = grid.p
    mesh = MeshTri(np.vstack((b.half_width * r * np.sin(polar), b.half_height * r * np.cos(polar))), grid.t)
    return _filled(mesh, b, kind, filling_share, tables)


def solid(b: Body, kind: str, filling_share: float, tables: tuple[Table, Table], fine: bool = False) -> Elements:
    """A quarter of an ellipsoid: planes x = 0 and y = 0 let nothing through. Layers lie closer at the skin."""
    out, down, round_ = (19, 21, 10) if fine else (13, 13, 7)
    layers = 1 - np.linspace(0, 1, out)[::-1] ** 1.5 * 0.97
    grid = MeshHex.init_tensor(layers, np.linspace(0.02, np.pi - 0.02, down), np.linspace(0, np.pi / 2, round_))
    r, polar, turn = grid.p
    across = r * np.sin(polar)
    unit = np.vstack((across * np.cos(turn), across * np.sin(turn), r * np.cos(polar)))
    mesh = MeshHex(np.array([[b.half_width], [b.half_length], [b.half_height]]) * unit, grid.t)
    return _filled(mesh, b, kind, filling_share, tables)


def _filled(mesh: Mesh, b: Body, kind: str, share: float, tables: tuple[Table, Table]) -> Elements:
    """The filling where a closed shape holds it: alike in all directions, or level between walls."""
    order = _order(mesh.p[:, mesh.t].mean(axis=1), b, kind)
    flat = FemBasis(mesh, ELEMENTS[type(mesh)][1]())
    volume = (flat.dx * about(flat.global_coordinates().value)).sum(axis=1)
    ranked = np.argsort(order)
    is_filling = np.zeros(len(order), dtype=bool)
    is_filling[ranked[np.cumsum(volume[ranked]) <= share * volume.sum()]] = True
    inside = _order(mesh.p, b, kind) <= order[is_filling].max()
    return Elements(mesh, b, is_filling, inside, tables)


def _order(p: np.ndarray, b: Body, kind: str) -> np.ndarray:
    """The order in which points are filled: the lowest first."""
    if kind not in OPEN_WALLS:
        return reach(p, b)
    in_plan = reach(np.vstack((p[:-1], np.zeros(p.shape[1]))), b)
    return np.where(in_plan > 1 - 2 * OPEN_WALLS[kind], 10.0, -p[-1] / b.half_height)
