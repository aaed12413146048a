"""Questions about dividing: dough that is left over, pieces that came out uneven."""

from collections.abc import Iterator

from airycrumb.bake.edits import Answer, Change, Doubt
from airycrumb.questions.findings import HEAT_MODEL, KEEP, PRACTICE, Findings
from airycrumb.stations.divide.portioning import FAR
from airycrumb.words import Message, counted, in_grams, in_minutes, in_percent, joined, listed, say, say_n

WORTH_ASKING_G = 10.0  # dough left over that could be something
CHOICES = (("spread", say("Spread it over all")), ("plain", say("One plain piece")), ("keep", say("Keep it")))


def held_too_little(w: Findings) -> Iterator[Doubt]:
    """A hold on so little dough that not even one piece of each kind comes out of it."""
    scaled, loss = w.ctx.scaled, w.ctx.kitchen.bowl_loss
    asked = sum(s.pieces * s.dough_per_piece_g for s in scaled.shares)
    there = scaled.dough_g * (1 - loss)
    if w.ctx.bake.pin is None or asked <= there * 1.005:
        return
    yield Doubt(
        code="held_too_little",
        tray="divide",
        severity="stop",
        title=say("{there} of dough is less than the pieces need", there=in_grams(there)),
        reason=say(
            "What is held makes so much, and the pieces weigh {asked} together. Hold more, let the weight give way, or "
            "let it go.",
            asked=in_grams(asked),
        ),
        answers=[
            Answer(say("Let the weight give way"), [Change(["pin", "gives_way"], "weight")]),
            Answer(say("Hold nothing"), [Change(["pin"], None)]),
            KEEP,
        ],
        source=PRACTICE,
    )


def left_over(w: Findings) -> Iterator[Doubt]:
    """Dough the pieces leave, and what to do with it."""
    s = w.shared
    if w.ctx.bake.spare_dough or s.spare_g < WORTH_ASKING_G:
        return
    pieces, each = s.pieces, s.spare_g / s.pieces
    yield Doubt(
        code="left_over",
        tray="divide",
        severity="note",
        title=say("{spare} of dough is left over", spare=in_grams(s.spare_g)),
        reason=say(
            "Spread over {pieces} pieces it is {each} more in each; on its own it makes one plain "
            "piece, or keeps in the fridge for {days} days.",
            pieces=pieces,
            each=in_grams(each),
            days=2,
        ),
        answers=[Answer(label, [Change(["spare_dough"], key)]) for key, label in CHOICES],
        source=PRACTICE,
    )


def _sooner(minutes: float, proofed_min: float) -> Message:
    if proofed_min < 0.5:
        return say("The lightest is done about {minutes} sooner.", minutes=in_minutes(minutes))
    return say(
        "The lightest is done about {minutes} sooner, and is proofed {proofed} before.",
        minutes=in_minutes(minutes),
        proofed=in_minutes(proofed_min),
    )


def _later(minutes: float, proofed_min: float) -> Message:
    if proofed_min < 0.5:
        return say("The heaviest is done about {minutes} later.", minutes=in_minutes(minutes))
    return say(
        "The heaviest is done about {minutes} later, and is proofed {proofed} after.",
        minutes=in_minutes(minutes),
        proofed=in_minutes(proofed_min),
    )


def _times(w: Findings, soonest: float, latest: float) -> Iterator[Message]:
    """What pieces of such unlike weights do to proof and heat. soonest, latest: share of the planned minutes."""
    minutes, (sooner, later) = w.heats[0].tray.minutes_planned, w.uneven_proofs
    light, heavy = (1 - soonest) * minutes, (latest - 1) * minutes
    if light >= 0.5:
        yield _sooner(light, sooner)
    if heavy >= 0.5:
        yield _later(heavy, later)
    if max(light, heavy) < 0.5:
        yield say("Left as it is, the time hardly changes.")
    if max(sooner, later) < 0.5:
        yield say("Their proofs differ by less than a minute.")
    yield say("The forecast's band is wider for it.")


def uneven(w: Findings) -> Iterator[Doubt]:
    """Pieces further off than 5 %, and what that does to their time."""
    p = w.portioned
    if p is None or not p.far:
        return
    yield Doubt(
        code="uneven",
        tray="divide",
        severity="note",
        title=say_n(
            "Piece {far} is more than {off} off its weight",
            "Pieces {far} are more than {off} off their weight",
            len(p.far),
            far=listed(counted(n) for n in p.far),
            off=in_percent(100 * FAR),
        ),
        reason=joined(_times(w, p.soonest, p.latest)),
        answers=[KEEP],
        source=HEAT_MODEL,
    )


DIVIDING = (held_too_little, left_over, uneven)
