"""What waits in the cold: how long it keeps, how slowly it gets cold, and what is eaten with it."""

import math
import re
import unittest
from datetime import timedelta
from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from airycrumb.data.safety import REGIONS
from airycrumb.data.vocabulary import ALLERGEN
from airycrumb.pantry import find, shelf
from airycrumb.recipe import read_recipe, to_bake
from airycrumb.recipe.names import match
from airycrumb.stations import safety
from airycrumb.stations.safety import keeping
from tests.core.examples import bake_document, sheet
from tests.core.spoken import spoken
from tests.core.test_sheet import answered

RAW = {"ingredients": [{"use": "poultry raw", "amount": "300 g"}, {"use": "leek", "amount": "80 g"}], "state": "raw"}


def kept(hours: float, place: str = "fridge", **changes: Any) -> dict[str, Any]:
    """Buns with raw poultry, wrapped and kept cold for so many hours before the steam."""
    cold = {"from": place, "cold_for": f"{hours:g} h"}
    return bake_document(filling={**RAW, "hands_on": "15 min", "cooling": "0 min"}, heat=cold, **changes)


class Days(unittest.TestCase):
    def test_the_days_are_the_published_ones(self) -> None:
        # US cold storage chart, from memory: raw ground meat, poultry, fish 1 to 2 days; leftovers 3 to 4 (short end).
        # UK guidance, from memory: leftovers within two days.
        days = lambda *row: keeping.keeps(*row).days
        self.assertEqual(days("raw", False, "fridge", "us"), 1)
        self.assertEqual(days("cooked", True, "fridge", "us"), 3)
        self.assertEqual(days("cooked", True, "fridge", "uk"), 2)
        self.assertEqual((days("rice", True, "fridge", "uk"), days("rice", True, "fridge", "us")), (1, 3))
        with self.assertRaises(KeyError):
            keeping.keeps("raw", False, "cellar", "us")

    def test_the_strictest_region_keeps_nothing_longer_than_any(self) -> None:
        for kind in keeping.KINDS:
            for baked in (False, True):
                for place in ("fridge", "frozen"):
                    each = [keeping.keeps(kind, baked, place, r).days for r in REGIONS if r != "strictest"]
                    self.assertEqual(keeping.keeps(kind, baked, place, "strictest").days, min(each))

    def test_what_is_in_it_decides(self) -> None:
        kind = lambda keys, state="cooked": keeping.kind_of([find(k) for k in keys], state)
        self.assertEqual(kind(["poultry raw", "leek"], "raw"), "raw")
        self.assertEqual(kind(["custard"]), "egg")
        self.assertEqual(kind(["lentils cooked"]), "cooked")
        self.assertEqual(kind(["jam", "walnut"]), "dry")


class TooLong(unittest.TestCase):
    def test_raw_poultry_overnight_is_planned_with_an_hour_to_bake_by(self) -> None:
        s = sheet(kept(12))
        assert s.unbaked is not None
        self.assertFalse(s.unbaked.late)
        self.assertEqual(s.unbaked.by - s.day.filling_made, timedelta(days=1))
        self.assertNotIn("kept_too_long", {d.code for d in s.doubts})

    def test_ten_days_stop_it_and_each_answer_ends_the_doubt(self) -> None:
        document = kept(240)
        s = sheet(document)
        doubt = next(d for d in s.doubts if d.code == "kept_too_long")
        self.assertEqual(doubt.severity, "stop")
        self.assertIn("raw meat, poultry or fish are given 1 day", doubt.reason)
        self.assertIn("Local food-safety rules come first", doubt.reason)
        for label in ("Into the heat by", "Freeze them instead"):
            after = sheet(answered(document, s, "kept_too_long", label))
            self.assertNotIn("kept_too_long", {d.code for d in after.doubts}, label)

    def test_a_proof_of_days_in_the_fridge_counts_as_keeping(self) -> None:
        proof = {"to": 1.4, "spots": [{"where": "fridge", "for": "72 h"}, {"where": "bench"}]}
        s = sheet(bake_document(filling={**RAW, "hands_on": "15 min", "cooling": "0 min"}, proof=proof))
        assert s.unbaked is not None
        self.assertTrue(s.unbaked.late)
        self.assertEqual(next(d.severity for d in s.doubts if d.code == "kept_too_long"), "stop")

    def test_ninety_days_in_the_freezer_are_too_long_for_it_and_for_the_yeast(self) -> None:
        codes = {d.code: d.severity for d in sheet(kept(2160, "frozen")).doubts}
        self.assertEqual((codes["kept_too_long"], codes["weak_after_freezing"]), ("stop", "ask"))
        codes = {d.code: d.severity for d in sheet(kept(24 * 20, "frozen")).doubts}
        self.assertFalse({"kept_too_long", "weak_after_freezing"} & set(codes))

    def test_nothing_is_asked_of_what_goes_straight_into_the_heat(self) -> None:
        self.assertIsNone(sheet().unbaked)

    def test_a_fridge_that_is_not_cold_is_told(self) -> None:
        codes = {d.code for d in sheet(kept(12), fridge="7 C").doubts}
        self.assertIn("fridge_too_warm", codes)

    def test_a_filling_said_to_be_cooked_is_asked_about_and_not_called_raw(self) -> None:
        document = bake_document(filling={**RAW, "state": "cooked"})
        s = sheet(document)
        self.assertNotIn("raw_filling", {c.code for c in s.cautions})
        self.assertIn("raw_or_cooked", {d.code for d in s.doubts})
        raw = sheet(answered(document, s, "raw_or_cooked", "No"))
        self.assertIn("raw_filling", {c.code for c in raw.cautions})


