"""Dividing: what the scale says is shared out whole, by weight, by eye, and piece by piece."""

import unittest
from itertools import pairwise

from hypothesis import given
from hypothesis import strategies as st

from airycrumb.stations.divide.portioning import time_factor, verdict
from airycrumb.stations.divide.sharing import Wanted, cut_places
from tests.core.spoken import cuts_by_eye, portioning, share_out

LIDDED = (("bun", 0.75), ("lid", 0.25))
GROUPS = st.lists(
    st.builds(Wanted, st.integers(1, 40), st.floats(10, 400), st.sampled_from([(("", 1.0),), LIDDED])),
    min_size=1,
    max_size=4,
)


class SharingOut(unittest.TestCase):
    def test_pieces_are_cut_by_halves_first(self) -> None:
        # common practice, no source: 12 is halves, halves, thirds
        self.assertEqual(cuts_by_eye(12), ["halves", "halves", "thirds"])
        self.assertEqual(cuts_by_eye(1), [])
        self.assertEqual(cuts_by_eye(26), ["halves", "a rope cut in 13, one of them weighed first"])

    def test_a_roll_of_dough_is_halved_before_it_is_cut_in_thirds(self) -> None:
        places = {cut.at: cut.round for cut in cut_places(12)}
        self.assertEqual(places[0.5], 0)
        self.assertEqual((places[0.25], places[0.75]), (1, 1))
        self.assertEqual(sum(1 for level in places.values() if level == 2), 8)

    @given(st.integers(2, 200))
    def test_the_cuts_make_equal_pieces(self, pieces: int) -> None:
        at = [0.0, *(cut.at for cut in cut_places(pieces)), 1.0]
        self.assertEqual(len(at), pieces + 1)
        for before, after in pairwise(at):
            self.assertAlmostEqual(after - before, 1 / pieces, places=9)

    @given(
        GROUPS, st.floats(0, 0.1), st.floats(0.5, 1.6), st.booleans(), st.sampled_from(["", "spread", "plain", "keep"])
    )
    def test_no_dough_is_lost_whatever_is_done_with_the_spare(
        self, wanted: list[Wanted], loss: float, factor: float, weighed: bool, spare: str
    ) -> None:
        asked = sum(w.pieces * w.each_g for w in wanted)
        dough = asked / (1 - loss) * max(1.0, factor)
        scale = asked * factor if weighed else None
        s = share_out(wanted, max(dough, scale or 0), loss, 1, scale, spare)
        together = sum(g.pieces * g.each_g for g in s.groups) + s.spare_g + s.left_on_bowl_g
        self.assertAlmostEqual(together / max(dough, scale or 0), 1, places=9)
        self.assertEqual(s.lumps, sum(g.pieces for g in s.groups))

    def test_a_weighed_dough_is_shared_as_it_is(self) -> None:
        s = share_out([Wanted(6, 95)], 600, 0.015, 1, weighed_g=560)
        self.assertAlmostEqual(s.groups[0].each_g, 560 / 6)
        self.assertEqual(s.left_on_bowl_g, 40)
        self.assertTrue(s.weighed)

    def test_six_buns_and_six_lids_from_560_g(self) -> None:
        # common practice, no source: 560 g is six buns of 70 and six lids of 23
        s = share_out([Wanted(6, 70), Wanted(6, 23)], 600, 0.015, 1, weighed_g=560)
        self.assertEqual([(g.pieces, g.each_shown_g) for g in s.groups], [(6, 70), (6, 23)])
        lidded = share_out([Wanted(6, 93, LIDDED)], 600, 0.015, 1, weighed_g=560)
        self.assertEqual([(g.what, g.pieces, g.each_shown_g) for g in lidded.groups], [("bun", 6, 70), ("lid", 6, 23)])
        self.assertEqual((lidded.pieces, lidded.lumps), (6, 12))
        self.assertEqual(str(lidded.in_words()), "6 pieces of 70 g (bun) and 6 pieces of 23 g (lid)")

    def test_eight_turnovers_and_one_plain_piece(self) -> None:
        s = share_out([Wanted(8, 60)], 540, 0, 1, weighed_g=530, spare="plain")
        self.assertEqual([(g.pieces, round(g.each_g), g.what) for g in s.groups], [(8, 60, ""), (1, 50, "plain piece")])
        self.assertEqual(s.spare_g, 0)

    def test_what_is_kept_is_not_spread(self) -> None:
        s = share_out([Wanted(8, 60)], 540, 0, 1, weighed_g=530, spare="keep")
        self.assertEqual((s.groups[0].each_g, s.spare_g), (60, 50))

    def test_dough_that_falls_short_is_spread_whatever_was_said(self) -> None:
        for spare in ("", "spread", "plain", "keep"):
            s = share_out([Wanted(10, 60)], 620, 0, 1, weighed_g=540, spare=spare)
            self.assertAlmostEqual(s.groups[0].each_g, 54)

    def test_a_crumb_of_dough_is_no_plain_piece(self) -> None:
        s = share_out([Wanted(8, 60)], 490, 0, 1, weighed_g=484, spare="plain")
        self.assertEqual((len(s.groups), round(s.spare_g)), (1, 4))


