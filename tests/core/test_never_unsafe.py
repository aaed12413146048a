"""Plans that are quietly unsafe: none may be. What stands warm, cools slowly, went in cold or was forgotten is said."""

import unittest
from datetime import timedelta
from typing import Any

from airycrumb.bake import read_bake
from airycrumb.bake.marks import Observation
from airycrumb.sheet import Sheet
from scripts.unsafe import LIMITS, drawn, unsaid
from tests.core.examples import NOON, bake_document, kitchen, seen, sheet
from tests.core.spoken import work
from tests.core.test_heat_tray import BEGUN, HAKE, MOONS, doubt

BAKES_HERE = 60  # of the 5,000 that make unsafe draws


class DrawnBakes(unittest.TestCase):
    def test_no_plan_passes_a_limit_without_a_stop(self) -> None:
        became = [unsaid(seed) for seed in range(BAKES_HERE)]
        self.assertGreater(sum(what == "worked" for what, _, _ in became), 0.9 * BAKES_HERE)
        self.assertEqual([seed for seed, (_, _, quiet) in enumerate(became) if quiet], [])
        # They do pass limits, and say so: the check is one that could fail.
        self.assertGreater(sum(bool(said) for _, said, _ in became), 0.2 * BAKES_HERE)

    def test_every_region_is_drawn(self) -> None:
        self.assertEqual({drawn(seed).region for seed in range(BAKES_HERE)}, set(LIMITS))


class WarmAndCold(unittest.TestCase):
    def test_three_loads_of_raw_fish_waiting_on_the_bench_stop_the_plan(self) -> None:
        document = bake_document(HAKE, pieces=40, heat={"later_loads": "bench"})
        found = doubt(sheet(document), "stands_warm")
        assert found is not None
        self.assertEqual(found.severity, "stop")
        self.assertIn("Wrap the rest later", [str(a.label) for a in found.answers])

    def test_an_hour_in_hot_air_is_the_limit_by_the_air_at_the_piece(self) -> None:
        warm = {"to": 1.9, "spots": [{"where": "spot", "air": "40 C"}]}
        limits = {
            air: sheet(
                bake_document(HAKE, proof={**warm, "spots": [{"where": "spot", "air": air}]})
            ).heat.clock.limit_min
            for air in ("30 C", "40 C")
        }
        self.assertEqual(limits, {"30 C": 120, "40 C": 60})

    def test_a_bowl_of_filling_that_is_lukewarm_for_hours_stops_the_plan(self) -> None:
        leek = {"vessel": "bowl", "cooling": "3 h", "temperature": "6 C"}
        document = bake_document("beetroot-walnut-buns", pieces=40)
        document["filling"] |= leek
        found = next(d for d in sheet(document).doubts if d.code.startswith("cools_too_slowly"))
        self.assertEqual(found.severity, "stop")
        self.assertRegex(found.title, r"to cool to 21 °C: 2 h (?:00 )?are allowed")


def steamed(minutes_lit: float | None, now_min: float = 3, **marks: Any) -> Sheet:
    """Buns in the steam for some minutes, the pot lit so many minutes before they went in."""
    lit = [] if minutes_lit is None else [did("heat.1.1.light", 170 - minutes_lit)]
    said = [did(event, at) for event, at in marks.items()]
    now = NOON + timedelta(minutes=170 + now_min)
    return work(read_bake(bake_document(HAKE)), kitchen(), [*BEGUN[:-1], *lit, *said, BEGUN[-1]], now=now)


def did(event: str, at: float) -> Observation:
    return Observation("did", "heat", NOON + timedelta(minutes=at), None, None, event)


