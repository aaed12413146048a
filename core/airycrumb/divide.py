"""Sharing a dough out into pieces, from what the scale really says."""

from dataclasses import dataclass

from airycrumb.quantities import share_rounded


@dataclass(frozen=True)
class ShareOut:
    """Pieces of one dough. g: exact, as the scale shows it, and what 3 % and 5 % off would be.

    cuts: factors for dividing by eye, largest cut first ("halves, halves, thirds").
    """

    pieces: int
    each_g: float
    each_shown_g: float
    dough_g: float
    left_on_bowl_g: float
    spare_g: float
    fine_from_g: float
    fine_to_g: float
    flag_below_g: float
    flag_above_g: float
    cuts: list[str]
    weighed: bool


WORDS = {2: "halves", 3: "thirds", 5: "fifths", 7: "sevenths", 11: "elevenths"}


def cuts_by_eye(pieces: int) -> list[str]:
    """Cuts that make so many equal pieces, halves first: 12 -> halves, halves, thirds.

    >>> cuts_by_eye(12)
    ['halves', 'halves', 'thirds']
    """
    cuts, left, factor = [], pieces, 2
    while left > 1:
        if left % factor:
            factor += 1
            continue
        cuts.append(WORDS.get(factor, f"{factor} equal parts"))
        left //= factor
    return cuts


def share_out(
    pieces: int, dough_g: float, loss: float, each_g: float, step_g: float, weighed_g: float | None = None
) -> ShareOut:
    """Equal pieces. Masses in g; weighed_g: the dough as turned out of the bowl, if it was weighed.

    Unweighed dough is taken to lose `loss` (share) on bowl and hands. Pieces x each + spare +
    left on the bowl is the dough.
    """
    out = weighed_g if weighed_g is not None else dough_g * (1 - loss)
    each = out / pieces if weighed_g is not None else each_g
    shown = share_rounded([each], step_g)[0]
    spare = max(0.0, out - pieces * each)
    return ShareOut(
        pieces,
        each,
        shown,
        dough_g,
        max(0.0, dough_g - out),
        spare,
        each * 0.97,
        each * 1.03,
        each * 0.95,
        each * 1.05,
        cuts_by_eye(pieces),
        weighed_g is not None,
    )
