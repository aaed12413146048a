"""Which pantry item a recipe means, how sure that is, and why."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from difflib import get_close_matches
from functools import cache, lru_cache

from airycrumb.pantry import Ingredient, Own, shelf
from airycrumb.recipe.lexicon import Hit, Words, hits, known, name_words, names, singular
from airycrumb.recipe.tokens import set_of
from airycrumb.words import NOTHING, Message, say, verbatim

# Words that leave a choice open, and what is taken for them.
OPEN_WORDS = {
    "flour": say("“flour” alone is taken for all-purpose flour."),
    "yeast": say("“yeast” alone is taken for active dry yeast."),
    "dried yeast": say("“dried yeast” is taken for active dry yeast, which is woken first."),
    "salt": say("“salt” alone is taken for fine salt; flaky salt weighs half as much a spoon."),
    "cheese": say("Which cheese is not said: a hard grated one is taken."),
    "meat": say("Which meat is not said: a raw ground one is taken."),
    "stew": say("What is in the stew is not said: cooked meat is taken."),
}


@dataclass(frozen=True)
class Match:
    """item: None where nothing fits; sureness 0 to 1; why: one sentence, empty where it is plain. raw: what one of it
    weighs is known of this, where the item is the cooked one; tongue: the language it was named in, "" for English.
    """

    item: Ingredient | None
    sureness: float
    why: Message
    raw: Ingredient | None = None
    tongue: str = ""


# Heads that name quite another food with a word before them: almond flour is no flour of wheat.
HEADS = frozenset({"flour", "milk", "oil", "cream", "butter", "cheese", "yoghurt", "yogurt", "chocolate"})
# Words that make it another food, besides the names of foods the pantry knows.
OTHER_FOODS = (
    "amaranth banana bean cashew cassava coconut corn gluten-free grain-free hemp maize millet nut oat pea plant "
    "plantain quinoa rice seed sheep soy soya sorghum tapioca teff tigernut tiger-nut vegan dairy-free gram"
)
# Last words that say less than what stands before them.
GENERIC = frozenset(
    HEADS | {"meat", "sugar", "salt", "yeast", "spice", "spices", "stock", "greens", "herbs", "stew", "dough"}
)
# Foods that flavour such a head and do not replace it.
FLAVOURS = (
    "garlic herb lemon lime chilli chili vanilla salt pepper cinnamon honey fruit spice spices strong ginger basil "
    "parsley dill chive thyme rosemary sage mint spirit coffee cocoa ham bread"
)
FOOD_ROLES = frozenset({"nut", "seed", "pulse", "grain", "vegetable", "fruit", "flour"})

PREPARATION = frozenset(
    name_words(
        "finely roughly coarsely thinly freshly fresh chopped diced minced grated sliced crushed ground peeled cooked "
        "raw soft softened melted cold warm hot lukewarm tepid room temperature beaten sifted toasted drained rinsed "
        "squeezed shredded crumbled cubed dried pitted plus extra more for dusting kneading greasing brushing to taste "
        "of the a an large small medium whole plain organic good quality and or optional cup cups about at packed "
        "lightly firmly very fine free-range unsalted boneless skinless ripe washed cut small big well thawed salted "
        "heaped heaping level scant boiled steamed roasted fried mashed stale day-old each unbleached refined pure "
        "sized size in natural neutral runny clear pieces piece cubes chunks some then dry drained wild freshly "
        "sharp mild mature extra full-fat low-fat smoked skinned trimmed deseeded cored stoned halved quartered torn "
        "tin tins can cans jar jars pkg package packet packets box carton sachet medium-sized "
        "snipped quick-rise rapid-rise extra-virgin virgin ball balls leftover nos streaky rashers rasher husk mixed "
        "separated sieved heated scalded cooled chilled frozen young tender baby light your favourite favorite "
        "de di du des del fresco fresca freschi tiede tibia warme lauwarme lauwarmes frische frischer gerieben picada"
    )
)
COOKING = set_of(
    "cooked boiled steamed roasted roast fried sauteed braised wilted caramelised caramelized poached grilled "
    "mashed browned hard-boiled cotti cotto cuit cuits cuites gekocht gekochte asada cocida cocido cocidas"
)
COOKED_INSTEAD = {
    "potato": "potato cooked",
    "squash raw": "squash cooked",
    "pumpkin raw": "squash cooked",
    "beetroot raw": "beetroot cooked",
    "whole egg": "egg cooked",
    "ground meat raw": "mince cooked",
    "ground beef raw": "mince cooked",
    "lean mince raw": "mince cooked",
    "beef raw": "beef cooked",
    "beef steak raw": "beef cooked",
    "lamb raw": "lamb cooked",
    "pork raw": "pork roast cooked",
    "pork shoulder raw": "pork roast cooked",
    "pork belly raw": "pork roast cooked",
    "poultry raw": "chicken cooked",
    "ground chicken raw": "chicken cooked",
    "chicken breast raw": "chicken cooked",
    "chicken thigh raw": "chicken cooked",
    "hake raw": "fish cooked",
    "cod raw": "fish cooked",
    "haddock raw": "fish cooked",
    "rice raw": "rice cooked",
    "lentils dry": "lentils cooked",
}


@cache
def _cooked() -> dict[str, str]:
    """The cooked food for each raw one, by key."""
    found = {key: f"{key} cooked" for key in shelf() if f"{key} cooked" in shelf()}
    for key in shelf():
        if key.endswith(" raw") and (other := f"{key[:-4]} cooked") in shelf():
            found[key] = other
    return found | COOKED_INSTEAD


@lru_cache(maxsize=1)
def _other_foods() -> frozenset[str]:
    """Single words that name a food other than the heads'."""
    named = {name.lower() for i in shelf().values() if i.role in FOOD_ROLES for name in (i.key, *i.aliases)}
    others = {name for name in named if " " not in name} | set(OTHER_FOODS.split())
    return frozenset(others - HEADS - set(FLAVOURS.split()))


