"""The corpus of recipes: texts written and annotated by hand, and how well a reading agrees with them.

A file of `tests/corpus` holds texts of one manner. `## name` begins a text; a star after the name sets it aside: it is
only ever scored. `@part` says where what follows belongs. After ` ~ ` stands what a line says: `food amount`, parted by
commas, amounts in g or as 2c (US cups), 1T, 0.5t, 300ml, 3x (pieces), 0.5pint; `-` where it is not weighed. After
`!` stand facts of the method, `step.what value`.
"""

from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass, field
from functools import cache
from pathlib import Path

from airycrumb.data.measures import AS_MEASURED
from airycrumb.pantry import find
from airycrumb.problems import InputError
from airycrumb.recipe import Reading, read_recipe
from airycrumb.recipe.lexicon import known, name_words
from airycrumb.recipe.reading import PlacedLine

FOLDER = Path(__file__).parents[1] / "corpus"
VOLUMES = {"c": 236.5882365, "T": 14.78676478, "t": 4.92892159, "ml": 1.0, "pint": 473.176473}
NEAR = 0.12  # of an amount: how near counts as right
FACT_NEAR = 0.03


@dataclass(frozen=True)
class Thing:
    """What a line says: a pantry key, its part and its g; None where it is not weighed."""

    use: str
    part: str
    grams: float | None
    line: str


@dataclass
class Text:
    """One annotated recipe. facts: (step, what, low, high)."""

    name: str
    manner: str
    aside: bool
    lines: list[str] = field(default_factory=list)
    things: list[Thing] = field(default_factory=list)
    facts: list[tuple[str, str, float, float]] = field(default_factory=list)

    @property
    def text(self) -> str:
        """The recipe as a cook would paste it."""
        return "\n".join(self.lines)


def _key(name: str) -> str:
    named = known(name_words(name))
    assert named is not None, name
    return named.item.key


def _grams(use: str, amount: str) -> float | None:
    """g of a gold amount, by the pantry's own density and piece."""
    item = find(use)
    number = float(amount.rstrip("cTtmlpinx") or 1)
    unit = amount[len(amount.rstrip("cTtmlpinx")) :]
    if not unit:
        return number
    if unit == "x":
        return None if item.piece_g is None else number * item.piece_g
    if item.role == "flour" and unit == "c":
        return number * 130.0 * (item.density or 0.53) / 0.53
    return number * VOLUMES[unit] * AS_MEASURED.get(use, item.density or 1.0)


def _thing(written: str, part: str, line: str) -> Thing:
    name, _, amount = written.strip().rpartition(" ")
    use = _key(name)
    return Thing(use, part, None if amount == "-" else _grams(use, amount), line)


def _fact(written: str) -> tuple[str, str, float, float]:
    name, _, value = written.strip().partition(" ")
    step, _, what = name.rpartition(".")
    low, _, high = value.partition("-")
    return step, what, float(low), float(high or low)


def _annotated(line: str, part: str, into: Text) -> str:
    """Reads one line of a corpus file into the text; returns the part that goes on."""
    if line.startswith("@"):
        return line[1:]
    plain, _, gold = line.partition(" ~")
    into.lines.append(plain)
    gold = gold.strip()
    where = part
    if gold.startswith("@"):
        where, _, gold = gold[1:].partition(" ")
        while gold[:1].isdigit() and gold[1:2] == " ":
            where, gold = f"{where} {gold[0]}", gold[2:]
    things, _, facts = gold.partition("!")
    into.things += [_thing(one, where, plain) for one in things.split(",") if one.strip()]
    into.facts += [_fact(one) for one in facts.split(",") if one.strip()]
    return part


@cache
def corpus() -> tuple[Text, ...]:
    """Every text of the corpus."""
    texts: list[Text] = []
    for path in sorted(FOLDER.glob("*.txt")):
        part = ""
        for line in path.read_text(encoding="utf-8").splitlines():
            if line.startswith("## "):
                name, _, star = line[3:].partition(" ")
                if "-" in name:
                    texts.append(Text(name, path.stem, star == "*"))
                    part = ""
                    continue
            part = _annotated(line, part, texts[-1])
    return tuple(texts)


def read(text: str) -> Reading | None:
    """A text as read, None where the reader refuses it with a sentence."""
    try:
        return read_recipe(text)
    except InputError:
        return None


