"""The proofed shape of each closing: the one body that is drawn, cut through, fitted and cooked (assumed)."""

from typing import NamedTuple

from airycrumb.data.record import Constant


class Shape(NamedTuple):
    """The usual proportions of a closed piece as proofed (assumed)."""

    #: over its height
    width: float
    #: over its height
    length: float
    #: volume over height x width x length
    fullness: float
    #: share of its surface that touches what it stands on
    facing_down: float
    #: share of its height below where it is widest
    foot: float
    #: share of its dough shut up in the seam, outside the wall that the heat goes through
    in_seam: float = 0.0
    #: share of the whole width in a pinched rim beside the body
    rim: float = 0.0


SHAPES = {
    "round bun": Shape(1.6, 1.6, 0.60, 0.35, 0.35, in_seam=0.05),
    "flat bun": Shape(2.4, 2.4, 0.60, 0.42, 0.40),
    "half moon": Shape(1.63, 3.2, 0.58, 0.40, 0.35, in_seam=0.18, rim=0.14),
    "crescent": Shape(1.4, 3.0, 0.55, 0.32, 0.45, in_seam=0.05),
    "packet": Shape(1.8, 2.6, 0.66, 0.38, 0.45, in_seam=0.05),
    "log": Shape(1.3, 2.5, 0.66, 0.32, 0.45),
    "braid": Shape(2.0, 5.5, 0.66, 0.40, 0.35),
    "pie": Shape(8.0, 8.0, 0.72, 0.47, 0.50),
    "boat": Shape(6.0, 14.0, 0.75, 0.46, 0.50),
    "well": Shape(3.0, 3.0, 0.72, 0.43, 0.50),
}

# What a piece does that is rolled wider than its filling asks: it stays as "round" as it was, covers more and lies
# "flat", or comes out "long" (assumed).
ROLLED_WIDER = {
    "round bun": "round",
    "flat bun": "flat",
    "half moon": "flat",
    "crescent": "long",
    "packet": "flat",
    "log": "long",
    "braid": "flat",
    "pie": "flat",
    "boat": "flat",
    "well": "flat",
}

# Share of the width in each wall of a piece that is open on top, drawn and cooked alike (assumed).
OPEN_WALLS = {"boat": 0.11, "well": 0.2}

DOUGH_DENSITY = Constant(1.05, "g/mL", "common practice", "degassed dough")
OVEN_SPRING = Constant(1.15, "x volume", "assumed", "growth of the dough in the first minutes of heat")