def _another_food(words: Sequence[str], name: Words) -> bool:
    """Whether what was read as a head has a word before it that makes it another food: teff flour, vegan cheese."""
    head = name[-1]
    if head not in HEADS or head not in words:
        return False
    before = words[: words.index(head)]
    return any(w in _other_foods() or singular(w) in _other_foods() for w in before if w not in name)


def best_of(found: Sequence[Hit]) -> Hit | None:
    """The last name, where the noun is; the longest where the last is a word for many foods ("parmesan cheese")."""
    if found and found[-1].named.name not in GENERIC:
        return found[-1]
    return max(found, key=lambda hit: (hit.end - hit.start, hit.start), default=None)


@lru_cache(maxsize=64)
def _by_letter(own: Own) -> dict[str, list[str]]:
    found: dict[str, list[str]] = {}
    for words, named in names(own).items():
        if not named.tongue and words:
            found.setdefault(words[0][:1], []).append(" ".join(words))
    return found


LONGEST_GUESS = 5  # words looked at for a slip of the pen


def _alike(words: Sequence[str], own: Own) -> tuple[str, Ingredient] | None:
    """A name a slip of the pen away from these words, or from one of them."""
    for said in (" ".join(words), *sorted(words[:LONGEST_GUESS], key=len, reverse=True)):
        if len(said) < 4:
            continue
        # A slip is seldom in the first letter, and comparing with every name would take milliseconds a line.
        near = get_close_matches(said[:60], _by_letter(own).get(said[0], ()), n=1, cutoff=0.82)
        if near:
            return near[0], names(own)[tuple(near[0].split())].item
    return None


def _nothing(words: Sequence[str], own: Own) -> Match:
    said = " ".join(words)
    near = _alike(words, own)
    if near is None:
        return Match(None, 0.0, say("“{said}” is not in the pantry.", said=verbatim(said[:40])))
    looks = say("“{said}” looks like {near}.", said=verbatim(said[:40]), near=verbatim(near[0]))
    return Match(near[1], 0.5, looks)


def match(text: str, own: Own = ()) -> Match:
    """The pantry item a text means, the kitchen's own first. Text before a comma counts first: what follows is
    preparation.
    """
    before, _, after = text.partition(",")
    return match_words(name_words(before), name_words(after), own)


def match_words(words: Sequence[str], notes: Sequence[str] = (), own: Own = ()) -> Match:
    """The pantry item that words mean; notes: what is done to it, where a food may stand too."""
    words = words or notes
    if not words:
        return Match(None, 0.0, say("No ingredient is named."))
    found = hits(words, own)
    hit = best_of(found)
    if hit is None and (hit := best_of(hits(notes, own))) is not None:
        words = notes
    if hit is None:
        return _nothing(words, own)
    name = words[hit.start : hit.end]
    item = hit.named.item
    if item not in own and _another_food(words, tuple(name)):
        wanted = say(
            "“{said}” is not in the pantry, and is no {name}: choose what it is like.",
            said=verbatim(" ".join(words)[:40]),
            name=verbatim(" ".join(name)),
        )
        return Match(None, 0.0, wanted)
    if (nearer := _with_a_note(name, notes, own)) is not None:
        return Match(nearer, 1.0, NOTHING)
    plain = _sure_of(hit, words, own)
    if item in own:
        return plain
    return _as_cooked(plain, words, notes, hit)


def _with_a_note(name: Sequence[str], notes: Sequence[str], own: Own) -> Ingredient | None:
    """The food a note makes of it: "poppy seeds, ground", "mozzarella (low-moisture)"."""
    found = (known((note, *name), own) for note in notes)
    return next((named.item for named in found if named is not None), None)


def _sure_of(hit: Hit, words: Sequence[str], own: Own) -> Match:
    item, name, tongue = hit.named.item, hit.named.name, hit.named.tongue
    besides = [w for i, w in enumerate(words) if not hit.start <= i < hit.end]
    if name in OPEN_WORDS and item not in own and set(besides) <= PREPARATION:
        return Match(item, 0.75, OPEN_WORDS[name], tongue=tongue)
    if set(besides) <= PREPARATION:
        return Match(item, 1.0, NOTHING, tongue=tongue)
    return Match(item, 0.85, say("Read from “{said}”.", said=verbatim(" ".join(words)[:48])), tongue=tongue)


def _as_cooked(found: Match, words: Sequence[str], notes: Sequence[str], hit: Hit) -> Match:
    """The cooked food where the line says it is cooked: it weighs and holds water as cooked."""
    item = found.item
    said = {w for w in (*words[: hit.start], *words[hit.end :], *notes) if w in COOKING}
    if item is None or not said or item.key not in _cooked():
        return found
    cooked = shelf()[_cooked()[item.key]]
    why = found.why if hit.start and words[hit.start - 1] in COOKING else say("Taken as weighed when cooked.")
    return replace(found, item=cooked, why=why or found.why, raw=item)
