"""Where bakes of a day collide that were each planned as if they were alone: which two, over what, when."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from itertools import combinations

from airycrumb.day.from_sheet import Grid
from airycrumb.day.greedy import alone
from airycrumb.day.job import Job, Placed, Plan, Resources
from airycrumb.day.judging import Over, clashes
from airycrumb.words import Message, hour_of, say, verbatim

OVER: dict[Over, Message] = {
    "hands": say("your hands"),
    "away": say("somebody who is away"),
    "oven": say("the oven"),
    "shelves": say("the oven's shelves"),
    "burners": say("the burners"),
    "steamer": say("the steamer"),
    "pan": say("the pan"),
    "fridge": say("the fridge"),
}


@dataclass(frozen=True)
class Collision:
    """Two bakes that want one thing at one time, were each planned alone."""

    first: int
    second: int
    over: Over
    at: datetime
    says: Message


def collisions(names: Sequence[str], jobs: Sequence[Job], having: Resources, grid: Grid) -> list[Collision]:
    """Every pair that collides, the first thing over which it does."""
    by_itself = [alone(job, having) for job in jobs]
    found = []
    for i, k in combinations(range(len(jobs)), 2):
        a, b = by_itself[i], by_itself[k]
        if a is None or b is None:
            continue
        over = clashes([jobs[i], jobs[k]], Plan((a, b)), having)
        if over:
            what = over[0].over
            at = grid.at(_when(what, jobs[i], a, jobs[k], b))
            says = say(
                "Planned alone, “{a}” and “{b}” both want {what} at {at}.",
                a=verbatim(names[i]),
                b=verbatim(names[k]),
                what=OVER[what],
                at=hour_of(at),
            )
            found.append(Collision(i, k, what, at, says))
    return found


def _when(what: Over, first: Job, a: Placed, second: Job, b: Placed) -> int:
    """The slot of the first clash of its kind."""
    if what not in ("hands", "away"):
        return max(min(a.into), min(b.into))
    spans = lambda job, p: (
        [(start, start + stage.least) for stage, start in zip(job.stages, p.starts, strict=True) if stage.hands]
        + ([(p.filling, p.filling + job.filling.hands)] if job.filling and p.filling is not None else [])
    )
    both = [max(s, t) for s, e in spans(first, a) for t, u in spans(second, b) if s < u and t < e]
    return min(both, default=a.starts[0])
