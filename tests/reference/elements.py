"""Pieces of dough and filling by finite elements (scikit-fem): a section turned about its axis, or a quarter of all.

The body is the sheet's own (airycrumb.outline): what is checked is the march, not whether a bun is a superellipse.

Properties depend on temperature. What is stored is the secant of the enthalpy over a step, so that melting loses
nothing.
"""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from scipy.sparse.linalg import LinearOperator, cg, splu
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
from airycrumb.outline import Solid, Walls
from airycrumb.stations.heat.properties import GRID, Table
from tests.reference.per_cell import PerCell

ELEMENTS = {MeshTri: (ElementTriP1, ElementTriP0), MeshHex: (ElementHex1, ElementHex0)}
SECTION, SOLID = ((25, 33), (49, 65)), ((13, 17), (21, 27))  # points outwards and downwards, and of a fine mesh
SETTLED_C, MOST_TURNS = 0.02, 4  # °C by which a step may change in its last turn, and how many turns it takes at most
FEW_TURNS = 16  # of conjugate gradients: beyond, factoring anew costs less
QUICK_S, QUICK_STEP_S = 60.0, 1.25  # for so long after the fire changes, a skin moves by degrees within seconds
# What the surface takes per °C and is given, over so many s that end at a minute, as warm as it is.
Fire = Callable[[float, float, np.ndarray], tuple[Any, np.ndarray]]


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

    def __init__(self, mesh: Mesh, b: Solid, is_filling: np.ndarray, inside: np.ndarray, tables: tuple[Table, Table]):
        self.mesh, self.is_filling, self.inside, self.tables = mesh, is_filling, inside, tables
        self.solid, self.solved = b, _Solver()
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
            new = self.solved(stored + led + taken, stored @ celsius + put, new)
            if np.abs(new - last).max() < SETTLED_C:
                break
        return new

    def cooked(
        self, minutes: float, fire: Fire, began: tuple[float, float], step_s: float, rim: float, turns: Sequence[float]
    ) -> "Seen":
        """The coldest filling, the dough looked at from above, and the middle of the base, through time.

        began: °C of dough and filling; rim: m from the middle, what lies further out faces sideways; turns: the minutes
        at which the fire changes.
        """
        dough_c, filling_c = began
        celsius = np.where(self.inside, filling_c, dough_c).astype(float)
        top, base = self._looked_at(rim)
        at, found = 0.0, []
        for length in _steps(60 * minutes, step_s, [60 * turn for turn in turns]):
            at += length
            celsius = self._step(celsius, length, fire(at / 60, length, celsius))
            coldest = celsius[self.inside].min() if self.inside.any() else celsius.min()
            found.append((at / 60, coldest, float(top(celsius)), celsius[base]))
        return Seen(*np.array(found).T)

    def _looked_at(self, rim: float) -> tuple[Callable[[np.ndarray], float], int]:
        """The mean of the dough above within the rim, in the middle of its length, where a section lies; and the node
        in the middle of the base."""
        edge = self.edge("not below")
        across, up, along = _away(edge.global_coordinates().value, self.solid)
        dough = ~self.is_filling[self.mesh.f2t[0, edge.find]]
        middle = (np.abs(along) < 0.25 * self.solid.half_length) | self.solid.is_round
        above = (up > self.solid.widest) & (np.abs(across) < rim) & middle
        weight = edge.dx * about(edge.global_coordinates().value) * above
        weight = weight * (dough[:, None] if (weight * dough[:, None]).any() else 1)
        base = int(np.argmin(self.mesh.p[-1] + np.abs(self.mesh.p[:-1]).sum(axis=0) * 1e-3))
        return lambda c: float((np.asarray(edge.interpolate(c)) * weight).sum() / weight.sum()), base


@dataclass(frozen=True)
class Seen:
    """What elements say of a piece through time. minutes; °C of the coldest filling, the top and the base."""

    minutes: np.ndarray
    core: np.ndarray
    top: np.ndarray
    base: np.ndarray


