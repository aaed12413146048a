"""The drawings of each step of a closing, folded and cut from the same outline that is rolled. mm, seen from above."""

import math
from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

import numpy as np

from airycrumb.data import closings as c
from airycrumb.stations.enclose.families import ENVELOPE_WIDE
from airycrumb.stations.enclose.lines import Laid, Pairs, crimps, pairs, pleats
from airycrumb.stations.enclose.points import Points, disc, fold, line, moved, oval, ring, sheet
from airycrumb.stations.enclose.registry import Closing
from airycrumb.words import Message

PatchKind = Literal["dough", "over", "filling", "line", "hole"]


@dataclass(frozen=True)
class Patch:
    """One outline of a drawing, in order from below: dough, dough lying over it, filling, a line, a hole."""

    kind: PatchKind
    points: Pairs


@dataclass(frozen=True)
class WrapStep:
    """One step in words and as drawn."""

    words: Message
    patches: list[Patch]


@dataclass(frozen=True)
class _Made:
    """What the drawings are made from: the wrapper, its lines, and the closed piece seen from above."""

    closing: Closing
    across: float
    laid: Laid
    wide: float
    long: float

    @property
    def along(self) -> float:
        return self.across * self.closing.long

    @property
    def flat(self) -> list[Patch]:
        """The wrapper with its filling on it."""
        return [_patch("dough", self.closing.points(self.across)), *self.filling]

    @property
    def filling(self) -> list[Patch]:
        return [_patch("filling", self.laid.filling)] if len(self.laid.filling) else []


Drawn = list[list[Patch]]


def _patch(kind: PatchKind, points: Points) -> Patch:
    return Patch(kind, pairs(points))


def _spokes(inner: float, outer: float, n: int, lean: float = 0.25) -> list[Patch]:
    turns = np.linspace(0, 2 * math.pi, n, endpoint=False)
    return [
        _patch(
            "line",
            np.array(
                [(inner * math.cos(t), inner * math.sin(t)), (outer * math.cos(t + lean), outer * math.sin(t + lean))]
            ),
        )
        for t in turns
    ]


def _rising(across: float, n: int) -> list[Patch]:
    """A rim half gathered: the edge in pleats, the filling still in sight."""
    radii = np.where(np.arange(2 * n) % 2 == 0, 0.40, 0.345) * across
    inner = np.where(np.arange(2 * n) % 2 == 0, 0.235, 0.20) * across
    return [
        _patch("dough", ring(radii)),
        _patch("filling", ring(inner)),
        *_spokes(0.235 * across, 0.38 * across, n, 0.0),
    ]


def _gathered(m: _Made) -> Drawn:
    n = pleats(m.across)
    bun = [_patch("dough", disc(m.wide)), *_spokes(0.1 * m.wide, 0.46 * m.wide, n), _patch("over", disc(0.2 * m.wide))]
    return [m.flat, _rising(m.across, n), bun]


def _ball(m: _Made) -> Drawn:
    return [m.flat, _rising(m.across, 12), [_patch("dough", disc(m.wide))]]


def _lidded(m: _Made) -> Drawn:
    lid = 0.84 * m.wide
    petals = [
        _patch(
            "line",
            np.array(
                [
                    (0.12 * lid * math.cos(t), 0.12 * lid * math.sin(t)),
                    (0.4 * lid * math.cos(t), 0.4 * lid * math.sin(t)),
                ]
            ),
        )
        for t in np.linspace(0, 2 * math.pi, 8, endpoint=False)
    ]
    return [
        m.flat,
        [_patch("dough", disc(m.wide))],
        [_patch("dough", disc(m.wide)), _patch("over", disc(lid)), *petals],
    ]


def _folded_in(m: _Made, x: float, y: float, nx: float, ny: float, points: Points) -> tuple[Points, Patch]:
    stays, flap = fold(points, x, y, nx, ny)
    return stays, _patch("over", flap)


def _pinch(m: _Made) -> Drawn:
    at = m.across / 4
    whole = m.closing.points(m.across)
    stays, left = _folded_in(m=m, x=-at, y=0, nx=1, ny=0, points=whole)
    stays, right = _folded_in(m=m, x=at, y=0, nx=-1, ny=0, points=stays)
    both = [_patch("dough", stays), *m.filling, left, right]
    end, near = _folded_in(m=m, x=0, y=at, nx=0, ny=-1, points=stays)
    end, far = _folded_in(m=m, x=0, y=-at, nx=0, ny=1, points=end)
    closed = [_patch("dough", end), left, right, near, far]
    # The flaps are wider than the parcel only while they are open.
    inside = [Patch(p.kind, pairs(np.clip(np.array(p.points), -at, at))) for p in closed]
    return [m.flat, both, inside, [_patch("dough", disc(m.wide))]]


