"""From a piece's masses to the graded sphere it is cooked as."""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from airycrumb.data.shapes import SHAPES
from airycrumb.stations.heat.water import Array

FILLING_CELLS, DOUGH_CELLS = 11, 12
PLAIN_BELOW = 1e-3  # share of the volume under which a piece is taken to have no filling


@dataclass(frozen=True)
class Body:
    """A piece as a body of dimension n (1 slab, 2 cylinder, 3 sphere): radii in m, volume in m3."""

    dimension: float
    radius: float
    filling_radius: float
    volume: float
    facing_down: float
    height: float
    width: float
    length: float


def body(shape: str, dough_m3: float, filling_m3: float) -> Body:
    """The equivalent body of a proofed piece.

    n = 1 + x^.10 + y^.25 with x = c/a, y = c/b from the half-axes c <= a <= b; the radius keeps
    the first eigenvalue (slab 2.467, cylinder 5.783, sphere 9.870).
    """
    width_ratio, length_ratio, fullness, down = SHAPES[shape]
    volume = dough_m3 + filling_m3
    height = (volume / (fullness * width_ratio * length_ratio)) ** (1 / 3)
    width, length = width_ratio * height, length_ratio * height
    x, y = 1 / width_ratio, 1 / length_ratio
    n = 1 + x**0.10 + y**0.25
    top = -0.078 + 2.1595 * n + 0.3855 * n**2
    radius = 1.02 * height / 2 * math.sqrt(top / (2.467 + 3.316 * (x**2 + y**2) + 0.771 * x**2 * y**2))
    return Body(
        dimension=n,
        radius=radius,
        filling_radius=radius * (filling_m3 / volume) ** (1 / n),
        volume=volume,
        facing_down=down,
        height=height,
        width=width,
        length=length,
    )


@dataclass(frozen=True)
class Mesh:
    """Cells in order: bottom skin to centre, centre to top skin. m, m2, m3; material: 0 filling, 1 dough."""

    radius: Array
    thickness: Array
    face: Array
    volume: Array
    material: NDArray[np.int64]
    surface_bottom: float
    surface_top: float


def _is_filled(b: Body) -> bool:
    return (b.filling_radius / b.radius) ** b.dimension > PLAIN_BELOW


def _edges(b: Body) -> Array:
    inner = np.linspace(0, b.filling_radius, FILLING_CELLS + 1) if _is_filled(b) else np.zeros(1)
    outer = np.linspace(inner[-1], b.radius, (DOUGH_CELLS if len(inner) > 1 else DOUGH_CELLS + FILLING_CELLS) + 1)
    return np.concatenate((inner, outer[1:]))


def _both(a: Array) -> Array:
    """From the bottom skin to the centre, and on to the top."""
    return np.concatenate((a[::-1], a))


def mesh(b: Body) -> Mesh:
    """Two cones from skin to centre, sharing the body's volume as its surface is shared down and up."""
    edges, n = _edges(b), b.dimension
    middles, thick = (edges[1:] + edges[:-1]) / 2, np.diff(edges)
    shells = b.volume * np.diff((edges / b.radius) ** n)
    surface = n * b.volume / b.radius
    area = surface * (edges / b.radius) ** (n - 1)
    dough = (middles > (b.filling_radius if _is_filled(b) else 0.0)).astype(np.int64)
    down, up = b.facing_down, 1 - b.facing_down
    face = np.concatenate(
        (down * area[1:-1][::-1], [surface * (0.25 * thick[0] / b.radius) ** (n - 1)], up * area[1:-1])
    )
    volume = np.concatenate((down * shells[::-1], up * shells))
    material = np.concatenate((dough[::-1], dough))
    return Mesh(
        radius=_both(middles),
        thickness=_both(thick),
        face=face,
        volume=volume,
        material=material,
        surface_bottom=down * surface,
        surface_top=up * surface,
    )
