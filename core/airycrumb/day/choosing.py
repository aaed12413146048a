"""Of all plans the one that holds: the best on paper is found first, then moved for as long as it then holds better."""

from collections.abc import Callable, Sequence
from concurrent.futures import Future, ThreadPoolExecutor, wait
from dataclasses import dataclass, replace
from threading import Event
from typing import Any

from airycrumb.day.greedy import greedy
from airycrumb.day.job import Job, Paper, Plan, Resources
from airycrumb.day.judging import judged
from airycrumb.day.nudging import Search, for_seconds
from airycrumb.day.simulated import Days, Doubt, doubt
from airycrumb.day.solving import Seen, solve

NUDGING = 0.6  # of the time, what a plan that holds is looked for
SEARCHES = 2  # at once, from the best plans there are
TAKEN, TAKEN_SEED = 10_000, 3  # days by which one of the few plans found is taken
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
    first, ended = first or greedy(jobs, having), Event()
    best = _on_paper(jobs, having, first, seconds * (1 - NUDGING), _Asking(ended, seen, wanted))
    if best is None:
        return None
    plan = best
    if first is not None and not ended.is_set():
        plan = _held(jobs, having, [best, first], seconds * NUDGING, _Asking(ended, seen, wanted))
    comes_to = doubt(jobs, best, having)
    paper = Paper(best.cost, best.bound, best.proven, comes_to.on_time, comes_to.over)
    if plan.placed != best.placed:
        plan = replace(plan, cost=judged(jobs, plan, having).total, how="held", proven=False)
    return Chosen(replace(plan, bound=best.bound, paper=paper), doubt(jobs, plan, having))


@dataclass
class _Asking:
    """Whoever waits for a plan, told of better ones while it is looked for; ended: set once nobody does any more.

    Telling may mean asking a database: that is done in the thread that was asked, and in none of those that search.
    """

    ended: Event
    seen: Seen | None
    wanted: Wanted
    told: Plan | None = None

    def while_running(self, running: Sequence[Future[Any]], newest: Callable[[], Plan | None]) -> None:
        """Until all of it is done. newest: the best plan so far."""
        while wait(running, timeout=TOLD_S).not_done:
            plan = newest()
            if not (self.wanted() and (plan is None or self._tell(plan))):
                self.ended.set()

    def _tell(self, plan: Plan) -> bool:
        if self.seen is None or (self.told is not None and plan.placed == self.told.placed):
            return True
        self.told = plan
        return self.seen(plan)


def _on_paper(
    jobs: Sequence[Job], having: Resources, first: Plan | None, seconds: float, asking: _Asking
) -> Plan | None:
    """The best plan on paper that is found in so many seconds."""
    found: list[Plan] = []

    def better(plan: Plan) -> bool:
        found.append(plan)
        return not asking.ended.is_set()

    with ThreadPoolExecutor(1) as thread:
        solving = thread.submit(solve, jobs, having, first, seconds, better, asking.ended)
        asking.while_running([solving], lambda: found[-1] if found else None)
        return solving.result()


def _held(jobs: Sequence[Job], having: Resources, plans: Sequence[Plan], seconds: float, asking: _Asking) -> Plan:
    """The plan that holds best of what several searches lead to, each from one of some plans."""
    # Nothing that is unsafe, past its best, late or at night on paper is chosen for how it plays.
    most = min(judged(jobs, plan, having).grave for plan in plans)
    days = Days(jobs, having)
    begun_from = [plan for plan in plans if judged(jobs, plan, having).grave <= most]
    searches = [Search(jobs, having, days, most, begun_from[n % len(begun_from)]) for n in range(SEARCHES)]
    best = lambda: min(searches, key=lambda search: search.score).best
    with ThreadPoolExecutor(SEARCHES) as threads:
        begin = lambda n, search: threads.submit(search.run, for_seconds(seconds), n, asking.ended)
        running = list(map(begin, range(SEARCHES), searches))
        asking.while_running(running, lambda: replace(best(), how="held", proven=False))
        for each in running:
            each.result()
    # Found on few days, taken by how it holds on many others: there a search may have gained nothing.
    others = Days(jobs, having, TAKEN, TAKEN_SEED)
    taken = min([*begun_from, *(search.best for search in searches)], key=lambda plan: others.play(plan).score)
    return taken if asking.ended.is_set() else searches[0].settled(taken)
