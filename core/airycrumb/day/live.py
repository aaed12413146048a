"""A day under way: what has begun stays, what has not keeps its order unless it pays to change it."""

from collections.abc import Callable, Sequence
from dataclasses import replace
from datetime import datetime

from airycrumb.day.greedy import Taken, greedy, place
from airycrumb.day.job import SLOT_MIN, Job, Plan, Resources
from airycrumb.day.judging import WEIGHTS, clashes, costs, judged, served, stands
from airycrumb.day.simulated import days_of
from airycrumb.words import Message, hour_of, in_minutes, joined, say, verbatim

WORTH = WEIGHTS["late"] * 2  # a change of order must gain so much: ten minutes of lateness
HOLDS = 0.3  # or so much of how badly it plays: a bake over-proofed on one day in ten
TOLD_FROM = 2  # slots by which a bake must move to be told of


def follows(jobs: Sequence[Job], plan: Plan | None) -> bool:
    """Whether a plan is of these bakes: as many, with as many stages and loads."""
    return (
        plan is not None
        and [p.job for p in plan.placed] == [j.key for j in jobs]
        and all(
            len(p.starts) == len(j.stages) and len(p.into) == len(j.loads)
            for p, j in zip(plan.placed, jobs, strict=True)
        )
    )


def still_holds(jobs: Sequence[Job], plan: Plan, having: Resources) -> bool:
    """Whether a plan can go on as it is: what was marked is where it had it, nothing is too short or in the past."""
    each = zip(jobs, plan.placed, strict=True)
    return all(stands(job, placed) for job, placed in each) and not clashes(jobs, plan, having)


def kept_to(jobs: Sequence[Job], plan: Plan, having: Resources) -> Plan | None:
    """The same order with what was marked since: who began goes on, the others at the hour they had where that still
    can be. None where it cannot be kept.
    """
    if still_holds(jobs, plan, having):
        return replace(plan, cost=judged(jobs, plan, having).total)
    order = sorted(range(len(jobs)), key=lambda i: (jobs[i].stages[0].began is None, _heated(plan, i)))
    taken, placed = Taken(having), {}
    for i in order:
        job, before = jobs[i], plan.placed[i]
        held = job
        if job.stages[0].began is None and job.pinned is None and before.starts[0] >= job.earliest:
            held = replace(job, pinned=before.starts[0])
        found = place(held, taken)
        if found is None or costs(job, found, having).late > WORTH:
            found = place(job, taken) or found
        if found is None:
            return None
        placed[i] = found
        taken.take(job, found)
    kept = Plan(tuple(placed[i] for i in range(len(jobs))), how="kept")
    return replace(kept, cost=judged(jobs, kept, having).total)


def _heated(plan: Plan, i: int) -> int:
    return min(plan.placed[i].into)


def replanned(jobs: Sequence[Job], before: Plan | None, having: Resources) -> Plan | None:
    """What to do now: the order there was, unless another gains enough; None where nothing can be."""
    if before is None or not follows(jobs, before):
        return greedy(jobs, having)
    kept = kept_to(jobs, before, having)
    other = greedy(jobs, having)
    if kept is None or (other is not None and gains(jobs, kept, other, having)):
        return other
    return kept


def gains(jobs: Sequence[Job], before: Plan, after: Plan, having: Resources) -> bool:
    """Whether another plan is worth changing the order for, on paper."""
    return judged(jobs, after, having).grave < judged(jobs, before, having).grave - WORTH


def holds_better(jobs: Sequence[Job], before: Plan, after: Plan, having: Resources) -> bool:
    """Whether another plan is worth changing the order for because of how it plays."""
    days = days_of(tuple(jobs), having)
    return days.play(after).score < days.play(before).score - HOLDS


def told(
    names: Sequence[str], jobs: Sequence[Job], before: Plan, after: Plan, at: Callable[[float], datetime]
) -> Message:
    """What of a plan has changed, in a sentence or two; nothing where nothing did."""
    said: list[Message] = []
    for i, job in enumerate(jobs):
        by = served(job, after.placed[i]) - served(job, before.placed[i])
        if abs(by) < TOLD_FROM:
            continue
        name, late = verbatim(names[i]), in_minutes(abs(by) * SLOT_MIN)
        when = hour_of(at(served(job, after.placed[i])))
        if by > 0:
            said.append(say("“{name}” is {late} behind: on the table at {at}.", name=name, late=late, at=when))
        else:
            said.append(say("“{name}” is {late} sooner: on the table at {at}.", name=name, late=late, at=when))
    first, was = _first_in(jobs, after), _first_in(jobs, before)
    if first is not None and first != was:
        said.append(say("“{name}” goes into the oven first.", name=verbatim(names[first])))
    return joined(said)


def _first_in(jobs: Sequence[Job], plan: Plan) -> int | None:
    """Which bake has the oven first of those that are not in it yet."""
    waiting = [
        (into, i)
        for i, (job, placed) in enumerate(zip(jobs, plan.placed, strict=True))
        for load, into in zip(job.loads, placed.into, strict=True)
        if load.where == "oven" and load.began is None
    ]
    return min(waiting)[1] if waiting else None
