"""How pieces lie in baskets and on trays: never on one another, never over the edge."""

import math
import unittest
from itertools import combinations

from hypothesis import given, settings
from hypothesis import strategies as st
from shapely.geometry import Point, Polygon, box

from airycrumb.data.closings import GAP_MM, WALL_GAP_MM
from airycrumb.stations.enclose import Fit, fit_round, fit_tray
from airycrumb.stations.enclose.fit import packings

ROUGH = 0.06  # spots are kept to a tenth of a millimetre


def drawn(fit: Fit) -> list[Polygon]:
    """Each piece as it lies."""
    w, d = fit.piece_wide_mm / 2, fit.piece_deep_mm / 2
    return [Point(x, y).buffer(w) if fit.piece_round else box(x - w, y - d, x + w, y + d) for x, y in fit.spots]


def holder(fit: Fit) -> Polygon:
    """The basket or tray, less the room kept at its wall."""
    w, d = fit.wide_mm / 2 - WALL_GAP_MM.value, fit.deep_mm / 2 - WALL_GAP_MM.value
    return Point(0, 0).buffer(w, 256) if fit.round else box(-w, -d, w, d)


class Fitting(unittest.TestCase):
    def lies_well(self, fit: Fit) -> None:
        pieces, room = drawn(fit), holder(fit).buffer(3 * ROUGH)
        for piece in pieces:
            self.assertTrue(room.covers(piece.buffer(-ROUGH)))
        for one, other in combinations(pieces, 2):
            self.assertGreaterEqual(one.distance(other), GAP_MM.value - 4 * ROUGH)

    @settings(max_examples=30, deadline=None)
    @given(st.floats(150, 600), st.floats(25, 140), st.floats(1, 3))
    def test_no_piece_lies_on_another_in_a_basket(self, basket: float, wide: float, long: float) -> None:
        fit = fit_round(basket, wide, wide * long)
        if fit.whole:
            self.lies_well(fit)

    @settings(max_examples=30, deadline=None)
    @given(st.floats(150, 800), st.floats(150, 800), st.floats(25, 200), st.floats(1, 4))
    def test_no_piece_lies_on_another_on_a_tray(self, width: float, depth: float, wide: float, long: float) -> None:
        fit = fit_tray(width, depth, wide, wide * long)
        if fit.whole:
            self.lies_well(fit)

    @settings(max_examples=30, deadline=None)
    @given(st.floats(200, 500), st.floats(30, 120), st.floats(1.01, 1.6), st.floats(1, 3))
    def test_a_larger_holder_never_takes_fewer(self, size: float, wide: float, factor: float, long: float) -> None:
        for fits in (lambda s: fit_round(s, wide, wide * long), lambda s: fit_tray(s, s, wide, wide * long)):
            small, large = fits(size), fits(size * factor)
            self.assertGreaterEqual(large.per_load if large.whole else 0, small.per_load if small.whole else 0)

    def test_seven_round_rolls_are_a_flower(self) -> None:
        # common practice, no source: one in the middle, six round it
        fit = fit_round(3 * 60 + 2 * GAP_MM.value + 2 * WALL_GAP_MM.value, 60, 60)
        self.assertEqual(fit.per_load, 7)
        from_middle = sorted(math.hypot(x, y) for x, y in fit.spots)
        self.assertAlmostEqual(from_middle[0], 0, delta=0.5)
        for far in from_middle[1:]:
            self.assertAlmostEqual(far, 80, delta=0.5)

    def test_every_packing_that_is_known_just_fits_its_own_basket(self) -> None:
        """One to twenty rounds, each in the smallest basket that is known to hold so many, and in none smaller."""
        for n, (radius, _) in enumerate(packings(), 1):
            basket = radius * (60 + GAP_MM.value) - GAP_MM.value + 2 * WALL_GAP_MM.value
            with self.subTest(rounds=n):
                # Six and seven, eighteen and nineteen take the same basket.
                alike = sum(abs(other - radius) < 1e-3 for other, _ in packings()[n:])
                self.assertEqual(fit_round(basket, 60, 60).per_load, n + alike)
                if n > 1:
                    self.assertLess(fit_round(basket - 0.5, 60, 60).per_load, n)

    def test_a_tray_is_filled_in_rows_either_way_round(self) -> None:
        gap, wall = GAP_MM.value, 2 * WALL_GAP_MM.value
        two_by_three = (2 * 70 + gap + wall, 3 * 110 + 2 * gap + wall)
        self.assertEqual(fit_tray(*two_by_three, 70, 110).per_load, 6)
        turned = fit_tray(*two_by_three[::-1], 70, 110)
        self.assertEqual((turned.per_load, turned.piece_wide_mm), (6, 110))

    def test_rounds_are_staggered_where_that_holds_more(self) -> None:
        gap, wall = GAP_MM.value, 2 * WALL_GAP_MM.value
        step = 60 + gap
        deep = 60 + 2 * step * math.sqrt(3) / 2 + wall
        wide = 3 * step + step / 2 - gap + wall
        fit = fit_tray(wide, deep, 60, 60)
        self.assertEqual(fit.per_load, 9)
        self.assertEqual(len({round(y) for _, y in fit.spots}), 3)

    def test_more_than_twenty_small_ones_lie_in_a_honeycomb(self) -> None:
        fit = fit_round(500, 40, 40)
        self.assertGreater(fit.per_load, 20)
        self.lies_well(fit)

    def test_tiers_multiply_and_what_is_too_large_is_told(self) -> None:
        self.assertEqual(fit_round(260, 70, 70, holders=3).per_load, 3 * fit_round(260, 70, 70).per_load)
        self.assertFalse(fit_round(260, 300, 300).whole)
        self.assertEqual(fit_round(260, 300, 300).spots, [[0.0, 0.0]])

    def test_pieces_are_laid_in_reading_order(self) -> None:
        rows = [(y, x) for x, y in fit_tray(400, 340, 70, 70).spots]
        self.assertEqual(rows, sorted(rows))
