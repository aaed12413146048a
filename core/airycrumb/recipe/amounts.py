"""Amounts as recipes write them: digits, fractions, words, ranges, hedges, sums, and so many of a packed size."""

import re
from collections.abc import Sequence
from dataclasses import dataclass, replace

from airycrumb.data.measures import CAPITAL_UNITS, HEDGES, LONG_UNITS, NUMBER_WORDS, UNIT_WORDS, UNITS
from airycrumb.recipe.tokens import Token, folded, plain, tokens_of

SIZES = {"small": 0.7, "medium": 1.0, "large": 1.35, "big": 1.35, "extra large": 1.5, "extra-large": 1.5}
# Units that may stand without a number before them: "pinch of salt".
BARE = ("pinch", "handful", "knob")
OF = ("of", "de", "di", "du", "des", "del", "della", "d")
BELOW = (2.0, 3.0, 4.0, 5.0, 6.0, 8.0, 10.0, 16.0)  # what stands below a fraction's line; "200 / 20 min" is none
_SIZED = {*SIZES, "extra"}
SMALLER = {"kg": ("g", 1000.0), "lb": ("oz", 16.0)}
_FOLDED_UNITS = {folded(word): unit for word, unit in UNIT_WORDS.items()}
_LONG: dict[str, list[tuple[tuple[str, ...], str]]] = {}
for _words, _unit in sorted(LONG_UNITS.items(), key=lambda u: -len(u[0])):
    _LONG.setdefault(folded(_words[0]), []).append((tuple(map(folded, _words)), _unit))
# Words an amount may begin with, besides digits.
_BEGINS = {*NUMBER_WORDS, *HEDGES, *SIZES, "~", *(word for word, unit in _FOLDED_UNITS.items() if unit in BARE)}
_PACKED = ("packet", "tin", "piece")  # units that say nothing of the size of what they count


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


Read = tuple[Measure, int] | None  # a measure, and the token it ends before


def _is(tokens: Sequence[Token], at: int, *words: str) -> bool:
    return at < len(tokens) and tokens[at].word in words


def _number(tokens: Sequence[Token], at: int) -> tuple[float, int] | None:
    """A written number: 2, 1 1/2, 1-1/2, 3/4, half a, one and a half, three quarters of a."""
    if at >= len(tokens):
        return None
    if tokens[at].kind == "number":
        return _digits(tokens, at)
    return _spelt(tokens, at)


def _fraction(tokens: Sequence[Token], at: int) -> tuple[float, int] | None:
    over = at + 2 < len(tokens) and tokens[at + 1].text == "/" and tokens[at + 2].kind == "number"
    if not (at < len(tokens) and tokens[at].kind == "number" and over):
        return None
    below = tokens[at + 2].value
    return (tokens[at].value / below, at + 3) if below in BELOW else None


def _digits(tokens: Sequence[Token], at: int) -> tuple[float, int]:
    if part := _fraction(tokens, at):
        return part
    whole, after = tokens[at].value * (1000 if _thousands(tokens, at) else 1), at + 1
    behind = after + (1 if _is(tokens, after, "-") else 0)
    if whole == int(whole) and (part := _fraction(tokens, behind)) and part[0] < 1:
        return whole + part[0], part[1]
    return whole, after


def _thousands(tokens: Sequence[Token], at: int) -> bool:
    """Whether a stop parts thousands: nobody weighs a thousandth of a gram, "1.250 g" is more than a kilo."""
    grams = at + 1 < len(tokens) and tokens[at + 1].word in ("g", "gr", "ml", "gramos", "grammi", "gramm", "grammes")
    return grams and re.fullmatch(r"[1-9]\d{0,2}\.\d{3}", tokens[at].text) is not None


def _spelt(tokens: Sequence[Token], at: int) -> tuple[float, int] | None:
    word = tokens[at].word
    if word not in NUMBER_WORDS:
        return None
    value, after = NUMBER_WORDS[word], at + 1
    if word in ("a", "an"):
        value, after = _after_an(tokens, after)
    elif _is(tokens, after, "quarters", "quarter"):
        value, after = value / 4, after + 1
        after = _past(tokens, after, ("of",), ("a", "an"))
    elif word in ("half", "quarter"):
        after = _past(tokens, after, ("of",), ("a", "an"))
    elif _is(tokens, after, "and") and _is(tokens, after + 1, "a") and _is(tokens, after + 2, "half"):
        value, after = value + 0.5, after + 3
    return value, after


