"""A whole recipe: its title, its ingredients in their parts, what its method says, and what was not understood."""

import re
from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Any

from airycrumb.memo import in_time
from airycrumb.problems import InputError, Problem
from airycrumb.recipe.kitchens import as_the_text_measures
from airycrumb.recipe.layout import LONGEST_LINE, Sorted, Sorter, mended, rows_of
from airycrumb.recipe.lexicon import hits
from airycrumb.recipe.lines import Habits, ReadLine, for_all, line_of, of_flour, read_line
from airycrumb.recipe.linked import unwrapped
from airycrumb.recipe.method import Said, counts_in, said_in, sentences
from airycrumb.recipe.outside import ON_IT, PutOn, put_on
from airycrumb.recipe.prose import OUTSIDE, Cursor, brushed_on, things_told
from airycrumb.recipe.tokens import plain, tokens_of
from airycrumb.words import as_number, say, verbatim

SPACES = re.compile(r"[^\S\n\t]+")
LONGEST_TEXT, LONGEST_PAGE = 200_000, 900_000  # characters, of a recipe and of a page that holds one
MOST_LINES = 1000
MOST_FILLINGS = 6
DOUGH_ROLES = {"flour", "yeast", "leavener", "improver", "dough"}
EITHER_ROLES = {"liquid", "egg", "fat", "sugar", "salt", "dairy"}
# Roles that hardly stand in a dough, and from how many g on that is asked about; assumed.
STRANGE_IN_DOUGH = {"ground meat": 0.0, "poultry": 0.0, "fish": 0.0, "cooked meat": 0.0, "cooked fish": 0.0}
STRANGE_IN_DOUGH |= {"cheese": 100.0}
FOR_INSIDE = re.compile(r"^\W*for the (?:filling|stuffing)\b", re.IGNORECASE)
RAW_IN = ("ground meat", "poultry", "fish")
ALL_BUT = re.compile(r"\b(?:everything|all)\b[^.]{0,20}\b(?:but|except)\b", re.IGNORECASE)
SERVES = re.compile(r"^\W*serv", re.IGNORECASE)
MAKES = re.compile(r"\bmakes \d", re.IGNORECASE)
SERVED = "serve"  # what is eaten beside the pieces: in no sum
NOT_AN_INGREDIENT = "none"
TOLD = ("method", "page", "title")  # kinds of lines that may tell ingredients in sentences
# Sweet things spread or rolled in, which no dough is made with; common practice, no source.
SPREAD = {
    "jam",
    "apricot jam",
    "marmalade",
    "chocolate",
    "chocolate chips",
    "chocolate spread",
    "caramel",
    "lemon curd",
}
SPREAD |= {"marzipan", "prune paste", "quince paste", "fruit jelly", "milk chocolate", "white chocolate", "praline"}


@dataclass(frozen=True)
class PlacedLine:
    """A line and the part it belongs to: dough, sponge, soaked, filling (or "filling 2" and on), wash or topping;
    sure: said by a heading; plain: as good as said, by where it stands among the others."""

    part: str
    sure: bool
    line: ReadLine
    plain: bool = False

    @property
    def doubted(self) -> bool:
        """Whether a word is said about it, or where it belongs was guessed."""
        return bool(self.line.why) or self.line.sureness < 1 or not (self.sure or self.plain)


