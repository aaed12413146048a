"""The Heat station of a whole bake: settings, doubts and their answers, loads, water, probes, keeping, paper."""

import io
import unittest
from datetime import timedelta
from typing import Any

import numpy as np
import pdfplumber

from airycrumb.bake import read_bake
from airycrumb.bake.edits import Doubt
from airycrumb.bake.marks import Observation
from airycrumb.data.heat import WASHES
from airycrumb.paper.card import card_of
from airycrumb.paper.linked_recipe import as_recipe
from airycrumb.paper.pdf import card_as_pdf
from airycrumb.plan.context import Heard, RoomReading
from airycrumb.sheet import Sheet
from airycrumb.sheet import work as work_sheet
from airycrumb.sheet.work import heats_of
from airycrumb.trays.in_heat import ELSEWHERE
from airycrumb.whatif.heat import settings_that_work
from airycrumb.whatif.inside import inside
from airycrumb.whatif.keeping import kept as keeping
from tests.core.examples import DEMO_BAKES, NOON, bake_document, kitchen, raw_sheet, seen, sheet
from tests.core.spoken import finish, kept, work
from tests.core.test_sheet import answered

HAKE, MOONS = "hake-fennel-buns", "squash-lentil-half-moons"


def heated(which: str = HAKE, kitchen_changes: dict[str, Any] | None = None, **heat: Any) -> Sheet:
    """A demo bake heated in another way."""
    return sheet(bake_document(which, heat=heat), **(kitchen_changes or {}))


def doubt(s: Sheet, code: str) -> Doubt | None:
    """The doubt of a code, None where it is not asked."""
    return next((d for d in s.doubts if d.code == code), None)


class LikelyDone(unittest.TestCase):
    def test_it_counts_the_rest_that_follows_and_what_is_planned_does_not(self) -> None:
        resting, bare = (heated(method="steam", rest=rest).heat for rest in ("5 min", "0 min"))
        self.assertEqual((resting.needs.likely_rests, bare.needs.likely_rests), (True, False))
        assert resting.needs.likely_min is not None and bare.needs.likely_min is not None
        self.assertLess(resting.needs.likely_min, bare.needs.likely_min)
        self.assertEqual(resting.needs.surely_min, bare.needs.surely_min)
        self.assertEqual(resting.minutes_planned, bare.minutes_planned)


class WhenToProbe(unittest.TestCase):
    def test_under_a_lid_once_it_is_lifted_elsewhere_from_the_earliest_the_line_may_be_passed(self) -> None:
        steamed, baked = heated(method="steam").heat, heated(method="oven", temperature="180 C").heat
        self.assertEqual(steamed.probe_from_min, steamed.minutes_planned)
        assert baked.probe_from_min is not None and baked.reaches is not None
        self.assertLessEqual(baked.probe_from_min, baked.reaches.low)
        self.assertGreater(baked.probe_from_min, baked.reaches.low - 1)
        self.assertLess(baked.probe_from_min, baked.minutes_planned)

    def test_a_line_never_passed_is_not_probed_for(self) -> None:
        huge = bake_document(HAKE, dough_per_piece="500 g", filling_per_piece="400 g", pieces=1)
        huge["heat"] |= {"method": "oven", "temperature": "100 C", "from": "frozen"}
        cool = sheet(huge).heat
        self.assertEqual((cool.reaches, cool.probe_from_min), (None, None))

    def test_minutes_too_short_for_it_do_not_bring_it_forward(self) -> None:
        for way in ({"method": "steam"}, {"method": "oven", "temperature": "180 C"}):
            short = heated(minutes="3 min", **way).heat
            assert short.probe_from_min is not None and short.reaches is not None
            self.assertAlmostEqual(short.probe_from_min, short.reaches.low, delta=1)


