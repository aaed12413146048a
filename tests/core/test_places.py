"""Where a dough stands: spots, cold nights, moves, a day's warmth and a thermometer's."""

import unittest
from datetime import timedelta
from typing import Any

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from airycrumb.bake import read_bake
from airycrumb.bake.marks import Observation
from airycrumb.bake.room_day import read_room_day
from airycrumb.paper.linked_recipe import RISE, stage_words
from airycrumb.plan.context import Heard, RoomReading
from airycrumb.problems import InputError
from airycrumb.quantities import Band
from airycrumb.sheet import Sheet
from airycrumb.stations.rise import Air, Dough, Leg, Place, State, cooling, place_of, simulate, steady
from tests.core.examples import NOON, bake_document, kitchen, raw_sheet, seen, sheet
from tests.core.spoken import work


def standing(*stays: dict[str, Any], **changes: Any) -> Sheet:
    """The demo bake's sheet with its dough standing there."""
    return sheet(bake_document(rise={"to": 2.0, "spots": list(stays)}, plan={"eat_at": None}), **changes)


def ready(s: Sheet) -> Band:
    """Minutes until the first rise is ready."""
    assert s.rise.forecast.ready is not None
    return s.rise.forecast.ready


BENCH, FRIDGE, LIGHT = {"where": "bench"}, {"where": "fridge"}, {"where": "oven light"}
WATER, BATH = {"where": "oven with hot water"}, {"where": "over warm water"}


class Spots(unittest.TestCase):
    def test_each_spot_is_said_in_turn_with_the_warmth_of_the_first(self) -> None:
        bench = {"where": "bench", "for": "45 min"}
        document = bake_document(rise={"to": 2.0, "spots": [bench, {"where": "fridge"}]}, plan={"eat_at": None})
        self.assertIn("on the bench (20 °C), then in the fridge", str(stage_words(raw_sheet(document).rise, RISE)))

    def test_every_warm_spot_is_quicker_than_a_cool_bench_and_the_fridge_far_slower(self) -> None:
        bench = ready(standing(BENCH)).typical
        for spot in (LIGHT, WATER, BATH):
            self.assertLess(ready(standing(spot)).typical, bench)
        self.assertGreater(ready(standing(FRIDGE)).typical, 3 * bench)

    def test_a_spot_that_cools_is_slower_than_one_that_holds_its_first_warmth(self) -> None:
        held = standing({"where": "spot", "air": "31 C"})
        cooling_down = standing({"where": "oven with hot water", "air": "31 C"})
        self.assertGreater(ready(cooling_down).typical, ready(held).typical)

    def test_a_cold_night_takes_longer_the_sooner_it_begins(self) -> None:
        times = [ready(standing({**BENCH, "for": f"{m} min"}, FRIDGE)).typical for m in (5, 30, 60)]
        self.assertEqual(times, sorted(times, reverse=True))

    def test_a_dough_put_away_for_the_night_is_planned_to_come_out_in_the_morning(self) -> None:
        s = standing({**BENCH, "for": "90 min"}, {**FRIDGE, "for": "12 h"}, BENCH)
        steps = {step.key: step for step in s.day.steps}
        self.assertGreaterEqual((steps["rise"].end - steps["rise"].start).total_seconds() / 60, 90 + 720)
        self.assertEqual(s.rise.where, ["on the bench", "in the fridge", "on the bench"])
        self.assertIn("overstayed_rise", {d.code for d in s.doubts})

    def test_the_cold_is_forecast_less_surely(self) -> None:
        warm, cold = ready(standing(BENCH)), ready(standing(FRIDGE))
        self.assertGreater(cold.high / cold.low, warm.high / warm.low)

    def test_a_bag_takes_the_cold_sooner_than_a_bowl(self) -> None:
        stays = [{**BENCH, "for": "20 min"}, FRIDGE]
        bowl, bag = (
            sheet(bake_document(rise={"to": 2.0, "spots": stays, "in": vessel}, plan={"eat_at": None}))
            for vessel in ("bowl", "bag")
        )
        self.assertGreater(ready(bag).typical, ready(bowl).typical)

    def test_a_spot_of_my_own_is_known_and_a_strangers_is_answered_with_what_it_may_be(self) -> None:
        mine = {"spots": [{"name": "boiler cupboard", "air": "29 C"}]}
        s = standing({"where": "boiler cupboard"}, **mine)
        self.assertEqual((s.rise.where, s.rise.air_c), (["boiler cupboard"], 29.0))
        with self.assertRaisesRegex(InputError, "did you mean “boiler cupboard”"):
            standing({"where": "boiler cuboard"}, **mine)

    def test_a_place_nobody_knows_that_it_was_moved_to_is_the_bench_with_doubt_and_asked_about(self) -> None:
        document, now = bake_document(), NOON + timedelta(minutes=60)
        begun = [seen("started", "weigh", 0), seen("done", "weigh", 20)]
        stays, moved = (
            work(read_bake(document), kitchen(), [*begun, *more], now=now)
            for more in ([], [seen("moved", "rise", 40, None, "grandmother's shelf")])
        )
        self.assertEqual(moved.rise.where[-1], "grandmother's shelf")
        self.assertAlmostEqual(ready(moved).typical, ready(stays).typical, delta=6)
        self.assertGreater(ready(moved).high - ready(moved).low, ready(stays).high - ready(stays).low)
        asked = [d for d in moved.doubts if d.code == "unknown_spot"]
        self.assertIn("grandmother's shelf", str(asked[0].title))
        self.assertEqual(asked[0].severity, "ask")

    def test_a_way_without_an_end_is_refused(self) -> None:
        with self.assertRaisesRegex(InputError, "say how long it stays"):
            read_bake(bake_document(rise={"to": 2.0, "spots": [BENCH, FRIDGE]}))
        with self.assertRaisesRegex(InputError, "How warm the spot is"):
            read_bake(bake_document(rise={"to": 2.0, "spots": [{"where": "spot"}]}))

    def test_older_files_that_name_a_warmth_mean_one_warm_spot(self) -> None:
        old = sheet(bake_document(rise={"to": 2.0, "air": "28 C"}, plan={"eat_at": None}))
        self.assertAlmostEqual(ready(old).typical, ready(standing({"where": "spot", "air": "28 C"})).typical)


