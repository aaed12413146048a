"""Every cause speaks from its own evidence and the right way round; every doubt there is can come up."""

import ast
import unittest
from collections.abc import Callable
from pathlib import Path
from typing import Any

from airycrumb.data.closing_words import WORDS
from airycrumb.learning import causes
from airycrumb.learning.evidence import Cause, Record
from airycrumb.stations import heat
from airycrumb.trays import heating
from airycrumb.trays.needs import Needs
from airycrumb.words import text
from tests.core.examples import bake_document, raw_sheet

STEAMED, BAKED = {"method": "steam"}, {"method": "oven"}
FULL = {**STEAMED, "filling_g": 40.0, "bears_g": 60.0, "ratio": 0.8}
# What says nothing, what speaks for a cause, and what speaks louder (weights and thresholds assumed).
EVIDENCE: dict[Callable[[Record], Cause | None], tuple[dict[str, Any], dict[str, Any], dict[str, Any]]] = {
    causes.over_proofed: (STEAMED | {"proof_size": 0.9}, {"proof_size": 1.08}, {"proof_size": 1.2}),
    causes.under_proofed: (STEAMED | {"proof_size": 1.1}, {"proof_size": 0.93}, {"proof_size": 0.8}),
    causes.rise_short: (STEAMED | {"rise_size": 1.2}, {"rise_size": 0.9}, {"rise_size": 0.75}),
    causes.rise_long: (STEAMED | {"rise_size": 0.8}, {"rise_size": 1.15}, {"rise_size": 1.4}),
    causes.lid_lifted: (STEAMED, {"lid_min": 15.0, "heat_min": 15.0}, {"lid_min": 8.0, "heat_min": 15.0}),
    causes.opened_at_once: (
        STEAMED | {"rest_min": 5.0, "rest_planned_min": 5.0},
        {"rest_min": 3.0},
        {"rest_min": 0.0},
    ),
    causes.cold_middle: (STEAMED | {"core_c": 80.0}, {"core_c": 72.0}, {"core_c": 66.0}),
    causes.taken_out_early: (BAKED | {"planned_min": 20.0, "heat_min": 22.0}, {"heat_min": 17.0}, {"heat_min": 14.0}),
    causes.left_in: (BAKED | {"planned_min": 20.0, "heat_min": 18.0}, {"heat_min": 24.0}, {"heat_min": 28.0}),
    causes.dried: (BAKED | {"loss_percent": 6.0}, {"loss_percent": 12.0}, {"loss_percent": 17.0}),
    causes.cool_setting: (BAKED | {"browning": 60.0}, {"browning": 25.0}, {"browning": 5.0}),
    causes.wet_filling: (FULL | {"juice": 8.0}, {"juice": 20.0}, {"juice": 30.0}),
    causes.too_full: (FULL, {"filling_g": 60.0}, {"filling_g": 75.0}),
    causes.thin_wall: (FULL | {"rim_mm": 3.2}, {"rim_mm": 2.3}, {"rim_mm": 1.5}),
    causes.little_filling: (FULL, {"ratio": 0.5}, {"ratio": 0.3}),
    causes.waited: (STEAMED, {"last_wait_min": 10.0, "last_grown": 1.1}, {"last_wait_min": 10.0, "last_grown": 1.25}),
    causes.uneven_pieces: (STEAMED | {"spread": 0.02}, {"spread": 0.05}, {"spread": 0.12}),
    causes.wrapped_apart: (STEAMED | {"apart_min": 10.0}, {"apart_min": 22.0}, {"apart_min": 40.0}),
    causes.stiff_dough: (STEAMED | {"hydration": 64.0}, {"hydration": 52.0}, {"hydration": 47.0}),
    causes.hot_setting: (BAKED | {"browning": 60.0}, {"browning": 90.0}, {"browning": 105.0}),
    causes.little_salt: (BAKED | {"salt": 1.8}, {"salt": 1.3}, {"salt": 1.0}),
    causes.much_salt: (BAKED | {"salt": 1.8}, {"salt": 2.6}, {"salt": 3.0}),
    causes.bare_surface: (BAKED | {"liner": "paper"}, {"liner": "oil"}, {"liner": "bare"}),
}


