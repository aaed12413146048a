"""From bakes, marks and hours to a day that can be planned: lengths, nights, slots changes, and back into hours."""

import unittest
from dataclasses import replace
from datetime import UTC, datetime, time, timedelta
from typing import Any
from unittest.mock import patch
from zoneinfo import ZoneInfo

from airycrumb.bake.edits import Change, edited
from airycrumb.bake.marks import Observation
from airycrumb.bake.model import Bake, read_bake
from airycrumb.day.document import read_day
from airycrumb.day.from_sheet import Made, grid_of, resources
from airycrumb.day.holding import held, held_hours
from airycrumb.day.judging import judged
from airycrumb.day.live import still_holds
from airycrumb.day.planning import Table, as_shown, as_stored, first_plan, from_stored
from airycrumb.day.simulated import doubt
from airycrumb.day.splitting import split
from airycrumb.day.tries import tries
from airycrumb.day.ways_out import SURER, ways_out
from airycrumb.problems import InputError
from airycrumb.sheet import work
from tests.core.examples import bake_document, kitchen

EAT = "2026-11-28T12:00:00+00:00"
NOW = datetime(2026, 11, 27, 12, 0, tzinfo=UTC)
THOUGHT = 15.0  # about everything that may help, s: a busy machine finds little in a third of it
KINDS = ("squash-lentil-half-moons", "mushroom-buckwheat-half-moons")


def day_file(**more: Any) -> dict[str, Any]:
    dishes = [{"bake": i + 1} for i in range(len(KINDS))]
    return {"format": "airycrumb-day", "version": 1, "eat_at": EAT, "zone": "Europe/Lisbon", "dishes": dishes, **more}


def table(document: dict[str, Any] | None = None, now: datetime = NOW, marks: tuple[Observation, ...] = ()) -> Table:
    """A day of two bakes, the first of them with marks."""
    day = read_day(document or day_file())
    made = []
    for i, dish in enumerate(day.dishes):
        plan = {"eat_at": day.eat_at, "start_at": None}
        for_day: Bake = read_bake(bake_document(KINDS[i], plan=plan))
        made.append(Made(dish, for_day, work(for_day, kitchen(), marks if i == 0 else (), now=now)))
    return Table(day, kitchen(), tuple(made), now)


class Lengths(unittest.TestCase):
    def test_every_stage_of_the_sheet_is_a_stage_of_the_day_and_none_is_shorter(self) -> None:
        for made, job in zip(table().made, table().jobs, strict=True):
            steps = {s.key: (s.end - s.start).total_seconds() / 60 for s in made.sheet.day.steps}
            keys = [s.key for s in job.stages]
            self.assertEqual(keys, ["weigh", "rise", "divide", "bench_rest", "wrap", "proof"])
            for stage in job.stages:
                whole = steps.get(stage.key, 0.0) if stage.key != "divide" else 0.0
                self.assertGreaterEqual(5 * stage.least, whole - 1e-6, stage.key)
            self.assertEqual(len(job.loads), len(made.sheet.loads))

    def test_a_rise_may_be_given_from_ready_until_past_its_best(self) -> None:
        job = table().jobs[0]
        rise = next(s for s in job.stages if s.key == "rise")
        assert rise.until is not None
        self.assertLess(rise.least, rise.target)
        self.assertLessEqual(rise.target, rise.until)

    def test_a_rise_in_the_oven_takes_the_oven(self) -> None:
        day = table()
        self.assertFalse(any(stage.oven for job in day.jobs for stage in job.stages))
        document = bake_document(
            KINDS[0], plan={"eat_at": EAT, "start_at": None}, rise={"spots": [{"where": "oven light"}]}
        )
        bake: Bake = read_bake(document)
        made = replace(day.made[0], bake=bake, sheet=work(bake, kitchen(), now=NOW))
        jobs = replace(day, made=(made, day.made[1])).jobs
        self.assertEqual([(j.key, s.key) for j in jobs for s in j.stages if s.oven], [(0, "rise")])
        shown = as_shown(replace(day, made=(made, day.made[1])), first_plan(replace(day, made=(made, day.made[1]))))
        assert shown is not None
        oven = next(lane for lane in shown.lanes if lane.key == "oven.0")
        self.assertIn("rise", [span.key for span in oven.spans])

    def test_what_was_marked_stands_and_what_comes_after_it_is_open(self) -> None:
        begun = NOW - timedelta(minutes=60)
        marks = (Observation("started", "weigh", begun), Observation("done", "weigh", begun + timedelta(minutes=40)))
        day = table(marks=marks)
        weigh, rise = day.jobs[0].stages[:2]
        self.assertEqual(day.grid.at(weigh.began or 0), begun)
        self.assertEqual(day.grid.at(weigh.ended or 0), begun + timedelta(minutes=40))
        self.assertEqual(rise.began, weigh.ended)
        self.assertIsNone(rise.ended)


