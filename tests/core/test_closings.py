"""Every closing in the registry: computed, laid out, folded and cut through, each by the same tests."""

import math
import unittest
from itertools import pairwise

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely.geometry import Polygon
from shapely.ops import unary_union

from airycrumb.data.closings import CLOSED_AS, LID_SHARE, MIDDLE_DIAMETER, USUAL
from airycrumb.data.shapes import DOUGH_DENSITY, SHAPES
from airycrumb.outline import PLAIN_BELOW
from airycrumb.stations.enclose import CLOSINGS, disc_diameter, disc_thickness, gathered_diameter, piece_size
from airycrumb.stations.enclose.lines import strips
from airycrumb.stations.enclose.points import area, disc, fold, sheet
from airycrumb.stations.enclose.proportions import proportions
from airycrumb.stations.enclose.wrapper import Wrapper
from tests.core.spoken import enclose

# A usual piece of each: g of dough, g of filling.
PIECES = {
    "boat": (250, 150),
    "braid": (300, 250),
    "pulled_pie": (250, 200),
    "layered": (300, 120),
    "crescent": (40, 10),
    "kneaded_in": (70, 20),
    "well": (70, 30),
    "plain": (60, 0),
}


def usual(key: str) -> Wrapper:
    dough, filling = PIECES.get(key, (62, 40))
    return enclose(key, dough, filling, 1.0, 1.7, pieces=8)


WRAPPING = [c for c in CLOSINGS.values() if c.wraps and c.rolled]


class EveryClosing(unittest.TestCase):
    def test_the_tables_and_the_registry_name_the_same_closings(self) -> None:
        self.assertEqual(set(CLOSINGS), set(USUAL))
        self.assertEqual(set(CLOSINGS), set(CLOSED_AS))
        self.assertLessEqual(set(CLOSED_AS.values()), set(SHAPES))

    def test_a_usual_piece_gives_a_whole_wrapper(self) -> None:
        for key, how in CLOSINGS.items():
            with self.subTest(closing=key):
                w = usual(key)
                numbers = (w.across_mm, w.along_mm, w.mean_mm, w.middle_mm, w.rim_mm, w.most_filling_g, w.ratio)
                self.assertTrue(all(math.isfinite(n) and n >= 0 for n in numbers))
                self.assertEqual(w.mean_mm > 0, how.rolled)
                self.assertLessEqual(w.rim_mm, w.middle_mm)
                self.assertGreaterEqual(w.most_filling_g, w.closes_over_g)
                self.assertTrue(w.label and w.wrong and w.vent)
                if how.wraps:
                    self.assertGreaterEqual(w.closes_over_g, w.filling_g)
                    self.assertTrue(0 < w.low_g < w.high_g)
                    self.assertTrue(w.ratio_low <= w.ratio <= w.ratio_high)

    @given(st.floats(5, 1000))
    def test_size_and_capacity_undo_each_other(self, volume: float) -> None:
        for how in WRAPPING:
            self.assertAlmostEqual(how.holds(how.across(volume)) / volume, 1, places=6, msg=how.key)

    @given(st.floats(60, 500), st.floats(1.01, 2))
    def test_a_larger_wrapper_holds_more(self, across: float, factor: float) -> None:
        for how in WRAPPING:
            self.assertGreater(how.holds(across * factor), how.holds(across), how.key)
            self.assertGreaterEqual(how.holds_at_most(across), how.holds(across), how.key)

    @given(st.floats(10, 1500), st.floats(0.5, 20))
    def test_thickness_and_width_undo_each_other(self, dough: float, thick: float) -> None:
        for how in CLOSINGS.values():
            self.assertAlmostEqual(how.thickness(dough, how.across_at(dough, thick)) / thick, 1, msg=how.key)

    @settings(max_examples=8)
    @given(st.floats(10, 1400), st.floats(5, 1500))
    def test_more_filling_never_asks_for_a_smaller_wrapper(self, dough: float, filling: float) -> None:
        for key in CLOSINGS:
            less, more = enclose(key, dough, filling, 1.0, 1.7), enclose(key, dough, filling * 1.2, 1.0, 1.7)
            self.assertGreaterEqual(more.across_mm, less.across_mm, key)

    def test_the_parts_of_a_piece_are_all_its_dough(self) -> None:
        for key in ("lidded", "two_rounds"):
            w = usual(key)
            self.assertAlmostEqual(sum(p.dough_g for p in w.parts), 62)
        lid = usual("lidded").parts[1]
        self.assertAlmostEqual(lid.dough_g, 62 * LID_SHARE.value)

    def test_a_thick_middle_keeps_the_mass_of_the_disc(self) -> None:
        w = usual("gathered")
        inner, outer = math.pi * (w.across_mm / 2 * MIDDLE_DIAMETER.value) ** 2, math.pi * (w.across_mm / 2) ** 2
        self.assertAlmostEqual((w.middle_mm * inner + w.rim_mm * (outer - inner)) / 1000 * 1.05, 62, places=6)


