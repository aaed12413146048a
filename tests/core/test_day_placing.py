"""Bakes put into what is left of a day: hands, ovens, pots and fridge as they are taken, by hand and by the solver."""

import json
import random
import unittest
from dataclasses import replace
from threading import Event

from airycrumb.day.greedy import Taken, alone, greedy, place
from airycrumb.day.job import Job, Load, Paper, Person, Placed, Plan, Resources
from airycrumb.day.judging import clashes, from_off, in_ovens, judged
from airycrumb.day.nudging import Search
from airycrumb.day.planning import as_stored, from_stored
from airycrumb.day.simulated import Days
from airycrumb.day.solving import solve
from tests.core.days import KITCHEN, SMALL, TRAY, baked_beside, feast, for_tries, small, work

ROOM = Resources((Person(""), Person("Helper", away=((0, 10),))), shelves=2, warms=1.0, horizon=100)


def taking(load: Load, at: int, having: Resources = ROOM) -> Taken:
    """A day with one load in it."""
    taken = Taken(having)
    job = Job(0, (work("wrap", 1),), None, (load,), 90)
    taken.take(job, Placed(0, (at - 1,), (None,), None, None, (at,), (0,)))
    return taken


class RisesInTheOven(unittest.TestCase):
    """A dough in the oven, its light on: nothing of another bake is baked there, nor while it cools or heats."""

    def day(self) -> list[Job]:
        return baked_beside("rise", 22)

    def apart(self, jobs: list[Job], plan: Plan) -> None:
        """By a reckoning of its own: a rise, the loads of the others, and the change between."""
        first = plan.placed[0]
        start, end = first.starts[1], first.starts[2]
        up, down = -(-17 * KITCHEN.warms // 5), -(-17 * KITCHEN.cools // 5)  # 170 °C between 30 and 200
        for job, placed in zip(jobs[1:], plan.placed[1:], strict=True):
            for load, into in zip(job.loads, placed.into, strict=True):
                self.assertTrue(into >= end + up or into + load.slots + down <= start, (start, end, into))

    def test_no_plan_bakes_where_a_dough_rises(self) -> None:
        jobs = self.day()
        quick = greedy(jobs, KITCHEN)
        assert quick is not None
        best = solve(jobs, KITCHEN, quick, 3.0)
        assert best is not None
        search = Search(jobs, KITCHEN, Days(jobs, KITCHEN, 40), judged(jobs, best, KITCHEN).grave, best)
        search.run(for_tries(500), 1, Event())
        for plan in (quick, best, search.best):
            self.apart(jobs, plan)
            self.assertEqual(clashes(jobs, plan, KITCHEN), [])
        self.assertLessEqual(best.cost, quick.cost)

    def test_a_load_put_in_while_a_dough_rises_there_is_a_clash(self) -> None:
        jobs = self.day()
        quick = greedy(jobs, KITCHEN)
        assert quick is not None
        rise = quick.placed[0].starts[1]
        other = replace(quick.placed[1], into=tuple(rise + 6 * n for n in range(len(jobs[1].loads))))
        moved = replace(quick, placed=(quick.placed[0], other, quick.placed[2]))
        self.assertIn("oven", [clash.over for clash in clashes(jobs, moved, KITCHEN)])

    def test_what_was_put_in_beside_a_dough_is_there_and_the_day_goes_on(self) -> None:
        """Marked as it was done, whatever anybody planned: no day is called impossible for that."""
        jobs = self.day()
        quick = greedy(jobs, KITCHEN)
        assert quick is not None
        first, stages = quick.placed[0], list(jobs[0].stages)
        stages[0] = replace(stages[0], began=first.starts[0], ended=first.starts[1])
        stages[1] = replace(stages[1], began=first.starts[1])
        put_in = first.starts[1] + 3
        begun = [replace(s, began=0, ended=1) for s in jobs[1].stages]
        begun[-1] = replace(jobs[1].stages[-1], began=put_in - 9, ended=put_in)
        heated = replace(
            jobs[1],
            stages=tuple(begun),
            filling=None,
            loads=tuple(replace(x, began=put_in + 5 * n) for n, x in enumerate(jobs[1].loads)),
        )
        marked = [replace(jobs[0], stages=tuple(stages)), heated, jobs[2]]
        plan = greedy(marked, KITCHEN)
        assert plan is not None
        self.assertEqual(plan.placed[1].into[0], put_in)
        best = solve(marked, KITCHEN, plan, 2.0)
        assert best is not None
        self.assertLessEqual(best.cost, plan.cost)

    def test_a_proof_there_that_is_over_takes_the_oven_no_more(self) -> None:
        job = self.day()[0]
        stages = list(job.stages)
        plan = greedy([job], KITCHEN)
        assert plan is not None
        starts, into = plan.placed[0].starts, plan.placed[0].into
        ends = [*starts[1:], into[0]]
        done = [replace(s, began=a, ended=b) for s, a, b in zip(stages, starts, ends, strict=True)]
        done[-1] = replace(done[-1], oven=True)
        over = replace(job, stages=tuple(done), filling=None, earliest=into[0])
        self.assertIsNotNone(greedy([over], KITCHEN))
        self.assertEqual(list(in_ovens(over, plan.placed[0], KITCHEN)), [])

    def test_pieces_that_prove_there_come_out_while_it_heats_for_them(self) -> None:
        job = self.day()[0]
        proved = replace(job, stages=(*job.stages[:-1], replace(job.stages[-1], oven=True)))
        plan = solve([proved], KITCHEN, greedy([proved], KITCHEN), 2.0)
        assert plan is not None and plan.proven
        *_, (proof, start, _) = in_ovens(proved, plan.placed[0], KITCHEN)
        self.assertEqual(start + proof.slots + from_off(proved, KITCHEN), plan.placed[0].into[0])


class WhatIsTaken(unittest.TestCase):
    def test_hands_go_to_who_is_free_and_there_and_awake(self) -> None:
        taken = Taken(ROOM)
        self.assertEqual(taken.who(0, 5), 0)
        taken.hands[0] |= 0b11111 << 12
        self.assertEqual(taken.who(12, 3), 1)
        self.assertIsNone(Taken(replace(ROOM, people=(Person("", away=((3, 8),)),))).who(0, 5))
        owls = replace(ROOM, people=(Person("Early", asleep=((20, 40),)), Person("Late")))
        self.assertEqual(Taken(owls).who(25, 2), 1)

    def test_an_oven_takes_a_like_load_while_it_has_a_shelf_and_an_unlike_one_after_its_change(self) -> None:
        taken = taking(TRAY, 20)
        self.assertEqual(taken.oven_for(replace(TRAY, celsius=205.0), 22), 0)
        self.assertIsNone(taken.oven_for(replace(TRAY, shelves=2), 22))
        hotter = replace(TRAY, celsius=250.0)  # fifty degrees up: five minutes, a slot
        self.assertIsNone(taken.oven_for(hotter, 25))
        self.assertEqual(taken.oven_for(hotter, 26), 0)

    def test_a_second_oven_takes_what_the_first_cannot(self) -> None:
        taken = taking(TRAY, 20, replace(ROOM, ovens=2))
        self.assertEqual(taken.oven_for(replace(TRAY, celsius=250.0), 20), 1)

    def test_a_stone_must_have_stood_in_the_oven_at_its_warmth_before(self) -> None:
        taken = taking(TRAY, 20)
        stone = replace(TRAY, celsius=250.0, heats=6)
        self.assertIsNone(taken.oven_for(stone, 31))
        self.assertEqual(taken.oven_for(stone, 32), 0)

    def test_pot_and_pan_stand_on_burners_and_each_is_one(self) -> None:
        pot = Load("heat.1.1", "steamer", 99.0, 5, 1)
        pan = replace(pot, where="pan")
        taken = taking(pot, 20)
        self.assertIsNone(taken.oven_for(pot, 22))
        self.assertEqual(taken.oven_for(pan, 22), 0)
        self.assertIsNone(taking(pot, 20, replace(ROOM, burners=1)).oven_for(pan, 22))

    def test_the_fridge_holds_so_many_trays_at_a_time(self) -> None:
        taken = Taken(replace(ROOM, fridge_trays=2))
        taken.cold.append((10, 50, 1))
        self.assertTrue(taken.cold_for(20, 40, 1))
        self.assertFalse(taken.cold_for(20, 40, 2))
        self.assertTrue(taken.cold_for(50, 90, 2))


class Placing(unittest.TestCase):
    def test_a_second_bake_takes_the_cheapest_place_that_is_left(self) -> None:
        first, second = feast(2, 8)
        taken = Taken(KITCHEN)
        one = place(first, taken)
        assert one is not None
        taken.take(first, one)
        two = place(second, taken)
        assert two is not None
        self.assertEqual(clashes([first, second], Plan((one, two)), KITCHEN), [])

    def test_where_nobody_is_ever_there_no_place_is_found(self) -> None:
        nobody = replace(KITCHEN, people=(Person("", away=((0, KITCHEN.horizon),)),))
        self.assertIsNone(alone(feast(1, 3)[0], nobody))
        self.assertIsNone(greedy(feast(2, 3), nobody))

    def test_nothing_is_begun_before_now(self) -> None:
        for seed in range(4):
            jobs = [replace(job, earliest=150) for job in feast(2, seed)]
            for plan in (greedy(jobs, KITCHEN), solve(jobs, KITCHEN, None, 2.0)):
                assert plan is not None
                self.assertGreaterEqual(min(p.begins for p in plan.placed), 150)

    def test_ten_bakes_are_planned(self) -> None:
        jobs = feast(10, 33)
        plan = greedy(jobs, KITCHEN)
        assert plan is not None
        self.assertEqual(clashes(jobs, plan, KITCHEN), [])


class Solved(unittest.TestCase):
    def test_what_the_solver_says_it_costs_is_what_it_is_judged_to_cost(self) -> None:
        for seed in range(20):
            jobs = [small(i, random.Random(1000 + seed)) for i in range(2)]
            plan = solve(jobs, SMALL, None, 5.0)
            if plan is None:
                continue
            self.assertEqual(plan.cost, judged(jobs, plan, SMALL).total)
            self.assertLessEqual(plan.bound or 0, plan.cost)

    def test_what_was_begun_is_where_it_was_marked(self) -> None:
        jobs = feast(2, 12)
        plan = greedy(jobs, KITCHEN)
        assert plan is not None
        into = max(plan.placed[0].into)
        stages = []
        for n, stage in enumerate(jobs[0].stages):
            start = plan.placed[0].starts[n]
            stages.append(replace(stage, began=start, ended=start + plan.placed[0].length(n)))
        loads = tuple(replace(x, began=at) for x, at in zip(jobs[0].loads, plan.placed[0].into, strict=True))
        filling = jobs[0].filling
        made = None if filling is None else replace(filling, began=plan.placed[0].filling)
        gone = replace(jobs[0], stages=tuple(stages), loads=loads, filling=made, earliest=into)
        rest = replace(jobs[1], earliest=into)
        found = solve([gone, rest], KITCHEN, None, 3.0)
        assert found is not None
        self.assertEqual(found.placed[0].starts, plan.placed[0].starts)
        self.assertEqual(found.placed[0].into, plan.placed[0].into)
        self.assertGreaterEqual(found.placed[1].begins, into)

    def test_a_search_nobody_wants_any_more_ends(self) -> None:
        jobs = feast(6, 31)
        seen: list[Plan] = []

        def enough(plan: Plan) -> bool:
            seen.append(plan)
            return False

        found = solve(jobs, KITCHEN, None, 30.0, enough)
        assert found is not None
        self.assertEqual(len(seen), 1)
        self.assertFalse(found.proven)

    def test_a_plan_survives_being_stored(self) -> None:
        jobs = feast(3, 7)
        plan = solve(jobs, KITCHEN, None, 2.0)
        assert plan is not None
        self.assertEqual(from_stored(as_stored(plan)), plan)
        held = replace(plan, how="held", paper=Paper(plan.cost, plan.bound, plan.proven, 0.7, 0.2))
        self.assertEqual(from_stored(json.loads(json.dumps(as_stored(held)))), held)
        self.assertIsNone(from_stored(None))


if __name__ == "__main__":
    unittest.main()
