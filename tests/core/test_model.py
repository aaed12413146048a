"""One definition of a bake and of a kitchen: it reads, writes, refuses and publishes the same thing."""

import json
import unittest
from typing import Any

from hypothesis import example, given, settings
from hypothesis import strategies as st
from jsonschema import Draft202012Validator

from airycrumb.bake import FILES, load_json, read_bake, read_kitchen, schema, structure_problems
from airycrumb.bake.edits import Change, edited
from airycrumb.problems import InputError
from tests.core.examples import DEMO_BAKES, bake_document, kitchen_document, raw_sheet, sponge_document
from tests.core.test_any_bake import documents

VALUES = st.sampled_from([None, True, False, 0, -1, 7, 12.0, 1.5, 1e9, "", "62 g", "x" * 5000, [], {}, [[]], {"to": 2}])
SOMETHING = VALUES | st.lists(VALUES, max_size=2) | st.dictionaries(st.sampled_from(["to", "use", "?"]), VALUES)


def places(value: Any, *path: str | int) -> list[list[str | int]]:
    """Every place in a document, and a new one in every group."""
    found: list[list[str | int]] = [list(path)] if path else []
    if isinstance(value, dict):
        for key in (*value, "unheard_of"):
            found += places(value.get(key), *path, key)
    elif isinstance(value, list):
        for i, row in enumerate(value):
            found += places(row, *path, i)
    return found


def full_bake() -> dict[str, Any]:
    """A bake with something in every group of the file."""
    return {
        **bake_document("leek-or-pear-buns"),
        "sponge": {"to": 2.6, "spots": [{"where": "fridge", "for": "8 h"}, {"where": "spot", "air": "28 C"}]},
        "said": {"pieces": 12, "rise": "60 min", "oven": "190 C", "feel": "soft", "across": "120 mm"},
        "pin": {"by": "flour", "amount": "500 g", "gives_way": "weight"},
        "eaters": {"count": 4, "each": 3},
        "kept": ["yeast_much"],
    }


class ReadAndWritten(unittest.TestCase):
    def same(self, name: str, document: dict[str, Any]) -> None:
        """What is read, written again and read is the same bake or kitchen."""
        model = FILES[name]
        once = model.model_validate(document)
        again = json.loads(once.model_dump_json(by_alias=True, exclude_unset=True))
        self.assertEqual(model.model_validate(again), once)
        self.assertEqual(structure_problems(name, again), [])

    def test_a_bake_survives_being_written(self) -> None:
        for path in DEMO_BAKES:
            with self.subTest(path=path.stem):
                self.same("bake", load_json(path.read_text(encoding="utf-8")))
        self.same("bake", sponge_document())
        self.same("bake", full_bake())

    def test_a_kitchen_survives_being_written(self) -> None:
        self.same(
            "kitchen", kitchen_document(room_day=[{"at": "07:00", "room": "18 C"}, {"at": "15:00", "room": "70 F"}])
        )

    @settings(max_examples=40)
    @given(documents())
    def test_any_bake_survives_being_written(self, document: dict[str, Any]) -> None:
        try:
            read_bake(document)
        except InputError:
            return  # more pieces than can be planned
        self.same("bake", document)

    def test_what_was_typed_in_any_unit_is_written_as_the_same_quantity(self) -> None:
        typed = read_bake(bake_document(dough_per_piece="2.2 oz", heat={"method": "oven", "temperature": "375 F"}))
        written = typed.model_dump(by_alias=True)
        self.assertEqual(
            (written["dough_per_piece"], written["heat"]["temperature"]),
            ("62.36895087500001 g", "190.55555555555554 C"),
        )


