"""Everything the core says of a fixed set of bakes, as digests: a change of any figure or word anywhere is seen.

A digest says nothing of what is right: other tests do. It says that something is no longer as it was, so that a change
which was meant can be told from one that was not. `make figures` renews them; `--show CASE` prints the figures
themselves, for two checkouts to be compared.
"""

import dataclasses
import enum
import hashlib
import json
from collections.abc import Callable, Iterator
from datetime import datetime, timedelta
from functools import cache
from pathlib import Path
from typing import Any

import numpy as np

from airycrumb.bake import read_bake
from airycrumb.bake.edits import Change, edited
from airycrumb.bake.marks import Observation
from airycrumb.learning.finish import finish
from airycrumb.learning.simulated_cook import simulated_batch
from airycrumb.learning.train_the_eye import question
from airycrumb.learning.write_back import after_lesson
from airycrumb.plan.context import Context, Heard, RoomReading
from airycrumb.recipe import read_recipe, to_bake
from airycrumb.sheet import work
from airycrumb.stations.enclose import CLOSINGS
from airycrumb.whatif.rise import away, late_by, ready_at, rise_of
from airycrumb.whatif.wrapper import solve
from airycrumb.words import Message, Quantity
from tests.core.examples import DEMO_BAKES, NOON, bake_document, kitchen, kitchen_document, seen, sponge_document
from tests.core.test_closings import PIECES
from tests.core.test_recipe import CUPS, SOUND

KEPT = Path(__file__).with_suffix(".json")
DIGITS = 4  # significant: what another machine's arithmetic may differ by lies far below
HAKE = "hake-fennel-buns"
OVEN = {"method": "oven", "temperature": "190 C"}
DAY = [{"at": "06:00", "room": "16 C"}, {"at": "15:00", "room": "24 C"}, {"at": "22:00", "room": "19 C"}]
HEATS: dict[str, dict[str, Any]] = {
    "stone, lid, steam, fan": {**OVEN, "on": "stone", "lid": "6 min", "steam_pan": True, "fan": True, "wash": "egg"},
    "rack, low, hard crust": {**OVEN, "temperature": "220 C", "on": "rack", "shelf": "lower", "crust": "hard"},
    "too cool": {**OVEN, "temperature": "120 C", "minutes": "20 min"},
    "too hot": {**OVEN, "temperature": "260 C"},
    "frozen": {**OVEN, "from": "frozen", "cold_for": "48 h"},
    "fridge, steamed": {"method": "steam", "from": "fridge", "fire": "high", "covered": False},
    "pan, dry": {"method": "pan", "fire": "gentle"},
    "pan, seared": {"method": "pan", "seared": True, "fire": "high"},
}
LIVE = [
    seen("started", "weigh", 0),
    seen("water_left", "weigh", 18, 12.0),
    seen("done", "weigh", 20),
    seen("dough_temperature", "rise", 21, 24.5),
    seen("risen", "rise", 70, 0.45),
    seen("poke", "rise", 80, 1.0),
    seen("moved", "rise", 85, None, "oven light"),
    seen("done", "rise", 140),
    seen("piece", "divide", 142, 66.0),
    seen("piece", "divide", 143, 55.0),
    seen("piece", "divide", 144, 62.0),
]
HEATING = [
    *LIVE,
    seen("filling_weight", "filling", 130, 400.0, "1"),
    seen("done", "divide", 160),
    seen("done", "wrap", 185),
    seen("done", "proof", 225),
]
RECIPES = {
    "plain list": "Hill buns\n500 g strong flour\n320 ml milk\n7 g instant yeast\n1 tsp salt\n40 g butter\nFilling\n"
    "400 g cooked mushrooms\n2 tbsp soy sauce\nMethod\nKnead 10 minutes by machine. Rise 90 minutes. Divide into 12, "
    "roll to 12 cm and fill. Proof 20 minutes. Bake at 200 C for 25 minutes.",
    "seven fillings": "Seven\n900 g flour\n600 g water\n9 g instant yeast\n15 g salt\n"
    + "".join(
        f"{name} filling:\n90 g {name}\n" for name in ("leek", "kale", "potato", "onion", "pear", "beef", "spinach")
    ),
    "cups": CUPS,
    "sound": SOUND,
    "hot and short": SOUND.replace("Method\n", "Method\nWarm the milk to 65 C. Let the dough rise 20 minutes. "),
    "made too much": SOUND.replace("Makes", "Makes 40 of 90 g; makes"),
}


def _bakes() -> Iterator[tuple[str, dict[str, Any], dict[str, Any]]]:
    """Name, bake document and what differs in the kitchen."""
    for path in DEMO_BAKES:
        yield path.stem, json.loads(path.read_text(encoding="utf-8")), {}
    for name, heat in HEATS.items():
        yield f"heat: {name}", bake_document(HAKE, heat=heat), {}
    for key in CLOSINGS:
        dough, filling = PIECES.get(key, (62, 40))
        size = {"dough_per_piece": f"{dough} g", "filling_per_piece": f"{max(filling, 5)} g"}
        yield f"closing: {key}", bake_document(closing=key, heat=OVEN, **size), {}
    yield "braids in baskets", bake_document("kale-potato-braids", heat={"method": "steam"}), {}
    yield "sponge", sponge_document(), {}
    yield "high and by the hour", bake_document(plan={"eat_at": "09:00"}), {"altitude": "1600 m", "room_day": DAY}
    yield "two loads, US", bake_document(HAKE, pieces=60), {"food_safety_region": "us"}
    yield "held, eaten by many", bake_document(pin={"by": "flour", "amount": "900 g", "gives_way": "pieces"}), {}
    yield "crowd", bake_document(eaters={"count": 7, "each": 5}), {"board": "20 cm"}
    slips = {"water": "900 g", "fine salt": "40 g", "instant yeast": "30 g", "sugar": "90 g"}
    slipped = bake_document()
    for i, row in enumerate(slipped["dough"]["ingredients"]):
        slipped = edited(slipped, [Change(["dough", "ingredients", i, "amount"], slips.get(row["use"], row["amount"]))])
    yield "slips", {**slipped, "filling": {**slipped["filling"], "temperature": "40 C", "cooling": "5 min"}}, {}
    learned = {"vigour": {"mean": 0.3, "variance": 0.01, "bakes": 9}, "oven_truth": {"off_c": -15, "bakes": 3}}
    yield "a kitchen that has learned", bake_document(HAKE, heat=OVEN), learned


