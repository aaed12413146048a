"""What is drawn at each step of a closing is the piece that is wrapped: by its geometry, not by its picture."""

import unittest
from collections.abc import Iterator

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely.geometry import LineString, Polygon
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from airycrumb.data.closings import BRAID_END_MM
from airycrumb.stations.enclose import CLOSINGS
from airycrumb.stations.enclose.steps import Patch, WrapStep
from airycrumb.stations.enclose.wrapper import Wrapper
from tests.core.spoken import enclose
from tests.core.test_closings import PIECES, usual

ROUNDED_MM = 1.5  # outlines leave the core in whole tenths, and a curve is a polygon
DOUGH = ("dough", "over")


def shape(patch: Patch) -> BaseGeometry:
    points = np.array(patch.points)
    return LineString(points) if patch.kind == "line" else Polygon(points).buffer(0)


def of_kind(step: WrapStep, *kinds: str) -> list[BaseGeometry]:
    return [shape(p) for p in step.patches if p.kind in kinds and len(p.points) > 1]


def dough(step: WrapStep) -> BaseGeometry:
    return unary_union(of_kind(step, *DOUGH))


def steps() -> Iterator[tuple[str, int, Wrapper, WrapStep]]:
    for key in CLOSINGS:
        made = usual(key)
        for i, step in enumerate(made.steps):
            yield key, i, made, step


def size_of(shapes: BaseGeometry) -> tuple[float, float]:
    left, low, right, high = shapes.bounds
    return right - left, high - low


class EveryStep(unittest.TestCase):
    def test_filling_and_lines_lie_on_dough(self) -> None:
        for key, i, _, step in steps():
            room = dough(step).buffer(ROUNDED_MM)
            for kind in ("filling", "line", "hole"):
                for one in of_kind(step, kind):
                    with self.subTest(closing=key, step=i, kind=kind):
                        self.assertTrue(room.covers(one), f"{one.difference(room).length:.1f} mm beside the dough")

    def test_dough_laid_over_lies_on_the_dough_below(self) -> None:
        for key, i, _, step in steps():
            below, *over = of_kind(step, *DOUGH)
            for one in over:
                with self.subTest(closing=key, step=i):
                    self.assertTrue(below.buffer(ROUNDED_MM).intersects(one))
                    below = below.union(one)

    def test_no_outline_crosses_itself(self) -> None:
        for key, i, _, step in steps():
            for patch in step.patches:
                if patch.kind != "line" and len(patch.points) > 3:
                    with self.subTest(closing=key, step=i, kind=patch.kind):
                        self.assertTrue(Polygon(patch.points).is_valid)

    def test_no_step_makes_more_dough_than_was_rolled(self) -> None:
        """Folding and rolling up only hide dough; what was patted flat first may lie wider than it ends."""
        for key in CLOSINGS:
            areas = [dough(step).area for step in usual(key).steps]
            with self.subTest(closing=key):
                if CLOSINGS[key].rolled:
                    self.assertLessEqual(max(areas), areas[0] * 1.08)


