"""A piece cut through its middle: outlines of dough and filling that keep the shares of the volume. mm, base at y =
0.
"""

import math
from collections.abc import Callable

import numpy as np

from airycrumb.data.shapes import OPEN_WALLS
from airycrumb.stations.enclose.points import Points, area, moved, sheet

Cut = tuple[Points, list[Points]]  # the outside, and the outlines of filling within or on it


def _profile(wide: float, high: float, square: float, foot: float, n: int = 40) -> Points:
    """A mound on a flat base: a superellipse of power `square` (2 is an ellipse), `foot` of its height below the
    widest.
    """
    turn = np.linspace(0, 2 * math.pi, n, endpoint=False)
    x, y = np.cos(turn), np.sin(turn)
    power = 2 / square
    xs = wide / 2 * np.sign(x) * np.abs(x) ** power
    ys = np.sign(y) * np.abs(y) ** power
    below, above = high * foot, high * (1 - foot)
    return np.column_stack((xs, np.where(ys > 0, ys * below, ys * above) - below))


def _scaled(points: Points, share: float) -> Points:
    """The same outline about its middle with `share` of its area."""
    middle = (points.max(axis=0) + points.min(axis=0)) / 2
    return middle + (points - middle) * math.sqrt(share)


def _closed(square: float, foot: float) -> Callable[[float, float, float], Cut]:
    def cut(wide: float, high: float, share: float) -> Cut:
        outside = _profile(wide, high, square, foot)
        # In a closed piece the filling is alike in all three directions.
        return outside, [_scaled(outside, share ** (2 / 3))] if share > 0 else []

    return cut


def _cushion(wide: float, high: float, share: float) -> Cut:
    """A half-moon across its fold: fold at the left, crimped rim at the right."""
    mound = _profile(wide * 0.86, high, 2.4, 0.35)
    mound = moved(mound, x=-wide * 0.07)
    rim = np.array([(0.32, -0.20), (0.38, -0.155), (0.47, -0.14), (0.5, -0.11), (0.5, -0.03), (0.48, 0.0), (0.28, 0.0)])
    rim = rim * (wide, high)
    right = np.argmax(mound[:, 0])
    outside = np.roll(mound, -int(right), axis=0)
    keep = outside[(outside[:, 0] < wide * 0.28)]
    whole = np.vstack((rim, keep))
    return whole, [_scaled(mound, share ** (2 / 3) * 0.9)] if share > 0 else []


def _pan(side: float, hollow: bool) -> Callable[[float, float, float], Cut]:
    """An open piece: a bed of dough with walls, the filling in it, `side` of the width in each wall."""

    def cut(wide: float, high: float, share: float) -> Cut:
        outside = _profile(wide, high, 5.0, 0.5)
        if share <= 0:
            return outside, []
        inside = wide * (1 - 2 * side)
        deep = min(share * area(outside) / inside, 0.92 * high)
        top = -high * (0.98 if hollow else 0.94)
        return outside, [moved(sheet(inside, deep), y=top + deep / 2)]

    return cut


def _spiral(wide: float, high: float, share: float) -> Cut:
    """A roll of even turns: each turn as much filling as its share."""
    outside = _profile(wide, high, 2.2, 0.45)
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


def _studded(wide: float, high: float, share: float) -> Cut:
    """Filling spread through the crumb: bits on a sunflower's spiral, together as large as their share."""
    outside = _profile(wide, high, 2.5, 0.35)
    if share <= 0:
        return outside, []
    n = 16
    bit = math.sqrt(share * area(outside) / n / math.pi)
    most = min(bit, 0.12 * high)
    found = []
    for i in range(n):
        r, turn = 0.76 * math.sqrt((i + 0.5) / n), i * 2.39996
        at = (wide / 2 * r * math.cos(turn), -high * 0.47 + high / 2 * r * math.sin(turn) * 0.9)
        found.append(moved(_profile(2 * most, 2 * most, 2.0, 0.5, 8), *at) + np.array((0.0, most)))
    return outside, found


SECTIONS: dict[str, Callable[[float, float, float], Cut]] = {
    "round bun": _closed(2.5, 0.35),
    "flat bun": _closed(2.6, 0.4),
    "packet": _closed(3.4, 0.45),
    "log": _closed(2.2, 0.45),
    "crescent": _closed(2.0, 0.45),
    "pie": _closed(4.5, 0.5),
    "braid": _closed(2.8, 0.35),
    "half moon": _cushion,
    "boat": _pan(OPEN_WALLS["boat"], hollow=False),
    "well": _pan(OPEN_WALLS["well"], hollow=True),
}
BY_CLOSING = {"layered": _spiral, "kneaded_in": _studded}


def section(closing: str, shape: str, wide_mm: float, high_mm: float, filling_share: float) -> Cut:
    """Outlines of a piece cut across, of one closing and closed shape; filling_share: of its volume, 0 to 0.95."""
    return BY_CLOSING.get(closing, SECTIONS[shape])(wide_mm, high_mm, filling_share)
