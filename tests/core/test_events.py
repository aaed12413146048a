"""The list of events: every bake's is whole and in order, every event can end, a mark moves only what comes after."""

import unittest
from collections.abc import Iterator
from datetime import datetime, timedelta
from typing import Any

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from airycrumb.bake import read_bake, read_kitchen
from airycrumb.bake.marks import Observation
from airycrumb.plan.events import KINDS, Event
from airycrumb.sheet import Sheet, work
from scripts import events_table
from tests.core.examples import DEMO_BAKES, NOON, bake_document, kitchen_document, sponge_document
from tests.core.test_any_bake import groups

FEW = settings(max_examples=8, suppress_health_check=[HealthCheck.too_slow], deadline=None)
FEWER = settings(max_examples=2, suppress_health_check=[HealthCheck.too_slow], deadline=None)
OVEN: dict[str, Any] = {"method": "oven", "temperature": "200 C", "rest": "5 min"}
STEAM: dict[str, Any] = {"method": "steam", "rest": "5 min"}
FRIDGE, BENCH = {"where": "fridge"}, {"where": "bench"}
HEATS: tuple[dict[str, Any], ...] = (
    STEAM,
    {**STEAM, "from": "fridge", "cold_for": "14 h"},
    {**OVEN, "on": "stone", "wash": "egg", "steam_pan": True, "minutes": "30 min"},
    {**OVEN, "lid": "8 min", "minutes": "20 min", "wash": "butter"},
    {**OVEN, "then": {"after": "8 min", "temperature": "220 C", "fan": True}, "later_loads": "fridge"},
    {**OVEN, "from": "frozen", "cold_for": "48 h"},
    {"method": "pan", "rest": "2 min"},
    {"method": "pan", "seared": True, "fire": "high", "rest": "2 min"},
)
RISES: tuple[dict[str, Any], ...] = (
    {"to": 2.0},
    {"to": 2.0, "spots": [{**BENCH, "for": "45 min"}, FRIDGE]},
    {"to": 2.0, "clock": ["20 min", "20 min", "15 min"]},
    {"to": 2.0, "again_to": 1.6},
)


@st.composite
def bakes(draw: st.DrawFn) -> dict[str, Any]:
    """Any bake, heated and risen in any way there is."""
    heat, rise = draw(st.sampled_from(HEATS)), draw(st.sampled_from(RISES))
    document = bake_document(
        draw(st.sampled_from([path.stem for path in DEMO_BAKES])),
        pieces=draw(st.integers(1, 14)),
        dough_per_piece=f"{draw(st.floats(35, 130)):.1f} g",
        filling_per_piece=f"{draw(st.floats(15, 90)):.1f} g",
        heat=heat,
        rise=rise,
        plan={"room": f"{draw(st.floats(12, 32)):.1f} C", "eat_at": None},
    )
    if draw(st.booleans()):
        document["more_groups"] = [draw(groups())]
    document["dough"] = {**document["dough"], "kneading": draw(st.sampled_from(("hand", "none", "sheeted", "after")))}
    if draw(st.booleans()):
        document["on_top"] = [{"use": "sesame"}]
    if document.get("more_groups") and draw(st.booleans()):
        document["more_groups"][0]["heat"] = draw(st.sampled_from(HEATS[:5]))
    return document


def sheet_of(document: dict[str, Any], marks: tuple[Observation, ...] = (), now: datetime = NOON) -> Sheet:
    """A bake's sheet with what was marked."""
    return work(read_bake(document), read_kitchen(kitchen_document()), marks, now=now)


def started(at: datetime = NOON) -> Observation:
    """A batch begun."""
    return Observation("started", "weigh", at)


def pressed(event: Event, at: datetime, among: list[Event] | None = None) -> tuple[Observation, ...]:
    """What a press on an event records. among: the list it stands in."""
    others = [e for e in among or [] if e.kind == event.kind and e.id != event.id and e.standing == "open"]
    marks = event.closes if event.closes and not others else event.marks
    return tuple(Observation(m.kind, m.stage, at, m.value, m.where, m.event) for m in marks)


def front(s: Sheet) -> Event | None:
    """The event a cook is asked for next: the first open one, by the hour it is due."""
    return next((e for e in s.events if e.standing == "open" and not e.along), None)


