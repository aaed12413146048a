"""A bake written as a recipe reads back as itself: text, Markdown and every food by its own name."""

import io
import json
import unittest
from typing import Any

import pdfplumber
from hypothesis import HealthCheck, assume, given, settings
from hypothesis import strategies as st

from airycrumb.bake import load_json, read_bake
from airycrumb.bake.model import Bake
from airycrumb.pantry import shelf
from airycrumb.paper.linked_recipe import as_recipe
from airycrumb.paper.pdf import recipe_as_pdf
from airycrumb.paper.recipe_text import as_markdown, as_text, page_of
from airycrumb.problems import InputError
from airycrumb.quantities import parse
from airycrumb.recipe import Correction, Habits, corrected
from airycrumb.recipe.carried import OPENS, in_a_comment
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
        for group, was in zip([g for g in groups if "filling" in g], filled, strict=True):
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

    def test_what_is_brushed_on_comes_back(self) -> None:
        document = bake_document("leek-or-pear-buns", on_top=[{"use": "single cream", "brushed": True}])
        document["heat"] = {"method": "oven", "temperature": "190 C", "wash": "yolk", "rest": "5 min", "minutes": None}
        bake, text = written(document)
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


class CarriedWhole(unittest.TestCase):
    """The bake itself goes with its words where a form has room for it."""

    def forms(self, document: dict[str, Any]) -> dict[str, str]:
        """The bake's recipe in Markdown, as linked data, and in a page's source."""
        sheet = raw_sheet(document)
        data = json.dumps(as_recipe(document, sheet), ensure_ascii=False)
        return {
            "markdown": in_a_comment(document, as_markdown(page_of(read_bake(document), sheet))),
            "linked": data,
            "page": f'<html><script type="application/ld+json">{data}</script><p>Hello</p></html>',
        }

    def test_every_bake_of_the_demo_kitchen_comes_back_to_the_last_field(self) -> None:
        for path in DEMO_BAKES:
            document = load_json(path.read_text(encoding="utf-8"))
            for form, text in self.forms(document).items():
                with self.subTest(bake=path.stem, form=form):
                    back = to_bake(read_recipe(text))
                    self.assertEqual(back.document, document)
                    self.assertEqual(len(back.assumed), 1)

    @settings(FEW, max_examples=10)
    @given(documents(), st.text(max_size=30))
    def test_any_bake_comes_back_whatever_its_notes(self, document: dict[str, Any], notes: str) -> None:
        document = {**document, "notes": f"--> {notes} <!-- </script>"}
        try:
            forms = self.forms(document)
        except InputError:
            return  # refused with a sentence: there is nothing to write
        for text in (forms["markdown"], forms["linked"]):
            self.assertEqual(to_bake(read_recipe(text)).document, document)

    def test_a_word_changed_and_the_words_are_what_counts(self) -> None:
        document = bake_document("leek-or-pear-buns")
        for form, text in self.forms(document).items():
            with self.subTest(form=form):
                changed = text.replace("Divide", "Cut", 1)
                self.assertNotEqual(changed, text)
                back = read_recipe(changed)
                self.assertIsNone(back.bake)
                self.assertEqual(back.unread, [])
                self.assertNotIn("airycrumb", back.text)

    def test_broken_or_foreign_baggage_is_left_aside(self) -> None:
        text = self.forms(bake_document("leek-or-pear-buns"))["markdown"]
        words, _, packed = text.rpartition(OPENS)
        for bad in ("{", "[]", "null", '{"bake":1}', "[" * 5000, packed.replace('"airycrumb-bake"', '"other"')):
            with self.subTest(bad=bad[:20]):
                self.assertIsNone(read_recipe(f"{words}{OPENS}{bad} -->").bake)

    def test_put_right_by_the_cook_it_is_read_from_the_words(self) -> None:
        reading = read_recipe(self.forms(bake_document("leek-or-pear-buns"))["markdown"])
        line = reading.lines[0].line
        put = corrected(reading, [Correction(line.written, 0, grams=400.0)], Habits())
        self.assertEqual(parse(to_bake(put).document["dough"]["ingredients"][0]["amount"], "mass"), 400)