class Portioning(unittest.TestCase):
    aims = [("", 60.0)] * 12

    def test_three_and_five_per_cent_are_where_it_matters(self) -> None:
        # common practice, no source: within 3 % is fine, beyond 5 % is put right
        self.assertEqual(
            [verdict(off) for off in (0.03, -0.03, 0.031, -0.05, 0.051)], ["fine", "fine", "off", "off", "far"]
        )

    def test_what_the_rest_must_weigh_when_one_is_far_off(self) -> None:
        p = portioning([60, 61, 84], self.aims, 720)
        self.assertEqual(p.far, [3])
        self.assertAlmostEqual(p.next_g or 0, (720 - 205) / 9)
        self.assertIn("Piece 3 is 40 % over its weight: take 24 g off.", p.words)
        self.assertIn("Or share it out: the 9 left at 57 g each.", p.words)

    def test_one_weighed_again_puts_the_rest_right(self) -> None:
        self.assertAlmostEqual(portioning([60, 60, 60], self.aims, 720).factor, 1)

    def test_buns_and_lids_keep_their_proportion(self) -> None:
        p = portioning([75] * 6, [("bun", 70.0)] * 6 + [("lid", 23.0)] * 6, 558)
        self.assertEqual((p.next_what, p.rest_pieces), ("lid", 6))
        self.assertAlmostEqual(p.next_g or 0, (558 - 450) / 6)

    def test_the_last_piece_leaves_nothing_to_do(self) -> None:
        p = portioning([60] * 12, self.aims, 720)
        self.assertEqual((p.rest_pieces, p.next_g, p.words), (0, None, []))
        self.assertAlmostEqual(p.spread, 0)

    def test_more_pieces_than_planned_are_further_ones_of_the_last_kind(self) -> None:
        self.assertEqual(len(portioning([60] * 14, self.aims, 720).portions), 14)

    def test_a_lighter_piece_is_done_sooner_by_two_thirds_of_its_share(self) -> None:
        self.assertAlmostEqual(time_factor(0.9), 0.932, places=3)
        p = portioning([54, 66], self.aims, 720)
        self.assertTrue(p.soonest < 1 < p.latest)

    @given(st.lists(st.floats(1, 500), max_size=20), st.floats(100, 5000))
    def test_what_is_cut_and_what_is_left_is_the_dough(self, cut: list[float], dough: float) -> None:
        p = portioning(cut, self.aims, dough)
        self.assertAlmostEqual(sum(x.grams for x in p.portions) + p.rest_g, dough)
        self.assertEqual([x.number for x in p.portions], list(range(1, len(cut) + 1)))
        self.assertTrue(p.next_g is None or p.next_g >= 0)
