"""A piece rolled to the size a cook wants: how it lies, how it bakes, and what it does not bear."""

import unittest
from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from airycrumb.bake import read_bake
from airycrumb.data.shapes import ROLLED_WIDER, SHAPES
from airycrumb.stations.enclose import CLOSINGS
from airycrumb.stations.enclose.proportions import proportions
from airycrumb.trays.types import Sheet
from tests.core.examples import bake_document, kitchen_document, sheet
from tests.core.spoken import enclose

ROOMY = {"oven": {**kitchen_document()["oven"], "width": "600 mm", "depth": "500 mm"}}


def calzone(**changes: Any) -> Sheet:
    """One large folded round of 420 g around 330 g, at 204 °C, in an oven it lies in."""
    large = {
        "pieces": 1,
        "dough_per_piece": "420 g",
        "filling_per_piece": "330 g",
        "closing": "half_moon",
        "heat": {"method": "oven", "temperature": "204 C", "minutes": None, "from": "proofed"},
    }
    document = bake_document("hake-fennel-buns", **large | changes)
    return sheet(document, **ROOMY)


def codes(found: Sheet) -> set[str]:
    """The doubts of a sheet."""
    return {d.code for d in found.doubts}


class HowItLies(unittest.TestCase):
    @given(st.sampled_from(sorted(SHAPES)), st.floats(0.5, 4))
    def test_what_covers_more_is_as_much_lower_and_holds_the_same(self, shape: str, spread: float) -> None:
        usual, rolled = SHAPES[shape][:2], proportions(shape, spread)
        # Of one volume: height goes by the cube root of what is under it.
        height = ((usual[0] * usual[1]) / (rolled[0] * rolled[1])) ** (1 / 3)
        wide, long = (r * height / u for r, u in zip(rolled, usual, strict=True))
        expected = {
            "round": (1.0, 1.0, 1.0),
            "flat": (spread, spread, spread**-2),
            "long": (spread**-0.5, spread, spread**-0.5),
        }[ROLLED_WIDER[shape]]
        for found, wanted in zip((wide, long, height), expected, strict=True):
            self.assertAlmostEqual(found, wanted)

    def test_every_closed_shape_says_what_it_does(self) -> None:
        self.assertEqual(set(ROLLED_WIDER), set(SHAPES))

    def test_as_wide_as_its_filling_asks_is_as_if_nothing_was_wanted(self) -> None:
        for key, how in CLOSINGS.items():
            filling = 150 if how.wraps else 0
            usual = enclose(key, 300, filling, 1.0, 1.7)
            with self.subTest(closing=key):
                self.assertEqual(enclose(key, 300, filling, 1.0, 1.7, 1, usual.own_mm), usual)

    def test_a_thickness_wanted_is_the_thickness_rolled(self) -> None:
        self.assertAlmostEqual(calzone(thickness="4 mm").wrap.mean_mm, 4)
        both = calzone(thickness="4 mm", across="350 mm").wrap
        self.assertAlmostEqual(both.across_mm, 350)


class HowItBakes(unittest.TestCase):
    def test_a_folded_round_of_40_cm_is_flat_and_done_within_the_trades_half_hour(self) -> None:
        # common practice, no source: 40 cm, 204 °C, 25 to 30 min
        usual, wide = calzone(), calzone(across="400 mm")
        self.assertGreater(usual.heat.minutes_planned, 45)
        self.assertLess(wide.heat.minutes_planned, 30)
        proofed = wide.wrap.sizes[1]
        self.assertLess(proofed.height_mm, 25)
        self.assertAlmostEqual(proofed.length_mm, 400, delta=40)

    def test_the_wider_the_sooner_and_the_body_that_is_cooked_is_the_one_drawn(self) -> None:
        found = [calzone(across=f"{mm} mm") for mm in (250, 320, 400)]
        needs = [s.heat.reaches.typical for s in found if s.heat.reaches]
        self.assertEqual(sorted(needs, reverse=True), needs)
        self.assertEqual(len(needs), 3)

    def test_a_gathered_bun_is_round_whatever_it_was_rolled_to(self) -> None:
        usual, wide = sheet(bake_document()), sheet(bake_document(across="170 mm"))
        self.assertEqual(usual.heat.reaches, wide.heat.reaches)
        self.assertLess(wide.wrap.mean_mm, usual.wrap.mean_mm)


