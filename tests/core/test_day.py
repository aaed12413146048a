"""The timetable, forwards and backwards, and while things happen."""

import unittest
from dataclasses import replace
from datetime import timedelta
from itertools import pairwise

from hypothesis import given
from hypothesis import strategies as st

from airycrumb.plan.chains import Chain, Work, latest
from airycrumb.plan.timetable import Done, Durations, Leg, Timetable, resolve, stage, timetable, total_minutes
from airycrumb.problems import InputError
from airycrumb.quantities import Band
from airycrumb.words import say
from tests.core.examples import NOON

LENGTHS = {
    "weigh": (22, 22, 22),
    "rise": (80, 110, 150),
    "divide": (19, 19, 19),
    "wrap": (22, 22, 22),
    "proof": (20, 30, 45),
    "heat": (14, 17, 20),
    "rest": (5, 5, 5),
}


def lengths(**other: float) -> tuple[Leg, ...]:
    """The stages with some of them exactly so long; a sponge and a second rise where they are named."""
    order = ("sponge", "weigh", "rise", "again", "divide", "wrap", "proof", "heat", "rest")
    bands = {k: Band(*b) for k, b in LENGTHS.items()} | {k: Band(m, m, m) for k, m in other.items()}
    return tuple(stage(k, bands[k]) for k in order if k in bands)


def beside(hands: float = 25, cool: float = 35, soak: float = 0) -> tuple[Chain, ...]:
    """A filling made in one go, and a part of the dough that soaks."""
    made = Work("filling", say("Make the filling"), hands, True, "filling", "filling")
    cooled = Work("cooling", say("Filling cools"), cool, False, "filling", "filling")
    soaked = Work("soak", say("Soak"), soak, False, "weigh")
    return (Chain((made, cooled), "wrap"), *([Chain((soaked,), "weigh")] if soak else []))


PLAIN = Durations(lengths(), beside(), 10)
minute = st.floats(1, 600)


def at(table: Timetable, key: str):  # type: ignore[no-untyped-def]
    """A step by its key."""
    return next(s for s in table.steps if s.key == key)


class BothWays(unittest.TestCase):
    @given(
        st.dictionaries(st.sampled_from(("sponge", "rise", "again", "wrap", "proof", "heat")), minute),
        minute,
        minute,
        st.sampled_from((0.0, 60.0)),
    )
    def test_worked_back_from_eating_and_forwards_from_there_agree(
        self, long: dict[str, float], hands: float, cool: float, soak: float
    ) -> None:
        d = Durations(lengths(**long), beside(hands, cool, soak), 10)
        back = timetable(d, eat=NOON)
        forth = timetable(d, start=back.start)
        self.assertLess(abs(back.eat - NOON), timedelta(seconds=1))
        self.assertLess(abs(forth.eat - NOON), timedelta(seconds=1))
        self.assertAlmostEqual(total_minutes(d), (forth.eat - forth.start).total_seconds() / 60, places=2)

    def test_stages_follow_one_another_without_gaps(self) -> None:
        t = timetable(PLAIN, start=NOON)
        keys = ("weigh", "rise", "divide", "wrap", "proof", "heat", "rest")
        for before, after in pairwise(keys):
            self.assertEqual(at(t, before).end, at(t, after).start)


