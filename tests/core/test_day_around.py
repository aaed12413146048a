"""What leaves a day beside its plan: lists, collisions, calendar, paper; each read back or added up again."""

import io
import unittest
from dataclasses import replace
from datetime import UTC, datetime, timedelta
from typing import Any

import pdfplumber
from icalendar import Calendar

from airycrumb.bake import read_bake
from airycrumb.day.around import around, hours_of
from airycrumb.day.beside import beside, near
from airycrumb.day.called import Called, called, numbered
from airycrumb.day.document import read_day
from airycrumb.day.from_sheet import horizon
from airycrumb.day.planning import as_shown, collided, first_plan
from airycrumb.day.shown import DayPlan
from airycrumb.paper.calendar import as_calendar
from airycrumb.paper.day_sheet import day_sheet
from tests.core.examples import bake_document, raw_sheet, sheet
from tests.core.test_day_of_bakes import EAT, KINDS, NOW, day_file, table


def planned(**more: object) -> DayPlan:
    """The plan of a day of two bakes."""
    day = table(day_file(**more))
    shown = as_shown(day, first_plan(day))
    assert shown is not None
    return shown


def calls(**more: object) -> list[Called]:
    """What a day of two bakes calls for."""
    day = table(day_file(**more))
    plan = first_plan(day)
    shown = as_shown(day, plan)
    assert shown is not None
    return called(day, plan, shown)


def named(rows: list[Called], day: str = "1") -> list[str]:
    """The names a calendar gives them."""
    file = as_calendar(rows, name="Feast", day=day, sequence=3, now=NOW)
    return [str(e["uid"]) for e in Calendar.from_ical(file).walk("VEVENT")]


def read(rows: list[Called]) -> dict[str, Any]:
    """A calendar's events by their names, each name once."""
    file = Calendar.from_ical(as_calendar(rows, name="Feast", day="1", sequence=3, now=NOW))
    events = file.walk("VEVENT")
    found = {str(e["uid"]).removeprefix("1.").removesuffix("@airy-crumb"): e for e in events}
    assert len(found) == len(events)
    return found


class Lists(unittest.TestCase):
    def test_what_is_bought_is_what_is_weighed_without_the_water(self) -> None:
        day = table()
        found = around(day.made, planned())
        weighed: dict[str, float] = {}
        for made in day.made:
            for line in (*made.sheet.weigh.dough, *(x for g in made.sheet.groups for x in g.filling)):
                weighed[line.key] = weighed.get(line.key, 0.0) + line.grams
        weighed.pop("water", None)
        bought = {b.key: round(b.grams, 6) for b in found.shopping}
        self.assertLessEqual({k: round(v, 6) for k, v in weighed.items()}.items(), bought.items())
        self.assertLessEqual(set(bought) - set(weighed), {"whole egg", "sesame", "whole milk"})

    def test_washes_and_what_the_steps_take_are_bought_too(self) -> None:
        glaze = [{"do": "glaze", "before": "table", "with": [{"use": "icing sugar", "amount": "40 g"}]}]
        kind = "hake-fennel-buns"
        oven = {"method": "oven", "temperature": "200 C", "wash": "egg"}
        document = bake_document(kind, steps=glaze, heat=oven, on_top=[{"use": "sesame"}])
        made = replace(table().made[0], bake=read_bake(document), sheet=raw_sheet(document))
        bought = {b.key: b.grams for b in around([made], None).shopping}
        self.assertEqual((bought["icing sugar"], bought["sesame"]), (40, 0))
        self.assertGreater(bought["whole egg"], 0)

    def test_what_several_bakes_share_comes_first(self) -> None:
        shared = [b.shared for b in around(table().made, None).shopping]
        self.assertEqual(shared, sorted(shared, reverse=True))
        self.assertEqual(shared[0], len(KINDS))

    def test_every_bowl_has_its_line_for_each_food(self) -> None:
        day = table()
        bowls = around(day.made, None).weigh
        self.assertEqual([b.dish for b in bowls], [0, 0, 1, 1])
        self.assertEqual(len(bowls[0].lines), len(day.made[0].sheet.weigh.dough))

    def test_nothing_contained_is_only_said_to_be_possible(self) -> None:
        found = around(table().made, None)
        self.assertFalse({str(a) for a in found.allergens} & {str(a) for a in found.may_contain})
        self.assertIn("wheat", [str(a) for a in found.allergens])

    def test_a_cooked_filling_can_be_made_the_day_before(self) -> None:
        said = [str(b.says) for b in around(table().made, planned()).before]
        self.assertTrue(any("The filling of “Squash and lentil half-moons”" in words for words in said), said)

    def test_on_the_day_itself_nothing_can_be_done_the_day_before(self) -> None:
        day = table(now=NOW + timedelta(hours=16))
        plan = as_shown(day, first_plan(day))
        self.assertEqual(around(day.made, plan).before, [])

    def test_how_much_there_is_for_each_is_said_beside_what_is_assumed(self) -> None:
        day = table(day_file(people=4))
        said = str(around(day.made, None, 4).eats)
        self.assertIn("for each of 4", said)
        self.assertIn("(assumed)", said)
        self.assertEqual(str(around(day.made, None).eats), "")


