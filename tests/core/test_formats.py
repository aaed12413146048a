"""The bake file and the kitchen file: what is wrong with them is said by name, all at once."""

import json
import unittest
from typing import Any

from hypothesis import given
from hypothesis import strategies as st
from jsonschema import Draft202012Validator

from airycrumb.bake import load_json, read_bake, read_kitchen, schema
from airycrumb.problems import InputError
from tests.core.examples import DEMO_BAKES, bake_document, kitchen_document, sheet, with_amount


def problems(document: dict[str, Any]) -> dict[str, str]:
    """Sentences by place for a bake that cannot be worked."""
    try:
        read_bake(document)
    except InputError as error:
        return {p.where: str(p.message) for p in error.problems}
    return {}


class Bakes(unittest.TestCase):
    def test_every_demo_bake_reads(self) -> None:
        self.assertGreaterEqual(len(DEMO_BAKES), 4)
        for path in DEMO_BAKES:
            self.assertTrue(read_bake(load_json(path.read_text(encoding="utf-8"))).dough.parts)

    def test_the_published_schemas_are_schemas(self) -> None:
        for name in ("bake", "kitchen"):
            Draft202012Validator.check_schema(schema(name))

    def test_an_unknown_field_is_refused_by_name_with_what_it_may_be(self) -> None:
        found = problems({**bake_document(), "peices": 12})
        self.assertIn("Unknown field “peices”", found["peices"])
        self.assertIn("did you mean “pieces”?", found["peices"])

    def test_an_unknown_field_deep_inside_names_its_place(self) -> None:
        found = problems(bake_document(heat={"temprature": "190 C"}))
        self.assertIn("in heat", found["heat.temprature"])

    def test_a_missing_field_is_asked_for(self) -> None:
        document = bake_document()
        del document["filling"]
        self.assertIn("“filling” is missing", problems(document)["filling"])

    def test_what_is_missing_is_asked_for_with_an_example_of_it(self) -> None:
        document = bake_document()
        del document["closing"], document["heat"]["rest"]
        found = problems(document)
        self.assertIn('add it, "gathered", "ball", "pinch" or "envelope" or another of docs/formats.', found["closing"])
        self.assertIn('add it, such as "5 min".', found["heat.rest"])

    def test_a_choice_that_is_none_lists_the_choices(self) -> None:
        self.assertIn("gathered, ball", problems(bake_document(closing="origami"))["closing"])

    def test_amounts_that_cannot_be(self) -> None:
        cases = {
            "5 kg": "5,000 g is outside",
            "-62 g": "-62 g is outside",
            "0 g": "0 g is outside",
            "": "missing",
            "62 stone": "“stone” is not a unit",
            "nan g": "not a number",
            "1e400 g": "not a number",
        }
        for text, part in cases.items():
            with self.subTest(text=text):
                self.assertIn(part, problems(bake_document(dough_per_piece=text))["dough_per_piece"])

    def test_pieces_that_cannot_be(self) -> None:
        self.assertIn("0", problems(bake_document(pieces=0))["pieces"])
        self.assertIn("whole number", problems(bake_document(pieces=1.5))["pieces"])
        self.assertIn("whole number, and is empty", problems(bake_document(pieces=None))["pieces"])
        self.assertIn("whole number", problems(bake_document(pieces="a dozen"))["pieces"])

    def test_who_eats_decides_the_pieces(self) -> None:
        self.assertEqual(read_bake(bake_document(pieces=5, eaters={"count": 4, "each": 3})).groups[0].pieces, 12)
        self.assertEqual(read_bake(bake_document(pieces=5, eaters=None)).groups[0].pieces, 5)
        self.assertIn("0", problems(bake_document(eaters={"count": 0, "each": 3}))["eaters.count"])
        self.assertIn("400", problems(bake_document(eaters={"count": 40, "each": 10}))["eaters"])

    def test_pins_that_contradict_each_other_are_named(self) -> None:
        pin = {"by": "flour", "amount": "300 g", "gives_way": "pieces"}
        said = problems(bake_document(eaters={"count": 4, "each": 3}, pin=pin))["pin.gives_way"]
        self.assertIn("The eaters want 12 pieces, and what is held (flour) lets the pieces give way", said)
        agreed = bake_document(eaters={"count": 4, "each": 3}, pin={**pin, "gives_way": "weight"})
        self.assertEqual(sheet(agreed).scaled.pieces, 12)

    def test_all_problems_are_told_at_once(self) -> None:
        found = problems(bake_document(dough_per_piece="5 kg", filling_per_piece="", plan={"room": "99 C"}))
        self.assertEqual(set(found), {"dough_per_piece", "filling_per_piece", "plan.room"})

    def test_a_dough_without_yeast_says_how_much_would_do(self) -> None:
        found = problems(with_amount(bake_document(), "instant yeast", "0 g"))
        self.assertIn("no yeast", found["dough.ingredients"])
        self.assertIn("4.5 g of instant yeast", found["dough.ingredients"])

    def test_a_negative_ingredient_is_named(self) -> None:
        found = problems(with_amount(bake_document(), "fine salt", "-7 g"))
        self.assertIn("fine salt: -7 g", found["dough.ingredients[5].amount"])

    def test_an_oven_without_a_temperature_is_asked_for_one(self) -> None:
        found = problems(bake_document(heat={"method": "oven", "temperature": None}))
        self.assertIn("oven temperature is missing", found["heat.temperature"])

    def test_a_pin_on_something_that_is_not_there_is_refused(self) -> None:
        found = problems(bake_document(pin={"by": "saffron", "amount": "1 g", "gives_way": "pieces"}))
        self.assertIn("cannot be pinned", found["pin.by"])

    @given(
        st.recursive(
            st.none() | st.booleans() | st.floats() | st.text(max_size=8),
            lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=8), inner, max_size=3),
            max_leaves=8,
        )
    )
    def test_no_value_in_any_place_does_more_than_raise_a_sentence(self, value: Any) -> None:
        for key in ("pieces", "dough_per_piece", "dough", "filling", "heat", "plan", "pin", "kept"):
            for message in problems({**bake_document(), key: value}).values():
                self.assertTrue(
                    message[0].isupper() or message[0] in "“" or message.split()[0].isidentifier() or "." in message
                )