@dataclass
class Score:
    """Counts of one text or of several. silent: wrong or lost without a word; wrong: wrong, lost or too much, with a
    word or without; needless: right, and a word is said about it all the same.
    """

    gold: int = 0
    found: int = 0
    read: int = 0
    silent: int = 0
    wrong: int = 0
    needless: int = 0
    facts: int = 0
    facts_found: int = 0
    facts_read: int = 0
    misses: list[str] = field(default_factory=list)

    def add(self, other: "Score") -> None:
        """Counts another text in."""
        for name in (
            "gold",
            "found",
            "read",
            "silent",
            "wrong",
            "needless",
            "facts",
            "facts_found",
            "facts_read",
            "misses",
        ):
            setattr(self, name, getattr(self, name) + getattr(other, name))

    @property
    def recall(self) -> float:
        """Share of what the texts say that is read right: food, grams and part."""
        return self.found / self.gold if self.gold else 1.0

    @property
    def precision(self) -> float:
        """Share of what is read that the texts say."""
        return self.found / self.read if self.read else 1.0

    @property
    def silent_rate(self) -> float:
        """Share of what the texts say that is wrong or lost without a word."""
        return self.silent / self.gold if self.gold else 0.0

    @property
    def needless_rate(self) -> float:
        """Share of what is read right about which a word is said."""
        return self.needless / self.found if self.found else 0.0

    @property
    def told(self) -> str:
        """How many of the wrong ones are told."""
        return f"{self.wrong - self.silent}/{self.wrong}"

    @property
    def fact_recall(self) -> float:
        """Share of the method's facts that are read, with their step."""
        return self.facts_found / self.facts if self.facts else 1.0

    @property
    def fact_precision(self) -> float:
        """Share of the facts read that the texts say, over the texts that are annotated with any."""
        return self.facts_found / self.facts_read if self.facts_read else 1.0


def near(value: float | None, gold: float | None, share: float = NEAR) -> bool:
    """Whether an amount is right; one that is not weighed may be given a little."""
    return gold is None or (value is not None and abs(value - gold) <= share * max(gold, 1e-9))


def _squeezed(text: str) -> str:
    return "".join(c for c in text.lower() if c.isalnum())


def _doubted(reading: Reading, line: str) -> bool:
    """Whether anything of this line is shown as unsure, not used or not understood."""
    wanted = _squeezed(line)
    told = [*(p.line.written for p in reading.lines if p.doubted), *reading.not_used]
    return any(one and (one in wanted or wanted in one) for one in map(_squeezed, told))


def _facts_of(reading: Reading) -> list[tuple[str, str, float, float]]:
    told = [s for s in reading.said if not s.condition]
    return [(*_gold_name(s.step, s.what), s.value.low, s.value.high) for s in told]


GOLD = {"each_g": ("each", "g"), "filling_each_g": ("filling_each", "g"), "thick_mm": ("thick", "mm")}
GOLD |= {"across_mm": ("across", "mm"), "pieces": ("", "pieces")}


def _gold_name(step: str, what: str) -> tuple[str, str]:
    """How a fact is named in the corpus."""
    if what in GOLD:
        return GOLD[what]
    step = "bake" if step == "preheat" and what == "temperature" else step
    return step, {"minutes": "min", "temperature": "c"}[what]


def _same_fact(a: tuple[str, str, float, float], b: tuple[str, str, float, float]) -> bool:
    return a[:2] == b[:2] and near(a[2], b[2], FACT_NEAR) and near(a[3], b[3], FACT_NEAR)


def _score_facts(text: Text, reading: Reading, score: Score) -> None:
    left = _facts_of(reading)
    score.facts = len(text.facts)
    score.facts_read = len(left) if text.facts else 0
    for fact in text.facts:
        hit = next((one for one in left if _same_fact(one, fact)), None)
        if hit is None:
            score.misses.append(f"{text.name}: fact {fact}")
            continue
        left.remove(hit)
        score.facts_found += 1


def score(text: Text) -> Score:
    """How well the reading of a text agrees with its annotation."""
    got, reading = Score(gold=len(text.things)), read(text.text)
    if reading is None:
        # Refused with a sentence: nothing is found, and nothing is silent.
        got.facts = len(text.facts)
        got.misses.append(f"{text.name}: refused")
        return got
    left = [p for p in reading.lines if p.line.use]
    got.read = len(left)
    lost = []
    for thing in text.things:
        hit = next((p for p in left if _agrees(p, thing)), None)
        if hit is None:
            lost.append(thing)
        else:
            left.remove(hit)
            got.found += 1
            got.needless += hit.doubted
    for thing in lost:
        silent = not _doubted(reading, thing.line)
        got.silent += silent
        got.misses.append(
            f"{text.name}: {'SILENT ' if silent else ''}lost {thing.use} {thing.grams} {thing.part} | {thing.line}"
        )
    got.wrong = len(lost) + len(left)
    shown = Counter(thing.line for thing in lost)
    for extra in left:
        if not extra.doubted and not shown[extra.line.written]:
            got.silent += 1
        grams = extra.line.grams and round(extra.line.grams.typical, 1)
        mark = "" if extra.doubted else "SILENT "
        got.misses.append(f"{text.name}: {mark}extra {extra.line.use} {grams} {extra.part} | {extra.line.written}")
    _score_facts(text, reading, got)
    return got


def _agrees(placed: PlacedLine, thing: Thing) -> bool:
    grams = placed.line.grams.typical if placed.line.grams else None
    return placed.line.use == thing.use and placed.part == thing.part and near(grams, thing.grams)


def by_manner(aside: bool | None = None) -> Iterator[tuple[str, Score]]:
    """The scores of each manner; aside: only what is set aside, or only what is not."""
    for manner in dict.fromkeys(text.manner for text in corpus()):
        whole = Score()
        for text in corpus():
            if text.manner == manner and aside in (None, text.aside):
                whole.add(score(text))
        yield manner, whole