def _envelope(m: _Made) -> Drawn:
    side, flip = ENVELOPE_WIDE * m.across / 2, m.across / 6
    stays, left = _folded_in(m=m, x=-side, y=0, nx=1, ny=0, points=m.closing.points(m.across))
    stays, right = _folded_in(m=m, x=side, y=0, nx=-1, ny=0, points=stays)
    sides = [_patch("dough", stays), *m.filling, left, right]
    kept, near = _folded_in(m=m, x=0, y=flip, nx=0, ny=-1, points=stays)
    flipped = [_patch("dough", kept), near]
    _, over = _folded_in(m=m, x=0, y=-flip, nx=0, ny=1, points=kept)
    packet = [_patch("dough", sheet(2 * side, 2 * flip)), over]
    return [m.flat, sides, flipped, packet]


def _edge(m: _Made) -> list[Patch]:
    """How the rim of a half-moon is shut: pinches, a fork's tines, or a rope."""
    r, seam = m.across / 2, m.closing.usual.seam_mm
    n = crimps(m.across)
    turns = np.linspace(0.04, math.pi - 0.04, n)
    at = lambda radius, t: (radius * math.cos(t), radius * math.sin(t))
    if m.closing.key == "half_moon_rope":
        twist = 0.09
        return [_patch("line", np.array([at(r - seam, t - twist), at(r, t)])) for t in turns if t > twist]
    if m.closing.key == "half_moon_fork":
        return [_patch("line", np.array([at(r - seam, t), at(r, t)])) for t in np.linspace(0.03, math.pi - 0.03, 2 * n)]
    return [
        _patch("line", np.array([at(r - seam, t), at(r - seam / 3, t + 0.03), at(r - seam, t + 0.06)])) for t in turns
    ]


def _half_moon(m: _Made) -> Drawn:
    _, over = fold(disc(m.across, 96), 0, 0, 0, 1)
    half = [_patch("dough", over)]
    vent = _patch("line", line(-0.06 * m.across, 0.2 * m.across, 0.06 * m.across, 0.2 * m.across))
    return [m.flat, half, [*half, *_edge(m), vent]]


def _two_rounds(m: _Made) -> Drawn:
    lower, upper = _patch("dough", disc(m.across)), _patch("over", disc(1.03 * m.across))
    seam = m.closing.usual.seam_mm
    cross = 0.06 * m.across
    vents = [_patch("line", line(-cross, 0, cross, 0)), _patch("line", line(0, -cross, 0, cross))]
    rim = _spokes(m.across / 2 - seam, m.across / 2, crimps(m.across), 0.0)
    return [m.flat, [lower, upper], [lower, upper, *rim, *vents]]


def _crescent(m: _Made) -> Drawn:
    high, base = m.along, m.across
    left_over = moved(np.array([(-0.36 * base, 0.0), (0.36 * base, 0.0), (0.0, -0.72 * high)]), y=0.22 * high)
    roll = moved(oval(0.95 * base, 0.3 * base), y=0.22 * high)
    turn = np.linspace(math.pi * 1.12, math.pi * 1.88, 20)
    outer, inner = m.long / 2, m.long / 2 - m.wide * 0.75
    moon = np.vstack(
        (
            np.column_stack((outer * np.cos(turn), outer * np.sin(turn))),
            np.column_stack((inner * np.cos(turn[::-1]), inner * np.sin(turn[::-1]) + 0.12 * m.wide)),
        )
    )
    moon = moved(moon, y=outer * 0.7)
    ribs = [_patch("line", moon[[i, len(moon) - 1 - i]]) for i in (5, 8, 11, 14)]
    rolled = [_patch("dough", left_over), _patch("over", roll)]
    return [m.flat, rolled, [_patch("dough", moon), *ribs]]


def _boat(m: _Made) -> Drawn:
    seam = m.closing.usual.seam_mm
    wide, long = m.across - seam, m.along - seam
    bed = oval(m.across - 2 * seam, m.along - 2 * seam)
    rim = [_patch("dough", oval(wide, long)), _patch("filling", bed)]
    turn = np.linspace(0, 2 * math.pi, 48, endpoint=False)
    pointed = lambda w, h: np.column_stack((w / 2 * np.cos(turn) * np.abs(np.cos(turn)) ** 0.35, h / 2 * np.sin(turn)))
    return [
        m.flat,
        rim,
        [
            _patch("dough", pointed(wide, long * 1.06)),
            _patch("filling", pointed(wide - 2 * seam * 0.7, long - 2 * seam)),
        ],
    ]


def _well(m: _Made) -> Drawn:
    inside = m.across - 2 * m.closing.usual.seam_mm
    bun, hollow = _patch("dough", disc(m.across)), _patch("over", disc(inside))
    smaller = _patch("over", disc(0.8 * inside))
    return [[bun, smaller], [bun, hollow], [bun, hollow, *m.filling]]


