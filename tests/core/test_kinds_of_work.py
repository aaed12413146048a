"""Ways of working a dough that a cook can say: sheeted, relaxed, over a bath, tripled, wrapped for hours."""

import unittest

from airycrumb.bake.marks import wrong_with
from airycrumb.stations.rise import Leg, place_of, steady
from airycrumb.trays.types import Sheet
from tests.core.examples import bake_document, sheet


def lasts(s: Sheet, stage: str) -> float:
    """Minutes of a stage."""
    step = next(step for step in s.day.steps if step.key == stage)
    return (step.end - step.start).total_seconds() / 60


def codes(s: Sheet) -> set[str]:
    """The doubts of a sheet."""
    return {d.code for d in s.doubts}


class Dividing(unittest.TestCase):
    def test_the_bench_rest_is_the_cooks_and_counts_in_the_day(self) -> None:
        usual, long = sheet(bake_document()), sheet(bake_document(bench_rest="30 min"))
        self.assertAlmostEqual(lasts(long, "divide") - lasts(usual, "divide"), 20)
        self.assertEqual(long.bench_rest_min, 30)

    def test_a_sheeted_dough_takes_longer_to_shape_and_has_lost_its_gas(self) -> None:
        kneaded, sheeted = (sheet(bake_document(dough={"kneading": how})) for how in ("hand", "sheeted"))
        self.assertAlmostEqual(lasts(sheeted, "divide") - lasts(kneaded, "divide"), 12)
        self.assertLess(sheeted.wrap.sizes[1].height_mm, kneaded.wrap.sizes[1].height_mm)
        self.assertIn("seven times", " ".join(sheeted.rise.cues))


class OverABath(unittest.TestCase):
    def test_what_is_told_is_the_water_and_the_air_over_it_is_a_little_cooler(self) -> None:
        # common practice, no source: over water of 35 °C
        told = sheet(
            bake_document(proof={"spots": [{"where": "over warm water", "air": "35 C"}]}, plan={"room": "20 C"})
        )
        untold = sheet(bake_document(proof={"spots": [{"where": "over warm water"}]}, plan={"room": "20 C"}))
        self.assertAlmostEqual(told.proof.air_c, 33, delta=0.3)
        self.assertAlmostEqual(told.proof.air_c, untold.proof.air_c, delta=0.3)


class Questions(unittest.TestCase):
    def test_tripling_is_said_to_be_outside_what_is_known(self) -> None:
        tripled = sheet(bake_document(rise={"to": 3.0}))
        doubt = next(d for d in tripled.doubts if d.code == "tripled")
        self.assertEqual(doubt.answers[0].changes[0].value, 2.0)
        self.assertNotIn("tripled", codes(sheet(bake_document(rise={"to": 2.2}))))

    def test_hours_of_wrapping_are_questioned_and_fewer_are_offered(self) -> None:
        many = sheet(bake_document(pieces=60, pin=None, eaters=None))
        doubt = next(d for d in many.doubts if d.code == "long_wrapping")
        fewer = doubt.answers[0].changes[0].value
        self.assertLess(fewer, 60)
        self.assertNotIn("long_wrapping", codes(sheet(bake_document(pieces=fewer, pin=None, eaters=None))))


class FilledLate(unittest.TestCase):
    """Wells proofed as plain rounds, then pressed and filled."""

    def wells(self, filled: str, **changes: object) -> Sheet:
        return sheet(
            bake_document("hake-fennel-buns", closing="well", filling_per_piece="20 g", filled=filled, **changes)
        )

    def test_the_filling_goes_in_after_the_proof_and_stands_warm_for_less(self) -> None:
        before, after = self.wells("before"), self.wells("after")
        stages = [s.key for s in after.day.steps if s.key in ("divide", "wrap", "proof", "heat")]
        self.assertEqual(stages, ["divide", "proof", "wrap", "heat"])
        self.assertLess(after.heat.clock.standing_min, before.heat.clock.standing_min)
        self.assertLess(after.heat.start_c, before.heat.start_c)
        # No cold filling slows the proof.
        self.assertGreater(after.proof.start_c, before.proof.start_c)
        self.assertEqual(after.proof.first_to_last_min, 0)

    def test_other_closings_are_wrapped_before_whatever_is_said(self) -> None:
        kept = sheet(bake_document("hake-fennel-buns", filled="after"))
        self.assertIn("filled_otherwise", codes(kept))
        self.assertEqual(kept.day, sheet(bake_document("hake-fennel-buns")).day)