class Placing(unittest.TestCase):
    def test_filling_work_sits_inside_the_rise_and_is_cool_for_wrapping(self) -> None:
        t = timetable(PLAIN, start=NOON)
        self.assertGreaterEqual(at(t, "filling").start, at(t, "rise").start)
        self.assertLessEqual(at(t, "cooling").end, at(t, "wrap").start)

    def test_hands_are_never_asked_for_two_things_at_once(self) -> None:
        t = timetable(replace(PLAIN, chains=beside(cool=0)), start=NOON)
        busy = sorted((s.start, s.end) for s in t.steps if s.hands)
        for (_, end), (start, _) in pairwise(busy):
            self.assertLessEqual(end, start)

    def test_a_sponge_comes_first_and_the_filling_is_made_while_it_ripens_if_it_must_be_early(self) -> None:
        t = timetable(Durations(lengths(sponge=190), beside(cool=300), 10), start=NOON)
        self.assertLessEqual(at(t, "sponge").end, at(t, "weigh").start)
        self.assertEqual(at(t, "sponge_mix").start, at(t, "sponge").start)
        self.assertLessEqual(at(t, "filling").end, at(t, "weigh").start)
        self.assertLessEqual(at(t, "cooling").end, at(t, "wrap").start)

    def test_a_scald_is_cool_when_the_dough_is_weighed(self) -> None:
        t = timetable(replace(PLAIN, chains=beside(soak=60)), start=NOON)
        self.assertEqual((at(t, "soak").start, at(t, "soak").end), (NOON, at(t, "weigh").start))

    def test_a_filling_that_cools_for_longer_than_the_rise_is_made_first(self) -> None:
        t = timetable(replace(PLAIN, chains=beside(cool=300)), start=NOON)
        self.assertEqual(t.start, at(t, "filling").start)
        self.assertLessEqual(at(t, "filling").end, at(t, "weigh").start)
        self.assertLessEqual(at(t, "cooling").end, at(t, "wrap").start)

    def test_the_preheat_ends_as_the_heat_begins(self) -> None:
        t = timetable(PLAIN, start=NOON)
        self.assertEqual(at(t, "preheat").end, at(t, "heat").start)

    def test_doubt_grows_along_the_day(self) -> None:
        t = timetable(PLAIN, start=NOON)
        self.assertEqual(at(t, "rise").start_low, at(t, "rise").start)
        self.assertLess(at(t, "divide").start_low, at(t, "divide").start)
        self.assertGreater(t.eat_high - t.eat, at(t, "divide").start_high - at(t, "divide").start)


class UnderWay(unittest.TestCase):
    def done(self, now_min: float, **ended: float) -> Timetable:
        marks = {k: NOON + timedelta(minutes=m) for k, m in ended.items()}
        return timetable(PLAIN, done=Done(NOON, marks, NOON + timedelta(minutes=now_min)))

    def test_a_stage_that_ended_late_moves_all_that_follows(self) -> None:
        early, late = self.done(30, weigh=22), self.done(60, weigh=52)
        self.assertEqual(late.eat - early.eat, timedelta(minutes=30))

    def test_an_overdue_stage_ends_no_sooner_than_now(self) -> None:
        t = self.done(300, weigh=22)
        self.assertEqual(at(t, "rise").end, NOON + timedelta(minutes=300))

    def test_what_has_ended_carries_no_doubt(self) -> None:
        t = self.done(150, weigh=22, rise=140)
        self.assertEqual(at(t, "divide").start_low, at(t, "divide").start_high)


class Hours(unittest.TestCase):
    def test_an_hour_is_todays_and_a_date_is_its_own(self) -> None:
        self.assertEqual(resolve("18:30", NOON, "x").hour, 18)
        self.assertEqual(resolve("2026-11-27T18:30", NOON, "x").day, 27)

    def test_nonsense_is_answered_with_a_sentence(self) -> None:
        for text in ("25:00", "half six", "", "18:3x", "2026-13-40T10:00"):
            with self.subTest(text=text), self.assertRaisesRegex(InputError, "is not a time"):
                resolve(text, NOON, "plan.eat_at")


class Gaps(unittest.TestCase):
    @given(st.lists(st.tuples(st.floats(-500, 500), st.floats(0.1, 90)), max_size=12), st.floats(-200, 500), minute)
    def test_the_latest_gap_is_free_and_is_found_whatever_the_minutes(
        self, spans: list[tuple[float, float]], at: float, minutes: float
    ) -> None:
        busy = [(start, start + long) for start, long in spans]
        found = latest(at, minutes, busy)
        self.assertLessEqual(found, at)
        for start, end in busy:
            self.assertTrue(found + minutes <= start + 1e-5 or found >= end - 1e-5, (found, start, end))
