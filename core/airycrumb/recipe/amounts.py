"""Amounts as recipes write them: digits, fractions, words, ranges, hedges, and grams in brackets."""

import re
import unicodedata
from dataclasses import dataclass, replace

from airycrumb.data.measures import HEDGES, NUMBER_WORDS, UNIT_WORDS

_NUMBER = r"(?:\d+\s+\d+\s*/\s*\d+|\d+\s*/\s*\d+|\d+(?:[.,]\d+)?)"
_WORDS = "|".join(sorted(NUMBER_WORDS, key=len, reverse=True))
_UNITS = "|".join(re.escape(u) for u in sorted(UNIT_WORDS, key=len, reverse=True))
_HEDGES = "|".join(sorted(HEDGES, key=len, reverse=True))
_QUANTITY = rf"(?:{_NUMBER}|(?:{_WORDS})\b(?:\s+(?:a|an)\b)?)"
AMOUNT = re.compile(
    rf"^\s*(?:(?P<hedge>{_HEDGES})\s+|~\s*)?(?:an?\s+(?P<hedge2>{_HEDGES})\s+)?"
    rf"(?P<low>{_QUANTITY})?(?:\s*(?:-|to|or)\s*(?P<high>{_QUANTITY}))?"
    rf"\s*(?:(?P<hedge3>{_HEDGES})\s+)?(?:(?P<size>small|medium|large|extra[- ]large|big)\s+)?"
    rf"(?:(?P<unit>{_UNITS})(?![a-z])\.?)?",
    re.IGNORECASE,
)
SIZES = {"small": 0.7, "medium": 1.0, "large": 1.35, "big": 1.35, "extra large": 1.5, "extra-large": 1.5}


@dataclass(frozen=True)
class Measure:
    """An amount as written. low, typical, high: the number in `unit`; size: small, large and the like.

    unit: a name of data.measures.UNITS, "" for pieces counted.
    """

    low: float
    typical: float
    high: float
    unit: str
    size: str = ""


def plain(text: str) -> str:
    """The text with one kind of dash, space and fraction: "1½–2 cups" becomes "1 1/2-2 cups"."""
    spread = re.sub(r"(?<=\d)(?=[¼-¾⅐-⅞])", " ", text)
    simple = unicodedata.normalize("NFKC", spread).replace("\u2044", "/")
    simple = re.sub(r"[\u2010-\u2015\u2212]", "-", simple)
    return re.sub(r"\s+", " ", simple.replace("\u2019", "'")).strip()


def number(text: str) -> float:
    """A written number: "1 1/2", "3/4", "0,5", "half", "two". ValueError for a division by nothing."""
    words = text.lower().split()
    if words[0] in NUMBER_WORDS:
        return NUMBER_WORDS[words[0]]
    whole, _, part = text.replace(" / ", "/").replace(",", ".").rpartition(" ")
    top, _, bottom = part.partition("/")
    fraction = float(top) / float(bottom) if bottom and float(bottom) else float(top)
    return (float(whole) if whole.strip() else 0.0) + fraction


def read_amount(text: str) -> tuple[Measure | None, str]:
    """The amount a plain text begins with, and what follows it; None where it begins with none.

    "3 x 400 g" is 1200 g, "2 dozen" 24 pieces, "1 lb 2 oz" 18 oz.
    """
    if times := TIMES.match(text):
        measure, rest = _single(text[times.end() :])
        return (None, text) if measure is None else (_times(measure, number(times[1])), rest)
    measure, rest = _single(text)
    if measure is None:
        return None, text
    if dozen := re.match(r"^dozens?\b\s*", rest, re.IGNORECASE):
        return _times(measure, 12.0), rest[dozen.end() :]
    follows, after = _single(rest)
    if measure.unit in SMALLER and follows and follows.unit == SMALLER[measure.unit][0]:
        larger = _times(measure, SMALLER[measure.unit][1])
        ends = ("low", "typical", "high")
        summed = {end: getattr(larger, end) + getattr(follows, end) for end in ends}
        return replace(follows, **summed), after
    return measure, rest


TIMES = re.compile(r"^\s*(\d+)\s*[x×]\s*(?=\d)", re.IGNORECASE)
SMALLER = {"kg": ("g", 1000.0), "lb": ("oz", 16.0)}


def _times(measure: Measure, times: float) -> Measure:
    return replace(measure, low=measure.low * times, typical=measure.typical * times, high=measure.high * times)


def _single(text: str) -> tuple[Measure | None, str]:
    match = AMOUNT.match(text)
    if match is None or (match["low"] is None and match["unit"] is None):
        return None, text
    unit_word = match["unit"] or ""
    # A bare word such as "clove" or "can" is an ingredient, not one of something.
    if match["low"] is None and not (match["hedge2"] or UNIT_WORDS.get(unit_word.lower()) in ("pinch", "handful")):
        return None, text
    unit = _unit(unit_word)
    low = number(match["low"]) if match["low"] else 1.0
    high = number(match["high"]) if match["high"] else low
    # "2-1/2 cups" is a mixed number and no range.
    if match["high"] and "/" in match["high"] and high < 1 <= low:
        low = high = low + high
    low, high = min(low, high), max(low, high)
    hedges = tuple(match[h].lower() for h in ("hedge", "hedge2", "hedge3") if match[h])
    size = (match["size"] or "").lower()
    rest = re.sub(r"^\s*(?:of\s+)?", "", text[match.end() :])
    return hedged(Measure(low, (low + high) / 2, high, unit, size), hedges), rest


def _unit(word: str) -> str:
    # A capital T is a tablespoon, a small t a teaspoon: the one place where case is meaning.
    if word in ("T", "t"):
        return "tbsp" if word == "T" else "tsp"
    return UNIT_WORDS.get(word.lower(), "")


def hedged(measure: Measure, hedges: tuple[str, ...]) -> Measure:
    """The measure widened or moved by "about", "heaped", "scant" and the like."""
    for hedge in hedges:
        low, typical, high = HEDGES[hedge]
        measure = replace(measure, low=measure.low * low, typical=measure.typical * typical, high=measure.high * high)
    return measure
