"""The heat march against finite elements (scikit-fem) on the sheet's own body, and against itself on a finer grid.

The elements solve the same superellipsoid, a half section of a round one and a quarter of a longer one in three
dimensions, with the same filling, materials and surfaces, properties depending on temperature and melting by enthalpy.
`make heat-outside` works every row on a finer mesh; eight of them are held here.
"""

import importlib
import unittest
from collections.abc import Iterator
from dataclasses import dataclass, replace
from unittest import mock

import numpy as np

from airycrumb.data.shapes import OPEN_WALLS
from airycrumb.outline import Walls
from airycrumb.stations.heat import Boundary, Cook, Piece, cook
from airycrumb.stations.heat.fire import OvenChange
from airycrumb.stations.heat.properties import dough_table, filling_table
from airycrumb.stations.heat.shape import SECTORS
from tests.reference.elements import body
from tests.reference.fires import OVEN, PAN, STEAM, Heated

DOUGH = (0.385, 0.07, 0.03, 0.50, 0.015)
MEAT = (0.68, 0.15, 0.13, 0.02, 0.02)
DOUGH_C, FILLING_C, LINE_C = 25.0, 12.0, 75.0
STEP_S, STEP_OF_A_SOLID_S = 5.0, 10.0
MUCH_APART_C = 5.0
SHUT = 0.6  # of the sides of a piece that touches its neighbours

# g of dough and of filling of each closed shape.
PIECES = {
    "round bun": (60, 40),
    "flat bun": (93, 60),
    "half moon": (90, 50),
    "crescent": (30, 15),
    "packet": (60, 60),
    "log": (60, 40),
    "braid": (300, 250),
    "pie": (260, 200),
    "boat": (180, 150),
    "well": (80, 60),
}
STONE = replace(OVEN, air_c=230.0, on="stone")
FIRES = {
    "steamed": STEAM,
    "baked": OVEN,
    "on the rack": replace(OVEN, on="rack"),
    "on a stone": STONE,
    "two phases": replace(OVEN, air_c=220.0, then=OvenChange(8.0, 180.0, True, "upper")),
    "under a lid": replace(OVEN, air_c=220.0, lid_min=12.0),
    "in the pan": PAN,
}


@dataclass(frozen=True)
class Case:
    """A piece, how it is heated, and its name."""

    piece: Piece
    fire: Boundary
    name: str


def case(shape: str, fire: str, walls: Walls = "heaped", kept: float | None = None, sides_shut: float = 0.0) -> Case:
    """A piece as proofed, or all of it as cold as it was kept."""
    dough_c, filling_c = (DOUGH_C, FILLING_C) if kept is None else (kept, kept)
    grams = PIECES[shape]
    made = Piece(shape, *grams, DOUGH, MEAT, 480, dough_c, filling_c, sides_shut=sides_shut, walls=walls)
    how = "open" if shape in OPEN_WALLS else walls
    more = f"{' frozen' if kept else ''}{' touching' if sides_shut else ''}"
    return Case(made, FIRES[fire], f"{shape} {grams[0]} + {grams[1]} g, {how}{more}, {fire}")


def every_case() -> Iterator[Case]:
    """Every closed shape, heaped and even, in every fire; frozen and touching in those where that is done."""
    for shape in PIECES:
        for walls in ("even",) if shape in OPEN_WALLS else ("heaped", "even"):
            for fire in FIRES:
                if fire != "in the pan" or shape not in (*OPEN_WALLS, "braid"):
                    yield case(shape, fire, walls)  # type: ignore[arg-type]
            for fire in ("steamed", "baked"):
                yield case(shape, fire, walls, kept=-18.0)  # type: ignore[arg-type]
                if shape in ("round bun", "log", "packet"):
                    yield case(shape, fire, walls, sides_shut=SHUT)  # type: ignore[arg-type]


