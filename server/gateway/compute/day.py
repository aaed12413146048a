"""The day, as the server asks the core for it."""

import hashlib
import json
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from datetime import datetime
from functools import lru_cache

from airycrumb.bake import read_bake
from airycrumb.bake.edits import Change, edited
from airycrumb.bake.model import Bake
from airycrumb.day import planning
from airycrumb.day.around import Around, around
from airycrumb.day.beside import beside, near
from airycrumb.day.called import called, calls_of, numbered
from airycrumb.day.collisions import Collision
from airycrumb.day.document import Day, Dish, moment, read_day
from airycrumb.day.from_sheet import Made
from airycrumb.day.holding import Hours, held, held_hours
from airycrumb.day.job import SLOT_MIN
from airycrumb.day.planning import (
    Table,
    as_shown,
    as_stored,
    best_plan,
    collided,
    first_plan,
    from_stored,
    lanes_shown,
)
from airycrumb.day.shown import DayPlan
from airycrumb.day.splitting import split
from airycrumb.day.ways_out import WayOut, ways_out
from airycrumb.paper.calendar import as_calendar
from airycrumb.paper.day_sheet import day_sheet
from airycrumb.problems import InputError, Problem
from airycrumb.sheet import Sheet
from airycrumb.words import Message, Units, say
from gateway.compute.read import Case, Document, Printed, SheetReply, kitchen_read

DayFile = Day
Planned = tuple[Table, Document | None]  # a day worked out, and its plan as stored
SECONDS = 12.0  # a worker thinks about a day


@dataclass(frozen=True)
class OnTable:
    """A dish as the server has it. bake: its document; sheet: of its batch under way, None where it was not started;
    marks: how many were made."""

    bake: Document
    sheet: Sheet | None = None
    marks: int = 0


@dataclass(frozen=True)
class DayReply:
    """A planned day, or what stands in its way."""

    plan: DayPlan | None
    around: Around | None
    collisions: list[Collision]
    problems: list[Problem]


def check_day(document: Document) -> None:
    """InputError with every problem of a day's document."""
    read_day(document)


def for_the_day(dish: Dish, bake: Document, day: Day) -> Document:
    """A bake as it is made on a day: what is otherwise then, and by when."""
    changes = [Change(list(c.path), c.value) for c in dish.changes]
    plan = {**bake.get("plan", {}), "eat_at": dish.eat_at or day.eat_at, "start_at": None}
    return {**edited(bake, changes), "plan": plan}


def as_made(document: Document, at: int, bake: Document) -> Document:
    """The bake of one dish as it is made on the day."""
    day = read_day(document)
    return for_the_day(day.dishes[at], bake, day)


@lru_cache(maxsize=64)
def _worked(bake: str, kitchen: str, now: datetime) -> tuple[Bake, Sheet]:
    """A dish worked out; InputError where it cannot be. bake, kitchen: their documents as JSON.

    By what is typed: what a thermometer says now is not how warm it will be on the day.
    The same dishes are asked for with every edit of a bake beside their day.
    """
    read, _, sheet = Case(json.loads(bake), json.loads(kitchen), now).worked
    return read, sheet


def table_of(document: Document, kitchen: Document, dishes: Sequence[OnTable], now: datetime) -> Table:
    """Everything on a day's table worked out; InputError for what cannot be, saying which dish."""
    day, k = read_day(document), kitchen_read(kitchen)
    # A plan counts in slots: within one, a dish that is asked for again is the same.
    here = now.astimezone(day.time_zone)
    here = here.replace(minute=here.minute - here.minute % SLOT_MIN, second=0, microsecond=0)
    made, problems = [], list[Problem]()
    for i, (dish, on) in enumerate(zip(day.dishes, dishes, strict=True)):
        try:
            document = for_the_day(dish, on.bake, day)
            if on.sheet is not None:
                made.append(Made(dish, read_bake(document, k.habits.own), on.sheet))
                continue
            made.append(Made(dish, *_worked(json.dumps(document), json.dumps(kitchen), here)))
        except InputError as error:
            problems += [Problem(p.code, f"dishes[{i}].{p.where}", p.message) for p in error.problems]
    if problems:
        raise InputError(problems)
    return Table(day, k, tuple(made), now)


def made_for(document: Document, kitchen: Document, dishes: Sequence[OnTable]) -> str:
    """What a plan is made for, as a short text that differs where anything of it does."""
    marks = [(d.bake, d.marks, d.sheet is not None) for d in dishes]
    return hashlib.sha256(json.dumps([document, kitchen, marks], sort_keys=True).encode()).hexdigest()


