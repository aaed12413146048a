"""A plan moved a little at a time so that it holds better: what is best on paper need not be what holds.

Simulated annealing (Kirkpatrick, Gelatt and Vecchi 1983): a move that holds worse is now and then taken too, less and
less so as the time runs out, for small moves alone lead no further than the nearest hill.
"""

import math
import random
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from threading import Event
from time import monotonic

from airycrumb.day.job import Job, Placed, Plan, Resources
from airycrumb.day.judging import clashes, judged, stands
from airycrumb.day.simulated import Days

Places = tuple[Placed, ...]
Left = Callable[[], float]  # of what a search was given, the share that is left: 1 at first, 0 when it is over
STEPS = (1, -1, 2, -2, 3, -3, 4, -4, 8, -8)  # slots anything is moved by
WARM, COLD = 0.3, 1e-4  # of the score, how much worse a move may come to at first; and in the end, at all
BEFORE = 0.0005  # of the score, for each slot a bake is begun before it is eaten: an hour is a day in two hundred late
FILLING = -1  # among the stages


def later(placed: Placed, stage: int, by: int) -> Placed:
    """The same bake with everything from a stage on so much later; the filling goes along with the first of them."""
    starts = tuple(at + by if i >= stage else at for i, at in enumerate(placed.starts))
    filling = placed.filling if placed.filling is None or stage > 0 else placed.filling + by
    return replace(placed, starts=starts, into=tuple(at + by for at in placed.into), filling=filling)


def parted(places: Places, at: int, by: int, ahead: bool) -> Places:
    """A whole day with all that lies before a slot so much sooner, or all from there on so much later: what is under
    way there is given more time, or less."""
    moved = lambda slot: slot + by if not ahead and slot >= at else slot - by if ahead and slot < at else slot
    return tuple(
        replace(
            p,
            starts=tuple(map(moved, p.starts)),
            into=tuple(map(moved, p.into)),
            filling=None if p.filling is None else moved(p.filling),
        )
        for p in places
    )


def for_seconds(seconds: float) -> Left:
    """What is left of so many seconds from now."""
    began = monotonic()
    return lambda: 1 - (monotonic() - began) / seconds


@dataclass(frozen=True)
class _Work:
    """Something hands do: when, for how long, of which bake, which stage."""

    at: int
    slots: int
    bake: int
    stage: int


def _works(jobs: Sequence[Job], places: Places) -> list[_Work]:
    found = []
    for j, (job, placed) in enumerate(zip(jobs, places, strict=True)):
        found += [_Work(placed.starts[n], s.least, j, n) for n, s in enumerate(job.stages) if s.hands]
        if job.filling is not None and placed.filling is not None:
            found.append(_Work(placed.filling, job.filling.hands, j, FILLING))
    return sorted(found, key=lambda w: (w.at, w.bake, w.stage))


def _put(placed: Placed, work: _Work, at: int) -> Placed:
    """One work of a bake at another hour; what is waited for after it begins as it ends."""
    if work.stage == FILLING:
        return replace(placed, filling=at)
    starts = list(placed.starts)
    starts[work.stage] = at
    if work.stage + 1 < len(starts):
        starts[work.stage + 1] = at + work.slots
    return replace(placed, starts=tuple(starts))


def swapped(jobs: Sequence[Job], places: Places, which: int) -> Places:
    """A day with two works that follow one another in each other's place. which: the first of the two, in order."""
    works = _works(jobs, places)
    first, second = works[which], works[which + 1]
    moved = list(places)
    moved[second.bake] = _put(moved[second.bake], second, first.at)
    moved[first.bake] = _put(moved[first.bake], first, second.at + second.slots - first.slots)
    return tuple(moved)


