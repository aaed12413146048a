"""How a recipe closes its pieces, from its own words; the first that is found decides."""

import re

from airycrumb.words import say

# In order: what is plainest first. Words of the trade; common practice, no source.
SAID: tuple[tuple[str, str], ...] = (
    ("braid", r"\b(?:braid|plait)(?:s|ed|ing)?\b"),
    ("pulled_pie", r"\bhole (?:left |open )?in the (?:middle|centre|center)\b"),
    ("boat", r"\bboats?\b|\bboat-shaped\b"),
    ("well", r"\bpress(?:ed)? (?:a |the |with a )?(?:glass|well|hollow)\b|\bwell in the (?:middle|centre|center)\b"),
    ("pinch", r"\bpinch(?:ed)? (?:two|the) (?:opposite )?sides?\b[^.]{0,30}\bother two\b"),
    ("lidded", r"\b(?:dough )?lids?\b[^.]{0,20}\bon (?:top|each)\b|\btop (?:it|them|each) with a lid\b"),
    ("plain", r"\b(?:without|no) filling\b"),
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
        r"\bhalf[- ]moons?\b|\bturnovers?\b|\bpast(?:y|ies)\b",
    ),
    ("gathered", r"\bpleat(?:s|ed|ing)?\b|\bgather\b|\btwist(?:ed)? (?:it |them )?(?:shut|closed)\b"),
    ("ball", r"\bseam[- ](?:side[- ])?down\b"),
)
# Words a method has for other ends too: they decide only where neither it nor the title says anything plainer.
LOOSELY: tuple[tuple[str, str], ...] = (
    ("half_moon", r"\bfold(?:ed)? (?:it |them |the dough )?(?:over|in half)\b"),
    ("ball", r"\bball\b"),
)
# Each closing in a sentence that reads back as itself.
TOLD = {
    "gathered": say("Gather the edges, pleat and twist shut."),
    "ball": say("Close them and lay them seam side down."),
    "pinch": say("Pinch two opposite sides together, then the other two."),
    "envelope": say("Fold each like an envelope."),
    "half_moon": say("Fold over and crimp: half-moons."),
    "half_moon_fork": say("Fold in half and seal the edges with a fork."),
    "half_moon_rope": say("Fold in half and finish with a rope edge."),
    "crescent": say("Cut into triangles and roll up from the wide end."),
    "two_rounds": say("Lay a second round on top and seal."),
    "lidded": say("Close them and lay a small lid on each."),
    "boat": say("Shape into boats and pinch both ends."),
    "well": say("Press a well into each with a floured glass."),
    "sticks": say("Roll the dough around each stick of filling."),
    "kneaded_in": say("Knead in the filling."),
    "pulled_pie": say("Draw the edges in, leaving a small hole in the middle."),
    "braid": say("Braid the strips over the filling."),
    "layered": say("Spread the filling and roll up into a log."),
    "plain": say("Shape them without filling."),
}
WORDS = tuple((closing, re.compile(pattern, re.IGNORECASE)) for closing, pattern in SAID)
LOOSE_WORDS = tuple((closing, re.compile(pattern, re.IGNORECASE)) for closing, pattern in LOOSELY)


def closing_of(title: str, method: str) -> str | None:
    """The closing a recipe's method or title speaks of, None where neither says anything of it.

    >>> closing_of("Spinach turnovers", ""), closing_of("Buns", "Gather the edges and pleat."), closing_of("Buns", "")
    ('half_moon', 'gathered', None)
    """
    looked = ((WORDS, method), (WORDS, title), (LOOSE_WORDS, f"{title}. {method}"))
    return next((closing for every, text in looked for closing, words in every if words.search(text)), None)
