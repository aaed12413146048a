"""One line of a recipe: how much of what, in grams, with its doubt."""

import re
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

from airycrumb.data.measures import (
    AS_MEASURED,
    CLUMPS,
    CUP_HABITS,
    CUPS,
    CUT_DOUBT,
    EGG_DOUBT,
    EGG_SIZES,
    LOOSE_DOUBT,
    OTHER_VOLUME_DOUBT,
    PIECE_DOUBT,
    UNITS,
)
from airycrumb.data.portions import PORTION_DOUBT, PORTIONS
from airycrumb.pantry import Ingredient, Own
from airycrumb.quantities import Band
from airycrumb.recipe.amounts import SIZES, Measure
from airycrumb.recipe.lexicon import hits
from airycrumb.recipe.names import Match, match_words
from airycrumb.recipe.parts_of_line import EXTRA, Given, Thing, things
from airycrumb.recipe.tokens import plain, tokens_of
from airycrumb.words import NOTHING, Message, quantity, say, verbatim

LOOSE = ("pinch", "knob", "handful", "slice", "sprig", "splash", "glass")
BY_TASTE = ("salt", "spice")
US_CUP_ML = CUPS["us"]["cup"]
BULLET = re.compile(r"^\s*(?:[-*#|\"“”'‣▢☐□✅✓👉•·–—]+\s*|\d{1,2}[.)](?=\s+\D|\s+\d)\s*|\d{1,2}[.)](?=[^\W\d])\s*)+")
HEDGED = re.compile(r"\((scant|heap(?:ed|ing)|level|rounded|generous|about|packed)\)", re.IGNORECASE)
MOST_TOKENS = 120  # of a line that is looked at; no ingredient is longer
# What a line says it is for, where that is not the dough or the filling it stands in.
PURPOSES = (
    ("dough", r"\b(?:for|in) the dough\b"),
    ("filling", r"\b(?:for|in) the (?:filling|stuffing)\b"),
    ("wash", r"\b(?:for|to) (?:the )?(?:egg ?wash|wash|brush(?:ing)?|glaz(?:e|ing)|paint(?:ing)?)\b"),
    (
        "topping",
        r"\b(?:for|to) (?:the )?(?:top(?:ping)?|sprinkl(?:e|ing)|decorat(?:e|ing|ion)|strew(?:ing)?|garnish)\b",
    ),
    (
        "serve",
        r"\b(?:for|to) (?:the )?(?:dust(?:ing)?|greas(?:e|ing)|fry(?:ing)?|serv(?:e|ing)|pan|tray|work surface)\b",
    ),
)
PURPOSE = tuple((part, re.compile(pattern, re.IGNORECASE)) for part, pattern in PURPOSES)
FOR_ONE = re.compile(
    r"\b(?:per|for each|in each|a|each) (?:bun|roll|piece|pie|parcel|turnover|calzone|boat|pocket|dumpling)$"
    r"|\b(?:per|for each|in each) (?:bun|roll|piece|pie|parcel|turnover|calzone|boat|pocket|dumpling)\b",
    re.IGNORECASE,
)
MIXED = re.compile(r"\+|\b(?:mixed|beaten|whisked|thinned|loosened|together) (?:together )?with\b|\bplus\b", re.I)
FREELY = re.compile(
    r"\bto taste\b|\bas needed\b|\bto serve\b|\bfor (?:dusting|greasing|the pan|the tray|serving)\b", re.IGNORECASE
)
PRESSED = {"juice": ("juice",), "zest": ("zest", "rind", "peel")}
BY_COUNTRY = {"pint": say("A pint"), "fl oz": say("A fluid ounce")}
LEAST_BARE = 5.0  # a bare number below counts something, except of what is weighed by the gram
BY_THE_PIECE = ("ground meat", "poultry", "fish", "cooked meat", "cooked fish")
BY_THE_GRAM = ("salt", "leavener", "improver", "yeast")
GRAMS_FROM = 25.0  # a bare number from here on is no count of pieces
YEAST_FROM, SMALL_PIECE_G, MOST_SMALL = 2.0, 10.0, 60.0


