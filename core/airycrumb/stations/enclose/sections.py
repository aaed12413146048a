"""A piece cut through its middle, as it is drawn: the body that is cooked, with its rim, turns and bits. mm, base at
y = 0.
"""

import math
from collections.abc import Callable

import numpy as np

from airycrumb.data.shapes import OPEN_WALLS, SHAPES
from airycrumb.outline import Solid, Walls
from airycrumb.stations.enclose.points import Points, area, moved

Cut = tuple[Points, list[Points]]  # the outside, and the outlines of filling within or on it


def _drawn(points: Points, s: Solid) -> Points:
    """Points of the body, up from the middle of its height, as they are drawn: down from there, base at y = 0."""
    return points * np.array((1.0, -1.0)) - np.array((0.0, s.half_height))


def _closed(s: Solid, share: float, walls: Walls) -> Cut:
    return _drawn(s.section(), s), [_drawn(s.filling(share, walls).section(), s)] if share > 0 else []


def _cushion(s: Solid, share: float, walls: Walls) -> Cut:
    """A half-moon across its fold: fold at the left, crimped rim at the right."""
    body, filling = _closed(s, share, walls)
    high, side = 2 * s.half_height, s.half_width
    wide = 2 * side / (1 - SHAPES["half moon"].rim)
    shift = np.array((side - wide / 2, 0.0))
    rim = np.array([(0.32, -0.20), (0.38, -0.155), (0.47, -0.14), (0.5, -0.11), (0.5, -0.03), (0.48, 0.0), (0.28, 0.0)])
    body = body + shift
    outside = np.roll(body, -int(np.argmax(body[:, 0])), axis=0)
    return np.vstack((rim * (wide, high), outside[outside[:, 0] < wide * 0.28])), [f + shift for f in filling]


def _open(side: float) -> Callable[[Solid, float, Walls], Cut]:
    """A bed of dough with walls, the filling level between them up to the top; `side` of the width in each wall."""

    def cut(s: Solid, share: float, _walls: Walls) -> Cut:
        outside = _drawn(s.section(), s)
        if share <= 0:
            return outside, []
        inner, bottom = s.well(share, side)
        across = np.linspace(-inner.half_width, inner.half_width, 15)
        top = np.column_stack((across, s.top(np.abs(across) / s.half_width)))
        low = np.array([(inner.half_width, bottom), (-inner.half_width, bottom)])
        return outside, [_drawn(np.vstack((top, low)), s)]

    return cut


def _blob(across: float) -> Points:
    """A small round about the origin."""
    turn = np.linspace(0, 2 * math.pi, 8, endpoint=False)
    return across / 2 * np.column_stack((np.cos(turn), np.sin(turn)))


def _spiral(s: Solid, share: float, _walls: Walls) -> Cut:
    """A roll of even turns: each turn as much filling as its share."""
    outside, wide, high = _drawn(s.section(), s), 2 * s.half_width, 2 * s.half_height
    if share <= 0:
        return outside, []
    turns, n = 2.75, 90
    at = np.linspace(0.12, 1, n)
    angle = 2 * math.pi * turns * at
    thick = share / turns * 0.9
    middle = np.array((0.0, -high / 2))
    radius = np.array((wide / 2 * 0.93, high / 2 * 0.93))
    outer = middle + radius * (np.column_stack((np.cos(angle), np.sin(angle))) * at[:, None])
    inner = middle + radius * (np.column_stack((np.cos(angle), np.sin(angle))) * np.maximum(at - thick, 0.02)[:, None])
    return outside, [np.vstack((outer, inner[::-1]))]


def _studded(s: Solid, share: float, _walls: Walls) -> Cut:
    """Filling spread through the crumb: bits on a sunflower's spiral, together as large as their share."""
    outside, wide, high = _drawn(s.section(), s), 2 * s.half_width, 2 * s.half_height
    if share <= 0:
        return outside, []
    n = 16
    bit = math.sqrt(share * area(outside) / n / math.pi)
    most = min(bit, 0.12 * high)
    found = []
    for i in range(n):
        r, turn = 0.76 * math.sqrt((i + 0.5) / n), i * 2.39996
        at = (wide / 2 * r * math.cos(turn), -high * 0.47 + high / 2 * r * math.sin(turn) * 0.9)
        found.append(moved(_blob(2 * most), *at))
    return outside, found


SECTIONS: dict[str, Callable[[Solid, float, Walls], Cut]] = {
    "half moon": _cushion,
    **{shape: _open(side) for shape, side in OPEN_WALLS.items()},
}
BY_CLOSING = {"layered": _spiral, "kneaded_in": _studded}


def section(closing: str, shape: str, s: Solid, filling_share: float, walls: Walls) -> Cut:
    """Outlines of a piece cut across, of one closing and closed shape; s: its body, mm; filling_share: of the body's
    volume, 0 to 0.95."""
    return BY_CLOSING.get(closing, SECTIONS.get(shape, _closed))(s, filling_share, walls)
