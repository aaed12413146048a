"""Seven kinds of work, each from its recipe to the last event: what a method says reaches the hands, in its order."""

import unittest
from functools import cache
from typing import Any

from airycrumb.recipe import read_recipe, to_bake
from airycrumb.trays.types import Sheet
from tests.core.examples import sheet

LEAN = """Dough
500 g bread flour
290 g water
20 g olive oil
9 g salt
6 g instant yeast
"""
RICH = """Dough
500 g bread flour
220 g whole milk
1 egg
60 g sugar
70 g butter
8 g salt
7 g instant yeast
"""
WASH = """Wash
1 egg, beaten
"""
RECIPES = {
    "boats": f"""Leek and smoked cheese boats
Makes 4

{LEAN}
Filling
300 g leeks, cooked
200 g smoked cheese, grated

{WASH}
Method
Knead 10 minutes. Let rise 1 hour until doubled. Divide into 4, round up and rest 10 minutes.
Roll each to an oval, fill, fold the rim up and pinch the ends into boats.
Proof 20 minutes. Brush with the egg. Bake at 230 C for 14 minutes. Rest 5 minutes.
""",
    "giant": f"""Giant chicken buns
Makes 2

{LEAN}
Filling
300 g raw minced chicken
80 g spring onion
15 g soy sauce

Method
Knead 10 minutes. Let rise 1 hour until doubled. Divide into 2 pieces of 250 g. Roll out, fill, gather and pleat.
Proof 30 minutes. Steam for 25 minutes in two batches.
""",
    "wells": f"""Custard wells
Makes 10

{RICH}
Filling
350 g custard

{WASH}
Method
Knead. Let rise 90 minutes. Divide into 10 and round them. Proof 40 minutes.
Press a well in each with a glass, pipe the custard in.
Brush with egg. Bake at 180 C for 18 minutes.
""",
    "pleated": f"""Pork and celery pleated buns
Makes 16

{LEAN}
Filling
400 g raw minced pork
150 g celery
20 g soy sauce

Method
Knead. Let rise 1 hour. Divide into 16. Roll, fill, pleat and twist shut.
Proof 25 minutes. Steam for 15 minutes.
""",
    "braid": f"""Apricot and poppy seed braid
Makes 1

{RICH}
Filling
200 g ground poppy seeds
120 g apricot jam

{WASH}
Method
Knead. Let rise 90 minutes.
Roll out to 30 x 40 cm, spread the filling down the middle, cut strips on both sides and braid over the filling.
Proof 40 minutes. Brush with egg. Bake at 180 C for 35 minutes. Cool for 20 minutes.
""",
    "tiny pan buns": f"""Tiny pan buns with chard
Makes 24

{LEAN}
Filling
300 g chard, cooked
120 g feta

Method
Knead. Let rise 1 hour. Divide into 24. Roll, fill and seal, seam down.
Proof 15 minutes. Fry in a pan with a lid and a splash of water, 9 minutes, in two batches.
""",
    "cold pies": f"""Cold-risen mushroom pies
Makes 8

{LEAN}
Filling
400 g mushrooms, cooked
150 g potato, cooked

Method
Knead. Let the dough rise in the fridge overnight. Divide into 8, round and rest 15 minutes.
Roll, fill and pull in, leaving a small hole in the middle.
Proof 45 minutes. Bake at 220 C for 20 minutes.
""",
}


@cache
def drafted(kind: str) -> dict[str, Any]:
    """The bake of a recipe, as it is started."""
    return to_bake(read_recipe(RECIPES[kind])).document


@cache
def worked(kind: str) -> Sheet:
    """Its sheet."""
    return sheet(drafted(kind))


class FromTheRecipe(unittest.TestCase):
    def test_pieces_and_closing_are_those_of_the_method(self) -> None:
        for kind, pieces, closing, method in (
            ("boats", 4, "boat", "oven"),
            ("giant", 2, "gathered", "steam"),
            ("wells", 10, "well", "oven"),
            ("pleated", 16, "gathered", "steam"),
            ("braid", 1, "braid", "oven"),
            ("tiny pan buns", 24, "ball", "pan"),
            ("cold pies", 8, "pulled_pie", "oven"),
        ):
            with self.subTest(kind=kind):
                made = drafted(kind)
                self.assertEqual((made["pieces"], made["closing"], made["heat"]["method"]), (pieces, closing, method))
        self.assertEqual(drafted("giant")["dough_per_piece"], "250 g")
        self.assertTrue(drafted("tiny pan buns")["heat"]["seared"])
        self.assertEqual(drafted("cold pies")["rise"]["spots"], [{"where": "fridge"}])

    def test_nothing_else_is_taken_for_a_weight(self) -> None:
        # A glass that presses is no measure, and a sheet of 30 x 40 cm no grams.
        for kind in ("wells", "braid"):
            stated = {one["what"] for one in drafted(kind)["recipe"]["stated"]}
            self.assertNotIn("filling_each_g", stated, kind)

    def test_wells_are_pressed_and_filled_where_the_method_has_it(self) -> None:
        self.assertEqual(drafted("wells")["filled"], "after")
        pressed, proof = "Press a well in each with a glass, pipe the custard in.", "Proof 40 minutes."
        first = RECIPES["wells"].replace(pressed, "").replace(proof, f"{pressed} {proof}")
        self.assertNotIn("filled", to_bake(read_recipe(first)).document)
        self.assertNotIn("filled", drafted("boats"))


class AtTheStove(unittest.TestCase):
    def test_what_is_lit_is_lit_before_anything_goes_in_and_each_load_comes_out(self) -> None:
        for kind in RECIPES:
            events = {e.id: e for e in worked(kind).events}
            light, end = events["heat.1.1.light"], events["rest.stand"]
            for load in range(1, worked(kind).heat.loads + 1):
                with self.subTest(kind=kind, load=load):
                    into, out = events[f"heat.1.{load}.in"], events[f"heat.1.{load}.out"]
                    self.assertLess(light.due, into.due)
                    self.assertLess(into.due, out.due)
                    self.assertLess(out.due, end.due)

    def test_custard_goes_into_wells_after_the_proof_and_everything_else_before(self) -> None:
        for kind in RECIPES:
            events = {e.id: e for e in worked(kind).events}
            with self.subTest(kind=kind):
                late = events["wrap.last"].due >= events["proof.grown"].due
                self.assertEqual(late, kind == "wells")

    def test_a_seam_wants_a_clean_rim_and_what_has_none_is_told_none(self) -> None:
        for kind in RECIPES:
            (wrap,) = (e for e in worked(kind).events if e.id == "wrap.last")
            told = " ".join(str(line) for line in wrap.details)
            with self.subTest(kind=kind):
                self.assertEqual("the rim clean for" in told, worked(kind).wrap.seam_mm > 0)

    def test_a_night_in_the_fridge_is_a_night(self) -> None:
        rise = next(e for e in worked("cold pies").events if e.id == "rise.grown")
        self.assertGreater((rise.end - rise.start).total_seconds(), 6 * 3600)
