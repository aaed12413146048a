"""How much each closing holds, against the body it stands for worked out another way: by summing slices."""

import math
import unittest
from collections.abc import Callable

import numpy as np

from airycrumb.data import closings as c
from airycrumb.stations.enclose import families
from airycrumb.stations.enclose.registry import CLOSINGS

ACROSS, SEAM = 180.0, 8.0


def slices(area: Callable[[np.ndarray], np.ndarray], low: float, high: float) -> float:
    """mL of a body whose cross-section at x mm is area(x) mm2."""
    x = np.linspace(low, high, 20_001)
    return float(np.trapezoid(area(x), x)) / 1000


class Bodies(unittest.TestCase):
    def near(self, worked: float, summed: float) -> None:
        self.assertAlmostEqual(worked / summed, 1, places=5)

    def test_a_gathered_disc_holds_a_ball_its_drawn_out_rim_goes_round(self) -> None:
        stretch = c.STRETCH.value
        radius = (ACROSS - 2 * SEAM) * stretch / (2 * math.pi)
        ball = slices(lambda x: math.pi * (radius**2 - x**2), -radius, radius)
        self.near(families.gathered(ACROSS, stretch, SEAM), ball)
        self.near(families.gathered_diameter(families.gathered(ACROSS, stretch, c.SEAM_MM.value)), ACROSS)

    def test_a_half_moon_holds_half_of_what_two_rounds_hold(self) -> None:
        pocket = ACROSS / 2 - SEAM
        cushion = c.CUSHION.value * 0.45 * pocket
        halves = slices(lambda x: cushion * np.sqrt(pocket**2 - x**2), -pocket, pocket)
        self.near(families.half_moon(ACROSS, 0.45, SEAM), halves)
        self.near(families.two_rounds(ACROSS, 0.45, SEAM), 2 * halves)

    def test_an_envelope_is_gone_round_once_by_its_sheet(self) -> None:
        deep = (ACROSS - SEAM) / (2 * 1.5)
        self.assertAlmostEqual(2 * (deep + 0.5 * deep) + SEAM, ACROSS)
        inside = families.ENVELOPE_WIDE * ACROSS - SEAM
        packet = slices(lambda x: np.full_like(x, deep * 0.5 * deep * 0.7), 0, inside)
        self.near(families.envelope(ACROSS, 0.5, SEAM), packet)

    def test_a_crescent_holds_a_roll_clear_of_its_corners(self) -> None:
        radius = 0.2 * ACROSS / 2
        roll = slices(lambda x: np.full_like(x, math.pi * radius**2), 0, 0.7 * ACROSS - SEAM)
        self.near(families.crescent(ACROSS, 0.2, SEAM), roll)

    def test_a_boat_and_a_well_hold_a_level_filling(self) -> None:
        wide, long = ACROSS - 2 * SEAM, families.BOAT_LONG * ACROSS - 2 * SEAM
        oval = lambda x: wide * np.sqrt(np.maximum(0, 1 - (2 * x / long) ** 2)) * 20 * 0.85
        self.near(families.boat(ACROSS, 20, SEAM), slices(oval, -long / 2, long / 2))
        hollow = lambda x: np.sqrt(np.maximum(0, wide**2 - 4 * x**2)) * 15
        self.near(families.well(ACROSS, 15, SEAM), slices(hollow, -wide / 2, wide / 2))

    def test_a_roll_of_sticks_is_a_cylinder_of_its_girth(self) -> None:
        girth = (ACROSS - SEAM) / families.STICK_TURNS
        radius = girth / (2 * math.pi)
        bundle = slices(lambda x: np.full_like(x, 0.8 * math.pi * radius**2), SEAM, ACROSS - SEAM)
        self.near(families.sticks(ACROSS, 0.8, SEAM), bundle)

    def test_a_piece_with_its_filling_kneaded_in_is_a_ball_with_a_share_of_it(self) -> None:
        ball = slices(lambda x: math.pi * ((ACROSS / 2) ** 2 - x**2), -ACROSS / 2, ACROSS / 2)
        self.near(families.kneaded_in(ACROSS, 0.25, SEAM), 0.25 * ball)

    def test_a_pulled_pie_closes_over_a_flat_cake_but_for_its_hole(self) -> None:
        """The disc goes under the cake, up its side and over its top as far as the hole: D/2 + hole/2 = 2 R + h."""
        deep = 20.0
        inside = (ACROSS / 2 - deep + c.HOLE_MM.value / 2 - SEAM) / 2
        cake = slices(lambda x: 2 * np.sqrt(np.maximum(0, inside**2 - x**2)) * deep, -inside, inside)
        self.near(families.pulled_pie(ACROSS, deep, SEAM), cake)

    def test_a_braid_and_a_layered_sheet_hold_a_bar_and_a_spread(self) -> None:
        long = families.BRAID_LONG * ACROSS - 2 * SEAM
        bar = slices(lambda x: np.full_like(x, 0.8 * c.BRAID_PAD.value * ACROSS * 18), 0, long)
        self.near(families.braid(ACROSS, 18, SEAM), bar)
        spread = slices(lambda x: np.full_like(x, ACROSS * 4.0), 0, families.LAYERED_LONG * ACROSS - SEAM)
        self.near(families.layered(ACROSS, 4.0, SEAM), spread)


class EveryClosing(unittest.TestCase):
    def test_twice_as_large_in_every_way_holds_eight_times_as_much(self) -> None:
        for key, how in CLOSINGS.items():
            full = USUALLY.get(key, 0.45)
            once = how.capacity(ACROSS, full, SEAM)
            scaled = full * 2 if key in DEEP else full
            hole = key == "pulled_pie"
            with self.subTest(closing=key):
                if not hole:  # its hole stays as large
                    self.assertAlmostEqual(how.capacity(2 * ACROSS, scaled, 2 * SEAM), 8 * once, places=6)

    def test_a_wider_seam_never_holds_more(self) -> None:
        for key, how in CLOSINGS.items():
            full = USUALLY.get(key, 0.45)
            with self.subTest(closing=key):
                self.assertLessEqual(how.capacity(ACROSS, full, SEAM + 4), how.capacity(ACROSS, full, SEAM))

    def test_the_width_found_for_a_volume_holds_that_volume(self) -> None:
        for key, how in CLOSINGS.items():
            if how.wraps:
                full = USUALLY.get(key, 0.45)
                width = families.width_for(how.capacity, 60.0, full, SEAM)
                with self.subTest(closing=key):
                    self.assertAlmostEqual(how.capacity(width, full, SEAM), 60.0, delta=0.02)


DEEP = ("boat", "well", "braid", "layered", "pulled_pie")  # how full is a depth in mm there, a share elsewhere
USUALLY = {
    "boat": 20.0,
    "well": 15.0,
    "braid": 18.0,
    "layered": 4.0,
    "pulled_pie": 20.0,
    "crescent": 0.2,
    "gathered": 1.2,
    "sticks": 0.8,
}
