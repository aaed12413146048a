"""What the numbers of a sentence measure: minutes, degrees, millimetres, grams each, pieces."""

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from airycrumb.data.measures import NUMBER_WORDS, UNITS
from airycrumb.quantities import Band
from airycrumb.recipe.amounts import range_at, unit_at
from airycrumb.recipe.tokens import Token, plain, set_of, tokens_of

MINUTES = set_of("min mins minute minutes minuten minuti minutos")
SHORT_HOURS, PARTS_OF_AN_HOUR = set_of("h hr hour hrs hours"), (10.0, 15.0, 20.0, 30.0, 40.0, 45.0)
HOURS = set_of("hour hours hr hrs h stunde stunden ora ore hora horas heure heures")
LENGTHS = {"mm": 1.0, "cm": 10.0, "inch": 25.4, "inches": 25.4, '"': 25.4, "in": 25.4}
DEGREES = set_of("° º degrees degree deg grad grados gradi degres")
PIECES = set_of(
    "piece pieces ball balls bun buns roll rolls round rounds circle circles disc discs disk disks half-moon "
    "half-moons "
    "triangle triangles boat boats pocket pockets part parts portion portions parcel parcels turnover turnovers pasty "
    "pasties crescent crescents servings ones stick sticks strips loaves small bread breads pies pie braids wrappers"
)
SIZED = set_of("equal small large medium big even about little flat round roughly")
MAKES = set_of("into makes make form shape yield yields servings serves quantity portions divide")
# What follows a length that is no size of a piece.
NO_SIZE = set_of(
    "apart border borders edge edges rim from deep high above below dice cubes cube slits slit strips margin "
    "space gap long piece pieces between hole of"
)
YIELDS = set_of("makes yields yield")
LOADS = set_of("batch batches load loads lot lots")
AT_ONCE = (("at", "a", "time"), ("at", "once"))
GAS = {1: 140, 2: 150, 3: 160, 4: 180, 5: 190, 6: 200, 7: 220, 8: 230, 9: 240}  # °C; common practice, no source
OVERNIGHT = Band(600.0, 600.0, 600.0)  # min; assumed


@dataclass(frozen=True)
class Number:
    """A number with what it measures. what: minutes, temperature, mm, g, ml, pieces; at, end: its tokens."""

    what: str
    value: Band
    at: int
    end: int


def _band(low: float, high: float, size: float = 1.0, offset: float = 0.0) -> Band:
    a, b = sorted(((low - offset) * size, (high - offset) * size))
    return Band(a, (a + b) / 2, b)


def _is(tokens: Sequence[Token], at: int, words: frozenset[str] | tuple[str, ...]) -> bool:
    return at < len(tokens) and tokens[at].word in words


def _time(tokens: Sequence[Token], low: float, high: float, at: int) -> tuple[Band, int] | None:
    if _is(tokens, at, MINUTES) or (_is(tokens, at, ("m",)) and tokens[at].text == "m" and low >= 5):
        return _band(low, high), at + 1
    if not _is(tokens, at, HOURS):
        return None
    more, end = _minutes_more(tokens, at + 1, low == high and tokens[at].word in SHORT_HOURS)
    return _band(low * 60 + more, high * 60 + more), end


def _minutes_more(tokens: Sequence[Token], end: int, short: bool) -> tuple[float, int]:
    """Minutes behind hours, and where they end: "and a half", "and 20 minutes"; short: "1 h 20" stands for itself."""
    if tuple(t.word for t in tokens[end : end + 3]) == ("and", "a", "half"):
        return 30.0, end + 3
    behind = end + 1 if _is(tokens, end, ("and",)) else end
    rest = range_at(tokens, behind)
    if rest and _is(tokens, rest[2], MINUTES):
        return rest[0], rest[2] + 1
    if rest and short and behind == end and rest[1] in PARTS_OF_AN_HOUR and _ends(tokens, rest[2]):
        return rest[0], rest[2]
    return 0.0, end


