"""How hot a filling must get, by what is in it and by region; and whether it is raw, or spoils."""

from dataclasses import dataclass

from airycrumb.data import safety as table
from airycrumb.pantry import Ingredient
from airycrumb.stations.safety.warm_clock import regions
from airycrumb.words import Message

RAW_KINDS = ("ground meat", "poultry", "fish")
PERISHABLE = (*RAW_KINDS, "cooked meat", "cooked fish", "egg", "egg cooked", "cheese", "dairy", "sauce")


@dataclass(frozen=True)
class CoreLine:
    """The core temperature this filling must reach, and the strictest reason for it. °C; hold_min: to be held for, in
    min.
    """

    celsius: float
    why: Message
    source: Message
    hold_min: float = 0.0


def _kinds(parts: list[Ingredient], state: str) -> list[str]:
    """Rows of the table this filling falls under."""
    kinds = [i.role for i in parts if i.role in RAW_KINDS and state != "cooked"]
    if any(i.role == "egg" for i in parts):
        kinds.append("egg")
    return kinds or ["cooked"]


def core_line(parts: list[Ingredient], state: str, region: str) -> CoreLine:
    """Strictest line over the filling's ingredients and, for "strictest", over all regions."""
    counted, kinds = regions(region), _kinds(parts, state)
    rows = [row for row in table.LINES if row.region in counted and row.kind in kinds]
    worst = max(rows, key=lambda row: row.celsius)
    return CoreLine(worst.celsius, worst.why, worst.source, worst.hold_min)


def is_raw(parts: list[Ingredient], state: str) -> bool:
    """Whether the filling holds raw meat, poultry or fish."""
    return state != "cooked" and any(i.role in RAW_KINDS for i in parts)


def is_perishable(parts: list[Ingredient]) -> bool:
    """Whether the filling must not stand warm for long."""
    return any(i.role in (*PERISHABLE, "pulse", "grain", "vegetable") for i in parts)
