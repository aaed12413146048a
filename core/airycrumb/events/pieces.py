"""Events of the pieces: wrapping, the proof, and the cold before the heat."""

from collections.abc import Iterator
from datetime import timedelta

from airycrumb.bake.marks import StageKey
from airycrumb.events.known import MOMENT_MIN, Draft, Known, ending
from airycrumb.events.rising import looks, moves, ready_words, spots
from airycrumb.plan.events import EventMark
from airycrumb.plan.method import own
from airycrumb.stations.safety.keeping import Unbaked
from airycrumb.trays.filled import laid_in
from airycrumb.trays.heat_tray import HeatStage
from airycrumb.trays.in_heat import InTurn
from airycrumb.trays.pieces import Pieces
from airycrumb.words import (
    NOTHING,
    Message,
    day_of,
    in_celsius,
    in_grams,
    in_millimetres,
    in_minutes,
    listed,
    say,
    say_n,
    verbatim,
)
from airycrumb.words.message import Parameter

INTO = {"steam": say("Into the steam"), "oven": say("Into the oven"), "pan": say("Into the pan")}
AWAY = {"fridge": say("Into the fridge"), "frozen": say("Into the freezer")}


def leaving(k: Known, stage: str) -> Message:
    """The press that ends the stage before the heat, or before the cold."""
    heat = k.ctx.bake.heat
    return INTO[heat.method] if k.after(stage) == "heat" else AWAY[heat.arrive]


def _each(k: Known, p: Pieces) -> Message:
    """What goes into each piece of a group, and how it is rolled."""
    wrap, several, group = p.wrapper, len(k.pieces) > 1, p.ctx.group
    size = say("{across}", across=in_millimetres(wrap.across_mm))
    if not wrap.round:
        size = say("{across} by {along}", across=in_millimetres(wrap.across_mm), along=in_millimetres(wrap.along_mm))
    if not group.parts:
        return say("{pieces} plain: {closing}", pieces=p.ctx.share.pieces, closing=wrap.label)
    pieces, filling = p.ctx.share.pieces, in_grams(p.ctx.share.filling_per_piece_g)
    if not wrap.rolled:
        return say("{pieces} with {filling} of {name} in each", pieces=pieces, filling=filling, name=group.called)
    how = say("{closing}", closing=wrap.label)
    if wrap.seam_mm:
        how = say("{closing}, the rim clean for {seam}", closing=wrap.label, seam=in_millimetres(wrap.seam_mm))
    if not several:
        return say(
            "{pieces}: roll to {size}, {filling} in each, {how}", pieces=pieces, size=size, filling=filling, how=how
        )
    return say(
        "{pieces} with {name}: roll to {size}, {filling} in each, {how}",
        pieces=pieces,
        name=group.called,
        size=size,
        filling=filling,
        how=how,
    )


def _laid(k: Known) -> Iterator[Message]:
    """What is laid into each piece in turn, where that is more than its filling."""
    for p in k.pieces:
        things, name = laid_in(p.ctx), p.ctx.group.called
        around = p.ctx.share.filling_per_piece_g - sum(one.each_g for one in things)
        inner = [say("{mass} {name}", mass=in_grams(one.each_g), name=verbatim(one.name)) for one in things]
        if things:
            yield say(
                "into each: half of the {around} of {filling}, then {things}, then the rest",
                around=in_grams(around),
                filling=name,
                things=listed(inner),
            )


def _rolled(p: Pieces) -> Message:
    """How large the first group's pieces are rolled; how much of the filling is in each where they are not."""
    w = p.wrapper
    if not w.rolled:
        return say("{filling}", filling=in_grams(p.ctx.share.filling_per_piece_g))
    across = in_millimetres(w.across_mm)
    if w.round:
        return say("{across}", across=across)
    return say("{across} by {along}", across=across, along=in_millimetres(w.along_mm))