class GroupsInWords(unittest.TestCase):
    """Groups of another filling, closing, weight or heat, told in words and read back from them."""

    def same_groups(self, bake: Bake, text: str) -> None:
        """Asserts that each group of a bake comes back from its text with its filling, closing, weight and heat."""
        reading = read_recipe(text)
        self.assertEqual((reading.unread, reading.not_used), ([], ()), text)
        back = read_bake(to_bake(reading).document)
        for was, now in zip(bake.groups, back.groups, strict=True):
            self.assertEqual(now.pieces, was.pieces)
            self.assertEqual(now.closing, was.closing)
            if was.parts:
                self.assertEqual(now.filling.name, was.filling.name)
                self.assertEqual(round(now.dough_each_g), round(was.dough_each_g))
            heat, told = was.heat or bake.heat, now.heat or back.heat
            self.assertEqual((told.method, round(told.rest_min)), (heat.method, round(heat.rest_min)))
            if heat.method == "oven":
                self.assertEqual(round(told.air_c), round(heat.air_c))

    def test_each_closing_beside_another(self) -> None:
        for closing in CLOSINGS:
            if closing == "plain":
                continue
            with self.subTest(closing=closing):
                document = bake_document("leek-or-pear-buns")
                document["more_groups"][0]["closing"] = closing
                self.same_groups(*written(document))

    def test_a_weight_and_a_heat_of_its_own(self) -> None:
        steamed = {"method": "steam", "fire": "high", "covered": True, "minutes": None, "rest": "6 min"}
        cooler = {"method": "oven", "temperature": "170 C", "minutes": None, "rest": "3 min"}
        for heat in (steamed, cooler):
            document = bake_document("leek-or-pear-buns")
            document["more_groups"][0] |= {"dough_per_piece": "44 g", "heat": heat}
            with self.subTest(heat=heat["method"]):
                self.same_groups(*written(document))

    def test_some_that_stay_plain_come_out_of_the_count_and_of_no_filling(self) -> None:
        document = bake_document("leek-or-pear-buns")
        plain = {"pieces": 3, "closing": "plain", "dough_per_piece": document["dough_per_piece"]}
        document["more_groups"].append(plain)
        self.same_groups(*written(document))

    def test_two_alike_fillings_are_told_by_their_number(self) -> None:
        document = bake_document("leek-or-pear-buns", closing="boat")
        document["more_groups"] = [
            {
                "pieces": document["pieces"],
                "closing": "envelope",
                "filling": document["filling"],
                "filling_per_piece": document["filling_per_piece"],
            }
        ]
        self.same_groups(*written(document))

    @FEW
    @given(documents())
    def test_any_groups(self, document: dict[str, Any]) -> None:
        try:
            bake, text = written(document)
        except InputError:
            return  # refused with a sentence: there is nothing to write
        # A recipe in which 100 kg stand in one line is refused with a sentence as it comes back.
        assume(all(group.pieces * (group.filling_each_g + group.dough_each_g) < 100_000 for group in bake.groups))
        self.same_groups(bake, text)


class OnPaper(unittest.TestCase):
    def copied(self, document: dict[str, Any], paper: str = "a4") -> str:
        """The words of the printed recipe, as one copies them out of it."""
        printed = recipe_as_pdf(page_of(read_bake(document), raw_sheet(document)), paper)
        with pdfplumber.open(io.BytesIO(printed)) as pdf:
            return "\n".join(page.extract_text() for page in pdf.pages)

    def test_every_bake_of_the_demo_kitchen_is_copied_out_of_its_page_and_read_again(self) -> None:
        for stem in DEMO:
            with self.subTest(bake=stem):
                document = bake_document(stem)
                bake, _ = written(document)
                reading = read_recipe(self.copied(document))
                self.assertEqual((reading.unread, reading.not_used), ([], ()))
                back = read_bake(to_bake(reading).document)
                self.assertEqual((back.name, back.heat.method), (bake.name, bake.heat.method))
                self.assertEqual([g.closing for g in back.groups], [g.closing for g in bake.groups])
                self.assertEqual({i.key for i, _ in back.dough.parts}, {i.key for i, _ in bake.dough.parts})

    def test_either_paper_holds_it_on_two_pages_at_most(self) -> None:
        document = bake_document("leek-or-pear-buns")
        page = page_of(read_bake(document), raw_sheet(document))
        for paper, size in (("a4", (595, 842)), ("letter", (612, 792))):
            with self.subTest(paper=paper), pdfplumber.open(io.BytesIO(recipe_as_pdf(page, paper))) as pdf:
                self.assertEqual((round(pdf.pages[0].width), round(pdf.pages[0].height)), size)
                self.assertLessEqual(len(pdf.pages), 2)
