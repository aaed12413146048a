"""A pasted text as lines of a recipe: table rows put together, broken lines mended, what is no recipe told apart."""

import re
from collections.abc import Sequence
from dataclasses import dataclass

from airycrumb.data.measures import NUMBER_WORDS
from airycrumb.memo import in_time
from airycrumb.pantry import Own
from airycrumb.recipe.headings import YIELD, Heading, heading_of, told_in
from airycrumb.recipe.lexicon import hits, known
from airycrumb.recipe.lines import BULLET, things_of
from airycrumb.recipe.parts_of_line import Thing, phrases
from airycrumb.recipe.tokens import plain, set_of, tokens_of

LONGEST_NAME = 60  # characters of what a filling is called
LONGEST_META = 90  # characters, of a line about the recipe
LONGEST_LINE = 300  # characters, of an ingredient
# What begins what belongs to the page and not to the recipe; common practice, no source.
NOISE_BEGINS = re.compile(
    r"^\W*(?:notes?|nutrition\w*|nutritional|comments?|reviews?|tips?|you (?:may|might) also like|share|follow us|"
    r"leave a (?:reply|comment)|did you make|more from|advertisement|related|about the|subscribe|newsletter|"
    r"equipment|storage|faq|sign in|rate|all rights|©|more recipes|popular)\b",
    re.IGNORECASE,
)
# A line that says something about the recipe or the page, and is no part of either list.
META = re.compile(
    r"^\W*(?:prep(?:aration)?|total|ready in|time)(?: time)?\s*(?::|\d|$)"
    r"|^\W*(?:prep(?:aration)?|cook(?:ing)?|baking|total|rise|rising|resting)(?: time\b|:|\s*\d+ ?min\w*$)"
    r"|^\W*(?:calories|kcal|fat|saturates|carbs?|carbohydrate\w*|protein|sodium|fibre|fiber|course|cuisine|keywords?|"
    r"author|by|difficulty|level|cost|rating|units?|us customary|print|pin|save|email|jump to|home|menu|search|skip to|"
    r"posted?|updated|published|cook mode|adjust servings|serving size|amount per|nutritional|click here|recipes?$|"
    r"yield$|kitchen notes|store in|this post|remember)\b"
    r"|\d\s*k?cal\b|^\W*(?:[★☆]|\d(?:\.\d)? ?\(\d+\)|(?:\d+x\s*)+$|\d+ (?:years?|days?|months?) ago)",
    re.IGNORECASE,
)  # fmt: skip
VERBS = re.compile(
    r"^\W*(?:\d+[.)]?\s*)?(?:(?:then|now|next|first|finally|meanwhile|while|when|after|once|if|let|leave|"
    r"in an?|in the|on an?|"
    r"mix|combine|stir|add|knead|place|put|roll|divide|bake|steam|cover|heat|preheat|pre-heat|cut|shape|brush|fry|cook|"
    r"whisk|dissolve|make|turn|take|transfer|set|pour|fold|wrap|seal|repeat|punch|knock|rub|work|fill|sieve|press|form|"
    r"stretch|dust (?:with|the|them|a|over)|"
    r"proof|prove|rise|rest|weigh|round|portion|refrigerate|soften|soak|simmer|brown|mash|grate|drain|enfourner|"
    r"hornear|cuocere|backen|bei|drop|cool|chill|remove|serve|sprinkle|scatter|spread|gather|"
    r"pinch (?:the|it|them|shut|together)|crimp|slice the|braid|plait|twist|"
    r"roast the|bring|store|enjoy|wait|open|bulk|final proof|second rise|they go|i use)\b|next day)",
    re.IGNORECASE,
)  # fmt: skip
TIMES_OR_HEAT = re.compile(
    r"\bgas mark\b|\d\s*(?:min\w*|mins?|hours?|hrs?|minuten|minuti|minutes)\b|\d\s*°|\b\d{2,3}\s?[CF]\b", re.I
)
GRAM_COLUMNS, PERCENT_COLUMNS = set_of("grams g weight gramos gewicht"), set_of("% percent baker's")
# A row of a file parted by commas: a name, and figures behind it.
COMMAS = re.compile(r"[^,\d]{2,40}(?:,\s*\d[\d.]*\s*(?:g|%)?\s*)+")
PART_NAMED = re.compile(r"(?<=[.;!]) +(?=(?:[^\W\d_]+ ){0,2}[^\W\d_]+ ?:)")
HEADER_CELLS = set_of(
    "ingredient ingredients amount qty quantity unit units item items grams g weight baker's % name menge "
    "zutat mix percent filling dough gramos"
)
# "Filling 1 (for six)", "Filling for two boats": how many pieces it is for
FOR_PIECES = re.compile(
    rf"\bfor (?:the )?(\d{{1,3}}|{'|'.join(w for w in NUMBER_WORDS if len(w) > 2)})\b", re.IGNORECASE
)
TITLE_ENDS = set_of(
    "bun buns roll rolls bread breads loaf loaves calzone calzones turnover turnovers boat boats pie pies pocket "
    "pockets parcel parcels braid braids dumpling dumplings pastries scroll scrolls"
)
LEADERS = re.compile(r"\.(?: ?\.){2,}|_{3,}|\s\.\s")


