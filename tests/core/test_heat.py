"""The heat model: energy, common sense, and times that are common practice."""

import unittest
from dataclasses import replace
from typing import Any

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from airycrumb.data.heat import STEAM_PAN_MIN, WASHES
from airycrumb.data.shapes import SHAPES
from airycrumb.stations.heat import Boundary, Piece, browning, colour, cook, march, reached_resting, steam_water_ml
from airycrumb.stations.heat.cook import Cook
from airycrumb.stations.heat.fire import phases
from airycrumb.stations.heat.settings import fahrenheit

DOUGH = (0.385, 0.07, 0.03, 0.50, 0.015)
MEAT = (0.68, 0.15, 0.13, 0.02, 0.02)
BUN = Piece("round bun", 57, 45, DOUGH, MEAT, 480, 28, 14)
STEAM = Boundary("steam", 0, "high", False, 0, 0, True)


def oven(celsius: float, fan: bool = False) -> Boundary:
    """An oven with nothing over the pieces."""
    return Boundary("oven", celsius, "high", fan, 0, 0, False)


def core_at(c: Cook, minute: float) -> float:
    """Core temperature at a minute."""
    return float(np.interp(minute, c.minutes, c.core))


class Energy(unittest.TestCase):
    def test_what_goes_in_is_what_is_held(self) -> None:
        for fire in (STEAM, oven(200), oven(230, True)):
            c = cook(BUN, fire, 18, 5)
            self.assertAlmostEqual(c.energy_in / c.energy_held, 1, delta=0.001)

    def test_nothing_is_ever_hotter_than_its_surroundings(self) -> None:
        c = cook(BUN, oven(200), 60)
        self.assertLess(c.skin.max(), 200)
        self.assertLess(cook(BUN, STEAM, 60).core.max(), 100)


class FromFrozen(unittest.TestCase):
    @given(
        st.sampled_from(sorted(SHAPES)),
        st.floats(10, 400),
        st.floats(0.1, 1.5),
        st.floats(-29, -5),
        st.sampled_from([STEAM, oven(160), oven(250, True), replace(STEAM, watts_each=15)]),
    )
    @settings(max_examples=40)
    def test_no_run_leaves_the_range_of_its_surroundings(
        self, shape: str, dough_g: float, ratio: float, frozen: float, fire: Boundary
    ) -> None:
        piece = Piece(shape, dough_g, ratio * dough_g, DOUGH, MEAT, 480, frozen, frozen)
        c = cook(piece, fire, 20, 5)
        hottest = 100.0 if fire.method == "steam" else fire.air_c
        self.assertGreaterEqual(float(c.cells.min()), frozen - 0.1)
        self.assertLessEqual(float(c.cells.max()), hottest + 0.1)
        self.assertTrue((np.diff(c.core[c.minutes <= 20]) >= -0.2).all())


class CommonSense(unittest.TestCase):
    @given(st.floats(150, 240), st.floats(1, 30), st.floats(5, 40))
    @settings(max_examples=20)
    def test_hotter_and_longer_never_give_a_colder_core(self, celsius: float, hotter: float, minutes: float) -> None:
        cooler = cook(BUN, oven(celsius), minutes)
        self.assertGreaterEqual(
            core_at(cook(BUN, oven(celsius + hotter), minutes), minutes), core_at(cooler, minutes) - 0.05
        )
        self.assertTrue((np.diff(cooler.core) >= -0.05).all())

    @given(st.floats(2, 20), st.floats(1, 15))
    @settings(max_examples=20)
    def test_a_warmer_filling_is_hot_sooner(self, filling: float, warmer: float) -> None:
        cold = cook(replace(BUN, filling_c=filling), STEAM, 15)
        warm = cook(replace(BUN, filling_c=filling + warmer), STEAM, 15)
        self.assertGreater(core_at(warm, 12), core_at(cold, 12))

    def test_a_larger_piece_takes_longer(self) -> None:
        giant = replace(BUN, dough_g=110, filling_g=145)
        self.assertGreater(core_at(cook(BUN, STEAM, 12), 12), core_at(cook(giant, STEAM, 12), 12))

    def test_altitude_never_shortens_steaming(self) -> None:
        needed = [
            cook(BUN, replace(STEAM, altitude_m=h), 40).reaches(cook(BUN, replace(STEAM, altitude_m=h), 40).core, 71)
            for h in (0, 800, 1600, 2400)
        ]
        self.assertEqual(needed, sorted(needed, key=lambda m: m or 0))

    def test_a_weak_hob_slows_a_full_basket(self) -> None:
        self.assertLess(core_at(cook(BUN, replace(STEAM, watts_each=20), 12), 12), core_at(cook(BUN, STEAM, 12), 12))

    def test_a_fan_is_worth_about_twenty_degrees(self) -> None:
        # common practice, no source: fan minus 20 °C
        still, fan = cook(BUN, oven(200), 20), cook(BUN, oven(180, True), 20)
        self.assertAlmostEqual(core_at(still, 18), core_at(fan, 18), delta=7)

    def test_resting_covered_carries_on_further_than_resting_open(self) -> None:
        covered, bare = cook(BUN, STEAM, 10, 5), cook(BUN, replace(STEAM, covered=False), 10, 5)
        self.assertGreater(covered.core[-1], bare.core[-1])

    def test_colour_words_follow_the_surface_and_the_wash(self) -> None:
        self.assertEqual(
            [colour(t, 0) for t in (90, 110, 130, 160, 200)], ["none", "pale gold", "golden", "brown", "burnt"]
        )
        self.assertEqual(colour(112, WASHES["egg"].sooner), "golden")
        self.assertEqual([browning(t, 0) for t in (90, 145, 200)], [0, 50, 100])

    def test_water_boils_away_with_the_hobs_net_power(self) -> None:
        # 800 mL at 1 kW lasts 20 min of steaming: 532 g (2257 kJ/kg, handbook latent heat at 100 °C)
        self.assertAlmostEqual(steam_water_ml(1000, 20), 532, delta=1)


