"""What a recipe's method says: temperatures, times, counts, weights, thicknesses, diameters, each with its step."""

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from airycrumb.quantities import Band
from airycrumb.recipe.numbers import NO_SIZE, Number, numbers_in, sentences, tokens_in
from airycrumb.recipe.tokens import Token, set_of

__all__ = ["Said", "said_in", "sentences"]

# Words by the step they speak of; the one nearest before a number decides. Common practice, no source.
STEPS: tuple[tuple[str, frozenset[str]], ...] = (
    ("preheat", set_of("preheat preheated pre-heat heat preheating")),
    ("bake", set_of("bake baked baking oven enfourner hornear cuocere forno backen")),
    ("steam", set_of("steam steamed steamer steaming")),
    ("fry", set_of("fry fried stir-fry saute sauteed frying pan skillet griddle pan-fry sear")),
    ("roast", set_of("roast roasted roasting")),
    ("cold", set_of("fridge refrigerate refrigerated refrigerator overnight")),
    ("stand", set_of("rise rises rising prove proof double doubled ferment stand rest rests leave left wait bulk")),
    ("cool", set_of("cool cooled cooling chill")),
    ("knead", set_of("knead kneaded kneading mixer mix beat")),
    ("simmer", set_of("simmer boil soften brown soak steep toast")),
)  # fmt: skip
STEP_OF = {word: step for step, words in STEPS for word in words}
# An oven that is off is a warm place, and no heat.
OFF = re.compile(
    r"\b(?:switched|turned)[- ]off oven\b|\boven light\b|\boven(?:,)? (?:switched|turned) off\b|"
    r"\boven with (?:only )?the light\b|\bunheated oven\b|\bstone\b",
    re.IGNORECASE,
)
SHAPED = set_of(
    "shape shaped divide divided form formed portion roll rolled fill filled wrap wrapped buns rolls balls pieces cut "
    "knock braid pleat seal stretch dumplings parcels boats breads tray"
)
ROUNDED = set_of("round rounds rounded balls ball divide divided")
AGAIN = re.compile(
    r"\b(?:second|final|last|another|once more|again|2nd)\b[^.]{0,24}(?:ris|pro|rest)|"
    r"\b(?:rise|prove|proof|rise once)\b[^.]{0,14}\b(?:again|once more)\b",
    re.IGNORECASE,
)  # fmt: skip
DOUGH = re.compile(r"\bdough\b|\bbulk\b|\bfirst rise\b", re.IGNORECASE)
HEATS = ("bake", "steam", "fry")
INSIDE = set_of("filling fillings stuffing custard")
BENCH_MIN = 20.0  # a rest of rounded pieces up to here is a bench rest; assumed
YEAST_MIN = 15.0
MOST_PROOF_MIN = 45.0  # "proof" is said of the first rise too, which takes longer; common practice
LOWEST_HEAT_C = 90.0  # an oven is warmer; common practice
FIRE = set_of("high medium low gentle the off of moderate strong direct medium-low medium-high - residual")
CORE = set_of("inside internal core centre center middle probe thermometer")
BESIDE = set_of("more after every extra longer another fan")  # a number they stand beside is a condition


@dataclass(frozen=True)
class Said:
    """Something a recipe says. step: what it is about; what: temperature, minutes, pieces, each_g, filling_each_g,
    thick_mm or across_mm; value in °C, min, pieces, g or mm; text: the sentence it stands in; condition: true where
    it only holds in a case the sentence names ("in a cold house 15 more")."""

    step: str
    what: str
    value: Band
    text: str
    condition: bool = False


def _steps_at(tokens: Sequence[Token]) -> list[tuple[int, str]]:
    """Where words of a step stand; "over high heat" begins nothing."""
    found = []
    for at, token in enumerate(tokens):
        before = tokens[at - 1].word if at else ""
        if token.word in STEP_OF and not (token.word == "heat" and before in FIRE):
            found.append((at, STEP_OF[token.word]))
    return found


