"""A plan played through many days: rises drawn from their doubt, a sensible cook who follows the plan.

The rises of one kitchen err together, and each bake errs for itself. How the cook goes about it: `playing`.
"""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache
from statistics import NormalDist

import numpy as np
from numpy.typing import NDArray

from airycrumb.day.job import ALIKE_C, OFF_C, RISES_IN, Filling, Job, Load, Person, Placed, Plan, Resources, Stage
from airycrumb.day.judging import from_off
from airycrumb.day.playing import (
    HOT_WAIT,
    IN_TIME,
    OVEN,
    PAN,
    PAST,
    STEAMER,
    Bakes,
    Heats,
    Hours,
    Numbers,
    Rises,
    how_bad,
    play_days,
)

DRAWS = 200  # days a plan is chosen by
TOLD, TOLD_SEED = 1000, 2  # days it is told by: others than it was chosen by, or it would flatter itself
KITCHEN_SHARE = 0.6  # of the variance of a rise, what all of a kitchen's rises share; assumed
NORMAL = NormalDist()
WHERE = {"oven": OVEN, "steamer": STEAMER, "pan": PAN}


@dataclass(frozen=True)
class Doubt:
    """What many runs came to. on_time: share of runs with everything on the table within 20 min of its hour; by: slot
    by which everything is, in nine of ten; over: share with anything over-proofed; late, past: the share each bake is
    late or past its best; tables: slots each is on the table at, as (one in ten, half, nine in ten); longest: which
    bake waits longest, and wait: for how many slots; cold: the share each is no longer hot, where it must be."""

    on_time: float
    by: float
    over: float
    late: list[float]
    past: list[float]
    tables: list[tuple[float, float, float]]
    longest: int | None
    wait: float
    cold: list[float]


@dataclass(frozen=True)
class Played:
    """A plan played through the drawn days, of (day, bake) in slots. table: when the last of it was on the table; over:
    longest past its best; waits: of finished loads on the table before its hour; due, hot: of each bake, its hour and
    whether it must be hot then."""

    table: Numbers
    over: Numbers
    waits: Numbers
    due: Numbers
    hot: NDArray[np.bool_]

    @cached_property
    def late(self) -> NDArray[np.bool_]:
        """Of (day, bake), whether it was late."""
        return self.table > self.due + IN_TIME

    @cached_property
    def past(self) -> NDArray[np.bool_]:
        """Of (day, bake), whether it was over-proofed."""
        return self.over > PAST

    @cached_property
    def cold(self) -> NDArray[np.bool_]:
        """Of (day, bake), whether what must be hot stood too long to be."""
        return (self.waits > HOT_WAIT) & self.hot

    @cached_property
    def wait(self) -> Numbers:
        """By bake, how long its finished loads stand on half the days."""
        return np.asarray(np.median(self.waits, axis=0))

    @cached_property
    def score(self) -> float:
        """How bad it is, to choose by: what is over-proofed first, then what is late or no longer hot."""
        return float(how_bad(self.table, self.over, self.waits, self.due, self.hot))

    @property
    def doubt(self) -> Doubt:
        """What all of it comes to."""
        behind = (self.table - self.due).max(axis=1)
        return Doubt(
            on_time=float((~self.late.any(axis=1)).mean()),
            by=float(np.quantile(behind, 0.9)) + float(self.due.max()),
            over=float(self.past.any(axis=1).mean()),
            late=self.late.mean(axis=0).tolist(),
            past=self.past.mean(axis=0).tolist(),
            tables=[(a, b, c) for a, b, c in np.quantile(self.table, (0.1, 0.5, 0.9), axis=0).T.tolist()],
            longest=int(self.wait.argmax()) if self.wait.max(initial=0.0) > HOT_WAIT else None,
            wait=float(self.wait.max(initial=0.0)),
            cold=self.cold.mean(axis=0).tolist(),
        )


def draws(jobs: Sequence[Job], runs: int, seed: int) -> Numbers:
    """Factors on the length of each (day, bake, stage): the same for every plan of these bakes.

    A Latin hypercube: the kitchen's share and each bake's own are spread evenly over their doubt, so that a plan chosen
    by few days also holds on others.
    """
    rng = np.random.default_rng(seed)
    shared, *each = (_spread(rng, runs) for _ in range(1 + len(jobs)))
    a, b = math.sqrt(KITCHEN_SHARE), math.sqrt(1 - KITCHEN_SHARE)
    mixed = a * shared[:, None] + b * np.array(each).T
    spreads = _of_stages(jobs, lambda s: s.spread, 0.0)
    return np.exp(spreads[None, :, :] * mixed[:, :, None])


def _spread(rng: np.random.Generator, runs: int) -> Numbers:
    """Normal draws, one out of each of so many equally likely bands, shuffled."""
    shares = (rng.permutation(runs) + rng.random(runs)) / runs
    return np.array([NORMAL.inv_cdf(min(max(share, 1e-9), 1 - 1e-9)) for share in shares])


def _of_stages(jobs: Sequence[Job], of: Callable[[Stage], float], beyond: float) -> Numbers:
    """Something of each (bake, stage); `beyond` where a bake has fewer stages."""
    found = np.full((len(jobs), max(len(job.stages) for job in jobs)), beyond)
    for j, job in enumerate(jobs):
        found[j, : len(job.stages)] = [of(s) for s in job.stages]
    return found


