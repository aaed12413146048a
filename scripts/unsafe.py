"""Thousands of bakes drawn at random, each held to its region's limits by code of its own: make unsafe.

A plan that passes a limit (the coldest point, minutes warm, cooling, days kept) must say so as a stop. What is checked
against is typed here again, and minutes are counted from the hours of the plan alone; only the forecast temperature of
the middle is the core's own.
"""

import random
import sys
from collections import Counter
from collections.abc import Iterator
from concurrent.futures import ProcessPoolExecutor
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Any

from airycrumb.bake import read_bake, read_kitchen
from airycrumb.bake.kitchen import plain_kitchen
from airycrumb.problems import InputError
from airycrumb.sheet import Sheet, work

NOON = datetime(2026, 11, 25, 12, 0, tzinfo=UTC)
COUNT, AT_ONCE = 5000, 100
DOUGH = [
    {"use": "bread flour", "amount": "600 g"},
    {"use": "water", "amount": "370 g"},
    {"use": "fine salt", "amount": "11 g"},
    {"use": "instant yeast", "amount": "6 g"},
]
# What it is, for a reader who knows no pantry: raw or not, egg or rice in it, and whether it goes off at all.
FILLINGS = {
    "poultry raw": ("raw", "part-cooked"),
    "ground meat raw": ("raw", "part-cooked"),
    "hake raw": ("raw",),
    "custard": ("cooked",),
    "rice cooked": ("cooked",),
    "spinach cooked": ("cooked",),
    "jam": ("cooked",),
}
RAW = {"poultry raw", "ground meat raw", "hake raw"}
DRY = {"jam"}
# The limits again, by region, from memory of the guidance docs/models/safety.md names: °C for raw and for reheated,
# minutes warm, minutes warm where the air is over 32 °C, days unbaked raw and cooked in the fridge.
LIMITS = {
    "us": (74, 74, 120, 60, 1, 3),
    "uk": (75, 75, 120, 120, 1, 2),
    "scotland": (75, 82, 120, 120, 1, 2),
    "canada": (74, 74, 120, 60, 1, 2),
    "australia_nz": (75, 75, 120, 120, 1, 2),
}
CLOSINGS = ("gathered", "ball", "envelope", "half_moon", "sticks", "braid", "boat", "well", "pulled_pie", "two_rounds")
EYE_MIN, EYE_C = 2.0, 0.6  # minutes and °C to which a plan is shown
COOLS_MIN = 60.0  # a piece of dough in a fridge is warm for at least so long; common practice, no source


@dataclass(frozen=True)
class Drawn:
    """A bake, its kitchen, and what is in it."""

    bake: dict[str, Any]
    kitchen: dict[str, Any]
    food: str
    state: str
    region: str


def _heat(rng: random.Random, closing: str) -> dict[str, Any]:
    methods = ("oven",) if closing in ("boat", "well", "braid") else ("steam", "oven", "pan")
    method = rng.choice(methods)
    heat: dict[str, Any] = {
        "method": method,
        "rest": "5 min",
        "minutes": rng.choice([None, None, f"{rng.randint(6, 30)} min"]),
    }
    if method == "oven":
        heat |= {"temperature": f"{rng.randint(13, 25) * 10} C", "on": rng.choice(("tray", "rack", "stone"))}
    arrive = rng.choice(("proofed", "proofed", "fridge", "frozen"))
    if arrive != "proofed":
        heat |= {"from": arrive, "cold_for": f"{rng.choice((8, 20, 40, 70, 120))} h"}
    else:
        heat["later_loads"] = rng.choice(("bench", "fridge", "staggered"))
    return heat


def _proof(rng: random.Random) -> dict[str, Any]:
    where = rng.choice(("bench", "oven light", "warm spot", "fridge"))
    if where == "fridge":
        return {
            "to": 1.4,
            "spots": [{"where": "fridge", "for": f"{rng.choice((6, 16, 40, 72))} h"}, {"where": "bench"}],
        }
    if where == "warm spot":
        return {"to": 1.4, "spots": [{"where": "spot", "air": f"{rng.randint(26, 44)} C"}]}
    return {"to": 1.4, "spots": [{"where": "bench"}]}


def drawn(seed: int) -> Drawn:
    """A bake at random: any closing, filling, size, heat, proof and region."""
    rng = random.Random(seed)
    food, closing = rng.choice(list(FILLINGS)), rng.choice(CLOSINGS)
    state, dough = rng.choice(FILLINGS[food]), rng.randint(35, 320)
    filling = max(8, round(dough * rng.uniform(0.3, 1.1)))
    bake = {
        "format": "airycrumb-bake",
        "version": 1,
        "name": "drawn",
        "pieces": rng.randint(1, 24),
        "dough_per_piece": f"{dough} g",
        "filling_per_piece": f"{filling} g",
        "closing": closing,
        "dough": {"ingredients": DOUGH, "leavening": "yeast"},
        "rise": {"to": 2.0},
        "filling": {
            "name": food,
            "ingredients": [{"use": food, "amount": "500 g"}],
            "state": state,
            "temperature": f"{rng.choice((5, 8, 18))} C",
            "hands_on": f"{rng.choice((10, 25, 40))} min",
            "cooling": "0 min" if state == "raw" else f"{rng.choice((30, 60, 120))} min",
            "vessel": rng.choice(("tray", "box", "bowl")),
        },
        "proof": _proof(rng),
        "heat": _heat(rng, closing),
    }
    region = rng.choice(list(LIMITS))
    kitchen = {**plain_kitchen(), "food_safety_region": region, "room": f"{rng.randint(16, 34)} C"}
    return Drawn(bake, kitchen, food, state, region)