class EveryHeat(unittest.TestCase):
    def test_every_way_to_heat_every_demo_bake_gives_a_whole_tray(self) -> None:
        ways: tuple[dict[str, Any], ...] = (
            {"method": "steam", "fire": "gentle", "from": "frozen"},
            {"method": "oven", "temperature": "230 C", "on": "stone", "shelf": "lower"}
            | {"steam_pan": True, "wash": "yolk"},
            {"method": "oven", "temperature": "180 C", "fan": True, "lid": "10 min", "from": "fridge"}
            | {"wash": "butter"},
            {"method": "pan"},
            {"method": "pan", "seared": True, "fire": "high"},
        )  # fmt: skip
        for path in DEMO_BAKES:
            for way in ways:
                with self.subTest(bake=path.stem, way=way):
                    h = heated(path.stem, **way).heat
                    self.assertEqual(len(h.core), len(h.minutes))
                    self.assertTrue(all(a <= b <= c for a, b, c in zip(h.core_low, h.core, h.core_high, strict=True)))
                    self.assertGreater(h.minutes_planned, 0)
                    self.assertEqual(h.water is not None, h.method == "steam")
                    self.assertEqual(bool(h.washes), h.method == "oven")

    def test_frozen_needs_longest_and_the_day_has_its_cold_hours(self) -> None:
        needs = [heated(**{"from": came}).heat.minutes_planned for came in ("proofed", "fridge", "frozen")]
        self.assertEqual(needs, sorted(needs))
        frozen = heated(**{"from": "frozen", "cold_for": "20 h"})
        hold = next(step for step in frozen.day.steps if step.key == "hold")
        self.assertEqual(hold.end - hold.start, timedelta(hours=20))
        self.assertEqual(frozen.heat.start_c, -18)
        found = doubt(frozen, "from_frozen")
        assert found is not None
        self.assertIn("do not thaw", found.title)

    def test_height_lengthens_steaming_and_lowers_the_crumbs_aim(self) -> None:
        low, high = (heated(kitchen_changes={"altitude": a}) for a in ("0 m", "1600 m"))
        self.assertGreater(high.heat.minutes_planned, low.heat.minutes_planned)
        self.assertAlmostEqual(high.heat.boils_at_c, 94.7, delta=0.1)

    def test_the_oven_is_taken_as_it_really_is(self) -> None:
        cool = heated(MOONS, {"oven_truth": {"off_c": -20, "bakes": 2}})
        self.assertGreater(cool.heat.minutes_planned, heated(MOONS).heat.minutes_planned)
        found = doubt(cool, "oven_off")
        assert found is not None
        self.assertIn("20 °C cooler", found.title)
        self.assertIn("230 °C", found.reason)

    def test_a_kitchen_known_to_be_slow_plans_longer_and_says_so(self) -> None:
        slow = heated(kitchen_changes={"heats": {"steam": {"mean": 0.2, "variance": 0.002, "bakes": 5}}})
        usual = heated()
        self.assertAlmostEqual(slow.heat.minutes_planned / usual.heat.minutes_planned, 1.22, delta=0.08)
        self.assertEqual((round(slow.heat.pace, 2), slow.heat.pace_bakes), (1.22, 5))
        self.assertLess(slow.heat.doubt, usual.heat.doubt)

    def test_the_dial_is_said_for_other_ovens(self) -> None:
        dial = heated(MOONS, temperature="190 C", fan=False).heat.dial
        assert dial is not None
        self.assertEqual((dial.fan_celsius, dial.fahrenheit, dial.gas_mark), (170, 375, "5"))
        self.assertIsNone(heated().heat.dial)

    def test_preheating_begins_as_long_before_as_it_takes(self) -> None:
        for on, minutes in (("tray", 15), ("stone", 45)):
            s = heated(MOONS, temperature="210 C", on=on)
            step = next(x for x in s.day.steps if x.key == "preheat")
            self.assertEqual((step.end - step.start).total_seconds() / 60, minutes)

    def test_each_wash_is_said_with_its_colour(self) -> None:
        washes = {w.key: w for w in heated(MOONS).heat.washes}
        self.assertEqual(set(washes), set(WASHES))
        golden = [washes[k].golden_min or 99 for k in ("yolk", "egg", "milk", "none")]
        self.assertEqual(golden, sorted(golden))


