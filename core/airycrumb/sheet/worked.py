"""What the stations found, handed to the questions."""

from dataclasses import dataclass

from airycrumb.divide import ShareOut
from airycrumb.portioning import Portioning
from airycrumb.sheet.context import Context, RoomReading
from airycrumb.sheet.ferment import Fermented
from airycrumb.sheet.heat_tray import Shown
from airycrumb.sheet.pieces import Pieces
from airycrumb.sheet.types import Answer, Change, RiseTray, WeighTray

KEEP = Answer("Keep it", [])
PRACTICE = "bands of common practice"
RISE_MODEL = "the rise forecast"
HEAT_MODEL = "the heat forecast"
GEOMETRY = "the geometry of the closing"


def piece_count(count: int) -> list[Change]:
    """The edits that make it so many pieces, whatever was held: a hold or the eaters would overrule the number."""
    return [Change(["pieces"], count), Change(["pin"], None), Change(["eaters"], None)]


@dataclass(frozen=True)
class Worked:
    """What the stations found, for the questions that need it. proof: the first group's; uneven_proofs: min the lightest
    and heaviest piece weighed are proofed sooner and later; heard: all the kitchen's
    thermometer said, believed or not."""

    ctx: Context
    first: Fermented
    proof: Fermented
    rise_tray: RiseTray
    weighed: WeighTray
    pieces: list[Pieces]
    heats: list[Shown]
    shared: ShareOut
    portioned: Portioning | None
    uneven_proofs: tuple[float, float]
    heard: tuple[RoomReading, ...] = ()
