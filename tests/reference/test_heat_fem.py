"""The heat march against finite elements (scikit-fem) on composite pieces, and against itself on a finer grid.

The elements solve the same ellipse with its filling, same materials and surfaces (steam: 800 and 400 W/m2K; a pan's
base and the moist air under its lid), properties depending on temperature, melting by enthalpy: at its line the core is
at most 3 °C too warm, from plump buns to a pie of 8 : 1, from the bench, the fridge and frozen.
"""

import importlib
import unittest
from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from typing import Any
from unittest import mock

import numpy as np
from iapws.iapws97 import _PSat_T
from skfem import Basis as FemBasis
from skfem import BilinearForm, ElementTriP0, ElementTriP1, FacetBasis, LinearForm, MeshTri, solve
from skfem.element import DiscreteField
from skfem.helpers import dot, grad

from airycrumb.stations.heat import Boundary, Cook, Piece, cook, steam_temperature
from airycrumb.stations.heat.properties import GRID, Table, dough_table, filling_table
from airycrumb.stations.heat.shape import Body
from tests.reference.per_cell import PerCell
from tests.reference.solid_elements import Solid

DOUGH = (0.385, 0.07, 0.03, 0.50, 0.015)
MEAT = (0.68, 0.15, 0.13, 0.02, 0.02)
STEAM = Boundary("steam", 0, "high", False, 0, 0, True)
PAN = Boundary("pan", 0, "gentle", False, 0, 0, True)
OVEN = Boundary("oven", 200, "high", False, 0, 0, False)
RACK = replace(OVEN, on="rack")
DOUGH_C, FILLING_C, LINE_C = 25.0, 12.0, 71.0
STEP_S = 5.0
TWO_PI = 2 * np.pi
# W/m2K, share of the glow, kg/m3 of vapour in the oven, kg/m2 of water in a skin of half a millimetre, J/kg at 90 °C.
AIR_H, VIEW, OVEN_VAPOUR, SKIN_WATER, LATENT = 10.0, 0.675, 0.02, 0.5e-3 * 480 * 0.385, 2.283e6
Fire = Callable[[float, np.ndarray], tuple[Any, np.ndarray]]


def half_ellipse(a: float, c: float, fine: bool) -> MeshTri:
    """Half a section of a spheroid with half-axes a (across) and c (up), x the distance from its axis."""
    out, round_it = (51, 49) if fine else (21, 25)
    grid = MeshTri.init_tensor(np.linspace(0.02, 1, out), np.linspace(0.001, np.pi - 0.001, round_it))
    r, angle = grid.p
    return MeshTri(np.vstack((a * r * np.sin(angle), c * r * np.cos(angle))), grid.t)


@BilinearForm
def stores(u, v, p):  # type: ignore[no-untyped-def]
    """Heat stored, per K."""
    return p.heat * u * v * TWO_PI * p.x[0]


@BilinearForm
def conducts(u, v, p):  # type: ignore[no-untyped-def]
    """Heat conducted, per K."""
    return p.k * dot(grad(u), grad(v)) * TWO_PI * p.x[0]


@BilinearForm
def takes(u, v, p):  # type: ignore[no-untyped-def]
    """Heat taken in through a part of the surface, per K; w: W/m2K there."""
    return p.w * u * v * TWO_PI * p.x[0]


@LinearForm
def given(v, p):  # type: ignore[no-untyped-def]
    """Heat given to it; w: W/m2 there."""
    return p.w * v * TWO_PI * p.x[0]