@dataclass(frozen=True)
class Sorted:
    """One line of a recipe. kind: title, heading, yield, ingredient, method or page; part: the part it stands under,
    None where no heading says it; sure: whether that heading names the part."""

    kind: str
    text: str
    written: str
    part: str | None = None
    sure: bool = True


def rows_of(text: str) -> list[tuple[str, str]]:
    """The lines of a text, as (to read, as written): cells of a table side by side, leaders gone."""
    found: list[tuple[str, str]] = []
    header: list[str] = []
    for raw in text.splitlines():
        in_time()
        written = raw.strip()
        if not written:
            continue
        cells = _cells(raw)
        if len(cells) > 1 and _is_header(cells):
            header = [c.lower() for c in cells]
            found += [(cells[0], written)] if _names_part(cells) else []
        elif len(cells) > 1:
            found.append((_row(cells, header), written))
        else:
            found += [(LEADERS.sub(" ", one), written) for one in _parted(written)]
    return found


def _names_part(header: list[str]) -> bool:
    """Whether a table's first row names the part it lists: "Filling | Grams"."""
    named = heading_of(header[0])
    return named is not None and named.part not in ("ingredients", "method") and len(header) == 2


def _parted(line: str) -> list[str]:
    """A line cut where another part is named in it: "dough: 400 g flour. filling: 200 g feta"."""
    cuts = [hit.start() for hit in PART_NAMED.finditer(line) if _opens_part(line[hit.start() :])]
    ends = [*cuts, len(line)]
    return [one for at, end in zip([0, *cuts], ends, strict=True) if (one := line[at:end].strip())]


def _opens_part(rest: str) -> bool:
    named = heading_of(rest)
    return named is not None and bool(named.rest) and named.part not in ("ingredients", "method")


def _cells(raw: str) -> list[str]:
    """A table row's cells; one where it is no row."""
    for mark in ("\t", "|", ";", ","):
        cells = [c.strip() for c in raw.split(mark)]
        if mark == "," and not (COMMAS.fullmatch(raw.strip()) or _is_header(cells)):
            continue
        if mark == ";" and (len(cells) != 2 or len(cells[0]) > 40 or ":" in raw):
            continue
        cells = [c for c in cells if c and not set(c) <= set("-: ")]
        if len(cells) > 1:
            return cells
    return [raw.strip()]


def _is_header(cells: list[str]) -> bool:
    return all(c.lower() in HEADER_CELLS for c in cells)


def _row(cells: list[str], header: list[str]) -> str:
    cells = _by_columns(cells, header)
    *before, last = cells
    if (named := heading_of(cells[0])) and len(cells) > 2 and named.part not in ("ingredients", "method"):
        return f"{cells[0]}: {' '.join(cells[1:])}"
    return " ".join([*before, last])


def _by_columns(cells: list[str], header: list[str]) -> list[str]:
    """A row's cells with what their columns are in: grams are said, and per cent beside them are not needed."""
    numbers = [i for i, c in enumerate(cells) if re.fullmatch(r"\d[\d.,]*", c)]
    grams, aside = _columns(numbers, header) if len(header) == len(cells) else _guessed_columns(numbers, header)
    return [f"{c} g" if i in grams else c for i, c in enumerate(cells) if i not in aside]


def _columns(numbers: list[int], header: list[str]) -> tuple[list[int], list[int]]:
    """Which cells are grams and which per cent beside them, by the names of the columns."""
    grams = [i for i in numbers if header[i] in GRAM_COLUMNS]
    return grams, [i for i in numbers if grams and header[i] in PERCENT_COLUMNS]


def _guessed_columns(numbers: list[int], header: list[str]) -> tuple[list[int], list[int]]:
    """The same of a row of another length, or of a table without names: of two figures behind a food the first is what
    is weighed, the second its share of the flour.
    """
    if header:
        return (numbers if GRAM_COLUMNS & set(header) else []), []
    return (numbers[:1], numbers[1:]) if len(numbers) > 1 else ([], [])


def mended(rows: list[tuple[str, str]]) -> list[tuple[str, str]]:
    """Lines broken in the middle put together: an amount at the end of one, its food alone in the next."""
    found: list[tuple[str, str]] = []
    for text, written in rows:
        if found and _goes_on(found[-1][0], text):
            before = found.pop()
            text, written = f"{before[0]} {text}", f"{before[1]} {written}"
        found.append((text, written))
    return found