class Collided(unittest.TestCase):
    def test_two_bakes_for_one_hour_want_the_same_hands(self) -> None:
        (found,) = collided(table())
        self.assertEqual((found.first, found.second, found.over), (0, 1, "hands"))
        self.assertRegex(
            str(found.says), r"Planned alone, “Squash.*” and “Mushroom.*” both want your hands at .*\d\d:\d\d"
        )

    def test_bakes_a_day_apart_want_nothing_of_one_another(self) -> None:
        apart = day_file()
        apart["dishes"][1]["eat_at"] = "2026-11-29T22:00:00+00:00"
        self.assertEqual(collided(table(apart)), [])

    def test_a_bake_beside_its_own_day_wants_what_the_day_has_taken(self) -> None:
        plan = planned()
        sheet = table().made[0].sheet
        said = [str(m) for m in beside(sheet, plan.lanes, [d.name for d in plan.dishes])]
        self.assertTrue(said)
        self.assertTrue(all(m.startswith("Wants ") for m in said), said)
        self.assertEqual(len(said), len(set(said)))

    def test_a_bake_of_another_day_wants_nothing_of_it(self) -> None:
        other = table(day_file(eat_at="2026-12-05T12:00:00+00:00"), now=NOW + timedelta(days=7)).made[0].sheet
        plan = planned()
        self.assertEqual(beside(other, plan.lanes, [d.name for d in plan.dishes]), [])

    def test_only_what_reaches_into_the_hours_a_day_can_take_is_near_it(self) -> None:
        day = read_day(day_file())
        begins, ends = horizon(day)
        eat = datetime.fromisoformat(EAT)
        self.assertTrue(begins < eat - timedelta(days=1) and ends > eat)
        eaten = lambda at: sheet(bake_document(plan={"eat_at": at.isoformat()}), now=begins - timedelta(days=2))
        for at, is_near in (
            (begins - timedelta(hours=12), False),
            (begins + timedelta(minutes=5), True),
            (ends + timedelta(hours=1), True),
            (ends + timedelta(hours=24), False),
        ):
            with self.subTest(at=at):
                self.assertEqual(near(eaten(at), day), is_near)


