"""Late, early, and ready at an hour."""

import unittest
from dataclasses import replace
from datetime import datetime, timedelta
from typing import Any

from airycrumb.bake import read_bake
from airycrumb.bake.edits import edited
from airycrumb.bake.marks import Observation
from airycrumb.plan.context import Context
from airycrumb.whatif.rise import Option, Rise, rise_of
from tests.core.examples import NOON, bake_document, kitchen, seen
from tests.core.spoken import away, late_by, ready_at, work

DOCUMENT = bake_document(plan={"eat_at": None})


def rise(document: dict[str, Any] = DOCUMENT, observations: tuple[Observation, ...] = (), now: datetime = NOON) -> Rise:
    """The first rise of a bake as it stands."""
    bake = read_bake(document)
    s = work(bake, kitchen(), observations, now=now)
    return rise_of(
        replace(Context.here(bake, kitchen(), observations, now), starts=(("start", s.day.start),)), s.rise.start
    )


def by(options: list[Option], word: str) -> Option:
    """The option whose label holds a word."""
    return next(o for o in options if word in o.label)


class ReadyAt(unittest.TestCase):
    def test_each_way_that_reaches_the_hour_really_does_once_it_is_taken(self) -> None:
        r = rise()
        for hours in (1.5, 3, 5):
            asked = r.begin + timedelta(hours=hours)
            for option in ready_at(r, asked):
                if option.answer is None or not option.reaches:
                    continue
                with self.subTest(hours=hours, way=option.label):
                    s = work(read_bake(edited(DOCUMENT, option.answer.changes)), kitchen(), now=NOON)
                    assert option.ready_low and option.ready_high
                    near = max(timedelta(minutes=13), 0.12 * (option.ready_high - option.ready_low))
                    self.assertLess(abs(s.rise.ready - asked), near)
                    self.assertLess(abs(s.rise.start - r.begin), timedelta(minutes=2))

    def test_an_hour_no_yeast_reaches_is_said_to_be_out_of_reach(self) -> None:
        r = rise()
        soon = ready_at(r, r.begin + timedelta(minutes=12))
        self.assertFalse(any(o.reaches for o in soon))
        self.assertIn("as far as is sensible", by(soon, "yeast").why)

    def test_the_fridge_is_offered_for_a_late_hour_only(self) -> None:
        r = rise()
        self.assertTrue(any("fridge" in o.label for o in ready_at(r, r.begin + timedelta(hours=7))))
        self.assertFalse(any("fridge" in o.label for o in ready_at(r, r.begin + timedelta(hours=1))))

    def test_once_it_rises_only_the_spot_can_still_be_changed(self) -> None:
        marks = (seen("started", "weigh", 0), seen("done", "weigh", 20))
        r = rise(observations=marks, now=NOON + timedelta(minutes=50))
        found = ready_at(r, NOON + timedelta(minutes=95))
        self.assertTrue(found)
        self.assertTrue(all(o.answer is None and o.move for o in found))
        self.assertTrue(all(o.ready and o.ready > r.ctx.now for o in found))


class Away(unittest.TestCase):
    def test_leaving_it_is_the_first_thing_weighed(self) -> None:
        found = away(rise(), 240)
        self.assertEqual(found[0].label, "Leave it where it is")
        self.assertTrue(any(o.reaches for o in found[1:]))


class Late(unittest.TestCase):
    def test_the_later_the_further_past_and_the_words_follow(self) -> None:
        r = rise()
        shares = [late_by(r, m).growth.typical for m in (0, 20, 60, 240)]
        self.assertEqual(shares, sorted(shares))
        self.assertAlmostEqual(shares[0], 1.0, delta=0.02)
        self.assertIn("hardly past", late_by(r, 5).verdict)
        self.assertIn("well past", late_by(r, 400).verdict)
        self.assertTrue(any("Knock it back" in what for what in late_by(r, 400).do))

    def test_a_band_is_in_order(self) -> None:
        g = late_by(rise(), 40).growth
        self.assertTrue(g.low <= g.typical <= g.high)