def _goes_on(before: str, text: str) -> bool:
    if len(before) > 80 or len(text) > 40 or heading_of(text, True) or re.search(r"\d", text):
        return False
    last = phrases(tokens_of(BULLET.sub("", plain(before))))
    words = [t.word for t in tokens_of(plain(text))]
    if not last or not last[-1].amounts or not words or not hits(words):
        return False
    if any(p.names and not p.amounts for p in last):  # "Flour, 2 cups" is whole
        return False
    # An amount of nothing yet; or "500 g bread" and "flour", which name one food together.
    return not last[-1].names or (len(words) == 1 and known([last[-1].names[-1], words[0]]) is not None)


def _is_ingredient(found: Sequence[Thing], text: str) -> bool:
    """Whether a line names foods, or an amount in a kitchen's unit of something unknown."""
    if any(thing.amounts and (thing.known or thing.amounts[0].measure.unit) for thing in found):
        return True
    if any(thing.amounts and thing.words for thing in found):
        return not META.match(text)
    return bool(found) and all(thing.known for thing in found) and sum(len(t.words) for t in found) <= 6


def _is_method(text: str, found: Sequence[Thing]) -> bool:
    """Whether a line tells what to do."""
    starts_with_amount = bool(re.match(r"^\W*\d+[./\d\s]*\s*[^\W\d]", BULLET.sub("", text)))
    if re.match(r"^\W*\d{1,2}[.)]?\s+[A-Z]", text) and VERBS.match(text) and TIMES_OR_HEAT.search(text):
        return True
    if starts_with_amount:
        return len(text) > 140
    return bool(VERBS.match(text)) or len(text) > 140 or (len(text) > 70 and text.rstrip().endswith("."))


