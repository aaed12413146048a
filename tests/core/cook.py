"""One day at a time, as a cook would go through it: what the compiled days are held against."""

import heapq
import math
from collections.abc import Sequence
from dataclasses import dataclass

from airycrumb.day.job import OFF_C, RISES_IN, Filling, Job, Load, Plan, Resources
from airycrumb.day.judging import can_be


@dataclass(frozen=True)
class Run:
    """One day as it went, in slots, by bake. table: when the last of it was on the table; over: longest past its best;
    waits: of finished loads on the table before its hour."""

    table: list[float]
    over: list[float]
    waits: list[float]


FILLING = -1  # among the stages


class _Cook:
    """One run of a plan."""

    def __init__(self, jobs: Sequence[Job], plan: Plan, having: Resources, factors: list[list[float]]) -> None:
        self.jobs, self.plan, self.having, self.factors = jobs, plan, having, factors
        self.free = [0.0] * len(having.people)
        self.over = [0.0] * len(jobs)
        self.cold = [0.0] * len(jobs)  # when the filling is ready to be wrapped
        self.since: dict[tuple[int, int], float] = {}
        self.asks: list[tuple[float, int, int]] = []  # when something is wanted, of which bake, which stage

    def run(self) -> Run:
        """The day, from its first work to the table."""
        for j, (job, placed) in enumerate(zip(self.jobs, self.plan.placed, strict=True)):
            if job.filling is not None and placed.filling is not None:
                self._fill(j, job.filling, placed.filling)
            self._next(j, 0, float(placed.starts[0]))
        while self.asks:
            wanted, j, stage = heapq.heappop(self.asks)
            self._taken_up(wanted, j, stage)
        return self._heated()

    def _fill(self, j: int, filling: Filling, planned: int) -> None:
        if filling.began is None:
            heapq.heappush(self.asks, (float(planned), j, FILLING))
            self.cold[j] = math.inf
        else:
            self.cold[j] = float(planned + filling.hands + filling.cool)

    def _next(self, j: int, stage: int, at: float) -> None:
        """A stage can begin: a wait does, work asks for hands."""
        here = self.jobs[j].stages[stage]
        if here.hands and here.ended is None:
            heapq.heappush(self.asks, (at, j, stage))
        else:
            self._begin(j, stage, at)

    def _taken_up(self, wanted: float, j: int, stage: int) -> None:
        """What was asked for is done, by whoever has hands first."""
        job = self.jobs[j]
        if stage == FILLING:
            assert job.filling is not None, "a filling to make"
            self.cold[j] = self._hands(wanted, job.filling.hands) + job.filling.hands + job.filling.cool
            return
        here = job.stages[stage]
        if here.key == "wrap" and here.hands and self.cold[j] > wanted:
            heapq.heappush(self.asks, (min(self.cold[j], wanted + 1.0), j, stage))
            return
        self._begin(j, stage, self._hands(wanted, here.least) if here.hands else wanted)

    def _begin(self, j: int, stage: int, at: float) -> None:
        """A stage begins, and with it the one before is over."""
        job, placed = self.jobs[j], self.plan.placed[j]
        self._judge(j, stage - 1, at)
        self.since[j, stage] = at
        here, last = job.stages[stage], stage == len(job.stages) - 1
        if last:
            return
        if here.ended is not None:
            self._next(j, stage + 1, float(here.ended))
        elif here.hands:
            self._next(j, stage + 1, at + here.least)
        else:
            factor = self.factors[j][stage]
            best = math.inf if here.until is None else here.until * factor
            planned = placed.starts[stage] + placed.length(stage)
            wanted = at + max(here.least * factor, min(planned - at, best))
            heapq.heappush(self.asks, (wanted, j, stage + 1))

    def _judge(self, j: int, stage: int, at: float) -> None:
        """How far past its best a dough was when it was taken up."""
        if stage < 0:
            return
        here = self.jobs[j].stages[stage]
        if here.until is not None and here.ended is None:
            past = at - self.since[j, stage] - here.until * self.factors[j][stage]
            self.over[j] = max(self.over[j], past)

    def _hands(self, wanted: float, slots: float) -> float:
        """When somebody has hands for it, and takes it up."""
        best, who = math.inf, 0
        for p, person in enumerate(self.having.people):
            at = max(wanted, self.free[p])
            for since, until in sorted(person.away):
                if at < until and since < at + slots:
                    at = float(until)
            if at < best:
                best, who = at, p
        self.free[who] = best + slots
        return best

    def _heated(self) -> Run:
        order = sorted((into, j, n) for j, placed in enumerate(self.plan.placed) for n, into in enumerate(placed.into))
        done: list[tuple[int, int, float]] = []
        table = [0.0] * len(self.jobs)
        waits = [0.0] * len(self.jobs)
        for planned, j, n in order:
            job, load = self.jobs[j], self.jobs[j].loads[n]
            at = float(load.began) if load.began is not None else self._turn(j, n, planned, done)
            done.append((j, n, at))
            last, factor, since = job.stages[-1], self.factors[j][-1], self._proofed_since(j)
            if last.until is not None and load.began is None:
                self.over[j] = max(self.over[j], at - since - (last.until + load.extra) * factor)
            ready = at + load.slots + load.rest
            table[j] = max(table[j], ready)
            waits[j] = max(waits[j], job.due - ready)
        return Run(table, self.over, waits)

    def _proofed_since(self, j: int) -> float:
        return self.since[j, len(self.jobs[j].stages) - 1]

    def _turn(self, j: int, n: int, planned: int, done: Sequence[tuple[int, int, float]]) -> float:
        """When a load goes in: ready, the plan's hour, and after those before it in the same oven or pot."""
        job, placed = self.jobs[j], self.plan.placed[j]
        load, last, factor = job.loads[n], job.stages[-1], self.factors[j][-1]
        best = math.inf if last.until is None else (last.until + load.extra) * factor
        since = self._proofed_since(j)
        at = since + max(last.least * factor, min(planned - since, best))
        for i, m, went in done:
            other = self.jobs[i].loads[m]
            if other.where != load.where or self.plan.placed[i].oven[m] != placed.oven[n]:
                continue
            beside = self.plan.placed[i].into[m] + other.slots > planned
            if load.where == "oven" and beside and can_be(self.having, other, 0, load, 0):
                continue
            if beside and load.where == "steamer" and self.having.steamers > 1:
                continue
            at = max(at, went + other.slots + self.having.change(other, load))
        in_it = load.where == "oven" and placed.oven[n] == RISES_IN
        return max([at, *(self._after_a_rise(i, load, planned) for i in range(len(self.jobs)) if in_it and i != j)])

    def _after_a_rise(self, i: int, load: Load, planned: int) -> float:
        """When a load can go into the oven a dough of another bake rises in, where it is planned for after that."""
        job, placed = self.jobs[i], self.plan.placed[i]
        off, earliest = Load("", "oven", OFF_C, 0, 0), 0.0
        for s, stage in enumerate(job.stages):
            if not stage.oven or stage.ended is not None or planned <= placed.starts[s]:
                continue
            if s + 1 < len(job.stages):
                out = self.since[i, s + 1]
            else:
                began, factor, first = self.since[i, s], self.factors[i][s], job.loads[0]
                best = math.inf if stage.until is None else stage.until * factor
                out = began + max(stage.least * factor, min(min(placed.into) - began, best))
                # Pieces come out while it heats for them.
                out -= self.having.change(off, first) + first.heats if first.where == "oven" else 0
            earliest = max(earliest, out + self.having.change(off, load) + load.heats)
        return earliest


def play(jobs: Sequence[Job], plan: Plan, having: Resources, factors: list[list[float]]) -> Run:
    """One day as drawn. factors: of each bake's stages, as from `draws`."""
    return _Cook(jobs, plan, having, factors).run()