class Out(unittest.TestCase):
    def test_the_calendar_has_every_call_of_hands_from_the_first_work_over_lighting_to_the_table(self) -> None:
        day = table()
        plan = first_plan(day)
        shown = planned()
        rows = called(day, plan, shown)
        events = read(rows)
        for dish, made in zip(shown.dishes, day.made, strict=True):
            mine = {key.split(".", 2)[2]: e for key, e in events.items() if key.startswith(f"{dish.bake}.0.")}
            rings = {e.id for e in made.sheet.events if e.kind == "into" or (e.rings and not e.along)}
            self.assertEqual(set(mine), {*rings, "table"})
            self.assertTrue({"heat.1.1.light", "heat.1.1.in", "heat.1.1.out", "rise.grown"} <= set(mine))
            self.assertEqual(mine["table"]["dtstart"].dt, dish.table)
            # What begins in the day's own slots begins there here too, whichever way the bake alone has it.
            spans = {s.key: s.start for s in dish.spans}
            self.assertEqual(mine["heat.1.1.in"]["dtstart"].dt, spans["heat.1.1"])
            self.assertLessEqual(abs(mine["divide.cut"]["dtstart"].dt - spans["divide"]), timedelta(minutes=5))
            self.assertLess(mine["heat.1.1.light"]["dtstart"].dt, mine["heat.1.1.in"]["dtstart"].dt)
        for event in events.values():
            (alarm,) = event.walk("VALARM")
            self.assertEqual(alarm["trigger"].dt, timedelta())

    def test_days_keep_the_names_of_their_calls_however_they_are_changed(self) -> None:
        """Names are one for each call, and those of a bake that stays stay; the file is read back by a library."""
        kept = {"hands": [{"name": "I"}, {"name": "Helper"}], "people": 20, "name": "Feast", "region": "uk"}
        for hour in range(0, 40, 6):
            eat = (datetime.fromisoformat(EAT) + timedelta(hours=hour)).isoformat()
            first = read(calls(eat_at=eat))
            for change in ("hands", "people", "name"):
                with self.subTest(hour=hour, change=change):
                    self.assertEqual(set(read(calls(eat_at=eat, **{change: kept[change]}))), set(first))
            swapped = read(calls(eat_at=eat, dishes=[{"bake": 1, "begin_at": None, "serve": "cool"}, {"bake": 2}]))
            self.assertEqual(set(swapped), set(first))

    def test_two_days_of_one_date_and_two_of_one_bake_never_share_a_name(self) -> None:
        rows = calls()
        self.assertFalse(set(named(rows, "1")) & set(named(rows, "2")))
        self.assertEqual(numbered([7, 9, 7]), ["7.0", "9.0", "7.1"])
        # The first leaves: the others are called what they were.
        self.assertEqual(numbered([9, 7])[0], "9.0")

    def test_what_was_given_up_is_cancelled_without_an_alarm_and_a_plan_made_anew_counts_up(self) -> None:
        rows = calls()
        gone = [row for row in rows if row.key.startswith("1.")]
        stay = [row for row in rows if row not in gone]
        file = Calendar.from_ical(as_calendar(stay, gone, name="", day="1", sequence=4, now=NOW))
        self.assertTrue(gone and stay)
        for event in file.walk("VEVENT"):
            cancelled = str(event["uid"]).startswith("1.1.0.")
            self.assertEqual(event.get("status") == "CANCELLED", cancelled, event["uid"])
            self.assertEqual(len(event.walk("VALARM")), 0 if cancelled else 1)
            self.assertEqual(event["sequence"], 4)

    def test_an_empty_day_is_an_empty_calendar(self) -> None:
        self.assertEqual(read([]), {})

    def test_paper_has_every_hour_and_every_food_of_the_day(self) -> None:
        plan = planned()
        made = around(table().made, plan)
        for units, mass in (("metric", " g "), ("us", " oz ")):
            with pdfplumber.open(io.BytesIO(day_sheet(plan, made, "a4", units))) as pdf:  # type: ignore[arg-type]
                text = "\n".join(page.extract_text() for page in pdf.pages)
            for at, _, _ in hours_of(plan):
                self.assertIn(f"{at:%H:%M}", text)
            for bought in made.shopping:
                self.assertIn(str(bought.name), text)
            self.assertIn(mass, text)
            self.assertIn("Contains", text)

    def test_everything_in_order_begins_with_the_first_work(self) -> None:
        rows = hours_of(planned())
        self.assertEqual([at for at, _, _ in rows], sorted(at for at, _, _ in rows))
        self.assertEqual(rows[0][0], planned().begins)