def _hours(s: Sheet) -> dict[str, datetime]:
    return {step.key: step.start for step in s.day.steps}


def _warm_min(d: Drawn, s: Sheet) -> float:
    """Minutes from the first piece wrapped to the last load in, less what the plan has it in the cold."""
    at = _hours(s)
    last = max(load.into for load in s.loads)
    whole = (last - at["wrap"]).total_seconds() / 60
    heat, proof = d.bake["heat"], d.bake["proof"]["spots"]
    if heat.get("from") in ("fridge", "frozen"):
        whole = (at["hold"] - at["wrap"]).total_seconds() / 60
    elif heat.get("later_loads") in ("fridge", "staggered"):
        before = (at["heat"] - at["wrap"]).total_seconds() / 60
        # What is put into the fridge is warm until it has cooled.
        whole = before if heat["later_loads"] == "staggered" else min(whole, before + COOLS_MIN)
    cold = sum(float(stay["for"].split()[0]) * 60 for stay in proof if stay["where"] == "fridge")
    return whole - cold


def _cold_days(d: Drawn, s: Sheet) -> float:
    """Days from the making of the filling to the last load in, where any of it is spent in the fridge."""
    cold = d.bake["heat"].get("from") == "fridge" or any(x["where"] == "fridge" for x in d.bake["proof"]["spots"])
    if not cold or d.bake["heat"].get("from") == "frozen":
        return 0.0
    at = _hours(s)
    made = min(at.get("filling", at["wrap"]), at["wrap"])
    return (at["heat"] - made).total_seconds() / 86400


def passed(d: Drawn, s: Sheet) -> Iterator[str]:
    """The limits this plan passes."""
    raw_c, cooked_c, warm, warm_hot, raw_days, cooked_days = LIMITS[d.region]
    is_raw = d.food in RAW
    line = raw_c if is_raw else cooked_c
    if d.food == "custard" and d.region == "us":
        line = 71
    if s.heat.core_at_end_c < line - EYE_C:
        yield "cold in the middle"
    if d.food in DRY:
        return
    airs = [float(stay["air"].split()[0]) for stay in d.bake["proof"]["spots"] if "air" in stay]
    hot = any(air > 32 for air in [*airs, float(d.kitchen["room"].split()[0])])
    if _warm_min(d, s) > (warm_hot if hot else warm) + EYE_MIN:
        yield "warm for too long"
    days = 1 if d.food == "rice cooked" and d.region != "us" else raw_days if is_raw else cooked_days
    if d.food == "custard":
        days = 2
    if _cold_days(d, s) > days + 0.01:
        yield "kept for too long"


STOPS = {
    "cold in the middle": ("never_hot", "time_short"),
    "warm for too long": ("stands_warm",),
    "kept for too long": ("kept_too_long",),
}


def unsaid(seed: int) -> tuple[str, list[str], list[str]]:
    """Of one bake: what became of it, limits passed that it says as a stop, and limits it does not."""
    d = drawn(seed)
    try:
        s = work(read_bake(d.bake), read_kitchen(d.kitchen), [], now=NOON)
    except InputError:
        return "refused", [], []
    stops = {x.code for x in s.doubts if x.severity == "stop"}
    found = list(passed(d, s))
    quiet = [limit for limit in found if not any(code.startswith(STOPS[limit]) for code in stops)]
    return "worked", [limit for limit in found if limit not in quiet], quiet


def main() -> int:
    """Draw them, count, and name each that is quietly unsafe."""
    counts: Counter[str] = Counter()
    quiet = 0
    with ProcessPoolExecutor(2) as pool:
        for seed, (became, said, unsaid_here) in enumerate(pool.map(unsaid, range(COUNT), chunksize=AT_ONCE)):
            counts.update([became, *said])
            quiet += bool(unsaid_here)
            if unsaid_here:
                print(f"seed {seed}: {', '.join(unsaid_here)}, and no stop", flush=True)
    print(
        f"{counts['worked']} bakes worked, {counts['refused']} refused; stops: "
        + ", ".join(f"{limit} {counts[limit]}" for limit in STOPS)
        + f"; quietly unsafe: {quiet}"
    )
    return 1 if quiet else 0


if __name__ == "__main__":
    sys.exit(main())
