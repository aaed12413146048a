"""Of all plans the one that holds: the best on paper is found first, then moved for as long as it then holds better."""

import math
from collections.abc import Callable, Sequence
from concurrent.futures import ThreadPoolExecutor, wait
from dataclasses import dataclass, replace
from threading import Event

from airycrumb.day.greedy import greedy
from airycrumb.day.job import Job, Paper, Plan, Resources
from airycrumb.day.judging import judged
from airycrumb.day.nudging import Search
from airycrumb.day.simulated import Days, Doubt, doubt
from airycrumb.day.solving import Seen, solve

NUDGING = 0.6  # of the time, what a plan that holds is looked for
SEARCHES = 2  # at once, from the best plans there are
TOLD_S = 0.5  # how often it is asked whether anybody still waits for it, s

Wanted = Callable[[], bool]


@dataclass(frozen=True)
class Chosen:
    """A plan, and what it comes to on days it was not chosen by."""

    plan: Plan
    doubt: Doubt


def choose(
    jobs: Sequence[Job],
    having: Resources,
    seconds: float,
    first: Plan | None = None,
    seen: Seen | None = None,
    wanted: Wanted = lambda: True,
) -> Chosen | None:
    """The plan that holds best of those found in so many seconds; None where there is none. seen: told each better one,
    answers whether to go on; wanted: whether anybody still waits for it."""
    first = first or greedy(jobs, having)
    best = solve(jobs, having, first, seconds * (1 - NUDGING), seen)
    if best is None:
        return None
    plan = best if first is None else _held(jobs, having, [best, first], seconds * NUDGING, seen, wanted)
    comes_to = doubt(jobs, best, having)
    paper = Paper(best.cost, best.bound, best.proven, comes_to.on_time, comes_to.over)
    if plan.placed != best.placed:
        plan = replace(plan, cost=judged(jobs, plan, having).total, how="held", proven=False)
    return Chosen(replace(plan, bound=best.bound, paper=paper), doubt(jobs, plan, having))


def _held(
    jobs: Sequence[Job],
    having: Resources,
    plans: Sequence[Plan],
    seconds: float,
    seen: Seen | None,
    wanted: Wanted,
) -> Plan:
    """The plan that holds best of what several searches lead to, each from one of some plans."""
    # Nothing that is unsafe, past its best, late or at night on paper is chosen for how it plays.
    most = min(judged(jobs, plan, having).grave for plan in plans)
    days = Days(jobs, having)
    begun_from = [plan for plan in plans if judged(jobs, plan, having).grave <= most]
    searches = [Search(jobs, having, days, most, begun_from[n % len(begun_from)]) for n in range(SEARCHES)]
    ended = Event()
    with ThreadPoolExecutor(SEARCHES) as threads:
        running = [threads.submit(search.run, seconds, n, ended) for n, search in enumerate(searches)]
        _waited_for(running, searches, ended, seen, wanted)
        for each in running:
            each.result()
    return min(searches, key=lambda search: search.score).best


def _waited_for(running: list, searches: list[Search], ended: Event, seen: Seen | None, wanted: Wanted) -> None:  # type: ignore[type-arg]
    """Tells of better plans while the searches run, and ends them once nobody waits any more.

    Whoever is told may ask a database: that is done here, in the thread that was asked, and in none of the searches.
    """
    told = math.inf
    while wait(running, timeout=TOLD_S).not_done:
        best = min(searches, key=lambda search: search.score)
        goes_on = wanted()
        if goes_on and seen is not None and best.score < told:
            told, goes_on = best.score, seen(replace(best.best, how="held", proven=False))
        if not goes_on:
            ended.set()
