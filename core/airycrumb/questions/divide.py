"""Questions about dividing: dough that is left over, pieces that came out uneven."""

from collections.abc import Iterator

from airycrumb.bake.edits import Answer, Change, Doubt
from airycrumb.plan.timing import spell
from airycrumb.questions.findings import HEAT_MODEL, KEEP, PRACTICE, Findings
from airycrumb.stations.divide.portioning import FAR

WORTH_ASKING_G = 10.0  # dough left over that could be something
CHOICES = (("spread", "Spread it over all"), ("plain", "One plain piece"), ("keep", "Keep it"))


def left_over(w: Findings) -> Iterator[Doubt]:
    """Dough the pieces leave, and what to do with it."""
    s = w.shared
    if w.ctx.bake.spare_dough or s.spare_g < WORTH_ASKING_G:
        return
    pieces, each = s.pieces, s.spare_g / s.pieces
    yield Doubt(
        "left_over",
        "divide",
        "note",
        f"{s.spare_g:.0f} g of dough is left over",
        f"Spread over {pieces} pieces it is {each:.0f} g more in each; on its own it makes one plain piece, or keeps in the fridge for 2 days.",
        [Answer(label, [Change(["spare_dough"], key)]) for key, label in CHOICES],
        PRACTICE,
    )


def uneven(w: Findings) -> Iterator[Doubt]:
    """Pieces further off than 5 %, and what that does to their time."""
    p = w.portioned
    if p is None or not p.far:
        return
    minutes = w.heats[0].tray.minutes_planned
    light, heavy = (1 - p.soonest) * minutes, (p.latest - 1) * minutes
    sooner, later = w.uneven_proofs
    proofed = lambda minutes: f", proofed {spell(minutes)} before" if minutes >= 0.5 else ""
    times = [f"the lightest is done about {spell(light)} sooner{proofed(sooner)}"] if light >= 0.5 else []
    times += (
        [f"the heaviest about {spell(heavy)} later{proofed(later).replace('before', 'after')}"] if heavy >= 0.5 else []
    )
    alike = "; their proofs differ by less than a minute" if max(sooner, later) < 0.5 else ""
    far = [f"{n}" for n in p.far]
    yield Doubt(
        "uneven",
        "divide",
        "note",
        f"Piece {', '.join(far)} is more than {100 * FAR:.0f} % off"
        if len(far) == 1
        else f"Pieces {', '.join(far)} are more than {100 * FAR:.0f} % off",
        f"Left as it is, {' and '.join(times) or 'the time hardly changes'}{alike}. The forecast's band is wider for it.",
        [KEEP],
        HEAT_MODEL,
    )


DIVIDING = (left_over, uneven)
