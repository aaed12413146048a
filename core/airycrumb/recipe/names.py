"""Which pantry item a recipe means, how sure that is, and why."""

import re
from dataclasses import dataclass
from difflib import get_close_matches
from functools import lru_cache

from airycrumb.pantry import Ingredient, Own, shelf
from airycrumb.words import NOTHING, Message, say, verbatim

# Words that leave a choice open, and what is taken for them.
OPEN_WORDS = {
    "flour": say("“flour” alone is taken for all-purpose flour."),
    "yeast": say("“yeast” alone is taken for active dry yeast."),
    "dried yeast": say("“dried yeast” is taken for active dry yeast, which is woken first."),
    "salt": say("“salt” alone is taken for fine salt; flaky salt weighs half as much a spoon."),
    "oil": say("“oil” alone is taken for a plain oil."),
    "sugar": say("“sugar” alone is taken for white sugar."),
    "milk": say("“milk” alone is taken for whole milk."),
    "cheese": say("Which cheese is not said: a hard grated one is taken."),
}


@dataclass(frozen=True)
class Match:
    """item: None where nothing fits; sureness 0 to 1; why: one sentence, empty where it is plain."""

    item: Ingredient | None
    sureness: float
    why: Message


# Heads that name quite another food with a word before them: almond flour is no flour of wheat.
HEADS = frozenset({"flour", "milk", "oil", "cream", "butter", "cheese", "yoghurt", "yogurt", "chocolate"})
# Words that make it another food, besides the names of foods the pantry knows.
OTHER_FOODS = (
    "amaranth banana bean cashew cassava coconut corn gluten-free grain-free hemp maize millet nut oat pea plant "
    "plantain quinoa rice seed sheep soy soya sorghum tapioca teff tigernut tiger-nut vegan dairy-free gram"
)
# Foods that flavour such a head and do not replace it.
FLAVOURS = "garlic herb lemon lime chilli chili vanilla salt pepper cinnamon honey fruit spice spices"
FOOD_ROLES = frozenset({"nut", "seed", "pulse", "grain", "vegetable", "fruit", "flour"})


@lru_cache(maxsize=1)
def _other_foods() -> frozenset[str]:
    """Single words that name a food other than the heads'."""
    named = {name.lower() for i in shelf().values() if i.role in FOOD_ROLES for name in (i.key, *i.aliases)}
    others = {name for name in named if " " not in name} | set(words_of(OTHER_FOODS))
    return frozenset(others - HEADS - set(words_of(FLAVOURS)))


def _another_food(words: list[str], name: str) -> bool:
    """Whether what was read as a head has a word before it that makes it another food: teff flour, vegan cheese."""
    head = name.split()[-1]
    if head not in HEADS or head not in words:
        return False
    before = words[: words.index(head)]
    return any(w in _other_foods() or _singular(w) in _other_foods() for w in before if w not in name.split())


@lru_cache(maxsize=64)
def _index(own: Own) -> dict[str, Ingredient]:
    """Every name and alias in lower case, to its item; the kitchen's own come first."""
    found = {" ".join(words_of(item.name)): item for item in own}
    for item in shelf().values():
        for name in (item.key, item.name, *item.aliases):
            found.setdefault(name.lower(), item)
    return {"cheese": shelf()["hard cheese"], **found}


@lru_cache(maxsize=64)
def _longest(own: Own) -> int:
    return max(len(name.split()) for name in _index(own))


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
    for candidate in (" ".join(words), " ".join([*words[:-1], _singular(words[-1])])):
        if candidate in _index(own):
            return candidate
    return None


def _contained(words: list[str], own: Own) -> tuple[str, int] | None:
    """The longest known name among neighbouring words; of equals the last, where the noun is."""
    for length in range(min(_longest(own), len(words)), 0, -1):
        for start in range(len(words) - length, -1, -1):
            name = _known(words[start : start + length], own)
            if name is not None:
                return name, length
    return None


def match(text: str, own: Own = ()) -> Match:
    """The pantry item a text means, the kitchen's own first. Text before a comma counts first: what follows is
    preparation.
    """
    words = words_of(text.split(",")[0]) or words_of(text)
    if not words:
        return Match(None, 0.0, say("No ingredient is named."))
    found = _contained(words, own) or (_contained(words_of(text), own) if "," in text else None)
    said = " ".join(words)
    if found is None:
        # A slip is seldom in the first letter, and comparing with every name would take milliseconds a line.
        alike = [name for name in _index(own) if name[0] == said[0]]
        near = get_close_matches(said[:60], alike, n=1, cutoff=0.82)
        if not near:
            return Match(None, 0.0, say("“{said}” is not in the pantry.", said=verbatim(said[:40])))
        return Match(
            _index(own)[near[0]],
            0.5,
            say("“{said}” looks like {near}.", said=verbatim(said[:40]), near=verbatim(near[0])),
        )
    name, length = found
    item = _index(own)[name]
    if item not in own and _another_food(words, name):
        wanted = say(
            "“{said}” is not in the pantry, and is no {name}: choose what it is like.",
            said=verbatim(said[:40]),
            name=verbatim(name),
        )
        return Match(None, 0.0, wanted)
    if name in OPEN_WORDS and item not in own:
        return Match(item, 0.75, OPEN_WORDS[name])
    if length == len(words) or set(words) - set(name.split()) <= PREPARATION:
        return Match(item, 1.0, NOTHING)
    return Match(item, 0.85, say("Read from “{said}”.", said=verbatim(said[:48])))


PREPARATION = set(
    words_of(
        "finely roughly coarsely thinly freshly fresh chopped diced minced grated sliced crushed ground peeled "
        "cooked raw soft softened melted cold warm hot lukewarm room temperature beaten sifted toasted drained "
        "rinsed squeezed shredded crumbled cubed dried pitted plus extra more for dusting kneading greasing brushing "
        "to taste of the a an large small medium whole plain organic good quality and or optional cup cups about at "
        "packed lightly firmly"
    )
)
