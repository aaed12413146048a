"""The Weigh tray: the order on the scale, ice, swaps, and how surely a dough is known."""

import contextlib
import json
import unittest
from datetime import timedelta
from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from airycrumb.bake import read_bake, read_kitchen
from airycrumb.bake.edits import Change, edited
from airycrumb.pantry import find
from airycrumb.problems import InputError
from airycrumb.quantities import Band
from airycrumb.sheet import Sheet
from airycrumb.stations.rise import Place, State
from airycrumb.stations.rise.forecast import cooler_adds, forecast, prior
from airycrumb.stations.weigh import formula
from tests.core.examples import DEMO_BAKES, NOON, bake_document, kitchen, kitchen_document, seen, sheet, sponge_document
from tests.core.spoken import finish
from tests.core.test_rise import LEAN


class SlipsOfTheUnit(unittest.TestCase):
    """Kilograms written for grams, and crumbs for kilograms: worked with a doubt, or refused; never a fault."""

    def test_any_amount_of_anything_is_worked_or_refused_with_a_sentence(self) -> None:
        for path in DEMO_BAKES[::3]:
            whole = json.loads(path.read_text())
            for where in ("dough", "filling"):
                for i in range(len(whole[where]["ingredients"])):
                    for amount in ("0.001 g", "4 kg", "99 kg"):
                        wrong = edited(whole, [Change([where, "ingredients", i, "amount"], amount)])
                        with self.subTest(bake=path.stem, row=i, amount=amount), contextlib.suppress(InputError):
                            sheet(wrong)

    def test_kilograms_of_water_stop_the_bake_with_a_word(self) -> None:
        document = bake_document("hake-fennel-buns")
        row = next(i for i, r in enumerate(document["dough"]["ingredients"]) if r["use"] == "water")
        doubts = sheet(edited(document, [Change(["dough", "ingredients", row, "amount"], "4 kg")])).doubts
        told = next(d for d in doubts if d.code == "hydration")
        self.assertEqual(told.severity, "stop")
        self.assertIn("a batter that pours", told.title)


class NothingWetsIt(unittest.TestCase):
    DRY = bake_document(
        dough={
            "ingredients": [
                {"use": "bread flour", "amount": "500 g"},
                {"use": "instant yeast", "amount": "5 g"},
                {"use": "fine salt", "amount": "9 g"},
            ]
        }
    )

    def test_a_dough_without_water_is_asked_how_much_and_nothing_else(self) -> None:
        doubts = {d.code: d for d in sheet(self.DRY).doubts}
        self.assertEqual(doubts["no_liquid"].severity, "stop")
        self.assertFalse({"rise_never", "proof_never", "too_late", "hydration"} & set(doubts))

    def test_each_answer_makes_a_dough(self) -> None:
        doubt = next(d for d in sheet(self.DRY).doubts if d.code == "no_liquid")
        hydrations = []
        for answer in doubt.answers:
            after = sheet(edited(self.DRY, answer.changes))
            self.assertNotIn("no_liquid", {d.code for d in after.doubts})
            hydrations.append(round(after.weigh.percentages.stated_hydration))
        self.assertEqual(hydrations, [55, 62])

    def test_a_dough_that_is_only_mixed_is_not_told_to_knead_its_oil_in(self) -> None:
        told = lambda how: " ".join(str(a.note) for a in sheet(bake_document(dough={"kneading": how})).weigh.order)
        self.assertIn("Knead it in", told("hand"))
        self.assertNotIn("Knead it in", told("none"))


