"""Looking back: what a batch says, and what it does not."""

import random
import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from airycrumb.learning.evidence import Record
from airycrumb.learning.notebook import Finding, Stage, learned_wrap_seconds
from airycrumb.learning.troubles import TROUBLES
from airycrumb.quantities import Band
from tests.core.spoken import review, why

RECORD = Record("steam", ratio=0.65, filling_g=40, bears_g=60)


def stage(key: str, label: str, actual: float | None) -> Stage:
    """A stage forecast at 100 min, 80 to 130."""
    return Stage(key, label, Band(80, 100, 130), actual)


def told(*stages: Stage, troubles: tuple[str, ...] = (), after: float = 0.9) -> list[Finding]:
    """The review of these stages."""
    return review(list(stages), RECORD, list(troubles), 1.0, after)


class Timing(unittest.TestCase):
    def test_what_went_as_forecast_is_not_mentioned(self) -> None:
        for minutes in (80, 100, 130, 131, None):
            self.assertEqual(told(stage("rise", "First rise", minutes)), [])

    def test_a_slow_rise_names_the_minutes_and_what_the_kitchen_learned(self) -> None:
        (finding,) = told(stage("rise", "First rise", 160))
        self.assertEqual(finding.what, "First rise took 60 min longer than forecast")
        self.assertIn("from 1 to 0.9", finding.why)
        self.assertIn("measure the dough", finding.next_time)

    def test_a_slow_wrap_is_about_the_hands_and_not_the_dough(self) -> None:
        (finding,) = told(stage("wrap", "Wrap", 150))
        self.assertIn("Your own pace", finding.why)

    def test_one_odd_proof_is_not_made_into_a_rule(self) -> None:
        (finding,) = told(stage("proof", "Final proof", 40))
        self.assertIn("60 min less", finding.what)
        self.assertIn("1 h 20 to 2 h 10", finding.why)
        self.assertIn("not yet a habit", finding.next_time)


def names(trouble: str, **record: object) -> list[str]:
    """Causes named for a trouble, the strongest first."""
    return [c.name for c in why(trouble, replace(RECORD, **record))]  # type: ignore[arg-type]


