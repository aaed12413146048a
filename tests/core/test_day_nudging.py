"""Small moves: a plan they lead to can be carried out, holds at least as well, and leaves alone what must stay."""

import unittest
from dataclasses import replace
from functools import partial
from threading import Event, get_ident
from time import monotonic
from unittest.mock import patch

from airycrumb.day import choosing
from airycrumb.day.choosing import choose
from airycrumb.day.greedy import greedy
from airycrumb.day.job import Job, Person, Plan, Resources
from airycrumb.day.judging import clashes, judged, stands
from airycrumb.day.nudging import Search, parted, swapped
from airycrumb.day.simulated import Days
from airycrumb.day.solving import solve
from tests.core.days import KITCHEN, feast, for_tries

TRIES, DAYS = 700, 60


def quick(jobs: list[Job], having: Resources = KITCHEN) -> Plan:
    """A plan to be moved."""
    plan = greedy(jobs, having)
    assert plan is not None
    return plan


def searched(jobs: list[Job], plan: Plan, having: Resources = KITCHEN, tries: int = TRIES) -> Search:
    """A search from a plan, run to its end."""
    search = Search(jobs, having, Days(jobs, having, DAYS), 10**9, plan)
    search.run(for_tries(tries), 1, Event())
    return search


class SmallMoves(unittest.TestCase):
    def test_what_comes_out_can_be_carried_out_and_holds_no_worse(self) -> None:
        better = 0
        for seed in range(6):
            jobs = feast(2 + seed % 2, seed)
            plan = quick(jobs)
            found = searched(jobs, plan)
            with self.subTest(seed=seed):
                self.assertEqual(clashes(jobs, found.best, KITCHEN), [])
                self.assertTrue(all(stands(job, at) for job, at in zip(jobs, found.best.placed, strict=True)))
                days = Days(jobs, KITCHEN, DAYS)
                # Of the score, a plan begun an hour later is worth as much as a day in some hundred and fifty late.
                self.assertLess(days.play(found.best).score, days.play(plan).score + 0.05)
                better += days.play(found.best).score < days.play(plan).score
        self.assertGreaterEqual(better, 3)

    def test_what_is_pinned_or_was_marked_stays_and_what_comes_after_it_is_open(self) -> None:
        jobs = feast(2, 21)
        plan = quick(jobs)
        first = plan.placed[0]
        assert jobs[0].filling is not None and first.filling is not None
        stages = jobs[0].stages
        begun = replace(jobs[0], stages=(replace(stages[0], began=first.starts[0]), *stages[1:]))
        filled = replace(jobs[0], filling=replace(jobs[0].filling, began=first.filling))
        held = replace(jobs[0], pinned=first.starts[0])
        of_both = {1: begun, 2: filled, 3: held}
        for which, job in of_both.items():
            found = searched([job, jobs[1]], plan).best.placed[0]
            with self.subTest(which=which):
                if which == 2:
                    self.assertEqual(found.filling, first.filling)
                else:
                    self.assertEqual(found.starts[0], first.starts[0])
                self.assertTrue(stands(job, found))

    def test_nothing_is_moved_to_before_now(self) -> None:
        jobs = [replace(job, earliest=130) for job in feast(2, 5)]
        found = searched(jobs, quick(jobs)).best
        self.assertGreaterEqual(min(p.begins for p in found.placed), 130)

    def test_a_helper_and_a_second_oven_are_used_where_they_help(self) -> None:
        jobs = feast(3, 24)
        more = replace(KITCHEN, people=(*KITCHEN.people, Person("Helper")), ovens=2)
        # The plan of one pair of hands and one oven, in a kitchen with two of each.
        found = searched(jobs, quick(jobs), more, tries=2000).best
        self.assertEqual(clashes(jobs, found, more), [])
        self.assertTrue(any(who == 1 for p in found.placed for who in (*p.who, p.filler)))

    def test_no_filling_is_made_early_for_nothing(self) -> None:
        """Where rises take as long as they are forecast, an hour early gains nothing, and its bowl stands about."""
        moved = 0
        for seed in range(4):
            drawn = feast(2, seed)
            jobs = [replace(job, stages=tuple(replace(s, spread=0.0) for s in job.stages)) for job in drawn]
            plan = quick(jobs)
            early = replace(plan, placed=tuple(replace(p, filling=p.filling and p.filling - 6) for p in plan.placed))
            if clashes(jobs, early, KITCHEN) or not all(map(stands, jobs, early.placed)):
                continue
            settled = Search(jobs, KITCHEN, Days(jobs, KITCHEN, DAYS), 10**9, early).settled(early)
            moved += 1
            with self.subTest(seed=seed):
                self.assertEqual(clashes(jobs, settled, KITCHEN), [])
                for before, at in zip(early.placed, settled.placed, strict=True):
                    self.assertGreaterEqual(at.filling or 0, (before.filling or 0) + (before.filling is not None) * 6)
                    self.assertEqual(replace(at, filling=before.filling), before)
        self.assertGreater(moved, 0)

    def test_a_search_that_is_ended_ends(self) -> None:
        jobs, ended = feast(2, 3), Event()
        ended.set()
        search = Search(jobs, KITCHEN, Days(jobs, KITCHEN, DAYS), 10**9, quick(jobs))
        began = monotonic()
        search.run(for_tries(10**6), 1, ended)
        self.assertLess(monotonic() - began, 5.0)
        self.assertEqual(search.best.placed, quick(jobs).placed)

    def test_nothing_graver_on_paper_is_chosen_for_how_it_plays(self) -> None:
        better = 0
        for seed in (3, 9, 24):
            jobs = feast(3, seed)
            # The best on paper is seldom one plan: the search begins from this one, or it is measured by another.
            best, days = solve(jobs, KITCHEN, quick(jobs), 2.0), Days(jobs, KITCHEN, 10_000, 5)
            tried = patch.object(choosing, "for_seconds", lambda _: for_tries(3000))
            with patch.object(choosing, "solve", return_value=best), tried:
                chosen = choose(jobs, KITCHEN, 2.0)
            assert chosen is not None and chosen.plan.paper is not None
            with self.subTest(seed=seed):
                self.assertLessEqual(judged(jobs, chosen.plan, KITCHEN).grave, judged(jobs, quick(jobs), KITCHEN).grave)
                assert best is not None and best.proven
                self.assertEqual(best.cost, chosen.plan.paper.cost)
                # Chosen on other days than these: to within what ten thousand days tell.
                self.assertLess(days.play(chosen.plan).score, days.play(best).score + 0.05)
                better += days.play(chosen.plan).score < days.play(best).score
        self.assertGreaterEqual(better, 2)

    def test_where_nobody_waits_any_longer_the_search_ends_whatever_it_is_at(self) -> None:
        """Six bakes are not proven for a long time, and nothing better is found for most of it."""
        for asked_for in ([], [True, True, True]):
            answers = iter(asked_for)
            jobs, began = feast(6, 31), monotonic()
            chosen = choose(jobs, KITCHEN, 60.0, wanted=partial(next, answers, False))
            with self.subTest(asked=len(asked_for)):
                self.assertIsNotNone(chosen)
                self.assertLess(monotonic() - began, 12.0)

    def test_whoever_waits_is_told_in_the_thread_that_was_asked(self) -> None:
        """Telling may mean asking a database, whose connection belongs to that thread."""
        told: list[Plan] = []
        threads = set()

        def seen(plan: Plan) -> bool:
            told.append(plan)
            threads.add(get_ident())
            return True

        jobs = feast(4, 25)
        choose(jobs, KITCHEN, 3.0, seen=seen, wanted=lambda: threads.add(get_ident()) is None)
        self.assertEqual(threads, {get_ident()})
        self.assertTrue(any(plan.how == "held" for plan in told))
        self.assertTrue(all(clashes(jobs, plan, KITCHEN) == [] for plan in told))


