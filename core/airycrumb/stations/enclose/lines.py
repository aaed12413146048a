"""What is marked on a wrapper: the rim kept clean, folds, cuts, vents, and where the filling goes. mm."""

import math
from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

import numpy as np

from airycrumb.data import closings as c
from airycrumb.stations.enclose.families import ENVELOPE_WIDE
from airycrumb.stations.enclose.points import Points, disc, line, moved, oval, sheet
from airycrumb.stations.enclose.registry import Closing

StrokeKind = Literal["rim", "fold", "cut", "pleat", "press", "vent"]
Pairs = list[list[float]]  # x and y of each point


@dataclass(frozen=True)
class Stroke:
    """One line on the wrapper, mm from its middle. closed: whether it runs back to its beginning."""

    kind: StrokeKind
    points: Pairs
    closed: bool = False


@dataclass(frozen=True)
class Laid:
    """A wrapper laid out: its lines, and the outline the filling covers (empty for none)."""

    strokes: list[Stroke]
    filling: Points


NO_POINTS: Points = np.zeros((0, 2))


def pairs(points: Points) -> Pairs:
    """Points as plain pairs, to a tenth of a millimetre."""
    return list(np.round(points, 1).tolist())


def stroke(kind: StrokeKind, points: Points, closed: bool = False) -> Stroke:
    """A line on the wrapper."""
    return Stroke(kind, pairs(points), closed)


def pleats(across: float) -> int:
    """Pleats of a gathered rim: one to about every 23 mm, 8 at least."""
    return max(8, round(math.pi * across / 23))


def crimps(across: float) -> int:
    """Pinches along a folded rim: one to about every 9 mm, 12 at least."""
    return max(12, round(math.pi * across / 2 / 9))


def strips(along: float) -> int:
    """Equal strips on each side of a braid: n = L/strip between the ends kept for tucking."""
    return max(2, int((along - 2 * c.BRAID_END_MM.value) / c.STRIP_MM.value))


def _spokes(across: float, seam: float, n: int) -> list[Stroke]:
    turns = np.linspace(0, 2 * math.pi, n, endpoint=False)
    inner, outer = across / 2 - seam, across / 2
    return [
        stroke("pleat", np.array([(inner * np.cos(t), inner * np.sin(t)), (outer * np.cos(t), outer * np.sin(t))]))
        for t in turns
    ]


def _heap(volume_ml: float, most_mm: float) -> Points:
    """A heap of filling seen from above: a ball of it, spread by a quarter."""
    ball = 2 * (3 * volume_ml * 1000 / (4 * math.pi)) ** (1 / 3)
    return disc(min(1.25 * ball, most_mm))


def _gathered(w: Closing, a: float, volume: float) -> Laid:
    seam = w.usual.seam_mm
    rim = stroke("rim", disc(a - 2 * seam), closed=True)
    middle = [stroke("press", disc(a * c.MIDDLE_DIAMETER.value), closed=True)] if w.thick_middle else []
    folds = _spokes(a, seam, pleats(a)) if w.key == "gathered" else []
    return Laid([rim, *middle, *folds], _heap(volume, a - 2 * seam))


def _pulled_pie(w: Closing, a: float, volume: float) -> Laid:
    seam, deep = w.usual.seam_mm, w.usual.easy
    spread = 2 * math.sqrt(volume * 1000 / (math.pi * deep))
    return Laid([stroke("rim", disc(a - 2 * seam), closed=True), *_spokes(a, seam, pleats(a))], disc(spread))


def _pinch(w: Closing, a: float, volume: float) -> Laid:
    at = a / 4
    reach = math.sqrt((a / 2) ** 2 - at**2)
    folds = [stroke("fold", line(x, -reach, x, reach)) for x in (-at, at)]
    return Laid([stroke("rim", disc(a - 2 * w.usual.seam_mm), closed=True), *folds], _heap(volume, a / 2))


def _half_moon(w: Closing, a: float, _volume: float) -> Laid:
    pocket = a / 2 - w.usual.seam_mm
    half = disc(2 * pocket, 96)
    rim = half[half[:, 1] >= 0]
    filling = moved(oval(1.44 * pocket, 0.72 * pocket), y=0.47 * pocket)
    vent = line(-0.08 * a, -0.25 * a, 0.08 * a, -0.25 * a)
    return Laid([stroke("rim", rim), stroke("fold", line(-a / 2, 0, a / 2, 0)), stroke("vent", vent)], filling)


def _two_rounds(w: Closing, a: float, _volume: float) -> Laid:
    inside = a - 2 * w.usual.seam_mm
    return Laid([stroke("rim", disc(inside), closed=True)], disc(0.86 * inside))