@dataclass(frozen=True)
class Habits:
    """How this cook measures: cups of which country, how a cup of flour is filled, own cups in g by pantry key;

    own: foods of this kitchen's own; sizes: mL of what this recipe measures by, where it says so.
    """

    cups: str = "us"
    filled: str = "unknown"
    own_cups: tuple[tuple[str, float], ...] = ()
    own: Own = ()
    sizes: tuple[tuple[str, float], ...] = ()


@dataclass(frozen=True)
class ReadLine:
    """A line as understood. grams: None where the amount or the ingredient could not be read.

    written: the line as it stood; use: pantry key; sureness 0 to 1; why: what was assumed, in sentences; by: "mass",
    "volume", "piece", "taste" or "" as the grams were found; given: the amounts it gives; purpose: the part the line
    itself says it is for, "" where it does not; tongue: the language it names the food in, "" for English;
    percent: of the flour, where that is all it says; left: amounts of it that nothing took; each: it is for one piece.
    """

    written: str
    use: str | None
    name: Message
    grams: Band | None
    by: str
    sureness: float
    why: tuple[Message, ...]
    given: tuple[Given, ...] = ()
    role: str = ""
    purpose: str = ""
    tongue: str = ""
    percent: float | None = None
    left: tuple[str, ...] = ()
    each: bool = False


def exact(grams: float) -> Band:
    """A weighed amount."""
    return Band(grams, grams, grams)


def _unit_size(unit: str, habits: Habits) -> float | None:
    return dict(habits.sizes).get(unit) or CUPS[habits.cups].get(unit) or UNITS[unit][1]


def _spread(measure: Measure, size: float, doubt: float) -> Band:
    return Band(measure.low * size * (1 - doubt), measure.typical * size, measure.high * size * (1 + doubt))


def _from_volume(measure: Measure, item: Ingredient, habits: Habits) -> Band | None:
    millilitres = _unit_size(measure.unit, habits) or 0.0
    own = dict(habits.own_cups).get(item.key)
    if own is not None:
        return _spread(measure, millilitres * own / US_CUP_ML, 0.02)
    density = AS_MEASURED.get(item.key, item.density)
    if density is None:
        return None
    if item.role == "flour" and millilitres > 100:
        # The habit table is for wheat flour of 130 g a cup: other flours scale by their density.
        low, typical, high = CUP_HABITS[habits.filled]
        lighter = density / 0.53 * millilitres / US_CUP_ML
        return Band(measure.low * low * lighter, measure.typical * typical * lighter, measure.high * high * lighter)
    doubt = CUT_DOUBT.get(item.role, OTHER_VOLUME_DOUBT.value)
    doubt = LOOSE_DOUBT.value if measure.unit in LOOSE else doubt
    return _spread(measure, millilitres * density, doubt)


def _from_pieces(measure: Measure, item: Ingredient) -> Band | None:
    if measure.unit in CLUMPS:
        clump = CLUMPS[measure.unit].get(item.key)
        size = SIZES.get(measure.size, 1.0)
        return None if clump is None else _spread(measure, clump * size, LOOSE_DOUBT.value)
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


def _weighed(found: Sequence[Given]) -> Given | None:
    """The mass among several amounts; grams before ounces."""
    masses = [g for g in found if g.measure.unit and UNITS[g.measure.unit][0] == "mass" and g.measure.unit not in LOOSE]
    return next((g for g in masses if g.measure.unit in ("g", "kg")), masses[0] if masses else None)


def _metric(found: Sequence[Given]) -> Given | None:
    """The volume in mL among several amounts, where nothing is weighed."""
    return next((g for g in found[1:] if g.measure.unit in ("ml", "cl", "dl", "l")), None)


def _bare_grams(measure: Measure, item: Ingredient) -> bool:
    """Whether a number without a unit is one of grams: nobody counts 300 eggs, or flours at all."""
    if measure.unit or measure.size:
        return False
    if item.piece_g is None:
        # Six sausages are no six grams.
        least = GRAMS_FROM if item.role in BY_THE_PIECE else LEAST_BARE
        return measure.typical >= least or item.role in BY_THE_GRAM
    if item.role == "yeast":
        return measure.typical >= YEAST_FROM
    return measure.typical >= (MOST_SMALL if item.piece_g <= SMALL_PIECE_G else GRAMS_FROM)