class Moves(unittest.TestCase):
    def test_a_day_parted_at_an_hour_gives_what_is_under_way_more_time(self) -> None:
        jobs = feast(2, 21)
        plan = quick(jobs)
        rise = plan.placed[0].starts[1]
        apart = parted(plan.placed, rise + 1, 3, ahead=True)
        self.assertEqual(apart[0].length(1), plan.placed[0].length(1) + 3)
        self.assertEqual(apart[0].into, plan.placed[0].into)
        after = parted(plan.placed, rise + 1, 3, ahead=False)
        self.assertEqual(after[0].starts[:2], plan.placed[0].starts[:2])
        self.assertEqual([at - 3 for at in after[0].into], list(plan.placed[0].into))

    def test_two_works_in_each_others_place_take_the_same_hours_together(self) -> None:
        jobs = feast(3, 22)
        plan = quick(jobs)
        spans = lambda places: sorted(
            (at, s.least)
            for job, p in zip(jobs, places, strict=True)
            for s, at in zip(job.stages, p.starts, strict=True)
            if s.hands
        )
        whole = lambda places: sum(slots for _, slots in spans(places))
        changed = [swapped(jobs, plan.placed, n) for n in range(8)]
        self.assertTrue(all(whole(places) == whole(plan.placed) for places in changed))
        self.assertTrue(all(places != plan.placed for places in changed))


class Standing(unittest.TestCase):
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