class Moves(unittest.TestCase):
    BEGUN = (seen("started", "weigh", 0), seen("done", "weigh", 20))

    def after(self, *more: Observation) -> Band:
        return ready(sheet(observations=[*self.BEGUN, *more], now=NOON + timedelta(minutes=60)))

    def test_the_sooner_it_is_moved_to_the_warmth_the_sooner_it_is_ready(self) -> None:
        still = self.after().typical
        moved = [
            self.after(Observation("moved", "rise", NOON + timedelta(minutes=m), None, "oven light")).typical
            for m in (25, 45)
        ]
        self.assertLess(moved[0], moved[1])
        self.assertLess(moved[1], still)

    def test_moved_and_moved_back_counts_both(self) -> None:
        out = Observation("moved", "rise", NOON + timedelta(minutes=30), None, "fridge")
        back = Observation("moved", "rise", NOON + timedelta(minutes=50), None, "bench")
        self.assertGreater(self.after(out, back).typical, self.after().typical)
        self.assertLess(self.after(out, back).typical, self.after(out).typical)


class TheDaysWarmth(unittest.TestCase):
    DAY = [{"at": "06:00", "room": "15 C"}, {"at": "15:00", "room": "25 C"}]

    def at(self, hour: int, **changes: Any) -> Sheet:
        return sheet(
            bake_document(plan={"eat_at": None, "room": None}),
            now=NOON.replace(hour=hour),
            room_day=self.DAY,
            **changes,
        )

    def test_a_cold_morning_is_slower_than_a_warm_afternoon(self) -> None:
        self.assertGreater(ready(self.at(5)).typical, ready(self.at(13)).typical)

    def test_planned_back_from_the_meal_the_rise_meets_the_hours_it_is_planned_for(self) -> None:
        late = bake_document(plan={"eat_at": "2026-11-26T19:00", "room": None})
        early = bake_document(plan={"eat_at": "2026-11-26T09:00", "room": None})
        of = lambda d: ready(sheet(d, room_day=self.DAY)).typical
        self.assertLess(of(late), of(early))

    def test_a_typed_warmth_is_believed_over_the_day(self) -> None:
        s = sheet(bake_document(plan={"eat_at": None, "room": "21 C"}), room_day=self.DAY)
        self.assertEqual((s.sentence.room_c, s.rise.air_c), (21.0, 21.0))

    def test_hours_out_of_order_are_refused(self) -> None:
        with self.assertRaisesRegex(InputError, "must follow one another"):
            kitchen(room_day=list(reversed(self.DAY)))
        with self.assertRaisesRegex(InputError, "is not an hour"):
            kitchen(room_day=[{"at": "25:00", "room": "20 C"}, self.DAY[1]])