class LaidOut(unittest.TestCase):
    """The wrapper from above."""

    def test_every_line_and_the_filling_lie_on_the_wrapper(self) -> None:
        for key, how in CLOSINGS.items():
            with self.subTest(closing=key):
                w = usual(key)
                dough = Polygon(how.points(w.across_mm, 360)).buffer(0.6)
                for s in w.strokes:
                    for x, y in s.points:
                        self.assertTrue(dough.covers(Polygon([(x, y), (x + 0.01, y), (x, y + 0.01)])), s)
                if w.filling_at:
                    self.assertTrue(dough.covers(Polygon(w.filling_at)))
                    self.assertTrue(how.wraps)

    def test_the_outline_has_the_area_that_gives_the_thickness(self) -> None:
        for key, how in CLOSINGS.items():
            w = usual(key)
            halves = 2 if key == "two_rounds" else 1
            self.assertAlmostEqual(
                halves * area(how.points(w.across_mm, 720)) / how.area(w.across_mm), 1, places=4, msg=key
            )

    def test_a_braid_has_equal_strips_of_about_13_mm_on_both_sides(self) -> None:
        # common practice, no source: equal strips of about 1.3 cm, the same number on both sides
        w = usual("braid")
        cuts = [s.points for s in w.strokes if s.kind == "cut"]
        left = sorted(y for (x, y), _ in cuts if x < 0)
        right = sorted(y for (x, y), _ in cuts if x > 0)
        self.assertEqual(left, right)
        self.assertEqual(len(left) - 1, strips(w.along_mm))
        for before, after in pairwise(left):
            self.assertAlmostEqual(after - before, 13, delta=1)

    def test_triangles_come_from_one_strip(self) -> None:
        w = enclose("crescent", 40, 10, 1.0, 1.7, pieces=8)
        self.assertIn(f"one strip of {4 * w.across_mm / 10:.1f} cm", w.cut_from)
        self.assertIn("7 whole ones and a half at each end", w.cut_from)
        # The strip is all the dough there is, as thick as the triangles are.
        strip_g = 4 * w.across_mm * w.along_mm * w.mean_mm / 1000 * DOUGH_DENSITY.value
        self.assertAlmostEqual(strip_g, 8 * 40, delta=0.5)


class Folding(unittest.TestCase):
    """The step drawings, and the fold they are made with."""

    @given(st.floats(-60, 60), st.floats(0, 2 * math.pi))
    def test_a_fold_loses_no_dough(self, far: float, turn: float) -> None:
        towards = (math.cos(turn), math.sin(turn))
        for whole in (disc(120), sheet(140, 90)):
            stays, flap = fold(whole, far * towards[0], far * towards[1], *towards)
            areas = sum(area(p) for p in (stays, flap) if len(p) > 2)
            self.assertAlmostEqual(areas / area(whole), 1, places=6)

    def test_a_disc_folded_in_half_lies_on_itself(self) -> None:
        stays, flap = fold(disc(120), 0, 0, 0, 1)
        self.assertAlmostEqual(Polygon(stays).symmetric_difference(Polygon(flap)).area / area(stays), 0, places=6)

    def test_every_step_of_every_closing_is_said_and_drawn(self) -> None:
        for key in CLOSINGS:
            with self.subTest(closing=key):
                w = usual(key)
                self.assertEqual([s.words for s in w.steps], [str(step) for step in CLOSINGS[key].words.how])
                widest = max(w.across_mm, w.along_mm) * 0.75 + 20
                for step in w.steps:
                    self.assertTrue(any(p.kind in ("dough", "over") and len(p.points) > 2 for p in step.patches))
                    points = np.vstack([np.array(p.points) for p in step.patches if p.points])
                    self.assertTrue(np.isfinite(points).all())
                    self.assertLess(np.abs(points).max(), widest)

    def test_a_closed_piece_hides_its_filling_and_an_open_one_shows_it(self) -> None:
        for key in ("gathered", "ball", "half_moon", "envelope", "two_rounds", "sticks"):
            self.assertNotIn("filling", [p.kind for p in usual(key).steps[-1].patches], key)
        for key in ("boat", "well"):
            self.assertIn("filling", [p.kind for p in usual(key).steps[-1].patches], key)


