"""Closing a dough over a filling: wrapper size and thickness, what it can hold, how large the piece becomes.

Lengths in mm, masses in g, volumes in mL (1 mL = 1000 mm3).
"""

from dataclasses import dataclass

from airycrumb.data import closings as c
from airycrumb.data.closings import CLOSED_AS
from airycrumb.data.shapes import DOUGH_DENSITY, OPEN_WALLS, OVEN_SPRING, SHAPES
from airycrumb.memo import remembered
from airycrumb.outline import of_piece
from airycrumb.stations.enclose import families
from airycrumb.stations.enclose.lines import Pairs, Stroke, folds_of, laid, pairs
from airycrumb.stations.enclose.proportions import Proportions, proportions
from airycrumb.stations.enclose.registry import CLOSINGS, Closing
from airycrumb.stations.enclose.sections import section
from airycrumb.stations.enclose.steps import WrapStep, steps_of
from airycrumb.words import NOTHING, Message, in_millimetres, say, say_n

AS_WRAPPED = 1.15  # volume of the dough over gas-free once it is rolled and closed; assumed


@dataclass(frozen=True)
class Size:
    """A piece at one moment, mm: outside, and the filling inside it at the same scale.

    wall_mm: of dough over the filling, 0 where the two are mixed or there is none; outside, filling: outlines of the
    piece cut across, base at y = 0, upwards negative.
    """

    when: Message
    width_mm: float
    height_mm: float
    length_mm: float
    filling_width_mm: float
    filling_height_mm: float
    wall_mm: float
    outside: Pairs
    filling: list[Pairs]


@dataclass(frozen=True)
class Trouble:
    """What goes wrong with a closing, and how to see it coming."""

    what: Message
    sign: Message


@dataclass(frozen=True)
class Part:
    """One of the pieces of dough that make up a piece: a bun and its lid. g of dough; mm to roll it to."""

    name: Message
    dough_g: float
    across_mm: float


@dataclass(frozen=True)
class Wrapper:
    """What to roll and how to close it.

    across_mm, along_mm: its width and depth (alike for a round); own_mm: the width its filling asks for; rolled:
    whether there is a wrapper at all; outline, strokes, filling_at: seen from above, mm from its middle; thinnest_mm:
    as thin as this dough bears; closes_over_g: the most it bears at this size; most_filling_g: rolled that thin;
    low_g, high_g: filling that closes well.
    """

    closing: str
    label: Message
    rolled: bool
    round: bool
    across_mm: float
    along_mm: float
    own_mm: float
    mean_mm: float
    middle_mm: float
    rim_mm: float
    thinnest_mm: float
    seam_mm: float
    folds: int
    filling_g: float
    filling_ml: float
    closes_over_g: float
    most_filling_g: float
    low_g: float
    high_g: float
    low_ml: float
    high_ml: float
    ratio: float
    ratio_low: float
    ratio_high: float
    vent: Message
    cut_from: Message
    parts: list[Part]
    outline: Pairs
    strokes: list[Stroke]
    filling_at: Pairs
    steps: list[WrapStep]
    wrong: list[Trouble]
    sizes: list[Size]


def piece_size(closing: str, when: Message, dough_ml: float, filling_ml: float, lies: Proportions) -> Size:
    """Outside and inside of a piece from its volumes and its proportions."""
    how, shape = CLOSINGS[closing], CLOSED_AS[closing]
    body, _ = of_piece(shape, dough_ml * 1000, filling_ml * 1000, lies)
    outside, inside = section(closing, shape, body, filling_ml * 1000 / body.volume, how.walls)
    height, fill_wide, fill_high, base = 2 * body.half_height, 0.0, 0.0, 0.0
    wrapped = closing not in ("layered", "kneaded_in")
    if inside and wrapped:
        low, high = inside[0].min(axis=0), inside[0].max(axis=0)
        (fill_wide, fill_high), base = (float(high[0] - low[0]), float(high[1] - low[1])), float(-high[1])
    wall = base if shape in OPEN_WALLS else (height - fill_high) / 2 if fill_high else 0.0
    return Size(
        when=when,
        width_mm=2 * body.half_width / (1 - SHAPES[shape].rim),
        height_mm=height,
        length_mm=2 * body.half_length,
        filling_width_mm=fill_wide,
        filling_height_mm=fill_high,
        wall_mm=wall,
        outside=pairs(outside),
        filling=[pairs(p) for p in inside],
    )


def _sizes(closing: str, dough_g: float, filling_ml: float, proofed_ratio: float, lies: Proportions) -> list[Size]:
    raw = dough_g / DOUGH_DENSITY.value
    moments = (
        (say("as wrapped"), AS_WRAPPED),
        (say("proofed"), proofed_ratio),
        (say("cooked"), proofed_ratio * OVEN_SPRING.value),
    )
    return [piece_size(closing, when, raw * ratio, filling_ml, lies) for when, ratio in moments]


