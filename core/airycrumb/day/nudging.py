"""A plan moved a little at a time while it then holds better: what is proven on paper need not be what holds."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import replace
from time import monotonic

from airycrumb.day.job import Job, Placed, Plan, Resources
from airycrumb.day.judging import clashes
from airycrumb.day.simulated import Doubt

WORTH = 0.004  # less of the score is no more than how the days were drawn
STEPS = (1, -1, 2, -2, 4, -4, 8, -8)  # slots a bake, a rise or a load is moved by at once


def stands(job: Job, placed: Placed) -> bool:
    """Whether a bake by itself can go as placed: every stage long enough, the filling cold in time and not too old."""
    ends = [*placed.starts[1:], min(placed.into)]
    for stage, start, end in zip(job.stages, placed.starts, ends, strict=True):
        if end - start < stage.least or (stage.hands and end - start != stage.least):
            return False
    if placed.begins < job.earliest or any(b < a for a, b in zip(placed.into, placed.into[1:], strict=False)):
        return False
    if job.filling is None or placed.filling is None:
        return True
    cold, wrap = placed.filling + job.filling.hands + job.filling.cool, placed.starts[job.wrap]
    return cold <= wrap <= cold + job.filling.keeps


def _from(placed: Placed, stage: int, by: int) -> Placed:
    """The same bake with everything from a stage on so much later; the filling goes along with the first of them."""
    starts = tuple(at + by if i >= stage else at for i, at in enumerate(placed.starts))
    filling = placed.filling if placed.filling is None or stage > 0 else placed.filling + by
    return replace(placed, starts=starts, into=tuple(at + by for at in placed.into), filling=filling)


def _moves(job: Job, placed: Placed) -> Iterator[Placed]:
    for by in STEPS:
        yield _from(placed, 0, by)
        if placed.filling is not None:
            yield replace(placed, filling=placed.filling + by)
        for stage, wait in enumerate(job.stages[:-1]):
            if not wait.hands:
                yield _from(placed, stage + 1, by)
        for n in range(len(placed.into)):
            yield replace(placed, into=(*placed.into[:n], *(at + by for at in placed.into[n:])))


def _movable(job: Job) -> bool:
    filling = None if job.filling is None else job.filling.began
    marked = [filling, *(s.began for s in job.stages), *(x.began for x in job.loads)]
    return job.pinned is None and all(at is None for at in marked)


def nudged(
    jobs: Sequence[Job],
    plan: Plan,
    having: Resources,
    seconds: float,
    held: Callable[[Plan], Doubt],
    sound: Callable[[Plan], bool],
) -> tuple[Plan, Doubt]:
    """The plan after as many small moves as make it hold better in so many seconds, and what it then comes to.

    held: what a plan comes to when played; sound: whether it may be taken at all. What has begun or is pinned stays.
    """
    until = monotonic() + seconds
    best, doubt = plan, held(plan)
    moved = True
    while moved and monotonic() < until:
        moved = False
        for i, job in enumerate(jobs):
            for place in _moves(job, best.placed[i]) if _movable(job) else ():
                if monotonic() > until:
                    break
                tried = replace(best, placed=(*best.placed[:i], place, *best.placed[i + 1 :]))
                if not stands(job, place) or clashes(jobs, tried, having) or not sound(tried):
                    continue
                found = held(tried)
                if found.score < doubt.score - WORTH:
                    best, doubt, moved = tried, found, True
                    break
    return best, doubt
