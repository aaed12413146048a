"""Doughs that are not of yeast alone, or not the cook's own, go on to the Bench as what they are."""

import unittest

from airycrumb.bake import read_bake
from tests.core.spoken import read_recipe, to_bake
from tests.core.test_recipe import SOUND, sheet_of


class OtherDoughs(unittest.TestCase):
    def test_what_cannot_be_told_of_a_sourdough_is_said_on_the_bench(self) -> None:
        sour = SOUND.replace("6 g instant yeast", "100 g active sourdough starter")
        (doubt,) = (d for d in sheet_of(sour).doubts if d.code == "limits")
        self.assertIn("left to the clock", str(doubt.reason))
        self.assertNotIn("limits", {d.code for d in sheet_of(SOUND).doubts})

    def test_doughs_that_are_not_of_yeast_go_on_as_what_they_are(self) -> None:
        for instead, leavening, says in (
            ("1 tsp baking soda", "soda", "Lifted by soda"),
            ("", "none", "Nothing in this dough lifts it"),
            ("6 g instant yeast\n5 g baking powder", "yeast and baking powder", "Rise to double"),
        ):
            with self.subTest(instead=instead):
                draft = to_bake(read_recipe(SOUND.replace("6 g instant yeast", instead)))
                self.assertEqual(read_bake(draft.document).dough.leavening, leavening)
                self.assertTrue(any(says in one for one in draft.assumed), draft.assumed)

    def test_a_bought_dough_is_taken_apart_and_says_so(self) -> None:
        text = "500 g shop-bought pizza dough\nFilling\n300 g ricotta\nMethod\nBake at 240 C for 12 minutes."
        draft = to_bake(read_recipe(text))
        bake = read_bake(draft.document)
        self.assertAlmostEqual(sum(g for _, g in bake.dough.parts), 500, delta=1)
        self.assertTrue(any("stands on its packet" in one for one in draft.assumed))

    def test_meat_or_much_cheese_in_a_dough_is_asked_about(self) -> None:
        odd = read_recipe("Dough\n500 g flour\n300 g water\n6 g instant yeast\n200 g minced pork\n20 g parmesan")
        asked = {p.line.use: p.sure for p in odd.lines}
        self.assertEqual((asked["pork raw"], asked["parmesan"], asked["all-purpose flour"]), (False, True, True))


class ByTheMethod(unittest.TestCase):
    def test_without_headings_the_method_says_what_goes_where(self) -> None:
        text = (
            "Buns\n500 g flour\n300 g water\n6 g instant yeast\n9 g salt\n2 eggs\n60 g sugar\n40 g honey\nMethod\n"
            "Knead the flour, water, yeast, salt and honey to a dough. For the filling beat the eggs with the sugar.\n"
        )
        placed = {p.line.use: p.part for p in read_recipe(text).lines}
        self.assertEqual((placed["whole egg"], placed["sugar"]), ("filling", "filling"))
        self.assertEqual((placed["honey"], placed["fine salt"]), ("dough", "dough"))

    def test_what_is_optional_is_said_to_be_counted(self) -> None:
        (line,) = (
            p.line for p in read_recipe("500 g flour\n10 g malt powder, optional").lines if p.line.use == "malt powder"
        )
        self.assertIn("Optional: it is counted.", [str(why) for why in line.why])

    def test_one_that_stays_plain_is_a_piece_of_its_own(self) -> None:
        draft = to_bake(read_recipe(SOUND.replace("fold over and seal", "fold over and seal. Two stay plain")))
        bake = read_bake(draft.document)
        self.assertEqual([(g.pieces, bool(g.parts)) for g in bake.groups], [(8, True), (2, False)])
        self.assertIn("2 pieces stay plain.", draft.assumed)
