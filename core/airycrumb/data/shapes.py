"""The proofed shape of each closing, shared by the drawing of a piece and its cooking (assumed)."""

from airycrumb.data.record import Constant

# width : height, length : height, volume/(H W L), share of surface facing down
SHAPES = {
    "round bun": (1.6, 1.6, 0.60, 0.35),
    "flat bun": (2.4, 2.4, 0.60, 0.42),
    "half moon": (1.9, 3.2, 0.58, 0.40),
    "crescent": (1.4, 3.0, 0.55, 0.32),
    "packet": (1.8, 2.6, 0.66, 0.38),
    "log": (1.3, 2.5, 0.66, 0.32),
    "braid": (2.0, 5.5, 0.66, 0.40),
    "pie": (8.0, 8.0, 0.72, 0.47),
    "boat": (6.0, 14.0, 0.75, 0.46),
    "well": (3.0, 3.0, 0.72, 0.43),
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

# Share of the dough shut up in the seam, outside the wall that the heat goes through (assumed).
SEAM_SHARE = {"round bun": 0.05, "half moon": 0.18, "crescent": 0.05, "packet": 0.05}

# Share of the width in each wall of a piece that is open on top, drawn and cooked alike (assumed).
OPEN_WALLS = {"boat": 0.11, "well": 0.2}

DOUGH_DENSITY = Constant(1.05, "g/mL", "common practice", "degassed dough")
OVEN_SPRING = Constant(1.15, "x volume", "assumed", "growth of the dough in the first minutes of heat")
