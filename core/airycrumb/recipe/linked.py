"""Recipes as linked data: schema.org's Recipe in JSON-LD or microdata, alone or inside the source of a page."""

import html
import json
import re
from collections.abc import Iterator
from html.parser import HTMLParser
from typing import Any

from airycrumb.recipe.carried import NAME, carried, carrying, out_of_a_comment
from airycrumb.recipe.tokens import set_of

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


BLOCKS = set_of("p div li ul ol h1 h2 h3 h4 h5 h6 tr table br section article header footer td th dt dd")
UNSEEN = frozenset(("script", "style", "noscript", "template"))
VOID = frozenset(("br", "img", "meta", "input", "hr", "link", "source", "wbr", "area", "col", "embed"))
DEEPEST_PROPERTY = 3
PROPERTIES = ("name", "recipeYield", "recipeIngredient", "ingredients", "recipeInstructions")


class _Page(HTMLParser):
    """The words of a page, a line for each block; and what it marks as a recipe's with microdata."""

    def __init__(self) -> None:
        super().__init__(convert_charrefs=True)
        self.text: list[str] = []
        self.marked: list[tuple[str, list[str]]] = []
        self.open: list[tuple[str, list[str] | None]] = []
        self.gathering: list[list[str]] = []
        self.unseen = 0
        self.is_recipe = False

    def handle_starttag(self, tag: str, attrs: list[tuple[str, str | None]]) -> None:
        """A tag opens: a block breaks the line, a property gathers its words."""
        told = dict(attrs)
        self.is_recipe = self.is_recipe or "schema.org/Recipe" in (told.get("itemtype") or "")
        self.unseen += tag in UNSEEN
        if tag in BLOCKS:
            self._say("\n")
        words: list[str] | None = None
        if self.is_recipe and (name := told.get("itemprop")) in PROPERTIES:
            words = []
            self.marked.append((name, words))
            if told.get("content"):
                words.append(told["content"] or "")
        if tag in VOID:
            return
        self.open.append((tag, words))
        if words is not None:
            self.gathering.append(words)

    def handle_endtag(self, tag: str) -> None:
        """A tag closes, and those left open within it."""
        self.unseen -= tag in UNSEEN and self.unseen > 0
        if tag in BLOCKS:
            self._say("\n")
        if any(tag == other for other, _ in self.open[-40:]):
            self._close(tag)

    def _close(self, tag: str) -> None:
        while self.open:
            closed, words = self.open.pop()
            if words is not None:
                self.gathering.pop()
            if closed == tag:
                return

    def handle_data(self, data: str) -> None:
        """Words of the page."""
        if not self.unseen:
            self._say(re.sub(r"\s+", " ", data))

    def _say(self, words: str) -> None:
        self.text.append(words)
        # A property within a property belongs to both; deeper than that no recipe goes.
        for gathered in self.gathering[-DEEPEST_PROPERTY:]:
            gathered.append(words)


def _lines(words: list[str]) -> list[str]:
    return [line.strip() for line in "".join(words).splitlines() if line.strip()]


def _from_page(page: str) -> str:
    """A page's recipe where it marks one with microdata, else all its words."""
    parser = _Page()
    parser.feed(page)
    told = {
        name: [line for key, words in parser.marked if key == name for line in _lines(words)] for name in PROPERTIES
    }
    ingredients = told["recipeIngredient"] or told["ingredients"]
    if not ingredients:
        return "\n".join(_lines(parser.text))
    made = [f"Makes {told['recipeYield'][0]}"] if told["recipeYield"] else []
    return "\n".join([*told["name"][:1], *made, *ingredients, "Method", *told["recipeInstructions"]])


def unwrapped(text: str) -> tuple[str, dict[str, Any] | None]:
    """The words to read, of the first Recipe of linked data or of a page's source, else as they are; and the bake that
    comes with them, where one does and they are unchanged."""
    start = text.lstrip()[:1]
    blocks = [text] if start in ("{", "[") else _scripts(text)
    for block in blocks:
        for recipe in _recipes(_loaded(block)):
            words, with_it = _as_text(recipe), recipe.get("encoding")
            return words, carried(with_it.get("text"), words) if isinstance(with_it, dict) else None
    if start == "<" and re.search(r"</\w+>", text):
        return _from_page(text), None
    return out_of_a_comment(text)


def linked(
    name: str, pieces: int, lines: list[str], minutes: float, steps: list[str], document: dict[str, Any]
) -> dict[str, Any]:
    """A schema.org Recipe, with the bake itself for whoever reads it back. lines: "450 g bread flour"; minutes: from
    start to table; steps: sentences; document: of the bake."""
    told = {
        "@context": "https://schema.org",
        "@type": "Recipe",
        "name": name,
        "recipeYield": str(pieces),
        "totalTime": f"PT{round(minutes)}M",
        "recipeIngredient": lines,
        "recipeInstructions": [{"@type": "HowToStep", "text": step} for step in steps],
    }
    return told | {
        "encoding": {
            "@type": "MediaObject",
            "name": NAME,
            "encodingFormat": "application/json",
            "text": carrying(document, _as_text(told)),
        }
    }
