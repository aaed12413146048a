"""The closing a recipe speaks of, in the words recipes use (common practice, no source)."""

import doctest
import unittest

from airycrumb.recipe import closing
from airycrumb.recipe.closing import SAID, closing_of
from airycrumb.stations.enclose import CLOSINGS
from tests.core.spoken import read_recipe, to_bake

METHODS = {
    "Lay the filling in the middle and braid the strips over it.": "braid",
    "Plait the strips, left over right.": "braid",
    "Draw the edges in, leaving a small hole in the middle.": "pulled_pie",
    "Shape into boats and pinch both ends.": "boat",
    "Press a well into each with a floured glass.": "well",
    "Cut into triangles and roll from the wide end.": "crescent",
    "Fold over and finish with a rope edge.": "half_moon_rope",
    "Lay a second round on top and seal.": "two_rounds",
    "Fold like an envelope.": "envelope",
    "Spread the filling and roll up into a log.": "layered",
    "Roll the dough around each stick of cheese.": "sticks",
    "Knead in the olives and divide.": "kneaded_in",
    "Fold in half and seal the edges with a fork.": "half_moon_fork",
    "Fold over and crimp.": "half_moon",
    "Gather the edges and twist shut.": "gathered",
    "Pinch and lay them seam side down.": "ball",
}
RECIPE = (
    "Kale {}\nMakes 6\n\nDough\n400 g bread flour\n250 g water\n8 g salt\n4 g instant yeast\n\nFilling\n"
    "300 g kale\n\nMethod\n{}\n"
)


class Said(unittest.TestCase):
    def test_each_manner_of_saying_it(self) -> None:
        for method, expected in METHODS.items():
            with self.subTest(method=method):
                self.assertEqual(closing_of("Filled bread", method), expected)

    def test_a_title_is_enough_and_what_is_not_said_is_not_known(self) -> None:
        self.assertEqual(closing_of("Little turnovers", ""), "half_moon")
        self.assertIsNone(closing_of("Filled bread", "Bake until golden. Serve on a round plate."))

    def test_only_closings_there_are_can_be_found(self) -> None:
        self.assertLessEqual({key for key, _ in SAID}, set(CLOSINGS))

    def test_a_pasted_recipe_comes_out_with_its_closing_or_says_it_was_assumed(self) -> None:
        braided = to_bake(read_recipe(RECIPE.format("bread", "Braid the strips over the filling.")))
        self.assertEqual(braided.document["closing"], "braid")
        silent = to_bake(read_recipe(RECIPE.format("bread", "Bake at 190 C.")))
        self.assertEqual(silent.document["closing"], "gathered")
        self.assertTrue(any("how the pieces are closed" in sentence for sentence in silent.assumed))

    def test_the_example_in_the_docstring_runs(self) -> None:
        self.assertEqual(doctest.testmod(closing).failed, 0)