class CannotBeRight(unittest.TestCase):
    def test_each_slip_is_asked_about_and_its_first_answer_settles_it(self) -> None:
        cases: tuple[tuple[str, str, dict[str, Any]], ...] = (
            ("time_short", HAKE, {"minutes": "9 min"}),
            ("time_short", MOONS, {"minutes": "8 min"}),
            ("time_short", "kale-potato-braids", {"temperature": "100 C", "minutes": "40 min"}),
            ("burns", "kale-potato-braids", {"temperature": "270 C", "wash": "yolk"}),
            ("not_hard", MOONS, {"temperature": "180 C", "crust": "hard", "fan": False}),
            ("not_soft", MOONS, {"temperature": "220 C", "crust": "soft", "fan": False}),
        )
        for code, which, heat in cases:
            with self.subTest(code=code, which=which):
                document = bake_document(which, heat=heat)
                s = sheet(document)
                found = doubt(s, code)
                assert found is not None, [d.code for d in s.doubts]
                self.assertRegex(found.title + found.reason, r"\d")
                self.assertIsNone(doubt(sheet(answered(document, s, code)), code))

    def test_120_degrees_for_twenty_minutes_names_the_nearest_setting_that_works(self) -> None:
        document = bake_document(
            "pear-hazelnut-buns", heat={"method": "oven", "temperature": "120 C", "minutes": "20 min"}
        )
        s = sheet(document)
        found = doubt(s, "time_short") or doubt(s, "never_hot")
        assert found is not None
        self.assertEqual(found.severity, "stop")
        self.assertTrue(any("Bake at" in a.label and "min" in a.label for a in found.answers), found.answers)

    def test_the_settings_tried_work_or_say_why_not(self) -> None:
        found = heats_of(read_bake(bake_document(MOONS)), kitchen(), now=NOON)[0][0].heated
        tried = settings_that_work(found.load.most, ["heat"], found.load.at_once)
        minutes = [t.minutes for t in tried if t.minutes is not None]
        self.assertEqual(minutes, sorted(minutes, reverse=True))
        for t in tried:
            self.assertEqual(t.works, not t.why_not)
            after = sheet(bake_document(MOONS, heat={"temperature": f"{t.air_c:.0f} C"}))
            if t.works:
                self.assertFalse({"never_hot", "time_short", "pale", "burns"} & {d.code for d in after.doubts})


class Loads(unittest.TestCase):
    BAKE = bake_document(HAKE, pieces=24)

    def later(self, where: str) -> Sheet:
        """Two loads and more, the later ones waiting there."""
        return sheet({**self.BAKE, "heat": {**self.BAKE["heat"], "later_loads": where}})

    def test_the_fridge_holds_the_second_load_back_and_it_then_needs_longer(self) -> None:
        bench, fridge, staggered = (self.later(w).heat.later for w in ("bench", "fridge", "staggered"))
        self.assertGreater(bench[-1].grown, fridge[-1].grown)
        self.assertEqual(staggered[-1].grown, 1.0)
        self.assertGreaterEqual(fridge[-1].needs_min or 0, bench[-1].needs_min or 0)
        self.assertEqual([x.wait_min for x in bench], sorted(x.wait_min for x in bench))

    def test_what_waits_in_the_fridge_stands_warm_until_it_is_cold(self) -> None:
        bench, fridge = (self.later(w).heat.clock for w in ("bench", "fridge"))
        self.assertLessEqual(fridge.standing_min, bench.standing_min)
        self.assertAlmostEqual(sum(s.warm_min for s in bench.spells), bench.total_min)

    def test_an_answer_sends_the_rest_to_the_fridge(self) -> None:
        on_the_bench = {**self.BAKE, "heat": {**self.BAKE["heat"], "later_loads": "bench"}}
        after = sheet(answered(on_the_bench, sheet(on_the_bench), "loads", "Keep the rest in the fridge"))
        self.assertEqual(after.heat.later[0].where, "fridge")

    def test_wrapped_later_the_filling_stands_warm_no_longer_than_of_one_load_and_each_is_called(self) -> None:
        self.assertIsNotNone(doubt(sheet(self.BAKE), "stands_warm"))
        after = sheet(answered(self.BAKE, sheet(self.BAKE), "stands_warm", "Wrap the rest later"))
        self.assertIsNone(doubt(after, "stands_warm"))
        events = {e.id: e for e in after.events}
        first, into = events["wrap.last"], events["heat.1.1.in"].start
        self.assertIn("The other 14 pieces later", str(first.details[0]))
        for number in (2, 3):
            wrapped, goes_in = events[f"heat.1.{number}.wrap"], events[f"heat.1.{number}.in"]
            apart = (wrapped.start - first.start) - (goes_in.start - into)
            self.assertLess(abs(apart.total_seconds()), 1)
            self.assertTrue(wrapped.rings)


