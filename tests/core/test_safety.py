"""Cautions: the strictest line wins, and what can hurt is always said."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from airycrumb.data.safety import REGIONS
from airycrumb.pantry import find, shelf
from airycrumb.stations import safety
from airycrumb.stations.safety import warm_clock
from tests.core.spoken import spoken

CHEESE = [find("soft cheese")]


class CoreLines(unittest.TestCase):
    def test_published_lines_by_kind_of_filling(self) -> None:
        # US FDA Food Code 3-401.11(A)(3), from memory: what is stuffed with meat, poultry or fish, 74 °C; Safe Minimum
        # Internal Temperature Chart, from memory: dishes with egg 71 °C
        for key, wanted in (("poultry raw", 74), ("ground meat raw", 74), ("hake raw", 74), ("whole egg", 71)):
            self.assertEqual(safety.core_line([find(key)], "raw", "us").celsius, wanted)

    def test_reheated_fillings_go_to_74_in_the_us(self) -> None:
        self.assertEqual(safety.core_line([find("beetroot cooked")], "cooked", "us").celsius, 74)

    def test_each_region_has_its_own_line_for_what_is_reheated(self) -> None:
        # Scotland: 82 °C (Food Hygiene (Scotland) Regulations 2006); US and Canada 74, the others 75: from memory
        reheated = {r: safety.core_line([find("beetroot cooked")], "cooked", r).celsius for r in REGIONS}
        self.assertEqual((reheated["scotland"], reheated["strictest"]), (82, 82))
        self.assertEqual((reheated["us"], reheated["canada"], reheated["uk"], reheated["eu"]), (74, 74, 75, 75))

    def test_every_region_has_every_row(self) -> None:
        for region in REGIONS:
            for food, state in (("poultry raw", "raw"), ("hake raw", "raw"), ("whole egg", "raw"), ("leek", "cooked")):
                line = safety.core_line([find(food)], state, region)
                self.assertTrue(70 <= line.celsius <= 82 and str(line.source))
            for rule in ("warm", "warm_hot", "warm_and_chilling", "cool_to_21", "cool_to_5"):
                self.assertGreater(warm_clock.limit(rule, region).value, 0)

    def test_the_strictest_ingredient_wins(self) -> None:
        both = [find("hake raw"), find("poultry raw")]
        self.assertEqual(safety.core_line(both, "raw", "us").celsius, 74)
        self.assertIn("poultry", str(safety.core_line(both, "raw", "us").why))

    def test_the_strictest_region_is_the_strictest_of_all(self) -> None:
        for key in ("poultry raw", "ground meat raw", "hake raw"):
            strictest = safety.core_line([find(key)], "raw", "strictest").celsius
            self.assertEqual(strictest, max(safety.core_line([find(key)], "raw", r).celsius for r in REGIONS))

    def test_raw_fish_in_a_filling_said_to_be_cooked_is_cooked_with_it(self) -> None:
        self.assertTrue(safety.is_raw([find("hake raw")], "raw"))
        self.assertTrue(safety.is_raw([find("hake raw")], "part-cooked"))
        self.assertFalse(safety.is_raw([find("hake raw")], "cooked"))
        self.assertFalse(safety.is_raw([find("trout cooked")], "cooked"))


class Cautions(unittest.TestCase):
    def cautions(
        self,
        filling: list[str],
        state: str = "raw",
        method: str = "steam",
        air: float = 100,
        warm: float = 40,
        air_there: float = 21,
    ) -> dict[str, safety.Caution]:
        items = [find(key) for key in filling]
        line = safety.core_line(items, state, "strictest")
        stuffed, fires = [safety.Stuffing(items, state)], [safety.HeatHazard(method, air)]
        clock = warm_clock.warm_clock([warm_clock.Spell("proof", warm, air_c=air_there)], "strictest")
        found = safety.cautions([find("bread flour")], stuffed, fires, line, clock)
        return {c.code: spoken(c) for c in found}

    def test_every_bake_says_to_probe_and_defers_to_local_rules(self) -> None:
        text = self.cautions(["beetroot cooked"], "cooked")["probe"].text
        self.assertIn("thermometer decides", text)
        self.assertIn("Local food-safety rules come first", text)

    def test_nothing_is_ever_called_safe(self) -> None:
        for filling, state in ((["hake raw"], "raw"), (["beetroot cooked"], "cooked")):
            for c in self.cautions(filling, state).values():
                self.assertNotRegex((c.title + c.text).lower(), r"\bis safe\b|\bare safe\b")

    def test_raw_filling_is_kept_cold_beside_the_wrapping(self) -> None:
        found = self.cautions(["hake raw"])
        self.assertEqual(found["raw_filling"].tray, "wrap")
        self.assertNotIn("raw_filling", self.cautions(["trout cooked"], "cooked"))

    def test_two_hours_of_standing_warm_becomes_urgent(self) -> None:
        self.assertFalse(self.cautions(["hake raw"], warm=119)["standing"].urgent)
        self.assertTrue(self.cautions(["hake raw"], warm=121)["standing"].urgent)

    def test_in_hot_air_one_hour_is_the_limit(self) -> None:
        self.assertTrue(self.cautions(["hake raw"], warm=70, air_there=33)["standing"].urgent)
        self.assertFalse(self.cautions(["hake raw"], warm=70, air_there=31)["standing"].urgent)

    def test_burns_are_said_for_steam_and_for_the_oven(self) -> None:
        self.assertIn("tilt the lid", self.cautions(["hake raw"])["steam"].title)
        self.assertIn("220 °C", self.cautions(["hake raw"], method="oven", air=220)["oven"].title)

    def test_the_kind_of_nut_and_fish_is_named(self) -> None:
        named = safety.allergens([find("pine nut"), find("walnut"), find("hake raw"), find("butter")]).named
        self.assertEqual([str(a) for a in named], ["fish (raw hake)", "milk", "pine nuts", "walnuts"])

    def test_nothing_that_the_pantry_calls_a_nut_is_missed(self) -> None:
        for food in shelf().values():
            if food.role == "nut":
                self.assertTrue({"nuts", "peanuts"} & set(food.allergens), food.key)

    def test_allergens_are_named_once(self) -> None:
        self.assertEqual(
            safety.allergens([find("butter"), find("whole milk"), find("walnut")]).contains, ["milk", "nuts"]
        )


RULES = st.sampled_from(["standing", "chilling", "cooling"])
SPELLS = st.lists(
    st.builds(warm_clock.Spell, st.sampled_from(["wrapping", "proof", "waiting"]), st.floats(0, 200), RULES),
    max_size=8,
)


class TheWarmClock(unittest.TestCase):
    @given(SPELLS, SPELLS)
    def test_it_adds_up_and_never_resets(self, first: list[warm_clock.Spell], then: list[warm_clock.Spell]) -> None:
        clock = lambda spells: warm_clock.warm_clock(spells, "strictest")
        cold = warm_clock.Spell("in the fridge", 0.0)
        both = clock([*first, cold, *then])
        self.assertAlmostEqual(both.total_min, clock(first).total_min + clock(then).total_min)
        self.assertAlmostEqual(both.standing_min + both.chilling_min + both.cooling_min, both.total_min)
        self.assertGreaterEqual(both.total_min, clock(first).total_min)

    def test_cooling_is_judged_by_its_own_rule(self) -> None:
        clock = warm_clock.warm_clock(
            [warm_clock.Spell("cooling", 200, "cooling"), warm_clock.Spell("proof", 60)], "us"
        )
        self.assertEqual((clock.over, clock.cools_slowly, clock.total_min), (False, False, 260))
        self.assertTrue(warm_clock.warm_clock([warm_clock.Spell("cooling", 400, "cooling")], "us").cools_slowly)

    def test_chilling_is_judged_with_what_stood_before_it_by_four_hours_in_all(self) -> None:
        # US FDA Food Code 3-501.19, from memory
        clock = lambda chilling: warm_clock.warm_clock(
            [warm_clock.Spell("proof", 90), warm_clock.Spell("chilling", chilling, "chilling")], "us"
        )
        self.assertEqual((clock(149).chills_slowly, clock(151).chills_slowly, clock(151).over), (False, True, False))

    def test_the_limits_are_the_regions_and_the_strictest_is_the_default(self) -> None:
        # Two-hour rules of the US and Canada (one hour above 32 °C); the others give no hours for what is to be cooked
        hot = [warm_clock.Spell("proof", 10, air_c=33)]
        limits = {r: warm_clock.warm_clock(hot, r).limit_min for r in REGIONS}
        two = dict.fromkeys(("uk", "scotland", "eu", "australia_nz"), 120)
        self.assertEqual(limits, {**two, "us": 60, "canada": 60, "strictest": 60})
        self.assertEqual({warm_clock.warm_clock([], r).limit_min for r in REGIONS}, {120})
        # 40 to 140 °F in the US, 8 to 63 °C in the UK, 5 to 60 in Australia, from memory: the
        # strictest is the widest
        zones = {r: warm_clock.danger_zone(r) for r in ("us", "uk", "canada", "australia_nz", "strictest")}
        self.assertEqual(
            zones,
            {
                "us": (4.4, 60.0),
                "uk": (8.0, 63.0),
                "canada": (4.4, 60.0),
                "australia_nz": (5.0, 60.0),
                "strictest": (4.4, 63.0),
            },
        )
        with self.assertRaises(KeyError):
            warm_clock.limit("nonsense", "us")


FOODS = ["hake raw", "poultry raw", "ground meat raw", "whole egg", "beetroot cooked", "soft cheese"]


class TheStrictestWins(unittest.TestCase):
    @given(st.sets(st.sampled_from(FOODS), min_size=1), st.sampled_from(FOODS), st.sampled_from(sorted(REGIONS)))
    def test_adding_a_food_never_lowers_the_line(self, foods: set[str], more: str, region: str) -> None:
        line = lambda keys: safety.core_line([find(k) for k in keys], "raw", region).celsius
        alone = (
            max(line([k]) for k in foods if k in ("hake raw", "poultry raw", "ground meat raw", "whole egg"))
            if foods & set(FOODS[:4])
            else line(foods)
        )
        self.assertEqual(line(foods), alone)
        if more in FOODS[:4] and foods & set(FOODS[:4]):
            self.assertGreaterEqual(line([*foods, more]), line(foods))

    @given(st.sets(st.sampled_from(FOODS), min_size=1))
    def test_the_strictest_region_is_never_below_any(self, foods: set[str]) -> None:
        items = [find(k) for k in foods]
        lines = {r: safety.core_line(items, "raw", r).celsius for r in REGIONS}
        self.assertEqual(lines["strictest"], max(lines.values()))


class BesideTheStep(unittest.TestCase):
    def test_hot_fat_blades_and_stones_have_their_caution(self) -> None:
        fires = [
            safety.HeatHazard("pan", 100),
            safety.HeatHazard("oven", 240, hot_stone=True),
            safety.HeatHazard("steam", 100, refills=True),
        ]
        line = safety.core_line([find("hake raw")], "raw", "us")
        clock = warm_clock.warm_clock([], "us")
        found = safety.cautions([], [safety.Stuffing([find("hake raw")], "raw")], fires, line, clock, blade=True)
        said = {c.code: f"{c.title} {c.text}" for c in found}
        for code, words in (
            ("pan", "no water"),
            ("oven", "stone or steel stays hot"),
            ("steam", "boiling water only"),
            ("blade", "away from the other hand"),
            ("steam", "open flame"),
        ):
            with self.subTest(code=code):
                self.assertIn(words, said[code])

    def test_a_filling_that_cools_for_half_a_day_is_called_out(self) -> None:
        clock = warm_clock.warm_clock([warm_clock.Spell("cooling", 420, "cooling")], "us")
        stuffed = [safety.Stuffing([find("beetroot cooked")], "cooked")]
        line = safety.core_line([find("beetroot cooked")], "cooked", "us")
        found = {c.code: c for c in safety.cautions([], stuffed, [], line, clock)}
        self.assertTrue(found["cools_slowly"].urgent)
        self.assertIn("7 h", str(found["cools_slowly"].title))
