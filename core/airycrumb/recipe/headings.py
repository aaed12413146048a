"""Headings of a recipe: which part they open, and what stands behind them in the same line."""

import re
from dataclasses import dataclass
from functools import lru_cache

from airycrumb.recipe.amounts import measure_at
from airycrumb.recipe.lexicon import hits
from airycrumb.recipe.tokens import folded, plain, set_of, tokens_of

# In order: what is plainest first. Words of the trade in five languages, folded; common practice, no source.
PARTS: tuple[tuple[str, str], ...] = (
    (
        "method",
        r"method|directions?|instructions?|preparation|procedure|how to make(?: \w+){0,3}|what to do|"
        r"zubereitung|preparacion|elaboracion|procedimento|preparazione|steps",
    ),
    (
        "ingredients",
        r"ingredients?|you(?:'ll| will)? need|what you need|zutaten|ingredientes|ingredienti|shopping list",
    ),
    (
        "soaked",
        r"scald\w*|soaker|soaked|tangzhong|water roux|milk roux|gelatini[sz]ed",
    ),
    (
        "sponge",
        r"sponge|poolish|biga|pre-?ferment|preferment|starter dough|levain build|vorteig|prefermento",
    ),
    (
        "serve",
        r"to serve|for serving|for dipping|dip|dipping sauce|serve with|to accompany|garnish plate",
    ),
    (
        "wash",
        r"egg ?wash|wash|glaz(?:e|ing)|to brush|brushing|for brushing|milk wash|dorure|bestreichen|"
        r"para pintar",
    ),
    (
        "topping",
        r"topping|to finish|finishing|to sprinkle|sprinkl\w+|decorat\w+|icing|frosting|dusting|on top|"
        r"to decorate|crust topping|streusel|crumble|for the top|garlic butter|drizzle|zum bestreuen|"
        r"guarnizione",
    ),
    (
        "filling",
        r"filling\w*|stuffing|inside\w*|fill|filler|custard|paste|relleno|ripieno|farcitura|fullung|"
        r"garniture|farce|center|centre|middles?",
    ),
    (
        "dough",
        r"dough|masa|impasto|teig|hefeteig|pate|bread|buns?|rolls?|base|crust|pastry|skins?|wrappers?|"
        r"main mix|final mix|mix|loaf",
    ),
)
PATTERNS = tuple((part, re.compile(rf"\b(?:{words})\b")) for part, words in PARTS)
# Words a heading may hold besides the one that names its part.
BESIDE = set_of(
    "for the a an of to and with step one two three four 1 2 3 4 5 6 a b c part final main first second third "
    "last both all in ingredients ingredient needs need sweet savoury savory basic simple quick yeast bread "
    "bun buns rolls roll egg milk white my your our this all-purpose pizza it them grams grammes g amount "
    "optional fur den die das la el per il lo le un una pour de del plain soft night before made make ahead "
    "you will i use remaining other top brushing sprinkling boats flat unbaked per each piece batch curry nut "
    "custard cheese meat"
)
DECORATED = re.compile(r"^\W*(?:#{1,4}\s|\*{2,}|\[|={2,}|-{2,}|_{2,})")
TOLD = re.compile(r"\(\s*(?:for|in) the ([^()]{2,60})\)\s*$|\((filling|dough|wash|topping)\)\s*$", re.IGNORECASE)
BEGINS_WITH_AMOUNT = re.compile(r"^\W*\d(?!\d?[.):](?!\d))")  # "2 cups", and not "1) Dough"
TWO_SENTENCES = re.compile(r"[^\W\d_]{3}\. [A-Z]")
LISTED = re.compile(r"^\W*(?:[^\W\d_]+ ){0,3}[^\W\d_]+ ?:[^.!?]*\.\s*$")
# "All the poolish" goes into the dough, "beaten egg, to glaze" and "milk for brushing" onto the pieces: ingredients.
NO_HEADING = re.compile(
    r"^\W*all (?:of )?(?:the|your) |^[^,:]{3,40}, (?:to|for) [^\W\d_]+$"
    r"|^\W*(?:milk|cream|butter|oil|water|egg|yolk)s? (?:to|for) (?:brush|glaz|dust|sprinkl)\w*$",
    re.IGNORECASE,
)
LONGEST = 70  # characters of a heading
YIELD = re.compile(
    r"^\W*(?:makes?|yields?|serves?|servings?|quantity|portions?|"
    r"for \d+ (?:\w+ )?(?:rolls|buns|pieces|boats|people))\b",
    re.IGNORECASE,
)


@dataclass(frozen=True)
class Heading:
    """part: what it opens (a part, "ingredients" or "method"); name: its words; rest: what follows it in the line;
    sure: whether the part is named and not guessed."""

    part: str
    name: str
    rest: str = ""
    sure: bool = True


def _undecorated(line: str) -> str:
    bare = re.sub(r"^[^\w(]+|[^\w)]+$", "", line.strip())
    return re.sub(r"^\d{1,2}[.)]\s*", "", bare)


@lru_cache(maxsize=2048)
def _part_of(words: str) -> str | None:
    return next((part for part, pattern in PATTERNS if pattern.search(words)), None)


def _core(text: str) -> str:
    """The heading's own words: without brackets, marks and numbers."""
    without = re.sub(r"\([^()]*\)|\[|\]", " ", text)
    return " ".join(t.word for t in tokens_of(plain(without)) if t.kind == "word")