class OntoTheScale(unittest.TestCase):
    def test_the_last_reading_is_the_whole_dough_in_every_school(self) -> None:
        for path in DEMO_BAKES:
            for school in ("straight", "woken", "little", "apart"):
                with self.subTest(bake=path.stem, school=school):
                    w = sheet(bake_document(path.stem, dough={"yeast_school": school})).weigh
                    self.assertAlmostEqual(w.order[-1].reads_g, round(w.dough_g), delta=1e-6)

    def test_straight_in_the_flour_is_first_and_the_fat_last(self) -> None:
        order = sheet(bake_document()).weigh.order
        self.assertEqual((order[0].key, order[-1].key), ("all-purpose flour", "oil"))
        self.assertEqual({step.vessel for step in order}, {"bowl"})

    def test_woken_yeast_goes_into_a_jug_and_waits_for_foam(self) -> None:
        order = sheet(bake_document(dough={"yeast_school": "woken"})).weigh.order
        jug = [step for step in order if step.vessel == "jug"]
        self.assertEqual([step.key for step in jug], ["whole milk", "water", "instant yeast"])
        self.assertIn("No foam: stop", jug[-1].note)
        poured = next(step for step in order if step.key == "jug")
        self.assertAlmostEqual(poured.adds_g, jug[-1].reads_g)

    def test_yeast_woken_in_a_little_has_its_warm_liquid_and_some_sugar_and_the_rest_is_cooler(self) -> None:
        made = lambda school: sheet(bake_document("pear-hazelnut-buns", dough={"yeast_school": school})).weigh
        straight, little = made("straight"), made("little")
        jug = [step for step in little.order if step.vessel == "jug"]
        self.assertEqual([step.key for step in jug][-2:], ["sugar", "instant yeast"])
        self.assertAlmostEqual(jug[1].adds_g, 4, delta=0.5)
        self.assertRegex(jug[-1].note, r"Warm the liquid in this jug to 38 to 43 °C first.*No foam: stop")
        # Heat balance: both make the dough wanted, so its warm share leaves the rest cooler.
        self.assertLess(little.water_c, straight.water_c)
        liquid = sum(line.grams for line in straight.dough if line.role == "liquid")
        own = jug[0].adds_g
        mixed = (40.5 * own + little.water_c * (liquid - own)) / liquid
        self.assertAlmostEqual(mixed, straight.water_c, delta=0.3)
        self.assertEqual(little.dough_c, straight.dough_c)

    def test_a_sugary_dough_keeps_yeast_and_sugar_apart(self) -> None:
        s = sheet(bake_document("pear-hazelnut-buns"))
        offered = next(d for d in s.doubts if d.code == "sugary_yeast")
        order = sheet(edited(bake_document("pear-hazelnut-buns"), offered.answers[0].changes)).weigh.order
        jug = [step for step in order if step.vessel == "jug"]
        self.assertEqual(jug[-1].key, "instant yeast")
        self.assertAlmostEqual(jug[0].adds_g, 10 * jug[-1].adds_g, delta=0.6)
        names = [step.key for step in order]
        self.assertLess(names.index("jug"), names.index("sugar"))
        self.assertIn("Only now", next(step.note for step in order if step.key == "sugar"))


class Ice(unittest.TestCase):
    def test_it_agrees_with_the_bakers_rule(self) -> None:
        # Common practice, no source: ice = water x (tap - needed) / (tap + 80).
        for tap, needed in ((16, 4), (20, 10), (25, 2)):
            self.assertAlmostEqual(formula.ice(1000, needed, tap) / (1000 * (tap - needed) / (tap + 80)), 1, delta=0.01)

    def test_a_cold_enough_tap_needs_none_and_it_is_never_more_than_the_water(self) -> None:
        self.assertEqual(formula.ice(300, 15, 12), 0)
        self.assertEqual(formula.ice(300, -500, 12), 300)

    def test_a_machine_in_a_hot_kitchen_asks_for_ice(self) -> None:
        hot = bake_document("hake-fennel-buns", plan={"room": "34 C"})
        self.assertGreater(sheet(hot, kneading_warms="8 C").weigh.ice_g, 10)
        self.assertEqual(sheet(hot).weigh.ice_g, 0)


