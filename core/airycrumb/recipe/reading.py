"""A whole recipe: its title, its ingredients in their parts, and what its method says."""

import re
from dataclasses import dataclass, field

from airycrumb.memo import in_time
from airycrumb.problems import InputError, Problem
from airycrumb.recipe.amounts import plain, read_amount
from airycrumb.recipe.lines import BULLET, Habits, ReadLine, read_line
from airycrumb.recipe.linked import as_plain_text
from airycrumb.recipe.method import Said, said_in
from airycrumb.words import as_number, say, verbatim

SPACES = re.compile(r"[^\S\n]+")
LONGEST_LINE = 300  # characters, of an ingredient
LONGEST_TEXT, LONGEST_PAGE = 60_000, 900_000  # characters, of a recipe and of a page that holds one
MOST_LINES = 1000
PARTS = (
    ("sponge", r"\b(?:sponge|poolish|biga|pre-?ferment|starter)\b"),
    ("soaked", r"\b(?:scald|soaker|soaked|tangzhong|roux)\b"),
    ("filling", r"\bfilling|\bstuffing|\bfor the inside\b"),
    ("wash", r"\b(?:egg ?wash|wash|glaze|to brush|brushing|to glaze)\b"),
    ("topping", r"\btopping|\bto finish\b|\bto serve\b|\bto sprinkle\b|\bdecorat|\bicing\b"),
    ("dough", r"\bdough|\bbread|\bbuns?\b|\bbase\b|\bmain\b"),
)
METHOD = re.compile(
    r"^\W*(?:method|directions?|instructions?|steps?|preparation|how to make|procedure)\W*", re.IGNORECASE
)
INGREDIENTS = re.compile(r"^\W*ingredients?\W*$", re.IGNORECASE)
VERBS = re.compile(
    r"^\W*(?:\d+[.)]\s*)?(?:in a|in the|mix|combine|stir|add|knead|place|put|roll|"
    r"divide|bake|steam|let|leave|cover|heat|preheat|pre-heat|"
    r"cut|shape|brush|fry|cook|whisk|dissolve|make|turn|take|transfer|set|when|after|meanwhile|once|pour|fold|wrap|seal|repeat|punch|knock)\b",
    re.IGNORECASE,
)
DOUGH_ROLES = {"flour", "yeast", "leavener", "improver"}
EITHER_ROLES = {"liquid", "egg", "fat", "sugar", "salt", "dairy"}


@dataclass(frozen=True)
class PlacedLine:
    """A line and the part it belongs to: dough, sponge, soaked, filling (or "filling 2" and on), wash or topping;
    sure: said by a heading."""

    part: str
    sure: bool
    line: ReadLine

    @property
    def doubted(self) -> bool:
        """Whether a word is said about it, or where it belongs was guessed."""
        return bool(self.line.why) or self.line.sureness < 1 or not self.sure


@dataclass(frozen=True)
class Reading:
    """A recipe as understood; lines in their order, `unread` those nothing could be made of."""

    title: str
    lines: list[PlacedLine]
    said: list[Said]
    method: str
    not_used: tuple[str, ...] = ()

    @property
    def unread(self) -> list[ReadLine]:
        """Lines without an ingredient or an amount."""
        return [p.line for p in self.lines if p.line.by != "taste" and (p.line.use is None or p.line.grams is None)]


HEADING_WORDS = set(
    re.findall(
        r"\w+",
        "for the a of dough bread bun buns base main filling fillings stuffing egg wash glaze topping toppings "
        "sponge starter poolish biga preferment pre ferment scald soaker soaked tangzhong roux to brush finish "
        "sprinkle decorate icing inside part 1 2",
    )
)
# "Goat cheese filling": a heading without a colon, where a title cannot stand any more
FILLING_LINE = re.compile(r"^(?:for the )?(?:[a-z-]+ ){1,4}(?:filling|stuffing)$", re.IGNORECASE)
MOST_FILLINGS = 6
# "200 g leek (for the leek filling)"
FOR_FILLING = re.compile(r"(?<!\s)\s*\(for the ((?:[^()\s]+ ){0,8}(?:filling|stuffing))\)\s*$", re.IGNORECASE)
FOR_WASH = re.compile(r"\b(?:for|to) (?:the )?(?:egg ?wash|wash|brush(?:ing)?|glaz(?:e|ing))\b", re.IGNORECASE)
YIELD = re.compile(r"^\W*(?:makes?|yields?|serves)\b", re.IGNORECASE)


def _heading(text: str, begun: bool = False) -> str | None:
    """The part a heading names; None for what is no heading. begun: whether a title or an ingredient stands before
    it.
    """
    bare = text.strip().strip("#*_ ").strip()
    if not bare or len(bare) > 48 or YIELD.match(bare) or read_amount(plain(bare))[0] is not None:
        return None
    # "Sour cherry buns" is a title and "Egg wash" a heading: without a colon every word must be a heading's.
    if (
        not bare.endswith(":")
        and not (begun and FILLING_LINE.match(bare))
        and not set(re.findall(r"[a-z]+", bare.lower())) <= HEADING_WORDS
    ):
        return None
    return next((part for part, words in PARTS if re.search(words, bare, re.IGNORECASE)), None)


