"""Everything a day calls for: the events Hands calls for each of its bakes, at the hours the day has for them."""

from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import datetime

from airycrumb.day.holding import held, held_hours
from airycrumb.day.job import Plan
from airycrumb.day.planning import Table
from airycrumb.day.shown import DayPlan
from airycrumb.plan.events import Event
from airycrumb.sheet import Sheet
from airycrumb.words import NOTHING, Message, say

TABLE = say("On the table")
AFTER_THE_HEAT = ("heat", "rest")


@dataclass(frozen=True)
class Called:
    """One thing to do or to look at.

    key: the same for as long as its bake is on the day ("12.0.heat.1.1.light"), of the bake's number, of how many of
    that bake come before it, and of its event; name: its bake's; words: what is to be done; note: what becomes of the
    bake until it is eaten, NOTHING for nothing; start, end: of the hands, one moment for what is only looked at.
    """

    key: str
    name: str
    words: Message
    note: Message
    start: datetime
    end: datetime


def numbered(bakes: Sequence[int]) -> list[str]:
    """A name for each bake of a day that stays when another leaves: its number, and which of several it is."""
    seen = Counter[int]()
    found = []
    for bake in bakes:
        found.append(f"{bake}.{seen[bake]}")
        seen[bake] += 1
    return found


def called(table: Table, plan: Plan, shown: DayPlan) -> list[Called]:
    """What is still to come of every bake, in order, down to the table."""
    rows: list[Called] = []
    each = zip(table.made, held_hours(table, plan), shown.dishes, strict=True)
    keys = numbered([made.dish.bake for made in table.made])
    for key, (made, hours, dish) in zip(keys, each, strict=True):
        sheet = held(made.sheet, hours, sooner=made.dish.batch is None)
        if calls := list(calls_of(key, dish.name, sheet, dish.between)):
            rows += [*calls, Called(f"{key}.table", dish.name, TABLE, dish.between, dish.table, dish.table)]
    return sorted(rows, key=lambda row: row.start)


def calls_of(key: str, name: str, sheet: Sheet, between: Message = NOTHING) -> Iterator[Called]:
    """What Hands is still to call for one bake."""
    for e in sheet.events:
        # Into the heat goes what is proofed, by one press and one ring: it is told by itself here.
        if e.standing == "open" and (e.kind == "into" or (e.rings and not e.along)):
            note = between if e.stage in AFTER_THE_HEAT else NOTHING
            yield Called(f"{key}.{e.id}", name, e.label, note, *_span(e))


def _span(e: Event) -> tuple[datetime, datetime]:
    return (e.start, max(e.start, e.end)) if e.hands_min > 0 else (e.due, e.due)