class Sponges(unittest.TestCase):
    """100 g flour : 48 g water : 1 g instant yeast is the trade's stiff sponge (common practice, no source)."""

    def test_mass_and_water_are_kept_across_sponge_and_dough(self) -> None:
        w = sheet(sponge_document()).weigh
        assert w.sponge
        self.assertAlmostEqual(w.sponge.hydration, 48 + 0.05, delta=0.06)  # the yeast brings a trace
        self.assertAlmostEqual(w.sponge.flour_share, 20, places=6)
        self.assertAlmostEqual(w.percentages.stated_hydration, 62, places=6)
        self.assertAlmostEqual(w.sponge.grams / w.dough_g, 149 / 850, places=6)
        self.assertAlmostEqual(w.order[-1].reads_g, round(w.dough_g), delta=1e-6)

    def test_the_sponge_is_first_and_what_comes_late_is_last(self) -> None:
        w = sheet(sponge_document()).weigh
        self.assertEqual([s.key for s in w.order[:3]], ["bread flour", "instant yeast", "water"])
        self.assertEqual({s.vessel for s in w.order[:3]}, {"sponge"})
        self.assertEqual(w.order[-1].key, "butter")
        self.assertIn("sponge", [s.key for s in w.order])
        s = sheet(sponge_document())
        assert s.sponge is not None and s.sponge.forecast.ready is not None
        steps = {step.key: step for step in s.day.steps}
        self.assertEqual(s.day.start, steps["sponge_mix"].start)
        self.assertEqual(steps["sponge"].end, steps["weigh"].start)
        self.assertTrue(any("honeycomb" in cue for cue in s.sponge.cues))

    def test_where_it_goes_changes_no_percentage(self) -> None:
        document = sponge_document()
        apart = sheet(document).weigh.percentages
        for row in document["dough"]["ingredients"]:
            del row["part"]
        self.assertEqual(apart, sheet(document).weigh.percentages)
        self.assertIsNone(sheet(document).weigh.sponge)


class Schools(unittest.TestCase):
    def test_a_scald_is_a_part_of_its_own_and_counts_in_the_dough(self) -> None:
        rows = (("bread flour", 25, "soaked"), ("water", 125, "soaked"), ("bread flour", 475, "dough"))
        main = (("water", 185, "dough"), ("instant yeast", 6, "dough"), ("fine salt", 9, "dough"))
        ingredients = [{"use": u, "amount": f"{g} g", "part": p} for u, g, p in (*rows, *main)]
        w = sheet(bake_document("hake-fennel-buns", dough={"ingredients": ingredients})).weigh
        self.assertAlmostEqual(w.percentages.stated_hydration, 62, places=6)
        self.assertEqual([s.vessel for s in w.order[:2]], ["soaked", "soaked"])
        self.assertIn("Let it cool", w.order[1].note)
        self.assertAlmostEqual(w.order[-1].reads_g, round(w.dough_g), delta=1e-6)
        self.assertIsNone(w.sponge)

    def test_a_machine_warms_the_dough_and_asks_for_colder_water(self) -> None:
        hand, machine, none = (
            sheet(bake_document(dough={"kneading": how})).weigh for how in ("hand", "machine", "none")
        )
        self.assertTrue(machine.water_c < hand.water_c < none.water_c)
        self.assertTrue(none.minutes < machine.minutes < hand.minutes)
        self.assertAlmostEqual(machine.dough_c, hand.dough_c, places=6)


class WholeEggs(unittest.TestCase):
    def test_no_egg_is_cut_and_the_water_stays(self) -> None:
        for pieces in (5, 7, 11, 13, 20):
            document = bake_document("pear-hazelnut-buns", pieces=pieces)
            before = sheet(document)
            for doubt in (d for d in before.doubts if d.code == "eggs"):
                for answer in doubt.answers[:-1]:
                    with self.subTest(pieces=pieces, answer=answer.label):
                        after = sheet(edited(document, answer.changes)).weigh
                        egg = next(line.grams for line in after.dough if line.key == "whole egg")
                        self.assertAlmostEqual(egg, 50 * int(answer.label.split()[0]), delta=0.1)
                        self.assertAlmostEqual(
                            after.percentages.true_hydration, before.weigh.percentages.true_hydration, delta=0.05
                        )

    def test_nearly_a_whole_egg_is_nobodys_question(self) -> None:
        s = sheet(bake_document("pear-hazelnut-buns", pieces=9))
        self.assertEqual("eggs" in {d.code for d in s.doubts}, abs(s.weigh.dough[2].grams / 50 - 1) > 0.08)

    def test_yeast_a_scale_cannot_show_is_diluted(self) -> None:
        s = sheet(bake_document(pieces=4, dough_per_piece="40 g"))
        yeast = next(line for line in s.weigh.dough if line.key == "instant yeast")
        self.assertTrue(yeast.below_step)
        self.assertAlmostEqual(s.weigh.dilutions["instant yeast"] * 5 / 100, yeast.grams)


