"""A day as whoever plans it sees it: every bake a row of stages and loads, counted in slots of five minutes."""

from dataclasses import dataclass
from functools import cached_property
from typing import Literal

SLOT_MIN = 5
ALIKE_C = 10.0  # loads so near in temperature may share an oven
Where = Literal["oven", "steamer", "pan"]
Serve = Literal["hot", "reheat", "cool"]


@dataclass(frozen=True)
class Stage:
    """One stage of a bake, in slots. hands: whether it takes a person, and then it takes `least`.

    Of a wait: least: until it is typically ready; target: how long it is best given, for it may be slower than that;
    until: from when it is past its best, None for never; spread: standard deviation of ln of its length; oven: it is
    waited for in the oven, which is off. began, ended: as marked, None before.
    """

    key: str
    hands: bool
    least: int
    target: int
    until: int | None = None
    spread: float = 0.0
    began: int | None = None
    ended: int | None = None
    oven: bool = False

    def over(self, slots: int, extra: int = 0) -> int:
        """Slots past its best after so many."""
        return 0 if self.until is None else max(0, slots - self.until - extra)

    def short(self, slots: int) -> int:
        """Slots missing of what it is best given."""
        return 0 if self.hands else max(0, self.target - slots)


@dataclass(frozen=True)
class Filling:
    """A filling: slots of hands, slots to cool, and how long before wrapping it may be made at the earliest. began: as
    marked."""

    hands: int
    cool: int
    keeps: int
    began: int | None = None


@dataclass(frozen=True)
class Load:
    """One load in the heat. slots: in it; rest: after it; shelves: of the oven, or trays in the fridge; heats: slots a
    stone or pot must stand in the oven before it; extra: slots it may wait in the cold past its best; began: as
    marked."""

    id: str
    where: Where
    celsius: float
    slots: int
    rest: int
    shelves: int = 1
    heats: int = 0
    extra: int = 0
    began: int | None = None


OFF_C = 30.0  # of an oven a dough rises in: it must have cooled to that before, and come to its heat after
RISES_IN = 0  # the first of the ovens, where there are several


@dataclass(frozen=True)
class Job:
    """One bake of the day. stages: in order, the last of them a wait until the first load; due: the slot it is on the
    table; warm: slots its pieces may stand before the heat, None for no limit; pinned: the slot it must begin at;
    earliest: the first slot anything of it can begin in; chilled: whether its last wait is in the fridge."""

    key: int
    stages: tuple[Stage, ...]
    filling: Filling | None
    loads: tuple[Load, ...]
    due: int
    serve: Serve = "hot"
    warm: int | None = None
    pinned: int | None = None
    earliest: int = 0
    chilled: bool = False

    @cached_property
    def wrap(self) -> int:
        """Which of the stages the filling is needed for."""
        return next(i for i, s in enumerate(self.stages) if s.key == "wrap")

    @cached_property
    def trays(self) -> int:
        """Trays its pieces take in a fridge."""
        return sum(load.shelves for load in self.loads)

    @cached_property
    def least(self) -> int:
        """Slots from its first stage to the table, nothing waiting for anything."""
        first = self.loads[0]
        return sum(s.least for s in self.stages) + first.slots + first.rest


@dataclass(frozen=True)
class Person:
    """A pair of hands. away, asleep: (from, until) in slots."""

    name: str
    away: tuple[tuple[int, int], ...] = ()
    asleep: tuple[tuple[int, int], ...] = ()


@dataclass(frozen=True)
class Resources:
    """What the kitchen has for a day. warms, cools: minutes per 10 °C of the oven up and down; horizon: slots
    planned for."""

    people: tuple[Person, ...]
    ovens: int = 1
    shelves: int = 1
    steamers: int = 1
    burners: int = 4
    fridge_trays: int = 4
    warms: float = 1.0
    cools: float = 3.0
    horizon: int = 600

    @cached_property
    def unwatched(self) -> tuple[tuple[int, int], ...]:
        """(from, until) in which everybody sleeps or is away: nothing should be in the heat."""
        there = [True] * (self.horizon + 1)
        for slot in range(self.horizon):
            there[slot] = any(
                not any(a <= slot < b for a, b in (*person.away, *person.asleep)) for person in self.people
            )
        edges = [s for s in range(self.horizon + 1) if there[s] != (there[s - 1] if s else True)]
        return tuple((a, b) for a, b in zip(edges[::2], edges[1::2], strict=False))

    def change(self, before: Load, after: Load) -> int:
        """Slots between one load out and the next in for the oven to come to its temperature."""
        by = after.celsius - before.celsius
        if abs(by) <= ALIKE_C:
            return 0
        return -int(-abs(by) / 10 * (self.warms if by > 0 else self.cools) // SLOT_MIN)


@dataclass(frozen=True)
class Placed:
    """One bake as planned, in slots. starts: of each stage; who: by stage, the person, None for a wait; filling: when
    it is begun, and filler by whom; into: of each load; oven: in which."""

    job: int
    starts: tuple[int, ...]
    who: tuple[int | None, ...]
    filling: int | None
    filler: int | None
    into: tuple[int, ...]
    oven: tuple[int, ...]

    @property
    def begins(self) -> int:
        """When the first thing of it is done."""
        return self.starts[0] if self.filling is None else min(self.starts[0], self.filling)

    def length(self, stage: int) -> int:
        """Slots a stage is given; the last one until the first load is in."""
        end = self.starts[stage + 1] if stage + 1 < len(self.starts) else min(self.into)
        return end - self.starts[stage]


def gap_of(cost: int, bound: int | None) -> float | None:
    """How far a plan may be from the best, as a share of its own cost; None where nobody knows."""
    if bound is None:
        return None
    return 0.0 if cost <= bound else (cost - bound) / cost


@dataclass(frozen=True)
class Paper:
    """The best plan found on paper, where another was chosen because it holds. bound: no plan costs less, None where
    nobody knows; proven: none is better; on_time, over: share of days with all of that one on the table in time, and
    with something past its best."""

    cost: int
    bound: int | None
    proven: bool
    on_time: float
    over: float

    @property
    def gap(self) -> float | None:
        """How far it may be from the best on paper, as a share of its own cost; None where nobody knows."""
        return gap_of(self.cost, self.bound)


@dataclass(frozen=True)
class Plan:
    """Every bake of a day as planned. bound: no plan costs less, None where nobody knows; proven: none is better; how:
    "greedy", "solver", "held" or "kept"; paper: the best one on paper, None where nobody looked."""

    placed: tuple[Placed, ...]
    cost: int = 0
    bound: int | None = None
    proven: bool = False
    how: str = ""
    paper: Paper | None = None

    @property
    def gap(self) -> float | None:
        """How far it may be from the best, as a share of its own cost; None where nobody knows."""
        return gap_of(self.cost, self.bound)
