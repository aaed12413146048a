"""What kind of dough a recipe makes: with yeast, soda, a sourdough, nothing at all, or bought."""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace

from airycrumb.pantry import find
from airycrumb.recipe.lines import exact
from airycrumb.recipe.reading import PlacedLine, Reading
from airycrumb.words import Message, in_grams, in_percent, listed, say

IN_THE_DOUGH = ("dough", "sponge", "soaked")
CHEMICAL = ("baking powder", "baking soda", "baker's ammonia", "cream of tartar")
STARTER, BOUGHT, RAISING, GLUTEN_FREE = "sourdough starter", "bought dough", "self-raising flour", "gluten-free flour"
# A middling bought bread dough, in g per 100 g; assumed from labels, no source.
OF_BOUGHT = {"bread flour": 59.0, "water": 36.5, "oil": 2.5, "fine salt": 1.2, "instant yeast": 0.8}


@dataclass(frozen=True)
class Kind:
    """leavening: as a bake document has it; told: what can and cannot be forecast of it, empty for plain yeast."""

    leavening: str
    told: tuple[Message, ...] = ()


def in_dough(reading: Reading) -> dict[str, float]:
    """g of each food of the dough, by pantry key."""
    found: dict[str, float] = {}
    for placed in reading.lines:
        line = placed.line
        if placed.part in IN_THE_DOUGH and line.use and line.grams:
            found[line.use] = found.get(line.use, 0.0) + line.grams.typical
    return found


LIMITS = {
    STARTER: say("How fast a sourdough starter works is its own: its rise is left to the clock here. Go by the dough."),
    GLUTEN_FREE: say("A dough without gluten holds its gas in another way: its rise and wrapping are guesses here."),
    RAISING: say("Self-raising flour has baking powder in it: it lifts in the heat, and is not waited for."),
}


def limits_of(dough: Iterable[str]) -> Iterator[Message]:
    """What cannot be forecast of a dough with these foods in it, by pantry key."""
    return (LIMITS[key] for key in dict.fromkeys(dough) if key in LIMITS)


def kind_of(reading: Reading) -> Kind:
    """The kind of dough a reading makes."""
    dough = in_dough(reading)
    roles = {find(key).role for key in dough if not _own(reading, key)}
    told = list(limits_of(dough))
    if "yeast" in roles:
        powder = any(key in dough for key in (*CHEMICAL[:1], RAISING))
        return Kind("yeast and baking powder" if powder else "yeast", tuple(told))
    if STARTER in dough:
        return Kind("none", tuple(told))
    if RAISING in dough or any(key in dough for key in CHEMICAL):
        return Kind("soda", (*told, say("Lifted by soda or baking powder: it rests and does not rise.")))
    if not dough:
        return Kind("yeast", tuple(told))
    return Kind("none", (*told, say("Nothing in this dough lifts it: it rests and does not rise.")))


def _own(reading: Reading, key: str) -> bool:
    return any(p.line.use == key and p.line.role == "" for p in reading.lines)


def unpacked(reading: Reading, assumed: list[Message]) -> Reading:
    """The reading with a bought dough taken apart into what such a dough is mostly made of."""
    bought = [p for p in reading.lines if p.line.use == BOUGHT and p.line.grams]
    if not bought:
        return reading
    parts = listed(say("{share} {food}", share=in_percent(g), food=find(k).called) for k, g in OF_BOUGHT.items())
    whole = sum(p.line.grams.typical for p in bought if p.line.grams)
    assumed.append(
        say(
            "{whole} of bought dough: what is in it stands on its packet and is taken here as {parts}. Its first rise "
            "may be behind it: look at it, not at the clock.",
            whole=in_grams(whole),
            parts=parts,
        )
    )
    lines: list[PlacedLine] = []
    for placed in reading.lines:
        lines += _parts_of(placed) if placed in bought else [placed]
    return replace(reading, lines=lines)


def _parts_of(bought: PlacedLine) -> list[PlacedLine]:
    grams = bought.line.grams
    assert grams is not None
    found = []
    for key, share in OF_BOUGHT.items():
        item = find(key)
        line = replace(
            bought.line,
            use=key,
            name=item.called,
            role=item.role,
            grams=exact(grams.typical * share / 100),
            sureness=0.5,
        )
        found.append(replace(bought, line=line))
    return found
