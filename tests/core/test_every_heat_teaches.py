"""A batch heated in two ways teaches each of them by its own loads; every step of it stands beside its plan."""

import unittest
from datetime import timedelta
from typing import Any

from airycrumb.bake import read_bake, read_kitchen
from airycrumb.bake.marks import Observation
from airycrumb.learning.finish import Lesson, finish
from airycrumb.learning.step_records import steps_of
from airycrumb.learning.write_back import after_lesson
from airycrumb.sheet import Sheet
from tests.core.examples import NOON, bake_document, kitchen, kitchen_document, raw_sheet, seen
from tests.core.spoken import work

BAKED = {"method": "oven", "temperature": "190 C", "rest": "5 min", "minutes": None}
STEAMED = {"method": "steam", "fire": "high", "covered": True, "rest": "5 min", "minutes": None}


def two_ways() -> dict[str, Any]:
    """Half steamed, half baked."""
    document = bake_document("leek-or-pear-buns", heat=STEAMED)
    document["more_groups"][0]["heat"] = BAKED
    return document


def into(load: str, minutes: float) -> Observation:
    """A load goes in, or comes out."""
    return Observation("did", "heat", NOON + timedelta(minutes=minutes), None, None, load)


def begun() -> list[Observation]:
    """Marks up to the end of the proof."""
    stages = (("weigh", 25), ("rise", 130), ("divide", 150), ("wrap", 170), ("proof", 230))
    return [seen("started", "weigh", 0), *(seen("done", stage, at) for stage, at in stages)]


def lesson_of(*marks: Observation) -> Lesson:
    """What the batch teaches with these marks of its heats."""
    every = sorted([*begun(), *marks], key=lambda one: one.at)
    return finish(read_bake(two_ways()), kitchen(), every, [], now=NOON + timedelta(hours=6))


class EveryHeat(unittest.TestCase):
    STEAM = (into("heat.1.1.in", 230), into("heat.1.1.out", 250))
    OVEN = (into("heat.2.1.in", 260), into("heat.2.1.out", 290))

    def read(self, began: float, *seen_at: tuple[float, float]) -> list[Observation]:
        """Readings of a probe, minutes after a load went in."""
        return [seen("probe", "heat", began + minute, celsius) for minute, celsius in seen_at]

    def test_a_probe_in_the_second_heat_teaches_the_second_way(self) -> None:
        lesson = lesson_of(*self.STEAM, *self.OVEN, *self.read(260, (14, 40), (20, 58), (26, 72)))
        self.assertIsNone(lesson.pace)
        self.assertEqual(set(lesson.more_paces), {"oven"})
        self.assertEqual(lesson.more_paces["oven"].bakes, 1)

    def test_a_probe_in_each_teaches_both_and_neither_the_other(self) -> None:
        steam = self.read(230, (8, 45), (12, 60), (16, 74))
        alone = lesson_of(*self.STEAM, *self.OVEN, *steam)
        both = lesson_of(*self.STEAM, *self.OVEN, *steam, *self.read(260, (14, 40), (20, 58), (26, 72)))
        self.assertEqual(both.pace, alone.pace)
        self.assertEqual((set(alone.more_paces), set(both.more_paces)), (set(), {"oven"}))

    def test_it_is_written_into_the_kitchen_by_its_method(self) -> None:
        lesson = lesson_of(*self.STEAM, *self.OVEN, *self.read(260, (14, 40), (20, 58), (26, 72)))
        taught = read_kitchen(after_lesson(kitchen_document(), lesson, "gathered"))
        self.assertEqual(taught.paces["oven"].bakes, 1)
        self.assertNotIn("steam", taught.paces)

    def test_a_thermometer_in_the_second_heat_teaches_the_oven(self) -> None:
        air = [seen("oven", "heat", 260 + minute, 172.0) for minute in range(0, 28, 2)]
        lesson = lesson_of(*self.STEAM, *self.OVEN, *air)
        assert lesson.oven is not None
        self.assertAlmostEqual(lesson.oven.off_c, -18, delta=2)

    def test_a_thermometer_on_the_way_up_teaches_when_to_light_it(self) -> None:
        lit = into("heat.2.1.light", 236)
        way_up = [seen("oven", "heat", 236 + minute, 20 + 170 * minute / 30) for minute in (10, 15, 20, 24)]
        lesson = lesson_of(*self.STEAM, lit, *self.OVEN, *way_up)
        assert lesson.oven is not None
        self.assertGreater(lesson.oven.warms_in, 1.3)
        taught = read_kitchen(after_lesson(kitchen_document(), lesson, "gathered"))
        self.assertAlmostEqual(taught.oven_warms_min, kitchen().oven.preheat_min * lesson.oven.warms_in, delta=0.1)
        plain, slow = (work(read_bake(two_ways()), k, now=NOON) for k in (kitchen(), taught))
        begins = [next(e.start for e in s.events if e.id == "heat.2.1.light") for s in (plain, slow)]
        self.assertLess(begins[1], begins[0])


class EveryStep(unittest.TestCase):
    def sheets(self, *marks: Observation) -> tuple[Sheet, Sheet]:
        """The plan of a batch begun at noon, and as it went."""
        started, document = seen("started", "weigh", 0), bake_document()
        plan = work(read_bake(document), kitchen(), [started], now=NOON)
        return plan, work(read_bake(document), kitchen(), [started, *marks], now=NOON + timedelta(hours=6))

    def test_what_was_marked_later_sooner_or_not_at_all_is_said(self) -> None:
        plan, _ = self.sheets()
        kneaded = next(e for e in plan.events if e.stage == "weigh" and e.ends_stage)
        planned = (kneaded.end - NOON).total_seconds() / 60
        for by, said in ((17, "17 min later"), (-6, "6 min sooner"), (0.5, "as planned")):
            with self.subTest(by=by):
                steps = {step.id: step for step in steps_of(*self.sheets(seen("done", "weigh", planned + by)))}
                self.assertEqual(str(steps[kneaded.id].off), said)
                self.assertAlmostEqual(steps[kneaded.id].off_min or 0, by, delta=0.01)
        within = [step for step in steps.values() if step.stage == "weigh" and step.id != kneaded.id]
        self.assertEqual({str(step.off) for step in within}, {"not marked by itself"})
        unmarked = [step for step in steps.values() if step.stage == "heat"]
        self.assertTrue(unmarked)
        self.assertTrue(all(str(step.off) == "not marked" and step.off_min is None for step in unmarked))

    def test_every_event_of_the_plan_and_of_the_batch_is_there_once(self) -> None:
        plan, live = self.sheets(seen("done", "weigh", 30))
        steps = [step.id for step in steps_of(plan, live)]
        self.assertEqual(len(steps), len(set(steps)))
        self.assertEqual(set(steps), {e.id for e in plan.events} | {e.id for e in live.events})

    def test_a_look_that_was_not_planned_is_said_to_be_none(self) -> None:
        plan, live = self.sheets()
        fewer = type(plan)(**{**vars(plan), "events": plan.events[1:]})
        self.assertEqual(str(next(s for s in steps_of(fewer, live) if s.id == plan.events[0].id).off), "not planned")


class Whole(unittest.TestCase):
    def test_the_demo_bake_has_steps_of_every_stage(self) -> None:
        sheet = raw_sheet(bake_document())
        self.assertLessEqual({"weigh", "rise", "divide", "wrap", "heat"}, {s.stage for s in steps_of(sheet, sheet)})
