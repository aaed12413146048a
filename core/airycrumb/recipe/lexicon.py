"""The names of foods: the pantry's, a kitchen's own, abbreviations of the trade, and four languages besides English."""

import csv
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import cache, lru_cache
from importlib.resources import files

from airycrumb.pantry import Ingredient, Own, shelf
from airycrumb.recipe.tokens import plain, tokens_of

Words = tuple[str, ...]
# How notes shorten what they name; common practice, no source.
SHORT = {
    "idy": "instant yeast",
    "ady": "active dry yeast",
    "inst yeast": "instant yeast",
    "ap flour": "all-purpose flour",
    "apf": "all-purpose flour",
    "ww flour": "wholemeal flour",
    "h2o": "water",
    "evoo": "olive oil",
    "oo": "olive oil",
    "sug": "sugar",
    "mozz": "low-moisture mozzarella",
    "parm": "parmesan",
    "gr beef": "ground beef raw",
    "s&p": "fine salt",
    "veg oil": "oil",
    "choc": "chocolate",
    "evap milk": "evaporated milk",
    "strong": "bread flour",
    "skirt": "beef steak raw",
    "curd": "yoghurt",
    "cheese": "hard cheese",
    "stew": "meat cooked",
    "meat": "ground meat raw",
}
# Plurals whose one is another word.
KEPT_PLURALS = frozenset({"greens", "spices", "leftovers", "chips", "oats", "grits"})


@dataclass(frozen=True)
class Named:
    """A food by one of its names. tongue: "" for English, else es, it, de or fr."""

    item: Ingredient
    name: str
    tongue: str = ""


def name_words(name: str) -> Words:
    """A name's words as they are looked for: folded, without marks but for "%"."""
    return tuple(t.word for t in tokens_of(plain(name)) if t.kind != "mark" or t.text in "%&")


@lru_cache(maxsize=4096)
def singular(word: str) -> str:
    """An English plural's one, as far as its ending tells."""
    if word in KEPT_PLURALS:
        return word
    for ending, instead in (("ies", "y"), ("oes", "o"), ("ves", "f"), ("shes", "sh"), ("ches", "ch"), ("s", "")):
        if word.endswith(ending) and len(word) > len(ending) + 2 and not word.endswith("ss"):
            return word[: -len(ending)] + instead
    return word


def one_of(words: Words) -> Words:
    """The name with its last word made singular."""
    return (*words[:-1], singular(words[-1])) if words else words


def _foreign() -> Iterator[tuple[str, str, str]]:
    """Names in other languages: (name, tongue, key)."""
    text = (files("airycrumb.data") / "tongues.csv").read_text(encoding="utf-8")
    by_name = {item.name: item.key for item in shelf().values()}
    for row in csv.DictReader(text.splitlines()):
        key = row["key"] if row["key"] in shelf() else by_name[row["key"]]
        for tongue in ("es", "it", "de", "fr"):
            for name in filter(None, (row[tongue] or "").split(";")):
                yield name, tongue, key


@cache
def _pantry_names() -> dict[Words, Named]:
    found: dict[Words, Named] = {}
    for item in shelf().values():
        for name in (item.key, item.name, *item.aliases):
            words = name_words(name)
            found.setdefault(words, Named(item, name.lower()))
    for item in shelf().values():
        for name in (item.name, *item.aliases):
            found.setdefault(one_of(name_words(name)), Named(item, name.lower()))
    for name, key in SHORT.items():
        found.setdefault(name_words(name), Named(shelf()[key], name))
    for name, tongue, key in _foreign():
        found.setdefault(name_words(name), Named(shelf()[key], name.lower(), tongue))
    return found


@lru_cache(maxsize=64)
def names(own: Own = ()) -> dict[Words, Named]:
    """Every name by its words; the kitchen's own come first."""
    mine = {name_words(item.name): Named(item, item.name.lower()) for item in own}
    return {**_pantry_names(), **mine} if mine else _pantry_names()


@lru_cache(maxsize=64)
def _longest(own: Own = ()) -> dict[str, int]:
    """Words in the longest name that begins with a word."""
    found: dict[str, int] = {}
    for words in names(own):
        if words:
            found[words[0]] = max(found.get(words[0], 0), len(words))
    return found


@dataclass(frozen=True)
class Hit:
    """A name found among words: which words, and the food."""

    start: int
    end: int
    named: Named


def known(words: Sequence[str], own: Own = ()) -> Named | None:
    """The food these very words name, or name as a plural."""
    every, exact = names(own), tuple(words)
    return every.get(exact) or every.get(one_of(exact))


def hits(words: Sequence[str], own: Own = ()) -> tuple[Hit, ...]:
    """Every name among neighbouring words, longer ones first where they overlap, in their order."""
    return _hits(tuple(words), own)


@lru_cache(maxsize=8192)
def _hits(words: Words, own: Own) -> tuple[Hit, ...]:
    most = _longest(own)
    every = []
    for at, word in enumerate(words):
        for length in range(min(max(most.get(word, 0), most.get(singular(word), 0)), len(words) - at), 0, -1):
            named = known(words[at : at + length], own)
            if named is not None:
                every.append(Hit(at, at + length, named))
                break
    found: list[Hit] = []
    # The longest first, and of equals the last, where the noun is: "chopped dill pickles" are pickles.
    for hit in sorted(every, key=lambda h: (h.start - h.end, -h.start)):
        if all(hit.end <= other.start or hit.start >= other.end for other in found):
            found.append(hit)
    return tuple(sorted(found, key=lambda h: h.start))
