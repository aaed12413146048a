"""The door of Reading: what a recipe leaves open, each to be said yes to before it becomes a bake.

Nothing leaves with an ingredient left out, an amount unused, an oven half read, or a dough no kitchen would make,
unless the cook says yes to that one thing. It looks at the reading from outside: it counts what stands in the text.
"""

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Any

from airycrumb.data.closings import USUAL
from airycrumb.data.measures import HEDGES
from airycrumb.pantry import Part, find
from airycrumb.quantities import parse
from airycrumb.recipe.amounts import range_at
from airycrumb.recipe.doughs import BOUGHT, IN_THE_DOUGH, STARTER
from airycrumb.recipe.heat_said import COOLEST_C, HOTTEST_C, first
from airycrumb.recipe.lines import YOU_SAID, Habits, ReadLine
from airycrumb.recipe.numbers import numbers_in, sentences, tokens_in
from airycrumb.recipe.reading import NOT_AN_INGREDIENT, SERVED, STRANGE_IN_DOUGH, PlacedLine, Reading
from airycrumb.recipe.tokens import plain, set_of, tokens_of
from airycrumb.stations.weigh.formula import Percentages, percentages
from airycrumb.words import Message, as_number, in_celsius, in_grams, in_percent, say, verbatim

RAW = ("ground meat", "poultry", "fish")
OUTSIDE = ("wash", "topping", SERVED, NOT_AN_INGREDIENT)
# What a dough may hold, % of its flour; common practice, no source. Yeast as instant.
HYDRATION, SALT, YEAST = (35.0, 110.0), (0.0, 3.5), (0.1, 5.0)
NAMES_A_FILLING = re.compile(
    r"\b(?:fill(?:ed|ing|ings)?|stuff(?:ed|ing)?|relleno|ripieno|füllung|farce|garniture)\b", re.IGNORECASE
)
SAME_C = 6.0  # °C: one temperature in two units, rounded
OF_AN_OVEN = re.compile(r"\b(?:oven|bake|baked|baking|preheat\w*|gas|fan)\b", re.IGNORECASE)
LONGEST_QUOTE = 90
DIFFERS = 0.05  # where grams are written, more than that is a difference


@dataclass(frozen=True)
class Ask:
    """One thing the cook has to say yes to."""

    #: what it is about, alike as long as the text is
    key: str
    question: Message
    #: what a yes means, on its button
    yes: Message


def _quoted(text: str) -> Message:
    return verbatim(text.strip()[:LONGEST_QUOTE])


def _left_out(lines: Sequence[PlacedLine]) -> Iterator[Ask]:
    """Lines of a dough or filling that count for nothing, and amounts of a line that nothing took."""
    for placed in lines:
        line = placed.line
        if placed.part in OUTSIDE or line.by == "taste":
            continue
        if line.use is None or line.grams is None:
            words = say("“{line}” would be left out. Say what it is and how much.", line=_quoted(line.written))
            yield Ask(f"left_out:{line.written}", words, say("Leave it out"))
        for amount in line.left:
            question = say("“{amount}” in “{line}” is not used.", amount=_quoted(amount), line=_quoted(line.written))
            yield Ask(f"unused:{line.written}:{amount}", question, say("Go on without it"))


# A number that says no amount: a share, a warmth, a length, a time, or how finely it is cut.
NO_AMOUNT = set_of("% ° º inch inches cm mm min minutes hour hours degrees f c")
ADDED = re.compile(r"\b(?:plus|and|less)\b|\+|&", re.IGNORECASE)
NEAR, HEDGE_NEAR = 0.03, 1.0  # how far from an amount taken a number may be and stand in it; hedged, as far again


def _amounts_in(text: str) -> Iterator[float]:
    """The numbers of a line that could be amounts."""
    tokens, at = tokens_of(plain(text)), 0
    while at < len(tokens):
        found = range_at(tokens, at) if tokens[at].kind == "number" else None
        if found is None:
            at += 1
            continue
        low, high, at = found
        behind = {t.word for t in tokens[at : at + 2]}
        if not behind & NO_AMOUNT:
            yield from dict.fromkeys((low, high))


