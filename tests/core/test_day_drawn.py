"""How days are drawn, and what is told of a plan without playing it: each against a reckoning of its own."""

import math
import statistics
import unittest
from statistics import NormalDist

from airycrumb.day.choosing import choose
from airycrumb.day.greedy import greedy
from airycrumb.day.judging import clashes, stands
from airycrumb.day.planning import as_shown, first_plan, lanes_shown
from airycrumb.day.simulated import draws
from tests.core.days import KITCHEN, feast
from tests.core.test_day_of_bakes import day_file, table

RUNS = 200


class Draws(unittest.TestCase):
    def logs(self, runs: int, seed: int) -> list[float]:
        """ln of the factor on the first rise of a bake by itself, over its spread: a standard normal."""
        (job,) = feast(1, 4)
        rise = next(i for i, s in enumerate(job.stages) if s.spread)
        return [math.log(day[0, rise]) / job.stages[rise].spread for day in draws([job], runs, seed)]

    def test_few_days_lie_as_evenly_as_many(self) -> None:
        for seed in range(5):
            drawn = self.logs(RUNS, seed)
            with self.subTest(seed=seed):
                # Independent draws would be out by 0.07 one time in three: these are spread evenly.
                self.assertLess(abs(statistics.mean(drawn)), 0.03)
                self.assertAlmostEqual(statistics.stdev(drawn), 1.0, delta=0.12)

    def test_each_tenth_of_the_doubt_is_met_about_as_often_as_any_other(self) -> None:
        edges = [NormalDist().inv_cdf(n / 10) for n in range(1, 10)]
        drawn = self.logs(2_000, 3)
        counts = [0] * 10
        for value in drawn:
            counts[sum(value > edge for edge in edges)] += 1
        self.assertEqual(sum(counts), 2_000)
        self.assertLess(max(counts) - min(counts), 90)

    def test_a_wait_without_doubt_takes_as_long_as_forecast(self) -> None:
        jobs = feast(2, 4)
        for day in draws(jobs, 20, 1):
            for job, factors in zip(jobs, day, strict=True):
                self.assertTrue(all(f == 1.0 for s, f in zip(job.stages, factors, strict=False) if not s.spread))


class WithoutPlaying(unittest.TestCase):
    def test_the_lanes_are_those_of_the_plan_as_shown(self) -> None:
        day = table(day_file())
        plan = first_plan(day)
        shown = as_shown(day, plan)
        assert shown is not None
        self.assertEqual(lanes_shown(day, plan), shown.lanes)

    def test_every_lane_is_told_in_the_order_of_its_hours(self) -> None:
        day = table(day_file())
        lanes = lanes_shown(day, first_plan(day))
        self.assertTrue(any(lane.spans for lane in lanes))
        for lane in lanes:
            starts = [span.start for span in lane.spans]
            self.assertEqual(starts, sorted(starts))


class Chosen(unittest.TestCase):
    def test_what_is_chosen_can_be_carried_out_and_says_what_no_plan_beats(self) -> None:
        for seed in (3, 9):
            jobs = feast(2, seed)
            quick = greedy(jobs, KITCHEN)
            found = choose(jobs, KITCHEN, 2.0, quick)
            assert found is not None
            with self.subTest(seed=seed):
                self.assertEqual(clashes(jobs, found.plan, KITCHEN), [])
                self.assertTrue(all(stands(j, at) for j, at in zip(jobs, found.plan.placed, strict=True)))
                self.assertIsNotNone(found.plan.bound)
                self.assertLessEqual(found.plan.bound or 0, found.plan.cost)


if __name__ == "__main__":
    unittest.main()
