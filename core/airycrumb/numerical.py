"""Arithmetic that every sheet needs: a root, a running sum, what fades, Wright's omega.

The library that has them takes a second to load, before the first answer of the command line and of each of the
server's workers; it checks them in tests/reference instead.
"""

from collections.abc import Callable
from typing import Any

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
MOST_TURNS = 200
FINEST = 4e-16  # of x itself: no float lies closer
FURTHEST_AT_ONCE = 300.0  # e-foldings: beyond, the powers of a step would leave a float


def root(of: Callable[[float], float], low: float, high: float, within: float = 1e-12) -> float:
    """x in low..high where a continuous function crosses nought, to `within` (Chandrupatla 1997).

    ValueError where both ends lie on one side.
    """
    a, b = high, low
    at_a, at_b = of(a), of(b)
    if at_a * at_b > 0:
        raise ValueError(f"no root between {low} and {high}")
    c, at_c, share = a, at_a, 0.5
    for _ in range(MOST_TURNS):
        x = a + share * (b - a)
        at_x = of(x)
        (c, at_c), (b, at_b) = ((a, at_a), (b, at_b)) if at_x * at_a > 0 else ((b, at_b), (a, at_a))
        a, at_a = x, at_x
        nearest = a if abs(at_a) < abs(at_b) else b
        least = (within + FINEST * abs(nearest)) / abs(b - a) if b != a else 1.0
        if least > 0.5 or at_a == 0 or at_b == 0:
            break
        share = min(max(_inverse(a, b, c, at_a, at_b, at_c), least), 1 - least)
    return float(nearest)


def _inverse(a: float, b: float, c: float, at_a: float, at_b: float, at_c: float) -> float:
    """The share of the way from a to b at which a parabola lying on its side is nought, where that can be trusted;
    half of it elsewhere.
    """
    along, up = (a - b) / (c - b), (at_a - at_b) / (at_c - at_b)
    if not (up**2 < along and (1 - up) ** 2 < 1 - along):
        return 0.5
    return at_a / (at_b - at_a) * at_c / (at_b - at_c) + (c - a) / (b - a) * at_a / (at_c - at_a) * at_b / (at_c - at_b)


def running(y: Array, x: Array | float) -> Array:
    """The integral of y from the first place to each, by trapezia. x: the places, or the step between them."""
    step: Any = np.diff(x) if isinstance(x, np.ndarray) else x
    return np.concatenate(([0.0], np.cumsum((y[1:] + y[:-1]) / 2 * step)))


def fading(start: float, push: Array, fade: float) -> Array:
    """y of y[i + 1] = fade y[i] + push[i], from `start` on. fade: 0 < fade <= 1.

    In closed form, y[n] = fade^n (start + sum of push / fade^(i + 1)), over as many steps as a float can hold.
    """
    if fade <= 0:
        return np.concatenate(([start], push))
    most = max(1, int(FURTHEST_AT_ONCE / max(-np.log(fade), 1e-9)))
    powers = fade ** np.arange(1, min(most, len(push)) + 1)
    found = [np.array([start])]
    for first in range(0, len(push), most):
        here = push[first : first + most]
        faded = powers[: len(here)]
        found.append(faded * (found[-1][-1] + np.cumsum(here / faded)))
    return np.concatenate(found)


def omega(z: Array) -> Array:
    """w > 0 of w + ln w = z (Wright's omega function), z -50 to 1e6, to 1e-14.

    By the step of Fritsch, Shafer and Crowley (1973), of fourth order; three of them from its two ends on.
    """
    w = np.where(z < 1, np.exp(2 / 3 * (np.minimum(z, 1) - 1)), z - np.log(np.maximum(z, 1)))
    w = np.where(z < -2, np.exp(np.minimum(z, 0)), w)
    for _ in range(3):
        short, more = z - w - np.log(w), w + 1
        twice = 2 * more * (more + 2 / 3 * short)
        w = w * (1 + short / more * (twice - short) / (twice - 2 * short))
    return w
