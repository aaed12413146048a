"""One fermenting stage as every vigour would see it: the gas it holds, and how large it is, minute by minute."""

from dataclasses import dataclass

import numpy as np

from airycrumb.memo import remembered
from airycrumb.stations.rise.model import (
    Course,
    Dough,
    bubble_gas,
    gas_with_ceiling,
    powder_gas,
    retained,
    volume_ratio,
)
from airycrumb.stations.rise.surroundings import Array


class Stage:
    """One stage as seen by every vigour: the course, and what bubbles it began with.

    before, at: what it was knocked back from, and after how many minutes of it, None at mixing; share: of the bubbles
    that stayed; waited: minutes since mixing when it begins. Equal to itself alone.
    """

    def __init__(
        self,
        dough: Dough,
        course: Course,
        before: "Stage | None" = None,
        at: float = 0.0,
        share: float = 0.0,
        waited: float = 0.0,
    ):
        self.dough, self.course, self.waited = dough, course, waited
        self._before, self._at, self._share = before, at, share

    def _pressure(self, vigour: Array, minute: Array | None = None) -> Array:
        gas = self.course.gas if minute is None else np.interp(minute, self.course.minutes, self.course.gas)
        minutes = self.course.minutes if minute is None else minute
        made = gas_with_ceiling(self.dough, gas, vigour)
        if self.dough.baking_powder > 0:
            made += powder_gas(self.dough, minutes + self.waited)
        if self.dough.pressure != 1.0:
            # Thin air: the same gas takes more room, and less of it dissolves.
            made /= self.dough.pressure
        return made

    def _carried(self, vigour: Array) -> Array:
        """Retained gas just after the knock-back: what was dissolved, and a share of the bubbles."""
        if self._before is None:
            return np.zeros_like(vigour)
        held = self._before.held(vigour, np.array([self._at]))
        warm = self._before.course.state_at(self._at).temperature
        bubbles = bubble_gas(self.dough, held, warm)
        return held - (1 - self._share) * bubbles

    def held(self, vigour: Array, minute: Array | None = None) -> Array:
        """Gas held at each minute; vigour of shape (n, 1) gives (n, minutes)."""
        now = self._pressure(vigour, minute)
        at_start = self._pressure(vigour, np.array([0.0]))
        # Below the flour's ceiling retention is nearly the identity, so the carried gas stands
        # for the pressure it came from.
        start = self._carried(vigour) if self._before else at_start
        now += start - at_start
        return retained(self.dough, np.maximum(now, 0.0, out=now))

    def ratio_at(self, vigour: float, minute: float) -> float:
        """Volume over that at the start, at one vigour and minute."""
        row = self.ratios(np.array([vigour]))[0]
        return float(np.interp(minute, self.course.minutes, row))

    def ratios(self, vigour: Array) -> Array:
        """Volume over the volume at the stage's start, shape (vigours, minutes)."""
        k = np.asarray(vigour, dtype=float).reshape(-1, 1)
        volume = volume_ratio(self.dough, self.held(k), self.course.temperature)
        return volume / volume[:, :1]


@dataclass(frozen=True)
class StageMaker:
    """Builds a stage from a course, remembering what it was knocked back from; its fields as those of a Stage."""

    dough: Dough
    before: Stage | None = None
    at: float = 0.0
    share: float = 0.0
    waited: float = 0.0

    def __call__(self, course: Course) -> Stage:
        """The stage this course makes; of the same course the same one."""
        return _stage(self, course)


@remembered(64)
def _stage(made: StageMaker, course: Course) -> Stage:
    return Stage(dough=made.dough, course=course, before=made.before, at=made.at, share=made.share, waited=made.waited)


def crossings(minutes: Array, ratios: Array, target: float) -> Array:
    """First minute each row reaches the target; inf where it does not."""
    reached = ratios >= target
    first = reached.argmax(axis=1)
    rows = np.arange(len(ratios))
    before = np.maximum(first - 1, 0)
    r0, r1 = ratios[rows, before], ratios[rows, first]
    part = np.where(first > 0, (target - r0) / np.maximum(r1 - r0, 1e-12), 0.0)
    step = minutes[1] - minutes[0]
    return np.where(reached.any(axis=1), minutes[before] + part * step, np.inf)