def _after_an(tokens: Sequence[Token], at: int) -> tuple[float, int]:
    """What follows "a": "a half", "a couple of", "a dozen", or one of something."""
    for word in ("half", "quarter", "dozen", "couple", "few"):
        if _is(tokens, at, word):
            return NUMBER_WORDS[word], _past(tokens, at + 1, ("of",), ("a", "an"))
    return 1.0, at


def _past(tokens: Sequence[Token], at: int, *each: tuple[str, ...]) -> int:
    """Past these words, in their order, each only where it stands there."""
    for words in each:
        at += 1 if _is(tokens, at, *words) else 0
    return at


def unit_at(tokens: Sequence[Token], at: int) -> tuple[str, int] | None:
    """The unit that begins at a token, and the token it ends before."""
    if at >= len(tokens):
        return None
    token = tokens[at]
    for words, unit in _LONG.get(token.word, ()):
        if tuple(t.word for t in tokens[at : at + len(words)]) == words:
            return unit, at + len(words)
    unit = CAPITAL_UNITS.get(token.text) or _FOLDED_UNITS.get(token.word, "")
    if token.text == "#":
        unit = "lb"
    if not unit:
        return None
    after = at + 1
    # "fl. oz" and "Tbsp." carry stops; "oz" after them belongs to the same unit.
    return unit, after + (1 if _is(tokens, after, ".") else 0)


def _hedges(tokens: Sequence[Token], at: int) -> tuple[list[str], int]:
    """ "about", "a scant", "~", and where they end."""
    found = []
    while at < len(tokens):
        after_an = at + 1 if _is(tokens, at, "a", "an") else at
        if after_an < len(tokens) and tokens[after_an].word in HEDGES:
            found.append(tokens[after_an].word)
            at = after_an + 1
            at += 1 if _is(tokens, at, ".") else 0
        elif _is(tokens, at, "~"):
            at += 1
        else:
            break
    return found, at


def range_at(tokens: Sequence[Token], at: int) -> tuple[float, float, int] | None:
    """A number or a range that begins at a token: its ends, and the token it ends before."""
    first = _number(tokens, at)
    if first is None:
        return None
    low, after = first
    if _is(tokens, after, "-", "to", "or", "a", "bis", "ou") and (last := _number(tokens, after + 1)):
        bound = last[0] > low and not (tokens[after].word == "a" and tokens[after + 1].kind != "number")
        if bound:
            return low, last[0], last[1]
    return low, low, after


def _single(tokens: Sequence[Token], at: int) -> Read:
    """One measure: hedges, a number or a range, a size, a unit, "of"."""
    hedges, begin = _hedges(tokens, at)
    spread = range_at(tokens, begin)
    if spread is None:
        if _is(tokens, begin, *SIZES) and (unit := unit_at(tokens, begin + 1)) and unit[0] in (*BARE, "bunch"):
            return Measure(1.0, 1.0, 1.0, unit[0], tokens[begin].word), _past(tokens, unit[1], OF)
        unit = unit_at(tokens, begin)
        if unit is None or (unit[0] not in BARE and not (hedges and begin - at > len(hedges))):
            return None
        return _hedged(Measure(1.0, 1.0, 1.0, unit[0]), hedges), _past(tokens, unit[1], OF)
    low, high, after = spread
    more, after = _hedges(tokens, after)
    size = ""
    if after < len(tokens) and tokens[after].word in _SIZED:
        size, after = _size(tokens, after)
    unit = unit_at(tokens, _past(tokens, after, ("-",))) or ("", after)
    after = unit[1]
    if unit[0] and low == high and tuple(t.word for t in tokens[after : after + 3]) == ("and", "a", "half"):
        low, high, after = low + 0.5, high + 0.5, after + 3  # "a teaspoon and a half"
    # "2 c cups" is no unit twice; "1 dozen eggs" multiplies.
    times = 1.0
    if not unit[0] and _is(tokens, after, "dozen", "dozens"):
        times, after = 12.0, after + 1
    measure = Measure(low * times, (low + high) / 2 * times, high * times, unit[0], size)
    return _hedged(measure, [*hedges, *more]), _past(tokens, after, OF)


def _size(tokens: Sequence[Token], at: int) -> tuple[str, int]:
    """ "large" or "extra large", and where it ends."""
    if tokens[at].word == "extra":
        return ("extra large", at + 2) if _is(tokens, at + 1, "large") else ("", at)
    return tokens[at].word, at + 1


