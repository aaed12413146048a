"""Events of a dough that stands: set, moved, folded, looked at, ready."""

from collections.abc import Iterator
from datetime import datetime, timedelta
from itertools import accumulate
from typing import cast

import numpy as np

from airycrumb.bake.marks import StageKey
from airycrumb.bake.stages import Stay
from airycrumb.events.known import Draft, Known, ending
from airycrumb.plan.events import Choice, EventMark
from airycrumb.trays.past import said_of
from airycrumb.trays.places import leaves_at
from airycrumb.trays.types import RiseTray
from airycrumb.words import (
    NOTHING,
    Message,
    hour_of,
    in_celsius,
    say,
)

LOOKS = ("risen", "poke", "tear", "doubled", "was_ready")
LOOK_EARLY = 0.9  # of the minutes until it may be ready; as the tray says it


def spots(tray: RiseTray) -> Message:
    """Where a stage stands, how warm it is there as it begins, and where it goes after."""
    first, *after = tray.where
    said = say("{spot}, at {air}", spot=first, air=in_celsius(round(tray.air_c)))
    for spot in after:
        said = say("{before}, then {spot}", before=said, spot=spot)
    return said


def growing(k: Known) -> Iterator[Draft]:
    """First rise and second."""
    for key in ("rise", "again"):
        if key in k.steps:
            yield from _risen(k, cast(StageKey, key))


def _risen(k: Known, key: StageKey) -> Iterator[Draft]:
    step, tray, bake = k.steps[key], k.rises[key], k.ctx.bake
    along = f"{key}.grown"
    if key == "again":
        yield Draft(
            id="again.knock",
            kind="knock_back",
            stage=key,
            words=say("Knock it back and round it"),
            press=say("Knocked back"),
            at=step.start,
            along=along,
        )
    yield Draft(
        id=f"{key}.set",
        kind="set",
        stage=key,
        words=_set(tray, bake.rise.vessel),
        press=say("It stands there"),
        at=step.start,
        # It is set there as it is kneaded, by the same press.
        along="weigh.knead" if key == "rise" else along,
    )
    stays = bake.rise.stays if key == "rise" else (bake.rise.stays[-1],)
    yield from moves(k, key, stays)
    yield from _folds(k, key)
    if not k.ctx.rises:
        words, press = say("Let the dough rest, covered"), say("It has rested")
    elif tray.clock:
        words, press = say("Let it rise, covered"), say("Its time is up")
    elif key == "again":
        words, press = say("Let it rise again, covered"), say("It is up again")
    else:
        words = say("Let it rise, covered")
        press = say("It has doubled") if tray.forecast.target == 2 else say("It has risen enough")
    yield from grown(k, key, tray, step.start, words, press)


def _set(tray: RiseTray, vessel: str) -> Message:
    if vessel == "bag":
        return say("Set it, in an oiled bag pressed flat: {spot}", spot=spots(tray))
    return say("Into an oiled bowl, covered: {spot}", spot=spots(tray))


def _folds(k: Known, key: str) -> Iterator[Draft]:
    for step in (s for s in k.table.steps if key == "rise" and s.key.startswith("fold_")):
        yield Draft(
            id=f"rise.{step.key}",
            kind="fold",
            stage="rise",
            words=say("Fold the dough"),
            details=[say("from all four sides to the middle, then turn it over")],
            press=say("It is folded"),
            at=step.start,
            minutes=(step.end - step.start).total_seconds() / 60,
            passes_at=step.start + timedelta(minutes=15),
        )


def moves(k: Known, stage: StageKey, stays: tuple[Stay, ...]) -> Iterator[Draft]:
    """From spot to spot, where it does not stay in the first."""
    planned, late = list(accumulate(s.minutes or 0.0 for s in stays[:-1])), 0.0
    where, legs = k.rises[stage].where, leaves_at(k.ctx, stage, planned)
    elsewhere = any(not o.event for o in k.ctx.of("moved", stage))
    for i, (after, minute) in enumerate(zip(stays[1:], legs, strict=True), start=1):
        moved = k.ctx.did(f"{stage}.move.{i}")
        if elsewhere and moved is None:
            # Moved otherwise than planned: what was planned for after it is given up.
            return
        at = moved or k.ctx.later(k.steps[stage].start, minute)
        due = moved or k.ctx.later(k.steps[stage].start, planned[i - 1] + late)
        late = minute - planned[i - 1] if moved else late
        spot = where[min(i, len(where) - 1)]
        yield Draft(
            id=f"{stage}.move.{i}",
            kind="move",
            stage=stage,
            label=say("To the next spot: {spot}", spot=spot),
            words=say("Move it, covered: {spot}", spot=spot),
            details=[_until(at, after.minutes)],
            press=say("It is moved"),
            at=at,
            due=due,
            marks=[EventMark("moved", stage, f"{stage}.move.{i}", after.air_c, after.where)],
        )