def _sheets() -> Iterator[tuple[str, Callable[[], Any]]]:
    for name, document, more in _bakes():
        yield name, lambda d=document, m=more: work(read_bake(d), kitchen(**m), now=NOON)  # type: ignore[misc]
    for name, text in RECIPES.items():
        yield f"recipe: {name}", lambda t=text: _read(t)  # type: ignore[misc]
    later = lambda minutes: NOON + timedelta(minutes=minutes)
    yield "under way", lambda: work(read_bake(bake_document()), kitchen(), LIVE, now=later(150))
    heard = [RoomReading(later(225 + m), c) for m, c in ((1, 12.0), (4, 31.0), (8, 55.0), (11, 66.0))]
    yield (
        "in the heat",
        lambda: work(read_bake(bake_document()), kitchen(), HEATING, now=later(237), heard=Heard(probe=tuple(heard))),
    )


def _answers() -> Iterator[tuple[str, Callable[[], Any]]]:
    bake, home = read_bake(bake_document()), kitchen()
    rise = rise_of(Context.here(bake, home, (), NOON), NOON + timedelta(minutes=25))
    yield "ready at", lambda: {"earlier": ready_at(rise, _at(75)), "later": ready_at(rise, _at(420))}
    yield "away and late", lambda: {"away": away(rise, 300), "late": late_by(rise, 60)}
    sheet = work(bake, home, now=NOON)
    for by, value in (("across", 140.0), ("thickness", 4.0), ("filling", 55.0), ("fits", 9.0)):
        yield f"wrapper by {by}", lambda b=by, v=value: solve(bake, home, sheet, 0, b, v)  # type: ignore[misc]
    yield "questions for the eye", lambda: [question(seed) for seed in range(24)]
    for name, troubles in (("good", []), ("poor", ["gummy", "pale", "burst", "dense", "uneven", "wrinkled"])):
        for which, heat in (("steamed", {}), ("baked", {"heat": OVEN})):
            yield f"{name}, {which}", lambda t=troubles, h=heat: _lesson(t, h)  # type: ignore[misc]


def _at(minutes: float) -> datetime:
    return NOON + timedelta(minutes=minutes)


def _read(text: str) -> dict[str, Any]:
    reading = read_recipe(text)
    draft = to_bake(reading)
    return {"reading": reading, "draft": draft, "sheet": work(read_bake(draft.document), kitchen(), now=NOON)}


def _lesson(troubles: list[str], changes: dict[str, Any]) -> dict[str, Any]:
    bake = read_bake(bake_document(HAKE, **changes))
    marks: list[Observation] = simulated_batch(bake, kitchen(), NOON, -0.3, seed=4)
    learned = finish(bake, kitchen(), marks, troubles, now=marks[-1].at)
    return {"lesson": learned, "kitchen": after_lesson(kitchen_document(), learned, "gathered")}


def flat(value: Any, path: str = "") -> Iterator[str]:
    """Every figure and word of an answer, one a line, numbers to a few digits."""
    if isinstance(value, Message):
        yield f"{path} {value}"
    elif isinstance(value, np.ndarray):
        yield from flat(value.tolist(), path)
    elif isinstance(value, float):
        yield f"{path} {value:.{DIGITS}g}"
    elif isinstance(value, Quantity) or not _inside(value):
        yield f"{path} {value}"
    else:
        for name, inner in _inside(value):
            yield from flat(inner, f"{path}.{name}")


def _inside(value: Any) -> list[tuple[str, Any]]:
    if dataclasses.is_dataclass(value) and not isinstance(value, type | enum.Enum):
        return [(f.name, getattr(value, f.name)) for f in dataclasses.fields(value)]
    if isinstance(value, dict):
        return [(str(k), v) for k, v in sorted(value.items(), key=lambda pair: str(pair[0]))]
    if isinstance(value, list | tuple):
        return [(str(i), v) for i, v in enumerate(value)]
    return []


def cases() -> dict[str, Callable[[], Any]]:
    """Every case by its name, not yet worked."""
    return dict([*_sheets(), *_answers()])


def _digest(value: Any) -> str:
    return hashlib.sha256("\n".join(flat(value)).encode()).hexdigest()[:12]


def digests(value: Any) -> dict[str, str]:
    """A digest for each part of an answer."""
    return {name: _digest(inner) for name, inner in _inside(value)}


@cache
def kept() -> dict[str, dict[str, str]]:
    """The digests as they were last meant."""
    return dict(json.loads(KEPT.read_text(encoding="utf-8")))