class Elements:
    """A spheroid of dough with a similar one of filling inside, solved by finite elements."""

    def __init__(self, body: Body, filling_share: float, tables: tuple[Table, Table], fine: bool) -> None:
        a, c = body.half_width, body.half_height
        self.mesh, self.tables = half_ellipse(a, c, fine), tables
        reach = lambda p: np.hypot(p[0] / a, p[1] / c)
        rim = filling_share ** (1 / 3)
        self.is_dough = reach(self.mesh.p[:, self.mesh.t].mean(axis=1)) > rim
        self.inside = reach(self.mesh.p) <= rim + 1e-9
        outer = np.array(
            [
                f
                for f in self.mesh.boundary_facets()
                if (np.abs(reach(self.mesh.p[:, self.mesh.facets[:, f]]) - 1) < 1e-6).all()
            ]
        )
        self.basis = FemBasis(self.mesh, ElementTriP1())
        flat = self.basis.with_element(ElementTriP0())
        self.stores = PerCell(stores, self.basis, flat, "heat")
        self.conducts = PerCell(conducts, self.basis, flat, "k")
        ends = self.mesh.p[:, self.mesh.facets[:, outer]]
        lengths, out, up = np.hypot(*(ends[:, 0] - ends[:, 1])), ends[0].mean(axis=0), ends[1].mean(axis=0)
        # From the axis below outwards, until so much of the whole surface touches; turned over, the same above.
        areas = lengths * out
        from_below, from_above = (np.argsort(side * up) for side in (1, -1))
        touch = lambda order: order[np.cumsum(areas[order]) <= body.facing_down * areas.sum()]
        self.parts = {"all": outer, "below": outer[touch(from_below)], "above": outer[touch(from_above)]}
        self.parts |= {"not below": np.setdiff1d(outer, self.parts["below"])}
        self.parts |= {"not above": np.setdiff1d(outer, self.parts["above"])}

    def meets(self, *films: tuple[str, float, float]) -> tuple[Any, np.ndarray]:
        """What the surface takes and is given: parts of it, each with its W/m2K and the °C there."""
        edges = [(self.edge(part), h, c) for part, h, c in films]
        return sum(takes.assemble(e, w=h) for e, h, _ in edges), sum(given.assemble(e, w=h * c) for e, h, c in edges)

    def edge(self, part: str) -> FacetBasis:
        """A part of the surface."""
        return FacetBasis(self.mesh, ElementTriP1(), facets=self.parts[part])

    def _by_material(self, celsius: np.ndarray, name: str) -> np.ndarray:
        dough, filling = (np.interp(celsius, GRID, getattr(t, name)) for t in self.tables)
        return np.where(self.is_dough, dough, filling)

    def core(self, minutes: float, fire: Fire, dough_c: float, filling_c: float) -> tuple[np.ndarray, np.ndarray]:
        """Minutes, and °C of the coldest filling at each. fire: what the surface meets at a minute, as warm as it is.

        What is stored is the secant of the enthalpy over the step, so that melting loses nothing.
        """
        density = np.where(self.is_dough, self.tables[0].density, self.tables[1].density)
        celsius = np.where(self.inside, filling_c, dough_c).astype(float)
        found = []
        for step in range(int(minutes * 60 / STEP_S)):
            new, before = celsius, celsius[self.mesh.t].mean(axis=0)
            taken, put = fire((step + 0.5) * STEP_S / 60, celsius)
            for _ in range(3):
                after = new[self.mesh.t].mean(axis=0)
                middle, moved = (before + after) / 2, after - before
                still = np.abs(moved) < 1e-3
                gained = self._by_material(after, "enthalpy") - self._by_material(before, "enthalpy")
                secant = gained / np.where(still, 1.0, moved)
                stores_each = np.where(still, self._by_material(middle, "capacity"), secant)
                stored = self.stores(density * stores_each / STEP_S)
                led = self.conducts(self._by_material(middle, "conductivity"))
                new = solve(stored + led + taken, stored @ celsius + put)
            celsius = new
            found.append(float(celsius[self.inside].min()))
        return np.arange(1, len(found) + 1) * STEP_S / 60, np.array(found)


def steamed(elements: Elements) -> Fire:
    """In steam: half as much below."""
    c = steam_temperature(STEAM)
    surface = elements.meets(("not below", 800.0, c), ("below", 400.0, c))
    return lambda _minute, _celsius: surface


