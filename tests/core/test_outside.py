"""What a recipe brushes and strews on its pieces: read from the method too, on the label, held against the bake."""

import unittest
from typing import Any

from airycrumb.bake import read_bake, read_kitchen
from airycrumb.bake.edits import edited
from airycrumb.recipe import Correction, Habits, corrected
from airycrumb.recipe.outside import put_on
from airycrumb.sheet import Sheet
from tests.core.examples import NOON, bake_document, kitchen_document
from tests.core.spoken import read_recipe, to_bake, work

RECIPE = """Leek rolls
Makes 8

Dough
500 g bread flour
320 g water
7 g instant yeast
10 g salt

Filling
300 g leek
100 g hard cheese
{listed}
Method
Knead for 10 minutes. Dust the worktop with flour. Let rise for 1 hour in a bowl brushed with oil.
Divide into 8 balls, fill and close seam side down. {finish} Bake at 200 °C for 20 minutes.
"""


def drafted(finish: str, listed: str = "") -> Any:
    """The bake of a recipe that finishes its rolls so."""
    return to_bake(read_recipe(RECIPE.format(finish=finish, listed=listed)))


def sheet_of(document: dict[str, Any]) -> Sheet:
    """Its sheet in the demo kitchen."""
    return work(read_bake(document), read_kitchen(kitchen_document()), now=NOON)


def put(finish: str) -> list[tuple[str, str, bool]]:
    """What a sentence puts on pieces that are shaped already."""
    return [(one.step, one.key, one.condition) for one in put_on(f"Shape into 8 buns. {finish}")]


def finish_of(document: dict[str, Any]) -> tuple[str, list[tuple[str, bool]]]:
    """The wash, and what else is put on, with whether it is brushed."""
    return document["heat"]["wash"], [(t["use"], t.get("brushed", False)) for t in document.get("on_top", [])]


class InTheMethod(unittest.TestCase):
    def test_what_is_brushed_strewn_and_rolled_in(self) -> None:
        milk_first = "Brush the tops with milk, then sprinkle over the poppy seeds."
        when_out = "When they come out, brush with melted butter and dust with icing sugar."
        on_a_tray = "Arrange on a tray, brush with egg wash and top each with a flaked almond."
        for finish, found in (
            ("Brush with beaten egg and scatter with sesame seeds.", [("wash", "whole egg"), ("topping", "sesame")]),
            (milk_first, [("wash", "whole milk"), ("topping", "poppy seed")]),
            (when_out, [("wash", "butter"), ("topping", "icing sugar")]),
            ("Roll the tops in chopped walnuts.", [("topping", "walnut")]),
            (on_a_tray, [("wash", "whole egg"), ("topping", "flaked almond")]),
            ("Lightly oil a tray. Dust the tops with flour and slash.", [("topping", "all-purpose flour")]),
        ):
            with self.subTest(finish=finish):
                self.assertEqual(put(finish), [(step, key, False) for step, key in found])

    def test_what_is_no_finish(self) -> None:
        for finish in (
            "Dust the worktop with flour.",
            "Line a tray and brush it with oil.",
            "Put each in a tin brushed with butter.",
            "Roll each out on a board dusted with flour to 12 cm.",
            "Season the filling and scatter parsley over it.",
            "Brush the rim with water and fold.",
            "Brush the dough with melted butter, sprinkle with cinnamon and sugar, roll up and cut.",
            "Put 30 g of filling on each, fold, press the edges with a fork.",
        ):
            with self.subTest(finish=finish):
                self.assertEqual(put(finish), [])

    def test_before_the_pieces_are_shaped_only_what_names_them_counts(self) -> None:
        self.assertEqual(put_on("Sprinkle with salt and knead. Brush with butter."), [])
        self.assertEqual([one.key for one in put_on("Brush the buns with milk.")], ["whole milk"])

    def test_a_choice_is_left_open(self) -> None:
        self.assertEqual(
            put("Brush with milk or beaten egg."), [("wash", "whole milk", False), ("wash", "whole egg", True)]
        )
        self.assertEqual(put("Strew with nigella seeds if you like."), [("topping", "nigella seed", True)])
        self.assertEqual(put("If you like, strew with nigella seeds."), [("topping", "nigella seed", True)])


