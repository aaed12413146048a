"""Published values about heat: lethality, ice, settings.

Lethality: UK Food Standards Agency, times and temperatures worth 2 min at 70 °C (60 °C 45 min, 65 °C 10 min, 75 °C 30
s, 80 °C 6 s), from memory; within 20 %. Ice: the ASHRAE Refrigeration handbook's two forms for food below freezing,
from memory: Chen's (as ours) and Tchigeov's correlation, within 12 % from -10 °C down (18 % at -5); IAPWS-06 for ice
itself (iapws). Oven settings: common table of gas marks, from memory.
"""

import math
import unittest

import iapws
import numpy as np

from airycrumb.data.heat import FUSION, LETHAL_MIN
from airycrumb.data.safety import EQUIVALENTS
from airycrumb.stations.heat import lethality
from airycrumb.stations.heat.properties import (
    filling_table,
    ice_share,
    solid_conductivity,
    solid_density,
    specific_heat,
)
from airycrumb.stations.heat.settings import dial, fahrenheit, gas_mark, preheat_min

BEEF = (0.7172, 0.2123, 0.0615, 0.0, 0.009)  # ground beef, USDA-like composition as in the handbook's tables


class Lethality(unittest.TestCase):
    def test_published_equivalents(self) -> None:
        for celsius, minutes in EQUIVALENTS:
            with self.subTest(celsius=celsius):
                at = np.linspace(0, minutes, 400)
                worth = float(lethality(at, np.full_like(at, celsius))[-1])
                self.assertAlmostEqual(worth / LETHAL_MIN.value, 1, delta=0.2)

    def test_minutes_at_the_reference_count_as_they_are(self) -> None:
        self.assertAlmostEqual(float(lethality(np.array([0.0, 3.0]), np.array([70.0, 70.0]))[-1]), 3.0)


class Ice(unittest.TestCase):
    def test_share_of_ice_against_tchigeov(self) -> None:
        for celsius in (-10.0, -18.0, -25.0, -30.0):
            theirs = 1.105 * BEEF[0] / (1 + 0.7138 / math.log(-1.5 - celsius + 1))
            self.assertAlmostEqual(float(ice_share(BEEF, celsius, -1.5)) / theirs, 1, delta=0.12)

    def test_water_itself_freezes_to_ice(self) -> None:
        water = (1.0, 0.0, 0.0, 0.0, 0.0)
        frozen = iapws._iapws._Ice(263.15, 0.101325)
        self.assertAlmostEqual(float(specific_heat(water, -10.0, 1.0)) / 1000 / frozen["cp"], 1, delta=0.03)
        fusion = -iapws._iapws._Ice(273.152519, 0.101325)["h"]
        self.assertAlmostEqual(FUSION.value / 1000 / fusion, 1, delta=0.002)

    def test_freezing_takes_what_the_ice_takes(self) -> None:
        table = filling_table(BEEF, 0)
        held = lambda celsius: float(np.interp(celsius, np.arange(-40.0, 300.5, 0.5), table.enthalpy))
        # Handbook table of enthalpies, from memory: lean beef of 74 % water about 290 to 300 kJ/kg between -20 and 0
        # °C.
        self.assertAlmostEqual((held(0) - held(-20)) / 1000, 270, delta=35)

    def test_frozen_meat_conducts_about_three_times_as_well(self) -> None:
        # Common practice of the handbook's tables, from memory: lean beef .45 to .49 above freezing, 1.3 to 1.5 W/mK
        # at -15 °C.
        frozen = float(solid_conductivity(BEEF, -15.0, ice_share(BEEF, -15.0, -1.5)))
        self.assertTrue(1.1 <= frozen <= 1.6, frozen)
        self.assertTrue(0.43 <= float(solid_conductivity(BEEF, 5.0)) <= 0.52)

    def test_nothing_is_frozen_above_freezing(self) -> None:
        self.assertEqual(float(ice_share(BEEF, -1.0, -1.5)), 0.0)
        self.assertTrue(1000 < solid_density(BEEF) < 1100)


class Settings(unittest.TestCase):
    def test_common_settings_as_other_ovens_say_them(self) -> None:
        table = (
            (135, 275, "1"),
            (150, 300, "2"),
            (163, 325, "3"),
            (177, 350, "4"),
            (190, 375, "5"),
            (204, 400, "6"),
            (218, 425, "7"),
            (232, 450, "8"),
            (246, 475, "9"),
        )
        for celsius, in_fahrenheit, mark in table:
            with self.subTest(celsius=celsius):
                self.assertEqual((fahrenheit(celsius), gas_mark(celsius)), (in_fahrenheit, mark))

    def test_a_fan_is_set_twenty_degrees_lower(self) -> None:
        # common practice, no source
        self.assertEqual(dial(190, fan=False).fan_celsius, 170)
        self.assertEqual(dial(170, fan=True).celsius, 190)
        self.assertEqual(gas_mark(320), "")

    def test_preheating(self) -> None:
        # common practice, no source: 10 to 15 min, 30 for very hot, 45 with a stone
        self.assertEqual([preheat_min(*a, 12.0) for a in ((190, "tray"), (240, "tray"), (220, "stone"))], [12, 30, 45])
        self.assertEqual(preheat_min(190, "tray", 20.0), 20)