def measure_at(tokens: Sequence[Token], at: int) -> Read:
    """The amount that begins at a token: "3 x 400 g", "1 lb 2 oz", "one 15-ounce can", "2 cups"; None for none."""
    if at >= len(tokens) or (tokens[at].kind != "number" and tokens[at].word not in _BEGINS):
        return None
    if times := _times_at(tokens, at):
        count, after = times
        inner = _single(tokens, after)
        if inner is not None and inner[0].unit:
            return _scaled(inner[0], count), _past_container(tokens, inner[1])
    read = _single(tokens, at)
    if read is None:
        return None
    measure, after = read = _up_to(tokens, read)
    follows = _single(tokens, after) if after < len(tokens) and tokens[after].kind == "number" else None
    if follows is None:
        return read
    if measure.unit in SMALLER and follows[0].unit == SMALLER[measure.unit][0]:
        return _added(_scaled(measure, SMALLER[measure.unit][1]), follows[0]), follows[1]
    if measure.unit in ("", *_PACKED) and _of_size(follows[0]):
        return _scaled(follows[0], measure.typical), _past_container(tokens, follows[1])
    return read


def _up_to(tokens: Sequence[Token], read: tuple[Measure, int]) -> tuple[Measure, int]:
    """ "3/4 cup - 1 cup": a range whose ends each have their unit."""
    measure, after = read
    last = _single(tokens, after + 1) if measure.unit and _is(tokens, after, "-", "to", "or") else None
    if last is None or last[0].unit != measure.unit or last[0].typical <= measure.typical:
        return read
    return replace(measure, high=last[0].high, typical=(measure.low + last[0].high) / 2), last[1]


def _of_size(measure: Measure) -> bool:
    return bool(measure.unit) and UNITS[measure.unit][0] in ("mass", "volume")


def _times_at(tokens: Sequence[Token], at: int) -> tuple[float, int] | None:
    count = _number(tokens, at)
    if count is None or not _is(tokens, count[1], "x", "×"):
        return None
    return count[0], count[1] + 1


def _past_container(tokens: Sequence[Token], at: int) -> int:
    """Past "tins of": the packet so much comes in."""
    at = _past(tokens, at, ("-",))
    unit = unit_at(tokens, at)
    if unit is None or unit[0] not in _PACKED:
        return at
    return _past(tokens, unit[1], OF)


def _scaled(measure: Measure, times: float) -> Measure:
    return replace(measure, low=measure.low * times, typical=measure.typical * times, high=measure.high * times)


def _added(one: Measure, other: Measure) -> Measure:
    """Both together, in the unit of the second."""
    return replace(
        other, low=one.low + other.low, typical=one.typical + other.typical, high=one.high + other.high, size=one.size
    )


def summed(one: Measure, other: Measure, sign: float = 1.0) -> Measure | None:
    """Two measures of one kind together (or one less the other), in g or mL; None where they cannot be added."""
    if one.unit == other.unit:
        return _added(_scaled(other, sign), one) if sign > 0 else _added(_scaled(other, -1.0), one)
    kinds = {UNITS[m.unit][0] for m in (one, other) if m.unit}
    if not (one.unit and other.unit) or len(kinds) != 1 or kinds == {"piece"}:
        return None
    ml = next(unit for unit in ("g", "ml") if UNITS[unit][0] in kinds)
    both = [replace(_scaled(m, UNITS[m.unit][1] or 0.0), unit=ml) for m in (one, other)]
    return _added(_scaled(both[1], sign), both[0])


def _hedged(measure: Measure, hedges: Sequence[str]) -> Measure:
    """The measure widened or moved by "about", "heaped", "scant" and the like."""
    for hedge in hedges:
        low, typical, high = HEDGES[hedge]
        measure = replace(measure, low=measure.low * low, typical=measure.typical * typical, high=measure.high * high)
    return measure


def read_amount(text: str) -> tuple[Measure | None, str]:
    """The amount a text begins with, and what follows it; None where it begins with none.

    "3 x 400 g" is 1200 g, "2 dozen" 24 pieces, "1 lb 2 oz" 18 oz.
    """
    simple = plain(text)
    tokens = tokens_of(simple)
    read = measure_at(tokens, 0)
    if read is None:
        return None, simple
    measure, at = read
    return measure, simple[tokens[at].start :] if at < len(tokens) else ""
