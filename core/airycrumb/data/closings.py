"""Constants of the closings. Stretch and seam are common practice; fullness of a half-moon is assumed."""

from airycrumb.data.record import Constant

STRETCH = Constant(1.2, "1", "assumed", "how far a gathered rim is drawn out as it closes", 1.1, 1.3)
MOST_STRETCH = Constant(1.3, "1", "assumed", "the same, just before it tears")
SEAM_MM = Constant(10.0, "mm", "common practice", "rim kept clean for the seam of a gathered bun")
RIM_MM = Constant(12.0, "mm", "common practice", "rim kept clean for the crimp of a half-moon")
MIDDLE_OVER_RIM = Constant(1.6, "1", "common practice", "thick middle, thin rim")
MIDDLE_DIAMETER = Constant(0.5, "share of the diameter", "assumed", "how much of the disc is left thick")
CUSHION = Constant(0.55, "share of area x height", "assumed", "how full a half-moon's pocket is")
CUSHION_HEIGHT = Constant(0.45, "share of the pocket's radius", "assumed", "height of the filling that closes easily")
CUSHION_MOST = Constant(0.60, "share of the pocket's radius", "assumed", "height at which the seam is about to open")
THINNEST_MM = {
    "gathered": Constant(2.2, "mm", "common practice", "42 g at 15 cm"),
    "half_moon": Constant(2.5, "mm", "common practice", "thin hand-rolled turnover"),
}
# filling : dough by mass that closes well, common practice
RATIO = {"gathered": (0.4, 1.1), "half_moon": (0.35, 0.9)}
SECONDS_EACH = {
    "gathered": Constant(110, "s", "common practice", "16 pieces in half an hour"),
    "half_moon": Constant(75, "s", "assumed", ""),
}
# Radius of the circle that holds N unit circles: best known packings, N = 1 to 20.
# Values from memory of the published table (E. Specht, packings of equal circles in a circle).
PACKING = (
    1.0,
    2.0,
    2.1547,
    2.4142,
    2.7013,
    3.0,
    3.0,
    3.3048,
    3.6131,
    3.8130,
    3.9238,
    4.0296,
    4.2361,
    4.3284,
    4.5214,
    4.6154,
    4.7920,
    4.8637,
    4.8637,
    5.1223,
)
GAP_MM = Constant(20.0, "mm", "common practice", "room between grown pieces so that they do not touch")