class WhatTheFlourDrinks(unittest.TestCase):
    def marks(self, *more: Any) -> list[Any]:
        return [seen("started", "weigh", 0), *more, seen("done", "weigh", 22), seen("done", "rise", 130)]

    def lesson(self, *more: Any, **changes: Any) -> Any:
        document = bake_document("hake-fennel-buns")
        return finish(read_bake(document), kitchen(**changes), self.marks(*more), [], now=NOON + timedelta(hours=5))

    def test_water_left_over_makes_this_dough_stiffer(self) -> None:
        document = bake_document("hake-fennel-buns")
        whole, less = (sheet(document, self.marks(*m)) for m in ((), (seen("water_left", "weigh", 20, 20.0),)))
        flour = sum(line.grams for line in whole.weigh.dough if line.role == "flour")
        drop = whole.weigh.percentages.true_hydration - less.weigh.percentages.true_hydration
        self.assertAlmostEqual(drop, 100 * 20 / flour, places=6)
        self.assertGreater(less.rise.ready, whole.rise.ready)

    def test_it_is_remembered_by_flour_and_said_next_time(self) -> None:
        learned = self.lesson(seen("water_left", "weigh", 20, 20.0))
        water = next(line.grams for line in sheet(bake_document("hake-fennel-buns")).weigh.dough if line.key == "water")
        self.assertEqual(learned.flour, "bread flour")
        self.assertAlmostEqual(learned.drank, 1 - 20 / water, places=3)
        again = self.lesson(seen("water_left", "weigh", 20, 20.0), drinks={"bread flour": 1.0})
        self.assertAlmostEqual(again.drank, 1 - 10 / water, places=3)
        w = sheet(bake_document("hake-fennel-buns"), drinks={"bread flour": 0.9}).weigh
        self.assertTrue(w.drank_before)
        self.assertAlmostEqual(w.hold_back_g, 0.1 * water, places=6)

    def test_where_nothing_was_said_nothing_is_learned(self) -> None:
        learned = self.lesson()
        self.assertIsNone(learned.drank)
        self.assertIsNone(learned.kneading_warms)

    def test_a_dough_warmer_than_predicted_teaches_what_kneading_adds(self) -> None:
        predicted = sheet(bake_document("hake-fennel-buns")).weigh.dough_c
        warm, cold = (self.lesson(seen("dough_temperature", "rise", 23, predicted + d)).kneading_warms for d in (4, -9))
        self.assertAlmostEqual(warm, kitchen().friction_c + 2, delta=0.2)
        self.assertEqual(cold, 0)

    def test_cups_ask_for_a_tenth_to_be_held_back(self) -> None:
        document = bake_document("hake-fennel-buns")
        self.assertEqual(sheet(document).weigh.hold_back_g, 0)
        document["dough"]["ingredients"][0] |= {"low": "160 g", "high": "215 g", "amount": "180 g"}
        w = sheet(document).weigh
        self.assertAlmostEqual(w.hold_back_g, 0.1 * next(x.grams for x in w.dough if x.key == "water"))


class Swaps(unittest.TestCase):
    def each(self) -> list[tuple[dict[str, Any], Sheet, Any]]:
        """Every swap of every demo bake, with its document and sheet."""
        found = []
        for path in DEMO_BAKES:
            document = bake_document(path.stem)
            s = sheet(document)
            found += [(document, s, swap) for swap in s.weigh.swaps]
        return found

    def test_every_swap_keeps_the_water_the_fat_and_the_lift(self) -> None:
        self.assertGreater(len(self.each()), 25)
        for document, before, swap in self.each():
            with self.subTest(bake=document["name"], of=swap.of, to=swap.answer.label):
                after = sheet(edited(document, swap.answer.changes)).weigh.percentages
                was = before.weigh.percentages
                self.assertAlmostEqual(after.true_hydration, was.true_hydration, delta=0.35)
                self.assertAlmostEqual(after.yeast, was.yeast, delta=0.01)
                self.assertAlmostEqual(after.salt, was.salt, delta=0.01)
                if swap.of not in ("whole milk", "water"):
                    self.assertAlmostEqual(after.fat, was.fat, delta=0.2)

    def test_milk_for_water_says_what_fat_comes_with_it(self) -> None:
        swap = next(s for s in sheet(bake_document("pear-hazelnut-buns")).weigh.swaps if s.of == "whole milk")
        self.assertIn("fat goes with the milk", swap.why)

    def test_yeasts_go_by_the_trades_ratio(self) -> None:
        # Common practice, no source: fresh : active dry : instant = 3 : 1.3 : 1 by mass.
        labels = {s.answer.label for s in sheet(bake_document("pear-hazelnut-buns")).weigh.swaps}
        self.assertLessEqual({"7.8 g active dry yeast", "18 g fresh yeast"}, labels)