def wrapping(k: Known) -> Iterator[Draft]:
    """Wrapped first to last, or pressed and filled once they are proofed."""
    step, late = k.steps["wrap"], k.ctx.fills_late
    ends = "wrap.last"
    filled = [p for p in k.pieces if p.ctx.group.parts]
    if filled and not k.ctx.filled_in_the_dough:
        coldest = min(p.ctx.group.filling.celsius for p in filled)
        yield Draft(
            id="wrap.filling",
            kind="take_out",
            stage="wrap",
            words=say("Filling out of the fridge, at {celsius}: a spoonful at a time", celsius=in_celsius(coldest)),
            press=say("It is here"),
            at=step.start,
            along=ends,
        )
    words = say("Fill and close them") if filled else say("Shape them")
    yield Draft(
        id=ends,
        kind="well" if late else "wrap",
        stage="wrap",
        words=say("Press a well into each and fill it") if late else words,
        details=[*_some_later(k), *(_each(k, p) for p in k.pieces), *_laid(k)],
        figure=_rolled(k.pieces[0]),
        figure_note=say("{pieces} to wrap", pieces=k.ctx.scaled.pieces - sum(load.pieces for _, load in later(k))),
        press=leaving(k, "wrap") if k.after("wrap") in ("heat", "hold") else say("The last is wrapped"),
        at=step.start,
        minutes=max(MOMENT_MIN, (step.end - step.start).total_seconds() / 60),
        marks=ending("wrap", ends),
        ends_stage="wrap",
    )
    yield from (_wrapped_later(k, h, load) for h, load in later(k))


def later(k: Known) -> list[tuple[HeatStage, InTurn]]:
    """The loads that are wrapped later by as much as they wait, each with its heat."""
    heats = {h.heated.load.heat: h for h in k.heats if h.tray.later and h.tray.later[0].where == "staggered"}
    return [(heats[x.marked.heat], x) for x in k.loads if x.marked.heat in heats and x.marked.number > 1]


def _some_later(k: Known) -> list[Message]:
    """That not all of them are wrapped now, where that is so."""
    if not (waiting := later(k)):
        return []
    pieces = several(sum(load.pieces for _, load in waiting))
    return [say("The other {pieces} later: their dough, covered, and filling into the fridge", pieces=pieces)]


def _wrapped_later(k: Known, h: HeatStage, load: InTurn) -> Draft:
    """A later load's pieces, wrapped as long before their heat as the first ones were."""
    first = next(x for x in k.loads if x.marked.heat == load.marked.heat)
    seconds = max(p.seconds for p in k.pieces)
    return Draft(
        id=f"{load.marked.id}.wrap",
        kind="wrap_next",
        stage="heat",
        words=say("Wrap {pieces} more: their dough and filling out of the fridge", pieces=several(load.pieces)),
        details=[say("load {n} of {of}", n=load.marked.number, of=h.tray.loads)],
        figure=several(load.pieces),
        press=say("They are wrapped"),
        at=k.ctx.later(k.steps["wrap"].start, load.into - first.into),
        minutes=max(MOMENT_MIN, load.pieces * seconds / 60),
        load=load.marked.id,
        until=f"{load.marked.id}.in",
    )


def proofing(k: Known) -> Iterator[Draft]:
    """The proof: its looks, its moves, and its being ready."""
    step, tray, bake = k.steps["proof"], k.rises["proof"], k.ctx.bake
    clock, ends = bool(tray.clock) or tray.rests, "proof.grown"
    goes_on = k.after("proof") in ("heat", "hold")
    yield from moves(k, "proof", bake.proof.stays)
    if not clock and tray.forecast.ready is not None:
        yield from looks(k, "proof", tray)
    yield Draft(
        id=ends,
        kind="rest" if clock else "proof",
        stage="proof",
        words=say("Nothing to wait for") if clock and step.end == step.start else say("Leave them to grow, covered"),
        details=[spots(tray)],
        figure_note=NOTHING if tray.rests else ready_words(tray),
        press=leaving(k, "proof") if goes_on else say("They have grown"),
        at=step.start,
        minutes=(step.end - step.start).total_seconds() / 60,
        waits=True,
        due=k.ctx.later(step.start, sum(tray.clock)) if tray.clock else k.asked_at("proof"),
        low=step.end if clock else tray.ready_low,
        high=step.end if clock else tray.ready_high,
        when="at" if clock else "look from",
        resource="bench",
        marks=ending("proof", ends, seen_grown=False),
        ends_stage="proof",
    )