def _ends(tokens: Sequence[Token], at: int) -> bool:
    return at >= len(tokens) or tokens[at].kind == "mark"


def _goes_on(tokens: Sequence[Token], low: float, high: float, at: int, before: int) -> tuple[Band, int] | None:
    """ "10 minutes, then 12 more": a number of what the one before it measured."""
    told = any(t.word in MINUTES for t in tokens[:before])
    return (_band(low, high), at + 1) if told and _is(tokens, at, ("more", "longer")) else None


def _temperature(tokens: Sequence[Token], low: float, high: float, at: int) -> tuple[Band, int] | None:
    end = at + 1 if _is(tokens, at, DEGREES) else at
    scale = tokens[end].text if end < len(tokens) else ""
    if scale.lower() in ("c", "celsius") and (end > at or scale in ("C", "Celsius", "celsius")):
        return _band(low, high), end + 1
    if scale.lower() in ("f", "fahrenheit") and (end > at or scale in ("F", "Fahrenheit", "fahrenheit")):
        return _band(low, high, 1 / 1.8, 32.0), end + 1
    if end == at:
        return None
    # "230 degrees": of the scale an oven of that number can only have.
    return (_band(low, high, 1 / 1.8, 32.0) if low > 300 else _band(low, high)), end


def _length(tokens: Sequence[Token], low: float, high: float, at: int) -> tuple[Band, int] | None:
    behind = at + 1 if _is(tokens, at, ("-",)) else at
    unit = tokens[behind].word if behind < len(tokens) else ""
    if unit not in LENGTHS or (unit == "in" and behind + 1 < len(tokens) and tokens[behind + 1].kind == "word"):
        return None
    return _band(low, high, LENGTHS[unit]), behind + 1


def _counted(tokens: Sequence[Token], low: float, high: float, at: int, before: int) -> tuple[Band, int] | None:
    if low != int(low) or not 1 <= low <= 400:
        return None
    end = at
    while _is(tokens, end, SIZED):
        end += 1
    made = low > 1 and before > 0 and any(t.word in MAKES for t in tokens[max(0, before - 3) : before])
    # "Makes 1": a number so small is only one of pieces straight behind the word.
    made = made or (low == high == 1 and _is(tokens, before - 1, YIELDS))
    bare = end >= len(tokens) or tokens[end].kind == "mark" or tokens[end].word in ("or", "equal", "and")
    if _is(tokens, end, PIECES) and tokens[end].word not in ("small",):
        return _band(low, high), end + 1
    named = end < len(tokens) and tokens[end].kind == "word" and made and unit_at(tokens, end) is None
    return (_band(low, high), end) if made and (bare or named) else None


def _mass(tokens: Sequence[Token], low: float, high: float, at: int) -> tuple[str, Band, int] | None:
    unit = unit_at(tokens, at)
    if unit is None or UNITS[unit[0]][0] == "piece" or unit[0] in ("pinch", "slice", "sprig", "knob", "stick"):
        return None
    # "Press a well in each with a glass" weighs nothing.
    if unit[0] == "glass" and not _is(tokens, unit[1], ("of",)):
        return None
    kind, size = UNITS[unit[0]]
    return ("g" if kind == "mass" else "ml"), _band(low, high, size or 1.0), unit[1]


def _loads(tokens: Sequence[Token], low: float, high: float, at: int, before: int) -> Number | None:
    """ "in two batches", "six at a time": how often, or how many at once."""
    if low != int(low) or not 1 <= low <= 60:
        return None
    if _is(tokens, at, LOADS) and _is(tokens, before - 1, ("in",)):
        return Number("loads", _band(low, high), before, at + 1)
    end = at + 1 if _is(tokens, at, PIECES) else at
    for words in AT_ONCE:
        if tuple(t.word for t in tokens[end : end + len(words)]) == words:
            return Number("at_once", _band(low, high), before, end + len(words))
    return None