class BakedTouching(unittest.TestCase):
    """A ring or a flower: pieces so close that they bake into one."""

    def test_more_of_them_fit_and_their_middles_need_longer(self) -> None:
        heat = {"method": "oven", "temperature": "190 C", "minutes": None, "from": "proofed"}
        apart, touching = (sheet(bake_document(heat={**heat, "touching": t})) for t in (False, True))
        self.assertGreater(touching.heat.per_load, apart.heat.per_load)
        assert touching.heat.reaches and apart.heat.reaches
        self.assertGreater(touching.heat.reaches.typical, 1.05 * apart.heat.reaches.typical)
        self.assertLess(touching.heat.reaches.typical, 2 * apart.heat.reaches.typical)


class InTheDough(unittest.TestCase):
    """Bits kneaded into the dough before it is divided."""

    def test_a_piece_is_cut_with_what_is_in_it_and_is_only_rounded(self) -> None:
        studded = {"closing": "kneaded_in", "filling_per_piece": "20 g", "dough_per_piece": "60 g"}
        each, whole = (sheet(bake_document(**studded, filled=f)) for f in ("before", "in the dough"))
        self.assertEqual(each.divide.groups[0].each_g, 60)
        self.assertEqual(whole.divide.groups[0].each_g, 80)
        self.assertAlmostEqual(whole.divide.dough_g - each.divide.dough_g, 20 * whole.divide.pieces)
        self.assertLess(lasts(whole, "wrap"), lasts(each, "wrap"))
        self.assertEqual(whole.heat.line_c, each.heat.line_c)

    def test_what_is_wrapped_is_never_cut_with_its_filling(self) -> None:
        self.assertFalse(sheet(bake_document(filled="in the dough")).divide.with_filling)


class Limits(unittest.TestCase):
    """What cannot be, and what only looks as if it could not."""

    def test_a_hold_on_too_little_dough_is_asked_about(self) -> None:
        pin = {"by": "dough", "amount": "100 g", "gives_way": "pieces"}
        small = bake_document("hake-fennel-buns", pieces=4, dough_per_piece="218 g", pin=pin)
        doubt = next(d for d in sheet(small).doubts if d.code == "held_too_little")
        self.assertEqual(doubt.severity, "stop")
        roomy = bake_document("hake-fennel-buns", pieces=4, pin={**pin, "amount": "1000 g"})
        self.assertNotIn("held_too_little", codes(sheet(roomy)))

    def test_a_middle_just_over_its_line_is_a_risk_and_no_failure(self) -> None:
        needed = sheet(bake_document("hake-fennel-buns", heat={"minutes": None})).heat
        assert needed.needs.middle_min
        for minutes, severity in ((needed.needs.middle_min + 0.6, "ask"), (needed.needs.middle_min - 2, "stop")):
            s = sheet(bake_document("hake-fennel-buns", heat={"minutes": f"{minutes:.1f} min"}))
            doubt = next(d for d in s.doubts if d.code == "time_short")
            self.assertEqual(doubt.severity, severity, doubt.title)

    def test_no_place_is_hotter_than_60_or_colder_than_30_below(self) -> None:
        for celsius in (500.0, -80.0):
            self.assertIn("cannot be right", str(wrong_with("moved", "rise", celsius, "spot")))
            with self.assertRaises(ValueError):
                place_of("bowl", 800, (Leg(0.0, steady(celsius)),))
        self.assertIsNone(wrong_with("moved", "rise", None, "fridge"))
