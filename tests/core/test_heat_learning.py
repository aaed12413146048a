"""What a probe and an oven thermometer teach: pace, truth and recovery, from readings of a cook that is known."""

import math
import random
import unittest
from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from airycrumb.stations.heat import Course, cook
from airycrumb.stations.heat.learning import (
    OvenTruth,
    Pace,
    Probed,
    learn_oven,
    learn_pace,
    learn_warm_up,
    live_band,
    middle_needs,
    probed,
    teaches,
)
from tests.core.test_heat import BUN, STEAM

WHOLE = cook(BUN, STEAM, 45)
FORECAST = WHOLE.course


LINE_C = 75.0
MODEL_MIN = FORECAST.reaches(LINE_C) or 0.0


def readings(slower: float, until: float, every: float = 0.5, noise: float = 0.2) -> list[tuple[float, float]]:
    """Of a core that takes so many times the forecast's minutes."""
    rng = random.Random(4)
    at = np.arange(every, until, every)
    return [
        (float(m), float(np.interp(m / slower, FORECAST.minutes, FORECAST.celsius)) + rng.gauss(0, noise)) for m in at
    ]


def read(*places: list[tuple[float, float]], pace: Pace = Pace()) -> Probed:  # noqa: B008, frozen
    """What these places say together."""
    seen = probed(places, FORECAST, LINE_C, pace)
    assert seen is not None
    return seen


def bakes(slower: float, count: int) -> Pace:
    """A kitchen's pace after so many bakes, each probed in two places, all of them so much slower."""
    pace = Pace()
    for _ in range(count):
        place = readings(slower, 15 * slower)
        seen = read(place, place, pace=pace)
        assert teaches(pace, seen)
        pace = learn_pace(pace, seen)
    return pace


class TheCookUnderWay(unittest.TestCase):
    def test_two_places_near_the_end_tell_how_long_the_rest_takes(self) -> None:
        for slower in (0.8, 1.0, 1.25):
            place = readings(slower, 13 * slower)
            band = live_band(read(place, place), MODEL_MIN)
            with self.subTest(slower=slower):
                self.assertTrue(band.low <= MODEL_MIN * slower <= band.high, band)
                self.assertAlmostEqual(band.typical, MODEL_MIN * slower, delta=1.0)

    def test_the_band_narrows_as_the_core_climbs(self) -> None:
        width = []
        for until in (7, 9, 12, 15):
            band = live_band(read(readings(1.1, until)), 14)
            width.append((band.high - band.low) / band.typical)
        self.assertEqual(width, sorted(width, reverse=True))

    def test_a_core_that_has_not_moved_yet_says_nothing(self) -> None:
        self.assertIsNone(probed([readings(1.0, 2.0, noise=0.0)], FORECAST, LINE_C, Pace()))
        self.assertIsNone(probed([], FORECAST, LINE_C, Pace()))

    def test_absurd_readings_are_held_to_three_times_and_teach_at_most_twice(self) -> None:
        seen = read([(1.5, 90.0)])
        self.assertEqual(seen.log_ratio, -1.1)
        twice = learn_pace(Pace(), replace(seen, log_ratio=-0.7))
        self.assertEqual(learn_pace(Pace(), seen).mean, twice.mean)