def run(document: dict[str, Any], late_min: float = 0.0) -> Iterator[tuple[Event, Sheet, Sheet]]:
    """A batch from its start to the table, each event pressed as it is due: the event, the sheet before and after."""
    marks: tuple[Observation, ...] = (started(),)
    s = sheet_of(document, marks)
    for _ in range(400):
        event = front(s)
        if event is None:
            return
        at = max(s.worked_at, event.due) + timedelta(minutes=late_min)
        marks += pressed(event, at, s.events)
        before, s = s, sheet_of(document, marks, at + timedelta(seconds=1))
        yield event, before, s
    raise AssertionError("a batch that does not end")


def of_kind(s: Sheet, kind: str) -> list[Event]:
    """The events of one kind."""
    return [e for e in s.events if e.kind == kind]


class AnyBake(unittest.TestCase):
    @given(bakes())
    @FEW
    def test_every_event_can_end_and_has_all_that_is_shown(self, document: dict[str, Any]) -> None:
        s = sheet_of(document)
        ids = [e.id for e in s.events]
        self.assertEqual(len(ids), len(set(ids)))
        main = {e.id for e in s.events if not e.along}
        for e in s.events:
            self.assertIn(e.kind, KINDS)
            self.assertTrue(str(e.words) and str(e.label) and str(e.press) and e.marks, e.id)
            self.assertTrue(e.low <= e.due <= e.high and e.start <= e.end, e.id)
            self.assertTrue(not e.along or e.along in main, e.id)

    @given(bakes())
    @FEW
    def test_nothing_is_due_before_what_it_needs(self, document: dict[str, Any]) -> None:
        s = sheet_of(document)
        at = {e.id: e for e in s.events}
        chain = ["weigh.knead", "rise.grown", "divide.cut", "wrap.last", "proof.grown", "heat.1.1.out", "rest.stand"]
        due = [at[key].due for key in chain if key in at]
        self.assertEqual(due, sorted(due))
        first = at["heat.1.1.in"]
        light = at["heat.1.1.light"]
        self.assertLessEqual(light.start + timedelta(minutes=s.heat.preheat_min), first.due + timedelta(seconds=2))
        for e in of_kind(s, "filling"):
            self.assertLessEqual(e.end, at["wrap.last"].start + timedelta(seconds=2))

    @given(bakes())
    @FEW
    def test_loads_go_in_and_out_once_and_add_up_to_the_heat(self, document: dict[str, Any]) -> None:
        s = sheet_of(document)
        into, out = of_kind(s, "into"), of_kind(s, "out")
        self.assertEqual(sorted(e.load for e in into), sorted(e.load for e in out))
        self.assertEqual({e.load for e in into}, {load.id for load in s.loads})
        for resource in {e.resource for e in into}:
            turns = [(e.due, o.due) for e in into for o in out if e.load == o.load and e.resource == resource]
            flat = [at for turn in sorted(turns) for at in turn]
            self.assertEqual(flat, sorted(flat))
        step = next(x for x in s.day.steps if x.key == "heat")
        self.assertAlmostEqual((max(e.due for e in out) - step.end).total_seconds(), 0, delta=2)
        away = sum(k.pieces for k in s.kept_back)
        self.assertEqual(sum(load.pieces for load in s.loads) + away, s.scaled.pieces)

    @given(bakes())
    @FEW
    def test_every_caution_and_every_doubt_hangs_on_an_event(self, document: dict[str, Any]) -> None:
        s = sheet_of(document)
        self.assertEqual({c.code for c in s.cautions}, {c for e in s.events for c in e.cautions})
        self.assertEqual({d.code for d in s.doubts}, {d for e in s.events for d in e.doubts})

    @given(bakes(), st.sampled_from((0.0, 4.0)))
    @FEWER
    def test_a_batch_pressed_through_ends_and_no_mark_moves_what_was_before(
        self, document: dict[str, Any], late_min: float
    ) -> None:
        pressed_ids = []
        for event, before, after in run(document, late_min):
            pressed_ids.append(event.id)
            then = {e.id: e for e in after.events}
            self.assertNotEqual(then[event.id].standing, "open", event.id)
            for e in before.events:
                if e.standing == "done" and e.id in then:
                    self.assertEqual(then[e.id].done_at, e.done_at, (event.id, e.id))
        self.assertEqual(len(pressed_ids), len(set(pressed_ids)))
        self.assertEqual(pressed_ids[-1], "rest.stand")

    @given(bakes())
    @FEWER
    def test_taking_a_mark_back_restores_the_list_to_the_second(self, document: dict[str, Any]) -> None:
        marks, now = (started(),), NOON + timedelta(minutes=1)
        before = sheet_of(document, marks, now)
        event = front(before)
        assert event is not None
        sheet_of(document, marks + pressed(event, now, before.events), now)
        self.assertEqual(sheet_of(document, marks, now).events, before.events)


