"""Whole sheets of bakes drawn at random over everything the sentence, the recipe and the kitchen allow."""

import dataclasses
import json
import math
import re
import unittest
from datetime import timedelta
from typing import Any

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from airycrumb.bake import read_bake, read_kitchen
from airycrumb.problems import InputError
from airycrumb.sheet import Sheet, work
from tests.core.examples import DEMO_BAKES, NOON, bake_document, kitchen_document, with_amount
from tests.core.spoken import spoken
from tests.core.test_sheet import numbers

FEW = settings(max_examples=20, suppress_health_check=[HealthCheck.too_slow])
NOT_FOR_COOKS = re.compile(r"\b(nan|inf|none|null|true|false)\b|\d\.\d{5}", re.IGNORECASE)


@st.composite
def groups(draw: st.DrawFn) -> dict[str, Any]:
    """Further pieces from the same dough, another bake's filling in them."""
    other = bake_document(draw(st.sampled_from([path.stem for path in DEMO_BAKES])))
    group = {"pieces": draw(st.integers(1, 40)), "filling_per_piece": f"{draw(st.floats(5, 300)):.1f} g"}
    if draw(st.booleans()):
        group["dough_per_piece"] = f"{draw(st.floats(10, 400)):.1f} g"
    return {**group, "closing": draw(st.sampled_from(("gathered", "half_moon"))), "filling": other["filling"]}


@st.composite
def documents(draw: st.DrawFn) -> dict[str, Any]:
    """A bake's document: every number within what its field allows, in any combination."""
    heat = draw(st.sampled_from((None, "140 C", "190 C", "450 F")))
    document = bake_document(
        draw(st.sampled_from([path.stem for path in DEMO_BAKES])),
        pieces=draw(st.integers(1, 200)),
        dough_per_piece=f"{draw(st.floats(10, 1500)):.1f} g",
        filling_per_piece=f"{draw(st.floats(5, 1500)):.1f} g",
        closing=draw(st.sampled_from(("gathered", "half_moon"))),
        heat={"method": "oven" if heat else "steam", "temperature": heat},
        rise={"to": draw(st.floats(1.2, 3.5))},
        plan={"room": f"{draw(st.floats(8, 38)):.1f} C", "eat_at": draw(st.sampled_from((None, "06:15", "18:30")))},
    )
    if draw(st.booleans()):
        document["more_groups"] = [draw(groups())]
    return with_amount(document, "instant yeast", f"{draw(st.floats(0.05, 60)):.2f} g")


def worked(document: dict[str, Any], **kitchen: Any) -> Sheet | None:
    """The sheet, or None where the bake is refused with a sentence."""
    try:
        return work(read_bake(document), read_kitchen(kitchen_document(**kitchen)), [], now=NOON)
    except InputError as error:
        assert all(p.where and str(p.message).strip() for p in error.problems)
        return None


def sentences(s: Sheet) -> list[str]:
    """Everything the sheet says to a cook."""
    asked = [text for d in s.doubts for text in (d.title, d.reason, *(a.label for a in d.answers))]
    return asked + [text for c in s.cautions for text in (c.title, c.text)]


class AnyBake(unittest.TestCase):
    @given(documents(), st.integers(0, 3000))
    @FEW
    def test_a_sheet_is_finite_conserves_mass_and_talks_plainly(self, document: dict[str, Any], metres: int) -> None:
        s = worked(document, altitude=f"{metres} m")
        if s is None:
            return
        s = spoken(s)
        self.assertTrue(all(math.isfinite(n) for n in numbers(dataclasses.asdict(s))))
        json.dumps(dataclasses.asdict(s), default=str, allow_nan=False)
        shared = sum(g.pieces * g.each_g for g in s.divide.groups) + s.divide.spare_g + s.divide.left_on_bowl_g
        self.assertAlmostEqual(shared, s.weigh.dough_g, delta=0.1)
        self.assertAlmostEqual(sum(line.grams for line in s.weigh.dough), s.weigh.dough_g, delta=0.1)
        for sentence in sentences(s):
            self.assertNotRegex(sentence, NOT_FOR_COOKS)

    @given(documents())
    @FEW
    def test_bands_are_in_order_and_stages_follow_one_another(self, document: dict[str, Any]) -> None:
        s = worked(document)
        if s is None:
            return
        self.assertTrue(s.day.start <= s.day.eat_low <= s.day.eat <= s.day.eat_high)
        starts = [step.start for step in s.day.steps]
        self.assertEqual(starts, sorted(starts))
        for step in s.day.steps:
            self.assertTrue(step.start_low <= step.start <= step.start_high and step.start <= step.end, step.key)
        for tray in (s.rise, s.proof):
            self.assertTrue(tray.ready_low <= tray.ready <= tray.ready_high)
        for low, core, high in zip(s.heat.core_low, s.heat.core, s.heat.core_high, strict=True):
            self.assertTrue(low <= core + 0.01 <= high + 0.02)

    @given(documents(), st.floats(4, 12))
    @FEW
    def test_worked_back_from_the_meal_and_on_from_the_start_is_one_day(
        self, document: dict[str, Any], hours: float
    ) -> None:
        document["plan"] = {**document["plan"], "eat_at": (NOON + timedelta(hours=24 + hours)).isoformat()}
        back = worked(document)
        if back is None or back.day.start <= NOON:
            return
        on = worked({**document, "plan": {**document["plan"], "eat_at": None, "start_at": back.day.start.isoformat()}})
        assert on is not None
        self.assertLess(abs(on.day.eat - back.day.eat), timedelta(minutes=2))

    @given(documents(), st.integers(1, 9))
    @FEW
    def test_the_size_of_a_batch_changes_no_percentage_and_no_wrapper(
        self, document: dict[str, Any], times: int
    ) -> None:
        document["pieces"] = 6
        document.pop("more_groups", None)
        one, many = worked(document), worked({**document, "pieces": 6 * times})
        if one is None or many is None:
            return
        self.assertAlmostEqual(many.weigh.flour_g, times * one.weigh.flour_g, delta=0.2)
        self.assertAlmostEqual(many.weigh.percentages.true_hydration, one.weigh.percentages.true_hydration, places=6)
        self.assertAlmostEqual(many.divide.groups[0].each_g, one.divide.groups[0].each_g, delta=0.05)