def _thickness(how: Closing, dough_g: float, across: float) -> tuple[float, float, float]:
    """Mean, middle and rim in mm; all 0 where nothing is rolled."""
    if not how.rolled:
        return 0.0, 0.0, 0.0
    mean = how.thickness(dough_g, across)
    thick = c.MIDDLE_OVER_RIM.value if how.thick_middle else 1.0
    rim = mean / (1 + (thick - 1) * c.MIDDLE_DIAMETER.value**2)
    return mean, rim * thick, rim


def _parts(how: Closing, dough_g: float, across: float, wide: float) -> list[Part]:
    if len(how.parts) == 1:
        return []
    sizes = (across, 0.84 * wide) if how.key == "lidded" else (across, 1.03 * across)
    return [Part(name, share * dough_g, mm) for (name, share), mm in zip(how.parts, sizes, strict=True)]


def _cut_from(how: Closing, across: float, pieces: int) -> Message:
    """What sheet the wrappers are cut from, where they are cut rather than rolled one by one.

    A strip of all their dough has a half triangle at each end: together they are the last piece.
    """
    if how.key != "crescent" or pieces < 2:
        return NOTHING
    size = {"strip": in_millimetres(families.strip_for(pieces, across)), "across": in_millimetres(across * how.long)}
    return say_n(
        "one strip of {strip} by {across} gives {whole} whole one and a half at each end: press the two together",
        "one strip of {strip} by {across} gives {whole} whole ones and a half at each end: press the two together",
        pieces - 1,
        whole=pieces - 1,
        **size,
    )


def width_of(how: Closing, dough_g: float, filling_ml: float) -> float:
    """mm to roll the wrapper of a piece to: to reach round its filling, or by thickness where there is none."""
    if not how.wraps:
        return how.across_at(dough_g, c.PLAIN_MM.value)
    if not how.rolled:
        # A ball of dough and filling together, gas-free.
        return 10 * (6 * (dough_g / DOUGH_DENSITY.value + filling_ml) / 3.14159265) ** (1 / 3)
    return how.across(filling_ml)


def most_filling_ml(how: Closing, dough_g: float, thinnest_mm: float) -> float:
    """mL a piece of so much dough closes over, rolled as thin as it bears."""
    if not how.rolled:
        share = how.usual.most
        return dough_g / DOUGH_DENSITY.value * share / (1 - share)
    return how.holds(how.across_at(dough_g, thinnest_mm))


@remembered(256)
def enclose(
    closing: str,
    dough_g: float,
    filling_g: float,
    filling_density: float,
    proofed_ratio: float,
    pieces: int = 1,
    wanted_mm: float | None = None,
    thinner: float = 1.0,
) -> Wrapper:
    """The wrapper for one piece.

    dough_g 10 to 1500, filling_g 0 to 1500, filling_density g/mL; proofed_ratio: dough volume
    at the end of the proof over that without gas; pieces: how many are made; wanted_mm: width to roll it to, 30 to
    1200, None where its filling decides; thinner: how thin this dough is rolled over how thin a usual one is, 0.3 to 1.
    """
    how, volume = CLOSINGS[closing], filling_g / filling_density
    usual, words = how.usual, how.words
    own = width_of(how, dough_g, volume)
    across = wanted_mm if wanted_mm is not None and how.rolled else own
    lies = proportions(CLOSED_AS[closing], across / own)
    mean, middle, rim = _thickness(how, dough_g, across)
    sizes = _sizes(closing, dough_g, volume, proofed_ratio, lies)
    plan = laid(how, across, volume)
    low, high = usual.ratio[0], usual.ratio[1] / thinner
    thinnest = usual.thinnest_mm * thinner
    most = most_filling_ml(how, dough_g, thinnest) * filling_density
    most = min(most, c.MOST_OVER_USUAL.value * high * dough_g)
    bears = most if not how.rolled else how.holds_at_most(across) * filling_density
    low_g, high_g = low * dough_g, min(high * dough_g, most)
    return Wrapper(
        closing=closing,
        label=words.label,
        rolled=how.rolled,
        round=how.outline in ("disc", "ball"),
        across_mm=across,
        along_mm=across * how.long,
        own_mm=own,
        mean_mm=mean,
        middle_mm=middle,
        rim_mm=rim,
        thinnest_mm=thinnest,
        seam_mm=usual.seam_mm,
        folds=folds_of(how, across),
        filling_g=filling_g,
        filling_ml=volume,
        closes_over_g=min(bears, most),
        most_filling_g=most,
        low_g=low_g,
        high_g=high_g,
        low_ml=low_g / filling_density,
        high_ml=high_g / filling_density,
        ratio=filling_g / dough_g,
        ratio_low=low,
        ratio_high=high,
        vent=words.vent,
        cut_from=_cut_from(how, across, pieces),
        parts=_parts(how, dough_g, across, sizes[0].width_mm),
        outline=pairs(how.points(across)),
        strokes=plan.strokes,
        filling_at=pairs(plan.filling),
        steps=steps_of(how, across, plan, sizes[0].width_mm, sizes[0].length_mm),
        wrong=[Trouble(*row) for row in words.wrong],
        sizes=sizes,
    )