class Water(unittest.TestCase):
    def test_a_gentle_fire_boils_off_less(self) -> None:
        high, gentle = (heated(fire=fire).heat.water for fire in ("high", "gentle"))
        assert high is not None and gentle is not None
        self.assertAlmostEqual(gentle.rate / high.rate, 0.6)

    def test_a_pot_that_would_boil_dry_is_refused_with_when_to_top_up(self) -> None:
        small = {"baskets": 2, "diameter": "26 cm", "net_power": "1500 W", "boil": "8 min", "pot": "700 ml"}
        s = heated(kitchen_changes={"steamer": small})
        found = doubt(s, "boils_dry")
        assert found is not None and s.heat.water is not None
        self.assertEqual(found.severity, "stop")
        self.assertIn(f"{s.heat.water.top_up[0].minute:.0f} min", found.title)
        steam = next(c for c in s.cautions if c.code == "steam")
        self.assertIn("boiling water only", steam.text)

    def test_a_pot_too_small_for_its_width_is_refused_with_why(self) -> None:
        flat = {"baskets": 2, "diameter": "40 cm", "net_power": "3 kW", "boil": "8 min", "pot": "700 ml"}
        found = doubt(heated(kitchen_changes={"steamer": flat}, minutes="60 min"), "boils_dry")
        assert found is not None
        self.assertEqual(found.severity, "stop")
        self.assertIn("too small", found.title)
        self.assertIn("628 ml", found.reason)

    def test_a_weak_hob_under_a_full_basket_is_said(self) -> None:
        weak = {"baskets": 2, "diameter": "26 cm", "net_power": "300 W", "boil": "20 min"}
        s = heated(kitchen_changes={"steamer": weak})
        self.assertIsNotNone(doubt(s, "weak_hob"))
        self.assertGreater(s.heat.minutes_planned, heated().heat.minutes_planned)


STAGES = (("weigh", 20), ("rise", 100), ("divide", 120), ("wrap", 140), ("proof", 170))
BEGUN = [seen("started", "weigh", 0), *(seen("done", s, m) for s, m in STAGES)]


def probe(until: float, slower: float) -> list[RoomReading]:
    """What a probe says of a core so much slower than forecast, a reading each 15 s."""
    s = sheet(bake_document(HAKE), BEGUN, NOON + timedelta(minutes=170))
    found = []
    for i in range(1, int(until * 4)):
        minute = i / 4
        core = float(np.interp(minute / slower, s.heat.minutes, s.heat.core))
        found.append(RoomReading(NOON + timedelta(minutes=170 + minute), round(core, 1)))
    return found


