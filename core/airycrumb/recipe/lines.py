"""One line of a recipe: how much of what, in grams, with its doubt."""

import re
from dataclasses import dataclass

from airycrumb.data.measures import (
    CUP_HABITS,
    CUPS,
    EGG_DOUBT,
    EGG_SIZES,
    LOOSE_DOUBT,
    OTHER_VOLUME_DOUBT,
    PIECE_DOUBT,
    UNITS,
)
from airycrumb.pantry import Ingredient, Own
from airycrumb.quantities import Band
from airycrumb.recipe.amounts import SIZES, Measure, plain, read_amount
from airycrumb.recipe.names import Match, match
from airycrumb.words import Message, quantity, say, verbatim

LOOSE = ("pinch", "knob", "handful", "slice", "sprig")
BY_TASTE = ("salt", "spice")
US_CUP_ML = CUPS["us"]["cup"]
BRACKET = re.compile(r"\(([^()]*)\)")
BULLET = re.compile(r"^\s*(?:[-*•·‣▢☐]+|\d+[.)](?=\s+\D|\s+\d))\s*")
TO_TASTE = re.compile(
    r"\b(?:to|for) (?:taste|dusting|greasing|brushing|the pan|the tray|serving)\b.*|\bas needed\b.*|\bto serve\b.*",
    re.IGNORECASE,
)
JOINED = re.compile(r"(?<!\s)\s+(?:\+|plus)\s+(?=\S)", re.IGNORECASE)


@dataclass(frozen=True)
class Habits:
    """How this cook measures: cups of which country, how a cup of flour is filled, own cups in g by pantry key;

    own: foods of this kitchen's own.
    """

    cups: str = "us"
    filled: str = "unknown"
    own_cups: tuple[tuple[str, float], ...] = ()
    own: Own = ()


@dataclass(frozen=True)
class ReadLine:
    """A line as understood. grams: None where the amount or the ingredient could not be read.

    written: the line as it stood; segment: the part of it this is; use: pantry key; sureness 0 to 1; why: what was
    assumed, in sentences; by: "mass", "volume", "piece", "taste" or "" as the grams were found.
    """

    written: str
    use: str | None
    name: Message
    grams: Band | None
    by: str
    sureness: float
    why: tuple[Message, ...]
    segment: str = ""
    role: str = ""


def exact(grams: float) -> Band:
    """A weighed amount."""
    return Band(grams, grams, grams)


def _unit_size(unit: str, habits: Habits) -> float | None:
    return CUPS[habits.cups].get(unit) or UNITS[unit][1]


def _spread(measure: Measure, size: float, doubt: float) -> Band:
    return Band(measure.low * size * (1 - doubt), measure.typical * size, measure.high * size * (1 + doubt))


def _from_volume(measure: Measure, item: Ingredient, habits: Habits) -> Band | None:
    millilitres = _unit_size(measure.unit, habits) or 0.0
    own = dict(habits.own_cups).get(item.key)
    if own is not None:
        return _spread(measure, millilitres * own / US_CUP_ML, 0.02)
    if item.density is None:
        return None
    if item.role == "flour" and millilitres > 100:
        # The habit table is for wheat flour of 130 g a cup: other flours scale by their density.
        low, typical, high = CUP_HABITS[habits.filled]
        lighter = item.density / 0.53 * millilitres / US_CUP_ML
        return Band(measure.low * low * lighter, measure.typical * typical * lighter, measure.high * high * lighter)
    doubt = 0.01 if item.role in ("liquid", "fat") else OTHER_VOLUME_DOUBT.value
    return _spread(measure, millilitres * item.density, doubt)


def _from_pieces(measure: Measure, item: Ingredient) -> Band | None:
    if item.piece_g is None:
        return None
    if item.key == "whole egg":
        return _spread(measure, EGG_SIZES.get(measure.size, 50.0), EGG_DOUBT.value)
    if item.role == "egg":
        return _spread(measure, item.piece_g * EGG_SIZES.get(measure.size, 50.0) / 50, EGG_DOUBT.value)
    packed = measure.unit in ("packet", "tin")
    return _spread(measure, item.piece_g * SIZES.get(measure.size, 1.0), 0.02 if packed else PIECE_DOUBT.value)


