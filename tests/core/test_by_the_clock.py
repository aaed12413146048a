"""Stages left to the clock: how long they last, how far the dough is then, and what they never teach."""

import unittest
from typing import Any

from airycrumb.trays.types import Sheet
from tests.core.examples import bake_document, seen, sheet, sponge_document


def clocked(rise: list[str] | None = None, proof: list[str] | None = None, **more: Any) -> Sheet:
    changes = {stage: {"clock": clock} for stage, clock in (("rise", rise), ("proof", proof)) if clock is not None}
    return sheet(bake_document(**changes, **more))


def lasts(s: Sheet, stage: str) -> float:
    step = next(step for step in s.day.steps if step.key == stage)
    return (step.end - step.start).total_seconds() / 60


class ByTheClock(unittest.TestCase):
    def test_three_rests_last_as_long_as_they_are_and_the_dough_is_folded_between(self) -> None:
        s = clocked(rise=["20 min", "20 min", "15 min"])
        self.assertAlmostEqual(lasts(s, "rise"), 55)
        start = next(step.start for step in s.day.steps if step.key == "rise")
        folds = [(step.start - start).total_seconds() / 60 for step in s.day.steps if step.key.startswith("fold")]
        self.assertEqual(folds, [20, 40])
        self.assertIn("folded after 20 min and 40 min", s.rise.cues[0])
        self.assertEqual(s.rise.ready_low, s.rise.ready_high)

    def test_the_size_by_then_is_forecast_with_its_doubt_and_a_longer_rest_is_larger(self) -> None:
        sizes = [clocked(rise=[f"{m} min"]).rise.size_then for m in (30, 60, 90)]
        self.assertTrue(all(x and x.low < x.typical < x.high for x in sizes))
        self.assertEqual(sorted(x.typical for x in sizes if x), [x.typical for x in sizes if x])
        # As long as it needs to double, it has doubled.
        until = sheet(bake_document()).rise.forecast
        assert until.ready
        given = clocked(rise=[f"{until.ready.typical} min"]).rise.size_then
        assert given
        self.assertAlmostEqual(given.typical, until.target, delta=0.03)

    def test_no_proof_goes_straight_into_the_heat(self) -> None:
        s = clocked(proof=["0 min"])
        self.assertEqual(lasts(s, "proof"), 0)
        self.assertIn("No proof", s.proof.cues[0])
        proofed = sheet(bake_document())
        self.assertLess(s.wrap.sizes[1].height_mm, proofed.wrap.sizes[1].height_mm)

    def test_a_proof_by_the_clock_counts_from_the_last_wrapped(self) -> None:
        self.assertAlmostEqual(lasts(clocked(proof=["15 min"]), "proof"), 15)

    def test_a_dough_that_only_rests_rests_by_it_too(self) -> None:
        s = clocked(rise=["20 min", "25 min"], proof=["10 min"], dough={"leavening": "none"})
        self.assertEqual((lasts(s, "rise"), lasts(s, "proof")), (45, 10))

    def test_a_sponge_may_be_left_to_it(self) -> None:
        s = sheet({**sponge_document(), "sponge": {"clock": ["180 min"]}})
        self.assertAlmostEqual(lasts(s, "sponge"), 190)

    def test_a_look_still_moves_the_size_and_not_the_hour(self) -> None:
        marks = [seen("started", "weigh", 0), seen("done", "weigh", 20), seen("risen", "rise", 50, 0.9)]
        document = bake_document(rise={"clock": ["60 min"]})
        before, after = sheet(document, marks[:2]), sheet(document, marks)
        self.assertEqual(before.rise.ready, after.rise.ready)
        assert before.rise.size_then and after.rise.size_then
        self.assertGreater(after.rise.size_then.typical, before.rise.size_then.typical)