def _words(text: str) -> list[str]:
    return [t.word for t in tokens_of(plain(text))]


def _name(text: str) -> str:
    """What tells one heading from another: its words and numbers."""
    return " ".join(t.word for t in tokens_of(plain(text)) if t.kind != "mark" and t.word not in ("for", "the"))


def _has_amount(text: str) -> bool:
    """Whether there is an amount of food: a number with a unit, or one before a food."""
    tokens = tokens_of(plain(text))
    for at, token in enumerate(tokens):
        if token.kind != "number":
            continue
        read = measure_at(tokens, at)
        if read and read[0].unit:
            return True
        behind = [t.word for t in tokens[at + 1 : at + 4]]
        if read and hits(behind) and not _part_of(" ".join(behind)):
            return True
    return bool(tokens) and tokens[-1].kind == "number" and bool(hits([t.word for t in tokens[:-1]]))


def _all_caps(text: str) -> bool:
    letters = [c for c in text if c.isalpha()]
    return len(letters) > 3 and all(c.isupper() for c in letters)


def _only_heading(core: str, begun: bool) -> bool:
    """Whether every word is one of a heading, or names the food the part is made of: "cabbage filling"."""
    left = [w for w in _without_parts(core).split() if w not in BESIDE]
    if not left:
        return True
    last = _is_part_word(core.split()[-1]) or "filling" in core or "ingredients" in core.split()
    return begun and last and len(left) <= 3 and _part_of(core) in ("filling", "soaked", "sponge", "dough", "wash")


@lru_cache(maxsize=2048)
def _without_parts(core: str) -> str:
    for _, pattern in PATTERNS:
        core = pattern.sub(" ", core)
    return core


@lru_cache(maxsize=2048)
def _is_part_word(word: str) -> bool:
    return any(pattern.fullmatch(word) for _, pattern in PATTERNS)


def _split(line: str) -> tuple[str, str]:
    """A line's words before and behind its first colon or dash, where a part is named before it."""
    for mark in (":", " - ", " – ", " — ", "="):
        before, found, behind = line.partition(mark)
        if found and _part_of(_core(before)) and len(_core(before).split()) <= 6 and not _has_amount_outside(before):
            return before, behind
    return line, ""


def _has_amount_outside(text: str) -> bool:
    return _has_amount(re.sub(r"\([^()]*\)|\b(?:for|per) (?:\w+ ){0,3}\w+(?: \d+ ?g)?", " ", text))


@lru_cache(maxsize=4096)
def heading_of(line: str, begun: bool = False) -> Heading | None:
    """The part a line opens; None for what is no heading. begun: whether a title or an ingredient stands before it."""
    line = _without_stop(line)
    if _is_sentence(line) or NO_HEADING.search(line):
        return None
    before, behind = _split(line.strip().rstrip(":;—–- "))
    core = _core(_undecorated(before))
    if not core or len(before) > LONGEST:
        return None
    part, ends = _part_of(core), line.rstrip().endswith(":")
    if part is None:
        return _guessed(line, core) if ends and begun else None
    if rest := behind.strip(" :*_#"):
        return _with_rest(part, core, line, before, rest)
    if _has_amount_outside(before):
        return None
    if _only_heading(core, begun):
        return Heading(part, _name(line))
    marked = ends or bool(DECORATED.match(line)) or bool(behind) or _all_caps(before)
    short = _only_heading(core, True) or len(core.split()) <= 6
    return Heading(part, _name(line)) if marked and short and (begun or _only_heading(core, False)) else None


def _without_stop(line: str) -> str:
    """A list that stands behind its heading and ends with a full stop: "DOUGH: 450 g flour; 1 tsp salt."."""
    listed = line.rstrip().endswith(".") and LISTED.match(line) and _has_amount(line.partition(":")[2])
    return line.rstrip(". ") if listed else line


def _is_sentence(line: str) -> bool:
    """What no heading is: a yield, an amount, a sentence or two."""
    if len(line) > 400 or YIELD.match(line) or line.rstrip().endswith((".", "!", "?")):
        return True
    return bool(BEGINS_WITH_AMOUNT.match(line) or TWO_SENTENCES.search(line))


def _with_rest(part: str, core: str, line: str, before: str, rest: str) -> Heading | None:
    """A heading with something behind it: its foods, or words of its name."""
    if not _only_heading(core, True):
        return None
    named = _has_amount(rest) or (part in ("wash", "topping", "serve") and hits(_words(rest)))
    return Heading(part, _name(before if named else line), rest if named else "")


def _guessed(line: str, core: str) -> Heading | None:
    """A heading that names no part it is known by: "For the onions:"."""
    if _has_amount(line) or not core.startswith("for the ") or len(core.split()) > 6:
        return None
    return Heading("filling", core, "", False)


def told_in(line: str) -> tuple[str, Heading | None]:
    """A line without the part it says it is for, and that part: "200 g leek (for the leek filling)"."""
    found = re.search(
        r"\(\s*(?:for|in) the ([^()]{2,60})\)\s*$|\((filling|dough|wash|topping)\)\s*$", line, re.IGNORECASE
    )
    if found is None:
        return line, None
    name = found[1] or found[2]
    part = _part_of(folded(name))
    return (line[: found.start()].rstrip(), Heading(part, _name(name))) if part else (line, None)