def two_loads(**heat: Any) -> dict[str, Any]:
    """A steamed bake of two loads."""
    gentle = {**STEAM, "fire": "gentle", **heat}
    return bake_document("beetroot-walnut-buns", pieces=12, heat=gentle, plan={"eat_at": None})


class Loads(unittest.TestCase):
    def until(self, document: dict[str, Any], last: str) -> tuple[tuple[Observation, ...], datetime]:
        """Marks of a batch pressed on time up to an event, and the hour of that press."""
        marks: tuple[Observation, ...] = (started(),)
        s = sheet_of(document, marks)
        while (event := front(s)) is not None:
            at = max(s.worked_at, event.due)
            marks += pressed(event, at, s.events)
            if event.id == last:
                return marks, at
            s = sheet_of(document, marks, at)
        raise AssertionError(last)

    def test_a_probe_in_the_second_load_is_read_against_its_own_clock(self) -> None:
        document = two_loads()
        marks, into = self.until(document, "heat.1.2.in")
        at = into + timedelta(minutes=9)
        plan = sheet_of(document, marks, at)
        planned = next(e for e in plan.events if e.id == "heat.1.2.out")
        expected = plan.heat.core[min(range(61), key=lambda i: abs(plan.heat.minutes[i] - 9.0))]
        probe = Observation("probe", "heat", at, round(expected, 1), None, "heat.1.2")
        told = sheet_of(document, (*marks, probe), at)
        out = next(e for e in told.events if e.id == "heat.1.2.out")
        self.assertLess(abs((out.due - planned.due).total_seconds()), 180)
        self.assertEqual([m.minute for m in told.heat.marks], [9.0])
        # What the first load was is as it was.
        self.assertEqual(
            [e.done_at for e in told.events if e.id == "heat.1.1.out"],
            [e.done_at for e in plan.events if e.id == "heat.1.1.out"],
        )

    def test_the_heat_is_not_over_before_its_last_load_is_out(self) -> None:
        document = two_loads()
        marks, at = self.until(document, "heat.1.1.out")
        s = sheet_of(document, marks, at)
        self.assertEqual([e.id for e in s.events if e.ends_stage and e.stage == "heat"], ["heat.1.2.out"])
        self.assertEqual(front(s).id, "heat.1.2.in")  # type: ignore[union-attr]
        late = sheet_of(document, marks, at + timedelta(minutes=10))
        moved = next(e for e in late.events if e.id == "heat.1.2.out").due
        self.assertGreater(moved, next(e for e in s.events if e.id == "heat.1.2.out").due + timedelta(minutes=7))

    def test_minutes_that_leave_the_middle_cold_are_put_right_by_one_press(self) -> None:
        document = two_loads(minutes="6 min")
        marks, _ = self.until(document, "wrap.last")
        now = max(o.at for o in marks)
        s = sheet_of(document, marks, now)
        out = next(e for e in s.events if e.id == "heat.1.1.out")
        self.assertTrue([d for d in out.doubts if d.startswith("time_short")])
        [choice] = out.choices
        given = tuple(Observation(m.kind, m.stage, now, m.value, m.where, m.event) for m in choice.marks)
        after = sheet_of(document, marks + given, now)
        self.assertGreaterEqual(after.heat.core_at_end_c, after.heat.line_c)
        self.assertFalse([d for d in after.doubts if d.code.startswith("time_short")])

    def test_half_steamed_half_baked_have_each_their_own_line(self) -> None:
        half = {**bake_document("pear-hazelnut-buns")}
        group = {"pieces": 6, "filling_per_piece": "40 g", "filling": half["filling"], "heat": OVEN}
        document = bake_document("beetroot-walnut-buns", pieces=6, heat=STEAM, more_groups=[group])
        s = sheet_of(document)
        self.assertEqual({load.id for load in s.loads}, {"heat.1.1", "heat.2.1"})
        lights = {e.id: e.resource for e in of_kind(s, "light")}
        self.assertEqual(lights, {"heat.1.1.light": "hob", "heat.2.1.light": "oven"})