class Hours(unittest.TestCase):
    def test_a_night_in_which_clocks_are_changed_is_as_long_as_it_is(self) -> None:
        for eat, hours in (("2026-10-25T12:00+00:00", 9), ("2027-03-28T12:00+01:00", 7), ("2026-11-28T12:00+00:00", 8)):
            day = read_day(day_file(eat_at=eat))
            now = datetime.fromisoformat(eat) - timedelta(hours=20)
            grid = grid_of(day, now)
            nights = resources(day, kitchen(), grid).people[0].asleep
            before = [b - a for a, b in nights if grid.at(b).date() == datetime.fromisoformat(eat).date()]
            self.assertEqual(before, [12 * hours], eat)
            shown = grid.at(nights[-2][1])
            self.assertEqual((shown.hour, shown.minute), (6, 30))

    def test_a_day_after_a_night_in_which_clocks_are_changed_is_planned_by_the_clock_on_the_wall(self) -> None:
        """Hands work in the hours the cook is up by the wall, and a rise takes as long as on any other day."""
        lisbon = ZoneInfo("Europe/Lisbon")
        hands = [{"name": ""}, {"name": "Helper"}]
        for date in ((2026, 10, 24), (2026, 10, 25), (2027, 3, 28)):
            noon = datetime(*date, 12, 0, tzinfo=lisbon)
            day = table(day_file(eat_at=noon.isoformat(), hands=hands), now=noon - timedelta(hours=30))
            plan = as_shown(day, first_plan(day))
            assert plan is not None
            with self.subTest(date=date):
                self.assertFalse(plan.trouble)
                self.assertEqual(plan.table.astimezone(lisbon).date(), noon.date())
                for dish, job in zip(plan.dishes, day.jobs, strict=True):
                    for span in (s for s in dish.spans if s.kind == "hands"):
                        here = span.start.astimezone(lisbon)
                        self.assertTrue(time(6, 30) <= here.time() < time(22, 30), (span.key, here))
                    (rise,) = (s for s in dish.spans if s.key == "rise")
                    least = next(s.least for s in job.stages if s.key == "rise")
                    took = rise.end.astimezone(UTC) - rise.start.astimezone(UTC)
                    self.assertGreaterEqual(took, timedelta(minutes=5 * least))

    def test_slots_and_hours_lead_back_to_one_another(self) -> None:
        grid = table().grid
        for minutes in (0, 5, 95, 1440):
            at = NOW + timedelta(minutes=minutes)
            self.assertEqual(grid.at(grid.slot(at)), at)

    def test_what_is_no_hour_no_zone_or_backwards_is_told_all_at_once(self) -> None:
        away = [{"from": "2026-11-28T10:00+00:00", "until": "2026-11-28T09:00+00:00"}]
        wrong = day_file(eat_at="noon", zone="Atlantis", hands=[{"name": "I", "away": away}])
        with self.assertRaises(InputError) as caught:
            read_day(wrong)
        said = " ".join(str(p.message) for p in caught.exception.problems)
        for words in ("“noon” is no date and time", "“Atlantis” is no time zone", "cannot be back before going"):
            self.assertIn(words, said)