def in_grams(measure: Measure, item: Ingredient, habits: Habits) -> tuple[Band | None, str]:
    """A measure of an ingredient in g with its doubt, and by what it was measured."""
    kind = UNITS[measure.unit][0] if measure.unit else "piece"
    if kind == "mass":
        size = _unit_size(measure.unit, habits) or 0.0
        loose = measure.unit in LOOSE
        return _spread(measure, size, LOOSE_DOUBT.value if loose else 0.0), "volume" if loose else "mass"
    if kind == "volume":
        return _from_volume(measure, item, habits), "volume"
    return _from_pieces(measure, item), "piece"


@dataclass(frozen=True)
class _Given:
    """One amount a line gives. of_one: it is that of one tin, packet or piece, and there are several."""

    measure: Measure
    of_one: bool = False


def _in_brackets(text: str) -> list[_Given]:
    """Amounts in brackets. "2 (400 g) tins" and "2 onions (100 g each)" are of one, "3 eggs (150 g)" of all."""
    found = []
    for bracket in BRACKET.finditer(text):
        at_once = bool(re.fullmatch(r"\s*[\d./ ]+\s*", text[: bracket.start()]))
        for piece in re.split(r"[/;,]|\bor\b", bracket[1]):
            measure, rest = read_amount(piece.strip())
            each = "each" in rest.lower()
            if measure and measure.unit and not re.search(r"[a-z]{3,}", rest.lower().replace("each", "")):
                found.append(_Given(measure, at_once or each))
    return found


def _alternatives(text: str) -> tuple[list[_Given], str]:
    """Every amount given for a line, the one it begins with first, and the text without them.

    "240 ml / 1 cup milk", "2 cups (240 g) flour", "1 (400 g) tin tomatoes".
    """
    bracketed = _in_brackets(text)
    measure, rest = read_amount(BRACKET.sub(" ", text).strip())
    if measure is None:
        return bracketed, rest
    found = [_Given(measure)]
    while other := re.match(r"^\s*/\s*(.+)", rest):
        measure, after = read_amount(other[1])
        if measure is None:
            break
        found.append(_Given(measure))
        rest = after
    in_tins = found[0].measure.unit in ("packet", "tin")
    return found + [_Given(g.measure, g.of_one or in_tins) for g in bracketed], rest


def _weighed(found: list[_Given]) -> _Given | None:
    """The mass among several amounts; grams before ounces."""
    masses = [g for g in found if g.measure.unit and UNITS[g.measure.unit][0] == "mass" and g.measure.unit not in LOOSE]
    return next((g for g in masses if g.measure.unit in ("g", "kg")), masses[0] if masses else None)


def _best(found: list[_Given], item: Ingredient, habits: Habits) -> tuple[Band | None, str, list[Message]]:
    """Grams of a line from its amounts: a mass wins, and shows what the recipe's author calls a cup."""
    if not found:
        return None, "", [say("No amount is given.")]
    first, mass = found[0].measure, _weighed(found)
    if mass is not None and len(found) > 1:
        grams, by = in_grams(mass.measure, item, habits)
        if mass.of_one and grams:
            grams = Band(*(v * first.typical for v in _three(grams)))
        return grams, by, _calibrates(first, grams)
    grams, by = in_grams(first, item, habits)
    if grams is None:
        unknown = (
            say("It is a volume and its density is not known: weigh it.")
            if by == "volume"
            else say("It is a count and what one weighs is not known: weigh it.")
        )
        return None, by, [unknown]
    return grams, by, []


def _calibrates(first: Measure, grams: Band | None) -> list[Message]:
    if grams is None or first.unit != "cup":
        return []
    return [
        say("The grams beside it win; they make a cup {cup}.", cup=quantity.in_grams(grams.typical / first.typical))
    ]


