"""Baker's percentages and scaling."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from airycrumb.pantry import Part, blend, find, shelf
from airycrumb.problems import InputError
from airycrumb.stations.weigh import formula
from airycrumb.stations.weigh.formula import Pin, Share, percentages, scale


def dough(**grams: float) -> list[Part]:
    """Parts from names with underscores."""
    return [(find(name.replace("_", " ")), g) for name, g in grams.items()]


LEAN = dough(bread_flour=500, water=330, fine_salt=9, instant_yeast=5)
TWELVE = Share(12, 62, 40)


class Percentages(unittest.TestCase):
    def test_trade_pairs_of_flour_and_water(self) -> None:
        # common practice, no source: 500 with 330 is 66 %, 226 with 158 is 70 %, sponge 100:48
        for flour, water, wanted in ((500, 330, 66), (226, 158, 70), (100, 48, 48)):
            p = percentages(dough(bread_flour=flour, water=water))
            self.assertAlmostEqual(p.stated_hydration, wanted, delta=0.1)
            self.assertAlmostEqual(p.true_hydration, wanted, delta=0.1)

    def test_milk_and_egg_count_towards_true_hydration_only(self) -> None:
        p = percentages(dough(bread_flour=400, whole_milk=170, whole_egg=55, butter=50))
        self.assertEqual(p.stated_hydration, 0)
        by_hand = 100 * (170 * 0.881 + 55 * 0.762 + 50 * 0.17) / 400
        self.assertAlmostEqual(p.true_hydration, by_hand, places=2)

    def test_yeasts_are_told_as_instant(self) -> None:
        # common practice (from memory): fresh : active dry : instant = 3 : 1.3 : 1
        for kind, grams in (("instant_yeast", 5), ("active_dry_yeast", 6.5), ("fresh_yeast", 15)):
            p = percentages(dough(bread_flour=500, **{kind: grams}))
            self.assertAlmostEqual(p.yeast, 1.0, delta=0.01)

    @given(st.floats(0.01, 50))
    def test_percentages_do_not_depend_on_the_size_of_the_batch(self, factor: float) -> None:
        bigger = percentages([(i, g * factor) for i, g in LEAN])
        self.assertAlmostEqual(bigger.true_hydration, percentages(LEAN).true_hydration, places=6)
        self.assertAlmostEqual(bigger.total, percentages(LEAN).total, places=6)

    def test_flours_share_the_ceiling_of_the_rise_by_mass(self) -> None:
        mixed = dough(bread_flour=300, rye_flour=100)
        self.assertAlmostEqual(formula.rise_ceiling(mixed), (4.5 * 300 + 2.3 * 100) / 400)

    def test_woken_yeast_starts_further_on(self) -> None:
        dry = dough(bread_flour=500, active_dry_yeast=6)
        self.assertLess(formula.wake_up(dry, "straight"), formula.wake_up(dry, "woken"))


class Scaling(unittest.TestCase):
    def test_without_a_pin_pieces_and_weight_decide(self) -> None:
        s = scale([TWELVE], 0.015, LEAN, None)
        self.assertAlmostEqual(s.dough_g, 12 * 62 / 0.985)
        self.assertEqual(s.shares[0].filling_g, 480)
        self.assertAlmostEqual(s.spare_dough_g, 0, places=9)

    def test_pinned_flour_makes_whole_pieces_and_tells_what_is_spare(self) -> None:
        s = scale([TWELVE], 0.0, LEAN, Pin("flour", 300, "pieces"))
        self.assertAlmostEqual(s.dough_g, 300 * 844 / 500)
        self.assertEqual(s.pieces, int(s.dough_g // 62))
        self.assertAlmostEqual(s.pieces * 62 + s.spare_dough_g, s.dough_g)

    def test_pinned_flour_can_change_the_weight_instead(self) -> None:
        s = scale([TWELVE], 0.0, LEAN, Pin("flour", 500, "weight"))
        self.assertEqual(s.pieces, 12)
        self.assertAlmostEqual(s.shares[0].dough_per_piece_g, 844 / 12)

    def test_filling_on_hand_sets_the_batch(self) -> None:
        self.assertEqual(scale([TWELVE], 0.0, LEAN, Pin("filling", 410, "pieces")).pieces, 10)
        held = scale([TWELVE], 0.0, LEAN, Pin("filling", 600, "weight"))
        self.assertAlmostEqual(held.shares[0].filling_per_piece_g, 50)

    @given(st.floats(50, 5000), st.sampled_from(["flour", "dough", "water", "instant yeast"]))
    def test_any_pin_can_be_read_back_from_the_lines(self, amount: float, by: str) -> None:
        s = scale([TWELVE], 0.0, LEAN, Pin(by, amount, "weight"))
        lines = formula.lines(LEAN, s.dough_g, 0.1, True)
        held = sum(x.grams for x in lines if by in ("dough", x.key) or x.role == by)
        self.assertAlmostEqual(held / amount, 1.0, places=9)
        self.assertAlmostEqual(sum(x.grams for x in lines), s.dough_g, places=6)

    def test_small_amounts_are_marked_as_below_the_scales_step(self) -> None:
        lines = {x.key: x for x in formula.lines(LEAN, 84.4, 1, True)}
        self.assertTrue(lines["instant yeast"].below_step)
        self.assertFalse(lines["bread flour"].below_step)


class SeveralFillings(unittest.TestCase):
    """One dough, half savoury and half sweet."""

    TWO = (Share(6, 70, 40), Share(6, 23, 10))

    def test_the_dough_is_for_all_of_them(self) -> None:
        s = scale(self.TWO, 0.0, LEAN, None)
        self.assertEqual((s.pieces, s.dough_g), (12, 6 * 70 + 6 * 23))

    def test_a_filling_on_hand_moves_its_own_pieces_alone(self) -> None:
        s = scale(self.TWO, 0.0, LEAN, Pin("filling 2", 95, "pieces"))
        self.assertEqual([x.pieces for x in s.shares], [6, 9])
        self.assertEqual(s.dough_g, 6 * 70 + 9 * 23)

    def test_dough_on_hand_moves_every_group_in_proportion(self) -> None:
        s = scale(self.TWO, 0.0, LEAN, Pin("dough", 1116, "weight"))
        self.assertEqual([round(x.dough_per_piece_g, 6) for x in s.shares], [140, 46])

    @given(st.floats(100, 5000), st.lists(st.tuples(st.integers(1, 30), st.floats(10, 200)), min_size=2, max_size=4))
    def test_no_more_pieces_than_the_dough_gives_and_none_that_would_still_fit(
        self, dough: float, wanted: list[tuple[int, float]]
    ) -> None:
        s = scale([Share(n, g, 20) for n, g in wanted], 0.0, LEAN, Pin("dough", dough, "pieces"))
        used = sum(x.dough_g for x in s.shares)
        self.assertTrue(all(x.pieces >= 1 for x in s.shares))
        if dough >= sum(g for _, g in wanted):
            self.assertAlmostEqual(used + s.spare_dough_g, max(dough, used), places=6)


class WaterTemperature(unittest.TestCase):
    @given(st.floats(20, 30), st.floats(5, 38), st.floats(0, 6), st.floats(0.25, 0.55))
    def test_the_liquid_asked_for_lands_the_dough_where_it_should(
        self, wanted: float, room: float, warming: float, share: float
    ) -> None:
        liquid = formula.water_temperature(wanted, room, warming, share)
        self.assertAlmostEqual(formula.dough_temperature(liquid, room, warming, share), wanted, places=9)

    def test_the_classical_factor_rule_in_its_own_case(self) -> None:
        # common practice, no source: T_water = 2 x DDT - T_flour, where water and flour hold equal heat
        half = 1.8 / (4.19 + 1.8)
        self.assertAlmostEqual(formula.water_temperature(26, 21, 0, half), 2 * 26 - 21, places=9)


class Pantry(unittest.TestCase):
    def test_every_item_adds_up_and_says_where_it_is_from(self) -> None:
        for item in shelf().values():
            with self.subTest(item=item.key):
                whole = item.water + item.protein + item.fat + item.carbohydrate + item.ash
                self.assertTrue(94 <= whole <= 103, whole)
                self.assertTrue(item.source)
                self.assertIn(item.kind, ("published", "common practice", "assumed", "from memory"))
                self.assertEqual(item.role == "flour", item.rise_ceiling is not None)
                self.assertEqual(item.role == "yeast", item.instant_factor is not None)

    def test_a_misspelt_ingredient_is_answered_with_what_it_may_be(self) -> None:
        with self.assertRaisesRegex(InputError, "did you mean bread flour"):
            find("bred flour")
        with self.assertRaisesRegex(InputError, "not in the pantry"):
            find("gravel")

    def test_a_blend_holds_the_water_of_its_parts(self) -> None:
        mix = blend([(find("water"), 100), (find("oil"), 100)])
        self.assertAlmostEqual(mix.water, 0.5)
        self.assertAlmostEqual(mix.fat, 0.5)
