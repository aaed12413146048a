"""The filling as a formula of its own: juice, binders, stiffness, cooling."""

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from airycrumb.data.filling import TREATMENTS, WEEPS
from airycrumb.pantry import find, shelf
from airycrumb.stations.filling import cooling, juice_of, weeping
from tests.core.spoken import moisture, stiffness


def parts(**grams: float) -> list[tuple]:
    return [(find(key.replace("_", " ")), g) for key, g in grams.items()]


WET = parts(tomato=200, spinach=200)
FOODS = st.sampled_from(sorted(shelf()))


class Juice(unittest.TestCase):
    def test_vegetables_and_meat_weep_and_starch_drinks(self) -> None:
        self.assertGreater(juice_of(find("tomato"), 100, "raw"), juice_of(find("leek cooked"), 100, "cooked"))
        self.assertGreater(juice_of(find("pork raw"), 100, "raw"), 0)
        self.assertLess(juice_of(find("starch"), 10, "raw"), -50)
        self.assertEqual(juice_of(find("hard cheese"), 100, "cooked"), 0)
        self.assertGreater(
            juice_of(find("mozzarella"), 100, "cooked"), juice_of(find("low-moisture mozzarella"), 100, "cooked")
        )

    @given(FOODS, st.floats(0, 1000))
    def test_no_food_gives_more_juice_than_it_has_water(self, key: str, grams: float) -> None:
        for state in ("raw", "cooked"):
            self.assertLessEqual(juice_of(find(key), grams, state), grams * find(key).water / 100 + 1e-9)

    def test_every_share_is_a_share(self) -> None:
        for raw, cooked in WEEPS.values():
            self.assertTrue(0 <= cooked <= raw <= 1)
        for _, left, _ in TREATMENTS.values():
            self.assertTrue(0 < left <= 1)

    def test_dry_moist_and_wet(self) -> None:
        dry = moisture(parts(hard_cheese=200, walnut=100), "cooked", (), "gathered", "oven", 300)
        moist = moisture(parts(leek_cooked=180, hard_cheese=60), "cooked", (), "gathered", "oven", 240)
        self.assertEqual((str(dry.word), str(moist.word)), ("dry", "moist"))
        wet = moisture(WET, "raw", (), "gathered", "steam", 400)
        self.assertTrue(wet.too_wet)
        self.assertEqual((str(wet.word), wet.most_from), ("wet", "raw tomato"))

    def test_an_open_piece_in_the_oven_bears_more_and_a_roll_less(self) -> None:
        bears = lambda closing, method: moisture(WET, "raw", (), closing, method, 400).bears
        self.assertGreater(bears("boat", "oven"), bears("gathered", "oven"))
        self.assertEqual(bears("boat", "steam"), bears("gathered", "steam"))
        self.assertLess(bears("layered", "oven"), bears("gathered", "oven"))

    def test_the_binder_offered_binds_it(self) -> None:
        wet = moisture(WET, "raw", (), "gathered", "steam", 400)
        for binder in wet.binders:
            bound = moisture(
                [*WET, (find(binder.use), binder.grams)], "raw", (), "gathered", "steam", 400 + binder.grams
            )
            self.assertLessEqual(bound.juice, wet.bears + 0.01, binder.use)
        # common practice, no source: starch binds twice what flour does
        self.assertAlmostEqual(wet.binders[1].grams / wet.binders[0].grams, 2)

    def test_draining_and_squeezing_dry_it_and_leave_less_of_it(self) -> None:
        plain = moisture(WET, "raw", (), "gathered", "steam", 400)
        for treatment in ("drained", "squeezed", "cooked_down", "dried_overnight"):
            treated = moisture(WET, "raw", (treatment,), "gathered", "steam", 400)
            self.assertLess(treated.juice, plain.juice)
            self.assertLess(treated.left, 1)
        self.assertEqual(moisture(WET, "raw", ("chilled",), "gathered", "steam", 400).left, 1)

    @settings(max_examples=50)
    @given(st.lists(st.tuples(FOODS, st.floats(1, 500)), min_size=1, max_size=6), st.sampled_from(sorted(TREATMENTS)))
    def test_any_filling_gives_a_share_between_nothing_and_all(self, rows: list[tuple[str, float]], how: str) -> None:
        made = [(find(key), g) for key, g in rows]
        m = moisture(made, "raw", (how,), "gathered", "steam", sum(g for _, g in made))
        self.assertTrue(0 <= m.juice <= 100 and 0 < m.left <= 1)

    def test_salted_mince_draws_juice_from_raw_vegetables(self) -> None:
        mixed = parts(pork_raw=300, cabbage=150, fine_salt=5)
        self.assertGreater(weeping(mixed, "raw", 455, 30), weeping(mixed, "raw", 455, 10))
        self.assertEqual(weeping(parts(pork_raw=300, cabbage=150), "raw", 450), 0)
        self.assertEqual(weeping(parts(leek_cooked=300, fine_salt=5), "cooked", 305), 0)

    def test_fat_sets_when_cold(self) -> None:
        fatty = parts(pork_raw=200, butter=60)
        self.assertEqual(str(stiffness(fatty, 2, 4).word), "stiff")
        self.assertNotEqual(str(stiffness(fatty, 12, 25).word), "stiff")


class Cooling(unittest.TestCase):
    def test_a_shallow_tray_is_quicker_than_a_box_and_a_full_box_slower_than_a_heap(self) -> None:
        tray, box, bowl = (cooling(500, 1.0, vessel, 20, 6).minutes for vessel in ("tray", "box", "bowl"))
        self.assertTrue(tray < box < bowl)
        self.assertLess(cooling(1300, 1.0, "bowl", 20, 6).minutes, cooling(1300, 1.0, "box", 20, 6).minutes)
        # What a box does not hold goes into another: it is no deeper.
        self.assertEqual(cooling(2000, 1.0, "box", 20, 6).minutes, cooling(3000, 1.0, "box", 20, 6).minutes)
        # common practice, no source: an hour or so spread thin, an afternoon in a heap
        self.assertTrue(45 <= tray <= 120)
        self.assertGreater(bowl, 240)

    @settings(max_examples=60, deadline=None)
    @given(st.floats(50, 3000), st.floats(10, 34), st.floats(5, 50), st.sampled_from(["tray", "bowl", "box"]))
    def test_more_of_it_never_cools_sooner(self, grams: float, room: float, aim: float, vessel: str) -> None:
        less, more = cooling(grams, 1.0, vessel, room, aim), cooling(grams * 1.5, 1.0, vessel, room, aim)
        self.assertGreaterEqual(more.minutes, less.minutes - 1e-6)
        self.assertGreaterEqual(less.bench_min, 0)

    def test_the_fridge_is_only_needed_for_cold(self) -> None:
        self.assertEqual(cooling(500, 1.0, "tray", 20, 40).fridge_min, 0)
        self.assertGreater(cooling(500, 1.0, "tray", 20, 6).fridge_min, 0)
