"""Sixty manners of practice come to the steps and hours that were worked by hand."""

import unittest
from datetime import datetime, timedelta
from itertools import pairwise
from typing import Any

from airycrumb.sheet import Sheet
from tests.core.examples import bake_document, raw_sheet
from tests.core.manners import MANNERS, PAGE, Manner, written
from tests.core.test_own_steps import PORK

LATE = {"plan": {"eat_at": None, "start_at": "2026-11-26T06:00+00:00"}}


def worked(m: Manner, with_steps: bool = True) -> Sheet:
    """The bake of a row, with its steps or without."""
    filling = {**PORK, "hands_on": "10 min", "cooling": "20 min", "steps": list(m.filling)}
    document: dict[str, Any] = bake_document("hake-fennel-buns", filling=filling, **LATE)
    for key, value in m.other.items():
        document[key] = {**document[key], **value} if isinstance(value, dict) else value
    return raw_sheet({**document, "steps": list(m.steps) if with_steps else []})


def hours(s: Sheet) -> dict[str, datetime]:
    """When each stage begins, and when it is eaten."""
    return {**{x.key: x.start for x in s.day.steps}, "eat": s.day.eat}


class Manners(unittest.TestCase):
    def test_there_are_sixty(self) -> None:
        self.assertGreaterEqual(len(MANNERS), 60)
        self.assertEqual(len({m.words for m in MANNERS}), len(MANNERS))
        self.assertTrue(all(m.begins or m.later or m.happens for m in MANNERS))

    def test_the_steps_of_a_filling_begin_so_long_before_wrapping(self) -> None:
        for m in MANNERS:
            if m.filling:
                at = hours(worked(m))
                for n, before in enumerate(m.begins, start=1):
                    with self.subTest(manner=m.words, step=n):
                        self.assertEqual(at["wrap"] - at[f"filling.1.{n}"], timedelta(minutes=before))

    def test_the_stages_move_by_as_much_as_the_steps_take(self) -> None:
        for m in MANNERS:
            if m.later:
                without, with_it = hours(worked(m, with_steps=False)), hours(worked(m))
                for stage, minutes in m.later.items():
                    with self.subTest(manner=m.words, stage=stage):
                        moved = (with_it[stage] - without[stage]) / timedelta(minutes=1)
                        # A dough that waits longer to be shaped is ready sooner after it.
                        self.assertAlmostEqual(moved, minutes, delta=0.01 if stage != "eat" else 0.25 * minutes + 0.01)

    def test_what_happens_happens_in_its_order(self) -> None:
        for m in MANNERS:
            if m.happens:
                s = worked(m)
                due = {e.id: e.due for e in s.events}
                with self.subTest(manner=m.words):
                    self.assertEqual([i for i in m.happens if i not in due], [])
                    for one, other in pairwise(m.happens):
                        self.assertLessEqual(due[one], due[other] + timedelta(minutes=1), (one, other))

    def test_the_page_shows_the_same_rows(self) -> None:
        text = PAGE.read_text(encoding="utf-8")
        self.assertEqual(text, written(text), "run python -m tests.core.manners")
