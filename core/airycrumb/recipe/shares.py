"""Shares of the dough a method speaks of: half of it for one filling, the rest for another, or kept for another day."""

import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from airycrumb.recipe.numbers import sentences

PARTS = {"half": 1 / 2, "third": 1 / 3, "quarter": 1 / 4, "fifth": 1 / 5}
TIMES = {"": 1, "a": 1, "one": 1, "two": 2, "three": 3, "four": 4}
OF_THE_DOUGH = re.compile(
    r"\b(?:(a|one|two|three|four)[ -])?(half|third|quarter|fifth)s?(?: of)?(?: the| your| this)? dough\b", re.IGNORECASE
)
# "the rest of the filling" is none of the dough.
THE_OTHER = re.compile(
    r"\b(?:other|second|remaining) (?:half|third|quarter|fifth)\b(?! of the (?!dough))|"
    r"\bthe (?:rest|remainder)\b(?! of the (?!dough))|\bremaining dough\b",
    re.IGNORECASE,
)
# Common practice, no source: what is said of dough that is not baked this time.
FOR_ANOTHER_DAY = re.compile(
    r"\b(?:freezes?|save)\b|\b(?:another|next|some other) (?:time|day|use|bake|week)\b|\bfor later\b|\btomorrow\b|"
    r"\bkeeps? (?:\w+ ){0,5}(?:days?|weeks?|months?)\b|\bfor (?:a |some )?(?:pizza|loaf|focaccia|bread)\b",
    re.IGNORECASE,
)
CLAUSES = re.compile(r"[,;:]|\band\b|\bthen\b|\bwhile\b", re.IGNORECASE)


@dataclass(frozen=True)
class DoughShare:
    """A share of the dough, 0 to 1, and the clause and sentence that speak of it; kept: it is not baked this time."""

    share: float
    clause: str
    sentence: str
    kept: bool


def shares_of_dough(method: str) -> list[DoughShare]:
    """Every share of the dough a method names, in its order; "the rest" only behind a share it can be the rest of."""
    found: list[DoughShare] = []
    for sentence, clause in _clauses(method):
        left = 1 - sum(one.share for one in found)
        if told := OF_THE_DOUGH.search(clause):
            share = TIMES[(told[1] or "").lower()] * PARTS[told[2].lower()]
        elif found and THE_OTHER.search(clause):
            share = left
        else:
            continue
        if 0.01 < share <= left + 0.01:
            found.append(DoughShare(share, clause, sentence, bool(FOR_ANOTHER_DAY.search(clause))))
    return found


def _clauses(method: str) -> Iterator[tuple[str, str]]:
    """A method's sentences, each with its clauses."""
    for sentence in sentences(method):
        for clause in CLAUSES.split(sentence):
            yield sentence, clause.strip()


def stems(text: str) -> frozenset[str]:
    """The words of a text that can name a food, alike for one and for several."""
    return frozenset(word.removesuffix("s") for word in re.findall(r"[^\W\d_]{4,}", text.lower()))


def _told(shares: Sequence[DoughShare], fillings: Mapping[str, frozenset[str]]) -> dict[str, float]:
    """The shares whose words tell which one filling they go round."""
    told: dict[str, float] = {}
    for one in shares:
        words = stems(one.clause)
        meant = [part for part, own in fillings.items() if own & words and part not in told]
        if not one.kept and len(meant) == 1:
            told[meant[0]] = one.share
    return told


def by_filling(shares: Sequence[DoughShare], fillings: Mapping[str, frozenset[str]]) -> dict[str, float]:
    """Which share of the dough goes round each filling, of those that are baked; {} where that is not said of all.

    fillings: by part, the words that tell it from the others. One that no share is told for takes what is left.
    """
    told = _told(shares, fillings)
    silent = [part for part in fillings if part not in told]
    left = 1 - sum(told.values()) - sum(one.share for one in shares if one.kept)
    if told and len(silent) == 1 and left > 0.01:
        told[silent[0]] = left
    if set(told) != set(fillings):
        return {}
    whole = sum(told.values())
    return {part: share / whole for part, share in told.items()}
