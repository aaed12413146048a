"""What a finished rise teaches the kitchen: its vigour, and how sure we are of it."""

import math
from dataclasses import dataclass

from airycrumb.data import rise as c
from airycrumb.stations.rise.forecast import Belief


@dataclass(frozen=True)
class Vigour:
    """Belief of a kitchen's ln vigour: normal with this mean and variance, from so many bakes."""

    mean: float = 0.0
    variance: float = c.VIGOUR_SPREAD.value**2
    bakes: int = 0

    @property
    def factor(self) -> float:
        """Typical vigour: above 1 this kitchen rises faster than the model's."""
        return math.exp(self.mean)

    def for_one_bake(self, doubt_sd: float) -> tuple[float, float]:
        """Mean and variance of ln vigour for the next bake, its own doubt (ln units) included."""
        return self.mean, self.variance + c.BAKE_SPREAD.value**2 + doubt_sd**2


def learn(kitchen: Vigour, before: Belief, after: Belief, doubt_sd: float) -> Vigour:
    """The kitchen's vigour after one bake's readings.

    The bake's belief before is divided out of the one after, leaving what the readings alone
    say; that is one observation of the kitchen with the spread between bakes on top.
    Returns the kitchen unchanged when the readings said nothing.
    """
    m0, v0 = before.mean_variance()
    m1, v1 = after.mean_variance()
    precision = 1 / v1 - 1 / v0
    if precision <= 1e-6:
        return kitchen
    seen = (m1 / v1 - m0 / v0) / precision
    noise = 1 / precision + c.BAKE_SPREAD.value**2 + doubt_sd**2
    gain = kitchen.variance / (kitchen.variance + noise)
    return Vigour(kitchen.mean + gain * (seen - kitchen.mean), (1 - gain) * kitchen.variance, kitchen.bakes + 1)