class Sorter:
    """Goes through a recipe's lines and says what each is."""

    def __init__(self, rows: list[tuple[str, str]], own: Own = ()) -> None:
        self.rows = rows
        self.own = own
        self.title = ""
        self.heading: Heading | None = None
        self.section = "before"
        self.listed = False
        self.fillings: list[str] = []
        first = next((i for i, (text, _) in enumerate(rows) if self._opens_list(text)), None)
        self.list_at = first if first is not None and first > 3 else 0
        self.counts: dict[str, int] = {}
        self.called: dict[str, str] = {}

    @staticmethod
    def _opens_list(text: str) -> bool:
        named = heading_of(text)
        return named is not None and named.part == "ingredients" and not named.rest and len(text) < 40

    def sorted(self) -> list[Sorted]:
        """Every line with what it is."""
        found = []
        for at, (text, written) in enumerate(self.rows):
            in_time()
            found += self._line(at, text[: LONGEST_LINE * 3], written)
        return found

    def _names_a_filling(self, at: int, text: str) -> Heading | None:
        """ "Sausage & Apple" between lines with amounts: foods alone, in capitals, name what comes next."""
        following = self.rows[at + 1][0] if at + 1 < len(self.rows) else ""
        listing = self.listed and self.section != "method" and re.match(r"^\W*\d", following)
        if not listing or not _titled(text):
            return None
        found = things_of(text[:LONGEST_LINE], self.own)
        foods = [hit.named.item.role for thing in found for hit in hits(thing.words, self.own)]
        weighed = any(thing.amounts for thing in found)
        named = not weighed and len(foods) > 1 and not {"salt", "spice"} & set(foods)
        return Heading("filling", text, "", False) if named else None

    def _line(self, at: int, text: str, written: str) -> list[Sorted]:
        if NOISE_BEGINS.match(text) and len(text) < 60 and self.listed:
            self.section = "page"
            return [Sorted("page", text, written)]
        named = heading_of(text, bool(self.title or self.listed)) or self._names_a_filling(at, text)
        if at == 0 and _is_title(text.strip("#*_ !.")):
            return self._opening(text, written)  # "Custard buns", "8 pork buns"
        if named is not None and not (self.section == "before" and at < self.list_at and named.part not in ("method",)):
            return self._heading(named, text, written)
        if YIELD.match(text) or (re.match(r"^\W*for \d+ ", text, re.IGNORECASE) and text.rstrip().endswith(":")):
            return [Sorted("yield", text, written)]
        return [self._plain(at, text, written)]

    def _opening(self, text: str, written: str) -> list[Sorted]:
        """The title over everything, with how many it makes where it says so."""
        self.title = text.strip("#*_ ")
        counted = [Sorted("yield", f"Makes {self.title}", written)] if re.match(r"^\W*\d", text) else []
        return [Sorted("title", self.title, written), *counted]

    def _heading(self, named: Heading, text: str, written: str) -> list[Sorted]:
        if named.part == "method":
            self.section = "method"
            return [Sorted("heading", text, written), *self._behind(named, written, "method")]
        self.section = "list"
        if named.part == "ingredients":
            inner = re.search(r"\(([^()]*)\)", text)
            within = heading_of(inner[1]) if inner else None
            self.heading = within or (self.heading if self.listed else None)
            return [Sorted("heading", text, written), *self._behind(named, written, "ingredient")]
        self.heading = named
        if (told := FOR_PIECES.search(text)) and named.part == "filling":
            self.counts[self._part(named)] = int(NUMBER_WORDS.get(told[1].lower(), 0) or told[1])
        if named.part == "filling" and not named.rest and (name := text.partition(":")[2].strip(" *_#")):
            self.called[self._part(named)] = name[:LONGEST_NAME]
        return [Sorted("heading", text, written), *self._behind(named, written, "ingredient")]

    def _behind(self, named: Heading, written: str, kind: str) -> list[Sorted]:
        """What stands behind a heading in its line."""
        if not named.rest:
            return []
        if kind == "method":
            return [Sorted("method", named.rest, written)]
        return [self._ingredient(one, written) for one in re.split(r"\s*;\s*", named.rest) if one]

    def _ingredient(self, text: str, written: str) -> Sorted:
        self.listed = True
        text, told = told_in(text)
        heading = told or self.heading
        if told:
            self.heading = told if told.part.startswith("filling") else self.heading
        part = self._part(heading) if heading else None
        return Sorted("ingredient", text, written, part, heading.sure if heading else True)

    def _part(self, heading: Heading) -> str:
        """The part a heading opens; each filling with a heading of its own is a part of its own."""
        if heading.part != "filling":
            return heading.part
        if heading.name not in self.fillings:
            self.fillings = [*self.fillings, heading.name][:6]
        at = self.fillings.index(heading.name) if heading.name in self.fillings else 5
        return f"filling {at + 1}" if at else "filling"

    def _plain(self, at: int, text: str, written: str) -> Sorted:
        found = things_of(text[:LONGEST_LINE], self.own)
        if self.section == "page":
            return Sorted("page", text, written)
        if self.section == "method":
            return self._in_method(text, written, found)
        if self.list_at and at < self.list_at:
            return self._above(text.strip("#*_ "), written)
        if _is_about_the_page(text, found):
            return Sorted("page", text, written)
        if _is_method(text, found) or (TIMES_OR_HEAT.search(text) and not any(t.known for t in found)):
            if self.listed:
                self.section = "list"
            return Sorted("method", text, written)
        if not self.title and not self.listed and not _weighs(text, found):
            self.title = text.strip("#*_ ")
            return Sorted("title", text, written)
        if _is_ingredient(found, text):
            return self._ingredient(text, written)
        told = self.listed and text.rstrip().endswith(".") and len(text.split()) > 3
        return Sorted("method" if told or TIMES_OR_HEAT.search(text) else "page", text, written)

    def _above(self, bare: str, written: str) -> Sorted:
        """What stands over the list of ingredients: the title is the first line that looks like one."""
        words = bare.split()
        if not self.title and 2 <= len(words) <= 10 and not META.match(bare) and not bare.endswith((".", ":")):
            self.title = bare
            return Sorted("title", bare, written)
        return Sorted("page", bare, written)

    def _in_method(self, text: str, written: str, found: Sequence[Thing]) -> Sorted:
        # A list that goes on behind the method: amounts with foods, and no sentence.
        weighed = found and all(t.amounts and t.known for t in found) and len(text) < 60
        if weighed and not _is_method(text, found) and not text.rstrip().endswith("."):
            return self._ingredient(text, written)
        return Sorted("method", text, written)


def _is_title(text: str) -> bool:
    """Whether a first line names the pieces: "Buns", "Custard buns", "8 pork buns"."""
    words = text.lower().split()
    named = 0 < len(words) <= 7 and words[-1] in TITLE_ENDS and not any(c.isdigit() for c in "".join(words[1:]))
    return named and ":" not in text and words[0] not in ("for", "makes", "make")


def _titled(text: str) -> bool:
    """Whether several words stand in capitals, as in a name."""
    words = [w for w in re.findall(r"[^\W\d_]+", text) if w.lower() not in ("and", "with", "of", "the")]
    return len(words) > 1 and all(w[0].isupper() for w in words)


def _is_about_the_page(text: str, found: Sequence[Thing]) -> bool:
    """Whether a line tells about the recipe, and weighs no food."""
    short = META.match(text) is not None and len(text) < LONGEST_META
    return short and not any(t.amounts and t.known and t.amounts[0].measure.unit for t in found)


def _weighs(text: str, found: Sequence[Thing]) -> bool:
    """Whether a line gives an amount of anything, in a unit or in figures."""
    figures = any(map(str.isdigit, text))
    return any(t.amounts and (t.amounts[0].measure.unit or figures) for t in found)
