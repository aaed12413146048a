"""What the trays ask the cook to do is in the list of events, as often as it is to be done: else no hand hears it."""

import unittest
from collections import Counter
from collections.abc import Iterator
from typing import Any

from hypothesis import HealthCheck, given, settings

from airycrumb.bake import read_bake
from airycrumb.bake.model import Bake
from airycrumb.data.closing_words import WORDS
from airycrumb.sheet import Sheet
from airycrumb.trays.types import HeatTray
from tests.core.test_events import bakes, seldom, sheet_of

SOME = settings(max_examples=10, suppress_health_check=[HealthCheck.too_slow], deadline=None)
MIXED = ("weigh", "late", "wake", "sponge_mix", "soak")


def of_the_dough(bake: Bake, sheet: Sheet) -> Iterator[tuple[str, int]]:
    """What making, raising and dividing the dough asks for: kind, how often."""
    w, dough = sheet.weigh, bake.dough
    yield "hold_back", int(w.hold_back_g >= 1)
    yield "soak", int(any(a.vessel == "soaked" for a in w.order))
    yield "wake", int(any(a.vessel == "jug" for a in w.order))
    yield "sponge_mix", int(w.sponge is not None)
    yield "knead", 1
    yield "fold", max(0, len(bake.rise.clock) - 1)
    yield "move", len(bake.rise.stays) - 1 + len(bake.proof.stays) - 1
    yield "knock_back", int(bake.rise.again_to is not None)
    yield "sheet", int(dough.kneading == "sheeted")
    yield "divide", 1
    yield "bench_rest", int(bake.bench_rest_min > 0)


def of_the_pieces(bake: Bake) -> Iterator[tuple[str, int]]:
    """What filling and closing them asks for, and keeping them."""
    filled = [g for g in bake.groups if g.parts]
    in_the_dough = bake.filled == "in the dough"
    whole, in_steps = [g for g in filled if not g.filling.steps], [g for g in filled if g.filling.steps]
    yield "filling", int(bool(whole)) + sum(step.hands_min > 0 for g in in_steps for step in g.filling.steps)
    yield "cool", int(any(g.filling.cool_min > 0 for g in whole)) + sum(g.filling.cooling_min > 0 for g in in_steps)
    yield "take_out", int(bool(filled) and not in_the_dough)
    yield "well", int(bake.filled == "after")
    yield "wrap", int(bake.filled != "after")
    yield "keep", int(bake.heat.arrive != "proofed")


def of_a_heat(bake: Bake, tray: HeatTray, vents: bool) -> Iterator[tuple[str, int]]:
    """What one way of heating asks for, over all its loads. bake: as it is heated so."""
    heat, loads, oven, minutes = bake.heat, tray.loads, tray.method == "oven", tray.minutes_planned
    brushed = any(top.brushed for top in bake.on_top) or (oven and heat.wash != "none")
    yield "light", 1
    yield "into", loads
    yield "out", loads
    yield "wash", loads * brushed
    yield "strew", loads * any(not top.brushed for top in bake.on_top)
    yield "vent", loads * (oven and vents)
    yield "steam_pan", loads * (oven and heat.steam_pan)
    yield "steam_out", loads * (oven and heat.steam_pan)
    yield "lid_shut", loads * (tray.method == "steam")
    yield "lid_off", loads * (oven and 0 < heat.lid_min < minutes)
    yield "change", loads * (oven and heat.then is not None and heat.then.after_min < minutes)
    yield "turn", loads * len([t for t in tray.turns if t < minutes])
    yield "cover", loads * (tray.method == "pan" and heat.seared)
    yield "top_up", len(tray.water.top_up) if tray.water else 0
    yield "next_out", (loads - 1) * (heat.later_loads == "fridge" and tray.arrives == "proofed")
    yield "probe", loads * (tray.reaches is not None)


def asked(bake: Bake, sheet: Sheet) -> Counter[str]:
    """Everything asked for, by kind."""
    found: Counter[str] = Counter()
    for kind, times in (*of_the_dough(bake, sheet), *of_the_pieces(bake)):
        found[kind] += times
    vents = any(WORDS[g.closing].vent.template.startswith(("cut ", "prick ")) for g in bake.groups)
    heats = dict.fromkeys([bake.heat, *(g.heat for g in bake.more_groups if g.heat is not None)])
    for heat, tray in zip(heats, (sheet.heat, *sheet.more_heats), strict=True):
        if bake.heat.arrive == "proofed" and heat.arrive != "proofed":
            # They are another day's: today they are put away.
            found["put_away"] += 1
            continue
        for kind, times in of_a_heat(bake.heated(heat), tray, vents):
            found[kind] += int(times)
    return +found


class EveryInstruction(unittest.TestCase):
    @SOME
    @given(bakes())
    def test_what_the_trays_ask_for_happens_as_often_as_they_ask(self, document: dict[str, Any]) -> None:
        self.assert_happens(document)

    def test_so_does_what_is_seldom_asked_for(self) -> None:
        for document in seldom():
            self.assert_happens(document)

    def assert_happens(self, document: dict[str, Any]) -> None:
        sheet, bake = sheet_of(document), read_bake(document)
        wanted = asked(bake, sheet)
        happens = Counter(e.kind for e in sheet.events)
        self.assertEqual({kind: happens[kind] for kind in wanted}, dict(wanted))

    @SOME
    @given(bakes())
    def test_everything_on_the_scale_is_put_in_at_some_event(self, document: dict[str, Any]) -> None:
        sheet = sheet_of(document)
        told = " ".join(str(text) for e in sheet.events if e.kind in MIXED for text in (e.words, *e.details))
        for added in sheet.weigh.order:
            self.assertIn(str(added.name), told)


if __name__ == "__main__":
    unittest.main()
