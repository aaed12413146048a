"""What a method says of one filling's pieces alone: how they are closed, how much dough they take, how they are
heated."""

import re
from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any

from airycrumb.recipe.closing import closing_of
from airycrumb.recipe.heat_said import OVEN, first, heat_of, said_of
from airycrumb.recipe.numbers import sentences, tokens_in
from airycrumb.recipe.outside import SHAPED
from airycrumb.recipe.reading import Reading
from airycrumb.recipe.shares import stems
from airycrumb.words import Message, say, verbatim

BY_NUMBER = re.compile(r"\bfilling (\d)\b", re.IGNORECASE)


@dataclass(frozen=True)
class Apart:
    """A reading's sentences that speak of one filling alone, by its part; parts: in the order of the recipe."""

    reading: Reading
    parts: list[str]
    told: Mapping[str, list[str]]

    def only(self, part: str) -> Reading:
        """The reading with what is said of this filling alone."""
        return self._with(set(self.told[part]))

    def of(self, part: str) -> Reading:
        """The reading without what is said of another filling alone."""
        others = {text for other, texts in self.told.items() if other != part for text in texts}
        return self._with(set(sentences(self.reading.method)) - others) if others else self.reading

    def heated(self, part: str) -> Reading:
        """What is said of this filling's pieces alone once pieces are shaped: before that it is the filling that is
        baked or steamed."""
        told = sentences(self.reading.method)
        shaped = next((at for at, text in enumerate(told) if SHAPED & {t.word for t in tokens_in(text)}), len(told))
        return self._with(set(self.told[part]) & set(told[shaped + 1 :]))

    def _with(self, kept: set[str]) -> Reading:
        method = "\n".join(one for one in sentences(self.reading.method) if one in kept)
        elsewhere = set(sentences(self.reading.method)) - kept
        return replace(self.reading, method=method, said=[s for s in self.reading.said if s.text not in elsewhere])


def told_apart(reading: Reading, words: Mapping[str, frozenset[str]]) -> Apart:
    """Sorts a method's sentences. words: of each filling, by its part, those no other has."""
    parts = list(words)
    told: dict[str, list[str]] = {part: [] for part in parts}
    for text in sentences(reading.method):
        numbers = {int(n) for n in BY_NUMBER.findall(text)}
        numbered = [part for at, part in enumerate(parts, start=1) if at in numbers]
        meant = numbered or [part for part, own in words.items() if own & stems(text)]
        if len(meant) == 1:
            told[meant[0]].append(text)
    return Apart(reading, parts, told)


def own_settings(apart: Apart, part: str, lead: Mapping[str, Any], name: str, assumed: list[Message]) -> dict[str, Any]:
    """The fields of a group that its own sentences set otherwise than the first group's. lead: closing and heat."""
    mine = apart.only(part)
    closing, each = closing_of("", mine.method), first(mine.said, "each_g")
    found: dict[str, Any] = {}
    if closing and closing != lead["closing"]:
        found["closing"] = closing
    if each:
        found["dough_per_piece"] = f"{each.typical:.0f} g"
    heated = apart.heated(part)
    if _heats(heated) and (heat := heat_of(heated, [])) != lead["heat"]:
        found["heat"] = heat
    if found:
        words = verbatim(" ".join(apart.told[part])[:120])
        assumed.append(say("Of the pieces with {filling} alone: “{words}”", filling=verbatim(name), words=words))
    return found


def _heats(mine: Reading) -> bool:
    """Whether a time or a temperature of a heat is said."""
    return bool(said_of(mine.said, "minutes", "bake", "steam", "fry") or said_of(mine.said, "temperature", *OVEN[:2]))