class CountingOnTheRest(unittest.TestCase):
    """What the trade goes by: the middle climbs on for minutes after it is out of the heat."""

    def test_after_those_minutes_and_the_rest_it_is_that_hot_and_after_fewer_it_is_not(self) -> None:
        heated = cook(BUN, STEAM, 45).reaches(cook(BUN, STEAM, 45).core, 75)
        assert heated is not None
        enough = reached_resting(BUN, STEAM, 75.0, heated, 5.0)
        self.assertLess(enough, heated - 1)
        self.assertGreaterEqual(float(cook(BUN, STEAM, enough, 5.0).core.max()), 74.5)
        self.assertLess(float(cook(BUN, STEAM, enough - 1, 5.0).core.max()), 75)

    def test_without_a_rest_no_fewer_are_enough_and_a_longer_one_takes_no_more(self) -> None:
        rests = [reached_resting(BUN, STEAM, 75.0, 16.0, rest) for rest in (0.0, 2.0, 5.0, 10.0)]
        self.assertEqual(rests[0], 16.0)
        self.assertEqual(rests, sorted(rests, reverse=True))


class CommonPractice(unittest.TestCase):
    """Common practice, no source: no measured temperature stands behind these bands (±10 °C)."""

    def coldest(self, piece: Piece, fire: Boundary, minutes: float) -> float:
        return core_at(cook(piece, fire, minutes), minutes)

    def test_steamed_buns(self) -> None:
        cases = (((71, 45), 15, 73), ((57, 45), 10, 52), ((57, 45), 12, 64), ((110, 145), 20, 58), ((110, 145), 25, 71))
        for (dough, filling), minutes, wanted in cases:
            with self.subTest(dough=dough, minutes=minutes):
                piece = replace(BUN, dough_g=dough, filling_g=filling)
                self.assertAlmostEqual(self.coldest(piece, STEAM, minutes), wanted, delta=10)

    def test_a_turnover_at_163_degrees_is_hot_through_in_25_to_30_minutes(self) -> None:
        turnover = Piece("half moon", 90, 50, DOUGH, MEAT, 480, 26, 14)
        self.assertGreater(self.coldest(turnover, oven(163), 30), 80)

    def test_a_plain_roll_at_220_degrees_bakes_in_15_to_20_minutes(self) -> None:
        roll = Piece("round bun", 65, 0.01, DOUGH, MEAT, 480, 26, 26)
        c = cook(roll, oven(220), 20)
        set_at = c.reaches(c.crumb, 92)
        assert set_at is not None
        self.assertTrue(6 <= set_at <= 12)
        self.assertAlmostEqual(float(c.loss[-1]), 0.11, delta=0.03)
        self.assertIn(colour(float(c.skin.max()), 0), ("golden", "brown"))

    def test_120_degrees_for_15_to_20_minutes_leaves_it_raw_and_pale(self) -> None:
        c = cook(replace(BUN, dough_c=26), oven(120), 20)
        self.assertLess(c.core[-1], 60)
        self.assertEqual(colour(float(c.skin.max()), 0), "none")


class InTheOven(unittest.TestCase):
    """The lid, the pan of steam and the plain air follow one another: rows of minutes, each with its own film."""

    def lengths(self, minutes: float, **more: Any) -> list[float]:
        fire = Boundary("oven", 200, "high", False, 0, 0, False, **more)
        return [round(float(m), 6) for m in phases(fire, minutes, 0)[:, march.SECONDS] / 60]

    def test_each_takes_its_own_time(self) -> None:
        self.assertEqual(STEAM_PAN_MIN.value, 10)
        cases = (
            ({}, [25]),
            ({"steam_pan": True}, [10, 15]),
            ({"lid_min": 6.0}, [6, 19]),
            ({"lid_min": 6.0, "steam_pan": True}, [6, 4, 15]),
            ({"lid_min": 12.0, "steam_pan": True}, [12, 13]),
            ({"lid_min": 40.0, "steam_pan": True}, [25]),
        )
        for settings_of, expected in cases:
            with self.subTest(settings=settings_of):
                self.assertEqual(self.lengths(25, **settings_of), expected)

    def test_a_short_bake_is_steamed_throughout(self) -> None:
        self.assertEqual(self.lengths(8, steam_pan=True), [8])


class Dials(unittest.TestCase):
    def test_a_dial_in_fahrenheit_is_set_to_what_is_marked_on_it(self) -> None:
        """A multiple of 25 where one is within 5 °F, else of 5: as ovens are marked (common practice, no source)."""
        for celsius in range(100, 281):
            exact, dial = celsius * 1.8 + 32, fahrenheit(celsius)
            with self.subTest(celsius=celsius):
                near = [mark for mark in range(200, 600, 25) if abs(mark - exact) <= 5]
                if near:
                    self.assertEqual(dial, near[0])
                else:
                    self.assertEqual((dial % 5, abs(dial - exact) <= 2.5), (0, True))