class Causes(unittest.TestCase):
    def test_a_record_that_says_nothing_names_no_cause(self) -> None:
        for trouble in TROUBLES:
            with self.subTest(trouble=trouble):
                self.assertEqual(names(trouble, fire="gentle"), [])

    def test_silence_is_said_as_such(self) -> None:
        (finding,) = told(troubles=("collapsed",))
        self.assertEqual((finding.what, finding.weight), ("They sank", 0.0))
        self.assertIn("Nothing this batch's marks", finding.why)

    def test_each_evidence_brings_its_own_cause_first(self) -> None:
        cases = (
            ("collapsed", {"proof_size": 1.3, "rest_min": 5, "rest_planned_min": 5}, "Over-proofed", "1.3"),
            ("collapsed", {"lid_min": 6.0, "heat_min": 12.0}, "The lid was lifted", "6 min"),
            ("wrinkled", {"rest_min": 0, "rest_planned_min": 5}, "Opened too soon after the fire", "0 min"),
            ("burst", {"filling_g": 80, "bears_g": 60}, "More filling than the wrapper closes over", "60 g"),
            ("leaked", {"juice": 34, "bears": 20}, "A wet filling", "34 %"),
            ("soggy", {"juice": 34, "bears": 20}, "A wet filling", "34 %"),
            ("gummy", {"core_c": 62, "core_probed": True}, "Not long enough in the heat", "62 °C"),
            (
                "pale",
                {"method": "oven", "browning": 5, "colour": "pale gold"},
                "The surface stayed too cool to brown",
                "pale gold",
            ),
            ("hard", {"method": "oven", "heat_min": 30, "planned_min": 20}, "Left in too long", "30 min"),
            ("dense", {"proof_size": 0.8}, "Proof cut short", "0.8"),
            ("too_much_bread", {"ratio": 0.3}, "Little filling for its dough", "0.3"),
            ("uneven", {"spread": 0.12}, "Pieces of different weights", "12 %"),
            ("burnt", {"method": "oven", "browning": 105, "colour": "dark"}, "The surface was too hot", "°C"),
            ("raw_middle", {"core_c": 62, "core_probed": True}, "Not long enough in the heat", "62 °C"),
            ("flat", {"proof_size": 0.8}, "Proof cut short", "0.8"),
            ("stuck", {"liner": "bare"}, "Nothing under them to let go", "bare surface"),
            ("tough", {"hydration": 48}, "A stiff dough", "48 %"),
            ("bland", {"salt": 1.0}, "Little salt in the dough", "1 %"),
            ("too_salty", {"salt": 3.0}, "Much salt in the dough", "3 %"),
        )  # fmt: skip
        self.assertEqual({trouble for trouble, *_ in cases}, set(TROUBLES))
        for trouble, record, name, number in cases:
            with self.subTest(trouble=trouble, record=record):
                first = why(trouble, replace(RECORD, **record))[0]  # type: ignore[arg-type]
                self.assertEqual(first.name, name)
                self.assertIn(number, first.evidence)
                self.assertTrue(first.change.endswith("."))

    def test_stronger_evidence_comes_first(self) -> None:
        self.assertEqual(names("collapsed", proof_size=1.06, lid_min=5.0, heat_min=12.0)[0], "The lid was lifted")
        self.assertEqual(names("collapsed", proof_size=1.3, last_wait_min=20, last_grown=1.07)[0], "Over-proofed")

    @given(st.floats(0.6, 1.6), st.floats(0.01, 0.4))
    def test_more_over_proof_never_weighs_less(self, size: float, more: float) -> None:
        weight = lambda s: max((c.weight for c in why("collapsed", replace(RECORD, proof_size=s))), default=0.0)
        self.assertGreaterEqual(weight(size + more), weight(size))

    def test_a_trouble_nobody_knows_is_passed_over(self) -> None:
        self.assertEqual((told(troubles=("sang",)), why("sang", RECORD)), ([], []))

    def test_a_burst_batch_is_told_a_smaller_filling(self) -> None:
        (cause,) = why("burst", replace(RECORD, filling_g=70, bears_g=60))
        self.assertIn("51 g", cause.change)

    def test_a_piece_with_nothing_inside_is_not_told_to_hold_less(self) -> None:
        plain = Record("oven", filling_g=0, juice=50, bears=10, rim_mm=1.0, proof_size=0.8)
        self.assertEqual([c.name for c in why("burst", plain)], ["Proof cut short"])


class Pace(unittest.TestCase):
    def test_a_batch_twice_as_slow_is_learned_by_less_than_half(self) -> None:
        self.assertAlmostEqual(learned_wrap_seconds(60, 24, 12), 60 * 2**0.4)
        self.assertAlmostEqual(learned_wrap_seconds(60, 6, 12), 60 / 2**0.4)

    def test_a_press_that_was_forgotten_or_made_at_once_teaches_little_or_nothing(self) -> None:
        self.assertAlmostEqual(learned_wrap_seconds(60, 60, 12), 60 * 2**0.4)
        self.assertIsNone(learned_wrap_seconds(110, 0, 12))
        self.assertIsNone(learned_wrap_seconds(110, 60 * 24, 1))
        self.assertEqual(learned_wrap_seconds(6, 0.8, 40), 5)

    def test_of_drawn_cooks_one_odd_batch_of_eight_costs_little(self) -> None:
        """Cooks 0.4 to 3 times as slow as assumed, 15 % off their own pace, one press an hour late or made at once."""
        for odd, middle, most in ((0.0, 0.06, 0.14), (3600 / 12, 0.08, 0.22), (-1e6, 0.06, 0.15)):
            off = sorted(self.off(seed, odd) for seed in range(400))
            with self.subTest(odd=odd):
                self.assertLess(off[200], middle)
                self.assertLess(off[360], most)

    def off(self, seed: int, odd: float) -> float:
        """How far off its pace is after eight batches, as a share of it. odd: s a piece added in one of them."""
        drawn = random.Random(seed)
        own, pace, which = 60 * drawn.uniform(0.4, 3.0), 60.0, drawn.randrange(8)
        for batch in range(8):
            seen = max(0.0, own * drawn.gauss(1.0, 0.15) + (odd if batch == which else 0.0))
            pace = learned_wrap_seconds(pace, seen * 12 / 60, 12) or pace
        return abs(pace / own - 1)
