"""What the steps of a filling leave of it: laws of mass, one a kind of step, each with its doubt. Masses g, times min.

Meat keeps its protein and loses water and fat down to what that holds; an open pan boils off what its
flame has the power for; dried food takes up water; leaves collapse. Salt and everything else that is solid stays.
"""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from airycrumb.data import filling as juice
from airycrumb.data import yields as c
from airycrumb.pantry import Ingredient, Part
from airycrumb.stations.filling.moisture import juice_of

HEAT_J = juice.HEAT_CAPACITY.value / 1000  # J/gK
COOKED_ROLE = {"ground meat": "cooked meat", "poultry": "cooked meat", "fish": "cooked fish", "egg": "egg cooked"}

LIQUID = ("liquid", "sauce", "dairy")


@dataclass(frozen=True)
class Worked:
    """One step: what it does and to what."""

    #: name of a law, "" where nothing is lost
    law: str
    #: min it takes
    minutes: float
    #: keys of the foods it is done to; () for all of them
    of: tuple[str, ...] = ()


@dataclass(frozen=True)
class Left:
    """The filling after a step."""

    #: foods as they are now, g
    parts: tuple[Part, ...]
    #: g that may be wrong either way, 90 %
    doubt_g: float

    @property
    def grams(self) -> float:
        """All of it, g."""
        return sum(g for _, g in self.parts)


@dataclass(frozen=True)
class Change:
    """One food after a law. doubt: share of the change in mass that may be wrong."""

    part: Part
    doubt: float


Law = Callable[[Sequence[Part], float], list[Change]]
NINETY = 1.645


def through(parts: Sequence[Part], steps: Sequence[Worked]) -> list[Left]:
    """What is left after each step, in order. parts: as weighed, g."""
    found, now, variance = [], list(parts), 0.0
    keys = [item.key for item, _ in parts]
    for step in steps:
        at = [i for i, key in enumerate(keys) if not step.of or key in step.of]
        for i, change in zip(at, _changes(step, [now[i] for i in at]), strict=True):
            variance += (change.doubt * (change.part[1] - now[i][1])) ** 2
            now[i] = change.part
        found.append(Left(tuple(now), NINETY * math.sqrt(variance)))
    return found


def _changes(step: Worked, parts: Sequence[Part]) -> list[Change]:
    """What a step does to each of the foods it is done to."""
    too_short = step.law in COOKS and step.minutes < c.COOKS_FROM.value
    if not step.law or too_short:
        return [Change(part, 0.0) for part in parts]
    return LAWS[step.law](parts, step.minutes)


def _with(item: Ingredient, grams: float, water: float, fat: float, word: str, role: str = "") -> Part:
    """A food that has gained or lost water and fat; the rest of it is what it was. All g of `grams` before."""
    solid = grams * (100 - item.water - item.fat) / 100
    after = max(water + fat + solid, 1e-9)
    scale = solid / after * 100 / max(100 - item.water - item.fat, 1e-9)
    # Only the fire makes a food no longer raw: drained or soaked it is as raw as it was.
    words = [w for w in item.key.split() if word != "cooked" or w != "raw"]
    shares = {name: getattr(item, name) * scale for name in ("protein", "carbohydrate", "sugar", "ash")}
    key = " ".join(words if word in words else [*words, word])
    now = replace(item, key=key, role=role or item.role, water=100 * water / after, fat=100 * fat / after, **shares)
    return now, after


def _done(part: Part, kept: c.Meat, word: str = "cooked") -> Change:
    """Meat or fish cooked through: it holds so much water and fat per gram of protein, or what it had."""
    item, grams = part
    protein, water, fat = (grams * share / 100 for share in (item.protein, item.water, item.fat))
    holds = kept.water.value * (water if kept.water.unit == "share" else protein)
    most = kept.fat.value * (1 - math.exp(-fat / max(protein, 1e-9) / c.FAT_BEND.value))
    after = _with(
        item=item,
        grams=grams,
        water=min(water, holds),
        fat=min(fat, most * protein),
        word=word,
        role=COOKED_ROLE.get(item.role, ""),
    )
    return Change(after, c.DOUBT["meat"])


def _dried(part: Part, gone: float) -> Change:
    """A food that has given so much water to the air, or as much as it can."""
    item, grams = part
    if item.water <= 0:
        return Change(part, 0.0)
    water = grams * item.water / 100
    lost = min(gone, c.MOST_DRIED.value * water)
    role = COOKED_ROLE.get(item.role, "")
    return Change(
        _with(item, grams, water=water - lost, fat=grams * item.fat / 100, word="cooked", role=role),
        c.DOUBT["evaporation"],
    )


def _takes_up(part: Part, times: float, word: str, doubt: str) -> Change:
    item, grams = part
    water = grams * item.water / 100 + (times - 1) * grams
    return Change(_with(item, grams, water, grams * item.fat / 100, word), c.DOUBT[doubt])


