"""Replies worked beforehand are the core's own answers, and behave as looks and readings do."""

import itertools
import unittest
from datetime import timedelta

from airycrumb.bake import read_bake, read_kitchen
from airycrumb.bake.marks import STAGES, Observation
from airycrumb.sheet import work
from airycrumb.sheet.replies import replies
from tests.core.examples import NOON, bake_document, kitchen_document

STARTED = Observation("started", "weigh", NOON)
KNEADED = Observation("done", "weigh", NOON + timedelta(minutes=22))


class Replies(unittest.TestCase):
    def setUp(self) -> None:
        self.kitchen = read_kitchen(kitchen_document())
        self.bake = read_bake(bake_document(), self.kitchen.habits.own)

    def of(self, stage, *seen):  # type: ignore[no-untyped-def]
        found = replies(self.bake, self.kitchen, [STARTED, *seen], now=NOON + timedelta(minutes=25), stage=stage)
        return {grid.kind: grid for grid in found.grids}

    def test_each_is_what_the_sheet_says_once_the_mark_is_made(self) -> None:
        grid = self.of("rise", KNEADED)["risen"]
        minute, value = grid.minutes[1], grid.values[2]
        at = KNEADED.at + timedelta(minutes=minute)
        seen = [STARTED, KNEADED, Observation("risen", "rise", at, value)]
        sheet = work(self.bake, self.kitchen, seen, now=at)
        end = next(s.end for s in sheet.day.steps if s.key == "rise")
        told = grid.replies[1][2]
        self.assertAlmostEqual(told.end, (end - KNEADED.at).total_seconds() / 60, delta=0.1)
        self.assertAlmostEqual(told.low, (sheet.rise.ready_low - KNEADED.at).total_seconds() / 60, delta=0.1)
        self.assertAlmostEqual(told.high, (sheet.rise.ready_high - KNEADED.at).total_seconds() / 60, delta=0.1)

    def test_the_more_it_has_grown_by_a_minute_the_sooner_its_band_ends(self) -> None:
        for stage in ("rise", "proof"):
            for row in self.of(stage, KNEADED)["risen"].replies[1:]:
                with self.subTest(stage=stage):
                    highs = [r.high for r in row]
                    self.assertEqual(highs, sorted(highs, reverse=True))
                    self.assertLess(highs[-1], highs[0])

    def test_the_same_growth_later_means_a_slower_dough(self) -> None:
        grid = self.of("rise", KNEADED)["risen"]
        for value in range(len(grid.values)):
            lows = [row[value].low for row in grid.replies]
            self.assertEqual(lows, sorted(lows))

    def test_a_hotter_middle_is_never_done_later(self) -> None:
        for row in self.of("heat", KNEADED)["probe"].replies:
            ends = [r.end for r in row]
            self.assertTrue(all(later <= before + 2 for before, later in itertools.pairwise(ends)), ends)

    def test_a_stage_that_no_look_changes_or_that_is_not_there_has_none(self) -> None:
        for stage in set(STAGES) - {"rise", "proof", "heat"}:
            with self.subTest(stage=stage):
                self.assertEqual(self.of(stage, KNEADED), {})
