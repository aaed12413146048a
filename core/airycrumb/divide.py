"""Sharing a dough out into pieces, from what the scale really says."""

from collections.abc import Sequence
from dataclasses import dataclass

from airycrumb.quantities import share_rounded


@dataclass(frozen=True)
class Cut:
    """Equal pieces of one group. g: exact, as the scale shows it, and what 3 % and 5 % off would be."""

    pieces: int
    each_g: float
    each_shown_g: float
    fine_from_g: float
    fine_to_g: float
    flag_below_g: float
    flag_above_g: float


@dataclass(frozen=True)
class ShareOut:
    """Pieces of one dough, in groups that may differ. g.

    cuts: factors for dividing by eye, largest cut first ("halves, halves, thirds"); [] where the
    groups' pieces differ in weight.
    """

    pieces: int
    dough_g: float
    left_on_bowl_g: float
    spare_g: float
    cuts: list[str]
    weighed: bool
    groups: list[Cut]

    def in_words(self, of: str) -> str:
        """Pieces and weight of each size: "6 × 70 g and 6 × 23 g", or all in one where they weigh the same."""
        sizes: dict[float, int] = {}
        for g in self.groups:
            sizes[g.each_shown_g] = sizes.get(g.each_shown_g, 0) + g.pieces
        return " and ".join(f"{n} {of} {each:g} g" for each, n in sizes.items())


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


def _cut(pieces: int, each_g: float, step_g: float) -> Cut:
    return Cut(
        pieces,
        each_g,
        share_rounded([each_g], step_g)[0],
        each_g * 0.97,
        each_g * 1.03,
        each_g * 0.95,
        each_g * 1.05,
    )


def share_out(
    wanted: Sequence[tuple[int, float]], dough_g: float, loss: float, step_g: float, weighed_g: float | None = None
) -> ShareOut:
    """The groups' pieces, each (pieces, g). weighed_g: the dough as turned out of the bowl, if it was weighed.

    Unweighed dough is taken to lose `loss` (share) on bowl and hands. A weighed one is shared out
    whole, in the proportion wanted. All pieces + spare + left on the bowl is the dough.
    """
    asked = sum(n * g for n, g in wanted)
    out = weighed_g if weighed_g is not None else dough_g * (1 - loss)
    factor = out / asked if weighed_g is not None else 1.0
    groups = [_cut(n, g * factor, step_g) for n, g in wanted]
    pieces = sum(n for n, _ in wanted)
    alike = max(g for _, g in wanted) - min(g for _, g in wanted) < step_g / 2
    return ShareOut(
        pieces,
        dough_g,
        max(0.0, dough_g - out),
        max(0.0, out - asked * factor),
        cuts_by_eye(pieces) if alike else [],
        weighed_g is not None,
        groups,
    )