class GettingCold(unittest.TestCase):
    def test_a_piece_of_100_g_takes_hours_and_not_half_an_hour(self) -> None:
        # Outside figure: from 22 °C to 5 °C in a fridge of 4 °C the time constant of 100 g makes 152 min.
        s = sheet(kept(12))
        chilling = next(x for x in s.heat.clock.spells if "chilling" in str(x.what))
        self.assertGreater(chilling.warm_min, 100)
        self.assertFalse(s.heat.clock.over)
        self.assertEqual(s.heat.clock.chills_slowly, "chills_slowly" in {c.code for c in s.cautions})

    def test_mixing_a_raw_filling_counts_and_a_cooked_one_counts_as_it_cools(self) -> None:
        spells = lambda s: {str(x.what) for x in s.heat.clock.spells}
        self.assertIn("mixing the filling", spells(sheet(kept(12))))
        self.assertNotIn("mixing the filling", spells(sheet()))

    @given(st.floats(10, 40), st.floats(-20, 9), st.floats(4, 9), st.floats(5, 200), st.floats(1, 5000))
    def test_it_is_the_time_of_one_exponential(
        self, hot: float, air: float, cold: float, tau: float, most: float
    ) -> None:
        minutes = keeping.minutes_to_cold(hot, air, cold, tau, most)
        self.assertTrue(0 <= minutes <= most)
        if minutes < most:
            self.assertAlmostEqual(air + (hot - air) * math.exp(-minutes / tau), cold, places=6)
        elif air < cold:
            self.assertGreaterEqual(air + (hot - air) * math.exp(-most / tau), cold - 1e-9)


class WhatIsEaten(unittest.TestCase):
    def test_wash_and_what_is_strewn_on_count_on_sheet_group_and_label(self) -> None:
        baked = {"method": "oven", "temperature": "190 C", "wash": "egg"}
        s = sheet(bake_document(heat=baked, on_top=[{"use": "sesame"}, {"use": "chocolate"}]))
        for named in (s.allergens, s.groups[0].allergens):
            self.assertLessEqual({"egg", "sesame"}, set(named))
        self.assertIn("soy", s.may_contain)
        caution = next(c for c in s.cautions if c.code == "allergens")
        self.assertIn("egg", caution.title)
        self.assertIn("May also contain", caution.text)
        self.assertEqual(s.finish, "Brush with whole egg. On top: sesame seeds and dark chocolate.")

    def test_steam_bakes_no_wash_on(self) -> None:
        self.assertNotIn("egg", sheet(bake_document(heat={"method": "steam", "wash": "egg"})).allergens)

    def test_a_food_of_ones_own_says_that_its_packet_decides(self) -> None:
        own = [{"name": "mill mix", "like": "wholemeal flour"}]
        dough = {"ingredients": [{"use": "mill mix", "amount": "500 g"}, {"use": "instant yeast", "amount": "5 g"}]}
        s = sheet(bake_document(dough=dough), pantry=own)
        self.assertIn(
            "mill mix only what it is like is known", next(c for c in s.cautions if c.code == "allergens").text
        )

    def test_every_allergen_of_the_pantry_has_its_word(self) -> None:
        for item in shelf().values():
            self.assertLessEqual({*item.allergens, *item.may_contain}, set(ALLERGEN), item.key)
            self.assertFalse({*item.allergens} & {*item.may_contain}, item.key)

    def test_the_fourteen_groups_of_european_law_can_be_named(self) -> None:
        # Regulation (EU) No 1169/2011, Annex II, from memory; its cereals with gluten stand one by one here.
        groups = "celery crustacea egg fish lupin milk molluscs mustard nuts peanuts sesame soy sulphites wheat"
        self.assertLessEqual(set(groups.split()), set(ALLERGEN))

    def test_what_two_foods_hold_is_named_once_and_never_both_ways(self) -> None:
        found = safety.allergens([find("walnut"), find("peanut"), find("butter"), find("whole milk")])
        self.assertEqual((found.contains, found.may), (["milk", "nuts", "peanuts"], ["sesame"]))