@dataclass(frozen=True)
class Reading:
    """A recipe as understood; lines in their order; not_used: lines of the text that name a food or an amount and were
    taken for no ingredient; pages: all the lines taken for no part of the recipe; tongue: the language it is in, ""
    for English; text: what was read, a page's recipe without the page; counts: pieces of each filling, by its
    part, where its heading says so; called: what it calls each
    filling; finish: what the method brushes or strews on; bake: the
    document that came with these words, None where none did."""

    title: str
    lines: list[PlacedLine]
    said: list[Said]
    method: str
    not_used: tuple[str, ...] = ()
    pages: tuple[str, ...] = ()
    tongue: str = ""
    text: str = ""
    counts: tuple[tuple[str, int], ...] = ()
    called: tuple[tuple[str, str], ...] = ()
    finish: tuple[PutOn, ...] = ()
    bake: dict[str, Any] | None = None

    @property
    def unread(self) -> list[ReadLine]:
        """Lines without an ingredient or an amount."""
        counted = (p for p in self.lines if p.part != NOT_AN_INGREDIENT and p.line.by != "taste")
        return [p.line for p in counted if p.line.use is None or p.line.grams is None]

    @property
    def outside(self) -> list[PutOn]:
        """What is listed as a wash or topping, then what only the method puts on. What fills the pieces is none."""
        on_it = [(p.part, p.line) for p in self.lines if p.part in ON_IT]
        listed = {line.use: PutOn(part, line.use, line.name, line.written) for part, line in on_it if line.use}
        inside = {p.line.use for p in self.lines if p.part.startswith("filling")}
        told = [one for one in self.finish if one.key not in listed and (one.step == "wash" or one.key not in inside)]
        return [*(one for key, one in listed.items() if key != "water"), *told]


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


def _nothing_found() -> InputError:
    message = say(
        "No ingredient was found in this: write one a line, such as “{example}”.",
        example=verbatim("500 g bread flour"),
    )
    return InputError([Problem("no_ingredients", "text", message)])


class _Placing:
    """Gives each line its part: that of its heading, what the line itself says it is for, or what a dough can be."""

    def __init__(self, habits: Habits) -> None:
        self.habits = habits
        self.past_dough = False
        self.flour_seen = False

    def place(self, row: Sorted) -> list[PlacedLine]:
        """The things of a row of ingredients, each in its part."""
        read = [replace(one, written=row.written) for one in read_line(row.text[:LONGEST_LINE], self.habits)]
        roles = {r.role for r in read}
        known = not roles & (DOUGH_ROLES | EITHER_ROLES | {""}) or any(r.use in SPREAD for r in read)
        self.past_dough = self.past_dough or (self.flour_seen and known and not any(r.purpose for r in read))
        self.flour_seen = self.flour_seen or bool(roles & {"flour", "dough"})
        inside = (self.past_dough and not roles & DOUGH_ROLES) or FOR_INSIDE.match(row.text)
        guessed = "filling" if inside else "dough"
        return [self._placed(one, row, guessed) for one in read]

    def _plain(self, line: ReadLine, guessed: str) -> bool:
        """Whether its place needs no question though no heading gives it: water and salt among the flour and yeast, a
        vegetable or a cheese once the filling has begun.
        """
        either = line.role in EITHER_ROLES
        if guessed == "dough":
            return self.flour_seen and not self.past_dough and either and line.role != "egg"
        # Cinnamon and lemon zest go into doughs as well.
        flavours = line.role == "spice" or "zest" in (line.use or "")
        return self.past_dough and not either and not flavours and line.role not in DOUGH_ROLES

    def _placed(self, line: ReadLine, row: Sorted, guessed: str) -> PlacedLine:
        part = line.purpose or _rather(row.part if row.part not in ("ingredients", "method") else None, line)
        if part is not None:
            placed = PlacedLine(part, bool(line.purpose) or row.sure, line)
        else:
            # What raises or thickens nothing else needs no heading to be the dough's.
            sure = guessed == "dough" and line.role in DOUGH_ROLES
            placed = PlacedLine(guessed, sure, line, self._plain(line, guessed))
        return _asked_about(_unweighed(placed))


def _rather(part: str | None, line: ReadLine) -> str | None:
    """A beaten egg to finish with is a wash, and a glaze of sugar is no wash."""
    if part == "topping" and line.role == "egg":
        return "wash"
    if part == "wash" and (line.role in ("sugar", "seed", "nut") or "seeds" in line.written.lower()):
        return "topping"
    return part


