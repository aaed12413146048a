"""The proofed shape of each closing, shared by the drawing of a piece and its cooking (assumed)."""

from airycrumb.data.record import Constant

# width : height, length : height, volume/(H W L), share of surface facing down
SHAPES = {"round bun": (1.6, 1.6, 0.60, 0.35), "half moon": (1.9, 3.2, 0.58, 0.40)}

CLOSED_AS = {"gathered": "round bun", "half_moon": "half moon"}

DOUGH_DENSITY = Constant(1.05, "g/mL", "common practice", "degassed dough")
OVEN_SPRING = Constant(1.15, "x volume", "assumed", "growth of the dough in the first minutes of heat")