@dataclass(frozen=True)
class Off:
    """By how many °C the core is too warm as it passes its line, its minutes by both, and by how many °C the top and
    the base are, at most, from then on."""

    at_line: float
    ours_min: float
    theirs_min: float
    top: float
    base: float


def off(c: Case, fine: bool = False) -> Off:
    """The march against elements on the same body; on fine ones, where top or base are much apart, once more by a
    quarter of the step: a skin that boils dry moves by degrees within one."""
    found = _off(c, fine, 1)
    return _off(c, fine, 4) if fine and max(abs(found.top), abs(found.base)) > MUCH_APART_C else found


def _off(c: Case, fine: bool, finer: int) -> Off:
    piece, tables = c.piece, (dough_table(DOUGH, 480, 0), filling_table(MEAT, 0))
    ours = cook(piece, c.fire, 75)
    reached = ours.reaches(ours.core, LINE_C)
    assert reached, "it never reaches its line"
    share = piece.filling_g / 1000 / tables[1].density / ours.body.volume
    elements = body(ours.body, piece.shape, share, tables, piece.walls, fine)
    step_s = (STEP_S if ours.body.is_round else STEP_OF_A_SOLID_S) / finer
    minutes = reached * 1.2 + 1
    fire = Heated(elements, c.fire, minutes, (DOUGH[0], MEAT[0]), piece.sides_shut)
    # The dough that the march means by its top: to where its outermost sector begins.
    rim = float(ours.mesh.corners[SECTORS - 1, -1, 0])
    seen = elements.cooked(minutes, fire, (piece.dough_c, piece.filling_c), step_s, rim, fire.ends)
    at_line = float(np.interp(reached, seen.minutes, seen.core))
    late = (ours.minutes > reached / 2) & (ours.minutes <= reached)
    apart = lambda mine, other: (mine - np.interp(ours.minutes, seen.minutes, other))[late]
    furthest = lambda d: float(d[np.argmax(np.abs(d))])
    theirs = float(np.interp(LINE_C, seen.core, seen.minutes))
    return Off(
        LINE_C - at_line, reached, theirs, furthest(apart(ours.skin, seen.top)), furthest(apart(ours.base, seen.base))
    )


HELD = (
    case("round bun", "steamed"),
    case("flat bun", "steamed", "even", kept=-18.0),
    case("half moon", "baked", "even"),
    case("packet", "baked", "even"),
    case("braid", "two phases", "even"),
    case("pie", "in the pan"),
    case("well", "steamed", "even"),
    case("boat", "baked", "even"),
)


class AgainstFiniteElements(unittest.TestCase):
    def test_pieces_however_long_cold_and_heated(self) -> None:
        for held in HELD:
            with self.subTest(held.name):
                found = off(held)
                # Coarse elements make a piece seem up to 2 °C colder than fine ones do.
                self.assertLess(found.at_line, 4.0)
                self.assertGreater(found.at_line, -6.0)


class AgainstAFinerGrid(unittest.TestCase):
    def test_skin_base_colour_and_core_have_converged(self) -> None:
        cases = (
            Piece("round bun", 65, 0.01, DOUGH, MEAT, 480, 26, 26),
            Piece("half moon", 90, 50, DOUGH, MEAT, 480, 26, 14),
        )
        for piece in cases:
            coarse, fine = (self.cooked(piece, times) for times in (1, 4))
            with self.subTest(shape=piece.shape):
                self.assertLess(float(np.abs(coarse.skin - fine.skin)[20:].max()), 4.0)
                self.assertLess(float(np.abs(coarse.base - fine.base)[20:].max()), 4.0)
                golden = [c.reaches(c.skin, 115) for c in (coarse, fine)]
                self.assertAlmostEqual((golden[0] or 0) / (golden[1] or 1), 1, delta=0.05)
                self.assertLess(float((coarse.core - fine.core).max()), 3.0)

    def cooked(self, piece: Piece, times: int) -> Cook:
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
