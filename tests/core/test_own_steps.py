"""A method in the cook's own order: the steps of a filling, and those of dough and pieces between the stages."""

import unittest
from datetime import datetime, timedelta
from itertools import pairwise
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from airycrumb.bake import read_bake
from airycrumb.bake.edits import edited
from airycrumb.bake.marks import Observation
from airycrumb.data.step_kinds import PLACES, STEP_KINDS, kinds_of
from airycrumb.learning.finish import finish
from airycrumb.pantry import find
from airycrumb.paper.card import card_of
from airycrumb.paper.linked_recipe import as_recipe
from airycrumb.paper.recipe_text import as_text, page_of
from airycrumb.plan.context import Context
from airycrumb.problems import InputError
from airycrumb.sheet import Sheet
from airycrumb.stations.filling import Worked, through
from airycrumb.whatif.getting_out import foods
from tests.core.examples import NOON, bake_document, kitchen, raw_sheet, seen

PORK = {
    "name": "pork and mushroom",
    "state": "part-cooked",
    "temperature": "6 C",
    "hands_on": "99 min",
    "cooling": "99 min",
    "ingredients": [
        {"use": "pork raw", "amount": "300 g"},
        {"use": "dried mushroom", "amount": "15 g"},
        {"use": "onion", "amount": "120 g"},
        {"use": "fine salt", "amount": "4 g"},
    ],
    "steps": [
        {"do": "soak", "of": ["dried mushroom"], "for": "2 h"},
        {"do": "fry", "of": ["onion"], "for": "20 min"},
        {"do": "brown", "of": ["pork raw", "onion"]},
        {"do": "mix"},
        {"do": "cool", "for": "45 min"},
    ],
}


def pork(**changes: Any) -> dict[str, Any]:
    """A bake whose filling is made step by step."""
    return bake_document("hake-fennel-buns", **{"filling": PORK, **changes})


def starts(s: Sheet) -> dict[str, datetime]:
    """When each step begins, by its key."""
    return {x.key: x.start for x in s.day.steps}


def ids(s: Sheet) -> list[str]:
    """Every event, in its order."""
    return [e.id for e in s.events]


def at(minutes: float, s: Sheet) -> datetime:
    """So many minutes into the bake."""
    return s.day.start + timedelta(minutes=minutes)


def did(event: str, stage: str, minutes: float) -> Observation:
    """A press on an event."""
    return Observation("did", stage, NOON + timedelta(minutes=minutes), event=event)