class TheThermometer(unittest.TestCase):
    BAKE = bake_document(plan={"eat_at": None, "room": "20 C", "room_from": "thermometer"})

    def heard(self, *readings: tuple[float, float]) -> Sheet:
        said = [RoomReading(NOON - timedelta(minutes=m), c) for m, c in readings]
        return work(read_bake(self.BAKE), kitchen(), now=NOON, heard=Heard(tuple(said)))

    def test_a_fresh_reading_is_believed(self) -> None:
        s = self.heard((30, 23.0), (2, 24.0))
        self.assertEqual(s.sentence.room_c, 24.0)
        self.assertLess(ready(s).typical, ready(self.heard()).typical)

    def test_one_that_fell_silent_is_not_and_that_is_said(self) -> None:
        s = self.heard((90, 27.0))
        self.assertEqual(s.sentence.room_c, 20.0)
        told = next(d for d in s.doubts if d.code == "thermometer_silent")
        self.assertIn("10:30", told.reason)

    def test_a_bake_that_does_not_ask_for_it_goes_by_what_was_typed(self) -> None:
        said = [RoomReading(NOON, 30.0)]
        s = work(
            read_bake(bake_document(plan={"eat_at": None, "room": None})), kitchen(), now=NOON, heard=Heard(tuple(said))
        )
        self.assertEqual(s.sentence.room_c, kitchen().room_c)


class Csv(unittest.TestCase):
    def test_what_loggers_and_spreadsheets_write(self) -> None:
        wanted = [("07:00", 18.5), ("15:15", 22.0)]
        for text in (
            "time,temp\n07:05,18.5\n15:20,22.0\n",
            "Zeit;Temperatur\n2026-11-24 07:05:10;18,5\n2026-11-24 15:20:10;22,0\n",
            "id\tstamp\treading\n1\t2026-11-24T07:05:00Z\t18.5\n2\t2026-11-24T15:20:00Z\t22.0\n",
            "time,room (F)\n7:05 AM,65.3\n3:20 PM,71.6\n",
        ):
            with self.subTest(text=text):
                self.assertEqual(read_room_day(text), wanted)

    def test_an_hour_no_clock_shows_is_passed_over(self) -> None:
        good = "07:00,18\n12:00,21\n"
        for bad in ("24:10,35", "25:00,35", "10:60,35", "99:99,35"):
            with self.subTest(bad=bad):
                self.assertEqual(read_room_day(good + bad), [("07:00", 18.0), ("12:00", 21.0)])
        self.assertEqual(read_room_day("00:00,18\n23:59,21\n"), [("00:00", 18.0), ("23:45", 21.0)])

    def test_several_days_are_averaged_and_a_reading_no_kitchen_has_is_passed_over(self) -> None:
        self.assertEqual(read_room_day("07:00,18\n07:10,20\n07:12,999\n12:00,21"), [("07:00", 19.0), ("12:00", 21.0)])

    @given(st.text(max_size=400))
    @settings(max_examples=60)
    def test_no_text_does_more_than_raise_a_sentence(self, text: str) -> None:
        try:
            found = read_room_day(text)
        except InputError as error:
            self.assertTrue(str(error.problems[0].message))
        else:
            self.assertTrue(all(5 <= c <= 40 for _, c in found))


DOUGH = Dough(1.2, 62, 1.8, 2, 3, 170, 4.3, 0.29)


class AnyWay(unittest.TestCase):
    @given(st.lists(st.tuples(st.floats(2, 40), st.floats(1, 400)), min_size=1, max_size=4), st.floats(4, 40))
    @settings(max_examples=30)
    def test_the_dough_is_never_warmer_or_colder_than_all_it_has_met(
        self, way: list[tuple[float, float]], start: float
    ) -> None:
        legs, at = [], 0.0
        for celsius, minutes in way:
            legs.append(Leg(at, steady(celsius)))
            at += minutes
        course = simulate(DOUGH, State(start), place_of("bowl", 700, tuple(legs)), 600)
        met = [start, *(c for c, _ in way)]
        self.assertGreaterEqual(course.temperature.min(), min(met) - 1e-6)
        # Fermentation adds at most a few degrees.
        self.assertLessEqual(course.temperature.max(), max(met) + 5)
        self.assertTrue(np.all(np.diff(course.gas) >= -1e-12))

    def test_legs_of_one_warmth_are_one_spot(self) -> None:
        one = simulate(DOUGH, State(25), Place(22, "bowl", 700), 400)
        split = simulate(
            DOUGH, State(25), place_of("bowl", 700, tuple(Leg(m, steady(22.0)) for m in (0.0, 37.0, 199.5))), 400
        )
        np.testing.assert_allclose(split.gas, one.gas, rtol=1e-9)

    def test_air_is_straight_between_its_points_and_cools_as_it_should(self) -> None:
        self.assertEqual(float(Air((0, 60), (20, 26)).at(30)), 23)
        curve, exact = cooling(36, 20, 70), lambda m: 20 + 16 * np.exp(-m / 70)
        for minute in (10, 33, 111, 300):
            self.assertAlmostEqual(float(curve.at(minute)), float(exact(minute)), delta=0.1)