def in_the_pan(elements: Elements) -> Fire:
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
    """On an oven's bare rack: its air, the walls' glow, a wet skin that dries (Chilton-Colburn, Le^(2/3) = 0.9)."""

    def __init__(self, elements: Elements) -> None:
        self.edges = [(elements.edge("below"), False), (elements.edge("not below"), True)]
        self.wet = np.full(self.edges[1][0].dx.shape, SKIN_WATER)

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
            self.wet = self.wet - STEP_S * leaves / LATENT
        return takes.assemble(edge, w=DiscreteField(h)), given.assemble(edge, w=DiscreteField(put))


HEATED: dict[str, Callable[[Elements], Fire]] = {"steam": steamed, "pan": in_the_pan, "oven": Baked}


@dataclass(frozen=True)
class Off:
    """°C by which the core is too warm. at_line: as it passes its line; most, least: at any time above 35 °C."""

    at_line: float
    most: float
    least: float


def off(piece: Piece, fire: Boundary, minutes: float, fine: bool = False) -> Off:
    """The march's core against elements on the same section."""
    dough, filling = dough_table(DOUGH, 480, 0), filling_table(MEAT, 0)
    ours = cook(piece, fire, minutes)
    b = ours.body
    share = piece.filling_g / 1000 / filling.density / b.volume
    elements = Elements(b, share, (dough, filling), fine)
    at, core = elements.core(minutes, HEATED[fire.method](elements), piece.dough_c, piece.filling_c)
    theirs = np.interp(ours.minutes, at, core)
    apart = (ours.core - theirs)[(theirs > 35) & (ours.minutes >= at[0])]
    passes = int(np.argmax(ours.core >= LINE_C))
    assert passes > 0, "it never reaches its line"
    return Off(float((ours.core - theirs)[passes]), float(apart.max()), float(apart.min()))


def piece(shape: str, dough_g: float, filling_g: float, celsius: float | None = None) -> Piece:
    """A piece as proofed, or all of it as cold as it was kept."""
    dough_c, filling_c = (DOUGH_C, FILLING_C) if celsius is None else (celsius, celsius)
    return Piece(shape, dough_g, filling_g, DOUGH, MEAT, 480, dough_c, filling_c)


# The piece, how it is heated, for how long, and its name in the table of docs/models/heat.md, which
# python -m tests.reference.test_heat_fem prints, on a finer mesh: minutes. Those with a star are held here.
CASES = (
    (piece("round bun", 60, 40), STEAM, 18, "bun, 60 + 40 g, steamed"),
    (piece("round bun", 110, 145), STEAM, 34, "giant bun, 110 + 145 g, steamed"),
    (piece("flat bun", 60, 60), STEAM, 15, "flat bun, 60 + 60 g, steamed"),
    (piece("pie", 260, 200), STEAM, 10, "pie, 260 + 200 g, steamed*"),
    (piece("round bun", 60, 40, 4), STEAM, 20, "bun, 60 + 40 g, steamed from the fridge"),
    (piece("round bun", 57, 45, -18), STEAM, 30, "bun, 57 + 45 g, steamed from frozen"),
    (piece("flat bun", 60, 60, -18), STEAM, 26, "flat bun, 60 + 60 g, steamed from frozen*"),
    (piece("flat bun", 60, 60), PAN, 24, "flat bun, 60 + 60 g, in the pan"),
    (piece("pie", 260, 200), PAN, 20, "pie, 260 + 200 g, in the pan*"),
    (piece("flat bun", 60, 60, -18), PAN, 45, "flat bun, 60 + 60 g, in the pan from frozen"),
    (piece("round bun", 60, 40), RACK, 30, "bun, 60 + 40 g, baked at 200 °C*"),
    (piece("flat bun", 60, 60), RACK, 30, "flat bun, 60 + 60 g, baked at 200 °C"),
    (piece("pie", 260, 200), RACK, 25, "pie, 260 + 200 g, baked at 200 °C"),
    (piece("round bun", 60, 40, -18), RACK, 50, "bun, 60 + 40 g, baked at 200 °C from frozen"),
)


