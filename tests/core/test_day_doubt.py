"""Days played through: what a plan says of itself holds, and ours holds more often than others."""

import unittest
from dataclasses import replace
from unittest.mock import patch

import numpy as np

from airycrumb.day import choosing
from airycrumb.day.choosing import choose
from airycrumb.day.greedy import alone, greedy
from airycrumb.day.job import OFF_C, Job, Load, Person, Placed, Plan, Resources
from airycrumb.day.simulated import Days, Played, doubt, draws
from tests.core.cook import play
from tests.core.days import KITCHEN, TRAY, baked_beside, feast, for_tries, wait, work

# Four feasts: bakes, seed. Drawn anew with another seed than the one a plan is chosen by.
FEASTS = ((2, 21), (3, 22), (3, 24), (4, 25))
DAYS, SEED = 500, 77
TRIES = 12_500  # by each of two searches: about what a worker has time for on a slow machine


def sure(job: Job) -> Job:
    """A bake whose rises take exactly as long as they are forecast."""
    return replace(job, stages=tuple(replace(s, spread=0.0) for s in job.stages))


class Followed(unittest.TestCase):
    def test_a_day_without_doubt_goes_as_planned(self) -> None:
        jobs = [sure(job) for job in feast(2, 8)]
        plan = greedy(jobs, KITCHEN)
        assert plan is not None
        run = Days(jobs, KITCHEN, 1).play(plan)
        for job, placed, table in zip(jobs, plan.placed, run.table[0], strict=True):
            planned = max(at + x.slots + x.rest for at, x in zip(placed.into, job.loads, strict=True))
            self.assertAlmostEqual(table, planned)

    def test_hands_that_are_late_make_what_waits_for_them_late(self) -> None:
        jobs = [sure(job) for job in feast(2, 8)]
        plan = greedy(jobs, KITCHEN)
        assert plan is not None
        slow = [replace(jobs[0], stages=(work("weigh", 40), *jobs[0].stages[1:])), jobs[1]]
        run = Days(slow, KITCHEN, 1).play(plan)
        self.assertGreater(run.table[0, 0], max(plan.placed[0].into))

    def test_a_slow_dough_in_the_oven_keeps_the_next_bake_out_of_it(self) -> None:
        """So much longer, so much later; and no later, where it rises beside the oven."""
        rises, up = 12, KITCHEN.change(Load("", "oven", OFF_C, 0, 0), TRAY)
        dough = (work("weigh", 1), replace(wait("rise", rises, rises, None), oven=True), work("wrap", 2))
        first = Job(0, (*dough, wait("proof", 6, 6, None)), None, (TRAY,), 60)
        second = Job(1, (work("weigh", 1), work("wrap", 1), wait("proof", 3, 3, None)), None, (TRAY,), 60)
        plan = Plan(
            (
                Placed(0, (0, 1, 13, 15), (0, None, 0, None), None, None, (50,), (0,)),
                Placed(1, (2, 3, 4), (0, 0, None), None, None, (1 + rises + up,), (0,)),
            )
        )
        for oven, slow in ((True, 1.0), (True, 1.5), (False, 1.5)):
            stages = tuple(replace(s, oven=oven and s.oven) for s in first.stages)
            days = Days([replace(first, stages=stages), second], KITCHEN, 1)
            days.factors[:] = 1.0
            days.factors[0, 0, 1] = slow
            ready = plan.placed[1].into[0] + TRAY.slots + TRAY.rest
            with self.subTest(oven=oven, slow=slow):
                self.assertEqual(days.play(plan).table[0, 1], ready + oven * (slow - 1) * rises)

    def test_the_same_days_are_drawn_for_every_plan(self) -> None:
        jobs = feast(3, 4)
        self.assertEqual(draws(jobs, 5, 3).tolist(), draws(jobs, 5, 3).tolist())
        self.assertNotEqual(draws(jobs, 5, 3).tolist(), draws(jobs, 5, 4).tolist())

    def test_rises_of_one_kitchen_err_together(self) -> None:
        jobs = feast(2, 4)
        drawn = draws(jobs, 2000, 1)
        together = sum((d[0, 1] > 1) == (d[1, 1] > 1) for d in drawn) / len(drawn)
        # Two normal draws with a correlation of 0.6 agree in sign in 1/2 + asin(0.6)/pi = 0.70 of cases.
        self.assertAlmostEqual(together, 0.705, delta=0.04)


