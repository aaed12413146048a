"""A line of a recipe accounts for itself: whatever stands in it is used or told as not used."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from airycrumb.recipe import Correction, Habits, corrected
from tests.core.spoken import read_line, read_recipe

FOODS = {
    "bread flour": "bread flour",
    "whole milk": "whole milk",
    "walnuts": "walnut",
    "feta": "feta",
    "honey": "honey",
    "cooked lentils": "lentils cooked",
    "olive oil": "olive oil",
}
AMOUNTS = st.tuples(st.integers(5, 900), st.sampled_from(("g", "ml")))
ITEMS = st.lists(st.tuples(AMOUNTS, st.sampled_from(sorted(FOODS))), min_size=1, max_size=4, unique_by=lambda i: i[1])
JOINERS = st.sampled_from((", ", " + ", "; ", " plus ", " and ", " & "))
MANNERS = st.sampled_from(
    ("{n} {u} {f}", "{n}{u} {f}", "{n} {u} of {f}", "{f} {n} {u}", "{f}: {n} {u}", "{n} {u} {f} (fresh)")
)


WORDS = "3 cups g flour milk or plus and ( ) , ; - / to taste 1/2 butter for each of"
BITS = sorted(set(WORDS.split()))


class Accounts(unittest.TestCase):
    @given(ITEMS, JOINERS, MANNERS)
    def test_every_food_and_number_is_read_or_told(self, items, joiner, manner) -> None:  # type: ignore[no-untyped-def]
        line = joiner.join(manner.format(n=n, u=u, f=food) for (n, u), food in items)
        read = read_line(line)
        told = " ".join(str(why) for r in read for why in r.why)
        for (number, _unit), food in items:
            found = [r for r in read if r.use == FOODS[food]]
            self.assertTrue(found or food in told, (line, read))
            amounts = {g.measure.typical for r in read for g in r.given}
            self.assertTrue(number in amounts or str(number) in told, (line, read))

    @given(st.lists(st.sampled_from(BITS), max_size=14))
    def test_any_row_of_words_is_read_without_a_fault_and_the_same_twice(self, words: list[str]) -> None:
        line = " ".join(words)
        self.assertEqual(read_line(line), read_line(line))

    def test_used_in_two_places_is_two_things(self) -> None:
        read = read_line("3 eggs (2 for the dough, 1 for brushing)")
        self.assertEqual([(r.purpose, r.grams and r.grams.typical) for r in read], [("dough", 100), ("wash", 50)])

    def test_bunches_heads_and_splashes_weigh_what_they_weigh(self) -> None:
        # Common practice, no source.
        for text, grams in (("1 head garlic", 50), ("2 bunches spring onions", 200), ("a splash of water", 10)):
            with self.subTest(text=text):
                (line,) = read_line(text)
                self.assertEqual(line.grams and line.grams.typical, grams)
        (unknown,) = read_line("1 head of celery")
        self.assertIsNone(unknown.grams)
        self.assertIn("weigh it", " ".join(map(str, unknown.why)))

    def test_the_noun_is_what_it_is(self) -> None:
        for text, use in (
            ("8 oz whole milk ricotta", "ricotta"),
            ("200 g parmesan cheese", "parmesan"),
            ("100 g milk chocolate", "milk chocolate"),
            ("1 cup chopped dill pickles", "gherkin"),
            ("150 g mozzarella (low-moisture)", "low-moisture mozzarella"),
            ("1/4 kg poppy seeds, ground", "ground poppy seed"),
            ("400 g potatoes, boiled and mashed", "potato cooked"),
        ):
            with self.subTest(text=text):
                self.assertEqual([line.use for line in read_line(text)], [use])

    def test_a_line_of_the_page_is_an_ingredient_where_the_cook_says_so(self) -> None:
        text = "Buns\n500 g flour\n300 g water\n6 g instant yeast\nComments\nTry 20 g honey in it, it is great"
        read = read_recipe(text)
        (left_out,) = read.not_used
        put = corrected(read, [Correction(left_out, 0, part="dough")], Habits())
        self.assertIn("honey", [p.line.use for p in put.lines])
        self.assertEqual(put.not_used, ())

    def test_an_ingredient_can_be_called_none(self) -> None:
        read = read_recipe("500 g flour\n300 g water\n6 g instant yeast\n1 cup gravel")
        self.assertEqual(len(read.unread), 1)
        put = corrected(read, [Correction("1 cup gravel", 0, part="none")], Habits())
        self.assertEqual(put.unread, [])
