"""Questions about closing: more filling than it closes over, a size it does not bear, hours of it."""

import math
from collections.abc import Iterator

from airycrumb.bake.edits import Answer, Change, Doubt
from airycrumb.plan.context import Context
from airycrumb.questions.findings import GEOMETRY, KEEP, PRACTICE, Findings, piece_count
from airycrumb.stations.enclose import CLOSINGS
from airycrumb.trays.pieces import Pieces, wanted_across, wrap_minutes
from airycrumb.words import as_number, in_grams, in_millimetres, in_minutes, say

LONG_WRAPPING_MIN = 60.0  # from the first piece to the last; assumed


def capacity(w: Findings) -> Iterator[Doubt]:
    """More filling than this dough closes over, in any group."""
    for pieces in w.pieces:
        if pieces.ctx.group.parts:
            yield from _capacity(pieces)


def _less_filling(ctx: Context, grams: float) -> list[Answer]:
    return [
        Answer(say("Use {grams}", grams=in_grams(grams)), [Change(ctx.path("filling_per_piece"), f"{grams:.0f} g")]),
        KEEP,
    ]


def _capacity(p: Pieces) -> Iterator[Doubt]:
    ctx, r = p.ctx, p.wrapper
    dough_g = ctx.share.dough_per_piece_g
    if r.filling_g > r.most_filling_g:
        yield Doubt(
            code=ctx.code("overfull"),
            tray="wrap",
            severity="stop",
            title=say(
                "{filling} is more than {dough} of dough closes over",
                filling=in_grams(r.filling_g),
                dough=in_grams(dough_g),
            ),
            reason=(
                say(
                    "Rolled as thin as this closing bears, it closes over {most_filling}. More bursts at the seam.",
                    most_filling=in_grams(r.most_filling_g),
                )
                if r.rolled
                else say(
                    "Closed this way, a piece holds together up to {most_filling}.",
                    most_filling=in_grams(r.most_filling_g),
                )
            ),
            answers=_less_filling(ctx, max(5, int(r.most_filling_g))),
            source=GEOMETRY,
        )
    elif not r.ratio_low <= r.ratio <= r.ratio_high:
        ratio = as_number(r.ratio, digits=2)
        yield Doubt(
            code=ctx.code("ratio"),
            tray="wrap",
            severity="ask",
            title=say("A lot of filling: {ratio} times the weight of its dough", ratio=ratio)
            if r.ratio > r.ratio_high
            else say("Mostly bread: the filling is {ratio} times the weight of its dough", ratio=ratio),
            reason=say(
                "{usual} is usual for this closing ({closing}).",
                closing=r.label,
                usual=as_number(r.ratio_low, r.ratio_high, digits=2),
            ),
            answers=_less_filling(ctx, round(dough_g * (r.ratio_low + r.ratio_high) / 2)),
            source=GEOMETRY,
        )


def _roll_to(ctx: Context, across: float) -> Answer:
    return Answer(
        say("Roll to {across}", across=in_millimetres(across)),
        [Change(ctx.path("across"), f"{across:.0f} mm"), Change(ctx.path("thickness"), None)],
    )


def wanted_size(w: Findings) -> Iterator[Doubt]:
    """A width or thickness wanted that the filling, the dough or the closing does not bear."""
    for p in w.pieces:
        across = wanted_across(p.ctx)
        if across is not None:
            yield from _unrolled(p) if not p.wrapper.rolled else _too_thin(p, across)
            yield from _too_narrow(p, across)


def filled_otherwise(w: Findings) -> Iterator[Doubt]:
    """A moment for the filling that these closings do not know."""
    ctx = w.ctx
    if ctx.bake.filled == "before" or ctx.fills_late or ctx.filled_in_the_dough:
        return
    yield Doubt(
        code="filled_otherwise",
        tray="wrap",
        severity="note",
        title=say("Closed this way they are filled before the proof"),
        reason=say(
            "Only open wells are filled once they are proofed, and only studded pieces before they are divided."
        ),
        answers=[Answer(say("Leave it out"), [Change(["filled"], "before")]), KEEP],
        source=PRACTICE,
    )


