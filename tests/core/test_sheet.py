"""The sheet: every station brought together."""

import dataclasses
import json
import math
import unittest
from collections.abc import Iterator
from datetime import timedelta
from typing import Any

from airycrumb.bake import load_json, read_bake
from airycrumb.bake.edits import edited
from airycrumb.learning.simulated_cook import simulated_batch
from airycrumb.learning.troubles import TROUBLES
from airycrumb.sheet import Sheet
from tests.core.examples import DEMO_BAKES, NOON, bake_document, kitchen, seen, sheet, with_amount
from tests.core.spoken import finish


def numbers(value: Any) -> Iterator[float]:
    """Every number in a sheet."""
    if isinstance(value, dict):
        for inner in value.values():
            yield from numbers(inner)
    elif isinstance(value, list | tuple):
        for inner in value:
            yield from numbers(inner)
    elif isinstance(value, int | float):
        yield value


def codes(s: Sheet) -> set[str]:
    """Codes of a sheet's doubts."""
    return {d.code for d in s.doubts}


def answered(document: dict[str, Any], s: Sheet, code: str, label: str = "") -> dict[str, Any]:
    """The document after accepting a doubt's first answer, or the one of that label."""
    doubt = next(d for d in s.doubts if d.code == code)
    answer = next(a for a in doubt.answers if a.label.startswith(label))
    return edited(document, answer.changes)


class EveryDemoBake(unittest.TestCase):
    def test_mass_is_conserved_to_a_tenth_of_a_gram(self) -> None:
        for path in DEMO_BAKES:
            with self.subTest(bake=path.stem):
                s = sheet(load_json(path.read_text(encoding="utf-8")))
                self.assertAlmostEqual(sum(x.grams for x in s.weigh.dough), s.weigh.dough_g, delta=0.1)
                self.assertAlmostEqual(sum(x.grams for x in s.weigh.filling), s.weigh.filling_g, delta=0.1)
                self.assertAlmostEqual(
                    sum(g.pieces * g.each_g for g in s.divide.groups) + s.divide.spare_g + s.divide.left_on_bowl_g,
                    s.weigh.dough_g,
                    delta=0.1,
                )
                self.assertAlmostEqual(sum(x.shown_g for x in s.weigh.dough), round(s.weigh.dough_g), delta=1e-6)

    def test_every_number_is_finite_and_every_sheet_is_json(self) -> None:
        for path in DEMO_BAKES:
            whole = dataclasses.asdict(sheet(load_json(path.read_text(encoding="utf-8"))))
            self.assertTrue(all(math.isfinite(n) for n in numbers(whole)))
            json.dumps(whole, default=str, allow_nan=False)

    def test_forwards_and_backwards_timetables_agree(self) -> None:
        for path in DEMO_BAKES:
            document = load_json(path.read_text(encoding="utf-8"))
            document["plan"] = {"eat_at": (NOON + timedelta(hours=8)).isoformat()}
            back = sheet(document)
            forth = sheet({**document, "plan": {"eat_at": None, "start_at": back.day.start.isoformat()}})
            self.assertLess(abs(forth.day.eat - back.day.eat), timedelta(seconds=61), path.stem)

    def test_the_middle_is_planned_past_its_line(self) -> None:
        for path in DEMO_BAKES:
            s = sheet(load_json(path.read_text(encoding="utf-8")))
            assert s.heat.reaches is not None
            self.assertGreater(s.heat.core_at_end_c, s.heat.line_c, path.stem)
            self.assertLess(s.heat.reaches.low, s.heat.reaches.typical)

    def test_raw_fish_brings_its_cautions(self) -> None:
        s = sheet(bake_document("hake-fennel-buns"))
        self.assertLessEqual({"raw_filling", "probe", "standing", "steam"}, {c.code for c in s.cautions})
        self.assertIn("fish (raw hake)", s.allergens)


