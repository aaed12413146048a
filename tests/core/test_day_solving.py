"""The planner of a day against every plan there is, against published optima, and against its own laws."""

import json
import random
import unittest
from dataclasses import replace
from pathlib import Path
from threading import Event
from typing import Any
from unittest.mock import patch

from hypothesis import given, settings
from hypothesis import strategies as st
from ortools.sat.python import cp_model

from airycrumb.day.greedy import greedy
from airycrumb.day.job import Job, Load, Person, Plan, Resources
from airycrumb.day.judging import WEIGHTS, clashes, judged, stands
from airycrumb.day.live import replanned
from airycrumb.day.nudging import Search
from airycrumb.day.searching import Found, searched
from airycrumb.day.simulated import Days
from airycrumb.day.solving import PROVING, solve
from tests.core.days import KITCHEN, SMALL, cheapest, feast, for_tries, moved, small, wait, work

SECONDS = 20.0
FEW = settings(max_examples=12, deadline=None, derandomize=True)

SHOPS = json.loads((Path(__file__).parents[1] / "reference" / "job_shops.json").read_text())["shops"]


class Shop:
    """A published job shop as a model the day's own search is given: every step on its machine, the last end least."""

    def __init__(self, jobs: list[list[list[int]]]) -> None:
        self.cp, self.m = cp_model, cp_model.CpModel()
        self.ends: list[Any] = []
        machines: dict[int, list[Any]] = {}
        most = sum(minutes for job in jobs for _, minutes in job)
        for job in jobs:
            before: Any = 0
            for machine, minutes in job:
                start = self.m.new_int_var(0, most, "")
                self.m.add(start >= before)
                machines.setdefault(machine, []).append(self.m.new_fixed_size_interval_var(start, minutes, ""))
                before = start + minutes
            self.ends.append(before)
        for spans in machines.values():
            self.m.add_no_overlap(spans)
        self.last = self.m.new_int_var(0, most, "")
        for end in self.ends:
            self.m.add(self.last >= end)
        self.m.minimize(self.last)

    def read(self, value: Any) -> int:
        """When the last of it ends."""
        return int(value(self.last))


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

    def test_published_job_shops_are_solved_to_their_optimum_by_either_way_of_searching(self) -> None:
        self.assertGreaterEqual(len(SHOPS), 9)
        for name, shop in SHOPS.items():
            for ways in ((), PROVING):
                found: Found[int] = searched(Shop(shop["jobs"]), SECONDS, None, ways)
                with self.subTest(shop=name, ways=ways):
                    self.assertTrue(found.proven)
                    self.assertEqual(found.best, shop["optimum"])
                    self.assertEqual(found.bound, shop["optimum"])

    def test_of_bakes_that_wait_for_one_pair_of_hands_the_shortest_goes_first(self) -> None:
        """W. E. Smith 1956: on one machine the sum of the hours things end at is least with the shortest first."""
        for seed in range(6):
            rng = random.Random(seed)
            slots = [rng.randint(2, 12) for _ in range(5)]
            # Nothing but a work and a moment in a pot of its own; due before it can be, so that every slot is late.
            jobs = [
                Job(
                    i,
                    (work("wrap", n), wait("proof", 0, 0, None)),
                    None,
                    (Load("heat.1.1", "steamer", 99.0, 1, 0),),
                    due=0,
                )
                for i, n in enumerate(slots)
            ]
            having = Resources((Person(""),), steamers=5, burners=5, horizon=120)
            found = solve(jobs, having, None, SECONDS)
            ends, at = 0, 0
            for n in sorted(slots):
                at += n
                ends += at + 1
            with self.subTest(seed=seed, slots=slots):
                assert found is not None
                self.assertTrue(found.proven)
                self.assertEqual(judged(jobs, found, having).late, WEIGHTS["late"] * ends)

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
    @given(
        seed=st.integers(0, 10_000),
        bakes=st.integers(1, 4),
        ovens=st.integers(1, 2),
        shelves=st.integers(1, 2),
        helper=st.booleans(),
        away=st.tuples(st.integers(60, 150), st.integers(1, 30)),
    )
    def test_whatever_the_kitchen_every_plan_can_be_carried_out_and_nothing_stands_too_long(
        self, seed: int, bakes: int, ovens: int, shelves: int, helper: bool, away: tuple[int, int]
    ) -> None:
        """Nothing overlaps; no rise is cut short, no filling older than it keeps, nobody asked while away; and pieces
        stand warm for no longer than they may, as soon as any plan found has that."""
        jobs = feast(bakes, seed)
        gone = replace(KITCHEN.people[0], away=((away[0], sum(away)),))
        people = (gone, Person("Helper", away=((0, 120),))) if helper else (gone,)
        having = replace(KITCHEN, people=people, ovens=ovens, shelves=shelves)
        quick = greedy(jobs, having)
        assert quick is not None
        best = solve(jobs, having, quick, 0.6)
        assert best is not None
        search = Search(jobs, having, Days(jobs, having, 40), judged(jobs, best, having).grave, best)
        search.run(for_tries(400), seed, Event())
        for plan in (quick, best, search.best):
            self.assertEqual(clashes(jobs, plan, having), [])
            self.assertTrue(all(stands(job, at) for job, at in zip(jobs, plan.placed, strict=True)))
        unsafe = [judged(jobs, plan, having).unsafe for plan in (quick, best, search.best)]
        self.assertEqual(unsafe[1:], [min(unsafe)] * 2)

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
        # The best plan may be one of several: as good it is at any hour.
        best = self.proven(jobs, having).cost
        self.assertEqual(best, self.proven([moved(job, by) for job in jobs], later).cost)

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

    def test_two_begun_at_once_by_one_pair_of_hands_both_go_on(self) -> None:
        for apart in range(4):
            begun = [
                replace(job, stages=(replace(job.stages[0], began=100 + n * apart), *job.stages[1:]), earliest=100)
                for n, job in enumerate(feast(2, 8))
            ]
            first = greedy(begun, KITCHEN)
            best = solve(begun, KITCHEN, first, 3.0)
            assert first is not None and best is not None
            for plan in (first, best):
                with self.subTest(apart=apart, how=plan.how):
                    self.assertEqual([p.starts[0] for p in plan.placed], [100, 100 + apart])
                    self.assertEqual(clashes(begun, plan, KITCHEN), [])
            self.assertLessEqual(best.cost, first.cost)


if __name__ == "__main__":
    unittest.main()