class Shown(unittest.TestCase):
    def test_no_lane_has_two_things_at_one_time(self) -> None:
        for lane in planned().lanes:
            for a, b in zip(lane.spans, lane.spans[1:], strict=False):
                self.assertLessEqual(a.end, b.start, lane.key)

    def test_a_bake_is_on_the_table_once_its_last_load_has_rested(self) -> None:
        for dish in planned().dishes:
            self.assertEqual(dish.table, max(s.end for s in dish.spans))
            self.assertLessEqual(dish.early, dish.late)
            self.assertTrue(0 <= dish.on_time <= 1)

    def test_what_a_rise_is_given_beyond_what_is_likely_is_told_and_drawn_from_when_it_is_likely_ready(self) -> None:
        plan, day = planned(), table()
        self.assertTrue(any(dish.slack for dish in plan.dishes))
        for dish, job in zip(plan.dishes, day.jobs, strict=True):
            for span in dish.spans:
                least = next((s.least for s in job.stages if s.key == span.key and s.spread), None)
                if least is None:
                    self.assertIsNone(span.ready)
                    continue
                assert span.ready is not None
                self.assertEqual(span.ready - span.start, timedelta(minutes=5 * least))
                slack = round((span.end - span.ready).total_seconds() / 60)
                self.assertEqual(f"{span.label} {slack} min" in str(dish.slack), slack > 0, (span.key, str(dish.slack)))

    def test_what_is_ready_the_evening_before_says_by_when_it_is_cold_on_paper_and_in_the_calendar_too(
        self,
    ) -> None:
        evening = datetime(2026, 11, 27, 16, 0, tzinfo=UTC).isoformat()
        plan = planned(dishes=[{"bake": 1, "serve": "reheat", "begin_at": evening}, {"bake": 2}])
        first, second = plan.dishes
        self.assertIn("into the fridge by", str(first.between))
        self.assertEqual(str(second.between), "")
        with pdfplumber.open(io.BytesIO(day_sheet(plan, around(table().made, plan), "a4", "metric"))) as pdf:
            text = " ".join("\n".join(page.extract_text() for page in pdf.pages).split())
        self.assertIn("heat it again to 82 °C", text)
        events = read(calls(dishes=[{"bake": 1, "serve": "reheat", "begin_at": evening}, {"bake": 2}])).values()
        told = [str(e["summary"]) for e in events if "into the fridge by" in str(e.get("description", ""))]
        self.assertTrue(told)
        self.assertTrue(all(first.name in summary for summary in told))

    def test_the_hour_in_nine_of_ten_is_no_sooner_than_most_tables(self) -> None:
        plan = planned()
        self.assertGreaterEqual(plan.by, plan.eat_at - timedelta(hours=2))
        self.assertIn("in 9 of 10 by", str(plan.says))

    def test_a_bake_that_is_held_begins_at_its_hour_and_says_so(self) -> None:
        held = day_file(hands=[{"name": "I"}, {"name": "Helper"}])
        held["dishes"][0]["begin_at"] = "2026-11-28T05:30:00+00:00"
        plan = planned(**{k: held[k] for k in ("hands", "dishes")})
        first = next(s for s in plan.dishes[0].spans if s.key == "weigh")
        self.assertEqual(first.start.isoformat(), "2026-11-28T05:30:00+00:00")
        self.assertTrue(plan.dishes[0].pinned)
        self.assertIn("while they sleep", str(plan.dishes[0].says))

    def test_what_comes_too_late_says_when(self) -> None:
        plan = planned(eat_at=(NOW + timedelta(hours=2)).isoformat())
        self.assertTrue(plan.trouble)
        self.assertIn("on the table only at", str(plan.dishes[0].says))
        self.assertNotEqual(plan.eat_at.isoformat(), EAT)

    def test_an_hour_that_is_past_is_said_to_be(self) -> None:
        plan = planned(eat_at=(NOW - timedelta(hours=20)).isoformat())
        for dish in plan.dishes:
            self.assertIn("wanted 26 Nov 2026, 16:00, which is past", str(dish.says))


if __name__ == "__main__":
    unittest.main()