class AColdOven(unittest.TestCase):
    def baked(self, *marks: Observation) -> Sheet:
        now = NOON + timedelta(minutes=173)
        return work(read_bake(bake_document(MOONS)), kitchen(), [*BEGUN[:-1], *marks, BEGUN[-1]], now=now)

    def test_one_just_lit_takes_longer_than_one_lit_in_time_and_says_so(self) -> None:
        minutes = [self.baked(did("heat.1.1.light", 170 - lit)).heat.minutes_planned for lit in (30, 8, 1)]
        self.assertEqual(minutes, sorted(minutes))
        self.assertGreater(minutes[2], minutes[0] + 4)
        told = doubt(self.baked(did("heat.1.1.light", 169)), "went_in_cold")
        assert told is not None
        self.assertIn(f"instead of {minutes[0]:.0f} min", told.reason)
        self.assertIsNone(doubt(self.baked(did("heat.1.1.light", 140)), "went_in_cold"))

    def test_one_nobody_lit_is_asked_about_with_the_minutes_either_way(self) -> None:
        asked = doubt(self.baked(), "was_it_hot")
        assert asked is not None
        self.assertEqual(asked.severity, "ask")
        self.assertRegex(asked.reason, r"Hot, they need about \d+ min; lit as they went in, about \d+ min")
        self.assertIsNone(doubt(self.baked(did("heat.1.1.hot", 170)), "was_it_hot"))

    def test_its_own_thermometer_is_believed_over_the_clock(self) -> None:
        cool = Observation("oven", "heat", NOON + timedelta(minutes=169), 90.0)
        lit = did("heat.1.1.light", 130)
        self.assertGreater(self.baked(lit, cool).heat.minutes_planned, self.baked(lit).heat.minutes_planned + 2)

    def test_a_pot_that_does_not_boil_yet_is_waited_for(self) -> None:
        self.assertGreater(steamed(1).heat.minutes_planned, steamed(20).heat.minutes_planned + 4)

    def test_into_it_is_asked_before_it_is_hot_with_both_minutes(self) -> None:
        lit = did("heat.1.1.light", 169)
        s = work(read_bake(bake_document(MOONS)), kitchen(), [*BEGUN[:-1], lit], now=NOON + timedelta(minutes=170))
        into = next(e for e in s.events if e.kind == "into")
        assert into.hot_from is not None
        self.assertGreater(into.hot_from, NOON + timedelta(minutes=175))
        hot, cold = (str(c.label) for c in into.choices)
        self.assertRegex(hot, r"^The oven is hot: \d+ min$")
        self.assertRegex(cold, r"^Not hot yet: about \d+ min$")


class Forgotten(unittest.TestCase):
    def risen(self, hours: float, which: str = HAKE) -> Sheet:
        marks = [seen("started", "weigh", 0), seen("done", "weigh", 20)]
        return work(read_bake(bake_document(which)), kitchen(), marks, now=NOON + timedelta(minutes=20 + 60 * hours))

    def test_a_dough_left_for_a_night_is_past_its_best_since_an_hour_and_says_what_is_left(self) -> None:
        for hours, left in ((3, "Knock it back and shape it now"), (6, "It is weak now"), (15, "old dough")):
            with self.subTest(hours=hours):
                s = self.risen(hours)
                told = doubt(s, "past_its_best_rise")
                assert told is not None
                self.assertEqual(told.severity, "stop")
                self.assertIn(left, told.reason)
                front = next(e for e in s.events if e.id == "rise.grown")
                self.assertIn("past its best since", str(front.figure_note))
                self.assertNotIn("doubled", str(front.press))
        self.assertIsNone(doubt(self.risen(1), "past_its_best_rise"))

    def test_one_with_milk_in_it_is_thrown_away(self) -> None:
        document = bake_document(HAKE)
        document["dough"]["ingredients"].append({"use": "whole milk", "amount": "50 g"})
        marks = [seen("started", "weigh", 0), seen("done", "weigh", 20)]
        s = work(read_bake(document), kitchen(), marks, now=NOON + timedelta(hours=9))
        self.assertIn("throw it away", doubt(s, "past_its_best_rise").reason)  # type: ignore[union-attr]

    def test_pieces_with_raw_fish_left_to_proof_are_thrown_away(self) -> None:
        s = work(read_bake(bake_document(HAKE)), kitchen(), BEGUN[:-1], now=NOON + timedelta(hours=10))
        self.assertIn("throw them away", doubt(s, "past_its_best_proof").reason)  # type: ignore[union-attr]

    def test_a_look_that_can_hardly_be_is_asked_about(self) -> None:
        marks = [seen("started", "weigh", 0), seen("done", "weigh", 20)]
        at = lambda minute, share: work(
            read_bake(bake_document(HAKE)),
            kitchen(),
            [*marks, seen("risen", "rise", 20 + minute, share)],
            now=NOON + timedelta(minutes=21 + minute),
        )
        self.assertIn("50 % in 1 min", doubt(at(1, 0.5), "look_rise").title)  # type: ignore[union-attr]
        self.assertIsNone(doubt(at(60, 0.5), "look_rise"))
        # Half as large again as it was to grow is past, whatever the clock says.
        self.assertIsNotNone(doubt(at(60, 1.5), "past_its_best_rise"))


class NotSoFast(unittest.TestCase):
    def test_a_loaf_that_needs_an_hour_and_a_half_is_planned_and_not_stopped(self) -> None:
        document = bake_document(HAKE, pieces=1, dough_per_piece="700 g", filling_per_piece="500 g")
        document["heat"] |= {"method": "oven", "temperature": "150 C", "minutes": None}
        s = sheet(document)
        self.assertIsNone(doubt(s, "never_hot"))
        self.assertGreater(s.heat.minutes_planned, 75)