class TheProbe(unittest.TestCase):
    def live(self, minute: float, readings: list[RoomReading]) -> Sheet:
        """The batch so many minutes into the steam."""
        now = NOON + timedelta(minutes=170 + minute)
        return work(read_bake(bake_document(HAKE)), kitchen(), BEGUN, now=now, heard=Heard(probe=tuple(readings)))

    def test_readings_move_the_time_left_and_narrow_it(self) -> None:
        plain = self.live(10, []).heat
        told = self.live(10, probe(10, 1.25)).heat
        assert told.reaches is not None and plain.reaches is not None
        self.assertAlmostEqual(told.reaches.typical / plain.reaches.typical, 1.25, delta=0.1)
        self.assertLess(told.doubt, plain.doubt)
        self.assertGreater(told.minutes_planned, plain.minutes_planned)
        self.assertTrue(told.probed)

    def test_one_warm_place_moves_nothing_and_is_asked_about(self) -> None:
        plain, told = self.live(10, []).heat, self.live(10, probe(10, 0.6))
        self.assertEqual(told.heat.minutes_planned, plain.minutes_planned)
        asked = doubt(told, "tip_not_in_middle")
        assert asked is not None
        self.assertIn("in the middle of the largest", str(asked.title))
        self.assertIn("heat.1.1.again", {e.id for e in told.events})

    def test_a_misplaced_tip_lifts_no_stop_and_shortens_no_later_load(self) -> None:
        document = bake_document(HAKE)
        document["heat"] |= {"minutes": "12 min"}
        now, mark = NOON + timedelta(minutes=176), [seen("probe", "heat", 176, 45)]
        plain, told = (work(read_bake(document), kitchen(), [*BEGUN, *more], now=now) for more in ([], mark))
        assert doubt(plain, "time_short") is not None
        self.assertEqual(doubt(told, "time_short").severity, doubt(plain, "time_short").severity)  # type: ignore[union-attr]
        self.assertEqual([load.minutes for load in told.loads], [load.minutes for load in plain.loads])

    def test_of_a_raw_filling_three_places_that_agree_are_believed(self) -> None:
        now = NOON + timedelta(minutes=170 + 18)
        course = self.live(10, []).heat
        at = [float(np.interp(minute / 0.8, course.minutes, course.core)) for minute in (15, 16, 17)]
        marks = [
            Observation("probe", "heat", NOON + timedelta(minutes=185 + i), celsius, ELSEWHERE)
            for i, celsius in enumerate(at)
        ]
        one, two, three = (
            work(read_bake(bake_document(HAKE)), kitchen(), [*BEGUN, *marks[:n]], now=now) for n in (1, 2, 3)
        )
        self.assertEqual(two.heat.minutes_planned, one.heat.minutes_planned)
        self.assertLess(three.heat.minutes_planned, one.heat.minutes_planned)
        again = {e.id: str(e.words) for e in two.events}
        self.assertIn("3 that agree", again["heat.1.1.again"])
        self.assertNotIn("heat.1.1.again", {e.id for e in three.events})

    def test_a_probe_beside_the_pot_or_pulled_out_is_not_believed(self) -> None:
        out = [RoomReading(NOON + timedelta(minutes=170 + m), 21.0) for m in range(1, 11)]
        told = self.live(10, out).heat
        self.assertFalse(told.probed)
        assert told.probe is not None
        self.assertTrue(told.probe.out)
        good = probe(10, 1.0)
        pulled = [
            *good,
            *(RoomReading(good[-1].at + timedelta(seconds=20 * i), good[-1].celsius - 5 * i) for i in range(1, 4)),
        ]
        one, other = self.live(12, good).heat.reaches, self.live(12, pulled).heat.reaches
        self.assertEqual(one, other)

    def test_a_lost_probe_says_so_and_what_it_said_still_counts(self) -> None:
        told = self.live(14, probe(8, 1.2)).heat
        assert told.probe is not None
        self.assertTrue(told.probe.silent and told.probed)

    def test_a_finished_batch_teaches_the_kitchen_its_pace(self) -> None:
        marks = [seen("probe", "heat", 170 + m, v) for m, v in ((6, 25), (9, 38), (12, 50), (16, 62))]
        ends = [seen("done", "heat", 192), seen("done", "rest", 198)]
        lesson = finish(
            read_bake(bake_document(HAKE)), kitchen(), [*BEGUN, *marks, *ends], [], now=NOON + timedelta(minutes=200)
        )
        assert lesson.pace is not None
        self.assertEqual((lesson.method, lesson.pace.bakes), ("steam", 1))
        self.assertGreater(lesson.pace.factor, 1.0)

    def test_a_gummy_batch_that_had_its_minutes_hints_at_a_slow_heat(self) -> None:
        for ends, slower in ((200.0, True), (178.0, False)):
            marks = [*BEGUN, seen("done", "heat", ends), seen("done", "rest", ends + 6)]
            lesson = finish(read_bake(bake_document(HAKE)), kitchen(), marks, ["gummy"], now=NOON + timedelta(hours=4))
            with self.subTest(ends=ends):
                self.assertEqual(lesson.pace is not None and 1.0 < lesson.pace.factor < 1.12, slower)

    def test_an_oven_thermometer_teaches_its_truth(self) -> None:
        document = bake_document(MOONS)
        readings = [seen("oven", "heat", 170 + m, 190.0) for m in range(0, 14, 2)]
        lesson = finish(
            read_bake(document),
            kitchen(),
            [*BEGUN, *readings, seen("done", "heat", 190)],
            [],
            now=NOON + timedelta(minutes=200),
        )
        assert lesson.oven is not None
        self.assertAlmostEqual(lesson.oven.off_c, -20, delta=1)


class LookingBack(unittest.TestCase):
    def test_a_collapsed_batch_is_explained_by_its_lid_and_its_proof(self) -> None:
        late = [seen("started", "weigh", 0), *(seen("done", s, m) for s, m in (*STAGES[:4], ("proof", 260)))]
        marks = [*late, seen("lid_lifted", "heat", 266), seen("done", "heat", 281), seen("done", "rest", 282)]
        lesson = finish(read_bake(bake_document(HAKE)), kitchen(), marks, ["collapsed"], now=NOON + timedelta(hours=5))
        told = [f for f in lesson.findings if f.trouble == "collapsed"]
        text = " ".join(f.what + f.why for f in told)
        self.assertIn("lid was lifted", text)
        self.assertIn("ver-proofed", text)
        self.assertIn("6 min after they went in", text)
        self.assertEqual([f.weight for f in told], sorted((f.weight for f in told), reverse=True))

    def test_a_raw_middle_is_named_by_the_probe(self) -> None:
        marks = [*BEGUN, seen("probe", "heat", 178, 55), seen("done", "heat", 180), seen("done", "rest", 186)]
        lesson = finish(read_bake(bake_document(HAKE)), kitchen(), marks, ["gummy"], now=NOON + timedelta(hours=4))
        first = next(f for f in lesson.findings if f.trouble == "gummy")
        self.assertIn("The probe said 55 °C", first.why)