class Planned(unittest.TestCase):
    def test_a_plan_is_stored_and_read_back_as_itself(self) -> None:
        plan = first_plan(table())
        self.assertEqual(from_stored(as_stored(plan)), plan)

    def test_a_plan_that_stands_is_kept_and_tells_no_change(self) -> None:
        day = table()
        plan = first_plan(day)
        again = first_plan(day, plan)
        shown = as_shown(day, again, plan)
        assert shown is not None
        self.assertEqual(str(shown.changed), "")

    def test_nobody_works_while_away_and_the_day_says_who_is(self) -> None:
        away = [{"from": "2026-11-28T06:00+00:00", "until": "2026-11-28T11:00+00:00"}]
        day = table(day_file(hands=[{"name": "Ines", "away": away}]))
        shown = as_shown(day, first_plan(day))
        assert shown is not None
        lane = next(x for x in shown.lanes if x.key == "hands.0")
        self.assertEqual(str(lane.name), "Ines")
        gone = [datetime.fromisoformat(away[0][k]) for k in ("from", "until")]
        for span in lane.spans:
            self.assertFalse(span.start < gone[1] and gone[0] < span.end, span)

    def test_a_days_hours_move_what_waits_and_nothing_that_is_done(self) -> None:
        begun = NOW - timedelta(minutes=60)
        marks = (Observation("started", "weigh", begun), Observation("done", "weigh", begun + timedelta(minutes=25)))
        day = table(day_file(eat_at="2026-11-27T17:00+00:00"), marks=marks)
        hours = held_hours(day, first_plan(day))[0]
        before = day.made[0].sheet
        after = held(before, hours)
        done = [e for e in before.events if e.standing == "done"]
        self.assertEqual([e for e in after.events if e.standing == "done"], done)
        self.assertGreaterEqual(after.loads[0].into, hours["heat.1.1"])
        due = {e.id: e.due for e in before.events}
        self.assertTrue(all(e.due >= due[e.id] for e in after.events))

    def test_a_minute_late_is_not_late_and_half_an_hour_is(self) -> None:
        day = table()
        plan = first_plan(day)
        hour = day.grid.at(plan.placed[0].starts[0])
        dishes = [{"bake": 1, "batch": 7}, {"bake": 2}]
        for minutes, same in ((0, True), (1 / 6, True), (2, True), (30, False)):
            now = hour + timedelta(minutes=minutes)
            started = (Observation("started", "weigh", now),)
            begun, waiting = table(day_file(dishes=dishes), now, started), table(now=now)
            with self.subTest(minutes=minutes):
                self.assertEqual(still_holds(begun.jobs, plan, begun.having), same)
                # Nor is a day that waits for the press.
                self.assertEqual(still_holds(waiting.jobs, plan, waiting.having), same)

    def test_a_table_for_more_gets_more_of_each(self) -> None:
        few, many = (split(day_file(people=n), table(day_file(people=n))) for n in (4, 12))
        pieces = [[d["changes"][0]["value"] for d in day["dishes"]] for day in (few, many)]
        for a, b in zip(*pieces, strict=True):
            self.assertAlmostEqual(b / a, 3, delta=0.8)

    def test_a_day_that_fits_but_is_seldom_on_time_is_told_what_would_make_it_surer(self) -> None:
        document = day_file(hands=[{"name": ""}, {"name": "Helper"}])
        day = table(document)
        plan = first_plan(day)
        self.assertEqual(judged(day.jobs, plan, day.having).grave, 0)
        with patch("airycrumb.day.ways_out.SURE", 1.01), patch("airycrumb.day.ways_out.ALL_S", THOUGHT):
            ways = ways_out(day, document, plan, lambda changed: table(changed))
        before = doubt(day.jobs, plan, day.having).on_time
        self.assertTrue(ways)
        self.assertEqual([w.on_time for w in ways], sorted((w.on_time for w in ways), reverse=True))
        for way in ways:
            read_day(way.day)
            self.assertGreaterEqual(way.on_time, before + SURER)
            self.assertRegex(str(way.helps), r"on time in \d+ of 10")
        with patch("airycrumb.day.ways_out.SURE", 0.0):
            self.assertEqual(ways_out(day, document, plan, lambda changed: table(changed)), [])

    def test_what_may_help_is_tried_for_the_day_and_for_each_bake_that_has_not_begun(self) -> None:
        document = day_file()
        day = table(document)
        found = {each.key: each for each in tries(day, document, first_plan(day))}
        self.assertLessEqual(
            {"helper", "wakes", "oven", "cold.0", "warm.1", "less_yeast.0", "more_yeast.1"}, set(found)
        )
        self.assertEqual(found["wakes"].day["hands"][0]["wakes"], "05:30")
        for key, times in (("less_yeast.0", 0.5), ("more_yeast.0", 1.6)):
            (change,) = found[key].day["dishes"][0]["changes"]
            yeast = edited(bake_document(KINDS[0]), [Change(change["path"], change["value"])])
            had = read_bake(bake_document(KINDS[0])).dough
            grams = lambda dough: sum(g for part, g in dough.parts if part.role == "yeast")
            self.assertAlmostEqual(grams(read_bake(yeast).dough) / grams(had), times, delta=0.02)
        begun = day_file(dishes=[{"bake": 1, "batch": 3}, {"bake": 2}])
        marked = table(begun, marks=(Observation("done", "weigh", NOW),), now=NOW)
        keys = {each.key for each in tries(marked, begun, first_plan(marked))}
        self.assertFalse({key for key in keys if key.endswith(".0")})

    def test_a_day_begun_too_late_is_told_what_would_help(self) -> None:
        soon = (NOW + timedelta(hours=3, minutes=7)).isoformat()
        document = day_file(eat_at=soon)
        day = table(document)
        with patch("airycrumb.day.ways_out.ALL_S", THOUGHT):
            ways = ways_out(day, document, first_plan(day), lambda changed: table(changed))
        self.assertIn("later", [way.key for way in ways])
        later = next(way for way in ways if way.key == "later")
        self.assertEqual(datetime.fromisoformat(later.day["eat_at"]).minute % 15, 0)
        for way in ways:
            read_day(way.day)
            self.assertIn("on the table at", str(way.helps))


if __name__ == "__main__":
    unittest.main()
