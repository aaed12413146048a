"""The benchmarks of the day: plans of several bakes, and days played through."""

import statistics
import time
from collections.abc import Callable
from functools import partial

from airycrumb.day.choosing import choose
from airycrumb.day.greedy import greedy
from airycrumb.day.judging import WEIGHTS, judged
from airycrumb.day.simulated import Days
from airycrumb.day.solving import solve
from tests.core.cook import play
from tests.core.days import KITCHEN, feast

Report = Callable[[str, float, str, str], None]  # a figure: its name, value, unit and goal
Timed = Callable[..., list[float]]  # ms of each run

# Bakes, which made-up day, and s to think about it.
DAYS = ((3, 24, 1.0), (4, 25, 2.0), (6, 31, 2.0), (6, 31, 20.0), (10, 33, 10.0))


def day_planner(report: Report, timed: Timed) -> None:
    """Days of several bakes, on two cores: at once, and thought about. The solver is loaded before."""
    solve(feast(1, 1), KITCHEN, None, 1.0)
    for bakes, seed, seconds in DAYS:
        jobs = feast(bakes, seed)
        first = greedy(jobs, KITCHEN)
        quick = statistics.median(timed(partial(greedy, jobs, KITCHEN), 5, list))
        begun = time.perf_counter()
        plan = solve(jobs, KITCHEN, first, seconds)
        assert plan is not None and first is not None, "a day that can be planned"
        took = time.perf_counter() - begun
        late = 5 * judged(jobs, plan, KITCHEN).late / WEIGHTS["late"]
        for what, value, unit, goal in (
            ("a plan at once", quick, "ms", "50 for six" if bakes == 6 else ""),
            ("proven after" if plan.proven else "not proven after", took, "s", f"{seconds:g}"),
            ("how far from the best at most", 100 * (plan.gap or 0.0), "%", ""),
            ("cost over that of the quick plan", plan.cost / max(1, first.cost), "1", "1 or less"),
            ("late in all", late, "min", "0"),
        ):
            report(f"{bakes} bakes, {seconds:g} s: {what}", value, unit, goal)
    played_through(report, timed)


def played_through(report: Report, timed: Timed) -> None:
    """A plan played through drawn days, beside a cook one day at a time; and how often the chosen plan is on time."""
    jobs = feast(4, 25)
    first = greedy(jobs, KITCHEN)
    assert first is not None, "a day that can be planned"
    days, others = Days(jobs, KITCHEN), Days(jobs, KITCHEN, 500, 77)
    ours = statistics.median(timed(lambda: days.play(first).score, 20))
    theirs = statistics.median(timed(lambda: [play(jobs, first, KITCHEN, d) for d in days.factors.tolist()], 3))
    report(f"4 bakes played through {len(days.factors)} days", ours, "ms", "")
    report("4 bakes played through: times faster than one day at a time", theirs / ours, "x", "> 1")
    chosen = choose(jobs, KITCHEN, 8.0, first)
    assert chosen is not None, "a plan of that day"
    for name, plan in (("the plan chosen in 8 s", chosen.plan), ("the quick plan", first)):
        doubt = others.play(plan).doubt
        report(f"4 bakes, {name}: on time", 100 * doubt.on_time, "%", "")
        report(f"4 bakes, {name}: something past its best", 100 * doubt.over, "%", "")
