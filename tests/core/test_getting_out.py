"""The list before beginning: every food once with its whole amount, and a stand-in for what may be missing."""

import unittest
from typing import Any

from airycrumb.bake import read_bake
from airycrumb.whatif.getting_out import GetOut, get_out
from tests.core.examples import DEMO_BAKES, bake_document, raw_sheet
from tests.core.test_own_steps import pork

OVEN = {"method": "oven", "temperature": "200 C", "wash": "egg"}


def out(document: dict[str, Any]) -> GetOut:
    """The list of a bake."""
    return get_out(read_bake(document), raw_sheet(document))


def grams(found: GetOut) -> dict[str, float | None]:
    """How much there is of each food."""
    return {food.key: food.grams for food in found.foods}


class Foods(unittest.TestCase):
    def test_each_stands_once_with_all_there_is_of_it_in_dough_filling_and_steps(self) -> None:
        document = pork(
            heat=OVEN,
            steps=[{"do": "brush", "before": "rest", "with": [{"use": "butter", "amount": "25 g"}]}],
            on_top=[{"use": "sesame"}],
        )
        s, found = raw_sheet(document), grams(out(document))
        lines = [*s.weigh.dough, *s.groups[0].filling]
        salt = sum(line.grams for line in lines if line.key == "fine salt")
        self.assertAlmostEqual(found["fine salt"] or 0.0, salt, places=6)
        self.assertEqual(found["butter"], 25 + sum(line.grams for line in lines if line.key == "butter"))
        self.assertIsNone(found["sesame"])
        # An egg brushes some 25 buns 8 cm across: common practice, no source.
        self.assertTrue(5 < (found["whole egg"] or 0.0) < 60, found["whole egg"])

    def test_nothing_of_any_bake_is_missing(self) -> None:
        for path in DEMO_BAKES:
            with self.subTest(bake=path.stem):
                document = bake_document(path.stem)
                s, found = raw_sheet(document), grams(out(document))
                wanted = {x.key for x in (*s.weigh.dough, *(line for g in s.groups for line in g.filling))}
                self.assertLessEqual(wanted, set(found))


class Tools(unittest.TestCase):
    def test_they_follow_what_is_done_each_once(self) -> None:
        names = lambda document: [str(tool.name) for tool in out(document).tools]
        steamed = names(bake_document("hake-fennel-buns", heat={"method": "steam"}))
        self.assertIn("a steamer with its lid", steamed)
        self.assertNotIn("dry thick gloves", steamed)
        baked = names(pork(heat=OVEN))
        self.assertTrue({"a brush", "a wide pan", "a bowl", "dry thick gloves"} <= set(baked), baked)
        self.assertEqual(len(baked), len(set(baked)))

    def test_what_lies_under_them_is_got_out_and_told_where_it_is_not_paper(self) -> None:
        for liner, wanted, told in (
            ("paper", "baking paper, a square under each", ""),
            ("leaf", "large leaves, one under each", "peel the leaf off before they are eaten"),
            ("bare", "", "soft dough sticks here"),
        ):
            with self.subTest(liner=liner):
                document = bake_document("hake-fennel-buns", heat={"method": "steam", "liner": liner})
                self.assertEqual(any(str(t.name) == wanted for t in out(document).tools), bool(wanted))
                ended = next(e for e in raw_sheet(document).events if e.kind == "out")
                said = " ".join(str(d) for d in ended.details)
                self.assertEqual("leaf" in said or "sticks" in said, bool(told))
                self.assertIn(told, said)

    def test_the_bowl_holds_the_dough_once_it_has_grown(self) -> None:
        document = bake_document("hake-fennel-buns")
        s = raw_sheet(document)
        # By hand: 0.9 mL a gram, doubled, a quarter of room above it.
        room = 0.9 * 2 * 1.25 * s.weigh.dough_g * s.rise.forecast.target / 2
        bowl = next(str(t.name) for t in out(document).tools if "bowl that holds" in str(t.name))
        said = float(bowl.split("that holds ")[1].split()[0].replace(",", ""))
        self.assertAlmostEqual(said if said > 100 else said * 1000, room, delta=0.06 * room)

    def test_a_thermometer_has_no_sure_stand_in(self) -> None:
        probe = next(t for t in out(bake_document()).tools if "thermometer" in str(t.name))
        self.assertIn("less sure", str(probe.instead))
