"""Events of the work beside the dough and of the cook's own steps: one event for each thing hands do or wait for."""

from collections.abc import Iterator
from datetime import datetime, timedelta
from typing import Any, cast

from airycrumb.bake.marks import StageKey
from airycrumb.bake.method import STANDS_BEFORE
from airycrumb.events.known import MOMENT_MIN, Draft, Known, ending
from airycrumb.plan.chains import Chain, Work
from airycrumb.plan.method import KEPT_LIQUID, fillings, own
from airycrumb.plan.timetable import Step
from airycrumb.words import Message, hour_of, in_celsius, in_grams, in_minutes, say, say_n

FIRM_C = 21.0  # °C under which a cooked filling must be within two hours: published, as data.safety has it


def filling(k: Known) -> Iterator[Draft]:
    """Every filling made, cooled and kept cold until it is wrapped."""
    if not any(p.ctx.group.parts for p in k.pieces):
        return
    for chain in fillings(k.ctx.bake):
        if chain.works[0].key == "filling":
            yield from _in_one_go(k, chain)
        else:
            yield from _in_steps(k, chain)
    if not any(step.key == "filling" for step in k.table.steps) and _cool_min(k) > 0:
        yield _cold(k, k.steps["weigh"].start)


def _in_one_go(k: Known, chain: Chain) -> Iterator[Draft]:
    step = k.steps["filling"]
    groups = [p for p in k.pieces if p.ctx.group.parts and not p.ctx.group.filling.steps]
    wrap, makes = k.steps["wrap"].start, step.end - step.start
    yield Draft(
        id="filling.make",
        kind="filling",
        stage="filling",
        words=say_n("Make the filling", "Make {n} fillings", len(groups), n=len(groups))
        if len(groups) > 1
        else say("Make the filling"),
        details=_weighed(k),
        press=say("The filling is made"),
        at=step.start,
        minutes=makes.total_seconds() / 60,
        high=max(step.start, wrap - timedelta(minutes=_cool_min(k)) - makes),
        until="wrap",
    )
    if _cool_min(k) > 0:
        yield _cold(k, k.ctx.did("filling.make") or step.end)


def _cold(k: Known, made: datetime) -> Draft:
    groups = [p for p in k.pieces if p.ctx.group.parts and not p.ctx.group.filling.steps]
    coldest = min(p.ctx.group.filling.celsius for p in groups)
    by = hour_of(k.steps["wrap"].start)
    return Draft(
        id="filling.cold",
        kind="cool",
        stage="filling",
        words=say("Filling cold, at {celsius}, by {wrap}", celsius=in_celsius(coldest), wrap=by),
        details=[_cooled()],
        press=say("It is cold"),
        at=made,
        minutes=_cool_min(k),
        waits=True,
        when="by",
        resource="fridge",
        until="wrap",
    )


def _in_steps(k: Known, chain: Chain) -> Iterator[Draft]:
    """A filling's steps in their order: each as planned, but not before the one before it is over."""
    ready = k.steps[chain.works[0].key].start
    for i, work in enumerate(chain.works):
        step, last = k.steps[work.key], i == len(chain.works) - 1
        cooled = last and k.ctx.bake.groups[work.group].filling.cooling_min > 0
        at = ready if i and not work.hands else max(step.start, ready)
        yield _worked(
            k,
            work,
            step,
            stage="filling",
            kind="filling" if work.hands else "cool" if cooled else "step_wait",
            at=at,
            until="wrap",
            details=[*work.details, *_liquid_kept(k, work), *([_cooled()] if cooled else [])],
        )
        ready = k.ctx.did(work.key) or at + timedelta(minutes=work.minutes)


def _liquid_kept(k: Known, work: Work) -> Iterator[Message]:
    """How much of what a step leaves goes into the dough."""
    if work.by:
        grams = sum(a.adds_g for a in k.weighed.order if a.key == KEPT_LIQUID)
        yield say("keep the liquid: {mass} of it go into the dough", mass=in_grams(grams))


def _worked(k: Known, work: Work, step: Step, at: datetime, details: list[Message], **of: Any) -> Draft:
    """One thing hands do, or that is waited for."""
    minutes = max(MOMENT_MIN, work.minutes) if work.hands else work.minutes
    several = len(k.ctx.bake.groups) > 1 and work.of == "filling"
    name = k.ctx.each_group()[work.group].group.called
    return Draft(
        id=work.key,
        words=say("{what} for the {filling}", what=work.label, filling=name) if several else work.label,
        label=work.label,
        press=work.press,
        details=details,
        at=at,
        minutes=minutes,
        waits=not work.hands,
        **of,
    )


def _cooled() -> Message:
    return say(
        "spread shallow, under {firm} within {two}, then covered in the fridge",
        firm=in_celsius(FIRM_C),
        two=in_minutes(120),
    )


def _cool_min(k: Known) -> float:
    whole = [g.filling for g in k.ctx.bake.groups if not g.filling.steps]
    return max((f.cooling_min for f in whole), default=0.0)


def _weighed(k: Known) -> list[Message]:
    return [
        say("{filling} of {name}", name=p.ctx.group.called, filling=in_grams(p.ctx.share.filling_g))
        for p in k.pieces
        if p.ctx.group.parts and not p.ctx.group.filling.steps
    ]


def between(k: Known) -> Iterator[Draft]:
    """The cook's own steps between the stages, and those before the food is eaten."""
    for before in (*STANDS_BEFORE, "rise"):
        for work in own(k.ctx.bake, before):
            yield _own(k, work, cast(StageKey, before))
    table = own(k.ctx.bake, "table")
    for i, work in enumerate(table):
        last = i == len(table) - 1
        yield _own(k, work, "rest", ends=last)


def _own(k: Known, work: Work, stage: StageKey, ends: bool = False) -> Draft:
    step = k.steps[work.key]
    return _worked(
        k,
        work,
        step,
        at=step.start,
        stage=stage,
        kind="step" if work.hands else "step_wait",
        details=list(work.details),
        due=step.end if not work.hands else None,
        marks=ending(stage, work.key) if ends else None,
        ends_stage=stage if ends else "",
    )


def hot(k: Known) -> Iterator[Draft]:
    """The cook's own steps as the food comes out, still hot."""
    for work in own(k.ctx.bake, "rest"):
        yield Draft(
            id=work.key,
            kind="step",
            stage="rest",
            words=work.label,
            details=work.details,
            press=work.press,
            at=k.steps["rest"].start,
            minutes=max(MOMENT_MIN, work.minutes),
            along="rest.stand",
        )
