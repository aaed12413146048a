"""A short form of make faults: each part is killed once, good requests are spoilt, and nothing is lost."""

import unittest
from collections import Counter

from scripts.faults import days, kills, mutated, pastes
from scripts.faults.site import Site


class Faults(unittest.TestCase):
    site: Site

    @classmethod
    def setUpClass(cls) -> None:
        cls.site = Site("faults-in-short")
        cls.addClassCleanup(cls.site.close)

    def test_nothing_acknowledged_is_lost_or_done_twice_when_each_part_is_killed(self) -> None:
        acknowledged, wrong = kills.run(self.site, ["kill_worker", "kill_planner", "kill_database", "kill_all"])
        self.assertEqual(wrong, [])
        self.assertGreaterEqual(acknowledged, 3 * kills.CLIENTS)

    def test_marks_and_looks_at_one_day_at_once_are_all_answered(self) -> None:
        answers, wrong = days.hunt(self.site, 3)
        self.assertEqual(wrong, [])
        self.assertEqual(set(answers), {200})
        # Two who mark and two who look, each at least once.
        self.assertGreaterEqual(answers[200], 4)

    def test_good_requests_spoilt_and_those_of_the_contract_are_never_answered_with_a_fault(self) -> None:
        told: Counter[int] = Counter()
        faults: list[str] = []
        mutated.spoilt(self.site, 250, told, faults)
        self.assertEqual(faults, [])
        self.assertGreater(told[422], 50)
        self.assertGreater(told[200], 10)

    def test_hostile_pastes_are_read_or_refused(self) -> None:
        _, _, told = pastes.run(self.site, 4)
        self.assertLessEqual(told, {200, 413, 422})