def _stands_in(number: float, others: Sequence[float], taken: Sequence[float], room: float) -> bool:
    """Whether a number is one of the amounts taken, or times or with another number of its line makes one."""
    made = [number, *(number * other for other in others), *(number + other for other in others)]
    return any(abs(one - amount) <= room * max(amount, 0.01) for one in made for amount in taken)


def _numbers(lines: Sequence[PlacedLine]) -> Iterator[Ask]:
    """Numbers of an ingredient line of which nothing was made: each is to be used once."""
    by_line: dict[str, list[PlacedLine]] = {}
    for placed in lines:
        by_line.setdefault(placed.line.written, []).append(placed)
    for written, placed_here in by_line.items():
        if not _needs_no_account(written, placed_here):
            yield from _unused(written, [p.line for p in placed_here])


def _needs_no_account(written: str, placed_here: Sequence[PlacedLine]) -> bool:
    """Whether a line counts for nothing, was put right by the cook, or says itself that more is added."""
    put_right = any(YOU_SAID.template == why.template for p in placed_here for why in p.line.why)
    counts_for_nothing = any(p.part in OUTSIDE or p.line.grams is None for p in placed_here)
    return counts_for_nothing or put_right or ADDED.search(written) is not None


def _unused(written: str, read: Sequence[ReadLine]) -> Iterator[Ask]:
    """The numbers of one line that are in nothing it was read as."""
    taken = [v for one in read for g in one.given for v in (g.measure.low, g.measure.typical, g.measure.high)]
    said = " ".join(str(why) for one in read for why in one.why) + " ".join(a for one in read for a in one.left)
    numbers = list(_amounts_in(written))
    room = HEDGE_NEAR if any(word in HEDGES for word in written.lower().split()) else NEAR
    for number in numbers:
        if not _stands_in(number, numbers, taken, room) and f"{number:g}" not in said:
            words = say("The {number} in “{line}” is not used.", number=as_number(number), line=_quoted(written))
            yield Ask(f"number:{written}:{number:g}", words, say("Go on without it"))


def _not_used(reading: Reading) -> Iterator[Ask]:
    for text in reading.not_used:
        question = say("“{line}” names a food and an amount, and was taken for no ingredient.", line=_quoted(text))
        yield Ask(f"no_ingredient:{text}", question, say("It is none"))


def _parts(reading: Reading, habits: Habits) -> list[Part]:
    """What is in the dough."""
    lines = [p.line for p in reading.lines if p.part in IN_THE_DOUGH]
    return [(find(one.use, "use", habits.own), one.grams.typical) for one in lines if one.use and one.grams]


def _outside(value: float, within: tuple[float, float]) -> bool:
    return not within[0] <= value <= within[1]


def _plausible(parts: Sequence[Part], document: dict[str, Any]) -> Iterator[Ask]:
    """A dough that no kitchen would make."""
    keys = {item.key for item, _ in parts}
    if BOUGHT in keys or "bought" in document["dough"].get("leavening", ""):
        return
    if not any(item.role == "flour" for item, _ in parts):
        yield Ask("no_flour", say("There is no flour in the dough."), say("There is none"))
        return
    p = percentages(list(parts))
    yield from _out_of_bounds(p, keys, document)


def _out_of_bounds(p: Percentages, keys: set[str], document: dict[str, Any]) -> Iterator[Ask]:
    right = say("It is right")
    if _outside(p.true_hydration, HYDRATION) and STARTER not in keys:
        much = say(
            "The dough has {water} of water for its flour: a line may be misread.", water=in_percent(p.true_hydration)
        )
        yield Ask("hydration", much, right)
    if _outside(p.salt, SALT):
        yield Ask("salt", say("{salt} of salt is too much for a dough.", salt=in_percent(p.salt)), right)
    rises = document["dough"].get("leavening", "").startswith("yeast")
    if rises and _outside(p.yeast, YEAST):
        yield Ask("yeast", say("{yeast} of yeast, as instant, is unusual.", yeast=in_percent(p.yeast)), right)


