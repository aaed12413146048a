"""Shares of the dough and loads of the heat, in the words recipes have for them."""

import unittest
from typing import Any

from airycrumb.recipe import said_in
from airycrumb.recipe.shares import by_filling, shares_of_dough
from tests.core.examples import sheet
from tests.core.spoken import read_recipe, to_bake

RECIPE = """Two-way half-moons
Makes 12

Dough
500 g flour
300 g water
7 g instant yeast
9 g salt

Walnut filling
150 g walnuts
50 g butter

Cheese filling
200 g feta
100 g spinach

Method
Knead, let rise 1 hour. {share} Roll 10 cm across, fold over and crimp.
Proof 20 minutes. {heat}
"""
EVENLY = "Fill them."
AT_ONCE = "Bake at 200 C for 15 minutes."


def drafted(share: str = EVENLY, heat: str = AT_ONCE) -> Any:
    """The bake of the recipe with these two sentences in it."""
    return to_bake(read_recipe(RECIPE.format(share=share, heat=heat)))


def found(text: str) -> list[tuple[float, bool]]:
    """Each share in tenths, and whether it is kept for another day."""
    return [(round(one.share, 3), one.kept) for one in shares_of_dough(text)]


class Shares(unittest.TestCase):
    def test_fractions_and_what_is_left_of_them(self) -> None:
        for text, shares in (
            ("Roll out half of the dough; the other half is the lid.", [(0.5, False), (0.5, False)]),
            ("Use two thirds of the dough for the base and the rest for a lattice.", [(0.667, False), (0.333, False)]),
            ("Take a quarter of your dough, freeze the remainder.", [(0.25, False), (0.75, True)]),
            ("Save one third of the dough for later.", [(0.333, True)]),
            ("Half the dough keeps for two days in the fridge.", [(0.5, True)]),
        ):
            with self.subTest(text=text):
                self.assertEqual(found(text), shares)

    def test_what_is_no_share_of_the_dough(self) -> None:
        for text in (
            "Spread half of the filling over it, and the rest of the filling on top.",
            "Divide the dough in half.",
            "The rest is simple.",
            "Set the other half aside.",
            "Use three halves of the dough.",
        ):
            with self.subTest(text=text):
                self.assertEqual(found(text), [])

    def test_dough_kept_under_a_cloth_meanwhile_is_baked_all_the_same(self) -> None:
        self.assertEqual(
            found("Take half of the dough and keep the other half covered while you work."),
            [(0.5, False), (0.5, False)],
        )

    def test_each_filling_by_a_word_no_other_has(self) -> None:
        fillings = {"filling": frozenset({"walnut"}), "filling 2": frozenset({"feta", "spinach"})}
        told = lambda text: by_filling(shares_of_dough(text), fillings)
        third = told("Use a third of the dough for the walnuts, and the rest for the feta.")
        self.assertAlmostEqual(third["filling"], 1 / 3)
        self.assertEqual(told("Two thirds of the dough go round the spinach.").keys(), fillings.keys())
        self.assertEqual(told("Half of the dough is for tea."), {})
        self.assertEqual(told("Half of the dough takes walnuts and feta."), {"filling": 0.5, "filling 2": 0.5})


class OnTheBench(unittest.TestCase):
    def test_pieces_go_to_the_fillings_as_the_dough_does(self) -> None:
        document = drafted("Use a third of the dough for the walnut halves, and the rest for the feta.").document
        self.assertEqual((document["pieces"], document["more_groups"][0]["pieces"]), (4, 8))
        evenly = drafted().document
        self.assertEqual((evenly["pieces"], evenly["more_groups"][0]["pieces"]), (6, 6))

    def test_what_is_kept_for_another_day_is_not_in_the_pieces_and_that_is_told(self) -> None:
        whole, half = drafted(), drafted("Freeze half of the dough for another time.")
        each = lambda draft: float(draft.document["dough_per_piece"].split()[0])
        self.assertAlmostEqual(each(half), each(whole) / 2, delta=0.6)
        self.assertIn(
            "“Freeze half of the dough for another time.”: the pieces share the rest of the dough.", half.assumed
        )
        self.assertNotIn("the rest of the dough", "".join(whole.assumed))


