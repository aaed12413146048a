"""What stands in for what is missing: as wet, as rich and as salt as it says, by what the foods are made of."""

import unittest
from typing import Any

from airycrumb.pantry import find
from airycrumb.sheet.compared import compared
from airycrumb.whatif.stand_ins import NO_OVEN, NO_SCALE, for_food
from airycrumb.words import text
from gateway.compute import Case, GetOut, to_get_out
from tests.core.examples import DEMO_BAKES, NOON, bake_document, kitchen_document, raw_sheet


def got_out(document: dict[str, Any]) -> GetOut:
    return to_get_out(Case(document, kitchen_document(), NOON))


class Foods(unittest.TestCase):
    def test_an_egg_is_as_much_water_and_fat_as_it_holds(self) -> None:
        # A whole egg is about 76 % water and 10 % fat (USDA food composition tables, from memory).
        (instead,) = for_food(find("whole egg"), 100.0)
        self.assertEqual(text(instead.label), "76 g of water and 9.5 g of oil")

    def test_honey_is_a_fifth_water_and_soy_sauce_a_sixth_salt(self) -> None:
        # About 80 % sugars, and 14 to 18 % salt: common practice, no source.
        self.assertEqual(text(next(for_food(find("sugar"), 40.0)).label), "50 g of honey, 10 g less of water")
        self.assertEqual(text(next(for_food(find("fine salt"), 5.0)).label), "30 g of soy sauce, as much less of water")

    def test_everything_of_every_demo_bake_but_liquids_has_something_that_does(self) -> None:
        for path in DEMO_BAKES:
            for food in got_out(bake_document(path.stem)).foods:
                with self.subTest(bake=path.stem, food=food.key):
                    if find(food.key).role != "liquid":
                        self.assertTrue(food.stand_ins)

    def test_a_swap_of_yeast_says_how_the_hour_at_the_table_moves(self) -> None:
        found = next(f for f in got_out(bake_document("pear-hazelnut-buns")).foods if f.key == "instant yeast")
        fresh = next(s for s in found.stand_ins if "fresh yeast" in text(s.label))
        self.assertIn("On the table at", text(fresh.then, now=NOON))

    def test_a_food_of_the_cooks_own_is_listed_too(self) -> None:
        own = {"name": "uncle's paste", "like": "pear", "water": 80}
        document = bake_document("beetroot-walnut-buns")
        document["filling"]["ingredients"].append({"use": "uncle's paste", "amount": "30 g"})
        where = kitchen_document()
        where["pantry"] = [*where.get("pantry", []), own]
        found = to_get_out(Case(document, where, NOON))
        self.assertIn("uncle's paste", [text(f.name) for f in found.foods])


class Tools(unittest.TestCase):
    def test_each_that_changes_the_bake_says_what_it_becomes(self) -> None:
        found = {text(t.name): t.stand_in for t in got_out(bake_document("pear-hazelnut-buns")).tools if t.stand_in}
        oven = found["an oven"]
        assert oven is not None
        self.assertEqual(oven.answer, NO_OVEN.answer)
        self.assertIn("in the heat instead of", text(oven.then, now=NOON))
        scale = found["a scale"]
        assert scale is not None
        self.assertEqual(scale.answer, NO_SCALE.answer)

    def test_a_bake_that_is_cut_by_eye_needs_no_stand_in_for_it(self) -> None:
        found = got_out(bake_document("pear-hazelnut-buns", divide_by="eye"))
        self.assertEqual([t.stand_in for t in found.tools if text(t.name) == "a scale"], [None])


class Compared(unittest.TestCase):
    def test_nothing_moved_is_said_and_what_moved_is_told(self) -> None:
        before = raw_sheet(bake_document())
        self.assertEqual(text(compared(before, before)), "Water, minutes and hours stay as they are.")
        longer = bake_document()
        longer["heat"] = {**longer["heat"], "minutes": "40 min"}
        self.assertIn("40 min in the heat instead of", text(compared(before, raw_sheet(longer)), now=NOON))
