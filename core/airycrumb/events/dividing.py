"""Events of the dough being divided."""

from collections.abc import Iterator
from datetime import datetime, timedelta

from airycrumb.events.known import MOMENT_MIN, Draft, Known, ending
from airycrumb.plan.timetable import Step
from airycrumb.words import (
    NOTHING,
    Message,
    in_grams,
    in_minutes,
    in_percent,
    joined,
    listed,
    say,
    say_n,
)


def dividing(k: Known) -> Iterator[Draft]:
    """Sheeted where it is, cut, rounded, rested."""
    step, bake = k.steps["divide"], k.ctx.bake
    rest = bake.bench_rest_min
    cut_at = k.ctx.did("divide.cut")
    planned = max(step.start, step.end - timedelta(minutes=rest))
    # They rest from when they are cut: as long as nobody said so, that is no sooner than now.
    rests = cut_at or (max(planned, k.ctx.now) if k.ctx.under_way == "divide" else planned)
    if bake.dough.kneading == "sheeted":
        yield Draft(
            id="divide.sheet",
            kind="sheet",
            stage="divide",
            words=say("Roll it thin and fold it in three, seven times"),
            press=say("Sheeted"),
            at=step.start,
            along="divide.cut",
        )
    figure, note = _size(k)
    yield Draft(
        id="divide.cut",
        kind="divide",
        stage="divide",
        words=_cut(k),
        details=list(k.shared.cuts),
        figure=figure,
        figure_note=note,
        press=say("Cut and rounded"),
        at=step.start,
        minutes=max(MOMENT_MIN, (rests - step.start).total_seconds() / 60),
        marks=ending("divide", "divide.cut") if rest <= 0 else None,
        ends_stage="divide" if rest <= 0 else "",
    )
    if rest > 0:
        yield _bench_rest(k, step, rests)


def _cut(k: Known) -> Message:
    n = k.ctx.scaled.pieces
    if k.ctx.filled_in_the_dough:
        return say_n(
            "Cut {n} piece, the bits in the dough, and round it up",
            "Cut {n} pieces, the bits in the dough, and round them up",
            n,
            n=n,
        )
    return say_n("Cut {n} piece, round it up", "Cut {n} pieces, round them up", n, n=n)


def _size(k: Known) -> tuple[Message, Message]:
    """The size to cut: the next piece's where the dough is being weighed out, else one for each size there is."""
    cut, shared = k.portioned, k.shared
    if cut is not None and cut.rest_pieces == 0:
        return say("{n} cut", n=len(cut.portions)), say("{apart} apart", apart=in_percent(100 * cut.spread, digits=1))
    if cut is not None and cut.next_g:
        n = len(cut.portions) + 1
        which = say("piece {n} of {of}; the dough is shared out anew after each", n=n, of=shared.lumps)
        return say("{next}", next=in_grams(cut.next_g)), joined([cut.next_what, which])
    first, *others = shared.groups
    if any(g.each_shown_g != first.each_shown_g for g in others):
        sizes = [say("{pieces} at {mass}", pieces=g.pieces, mass=in_grams(g.each_shown_g)) for g in shared.groups]
        return listed(sizes), NOTHING
    low, high = in_grams(first.fine_from_g), in_grams(first.fine_to_g)
    fine = say("each, fine from {low} to {high}", low=low, high=high)
    return say("{mass}", mass=in_grams(first.each_shown_g)), fine


def _bench_rest(k: Known, step: Step, begins: datetime) -> Draft:
    return Draft(
        id="divide.rest",
        kind="bench_rest",
        stage="divide",
        words=say("Let them rest, covered"),
        details=[say("{rest}, until they roll without springing back", rest=in_minutes(k.ctx.bake.bench_rest_min))],
        press=say("Rounded and rested"),
        at=begins,
        minutes=max(0.0, (step.end - begins).total_seconds() / 60),
        waits=True,
        due=k.ctx.later(begins, k.ctx.bake.bench_rest_min),
        resource="bench",
        marks=ending("divide", "divide.rest"),
        ends_stage="divide",
    )
