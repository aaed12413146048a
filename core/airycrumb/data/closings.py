"""Constants of the closings: what each closing bears, how full it is, how long it takes, how pieces are set out."""

from dataclasses import dataclass

from airycrumb.data.record import Constant

STRETCH = Constant(
    value=1.2, unit="1", kind="assumed", source="how far a gathered rim is drawn out as it closes", low=1.1, high=1.3
)
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
PRESSED = ("well",)  # closings that may be pressed and filled once they are proofed
STRETCHY = Constant(
    0.6, "x thickness", "assumed", "how thin a dough that is rested only, or mixed and left, is rolled and still closes"
)
MOST_OVER_USUAL = Constant(2.0, "x", "assumed", "filling beyond what closes well under whose weight a wall gives way")
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
    "gathered": Usual(
        thinnest_mm=2.2,
        ratio=(0.4, 1.1),
        seconds=110,
        easy=STRETCH.value,
        most=MOST_STRETCH.value,
        measure=_STRETCH,
        seam_mm=SEAM_MM.value,
    ),
    "ball": Usual(
        thinnest_mm=2.5,
        ratio=(0.4, 1.0),
        seconds=70,
        easy=STRETCH.value,
        most=MOST_STRETCH.value,
        measure=_STRETCH,
        seam_mm=SEAM_MM.value,
    ),
    "pinch": Usual(
        thinnest_mm=2.5, ratio=(0.4, 0.9), seconds=80, easy=1.12, most=1.22, measure=_STRETCH, seam_mm=SEAM_MM.value
    ),
    "envelope": Usual(
        thinnest_mm=2.2,
        ratio=(0.4, 1.1),
        seconds=80,
        easy=0.35,
        most=0.50,
        measure="height over depth of the packet",
        seam_mm=12.0,
    ),
    "half_moon": Usual(
        thinnest_mm=2.5,
        ratio=(0.35, 0.9),
        seconds=75,
        easy=CUSHION_HEIGHT.value,
        most=CUSHION_MOST.value,
        measure=_HIGH,
        seam_mm=RIM_MM.value,
    ),
    "half_moon_fork": Usual(
        thinnest_mm=2.5,
        ratio=(0.35, 0.9),
        seconds=60,
        easy=CUSHION_HEIGHT.value,
        most=CUSHION_MOST.value,
        measure=_HIGH,
        seam_mm=FORK_RIM_MM.value,
    ),
    "half_moon_rope": Usual(
        thinnest_mm=2.5,
        ratio=(0.35, 0.85),
        seconds=120,
        easy=CUSHION_HEIGHT.value,
        most=CUSHION_MOST.value,
        measure=_HIGH,
        seam_mm=ROPE_RIM_MM.value,
    ),
    "crescent": Usual(
        thinnest_mm=2.5,
        ratio=(0.1, 0.5),
        seconds=50,
        easy=0.22,
        most=0.30,
        measure="roll of filling over the base",
        seam_mm=8.0,
    ),
    "two_rounds": Usual(
        thinnest_mm=2.2, ratio=(0.35, 1.0), seconds=90, easy=0.32, most=0.45, measure=_HIGH, seam_mm=RIM_MM.value
    ),
    "lidded": Usual(
        thinnest_mm=2.5,
        ratio=(0.3, 0.8),
        seconds=130,
        easy=STRETCH.value,
        most=MOST_STRETCH.value,
        measure=_STRETCH,
        seam_mm=SEAM_MM.value,
    ),
    "boat": Usual(
        thinnest_mm=4.0, ratio=(0.4, 1.3), seconds=100, easy=16.0, most=24.0, measure=_DEEP, seam_mm=WALL_MM.value
    ),
    "well": Usual(
        thinnest_mm=8.0, ratio=(0.2, 0.8), seconds=45, easy=12.0, most=16.0, measure=_DEEP, seam_mm=WELL_RIM_MM.value
    ),
    "sticks": Usual(
        thinnest_mm=2.5,
        ratio=(0.25, 0.9),
        seconds=70,
        easy=0.75,
        most=0.95,
        measure="share of the roll that is filling",
        seam_mm=12.0,
    ),
    "kneaded_in": Usual(
        thinnest_mm=1.0,
        ratio=(0.1, 0.5),
        seconds=40,
        easy=0.35,
        most=0.50,
        measure="share of the piece that is filling",
        seam_mm=0.0,
    ),
    "pulled_pie": Usual(
        thinnest_mm=2.5, ratio=(0.5, 1.3), seconds=150, easy=15.0, most=22.0, measure=_DEEP, seam_mm=10.0
    ),
    "braid": Usual(
        thinnest_mm=4.0, ratio=(0.4, 1.1), seconds=300, easy=22.0, most=32.0, measure=_DEEP, seam_mm=BRAID_END_MM.value
    ),
    "layered": Usual(thinnest_mm=2.5, ratio=(0.03, 0.8), seconds=120, easy=3.0, most=6.0, measure=_DEEP, seam_mm=15.0),
    "plain": Usual(
        thinnest_mm=3.0, ratio=(0.0, 0.0), seconds=20, easy=0.0, most=0.0, measure="no filling", seam_mm=0.0
    ),
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
WALL_GAP_MM = Constant(5.0, "mm", "assumed", "between a grown piece and the wall of a basket or the edge of a tray")
