"""A batch begun with what comes before its dough: that is called first, and the dough at its own hour."""

import unittest
from datetime import datetime, timedelta

from airycrumb.bake import read_bake
from airycrumb.bake.marks import Observation
from airycrumb.day.holding import held
from airycrumb.sheet import Sheet, work
from tests.core.examples import NOON, bake_document, kitchen

EVENING = NOON.replace(hour=22, minute=10)
UNTIL = 470.0  # min, to six in the morning
DOUGH = EVENING + timedelta(minutes=UNTIL)


def begun(*seen: Observation, until: float | None = UNTIL, now: datetime = EVENING) -> Sheet:
    """Begun in the evening, with what was marked since."""
    where = kitchen()
    return work(
        read_bake(bake_document("kale-potato-braids"), where.habits.own),
        where,
        (Observation("started", "weigh", EVENING, until), *seen),
        now=now,
    )


def hours(sheet: Sheet) -> dict[str, datetime]:
    return {e.id: e.due for e in sheet.events}


class Ahead(unittest.TestCase):
    def test_the_dough_begins_at_its_hour_and_all_else_as_if_begun_then(self) -> None:
        ahead, then = begun(), begun(until=None)
        moved = {key: at - timedelta(minutes=UNTIL) for key, at in hours(ahead).items()}
        self.assertEqual(moved, hours(then))

    def test_on_a_day_the_filling_is_called_when_the_day_has_it_and_first(self) -> None:
        sheet = held(begun(), {"filling": EVENING, "weigh": DOUGH})
        self.assertEqual(sheet.events[0].stage, "filling")
        self.assertEqual(sheet.events[0].due, EVENING)
        self.assertEqual(min(e.due for e in sheet.events if e.stage == "weigh"), DOUGH)

    def test_once_it_is_made_the_dough_is_next(self) -> None:
        made = EVENING + timedelta(minutes=40)
        first = Observation("did", "filling", made, event="filling.make")
        sheet = held(begun(first, now=made), {"weigh": DOUGH})
        waiting = [e for e in sheet.events if e.standing == "open" and e.stage != "filling"]
        self.assertEqual((waiting[0].stage, waiting[0].due), ("weigh", DOUGH))

    def test_a_dough_kneaded_before_its_hour_was_begun_before_it(self) -> None:
        kneaded = DOUGH - timedelta(minutes=90)
        sheet = begun(Observation("done", "weigh", kneaded), now=kneaded)
        steps = {s.key: s for s in sheet.day.steps}
        self.assertEqual((steps["weigh"].start, steps["weigh"].end), (kneaded, kneaded))
        self.assertGreater(sheet.rise.ready, kneaded)
        self.assertLess(sheet.day.eat, begun().day.eat - timedelta(minutes=60))

    def test_a_dough_begun_late_is_late(self) -> None:
        late = DOUGH + timedelta(hours=1)
        self.assertGreaterEqual(begun(now=late).day.eat, begun().day.eat + timedelta(minutes=30))
