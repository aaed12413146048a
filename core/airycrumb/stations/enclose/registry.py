"""The closings: one registry, so that no closing is drawn that cannot be computed, and none computed that is not
drawn.
"""

import math
from dataclasses import dataclass
from typing import Literal

from airycrumb.data import closings as c
from airycrumb.data.closing_words import WORDS, Words
from airycrumb.data.closings import USUAL, Usual
from airycrumb.data.shapes import DOUGH_DENSITY
from airycrumb.outline import Walls
from airycrumb.stations.enclose import families as f
from airycrumb.stations.enclose.points import AROUND, Points, oval, sheet, triangle
from airycrumb.words import Message, say

Outline = Literal["disc", "oval", "sheet", "triangle", "ball"]


@dataclass(frozen=True)
class Closing:
    """A way to close a piece. long: depth of the wrapper over its width; parts: (what it is, its share of the dough)
    where a piece is made of several; thick_middle: rolled thicker in the middle than at the rim."""

    key: str
    outline: Outline
    capacity: f.Capacity
    long: float = 1.0
    thick_middle: bool = False
    parts: tuple[tuple[Message, float], ...] = ((say("piece"), 1.0),)

    @property
    def usual(self) -> Usual:
        """How thin, how full and how quick."""
        return USUAL[self.key]

    @property
    def words(self) -> Words:
        """How it is called and done."""
        return WORDS[self.key]

    @property
    def walls(self) -> Walls:
        """How the dough lies round a filling shut in: a wrapper thick in the middle leaves more of it below."""
        return "heaped" if self.thick_middle else "even"

    @property
    def rolled(self) -> bool:
        """Whether there is a wrapper at all."""
        return self.outline != "ball"

    @property
    def wraps(self) -> bool:
        """Whether anything goes inside."""
        return self.usual.most > 0

    @property
    def wrapper_share(self) -> float:
        """Share of a piece's dough in its wrapper: a lid is extra, the two rounds of a pair are wrapper both."""
        return self.parts[0][1] if self.key == "lidded" else 1.0

    def across(self, volume_ml: float) -> float:
        """Width in mm of the wrapper that closes over so much easily."""
        return f.width_for(self.capacity, volume_ml, self.usual.easy, self.usual.seam_mm)

    def holds(self, across_mm: float) -> float:
        """mL it closes over easily; the inverse of `across`."""
        return self.capacity(across_mm, self.usual.easy, self.usual.seam_mm)

    def holds_at_most(self, across_mm: float) -> float:
        """mL it bears before it opens or tears."""
        return max(self.holds(across_mm), self.capacity(across_mm, self.usual.most, self.usual.seam_mm))

    def area(self, across_mm: float) -> float:
        """mm2 of all the dough rolled out for one piece."""
        along = across_mm * self.long
        one = {
            "disc": math.pi / 4 * across_mm**2,
            "ball": math.pi / 4 * across_mm**2,
            "oval": math.pi / 4 * across_mm * along,
            "sheet": across_mm * along,
            "triangle": across_mm * along / 2,
        }[self.outline]
        return one * (2 if self.key == "two_rounds" else 1)

    def thickness(self, dough_g: float, across_mm: float) -> float:
        """Mean mm of the wrapper of a piece of so much dough."""
        return dough_g * self.wrapper_share / DOUGH_DENSITY.value * 1000 / self.area(across_mm)

    def across_at(self, dough_g: float, thickness_mm: float) -> float:
        """Width in mm to roll to for a thickness; the inverse of `thickness`."""
        return math.sqrt(self.thickness(dough_g, 1.0) / thickness_mm)

    def points(self, across_mm: float, around: int = AROUND) -> Points:
        """The wrapper from above, about the origin; a round one by so many points."""
        along = across_mm * self.long
        if self.outline == "sheet":
            return sheet(across_mm, along)
        return triangle(across_mm, along) if self.outline == "triangle" else oval(across_mm, along, around)


_LID = ((say("bun"), 1 - c.LID_SHARE.value), (say("lid"), c.LID_SHARE.value))
CLOSINGS: dict[str, Closing] = {
    made.key: made
    for made in (
        Closing("gathered", "disc", f.gathered, thick_middle=True),
        Closing("ball", "disc", f.gathered, thick_middle=True),
        Closing("pinch", "disc", f.gathered),
        Closing("envelope", "sheet", f.envelope),
        Closing("half_moon", "disc", f.half_moon),
        Closing("half_moon_fork", "disc", f.half_moon),
        Closing("half_moon_rope", "disc", f.half_moon),
        Closing("crescent", "triangle", f.crescent, long=f.TRIANGLE_HIGH),
        Closing("two_rounds", "disc", f.two_rounds, parts=((say("lower round"), 0.48), (say("upper round"), 0.52))),
        Closing("lidded", "disc", f.gathered, thick_middle=True, parts=_LID),
        Closing("boat", "oval", f.boat, long=f.BOAT_LONG),
        Closing("well", "disc", f.well),
        Closing("sticks", "sheet", f.sticks),
        Closing("kneaded_in", "ball", f.kneaded_in),
        Closing("pulled_pie", "disc", f.pulled_pie),
        Closing("braid", "sheet", f.braid, long=f.BRAID_LONG),
        Closing("layered", "sheet", f.layered, long=f.LAYERED_LONG),
        Closing("plain", "disc", f.plain),
    )
}