YOU_SAID = say("You said how much it is.")
AS_GRAMS = say("No unit is said: taken as grams.")


def _portion(measure: Measure, thing: Thing, item: Ingredient) -> Band | None:
    """g of a food bought by the piece: so many breasts, rashers, tins; None where it is not counted so."""
    sizes = PORTIONS.get(item.key)
    counted = measure.unit in ("", "piece", "tin", "stalk", "slice", "stick")
    if sizes is None or not counted or (not measure.unit and measure.typical >= GRAMS_FROM):
        return None
    said = next((w for w in (measure.unit, *thing.words, *thing.notes) if w and w in sizes), "")
    each = sizes.get(said)
    size = SIZES.get(measure.size, 1.0)
    return None if each is None else _spread(measure, each * size, PORTION_DOUBT.value)


def _best(found: Sequence[Given], item: Ingredient, habits: Habits) -> tuple[Band | None, str, list[Message]]:
    """Grams of a line from its amounts: a mass wins, and shows what the recipe's author calls a cup."""
    if not found:
        return None, "", [say("No amount is given.")]
    first, chosen = found[0].measure, _weighed(found) or _metric(found)
    if chosen is not None and len(found) > 1:
        grams, by = in_grams(chosen.measure, item, habits)
        if chosen.of_one and grams:
            grams = Band(*(v * first.typical for v in _three(grams)))
        return grams, by, _calibrates(first, grams if by == "mass" else None)
    if _bare_grams(first, item):
        return Band(first.low, first.typical, first.high), "mass", [AS_GRAMS]
    grams, by = in_grams(first, item, habits)
    if grams is None:
        unknown = (
            say("It is a volume and its density is not known: weigh it.")
            if by == "volume"
            else say("It is a count and what one weighs is not known: weigh it.")
        )
        return None, by, [unknown]
    return grams, by, []


def _pints(found: Sequence[Given], habits: Habits) -> list[Message]:
    """That a pint or a fluid ounce is taken for the British one, where the recipe's words are all that says so."""
    used = {g.measure.unit for g in found} & set(BY_COUNTRY)
    taken = [(BY_COUNTRY[unit], size) for unit, size in habits.sizes if unit in used]
    return [
        say("{what} is taken as {size}: the recipe reads British.", what=what, size=quantity.in_millilitres(size))
        for what, size in taken
    ]


def _with_the_rest(grams: Band | None, thing: Thing, item: Ingredient, habits: Habits) -> Band | None:
    """With the amounts of another kind that are added to the first; None where one of them cannot be weighed."""
    for given in thing.plus:
        more = in_grams(given.measure, item, habits)[0]
        if grams is None or more is None:
            return None
        grams = Band(grams.low + more.low, grams.typical + more.typical, grams.high + more.high)
    return grams


def _calibrates(first: Measure, grams: Band | None) -> list[Message]:
    if grams is None or first.unit != "cup":
        return []
    return [
        say(
            "The grams beside it are taken; they make a cup {cup}.",
            cup=quantity.in_grams(grams.typical / first.typical),
        )
    ]


def _three(band: Band) -> tuple[float, float, float]:
    return band.low, band.typical, band.high


def _left_over(thing: Thing, item: Ingredient | None, own: Own) -> list[Message]:
    """What of a thing nothing took: amounts, the other choice, foods in its notes."""
    told = [say("“{words}” is not used.", words=verbatim(one[:60])) for one in thing.left]
    if thing.other and (hits(thing.other, own) or any(w[0].isdigit() for w in thing.other)):
        told.append(say("Or “{words}”: the other choice is taken.", words=verbatim(" ".join(thing.other)[:60])))
    if "optional" in (*thing.words, *thing.notes):
        told.append(say("Optional: it is counted."))
    if "divided" in thing.notes:
        told.append(say("It is used in more than one place: all of it is counted here."))
    if item is not None and thing.words and _food_in_notes(thing, item, own):
        told.append(say("“{words}” is not counted.", words=verbatim(" ".join(thing.notes)[:60])))
    return told