class Inside(unittest.TestCase):
    def test_it_begins_as_it_goes_in_and_its_coldest_is_the_core(self) -> None:
        shown, _ = heats_of(read_bake(bake_document(HAKE)), kitchen(), now=NOON)[0]
        look = inside(shown.heated)
        filling = [i for i, f in enumerate(look.filling) if f]
        self.assertEqual(len(look.cells), len(look.frames[0]))
        self.assertAlmostEqual(min(look.frames[0][i] for i in filling), shown.tray.start_c, delta=0.2)
        ends = max(i for i, m in enumerate(look.minutes) if m <= look.heat_ends)
        coldest = min(look.frames[ends][i] for i in filling)
        self.assertAlmostEqual(coldest, shown.tray.core_at_end_c, delta=3.0)
        self.assertLess(look.looked_at[1], len(look.cells))
        self.assertAlmostEqual(look.coldest[ends], shown.tray.core_at_end_c, delta=1.0)
        self.assertEqual(look.lethal_min, sorted(look.lethal_min))


class Keeping(unittest.TestCase):
    def test_what_is_kept_has_days_reheating_and_allergens(self) -> None:
        heats = heats_of(read_bake(bake_document("kale-potato-braids")), kitchen(), now=NOON)
        braid, plain = (kept(h.heated, p, NOON, NOON) for h, pieces in heats for p in pieces)
        self.assertEqual(braid.reheat_to_c, 82)  # the strictest, Scotland's
        self.assertEqual(braid.fridge_until - braid.made, timedelta(days=2))
        for one in (braid, plain):
            for method in ("steam", "oven"):
                cold, frozen = (
                    next(r.minutes for r in one.reheating if (r.method, r.kept_in) == (method, came))
                    for came in ("fridge", "frozen")
                )
                assert cold is not None and frozen is not None
                self.assertGreater(frozen, cold)
        self.assertGreater(braid.hot_for_min or 0, plain.hot_for_min or 0)
        self.assertIn("wheat", plain.allergens)
        us = heats_of(read_bake(bake_document(HAKE)), kitchen(food_safety_region="us"), now=NOON)
        self.assertEqual(kept(us[0][0].heated, us[0][1][0], NOON, NOON).fridge_days, 3)


class OnPaper(unittest.TestCase):
    def test_every_caution_stands_in_print_and_in_the_export_beside_its_step(self) -> None:
        for path in DEMO_BAKES:
            with self.subTest(bake=path.stem):
                read = read_bake(bake_document(path.stem))
                s = work_sheet(read, kitchen(), now=NOON)
                labels = [
                    keeping(h.heated, p, s.day.filling_made, s.day.eat)
                    for h, group in heats_of(read, kitchen(), now=NOON)
                    for p in group
                ]
                with pdfplumber.open(io.BytesIO(card_as_pdf(card_of(s, labels), "a4"))) as pdf:
                    text = " ".join(page.extract_text() or "" for page in pdf.pages)
                squeezed = "".join(text.split())
                steps = [step["text"] for step in as_recipe({"name": "x"}, s)["recipeInstructions"]]
                for caution in s.cautions:
                    first_words = "".join(str(caution.title).split()[:2])
                    self.assertIn(first_words, squeezed)
                    self.assertTrue(any(str(caution.title) in step for step in steps), caution.title)
                self.assertIn("Labelsforthebox", squeezed)

    def test_the_probe_caution_comes_after_the_heat_it_belongs_to(self) -> None:
        steps = [
            step["text"] for step in as_recipe({"name": "x"}, raw_sheet(bake_document(HAKE)))["recipeInstructions"]
        ]
        at = lambda words: next(i for i, step in enumerate(steps) if words in step)
        self.assertLess(at("Steam (high fire)"), at("Probe the middle"))
        self.assertLess(at("Roll "), at("Raw filling"))
        self.assertLess(at("Raw filling"), at("Proof, covered"))
