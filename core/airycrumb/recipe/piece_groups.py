"""The pieces in groups: each filling of a recipe, with how many pieces of it there are."""

import re
from typing import Any

from airycrumb.data.measures import NUMBER_WORDS
from airycrumb.recipe.numbers import sentences
from airycrumb.recipe.reading import Reading
from airycrumb.recipe.rows import grams_in, rows_in
from airycrumb.recipe.shares import by_filling, shares_of_dough, stems
from airycrumb.words import Message, listed, say, say_n, verbatim

RAW_ROLES = ("ground meat", "poultry", "fish")
COOKS = re.compile(r"\b(?:fry|saut[eé]|brown|simmer|cook)\b", re.IGNORECASE)
COOKED = re.compile(r"\b(?:filling|meat|mince|pork|beef|lamb|chicken)\b", re.IGNORECASE)
LARGEST_PIECE = 1500.0  # g
PLAIN_ONES = re.compile(
    r"\b(one|two|three|four|\d{1,2}) (?:of them |pieces? |buns? |rolls? )?"
    r"(?:stays?|remains?|(?:is|are) left|(?:is|are) kept) plain\b|"
    r"\bleave (one|two|three|four|\d{1,2}) (?:of them )?(?:plain|unfilled)\b",
    re.IGNORECASE,
)


def _state(reading: Reading, part: str, assumed: list[Message]) -> str:
    raw = [p.line.name for p in reading.lines if p.part == part and p.line.use and p.line.role in RAW_ROLES]
    if not raw:
        return "cooked"
    if any(COOKS.search(one) and COOKED.search(one) for one in sentences(reading.method)):
        assumed.append(say("The method cooks the filling before wrapping, so {raw} counts as part-cooked.", raw=raw[0]))
        return "part-cooked"
    return "raw"


def _named(reading: Reading, part: str) -> str:
    """What the recipe calls a filling; else the two weightiest things in it, as one says them."""
    if called := dict(reading.called).get(part):
        return called
    inside = [p.line for p in reading.lines if p.part == part and p.line.use and p.line.grams]
    most = sorted(inside, key=lambda line: -(line.grams.typical if line.grams else 0.0))[:2]
    return " and ".join(str(line.name).removeprefix("raw ") for line in most)[:60] or "grated cheese"


def fillings_of(reading: Reading) -> list[str]:
    """The fillings there is something for, in the order of the recipe; one at least."""
    found = dict.fromkeys(p.part for p in reading.lines if p.part.startswith("filling") and p.line.use and p.line.grams)
    return list(found) or ["filling"]


def _stuffed(reading: Reading, part: str, pieces: int, each_g: float, assumed: list[Message]) -> dict[str, Any]:
    """So many pieces and the filling that goes into each."""
    rows, whole = rows_in(reading, part), grams_in(reading, part)
    if not rows:
        rows = [{"use": "hard cheese", "amount": "100 g"}]
        assumed.append(say("No filling was found: a grated cheese stands in until you change it."))
    inside = whole / pieces if whole else each_g * 0.4
    state = _state(reading, part, assumed)
    return {
        "filling_per_piece": f"{min(max(inside, 5.0), LARGEST_PIECE):.0f} g",
        "filling": {
            "name": _named(reading, part),
            "ingredients": rows,
            "state": state,
            "temperature": "6 C",
            "hands_on": "20 min",
            "cooling": "0 min" if state == "raw" else "75 min",
        },
    }


def words_apart(reading: Reading) -> dict[str, frozenset[str]]:
    """For each filling, the words of what is in it that are in no other."""
    parts = fillings_of(reading)
    lines = {part: [p.line for p in reading.lines if p.part == part and p.line.use] for part in parts}
    words = {part: {w for one in lines[part] for w in stems(f"{one.name} {one.written}")} for part in parts}
    return {
        part: frozenset(own - {w for other, theirs in words.items() if other != part for w in theirs})
        for part, own in words.items()
    }


def _counts(shares: list[float], pieces: int) -> list[int]:
    """So many pieces shared out by these, one for each at least where there are enough."""
    counts = [max(1, round(share * pieces)) for share in shares]
    counts[counts.index(max(counts))] += pieces - sum(counts)
    return counts


def groups_of(reading: Reading, pieces: int, each_g: float, assumed: list[Message]) -> list[dict[str, Any]]:
    """The pieces shared evenly over the fillings; the first takes what does not come out even."""
    parts = fillings_of(reading)
    shares = [pieces // len(parts)] * len(parts)
    shares[0] += pieces - sum(shares)
    told_counts = [dict(reading.counts).get(part, 0) for part in parts]
    if len(parts) > 1 and all(told_counts) and sum(told_counts) == pieces:
        shares = told_counts
    elif len(parts) > 1 and (of_dough := by_filling(shares_of_dough(reading.method), words_apart(reading))):
        shares = _counts([of_dough[part] for part in parts], pieces)
    if pieces < len(parts):
        parts, shares = parts[:pieces], [1] * pieces
    if len(parts) > 1:
        told = listed(
            say("{pieces} with {filling}", pieces=n, filling=verbatim(_named(reading, part)))
            for part, n in zip(parts, shares, strict=True)
        )
        assumed.append(say("The pieces are shared over the fillings: {told}.", told=told))
    return [{"pieces": n, **_stuffed(reading, part, n, each_g, assumed)} for part, n in zip(parts, shares, strict=True)]


def kept_plain(reading: Reading, pieces: int, assumed: list[Message]) -> int:
    """How many of the pieces the method leaves without a filling."""
    told = PLAIN_ONES.search(reading.method)
    if told is None:
        return 0
    word = (told[1] or told[2]).lower()
    count = int(NUMBER_WORDS.get(word, 0) or word)
    if not 0 < count < pieces:
        return 0
    assumed.append(say_n("{count} piece stays plain.", "{count} pieces stay plain.", count, count=count))
    return count
