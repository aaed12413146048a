"""What the stations found, handed to the questions."""

from dataclasses import dataclass

from airycrumb.bake.edits import Answer, Change
from airycrumb.plan.context import Context
from airycrumb.plan.timetable import Timetable
from airycrumb.stations.divide.portioning import Portioning
from airycrumb.stations.divide.sharing import ShareOut
from airycrumb.stations.safety.keeping import Unbaked
from airycrumb.trays.ferment import Fermented
from airycrumb.trays.heat_tray import HeatStage
from airycrumb.trays.pieces import Pieces
from airycrumb.trays.types import KeptBack, RiseTray, WeighTray
from airycrumb.words import say

KEEP = Answer(say("Keep it"), [])
PRACTICE = say("bands of common practice")
RISE_MODEL = say("the rise forecast")
HEAT_MODEL = say("the heat forecast")
GEOMETRY = say("the geometry of the closing")


def piece_count(count: int) -> list[Change]:
    """The edits that make it so many pieces, whatever was held: a hold or the eaters would overrule the number."""
    return [Change(["pieces"], count), Change(["pin"], None), Change(["eaters"], None)]


@dataclass(frozen=True)
class Findings:
    """What the stations found, for the questions that need it. proof: the first group's; rises: the fermenting stages
    as shown, by key; uneven_proofs: min the lightest and heaviest piece weighed are proofed sooner and later; unbaked:
    by when pieces kept cold must be in the heat; kept_back: those kept for another day; day: the timetable.
    """

    ctx: Context
    first: Fermented
    proof: Fermented
    rises: dict[str, RiseTray]
    weighed: WeighTray
    pieces: list[Pieces]
    heats: list[HeatStage]
    shared: ShareOut
    portioned: Portioning | None
    uneven_proofs: tuple[float, float]
    unbaked: Unbaked | None
    kept_back: list[KeptBack]
    day: Timetable

    @property
    def rise_tray(self) -> RiseTray:
        """The first rise as shown."""
        return self.rises["rise"]
