"""The planner of a day against every plan there is, against published optima, and against its own laws."""

import random
import unittest
from dataclasses import replace
from unittest.mock import patch

from hypothesis import given, settings
from hypothesis import strategies as st
from ortools.sat.python import cp_model

from airycrumb.day.greedy import greedy
from airycrumb.day.job import Person, Plan, Resources
from airycrumb.day.judging import clashes, judged
from airycrumb.day.live import replanned
from airycrumb.day.solving import solve
from tests.core.days import KITCHEN, SMALL, cheapest, feast, moved, small

SECONDS = 20.0
FEW = settings(max_examples=12, deadline=None, derandomize=True)

# Fisher and Thompson 1963, "ft06", six jobs on six machines: (machine, minutes) in order; its optimum is 55. As printed
# in many textbooks; from memory.
FT06 = [
    [(2, 1), (0, 3), (1, 6), (3, 7), (5, 3), (4, 6)],
    [(1, 8), (2, 5), (4, 10), (5, 10), (0, 10), (3, 4)],
    [(2, 5), (3, 4), (5, 8), (0, 9), (1, 1), (4, 7)],
    [(1, 5), (0, 5), (2, 5), (3, 3), (4, 8), (5, 9)],
    [(2, 9), (1, 3), (4, 5), (5, 4), (0, 3), (3, 1)],
    [(1, 3), (3, 3), (5, 9), (0, 10), (4, 4), (2, 1)],
]


class EveryPlan(unittest.TestCase):
    def test_of_two_hundred_small_days_none_has_a_better_plan(self) -> None:
        for seed in range(200):
            rng = random.Random(seed)
            jobs = [small(i, rng) for i in range(2)]
            found = solve(jobs, SMALL, greedy(jobs, SMALL), SECONDS)
            with self.subTest(seed=seed):
                assert found is not None
                self.assertTrue(found.proven)
                self.assertEqual(clashes(jobs, found, SMALL), [])
                self.assertEqual(found.cost, cheapest(jobs, SMALL))

    def test_what_may_not_cost_more_than_a_plan_there_is_leaves_the_best_in(self) -> None:
        """Nothing is looked for first: all is proven from what the quick plan costs."""
        for seed in range(200, 234):
            rng = random.Random(seed)
            jobs = [small(i, rng) for i in range(2)]
            with patch("airycrumb.day.solving.LOOKING_S", 0.0):
                found = solve(jobs, SMALL, greedy(jobs, SMALL), SECONDS)
            with self.subTest(seed=seed):
                assert found is not None
                self.assertTrue(found.proven)
                self.assertEqual(found.cost, cheapest(jobs, SMALL))

    def test_a_bound_of_a_day_too_large_to_prove_in_a_moment_is_met_by_no_plan_found_later(self) -> None:
        jobs = feast(6, 32)
        first = greedy(jobs, KITCHEN)
        soon = solve(jobs, KITCHEN, first, 1.0)
        later = solve(jobs, KITCHEN, soon, 8.0)
        assert soon is not None and later is not None and soon.bound is not None
        self.assertLessEqual(soon.bound, later.cost)
        self.assertLessEqual(later.cost, soon.cost)
        self.assertLess(later.gap or 0.0, 0.2)
        self.assertEqual(judged(jobs, later, KITCHEN).late, 0)

    def test_the_solver_of_this_version_finds_a_published_optimum(self) -> None:
        model, ends = cp_model.CpModel(), []
        machines: dict[int, list[cp_model.IntervalVar]] = {}
        for job in FT06:
            before = 0
            for machine, minutes in job:
                start = model.new_int_var(0, 200, "")
                model.add(start >= before)
                machines.setdefault(machine, []).append(model.new_fixed_size_interval_var(start, minutes, ""))
                before = start + minutes
            ends.append(before)
        for spans in machines.values():
            model.add_no_overlap(spans)
        last = model.new_int_var(0, 200, "")
        for end in ends:
            model.add(last >= end)
        model.minimize(last)
        solver = cp_model.CpSolver()
        self.assertEqual(solver.solve(model), cp_model.OPTIMAL)
        self.assertEqual(solver.value(last), 55)

    def test_a_day_that_can_be_is_never_called_impossible(self) -> None:
        """An earlier version of the solver, beside a newer numpy, called such a day infeasible."""
        jobs = feast(3, 11)
        first = greedy(jobs, KITCHEN)
        assert first is not None
        found = solve(jobs, KITCHEN, None, SECONDS)
        assert found is not None
        self.assertLessEqual(found.cost, first.cost)