def _food_in_notes(thing: Thing, item: Ingredient, own: Own) -> bool:
    """Whether its notes name another food that weighs: spices do not."""
    others = [h.named for h in hits(thing.notes, own) if h.named.item is not item and not h.named.tongue]
    beside = [named.item for named in others if named.item.key not in (item.key, "water")]
    return any(other.role != "spice" for other in beside)


def _purpose(text: str) -> str:
    return next((part for part, pattern in PURPOSE if pattern.search(text)), "")


def _purpose_of(thing: Thing) -> str:
    """What a thing says it is for: "plus more for dusting" says it of the rest."""
    said = (*thing.words, *thing.notes)
    return "" if EXTRA & set(thing.notes) else _purpose(" ".join(said))


def _brushed_together(read: list[ReadLine], line: str) -> list[ReadLine]:
    """ "1 egg yolk mixed with 1 tbsp milk, to brush": what is mixed is brushed on together."""
    washed = any(one.purpose == "wash" for one in read) and MIXED.search(line)
    return [replace(one, purpose="wash") for one in read] if washed else read


def _pressed(thing: Thing) -> list[Thing]:
    """What is pressed or grated of a fruit: "juice of 1 lemon", "1 lemon, juice only", "the juice and zest of one"."""
    said = [*thing.words, *thing.notes]
    fruit = next((f for f in ("lemon", "lime", "orange") if f in said or f"{f}s" in said), None)
    wanted = [what for what, words in PRESSED.items() if any(w in said for w in words)]
    if fruit is None or not wanted or f"{fruit} {wanted[0]}" in " ".join(thing.words):
        return [thing]
    return [replace(thing, words=[fruit, what], notes=[], known=True) for what in wanted]


def _used_apart(thing: Thing) -> list[Thing]:
    """One thing used in several places: "3 eggs (2 for the dough, 1 for brushing)"."""
    if not thing.apart:
        return [thing]
    return [replace(thing, amounts=[given], notes=[*notes], apart=[]) for given, notes in thing.apart]


def _whole(found: list[Thing]) -> list[Thing]:
    """Things put together again that "and" parted: the juice, and the zest of one lemon."""
    if len(found) == 2 and not found[0].amounts and set(found[0].words) & {"juice", "zest"} and not found[0].known:
        return [replace(found[1], words=[*found[0].words, *found[1].words])]
    return found


def line_of(thing: Thing, written: str, purpose: str, habits: Habits) -> ReadLine:
    """A thing as a line; purpose: the part its line says it is for."""
    named = match_words(thing.words, thing.notes, habits.own)
    item = named.item
    if item is None:
        return ReadLine(
            written, None, verbatim(" ".join(thing.words)), None, "", 0.0, (named.why,), tuple(thing.amounts)
        )
    told = _left_over(thing, item, habits.own)
    if not thing.amounts and (item.role in BY_TASTE or FREELY.search(written) or purpose):
        freely = say("To taste: it is not weighed, and not counted.")
        return _as(named, written, None, "taste", (freely, *told), thing, purpose)
    portion = _portion(thing.amounts[0].measure, thing, item) if len(thing.amounts) == 1 else None
    if portion is not None:
        each = quantity.in_grams(portion.typical / max(thing.amounts[0].measure.typical, 1e-9), significant=2)
        guessed = say("One is taken as about {each}: weigh yours.", each=each)
        line = _as(named, written, portion, "piece", (named.why, guessed, *told), thing, purpose)
        return replace(line, sureness=min(line.sureness, 0.7), why=tuple(w for w in line.why if w))
    grams, by, why = _best(thing.amounts, item, habits)
    why = [*why, *_pints(thing.amounts, habits)]
    grams = _with_the_rest(grams, thing, item, habits)
    if grams is None and by == "piece" and named.raw is not None:
        grams, by, why = _best(thing.amounts, named.raw, habits)
    if item.role == "salt" and by == "mass" and named.why:
        named = replace(named, sureness=1.0, why=NOTHING)  # weighed, one salt is as salty as another
    return _as(named, written, grams, by, tuple(w for w in (named.why, *why, *told) if w), thing, purpose)


