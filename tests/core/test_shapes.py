"""Dividing and enclosing: arithmetic and geometry the hands rely on."""

import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from airycrumb.data.closings import PACKING
from airycrumb.divide import cuts_by_eye, share_out
from airycrumb.enclose import (
    CLOSINGS,
    disc_diameter,
    disc_thickness,
    enclose,
    fits_round,
    fits_tray,
    gathered_capacity,
    gathered_diameter,
    piece_size,
)


class Dividing(unittest.TestCase):
    def test_pieces_are_cut_by_halves_first(self) -> None:
        # common practice, no source: 12 is halves, halves, thirds
        self.assertEqual(cuts_by_eye(12), ["halves", "halves", "thirds"])
        self.assertEqual(cuts_by_eye(1), [])
        self.assertEqual(cuts_by_eye(26), ["halves", "13 equal parts"])

    @given(st.integers(1, 200), st.floats(10, 1500), st.floats(0, 0.1))
    def test_pieces_spare_and_bowl_make_up_the_dough(self, pieces: int, each: float, loss: float) -> None:
        dough = pieces * each / (1 - loss) * 1.05
        s = share_out([(pieces, each)], dough, loss, 1)
        self.assertAlmostEqual(s.pieces * s.groups[0].each_g + s.spare_g + s.left_on_bowl_g, dough, places=6)

    def test_a_weighed_dough_is_shared_as_it_is(self) -> None:
        s = share_out([(6, 95)], 600, 0.015, 1, weighed_g=560)
        self.assertAlmostEqual(s.groups[0].each_g, 560 / 6)
        self.assertEqual(s.left_on_bowl_g, 40)
        self.assertTrue(s.weighed)

    def test_two_sizes_from_one_weighed_dough(self) -> None:
        # common practice, no source: 560 g is six buns of 70 and six lids of 23
        s = share_out([(6, 70), (6, 23)], 600, 0.015, 1, weighed_g=560)
        self.assertEqual([(g.pieces, g.each_shown_g) for g in s.groups], [(6, 70), (6, 23)])
        self.assertAlmostEqual(sum(g.pieces * g.each_g for g in s.groups), 560)
        self.assertEqual(s.cuts, [])


class Wrappers(unittest.TestCase):
    def test_trade_pairs_of_mass_diameter_and_thickness(self) -> None:
        # common practice, no source
        for grams, across_cm, thick in ((110, 20, 3.3), (42, 15, 2.25), (60, 12.5, 4.7)):
            self.assertAlmostEqual(disc_thickness(grams, across_cm * 10), thick, delta=0.1)

    def test_a_gathered_wrapper_for_trade_fillings(self) -> None:
        # common practice, no source: 12.5-14 cm for 45 mL, 15 for 68, 20 for 145
        for volume, low, high in ((45, 125, 140), (68, 147, 157), (145, 185, 202)):
            self.assertTrue(low <= gathered_diameter(volume) <= high)

    @given(st.floats(5, 1000))
    def test_every_closings_size_and_capacity_undo_each_other(self, volume: float) -> None:
        for closing in CLOSINGS.values():
            self.assertAlmostEqual(closing.capacity(closing.diameter(volume)) / volume, 1, places=9)

    @given(st.floats(60, 500), st.floats(1.01, 2))
    def test_a_larger_wrapper_holds_more(self, across: float, factor: float) -> None:
        for closing in CLOSINGS.values():
            self.assertGreater(closing.capacity(across * factor), closing.capacity(across))

    def test_thickness_and_diameter_undo_each_other(self) -> None:
        self.assertAlmostEqual(disc_thickness(80, disc_diameter(80, 3)), 3)

    def test_every_closing_in_the_registry_gives_a_whole_wrapper(self) -> None:
        for name in CLOSINGS:
            with self.subTest(closing=name):
                w = enclose(name, 62, 40, 1.0, 1.7)
                self.assertGreaterEqual(w.closes_over_g, w.filling_g)
                self.assertTrue(w.how and w.label)
                numbers = (w.diameter_mm, w.mean_mm, w.middle_mm, w.rim_mm, w.most_filling_g, w.ratio)
                self.assertTrue(all(math.isfinite(n) and n > 0 for n in numbers))
                self.assertLessEqual(w.rim_mm, w.middle_mm)

    def test_a_thick_middle_keeps_the_mass_of_the_disc(self) -> None:
        w = enclose("gathered", 62, 40, 1.0, 1.7)
        inner, outer = math.pi * (w.diameter_mm / 4) ** 2, math.pi * (w.diameter_mm / 2) ** 2
        volume = w.middle_mm * inner + w.rim_mm * (outer - inner)
        self.assertAlmostEqual(volume / 1000 * 1.05, 62, places=6)

    def test_more_stretch_closes_over_more(self) -> None:
        self.assertGreater(gathered_capacity(130, 1.3), gathered_capacity(130, 1.1))

    def test_a_piece_grows_and_its_filling_does_not(self) -> None:
        wrapped, proofed, cooked = enclose("gathered", 62, 40, 1.0, 1.8).sizes
        self.assertTrue(wrapped.width_mm < proofed.width_mm < cooked.width_mm)
        self.assertAlmostEqual(wrapped.filling_width_mm, cooked.filling_width_mm, places=6)
        self.assertGreater(cooked.wall_mm, wrapped.wall_mm)


class Fitting(unittest.TestCase):
    def test_seven_make_a_flower(self) -> None:
        # seven unit circles fit in three: centres on a hexagon and one in the middle
        self.assertEqual(PACKING[6], 3.0)
        self.assertEqual(fits_round(3 * 60 + 2 * 20, 60), 7)

    def test_packings_never_shrink(self) -> None:
        self.assertEqual(sorted(PACKING), list(PACKING))

    def test_a_tray_is_filled_in_rows_either_way_round(self) -> None:
        piece = piece_size("half_moon", "cooked", 120, 50)
        across, along = piece.width_mm + 20, piece.length_mm + 20
        self.assertEqual(fits_tray(across * 2 - 20, along * 3 - 20, piece), 6)
        self.assertEqual(fits_tray(along * 3 - 20, across * 2 - 20, piece), 6)