def _is_method(text: str) -> bool:
    return bool(VERBS.match(text)) or len(text) > 140 or (len(text) > 70 and text.rstrip().endswith("."))


def _refuse_rubbish(text: str, longest: int) -> None:
    lines = text.count("\n")
    if len(text) > longest or (longest == LONGEST_TEXT and lines > MOST_LINES):
        raise InputError(
            [
                Problem(
                    "too_large",
                    "text",
                    say(
                        "This has {text} characters in {lines} lines: paste one recipe, at most {longest} characters.",
                        text=as_number(len(text)),
                        lines=as_number(lines + 1),
                        longest=as_number(longest),
                    ),
                )
            ]
        )
    if not text.strip():
        raise InputError(
            [Problem("empty", "text", say("There is nothing to read: paste a recipe, one ingredient a line."))]
        )


@dataclass
class _Cursor:
    """Where the reading stands: title seen, part it is in, whether the method has begun, fillings' headings."""

    title: str = ""
    part: str | None = None
    in_method: bool = False
    fillings: list[str] = field(default_factory=list)

    def enter(self, part: str, heading: str) -> None:
        """Go on under a heading; each filling with a heading of its own is a part of its own."""
        self.in_method = False
        name = " ".join(re.findall(r"[a-z]+", heading.lower()))
        if part == "filling":
            if name not in self.fillings:
                self.fillings = [*self.fillings, name][:MOST_FILLINGS]
            at = self.fillings.index(name) if name in self.fillings else MOST_FILLINGS - 1
            part = f"filling {at + 1}" if at else "filling"
        self.part = part


def _sorted_text(text: str) -> tuple[str, list[tuple[str | None, str]], list[str]]:
    """Title, (part or None, line) of the ingredients, and the method's lines."""
    at = _Cursor()
    ingredients: list[tuple[str | None, str]] = []
    method: list[str] = []
    for raw in text.splitlines():
        in_time()
        line = raw.strip()
        if not line or INGREDIENTS.match(line):
            continue
        heading = _heading(line, bool(at.title or ingredients))
        opens = METHOD.match(line)
        if opens and len(line) < 40:
            at.in_method, line = True, line[opens.end() :].strip()
            if not line:
                continue
        elif heading:
            at.enter(heading, line)
            continue
        if told := FOR_FILLING.search(line):
            at.enter("filling", told[1])
            line = line[: told.start()]
        bare = BULLET.sub("", line)
        starts_with_amount = read_amount(plain(bare))[0] is not None
        if at.in_method or (_is_method(line) and not starts_with_amount):
            method.append(line)
        elif not at.title and not ingredients and not starts_with_amount and not line.endswith(":"):
            at.title = line.strip("#*_ ")
        else:
            ingredients.append((at.part, line))
    return at.title, ingredients, method


def _placed(part: str | None, lines: list[ReadLine], seen_dough_end: bool) -> list[PlacedLine]:
    own = [("wash" if FOR_WASH.search(line.segment) else None) for line in lines]
    inferred = "filling" if seen_dough_end else "dough"
    return [PlacedLine(w or part or inferred, bool(w or part), line) for w, line in zip(own, lines, strict=True)]


def read_recipe(text: str, habits: Habits = Habits()) -> Reading:  # noqa: B008
    """A pasted recipe as understood.

    Where no heading says so, ingredients are dough until the first that no dough holds. Raises
    InputError with a sentence for nothing, for rubbish, and for a text with no ingredient in it.
    """
    _refuse_rubbish(text, LONGEST_PAGE)
    # One space is as good as many, and no pattern then runs along them again and again.
    text = SPACES.sub(" ", as_plain_text(text))
    _refuse_rubbish(text, LONGEST_TEXT)
    title, ingredients, method = _sorted_text(text)
    placed: list[PlacedLine] = []
    past_dough = False
    for part, line in ingredients:
        read = read_line(line[:LONGEST_LINE], habits)
        roles = {r.role for r in read}
        has_flour = any(p.line.role == "flour" for p in placed)
        past_dough = past_dough or (has_flour and not roles & (DOUGH_ROLES | EITHER_ROLES | {""}))
        placed += _placed(part, read, past_dough and not roles & DOUGH_ROLES)
    if not any(p.line.use for p in placed):
        raise InputError(
            [
                Problem(
                    "no_ingredients",
                    "text",
                    say(
                        "No ingredient was found in this: write one a line, such as “{example}”.",
                        example=verbatim("500 g bread flour"),
                    ),
                )
            ]
        )
    joined = "\n".join(method)
    return Reading(title or "A recipe", _with_yield(placed), said_in(f"{_yield_lines(text)}\n{joined}"), joined)


def _with_yield(placed: list[PlacedLine]) -> list[PlacedLine]:
    """Lines that are no ingredient but say how many it makes are not ingredients."""
    return [p for p in placed if not YIELD.match(p.line.written)]


def _yield_lines(text: str) -> str:
    """Lines outside the method that say how many it makes."""
    return "\n".join(line for line in text.splitlines() if YIELD.match(line))
