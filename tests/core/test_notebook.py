"""Looking back: what a batch says, and what it does not."""

import unittest

from airycrumb.notebook import TROUBLES, Facts, Finding, Stage, learned_wrap_seconds, review
from airycrumb.quantities import Band

FACTS = Facts(ratio=0.65, filling_g=40, proof_off=12, rise_off=-20, colour="pale gold", core_c=68)


def stage(key: str, label: str, actual: float | None) -> Stage:
    """A stage forecast at 100 min, 80 to 130."""
    return Stage(key, label, Band(80, 100, 130), actual)


def told(*stages: Stage, troubles: tuple[str, ...] = (), after: float = 0.9) -> list[Finding]:
    """The review of these stages."""
    return review(list(stages), FACTS, list(troubles), 1.0, after)


class Timing(unittest.TestCase):
    def test_what_went_as_forecast_is_not_mentioned(self) -> None:
        for minutes in (80, 100, 130, 131, None):
            self.assertEqual(told(stage("rise", "First rise", minutes)), [])

    def test_a_slow_rise_names_the_minutes_and_what_the_kitchen_learned(self) -> None:
        (finding,) = told(stage("rise", "First rise", 160))
        self.assertEqual(finding.what, "First rise took 60 min longer than forecast")
        self.assertIn("from 1.00 to 0.90", finding.why)
        self.assertIn("measure the dough", finding.next_time)

    def test_a_slow_wrap_is_about_the_hands_and_not_the_dough(self) -> None:
        (finding,) = told(stage("wrap", "Wrap", 150))
        self.assertIn("Your own pace", finding.why)

    def test_one_odd_proof_is_not_made_into_a_rule(self) -> None:
        (finding,) = told(stage("proof", "Final proof", 40))
        self.assertIn("60 min shorter", finding.what)
        self.assertIn("80 to 130 min", finding.why)
        self.assertIn("not yet a habit", finding.next_time)


class Troubles(unittest.TestCase):
    def test_each_is_explained_with_a_number_of_this_batch(self) -> None:
        expected = {
            "burst": "0.65",
            "collapsed": "12 min later",
            "pale": "pale gold",
            "dense": "20 min earlier",
            "gummy": "68 °C",
        }
        self.assertEqual(set(expected), set(TROUBLES))
        for trouble, number in expected.items():
            with self.subTest(trouble=trouble):
                (finding,) = told(troubles=(trouble,))
                self.assertIn(number, finding.why)
                self.assertTrue(finding.next_time.endswith("."))

    def test_a_burst_batch_is_told_a_smaller_filling(self) -> None:
        self.assertIn("34 g", told(troubles=("burst",))[0].next_time)

    def test_a_trouble_nobody_knows_is_passed_over(self) -> None:
        self.assertEqual(told(troubles=("sang",)), [])


class Pace(unittest.TestCase):
    def test_half_of_it_is_what_was_believed(self) -> None:
        self.assertAlmostEqual(learned_wrap_seconds(110, 26, 12), 120)

    def test_a_forgotten_mark_cannot_make_it_absurd(self) -> None:
        self.assertEqual(learned_wrap_seconds(110, 0, 12), 55)
        self.assertEqual(learned_wrap_seconds(110, 60 * 24, 1), 1800)
        self.assertEqual(learned_wrap_seconds(6, 0, 40), 5)


class NothingInside(unittest.TestCase):
    def test_a_plain_piece_that_tore_is_not_told_to_hold_less_filling(self) -> None:
        facts = Facts(ratio=0, filling_g=0, proof_off=-9, rise_off=0, colour="golden", core_c=95)
        (finding,) = review([], facts, ["burst"], 1.0, 1.0)
        self.assertEqual((finding.what, "9 min earlier" in finding.why), ("It tore", True))
        self.assertNotIn("filling", finding.next_time)
