"""Which pantry item a recipe means, how sure that is, and why."""

import re
from dataclasses import dataclass
from difflib import get_close_matches
from functools import cache

from airycrumb.pantry import Ingredient, Own, shelf

# Words that leave a choice open, and what is taken for them.
OPEN_WORDS = {
    "flour": "“flour” alone is taken for all-purpose flour",
    "yeast": "“yeast” alone is taken for active dry yeast",
    "dried yeast": "“dried yeast” is taken for active dry yeast, which is woken first",
    "salt": "“salt” alone is taken for fine salt; flaky salt weighs half as much a spoon",
    "oil": "“oil” alone is taken for a plain oil",
    "sugar": "“sugar” alone is taken for white sugar",
    "milk": "“milk” alone is taken for whole milk",
    "cheese": "which cheese is not said: a hard grated one is taken",
}


@dataclass(frozen=True)
class Match:
    """item: None where nothing fits; sureness 0 to 1; why: one sentence, empty where it is plain."""

    item: Ingredient | None
    sureness: float
    why: str


@cache
def _index() -> dict[str, str]:
    """Every name and alias in lower case, to its key."""
    found: dict[str, str] = {"cheese": "hard cheese"}
    for key, item in shelf().items():
        for name in (key, item.name, *item.aliases):
            found.setdefault(name.lower(), key)
    return found


@cache
def _longest() -> int:
    return max(len(name.split()) for name in _index())


def words_of(text: str) -> list[str]:
    """The words a name may be made of: lower case, brackets and punctuation gone."""
    bare = re.sub(r"\([^)]*\)", " ", text.lower())
    return re.findall(r"[a-zà-ÿ0-9'%-]+", bare)


def _singular(word: str) -> str:
    for ending, instead in (("ies", "y"), ("oes", "o"), ("ves", "f"), ("s", "")):
        if word.endswith(ending) and len(word) > len(ending) + 2:
            return word[: -len(ending)] + instead
    return word


def _known(words: list[str], own: Own) -> str | None:
    index = {*(item.name.lower() for item in own)} | _index().keys() if own else _index()
    for candidate in (" ".join(words), " ".join([*words[:-1], _singular(words[-1])])):
        if candidate in index:
            return candidate
    return None


def _contained(words: list[str], own: Own) -> tuple[str, int] | None:
    """The longest known name among neighbouring words; of equals the last, where the noun is."""
    longest = max([_longest(), *(len(item.name.split()) for item in own)])
    for length in range(min(longest, len(words)), 0, -1):
        for start in range(len(words) - length, -1, -1):
            name = _known(words[start : start + length], own)
            if name is not None:
                return name, length
    return None


def match(text: str, own: Own = ()) -> Match:
    """The pantry item a text means, the kitchen's own first. Text before a comma counts first: what follows is preparation."""
    head = text.split(",")[0]
    words = words_of(head) or words_of(text)
    if not words:
        return Match(None, 0.0, "No ingredient is named.")
    found = _contained(words, own)
    if found is None and "," in text:
        found = _contained(words_of(text), own)
    if found is None:
        near = get_close_matches(" ".join(words), _index(), n=1, cutoff=0.82)
        if not near:
            return Match(None, 0.0, f"“{' '.join(words)[:40]}” is not in the pantry.")
        return Match(shelf()[_index()[near[0]]], 0.5, f"“{' '.join(words)[:40]}” looks like {near[0]}.")
    name, length = found
    item = next((mine for mine in own if mine.name.lower() == name), None) or shelf()[_index()[name]]
    if name in OPEN_WORDS:
        return Match(item, 0.75, f"{OPEN_WORDS[name]}.")
    if length == len(words) or set(words) - set(name.split()) <= PREPARATION:
        return Match(item, 1.0, "")
    return Match(item, 0.85, f"Read from “{' '.join(words)[:48]}”.")


PREPARATION = set(
    words_of(
        "finely roughly coarsely thinly freshly fresh chopped diced minced grated sliced crushed ground peeled cooked raw"
        " soft softened melted cold warm hot lukewarm room temperature beaten sifted toasted drained rinsed squeezed"
        " shredded crumbled cubed dried pitted plus extra more for dusting kneading greasing brushing to taste of the a an"
        " large small medium whole plain organic good quality and or optional cup cups about at packed lightly firmly"
    )
)
