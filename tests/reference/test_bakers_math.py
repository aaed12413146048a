"""Baker's percentages and water temperature against the worked examples of two handbooks, both from memory.

W. Gisslen, Professional Baking (Wiley), "baker's percentages" and "determining water temperature": a cake
of 5 lb flour, 5 lb sugar, 4 oz baking powder, 2 oz salt, 2 lb 8 oz shortening, 3 lb skim milk and 3 lb egg
white is 100, 100, 5, 2.5, 50, 60 and 60 %, 377.5 % in all; flour 68 °F, room 72 °F, machine friction
20 °F, dough wanted at 80 °F: water at 80 °F.
J. Hamelman, Bread (Wiley), "desired dough temperature": wanted 76 °F, flour 72, room 68, friction 26: water
at 62 °F; with a preferment at 70 °F, 68 °F.

Agreement: percentages exact. The classical rule gives flour, room, water (and preferment) one equal weight
each; our heat balance gives each its mass and heat capacity, so it is held to the rule where the rule's
equal weights are made true, exactly.
"""

import unittest

from airycrumb.pantry import find
from airycrumb.quantities import parse
from airycrumb.stations.weigh import formula
from airycrumb.stations.weigh.formula import percentages

CAKE = {
    "cake flour": ("5 lb", 100.0),
    "sugar": ("5 lb", 100.0),
    "baking powder": ("4 oz", 5.0),
    "fine salt": ("2 oz", 2.5),
    "shortening": ("40 oz", 50.0),
    "skimmed milk": ("3 lb", 60.0),
    "egg white": ("3 lb", 60.0),
}
WATER, FLOUR = 4.19, 1.8  # kJ/kgK, as in the heat balance


def celsius(fahrenheit: float) -> float:
    """°C of a reading in °F, through the units the cook's own text goes through."""
    return parse(f"{fahrenheit} F", "temperature")


def liquid_where_all_count_alike(wanted: float, parts: list[float], friction_f: float) -> float:
    """°F of the water where every part holds as much heat as the water: the rule's own case.

    The dry side of the balance stands at the mean of its parts, and is as many times the water's
    heat as it has parts.
    """
    # share / (1 - share) * WATER / FLOUR = 1 / len(parts)
    odds = FLOUR / (WATER * len(parts))
    share = odds / (1 + odds)
    mean = celsius(sum(parts) / len(parts))
    # The rule spreads the friction figure over all its terms.
    warming = friction_f * 5 / 9 / (len(parts) + 1)
    return formula.water_temperature(celsius(wanted), mean, warming, share) * 9 / 5 + 32


class Handbook(unittest.TestCase):
    def test_a_formula_in_bakers_percent(self) -> None:
        parts = [(find(key), parse(amount, "mass")) for key, (amount, _) in CAKE.items()]
        lines = formula.lines(parts, sum(g for _, g in parts), 1, with_percent=True)
        for line in lines:
            self.assertAlmostEqual(line.percent or 0.0, CAKE[line.key][1], places=6)
        self.assertAlmostEqual(percentages(parts).total, 377.5, places=6)

    def test_the_flour_found_from_the_whole(self) -> None:
        # 302 oz in all at 377.5 %: the flour is 80 oz, 5 lb.
        parts = [(find(key), parse(amount, "mass")) for key, (amount, _) in CAKE.items()]
        lines = formula.lines(parts, parse("302 oz", "mass"), 0.01, with_percent=True)
        self.assertAlmostEqual(lines[0].grams, parse("5 lb", "mass"), places=6)

    def test_water_temperature_of_a_straight_dough(self) -> None:
        self.assertAlmostEqual(liquid_where_all_count_alike(80, [68, 72], 20), 80, places=6)
        self.assertAlmostEqual(liquid_where_all_count_alike(76, [72, 68], 26), 62, places=6)

    def test_water_temperature_with_a_preferment(self) -> None:
        self.assertAlmostEqual(liquid_where_all_count_alike(76, [72, 68, 70], 26), 68, places=6)
