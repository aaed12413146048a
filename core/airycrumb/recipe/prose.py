"""Ingredients told in sentences: "Mix 500 g flour with 320 g water and knead for ten minutes."."""

import re
from collections.abc import Iterator, Sequence

from airycrumb.memo import in_time
from airycrumb.pantry import Own
from airycrumb.recipe.amounts import Measure, measure_at
from airycrumb.recipe.lexicon import Hit, hits
from airycrumb.recipe.parts_of_line import ASIDE, Given, Thing
from airycrumb.recipe.tokens import Token, plain, tokens_of

INSIDE = re.compile(
    r"\b(?:filling|stuffing|stuff|inside|fill (?:with|them|each)|for the (?:onions|meat|cheese|topping))\b",
    re.IGNORECASE,
)
OUTSIDE = re.compile(r"\bdough\b|\bknead\b|\bflour\b", re.IGNORECASE)
BRUSHED = re.compile(r"\bbrush\w*\b|\begg ?wash\b", re.IGNORECASE)
MEANWHILE = re.compile(r"^\W*(?:meanwhile|while (?:it|the dough)|in the meantime)\b", re.IGNORECASE)
WHOLE = ("vegetable", "fruit", "egg")
BETWEEN = 4  # words between an amount and the food it is of


def _measured(tokens: Sequence[Token], at: int) -> tuple[Measure, int] | None:
    """An amount of food that begins at a token: none of minutes, degrees or centimetres."""
    read = measure_at(tokens, at)
    if read is None:
        return None
    measure, after = read
    if not measure.unit and after < len(tokens) and tokens[after].word in ASIDE:
        return None
    return read


def _named_after(tokens: Sequence[Token], at: int, own: Own) -> Hit | None:
    """The food named within a few words behind an amount, before any mark or number."""
    end = at
    while end < len(tokens) and tokens[end].kind == "word" and end - at < BETWEEN + 4:
        end += 1
    found = hits([t.word for t in tokens[at:end]], own)
    return next((hit for hit in found if hit.start <= BETWEEN), None)


def things_told(sentence: str, own: Own = ()) -> Iterator[Thing]:
    """The things a sentence gives an amount of."""
    tokens, at = tokens_of(plain(sentence)), 0
    while at < len(tokens):
        in_time()
        read = _measured(tokens, at)
        if read is None or not _counts(tokens, at, read, own):
            at += 1
            continue
        measure, after = read
        hit = _named_after(tokens, after, own)
        if hit is None or not (measure.unit or _counted(hit, measure)):
            at = after
            continue
        words = [t.word for t in tokens[after : after + hit.end]]
        yield Thing([Given(measure)], words, _notes(tokens, after + hit.end), known=True)
        at = after + hit.end


def _counts(tokens: Sequence[Token], at: int, read: tuple[Measure, int], own: Own) -> bool:
    """Whether what was read is an amount: "a" alone is one only of a whole food."""
    article = tokens[at].word in ("a", "an") and not read[0].unit
    return not article or _one_whole(tokens, read[1], own)


def _one_whole(tokens: Sequence[Token], at: int, own: Own) -> bool:
    """Whether "a" counts one of a food: "a grated apple, a chopped onion", and no egg wash or apple corer."""
    hit = _named_after(tokens, at, own)
    if hit is None or hit.start > 1 or hit.named.item.role not in WHOLE or hit.named.item.piece_g is None:
        return False
    behind = tokens[at + hit.end] if at + hit.end < len(tokens) else None
    return behind is None or behind.kind == "mark" or behind.word in ("and", "into", "to", "with", "over", "in", "or")


def _notes(tokens: Sequence[Token], at: int) -> list[str]:
    """The words behind a food up to the next mark."""
    found: list[str] = []
    while at < len(tokens) and tokens[at].kind == "word" and len(found) < BETWEEN:
        found.append(tokens[at].word)
        at += 1
    return found


def _counted(hit: Hit, measure: Measure) -> bool:
    """Whether a bare number may count this food: an egg, an onion; it is never one flour."""
    return hit.named.item.piece_g is not None and measure.typical <= 24


def brushed_on(sentence: str, own: Own = ()) -> Thing | None:
    """What a sentence brushes the pieces with, where it gives no amount of it."""
    found = BRUSHED.search(sentence)
    if found is None:
        return None
    words = [t.word for t in tokens_of(plain(sentence[found.start() :])) if t.kind == "word"][1:8]
    hit = next(iter(hits(words, own)), None)
    return None if hit is None else Thing([], list(words[hit.start : hit.end]), known=True)


class Cursor:
    """Which part a sentence of a method is about: the dough until a filling is spoken of, and the dough again where a
    sentence says so."""

    def __init__(self) -> None:
        self.part = "dough"

    def of(self, sentence: str) -> str:
        """The part of a sentence."""
        if BRUSHED.search(sentence):
            return "wash"
        if INSIDE.search(sentence) or (
            MEANWHILE.match(sentence) and not OUTSIDE.search(sentence.partition(",")[2] or sentence[20:])
        ):
            self.part = "filling"
        return self.part
