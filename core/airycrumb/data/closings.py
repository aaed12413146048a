"""Constants of the closings: what each closing bears, how full it is, how long it takes, how pieces are set out."""

from dataclasses import dataclass

from airycrumb.data.record import Constant

STRETCH = Constant(1.2, "1", "assumed", "how far a gathered rim is drawn out as it closes", 1.1, 1.3)
MOST_STRETCH = Constant(1.3, "1", "assumed", "the same, just before it tears")
SEAM_MM = Constant(10.0, "mm", "common practice", "rim kept clean for the seam of a gathered bun")
RIM_MM = Constant(12.0, "mm", "common practice", "rim kept clean for the crimp of a half-moon")
FORK_RIM_MM = Constant(10.0, "mm", "common practice", "rim a fork presses shut")
ROPE_RIM_MM = Constant(18.0, "mm", "common practice", "rim folded over itself into a rope")
MIDDLE_OVER_RIM = Constant(1.6, "1", "common practice", "thick middle, thin rim")
MIDDLE_DIAMETER = Constant(0.5, "share of the diameter", "assumed", "how much of the disc is left thick")
CUSHION = Constant(0.55, "share of area x height", "assumed", "how full a half-moon's pocket is")
CUSHION_HEIGHT = Constant(0.45, "share of the pocket's radius", "assumed", "height of the filling that closes easily")
CUSHION_MOST = Constant(0.60, "share of the pocket's radius", "assumed", "height at which the seam is about to open")
STRIP_MM = Constant(13.0, "mm", "common practice", "strips of a braid")
BRAID_PAD = Constant(0.36, "share of the width", "assumed", "middle of a braid's sheet that carries the filling")
BRAID_END_MM = Constant(30.0, "mm", "common practice", "ends of a braid kept for tucking")
HOLE_MM = Constant(30.0, "mm", "common practice", "hole left in the middle of a pulled-in pie")
WALL_MM = Constant(18.0, "mm", "common practice", "rim of a boat folded up, twice over")
WELL_RIM_MM = Constant(14.0, "mm", "common practice", "rim left standing round a pressed well")
LID_SHARE = Constant(0.25, "share of the dough", "common practice", "23 g lid on a 70 g bun")
PLAIN_MM = Constant(8.0, "mm", "assumed", "a plain piece patted out before it is folded")
GAP_MM = Constant(20.0, "mm", "common practice", "room between grown pieces so that they do not touch")


@dataclass(frozen=True)
class Usual:
    """What is usual for one closing.

    thinnest_mm: as thin as it can be rolled and still close; ratio: filling : dough by mass that closes well
    (common practice); seconds: to wrap one; easy, most: how full it closes easily, and the fullest it bears, in the
    closing's own measure (`measure`); seam_mm: edge kept clean.
    """

    thinnest_mm: float
    ratio: tuple[float, float]
    seconds: float
    easy: float
    most: float
    measure: str
    seam_mm: float
    kind: str = "assumed"


_STRETCH, _HIGH, _DEEP = "stretch of the rim", "height over the pocket's radius", "mm of filling"
USUAL = {
    "gathered": Usual(2.2, (0.4, 1.1), 110, STRETCH.value, MOST_STRETCH.value, _STRETCH, SEAM_MM.value),
    "ball": Usual(2.5, (0.4, 1.0), 70, STRETCH.value, MOST_STRETCH.value, _STRETCH, SEAM_MM.value),
    "pinch": Usual(2.5, (0.4, 0.9), 80, 1.12, 1.22, _STRETCH, SEAM_MM.value),
    "envelope": Usual(2.2, (0.4, 1.1), 80, 0.35, 0.50, "height over depth of the packet", 12.0),
    "half_moon": Usual(2.5, (0.35, 0.9), 75, CUSHION_HEIGHT.value, CUSHION_MOST.value, _HIGH, RIM_MM.value),
    "half_moon_fork": Usual(2.5, (0.35, 0.9), 60, CUSHION_HEIGHT.value, CUSHION_MOST.value, _HIGH, FORK_RIM_MM.value),
    "half_moon_rope": Usual(2.5, (0.35, 0.85), 120, CUSHION_HEIGHT.value, CUSHION_MOST.value, _HIGH, ROPE_RIM_MM.value),
    "crescent": Usual(2.5, (0.1, 0.5), 50, 0.22, 0.30, "roll of filling over the base", 8.0),
    "two_rounds": Usual(2.2, (0.35, 1.0), 90, 0.32, 0.45, _HIGH, RIM_MM.value),
    "lidded": Usual(2.5, (0.3, 0.8), 130, STRETCH.value, MOST_STRETCH.value, _STRETCH, SEAM_MM.value),
    "boat": Usual(4.0, (0.4, 1.3), 100, 16.0, 24.0, _DEEP, WALL_MM.value),
    "well": Usual(8.0, (0.2, 0.8), 45, 12.0, 16.0, _DEEP, WELL_RIM_MM.value),
    "sticks": Usual(2.5, (0.25, 0.9), 70, 0.75, 0.95, "share of the roll that is filling", 12.0),
    "kneaded_in": Usual(1.0, (0.1, 0.5), 40, 0.35, 0.50, "share of the piece that is filling", 0.0),
    "pulled_pie": Usual(2.5, (0.5, 1.3), 150, 15.0, 22.0, _DEEP, 10.0),
    "braid": Usual(4.0, (0.4, 1.1), 300, 22.0, 32.0, _DEEP, BRAID_END_MM.value),
    "layered": Usual(2.5, (0.2, 0.8), 120, 3.0, 6.0, _DEEP, 15.0),
    "plain": Usual(3.0, (0.0, 0.0), 20, 0.0, 0.0, "no filling", 0.0),
}
# The closed shape that is drawn, proofed and cooked: a row of data.shapes.SHAPES.
CLOSED_AS = {
    "gathered": "round bun",
    "ball": "round bun",
    "pinch": "round bun",
    "lidded": "round bun",
    "envelope": "packet",
    "half_moon": "half moon",
    "half_moon_fork": "half moon",
    "half_moon_rope": "half moon",
    "crescent": "crescent",
    "two_rounds": "flat bun",
    "boat": "boat",
    "well": "well",
    "sticks": "log",
    "kneaded_in": "round bun",
    "pulled_pie": "pie",
    "braid": "braid",
    "layered": "log",
    "plain": "flat bun",
}
# Share of the dough shut in the seam, where it is thick: the rest is wall. Assumed.
SEAM_SHARE = {"half_moon": 0.17, "half_moon_rope": 0.2, "half_moon_fork": 0.15, "two_rounds": 0.15}
WALL_GAP_MM = Constant(5.0, "mm", "assumed", "between a grown piece and the wall of a basket or the edge of a tray")
