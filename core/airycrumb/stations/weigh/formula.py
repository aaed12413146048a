"""Baker's percentages, stated and true hydration, and scaling from any pinned number."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from airycrumb.pantry import Part
from airycrumb.quantities import Band, share_rounded
from airycrumb.words import Message


@dataclass(frozen=True)
class Percentages:
    """A dough in baker's %: every figure is a share of all its flour, in %.

    stated_hydration counts water alone; true_hydration the water in milk, egg, butter and
    yeast too. yeast is the instant equivalent. total: the whole dough.
    """

    stated_hydration: float
    true_hydration: float
    salt: float
    sugar: float
    fat: float
    yeast: float
    baking_powder: float
    total: float


def _sum(parts: list[Part], share: str, *roles: str) -> float:
    return sum(grams * getattr(item, share) / 100 for item, grams in parts if item.role in roles)


def _mass(parts: list[Part], *roles: str) -> float:
    return sum(grams for item, grams in parts if item.role in roles)


NOT_FLOUR = ("liquid", "egg", "fat", "sugar", "yeast", "dairy", "vegetable", "fruit", "cheese", "grain")


def percentages(parts: list[Part]) -> Percentages:
    """Baker's percentages of a dough.

    parts: (ingredient, g), with some flour in them. Worked example (common practice):
    500 g flour with 330 g water is 66 % hydration.
    """
    flour = _mass(parts, "flour")
    pct = 100 / flour
    return Percentages(
        stated_hydration=pct * sum(g for i, g in parts if i.key == "water"),
        true_hydration=pct * _sum(parts, "water", *NOT_FLOUR),
        salt=pct * _mass(parts, "salt"),
        sugar=pct * _sum(parts, "sugar", "sugar"),
        fat=pct * _sum(parts, "fat", "fat", "liquid", "egg", "dairy", "cheese"),
        yeast=pct * sum(g * (i.instant_factor or 0) for i, g in parts),
        baking_powder=pct * _mass(parts, "leavener"),
        total=pct * sum(g for _, g in parts),
    )


@dataclass(frozen=True)
class Sponge:
    """A sponge as mixed, scaled. g and baker's % of its own flour; flour_share: % of all the dough's flour."""

    grams: float
    flour_g: float
    water_g: float
    yeast_g: float
    hydration: float
    yeast: float
    flour_share: float


def sponge(lines: list["Line"], places: tuple[str, ...], parts: list[Part]) -> Sponge | None:
    """The sponge's own table; None where nothing goes into one, or no flour does. lines and parts alike in order."""
    inside = [
        (item, line.grams) for line, place, (item, _) in zip(lines, places, parts, strict=True) if place == "sponge"
    ]
    if not _mass(inside, "flour"):
        return None
    own, flour = percentages(inside), _mass(inside, "flour")
    return Sponge(
        grams=sum(g for _, g in inside),
        flour_g=flour,
        water_g=own.true_hydration * flour / 100,
        yeast_g=_mass(inside, "yeast"),
        hydration=own.true_hydration,
        yeast=own.yeast,
        flour_share=100 * flour / sum(line.grams for line in lines if line.role == "flour"),
    )


@dataclass(frozen=True)
class HydrationDoubt:
    """True hydration [%] with its 90 % band, and the line that widens it most; most: None where all is weighed."""

    hydration: Band
    most: int | None


def hydration_doubt(parts: list[Part], bands: tuple[Band, ...]) -> HydrationDoubt:
    """How surely a dough measured by volume is known: each line swung alone, independent swings added in square.

    bands: g of each part, as `parts`; () means weighed.
    """
    typical = percentages(parts).true_hydration
    swings = []
    for i, band in enumerate(bands):
        # What is weighed does not swing.
        ends = () if band.low == band.high == parts[i][1] else (band.low, band.high)
        swung = [[*parts[:i], (parts[i][0], g), *parts[i + 1 :]] for g in ends]
        found = [percentages(p).true_hydration - typical for p in swung]
        swings.append((min([0.0, *found]), max([0.0, *found])))
    down, up = (math.sqrt(sum(s[side] ** 2 for s in swings)) for side in (0, 1))
    widest = max(range(len(swings)), key=lambda i: swings[i][1] - swings[i][0], default=None)
    if widest is not None and swings[widest] == (0.0, 0.0):
        widest = None
    return HydrationDoubt(Band(typical - down, typical, typical + up), widest)