def _unweighed(placed: PlacedLine) -> PlacedLine:
    """What is brushed or strewn on, or served beside, needs no amount."""
    line = placed.line
    if placed.part not in ("wash", "topping", SERVED) or line.use is None or line.given:
        return placed
    freely = say("To taste: it is not weighed, and not counted.")
    return replace(placed, line=replace(line, by="taste", sureness=max(line.sureness, 0.85), why=(freely,)))


def _asked_about(placed: PlacedLine) -> PlacedLine:
    """A dough with meat or a lot of cheese in it is asked about."""
    line, least = placed.line, STRANGE_IN_DOUGH.get(placed.line.role)
    if placed.part != "dough" or least is None or (line.grams and line.grams.typical < least):
        return placed
    asked = say("In the dough? It reads like a filling.")
    return PlacedLine(placed.part, False, replace(line, why=(*line.why, asked)))


def _by_the_method(lines: list[PlacedLine], told: list[str]) -> list[PlacedLine]:
    """Lines no heading places, moved where every sentence that names them is about one part."""
    if all(p.sure for p in lines):
        return lines
    cursor = Cursor()
    parts: dict[str, set[str]] = {}
    for sentence in told:
        part = cursor.of(sentence)
        if (part == "dough" and not OUTSIDE.search(sentence)) or ALL_BUT.search(sentence):
            continue
        for hit in hits([t.word for t in tokens_of(plain(sentence))]):
            parts.setdefault(hit.named.item.key, set()).add(part)
    return [_moved(p, parts.get(p.line.use or "", set())) for p in lines]


def _moved(placed: PlacedLine, parts: set[str]) -> PlacedLine:
    if placed.sure or placed.part not in ("dough", "filling") or len(parts) != 1 or parts == {placed.part}:
        return placed
    (part,) = parts
    if placed.line.role in DOUGH_ROLES and part != "dough":
        return placed
    why = say("Placed by what the method does with it.")
    return replace(placed, part=part, line=replace(placed.line, why=(*placed.line.why, why)))


def _from_prose(sentences_told: list[str], habits: Habits) -> list[PlacedLine]:
    """Ingredients out of the sentences of a method."""
    found: list[PlacedLine] = []
    cursor = Cursor()
    for sentence in sentences_told:
        part = cursor.of(sentence)
        told = list(things_told(sentence, habits.own))
        if part == "wash" and not told and (one := brushed_on(sentence, habits.own)):
            told = [one]
        read = [line_of(thing, sentence, "", habits) for thing in told]
        part = _inside_if_raw(part, read)
        found += [_asked_about(PlacedLine(part, part != "dough" or one.role != "", one)) for one in read]
    return found


def _inside_if_raw(part: str, read: list[ReadLine]) -> str:
    """The part of a sentence: no dough holds raw meat, so it tells of what goes inside."""
    raw = any(one.role in RAW_IN and one.grams for one in read)
    return "filling" if part == "dough" and raw else part


def _has_flour(lines: list[PlacedLine]) -> bool:
    return any(p.line.role in ("flour", "dough") for p in lines)


def _not_used(rows: list[Sorted], lines: list[PlacedLine]) -> Iterator[str]:
    """Rows taken for no ingredient that give an amount of a food."""
    read = {p.line.written for p in lines}
    for row in rows:
        told = row.kind in ("page", "method") and row.written not in read
        if told and any(True for sentence in sentences(row.text) for _ in things_told(sentence)):
            yield row.written


def _by_percentage(lines: list[PlacedLine]) -> list[PlacedLine]:
    """Baker's percentages weighed, where the recipe says how much flour 100 % is."""
    told = [p for p in lines if p.line.percent is not None]
    flour = [p.line.grams.typical for p in lines if p.line.role == "flour" and p.line.grams]
    if len(told) < 3 or not flour:
        return lines
    whole = any(p.line.role == "flour" for p in told)
    kept = [p for p in lines if not (whole and p.line.role == "flour" and p.line.percent is None)]
    return [replace(p, line=of_flour(p.line, sum(flour))) if p.line.percent is not None else p for p in kept]


