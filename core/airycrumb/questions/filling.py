"""Questions about the filling: too wet, too warm, too little of it, and time to cool it."""

from collections.abc import Iterator

from airycrumb.bake.edits import Answer, Change, Doubt
from airycrumb.data.filling import WEEP_HALF_MIN
from airycrumb.data.vocabulary import COOLED_IN
from airycrumb.questions.findings import KEEP, PRACTICE, Findings, piece_count
from airycrumb.stations import filling
from airycrumb.trays.filled import coolings, made_g, moisture_of
from airycrumb.trays.pieces import filling_density
from airycrumb.words import in_celsius, in_grams, in_minutes, in_percent, listed, say

FILLING_MODEL = say("the filling's water, shares assumed")
ENOUGH = 0.03  # of the filling: what a spoon leaves in the bowl


def warm_filling(w: Findings) -> Iterator[Doubt]:
    """A filling wrapped warm."""
    for ctx in w.ctx.each_group():
        if ctx.group.parts and ctx.group.filling.celsius > 18:
            yield Doubt(
                code=ctx.code("warm_filling"),
                tray="filling",
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
            tray="filling",
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
            tray="filling",
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
        if not ctx.group.parts or f.making_min <= 0:
            continue
        found = {c.vessel: c for c in coolings(ctx, filling_density(ctx))}
        if f.vessel not in found or found[f.vessel].minutes <= 1.25 * f.cooling_min:
            continue
        mine, tray = found[f.vessel], found["tray"]
        allow = Answer(
            say("Allow {minutes}", minutes=in_minutes(mine.minutes)),
            [Change(ctx.path("filling", *f.cooling_path), f"{mine.minutes:.0f} min")],
        )
        spread = Answer(
            say("Spread it on a tray: {minutes}", minutes=in_minutes(tray.minutes)),
            [
                Change(ctx.path("filling", "vessel"), "tray"),
                Change(ctx.path("filling", *f.cooling_path), f"{tray.minutes:.0f} min"),
            ],
        )
        yield Doubt(
            code=ctx.code("cooling_short"),
            tray="filling",
            severity="ask",
            title=say(
                "Is {cool} enough to cool it to {cold}?", cool=in_minutes(f.cooling_min), cold=in_celsius(f.celsius)
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
            tray="filling",
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


FILLING = (warm_filling, too_wet, filling_short, cooling_short, weeps)