def _raw_in_dough(lines: Sequence[PlacedLine]) -> Iterator[Ask]:
    for placed in lines:
        if placed.part in IN_THE_DOUGH and placed.line.role in STRANGE_IN_DOUGH and placed.line.role in RAW:
            question = say("“{line}” would go into the dough, raw.", line=_quoted(placed.line.written))
            yield Ask(f"raw_in_dough:{placed.line.written}", question, say("It goes into the dough"))


def _no_filling(reading: Reading, document: dict[str, Any]) -> Iterator[Ask]:
    """A title or method that names a filling, and none that was found."""
    filled = any(p.part.startswith("filling") and p.line.grams for p in reading.lines)
    closing = USUAL.get(document.get("closing", ""))
    named = NAMES_A_FILLING.search(f"{reading.title}\n{reading.method}")
    if not filled and closing and closing.most > 0 and named:
        question = say("The recipe speaks of a filling (“{word}”), and there is none.", word=verbatim(named[0]))
        yield Ask("no_filling", question, say("There is none"))


def _taken_c(heat: dict[str, Any]) -> list[float]:
    """°C the bake is heated at."""
    told = [heat.get("temperature"), (heat.get("then") or {}).get("temperature")]
    return [parse(one, "temperature", "heat") for one in told if one]


def _ovens(reading: Reading, heat: dict[str, Any]) -> Iterator[Ask]:
    """Oven temperatures that stand in the text and are not the bake's, nor the same for a fan."""
    taken = _taken_c(heat)
    alike = [c + off for c in taken for off in (0.0, -20.0, 20.0)]
    asked: set[float] = set()
    for sentence in sentences(reading.method):
        if not OF_AN_OVEN.search(sentence):
            continue
        for number in numbers_in(tokens_in(sentence)):
            celsius = number.value.typical
            oven = number.what == "temperature" and COOLEST_C <= celsius <= HOTTEST_C
            if not oven or any(abs(celsius - c) <= SAME_C for c in [*alike, *asked]):
                continue
            asked.add(celsius)
            question = say("“{words}”: {celsius} is not used.", words=_quoted(sentence), celsius=in_celsius(celsius))
            yield Ask(f"oven:{celsius:.0f}", question, say("Go on without it"))


def _counts(reading: Reading, document: dict[str, Any], parts: Sequence[Part]) -> Iterator[Ask]:
    """Pieces and their weight against the dough that was read."""
    each = first(reading.said, "each_g")
    pieces = document["pieces"] + sum(group.get("pieces") or 0 for group in document.get("more_groups", []))
    made = sum(grams for _, grams in parts)
    if each is None or not made or abs(pieces * each.typical / made - 1) <= DIFFERS:
        return
    question = say(
        "{pieces} pieces of {each} make {asked}, and the dough that was read weighs {made}.",
        pieces=pieces,
        each=in_grams(each.typical),
        asked=in_grams(pieces * each.typical),
        made=in_grams(made),
    )
    yield Ask("each_g", question, say("Go by what was read"))


def asks(reading: Reading, document: dict[str, Any], habits: Habits) -> list[Ask]:
    """Everything a cook has to say yes to before this reading is baked, in the order of the text."""
    if reading.bake is not None:
        return []
    parts = _parts(reading, habits)
    found = [
        *_left_out(reading.lines),
        *_numbers(reading.lines),
        *_not_used(reading),
        *_raw_in_dough(reading.lines),
        *_plausible(parts, document),
        *_no_filling(reading, document),
        *_counts(reading, document, parts),
        *(_ovens(reading, document["heat"]) if document["heat"].get("method") == "oven" else ()),
    ]
    return list({one.key: one for one in found}.values())