class EverythingFollows(unittest.TestCase):
    """Change one number and see all the others."""

    def test_pieces(self) -> None:
        few, many = sheet(bake_document(pieces=6)), sheet(bake_document(pieces=24))
        self.assertAlmostEqual(many.weigh.flour_g / few.weigh.flour_g, 4)
        self.assertGreater(many.day.hands_min, few.day.hands_min)
        self.assertGreater(many.heat.loads, few.heat.loads)
        self.assertGreater(many.proof.first_to_last_min, few.proof.first_to_last_min)

    def test_piece_weight(self) -> None:
        small, large = sheet(bake_document(dough_per_piece="50 g")), sheet(bake_document(dough_per_piece="100 g"))
        self.assertGreater(large.wrap.mean_mm, small.wrap.mean_mm)
        self.assertGreater(large.heat.minutes_planned, small.heat.minutes_planned)

    def test_filling(self) -> None:
        little, much = sheet(bake_document(filling_per_piece="25 g")), sheet(bake_document(filling_per_piece="60 g"))
        self.assertGreater(much.wrap.across_mm, little.wrap.across_mm)
        self.assertGreater(much.weigh.filling_g, little.weigh.filling_g)

    def test_kitchen_warmth(self) -> None:
        cold, warm = sheet(bake_document(plan={"room": "17 C"})), sheet(bake_document(plan={"room": "27 C"}))
        self.assertGreater(cold.weigh.water_c, warm.weigh.water_c)
        self.assertLess(cold.day.start, warm.day.start)

    def test_the_hour_to_eat(self) -> None:
        early, late = sheet(bake_document(plan={"eat_at": "18:00"})), sheet(bake_document(plan={"eat_at": "20:00"}))
        self.assertEqual(late.day.start - early.day.start, timedelta(hours=2))

    def test_altitude_lowers_the_boil_and_lengthens_the_steaming(self) -> None:
        low, high = sheet(altitude="0 m"), sheet(altitude="2400 m")
        self.assertLess(high.heat.boils_at_c, low.heat.boils_at_c)
        self.assertGreater(high.heat.minutes_planned, low.heat.minutes_planned)

    def test_a_pin_on_the_flour_follows_through_to_the_pieces(self) -> None:
        s = sheet(bake_document(pin={"by": "flour", "amount": "300 g", "gives_way": "pieces"}))
        self.assertAlmostEqual(s.weigh.flour_g, 300)
        self.assertEqual(s.divide.pieces, s.scaled.pieces)
        self.assertLess(s.scaled.pieces, 12)


class Doubts(unittest.TestCase):
    def test_a_sound_bake_raises_no_question_that_needs_an_answer(self) -> None:
        self.assertEqual([d.code for d in sheet().doubts if d.severity != "note"], [])

    def test_a_tablespoon_of_yeast_is_asked_about_and_one_press_puts_it_right(self) -> None:
        document = with_amount(bake_document(), "instant yeast", "20 g")
        s = sheet(document)
        self.assertIn("yeast_high", codes(s))
        mended = sheet(answered(document, s, "yeast_high"))
        self.assertNotIn("yeast_high", codes(mended))
        self.assertAlmostEqual(mended.weigh.percentages.yeast, 1.2, delta=0.02)

    def test_what_the_cook_keeps_is_not_asked_again(self) -> None:
        document = with_amount(bake_document(), "instant yeast", "20 g")
        self.assertNotIn("yeast_high", codes(sheet({**document, "kept": ["yeast_high"]})))

    def test_a_doubled_salt_is_asked_about(self) -> None:
        self.assertIn("salt_high", codes(sheet(with_amount(bake_document(), "fine salt", "14 g"))))

    def test_too_much_filling_is_stopped_and_the_answer_closes(self) -> None:
        document = bake_document(filling_per_piece="150 g")
        s = sheet(document)
        self.assertIn("overfull", codes(s))
        self.assertNotIn("overfull", codes(sheet(answered(document, s, "overfull"))))

    def test_as_many_as_fit_are_made_whatever_was_held(self) -> None:
        pin = {"by": "flour", "amount": "900 g", "gives_way": "pieces"}
        for held in ({"eaters": {"count": 12, "each": 2}}, {"pin": pin}):
            with self.subTest(held=held):
                document = bake_document(**held)
                before = sheet(document)
                after = sheet(answered(document, before, "loads", f"Make {before.heat.per_load}"))
                self.assertGreater(before.heat.loads, 1)
                self.assertEqual((after.scaled.pieces, after.heat.loads), (before.heat.per_load, 1))

    def test_a_short_steaming_says_how_cold_the_middle_stays(self) -> None:
        document = bake_document("hake-fennel-buns", heat={"minutes": "8 min"})
        s = sheet(document)
        doubt = next(d for d in s.doubts if d.code == "time_short")
        self.assertEqual(doubt.severity, "stop")
        self.assertIn("8 min leaves the middle", doubt.title)
        self.assertNotIn("time_short", codes(sheet(answered(document, s, "time_short"))))

    def test_120_degrees_is_caught(self) -> None:
        s = sheet(bake_document("pear-hazelnut-buns", heat={"temperature": "120 C", "minutes": "18 min"}))
        self.assertLessEqual({"time_short", "pale"}, codes(s))

    def test_a_warm_filling_is_asked_about(self) -> None:
        self.assertIn("warm_filling", codes(sheet(bake_document(filling={"temperature": "35 C"}))))

    def test_an_hour_that_has_passed_is_planned_for_tomorrow_and_said(self) -> None:
        s = sheet(bake_document(plan={"eat_at": "11:00"}))
        self.assertIn("11:00 has passed", next(d.title for d in s.doubts if d.code == "eat_in_past"))
        self.assertGreater(s.day.eat, NOON)
        self.assertEqual(s.day.eat.hour, 11)

    def test_too_late_for_the_hour_says_by_how_much_and_plans_from_now(self) -> None:
        document = bake_document(plan={"eat_at": "14:00"})
        s = sheet(document)
        self.assertIn("too_late", codes(s))
        self.assertEqual(s.day.start, NOON)
        self.assertNotIn("too_late", codes(sheet(answered(document, s, "too_late"))))

    def test_a_rise_that_will_not_come_is_a_doubt_and_not_a_crash(self) -> None:
        s = sheet(bake_document(rise={"to": 3.5}, plan={"eat_at": None, "room": "5 C"}))
        self.assertIn("rise_never", codes(s))
        self.assertIsNone(s.rise.forecast.ready)

    def test_every_answer_leaves_a_bake_that_can_still_be_worked(self) -> None:
        worst = with_amount(
            bake_document(filling_per_piece="150 g", filling={"temperature": "35 C"}, plan={"eat_at": "13:00"}),
            "instant yeast",
            "30 g",
        )
        s = sheet(worst)
        self.assertGreaterEqual(len(s.doubts), 4)
        for doubt in s.doubts:
            with self.subTest(code=doubt.code):
                self.assertTrue(doubt.reason.endswith((".", "?")))
                sheet(answered(worst, s, doubt.code))


