"""Questions about filling and closing: too much, too wet, too warm, too little of it, too wide to roll."""

from collections.abc import Iterator

from airycrumb.bake.edits import Answer, Change, Doubt
from airycrumb.data.filling import WEEP_HALF_MIN
from airycrumb.plan.context import Context
from airycrumb.plan.timing import spell
from airycrumb.questions.findings import GEOMETRY, KEEP, PRACTICE, Findings, piece_count
from airycrumb.stations import filling
from airycrumb.trays.filled import coolings, made_g, moisture_of
from airycrumb.trays.pieces import Pieces, filling_density

FILLING_MODEL = "the filling's water, shares assumed"
ENOUGH = 0.03  # of the filling: what a spoon leaves in the bowl


def capacity(w: Findings) -> Iterator[Doubt]:
    """More filling than this dough closes over, in any group."""
    for pieces in w.pieces:
        if pieces.ctx.group.filling.parts:
            yield from _capacity(pieces)


def _less_filling(ctx: Context, grams: float) -> list[Answer]:
    return [Answer(f"Use {grams:.0f} g", [Change(ctx.path("filling_per_piece"), f"{grams:.0f} g")]), KEEP]


def _capacity(p: Pieces) -> Iterator[Doubt]:
    ctx, r = p.ctx, p.wrapper
    dough_g = ctx.share.dough_per_piece_g
    if r.filling_g > r.most_filling_g:
        yield Doubt(
            ctx.code("overfull"),
            "wrap",
            "stop",
            f"{r.filling_g:.0f} g is more than {dough_g:.0f} g of dough closes over",
            f"Rolled as thin as a {r.label} bears, it closes over {r.most_filling_g:.0f} g. More bursts at the seam."
            if r.rolled
            else f"A {r.label} holds together up to {r.most_filling_g:.0f} g.",
            _less_filling(ctx, max(5, int(r.most_filling_g))),
            GEOMETRY,
        )
    elif not r.ratio_low <= r.ratio <= r.ratio_high:
        word = "a lot of filling" if r.ratio > r.ratio_high else "mostly bread"
        yield Doubt(
            ctx.code("ratio"),
            "wrap",
            "ask",
            f"{r.ratio:.2f} g of filling to 1 g of dough: {word}",
            f"A {r.label} is usual between {r.ratio_low:g} and {r.ratio_high:g}.",
            _less_filling(ctx, round(dough_g * (r.ratio_low + r.ratio_high) / 2)),
            GEOMETRY,
        )


def warm_filling(w: Findings) -> Iterator[Doubt]:
    """A filling wrapped warm."""
    for ctx in w.ctx.each_group():
        if ctx.group.filling.parts and ctx.group.filling.celsius > 18:
            yield Doubt(
                ctx.code("warm_filling"),
                "wrap",
                "ask",
                f"{ctx.group.filling.name.capitalize()} at {ctx.group.filling.celsius:.0f} °C?",
                "Warm filling softens the dough and loosens the seam. Fridge-cold it is stiff and stays where you put it.",
                [Answer("Chill it to 6 °C", [Change(ctx.path("filling", "temperature"), "6 C")]), KEEP],
                PRACTICE,
            )


def too_wide(w: Findings) -> Iterator[Doubt]:
    """A wrapper wider than can be rolled here."""
    board = w.ctx.kitchen.board_mm
    for p in w.pieces:
        widest = max(p.wrapper.across_mm, p.wrapper.along_mm)
        if board is None or widest <= board or not p.wrapper.rolled:
            continue
        yield Doubt(
            p.ctx.code("too_wide"),
            "wrap",
            "ask",
            f"{widest / 10:.0f} cm is wider than the {board / 10:.0f} cm you can roll",
            "Less filling in each, in more and smaller pieces, rolls to a smaller wrapper.",
            [KEEP],
            GEOMETRY,
        )