def _nearest(steps: Sequence[tuple[int, str]], at: int, clauses: Sequence[int]) -> str:
    """The step of a number: the last word of one before it, in its own clause first; else the next behind it."""
    begin = max((c for c in clauses if c <= at), default=0)
    end = min((c for c in clauses if c > at), default=10**6)
    own = [(i, step) for i, step in steps if begin <= i < end]
    before = [step for i, step in own if i < at]
    if before:
        return before[-1]
    if own:
        return own[0][1]
    earlier = [step for i, step in steps if i < at]
    return earlier[-1] if earlier else (steps[0][1] if steps else "")


def _clauses(tokens: Sequence[Token]) -> list[int]:
    """Where clauses begin: behind a comma, "then", "and", "or"."""
    return [i + 1 for i, t in enumerate(tokens) if t.word in (",", ";", "then", "and", "or", "while", "(")]


def _around(tokens: Sequence[Token], number: Number, before: int, behind: int) -> set[str]:
    near = [*tokens[max(0, number.at - before) : number.at], *tokens[number.end : number.end + behind]]
    return {t.word for t in near}


class _Teller:
    """Goes through the sentences of a method, knowing what has been done so far."""

    def __init__(self) -> None:
        self.shaped = False
        self.rolled = False
        self.heated = False
        self.last = ""

    def tell(self, sentence: str) -> Iterator[Said]:
        """What a sentence says."""
        bare = OFF.sub("warm place", sentence)
        tokens = tokens_in(bare)
        words = {t.word for t in tokens}
        steps, clauses = _steps_at(tokens), _clauses(tokens)
        shapes_first = bool(words & SHAPED) and not DOUGH.search(sentence)
        heated = self.heated
        found = []
        for number in numbers_in(tokens):
            step = _nearest(steps, number.at, clauses)
            one = self._one(number, step, tokens, sentence, shapes_first)
            if one is not None:
                found.append(one)
                self.last = one.step or self.last
            self.heated = self.heated or (step in HEATS and number.what == "minutes" and (self.shaped or step != "fry"))
        self.shaped = self.shaped or bool(words & SHAPED and not (words <= {"tray"}) and not INSIDE & words)
        self.shaped = self.shaped or bool(words & (SHAPED - set_of("roll rolls cut tray")))
        self.rolled = self.rolled or bool(words & set_of("fill filled filling wrap fold seal pleat braid close"))
        self.heated = self.heated or heated
        yield from _once(found)

    def _one(
        self, number: Number, step: str, tokens: Sequence[Token], sentence: str, shapes_first: bool
    ) -> Said | None:
        near = _around(tokens, number, 3, 3)
        beside = _around(tokens, number, 1, 1)
        condition = bool(beside & BESIDE) and not (beside & {"after"} and number.what == "temperature")
        condition = condition or "house" in _around(tokens, number, 6, 0)
        if number.what == "minutes":
            about = self._about(number, step, tokens, sentence, shapes_first) or (self.last if condition else "")
            return Said(about, "minutes", number.value, sentence, condition)
        if number.what == "temperature":
            return self._warmth(number, step, near, sentence, condition)
        if number.what == "mm":
            return _size(number, tokens, sentence)
        if number.what == "pieces":
            return Said("", "pieces", number.value, sentence, condition)
        return _weight(number, tokens, sentence)

    def _about(self, number: Number, step: str, tokens: Sequence[Token], sentence: str, shapes_first: bool) -> str:
        """The step of a time."""
        words = {t.word for t in tokens}
        minutes = number.value.low
        if step == "cool":
            return "cool" if words & INSIDE or not self.heated else "rest"
        if step == "preheat":
            return "preheat"
        if step == "stand":
            return self._stands(minutes, words, number, tokens, sentence, shapes_first)
        if step == "" and minutes and words & set_of("yeast milk water foam foamy"):
            return "yeast"
        return step or (
            "bake" if any(n.what == "temperature" and n.value.low > LOWEST_HEAT_C for n in numbers_in(tokens)) else ""
        )

    def _stands(
        self,
        minutes: float,
        words: set[str],
        number: Number,
        tokens: Sequence[Token],
        sentence: str,
        shapes_first: bool,
    ) -> str:
        """Which standing it is: of the yeast, the dough, the rounds, the pieces, or under the lid when all is done."""
        heats = [i for i, t in enumerate(tokens) if STEP_OF.get(t.word) in HEATS and i < number.at]
        if self.heated or (heats and words & set_of("steam bake") and _nearest_heat_done(tokens, heats, number)):
            return "rest"
        if "proof" in words and minutes <= MOST_PROOF_MIN:
            return "proof"
        foams = {"foamy", "foam", "frothy", "foams", "bubbly"} & words
        if ("yeast" in words or foams) and minutes <= YEAST_MIN and not self.shaped:
            return "yeast"
        if AGAIN.search(sentence):
            return "proof"
        if not (self.shaped or shapes_first):
            return "rise"
        if DOUGH.search(sentence) and not self.rolled and not words & (SHAPED - {"tray"}):
            return "rise"
        rounds = bool(words & ROUNDED) and not self.rolled
        return "bench" if rounds and minutes <= BENCH_MIN and not words & set_of("proof prove rise") else "proof"

    def _warmth(self, number: Number, step: str, near: set[str], sentence: str, condition: bool) -> Said:
        if number.value.low < LOWEST_HEAT_C or near & CORE:
            about = "core" if near & CORE else ("yeast" if step not in ("stand", "cold") else "")
            if step == "stand":
                about = "proof" if self.shaped or "buns" in sentence.lower() else "rise"
            return Said(about, "temperature", number.value, sentence, condition)
        return Said(
            "preheat" if step == "preheat" else (step or "bake"), "temperature", number.value, sentence, condition
        )


