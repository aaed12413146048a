"""How doughs rise in a kitchen beside a usual one, in a cook's words."""

import math
from dataclasses import dataclass
from statistics import NormalDist

from airycrumb.bake.kitchen import Kitchen
from airycrumb.words import Message, in_percent, say

IN_TEN = 8  # cases the band holds


@dataclass(frozen=True)
class RisesHere:
    """How much slower or faster than in a usual kitchen. figure: as it most likely is; band: in eight cases of ten."""

    figure: Message
    band: Message


def rises_here(kitchen: Kitchen) -> RisesHere | None:
    """What this kitchen has taught of its doughs; None where no batch has taught anything yet."""
    if kitchen.learned_vigour is None:
        return None
    mean, variance = kitchen.vigour.mean, kitchen.vigour.variance
    off = NormalDist().inv_cdf(0.5 + IN_TEN / 20) * math.sqrt(variance)
    low, high = (_percent(mean + side * off) for side in (-1, 1))
    return RisesHere(figure=_says(_percent(mean)), band=_between(low, high))


def _percent(log_vigour: float) -> int:
    """So many % faster; below 0: slower."""
    return round(100 * math.expm1(log_vigour))


def _says(by: int) -> Message:
    if by == 0:
        return say("as usual")
    share = in_percent(abs(by))
    return say("{share} faster", share=share) if by > 0 else say("{share} slower", share=share)


def _between(low: int, high: int) -> Message:
    if low * high <= 0:
        return say("{slowest} to {fastest}", slowest=_says(low), fastest=_says(high))
    share = in_percent(*sorted((abs(low), abs(high))))
    return say("{share} faster", share=share) if low > 0 else say("{share} slower", share=share)
