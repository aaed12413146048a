"""Answers of the API with every sentence written out in English and metric units, so that a test can read them."""

import json
from functools import cache
from pathlib import Path
from typing import Any

from airycrumb.words.message import text_of_pieces

CONTRACT = Path(__file__).resolve().parents[2] / "server" / "openapi.json"
SAID = "#/components/schemas/Said"


def _refers(schema: Any) -> bool:
    return isinstance(schema, dict) and (
        schema.get("$ref") == SAID or any(_refers(one) for one in schema.get("anyOf", ()))
    )


@cache
def said_fields() -> tuple[frozenset[str], frozenset[str]]:
    """Names of the contract's fields that hold a sentence, and of those that hold several."""
    schemas = json.loads(CONTRACT.read_text(encoding="utf-8"))["components"]["schemas"]
    rows = [(name, p) for s in schemas.values() for name, p in s.get("properties", {}).items()]
    several = {name for name, p in rows if _refers(p.get("items"))}
    return frozenset({name for name, p in rows if _refers(p)} - several), frozenset(several)


def plain(value: Any, name: str = "") -> Any:
    """The answer with its sentences as texts. name: of the field it stands in."""
    one, several = said_fields()
    if isinstance(value, list) and name in one:
        return text_of_pieces(value)
    if isinstance(value, list) and name in several and all(isinstance(v, list) for v in value):
        return [text_of_pieces(v) for v in value]
    if isinstance(value, list):
        return [plain(v) for v in value]
    return {k: plain(v, k) for k, v in value.items()} if isinstance(value, dict) else value
