"""Recipes read with foods of the kitchen's own, sent out and read back, corrected, and from any text."""

import contextlib
import json
import time
import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from airycrumb.bake import load_json, read_bake, read_kitchen
from airycrumb.paper.linked_recipe import as_recipe
from airycrumb.problems import InputError
from airycrumb.recipe import Correction, Habits, corrected
from airycrumb.sheet.sources import sources
from tests.core.examples import DEMO_BAKES, NOON, kitchen_document, raw_sheet
from tests.core.spoken import read_line, read_recipe, to_bake, work
from tests.core.test_recipe import TWO_KINDS, grams


class FoodsOfMyOwn(unittest.TestCase):
    HABITS = read_kitchen(
        kitchen_document(
            pantry=[{"name": "gravel", "like": "walnut", "cup": "150 g"}, {"name": "Nan's mix", "like": "pork raw"}]
        )
    ).habits

    def test_a_recipe_finds_them_by_name(self) -> None:
        line = read_line("2 cups of gravel", self.HABITS)[0]
        assert line.grams
        self.assertEqual(line.use, "gravel")
        self.assertAlmostEqual(line.grams.typical, 300, delta=0.1)
        self.assertIsNone(read_line("2 cups of gravel")[0].use)

    def test_the_bake_works_in_its_own_kitchen_and_is_refused_by_name_in_another(self) -> None:
        text = "500 g flour\n300 g water\n6 g instant yeast\n9 g salt\nFilling\n300 g Nan's mix"
        document = to_bake(read_recipe(text, self.HABITS)).document
        bake = read_bake(document, self.HABITS.own)
        s = work(bake, read_kitchen(kitchen_document()), now=NOON)
        self.assertIn("raw_filling", {c.code for c in s.cautions})
        self.assertIn(("Nan's mix", "assumed"), {(x.what, x.kind) for x in sources(bake)})
        with self.assertRaisesRegex(InputError, "not in the pantry"):
            read_bake(document)


class OutAndBack(unittest.TestCase):
    def test_a_bake_goes_out_as_linked_data_and_comes_back_the_same_dough(self) -> None:
        for path in DEMO_BAKES:
            with self.subTest(bake=path.stem):
                document = load_json(path.read_text(encoding="utf-8"))
                before = raw_sheet(document)
                page = f'<script type="application/ld+json">{json.dumps(as_recipe(document, before))}</script>'
                # By its words alone, without the bake that comes with them.
                r = replace(read_recipe(page), bake=None)
                self.assertEqual(r.unread, [])
                self.assertEqual(r.title, before.name)
                lines = [*before.weigh.dough, *(line for g in before.groups for line in g.filling)]
                wanted = {line.key: line.shown_g for line in lines}
                self.assertEqual(set(grams(r)), set(wanted))
                self.assertAlmostEqual(
                    sum(p.line.grams.typical for p in r.lines if p.line.grams),
                    sum(line.shown_g for line in lines),
                    delta=0.05,
                )
                back = to_bake(r).document
                pieces = back["pieces"] + sum(g["pieces"] for g in back.get("more_groups", []))
                self.assertEqual(pieces, before.divide.pieces)

    def test_two_fillings_come_back_as_two(self) -> None:
        document = {**TWO_KINDS, "more_groups": [{**TWO_KINDS["more_groups"][0], "pieces": 4}]}
        out = as_recipe(document, raw_sheet(document))
        back = replace(read_recipe(json.dumps(out)), bake=None)
        self.assertEqual({p.part for p in back.lines}, {"dough", "filling", "filling 2"})
        again = to_bake(back).document
        self.assertEqual(len(again["more_groups"]), 1)


class PutRight(unittest.TestCase):
    TEXT = "500 g flour\n2 eggs + 1 yolk\n1 cup gravel\n7 g instant yeast"

    def test_an_ingredient_is_chosen_and_its_cup_is_weighed_again(self) -> None:
        r = corrected(read_recipe(self.TEXT), [Correction("1 cup gravel", 0, use="sugar")], Habits())
        self.assertEqual(r.unread, [])
        # 236.588 ml x 0.85
        self.assertAlmostEqual(grams(r)["sugar"], 201.1, delta=0.05)

    def test_the_second_thing_of_a_line_can_be_meant(self) -> None:
        r = corrected(read_recipe(self.TEXT), [Correction("2 eggs + 1 yolk", 1, grams=20.0, part="wash")], Habits())
        self.assertEqual(grams(r, "wash"), {"egg yolk": 20})
        self.assertEqual(grams(r, "dough")["whole egg"], 100)

    def test_what_is_no_longer_there_is_passed_over_and_nonsense_is_refused(self) -> None:
        r = read_recipe(self.TEXT)
        self.assertEqual(corrected(r, [Correction("9 cups of air", 0, grams=1.0)], Habits()), r)
        for put, part in (
            (Correction("500 g flour", 0, grams=-1.0), "outside"),
            (Correction("500 g flour", 0, part="roof"), "no part of a recipe"),
            (Correction("500 g flour", 0, use="gravel"), "not in the pantry"),
        ):
            with self.subTest(put=put), self.assertRaisesRegex(InputError, part):
                corrected(r, [put], Habits())


class AnyText(unittest.TestCase):
    @given(st.text(max_size=400))
    def test_no_text_does_more_than_raise_a_sentence(self, text: str) -> None:
        try:
            read_bake(to_bake(read_recipe(text)).document)
        except InputError as error:
            self.assertTrue(all(str(p.message).strip() for p in error.problems))

    @given(
        st.integers(1, 2000),
        st.sampled_from(("g", "ml", "oz", "cups", "tbsp")),
        st.sampled_from(("bread flour", "whole milk", "sugar")),
    )
    def test_what_is_read_twice_is_read_the_same(self, amount: int, unit: str, name: str) -> None:
        first = read_line(f"{amount} {unit} {name}")[0]
        assert first.grams
        again = read_line(f"{first.grams.typical!r} g {first.name}")[0]
        assert again.grams
        self.assertAlmostEqual(again.grams.typical, first.grams.typical)
        self.assertEqual(again.use, first.use)

    def test_hostile_text_costs_no_more_than_its_length(self) -> None:
        def cost(text: str) -> float:
            spent = []
            for _ in range(3):
                begin = time.process_time()
                with contextlib.suppress(InputError):
                    to_bake(read_recipe(text))
                spent.append(time.process_time() - begin)
            return min(spent)

        # Some of these once took minutes. Four times the text costs four times as much, or sixteen if it is squared.
        flour = "500 g flour\nFilling\n300 g mince\nMethod\n"
        for hostile in ("cook ", "yeast ", "with 1 ", "into 1 ", "1 "):
            with self.subTest(text=hostile):
                self.assertLess(cost(flour + hostile * 8_000) / cost(flour + hostile * 2_000), 10)
        page = "<script type=application/ld+json>"
        self.assertLess(cost(page * 20_000) / cost(page * 5_000), 10)

    def test_rubbish_is_refused_with_a_sentence(self) -> None:
        for text, part in (
            ("x" * 1_000_000, "paste one recipe"),
            ("", "nothing to read"),
            ("good morning\nto you", "No ingredient was found"),
        ):
            with self.assertRaisesRegex(InputError, part):
                read_recipe(text)

    def test_a_line_nobody_understands_is_kept_and_said(self) -> None:
        r = read_recipe("500 g flour\n2 cups of gravel\nsalt and pepper to taste")
        self.assertEqual([line.written for line in r.unread], ["2 cups of gravel"])
        self.assertIn("not in the pantry", r.unread[0].why[0])
