"""Outlines as points, in mm: discs, ovals and sheets of dough, folded and cut. x to the right, y towards the cook."""

import math

import numpy as np
from numpy.typing import NDArray

Points = NDArray[np.float64]  # shape (n, 2)
AROUND = 48  # points of a round outline


def oval(across_mm: float, along_mm: float, n: int = AROUND) -> Points:
    """An oval about the origin, as wide as `across_mm` and as deep as `along_mm`."""
    turn = np.linspace(0, 2 * math.pi, n, endpoint=False)
    return np.column_stack((across_mm / 2 * np.cos(turn), along_mm / 2 * np.sin(turn)))


def disc(across_mm: float, n: int = AROUND) -> Points:
    """A round about the origin."""
    return oval(across_mm, across_mm, n)


def sheet(across_mm: float, along_mm: float) -> Points:
    """A rectangle about the origin."""
    x, y = across_mm / 2, along_mm / 2
    return np.array([(-x, -y), (x, -y), (x, y), (-x, y)])


def triangle(base_mm: float, height_mm: float) -> Points:
    """A triangle pointing away from the cook, its base nearest; its box about the origin."""
    x, y = base_mm / 2, height_mm / 2
    return np.array([(-x, y), (x, y), (0.0, -y)])


def line(x1: float, y1: float, x2: float, y2: float) -> Points:
    """Two points."""
    return np.array([(x1, y1), (x2, y2)])


def moved(points: Points, x: float = 0.0, y: float = 0.0) -> Points:
    """The same, so much further right and nearer."""
    return points + np.array((x, y))


def ring(radii: Points, turn: float = 0.0) -> Points:
    """A closed outline from its radius at evenly spaced angles: pleats, stars. radii [mm], shape (n,)."""
    angles = turn + np.linspace(0, 2 * math.pi, len(radii), endpoint=False)
    return np.column_stack((radii * np.cos(angles), radii * np.sin(angles)))


def area(points: Points) -> float:
    """Area in mm2 of a closed outline that does not cross itself (the shoelace rule)."""
    x, y = points[:, 0], points[:, 1]
    return float(abs(x @ np.roll(y, -1) - y @ np.roll(x, -1)) / 2)


def _cut(points: Points, at: Points, towards: Points) -> Points:
    """The part of a closed outline on the side of a line that `towards` points to (Sutherland and Hodgman)."""
    side = (points - at) @ towards
    kept: list[Points] = []
    for i in range(len(points)):
        j = (i + 1) % len(points)
        if side[i] >= 0:
            kept.append(points[i])
        if (side[i] > 0) != (side[j] > 0) and side[i] != side[j]:
            kept.append(points[i] + (points[j] - points[i]) * side[i] / (side[i] - side[j]))
    return np.array(kept).reshape(-1, 2)


def fold(points: Points, x: float, y: float, towards_x: float, towards_y: float) -> tuple[Points, Points]:
    """Fold an outline along a line through (x, y): what stays put, and the flap, turned over towards (towards_x, _y).

    Areas of both together are that of the whole: a fold loses no dough.
    """
    at = np.array((x, y))
    normal = np.array((towards_x, towards_y)) / math.hypot(towards_x, towards_y)
    stays, flap = _cut(points, at, normal), _cut(points, at, -normal)
    turned = flap - 2 * np.outer((flap - at) @ normal, normal) if len(flap) else flap
    return stays, turned