class FoodsToldApart(unittest.TestCase):
    def test_what_is_no_wheat_is_not_called_wheat(self) -> None:
        for name in (
            "almond flour",
            "chickpea flour",
            "teff flour",
            "gluten-free flour",
            "cassava flour",
            "hemp flour",
        ):
            item = match(name).item
            self.assertTrue(item is None or "wheat" not in item.allergens, name)

    def test_nuts_milks_oils_and_butters_have_their_own_allergens(self) -> None:
        cases = {
            "almond milk": {"nuts"},
            "oat milk": {"oats"},
            "soy milk": {"soy"},
            "groundnut oil": {"peanuts"},
            "walnut oil": {"nuts"},
            "almond butter": {"nuts"},
            "milk chocolate": {"milk"},
            "egg noodles": {"egg", "wheat"},
            "emmer flour": {"wheat"},
        }
        for name, wanted in cases.items():
            item = match(name).item
            assert item is not None, name
            self.assertEqual(set(item.allergens), wanted, name)

    def test_a_food_named_after_an_allergen_has_it(self) -> None:
        """Words of a name against what is listed; the exceptions only sound so."""
        sounds = {
            "milk": "milk", "cheese": "milk", "cream": "milk", "butter": "milk", "egg": "egg", "eggs": "egg",
            "almond": "nuts", "almonds": "nuts", "walnuts": "nuts", "hazelnuts": "nuts", "pistachios": "nuts",
            "sesame": "sesame", "soy": "soy", "tofu": "soy", "mustard": "mustard", "celery": "celery", "wheat": "wheat",
            "bread": "wheat", "breadcrumbs": "wheat", "pasta": "wheat", "rye": "rye", "barley": "barley",
            "fish": "fish", "prawns": "crustacea", "shrimp": "crustacea", "stock": "celery", "wine": "sulphites",
        }  # fmt: skip
        only_sound = re.compile(
            r"\b(coconut|plant|soy|oat|almond|rice|nut|peanut|cashew|apple|cocoa|vegan) ?.*(milk|cream|butter|cheese)"
            r"|cream of tartar|creamed corn|egg replacer|butter bean|rice wine|fish stock|white wine vinegar"
        )
        for key, item in shelf().items():
            listed = {*item.allergens, *item.may_contain}
            for word in item.name.lower().split():
                if word in sounds and not only_sound.search(item.name.lower()):
                    with self.subTest(food=key, word=word):
                        self.assertIn(sounds[word], listed)

    def test_a_head_with_another_food_before_it_is_asked_about(self) -> None:
        for name in ("hemp milk", "rice cream", "tigernut flour", "pistachio butter"):
            found = match(name)
            self.assertTrue(found.item is None or found.item.name == name, name)
        self.assertIn("is no flour", spoken(match("tigernut flour")).why)
        self.assertEqual(match("garlic butter").item, find("butter"))

    def test_a_recipes_topping_and_wash_reach_the_bake(self) -> None:
        text = (
            "Seeded rolls\nDough\n500 g bread flour\n300 g water\n7 g instant yeast\n9 g salt\n"
            "Filling\n200 g feta\nTopping\n2 tbsp sesame seeds\nEgg wash\n1 egg yolk\n1 tbsp milk\n"
            "Method\nKnead, let rise 1 hour, shape 10 rolls, bake at 200 C for 20 minutes."
        )
        document = to_bake(read_recipe(text)).document
        self.assertEqual(document["heat"]["wash"], "yolk")
        # The yolk is the wash, and the milk in it is on the label too.
        self.assertEqual(
            [(top["use"], top.get("brushed", False)) for top in document["on_top"]],
            [("sesame", False), ("whole milk", True)],
        )