def put_away(k: Known) -> Iterator[Draft]:
    """Into the cold before the heat: all of them, or some for another day."""
    if "hold" in k.steps:
        yield from _kept_cold(k)
    for i, back in enumerate(k.kept_back, start=1):
        yield Draft(
            id=f"away.{i}",
            kind="put_away",
            stage="heat",
            tray="proof",
            label=say("{what} into the cold", what=listed(back.names)),
            words=back.said,
            details=[_labelled(back.unbaked, back.minutes)],
            press=say("They are in the cold"),
            at=back.put_away,
            resource="freezer" if back.unbaked.place == "frozen" else "fridge",
            until="rest",
        )


def _labelled(kept: Unbaked, minutes: float) -> Message:
    """What to write on them: a label is read weeks later, so it has the date and how long they need."""
    said: dict[str, Parameter] = {"by": day_of(kept.by), "minutes": in_minutes(minutes), "kind": kept.kind}
    if kept.place == "frozen":
        return say("label: {kind}, unbaked; {minutes} in the heat straight from the freezer, by {by}", **said)
    return say("label: {kind}, unbaked; {minutes} in the heat straight from the fridge, by {by}", **said)


def _kept_cold(k: Known) -> Iterator[Draft]:
    before: StageKey = "wrap" if k.ctx.fills_late else "proof"
    step, kept, frozen = k.steps["hold"], k.unbaked, k.ctx.bake.heat.arrive == "frozen"
    where = say("do not thaw them before the heat") if frozen else say("on the coldest shelf, covered")
    by = [say("Into the heat by {by}: {kind}", by=kept.until, kind=kept.kind)] if kept else []
    yield Draft(
        id="hold.away",
        kind="put_away",
        stage="hold",
        words=say("Freeze them on a tray, then bag and label them") if frozen else say("Into the fridge, covered"),
        details=[_labelled(kept, k.heats[0].tray.minutes_planned)] if kept else [],
        press=AWAY[k.ctx.bake.heat.arrive],
        at=step.start,
        along="wrap.last" if before == "wrap" else "proof.grown",
        resource="freezer" if frozen else "fridge",
        marks=[EventMark("done", before, "hold.away")],
    )
    yield Draft(
        id="hold.kept",
        kind="keep",
        stage="hold",
        words=say("Keep them frozen") if frozen else say("Keep them in the fridge"),
        details=[where, *by],
        press=INTO[k.ctx.bake.heat.method],
        at=step.start,
        minutes=max(0.0, (step.end - step.start).total_seconds() / 60),
        waits=True,
        high=kept.by if kept else None,
        when="by" if kept else "at",
        resource="freezer" if frozen else "fridge",
        marks=ending("hold", "hold.kept"),
        ends_stage="hold",
    )


def resting(k: Known) -> Iterator[Draft]:
    """Off the heat, until they are eaten; and what is left, put away."""
    step, heat = k.steps["rest"], k.ctx.bake.heat
    steamed, to_come = heat.method == "steam", bool(own(k.ctx.bake, "table"))
    yield Draft(
        id="rest.stand",
        kind="stand",
        stage="rest",
        words=say("Leave the lid on") if steamed and heat.covered else say("On a rack"),
        details=[
            say(
                "{rest}, then eat: the middle evens out to about {middle}",
                rest=in_minutes(heat.rest_min),
                middle=in_celsius(round(k.heats[0].tray.core_after_rest_c)),
            )
        ],
        press=say("Rested") if to_come else say("Eat"),
        at=step.start,
        minutes=max(0.0, (step.end - step.start).total_seconds() / 60),
        waits=True,
        due=k.ctx.later(step.start, heat.rest_min),
        resource="bench",
        marks=None if to_come else ending("rest", "rest.stand"),
        ends_stage="" if to_come else "rest",
    )
    if any(p.ctx.bake.heat.wash == "butter" for p in k.pieces):
        yield Draft(
            id="rest.brush",
            kind="brush_after",
            stage="rest",
            words=say("Brush them with melted butter again while they are hot"),
            press=say("Brushed"),
            at=step.start,
            along="rest.stand",
        )
    yield Draft(
        id="rest.keep",
        kind="label",
        stage="rest",
        words=say("What is left: cool it on a rack, into the fridge within {two}, with its label", two=in_minutes(120)),
        press=say("Put away"),
        at=step.end,
        along="rest.stand",
        high=step.end + timedelta(hours=2),
        when="by",
        resource="fridge",
    )


def several(n: int) -> Message:
    """So many pieces, in words."""
    return say_n("{n} piece", "{n} pieces", n, n=n)
