"""What the stations found, handed to the questions."""

from dataclasses import dataclass

from airycrumb.enclose import Wrapper
from airycrumb.sheet.context import Context
from airycrumb.sheet.ferment import Fermented
from airycrumb.sheet.heating import Heated
from airycrumb.sheet.types import Answer, Change, RiseTray, WeighTray

KEEP = Answer("Keep it", [])


def piece_count(count: int) -> list[Change]:
    """The edits that make it so many pieces, whatever was held: a hold or the eaters would overrule the number."""
    return [Change(["pieces"], count), Change(["pin"], None), Change(["eaters"], None)]


@dataclass(frozen=True)
class Worked:
    """What the stations found, for the questions that need it."""

    ctx: Context
    first: Fermented
    proof: Fermented
    rise_tray: RiseTray
    weighed: WeighTray
    wrapper: Wrapper
    heated: Heated