class TheLastStep(unittest.TestCase):
    ROUND = ("gathered", "ball", "pinch", "lidded", "pulled_pie", "kneaded_in")
    ROLLED = ("sticks", "layered")

    def test_a_round_piece_is_as_wide_as_its_numbers_say(self) -> None:
        for key in self.ROUND:
            made = usual(key)
            wide, deep = size_of(dough(made.steps[-1]))
            with self.subTest(closing=key):
                self.assertAlmostEqual(wide, made.sizes[0].width_mm, delta=ROUNDED_MM)
                self.assertAlmostEqual(deep, made.sizes[0].width_mm, delta=ROUNDED_MM)

    def test_a_roll_is_as_wide_as_its_sheet_and_as_thick_as_its_piece(self) -> None:
        for key in self.ROLLED:
            made = usual(key)
            long, thick = size_of(dough(made.steps[-1]))
            with self.subTest(closing=key):
                self.assertAlmostEqual(long, made.across_mm, delta=ROUNDED_MM)
                self.assertAlmostEqual(thick, made.sizes[0].width_mm, delta=ROUNDED_MM)

    def test_a_half_moon_is_half_of_its_disc(self) -> None:
        for key in ("half_moon", "half_moon_fork", "half_moon_rope"):
            made = usual(key)
            with self.subTest(closing=key):
                self.assertAlmostEqual(dough(made.steps[-1]).area / dough(made.steps[0]).area, 0.5, delta=0.01)

    def test_an_envelope_is_three_layers_of_its_sheet(self) -> None:
        made = usual("envelope")
        packet = dough(made.steps[-1])
        self.assertAlmostEqual(size_of(packet)[1], made.across_mm / 3, delta=ROUNDED_MM)

    def test_a_boat_keeps_its_filling_in_sight_and_away_from_its_rim(self) -> None:
        last = usual("boat").steps[-1]
        (bed,) = of_kind(last, "filling")
        hull = dough(last)
        self.assertTrue(hull.contains(bed))
        self.assertGreater(hull.exterior.distance(bed), 1.0)
        self.assertGreater(bed.area / hull.area, 0.3)

    def test_a_crescent_is_bent_and_wider_than_it_is_deep(self) -> None:
        moon = of_kind(usual("crescent").steps[-1], "dough")[0]
        wide, deep = size_of(moon)
        self.assertGreater(wide, deep)
        # Its hollow lies in the middle of its open side: filled up, the outline would be larger there.
        hollow = moon.convex_hull.difference(moon)
        self.assertLess(moon.area / moon.convex_hull.area, 0.96)
        self.assertAlmostEqual(hollow.centroid.x, moon.centroid.x, delta=ROUNDED_MM)

    def test_a_half_rolled_crescent_lies_on_what_is_left_of_its_triangle(self) -> None:
        made = usual("crescent")
        left, roll = of_kind(made.steps[1], "dough")[0], of_kind(made.steps[1], "over")[0]
        self.assertLess(left.area, 0.6 * dough(made.steps[0]).area)
        self.assertGreater(roll.centroid.y, left.centroid.y)
        # The roll covers the broad edge, and the tip is still open.
        tip = min(left.exterior.coords, key=lambda point: point[1])
        self.assertFalse(roll.buffer(ROUNDED_MM).contains(Polygon([tip, (tip[0] + 1, tip[1]), (tip[0], tip[1] - 1)])))
        self.assertTrue(abs(left.bounds[3] - roll.centroid.y) < size_of(roll)[1])

    def test_a_braid_is_laced_from_both_sides_alike(self) -> None:
        half = usual("braid").steps[1]
        strips = of_kind(half, "over")
        left = [s for s in strips if s.centroid.x < 0]
        right = [s for s in strips if s.centroid.x > 0]
        self.assertEqual(len(left), len(right))
        for one, other in zip(left, right, strict=True):
            self.assertAlmostEqual(one.centroid.x, -other.centroid.x, delta=ROUNDED_MM)
            self.assertAlmostEqual(one.area, other.area, delta=1)

    def test_a_braid_is_as_long_as_its_sheet_less_the_two_ends_folded_over(self) -> None:
        made = usual("braid")
        body = of_kind(made.steps[1], "dough")[0]
        self.assertAlmostEqual(size_of(body)[1], made.along_mm - 2 * BRAID_END_MM.value, delta=ROUNDED_MM)
        strips = unary_union(of_kind(made.steps[1], "over"))
        # Lacing begins at the end that was folded over, and leans away from it.
        self.assertAlmostEqual(strips.bounds[1], body.bounds[1], delta=ROUNDED_MM)
        self.assertGreater(strips.centroid.y, strips.bounds[1])

    def test_two_rounds_lie_one_on_the_other_and_the_upper_covers_the_lower(self) -> None:
        last = usual("two_rounds").steps[-1]
        (lower,), (upper,) = of_kind(last, "dough"), of_kind(last, "over")
        self.assertTrue(upper.buffer(0.1).covers(lower))
        self.assertLess(upper.area / lower.area, 1.1)

    def test_a_well_is_pressed_wider_from_step_to_step(self) -> None:
        made = usual("well")
        before, after = (of_kind(step, "over")[0].area for step in made.steps[:2])
        self.assertLess(before, after)


class AnySize(unittest.TestCase):
    @settings(max_examples=30)
    @given(st.sampled_from(sorted(CLOSINGS)), st.floats(0.4, 2.5))
    def test_a_larger_piece_is_drawn_larger_and_still_whole(self, key: str, times: float) -> None:
        grams, filling = PIECES.get(key, (62, 40))
        made = enclose(key, grams * times, filling * times, 1.0, 1.7, pieces=8)
        plain = usual(key)
        ratio = size_of(dough(made.steps[0]))[0] / size_of(dough(plain.steps[0]))[0]
        self.assertTrue(min(1, times) * 0.9 <= ratio <= max(1, times) * 1.1, ratio)
        for step in made.steps:
            self.assertTrue(all(dough(step).buffer(ROUNDED_MM).covers(one) for one in of_kind(step, "filling")))
