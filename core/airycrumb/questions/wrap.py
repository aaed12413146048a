"""Questions about filling and closing: too much, too wet, too warm, too little of it, too wide to roll."""

import math
from collections.abc import Iterator

from airycrumb.bake.edits import Answer, Change, Doubt
from airycrumb.data.filling import WEEP_HALF_MIN
from airycrumb.data.vocabulary import COOLED_IN
from airycrumb.plan.context import Context
from airycrumb.questions.findings import GEOMETRY, KEEP, PRACTICE, Findings, piece_count
from airycrumb.stations import filling
from airycrumb.stations.enclose import CLOSINGS
from airycrumb.trays.filled import coolings, made_g, moisture_of
from airycrumb.trays.pieces import Pieces, filling_density, wanted_across, wrap_minutes
from airycrumb.words import as_number, in_celsius, in_grams, in_millimetres, in_minutes, in_percent, listed, say

FILLING_MODEL = say("the filling's water, shares assumed")
LONG_WRAPPING_MIN = 60.0  # from the first piece to the last; assumed
ENOUGH = 0.03  # of the filling: what a spoon leaves in the bowl


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


def warm_filling(w: Findings) -> Iterator[Doubt]:
    """A filling wrapped warm."""
    for ctx in w.ctx.each_group():
        if ctx.group.parts and ctx.group.filling.celsius > 18:
            yield Doubt(
                code=ctx.code("warm_filling"),
                tray="wrap",
                severity="ask",
                title=say(
                    "Is the {filling} still at {warm}?",
                    filling=ctx.group.called,
                    warm=in_celsius(ctx.group.filling.celsius),
                ),
                reason=say(
                    "Warm filling softens the dough and loosens the seam. Fridge-cold it is stiff and stays "
                    "where you put it."
                ),
                answers=[
                    Answer(
                        say("Chill it to {cold}", cold=in_celsius(6)),
                        [Change(ctx.path("filling", "temperature"), "6 C")],
                    ),
                    KEEP,
                ],
                source=PRACTICE,
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


def too_wet(w: Findings) -> Iterator[Doubt]:
    """More juice than the closing bears, and what binds it."""
    for ctx in w.ctx.each_group():
        f = ctx.group.filling
        if not ctx.group.parts:
            continue
        wet = moisture_of(ctx)
        if not wet.too_wet:
            continue
        first = wet.binders[0]
        rows = [{"use": i.key, "amount": f"{g:.1f} g"} for i, g in f.around]
        share = first.grams / (ctx.share.filling_g / wet.left) * sum(g for _, g in ctx.group.parts)
        bound = [*rows, {"use": first.use, "amount": f"{share:.1f} g"}]
        answers = [
            Answer(
                say("Add {grams} of {use}", grams=in_grams(first.grams), use=first.name),
                [Change(ctx.path("filling", "ingredients"), bound)],
            )
        ]
        if f.state != "raw" and "drained" not in f.treatments:
            now = [*f.treatments, "drained"]
            answers.append(Answer(say("Drain it"), [Change(ctx.path("filling", "treatments"), now)]))
        yield Doubt(
            code=ctx.code("too_wet"),
            tray="wrap",
            severity="ask",
            title=say(
                "The {filling} is wet for this: about {juice} of it is juice",
                filling=ctx.group.called,
                juice=in_percent(wet.juice),
            ),
            reason=say(
                "Most of that is from the {most_from}. This closing bears about {bears}: more makes the bread soggy "
                "or opens the seam. {binders} would bind it.",
                most_from=wet.most_from,
                bears=in_percent(wet.bears),
                binders=listed(
                    (say("{grams} of {use}", grams=in_grams(b.grams), use=b.name) for b in wet.binders), "or"
                ),
            ),
            answers=[*answers, KEEP],
            source=FILLING_MODEL,
        )


def filling_short(w: Findings) -> Iterator[Doubt]:
    """What there is of a filling against what the pieces need."""
    for ctx in w.ctx.each_group():
        there, s = made_g(ctx), ctx.share
        if there is None or not ctx.group.parts:
            continue
        short = s.filling_g - there
        if abs(short) <= ENOUGH * s.filling_g:
            continue
        each, pieces = there / s.pieces, max(1, int(there / s.filling_per_piece_g))
        less = Answer(
            say("{each} in each", each=in_grams(each)), [Change(ctx.path("filling_per_piece"), f"{each:.1f} g")]
        )
        fewer = [] if short < 0 or ctx.at else [Answer(say("Make {pieces}", pieces=pieces), piece_count(pieces))]
        yield Doubt(
            code=ctx.code("filling_short"),
            tray="wrap",
            severity="ask" if short > 0 else "note",
            title=say("{short} too little of the {filling}", short=in_grams(short), filling=ctx.group.called)
            if short > 0
            else say("{over} of the {filling} left over", over=in_grams(-short), filling=ctx.group.called),
            reason=say(
                "{pieces} × {filling_per_piece} is {filling}, and there are {there}. Shared evenly that "
                "is {each} in each.",
                pieces=s.pieces,
                filling_per_piece=in_grams(s.filling_per_piece_g),
                filling=in_grams(s.filling_g),
                there=in_grams(there),
                each=in_grams(each),
            ),
            answers=[less, *fewer, KEEP] if ctx.share.pieces and each >= 5 else [*fewer, KEEP],
            source=say("the filling as weighed"),
        )


def cooling_short(w: Findings) -> Iterator[Doubt]:
    """A cooked filling given less time than it takes to cool."""
    for ctx in w.ctx.each_group():
        f = ctx.group.filling
        if not ctx.group.parts or f.hands_min <= 0:
            continue
        found = {c.vessel: c for c in coolings(ctx, filling_density(ctx.group))}
        if f.vessel not in found or found[f.vessel].minutes <= 1.25 * f.cool_min:
            continue
        mine, tray = found[f.vessel], found["tray"]
        allow = Answer(
            say("Allow {minutes}", minutes=in_minutes(mine.minutes)),
            [Change(ctx.path("filling", "cooling"), f"{mine.minutes:.0f} min")],
        )
        spread = Answer(
            say("Spread it on a tray: {minutes}", minutes=in_minutes(tray.minutes)),
            [
                Change(ctx.path("filling", "vessel"), "tray"),
                Change(ctx.path("filling", "cooling"), f"{tray.minutes:.0f} min"),
            ],
        )
        yield Doubt(
            code=ctx.code("cooling_short"),
            tray="wrap",
            severity="ask",
            title=say(
                "Is {cool} enough to cool it to {cold}?", cool=in_minutes(f.cool_min), cold=in_celsius(f.celsius)
            ),
            reason=say(
                "{filling} {way} takes about {minutes}: {bench} until it stops steaming, then {fridge} in the fridge.",
                filling=in_grams(ctx.share.filling_g),
                way=COOLED_IN[f.vessel],
                minutes=in_minutes(mine.minutes),
                bench=in_minutes(mine.bench_min),
                fridge=in_minutes(mine.fridge_min),
            ),
            answers=[*([spread] if f.vessel != "tray" else []), allow, KEEP],
            source=say("transient conduction, exact series; surface coefficients assumed"),
        )


def weeps(w: Findings) -> Iterator[Doubt]:
    """Raw vegetables in a salted raw mince."""
    for p in w.pieces:
        f, parts = p.ctx.group.filling, p.ctx.group.parts
        weeping = filling.weeping(parts, f.state, p.ctx.share.filling_g) if parts else 0.0
        if not parts or weeping < 0.02 * p.ctx.share.filling_g:
            continue
        yield Doubt(
            code=p.ctx.code("weeps"),
            tray="wrap",
            severity="note",
            title=say("Mix the vegetables in just before you wrap"),
            reason=say(
                "Once they meet the salt they give about {juice} of juice in {time} (half of what they have in "
                "{half}), and the seam slides on it.",
                juice=in_grams(weeping),
                time=in_minutes(30),
                half=in_minutes(WEEP_HALF_MIN.value),
            ),
            answers=[KEEP],
            source=FILLING_MODEL,
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


WRAPPING = (long_wrapping, capacity, wanted_size, warm_filling, too_wide, too_wet, filling_short, cooling_short, weeps)