def _one(text: str, written: str, habits: Habits, carried: list[Band]) -> tuple[ReadLine | None, list[Band]]:
    """One part of a line; an amount with no ingredient is carried to the part that names it."""
    found, rest = _alternatives(text)
    if not found and "," in text:
        # "warm water, 1 cup"
        head, _, tail = text.rpartition(",")
        measure, nothing = read_amount(tail)
        if measure and not nothing.strip():
            found, rest = [_Given(measure)], head
    named: Match = match(rest, habits.own)
    if named.item is None:
        if found and not rest.strip(" .,:;"):
            return None, [*carried, *_carry(found)]
        return ReadLine(
            written=written,
            use=None,
            name=verbatim(rest.strip()),
            grams=None,
            by="",
            sureness=0.0,
            why=(named.why,),
            segment=text,
        ), []
    item = named.item
    if not found and item.role in BY_TASTE:
        return _to_taste(text, written, habits), []
    grams, by, why = _best(found, item, habits)
    for millilitres in carried:
        extra = item.density or 1.0
        if grams is not None:
            grams = Band(*(a + b * extra for a, b in zip(_three(grams), _three(millilitres), strict=True)))
    reasons = tuple(w for w in (named.why, *why) if w)
    return ReadLine(
        written=written,
        use=item.key,
        name=item.called,
        grams=grams,
        by=by,
        sureness=named.sureness if grams else 0.3,
        why=reasons,
        segment=text,
        role=item.role,
    ), []


def _to_taste(text: str, written: str, habits: Habits) -> ReadLine:
    named = match(text, habits.own)
    name = named.item.called if named.item else verbatim(text.strip())
    why = say("To taste: it is not weighed, and not counted.")
    return ReadLine(
        written=written,
        use=named.item.key if named.item else None,
        name=name,
        grams=None,
        by="taste",
        sureness=named.sureness,
        why=(why,),
        segment=text,
        role=named.item.role if named.item else "",
    )


def as_item(line: ReadLine, item: Ingredient, habits: Habits) -> ReadLine:
    """The line with its ingredient put right: its amount is read again for that ingredient."""
    grams, by, why = _best(_alternatives(line.segment)[0], item, habits)
    return ReadLine(
        written=line.written,
        use=item.key,
        name=item.called,
        grams=grams,
        by=by,
        sureness=1.0,
        why=(say("You said what it is."), *why),
        segment=line.segment,
        role=item.role,
    )


def _three(band: Band) -> tuple[float, float, float]:
    return band.low, band.typical, band.high


def _carry(found: list[_Given]) -> list[Band]:
    """mL of an amount whose ingredient comes after "plus"."""
    measure = found[0].measure
    if not measure.unit or UNITS[measure.unit][0] != "volume":
        return []
    return [_spread(measure, UNITS[measure.unit][1] or 0.0, 0.0)]


def read_line(line: str, habits: Habits = Habits()) -> list[ReadLine]:
    """A line of ingredients as understood: one entry for each thing it names.

    >>> [(r.use, r.grams.typical) for r in read_line("2 eggs + 1 yolk") if r.grams]
    [('whole egg', 100.0), ('egg yolk', 18.0)]
    """
    written = line.strip()
    text = BULLET.sub("", plain(line))
    # "Juice of 1 lemon" counts lemons.
    text = re.sub(r"^(?:the\s+)?(juice|zest|rind) of (\S+) (\w+?)s?$", r"\2 \3 \1", text, flags=re.IGNORECASE)
    found: list[ReadLine] = []
    carried: list[Band] = []
    if TO_TASTE.search(text) and read_amount(text)[0] is None:
        return [
            _to_taste(part, written, habits)
            for part in re.split(r",|\band\b|&", TO_TASTE.sub(" ", text))
            if part.strip()
        ]
    for part in JOINED.split(text):
        if re.match(r"^(?:some\s+)?(?:extra|more)\b", part, re.IGNORECASE):
            continue  # "plus extra for dusting": no amount, and not in the dough
        read, carried = _one(part, written, habits, carried)
        if read is not None:
            found.append(read)
    return found
