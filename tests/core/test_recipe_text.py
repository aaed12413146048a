"""A bake written as a recipe reads back as itself: text, Markdown and every food by its own name."""

import unittest
from typing import Any

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from airycrumb.bake import read_bake
from airycrumb.bake.model import Bake
from airycrumb.pantry import shelf
from airycrumb.paper.recipe_text import as_markdown, as_text, page_of
from airycrumb.problems import InputError
from airycrumb.quantities import parse
from airycrumb.recipe.closing import TOLD, closing_of
from airycrumb.stations.enclose.registry import CLOSINGS
from tests.core.examples import DEMO_BAKES, bake_document, raw_sheet
from tests.core.spoken import read_line, read_recipe, to_bake
from tests.core.test_any_bake import documents

FEW = settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.too_slow])
HALF_A_GRAM = 0.55
DEMO = [path.stem for path in DEMO_BAKES]


def written(document: dict[str, Any], form: Any = as_text) -> tuple[Bake, str]:
    """A bake and its recipe."""
    bake = read_bake(document)
    return bake, form(page_of(bake, raw_sheet(document)))


def shares(rows: Any) -> dict[str, float]:
    """Each food's share of all there is, by pantry key."""
    grams: dict[str, float] = {}
    for use, amount in rows:
        grams[use] = grams.get(use, 0.0) + amount
    whole = sum(grams.values())
    return {use: amount / whole for use, amount in grams.items()}


def rows_of(ingredients: list[dict[str, Any]]) -> list[tuple[str, float]]:
    """Foods and g of a document's list."""
    return [(row["use"], parse(row["amount"], "mass")) for row in ingredients]


class Back(unittest.TestCase):
    def same(self, bake: Bake, text: str) -> None:
        """Asserts that a recipe reads back as the bake it was written from, to the gram it is written in."""
        reading = read_recipe(text)
        self.assertEqual((reading.unread, reading.not_used), ([], ()))
        back = to_bake(reading).document
        self.assertEqual(back["name"], bake.name)
        rows = rows_of(back["dough"]["ingredients"])
        found, whole = shares(rows), sum(g for _, g in rows)
        for use, share in shares([(i.key, g) for i, g in bake.dough.parts]).items():
            # Each line is rounded to the gram a kitchen scale shows, and so is the whole.
            rounded = HALF_A_GRAM * len(rows) ** 0.5 / whole
            self.assertAlmostEqual(found[use], share, delta=rounded)
        filled = [g for g in bake.groups if g.parts]
        groups = [back, *back.get("more_groups", [])]
        self.assertEqual(sum(g["pieces"] for g in groups), sum(g.pieces for g in bake.groups))
        for group, was in zip(groups, filled, strict=True):
            self.assertEqual(set(shares(rows_of(group["filling"]["ingredients"]))), {i.key for i, _ in was.parts})
        self.assertEqual(parse(back["dough_per_piece"], "mass"), round(bake.dough_each_g))
        self.assertEqual(back["closing"], bake.closing)
        self.assertEqual(back["heat"]["method"], bake.heat.method)
        if bake.heat.method == "oven":
            self.assertEqual(parse(back["heat"]["temperature"], "temperature"), round(bake.heat.air_c))
        self.assertEqual(back["heat"].get("wash", "none"), bake.heat.wash if bake.heat.method == "oven" else "none")
        self.assertEqual([top["use"] for top in back.get("on_top", [])], [top.item.key for top in bake.on_top])

    def test_every_bake_of_the_demo_kitchen(self) -> None:
        for stem in DEMO:
            for form in (as_text, as_markdown):
                with self.subTest(bake=stem, form=form.__name__):
                    self.same(*written(bake_document(stem), form))

    @FEW
    @given(documents(), st.sampled_from((as_text, as_markdown)))
    def test_any_bake(self, document: dict[str, Any], form: Any) -> None:
        document = {**document, "more_groups": []}
        try:
            bake, text = written(document, form)
        except InputError:
            return  # refused with a sentence: there is nothing to write
        self.same(bake, text)

    def test_toppings_and_pieces_of_each_filling_come_back(self) -> None:
        document = bake_document("leek-or-pear-buns", on_top=[{"use": "poppy seed"}], pieces=8)
        bake, text = written(document)
        self.same(bake, text)
        back = to_bake(read_recipe(text)).document
        self.assertEqual([back["pieces"], back["more_groups"][0]["pieces"]], [8, 6])

    def test_every_food_is_found_by_its_own_name(self) -> None:
        for key, item in shelf().items():
            with self.subTest(food=key):
                (line,) = read_line(f"100 g {item.name}")
                self.assertEqual((line.use, line.grams and line.grams.typical), (key, 100))

    def test_every_closing_is_told_in_words_that_read_back(self) -> None:
        self.assertEqual(set(TOLD), set(CLOSINGS))
        for closing, sentence in TOLD.items():
            self.assertEqual(closing_of("Filled bread", str(sentence)), closing)
