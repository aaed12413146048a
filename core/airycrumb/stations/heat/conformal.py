"""A section's outline as the image of an ellipse: the coordinates in which heat flows straight from cell to cell.

A map that keeps angles carries the confocal coordinates of an ellipse (u from the middle out, v from the axis over the
rim) onto any outline that is alike left and right: x + iz = sum a_k cosh((2k+1)(u + iv)) + i sum b_k cosh(2k(u + iv)).
Its lines still meet at right angles, so no conductance between neighbouring cells is ever negative.
"""

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from airycrumb.outline import Solid
from airycrumb.stations.heat.water import Array

ROUNDEST = 0.9995  # height over width beyond which the ellipse counts as this round: a circle has no two foci
TERMS, POINTS = 14, 72  # of each sum, and places on the outline that it is fitted at
POWER_STEP, TURNS = 0.4, 5  # from an ellipse to the outline's power by such steps, each fitted in so many turns
EVEN_TERMS = 1e-5  # weight that keeps terms small which the outline does not ask for


@dataclass(frozen=True)
class Map:
    """The map of one outline of half-width 1. skin: u of the outline; odd, even: a_k / cosh((2k+1) skin) and the same
    of b_k, so that none is vast."""

    skin: float
    odd: Array
    even: Array

    def _terms(self) -> tuple[Array, Array, Array, Array]:
        k = np.arange(len(self.odd), dtype=float)
        n, m = 2 * k + 1, 2 * k
        scale = np.cosh(n * self.skin)
        return n, m, self.odd / scale, self.even / scale

    def at(self, u: Array, v: Array) -> tuple[Array, Array]:
        """x and z, (v, u), where every line u crosses every line v.

        A term is a product of one factor in u and one in v: a grid costs no more than its two edges.
        """
        n, m, a, b = self._terms()
        (across, up), (across_even, up_even) = _factors(n, v), _factors(m, v)
        odd, even = np.outer(n, u), np.outer(m, u)
        x = (across * a) @ np.cosh(odd) - (up_even * b) @ np.sinh(even)
        z = (up * a) @ np.sinh(odd) + (across_even * b) @ np.cosh(even)
        return x, z

    def stretch(self, u: Array, v: Array) -> Array:
        """How long a step of u or of v is there, (v, u): the size of the map's slope."""
        n, m, a, b = self._terms()
        (across, up), (across_even, up_even) = _factors(n, v), _factors(m, v)
        odd, even = np.outer(n, u), np.outer(m, u)
        along = (across * a * n) @ np.sinh(odd) - (up_even * b * m) @ np.cosh(even)
        over = (up * a * n) @ np.cosh(odd) + (across_even * b * m) @ np.sinh(even)
        return np.hypot(along, over)


def _factors(n: Array, v: Array) -> tuple[Array, Array]:
    """cos and sin of n v, (v, n)."""
    angle = np.outer(v, n)
    return np.cos(angle), np.sin(angle)


def _bases(skin: float, v: Array) -> tuple[Array, Array]:
    """x and z at the outline per unit of each term, odd ones first."""
    k = np.arange(TERMS)
    n, m = 2 * k + 1, 2 * k
    scale, at = np.cosh(n * skin), v[:, None]
    x = (np.cosh(n * skin) / scale * np.cos(n * at), -np.sinh(m * skin) / scale * np.sin(m * at))
    z = (np.sinh(n * skin) / scale * np.sin(n * at), np.cosh(m * skin) / scale * np.cos(m * at))
    return np.hstack(x), np.hstack(z)


@lru_cache(maxsize=256)
def fitted(over_height: float, power: float, foot: float) -> Map:
    """The map of an outline of half-width 1, by Gauss and Newton from the ellipse of its box on.

    over_height: width over height, 0.3 to 40; power 1.2 to 12; foot 0.2 to 0.8.
    """
    up, down = 2 / over_height * (1 - foot), 2 / over_height * foot
    skin = math.atanh(min(1 / over_height, ROUNDEST))
    v = np.concatenate((np.linspace(-math.pi / 2, math.pi / 2, POINTS), [0.0]))
    x_of, z_of = _bases(skin, v)
    terms = np.zeros(2 * TERMS)
    terms[0] = 1.0
    small = np.diag(EVEN_TERMS * np.repeat(np.arange(TERMS) + 0.5, 2).reshape(-1, 2).T.ravel())
    for p in np.linspace(2, power, max(2, round(abs(power - 2) / POWER_STEP))):
        for _ in range(TURNS):
            x, z = x_of @ terms, z_of @ terms
            side = np.where(z > 0, up, down)
            out = (np.abs(x) ** p + np.abs(z / side) ** p) ** (1 / p)
            by_x = np.sign(x) * (np.abs(x) / out) ** (p - 1)
            by_z = np.sign(z) * (np.abs(z / side) / out) ** (p - 1) / side
            slope, off = by_x[:, None] * x_of + by_z[:, None] * z_of, out - 1
            # The last point is the rim, which is to lie where the piece is widest.
            slope[-1], off[-1] = z_of[-1] * over_height, z[-1] * over_height
            rows, right = np.vstack((slope, small)), np.concatenate((-off, np.zeros(2 * TERMS)))
            terms = terms + np.linalg.lstsq(rows, right, rcond=None)[0]
    return Map(skin, terms[:TERMS], terms[TERMS:])


def of_section(s: Solid) -> Map:
    """The map of a piece's section, of half-width 1."""
    return fitted(round(s.half_width / s.half_height, 4), round(s.power, 4), s.foot)
