"""Swaps that keep the dough true: the same lift, the same water, the same fat, with what does change said."""

from collections.abc import Iterator

from airycrumb.bake.edits import Answer, Change
from airycrumb.memo import remembered
from airycrumb.pantry import Ingredient, Part, find
from airycrumb.plan.context import Context
from airycrumb.trays.types import Swap
from airycrumb.words import Message, as_number, in_grams, joined, say

SALTS = ("fine salt", "coarse salt", "flaky salt")
YEASTS = ("instant yeast", "active dry yeast", "fresh yeast")
FLOURS = ("bread flour", "all-purpose flour", "cake flour")
FATS = ("butter", "oil")
MILKS = ("whole milk", "water")


def _row(at: int, item: Ingredient, grams: float, parts: list[Part]) -> list[Change]:
    """The row of the recipe put right: weighed now, so its least and most are the amount too."""
    row: list[str | int] = ["dough", "ingredients", at]
    fields = ("use", "amount", "low", "high") if at < len(parts) else ("use", "amount")
    return [Change([*row, f], item.key if f == "use" else f"{grams:.4g} g") for f in fields]


def _water(parts: list[Part], more_g: float) -> list[Change]:
    """So much more water, or less, in the recipe's water or else its first liquid; a row of its own if neither is."""
    liquids = [(at, item, g) for at, (item, g) in enumerate(parts) if item.role == "liquid" and g > 0]
    if abs(more_g) < 0.05:
        return []
    if not liquids:
        return _row(len(parts), find("water"), more_g, parts) if more_g > 0 else []
    at, item, grams = next((row for row in liquids if row[1].key == "water"), liquids[0])
    return _row(at, item, max(0.0, grams + 100 * more_g / item.water), parts)


def _swap(old: Ingredient, new: Ingredient, grams: float, why: Message, changes: list[Change]) -> Swap:
    return Swap(
        old.called, Answer(say("{grams} {name}", grams=in_grams(grams, significant=3), name=new.called), changes), why
    )


def _yeast(at: int, old: Ingredient, grams: float, new: Ingredient, parts: list[Part]) -> Swap:
    needed = grams * (old.instant_factor or 1.0) / (new.instant_factor or 1.0)
    why = say(
        "The same lift: {fresh} of fresh yeast, {dry} of active dry or {instant} of instant do the same (common "
        "practice).",
        fresh=in_grams(3),
        dry=in_grams(1.3),
        instant=in_grams(1),
    )
    if new.key == "active dry yeast":
        why = joined([why, say("Wake it in warm liquid first.")])
    water = (grams * old.water - needed * new.water) / 100
    if abs(water) >= 0.5:
        own = in_grams(abs(water), significant=2)
        add = say("Add {own} of liquid for the yeast's own water.", own=own)
        less = say("Take away {own} of liquid for the yeast's own water.", own=own)
        why = joined([why, add if water > 0 else less])
    woken = [Change(["dough", "yeast_school"], "woken" if new.key == "active dry yeast" else "straight")]
    return _swap(old, new, needed, why, [*_row(at, new, needed, parts), *_water(parts, water), *woken])


def _flour(at: int, old: Ingredient, grams: float, new: Ingredient, parts: list[Part]) -> Swap:
    low, high = old.rise_ceiling or 4.0, new.rise_ceiling or 4.0
    why = (
        say("The same mass. It holds a higher rise and chews more.")
        if high > low
        else say(
            "The same mass. It is softer, and holds a rise of about {high} times at most; it wants a little less "
            "water.",
            high=as_number(high, digits=1),
        )
    )
    return _swap(old, new, grams, why, _row(at, new, grams, parts))


def _salt(at: int, old: Ingredient, grams: float, new: Ingredient, parts: list[Part]) -> Swap:
    ratio = (old.density or 1.0) / (new.density or 1.0)
    return _swap(
        old,
        new,
        grams,
        say("The same grams; by the spoon it takes {ratio} times as many.", ratio=as_number(ratio, digits=1)),
        _row(at, new, grams, parts),
    )


def _fat(at: int, old: Ingredient, grams: float, new: Ingredient, parts: list[Part]) -> Swap:
    needed = grams * old.fat / new.fat
    water = (grams * old.water - needed * new.water) / 100
    own = in_grams(abs(water), significant=2)
    add = say("The same fat; add {own} of water. Oil makes a softer crumb, butter a shorter one.", own=own)
    less = say("The same fat; take away {own} of water. Oil makes a softer crumb, butter a shorter one.", own=own)
    why = add if water > 0 else less
    return _swap(old, new, needed, why, [*_row(at, new, needed, parts), *_water(parts, water)])


def _milk(at: int, old: Ingredient, grams: float, new: Ingredient, parts: list[Part]) -> Swap:
    needed = grams * old.water / new.water
    if new.key == "water":
        fat = grams * old.fat / 100
        return _swap(
            old,
            new,
            needed,
            say(
                "The same water. {fat} of fat goes with the milk: paler, a little leaner.",
                fat=in_grams(fat, significant=2),
            ),
            _row(at, new, needed, parts),
        )
    return _swap(
        old,
        new,
        needed,
        say(
            "The same water, and {needed} of fat: softer, browns sooner.",
            needed=in_grams(needed * new.fat / 100, significant=2),
        ),
        _row(at, new, needed, parts),
    )


KINDS = ((YEASTS, _yeast), (FLOURS, _flour), (SALTS, _salt), (FATS, _fat), (MILKS, _milk))


def swaps(ctx: Context) -> list[Swap]:
    """Every swap this dough allows."""
    return _swaps(tuple(ctx.bake.dough.parts))


@remembered(16)
def _swaps(parts: tuple[Part, ...]) -> list[Swap]:
    return list(_each(list(parts)))


def _each(parts: list[Part]) -> Iterator[Swap]:
    there = {item.key for item, _ in parts}
    for at, (old, grams) in enumerate(parts):
        for kind, swap in KINDS:
            if old.key in kind and grams > 0:
                yield from (swap(at, old, grams, find(k), parts) for k in kind if k not in there)