def _unrolled(p: Pieces) -> Iterator[Doubt]:
    yield Doubt(
        code=p.ctx.code("size_unused"),
        tray="wrap",
        severity="note",
        title=say("The size you want is not used"),
        reason=say("Closed this way ({closing}) nothing is rolled out.", closing=p.wrapper.label),
        answers=[
            Answer(
                say("Leave the size out"),
                [Change(p.ctx.path("across"), None), Change(p.ctx.path("thickness"), None)],
            ),
            KEEP,
        ],
        source=GEOMETRY,
    )


def _too_thin(p: Pieces, across: float) -> Iterator[Doubt]:
    ctx, r, how = p.ctx, p.wrapper, CLOSINGS[p.ctx.group.closing]
    thinnest, dough_g = r.thinnest_mm, ctx.share.dough_per_piece_g
    if r.mean_mm >= thinnest - 0.05:
        return
    widest = float(int(how.across_at(dough_g, thinnest)))
    yield Doubt(
        code=ctx.code("too_thin"),
        tray="wrap",
        severity="ask",
        title=say(
            "{dough} rolled to {across} is only {thick} thick",
            dough=in_grams(dough_g),
            across=in_millimetres(across),
            thick=in_millimetres(r.mean_mm),
        ),
        reason=say(
            "Closed this way it bears {thinnest}; thinner tears or dries out. At that it is {widest} wide.",
            thinnest=in_millimetres(thinnest),
            widest=in_millimetres(widest),
        ),
        answers=[*([_roll_to(ctx, widest)] if widest >= r.own_mm else []), KEEP],
        source=GEOMETRY,
    )


def _too_narrow(p: Pieces, across: float) -> Iterator[Doubt]:
    ctx, r = p.ctx, p.wrapper
    if r.filling_g <= r.closes_over_g * 1.005 or r.filling_g > r.most_filling_g:
        return
    yield Doubt(
        code=ctx.code("too_narrow"),
        tray="wrap",
        severity="stop",
        title=say(
            "Rolled to {across} it does not close over {filling}",
            across=in_millimetres(across),
            filling=in_grams(r.filling_g),
        ),
        reason=say(
            "At that width it bears {closes_over} at most. This much filling asks for {own}.",
            closes_over=in_grams(r.closes_over_g),
            own=in_millimetres(r.own_mm),
        ),
        answers=[
            _roll_to(ctx, math.ceil(r.own_mm)),
            *(_less_filling(ctx, float(int(r.closes_over_g))) if r.closes_over_g >= 6 else [KEEP]),
        ],
        source=GEOMETRY,
    )


def too_wide(w: Findings) -> Iterator[Doubt]:
    """A wrapper wider than can be rolled here."""
    board = w.ctx.kitchen.board_mm
    for p in w.pieces:
        widest = max(p.wrapper.across_mm, p.wrapper.along_mm)
        if board is None or widest <= board or not p.wrapper.rolled:
            continue
        yield Doubt(
            code=p.ctx.code("too_wide"),
            tray="wrap",
            severity="ask",
            title=say(
                "{widest} is wider than the {board} you can roll",
                widest=in_millimetres(widest),
                board=in_millimetres(board),
            ),
            reason=say("Less filling in each, in more and smaller pieces, rolls to a smaller wrapper."),
            answers=[KEEP],
            source=GEOMETRY,
        )


def long_wrapping(w: Findings) -> Iterator[Doubt]:
    """Wrapping that takes so long that the first pieces are past their best before the last is closed."""
    minutes, pieces = wrap_minutes(w.ctx), sum(p.ctx.share.pieces for p in w.pieces)
    if minutes < LONG_WRAPPING_MIN:
        return
    each = minutes * 60 / pieces
    fewer = max(1, int(pieces * LONG_WRAPPING_MIN / minutes))
    half = say("Make {pieces} of them", pieces=fewer)
    yield Doubt(
        code="long_wrapping",
        tray="wrap",
        severity="ask",
        title=say("{minutes} of wrapping from the first to the last?", minutes=in_minutes(minutes)),
        reason=say(
            "{pieces} pieces at {each} s each. The first proofs all that while and the dough that waits goes on "
            "rising: work in two batches, the second half in the fridge meanwhile, or with a helper.",
            pieces=pieces,
            each=as_number(round(each)),
        ),
        answers=[*([Answer(half, piece_count(fewer))] if len(w.pieces) == 1 else []), KEEP],
        source=PRACTICE,
    )


CLOSING = (long_wrapping, capacity, wanted_size, filled_otherwise, too_wide)