def _bare_heat(tokens: Sequence[Token], low: float, high: float, at: int) -> Band | None:
    """ "bake 200": a number after the oven's word that only a temperature can be."""
    before = {t.word for t in tokens[max(0, at - 2) : at]}
    heated = set_of("bake oven baked preheat preheated")
    told = before & heated or (_is(tokens, at - 1, ("at", "to")) and heated & {t.word for t in tokens[:at]})
    if not told or not 140 <= low <= 550 or _mass(tokens, low, high, at + 1):
        return None
    return _band(low, high) if low <= 290 else _band(low, high, 1 / 1.8, 32.0)


def _gas(tokens: Sequence[Token], at: int) -> Number | None:
    if not _is(tokens, at, ("gas",)):
        return None
    behind = at + 2 if _is(tokens, at + 1, ("mark",)) else at + 1
    if behind < len(tokens) and tokens[behind].kind == "number" and (mark := int(tokens[behind].value)) in GAS:
        return Number("temperature", _band(GAS[mark], GAS[mark]), at, behind + 1)
    return None


def numbers_in(tokens: Sequence[Token]) -> Iterator[Number]:
    """The numbers of a sentence with what they measure; those that measure nothing known are passed over."""
    at = 0
    while at < len(tokens):
        one = _number_at(tokens, at)
        if one is not None:
            yield one
        at = one.end if one is not None and one.end > at else at + 1


def _number_at(tokens: Sequence[Token], at: int) -> Number | None:
    if _is(tokens, at, ("overnight",)):
        return Number("minutes", OVERNIGHT, at, at + 1)
    if gas := _gas(tokens, at):
        return gas
    read = range_at(tokens, at)
    if read is None:
        return None
    low, high, end = read
    if _is(tokens, end, ("dozen", "dozens")):
        low, high, end = 12 * low, 12 * high, end + 1
    if _is(tokens, end, ("x", "×")):  # "30 x 25 cm" is a sheet, no diameter
        after = range_at(tokens, end + 1)
        return Number("sheet", _band(low, high), at, after[2] if after else end + 1)
    if loads := _loads(tokens, low, high, end, at):
        return loads
    heat = _bare_heat(tokens, low, high, at)
    for what, found in (
        ("minutes", _time(tokens, low, high, end) or _goes_on(tokens, low, high, end, at)),
        ("temperature", _temperature(tokens, low, high, end)),
        ("mm", _length(tokens, low, high, end)),
        ("temperature", None if heat is None else (heat, end)),
        ("pieces", _counted(tokens, low, high, end, at)),
    ):
        if found is not None:
            return Number(what, found[0], at, found[1])
    mass = _mass(tokens, low, high, end)
    return Number(mass[0], mass[1], at, mass[2]) if mass else None


LONGEST_SENTENCE = 400  # characters; what is longer is no sentence of a method


# "Divide in 2, then each half into 8": sixteen in all.
_SMALL = r"\d{1,2}|two|three|four|five|six|seven|eight|nine|ten|twelve"
TWICE = re.compile(
    rf"\b(?:in|into) ({_SMALL}|half|halves)\b[^.;\d]{{0,30}}?"
    rf"\beach (?:half |part |piece |one )?(?:in|into) ({_SMALL})\b",
    re.IGNORECASE,
)


def _times(word: str) -> float:
    return 2.0 if word.startswith("hal") else NUMBER_WORDS.get(word) or float(word)


def _divided(text: str) -> str:
    """A sentence in which a dough is divided twice, with how many that makes in all."""
    return TWICE.sub(lambda hit: f"into {_times(hit[1].lower()) * _times(hit[2].lower()):g}", text)


def sentences(method: str) -> list[str]:
    """A method's sentences: they end at a full stop, a semicolon or a line."""
    found = (plain(one[:LONGEST_SENTENCE]) for one in re.split(r"(?<=[.;!])\s+(?=\D)|\n", method))
    return [one for one in found if one]


def tokens_in(sentence: str) -> Sequence[Token]:
    """A sentence's tokens, without the number of its step; what is divided twice is counted in all."""
    return tokens_of(_divided(re.sub(r"^\W*(?:step )?\d{1,2}[.):]\s+", "", sentence)))
