"""The running correction while a dough is cut and weighed: what each piece says, and what the rest must weigh. g."""

import statistics
from collections.abc import Sequence
from dataclasses import dataclass

from airycrumb.words import NOTHING, Message, in_grams, in_percent, say

FINE, FAR = 0.03, 0.05
MOST_TOLD = 3  # of those far off, each in a sentence of its own
GROWS_AS = 2 / 3  # heating time of like pieces goes with their mass to this power: Fourier number at equal shape


@dataclass(frozen=True)
class Portion:
    """One lump as weighed, in the order it was cut. off: share over (or under) its aim; verdict: fine, off or far."""

    number: int
    what: Message
    grams: float
    aim_g: float
    off: float
    verdict: str


@dataclass(frozen=True)
class Portioning:
    """A dough part-way through being cut.

    spread: of all so far, as a share of their aims; rest_g: dough that should still be there; rest_pieces:
    lumps still to cut; factor: what the rest must weigh over what was planned, if it is spread evenly; next_g: the
    next lump then; far: numbers of those to put right; soonest, latest: cooking time of the lightest and heaviest
    over that of a piece as planned.
    """

    portions: list[Portion]
    mean_g: float
    spread: float
    rest_g: float
    rest_pieces: int
    factor: float
    next_what: Message
    next_g: float | None
    far: list[int]
    soonest: float
    latest: float
    words: list[Message]


def verdict(off: float) -> str:
    """Within 3 % is fine, beyond 5 % should be put right; common practice, no source."""
    return "fine" if abs(off) <= FINE + 1e-9 else "off" if abs(off) <= FAR + 1e-9 else "far"


def time_factor(mass_ratio: float) -> float:
    """Cooking time of a piece over that of one of mass 1, alike in shape: mass^(2/3), as a body's Fourier number goes.

    >>> round(time_factor(0.9), 3)
    0.932
    """
    return float(mass_ratio**GROWS_AS)


def _put_right(p: Portion) -> Message:
    """What one lump that is far off needs."""
    more = p.grams - p.aim_g
    if more > 0:
        return say(
            "Piece {number} is {off} over its weight: take {grams} off.",
            number=p.number,
            off=in_percent(100 * p.off),
            grams=in_grams(more),
        )
    return say(
        "Piece {number} is {off} under its weight: put {grams} back on.",
        number=p.number,
        off=in_percent(-100 * p.off),
        grams=in_grams(-more),
    )


def _shared(rest: Sequence[float], factor: float, instead: bool) -> Message:
    """What the lumps still to be cut must weigh. instead: of putting right what was said before."""
    alike = max(rest) - min(rest) < 0.5
    left = len(rest)
    if alike and instead:
        return say("Or share it out: the {left} left at {grams} each.", left=left, grams=in_grams(rest[0] * factor))
    if alike:
        return say("Share it out: the {left} left at {grams} each.", left=left, grams=in_grams(rest[0] * factor))
    if instead:
        return say(
            "Or share it out: the {left} left at {share} of the plan.", left=left, share=in_percent(100 * factor)
        )
    return say("Share it out: the {left} left at {share} of the plan.", left=left, share=in_percent(100 * factor))


def _words(portions: list[Portion], rest: Sequence[float], factor: float) -> list[Message]:
    worst = sorted((p for p in portions if p.verdict == "far"), key=lambda p: -abs(p.off))[:MOST_TOLD]
    found = [_put_right(p) for p in portions if p in worst]
    if rest and abs(factor - 1) > 0.01:
        found.append(_shared(rest, factor, instead=bool(found)))
    return found


def portioning(grams: Sequence[float], aims: Sequence[tuple[Message, float]], dough_g: float) -> Portioning:
    """Where a dough of dough_g stands, cut into `grams` so far. aims: (what, g) of every lump in the order they are
    cut.

    More lumps than were planned are taken as further ones of the last kind. grams, dough_g > 0; aims not empty.
    """
    known = [*aims, *[aims[-1]] * max(0, len(grams) - len(aims))]
    portions = [
        Portion(number=i + 1, what=what, grams=g, aim_g=aim, off=g / aim - 1, verdict=verdict(g / aim - 1))
        for i, (g, (what, aim)) in enumerate(zip(grams, known, strict=False))
    ]
    rest_aims = known[len(grams) :]
    planned = sum(g for _, g in rest_aims)
    rest_g = dough_g - sum(grams)
    factor = max(0.0, rest_g) / planned if planned else 1.0
    ratios = [1 + p.off for p in portions] or [1.0]
    what, aim = rest_aims[0] if rest_aims else (NOTHING, 0.0)
    next_g = aim * factor if rest_aims else None
    return Portioning(
        portions=portions,
        mean_g=statistics.fmean(grams) if grams else 0.0,
        spread=statistics.pstdev(ratios),
        rest_g=rest_g,
        rest_pieces=len(rest_aims),
        factor=factor,
        next_what=what,
        next_g=next_g,
        far=[p.number for p in portions if p.verdict == "far"],
        soonest=time_factor(min(ratios)),
        latest=time_factor(max(ratios)),
        words=_words(portions, [g for _, g in rest_aims], factor),
    )
