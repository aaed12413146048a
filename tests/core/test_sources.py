"""Every number can say where it is from, and the sheet lists what it used."""

import importlib
import unittest

from airycrumb.bake import read_bake
from airycrumb.data.record import Constant
from airycrumb.data.safety import LIMITS, LINES, REGIONS
from airycrumb.sheet.sources import sources
from tests.core.examples import bake_document

TABLES = ("rise", "heat", "closings", "shapes")
KINDS = {"published", "common practice", "assumed", "from memory"}


def constants() -> list[tuple[str, Constant]]:
    """Every constant of every table, by name, those in groups too."""
    found = []
    for table in TABLES:
        for name, value in vars(importlib.import_module(f"airycrumb.data.{table}")).items():
            group = value.values() if isinstance(value, dict) else [value]
            found += [(f"{table}.{name}", v) for v in group if isinstance(v, Constant)]
    return found


class Constants(unittest.TestCase):
    def test_each_has_a_unit_a_kind_and_says_where_it_is_from(self) -> None:
        self.assertGreater(len(constants()), 40)
        for name, constant in constants():
            with self.subTest(constant=name):
                self.assertTrue(constant.unit)
                self.assertIn(constant.kind, KINDS)
                self.assertTrue(constant.source or constant.kind == "assumed")
                if constant.low is not None and constant.high is not None:
                    self.assertLess(constant.low, constant.high)

    def test_what_is_published_names_a_publication(self) -> None:
        for name, constant in constants():
            if constant.kind == "published":
                self.assertGreater(len(constant.source), 8, name)

    def test_every_safety_line_names_its_guidance(self) -> None:
        for region in set(REGIONS) - {"strictest"}:
            lines = [line for line in LINES if line.region == region]
            self.assertEqual({line.kind for line in lines}, {"poultry", "ground meat", "egg", "fish", "cooked"}, region)
            for line in lines:
                self.assertRegex(str(line.source), "guidance|Food Code|Regulation|Health Canada|Food Standards")
                self.assertTrue(60 <= line.celsius <= 82)
            rules = {limit.rule for limit in LIMITS if limit.region == region}
            self.assertEqual(rules, {"warm", "warm_hot", "warm_and_chilling", "cool_to_21", "cool_to_5"}, region)


class TheSheetsSources(unittest.TestCase):
    def test_it_lists_each_ingredient_and_both_models_once(self) -> None:
        listed = [(s.what, s.source) for s in sources(read_bake(bake_document("hake-fennel-buns")))]
        self.assertEqual(len(listed), len(set(listed)))
        names = {what for what, _ in listed}
        self.assertLessEqual({"raw hake", "bread flour", "rise", "heat"}, names)
        self.assertNotIn("raw ground poultry", names)

    def test_what_is_assumed_is_listed_as_assumed(self) -> None:
        kinds = {s.kind for s in sources(read_bake(bake_document()))}
        self.assertLessEqual({"assumed", "published", "from memory"}, kinds)
        self.assertLessEqual(kinds, KINDS)