def rise_ceiling(parts: list[Part]) -> float:
    """Largest volume ratio the flours hold together, weighted by their mass."""
    flours = [(i.rise_ceiling or 4.0, g) for i, g in parts if i.role == "flour"]
    return sum(c * g for c, g in flours) / sum(g for _, g in flours)


def wake_up(parts: list[Part], school: str) -> float:
    """Share of the yeast awake at mixing (0 to 1); stirred into warm liquid first, dry yeast wakes.

    Values .36 (active dry) and .40 (instant) for yeast so stirred are assumed.
    """
    awake = {"active dry yeast": 0.36, "instant yeast": 0.40} if school != "straight" else {}
    yeasts = [(awake.get(i.key, i.wake_up or 0.29), g * (i.instant_factor or 0)) for i, g in parts if i.role == "yeast"]
    whole = sum(g for _, g in yeasts)
    return sum(a * g for a, g in yeasts) / whole if whole else 0.29


@dataclass(frozen=True)
class Line:
    """One ingredient as weighed: exact g, g as the scale shows it, and baker's % (None in a filling)."""

    key: str
    name: Message
    role: str
    grams: float
    shown_g: float
    percent: float | None
    below_step: bool


@dataclass(frozen=True)
class Share:
    """Pieces of one group. g of dough and of filling in each."""

    pieces: int
    dough_per_piece_g: float
    filling_per_piece_g: float

    @property
    def dough_g(self) -> float:
        """Dough in all of them."""
        return self.pieces * self.dough_per_piece_g

    @property
    def filling_g(self) -> float:
        """Filling in all of them."""
        return self.pieces * self.filling_per_piece_g


@dataclass(frozen=True)
class Scaled:
    """The bake's amounts after its pin is honoured. g throughout; spare dough is what all the pieces leave."""

    pieces: int
    dough_g: float
    spare_dough_g: float
    gives_way: str
    shares: list[Share]


@dataclass(frozen=True)
class Pin:
    """A number that is held. by: flour, dough, filling (the first group's) or "filling 2" and on, or an
    ingredient's key; amount in g."""

    by: str
    amount_g: float
    gives_way: str  # "pieces" or "weight"


def filling_pinned(by: str) -> int | None:
    """Which group's filling a pin holds, 0 for the first; None where it holds something else.

    >>> filling_pinned("filling"), filling_pinned("filling 2"), filling_pinned("flour")
    (0, 1, None)
    """
    name, _, number = by.partition(" ")
    if name != "filling" or (number and not number.isdigit()):
        return None
    return int(number or 1) - 1


def dough_from_pin(pin: Pin, parts: list[Part]) -> float:
    """Whole dough in g that a pinned flour, dough or ingredient makes."""
    whole = sum(g for _, g in parts)
    if pin.by == "dough":
        return pin.amount_g
    held = _mass(parts, "flour") if pin.by == "flour" else sum(g for i, g in parts if i.key == pin.by)
    return pin.amount_g * whole / held


def _count(available: float, each: float) -> int:
    return max(1, math.floor(available / each + 1e-9))


def _dough(shares: Sequence[Share]) -> float:
    return sum(s.dough_g for s in shares)


def _as_many_as_fit(shares: Sequence[Share], dough_g: float) -> list[Share]:
    """The groups' pieces in the proportion they have, as many as the dough gives; one of each at least."""
    if len(shares) == 1:
        return [replace(shares[0], pieces=_count(dough_g, shares[0].dough_per_piece_g))]
    factor = dough_g / _dough(shares)
    wanted = [s.pieces * factor for s in shares]
    found = [replace(s, pieces=max(1, math.floor(w + 1e-9))) for s, w in zip(shares, wanted, strict=True)]
    left = dough_g - _dough(found)
    # What the floors left over goes to the groups that lost most by them.
    for i in sorted(range(len(found)), key=lambda i: found[i].pieces - wanted[i]):
        if left >= found[i].dough_per_piece_g - 1e-9:
            left -= found[i].dough_per_piece_g
            found[i] = replace(found[i], pieces=found[i].pieces + 1)
    return found