class TheFillingAsWork(unittest.TestCase):
    def test_its_steps_run_back_from_wrapping_and_hands_do_one_thing_at_a_time(self) -> None:
        s = raw_sheet(pork())
        steps = {x.key: x for x in s.day.steps}
        self.assertLessEqual(steps["filling.1.5.over"].end, steps["wrap"].start)
        ordered = [steps[k] for k in ("filling.1.1", "filling.1.2", "filling.1.3", "filling.1.4", "filling.1.5")]
        for one, other in pairwise(ordered):
            self.assertLessEqual(one.end, other.start)
        self.assertLessEqual(steps["filling.1.1.over"].end, steps["filling.1.2"].start)
        busy = sorted((x.start, x.end) for x in s.day.steps if x.hands)
        for (_, end), (begins, _) in pairwise(busy):
            self.assertLessEqual(end, begins)

    def test_minutes_of_the_steps_take_the_place_of_those_told_for_all_of_it(self) -> None:
        f = read_bake(pork()).filling
        # 3 soaking, 20 onions, 8 browning, 5 mixing, 1 into the tray: by hand.
        self.assertEqual((f.making_min, f.cooling_min), (37, 45))

    def test_what_is_left_after_each_step_is_told_and_enough_is_weighed(self) -> None:
        group = raw_sheet(pork()).groups[0]
        filled = group.filled
        assert filled is not None
        self.assertEqual(len(filled.steps), 5)
        self.assertAlmostEqual(filled.steps[-1].left_g, filled.needed_g, delta=0.1)
        self.assertAlmostEqual(sum(line.grams for line in group.filling), filled.weighed_g, delta=0.5)
        self.assertGreater(filled.weighed_g, 1.1 * filled.needed_g)
        for step in filled.steps:
            self.assertTrue(step.low_g <= step.left_g <= step.high_g)
        # Salt stays while water goes: 4 of 439 g, now in less.
        self.assertAlmostEqual(filled.salt, 100 * 4 / 439 * filled.weighed_g / filled.needed_g, delta=0.01)

    def test_meat_that_is_browned_is_wrapped_with_less_water_and_keeps_its_line(self) -> None:
        raw = raw_sheet(pork(filling={**PORK, "steps": PORK["steps"][:1]}))
        browned = raw_sheet(pork())
        assert raw.groups[0].filled and browned.groups[0].filled
        self.assertLess(browned.groups[0].filled.juice, raw.groups[0].filled.juice)
        self.assertEqual(raw.heat.line_c, browned.heat.line_c)

    def test_called_cooked_without_a_step_that_cooks_it_is_a_stop(self) -> None:
        codes = lambda steps: {
            d.code: d.severity for d in raw_sheet(pork(filling={**PORK, "state": "cooked", "steps": steps})).doubts
        }
        self.assertEqual(codes([{"do": "chop"}, {"do": "mix"}])["raw_or_cooked"], "stop")
        self.assertEqual(codes([])["raw_or_cooked"], "ask")
        self.assertNotIn("raw_or_cooked", codes(PORK["steps"]))
        # Drained, squeezed or soaked it is as raw as it was.
        for wet in ("drain", "squeeze", "soak", "strain"):
            self.assertEqual(codes([{"do": wet}])["raw_or_cooked"], "stop", wet)
        # A moment in the pan cooks nothing through.
        self.assertEqual(codes([{"do": "brown", "for": "1 min"}])["raw_or_cooked"], "stop")

    def test_a_liquid_that_is_kept_goes_into_the_dough_and_is_there_when_it_is_mixed(self) -> None:
        document = pork()
        lines = [*document["dough"]["ingredients"], {"use": "soaking liquid", "amount": "40 g"}]
        s = raw_sheet({**document, "dough": {**document["dough"], "ingredients": lines}})
        at = {x.key: x for x in s.day.steps}
        self.assertLessEqual(at["filling.1.1.over"].end, at["weigh"].start)
        self.assertGreater(at["filling.1.2"].start, at["weigh"].start)
        soaked = next(e for e in s.events if e.id == "filling.1.1.over")
        kept = next(line.grams for line in s.weigh.dough if line.key == "soaking liquid")
        self.assertIn(f"{kept:.0f} g of it go into the dough", " ".join(str(d) for d in soaked.details))
        self.assertNotIn("no_liquid_kept", {d.code for d in s.doubts})
        self.assertNotIn("soaking liquid", {food.key for food in foods(read_bake(document), s)})

    def test_a_liquid_that_no_step_leaves_is_asked_about_and_water_stands_in(self) -> None:
        document = bake_document("hake-fennel-buns")
        lines = [*document["dough"]["ingredients"], {"use": "soaking liquid", "amount": "40 g"}]
        document = {**document, "dough": {**document["dough"], "ingredients": lines}}
        asked = next(d for d in raw_sheet(document).doubts if d.code == "no_liquid_kept")
        codes = {d.code for d in raw_sheet(edited(document, asked.answers[0].changes)).doubts}
        self.assertNotIn("no_liquid_kept", codes)

    def test_two_fillings_are_made_one_after_another_each_step_with_its_name(self) -> None:
        more = [{"pieces": 4, "filling_per_piece": "40 g", "filling": {**PORK, "name": "second"}}]
        s = raw_sheet(pork(more_groups=more))
        self.assertIn("filling.2.3", ids(s))
        self.assertIn("for the second", str(next(e for e in s.events if e.id == "filling.2.3").words))
        busy = sorted((x.start, x.end) for x in s.day.steps if x.hands)
        self.assertTrue(all(end <= begins for (_, end), (begins, _) in pairwise(busy)))

    def test_a_wait_begins_when_its_press_said_so(self) -> None:
        seen_so_far = [seen("started", "weigh", 0), did("filling.1.5", "filling", 30)]
        s = raw_sheet(pork(), seen_so_far, NOON + timedelta(minutes=40))
        cooling = next(e for e in s.events if e.id == "filling.1.5.over")
        self.assertEqual(cooling.start, NOON + timedelta(minutes=30))

    def test_a_filling_begun_late_holds_wrapping_back_until_it_is_cold(self) -> None:
        begun = [seen("started", "weigh", 0), seen("done", "weigh", 20), seen("done", "rise", 100)]
        now = NOON + timedelta(minutes=105)
        plain = starts(raw_sheet(pork(), begun, now))["wrap"]
        # Fried at 13:40; 8 min of browning, 5 of mixing and 45 of cooling are still to come.
        late = raw_sheet(pork(), [*begun, did("filling.1.2", "filling", 100)], now)
        ready = NOON + timedelta(minutes=100 + 8 + 5 + 45)
        self.assertLess(plain, ready)
        self.assertEqual(starts(late)["wrap"], ready)
        self.assertGreater(late.day.eat, raw_sheet(pork(), begun, now).day.eat)

    def test_a_step_of_what_is_not_in_the_filling_is_refused_by_name(self) -> None:
        with self.assertRaises(InputError) as caught:
            read_bake(pork(filling={**PORK, "steps": [{"do": "fry", "of": ["leek"]}]}))
        self.assertIn("“leek” is not in this filling", str(caught.exception))


