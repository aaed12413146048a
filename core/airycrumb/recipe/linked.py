"""Recipes as linked data: schema.org's Recipe in JSON-LD, alone or inside the source of a page."""

import html
import json
import re
from collections.abc import Iterator
from typing import Any

KIND = "application/ld+json"
TAG = re.compile(r"<[^<>]+>")
DEEPEST = 12


def _recipes(value: Any, depth: int = 0) -> Iterator[dict[str, Any]]:
    """Every Recipe in a linked-data value, wherever it is nested."""
    if depth > DEEPEST:
        return
    if isinstance(value, list):
        for inner in value:
            yield from _recipes(inner, depth + 1)
    elif isinstance(value, dict):
        kinds = value.get("@type", "")
        if "Recipe" in (kinds if isinstance(kinds, list) else [kinds]):
            yield value
        for key in ("@graph", "mainEntity", "itemListElement", "item"):
            yield from _recipes(value.get(key), depth + 1)


def _plain(value: Any) -> str:
    return html.unescape(TAG.sub(" ", str(value))).strip()


def _steps(value: Any, depth: int = 0) -> Iterator[str]:
    """The sentences of recipeInstructions: a text, a list, HowToStep or HowToSection."""
    if depth > DEEPEST or value is None:
        return
    if isinstance(value, str):
        yield from (_plain(line) for line in value.splitlines())
    elif isinstance(value, list):
        for inner in value:
            yield from _steps(inner, depth + 1)
    elif isinstance(value, dict):
        yield from _steps(value.get("text") or value.get("itemListElement") or value.get("name"), depth + 1)


def _as_text(recipe: dict[str, Any]) -> str:
    made = recipe.get("recipeYield")
    made = made[0] if isinstance(made, list) and made else made
    ingredients = recipe.get("recipeIngredient") or recipe.get("ingredients") or []
    lines = [ingredients] if isinstance(ingredients, str) else [_plain(line) for line in ingredients]
    top = [_plain(recipe.get("name") or ""), f"Makes {_plain(made)}" if made else ""]
    return "\n".join([*top, *lines, "Method", *_steps(recipe.get("recipeInstructions"))])


def _scripts(page: str) -> Iterator[str]:
    """What stands in a page's linked-data scripts. By plain searching: a hostile page must not cost more than its
    length.
    """
    lower, at = page.lower(), 0
    while (kind := lower.find(KIND, at)) >= 0:
        begin, end = page.find(">", kind), lower.find("</script", kind)
        if begin < 0 or end < 0:
            return
        yield page[begin + 1 : end]
        at = end


def _loaded(text: str) -> Any:
    try:
        return json.loads(text)
    except (ValueError, RecursionError):
        return None


def as_plain_text(text: str) -> str:
    """The text to read: the first Recipe of linked data or of a page's source, else the text itself."""
    start = text.lstrip()[:1]
    blocks = [text] if start in ("{", "[") else _scripts(text)
    for block in blocks:
        for recipe in _recipes(_loaded(block)):
            return _as_text(recipe)
    return text


def linked(name: str, pieces: int, lines: list[str], minutes: float, steps: list[str]) -> dict[str, Any]:
    """A schema.org Recipe. lines: "450 g bread flour"; minutes: from start to table; steps: sentences."""
    return {
        "@context": "https://schema.org",
        "@type": "Recipe",
        "name": name,
        "recipeYield": str(pieces),
        "totalTime": f"PT{round(minutes)}M",
        "recipeIngredient": lines,
        "recipeInstructions": [{"@type": "HowToStep", "text": step} for step in steps],
    }
