"""The filling as a formula of its own: its juice, what binds it, how stiff it is cold, and how long it takes to cool.

Masses g, temperatures °C, lengths mm, times min.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from airycrumb.data import filling as c
from airycrumb.data.safety import COOL_C
from airycrumb.numerical import root
from airycrumb.pantry import Ingredient, Part, blend, find
from airycrumb.words import NOTHING, Message, say


def _is_cooked(item: Ingredient, state: str) -> bool:
    return state == "cooked" or "cooked" in item.key.split()


def juice_of(item: Ingredient, grams: float, state: str) -> float:
    """g of juice so much of an item gives; negative where it takes up juice instead. state: of the whole filling."""
    holds = c.HOLDS_BY_NAME.get(item.key, c.HOLDS.get(item.role, 0.0))
    if holds:
        return -holds * grams
    if item.role == "cheese":
        weeps = c.CHEESE_WEEPS.value if item.water > c.WET_CHEESE.value else 0.0
    else:
        raw, cooked = c.WEEPS.get(item.role, (0.0, 0.0))
        weeps = cooked if _is_cooked(item, state) else raw
    return weeps * item.water / 100 * grams


@dataclass(frozen=True)
class Binder:
    """What would bind the juice there is too much of. use: its key in the pantry; g in the whole filling."""

    use: str
    name: Message
    grams: float
    how: Message


@dataclass(frozen=True)
class Moisture:
    """How wet a filling is. juice: g in 100 g, of the filling as treated; most_from: the item that gives most of it.

    left: mass after the treatments over that before; bears: the most juice this closing bears; binders: [] where it
    bears what there is.
    """

    juice: float
    word: Message
    most_from: Message
    left: float
    bears: float
    binders: list[Binder]

    @property
    def too_wet(self) -> bool:
        """Whether it has clearly more juice than its closing bears: the shares are not known better than that."""
        return self.juice > _worth_asking(self.bears)


def _worth_asking(limit: float) -> float:
    return 1.2 * limit + 0.5


def bears(closing: str, method: str) -> float:
    """g of juice in 100 g a closing bears; open pieces dry only in an oven."""
    if closing in c.MIXED:
        return c.BEARS["mixed"].value
    return c.BEARS["open" if closing in c.OPEN and method == "oven" else "sealed"].value


def moisture(
    parts: Sequence[Part], state: str, treatments: Sequence[str], closing: str, method: str, total_g: float
) -> Moisture:
    """How wet a filling of these parts (a ratio) is once treated, and what would bind it in total_g of it."""
    whole = sum(g for _, g in parts)
    each = [(item, juice_of(item, g, state)) for item, g in parts]
    loose, taken = sum(max(j, 0.0) for _, j in each), sum(max(-j, 0.0) for _, j in each)
    kept = math.prod(c.TREATMENTS[t][1] for t in treatments)
    gone = loose - loose * kept if any(c.TREATMENTS[t][2] for t in treatments) else 0.0
    left = 1 - gone / whole
    juice = 100 * max(0.0, loose * kept - taken) / (whole * left)
    wettest = max((row for row in each if row[1] > 0), key=lambda row: row[1], default=None)
    limit = bears(closing, method)
    over = (juice - limit) / 100 * total_g if juice > _worth_asking(limit) else 0.0
    binders = [Binder(use, find(use).called, over / holds, how) for use, holds, how in c.BINDERS] if over > 0 else []
    return Moisture(
        juice=juice,
        word=_wetness(juice),
        most_from=wettest[0].called if wettest else NOTHING,
        left=left,
        bears=limit,
        binders=binders,
    )


def _wetness(juice: float) -> Message:
    return say("dry") if juice < c.DRY_BELOW else say("moist") if juice < c.MOIST_BELOW else say("wet")


@dataclass(frozen=True)
class Stiffness:
    """How a filling behaves when it is wrapped: the word for it, and what that means for the hands."""

    word: Message
    means: Message


def stiffness(parts: Sequence[Part], juice: float, celsius: float) -> Stiffness:
    """How a filling behaves when it is wrapped: fat sets below about 12 °C, juice makes it slump (assumed bands)."""
    fat = 100 * blend(list(parts)).fat
    set_fat = fat if celsius <= 12 else 0.35 * fat if celsius <= 20 else 0.0
    score = set_fat / 8 + (1.0 if celsius <= 8 else 0.0) - juice / 6
    if score >= 1:
        return Stiffness(say("stiff"), say("it stays where you put it"))
    return Stiffness(say("soft"), say("it wants a spoon")) if score > -1 else Stiffness(say("slack"), say("it runs"))


def weeping(parts: Sequence[Part], state: str, total_g: float, minutes: float = 30.0) -> float:
    """g of juice raw vegetables give in so many minutes once salt is with raw meat, fish or poultry; 0 where there is
    none.
    """
    raw_meat = any(i.role in ("ground meat", "poultry", "fish") and not _is_cooked(i, state) for i, _ in parts)
    salted = any(i.role == "salt" for i, _ in parts)
    if not (raw_meat and salted):
        return 0.0
    whole = sum(g for _, g in parts)
    loose = sum(juice_of(i, g, state) for i, g in parts if i.role == "vegetable" and not _is_cooked(i, state))
    return max(0.0, loose) / whole * total_g * (1 - 0.5 ** (minutes / c.WEEP_HALF_MIN.value))


# Cooling: transient conduction with convection at the surface, exact series.


TERMS, LEAST_FOURIER = 40, 1e-3  # of the series, and from where on they are enough


@lru_cache(maxsize=512)
def eigenvalues(biot: float, sphere: bool) -> np.ndarray:
    """The first roots of z tan z = Bi (slab) or 1 - z cot z = Bi (sphere), in order, shape (TERMS,).

    Carslaw and Jaeger, Conduction of Heat in Solids; Bi = h L/k > 0 with L the half thickness or the radius. Each root
    lies alone in an interval of pi (sphere) or pi/2 (slab): all are halved in on together.
    """
    low = np.arange(TERMS) * math.pi
    high = low + (math.pi if sphere else math.pi / 2)
    for _ in range(52):
        z = (low + high) / 2
        over = (1 - biot) * np.sin(z) - z * np.cos(z) if sphere else z * np.sin(z) - biot * np.cos(z)
        # Multiplied out, the sign turns with every interval.
        past = over * np.where(np.arange(TERMS) % 2, -1, 1) > 0
        low, high = np.where(past, low, z), np.where(past, z, high)
    return (low + high) / 2


def centre(fourier: float, biot: float, sphere: bool) -> float:
    """(T - Ta)/(T0 - Ta) in the middle at a Fourier number alpha t/L2: sum of C exp(-z2 Fo)."""
    z = eigenvalues(biot, sphere)
    if sphere:
        coefficient = 4 * (np.sin(z) - z * np.cos(z)) / (2 * z - np.sin(2 * z))
    else:
        coefficient = 4 * np.sin(z) / (2 * z + np.sin(2 * z))
    return float(min(1.0, coefficient @ np.exp(-(z**2) * fourier)))


def cooling_time(half_mm: float, sphere: bool, from_c: float, to_c: float, air_c: float, h: float) -> float:
    """Minutes until the middle of a slab of that half thickness, or a ball of that radius, has cooled to to_c.

    half_mm 1 to 200, air_c < to_c < from_c, h W/m2K. One uniform temperature at the start.
    """
    if to_c >= from_c:
        return 0.0
    wanted = (to_c - air_c) / (from_c - air_c)
    length = half_mm / 1000
    # Kept by its value to six digits: rounded more, a thin layer would cool sooner than a thinner one.
    biot = float(f"{h * length / c.CONDUCTIVITY.value:.6g}")
    alpha = c.CONDUCTIVITY.value / (1000 * c.HEAT_CAPACITY.value)
    z = eigenvalues(biot, sphere)
    top = (
        4 * (np.sin(z) - z * np.cos(z)) / (2 * z - np.sin(2 * z)) if sphere else 4 * np.sin(z) / (2 * z + np.sin(2 * z))
    )
    over = lambda fo: float(top @ np.exp(-(z**2) * fo)) - wanted
    # The first term alone is an upper bound late on: it brackets the root.
    latest = max(1.0, -math.log(wanted / float(top[0])) / float(z[0]) ** 2 * 1.5)
    if over(LEAST_FOURIER) <= 0:  # so near that the series cannot tell
        return 0.0
    return root(over, LEAST_FOURIER, latest) * length**2 / alpha / 60


@dataclass(frozen=True)
class Cooling:
    """How long a filling cools in a vessel. min: on the bench until it no longer steams, then in the fridge; deep_mm:
    how deep it lies; to_cool_min: until it is under 21 °C, or as cold as it is wrapped where that is warmer.
    """

    vessel: str
    bench_min: float
    fridge_min: float
    deep_mm: float
    to_cool_min: float

    @property
    def minutes(self) -> float:
        """Both together."""
        return self.bench_min + self.fridge_min


@lru_cache(maxsize=512)
def cooling(
    total_g: float, density: float, vessel: str, room_c: float, to_c: float, from_c: float = c.HOT_C.value
) -> Cooling:
    """Time for a hot filling to cool to to_c, in a "tray" (spread shallow), a "box" or a heaped "bowl".

    The bench until it no longer steams, then the fridge if to_c asks for it; each from one uniform temperature, the
    warmest it then is: the slow side.
    """
    volume = total_g / density * 1000  # mm3
    if vessel == "bowl":
        half = deep = (3 * volume / (4 * math.pi)) ** (1 / 3)
        deep *= 2
    else:
        area = c.TRAY_CM2.value if vessel == "tray" else c.BOX_CM2.value
        deep = volume / (area * 100)
        deep = min(deep, c.BOX_DEEP_MM.value) if vessel == "box" else deep
        half = max(deep / 2, 1.0)
    ball = vessel == "bowl"
    aim = max(to_c, c.FRIDGE_C.value + 1.5)
    first = max(c.INTO_FRIDGE_C.value, room_c + 3)
    on_bench = cooling_time(
        half_mm=half, sphere=ball, from_c=from_c, to_c=max(first, aim), air_c=room_c, h=c.STEAMING_H.value
    )
    in_fridge = (
        cooling_time(half_mm=half, sphere=ball, from_c=first, to_c=aim, air_c=c.FRIDGE_C.value, h=c.COOL_H.value)
        if aim < first
        else 0.0
    )
    half_way = max(COOL_C, aim)
    to_cool = on_bench + (
        cooling_time(half_mm=half, sphere=ball, from_c=first, to_c=half_way, air_c=c.FRIDGE_C.value, h=c.COOL_H.value)
        if half_way < first
        else 0.0
    )
    return Cooling(vessel, on_bench, in_fridge, deep, to_cool)
