"""Days played through: what a plan says of itself holds, and ours holds more often than others."""

import unittest
from dataclasses import replace

from airycrumb.day.choosing import choose
from airycrumb.day.greedy import alone, greedy
from airycrumb.day.job import Job, Plan
from airycrumb.day.simulated import Doubt, doubt, draws, play
from tests.core.days import KITCHEN, feast, work

# Four feasts: bakes, seed. Drawn anew with another seed than the one a plan is chosen by.
FEASTS = ((2, 21), (3, 22), (3, 24), (4, 25))
DAYS, SEED = 500, 77
THOUGHT = 8.0  # about each, s


def sure(job: Job) -> Job:
    """A bake whose rises take exactly as long as they are forecast."""
    return replace(job, stages=tuple(replace(s, spread=0.0) for s in job.stages))


class Played(unittest.TestCase):
    def test_a_day_without_doubt_goes_as_planned(self) -> None:
        jobs = [sure(job) for job in feast(2, 8)]
        plan = greedy(jobs, KITCHEN)
        assert plan is not None
        run = play(jobs, plan, KITCHEN, draws(jobs, 1, 1)[0])
        for job, placed, table in zip(jobs, plan.placed, run.table, strict=True):
            planned = max(at + x.slots + x.rest for at, x in zip(placed.into, job.loads, strict=True))
            self.assertAlmostEqual(table, planned)

    def test_hands_that_are_late_make_what_waits_for_them_late(self) -> None:
        jobs = [sure(job) for job in feast(2, 8)]
        plan = greedy(jobs, KITCHEN)
        assert plan is not None
        slow = [replace(jobs[0], stages=(work("weigh", 40), *jobs[0].stages[1:])), jobs[1]]
        run = play(slow, plan, KITCHEN, draws(slow, 1, 1)[0])
        self.assertGreater(run.table[0], max(plan.placed[0].into))

    def test_the_same_days_are_drawn_for_every_plan(self) -> None:
        jobs = feast(3, 4)
        self.assertEqual(draws(jobs, 5, 3), draws(jobs, 5, 3))
        self.assertNotEqual(draws(jobs, 5, 3), draws(jobs, 5, 4))

    def test_rises_of_one_kitchen_err_together(self) -> None:
        jobs = feast(2, 4)
        drawn = draws(jobs, 2000, 1)
        together = sum((d[0][1] > 1) == (d[1][1] > 1) for d in drawn) / len(drawn)
        # Two normal draws with a correlation of 0.6 agree in sign in 1/2 + asin(0.6)/pi = 0.70 of cases.
        self.assertAlmostEqual(together, 0.705, delta=0.04)


class Held(unittest.TestCase):
    def test_our_plan_holds_more_often_than_a_quick_one_and_than_each_bake_planned_alone(self) -> None:
        for bakes, seed in FEASTS:
            jobs = feast(bakes, seed)
            quick = greedy(jobs, KITCHEN)
            assert quick is not None
            chosen = choose(jobs, KITCHEN, THOUGHT, quick)
            by_itself = [alone(job, KITCHEN) for job in jobs]
            assert chosen is not None and all(p is not None for p in by_itself)
            each = Plan(tuple(p for p in by_itself if p is not None))
            ours, greedily, singly = (self.played(jobs, p) for p in (chosen.plan, quick, each))
            with self.subTest(bakes=bakes, seed=seed):
                self.assertLess(ours.score, greedily.score, (ours, greedily))
                self.assertLess(ours.score, singly.score, (ours, singly))
                self.assertGreaterEqual(ours.on_time, singly.on_time)

    def played(self, jobs: list[Job], plan: Plan) -> Doubt:
        return doubt(jobs, plan, KITCHEN, DAYS, SEED)


if __name__ == "__main__":
    unittest.main()