def _until(at: datetime, minutes: float | None) -> Message:
    """Until when it stays there; NOTHING for as long as it takes."""
    return say("until {until}", until=hour_of(at + timedelta(minutes=minutes))) if minutes else NOTHING


def grown(k: Known, key: StageKey, tray: RiseTray, begins: datetime, words: Message, press: Message) -> Iterator[Draft]:
    """The looks at a dough that grows, and its being ready."""
    clock = bool(tray.clock) or tray.rests
    step, along = k.steps[key], f"{key}.grown"
    if not clock and tray.forecast.ready is not None:
        yield from looks(k, key, tray)
    yield Draft(
        id=along,
        kind="ripen" if key == "sponge" else "rest" if clock else "rise",
        stage=key,
        words=words,
        details=[spots(tray)],
        figure=say("late") if tray.past else NOTHING,
        figure_note=ready_words(tray),
        press=say("Knock it back and go on") if tray.past and key != "proof" else press,
        at=begins,
        minutes=max(0.0, (step.end - begins).total_seconds() / 60),
        waits=True,
        due=k.ctx.later(begins, sum(tray.clock)) if tray.clock else k.asked_at(key),
        low=step.end if clock else tray.ready_low,
        high=step.end if clock else tray.ready_high,
        when="at" if clock else "look from",
        resource="bench",
        # Of one that stood too long nobody knows when it was ready.
        marks=ending(key, along, seen_grown=not clock and tray.past is None),
        choices=[] if clock else otherwise(k, key, along, tray),
        ends_stage=key,
    )


def otherwise(k: Known, key: StageKey, event: str, tray: RiseTray) -> list[Choice]:
    """Ending a rise otherwise than by seeing it ready: before it is, or after it had been for some time."""
    found = [Choice(say("Go on early"), ending(key, event))]
    if k.ctx.under_way == key and tray.forecast.ready is not None and k.ctx.now > tray.ready_high:
        late = [EventMark("was_ready", key), EventMark("done", key, event)]
        found.insert(0, Choice(say("It was ready before I looked"), late))
    return found


def ready_words(tray: RiseTray) -> Message:
    """When a stage is over, as it is told beside its countdown."""
    if tray.rests:
        return say("until it rolls without springing back")
    if tray.clock:
        return say("by the clock, until {until}", until=hour_of(tray.ready))
    if tray.past is not None:
        return said_of(tray.past)
    if tray.forecast.ready is None:
        return say("watch the dough: the forecast does not reach its aim")
    return say(
        "ready {span}, look from {look}", span=hour_of(tray.ready_low, tray.ready_high), look=hour_of(tray.look_from)
    )


def looks(k: Known, key: StageKey, tray: RiseTray) -> Iterator[Draft]:
    """At half the growth, where that would tell most, and from when it may be ready by the forecast."""
    ready = tray.forecast.ready
    assert ready is not None, "a dough that gets there"
    from_then, no_more = k.ctx.later(tray.start, LOOK_EARLY * ready.low), k.ctx.later(tray.start, ready.high)
    if any("half" in m.template for row in tray.would_narrow for _, m in row.parameters if isinstance(m, Message)):
        f = tray.forecast
        minute = float(np.interp((1 + f.target) / 2, f.typical, f.minutes))
        at = k.ctx.later(tray.start, minute)
        if at < from_then - timedelta(minutes=5):
            yield Draft(
                id=f"{key}.half",
                kind="look",
                stage=key,
                label=say("Look once at half the growth"),
                words=say("Look: has it grown by half of what it should?"),
                details=[tray.would_narrow[0]],
                press=say("Looked"),
                at=at,
                passes_at=from_then,
                seen=LOOKS,
                when="look from",
            )
    yield Draft(
        id=f"{key}.look",
        kind="look",
        stage=key,
        words=say("Look at it: it may be ready"),
        details=list(tray.cues),
        press=say("Not yet"),
        at=from_then,
        passes_at=no_more,
        when="look from",
    )