class AgainstFiniteElements(unittest.TestCase):
    def test_round_pieces_however_cold_and_heated(self) -> None:
        for whole, fire, minutes, name in CASES:
            if not name.endswith("*"):
                continue
            with self.subTest(name):
                found = off(whole, fire, minutes)
                self.assertLess(found.at_line, 3.0)
                # On this mesh a flat piece in the pan seems up to 3.6 °C too warm on its way; on the finer one 0.7.
                self.assertLess(found.most, 3.0 if fire is STEAM else 4.0)
                self.assertGreater(found.least, -3.0)


class InThreeDimensions(unittest.TestCase):
    """Long pieces, whose ends a section does not see: others in docs/models/heat.md, these two here for their time."""

    def off(self, shape: str, dough_g: float, filling_g: float, minutes: float) -> tuple[float, float]:
        """°C by which the core is too warm as it passes 71 °C, and by which it is too cold at most before."""
        tables = dough_table(DOUGH, 480, 0), filling_table(MEAT, 0)
        ours = cook(Piece(shape, dough_g, filling_g, DOUGH, MEAT, 480, DOUGH_C, FILLING_C), STEAM, minutes)
        solid = Solid(ours.body, shape, filling_g / 1000 / tables[1].density / ours.body.volume, tables)
        at, core = solid.core(minutes, steam_temperature(STEAM), DOUGH_C, FILLING_C)
        theirs = np.interp(ours.minutes, at, core)
        passes = int(np.argmax(ours.core >= 71))
        self.assertGreater(passes, 0)
        decides = (theirs > 35) & (ours.minutes >= at[0])
        return float(ours.core[passes] - theirs[passes]), float((theirs - ours.core)[decides].max())

    def test_a_closed_and_an_open_long_piece(self) -> None:
        for shape, dough_g, filling_g, minutes in (("crescent", 30, 15, 9), ("boat", 180, 150, 12)):
            with self.subTest(shape=shape):
                too_warm, too_cold = self.off(shape, dough_g, filling_g, minutes)
                self.assertLessEqual(too_warm, 3.0)
                self.assertLess(too_cold, 4.0)


class AgainstAFinerGrid(unittest.TestCase):
    def test_skin_base_colour_and_core_have_converged(self) -> None:
        cases = (
            Piece("round bun", 65, 0.01, DOUGH, MEAT, 480, 26, 26),
            Piece("half moon", 90, 50, DOUGH, MEAT, 480, 26, 14),
        )
        for piece in cases:
            coarse, fine = (self.baked(piece, times) for times in (1, 4))
            with self.subTest(shape=piece.shape):
                self.assertLess(float(np.abs(coarse.skin - fine.skin)[20:].max()), 4.0)
                self.assertLess(float(np.abs(coarse.base - fine.base)[20:].max()), 4.0)
                golden = [c.reaches(c.skin, 115) for c in (coarse, fine)]
                self.assertAlmostEqual((golden[0] or 0) / (golden[1] or 1), 1, delta=0.05)
                self.assertLess(float((coarse.core - fine.core).max()), 3.0)

    def baked(self, piece: Piece, times: int) -> Cook:
        """The same bake at 200 °C, on so many times as many cells each way."""
        shape = importlib.import_module("airycrumb.stations.heat.shape")
        with (
            mock.patch.object(shape, "LAYERS", shape.LAYERS * times),
            mock.patch.object(shape, "SECTORS", shape.SECTORS * times),
            mock.patch.object(shape, "SKIN_LAYER_M", shape.SKIN_LAYER_M / times),
        ):
            shape.mesh.cache_clear()
            found = cook(replace(piece, dough_c=piece.dough_c + 1e-6 * times), OVEN, 35)
        shape.mesh.cache_clear()
        return found


def rows() -> Iterator[str]:
    """Both errors of every case, a row each."""
    yield "| piece | at its line, °C | most too warm, °C | most too cold, °C |"
    yield "|---|---|---|---|"
    for whole, fire, minutes, name in CASES:
        found = off(whole, fire, minutes, fine=True)
        yield f"| {name.rstrip('*')} | {found.at_line:+.1f} | {found.most:.1f} | {-found.least:.1f} |"


if __name__ == "__main__":
    print("\n".join(rows()))