@dataclass
class Search:
    """One search from one plan. days: each plan is played through; most: what a plan may cost on paper of what is
    grave; best: the one that holds best so far, and how bad it is."""

    jobs: Sequence[Job]
    having: Resources
    days: Days
    most: int
    best: Plan
    score: float = math.inf

    def run(self, left: Left, seed: int, ended: Event) -> None:
        """Look for as long as anything is left, or until it is ended."""
        rng = random.Random(seed)
        here, score = self.best, self._bad(self.best)
        self.score, warm = score, WARM * score
        while not ended.is_set() and (share := left()) > 0:
            tried = replace(here, placed=self._moved(rng, here.placed))
            found = self._bad(tried) if self._can_be(here, tried) else math.inf
            if found < score or rng.random() < math.exp((score - found) / (warm * share**2 + COLD)):
                here, score = tried, found
                if score < self.score:
                    self.best, self.score = here, score

    def settled(self, plan: Plan) -> Plan:
        """A plan with each filling made as late as it then holds no worse: a search leaves some early for nothing."""
        for n, (job, placed) in enumerate(zip(self.jobs, plan.placed, strict=True)):
            if job.filling is None or placed.filling is None:
                continue
            latest, bad = placed.starts[job.wrap] - job.filling.cool - job.filling.hands, self._bad(plan)
            for at in range(latest, placed.filling, -1):
                places = (*plan.placed[:n], replace(placed, filling=at), *plan.placed[n + 1 :])
                tried = replace(plan, placed=places)
                if self._can_be(plan, tried) and self._bad(tried) <= bad:
                    plan = tried
                    break
        return plan

    def _can_be(self, here: Plan, tried: Plan) -> bool:
        each = zip(self.jobs, tried.placed, here.placed, strict=True)
        changed = [(job, at) for job, at, before in each if at != before]
        return (
            bool(changed) and all(stands(job, at) for job, at in changed) and not clashes(self.jobs, tried, self.having)
        )

    def _bad(self, tried: Plan) -> float:
        """How badly a plan plays, and a little for how long before the table it begins; infinite for one graver on
        paper than any may be."""
        cost = judged(self.jobs, tried, self.having)
        return math.inf if cost.grave > self.most else self.days.play(tried).score + BEFORE * cost.long

    def _moved(self, rng: random.Random, places: Places) -> Places:
        """The day after one move: of a bake, of a work, of all before or after an hour, of who does what where."""
        kind = rng.random()
        if kind < 0.25:
            hours = sorted({at for p in places for at in (*p.starts, *p.into)})
            return parted(places, rng.choice(hours), rng.choice(STEPS), ahead=rng.random() < 0.7)
        if kind < 0.45:
            return swapped(self.jobs, places, rng.randrange(len(_works(self.jobs, places)) - 1))
        if kind < 0.5:
            return self._elsewhere(rng, places)
        return self._one_moved(rng, places)

    def _one_moved(self, rng: random.Random, places: Places) -> Places:
        """One bake moved, now and then a second one with it."""
        moved, by = list(places), rng.choice(STEPS)
        one = rng.randrange(len(places))
        moved[one] = rng.choice(list(_moves(self.jobs[one], places[one], by)))
        other = rng.randrange(len(places))
        if other != one and rng.random() < 0.25:
            moved[other] = later(moved[other], 0, rng.choice((by, -by)))
        return tuple(moved)

    def _elsewhere(self, rng: random.Random, places: Places) -> Places:
        """A work given to somebody else, or a load to another oven."""
        one = rng.randrange(len(places))
        placed, people, ovens = places[one], len(self.having.people), self.having.ovens
        if people > 1 and (ovens == 1 or rng.random() < 0.5):
            who = tuple(rng.randrange(people) if w is not None and rng.random() < 0.5 else w for w in placed.who)
            filler = None if placed.filler is None else rng.randrange(people)
            placed = replace(placed, who=who, filler=filler)
        elif ovens > 1:
            loads = self.jobs[one].loads
            oven = tuple(rng.randrange(ovens) if x.where == "oven" else 0 for x in loads)
            placed = replace(placed, oven=oven)
        return (*places[:one], placed, *places[one + 1 :])


def _moves(job: Job, placed: Placed, by: int) -> Iterator[Placed]:
    """One bake with all of it, its filling, what follows one of its waits, or its loads from one on moved."""
    yield later(placed, 0, by)
    if placed.filling is not None:
        yield replace(placed, filling=placed.filling + by)
    for stage, wait in enumerate(job.stages[:-1]):
        if not wait.hands:
            yield later(placed, stage + 1, by)
    for n in range(len(placed.into)):
        yield replace(placed, into=(*placed.into[:n], *(at + by for at in placed.into[n:])))