class HowSure(unittest.TestCase):
    PARTS = [(find("bread flour"), 500.0), (find("water"), 330.0)]

    def test_weighed_is_sure(self) -> None:
        bands = tuple(Band(g, g, g) for _, g in self.PARTS)
        for given_bands in (bands, ()):
            doubt = formula.hydration_doubt(self.PARTS, given_bands)
            self.assertEqual((doubt.hydration.low, doubt.hydration.high, doubt.most), (66, 66, None))

    def test_cups_of_flour_swing_it_as_by_hand(self) -> None:
        # By hand: 330/575 = 57.4 %, 330/440 = 75 %.
        doubt = formula.hydration_doubt(self.PARTS, (Band(440, 500, 575), Band(330, 330, 330)))
        self.assertAlmostEqual(doubt.hydration.low, 57.4, delta=0.05)
        self.assertAlmostEqual(doubt.hydration.high, 75.0, delta=0.05)
        self.assertEqual(doubt.most, 0)

    @given(st.floats(0.6, 1.0), st.floats(1.0, 1.5), st.floats(0.5, 20))
    def test_its_band_holds_the_typical_and_knows_no_batch_size(self, low: float, high: float, times: float) -> None:
        bands = [Band(low * g, g, high * g) for _, g in self.PARTS]
        one = formula.hydration_doubt(self.PARTS, tuple(bands)).hydration
        scaled = tuple(Band(b.low * times, b.typical * times, b.high * times) for b in bands)
        many = formula.hydration_doubt([(i, g * times) for i, g in self.PARTS], scaled).hydration
        self.assertTrue(one.low <= 66 + 1e-9 and one.high >= 66 - 1e-9)
        self.assertAlmostEqual(one.low, many.low, places=6)
        self.assertAlmostEqual(one.high, many.high, places=6)

    def test_an_amount_outside_its_own_band_is_refused(self) -> None:
        document = bake_document()
        document["dough"]["ingredients"][0] |= {"low": "500 g", "high": "600 g"}
        with self.assertRaisesRegex(InputError, "should lie between its least and its most"):
            read_bake(document)

    def test_a_kitchens_cups_are_read_and_nonsense_is_refused(self) -> None:
        measuring = {"cups": "metric", "filled": "dipped", "weighed": {"bread flour": "5 oz"}}
        habits = read_kitchen(kitchen_document(measuring=measuring)).habits
        self.assertEqual((habits.cups, habits.filled), ("metric", "dipped"))
        self.assertAlmostEqual(dict(habits.own_cups)["bread flour"], 141.7, delta=0.1)
        for weighed, part in (({"gravel": "100 g"}, "not in the pantry"), ({"bread flour": "4 kg"}, "outside")):
            with self.assertRaisesRegex(InputError, part):
                read_kitchen(kitchen_document(measuring={"weighed": weighed}))


class ACoolerRoom(unittest.TestCase):
    def test_it_takes_longer_and_more_so_the_cooler(self) -> None:
        start, place = State(25.0), Place(21.0, "bowl", 900.0)
        found, stage, _ = forecast(LEAN, start, place, 2.0, prior(0.0, 0.1), [])
        two, four = (cooler_adds(found, stage, start, place, degrees) for degrees in (2.0, 4.0))
        assert two is not None and four is not None
        self.assertTrue(0 < two < four)
        # It is the same forecast, made for the cooler room.
        direct, _, _ = forecast(LEAN, start, Place(19.0, "bowl", 900.0), 2.0, prior(0.0, 0.1), [])
        assert found.ready and direct.ready
        self.assertAlmostEqual(found.ready.typical + two, direct.ready.typical, delta=0.6)
