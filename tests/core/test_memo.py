"""Stations that keep what they gave: the same answer to the last digit as one worked afresh."""

import dataclasses
import unittest
from dataclasses import dataclass
from typing import Any

import numpy as np

from airycrumb.memo import STATIONS, forget, remembered
from airycrumb.stations.heat import cook
from airycrumb.words import as_json
from airycrumb.words.message import Message
from tests.core.examples import DEMO_BAKES, NOON, bake_document, raw_sheet, seen
from tests.core.test_heat import BUN, STEAM


def plain(value: object) -> object:
    """A sheet as lists and numbers, to be compared digit for digit."""
    if isinstance(value, Message):
        return as_json(value)
    if dataclasses.is_dataclass(value) and not isinstance(value, type):
        return [plain(getattr(value, f.name)) for f in dataclasses.fields(value)]
    if isinstance(value, list | tuple):
        return [plain(v) for v in value]
    return {k: plain(v) for k, v in value.items()} if isinstance(value, dict) else value


class Memo(unittest.TestCase):
    def setUp(self) -> None:
        forget()

    def test_a_sheet_after_others_is_the_sheet_from_nothing(self) -> None:
        edits = ({}, {"pieces": 9}, {"filling_per_piece": "31 g"}, {"plan": {"room": "24 C", "eat_at": None}}, {})
        for path in DEMO_BAKES[:4]:
            documents = [bake_document(path.stem, **edit) for edit in edits]
            after_others = [plain(raw_sheet(document)) for document in documents]
            for document, found in zip(documents, after_others, strict=True):
                forget()
                self.assertEqual(found, plain(raw_sheet(document)))

    def test_an_edit_that_leaves_dough_and_heat_alone_works_no_station_again(self) -> None:
        path = DEMO_BAKES[0].stem
        made = {"filling": {**bake_document(path)["filling"], "steps": [{"do": "mix"}]}}
        raw_sheet(bake_document(path, **made))
        missed = [station.cache_info().misses for station in STATIONS]
        self.assertTrue(all(missed))
        edits: tuple[dict[str, Any], ...] = (
            {"name": "Another name"},
            {"notes": "warm plates"},
            {"plan": {"eat_at": "19:10", "start_at": None, "room": None}},
            {"on_top": [{"use": "sesame"}]},
        )
        for edit in edits:
            with self.subTest(edit=edit):
                raw_sheet(bake_document(path, **made, **edit))
                self.assertEqual([station.cache_info().misses for station in STATIONS], missed)

    def test_a_batch_after_a_look_is_the_batch_from_nothing(self) -> None:
        looks = [seen("done", "weigh", 20), seen("risen", "rise", 60, 0.3), seen("poke", "rise", 90, 1)]
        after_others = [plain(raw_sheet(bake_document(), looks[:n], NOON)) for n in (3, 1, 2, 3)]
        for n, found in zip((3, 1, 2, 3), after_others, strict=True):
            forget()
            self.assertEqual(found, plain(raw_sheet(bake_document(), looks[:n], NOON)))
        self.assertNotEqual(after_others[1], after_others[2])

    def test_what_is_kept_cannot_be_written_into(self) -> None:
        with self.assertRaises(ValueError):
            cook(BUN, STEAM, 20).core[0] = 99.0

    def test_no_more_is_kept_than_asked(self) -> None:
        @dataclass
        class Answer:
            values: np.ndarray

        made = []

        @remembered(2)
        def station(n: int) -> Answer:
            made.append(n)
            return Answer(np.arange(n))

        for n in (1, 2, 1, 3, 1, 2):
            self.assertEqual(len(station(n).values), n)
        self.assertEqual(made, [1, 2, 3, 2])
        STATIONS.remove(station)