# Where a cause's evidence is complete, and the weight it then has; halfway there it has half of what it can gain.
COMPLETE: dict[Callable[[Record], Cause | None], tuple[str, float, float, float]] = {
    causes.over_proofed: ("proof_size", 1.03, 1.25, 1.0),
    causes.under_proofed: ("proof_size", 0.97, 0.75, 1.0),
    causes.rise_short: ("rise_size", 0.97, 0.7, 0.9),
    causes.rise_long: ("rise_size", 1.08, 1.5, 0.9),
    causes.left_in: ("heat_min", 21.6, 30.0, 1.0),
    causes.taken_out_early: ("heat_min", 19.0, 13.0, 0.8),
    causes.dried: ("loss_percent", 10.0, 18.0, 0.7),
    causes.thin_wall: ("rim_mm", 2.6, 1.2, 0.7),
    causes.little_filling: ("ratio", 0.55, 0.25, 1.0),
    causes.too_full: ("filling_g", 54.0, 78.0, 1.0),
    causes.uneven_pieces: ("spread", 0.03, 0.15, 1.0),
    causes.wrapped_apart: ("apart_min", 15.0, 45.0, 0.8),
    causes.stiff_dough: ("hydration", 55.0, 45.0, 0.6),
    causes.little_salt: ("salt", 1.5, 0.8, 1.0),
    causes.much_salt: ("salt", 2.3, 3.2, 1.0),
}


class Causes(unittest.TestCase):
    def test_each_is_certain_where_its_evidence_is_complete_and_half_so_halfway(self) -> None:
        for cause, (number, none_at, full_at, most) in COMPLETE.items():
            silent = EVIDENCE[cause][0]
            for value, weight in ((full_at, most), ((none_at + full_at) / 2, most / 2)):
                with self.subTest(cause=cause.__name__, value=value):
                    found = cause(Record(**(silent | {number: value})))
                    assert found is not None
                    self.assertAlmostEqual(found.weight, weight)

    def test_each_is_silent_without_evidence_and_louder_with_more(self) -> None:
        for cause, (silent, soft, loud) in EVIDENCE.items():
            with self.subTest(cause=cause.__name__):
                self.assertIsNone(cause(Record(**silent)))
                weights = [found.weight for r in (soft, loud) if (found := cause(Record(**(silent | r))))]
                self.assertEqual(len(weights), 2)
                self.assertTrue(0 < weights[0] < weights[1] <= 1, weights)

    def test_drips_and_trapped_steam_go_by_how_it_was_heated(self) -> None:
        self.assertIsNotNone(causes.drips(Record("steam", fire="high", covered=True)))
        self.assertIsNone(causes.drips(Record("steam", fire="gentle")))
        self.assertIsNone(causes.drips(Record("oven")))
        self.assertIsNotNone(causes.steam_after(Record("oven", covered=True)))
        self.assertIsNone(causes.steam_after(Record("oven", covered=False)))

    def test_every_cause_stands_in_this_table(self) -> None:
        every = {
            name for name, found in vars(causes).items() if callable(found) and found.__module__ == causes.__name__
        }
        told = {cause.__name__ for cause in EVIDENCE} | {"drips", "steam_after", "_part"}
        self.assertEqual(every, told)


def doubts(**edit: Any) -> dict[str, str]:
    """Title of every doubt of the demo's first bake, edited, by code."""
    return {d.code: text(d.title) for d in raw_sheet(bake_document(**edit)).doubts}


def dough(*parts: str) -> dict[str, Any]:
    """A dough of "400 g bread flour" and the like; "sponge: …" goes into the sponge."""
    rows = []
    for part in parts:
        place, _, rest = part.rpartition(": ")
        amount, _, name = rest.partition(" g ")
        rows.append({"use": name, "amount": f"{amount} g", **({"part": place} if place else {})})
    return {"ingredients": rows}


SMALL = {
    "pieces": 6,
    "dough_per_piece": "20 g",
    "filling_per_piece": "8 g",
    "filling": bake_document()["filling"],
}
# An edit that raises each doubt no other test asks for.
RAISED: dict[str, dict[str, Any]] = {
    "room_known": {},
    "rise_never": {"plan": {"room": "8 C", "eat_at": None}, "rise": {"to": 3.5}},
    "proof_never": {"proof": {"to": 2.5, "air": "2 C"}},
    "overstayed_rise": {"rise": {"to": 1.5, "spots": [{"where": "bench", "for": "20 h"}, {"where": "fridge"}]}},
    "said_rise": {"said": {"rise": "10 min"}},
    "said_proof": {"said": {"proof": "3 min"}},
    "hydration": {"dough": dough("400 g bread flour", "160 g water", "8 g fine salt", "4 g instant yeast")},
    "rise_range_0": {"dough": dough("400 g bread flour", "440 g water", "8 g fine salt", "4 g instant yeast")},
    "proofs_apart_2": {"dough_per_piece": "160 g", "filling_per_piece": "110 g", "more_groups": [SMALL]},
    "done_sooner_2": {"dough_per_piece": "160 g", "filling_per_piece": "110 g", "more_groups": [SMALL]},
    "sponge_time": {
        "dough": dough(
            "sponge: 100 g bread flour", "sponge: 60 g water", "300 g bread flour", "180 g water", "7 g fine salt",
            "3 g instant yeast",
        )
    },
    "yeast_high": {"dough": dough("400 g bread flour", "240 g water", "8 g fine salt", "24 g instant yeast")},
    "yeast_low": {"dough": dough("400 g bread flour", "240 g water", "8 g fine salt", "0.2 g instant yeast")},
    "salt_high": {"dough": dough("400 g bread flour", "240 g water", "24 g fine salt", "4 g instant yeast")},
    "salt_low": {"dough": dough("400 g bread flour", "240 g water", "1 g fine salt", "4 g instant yeast")},
}  # fmt: skip