class ATipOutOfTheMiddle(unittest.TestCase):
    """A warm reading is doubted, a cold one never."""

    ALONE = MODEL_MIN * 1.25

    def planned(self, *places: list[tuple[float, float]], raw: bool = True) -> float:
        found = middle_needs(MODEL_MIN, Pace(), read(*places), 1.25, raw)
        return found.band.typical * found.allowed

    def test_one_warm_reading_is_doubted_and_takes_nothing_off_a_raw_filling(self) -> None:
        for minute, celsius in ((MODEL_MIN * 0.5, 75.0), (6.0, 38.0), (MODEL_MIN * 0.95, 76.0)):
            with self.subTest(minute=minute):
                self.assertAlmostEqual(self.planned([(minute, celsius)]), self.ALONE)
        self.assertTrue(read([(MODEL_MIN * 0.5, 75.0)]).doubted)
        self.assertFalse(teaches(Pace(), read([(MODEL_MIN * 0.5, 75.0)])))

    def test_one_cold_reading_counts_at_once(self) -> None:
        cold = [(MODEL_MIN * 1.2, 60.0)]
        self.assertGreater(self.planned(cold), self.ALONE * 1.1)
        self.assertTrue(teaches(Pace(), read(cold)))
        # Nor does a warm one beside it take that back.
        self.assertGreater(self.planned(cold, [(MODEL_MIN, 80.0)]), self.ALONE)

    def test_three_places_that_agree_leave_less_of_the_margin_and_two_of_a_cooked_filling(self) -> None:
        place = lambda after: [(MODEL_MIN + after, float(np.interp(MODEL_MIN + after, FORECAST.minutes, WHOLE.core)))]
        two = place(0), place(0.5)
        self.assertTrue(read(*two).confirmed)
        self.assertAlmostEqual(self.planned(*two), self.ALONE)
        self.assertLess(self.planned(*two, raw=False), self.ALONE)
        self.assertTrue(MODEL_MIN * 1.09 < self.planned(*two, place(1)) < self.ALONE)
        # Half a minute apart for the same degrees is another pace.
        self.assertAlmostEqual(self.planned(*two, [(MODEL_MIN + 1, 75.0)]), self.ALONE)

    def test_a_third_place_that_reads_colder_takes_back_what_two_said(self) -> None:
        two, cold = ([(MODEL_MIN, 78.0)], [(MODEL_MIN + 0.5, 78.5)]), [(MODEL_MIN + 1, 66.0)]
        self.assertEqual(read(*two, cold).agree, 1)
        self.assertGreaterEqual(self.planned(*two, cold), self.ALONE)

    def test_two_early_places_agree_on_nothing(self) -> None:
        self.assertFalse(read([(6.0, 38.0)], [(6.5, 41.0)]).confirmed)

    def test_of_two_thousand_cooks_none_goes_further_under_than_the_model_alone(self) -> None:
        worst = {"alone": 0.0, "probed": 0.0}
        under = {"alone": 0, "probed": 0}
        saved, colder = [], 0
        for trial in cooks_who_probe(2000):
            seen = probed(trial.places, FORECAST, LINE_C, Pace())
            found = middle_needs(MODEL_MIN, Pace(), seen, 1.25, raw=True)
            planned = {"alone": self.ALONE, "probed": found.band.typical * found.allowed}
            short = {how: max(LINE_C - trial.core(minutes), 0.0) for how, minutes in planned.items()}
            for how, by in short.items():
                worst[how], under[how] = max(worst[how], by), under[how] + (by > 0)
            colder += short["probed"] > short["alone"] + 0.1
            if trial.well_placed and len(trial.places) > 2:
                saved.append(planned["alone"] - planned["probed"])
        self.assertLessEqual(worst["probed"], worst["alone"])
        self.assertEqual(colder, 0)
        self.assertLess(under["probed"], under["alone"] / 2)
        self.assertGreater(float(np.mean([minutes for minutes in saved if minutes > 0])), 1.0)

    def test_what_misplaced_tips_teach_leaves_no_plan_further_under(self) -> None:
        """A kitchen as the model has it, its tips where they fall: what its next bake is planned at, unprobed."""
        for seed in range(40):
            pace = Pace()
            for trial in cooks_who_probe(8, seed, spread=0.0):
                seen = probed(trial.places, FORECAST, LINE_C, pace)
                if seen is not None and teaches(pace, seen):
                    pace = learn_pace(pace, seen)
            self.assertGreaterEqual(MODEL_MIN * pace.factor * 1.25, MODEL_MIN, msg=f"seed {seed}")


@dataclass(frozen=True)
class Trial:
    """One cook with a probe: the true pace, the places it was put in, and whether all were in the middle."""

    pace: float
    places: list[list[tuple[float, float]]]
    well_placed: bool

    def core(self, minutes: float) -> float:
        return float(np.interp(minutes / self.pace, WHOLE.minutes, WHOLE.core))


def cooks_who_probe(count: int, seed: int = 1, spread: float = 0.2) -> Iterator[Trial]:
    """Cooks who read one place to three, early or late, half of the tips up to 2 cm off in any direction: what those
    read is the cook's own cells there."""
    rng = np.random.default_rng(seed)
    middles = WHOLE.mesh.corners
    centres = (middles[:-1, :-1] + middles[1:, :-1] + middles[:-1, 1:] + middles[1:, 1:]) / 4
    filled = np.where(WHOLE.mesh.filling > 0.5, WHOLE.cells[int(MODEL_MIN * 4)], np.inf)
    coldest = centres[np.unravel_index(np.argmin(filled), filled.shape)]
    for _ in range(count):
        pace, since, places, well = math.exp(rng.normal(0, spread)), rng.uniform(0.4, 1.2), [], True
        for place in range(rng.integers(1, 4)):
            off = 0.0 if rng.random() < 0.5 else rng.uniform(0.002, 0.02)
            turn, minute = rng.uniform(0, 2 * math.pi), since * MODEL_MIN + place
            x, z = coldest + off * np.array((math.cos(turn), math.sin(turn)))
            cell = np.unravel_index(np.argmin(np.hypot(centres[..., 0] - abs(x), centres[..., 1] - z)), filled.shape)
            course = WHOLE.core if off == 0 else WHOLE.cells[:, cell[0], cell[1]]
            places.append([(minute, float(np.interp(minute / pace, WHOLE.minutes, course)) + rng.normal(0, 0.5))])
            well = well and off == 0
        yield Trial(pace, places, well)


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

    def test_a_slow_warm_up_is_learned_from_what_was_read_on_the_way_and_a_slip_is_held(self) -> None:
        even = [(minute, 20 + 170 * minute / 24) for minute in (3.0, 9.0, 15.0, 21.0, 24.0)]
        once = learn_warm_up(OvenTruth(), 15, 20, 190, even)
        self.assertAlmostEqual(once.warms_in, (1 + 24 / 15) / 2, places=6)
        self.assertAlmostEqual(learn_warm_up(once, 15, 20, 190, even).warms_in, 1.45, places=6)
        self.assertEqual(learn_warm_up(OvenTruth(), 15, 20, 190, [(400.0, 150.0)]).warms_in, 1.75)

    def test_an_oven_just_lit_or_hot_already_says_nothing_of_its_warm_up(self) -> None:
        self.assertEqual(learn_warm_up(OvenTruth(), 15, 20, 190, [(1.0, 30.0), (14.0, 189.0)]), OvenTruth())

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