def _is_dry(item: Ingredient) -> bool:
    return item.water < c.DRY.value


def _gives_up(part: Part, minutes: float) -> float:
    """g of water a food that is no raw meat could give an open pan in so many minutes."""
    item, grams = part
    water = grams * item.water / 100
    if item.role in LIQUID:
        return water
    return water * (1 - math.exp(-c.RELEASES.value * minutes)) if item.role in ("vegetable", "fruit") else 0.0


def _open_pan(watts: float) -> Law:
    """Fried, browned or simmered without a lid: meat cooks through, and the flame boils off water from the rest."""

    def law(parts: Sequence[Part], minutes: float) -> list[Change]:
        warm = sum(g for _, g in parts) * HEAT_J * (c.BOILS_C - c.FROM_C)
        budget = max(0.0, watts * 60 * minutes - warm) / c.LATENT.value
        done = [_done(p, c.MEATS[p[0].role]) if p[0].role in c.MEATS else None for p in parts]
        # Meat's juice runs out and boils off first.
        budget -= sum(p[1] - d.part[1] for p, d in zip(parts, done, strict=True) if d)
        gives = [0.0 if d else _gives_up(p, minutes) for p, d in zip(parts, done, strict=True)]
        share = min(1.0, max(0.0, budget) / max(sum(gives), 1e-9))
        return [d or _dried(p, share * g) for p, d, g in zip(parts, done, gives, strict=True)]

    return law


def _boiled(parts: Sequence[Part], minutes: float) -> list[Change]:
    """In plenty of water or steam: meat cooks through, dry beans and grain swell, the rest keeps its mass."""

    def one(part: Part) -> Change:
        item, grams = part
        if item.role in c.MEATS:
            return _done(part, c.MEATS[item.role])
        if _is_dry(item) and item.role in c.BOILED:
            return _takes_up(part, c.BOILED[item.role].value, "cooked", "boil")
        fat = grams * item.fat / 100
        return Change(
            _with(item, grams, grams * item.water / 100, fat, "cooked", COOKED_ROLE.get(item.role, "")),
            c.DOUBT["boil"],
        )

    return [one(part) for part in parts]


def _roasted(parts: Sequence[Part], minutes: float) -> list[Change]:
    """In a hot oven: meat cooks through, the rest dries slowly."""
    dries = lambda p: _dried(p, c.ROASTED.value * minutes * p[1] * p[0].water / 100)
    return [_done(p, c.MEATS[p[0].role]) if p[0].role in c.MEATS else dries(p) for p in parts]


def _rendered(parts: Sequence[Part], minutes: float) -> list[Change]:
    """Fat meat fried until it is crisp, its fat poured off."""
    return [_done(p, c.CRISP) if p[0].role in c.MEATS else _dried(p, 0.0) for p in parts]


def _soaked(parts: Sequence[Part], minutes: float) -> list[Change]:
    """Dried food in plenty of water."""
    done = 1 - 0.5 ** (minutes / c.SWELLS_IN.value)

    def one(part: Part) -> Change:
        item = part[0]
        if not _is_dry(item) or item.role not in c.SOAKED:
            return Change(part, 0.0)
        return _takes_up(part, 1 + done * (c.SOAKED[item.role].value - 1), "soaked", "soak")

    return [one(part) for part in parts]


def _wilted(parts: Sequence[Part], minutes: float) -> list[Change]:
    """Leaves wilted and pressed."""

    def one(part: Part) -> Change:
        item, grams = part
        if item.role != "vegetable" or _is_dry(item):
            return Change(part, 0.0)
        leaf = (item.density or 1.0) < c.LEAFY.value
        lost = grams * (1 - (c.LEAVES if leaf else c.WILTED).value)
        return replace(_dried(part, lost), doubt=c.DOUBT["wilt"])

    return [one(part) for part in parts]


def _without_juice(treatment: str) -> Law:
    """Drained or squeezed: of the juice that runs out so much is poured away."""
    gone = 1 - juice.TREATMENTS[treatment][1]

    def one(part: Part) -> Change:
        item, grams = part
        lost = gone * max(0.0, juice_of(item, grams, "raw"))
        water = grams * item.water / 100 - lost
        return Change(_with(item, grams, water, grams * item.fat / 100, "drained"), c.DOUBT["juice"])

    return lambda parts, minutes: [one(part) for part in parts]


COOKS = ("fried", "simmered", "boiled", "roasted", "rendered")  # laws by which raw meat is cooked through
LAWS: dict[str, Law] = {
    "fried": _open_pan(c.FLAME_W.value),
    "simmered": _open_pan(c.SIMMER_W.value),
    "boiled": _boiled,
    "roasted": _roasted,
    "rendered": _rendered,
    "soaked": _soaked,
    "wilted": _wilted,
    "drained": _without_juice("drained"),
    "squeezed": _without_juice("squeezed"),
}
