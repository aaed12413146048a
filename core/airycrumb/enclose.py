"""Closing a dough over a filling: wrapper size and thickness, what it can hold, how large it becomes.

Lengths in mm, masses in g, volumes in mL (1 mL = 1000 mm3).
"""

import math
from collections.abc import Callable
from dataclasses import dataclass

from airycrumb.data import closings as c
from airycrumb.data.shapes import CLOSED_AS, DOUGH_DENSITY, OVEN_SPRING, SHAPES


@dataclass(frozen=True)
class Size:
    """A piece at one moment, mm: outside, and the filling inside it at the same scale."""

    when: str
    width_mm: float
    height_mm: float
    length_mm: float
    filling_width_mm: float
    filling_height_mm: float
    wall_mm: float


@dataclass(frozen=True)
class Wrapper:
    """What to roll and how to close it. most_filling_g: rolled as thin as this closing bears."""

    closing: str
    label: str
    diameter_mm: float
    mean_mm: float
    middle_mm: float
    rim_mm: float
    seam_mm: float
    folds: int
    filling_g: float
    filling_ml: float
    closes_over_g: float
    most_filling_g: float
    ratio: float
    ratio_low: float
    ratio_high: float
    how: list[str]
    sizes: list[Size]


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
    """Disc that reaches round a ball of filling: D = 2 pi r_f/s + 2 w. 1 to 1500 mL."""
    ball = (3 * filling_ml * 1000 / (4 * math.pi)) ** (1 / 3)
    return 2 * math.pi * ball / c.STRETCH.value + 2 * c.SEAM_MM.value


def gathered_capacity(diameter_mm: float, stretch: float = c.STRETCH.value) -> float:
    """Filling in mL that a disc closes over; the inverse of `gathered_diameter` at stretch 1.2."""
    ball = max(0.0, (diameter_mm - 2 * c.SEAM_MM.value) * stretch / (2 * math.pi))
    return 4 / 3 * math.pi * ball**3 / 1000


def half_moon_diameter(filling_ml: float) -> float:
    """Disc that folds over a cushion of filling: V = f h pi/2 (R-w)^3 with fullness f, height h."""
    pocket = (filling_ml * 1000 / (c.CUSHION.value * c.CUSHION_HEIGHT.value * math.pi / 2)) ** (1 / 3)
    return 2 * (pocket + c.RIM_MM.value)


def half_moon_capacity(diameter_mm: float, height: float = c.CUSHION_HEIGHT.value) -> float:
    """Filling in mL that a folded disc holds with its rim clean."""
    pocket = max(0.0, diameter_mm / 2 - c.RIM_MM.value)
    return c.CUSHION.value * height * math.pi / 2 * pocket**3 / 1000


@dataclass(frozen=True)
class Closing:
    """A way to close a piece: its size both ways, the fullest it bears, and how it is done."""

    label: str
    plural: str
    diameter: Callable[[float], float]
    capacity: Callable[[float], float]
    fullest: Callable[[float], float]
    seam_mm: float
    folds: Callable[[float], int]
    how: tuple[str, ...]


CLOSINGS: dict[str, Closing] = {
    "gathered": Closing(
        "pleated round",
        "pleated buns",
        gathered_diameter,
        gathered_capacity,
        lambda d: gathered_capacity(d, c.MOST_STRETCH.value),
        c.SEAM_MM.value,
        lambda d: max(8, round(math.pi * d / 23)),
        (
            "Roll the rim thin and leave the middle thick.",
            "Heap the filling in the middle; keep the rim clean.",
            "Gather pleat by pleat, press the air out, twist shut.",
        ),
    ),
    "half_moon": Closing(
        "half-moon",
        "half-moons",
        half_moon_diameter,
        half_moon_capacity,
        lambda d: half_moon_capacity(d, c.CUSHION_MOST.value),
        c.RIM_MM.value,
        lambda d: max(12, round(math.pi * d / 2 / 9)),
        (
            "Roll an even disc.",
            "Lay the filling on one half; wet the clean rim.",
            "Fold over, press the air out, crimp the rim; cut one small vent for the oven.",
        ),
    ),
}


def piece_size(closing: str, when: str, dough_ml: float, filling_ml: float) -> Size:
    """Outside and inside of a piece from its volumes, by the closing's usual proportions."""
    width_ratio, length_ratio, fullness, _ = SHAPES[CLOSED_AS[closing]]
    volume = (dough_ml + filling_ml) * 1000
    height = (volume / (fullness * width_ratio * length_ratio)) ** (1 / 3)
    inner = (filling_ml / (dough_ml + filling_ml)) ** (1 / 3)
    width = width_ratio * height
    return Size(when, width, height, length_ratio * height, width * inner, height * inner, height / 2 * (1 - inner))


def _sizes(closing: str, dough_g: float, filling_ml: float, proofed_ratio: float) -> list[Size]:
    raw = dough_g / DOUGH_DENSITY.value
    moments = (("as wrapped", 1.15), ("after the proof", proofed_ratio), ("cooked", proofed_ratio * OVEN_SPRING.value))
    return [piece_size(closing, when, raw * ratio, filling_ml) for when, ratio in moments]


def enclose(closing: str, dough_g: float, filling_g: float, filling_density: float, proofed_ratio: float) -> Wrapper:
    """The wrapper for one piece.

    dough_g 10 to 1500, filling_g 5 to 1500, filling_density g/mL; proofed_ratio: dough volume
    at the end of the proof over that without gas.
    """
    how, volume = CLOSINGS[closing], filling_g / filling_density
    diameter = how.diameter(volume)
    mean = disc_thickness(dough_g, diameter)
    thick = c.MIDDLE_OVER_RIM.value if closing == "gathered" else 1.0
    rim = mean / (1 + (thick - 1) * c.MIDDLE_DIAMETER.value**2)
    thinnest = disc_diameter(dough_g, c.THINNEST_MM[closing].value)
    low, high = c.RATIO[closing]
    return Wrapper(
        closing,
        how.label,
        diameter,
        mean,
        rim * thick,
        rim,
        how.seam_mm,
        how.folds(diameter),
        filling_g,
        volume,
        how.fullest(diameter) * filling_density,
        how.capacity(thinnest) * filling_density,
        filling_g / dough_g,
        low,
        high,
        list(how.how),
        _sizes(closing, dough_g, filling_ml=volume, proofed_ratio=proofed_ratio),
    )


def fits_round(basket_mm: float, piece_mm: float) -> int:
    """Most round pieces in a round basket with a gap between them once grown (0 to 20 or by area)."""
    reach = (basket_mm + c.GAP_MM.value) / (piece_mm + c.GAP_MM.value)
    best = sum(1 for radius in c.PACKING if radius <= reach)
    return best if best < len(c.PACKING) else int(0.8 * reach**2)


def fits_tray(width_mm: float, depth_mm: float, piece: Size) -> int:
    """Pieces in rows on a rectangular tray with a gap between them once grown."""
    gap = c.GAP_MM.value
    across, along = sorted((piece.width_mm + gap, piece.length_mm + gap))
    one_way = int((width_mm + gap) // across) * int((depth_mm + gap) // along)
    other_way = int((width_mm + gap) // along) * int((depth_mm + gap) // across)
    return max(one_way, other_way)
