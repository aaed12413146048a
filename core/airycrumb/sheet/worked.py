"""What the stations found, handed to the questions."""

from dataclasses import dataclass

from airycrumb.enclose import Wrapper
from airycrumb.sheet.context import Context
from airycrumb.sheet.ferment import Fermented
from airycrumb.sheet.heating import Heated
from airycrumb.sheet.types import Answer, RiseTray, WeighTray

KEEP = Answer("Keep it", [])


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
