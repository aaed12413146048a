"""What a wrapper of a given width holds, for each way of closing. Volumes mL, lengths mm.

`full` is how full it is, in the closing's own measure (data.closings.Usual.measure). Every capacity grows with the
width, so one root-finder turns each round (`width_for`).
"""

import math
from collections.abc import Callable

from airycrumb.data import closings as c
from airycrumb.data.shapes import DOUGH_DENSITY
from airycrumb.numerical import root

Capacity = Callable[[float, float, float], float]  # (across_mm, full, seam_mm) -> mL
NARROWEST_MM, WIDEST_MM = 5.0, 3000.0


def disc_thickness(mass_g: float, diameter_mm: float) -> float:
    """Mean thickness in mm of a disc of degassed dough: t = m/(rho pi D^2/4), rho 1.05 g/mL.

    >>> round(disc_thickness(110, 200), 1)
    3.3
    """
    return mass_g / DOUGH_DENSITY.value * 1000 / (math.pi * diameter_mm**2 / 4)


def disc_diameter(mass_g: float, thickness_mm: float) -> float:
    """Inverse of `disc_thickness`, mm."""
    return math.sqrt(4 * mass_g / DOUGH_DENSITY.value * 1000 / (math.pi * thickness_mm))


def gathered_diameter(filling_ml: float) -> float:
    """Disc that reaches round a ball of filling: D = 2 pi r_f/s + 2 w. 1 to 1500 mL.

    >>> round(gathered_diameter(45)), round(gathered_diameter(145))
    (136, 191)
    """
    ball = (3 * filling_ml * 1000 / (4 * math.pi)) ** (1 / 3)
    return 2 * math.pi * ball / c.STRETCH.value + 2 * c.SEAM_MM.value


def gathered(across: float, stretch: float, seam: float) -> float:
    """Ball of filling a disc reaches round when its rim is drawn out by `stretch`; inverse of `gathered_diameter`."""
    ball = max(0.0, (across - 2 * seam) * stretch / (2 * math.pi))
    return 4 / 3 * math.pi * ball**3 / 1000


def half_moon(across: float, height: float, seam: float) -> float:
    """Cushion in a folded disc: V = f h pi/2 (R-w)^3, fullness f, `height` over the pocket's radius R-w."""
    pocket = max(0.0, across / 2 - seam)
    return c.CUSHION.value * height * math.pi / 2 * pocket**3 / 1000


def two_rounds(across: float, height: float, seam: float) -> float:
    """Cap over a whole round: V = f h pi (R-w)^3, `height` over R-w."""
    pocket = max(0.0, across / 2 - seam)
    return c.CUSHION.value * height * math.pi * pocket**3 / 1000


def envelope(across: float, height: float, seam: float) -> float:
    """Packet .6 as wide as its square sheet; what goes round it is the sheet: 2 (d + h) + w = a, h = `height` d."""
    deep = max(0.0, (across - seam) / (2 * (1 + height)))
    inside = max(0.0, ENVELOPE_WIDE * across - seam)
    return 0.7 * inside * deep * height * deep / 1000


def crescent(base: float, roll: float, seam: float) -> float:
    """Roll of filling along the base of a triangle, clear of its corners: d = `roll` x base."""
    return math.pi / 4 * (roll * base) ** 2 * max(0.0, 0.7 * base - seam) / 1000


def boat(across: float, deep: float, seam: float) -> float:
    """Level filling inside an oval 2.2 times as long as wide, rim folded up twice."""
    wide, long = max(0.0, across - 2 * seam), max(0.0, BOAT_LONG * across - 2 * seam)
    return math.pi / 4 * wide * long * deep * 0.85 / 1000


def well(across: float, deep: float, seam: float) -> float:
    """Hollow pressed into a patted round."""
    return math.pi / 4 * max(0.0, across - 2 * seam) ** 2 * deep / 1000


def sticks(across: float, packed: float, seam: float) -> float:
    """Bundle a square sheet is rolled round: girth (a - w)/turns, length a - 2 w, `packed` of it filling."""
    girth, long = max(0.0, across - seam) / STICK_TURNS, max(0.0, across - 2 * seam)
    return packed * girth**2 / (4 * math.pi) * long / 1000


def kneaded_in(across: float, share: float, _seam: float) -> float:
    """Share of a rounded piece that is filling: no wrapper, a ball so many mm across."""
    return share * math.pi / 6 * across**3 / 1000


def pulled_pie(across: float, deep: float, seam: float) -> float:
    """Flat cake inside a disc whose edge meets again over it, but for the hole: D/2 = 2 R + h - hole."""
    inside = max(0.0, (across / 2 - deep + c.HOLE_MM.value / 2 - seam) / 2)
    return math.pi * inside**2 * deep / 1000


def braid(across: float, deep: float, seam: float) -> float:
    """Bar of filling along the middle of a sheet, rounded at its edges."""
    return 0.8 * c.BRAID_PAD.value * across * max(0.0, BRAID_LONG * across - 2 * seam) * deep / 1000


def layered(across: float, deep: float, seam: float) -> float:
    """Filling spread `deep` mm over a sheet, its far edge clean."""
    return across * max(0.0, LAYERED_LONG * across - seam) * deep / 1000


def plain(across: float, _full: float, _seam: float) -> float:
    """Nothing."""
    return 0.0 * across


BOAT_LONG, BRAID_LONG, LAYERED_LONG, TRIANGLE_HIGH = 2.2, 1.45, 1.3, 2.2
STICK_TURNS, ENVELOPE_WIDE = 1.4, 0.6


def width_for(capacity: Capacity, volume_ml: float, full: float, seam: float) -> float:
    """Width in mm of the wrapper that holds so much: the inverse of a capacity, by Chandrupatla's method."""
    if volume_ml <= 0:
        return NARROWEST_MM
    short = lambda across: capacity(across, full, seam) - volume_ml
    return root(short, NARROWEST_MM, WIDEST_MM)


def spiral_diameter(sheet_mm: float, turn_mm: float) -> float:
    """Outer diameter of a roll: the sheet's edge-on area W t is that of the disc it becomes, sqrt(4 W t/pi).

    sheet_mm: length rolled up; turn_mm: thickness of one turn, dough and filling (an Archimedean spiral).

    >>> round(spiral_diameter(300, 8), 1)
    55.3
    """
    return math.sqrt(4 * sheet_mm * turn_mm / math.pi)


def triangles_from(strip_mm: float, base_mm: float) -> int:
    """Whole triangles a strip as high as they are gives, tip beside base: 2 L/b - 1.

    >>> triangles_from(400, 100)
    7
    """
    return max(0, math.floor(2 * strip_mm / base_mm - 1 + 1e-9))


def strip_for(triangles: int, base_mm: float) -> float:
    """Length in mm of the strip of the dough of so many triangles: n b/2, a half one at each end."""
    return triangles / 2 * base_mm