class BetweenTheStages(unittest.TestCase):
    def test_they_take_their_time_where_they_stand_and_all_after_moves(self) -> None:
        plain = starts(raw_sheet(bake_document(plan={"eat_at": None, "start_at": "12:00"})))
        relaxed = bake_document(
            plan={"eat_at": None, "start_at": "12:00"}, steps=[{"do": "relax", "before": "wrap", "for": "20 min"}]
        )
        after = starts(raw_sheet(relaxed))
        self.assertEqual(after["wrap"] - plain["wrap"], timedelta(minutes=20))
        self.assertEqual(after["step.1"], plain["wrap"])
        self.assertEqual(after["divide"], plain["divide"])

    def test_once_kneaded_they_are_part_of_the_rise_and_hold_the_hands(self) -> None:
        steps = [{"do": "rest", "before": "rise", "for": "20 min"}, {"do": "knead", "before": "rise", "for": "8 min"}]
        plain, s = raw_sheet(pork()), raw_sheet(pork(steps=steps))
        self.assertEqual(s.day.total_min, plain.day.total_min)
        rise, kneaded = (next(x for x in s.day.steps if x.key == key) for key in ("rise", "step.2"))
        self.assertEqual(kneaded.start, rise.start + timedelta(minutes=20))
        # The filling's hands keep clear of the kneading.
        for x in s.day.steps:
            if x.hands and x.key != "step.2":
                self.assertTrue(x.end <= kneaded.start or kneaded.end <= x.start, x.key)
        mixed = next(e for e in s.events if e.id == "weigh.knead")
        self.assertIn("Mix to a", str(mixed.words))

    def test_at_the_table_the_last_step_ends_the_bake(self) -> None:
        glazed = bake_document(
            steps=[
                {"do": "cool", "before": "table", "for": "30 min"},
                {"do": "glaze", "before": "table", "with": [{"use": "sugar", "amount": "40 g"}]},
            ]
        )
        s = raw_sheet(glazed)
        by_id = {e.id: e for e in s.events}
        self.assertEqual([e.id for e in s.events if e.ends_stage and e.stage == "rest"], ["step.2"])
        self.assertEqual(by_id["step.2"].marks[0].kind, "done")
        self.assertEqual(by_id["rest.stand"].marks[0].kind, "did")
        self.assertGreaterEqual(by_id["step.2"].start, by_id["step.1.over"].due)
        self.assertEqual(s.day.eat, by_id["step.2"].end)

    def test_what_they_take_is_on_the_label(self) -> None:
        self.assertNotIn("sesame", [str(a) for a in raw_sheet(bake_document()).allergens])
        strewn = bake_document(
            steps=[{"do": "strew", "before": "table", "with": [{"use": "sesame", "amount": "10 g"}]}]
        )
        self.assertIn("sesame", [str(a) for a in raw_sheet(strewn).allergens])

    def test_a_step_that_takes_a_food_and_names_none_says_so(self) -> None:
        steps = [{"do": "glaze", "before": "table"}, {"do": "relax", "before": "wrap"}]
        said = {e.id: str(e.words) for e in raw_sheet(bake_document(steps=steps)).events}
        self.assertEqual(said["step.1"], "Glaze with a food of your choice")
        self.assertEqual(said["step.2"], "Let the pieces relax, covered")

    def test_in_the_heat_they_come_so_long_before_the_end_of_every_load(self) -> None:
        s = raw_sheet(
            bake_document(
                heat={"method": "oven", "temperature": "200 C"},
                pieces=40,
                steps=[{"do": "upper_shelf", "before": "fire", "left": "2 min"}],
            )
        )
        self.assertGreater(len(s.loads), 1)
        for load in s.loads:
            moved = next(e for e in s.events if e.id == f"{load.id}.step.1")
            self.assertEqual(load.out - moved.start, timedelta(minutes=2))

    def test_a_pace_is_learned_without_the_time_of_the_steps_before_it(self) -> None:
        document = bake_document(steps=[{"do": "relax", "before": "wrap", "for": "20 min"}])
        marks = [
            seen("started", "weigh", 0),
            seen("done", "weigh", 20),
            seen("done", "rise", 120),
            seen("done", "divide", 140),
            did("step.1", "wrap", 160),
            seen("done", "wrap", 172),
            seen("done", "proof", 200),
            seen("done", "heat", 220),
            seen("done", "rest", 225),
        ]
        end = NOON + timedelta(minutes=226)
        taught = finish(read_bake(document), kitchen(), marks, [], now=end)
        wrapping = next(x for x in taught.stages if x.key == "wrap")
        self.assertEqual(wrapping.actual, 12)

    def test_heat_and_rest_are_learned_of_as_they_were_whatever_is_done_round_them(self) -> None:
        steps = [
            {"do": "prick", "before": "heat"},
            {"do": "cloth", "before": "rest"},
            {"do": "cool", "before": "table", "for": "30 min"},
        ]
        keys = ("weigh", "rise", "divide", "wrap", "proof", "heat")
        marks = [seen("started", "weigh", 0), *(seen("done", key, 20 * i) for i, key in enumerate(keys, start=1))]
        marks += [did("rest.stand", "rest", 127), did("step.3", "rest", 128), seen("done", "rest", 160)]
        oven = {"method": "oven", "temperature": "200 C"}
        bake = read_bake(bake_document(heat=oven, steps=steps))
        ctx = Context.here(bake, kitchen(), marks, NOON + timedelta(minutes=161))
        self.assertEqual((ctx.lasted("heat", "proof"), ctx.lasted("rest", "heat")), (20, 7))

    def test_raw_meat_that_marinates_on_the_bench_stands_warm_for_as_long(self) -> None:
        warm = lambda *steps: (
            raw_sheet(
                pork(filling={**PORK, "state": "raw", "steps": list(steps)}, heat={"method": "steam"})
            ).heat.clock.standing_min
        )
        mixed = warm({"do": "mix"})
        self.assertAlmostEqual(warm({"do": "marinate", "for": "40 min"}, {"do": "mix"}) - mixed, 40, delta=0.5)
        self.assertAlmostEqual(warm({"do": "chill", "for": "40 min"}, {"do": "mix"}), mixed, delta=0.5)
        of_others = warm({"do": "soak", "for": "90 min", "of": ["dried mushroom"]}, {"do": "mix"})
        self.assertAlmostEqual(of_others, mixed, delta=0.5)

    def test_paper_and_files_tell_them_in_their_order(self) -> None:
        document = pork(steps=[{"do": "relax", "before": "wrap"}, {"do": "cloth", "before": "rest"}])
        s = raw_sheet(document)
        told = [step["text"] for step in as_recipe(document, s)["recipeInstructions"]]
        wanted = ("Soak dried mushrooms", "Brown raw minced pork", "Let the pieces relax", "Cover them with a cloth")
        at = [next(i for i, text in enumerate(told) if words in text) for words in wanted]
        self.assertEqual(at, sorted(at))
        boxes = " ".join(str(box) for section in card_of(s, []).sections for box in section.boxes)
        for words in wanted:
            self.assertIn(words, boxes)
            self.assertIn(words, as_text(page_of(read_bake(document), s)))

    def test_a_kind_stands_only_where_it_can(self) -> None:
        for key, kind in STEP_KINDS.items():
            for before in PLACES:
                document = bake_document(steps=[{"do": key, "before": before}])
                if before in kind.where:
                    read_bake(document)
                elif kind.where != ("filling",):
                    with self.assertRaises(InputError):
                        read_bake(document)


