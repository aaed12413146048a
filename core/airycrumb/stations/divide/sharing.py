"""Sharing a dough out into pieces, from what the scale really says."""

from collections.abc import Sequence
from dataclasses import dataclass

from airycrumb.quantities import share_rounded
from airycrumb.words import NOTHING, Message, in_grams, listed, say, say_n

FINE, FAR = 0.03, 0.05  # share a piece may be off unnoticed, and from which it should be put right; common practice


@dataclass(frozen=True)
class Wanted:
    """Pieces of one group as planned. parts: (what, share of its dough) where a piece is made of several lumps."""

    pieces: int
    each_g: float
    parts: tuple[tuple[Message, float], ...] = ((NOTHING, 1.0),)


@dataclass(frozen=True)
class Cut:
    """Equal lumps of dough. g: exact, as the scale shows it, and what 3 % and 5 % off would be.

    what: "bun", "lid", "plain piece" where a lump is not a whole piece, else ""; group: of the bake, from 0.
    """

    pieces: int
    each_g: float
    each_shown_g: float
    fine_from_g: float
    fine_to_g: float
    flag_below_g: float
    flag_above_g: float
    what: Message = NOTHING
    group: int = 0


@dataclass(frozen=True)
class CutPlace:
    """A cut across a roll of dough. at: share of its length; round: which round of cuts it belongs to, from 0."""

    at: float
    round: int


@dataclass(frozen=True)
class ShareOut:
    """Pieces of one dough, in groups that may differ. g.

    pieces: finished ones; lumps: of dough to cut; cuts: factors for dividing by eye, largest cut first ("halves,
    halves, thirds"), [] where the lumps differ in weight; cut_at: where those cuts go along a roll; spare: what is
    done with the dough left over; with_filling: whether the filling is in the dough that is cut.
    """

    pieces: int
    lumps: int
    dough_g: float
    left_on_bowl_g: float
    spare_g: float
    spare: str
    cuts: list[Message]
    cut_at: list[CutPlace]
    weighed: bool
    groups: list[Cut]
    with_filling: bool = False

    def in_words(self) -> Message:
        """Pieces and weight of each size: "6 pieces of 70 g and 6 pieces of 23 g", those that weigh alike together."""
        sizes: dict[tuple[float, Message], int] = {}
        for g in self.groups:
            sizes[g.each_shown_g, g.what] = sizes.get((g.each_shown_g, g.what), 0) + g.pieces
        return listed(_pieces_of(n, each, what) for (each, what), n in sizes.items())


def _pieces_of(n: int, each_g: float, what: Message) -> Message:
    if what:
        return say_n(
            "{n} piece of {each} ({what})", "{n} pieces of {each} ({what})", n, n=n, each=in_grams(each_g), what=what
        )
    return say_n("{n} piece of {each}", "{n} pieces of {each}", n, n=n, each=in_grams(each_g))


WORDS = {2: say("halves"), 3: say("thirds"), 5: say("fifths"), 7: say("sevenths"), 11: say("elevenths")}


def _factors(pieces: int) -> list[int]:
    found, left, factor = [], pieces, 2
    while left > 1:
        if left % factor:
            factor += 1
            continue
        found.append(factor)
        left //= factor
    return found


def cuts_by_eye(pieces: int) -> list[Message]:
    """Cuts that make so many equal pieces, halves first: 12 -> halves, halves, thirds.

    >>> [str(cut) for cut in cuts_by_eye(12)]
    ['halves', 'halves', 'thirds']
    """
    return [
        WORDS.get(factor, say("a rope cut in {factor}, one of them weighed first", factor=factor))
        for factor in _factors(pieces)
    ]


def cut_places(pieces: int) -> list[CutPlace]:
    """Where the cuts go along a roll of dough, left to right.

    >>> [(cut.at, cut.round) for cut in cut_places(4)]
    [(0.25, 1), (0.5, 0), (0.75, 1)]
    """
    found: list[CutPlace] = []
    parts = 1
    for level, factor in enumerate(_factors(pieces)):
        parts *= factor
        found += [CutPlace(i / parts, level) for i in range(1, parts) if i % factor]
    return sorted(found, key=lambda cut: cut.at)


def _cut(pieces: int, each_g: float, step_g: float, what: Message, group: int) -> Cut:
    return Cut(
        pieces=pieces,
        each_g=each_g,
        each_shown_g=share_rounded([each_g], step_g)[0],
        fine_from_g=each_g * (1 - FINE),
        fine_to_g=each_g * (1 + FINE),
        flag_below_g=each_g * (1 - FAR),
        flag_above_g=each_g * (1 + FAR),
        what=what,
        group=group,
    )


def _lumps(wanted: Sequence[Wanted], factor: float, step_g: float) -> list[Cut]:
    return [
        _cut(w.pieces, w.each_g * share * factor, step_g, what, i)
        for i, w in enumerate(wanted)
        for what, share in w.parts
    ]


LEAST_PLAIN_G = 10.0  # a lump smaller than this is no piece


def share_out(
    wanted: Sequence[Wanted],
    dough_g: float,
    loss: float,
    step_g: float,
    weighed_g: float | None = None,
    spare: str = "",
    with_filling: bool = False,
) -> ShareOut:
    """The groups' pieces. weighed_g: the dough as turned out of the bowl, if it was weighed.

    Unweighed dough is taken to lose `loss` (share) on bowl and hands. spare: what is done with dough the pieces
    leave: "spread" over all of them, made into one "plain" piece, or "keep" for another day; "" spreads a weighed
    dough and keeps what a plan leaves. Dough that falls short is always spread. All pieces + spare + left on the bowl
    is the dough.
    """
    asked = sum(w.pieces * w.each_g for w in wanted)
    out = weighed_g if weighed_g is not None else dough_g * (1 - loss)
    chosen = spare or ("spread" if weighed_g is not None else "keep")
    over = out - asked
    short = weighed_g is not None and over < 0
    factor = out / asked if short or (chosen == "spread" and over > 0) else 1.0
    left = max(0.0, out - asked * factor)
    groups = _lumps(wanted, factor, step_g)
    if chosen == "plain" and left >= LEAST_PLAIN_G:
        groups.append(_cut(1, left, step_g, say("plain piece"), len(wanted)))
        left = 0.0
    sizes = [g.each_g for g in groups]
    lumps = sum(g.pieces for g in groups)
    alike = max(sizes) - min(sizes) < step_g / 2
    return ShareOut(
        pieces=sum(w.pieces for w in wanted),
        lumps=lumps,
        dough_g=dough_g,
        left_on_bowl_g=max(0.0, dough_g - out),
        spare_g=left,
        spare=chosen,
        cuts=(cuts_by_eye(lumps) if alike else []),
        cut_at=cut_places(lumps) if alike else [],
        weighed=weighed_g is not None,
        groups=groups,
        with_filling=with_filling,
    )