class Held(unittest.TestCase):
    def test_our_plan_holds_more_often_than_a_quick_one_and_than_each_bake_planned_alone(self) -> None:
        for bakes, seed in FEASTS:
            jobs = feast(bakes, seed)
            quick = greedy(jobs, KITCHEN)
            assert quick is not None
            with patch.object(choosing, "for_seconds", lambda _: for_tries(TRIES)):
                chosen = choose(jobs, KITCHEN, 10.0, quick)
            by_itself = [alone(job, KITCHEN) for job in jobs]
            assert chosen is not None and all(p is not None for p in by_itself)
            each = Plan(tuple(p for p in by_itself if p is not None))
            ours, *others = (self.played(jobs, p) for p in (chosen.plan, quick, each))
            for other, whose in zip(others, ("greedy", "each alone"), strict=True):
                with self.subTest(bakes=bakes, seed=seed, whose=whose):
                    self.assertGreater(ours.doubt.on_time, other.doubt.on_time)
                    self.assertLess(ours.doubt.over, other.doubt.over)
                    self.assertLess(ours.score, other.score)

    def played(self, jobs: list[Job], plan: Plan) -> Played:
        return Days(jobs, KITCHEN, DAYS, SEED).play(plan)

    def test_what_is_told_of_a_plan_is_met_on_days_nobody_has_seen(self) -> None:
        """Chosen by some days, told by others: on a third lot of them the shares are the same to within chance."""
        jobs = feast(3, 22)
        chosen = choose(jobs, KITCHEN, 3.0)
        assert chosen is not None
        self.assertEqual(chosen.doubt, doubt(jobs, chosen.plan, KITCHEN))
        for seed in (11, 12, 13):
            met = Days(jobs, KITCHEN, 1000, seed).play(chosen.plan).doubt
            self.assertAlmostEqual(met.on_time, chosen.doubt.on_time, delta=0.04)
            self.assertAlmostEqual(met.over, chosen.doubt.over, delta=0.04)


class Compiled(unittest.TestCase):
    """The compiled days against one cook who goes through them one at a time."""

    def test_every_day_goes_as_for_a_cook_who_does_one_thing_after_another(self) -> None:
        away = replace(KITCHEN, people=(Person("", away=((60, 75), (140, 150))), Person("Helper", away=((0, 120),))))
        roomy = replace(KITCHEN, shelves=2, steamers=2, ovens=2)
        for having in (KITCHEN, away, roomy):
            for bakes in (1, 2, 4, 6):
                for seed in range(3):
                    jobs = feast(bakes, seed)
                    self.same(jobs, greedy(jobs, having), having)

    def test_an_oven_a_dough_rises_in_goes_as_for_that_cook(self) -> None:
        roomy = replace(KITCHEN, shelves=2, ovens=2)
        for key in ("rise", "proof"):
            for having in (KITCHEN, roomy):
                for seed in range(4):
                    jobs = baked_beside(key, seed)
                    plan = greedy(jobs, having)
                    self.same(jobs, plan, having)
                    assert plan is not None
                    # What is marked as ended is in the oven no more.
                    at = next(i for i, s in enumerate(jobs[0].stages) if s.oven)
                    over = [replace(s, ended=plan.placed[0].starts[at] + 9) if s.oven else s for s in jobs[0].stages]
                    self.same([replace(jobs[0], stages=tuple(over)), *jobs[1:]], plan, having)

    def test_what_was_marked_is_where_it_was(self) -> None:
        jobs = feast(3, 8)
        plan = greedy(jobs, KITCHEN)
        assert plan is not None and jobs[0].filling is not None
        first, stages = plan.placed[0], jobs[0].stages
        end = first.starts[1] + 2
        marked = replace(
            jobs[0],
            stages=(replace(stages[0], began=first.starts[0], ended=end), replace(stages[1], began=end), *stages[2:]),
            filling=replace(jobs[0].filling, began=first.filling),
        )
        self.same([marked, *jobs[1:]], replace(plan), KITCHEN)
        heated = replace(marked, loads=tuple(replace(x, began=150) for x in marked.loads))
        self.same([heated, *jobs[1:]], plan, KITCHEN)

    def same(self, jobs: list[Job], plan: Plan | None, having: Resources) -> None:
        assert plan is not None
        days = Days(jobs, having, 25, 3)
        played = days.play(plan)
        for n, factors in enumerate(days.factors.tolist()):
            run = play(jobs, plan, having, factors)
            for ours, theirs in ((played.table, run.table), (played.over, run.over), (played.waits, run.waits)):
                np.testing.assert_allclose(ours[n], theirs, atol=1e-9)

    def test_how_bad_days_were_is_counted_by_the_share(self) -> None:
        due, hot = np.array([100.0, 100.0]), np.array([True, False])
        table = np.array([[100.0, 100.0], [105.0, 100.0], [90.0, 90.0], [100.0, 100.0]])
        over = np.array([[0.0, 0.0], [0.0, 0.0], [0.0, 0.0], [0.0, 2.0]])
        waits = np.array([[0.0, 0.0], [-5.0, 0.0], [10.0, 10.0], [0.0, 0.0]])
        played = Played(table, over, waits, due, hot)
        # One late day of four: 1 + 2; one cold one: half of that, the other bake need not be hot; one over-proofed: 3.
        self.assertAlmostEqual(played.score, (3 + 1.5 + 3) / 4 + 0.02 * 10 / 4)
        self.assertEqual(played.doubt.on_time, 0.75)
        self.assertEqual(played.doubt.cold, [0.25, 0.0])
        self.assertEqual(played.doubt.past, [0.0, 0.25])


if __name__ == "__main__":
    unittest.main()