def _bakes(jobs: Sequence[Job]) -> Bakes:
    fillings = [job.filling for job in jobs]
    return Bakes(
        hands=_of_stages(jobs, lambda s: s.hands, 0.0).astype(bool),
        least=_of_stages(jobs, lambda s: s.least, 0.0),
        until=_of_stages(jobs, lambda s: math.inf if s.until is None else s.until, math.inf),
        ended=_of_stages(jobs, lambda s: -1 if s.ended is None else s.ended, -1.0),
        last=np.array([len(job.stages) - 1 for job in jobs]),
        wrap=np.array([job.wrap for job in jobs]),
        work=np.array([0.0 if f is None else f.hands for f in fillings]),
        cools=np.array([0.0 if f is None else f.cool for f in fillings]),
        made=np.array([f is not None and f.began is not None for f in fillings]),
        due=np.array([float(job.due) for job in jobs]),
    )


def _heats(jobs: Sequence[Job], having: Resources) -> Heats:
    rows = [(j, load) for j, job in enumerate(jobs) for load in job.loads]
    loads = [load for _, load in rows]
    numbers = lambda values: np.array([float(v) for v in values])
    return Heats(
        bake=np.array([j for j, _ in rows]),
        where=np.array([WHERE[x.where] for x in loads]),
        slots=numbers(x.slots for x in loads),
        rest=numbers(x.rest for x in loads),
        extra=numbers(x.extra for x in loads),
        began=numbers(-1 if x.began is None else x.began for x in loads),
        change=np.array([[float(having.change(a, b)) for b in loads] for a in loads]),
        alike=np.array([[abs(a.celsius - b.celsius) <= ALIKE_C for b in loads] for a in loads]),
    )


def _rises(jobs: Sequence[Job], having: Resources) -> Rises:
    rows = [(j, s) for j, job in enumerate(jobs) for s, stage in enumerate(job.stages) if stage.oven]
    rows = [(j, s) for j, s in rows if jobs[j].stages[s].ended is None]
    loads, off = [load for job in jobs for load in job.loads], Load("", "oven", OFF_C, 0, 0)
    change = [[float(having.change(off, load) + load.heats) for load in loads] for _ in rows]
    return Rises(
        bake=np.array([j for j, _ in rows], np.int64),
        stage=np.array([s for _, s in rows], np.int64),
        heats=np.array([float(from_off(jobs[j], having)) for j, _ in rows]),
        change=np.array(change).reshape(len(rows), len(loads)),
    )


def _away(having: Resources) -> tuple[Numbers, NDArray[np.int64]]:
    """(from, until) of each (person, time away), and how many of them each has."""
    spans = [sorted(person.away) for person in having.people]
    found = np.zeros((len(spans), max([1, *map(len, spans)]), 2))
    for p, away in enumerate(spans):
        for n, span in enumerate(away):
            found[p, n] = span
    return found, np.array([len(s) for s in spans])


class Days:
    """Drawn days of some bakes in a kitchen: every plan of them is played through the same ones."""

    def __init__(self, jobs: Sequence[Job], having: Resources, runs: int = DRAWS, seed: int = 1) -> None:
        self.steamers = having.steamers
        self.factors = draws(jobs, runs, seed)
        self.bakes, self.heats, self.rises = _bakes(jobs), _heats(jobs, having), _rises(jobs, having)
        self.away, self.spans = _away(having)
        self.hot = np.array([job.serve == "hot" for job in jobs])

    def play(self, plan: Plan) -> Played:
        """A plan of these bakes on every one of the days."""
        hours = self._hours(plan)
        table, over, waits = play_days(
            self.factors, self.bakes, self.heats, self.rises, hours, self.away, self.spans, self.steamers, RISES_IN
        )
        return Played(table, over, waits, self.bakes.due, self.hot)

    def _hours(self, plan: Plan) -> Hours:
        starts = np.zeros_like(self.bakes.least)
        ends = np.zeros_like(starts)
        for j, placed in enumerate(plan.placed):
            starts[j, : len(placed.starts)] = placed.starts
            ends[j, : len(placed.starts)] = (*placed.starts[1:], min(placed.into))
        into = [float(at) for placed in plan.placed for at in placed.into]
        return Hours(
            starts=starts,
            ends=ends,
            filling=np.array([math.inf if p.filling is None else float(p.filling) for p in plan.placed]),
            into=np.array(into),
            oven=np.array([oven for placed in plan.placed for oven in placed.oven]),
            order=np.argsort(into, kind="stable"),
        )


@lru_cache(maxsize=32)
def days_of(jobs: tuple[Job, ...], having: Resources, runs: int = DRAWS, seed: int = 1) -> Days:
    """Drawn days, kept: a day is asked about again and again while nothing of it changes."""
    return Days(jobs, having, runs, seed)


def doubt(jobs: Sequence[Job], plan: Plan, having: Resources, runs: int = TOLD, seed: int = TOLD_SEED) -> Doubt:
    """What a plan comes to over so many drawn days."""
    return days_of(tuple(jobs), having, runs, seed).play(plan).doubt


def warm_up() -> None:
    """Compile the days that are played through, or load them where they are compiled already."""
    stages = (Stage("weigh", True, 1, 1), Stage("wrap", True, 1, 1), Stage("proof", False, 1, 1, 2, 0.1))
    job = Job(0, stages, Filling(1, 1, 9), (Load("heat.1.1", "oven", 200.0, 1, 0),), due=9)
    placed = Placed(0, (0, 1, 2), (0, 0, None), 0, 0, (3,), (0,))
    _ = Days([job], Resources((Person(""),)), 2).play(Plan((placed,))).score