def _envelope(w: Closing, a: float, _volume: float) -> Laid:
    side, flip = ENVELOPE_WIDE * a / 2, a / 6
    folds = [stroke("fold", line(x, -a / 2, x, a / 2)) for x in (-side, side)]
    folds += [stroke("fold", line(-side, y, side, y)) for y in (-flip, flip)]
    return Laid(folds, sheet(2 * side - w.usual.seam_mm, a / 3 - w.usual.seam_mm / 2))


def _crescent(w: Closing, a: float, _volume: float) -> Laid:
    high = a * w.long
    roll = w.usual.easy * a
    base = high / 2
    filling = moved(sheet(0.7 * a - w.usual.seam_mm, roll), y=base - roll / 2 - 2)
    slit = stroke("cut", line(0, base, 0, base - 0.12 * high)) if a > 90 else None
    turn = stroke("fold", line(-0.36 * a, base - 0.28 * high, 0.36 * a, base - 0.28 * high))
    return Laid([turn, *([slit] if slit else [])], filling)


def _boat(w: Closing, a: float, _volume: float) -> Laid:
    wide, long = a - 2 * w.usual.seam_mm, a * w.long - 2 * w.usual.seam_mm
    half = oval(a - w.usual.seam_mm, a * w.long - w.usual.seam_mm)
    marks = [stroke("fold", oval(wide, long), closed=True), stroke("fold", half, closed=True)]
    return Laid(marks, oval(0.94 * wide, 0.96 * long))


def _well(w: Closing, a: float, _volume: float) -> Laid:
    inside = a - 2 * w.usual.seam_mm
    return Laid([stroke("press", disc(inside), closed=True)], disc(0.94 * inside))


def _sticks(w: Closing, a: float, _volume: float) -> Laid:
    seam = w.usual.seam_mm
    thick = 0.16 * a
    bars = moved(sheet(a - 2 * seam, thick), y=a / 2 - seam / 2 - thick / 2)
    rim = [stroke("rim", line(x, -a / 2, x, a / 2)) for x in (seam - a / 2, a / 2 - seam)]
    return Laid([*rim, stroke("rim", line(-a / 2, seam - a / 2, a / 2, seam - a / 2))], bars)


def _kneaded(w: Closing, a: float, _volume: float) -> Laid:
    return Laid([], NO_POINTS)


def _braid(w: Closing, a: float, _volume: float) -> Laid:
    along, end = a * w.long, c.BRAID_END_MM.value
    n, pad = strips(along), c.BRAID_PAD.value * a / 2
    wide = (along - 2 * end) / n
    at = [-along / 2 + end + i * wide for i in range(n + 1)]
    cuts = [stroke("cut", line(side * (pad + 6), y, side * a / 2, y)) for y in at for side in (-1, 1)]
    folds = [stroke("fold", line(-pad - 6, y, pad + 6, y)) for y in (at[0], at[-1])]
    return Laid([*cuts, *folds], sheet(2 * pad, along - 2 * end - 8))


def _layered(w: Closing, a: float, _volume: float) -> Laid:
    along, seam = a * w.long, w.usual.seam_mm
    rim = stroke("rim", line(-a / 2, seam - along / 2, a / 2, seam - along / 2))
    return Laid([rim], moved(sheet(a - 6, along - seam - 3), y=seam / 2))


def _plain(w: Closing, a: float, _volume: float) -> Laid:
    return Laid([stroke("fold", line(-a / 2, 0, a / 2, 0))], NO_POINTS)


LAID: dict[str, Callable[[Closing, float, float], Laid]] = {
    "gathered": _gathered,
    "ball": _gathered,
    "lidded": _gathered,
    "pulled_pie": _pulled_pie,
    "pinch": _pinch,
    "half_moon": _half_moon,
    "half_moon_fork": _half_moon,
    "half_moon_rope": _half_moon,
    "two_rounds": _two_rounds,
    "envelope": _envelope,
    "crescent": _crescent,
    "boat": _boat,
    "well": _well,
    "sticks": _sticks,
    "kneaded_in": _kneaded,
    "braid": _braid,
    "layered": _layered,
    "plain": _plain,
}


def laid(closing: Closing, across_mm: float, volume_ml: float) -> Laid:
    """The lines on a wrapper so wide, and where so much filling goes on it."""
    return LAID[closing.key](closing, across_mm, volume_ml)


def folds_of(closing: Closing, across_mm: float) -> int:
    """How many pleats, pinches or strips a side the closing takes; 0 where nothing is counted."""
    if closing.key in ("gathered", "pulled_pie"):
        return pleats(across_mm)
    if closing.key == "half_moon":
        return crimps(across_mm)
    return strips(across_mm * closing.long) if closing.key == "braid" else 0
