"""How a recipe closes its pieces, from its own words; the first that is found decides."""

import re

# In order: what is plainest first. Words of the trade; common practice, no source.
SAID: tuple[tuple[str, str], ...] = (
    ("braid", r"\b(?:braid|plait)(?:s|ed|ing)?\b"),
    ("pulled_pie", r"\bhole (?:left |open )?in the (?:middle|centre|center)\b"),
    ("boat", r"\bboats?\b|\bboat-shaped\b"),
    ("well", r"\bpress(?:ed)? (?:a |the |with a )?(?:glass|well|hollow)\b|\bwell in the (?:middle|centre|center)\b"),
    ("crescent", r"\bcrescents?\b|\btriangles?\b"),
    ("half_moon_rope", r"\brope(?:d)? (?:edge|border|seam|crimp)\b|\brope-like\b"),
    ("two_rounds", r"\b(?:second|another|remaining) (?:round|circle|disc)s? (?:on top|over)\b"),
    ("envelope", r"\benvelopes?\b"),
    ("layered", r"\broll(?:ed)? up (?:like a|into a|the) (?:log|scroll|spiral)\b|\bspirals?\b|\bscrolls?\b"),
    ("sticks", r"\broll(?:ed)? (?:the dough |it )?around\b"),
    ("kneaded_in", r"\bknead (?:in |the )?(?:\w+ ){0,3}(?:filling|nuts|fruit|olives|seeds)\b"),
    ("half_moon_fork", r"\b(?:press|seal|crimp)[^.]{0,40}\bfork\b"),
    (
        "half_moon",
        r"\bhalf[- ]moons?\b|\bturnovers?\b|\bpast(?:y|ies)\b|"
        r"\bfold(?:ed)? (?:it |them |the dough )?(?:over|in half)\b",
    ),
    ("gathered", r"\bpleat(?:s|ed|ing)?\b|\bgather\b|\btwist(?:ed)? (?:it |them )?(?:shut|closed)\b"),
    ("ball", r"\bseam[- ](?:side[- ])?down\b|\bball\b"),
)
WORDS = tuple((closing, re.compile(pattern, re.IGNORECASE)) for closing, pattern in SAID)


def closing_of(title: str, method: str) -> str | None:
    """The closing a recipe's title or method speaks of, None where it says nothing of it.

    >>> closing_of("Spinach turnovers", ""), closing_of("Buns", "Gather the edges and pleat."), closing_of("Buns", "")
    ('half_moon', 'gathered', None)
    """
    text = f"{title}. {method}"
    return next((closing for closing, words in WORDS if words.search(text)), None)
