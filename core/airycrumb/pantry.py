"""What is in an ingredient: composition, density, allergens, and how a dough feels it."""

import csv
from dataclasses import dataclass, replace
from difflib import get_close_matches
from functools import cache
from importlib.resources import files

from airycrumb.problems import InputError, Problem
from airycrumb.words import Message, listed, say, verbatim


@dataclass(frozen=True)
class Ingredient:
    """One pantry item. Composition in g per 100 g; sugar is what yeast can ferment.

    density: g/mL as usually measured, None where unknown. rise_ceiling: largest volume ratio
    a dough of this flour holds. instant_factor: mass of instant yeast equal to 1 g of it.
    wake_up: share of the yeast awake at mixing (0 to 1). piece_g: one of them (an egg without its
    shell, a medium onion, a packet of yeast); aliases: other names recipes use.
    """

    key: str
    name: str
    role: str
    water: float
    protein: float
    fat: float
    carbohydrate: float
    sugar: float
    ash: float
    density: float | None
    allergens: tuple[str, ...]
    may_contain: tuple[str, ...]
    rise_ceiling: float | None
    instant_factor: float | None
    wake_up: float | None
    piece_g: float | None
    aliases: tuple[str, ...]
    kind: str
    source: str
    own: bool = False

    @property
    def called(self) -> Message:
        """Its name in a sentence; the cook's own word for a food of the cook's own."""
        return verbatim(self.name) if self.own else Message(self.name)


Own = tuple[Ingredient, ...]
Part = tuple[Ingredient, float]  # an ingredient and its mass in g


def alike(
    base: Ingredient,
    name: str,
    water: float | None = None,
    fat: float | None = None,
    density: float | None = None,
    piece_g: float | None = None,
) -> Ingredient:
    """A food of the cook's own, like one the pantry knows but for what is said. water, fat: g per 100 g.

    What is not said keeps its proportions in what is left. What is like raw meat or fish stays raw by
    name, whatever the cook calls it: cautions go by it.
    """
    key = name.strip().lower()
    if "raw" in base.key.split() and "raw" not in key.split():
        key += " raw"
    wet = base.water if water is None else water
    oily = base.fat * (100 - wet) / max(100 - base.water, 1e-9) if fat is None else fat
    rest = max(100 - base.water - base.fat, 1e-9)
    shrink = max(0.0, 100 - wet - oily) / rest
    shares = {k: getattr(base, k) * shrink for k in ("protein", "carbohydrate", "sugar", "ash")}
    return replace(
        base,
        key=key,
        name=name.strip(),
        water=wet,
        fat=oily,
        **shares,
        density=density or base.density,
        piece_g=piece_g or base.piece_g,
        aliases=(),
        kind="assumed",
        source=f"this kitchen's own, like {base.name}",
        own=True,
    )


def _number(text: str) -> float | None:
    return float(text) if text else None


def _row(row: dict[str, str]) -> Ingredient:
    shares = {k: float(row[k]) for k in ("water", "protein", "fat", "carbohydrate", "sugar", "ash")}
    options = {k: _number(row[k]) for k in ("density", "rise_ceiling", "instant_factor", "wake_up", "piece_g")}
    texts = {k: row[k] for k in ("key", "name", "role", "kind", "source")}
    several = {k: tuple(a for a in row[k].split(";") if a) for k in ("allergens", "may_contain", "aliases")}
    return Ingredient(**texts, **shares, **options, **several)  # type: ignore[arg-type]


@cache
def shelf() -> dict[str, Ingredient]:
    """Every pantry item by key, read once."""
    text = (files("airycrumb.data") / "pantry.csv").read_text(encoding="utf-8")
    return {row["key"]: _row(row) for row in csv.DictReader(text.splitlines())}


def find(key: str, where: str = "", own: Own = ()) -> Ingredient:
    """The pantry item of that name, the kitchen's own first; InputError with suggestions where there is none."""
    wanted = key.strip().lower()
    item = next((mine for mine in own if mine.key == wanted), None) or shelf().get(wanted)
    if item is not None:
        return item
    near = get_close_matches(wanted, [*(mine.key for mine in own), *shelf()], n=3)
    asked = verbatim(key[:40])
    said = (
        say("“{food}” is not in the pantry: did you mean {near}?", food=asked, near=listed(map(verbatim, near), "or"))
        if near
        else say("“{food}” is not in the pantry: choose one that is.", food=asked)
    )
    raise InputError([Problem("unknown_ingredient", where, said)])


@dataclass(frozen=True)
class Composition:
    """Mass shares (sum 1) of a mixture, for the heat station's property models."""

    water: float
    protein: float
    fat: float
    carbohydrate: float
    ash: float


def blend(parts: list[tuple[Ingredient, float]]) -> Composition:
    """Composition of a mixture of (item, g). Masses >= 0, at least one above 0."""
    names = ("water", "protein", "fat", "carbohydrate", "ash")
    sums = {n: sum(getattr(item, n) * grams for item, grams in parts) for n in names}
    # Tables seldom add up to exactly 100: shares of what they do add up to.
    whole = sum(sums.values())
    return Composition(**{n: s / whole for n, s in sums.items()})