class UnderWay(unittest.TestCase):
    def test_the_look_is_asked_for_a_tenth_before_the_earliest_it_can_be_ready(self) -> None:
        rise = sheet().rise
        asked, earliest = ((at - rise.start).total_seconds() for at in (rise.look_from, rise.ready_low))
        self.assertAlmostEqual(asked / earliest, 0.9, delta=0.01)

    def test_two_more_bakes_are_asked_for_only_while_they_would_tell(self) -> None:
        for bakes, asked in ((0, True), (2, True), (3, False), (12, False)):
            told = sheet(vigour={"mean": 0.0, "variance": 0.06, "bakes": bakes}).rise.would_narrow
            with self.subTest(bakes=bakes):
                self.assertEqual(any("two more bakes" in what for what in told), asked)

    def test_a_mark_moves_the_forecast_and_narrows_it(self) -> None:
        begun = [seen("started", "weigh", 0), seen("done", "weigh", 25)]
        before = sheet(observations=begun, now=NOON + timedelta(minutes=90))
        after = sheet(observations=[*begun, seen("risen", "rise", 85, 0.2)], now=NOON + timedelta(minutes=90))
        self.assertGreater(after.rise.ready, before.rise.ready)
        self.assertLess(after.rise.ready_high - after.rise.ready_low, before.rise.ready_high - before.rise.ready_low)
        self.assertGreater(after.day.eat, before.day.eat)
        self.assertEqual(len(after.rise.marks), 1)

    def test_a_measured_dough_narrows_the_forecast(self) -> None:
        begun = [seen("started", "weigh", 0), seen("done", "weigh", 25)]
        before = sheet(observations=begun)
        after = sheet(observations=[*begun, seen("dough_temperature", "rise", 27, 23.0)])
        self.assertLess(after.rise.start_c, before.rise.start_c)
        self.assertLess(
            after.rise.forecast.ready.high / after.rise.forecast.ready.low,
            before.rise.forecast.ready.high / before.rise.forecast.ready.low,
        )  # type: ignore[union-attr]

    def test_a_probe_reading_moves_the_core_forecast(self) -> None:
        marks = [seen("started", "weigh", 0)] + [
            seen("done", k, m)
            for k, m in (("weigh", 25), ("rise", 130), ("divide", 150), ("wrap", 172), ("proof", 200))
        ]
        before = sheet(observations=marks)
        after = sheet(observations=[*marks, seen("probe", "heat", 210, 30.0)])
        assert before.heat.reaches and after.heat.reaches
        self.assertGreater(after.heat.reaches.typical, before.heat.reaches.typical)

    def test_a_weighed_dough_changes_the_pieces(self) -> None:
        s = sheet(observations=[seen("started", "weigh", 0), seen("dough_weight", "divide", 130, 700.0)])
        self.assertAlmostEqual(s.divide.groups[0].each_g, 700 / 12)

    def test_wild_marks_never_give_nonsense(self) -> None:
        begun = [seen("started", "weigh", 0), seen("done", "weigh", 25)]
        for value in (-0.2, 0.0, 5.0):
            for minute in (-500, 26, 4000):
                s = sheet(observations=[*begun, seen("risen", "rise", minute, value)], now=NOON + timedelta(minutes=60))
                self.assertTrue(all(math.isfinite(n) for n in numbers(dataclasses.asdict(s))))

    def test_a_batch_under_way_is_never_called_late(self) -> None:
        s = sheet(bake_document(plan={"eat_at": "12:30"}), [seen("started", "weigh", 0)])
        self.assertFalse(codes(s) & {"too_late", "eat_in_past"})