class InTheBake(unittest.TestCase):
    def test_told_by_the_method_alone_it_is_on_the_label(self) -> None:
        draft = drafted("Brush with milk and sprinkle with sesame seeds.")
        self.assertEqual(finish_of(draft.document), ("milk", [("sesame", False)]))
        self.assertLessEqual({"milk", "sesame"}, {str(a) for a in sheet_of(draft.document).allergens})

    def test_two_things_brushed_on_are_both_there(self) -> None:
        draft = drafted("Brush with egg yolk beaten with a spoonful of milk.")
        self.assertEqual(finish_of(draft.document), ("yolk", [("whole milk", True)]))
        self.assertIn("Brushed on as well", " ".join(map(str, draft.assumed)))
        sheet = sheet_of(draft.document)
        words = [str(event.words) for event in sheet.events if event.kind == "wash"]
        self.assertTrue(words and all("egg yolk and " in one and "milk" in one for one in words), words)
        self.assertEqual([event.kind for event in sheet.events if event.kind == "strew"], [])

    def test_a_wash_unknown_here_is_none_of_ours_and_on_the_label(self) -> None:
        document = drafted("", listed="\nTo brush\n2 tbsp single cream\n").document
        self.assertEqual(finish_of(document), ("none", [("single cream", True)]))
        sheet = sheet_of(document)
        self.assertIn("milk", {str(a) for a in sheet.allergens})
        self.assertIn("Brush them with single cream", " ".join(str(e.words) for e in sheet.events))

    def test_an_egg_beaten_into_the_dough_is_no_wash(self) -> None:
        document = drafted("Mix the beaten egg into the dough.").document
        self.assertEqual(finish_of(document), ("none", []))

    def test_cheese_that_fills_is_no_topping(self) -> None:
        self.assertEqual(finish_of(drafted("Top with the cheese.").document), ("none", []))


class HeldAgainstTheLabel(unittest.TestCase):
    def setUp(self) -> None:
        self.document = drafted("Brush with egg yolk beaten with milk and scatter with sesame seeds.").document

    def finish(self, document: dict[str, Any]) -> dict[str, Any]:
        """What the sheet holds against the label, by what the recipe says."""
        return {str(s.says): s for s in sheet_of(document).stated if str(s.says).startswith(("Brushed", "On top"))}

    def test_taken_over_as_it_is_read(self) -> None:
        found = self.finish(self.document)
        self.assertEqual(
            {says: s.state for says, s in found.items()},
            {"Brushed on: egg yolk": "taken", "Brushed on: whole milk": "taken", "On top: sesame seeds": "taken"},
        )

    def test_left_off_it_differs_and_one_press_puts_it_on_again(self) -> None:
        bare = {**self.document, "on_top": [], "heat": {**self.document["heat"], "wash": "none"}}
        for says in ("Brushed on: egg yolk", "Brushed on: whole milk", "On top: sesame seeds"):
            with self.subTest(says=says):
                one = self.finish(bare)[says]
                self.assertEqual(one.state, "differs")
                back = edited(bare, list(one.answers[0].changes))
                self.assertEqual(self.finish(back)[says].state, "taken")

    def test_another_wash_says_which_stands_here(self) -> None:
        butter = {**self.document, "heat": {**self.document["heat"], "wash": "butter"}}
        self.assertIn("brushed with melted butter", str(self.finish(butter)["Brushed on: egg yolk"].here))

    def test_steamed_nothing_is_brushed_on(self) -> None:
        steamed = bake_document("leek-or-pear-buns", recipe=self.document["recipe"])
        steamed["heat"] = {"method": "steam", "fire": "high", "covered": True, "minutes": None, "rest": "5 min"}
        one = self.finish(steamed)["Brushed on: egg yolk"]
        self.assertEqual((one.state, one.answers), ("differs", []))
        self.assertIn("only an oven", str(one.here))

    def test_kept_as_it_is_asks_no_more(self) -> None:
        bare = {**self.document, "on_top": []}
        keep = self.finish(bare)["On top: sesame seeds"].answers[1]
        self.assertEqual(self.finish(edited(bare, list(keep.changes)))["On top: sesame seeds"].answers, [])


class PutRight(unittest.TestCase):
    def test_a_line_the_cook_calls_a_topping_is_on_the_label(self) -> None:
        reading = read_recipe(RECIPE.format(finish="", listed="20 g poppy seeds\n"))
        self.assertEqual(reading.outside, [])
        put_right = corrected(reading, [Correction("20 g poppy seeds", 0, part="topping")], Habits())
        self.assertEqual(finish_of(to_bake(put_right).document)[1], [("poppy seed", False)])
