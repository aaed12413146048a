"""Units against pint, a general reference library; its US customary factors are those of NIST Handbook 44, appendix C.

Agreement: all digits pint gives (relative 1e-7).
"""

import unittest

import pint

from airycrumb.quantities import FACTORS, parse

BASE = {"mass": "gram", "volume": "milliliter", "length": "millimeter", "duration": "minute", "power": "watt"}
NAMES = {
    "tsp": "teaspoon",
    "tbsp": "tablespoon",
    "l": "liter",
    "ml": "milliliter",
    "in": "inch",
    "ft": "foot",
    "h": "hour",
    "lb": "pound",
    "oz": "ounce",
    "w": "watt",
    "kw": "kilowatt",
    "m": "meter",
    "min": "minute",
    "s": "second",
}


class AgainstPint(unittest.TestCase):
    def test_every_factor(self) -> None:
        registry = pint.UnitRegistry()
        for kind, units in FACTORS.items():
            for unit, factor in units.items():
                with self.subTest(unit=unit):
                    theirs = registry.Quantity(1, NAMES.get(unit, unit)).to(BASE[kind]).magnitude
                    self.assertAlmostEqual(factor / theirs, 1, places=7)

    def test_temperatures(self) -> None:
        registry = pint.UnitRegistry()
        for fahrenheit in (-40, 32, 212, 375, 450):
            theirs = registry.Quantity(fahrenheit, "degF").to("degC").magnitude
            self.assertAlmostEqual(parse(f"{fahrenheit} F", "temperature"), theirs, places=6)