class LookingBack(unittest.TestCase):
    def played(self, log_vigour: float, troubles: list[str] | None = None):  # type: ignore[no-untyped-def]
        bake = read_bake(bake_document())
        marks = simulated_batch(bake, kitchen(), NOON, log_vigour, seed=3)
        return finish(bake, kitchen(), marks, troubles or [], now=marks[-1].at)

    def test_a_slow_batch_teaches_a_slower_kitchen(self) -> None:
        self.assertLess(self.played(-0.4).vigour.mean, 0)
        self.assertGreater(self.played(0.4).vigour.mean, 0)

    def test_the_same_seed_plays_the_same_batch(self) -> None:
        bake = read_bake(bake_document())
        self.assertEqual(simulated_batch(bake, kitchen(), NOON, 0.1, 5), simulated_batch(bake, kitchen(), NOON, 0.1, 5))
        self.assertNotEqual(
            simulated_batch(bake, kitchen(), NOON, 0.1, 5), simulated_batch(bake, kitchen(), NOON, 0.1, 6)
        )

    def test_a_played_batch_heats_every_load_for_its_minutes(self) -> None:
        for pieces in (12, 60):
            bake = read_bake(bake_document(pieces=pieces))
            plan = sheet(bake_document(pieces=pieces)).heat
            ended = {o.stage: o.at for o in simulated_batch(bake, kitchen(), NOON, 0.1, 5) if o.kind == "done"}
            heated = (ended["heat"] - ended["proof"]).total_seconds() / 60
            with self.subTest(pieces=pieces):
                self.assertAlmostEqual(heated / (plan.minutes_planned * plan.loads), 1.03, delta=0.06)

    def test_a_much_slower_rise_is_told_with_what_to_do(self) -> None:
        told = [f for f in self.played(-0.7).findings if "First rise" in f.what]
        self.assertEqual(len(told), 1)
        self.assertIn("longer than forecast", told[0].what)
        self.assertTrue(told[0].next_time)

    def test_a_trouble_is_explained_from_the_batchs_own_record(self) -> None:
        told = [f for f in self.played(0, ["gummy"]).findings if f.trouble == "gummy"]
        self.assertTrue(told)
        self.assertEqual([f.weight for f in told], sorted((f.weight for f in told), reverse=True))
        self.assertRegex(told[0].why, r"\d")

    def test_every_trouble_a_cook_can_report_is_answered_without_a_gap(self) -> None:
        found = self.played(0, list(TROUBLES)).findings
        self.assertEqual({f.trouble for f in found if f.trouble}, set(TROUBLES))
        for finding in found:
            self.assertNotRegex(finding.why + finding.next_time, r"[{}]|nan|None")

    def test_the_pace_of_wrapping_is_learned(self) -> None:
        seconds = self.played(0).wrap_seconds
        self.assertTrue(seconds is not None and 60 < seconds < 200)

    def test_a_batch_with_no_marks_still_ends(self) -> None:
        lesson = finish(read_bake(bake_document()), kitchen(), [seen("started", "weigh", 0)], ["dense"], now=NOON)
        self.assertEqual(lesson.vigour.bakes, 0)
        self.assertTrue(all(s.actual is None for s in lesson.stages))
