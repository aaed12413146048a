"""What a probe and an oven thermometer teach: pace, truth and recovery, from readings of a cook that is known."""

import math
import random
import unittest
from dataclasses import replace

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from airycrumb.stations.heat import Course, cook
from airycrumb.stations.heat.learning import OvenTruth, Pace, learn_oven, learn_pace, live_band, probed
from tests.core.test_heat import BUN, STEAM

FORECAST = cook(BUN, STEAM, 25).course


def readings(slower: float, until: float, every: float = 0.5, noise: float = 0.2) -> list[tuple[float, float]]:
    """Of a core that takes so many times the forecast's minutes."""
    rng = random.Random(4)
    at = np.arange(every, until, every)
    return [
        (float(m), float(np.interp(m / slower, FORECAST.minutes, FORECAST.celsius)) + rng.gauss(0, noise)) for m in at
    ]


def bakes(slower: float, count: int) -> Pace:
    """A kitchen's pace after so many probed bakes, all of them so much slower."""
    pace = Pace()
    for _ in range(count):
        seen = probed(readings(slower, 14), FORECAST)
        assert seen is not None
        pace = learn_pace(pace, seen)
    return pace


class TheCookUnderWay(unittest.TestCase):
    def test_readings_half_way_tell_how_long_the_rest_takes(self) -> None:
        for slower in (0.8, 1.0, 1.25):
            seen = probed(readings(slower, 8 * slower), FORECAST)
            assert seen is not None
            truth = (FORECAST.reaches(71) or 0) * slower
            band = live_band(Pace(), seen, FORECAST.reaches(71) or 0)
            with self.subTest(slower=slower):
                self.assertTrue(band.low <= truth <= band.high, (band, truth))
                self.assertAlmostEqual(band.typical, truth, delta=1.0)

    def test_the_band_narrows_as_the_core_climbs(self) -> None:
        width = []
        for until in (7, 9, 12, 15):
            seen = probed(readings(1.1, until), FORECAST)
            assert seen is not None
            band = live_band(Pace(), seen, 14)
            width.append((band.high - band.low) / band.typical)
        self.assertEqual(width, sorted(width, reverse=True))
        self.assertLess(width[0], 2 * Pace().doubt)

    def test_a_core_that_has_not_moved_yet_says_nothing(self) -> None:
        self.assertIsNone(probed(readings(1.0, 2.0, noise=0.0), FORECAST))
        self.assertIsNone(probed([], FORECAST))

    def test_absurd_readings_are_held_to_three_times_and_teach_at_most_twice(self) -> None:
        seen = probed([(1.5, 90.0)], FORECAST)
        assert seen is not None
        self.assertEqual(seen.log_ratio, -1.1)
        twice = learn_pace(Pace(), replace(seen, log_ratio=-0.7))
        self.assertEqual(learn_pace(Pace(), seen).mean, twice.mean)


class TheKitchensPace(unittest.TestCase):
    def test_a_slow_hob_is_learned_and_its_doubt_shrinks(self) -> None:
        after = [bakes(1.2, n) for n in (1, 3, 6)]
        factors = [p.factor for p in after]
        self.assertEqual(factors, sorted(factors))
        self.assertAlmostEqual(factors[-1], 1.2, delta=0.06)
        self.assertLess(after[-1].doubt, after[0].doubt)
        self.assertEqual([p.bakes for p in after], [1, 3, 6])

    def test_before_any_bake_the_band_is_twenty_percent(self) -> None:
        self.assertAlmostEqual(Pace().doubt, 0.2, delta=0.001)
        band = Pace().minutes(10)
        self.assertEqual((round(band.low, 2), band.typical, round(band.high, 2)), (8.0, 10.0, 12.0))

    @given(st.floats(0.75, 1.35))
    @settings(max_examples=15)
    def test_what_is_learned_lies_between_belief_and_what_was_seen(self, slower: float) -> None:
        factor = bakes(slower, 1).factor
        low, high = sorted((1.0, slower))
        self.assertTrue(low - 0.03 <= factor <= high + 0.03)


def oven_readings(plateau: float, drop: float, tau: float, minutes: int = 25) -> list[tuple[float, float]]:
    """Of an oven that comes back to its plateau, its thermostat swinging by 4 °C."""
    return [(float(m), plateau - drop * math.exp(-m / tau) + 4 * math.sin(m)) for m in range(minutes)]


class TheOven(unittest.TestCase):
    def test_one_that_runs_cool_is_found_out_at_once(self) -> None:
        truth = learn_oven(OvenTruth(), 190, 800, oven_readings(174, 30, 4))
        self.assertAlmostEqual(truth.off_c, -16, delta=3)
        self.assertEqual(truth.bakes, 1)

    def test_its_drop_and_recovery_come_nearer_with_every_bake(self) -> None:
        truth, off = OvenTruth(), []
        for _ in range(5):
            truth = learn_oven(truth, 190, 1000, oven_readings(185, 36, 6))
            off.append(abs(truth.recovery_min - 6) + abs(truth.drop_c_per_kg - 36) / 10)
        self.assertLess(off[-1], off[0])
        self.assertAlmostEqual(truth.recovery_min, 6, delta=1.5)

    def test_too_few_readings_teach_nothing(self) -> None:
        self.assertEqual(learn_oven(OvenTruth(), 190, 800, [(0, 170), (2, 172), (3, 173)]), OvenTruth())
        self.assertEqual(learn_oven(OvenTruth(), 190, 800, []), OvenTruth())

    def test_a_full_oven_falls_no_further_than_it_can(self) -> None:
        self.assertEqual(OvenTruth(drop_c_per_kg=80).drop_c(3000), 60)
        self.assertEqual(OvenTruth().drop_c(0), 0)


class Courses(unittest.TestCase):
    def test_a_target_is_met_between_its_neighbours(self) -> None:
        course = Course(np.array([0.0, 1.0, 2.0]), np.array([10.0, 20.0, 40.0]))
        self.assertEqual([course.reaches(t) for t in (5, 15, 30, 50)], [0.0, 0.5, 1.5, None])

    def test_a_cook_and_its_course_agree(self) -> None:
        c = cook(replace(BUN, filling_c=20), STEAM, 20)
        self.assertEqual(c.reaches(c.core, 71), c.course.reaches(71))