class CutThrough(unittest.TestCase):
    """The cross-section as wrapped, proofed and cooked."""

    def test_the_filling_lies_within_the_piece(self) -> None:
        for key in CLOSINGS:
            for size in usual(key).sizes:
                with self.subTest(closing=key, when=size.when):
                    outside = Polygon(size.outside).buffer(0.8)
                    for inside in size.filling:
                        self.assertTrue(outside.covers(Polygon(inside).buffer(0)))

    def test_its_outline_is_as_wide_and_high_as_the_numbers_say(self) -> None:
        for key in CLOSINGS:
            for size in usual(key).sizes:
                points = np.array(size.outside)
                wide, high = points.max(axis=0) - points.min(axis=0)
                self.assertAlmostEqual(wide, size.width_mm, delta=0.02 * size.width_mm + 0.2, msg=key)
                self.assertAlmostEqual(high, size.height_mm, delta=0.02 * size.height_mm + 0.2, msg=key)
                self.assertAlmostEqual(points[:, 1].max(), 0, delta=0.1)

    def test_the_cut_shows_the_share_of_filling_there_is(self) -> None:
        # Heaped in a thick middle the filling is alike in three directions: its section has the share to the power
        # 2/3; kneaded in, the share.
        for key in ("gathered", "ball", "kneaded_in"):
            size = usual(key).sizes[0]
            dough, filling = PIECES.get(key, (62, 40))
            share = filling / (filling + dough / 1.05 * 1.15)
            shown = unary_union([Polygon(p) for p in size.filling]).area / Polygon(size.outside).area
            expected = share if key == "kneaded_in" else share ** (2 / 3)
            self.assertAlmostEqual(shown, expected, delta=0.06 * expected + 0.01, msg=key)

    def test_a_sheet_even_all_over_closes_into_a_wall_even_all_round(self) -> None:
        for key in ("envelope", "braid", "sticks", "pulled_pie"):
            size = usual(key).sizes[1]
            self.assertFalse(CLOSINGS[key].thick_middle)
            side = (size.width_mm - size.filling_width_mm) / 2
            self.assertAlmostEqual(side, size.wall_mm, delta=0.15, msg=key)

    def test_an_open_piece_is_filled_level_to_its_top(self) -> None:
        for key in ("boat", "well"):
            size = usual(key).sizes[1]
            outside, filling = Polygon(size.outside), Polygon(size.filling[0])
            self.assertLess(filling.difference(outside).area, 0.02 * filling.area, msg=key)
            self.assertAlmostEqual(filling.bounds[1], outside.bounds[1], delta=0.1, msg=key)
            self.assertGreater(size.wall_mm, 1, msg=key)

    def test_a_piece_grows_and_its_filling_does_not(self) -> None:
        for key in ("gathered", "envelope", "half_moon"):
            wrapped, proofed, cooked = usual(key).sizes
            self.assertTrue(wrapped.width_mm < proofed.width_mm < cooked.width_mm)
            # Within walls that are even it comes to lie a little wider and flatter as the piece grows round it.
            apart = 0.25 if CLOSINGS[key].walls == "heaped" else 0.05 * wrapped.filling_width_mm
            self.assertAlmostEqual(wrapped.filling_width_mm, cooked.filling_width_mm, delta=apart)
            self.assertGreater(cooked.wall_mm, wrapped.wall_mm)

    @settings(max_examples=25)
    @given(st.floats(10, 1500), st.floats(5, 1500), st.floats(1.0, 4.0), st.floats(0.6, 2))
    def test_a_drawn_piece_has_the_volume_it_is_given(
        self, dough: float, filling: float, ratio: float, spread: float
    ) -> None:
        for key in CLOSINGS:
            lies = proportions(CLOSED_AS[key], spread)
            s = piece_size(key, "cooked", dough * ratio, filling, lies)
            shape = SHAPES[CLOSED_AS[key]]
            boxed = s.width_mm * (1 - shape.rim) * s.height_mm * s.length_mm
            # With next to nothing inside it is a plain piece, which has no seam.
            seam = shape.in_seam if filling > PLAIN_BELOW * dough * ratio else 0.0
            held = dough * ratio * (1 - seam) + filling
            self.assertAlmostEqual(boxed * shape.fullness / 1000 / held, 1, delta=0.001 + seam * 0.1)


class TradePairs(unittest.TestCase):
    """Common practice, no source."""

    def test_mass_diameter_and_thickness(self) -> None:
        for grams, across_cm, thick in ((110, 20, 3.3), (42, 15, 2.25), (60, 12.5, 4.7)):
            self.assertAlmostEqual(disc_thickness(grams, across_cm * 10), thick, delta=0.1)
            self.assertAlmostEqual(disc_diameter(grams, thick), across_cm * 10, delta=3)

    def test_a_gathered_wrapper_for_usual_fillings(self) -> None:
        # 12.5-14 cm for 45 mL, 15 for 68, 20 for 145
        for volume, low, high in ((45, 125, 140), (68, 147, 157), (145, 185, 202)):
            self.assertTrue(low <= gathered_diameter(volume) <= high)

    def test_a_braid_is_a_sheet_of_about_6_mm(self) -> None:
        self.assertAlmostEqual(usual("braid").mean_mm, 6, delta=1)

    def test_a_pulled_in_pie_is_stretched_to_3_or_4_mm(self) -> None:
        self.assertTrue(2.8 <= usual("pulled_pie").mean_mm <= 4.2)
