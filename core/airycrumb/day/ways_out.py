"""When a day does not fit: what would make it fit, each tried out and told with the hours it leads to and its price."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any

from airycrumb.bake.text import Document
from airycrumb.day.document import MOST_PEOPLE, moment
from airycrumb.day.greedy import greedy
from airycrumb.day.job import SLOT_MIN, Plan
from airycrumb.day.judging import Costs, judged, served
from airycrumb.day.planning import Table
from airycrumb.day.solving import solve
from airycrumb.problems import InputError
from airycrumb.words import Message, hour_of, in_minutes, listed, say, verbatim, weekday_of

TRIED_S = 0.7  # seconds a way out is thought about
MOST = 6
COLD_FROM = timedelta(hours=9)  # a cold night wants so long between now and the table
QUARTER = timedelta(minutes=15)

Build = Callable[[Document], Table]


@dataclass(frozen=True)
class WayOut:
    """One thing that would help. day: the day's file with it done; begins, table: the hours it leads to; price: what
    it asks; late_min: what is left of the lateness."""

    key: str
    label: Message
    price: Message
    begins: datetime
    table: datetime
    late_min: float
    helps: Message
    day: Document


def _dish(day: Document, i: int, **changes: Any) -> Document:
    dishes = [{**dish, **changes} if n == i else dish for n, dish in enumerate(day["dishes"])]
    return {**day, "dishes": dishes}


def _bake(day: Document, i: int, edits: list[tuple[list[str], Any]]) -> Document:
    had = [c for c in day["dishes"][i].get("changes", []) if c["path"] not in [path for path, _ in edits]]
    return _dish(day, i, changes=[*had, *({"path": path, "value": value} for path, value in edits)])


@dataclass(frozen=True)
class _Try:
    """One thing that may help: what it is, what it asks, and the day's file with it."""

    key: str
    label: Message
    price: Message
    day: Document


def _tries(table: Table, day: Document, plan: Plan) -> Iterator[_Try]:
    """For the whole day, then for each bake."""
    hands = day.get("hands") or [{"name": ""}]
    if len(hands) < MOST_PEOPLE:
        helped = {**day, "hands": [*hands, {"name": "Helper"}]}
        yield _Try("helper", say("Somebody helps"), say("another pair of hands"), helped)
    late = max(served(j, p) - j.due for j, p in zip(table.jobs, plan.placed, strict=True))
    if late > 0:
        at = moment(day["eat_at"], "eat_at").astimezone(table.day.time_zone)
        later = _next_quarter(at + timedelta(minutes=SLOT_MIN * late))
        price = say("the table waits {by}", by=in_minutes((later - at).total_seconds() / 60))
        moved = {**day, "eat_at": later.isoformat(timespec="minutes")}
        yield _Try("later", say("Eat at {at}", at=hour_of(later)), price, moved)
    if table.having.ovens < 2 and any(load.where == "oven" for job in table.jobs for load in job.loads):
        borrowed = {**day, "kitchen": {**day.get("kitchen", {}), "ovens": 2}}
        yield _Try("oven", say("A second oven"), say("a neighbour's, say"), borrowed)
    for i, job in enumerate(table.jobs):
        if job.stages[0].began is None:
            yield from _for_one(table, day, i, verbatim(table.names[i]))


def _next_quarter(at: datetime) -> datetime:
    """The next full quarter of an hour, as an hour to eat is said."""
    past = timedelta(minutes=at.minute % 15, seconds=at.second, microseconds=at.microsecond)
    return at if not past else at - past + QUARTER


def _for_one(table: Table, day: Document, i: int, name: Message) -> Iterator[_Try]:
    """What may be done with one bake."""
    made, job = table.made[i], table.jobs[i]
    bake = made.bake
    if job.pinned is not None:
        label = say("“{name}” may begin when it likes", name=name)
        yield _Try(f"unpin.{i}", label, say("its hour is no longer held"), _dish(day, i, begin_at=None))
    if job.serve == "hot":
        label = say("“{name}” is baked before and heated again", name=name)
        yield _Try(f"reheat.{i}", label, say("it is not straight from the heat"), _dish(day, i, serve="reheat"))
    if bake.heat.arrive == "proofed" and moment(day["eat_at"], "eat_at") - table.now > COLD_FROM:
        label = say("“{name}” wrapped the day before, cold overnight", name=name)
        cold = _bake(day, i, [(["heat", "from"], "fridge"), (["heat", "cold"], "8 h")])
        yield _Try(f"cold.{i}", label, say("an evening's work, and room in the fridge"), cold)
    if not bake.rise.spots and not bake.rise.clock:
        label = say("“{name}” rises in the oven with its light on", name=name)
        warm = _bake(day, i, [(["rise", "spots"], [{"where": "oven light"}])])
        yield _Try(f"warm.{i}", label, say("only while nothing bakes in that oven"), warm)
    if len(job.loads) > 1 and len(made.sheet.groups) == 1:
        label = say("One load of “{name}”: {n} of them", name=name, n=made.sheet.heat.per_load)
        one = _bake(day, i, [(["pieces"], made.sheet.heat.per_load)])
        yield _Try(f"fewer.{i}", label, say("fewer of them"), one)


def ways_out(
    table: Table, day: Document, plan: Plan, build: Build, wanted: Callable[[], bool] = lambda: True
) -> list[WayOut]:
    """What would help, the best first. day: the day's file; build: a day's file worked out; wanted: whether anybody
    still asks. Nothing where nothing is wrong.
    """
    now = judged(table.jobs, plan, table.having).grave
    if now == 0:
        return []
    found: list[tuple[int, WayOut]] = []
    for each in _tries(table, day, plan):
        if not wanted():
            break
        tried = _tried(build, each.day)
        if tried is not None and tried[2] < now:
            other, better, left = tried
            found.append((left, _told(each, other, better)))
    return [way for _, way in sorted(found, key=lambda pair: pair[0])][:MOST]


def _tried(build: Build, changed: Document) -> tuple[Table, Plan, int] | None:
    """The day with something changed, the best plan found for it in a moment, and what is wrong with that."""
    try:
        table = build(changed)
    except InputError:
        return None
    first = greedy(table.jobs, table.having)
    plan = solve(table.jobs, table.having, first, TRIED_S)
    return None if plan is None else (table, plan, judged(table.jobs, plan, table.having).grave)


def _told(tried: _Try, table: Table, plan: Plan) -> WayOut:
    pairs = list(zip(table.jobs, plan.placed, strict=True))
    begins = table.grid.at(min(p.begins for p in plan.placed))
    at = table.grid.at(max(served(job, placed) for job, placed in pairs))
    left = _left(judged(table.jobs, plan, table.having))
    return WayOut(
        key=tried.key,
        label=tried.label,
        price=tried.price,
        begins=begins,
        table=at,
        late_min=SLOT_MIN * max(0.0, max(served(job, placed) - job.due for job, placed in pairs)),
        helps=say("begins {begins}, on the table at {at}{left}", begins=weekday_of(begins), at=hour_of(at), left=left),
        day=tried.day,
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
