"""The one shape of a piece: the body that is drawn, cut through, fitted on the tray and cooked.

A piece cut across is a superellipse on a foot, |x/a|^p + |z/c|^p = 1, widest a little above its base; a round piece
is that section turned about its axis, a longer one has the same power in plan. The power is what makes its volume.
"""

import math
from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from airycrumb.data.shapes import SHAPES

Array = NDArray[np.float64]
Walls = Literal["even", "heaped"]
ROUND = 1.001  # length over width up to which a piece counts as round
MOST_POWER = 12.0  # nearly a box
PLAIN_BELOW = 1e-3  # of the dough's volume: less filling than that is none
TURNS = 50  # halvings of an interval: far below any length that matters


def halved(low: float, high: float, too_low: Callable[[float], bool]) -> float:
    """Where a condition that holds below a value and not above it changes, between low and high."""
    for _ in range(TURNS):
        middle = (low + high) / 2
        low, high = (middle, high) if too_low(middle) else (low, middle)
    return (low + high) / 2


def fullness_of(power: float, is_round: bool) -> float:
    """Volume over height x width x length of a superellipsoid; of a round one, of the section turned.

    power 1 to 12. Worked: an ellipsoid, power 2, fills pi/6 of its box: 0.5236, round or long.
    """
    g = math.gamma
    if is_round:
        return math.pi / 4 * g(1 + 1 / power) * g(1 + 2 / power) / g(1 + 3 / power)
    return g(1 + 1 / power) ** 3 / g(1 + 3 / power)


@lru_cache(maxsize=256)
def power_of(fullness: float, is_round: bool) -> float:
    """The power of a superellipsoid that fills so much of its box; the inverse of `fullness_of`, held to 1.2 to 12."""
    return halved(1.2, MOST_POWER, lambda power: fullness_of(power, is_round) < fullness)


@dataclass(frozen=True)
class Solid:
    """A piece as a body, in any one unit of length."""

    half_width: float
    half_height: float
    half_length: float
    #: of the superellipse it is cut through as: 2 is an ellipse
    power: float
    #: share of its height below where it is widest
    foot: float
    #: share of its surface that touches what it stands on
    facing_down: float = 0.0

    @property
    def is_round(self) -> bool:
        """Whether it is as long as it is wide."""
        return self.half_length <= self.half_width * ROUND

    @cached_property
    def volume(self) -> float:
        """Its volume."""
        return 8 * self.half_width * self.half_height * self.half_length * fullness_of(self.power, self.is_round)

    @property
    def widest(self) -> float:
        """Height of where it is widest, from the middle of its height."""
        return (2 * self.foot - 1) * self.half_height

    def _up(self, z: Array) -> Array:
        """How far up or down of where it is widest a height lies, -1 to 1 within the piece."""
        z = z - self.widest
        return np.where(z > 0, z / (2 * self.half_height * (1 - self.foot)), z / (2 * self.half_height * self.foot))

    def in_plan(self, x: Array, y: Array) -> Array:
        """How far out points lie seen from above: 0 on the axis, 1 at its widest edge."""
        power = 2.0 if self.is_round else self.power
        return np.asarray((np.abs(x / self.half_width) ** power + np.abs(y / self.half_length) ** power) ** (1 / power))

    def how_far_out(self, x: Array, z: Array, y: Array | float = 0.0) -> Array:
        """How far out points lie: 1 at the skin, less within. x across, y along, z up from the middle of its height."""
        plan = self.in_plan(x, np.asarray(y))
        return np.asarray((plan**self.power + np.abs(self._up(z)) ** self.power) ** (1 / self.power))

    def top(self, out: Array) -> Array:
        """Height of the surface above points so far out seen from above, 0 to 1, from the middle of the height."""
        return np.asarray(self.widest + self._far(out) * (1 - self.foot))

    def base(self, out: Array) -> Array:
        """Height of the surface below them."""
        return np.asarray(self.widest - self._far(out) * self.foot)

    def _far(self, out: Array) -> Array:
        return np.asarray((1 - np.minimum(out, 1.0) ** self.power) ** (1 / self.power) * 2 * self.half_height)

    def section(self, n: int = 40) -> Array:
        """(n, 2) points of the outline cut across, from the widest on the right over the top; z up from the middle."""
        turn = np.linspace(0, 2 * math.pi, n, endpoint=False)
        x, z = np.cos(turn), np.sin(turn)
        bent = 2 / self.power
        up = np.sign(z) * np.abs(z) ** bent * 2 * self.half_height
        high = np.where(z > 0, up * (1 - self.foot), up * self.foot)
        return np.column_stack((self.half_width * np.sign(x) * np.abs(x) ** bent, high + self.widest))

    def filling(self, share: float, walls: Walls) -> "Solid":
        """Where the filling lies in a closed piece, about the same middle, with `share` of the volume, 0 to 0.99.

        heaped: as the piece is, smaller; even: so far in from every side.
        """
        if walls == "heaped":
            s = share ** (1 / 3)
            return self._within(self.half_width * (1 - s), self.half_height * (1 - s), self.half_length * (1 - s))
        thin = min(self.half_width, self.half_height, self.half_length)
        wall = halved(0.0, thin, lambda t: self._within(t, t, t).volume > share * self.volume)
        return self._within(wall, wall, wall)

    def _within(self, across: float, up: float, along: float) -> "Solid":
        """A body so much smaller on every side."""
        tiny = 1e-6 * self.half_height
        return replace(
            self,
            half_width=max(self.half_width - across, tiny),
            half_height=max(self.half_height - up, tiny),
            half_length=max(self.half_length - along, tiny),
        )

    def well(self, share: float, wall_share: float) -> tuple["Solid", float]:
        """Where the filling of an open piece lies: the plan it has between the walls, and the height of its bottom.

        wall_share: of the width, in each wall. What the walls cannot hold lies on them as well: the bottom is then
        the base of the piece.
        """
        wall = 2 * self.half_width * wall_share
        inner = replace(self, half_width=self.half_width - wall, half_length=self.half_length - wall)
        at = (np.arange(48) + 0.5) / 48
        x, y = inner.half_width * at[:, None], inner.half_length * at[None, :]
        within = inner.in_plan(x, y) < 1
        out = self.in_plan(x, y)[within]
        each = 4 * inner.half_width * inner.half_length / 48**2
        top, base = self.top(out), self.base(out)
        held = lambda bottom: float(np.maximum(top - np.maximum(base, bottom), 0).sum() * each)
        deep = halved(-self.half_height, self.half_height, lambda z: held(z) > share * self.volume)
        return inner, deep


def solid(shape: str, volume: float, lies: tuple[float, float] | None = None) -> Solid:
    """A piece of this volume, by the usual proportions of a closed shape or others: width and length over height."""
    usual = SHAPES[shape]
    across, along = sorted(lies or usual[:2])
    height = (volume / (usual.fullness * across * along)) ** (1 / 3)
    return Solid(
        half_width=across * height / 2,
        half_height=height / 2,
        half_length=along * height / 2,
        power=power_of(usual.fullness, along <= across * ROUND),
        foot=usual.foot,
        facing_down=usual.facing_down,
    )


def of_piece(shape: str, dough: float, filling: float, lies: tuple[float, float] | None = None) -> tuple[Solid, float]:
    """The body of a piece from the volumes of its dough and filling, and the share of the dough that its wall is.

    What is pinched in the seam stands outside: nothing is shut in where there is no filling to speak of.
    """
    wall = 1 - (SHAPES[shape].in_seam if filling > PLAIN_BELOW * dough else 0.0)
    return solid(shape, dough * wall + filling, lies), wall
