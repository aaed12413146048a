"""Among the best plans the one that holds: each is played through, and what comes out is chosen by that."""

import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace

from airycrumb.day.greedy import greedy
from airycrumb.day.job import Job, Plan, Resources
from airycrumb.day.judging import WEIGHTS, judged
from airycrumb.day.nudging import nudged
from airycrumb.day.simulated import FEWEST, Doubt, doubt
from airycrumb.day.solving import Seen, solve

# How much longer than likely a rise is given, in its standard deviations, and slots before its hour that are aimed at.
AIMS: tuple[tuple[float, int], ...] = ((0.5, 0), (0.5, 2), (0.9, 3))

STARTS = 3  # plans that small moves are begun from
NUDGING = 0.4  # of the time, what small moves are tried for
NUDGED = 400  # days each of them is played through

SLIGHT = WEIGHTS["late"]  # five minutes late on paper may be made up for by how it plays


@dataclass(frozen=True)
class Chosen:
    """A plan, and what it comes to."""

    plan: Plan
    doubt: Doubt


def aimed(job: Job, wait: float, ahead: int) -> Job:
    """The same bake with its rises given more time, and its hour so many slots sooner."""
    stages = tuple(
        s
        if s.hands or s.spread == 0
        else replace(s, target=min(max(s.least, s.until or 10_000), math.ceil(s.least * math.exp(wait * s.spread))))
        for s in job.stages
    )
    return replace(job, stages=stages, due=job.due - ahead)


def _plans(
    jobs: Sequence[Job], having: Resources, first: Plan | None, seconds: float, seen: Seen | None
) -> Iterator[Plan]:
    if first is not None:
        yield first
    share = seconds * (1 - NUDGING) / (len(AIMS) + 1)
    best = solve(jobs, having, first, share * 2, seen)
    if best is None:
        return
    yield best
    for wait, ahead in AIMS[1:]:
        changed = [aimed(job, wait, ahead) for job in jobs]
        found = solve(changed, having, best, share, None if seen is None else lambda _plan: seen(best))
        if found is not None:
            # It is no better a plan than the one proven, only one that holds more often.
            yield replace(found, cost=judged(jobs, found, having).total, bound=best.bound, proven=False)


def choose(
    jobs: Sequence[Job],
    having: Resources,
    seconds: float,
    first: Plan | None = None,
    seen: Seen | None = None,
    wanted: Callable[[], bool] = lambda: True,
) -> Chosen | None:
    """The plan that holds best of those found in so many seconds; None where there is none. wanted: whether it still
    is."""
    first = first or greedy(jobs, having)
    found: list[Chosen] = []
    for plan in _plans(jobs, having, first, seconds, seen):
        found.append(Chosen(plan, doubt(jobs, plan, having, FEWEST)))
        if not wanted():
            break
    if not found:
        return None
    # Nothing that is unsafe, past its best, late or at night on paper is chosen for how it plays.
    most = min(_grave(jobs, each.plan, having) for each in found) + SLIGHT
    sound = lambda plan: _grave(jobs, plan, having) <= most
    ranked = sorted((each for each in found if sound(each.plan)), key=lambda each: each.doubt.score)
    bound = max((each.plan.bound for each in found if each.plan.bound is not None), default=None)
    best = _moved(jobs, ranked, having, seconds * NUDGING, sound) if wanted() else ranked[0]
    return replace(best, plan=replace(best.plan, bound=bound))


def _moved(
    jobs: Sequence[Job], ranked: list[Chosen], having: Resources, seconds: float, sound: Callable[[Plan], bool]
) -> Chosen:
    """The best of what small moves make of the best plans: they lead no further than the nearest hill, so that they are
    begun from several."""
    held = lambda plan: doubt(jobs, plan, having, NUDGED)
    starts = list({each.plan.placed: each.plan for each in ranked}.values())[:STARTS]
    tried = [nudged(jobs, plan, having, seconds / len(starts), held, sound) for plan in starts]
    plan, comes_to = min(tried, key=lambda pair: pair[1].score)
    if all(plan.placed != start.placed for start in starts):
        plan = replace(plan, cost=judged(jobs, plan, having).total, proven=False)
    return Chosen(plan, comes_to)


def _grave(jobs: Sequence[Job], plan: Plan, having: Resources) -> int:
    cost = judged(jobs, plan, having)
    return cost.unsafe + cost.over + cost.late + cost.night