class Files(unittest.TestCase):
    def test_what_is_no_json_says_where(self) -> None:
        with self.assertRaisesRegex(InputError, "line 1"):
            load_json("{nope")

    def test_numbers_that_are_none_are_refused(self) -> None:
        for text in ('{"a": NaN}', '{"a": Infinity}', '{"a": 1e400}', '{"a": -1e999}'):
            with self.subTest(text=text), self.assertRaisesRegex(InputError, "not a number"):
                load_json(text)

    def test_characters_nothing_can_write_are_refused_and_others_are_not(self) -> None:
        for text in ('{"a": "\\u0000"}', '{"a": ["\\ud800"]}', '{"\\udc00": 1}'):
            with self.subTest(text=text), self.assertRaisesRegex(InputError, "retype that text"):
                load_json(text)
        self.assertEqual(load_json('{"a": "\\ud83c\\udf5e \\u00e9"}'), {"a": "\U0001f35e é"})

    def test_a_megabyte_of_rubbish_is_refused_before_it_is_read(self) -> None:
        with self.assertRaisesRegex(InputError, "characters"):
            load_json("[" * 1_000_000)

    def test_deep_nesting_and_lists_are_no_bake(self) -> None:
        for text in ("[" * 50_000, "[1, 2]", '"text"', ""):
            with self.subTest(text=text[:5]), self.assertRaises(InputError):
                load_json(text)


class Kitchens(unittest.TestCase):
    def test_the_demo_kitchen_reads_in_the_cores_units(self) -> None:
        k = read_kitchen(kitchen_document(altitude="5000 ft", room="70 F"))
        self.assertAlmostEqual(k.altitude_m, 1524)
        self.assertAlmostEqual(k.room_c, 21.1, delta=0.05)

    def test_what_a_kitchen_cannot_be(self) -> None:
        cases = {
            "room": "60 C",
            "altitude": "9000 m",
            "scale_step": "0 g",
            "bowl_loss": 0.5,
            "vigour": {"mean": 0, "variance": 0, "bakes": 1},
        }
        for key, value in cases.items():
            with self.subTest(key=key), self.assertRaisesRegex(InputError, "outside what can be worked out"):
                read_kitchen(json.loads(json.dumps(kitchen_document(**{key: value}))))

    def test_a_food_of_ones_own_is_like_another_and_stays_raw(self) -> None:
        foods = [
            {"name": "Goat curd", "like": "soft cheese", "water": 80, "cup": "240 g"},
            {"name": "grandmother's lamb", "like": "lamb raw"},
        ]
        curd, lamb = read_kitchen(kitchen_document(pantry=foods)).habits.own
        self.assertEqual((curd.key, curd.water, curd.allergens), ("goat curd", 80, ("milk",)))
        self.assertAlmostEqual(curd.water + curd.protein + curd.fat + curd.carbohydrate + curd.ash, 100, delta=0.01)
        self.assertAlmostEqual(curd.density or 0, 240 / 236.588, places=4)
        self.assertEqual((lamb.key, lamb.role, lamb.kind), ("grandmother's lamb raw", "ground meat", "assumed"))

    def test_a_food_of_ones_own_that_cannot_be_is_said(self) -> None:
        cases = (
            ([{"name": "x", "like": "gravel"}], "not in the pantry"),
            ([{"name": " ", "like": "water"}], "has no name"),
            ([{"name": "x", "like": "butter", "water": 60, "fat": 60}], "more water and fat than it weighs"),
            ([{"name": "x", "like": "butter"}, {"name": "X", "like": "oil"}], "rename one"),
        )
        for foods, part in cases:
            with self.subTest(part=part), self.assertRaisesRegex(InputError, part):
                read_kitchen(kitchen_document(pantry=foods))

    def test_no_baskets_is_not_a_steamer(self) -> None:
        steamer = {**kitchen_document()["steamer"], "baskets": 0}
        with self.assertRaisesRegex(InputError, "number of baskets"):
            read_kitchen(kitchen_document(steamer=steamer))