def _steps(seconds: float, step_s: float, turns: Sequence[float]) -> Iterator[float]:
    """Steps up to an end, in s: each ends where the fire changes, and they are short at first from there on."""
    at = begun = 0.0
    while at < seconds - 1e-6:
        step = step_s if at - begun >= QUICK_S else min(step_s, QUICK_STEP_S)
        end = min([turn for turn in turns if turn > at + 1e-6], default=seconds)
        step = min(step, end - at)
        yield step
        at += step
        begun = at if end - at < 1e-6 else begun


class _Solver:
    """Conjugate gradients, by scipy, led by the factors of a matrix not long ago: from step to step it changes little,
    so that a few turns are enough. Where more are needed it is factored anew."""

    def __init__(self) -> None:
        self.factors: Any = None
        self.turns = 0

    def __call__(self, matrix: Any, right: np.ndarray, guess: np.ndarray) -> np.ndarray:
        if self.factors is None or self.turns > FEW_TURNS:
            self.factors = splu(matrix.tocsc(), permc_spec="MMD_AT_PLUS_A", options={"SymmetricMode": True})
        self.turns = 0
        led = LinearOperator(matrix.shape, matvec=self.factors.solve)
        found, failed = cg(matrix, right, x0=guess, rtol=1e-8, M=led, callback=self._turned)
        assert not failed, "no solution"
        return np.asarray(found)

    def _turned(self, _: np.ndarray) -> None:
        self.turns += 1


def _away(p: np.ndarray, s: Solid) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    """Points of a mesh as across, up and along: a section has none along."""
    along = p[1] if len(p) == 3 else np.zeros_like(p[0])
    return p[0], p[-1], along


def reach(p: np.ndarray, s: Solid) -> np.ndarray:
    """How far out points lie: 0 where it is widest on the axis, 1 at the skin."""
    return s.how_far_out(*_away(p, s))


def _rays(is_round: bool, fine: bool) -> tuple[np.ndarray, np.ndarray]:
    """How far out the layers lie, closer at the skin, and the angles from the top down."""
    out, down = (SECTION if is_round else SOLID)[fine]
    return 1 - np.linspace(0, 1, out)[::-1] ** 1.7 * 0.98, np.linspace(0.01, np.pi - 0.01, down)


def body(s: Solid, kind: str, filling_share: float, tables: tuple[Table, Table], walls: Walls, fine: bool) -> Elements:
    """A piece meshed along rays from where it is widest: half a section of a round one, a quarter of a longer one."""
    out, down = _rays(s.is_round, fine)
    round_ = np.linspace(0, np.pi / 2, 9 if fine else 7)
    grid = MeshTri.init_tensor(out, down) if s.is_round else MeshHex.init_tensor(out, down, round_)
    # Evenly in angle on the unit ball, then out to the piece's own skin.
    r, polar, *turn = grid.p
    unit = [np.sin(polar), np.cos(polar)]
    if turn:
        unit = [np.sin(polar) * np.cos(turn[0]), np.sin(polar) * np.sin(turn[0]), np.cos(polar)]
    boxed = np.vstack(unit) * np.array([s.half_width, *([s.half_length] if turn else []), s.half_height])[:, None]
    boxed[-1] += s.widest
    skin = reach(boxed, s)
    at = boxed.copy()
    at[:-1] *= r / skin
    at[-1] = s.widest + (boxed[-1] - s.widest) * r / skin
    return _filled((MeshTri if s.is_round else MeshHex)(at, grid.t), s, kind, filling_share, tables, walls)


def _filled(mesh: Mesh, s: Solid, kind: str, share: float, tables: tuple[Table, Table], walls: Walls) -> Elements:
    """The filling where the sheet's own body holds it: within an outline of its own, or level between walls."""
    is_filling = _holds(mesh.p[:, mesh.t].mean(axis=1), s, kind, share, walls) < 1
    inside = _holds(mesh.p, s, kind, share, walls) < 1
    return Elements(mesh, s, is_filling, inside, tables)


def _holds(p: np.ndarray, s: Solid, kind: str, share: float, walls: Walls) -> np.ndarray:
    """How far out of the filling points lie: under 1 within it."""
    if kind not in OPEN_WALLS:
        return s.filling(share, walls).how_far_out(*_away(p, s))
    x, z, y = _away(p, s)
    inner, bottom = s.well(share, OPEN_WALLS[kind])
    return np.maximum(inner.in_plan(x, y), np.where(z > bottom, 0.0, 2.0))