class RefusedAsPublished(unittest.TestCase):
    """The published schema, judged by a validator from the registry, and the reader refuse the same shapes."""

    def agree(self, name: str, document: dict[str, Any]) -> None:
        refused = bool(structure_problems(name, document))
        judged = not Draft202012Validator(schema(name)).is_valid(document)
        self.assertEqual(refused, judged, json.dumps(document)[:400])

    @settings(max_examples=400, deadline=None)
    @given(st.sampled_from(places(full_bake())), SOMETHING)
    def test_of_a_bake(self, path: list[str | int], value: Any) -> None:
        self.agree("bake", edited(full_bake(), [Change(path, value)]))

    @settings(max_examples=200, deadline=None)
    @given(st.sampled_from(places(kitchen_document())), SOMETHING)
    @example(["version"], True)
    def test_of_a_kitchen(self, path: list[str | int], value: Any) -> None:
        self.agree("kitchen", edited(kitchen_document(), [Change(path, value)]))

    def test_each_field_that_must_be_there(self) -> None:
        for name, document in (("bake", full_bake()), ("kitchen", kitchen_document())):
            for field in schema(name)["required"]:
                with self.subTest(name=name, field=field):
                    found = structure_problems(name, {k: v for k, v in document.items() if k != field})
                    self.assertEqual([(p.code, p.where) for p in found], [("missing_field", field)])

    def test_every_refusal_is_a_sentence_about_a_place_in_the_file(self) -> None:
        for path in places(full_bake()):
            for value in (None, "x" * 5000, [None], {"?": 1}, -1e30):
                document = edited(full_bake(), [Change(path, value)])
                try:
                    read_bake(document)
                except InputError as error:
                    for problem in error.problems:
                        with self.subTest(path=path, value=value):
                            self.assertRegex(str(problem.message), r"^\S.*[.?]$")
                            self.assertTrue(problem.where)


class Edits(unittest.TestCase):
    def test_the_document_itself_is_left_alone(self) -> None:
        document = full_bake()
        before = json.dumps(document)
        after = edited(document, [Change(["rise", "to"], 1.8), Change(["plan", "room"], "19 C")])
        self.assertEqual(json.dumps(document), before)
        self.assertEqual((after["rise"]["to"], after["plan"]["room"]), (1.8, "19 C"))

    def test_groups_and_rows_that_were_not_there_are_begun(self) -> None:
        self.assertEqual(edited({}, [Change(["said", "liquid"], "40 C")]), {"said": {"liquid": "40 C"}})
        rows = edited({"rows": [{"a": 1}]}, [Change(["rows", 1, "b"], 2)])
        self.assertEqual(rows, {"rows": [{"a": 1}, {"b": 2}]})

    def test_every_answer_of_every_doubt_leaves_a_bake_that_reads(self) -> None:
        hot = bake_document(said={"liquid": "60 C", "rise": "20 min"}, heat={"method": "oven", "temperature": "250 C"})
        odd = bake_document(filling={"temperature": "40 C", "cooling": "5 min"}, pieces=37, rise={"to": 3.2})
        taken = 0
        for document in (*(load_json(p.read_text()) for p in DEMO_BAKES), hot, odd, full_bake()):
            for doubt in raw_sheet(document).doubts:
                for answer in doubt.answers:
                    with self.subTest(code=doubt.code, label=str(answer.label)):
                        read_bake(edited(document, answer.changes))
                        taken += 1
        self.assertGreater(taken, 25)


class Changed(unittest.TestCase):
    def test_what_was_worked_out_is_worked_out_again(self) -> None:
        bake = read_bake(bake_document())
        twice = bake.but(dough=bake.dough.with_yeast(2.0))
        yeast = lambda b: sum(g for item, g in b.dough.parts if item.role == "yeast")
        self.assertAlmostEqual(yeast(twice), 2 * yeast(bake))
        self.assertEqual(len(bake.groups), len(bake.but(pieces=5).groups))
        self.assertEqual(bake.but(pieces=5).groups[0].pieces, 5)

    def test_a_field_there_is_not_cannot_be_changed(self) -> None:
        with self.assertRaisesRegex(TypeError, "no .'peices'"):
            read_bake(bake_document()).but(peices=3)

    def test_nothing_read_can_be_changed_in_place(self) -> None:
        with self.assertRaises(ValueError):
            read_kitchen(kitchen_document()).bowl_loss = 0.05

    def test_older_spellings_read_as_they_did(self) -> None:
        woken = bake_document(rise={"air": "24 C"}, dough={"yeast_woken": True})
        del woken["dough"]["yeast_school"]
        old = read_bake(woken)
        self.assertEqual([(s.where, s.air_c) for s in old.rise.stays], [("spot", 24.0)])
        self.assertEqual(old.dough.yeast_school, "woken")

    def test_a_plain_bake_need_not_say_what_a_piece_would_hold(self) -> None:
        plain = read_bake(bake_document(closing="plain", filling_per_piece="0 g"))
        self.assertEqual((plain.groups[0].filling_each_g, plain.groups[0].parts), (0.0, []))
