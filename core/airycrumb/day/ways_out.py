"""When a day does not fit, or is seldom on time: what would help, each tried out and told with the hours it leads to,
how often it is then on time, and its price."""

from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime
from threading import Event

from airycrumb.bake.text import Document
from airycrumb.day.greedy import greedy
from airycrumb.day.job import SLOT_MIN, Plan
from airycrumb.day.judging import Costs, judged, served
from airycrumb.day.nudging import Search, for_seconds
from airycrumb.day.planning import Table
from airycrumb.day.simulated import Days, doubt
from airycrumb.day.solving import solve
from airycrumb.day.tries import Try, tries
from airycrumb.problems import InputError
from airycrumb.words import Message, hour_of, listed, say, verbatim, weekday_of

TRIED_S, ALL_S = 1.2, 24.0  # seconds a way out is thought about, and all of them together
SOLVED = 0.4  # of that for the best plan on paper, the rest for one that holds
MOST = 6
SURE = 0.9  # a day on time so often wants no help
SURER = 0.05  # so much more often on time is worth being told

Build = Callable[[Document], Table]


@dataclass(frozen=True)
class WayOut:
    """One thing that would help. day: the day's file with it done; begins, table: the hours it leads to; price: what
    it asks; late_min: what is left of the lateness; on_time: share of days all is on the table in time then."""

    key: str
    label: Message
    price: Message
    begins: datetime
    table: datetime
    late_min: float
    helps: Message
    day: Document
    on_time: float = 0.0


@dataclass(frozen=True)
class _Comes:
    """What a day comes to, with the plan it is then made by. grave: what is wrong on paper."""

    table: Table
    plan: Plan
    grave: int
    on_time: float

    def helps(self, now: "_Comes") -> bool:
        """Whether it is worth being told beside how things stand."""
        if self.grave != now.grave:
            return self.grave < now.grave
        return self.on_time >= now.on_time + SURER


def _comes(table: Table, plan: Plan) -> _Comes:
    cost = judged(table.jobs, plan, table.having)
    return _Comes(table, plan, cost.grave, doubt(table.jobs, plan, table.having).on_time)


def ways_out(
    table: Table, day: Document, plan: Plan, build: Build, wanted: Callable[[], bool] = lambda: True
) -> list[WayOut]:
    """What would help, the best first. day: the day's file; build: a day's file worked out; wanted: whether anybody
    still asks. Nothing where nothing is wrong and the day is on time often enough.
    """
    now = _comes(table, plan)
    if now.grave == 0 and now.on_time >= SURE:
        return []
    found: list[tuple[_Comes, Try]] = []
    ways = list(tries(table, day, plan))
    for each in ways:
        if not wanted():
            break
        comes = _tried(build, each.day, min(TRIED_S, ALL_S / len(ways)))
        if comes is not None and comes.helps(now):
            found.append((comes, each))
    found.sort(key=lambda pair: (pair[0].grave, -pair[0].on_time))
    return [_told(each, comes) for comes, each in found[:MOST]]


def _tried(build: Build, changed: Document, seconds: float) -> _Comes | None:
    """The day with something changed, and the best plan found for it in a moment."""
    try:
        table = build(changed)
    except InputError:
        return None
    first = greedy(table.jobs, table.having)
    plan = solve(table.jobs, table.having, first, seconds * SOLVED)
    if plan is None:
        return None
    search = Search(table.jobs, table.having, Days(table.jobs, table.having), _grave(table, plan), plan)
    search.run(for_seconds(seconds * (1 - SOLVED)), 1, Event())
    return _comes(table, search.best)


def _grave(table: Table, plan: Plan) -> int:
    return judged(table.jobs, plan, table.having).grave


def _told(tried: Try, comes: _Comes) -> WayOut:
    table, plan = comes.table, comes.plan
    pairs = list(zip(table.jobs, plan.placed, strict=True))
    begins = table.grid.at(min(p.begins for p in plan.placed))
    at = table.grid.at(max(served(job, placed) for job, placed in pairs))
    return WayOut(
        key=tried.key,
        label=tried.label,
        price=tried.price,
        begins=begins,
        table=at,
        late_min=SLOT_MIN * max(0.0, max(served(job, placed) - job.due for job, placed in pairs)),
        helps=say(
            "begins {begins}, on the table at {at}, on time in {n} of 10{left}",
            begins=weekday_of(begins),
            at=hour_of(at),
            n=round(10 * comes.on_time),
            left=_left(judged(table.jobs, plan, table.having)),
        ),
        day=tried.day,
        on_time=comes.on_time,
    )


def _left(cost: Costs) -> Message:
    """What is still wrong then."""
    wrong = [
        words
        for amount, words in (
            (cost.late, say("still late")),
            (cost.over, say("something waits past its best")),
            (cost.night, say("work at night")),
        )
        if amount
    ]
    return say("; {wrong}", wrong=listed(wrong, "commas")) if wrong else verbatim("")