class Laws(unittest.TestCase):
    @FEW
    @given(seed=st.integers(0, 10_000), bakes=st.integers(1, 4))
    def test_in_a_plan_made_at_once_nothing_overlaps(self, seed: int, bakes: int) -> None:
        jobs = feast(bakes, seed)
        plan = greedy(jobs, KITCHEN)
        assert plan is not None
        self.assertEqual(clashes(jobs, plan, KITCHEN), [])
        self.assertEqual(plan.cost, judged(jobs, plan, KITCHEN).total)

    @FEW
    @given(seed=st.integers(0, 10_000), by=st.integers(1, 24))
    def test_a_day_so_much_later_is_the_same_plan_so_much_later(self, seed: int, by: int) -> None:
        jobs = feast(2, seed)
        having = replace(KITCHEN, people=(Person(""),))
        later = replace(having, horizon=having.horizon + by)
        one, other = greedy(jobs, having), greedy([moved(job, by) for job in jobs], later)
        assert one is not None and other is not None
        self.assertEqual(one.cost, other.cost)
        self.assertEqual([p.begins + by for p in one.placed], [p.begins for p in other.placed])

    @FEW
    @given(seed=st.integers(0, 10_000))
    def test_more_of_anything_and_a_helper_never_cost(self, seed: int) -> None:
        jobs = feast(2, seed)
        best = self.proven(jobs, KITCHEN)
        helper = replace(KITCHEN, people=(*KITCHEN.people, Person("Helper")))
        for more in (helper, replace(KITCHEN, ovens=2), replace(KITCHEN, shelves=2), replace(KITCHEN, steamers=2)):
            self.assertLessEqual(self.proven(jobs, more).cost, best.cost)

    def proven(self, jobs: list, having: Resources) -> Plan:  # type: ignore[type-arg]
        plan = solve(jobs, having, greedy(jobs, having), SECONDS)
        assert plan is not None and plan.proven, "two bakes are proven"
        return plan

    def test_pieces_never_stand_warm_for_longer_than_they_may_where_that_can_be(self) -> None:
        for seed in range(6):
            jobs = feast(3, seed)
            plan = greedy(jobs, KITCHEN)
            assert plan is not None
            best = solve(jobs, KITCHEN, plan, 3.0)
            assert best is not None
            self.assertEqual(judged(jobs, best, KITCHEN).unsafe, 0)

    def test_two_loads_of_one_warmth_share_an_oven_with_room_and_unlike_ones_never(self) -> None:
        jobs = feast(4, 3)
        roomy = replace(KITCHEN, shelves=3)
        plan = solve(jobs, roomy, greedy(jobs, roomy), 5.0)
        assert plan is not None
        self.assertEqual(clashes(jobs, plan, roomy), [])


class Followed(unittest.TestCase):
    def test_an_unchanged_day_keeps_its_plan(self) -> None:
        jobs = feast(3, 5)
        plan = solve(jobs, KITCHEN, greedy(jobs, KITCHEN), 3.0)
        assert plan is not None
        kept = replanned(jobs, plan, KITCHEN)
        assert kept is not None
        self.assertLessEqual(kept.cost, plan.cost + 2000)

    def test_what_has_begun_stays_and_what_comes_after_it_moves(self) -> None:
        jobs = feast(2, 8)
        plan = greedy(jobs, KITCHEN)
        assert plan is not None
        late, start = 5, plan.placed[0].starts[0]
        stages = (
            replace(jobs[0].stages[0], began=start, ended=start + 5 + late),
            replace(jobs[0].stages[1], began=start + 5 + late),
            *jobs[0].stages[2:],
        )
        now = start + 5 + late
        begun = [replace(jobs[0], stages=stages, earliest=now), replace(jobs[1], earliest=min(now, jobs[1].due))]
        after = replanned(begun, plan, KITCHEN)
        assert after is not None
        self.assertEqual(after.placed[0].starts[:2], (start, now))
        self.assertGreaterEqual(after.placed[0].length(1), jobs[0].stages[1].least)
        self.assertEqual(clashes(begun, after, KITCHEN), [])


if __name__ == "__main__":
    unittest.main()