def _nearest_heat_done(tokens: Sequence[Token], heats: Sequence[int], number: Number) -> bool:
    """Whether a time of heat has been said before this one in the sentence."""
    return any(t.kind == "number" or t.word in ("off", "lid") for t in tokens[heats[0] : number.at])


def _size(number: Number, tokens: Sequence[Token], sentence: str) -> Said | None:
    behind = {t.word for t in tokens[number.end : number.end + 2]}
    if (behind & {"thick"} and "," not in behind) or _around(tokens, number, 3, 0) & {"thickness", "thick"}:
        return Said("", "thick_mm", number.value, sentence)
    if behind & NO_SIZE or number.value.typical < 25:
        thin = number.value.typical < 12 and not behind & NO_SIZE and "roll" in sentence.lower()
        return Said("", "thick_mm", number.value, sentence) if thin else None
    return Said("", "across_mm", number.value, sentence)


def _weight(number: Number, tokens: Sequence[Token], sentence: str) -> Said | None:
    """What a weight or spoonful is of: each piece, the filling in each, or nothing told here."""
    words = {t.word for t in tokens}
    near = _around(tokens, number, 4, 5)
    inside = near & (INSIDE | set_of("mixture jam cheese")) and words & set_of(
        "put place spoon each fill middle centre add"
    )
    if inside:
        return Said("", "filling_each_g", number.value, sentence)
    each = near & set_of("each apiece piece pieces ball balls portion portions portioned") or words & set_of("portion")
    if number.what == "g" and each and number.value.typical >= 8:
        return Said("", "each_g", number.value, sentence)
    return None


def _once(found: list[Said]) -> list[Said]:
    """Each thing once: "375 F (190 C)" is one temperature said twice, and the round number is kept."""
    kept: list[Said] = []
    for one in found:
        same = next((k for k in kept if k.what == one.what == "temperature" and _alike(k.value, one.value)), None)
        if same is None:
            kept.append(one)
        elif one.value.low == round(one.value.low):
            kept[kept.index(same)] = one
    return kept


def _alike(a: Band, b: Band) -> bool:
    return abs(a.typical - b.typical) <= 4


def said_in(method: str) -> list[Said]:
    """Everything a method says in numbers, in its order."""
    teller = _Teller()
    return [one for sentence in sentences(method) for one in teller.tell(sentence)]


def counts_in(lines: str) -> list[Said]:
    """How many a recipe says it makes, and of what weight, outside its method."""
    return [one for one in said_in(lines) if one.what in ("pieces", "each_g")]