class WhatItDoesNotBear(unittest.TestCase):
    def test_thinner_than_it_bears_is_asked_about_with_the_widest_it_does(self) -> None:
        thin = next(d for d in calzone(across="520 mm").doubts if d.code == "too_thin")
        widest = thin.answers[0].changes[0].value
        again = calzone(across=widest)
        self.assertNotIn("too_thin", codes(again))
        self.assertAlmostEqual(again.wrap.mean_mm, CLOSINGS["half_moon"].usual.thinnest_mm, delta=0.1)

    def test_a_thin_skinned_piece_of_stretchy_dough_holds_more_filling_than_dough(self) -> None:
        # common practice, no source: 71 g closed over by 42 g rolled to 15 cm; a dough that is rested only
        small = {"pieces": 8, "dough_per_piece": "42 g", "filling_per_piece": "71 g", "closing": "envelope"}
        kneaded, rested = calzone(**small), calzone(**small, dough={"leavening": "none"})
        self.assertIn("overfull", codes(kneaded))
        self.assertFalse(codes(rested) & {"overfull", "ratio", "too_thin"})

    def test_too_narrow_for_its_filling_stops_and_each_way_out_works(self) -> None:
        narrow = next(d for d in calzone(across="150 mm").doubts if d.code == "too_narrow")
        self.assertEqual(narrow.severity, "stop")
        wider, less = narrow.answers[0].changes[0].value, narrow.answers[1].changes[0].value
        self.assertNotIn("too_narrow", codes(calzone(across=wider)))
        self.assertNotIn("too_narrow", codes(calzone(across="150 mm", filling_per_piece=less)))

    def test_a_size_for_what_is_not_rolled_is_said_to_be_unused(self) -> None:
        self.assertIn("size_unused", codes(calzone(closing="kneaded_in", across="200 mm", filling_per_piece="120 g")))

    def test_a_further_group_is_rolled_alike_only_where_dough_and_closing_are(self) -> None:
        filling = bake_document()["filling"]
        more = [
            {"pieces": 2, "filling": filling, "filling_per_piece": "40 g"},
            {"pieces": 2, "filling": filling, "filling_per_piece": "40 g", "closing": "half_moon"},
            {"pieces": 2, "filling": filling, "filling_per_piece": "40 g", "across": "150 mm"},
        ]
        groups = read_bake(bake_document(across="140 mm", more_groups=more)).groups
        self.assertEqual([g.across_mm for g in groups], [140, 140, None, 150])


class WhatTheBooksSay(unittest.TestCase):
    """A recipe's minutes beside ours, and why they differ."""

    def said(self, minutes: int, **changes: Any) -> Any:
        found = calzone(said={"heat": f"{minutes} min"}, **changes).doubts
        return next((d for d in found if d.code == "said_heat"), None)

    def test_longer_than_needed_is_noted_with_what_it_would_leave(self) -> None:
        longer = self.said(28, across="400 mm")
        self.assertEqual(longer.severity, "note")
        self.assertRegex(longer.title, r"The recipe says 28 min; 1\d min here")
        self.assertRegex(longer.reason, r"the crust is golden after .*After 28 min the middle is at about \d+ °C")

    def test_too_short_for_the_middle_is_asked_about_and_about_right_is_not(self) -> None:
        short = self.said(28)
        self.assertEqual(short.severity, "ask")
        self.assertRegex(short.reason, r"After 28 min the middle is at about [34]\d °C and the crust pale gold|golden")
        planned = int(calzone(across="400 mm").heat.minutes_planned)
        self.assertIsNone(self.said(planned, across="400 mm"))
