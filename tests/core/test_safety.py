"""Cautions: the strictest line wins, and what can hurt is always said."""

import unittest

from airycrumb import safety
from airycrumb.data.safety import REGIONS
from airycrumb.pantry import find

CHEESE = [find("soft cheese")]


class CoreLines(unittest.TestCase):
    def test_published_lines_by_kind_of_filling(self) -> None:
        # US federal Safe Minimum Internal Temperature Chart (from memory): poultry 74 °C, ground meat 71, fish 63
        for key, wanted in (("poultry raw", 74), ("ground meat raw", 71), ("hake raw", 63)):
            self.assertEqual(safety.core_line([find(key)], "raw", "us").celsius, wanted)

    def test_reheated_fillings_go_to_74_in_the_us(self) -> None:
        self.assertEqual(safety.core_line([find("beetroot cooked")], "cooked", "us").celsius, 74)

    def test_the_strictest_ingredient_wins(self) -> None:
        both = [find("hake raw"), find("poultry raw")]
        self.assertEqual(safety.core_line(both, "raw", "us").celsius, 74)
        self.assertIn("poultry", safety.core_line(both, "raw", "us").why)

    def test_the_strictest_region_is_the_strictest_of_all(self) -> None:
        for key in ("poultry raw", "ground meat raw", "hake raw"):
            strictest = safety.core_line([find(key)], "raw", "strictest").celsius
            self.assertEqual(strictest, max(safety.core_line([find(key)], "raw", r).celsius for r in REGIONS))

    def test_raw_fish_in_a_filling_called_cooked_is_still_raw(self) -> None:
        self.assertTrue(safety.is_raw([find("hake raw")], "cooked"))
        self.assertFalse(safety.is_raw([find("trout cooked")], "cooked"))


class Cautions(unittest.TestCase):
    def cautions(
        self,
        filling: list[str],
        state: str = "raw",
        method: str = "steam",
        air: float = 100,
        warm: float = 40,
        room: float = 21,
    ) -> dict[str, safety.Caution]:
        items = [find(key) for key in filling]
        line = safety.core_line(items, state, "strictest")
        stuffed, fires = [safety.Stuffing(items, state)], [safety.Fired(method, air)]
        clock = safety.warm_clock([safety.Spell("proof", warm)], room, "strictest")
        found = safety.cautions([find("bread flour")], stuffed, fires, line, clock)
        return {c.code: c for c in found}

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

    def test_in_a_hot_room_one_hour_is_the_limit(self) -> None:
        self.assertTrue(self.cautions(["hake raw"], warm=70, room=33)["standing"].urgent)

    def test_burns_are_said_for_steam_and_for_the_oven(self) -> None:
        self.assertIn("tilt the lid", self.cautions(["hake raw"])["steam"].title)
        self.assertIn("220 °C", self.cautions(["hake raw"], method="oven", air=220)["oven"].title)

    def test_allergens_are_named_once(self) -> None:
        self.assertEqual(safety.allergens([find("butter"), find("whole milk"), find("walnut")]), ["milk", "nuts"])
