"""Times and temperatures of the trade against bakes worked on the sheet: each row of the table in docs/models/heat.md
says what it gives.

Common practice, no source: no measured temperature stands behind any of them.
"""

import re
import unittest
from dataclasses import replace

from airycrumb.stations.heat import Piece, colour, cook
from scripts.practice_bakes import facts, rows
from scripts.practice_heat import DOUGH, MEAT, STEAM, bun, oven, ratios
from tests.core.examples import ROOT


def words(line: str) -> str:
    """A line without its numbers."""
    return re.sub(r"\d+(\.\d+)?", "#", line)


def numbers(line: str) -> list[float]:
    """The numbers of a line, in order."""
    return [float(n) for n in re.findall(r"\d+(?:\.\d+)?", line)]


class Practice(unittest.TestCase):
    def test_every_fact_comes_out_as_the_table_claims(self) -> None:
        for fact in facts():
            with self.subTest(fact=fact.what):
                self.assertEqual(fact.found, fact.verdict)

    def test_the_table_in_the_docs_is_the_one_that_is_forecast(self) -> None:
        written = (ROOT / "docs" / "models" / "heat.md").read_text(encoding="utf-8").splitlines()
        told = {words(line): numbers(line) for line in written}
        for line in [*rows(), *(f"- {ratio}" for ratio in ratios())]:
            with self.subTest(line=line[:60]):
                self.assertTrue(words(line) in told, "docs/models/heat.md lacks it: make practice prints the table")
                # Half a degree may round either way on another machine.
                for there, here in zip(told[words(line)], numbers(line), strict=True):
                    self.assertAlmostEqual(there, here, delta=max(1.0, 0.01 * here))

    def test_most_times_hold_and_each_that_does_not_says_why(self) -> None:
        out = [fact for fact in facts() if fact.verdict not in ("in", "with the rest")]
        self.assertEqual([fact.verdict for fact in out], ["short", "short", "caught"])
        self.assertTrue(all(fact.why for fact in out))
        # A slip that is caught is as it should be: it is no time of the trade that fails.
        fail = [fact for fact in out if fact.verdict != "caught"]
        self.assertGreaterEqual(1 - len(fail) / len(list(facts())), 0.9)

    def test_twelve_grams_at_120_degrees_cook_and_cannot_brown(self) -> None:
        c = cook(Piece("round bun", 12, 0.01, DOUGH, MEAT, 480, 26, 26), oven(120), 20)
        self.assertGreater(float(c.core[-1]), 92)
        self.assertEqual(colour(float(c.skin.max()), 0), "none")

    def test_a_65_gram_roll_loses_about_a_tenth_at_220_degrees(self) -> None:
        c = cook(Piece("round bun", 65, 0.01, DOUGH, MEAT, 480, 26, 26), oven(220), 17)
        self.assertTrue(0.07 <= float(c.loss[-1]) <= 0.14, c.loss[-1])
        self.assertIn(colour(float(c.skin.max()), 0), ("golden", "brown"))

    def test_an_open_rest_carries_on_less_than_a_covered_one(self) -> None:
        covered, bare = (cook(bun(71, 45, MEAT), replace(STEAM, covered=lid), 15, 5).core[-1] for lid in (True, False))
        self.assertTrue(3 <= covered - bare <= 12)
