"""Small moves: a plan they lead to can be carried out, holds at least as well, and leaves alone what must stay."""

import unittest
from dataclasses import replace

from airycrumb.day.greedy import greedy
from airycrumb.day.job import Job, Plan
from airycrumb.day.judging import clashes
from airycrumb.day.nudging import nudged, stands
from airycrumb.day.simulated import Doubt, doubt
from tests.core.days import KITCHEN, feast

SECONDS, DAYS = 0.4, 60


def quick(jobs: list[Job]) -> Plan:
    """A plan to be moved."""
    plan = greedy(jobs, KITCHEN)
    assert plan is not None
    return plan


class SmallMoves(unittest.TestCase):
    def moved(self, jobs: list[Job], plan: Plan) -> tuple[Plan, Doubt]:
        held = lambda tried: doubt(jobs, tried, KITCHEN, DAYS)
        return nudged(jobs, plan, KITCHEN, SECONDS, held, lambda _plan: True)

    def test_what_comes_out_can_be_carried_out_and_holds_no_worse(self) -> None:
        for seed in range(6):
            jobs = feast(2 + seed % 2, seed)
            plan = quick(jobs)
            found, comes_to = self.moved(jobs, plan)
            with self.subTest(seed=seed):
                self.assertEqual(clashes(jobs, found, KITCHEN), [])
                self.assertTrue(all(stands(job, at) for job, at in zip(jobs, found.placed, strict=True)))
                self.assertLessEqual(comes_to.score, doubt(jobs, plan, KITCHEN, DAYS).score)

    def test_what_is_pinned_or_has_begun_stays(self) -> None:
        jobs = feast(2, 21)
        plan = quick(jobs)
        first = plan.placed[0]
        begun = replace(jobs[0], stages=(replace(jobs[0].stages[0], began=first.starts[0]), *jobs[0].stages[1:]))
        assert jobs[0].filling is not None
        filled = replace(jobs[0], filling=replace(jobs[0].filling, began=first.filling))
        for held_back in (begun, filled, replace(jobs[0], pinned=first.begins)):
            found, _ = self.moved([held_back, jobs[1]], plan)
            self.assertEqual(found.placed[0], first)
            self.assertNotEqual(found.placed[1], plan.placed[1])

    def test_a_place_that_cannot_be_is_known(self) -> None:
        job = replace(feast(1, 3)[0], earliest=10)
        placed = quick([job]).placed[0]
        self.assertTrue(stands(job, placed))
        starts, wrap = placed.starts, job.wrap
        short = (*starts[:1], starts[1], starts[1] + job.stages[1].least - 1, *starts[3:])
        broken = [
            replace(placed, starts=short),
            replace(placed, into=tuple(at - 40 for at in placed.into)),
            replace(placed, starts=tuple(at - 190 for at in starts), into=tuple(at - 190 for at in placed.into)),
        ]
        if placed.filling is not None and job.filling is not None:
            broken += [replace(placed, filling=starts[wrap]), replace(placed, filling=starts[wrap] - 200)]
        for at in broken:
            with self.subTest(at=at):
                self.assertFalse(stands(job, at))


if __name__ == "__main__":
    unittest.main()
