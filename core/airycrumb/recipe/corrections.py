"""What the cook puts right in a reading, kept beside the text it belongs to."""

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace

from airycrumb.pantry import find
from airycrumb.problems import InputError, Problem
from airycrumb.recipe.lines import YOU_SAID, Habits, ReadLine, as_item, exact, read_line
from airycrumb.recipe.reading import MOST_FILLINGS, NOT_AN_INGREDIENT, SERVED, PlacedLine, Reading
from airycrumb.words import in_grams, listed, say, verbatim

FILLINGS = ("filling", *(f"filling {n}" for n in range(2, MOST_FILLINGS + 1)))
PART_NAMES = ("dough", "sponge", "soaked", *FILLINGS, "wash", "topping", SERVED, NOT_AN_INGREDIENT)
MOST_GRAMS = 100_000.0


@dataclass(frozen=True)
class Correction:
    """What one thing in a line really is. written, nth: the line as it stood, and which thing of that line from 0.

    use: pantry key; grams: g; part: one of PART_NAMES; None leaves it as read.
    """

    written: str
    nth: int
    use: str | None = None
    grams: float | None = None
    part: str | None = None


def _line(line: ReadLine, put: Correction, habits: Habits) -> ReadLine:
    if put.use is not None and put.use != line.use:
        line = as_item(line, find(put.use, "corrections", habits.own), habits)
    if put.grams is not None:
        line = replace(line, grams=exact(put.grams), by="mass", why=(YOU_SAID,))
    return line


def _check(put: Correction) -> None:
    if put.grams is not None and not 0 <= put.grams <= MOST_GRAMS:
        message = say(
            "{grams} of “{written}” is outside what can be worked out: keep it below {most}.",
            grams=in_grams(put.grams),
            written=verbatim(put.written[:40]),
            most=in_grams(MOST_GRAMS),
        )
        raise InputError([Problem("out_of_range", "corrections", message)])
    if put.part is not None and put.part not in PART_NAMES:
        message = say(
            "“{part}” is no part of a recipe: use {parts}.",
            part=verbatim(put.part[:20]),
            parts=listed(map(verbatim, PART_NAMES), "or"),
        )
        raise InputError([Problem("not_a_part", "corrections", message)])


def _with_lines(reading: Reading, corrections: Sequence[Correction], habits: Habits) -> Reading:
    """The reading with those lines of the page the cook says are ingredients."""
    left_out = {*reading.pages, *reading.not_used}
    asked = [c.written for c in corrections if c.part not in (None, NOT_AN_INGREDIENT) and c.written in left_out]
    added = [
        PlacedLine("dough", False, line) for written in dict.fromkeys(asked) for line in read_line(written, habits)
    ]
    if not added:
        return reading
    pages, not_used = (tuple(x for x in lines if x not in asked) for lines in (reading.pages, reading.not_used))
    return replace(reading, lines=[*reading.lines, *added], pages=pages, not_used=not_used)


def corrected(reading: Reading, corrections: Sequence[Correction], habits: Habits) -> Reading:
    """The reading with the cook's corrections; those of a line that is no longer there are passed over.

    A line taken for no ingredient is read as one where the cook gives it a part.
    """
    reading = _with_lines(reading, corrections, habits)
    wanted = {(c.written, c.nth): c for c in corrections}
    seen: Counter[str] = Counter()
    lines = []
    for placed in reading.lines:
        put = wanted.get((placed.line.written, seen[placed.line.written]))
        seen[placed.line.written] += 1
        if put is not None:
            _check(put)
            line = _line(placed.line, put, habits)
            placed = PlacedLine(put.part or placed.part, put.part is not None or placed.sure, line)
        lines.append(placed)
    # What is put right is no longer the bake that came with the words.
    return replace(reading, lines=lines, bake=None if corrections else reading.bake)