def _for_all(lines: list[PlacedLine], told: list[Said]) -> list[PlacedLine]:
    """What is said of one piece, for as many as the recipe makes."""
    pieces = next((one.value.typical for one in told if one.what == "pieces"), None)
    return [replace(p, line=for_all(p.line, pieces)) for p in lines]


def _tongue(lines: list[PlacedLine]) -> str:
    """The language most foods are named in."""
    told = [p.line.tongue for p in lines if p.line.use]
    other = [t for t in told if t]
    return max(set(other), key=other.count) if len(other) * 2 > len(told) else ""


def _glazes(lines: list[PlacedLine]) -> list[PlacedLine]:
    """A glaze with sugar or jam and no egg is a topping with all that is in it."""
    washed = [p for p in lines if p.part == "wash" and not p.line.purpose]
    egg = any(p.line.role == "egg" for p in washed)
    sweet = any(p.part == "topping" and p.line.role == "sugar" for p in lines)
    if egg or not washed or not sweet:
        return lines
    return [replace(p, part="topping") if p in washed else p for p in lines]


def read_recipe(text: str, habits: Habits = Habits()) -> Reading:  # noqa: B008
    """A pasted recipe as understood.

    Where no heading says so, ingredients are dough until the first that no dough holds. Raises InputError with a
    sentence for nothing, for rubbish, and for a text with no ingredient in it.
    """
    _refuse_rubbish(text, LONGEST_PAGE)
    # One space is as good as many, and no pattern then runs along them again and again.
    words, bake = unwrapped(text)
    text = SPACES.sub(" ", words)
    _refuse_rubbish(text, LONGEST_TEXT)
    habits = as_the_text_measures(text, habits)
    sorter = Sorter(mended(rows_of(text)), habits.own)
    rows = sorter.sorted()
    method = [row.text for row in rows if row.kind == "method"]
    lines = _by_percentage(_placed(rows, habits))
    lines = _by_the_method(_glazes(lines), [s for row in method for s in sentences(row)])
    joined = "\n".join(method)
    counted = _counted(rows, joined)
    lines = _for_all(lines, counted)
    return Reading(
        sorter.title or "A recipe",
        lines,
        counted,
        joined,
        tuple(dict.fromkeys(_not_used(rows, lines))),
        tuple(dict.fromkeys(row.written for row in rows if row.kind == "page")),
        _tongue(lines),
        text.strip(),
        tuple(sorter.counts.items()),
        tuple(sorter.called.items()),
        tuple(put_on(joined, habits.own)),
        bake,
    )


def _placed(rows: list[Sorted], habits: Habits) -> list[PlacedLine]:
    """The ingredients, each where it belongs; out of the prose where no list has flour."""
    placing = _Placing(habits)
    lines: list[PlacedLine] = []
    for row in rows:
        in_time()
        if row.kind == "ingredient":
            lines += placing.place(row)
    lines = lines if _has_flour(lines) else _with_prose(rows, lines, habits)
    if not any(p.line.use for p in lines):
        raise _nothing_found()
    return lines


def _with_prose(rows: list[Sorted], lines: list[PlacedLine], habits: Habits) -> list[PlacedLine]:
    told = _from_prose([s for row in rows if row.kind in TOLD for s in sentences(row.text)], habits)
    read = {p.line.written for p in told}
    return [*told, *(p for p in lines if p.line.written not in read)]


def _counted(rows: list[Sorted], method: str) -> list[Said]:
    """What is said of how many it makes: how many it serves says so only where nothing else does."""
    told = [row.text for row in rows if row.kind == "yield" or MAKES.search(row.text)]
    makes, serves = (counts_in("\n".join(t for t in told if bool(SERVES.match(t)) is eaten)) for eaten in (False, True))
    return [*makes, *said_in(method), *serves]