def _filling_held(share: Share, pin: Pin) -> Share:
    if pin.gives_way == "pieces":
        return replace(share, pieces=_count(pin.amount_g, share.filling_per_piece_g))
    return replace(share, filling_per_piece_g=pin.amount_g / share.pieces)


def scale(wanted: Sequence[Share], loss: float, parts: list[Part], pin: Pin | None) -> Scaled:
    """Work the amounts from the pieces wanted, in one or more groups, and at most one pin.

    loss: share of the dough left on bowl and hands (0 to 0.1). Without a pin, pieces x weight
    decide. With one, `pin.gives_way` says which number follows: a filling that is held moves its
    own group alone, anything of the dough moves every group in proportion.
    """
    shares = list(wanted)
    which = None if pin is None else filling_pinned(pin.by)
    if pin is None or which is not None:
        if pin is not None and which is not None:
            shares[which] = _filling_held(shares[which], pin)
        return _scaled(shares, _dough(shares) / (1 - loss), loss, "dough" if pin is None else pin.gives_way)
    dough = dough_from_pin(pin, parts)
    if pin.gives_way == "pieces":
        shares = _as_many_as_fit(shares, dough * (1 - loss))
    else:
        factor = dough * (1 - loss) / _dough(shares)
        shares = [replace(s, dough_per_piece_g=s.dough_per_piece_g * factor) for s in shares]
    return _scaled(shares, dough, loss, pin.gives_way)


def _scaled(shares: list[Share], dough: float, loss: float, gives_way: str) -> Scaled:
    return Scaled(
        sum(s.pieces for s in shares), dough, max(0.0, dough * (1 - loss) - _dough(shares)), gives_way, shares
    )


def lines(parts: list[Part], total_g: float, step_g: float, with_percent: bool) -> list[Line]:
    """The parts scaled to total_g, exact and as shown on a scale of step_g, the total kept."""
    whole = sum(g for _, g in parts)
    exact = [g * total_g / whole for _, g in parts]
    shown = share_rounded(exact, step_g)
    flour = _mass(parts, "flour") or whole
    return [
        Line(
            key=i.key,
            name=i.called,
            role=i.role,
            grams=e,
            shown_g=s,
            percent=100 * g / flour if with_percent else None,
            below_step=0 < e < 2.5 * step_g,
        )
        for (i, g), e, s in zip(parts, exact, shown, strict=True)
    ]


def water_temperature(wanted_c: float, room_c: float, friction_c: float, water_share: float) -> float:
    """Temperature of the liquid that lands the dough at wanted_c, by heat balance. °C.

    water_share: liquid's share of the dough mass (0.2 to 0.6). Specific heats: water 4.19,
    flour 1.8 kJ/kgK (from memory, common handbook values). friction_c: rise from kneading.

    >>> round(water_temperature(26, 21, 1, 0.39), 1)
    27.7
    """
    liquid, dry = water_share * 4.19, (1 - water_share) * 1.8
    return ((wanted_c - friction_c) * (liquid + dry) - dry * room_c) / liquid


def ice(liquid_g: float, needed_c: float, tap_c: float) -> float:
    """g of the liquid to give as ice so that it acts as if at needed_c. 0 where the tap is cold enough.

    Heat balance with the latent heat of fusion, 334 kJ/kg (CRC Handbook), water 4.19 kJ/kgK: within
    1 % of the bakers' rule liquid x (tap - needed)/(tap + 80). needed_c down to -20.

    >>> round(ice(300, 4, 16))
    38
    """
    if needed_c >= tap_c:
        return 0.0
    return min(liquid_g, liquid_g * 4.19 * (tap_c - needed_c) / (334.0 + 4.19 * tap_c))


def dough_temperature(liquid_c: float, room_c: float, friction_c: float, water_share: float) -> float:
    """Inverse of `water_temperature`: where the dough lands with this liquid. °C."""
    liquid, dry = water_share * 4.19, (1 - water_share) * 1.8
    return (liquid * liquid_c + dry * room_c) / (liquid + dry) + friction_c