def _rolled(m: _Made, closed: list[Patch]) -> Drawn:
    """A sheet rolled up from the near edge: half way, the roll lies where the sheet ends."""
    left = 0.55 * m.along
    bed = moved(sheet(m.across, left), y=left / 2 - m.along / 2)
    roll = moved(sheet(m.across, 0.16 * m.along), y=left - m.along / 2)
    showing = []
    if m.closing.key == "layered":
        showing = [_patch("filling", moved(sheet(m.across - 8, left - 26), y=left / 2 - m.along / 2 + 6))]
    return [m.flat, [_patch("dough", bed), *showing, _patch("over", roll)], closed]


def _sticks(m: _Made) -> Drawn:
    log = sheet(m.across, m.wide)
    pinched = [_patch("line", line(x, -m.wide / 2, x * 0.98, m.wide / 2)) for x in (-0.44 * m.across, 0.44 * m.across)]
    return _rolled(m, [_patch("dough", log), *pinched])


def _layered(m: _Made) -> Drawn:
    log = sheet(m.across, m.wide)
    seam = _patch("line", line(-m.across / 2, 0.3 * m.wide, m.across / 2, 0.3 * m.wide))
    return _rolled(m, [_patch("dough", log), seam])


def _bits(across: float) -> list[Patch]:
    spots = [(0.42 * across * math.sqrt((i + 0.5) / 14), i * 2.39996) for i in range(14)]
    return [_patch("filling", moved(disc(0.07 * across, 8), r * math.cos(t), r * math.sin(t))) for r, t in spots]


def _kneaded(m: _Made) -> Drawn:
    flat = 1.35 * m.across
    patted = [_patch("dough", disc(flat)), *_bits(flat)]
    _, half = fold(disc(flat, 96), 0, 0, 0, 1)
    folded = [_patch("dough", half), _patch("line", line(-flat * 0.34, flat * 0.16, flat * 0.34, flat * 0.16))]
    return [patted, folded, [_patch("dough", disc(m.wide)), *_bits(m.wide)]]


def _pulled_pie(m: _Made) -> Drawn:
    hole = c.HOLE_MM.value
    n = pleats(m.across)
    shut = [_patch("dough", disc(m.wide)), *_spokes(hole / 2, 0.48 * m.wide, n, 0.1), _patch("hole", disc(hole))]
    return [m.flat, _rising(m.across, n), shut]


def _braid(m: _Made) -> Drawn:
    cuts = [_patch("line", np.array(s.points)) for s in m.laid.strokes if s.kind == "cut"]
    end = c.BRAID_END_MM.value
    pad = c.BRAID_PAD.value * m.across / 2 + 6
    n = sum(1 for s in m.laid.strokes if s.kind == "cut") // 2 - 1
    wide = (m.along - 2 * end) / n
    body = _patch("dough", sheet(2 * pad, m.along - 2 * end))
    over: list[Patch] = []
    for i in range(n):
        y = -m.along / 2 + end + i * wide
        for side in (-1, 1):
            edge, tip = side * pad, -side * 0.35 * pad
            over.append(
                _patch("over", np.array([(edge, y), (edge, y + wide), (tip, y + 1.75 * wide), (tip, y + 0.75 * wide)]))
            )
    half = [body, *m.filling, *over[: n - n % 2]]
    return [
        [*m.flat, *cuts],
        half,
        [body, *over[:-4], _patch("over", moved(sheet(1.5 * pad, 3 * wide), y=m.along / 2 - end - wide))],
    ]


def _plain(m: _Made) -> Drawn:
    _, over = fold(disc(m.across, 96), 0, 0, 0, 1)
    return [m.flat, [_patch("dough", over)]]


DRAWN: dict[str, Callable[[_Made], Drawn]] = {
    "gathered": _gathered,
    "ball": _ball,
    "pinch": _pinch,
    "envelope": _envelope,
    "half_moon": _half_moon,
    "half_moon_fork": _half_moon,
    "half_moon_rope": _half_moon,
    "crescent": _crescent,
    "two_rounds": _two_rounds,
    "lidded": _lidded,
    "boat": _boat,
    "well": _well,
    "sticks": _sticks,
    "kneaded_in": _kneaded,
    "pulled_pie": _pulled_pie,
    "braid": _braid,
    "layered": _layered,
    "plain": _plain,
}


def steps_of(closing: Closing, across_mm: float, laid: Laid, wide_mm: float, long_mm: float) -> list[WrapStep]:
    """Each step of a closing with its drawing, at one scale. wide_mm, long_mm: the piece as wrapped, from above."""
    drawn = DRAWN[closing.key](_Made(closing, across_mm, laid, wide_mm, long_mm))
    return [WrapStep(words, patches) for words, patches in zip(closing.words.how, drawn, strict=True)]
