"""Bakes and kitchens for tests, made from the demo files."""

import copy
import json
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

from airycrumb.bake import load_json, read_bake, read_kitchen
from airycrumb.bake.kitchen import Kitchen
from airycrumb.bake.marks import Observation
from airycrumb.sheet import Sheet
from airycrumb.sheet import work as work_sheet
from tests.core.spoken import spoken

ROOT = Path(__file__).resolve().parent.parent.parent
NOON = datetime(2026, 11, 25, 12, 0, tzinfo=UTC)
DEMO_BAKES = sorted((ROOT / "demo" / "bakes").glob("*.json"))


def bake_document(which: str = "beetroot-walnut-buns", /, **changes: Any) -> dict[str, Any]:
    """A demo bake's document, with top-level fields replaced or, for groups, merged."""
    document = load_json((ROOT / "demo" / "bakes" / f"{which}.json").read_text(encoding="utf-8"))
    for key, value in changes.items():
        if isinstance(value, dict) and isinstance(document.get(key), dict):
            document[key] = {**document[key], **value}
        else:
            document[key] = value
    return document


def sponge_document() -> dict[str, Any]:
    """A demo bake on the trade's stiff sponge, 100 g flour : 48 g water : 1 g instant yeast (common practice, no
    source).
    """
    rows = (("bread flour", 100, "sponge"), ("water", 48, "sponge"), ("instant yeast", 1, "sponge"))
    main = (("bread flour", 400, "dough"), ("water", 262, "dough"), ("fine salt", 9, "dough"), ("butter", 30, "late"))
    ingredients = [{"use": u, "amount": f"{g} g", "part": p} for u, g, p in (*rows, *main)]
    return bake_document("hake-fennel-buns", dough={"ingredients": ingredients})


def with_amount(document: dict[str, Any], use: str, amount: str) -> dict[str, Any]:
    """The document with one dough ingredient's amount replaced."""
    changed = copy.deepcopy(document)
    for row in changed["dough"]["ingredients"]:
        if row["use"] == use:
            row["amount"] = amount
    return changed


def kitchen_document(**changes: Any) -> dict[str, Any]:
    """The demo kitchen's document with fields replaced."""
    return {**json.loads((ROOT / "demo" / "kitchen.json").read_text(encoding="utf-8")), **changes}


def kitchen(**changes: Any) -> Kitchen:
    """The demo kitchen, read."""
    return read_kitchen(kitchen_document(**changes))


def raw_sheet(
    document: dict[str, Any] | None = None,
    observations: list[Observation] | None = None,
    now: datetime = NOON,
    **changes: Any,
) -> Sheet:
    """A worked sheet of a bake in the demo kitchen."""
    where = kitchen(**changes)
    bake = read_bake(document or bake_document(), where.habits.own)
    return work_sheet(bake, where, observations or [], now=now)


def sheet(
    document: dict[str, Any] | None = None,
    observations: list[Observation] | None = None,
    now: datetime = NOON,
    **changes: Any,
) -> Sheet:
    """A worked sheet of a bake in the demo kitchen, its messages said."""
    return spoken(raw_sheet(document, observations, now, **changes))  # type: ignore[no-any-return]


def seen(kind: str, stage: str, minutes: float, value: float | None = None, where: str | None = None) -> Observation:
    """An observation so many minutes after noon."""
    return Observation(kind, stage, NOON + timedelta(minutes=minutes), value, where)


def places(value: Any, path: tuple[str | int, ...] = ()) -> Iterator[tuple[str | int, ...]]:
    """Every place in a document but the whole."""
    inner = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    for key, child in inner:
        yield (*path, key)
        yield from places(child, (*path, key))