def _filling_steps() -> st.SearchStrategy[dict[str, Any]]:
    minutes = st.one_of(st.just({}), st.integers(1, 200).map(lambda m: {"for": f"{m} min"}))
    of = st.lists(st.sampled_from([i["use"] for i in PORK["ingredients"]]), max_size=2, unique=True)
    do = st.sampled_from(kinds_of("filling"))
    return st.builds(lambda d, m, o: {"do": d, **m, "of": o}, do, minutes, of)


def _bake_steps() -> st.SearchStrategy[dict[str, Any]]:
    where = [(key, before) for key, kind in STEP_KINDS.items() for before in PLACES if before in kind.where]
    minutes = st.one_of(st.just({}), st.integers(0, 90).map(lambda m: {"for": f"{m} min"}))
    return st.builds(lambda w, m: {"do": w[0], "before": w[1], **m}, st.sampled_from(where), minutes)


class AnyMethod(unittest.TestCase):
    @settings(max_examples=40, deadline=None)
    @given(st.lists(_filling_steps(), max_size=6), st.lists(_bake_steps(), max_size=5))
    def test_every_step_has_its_event_and_nothing_comes_before_what_it_waits_for(
        self, filling: list[dict[str, Any]], steps: list[dict[str, Any]]
    ) -> None:
        document = pork(filling={**PORK, "steps": filling}, steps=steps, plan={"eat_at": None, "start_at": "12:00"})
        s = raw_sheet(document)
        found = ids(s)
        self.assertEqual(len(found), len(set(found)))
        for n in range(1, len(filling) + 1):
            self.assertTrue(any(i in (f"filling.1.{n}", f"filling.1.{n}.over") for i in found), n)
        for n in range(1, len(steps) + 1):
            self.assertTrue(any(f"step.{n}" in (i, i.removesuffix(".over"), i[-len(f"step.{n}") :]) for i in found), n)
        made = [x for x in s.day.steps if x.of == "filling"]
        wrap = next(x for x in s.day.steps if x.key == "wrap")
        self.assertTrue(all(x.end <= wrap.start + timedelta(seconds=1) for x in made))
        # One hour later to begin moves every event by one hour, where nothing is bound to the day.
        later = raw_sheet(document, now=NOON + timedelta(hours=1))
        shifted = raw_sheet({**document, "plan": {"eat_at": None, "start_at": "13:00"}})
        self.assertEqual({e.id: e.due for e in shifted.events}, {e.id: e.due + timedelta(hours=1) for e in s.events})
        self.assertEqual(later.day.start, s.day.start + timedelta(hours=1))
        fewer = raw_sheet({**document, "steps": steps[:-1]})
        if min(fewer.day.steps, key=lambda x: x.start).of != "filling":
            # A filling that no longer fits beside the dough is begun before it: then less is no sooner.
            self.assertLessEqual(fewer.day.eat, s.day.eat + timedelta(seconds=1))

    @given(st.lists(_filling_steps(), max_size=8))
    def test_mass_changes_only_by_what_is_told_as_lost_or_taken_up(self, steps: list[dict[str, Any]]) -> None:
        parts = [(find(i["use"]), float(i["amount"].removesuffix(" g"))) for i in PORK["ingredients"]]
        worked = [Worked(STEP_KINDS[x["do"]].law, 10, tuple(x["of"])) for x in steps]
        solid = lambda rows: sum(g * (100 - i.water - i.fat) / 100 for i, g in rows)
        before = sum(g for _, g in parts)
        for step, left in zip(worked, through(parts, worked), strict=True):
            self.assertAlmostEqual(solid(left.parts), solid(parts), delta=0.1)
            if not step.law:
                self.assertAlmostEqual(left.grams, before, delta=0.1)
            before = left.grams