class Loads(unittest.TestCase):
    def said(self, text: str) -> list[tuple[str, str, float]]:
        return [(s.step, s.what, s.value.low) for s in said_in(text) if s.what in ("loads", "at_once")]

    def test_batches_and_so_many_at_a_time_are_of_the_heat_alone(self) -> None:
        for text, said in (
            ("Steam in two batches for 12 minutes.", [("steam", "loads", 2)]),
            ("Bake in 3 loads.", [("bake", "loads", 3)]),
            ("Fry six at a time until golden.", [("fry", "at_once", 6)]),
            ("Steam 4 buns at a time for 12 minutes.", [("steam", "at_once", 4)]),
            ("Mix the flour in, in two batches.", []),
            ("Roll out four at a time.", []),
        ):
            with self.subTest(text=text):
                self.assertEqual(self.said(text), said)

    def test_they_are_held_against_what_fits(self) -> None:
        for heat, state, here in (
            ("Bake in one batch at 200 C for 15 minutes.", "taken", ""),
            ("Bake in three batches at 200 C for 15 minutes.", "differs", "fit at once"),
            ("Bake 40 at a time at 200 C for 15 minutes.", "differs", "here only"),
            ("Bake six at a time at 200 C for 15 minutes.", "taken", ""),
        ):
            with self.subTest(heat=heat):
                told = [s for s in sheet(drafted(heat=heat).document).stated if "load" in s.says or "time" in s.says]
                (one,) = told
                self.assertEqual((one.tray, one.state), ("heat", state))
                self.assertIn(here, one.here)


class ToldApart(unittest.TestCase):
    """What is said of one filling's pieces alone is theirs alone."""

    def bakes(self, share: str = EVENLY, heat: str = AT_ONCE) -> tuple[Any, Any]:
        """The first group and the second."""
        document = drafted(share, heat).document
        return document, document["more_groups"][0]

    def test_a_closing_by_the_filling_it_is_round(self) -> None:
        first, second = self.bakes("Braid the strips over the walnuts. Shape the feta ones into boats.")
        self.assertEqual((first["closing"], second["closing"]), ("braid", "boat"))

    def test_a_heat_of_its_own(self) -> None:
        first, second = self.bakes(heat="Bake at 200 C for 15 minutes. Steam the feta ones for 12 minutes.")
        self.assertEqual((first["heat"]["method"], second["heat"]["method"]), ("oven", "steam"))
        _, cooler = self.bakes(heat="Bake at 200 C for 15 minutes. Bake the spinach ones at 180 C for 18 minutes.")
        self.assertEqual(cooler["heat"]["temperature"], "180 C")

    def test_a_filling_that_is_baked_itself_is_no_heat_of_its_pieces(self) -> None:
        _, second = self.bakes("Bake the spinach at 180 C for 25 minutes.")
        self.assertNotIn("heat", second)

    def test_a_weight_of_its_own(self) -> None:
        _, second = self.bakes("Divide into 12 pieces of 65 g. Make those with feta 80 g each.")
        self.assertEqual(second["dough_per_piece"], "80 g")

    def test_it_is_said_of_whom_it_is_taken(self) -> None:
        assumed = " ".join(map(str, drafted("Shape the feta ones into boats.").assumed))
        self.assertIn("alone: “Shape the feta ones into boats", assumed)

    def test_a_sentence_about_both_or_about_making_a_filling_sets_nothing_apart(self) -> None:
        for share in (EVENLY, "Fold the walnuts and the feta in.", "Crumble the feta over the spinach and season."):
            with self.subTest(share=share):
                first, second = self.bakes(share)
                self.assertEqual(set(second), {"pieces", "filling", "filling_per_piece"})
                self.assertEqual(first["closing"], "half_moon")
