"""How well texts by other hands are read: make reading TEXTS=FOLDER, or python -m scripts.foreign FOLDER [-v].

The folder holds texts and gold.json: for each its `manner`, its `lines` (`part | food | grams`, several parts or foods
parted by `;`, a food with `?` may be unknown, grams a figure, a range or `x` for no amount) and its `facts`. A line is
right with food, grams (2.5 % either way) and part; silent where it is wrong or lost and no word is said about it.
"""

import json
import sys
from collections import defaultdict
from collections.abc import Iterator
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

from airycrumb.pantry import find, shelf
from airycrumb.problems import InputError
from airycrumb.recipe import Reading, read_recipe
from airycrumb.recipe.lexicon import known, name_words
from airycrumb.recipe.reading import PlacedLine

OFF = 0.025
SAME_PART = {"late": "dough", "soaked": "dough", "filling1": "filling", "filling 1": "filling"}


@dataclass
class Tally:
    """Counts of one text or of several."""

    lines: int = 0
    right: int = 0
    silent: int = 0
    needless: int = 0
    extra: int = 0
    misses: list[str] = field(default_factory=list)

    def add(self, other: "Tally") -> None:
        """Counts another in."""
        for name, value in vars(other).items():
            setattr(self, name, getattr(self, name) + value)

    def __str__(self) -> str:
        of = lambda n, whole: f"{n / whole:7.1%}" if whole else f"{'-':>7}"
        wrong = self.lines - self.right
        return (
            f"{self.lines:5d} {of(self.right, self.lines)} {of(self.silent, self.lines)} {self.extra:5d} "
            f"{of(wrong - self.silent, wrong)} {of(self.needless, self.right)}"
        )


def _range(grams: str) -> tuple[float, float] | None:
    if grams == "x":
        return None
    low, _, high = grams.partition("-")
    return float(low) * (1 - OFF), float(high or low) * (1 + OFF)


def _part(name: str) -> str:
    name = SAME_PART.get(name, name)
    return name.replace("filling ", "filling")


def _right(placed: PlacedLine, parts: set[str], foods: list[str], grams: tuple[float, float] | None) -> bool:
    at = placed.line.grams.typical if placed.line.grams else None
    # What nobody knows is shown as unknown, and weighed by whoever names it.
    fits = grams is None or placed.line.use is None or (at is not None and grams[0] <= at <= grams[1])
    return fits and _named(placed, foods) and _part(placed.part) in {_part(part) for part in parts}


def _named(placed: PlacedLine, foods: list[str]) -> bool:
    """Whether it is one of these foods, or a closer one of the same kind by the line's own word ("mature cheddar" where
    "hard cheese" is asked for).
    """
    keys, use = [f.lstrip("?") for f in foods], placed.line.use
    if use is None:
        return foods[0][0] == "?"
    written = placed.line.written.lower()
    own = any(name in written for name in (find(use).name, *find(use).aliases))
    roles = {item.role for item in shelf().values() if item.key in keys}
    return use in keys or (own and find(use).role in roles)


def _told(reading: Reading, foods: list[str]) -> bool:
    """Whether a word is said of any line that names one of these foods."""
    keys = {f.lstrip("?") for f in foods}
    doubted = (p for p in reading.lines if p.doubted or p.line.use is None or p.line.grams is None)
    said = [*(p.line.written for p in doubted), *reading.not_used, *reading.pages]
    said += [one for p in reading.lines for one in p.line.left]
    words = {word for key in keys for word in key.split()}
    return any(p.doubted and p.line.use in keys for p in reading.lines) or any(
        words & set(line.lower().replace(",", " ").split()) or _names(line) & keys for line in said
    )


def _names(line: str) -> set[str]:
    found = known(name_words(line))
    return set() if found is None else {found.item.key}


def tally(name: str, text: str, gold: dict[str, Any]) -> Tally:
    """One text held against what must be read from it."""
    got = Tally(lines=len(gold["lines"]))
    try:
        reading = read_recipe(text)
    except InputError as refused:
        got.misses = [f"{name}: refused: {refused.problems[0].message}"]
        return got
    left = [p for p in reading.lines if p.part != "not an ingredient"]
    for line in gold["lines"]:
        part, food, grams = line.split("|")
        foods = food.split(";")
        hit = next((p for p in left if _right(p, set(part.split(";")), foods, _range(grams))), None)
        if hit is not None:
            left.remove(hit)
            got.right += 1
            got.needless += hit.doubted
            continue
        silent = not _told(reading, foods)
        got.silent += silent
        near = "; ".join(_shown(p) for p in left if p.line.use in foods) or "nothing"
        got.misses.append(f"{name}: {'SILENT ' if silent else ''}{line}   read: {near}")
    got.extra = len(left)
    got.misses += [f"{name}: extra {_shown(p)} | {p.line.written}" for p in left]
    return got


def _shown(p: PlacedLine) -> str:
    return f"{p.line.use} {p.line.grams and round(p.line.grams.typical)} {p.part}"


def tallies(folder: Path) -> Iterator[tuple[str, str, Tally]]:
    """Name, manner and tally of each text."""
    gold = json.loads((folder / "gold.json").read_text(encoding="utf-8"))
    for name, wanted in sorted(gold.items()):
        text = (folder / f"{name}.txt").read_text(encoding="utf-8")
        yield name, wanted["manner"], tally(name, text, wanted)


def main(folder: Path, verbose: bool) -> None:
    """Prints the table."""
    print("text  lines   right  silent extra told,wrong needless")
    whole, manners = Tally(), defaultdict[str, Tally](Tally)
    for name, manner, one in tallies(folder):
        print(f"{name:<5} {one}  {manner}")
        if verbose:
            print(*(f"      {miss}" for miss in one.misses), sep="\n")
        whole.add(one)
        manners[manner].add(one)
    print(f"all   {whole}")


if __name__ == "__main__":
    main(Path(sys.argv[1]), "-v" in sys.argv)
