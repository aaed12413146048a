"""Several groups of pieces from one dough: half savoury, half sweet."""

import unittest
from typing import Any

from airycrumb.bake import read_bake
from airycrumb.problems import InputError
from tests.core.examples import NOON, bake_document, kitchen, seen, sheet
from tests.core.spoken import finish


def both(first: str = "beetroot-walnut-buns", second: str = "hake-fennel-buns", **group: Any) -> dict[str, Any]:
    """Six pieces of one bake and six filled as another."""
    more = {"pieces": 6, "filling_per_piece": "35 g", "filling": bake_document(second)["filling"], **group}
    return bake_document(first, pieces=6, more_groups=[more])


class TwoFillings(unittest.TestCase):
    def test_the_dough_is_that_of_all_the_pieces_and_each_filling_its_own(self) -> None:
        s, alone = sheet(both()), sheet(bake_document(pieces=12))
        self.assertAlmostEqual(s.weigh.dough_g, alone.weigh.dough_g)
        self.assertEqual([g.pieces for g in s.groups], [6, 6])
        self.assertAlmostEqual(s.groups[1].filling_g, 6 * 35)
        self.assertAlmostEqual(sum(x.grams for x in s.groups[1].filling), 6 * 35)

    def test_the_piece_that_asks_most_decides_the_heat_and_the_strictest_line_is_probed(self) -> None:
        s = sheet(both())
        raw = sheet(bake_document("hake-fennel-buns"))
        self.assertEqual(s.heat.minutes_planned, max(g.needs_min or 0 for g in s.groups))
        strictest = max(g.line_c for g in s.groups)
        self.assertGreaterEqual(strictest, raw.heat.line_c)
        probe = next(c for c in s.cautions if c.code == "probe")
        self.assertIn(f"{strictest:.0f} °C", probe.title)
        self.assertIn("raw_filling", {c.code for c in s.cautions})
        self.assertLessEqual(set(raw.allergens), set(s.allergens))

    def test_it_does_not_matter_which_group_is_written_first_for_the_heat(self) -> None:
        one, other = sheet(both()), sheet(both("hake-fennel-buns", "beetroot-walnut-buns"))
        self.assertEqual(one.heat.line_c, max(g.line_c for g in other.groups))

    def test_a_doubt_about_the_second_is_answered_in_the_second(self) -> None:
        s = sheet(both(filling_per_piece="190 g"))
        doubt = next(d for d in s.doubts if d.code == "overfull_2")
        self.assertEqual(doubt.answers[0].changes[0].path, ["more_groups", 0, "filling_per_piece"])

    def test_what_takes_longest_to_proof_is_wrapped_first(self) -> None:
        s = sheet(both(dough_per_piece="400 g", filling_per_piece="250 g"))
        told = next(d for d in s.doubts if d.code == "proofs_apart_2")
        self.assertIn("later", told.title)

    def test_eaters_are_shared_over_the_kinds_in_proportion(self) -> None:
        document = {**both(), "eaters": {"count": 9, "each": 2}}
        self.assertEqual([g.pieces for g in sheet(document).groups], [9, 9])
        with self.assertRaisesRegex(InputError, "at least one of each"):
            read_bake({**both(), "eaters": {"count": 1, "each": 1}})

    def test_more_than_can_be_planned_is_refused_and_a_slip_in_the_second_is_named(self) -> None:
        with self.assertRaisesRegex(InputError, "more than the 200"):
            read_bake(both(pieces=195))
        with self.assertRaises(InputError) as caught:
            read_bake(both(filling_per_piece="a lot"))
        self.assertEqual(caught.exception.problems[0].where, "more_groups[0].filling_per_piece")

    def test_a_pinned_filling_that_is_not_there_is_refused(self) -> None:
        with self.assertRaisesRegex(InputError, "cannot be pinned"):
            read_bake({**both(), "pin": {"by": "filling 3", "amount": "300 g", "gives_way": "pieces"}})

    def test_wrapping_two_closings_at_once_teaches_no_pace(self) -> None:
        marks = [seen("started", "weigh", 0), seen("done", "weigh", 20), seen("done", "rise", 120)]
        marks += [seen("done", "divide", 140), seen("done", "wrap", 160)]
        mixed, alike = (read_bake(both(closing=c)) for c in ("half_moon", "gathered"))
        self.assertIsNone(finish(mixed, kitchen(), marks, [], now=NOON).wrap_seconds)
        self.assertIsNotNone(finish(alike, kitchen(), marks, [], now=NOON).wrap_seconds)