def too_wet(w: Findings) -> Iterator[Doubt]:
    """More juice than the closing bears, and what binds it."""
    for ctx in w.ctx.each_group():
        f = ctx.group.filling
        if not f.parts:
            continue
        wet = moisture_of(ctx)
        if not wet.too_wet:
            continue
        first = wet.binders[0]
        rows = [{"use": i.key, "amount": f"{g:.1f} g"} for i, g in f.parts[: len(f.parts) - f.inside_parts or None]]
        share = first.grams / (ctx.share.filling_g / wet.left) * sum(g for _, g in f.parts)
        bound = [*rows, {"use": first.use, "amount": f"{share:.1f} g"}]
        answers = [
            Answer(f"Add {first.grams:.0f} g of {first.use}", [Change(ctx.path("filling", "ingredients"), bound)])
        ]
        if f.state != "raw" and "drained" not in f.treatments:
            now = [*f.treatments, "drained"]
            answers.append(Answer("Drain it", [Change(ctx.path("filling", "treatments"), now)]))
        yield Doubt(
            ctx.code("too_wet"),
            "wrap",
            "ask",
            f"{f.name[:1].upper()}{f.name[1:]}: about {wet.juice:.0f} g of juice in 100 g is wet for this",
            f"Most of it from {wet.most_from}. A {w.pieces[ctx.at].wrapper.label} bears about {wet.bears:.0f}: more makes the bread soggy or opens the seam. "
            f"{' or '.join(f'{b.grams:.0f} g of {b.use}' for b in wet.binders)} would bind it.",
            [*answers, KEEP],
            FILLING_MODEL,
        )


def filling_short(w: Findings) -> Iterator[Doubt]:
    """What there is of a filling against what the pieces need."""
    for ctx in w.ctx.each_group():
        there, s = made_g(ctx), ctx.share
        if there is None or not ctx.group.filling.parts:
            continue
        short = s.filling_g - there
        if abs(short) <= ENOUGH * s.filling_g:
            continue
        each, pieces = there / s.pieces, max(1, int(there / s.filling_per_piece_g))
        less = Answer(f"{each:.0f} g in each", [Change(ctx.path("filling_per_piece"), f"{each:.1f} g")])
        fewer = [] if short < 0 or ctx.at else [Answer(f"Make {pieces}", piece_count(pieces))]
        word = f"{short:.0f} g short" if short > 0 else f"{-short:.0f} g left over"
        yield Doubt(
            ctx.code("filling_short"),
            "wrap",
            "ask" if short > 0 else "note",
            f"{ctx.group.filling.name[:1].upper()}{ctx.group.filling.name[1:]}: {word}",
            f"{s.pieces} × {s.filling_per_piece_g:.0f} g is {s.filling_g:.0f} g, and there are {there:.0f} g. Shared evenly that is {each:.0f} g in each.",
            [less, *fewer, KEEP] if ctx.share.pieces and each >= 5 else [*fewer, KEEP],
            "the filling as weighed",
        )


def cooling_short(w: Findings) -> Iterator[Doubt]:
    """A cooked filling given less time than it takes to cool."""
    for ctx in w.ctx.each_group():
        f = ctx.group.filling
        if not f.parts or f.hands_min <= 0:
            continue
        found = {c.vessel: c for c in coolings(ctx, filling_density(f))}
        if f.vessel not in found or found[f.vessel].minutes <= 1.25 * f.cool_min:
            continue
        mine, tray = found[f.vessel], found["tray"]
        way = {"tray": "spread on a shallow tray", "box": "in a covered box", "bowl": "heaped in a bowl"}[f.vessel]
        allow = Answer(
            f"Allow {spell(mine.minutes)}", [Change(ctx.path("filling", "cooling"), f"{mine.minutes:.0f} min")]
        )
        spread = Answer(
            f"Spread it on a tray: {spell(tray.minutes)}",
            [
                Change(ctx.path("filling", "vessel"), "tray"),
                Change(ctx.path("filling", "cooling"), f"{tray.minutes:.0f} min"),
            ],
        )
        yield Doubt(
            ctx.code("cooling_short"),
            "wrap",
            "ask",
            f"{f.cool_min:.0f} min to cool to {f.celsius:.0f} °C?",
            f"{ctx.share.filling_g:.0f} g {way} takes about {spell(mine.minutes)}: {spell(mine.bench_min)} until it stops steaming, then {spell(mine.fridge_min)} in the fridge.",
            [*([spread] if f.vessel != "tray" else []), allow, KEEP],
            "transient conduction, exact series; surface coefficients assumed",
        )


def weeps(w: Findings) -> Iterator[Doubt]:
    """Raw vegetables in a salted raw mince."""
    for p in w.pieces:
        f = p.ctx.group.filling
        weeping = filling.weeping(f.parts, f.state, p.ctx.share.filling_g) if f.parts else 0.0
        if not f.parts or weeping < 0.02 * p.ctx.share.filling_g:
            continue
        yield Doubt(
            p.ctx.code("weeps"),
            "wrap",
            "note",
            "Mix the vegetables in just before you wrap",
            f"Once they meet the salt they give about {weeping:.0f} g of juice in half an hour (half of what they have in {WEEP_HALF_MIN.value:.0f} min), and the seam slides on it.",
            [KEEP],
            FILLING_MODEL,
        )


WRAPPING = (capacity, warm_filling, too_wide, too_wet, filling_short, cooling_short, weeps)
