"""The whole way: a day's file, its bakes and a kitchen in, a plan in hours out. The one door to the day."""

from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime
from functools import cached_property
from typing import Any

from airycrumb.bake.kitchen import Kitchen
from airycrumb.day.choosing import choose
from airycrumb.day.collisions import Collision, collisions
from airycrumb.day.document import Day
from airycrumb.day.from_sheet import Grid, Made, grid_of, job_of, resources
from airycrumb.day.job import Job, Paper, Placed, Plan, Resources
from airycrumb.day.live import follows, gains, holds_better, replanned, still_holds, told
from airycrumb.day.shown import DayLane, DayPlan, lanes_of, shown
from airycrumb.day.simulated import doubt
from airycrumb.day.solving import Seen
from airycrumb.problems import InputError, Problem
from airycrumb.words import NOTHING, Message, say


@dataclass(frozen=True)
class Table:
    """A day with everything on it worked out: what any plan of it is made from."""

    day: Day
    kitchen: Kitchen
    made: tuple[Made, ...]
    now: datetime

    @cached_property
    def grid(self) -> Grid:
        """Its slots."""
        return grid_of(self.day, self.now)

    @cached_property
    def having(self) -> Resources:
        """What there is to work with."""
        return resources(self.day, self.kitchen, self.grid)

    @cached_property
    def jobs(self) -> list[Job]:
        """Its bakes."""
        return [job_of(i, made, self.day, self.kitchen, self.grid) for i, made in enumerate(self.made)]

    @property
    def names(self) -> list[str]:
        """What they are called."""
        return [made.sheet.name for made in self.made]


def first_plan(table: Table, before: Plan | None = None) -> Plan:
    """A plan in milliseconds: the one before kept as far as what was marked since lets it; InputError where nothing
    fits at all."""
    found = replanned(table.jobs, before, table.having) if table.made else Plan(())
    if found is None:
        raise InputError(
            [
                Problem(
                    "no_plan",
                    "eat_at",
                    say("Nobody is there long enough to make all of this: give someone more time, or take a bake off."),
                )
            ]
        )
    if before is not None and follows(table.jobs, before) and before.placed == found.placed:
        return before
    return found


def best_plan(
    table: Table, first: Plan, seconds: float, seen: Seen | None = None, wanted: Callable[[], bool] = lambda: True
) -> Plan:
    """The plan that holds best of those found in so many seconds."""
    found = choose(table.jobs, table.having, seconds, first, seen, wanted)
    return first if found is None else found.plan


def worth_changing(table: Table, before: Plan, after: Plan) -> bool:
    """Whether another plan gains enough, on paper or in how it plays, for the order of a day under way to be changed;
    always where the one before cannot be gone on with."""
    if not still_holds(table.jobs, before, table.having):
        return True
    here = (table.jobs, before, after, table.having)
    return gains(*here) or holds_better(*here)


def as_shown(table: Table, plan: Plan, before: Plan | None = None) -> DayPlan | None:
    """A plan in hours, with what has changed since another; None for an empty day."""
    if not table.made:
        return None
    changed: Message = NOTHING
    if before is not None and follows(table.jobs, before):
        changed = told(table.names, table.jobs, before, plan, table.grid.at)
    found = doubt(table.jobs, plan, table.having)
    return shown(table.made, table.jobs, table.having, plan, found, table.grid, table.kitchen.region, changed)


def lanes_shown(table: Table, plan: Plan) -> list[DayLane]:
    """What is taken when, without playing the plan through."""
    return lanes_of(table.jobs, table.having, plan, table.grid) if table.made else []


def collided(table: Table) -> list[Collision]:
    """Which of its bakes want one thing at one time, were each planned alone."""
    return collisions(table.names, table.jobs, table.having, table.grid)


def as_stored(plan: Plan) -> dict[str, Any]:
    """A plan as JSON."""
    return {
        "placed": [vars(p) for p in plan.placed],
        "cost": plan.cost,
        "bound": plan.bound,
        "proven": plan.proven,
        "how": plan.how,
        "paper": None if plan.paper is None else vars(plan.paper),
    }


def from_stored(stored: dict[str, Any] | None) -> Plan | None:
    """A plan from what `as_stored` made; None for none."""
    if not stored:
        return None
    tuples: Any = lambda row: {k: tuple(v) if isinstance(v, list) else v for k, v in row.items()}
    placed = tuple(Placed(**tuples(row)) for row in stored["placed"])
    paper = Paper(**stored["paper"]) if stored.get("paper") else None
    return Plan(placed, stored["cost"], stored["bound"], stored["proven"], stored["how"], paper)