def codes_of_the_questions() -> set[str]:
    """Every code a question gives a doubt, as it stands in the source; what is filled in stands as "*"."""
    found: set[str] = set()
    for path in Path(__file__).resolve().parents[2].glob("core/airycrumb/questions/*.py"):
        for node in ast.walk(ast.parse(path.read_text())):
            if isinstance(node, ast.Call) and getattr(node.func, "id", "") == "Doubt":
                code = next(k.value for k in node.keywords if k.arg == "code")
                found |= {ast.unparse(code)}
    return found


class Doubts(unittest.TestCase):
    def test_each_can_come_up(self) -> None:
        for code, edit in RAISED.items():
            with self.subTest(code=code):
                self.assertIn(code, doubts(**edit))

    def test_every_code_is_raised_in_some_test(self) -> None:
        tests = "".join(p.read_text() for p in Path(__file__).parent.glob("test_*.py"))
        for source in codes_of_the_questions():
            names = [n.value for n in ast.walk(ast.parse(source)) if isinstance(n, ast.Constant)]
            with self.subTest(code=source):
                self.assertTrue(any(f'"{name}' in tests or f'{name}"' in tests for name in names), source)

    def test_much_and_little_are_not_taken_for_each_other(self) -> None:
        much = doubts(filling_per_piece="75 g")
        little = doubts(filling_per_piece="15 g")
        self.assertTrue(much["ratio"].startswith("A lot of filling: 1.2"), much)
        self.assertTrue(little["ratio"].startswith("Mostly bread: the filling is 0.24"), little)
        stiff, soft = doubts(**RAISED["hydration"]), doubts(**RAISED["rise_range_0"])
        self.assertIn("too stiff", stiff["hydration"])
        self.assertIn("too soft", soft["hydration"])

    def test_a_first_rise_said_too_short_is_called_so(self) -> None:
        short = next(d for d in raw_sheet(bake_document(said={"rise": "10 min"})).doubts if d.code == "said_rise")
        self.assertIn("10 min", text(short.title) + text(short.reason))


class Blades(unittest.TestCase):
    def test_a_closing_that_says_to_cut_wants_a_blade(self) -> None:
        for key, words in WORDS.items():
            said = " ".join(map(str, (*words.how, words.vent))).lower()
            cuts = any(word in said.split() for word in ("cut", "score"))
            with self.subTest(closing=key):
                # An envelope's squares are cut from the sheet it is rolled as.
                self.assertEqual(words.blade, cuts or key == "envelope")

    def test_its_caution_stands_beside_it(self) -> None:
        for key, words in WORDS.items():
            found = {c.code for c in raw_sheet(bake_document(closing=key)).cautions}
            with self.subTest(closing=key):
                self.assertEqual("blade" in found, words.blade)


class Crumb(unittest.TestCase):
    """°C and minutes the plan waits for: 92 °C is common practice, the tenth over it assumed."""

    def test_it_is_set_below_the_boil_and_never_above_92(self) -> None:
        self.assertEqual(heating.crumb_target(0), 92.0)
        for altitude in (1500.0, 2500.0, 4000.0):
            self.assertAlmostEqual(heating.crumb_target(altitude), heat.boiling_point(altitude) - 4)
            self.assertLess(heating.crumb_target(altitude), 92.0)

    def test_the_plan_waits_for_the_slowest_of_core_crumb_and_colour(self) -> None:
        for middle, crumb, golden, planned, decides in (
            (10.0, 20.0, None, 22.0, "crumb"),
            (20.0, 10.0, 15.0, 24.0, "middle"),
            (10.0, 10.0, 31.5, 32.0, "golden"),
            (None, 10.0, 1.0, None, "middle"),
            (10.0, None, 1.0, None, "crumb"),
        ):
            needs = Needs(middle, crumb, golden, allowed=1.2)
            self.assertEqual((needs.planned, needs.decides), (planned, decides))
        self.assertEqual(Needs(10.0, 11.0, 12.5, allowed=1.2).least, 12.5)
