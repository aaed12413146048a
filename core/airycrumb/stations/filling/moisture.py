"""The juice of a filling, what binds it, and how stiff it is cold. Masses g, temperatures °C."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from airycrumb.data import filling as c
from airycrumb.pantry import Ingredient, Part, blend, find
from airycrumb.words import NOTHING, Message, say

GAVE_UP = {"cooked", "drained"}  # words in the key of a food that has given up most of its juice


def _is_cooked(item: Ingredient, state: str) -> bool:
    return state == "cooked" or bool(GAVE_UP & set(item.key.split()))


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
