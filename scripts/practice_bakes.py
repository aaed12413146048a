"""Baking and steaming times that are common practice (no source) against a bake worked on the sheet, from its dough to
its heat: python -m scripts.practice_bakes.

Where scripts.practice_heat asks the heat alone, here each row is a bake as a cook writes it, in the plain kitchen.
docs/models/heat.md holds the table; tests/core/test_practice_heat.py holds each row to what it claims.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from datetime import UTC, datetime
from functools import cached_property
from typing import Any

from airycrumb.bake import read_bake, read_kitchen
from airycrumb.bake.kitchen import plain_kitchen
from airycrumb.sheet import work
from airycrumb.trays.types import HeatTray

REGION = "uk"  # whose line for what is reheated most books go by; the strictest, Scotland's, asks for 82 °C
NOON = datetime(2026, 11, 25, 12, 0, tzinfo=UTC)
LEAN = {"bread flour": 500, "water": 310, "fine salt": 9, "instant yeast": 6}
RICH = {
    "bread flour": 500,
    "whole milk": 200,
    "whole egg": 100,
    "sugar": 50,
    "butter": 70,
    "fine salt": 9,
    "instant yeast": 8,
}
MEAT = {"ground meat raw": 400, "cabbage": 100, "soy sauce": 15}
FISH = {"trout cooked": 400, "potato cooked": 100}
COOKED = {"spinach cooked": 250, "feta": 150, "potato cooked": 100}
CUSTARD = {"custard": 400}
COCONUT = {"coconut": 200, "sugar": 100, "butter": 60}
HAM = {"ham": 400}


GIANT = "by twenty minutes the middle is at 51 °C, and no rest brings it to its line: 31 are needed"
BRAID = "550 g are half baked by 25 minutes, and pale: the time is one for a smaller braid"
BURNT, RESTED = ("dark", "burnt"), "with the rest"


@dataclass(frozen=True)
class Fact:
    """A time of the trade for a bake. said: min, low and high; verdict: what docs/models/heat.md claims of it.

    "in": after the longest stated minutes the middle is at its line; "with the rest": it is after 5 min of resting;
    "short": it is not; "burnt": the shortest already burn it; "caught": raw and pale, and the sheet asks about it.
    why: of what is out.
    """

    what: str
    said: tuple[float, float]
    document: dict[str, Any]
    verdict: str
    why: str = ""

    def worked(self, minutes: float | None) -> HeatTray:
        """The heat as the sheet has it: for so many minutes, or for as long as it needs."""
        stated = None if minutes is None else f"{minutes} min"
        document = {**self.document, "heat": {**self.document["heat"], "minutes": stated}}
        kitchen = read_kitchen({**plain_kitchen(), "food_safety_region": REGION})
        return work(read_bake(document), kitchen, [], now=NOON).heat

    @cached_property
    def at_low(self) -> HeatTray:
        """After the shortest of the stated minutes."""
        return self.worked(self.said[0])

    @cached_property
    def at_high(self) -> HeatTray:
        """After the longest."""
        return self.worked(self.said[1])

    @cached_property
    def needed(self) -> HeatTray:
        """As planned where nobody states a time."""
        return self.worked(None)

    @property
    def rested_c(self) -> float:
        """°C of the middle at its hottest, the rest included."""
        return max(self.at_high.core)

    @property
    def likely(self) -> float | None:
        """Minutes after which most cooks would call it done."""
        return self.needed.needs.likely_min

    @property
    def meets(self) -> str:
        """How the likely minutes lie to those stated: "in" them, to the minute; within "a fifth"; or "out"."""
        low, high = self.said
        if self.likely is None:
            return "out"
        if low - 0.5 <= self.likely <= high + 0.5:
            return "in"
        return "a fifth" if 0.8 * low <= self.likely <= 1.2 * high else "out"

    @property
    def found(self) -> str:
        """What the forecast says of it."""
        if self.at_low.colour in BURNT:
            return "burnt"
        if self.at_high.method == "oven" and self.at_high.colour == "none" and self.rested_c < self.at_high.line_c:
            return "caught"
        if self.at_high.core_at_end_c >= self.at_high.line_c:
            return "in"
        return RESTED if self.rested_c >= self.at_high.line_c else "short"


def rows_of(amounts: Mapping[str, float]) -> list[dict[str, str]]:
    """Ingredients as a bake has them."""
    return [{"use": use, "amount": f"{grams} g"} for use, grams in amounts.items()]


def filled(amounts: Mapping[str, float], state: str) -> dict[str, Any]:
    """A filling: what is cooked wrapped cool, anything raw from the fridge."""
    return {
        "name": "the filling",
        "ingredients": rows_of(amounts),
        "state": state,
        "temperature": "18 C" if state == "cooked" else "8 C",
        "hands_on": "20 min",
        "cooling": "0 min" if state == "raw" else "60 min",
    }


def bake(
    pieces: int,
    dough_g: float,
    filling_g: float,
    closing: str,
    heat: dict[str, Any],
    inside: dict[str, Any],
    *,
    dough: Mapping[str, float] | None = None,
    leavening: str = "yeast",
    kneading: str = "hand",
    **more: Any,
) -> dict[str, Any]:
    """A bake with everything that is not said taken as usual: risen to double, proofed to 1.4 times the size."""
    return {
        "format": "airycrumb-bake",
        "version": 1,
        "name": "a time of the trade",
        "pieces": pieces,
        "dough_per_piece": f"{dough_g} g",
        "filling_per_piece": f"{filling_g} g",
        "closing": closing,
        "dough": {"ingredients": rows_of(dough or LEAN), "leavening": leavening, "kneading": kneading},
        "rise": {"to": 2.0},
        "filling": inside,
        "proof": {"to": 1.4},
        "heat": {"minutes": None, "rest": "5 min", **heat},
        **more,
    }


def oven(celsius: float, **more: Any) -> dict[str, Any]:
    """A still oven."""
    return {"method": "oven", "temperature": f"{celsius} C", **more}


STEAM = {"method": "steam", "fire": "high"}
PAN = {"method": "pan", "fire": "gentle"}


def facts() -> Iterator[Fact]:
    """Every time of the trade that names a size."""
    raw, cooked = filled(MEAT, "raw"), filled(COOKED, "cooked")
    fish, custard = filled(FISH, "cooked"), filled(CUSTARD, "cooked")
    greens = filled({"poultry raw": 250, "spinach cooked": 250}, "raw")
    yield Fact(
        "small pleated buns, 45 + 45 g, raw, steamed",
        (10, 12),
        bake(8, 45, 45, "gathered", STEAM, greens),
        "with the rest",
    )
    part = filled(MEAT, "part-cooked")
    yield Fact(
        "pleated buns, 57 + 45 g, raw, steamed", (10, 12), bake(8, 57, 45, "gathered", STEAM, raw), "with the rest"
    )
    yield Fact(
        "pleated buns, 71 + 45 g, part-cooked, steamed",
        (15, 15),
        bake(8, 71, 45, "gathered", STEAM, part),
        "with the rest",
    )
    yield Fact(
        "medium pleated buns, 60 + 40 g, raw, steamed",
        (12, 15),
        bake(8, 60, 40, "gathered", STEAM, raw),
        "with the rest",
    )
    yield Fact(
        "giant bun, 110 + 145 g, raw, steamed",
        (20, 20),
        bake(1, 110, 145, "gathered", STEAM, raw),
        "short",
        GIANT,
    )
    lifted = bake(12, 40, 20, "ball", STEAM, cooked, leavening="yeast and baking powder")
    yield Fact("powder-lifted balls, 40 + 20 g, steamed", (10, 12), lifted, "in")
    calzone = bake(1, 420, 330, "half_moon", oven(204), cooked, across="400 mm")
    yield Fact("calzone folded from 40 cm, 204 °C", (25, 30), calzone, "in")
    sticks = bake(8, 70, 45, "sticks", oven(190, wash="egg"), filled(HAM, "cooked"), dough=RICH)
    yield Fact("stick rolls, 70 + 45 g, 190 °C", (25, 25), sticks, "in")
    wells = bake(10, 60, 25, "well", oven(190, wash="egg"), custard, dough=RICH)
    yield Fact("open wells of custard, 60 + 25 g, 190 °C", (10, 15), wells, RESTED)
    lidded = bake(6, 93, 60, "lidded", oven(190, wash="egg"), fish)
    yield Fact("buns with lids, 70 + 23 g round 60 g of fish, 190 °C", (15, 20), lidded, RESTED)
    turnovers = bake(8, 90, 50, "half_moon_fork", oven(163, wash="egg"), filled(COCONUT, "cooked"), dough=RICH)
    yield Fact("turnovers of coconut, 90 + 50 g, 163 °C", (25, 30), turnovers, "in")
    braid = bake(2, 300, 250, "braid", oven(177, wash="egg"), cooked, dough=RICH)
    yield Fact(
        "braids, 300 + 250 g, 177 °C",
        (20, 25),
        braid,
        "short",
        BRAID,
    )
    thin = bake(8, 42, 71, "envelope", oven(232, on="stone"), raw, leavening="none")
    yield Fact("thin-skinned envelopes, 42 + 71 g, raw, stone at 232 °C", (12, 15), thin, RESTED)
    # No-knead dough, kept cold and stretched thin; it does not proof.
    pie = bake(1, 260, 200, "pulled_pie", oven(260, on="rack"), cooked, kneading="none", proof={"to": 1.05})
    yield Fact("thin stretched pie, 260 + 200 g, rack at 260 °C", (10, 10), pie, "in")
    rolls = bake(8, 65, 5, "plain", oven(210), cooked)
    yield Fact("crusty plain rolls, 65 g, 210 °C", (15, 20), rolls, "in")
    soft = bake(12, 60, 35, "ball", oven(177, wash="egg"), cooked, dough=RICH)
    yield Fact("soft enriched buns, 60 + 35 g, 177 °C", (10, 30), soft, "in")
    boats = bake(2, 180, 150, "boat", oven(220), filled({"feta": 200, "low-moisture mozzarella": 200}, "cooked"))
    yield Fact("boats of cheese, 180 + 150 g, 220 °C", (15, 20), boats, "in")
    crescents = bake(12, 30, 15, "crescent", PAN, cooked)
    yield Fact("small crescents in the pan, turned three times", (7.5, 10), crescents, "in")
    seared = bake(12, 30, 15, "crescent", {**PAN, "seared": True}, cooked)
    yield Fact("small crescents seared 3 min, then water and a lid 5", (8, 8), seared, RESTED)

    # The next eight were written down, each with what it was to give, before any of them was worked.
    dogs = bake(12, 45, 30, "sticks", oven(200, wash="egg"), filled(HAM, "cooked"), dough=RICH)
    yield Fact("small stick rolls, 45 + 30 g, 200 °C", (12, 15), dogs, "in")
    pasties = bake(12, 60, 40, "half_moon_fork", oven(200, wash="egg"), cooked)
    yield Fact("baked half-moons, 60 + 40 g, 200 °C", (18, 22), pasties, "in")
    sweet = bake(12, 50, 25, "ball", oven(180, wash="egg"), custard, dough=RICH)
    yield Fact("sweet buns of custard, 50 + 25 g, 180 °C", (15, 18), sweet, "in")
    parcels = bake(10, 60, 40, "envelope", oven(190, wash="egg"), cooked)
    yield Fact("envelopes of greens, 60 + 40 g, 190 °C", (20, 25), parcels, "in")
    kneaded = bake(12, 70, 20, "kneaded_in", oven(190, wash="egg"), filled({"olive": 100}, "cooked"))
    yield Fact("rolls with olives kneaded in, 70 + 20 g, 190 °C", (18, 22), kneaded, "in")
    loaf = bake(1, 500, 200, "layered", oven(180, wash="egg"), filled(COCONUT, "cooked"), dough=RICH)
    yield Fact("a filled roll, 500 + 200 g, 180 °C", (30, 40), loaf, "in")
    reheated = bake(8, 57, 45, "gathered", STEAM, cooked)
    yield Fact("pleated buns of cooked filling, 57 + 45 g, steamed", (12, 15), reheated, RESTED)
    flat = bake(6, 80, 60, "two_rounds", oven(220), cooked)
    yield Fact("two rounds sealed, 80 + 60 g, 220 °C", (15, 20), flat, "in")

    frozen = bake(8, 57, 45, "gathered", {**STEAM, "from": "frozen"}, raw)
    yield Fact("pleated buns, 57 + 45 g, raw, steamed from frozen, 1.45 times as long", (24, 24), frozen, RESTED)
    cool = bake(8, 57, 45, "gathered", oven(120), raw)
    yield Fact("pleated buns, 57 + 45 g, raw, 120 °C", (15, 20), cool, "caught", "a slip: raw and pale")
    tiny = bake(24, 12, 5, "plain", oven(120), cooked)
    yield Fact("plain rolls, 12 g, 120 °C", (15, 20), tiny, "in")


def _minutes(value: float | None) -> str:
    return "never" if value is None else f"{value:.0f}"


def rows() -> Iterator[str]:
    """The table, a row a line."""
    yield (
        "| a bake on the sheet (common practice, no source) | stated, min | middle then, rested, wanted, °C | crust "
        "| middle safe, crumb set, golden after, min | likely done, min | surely done, min | |"
    )
    yield "|---|---|---|---|---|---|---|---|"
    for fact in facts():
        h, (low, high), then = fact.needed, fact.said, fact.at_high
        stated = f"{high:g}" if low == high else f"{low:g} to {high:g}"
        bakes = h.method == "oven"
        crust = f"{fact.at_low.colour} to {then.colour}" if bakes else "–"
        golden = _minutes(h.needs.golden_min) if bakes else "–"
        each = f"{_minutes(h.needs.middle_min)}, {_minutes(h.needs.crumb_min)}, {golden}"
        cores = f"{then.core_at_end_c:.0f}, {fact.rested_c:.0f}, {then.line_c:.0f}"
        done = f"{_minutes(fact.likely)} ({fact.meets}) | {h.minutes_planned:.0f}"
        yield f"| {fact.what} | {stated} | {cores} | {crust} | {each} | {done} | {fact.found} |"


if __name__ == "__main__":
    print("\n".join(rows()))