def stands(table: Table, stored: Document | None) -> bool:
    """Whether a stored plan can still be followed: nothing of it that is not begun should have been begun."""
    plan = from_stored(stored)
    if plan is None or len(plan.placed) != len(table.jobs):
        return not table.jobs
    late = 3  # slots; nobody is called behind for a quarter of an hour
    return all(
        job.stages[0].began is not None or placed.begins + late >= job.earliest
        for job, placed in zip(table.jobs, plan.placed, strict=True)
    )


def planned_first(table: Table, before: Document | None) -> Document:
    """A plan at once, as stored."""
    return as_stored(first_plan(table, from_stored(before)))


def planned_best(
    table: Table,
    first: Document,
    seen: Callable[[Document], bool],
    wanted: Callable[[], bool],
) -> Document:
    """The plan that holds best of those found. seen: told better ones, answers whether to go on."""
    plan = from_stored(first)
    assert plan is not None, "a first plan"
    return as_stored(best_plan(table, plan, SECONDS, lambda better: seen(as_stored(better)), wanted))


def worth_changing(table: Table, before: Document, after: Document) -> bool:
    """Whether another plan gains enough for the order of a day under way to be changed."""
    was, found = from_stored(before), from_stored(after)
    return was is not None and found is not None and planning.worth_changing(table, was, found)


def day_ways_out(
    table: Table, document: Document, plan: Document, build: Callable[[Document], Table], wanted: Callable[[], bool]
) -> list[WayOut]:
    """What would help a day that does not fit."""
    found = from_stored(plan)
    return [] if found is None or not table.made else ways_out(table, document, found, build, wanted)


def day_reply(table: Table, plan: Document | None, before: Document | None) -> DayReply:
    """A day as shown."""
    found = from_stored(plan)
    shown = None if found is None else as_shown(table, found, from_stored(before))
    return DayReply(shown, around(table.made, shown, table.day.people), collided(table), [])


def day_refused(error: InputError) -> DayReply:
    """A day that cannot be planned, and why."""
    return DayReply(None, None, [], list(error.problems))


def hours_of_dishes(table: Table, plan: Document | None) -> list[Hours]:
    """By dish, when each stage ends and each load goes in by the day's plan."""
    found = from_stored(plan)
    return [] if found is None else held_hours(table, found)


def day_beside(document: Document, case: Case, planned: Callable[[], Planned | None]) -> list[Message]:
    """Where a bake as it stands on the Bench wants what a day has taken; InputError for one that cannot be worked.

    planned: the day worked out and its plan, None where it cannot be; asked only for a bake that is made near the day.
    """
    sheet = case.worked[2]
    found = planned() if near(sheet, read_day(document)) else None
    plan = None if found is None else from_stored(found[1])
    return [] if found is None or plan is None else beside(sheet, lanes_shown(found[0], plan), found[0].names)


def day_calendar(
    table: Table, plan: Document | None, given_up: Sequence[OnTable], *, day: str, sequence: int, now: datetime
) -> str:
    """A day's plan as an iCalendar file. given_up: what was stopped of it; day, sequence: as of `as_calendar`."""
    found = from_stored(plan)
    shown = None if found is None else as_shown(table, found)
    calls = [] if found is None or shown is None else called(table, found, shown)
    bakes = [dish.bake for dish in (*table.day.dishes, *table.day.given_up)]
    gone = [
        call
        for key, on in zip(numbered(bakes)[len(table.day.dishes) :], given_up, strict=True)
        if on.sheet is not None
        for call in calls_of(key, str(on.bake["name"]), on.sheet)
    ]
    return as_calendar(calls, gone, name=table.day.name, day=day, sequence=sequence, now=now)


def day_on_paper(table: Table, plan: Document | None, paper: str, units: Units) -> Printed:
    """A day on one sheet of paper."""
    found = from_stored(plan)
    shown = None if found is None else as_shown(table, found)
    if shown is None:
        raise InputError([Problem("empty_day", "dishes", say("Nothing is on this day's table yet: add a bake."))])
    return Printed(day_sheet(shown, around(table.made, shown), paper, units), "application/pdf", "day.pdf", 1)


def split_for(document: Document, kitchen: Document, dishes: Sequence[OnTable], now: datetime) -> Document:
    """The day's file with as many pieces of each as its people want."""
    table = table_of(document, kitchen, dishes, now)
    return split(document, table)


def held_reply(reply: SheetReply, hours: dict[str, str], now: datetime) -> SheetReply:
    """A batch's sheet with what is not done yet at the hours its day has for it."""
    if reply.sheet is None or not hours:
        return reply
    wanted = {key: moment(at, "held").astimezone(now.tzinfo) for key, at in hours.items()}
    return replace(reply, sheet=held(reply.sheet, wanted))


def hours_as_stored(hours: Hours) -> Document:
    """Held hours as JSON."""
    return {k: v.isoformat() for k, v in hours.items()}
