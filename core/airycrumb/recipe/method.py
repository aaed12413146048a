"""What a recipe's method says: temperatures, times, counts, weights, thicknesses, diameters."""

import re
from dataclasses import dataclass

from airycrumb.quantities import Band
from airycrumb.recipe.tokens import plain

# A number begins where its digits do and gives none back: a pasted run of digits costs its length, not its cube.
_N = r"(?<!\d)(\d++(?:[.,]\d++)?(?:\s+\d++\s*/\s*\d++)?|\d++\s*/\s*\d++)"
_RANGE = rf"{_N}(?:\s*(?:-|to|or)\s*{_N})?"
TEMPERATURE = re.compile(rf"{_RANGE}\s*(?:°|º|degrees?|deg\.?)?\s*(C|F|celsius|fahrenheit)\b", re.IGNORECASE)
TIME = re.compile(rf"{_RANGE}\s*(minutes?|mins?|hours?|hrs?|h)\b", re.IGNORECASE)
WORD_TIME = re.compile(r"\b(half an hour|an hour and a half|an hour|overnight)\b", re.IGNORECASE)
LENGTH = re.compile(rf"{_RANGE}\s*-?\s*(mm|cm|inch(?:es)?|in\b|\")", re.IGNORECASE)
COUNT = re.compile(
    r"(?:into|makes?|form|shape|yields?:?)\s+(?:about\s+)?(\d{1,3})(?![\d.,/])"
    # "into 5-inch circles" and "into 60 g pieces" count nothing.
    r"(?!\s*-?\s*(?:to\s|-|\d|mm|cm|in\b|inch|\"|g\b|grams?|oz|ounces?|ml|cups?|tbsp|tsp|min|hours?|h\b|°|%))",
    re.IGNORECASE,
)
EACH = re.compile(
    rf"{_RANGE}\s*(g|grams?|oz|ounces?)\s*(?:each|a piece|apiece|pieces?|balls?|portions?)", re.IGNORECASE
)
MASSES = {"g": 1.0, "o": 28.349523125}
STEPS = (
    ("preheat", r"\bpre-?heat"),
    ("bake", r"\bbak(?:e|ing)\b|\boven\b"),
    ("steam", r"\bsteam"),
    ("fry", r"\bfr(?:y|ied)\b|\bpan\b|\bskillet\b"),
    ("proof", r"\b(?:second|final|last)\s+(?:rise|proof|prove)|\bproof\b|\bprove\b|rise again|shaped"),
    ("rise", r"\brise\b|\brising\b|\bdoubled?\b|\bferment"),
    ("rest", r"\brest\b|\bcool\b"),
    ("knead", r"\bknead"),
    ("yeast", r"\byeast\b"),
)


def number(text: str) -> float:
    """A written number: "1 1/2", "3/4", "0,5"."""
    whole, _, part = text.replace(" / ", "/").replace(",", ".").rpartition(" ")
    top, _, bottom = part.partition("/")
    fraction = float(top) / float(bottom) if bottom and float(bottom) else float(top)
    return (float(whole) if whole.strip() else 0.0) + fraction


@dataclass(frozen=True)
class Said:
    """Something a recipe says. step: what it is about; what: temperature, minutes, pieces, each_g, thick_mm
    or across_mm; value in °C, min, pieces, g or mm; text: the sentence it stands in."""

    step: str
    what: str
    value: Band
    text: str


def _band(low: str, high: str | None, size: float = 1.0, offset: float = 0.0) -> Band:
    first = number(low)
    last = number(high) if high else first
    a, b = sorted(((first - offset) * size, (last - offset) * size))
    return Band(a, (a + b) / 2, b)


def step_of(sentence: str) -> str:
    """What a sentence of a method is about: the first of the steps it names, "" for none."""
    return next((name for name, words in STEPS if re.search(words, sentence, re.IGNORECASE)), "")


def _temperatures(sentence: str) -> list[tuple[str, Band]]:
    found = []
    for low, high, unit in TEMPERATURE.findall(sentence):
        fahrenheit = unit[0].upper() == "F"
        found.append((unit[0].upper(), _band(low, high, 1 / 1.8 if fahrenheit else 1.0, 32.0 if fahrenheit else 0.0)))
    # "375 F (190 C)" is one temperature said twice: Celsius is kept.
    celsius = [f for f in found if f[0] == "C"]
    return celsius or found


def _times(sentence: str) -> list[Band]:
    found = [_band(a, b, 60.0 if unit[0].lower() == "h" else 1.0) for a, b, unit in TIME.findall(sentence)]
    words = {"half an hour": 30.0, "an hour and a half": 90.0, "an hour": 60.0, "overnight": 600.0}
    return found + [Band(m, m, m) for w in WORD_TIME.findall(sentence) for m in [words[w.lower()]]]


def _lengths(sentence: str) -> list[tuple[str, Band]]:
    found = []
    for hit in LENGTH.finditer(sentence):
        size = {"m": 1.0, "c": 10.0}.get(hit[3][0].lower(), 25.4)
        after, before = sentence[hit.end() : hit.end() + 8].lower(), sentence[: hit.start()].lower()
        thick = "thick" in after or before.rstrip().endswith(("thickness of", "thick"))
        found.append(("thick_mm" if thick else "across_mm", _band(hit[1], hit[2], size)))
    return found


LONGEST_SENTENCE = 400  # characters; what is longer is no sentence of a method


def sentences(method: str) -> list[str]:
    """A method's sentences: they end at a full stop, a semicolon or a line."""
    found = (plain(one[:LONGEST_SENTENCE]) for one in re.split(r"(?<=[.;!])\s+(?=\D)|\n", method))
    return [one for one in found if one]


def said_in(method: str) -> list[Said]:
    """Everything a method says in numbers, in its order."""
    found: list[Said] = []
    for sentence in sentences(method):
        step = step_of(sentence)
        add = lambda what, value, step=step, sentence=sentence: found.append(Said(step, what, value, sentence))
        for _unit, value in _temperatures(sentence):
            add("temperature", value)
        for value in _times(sentence):
            add("minutes", value)
        for what, value in _lengths(sentence):
            add(what, value)
        for low, high, unit in EACH.findall(sentence):
            add("each_g", _band(low, high, MASSES[unit[0].lower()]))
        for count in COUNT.findall(sentence):
            add("pieces", Band(float(count), float(count), float(count)))
    return found