class Moves(unittest.TestCase):
    document = bake_document(rise={"to": 2.0, "spots": [{**BENCH, "for": "45 min"}, FRIDGE]}, plan={"eat_at": None})

    def test_a_move_has_its_hour_and_one_that_is_late_counts_from_when_it_was_made(self) -> None:
        began = NOON + timedelta(minutes=25)
        marks = (started(), Observation("done", "weigh", began))
        s = sheet_of(self.document, marks, began)
        [move] = of_kind(s, "move")
        self.assertEqual(move.due, began + timedelta(minutes=45))
        late = began + timedelta(minutes=75)
        told = sheet_of(self.document, marks + pressed(move, late), late)
        unsaid = sheet_of(self.document, marks, late)
        self.assertLess(told.rise.ready, s.rise.ready)
        # Nobody said that it was moved: it is still on the bench, and grows as it does there.
        self.assertAlmostEqual((unsaid.rise.ready - told.rise.ready).total_seconds(), 0, delta=60)


def seldom() -> Iterator[dict[str, Any]]:
    """Bakes that ask for what no demo bake does: a sponge, a scald, water held back from cups, wells pressed late."""
    yield sponge_document()
    rows = (("bread flour", 25, "soaked"), ("water", 125, "soaked"), ("bread flour", 475, "dough"))
    main = (("water", 185, "dough"), ("instant yeast", 6, "dough"), ("fine salt", 9, "dough"))
    scald = [{"use": use, "amount": f"{g} g", "part": part} for use, g, part in (*rows, *main)]
    yield bake_document("hake-fennel-buns", dough={"ingredients": scald})
    cups = bake_document("hake-fennel-buns")
    cups["dough"]["ingredients"][0] |= {"low": "160 g", "high": "215 g", "amount": "180 g"}
    yield cups
    yield bake_document(closing="well", filled="after", dough_per_piece="70 g")
    hake = bake_document("hake-fennel-buns", pieces=24)
    yield {**hake, "heat": {**hake["heat"], "later_loads": "staggered"}}
    yield bake_document(steps=[{"do": "relax", "before": "wrap"}, {"do": "brush", "before": "rest"}])


class Registry(unittest.TestCase):
    def test_every_kind_happens_in_some_bake(self) -> None:
        found: set[str] = set()
        bakes = [*(bake_document(path.stem) for path in DEMO_BAKES), *seldom()]
        sesame = {"on_top": [{"use": "sesame"}]}
        for heat in HEATS:
            bakes.append(bake_document("leek-or-pear-buns", pieces=24, more_groups=[], heat=heat, **sesame))
        bakes += [bake_document(rise=rise) for rise in RISES]
        for kneading in ("none", "sheeted"):
            dough = {**bake_document()["dough"], "kneading": kneading}
            bakes.append(bake_document(dough=dough))
        for document in bakes:
            found |= {e.kind for e in sheet_of(document).events}
        self.assertEqual(set(KINDS) - found, set())


class TheTable(unittest.TestCase):
    def test_the_page_tells_of_every_kind_as_the_registry_has_it(self) -> None:
        self.assertEqual(events_table.PAGE.read_text(), events_table.page(), "run make schema")
        self.assertLessEqual(set(events_table.rail_shapes()), set(KINDS))
        for key, kind in KINDS.items():
            self.assertTrue(kind.whence and str(kind.label) and str(kind.lost), key)
            self.assertIn(kind.resource, ("hands", "bench", "bowl", "fridge", "freezer", "hob", "oven", "heat"))