def _as(
    named: Match, written: str, grams: Band | None, by: str, why: tuple[Message, ...], thing: Thing, purpose: str
) -> ReadLine:
    item = named.item
    assert item is not None
    return ReadLine(
        written=written,
        use=item.key,
        name=item.called,
        grams=grams,
        by=by,
        sureness=named.sureness if grams or by == "taste" else 0.3,
        why=why,
        given=tuple(thing.amounts),
        role=item.role,
        purpose=purpose,
        tongue=named.tongue,
        left=tuple(thing.left),
    )


def as_item(line: ReadLine, item: Ingredient, habits: Habits) -> ReadLine:
    """The line with its ingredient put right: its amount is read again for that ingredient."""
    grams, by, why = _best(line.given, item, habits)
    return replace(
        line,
        use=item.key,
        name=item.called,
        grams=grams,
        by=by,
        sureness=1.0,
        why=(say("You said what it is."), *why),
        role=item.role,
    )


def for_all(line: ReadLine, pieces: float | None) -> ReadLine:
    """A line that says how much goes into one piece, for all of them; asked about where nobody says how many."""
    if not line.each or line.grams is None:
        return line
    if pieces is None:
        asked = say("It is for one piece, and how many there are is not said.")
        return replace(line, grams=None, sureness=0.3, why=(*line.why, asked))
    told = say("{each} in each of {pieces}.", each=quantity.in_grams(line.grams.typical), pieces=round(pieces))
    grams = Band(*(g * pieces for g in _three(line.grams)))
    return replace(line, grams=grams, sureness=min(line.sureness, 0.85), why=(*line.why, told))


PERCENT = re.compile(r"(?<![\d.,])(\d{1,3}(?:[.,]\d{1,2})?) ?%")


def _in_percent(line: ReadLine, text: str) -> ReadLine:
    """The line with its baker's percentage, where it gives no other amount."""
    told = PERCENT.search(text)
    if told is None or line.given or line.use is None:
        return line
    return replace(line, percent=float(told[1].replace(",", ".")))


def of_flour(line: ReadLine, flour: float) -> ReadLine:
    """The line weighed by its percentage of so much flour [g]."""
    assert line.percent is not None
    told = say("{share} of {flour} of flour.", share=quantity.in_percent(line.percent), flour=quantity.in_grams(flour))
    grams = exact(line.percent / 100 * flour)
    return replace(line, grams=grams, by="mass", sureness=0.85, why=(told,))


@lru_cache(maxsize=4096)
def things_of(line: str, own: Own = ()) -> tuple[Thing, ...]:
    """The things a line names, before they are weighed."""
    simple = HEDGED.sub(r"\1", BULLET.sub("", plain(line))).replace("H2O", "water")
    tokens = tokens_of(simple)[:MOST_TOKENS]
    found = _whole(things(tokens, own))
    apart = [one for thing in found for one in _used_apart(thing)]
    return tuple(one for thing in apart for one in _pressed(thing) if one.words or one.amounts)


def read_line(line: str, habits: Habits = Habits()) -> list[ReadLine]:
    """A line of ingredients as understood: one entry for each thing it names.

    >>> [(r.use, r.grams.typical) for r in read_line("2 eggs + 1 yolk") if r.grams]
    [('whole egg', 100.0), ('egg yolk', 18.0)]
    """
    written = line.strip()
    named = [one for one in things_of(line, habits.own) if one.words]
    read = [line_of(one, written, _purpose_of(one), habits) for one in named]
    read = _brushed_together(read, line)
    if FOR_ONE.search(line):
        read = [replace(one, each=True) if one.grams else one for one in read]
    return [_in_percent(read[0], line)] if len(read) == 1 else read
