"""Every step of a batch beside its plan: the hour it was planned for, the hour it was marked."""

from dataclasses import dataclass
from datetime import datetime

from airycrumb.plan.events import Event
from airycrumb.trays.types import Sheet
from airycrumb.words import NOTHING, Message, hour_of, in_minutes, say

NO_NEWS_MIN = 2.0  # of a step's hour, either way, that are no news; assumed


@dataclass(frozen=True)
class StepRecord:
    """One event of a batch. planned, done: its hours in words, NOTHING where it was not planned or not marked; off: how
    far apart they are, in words; off_min: the same in minutes, None where one of them is missing."""

    id: str
    stage: str
    label: Message
    planned: Message
    done: Message
    off: Message
    off_min: float | None


def steps_of(plan: Sheet, live: Sheet) -> list[StepRecord]:
    """Every event of a batch in the order it came. plan: as it stood at the start; live: with all that was marked."""
    planned, marked = {e.id: e for e in plan.events}, {e.id: e for e in live.events}
    # What the marks took away was planned all the same, and what they brought is there without a plan.
    every = sorted((planned | marked).values(), key=lambda event: event.done_at or event.end)
    over = {e.stage: e.done_at for e in live.events if e.ends_stage}
    return [_step(planned.get(event.id), event, over.get(event.stage)) for event in every]


def _step(plan: Event | None, event: Event, stage_over: datetime | None) -> StepRecord:
    # What nobody marked by itself is over with its stage: when it was done is not known.
    done_at = None if event.done_at == stage_over and not event.ends_stage else event.done_at
    planned = say("{hour}", hour=hour_of(plan.end)) if plan is not None else NOTHING
    done = say("{hour}", hour=hour_of(done_at)) if done_at is not None else NOTHING
    off = None if plan is None or done_at is None else (done_at - plan.end).total_seconds() / 60
    return StepRecord(event.id, event.stage, event.label, planned, done, _off(plan, event, off), off)


def _off(plan: Event | None, event: Event, off: float | None) -> Message:
    if plan is None:
        return say("not planned")
    if off is None:
        return say("not marked by itself") if event.done_at is not None else say("not marked")
    if abs(off) < NO_NEWS_MIN:
        return say("as planned")
    by = in_minutes(abs(off))
    return say("{by} later", by=by) if off > 0 else say("{by} sooner", by=by)
