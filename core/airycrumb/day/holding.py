"""A batch's own hours moved to those of the day it is part of: what can go on waits where the day has it wait."""

from collections.abc import Mapping
from dataclasses import replace
from datetime import datetime, timedelta

from airycrumb.day.job import Plan
from airycrumb.day.planning import Table
from airycrumb.plan.events import Event
from airycrumb.plan.timetable import LABELS
from airycrumb.sheet import Sheet

Hours = dict[str, datetime]
ZERO = timedelta()


def held_hours(table: Table, plan: Plan) -> list[Hours]:
    """By dish: when each stage begins and each load goes in, by their names; "filling" for the filling."""
    found = []
    for job, placed in zip(table.jobs, plan.placed, strict=True):
        hours = {s.key: table.grid.at(at) for s, at in zip(job.stages, placed.starts, strict=True) if s.began is None}
        hours |= {
            load.id: table.grid.at(at) for load, at in zip(job.loads, placed.into, strict=True) if load.began is None
        }
        if job.filling is not None and job.filling.began is None and placed.filling is not None:
            hours["filling"] = table.grid.at(placed.filling)
        found.append(hours)
    return found


def held(sheet: Sheet, hours: Mapping[str, datetime], sooner: bool = False) -> Sheet:
    """The sheet with what is not done yet no sooner than the day has it, and its filling when the day has it.

    hours: as `held_hours` gives them; sooner: of a bake that is not begun, all of it is when the day has it.
    """
    if not hours:
        return sheet
    later = _Later(sheet, hours, sooner)
    events = [later.event(e) if e.standing == "open" else e for e in sheet.events]
    loads = [replace(x, into=x.into + by, out=x.out + by) if (by := later.load(x.id)) else x for x in sheet.loads]
    return replace(sheet, events=sorted(events, key=lambda e: e.due), loads=loads)


class _Later:
    """By how much later everything of a bake is on its day; its filling may be sooner."""

    def __init__(self, sheet: Sheet, hours: Mapping[str, datetime], sooner: bool) -> None:
        self.hours, self.sooner = hours, sooner
        self.starts = {s.key: s.start for s in sheet.day.steps}
        self.starts |= {"filling": made[0].start} if (made := sheet.day.making) else {}
        self.order = [s.key for s in sheet.day.steps if s.key in LABELS]
        self.into = {x.id: x.into for x in sheet.loads if not x.began}

    def stage(self, key: str) -> timedelta:
        """Of a stage's beginning; of the heat, its first load's."""
        if key in ("heat", "rest"):
            return max((self.load(i) for i in self.into), default=ZERO)
        # A filling keeps: a day may have it made hours before the dough is begun.
        return self._by(self.hours.get(key), self.starts.get(key), self.sooner or key == "filling")

    def load(self, load: str) -> timedelta:
        """Of a load."""
        return self._by(self.hours.get(load), self.into.get(load), self.sooner)

    @staticmethod
    def _by(wanted: datetime | None, here: datetime | None, sooner: bool) -> timedelta:
        if wanted is None or here is None:
            return ZERO
        return wanted - here if sooner else max(ZERO, wanted - here)

    def after(self, key: str) -> timedelta:
        """Of what follows a stage."""
        at = self.order.index(key) + 1 if key in self.order else len(self.order)
        if at >= len(self.order):
            return self.stage("heat")
        following = self.order[at]
        first = min(self.into, default=None)
        return self.load(first) if following == "heat" and first is not None else self.stage(following)

    def event(self, e: Event) -> Event:
        """One event, where the day has it."""
        by = self._of(e)
        if by == ZERO:
            return e
        if e.ends_stage and e.hands_min == 0:
            # What is waited for begins when it does, and is taken up when the day has hands or room for it.
            return replace(e, due=e.due + by, end=e.end + by, high=max(e.high, e.due + by))
        return replace(e, start=e.start + by, end=e.end + by, due=e.due + by, low=e.low + by, high=e.high + by)

    def _of(self, e: Event) -> timedelta:
        if e.load in self.into:
            return self.load(e.load)
        if e.kind == "light":
            return self.load(f"{e.load}.1") if f"{e.load}.1" in self.into else ZERO
        if e.stage == "filling":
            return self.stage("filling")
        if e.ends_stage and e.hands_min == 0:
            return self.after(e.stage)
        return self.stage(e.stage)
