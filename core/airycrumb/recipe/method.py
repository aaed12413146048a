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
SHAPED_FOR_SURE = SHAPED - set_of("roll rolls cut tray")
CLOSED = set_of("fill filled filling wrap fold seal pleat braid close")
PROVED = set_of("proof prove rise")
HEATS = ("bake", "steam", "fry")
HEATING = set_of("steam bake")
FOAMS = set_of("yeast foamy foam frothy foams bubbly")
AWAKE = set_of("yeast milk water foam foamy")
INSIDE = set_of("filling fillings stuffing custard")
FILLS = INSIDE | set_of("mixture jam cheese")
PUTS = set_of("put place spoon each fill middle centre add")
EACH_PIECE = set_of("each apiece piece pieces ball balls portion portions portioned")
NARROWEST_MM, THICKEST_MM, LIGHTEST_G = 25.0, 12.0, 8.0  # of a piece rolled out, of its wrapper, of its dough; assumed
BENCH_MIN = 20.0  # a rest of rounded pieces up to here is a bench rest; assumed
YEAST_MIN = 15.0
MOST_PROOF_MIN = 45.0  # "proof" is said of the first rise too, which takes longer; common practice
LOWEST_HEAT_C = 90.0  # an oven is warmer; common practice
FIRE = set_of("high medium low gentle the off of moderate strong direct medium-low medium-high - residual")
CORE = set_of("inside internal core centre center middle probe thermometer")
BESIDE = set_of("more after every extra longer another fan")  # a number they stand beside is a condition


@dataclass(frozen=True)
class Said:
    """Something a recipe says. step: what it is about; what: temperature, minutes, pieces, loads, at_once, each_g,
    filling_each_g, thick_mm or across_mm; value in °C, min, pieces, loads, g or mm; text: the sentence it stands in;
    condition: true where it only holds in a case the sentence names ("in a cold house 15 more")."""

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


@dataclass(frozen=True)
class _Sentence:
    """A sentence: its words, and where words of a step stand and clauses begin."""

    text: str
    tokens: Sequence[Token]
    words: frozenset[str]
    steps: Sequence[tuple[int, str]]
    clauses: Sequence[int]

    @classmethod
    def of(cls, text: str) -> "_Sentence":
        """A sentence as written."""
        tokens = tokens_in(OFF.sub("warm place", text))
        return cls(text, tokens, frozenset(t.word for t in tokens), _steps_at(tokens), _clauses(tokens))

    def step_of(self, number: Number) -> str:
        """The step of a number, by the verb nearest before it."""
        return _nearest(self.steps, number.at, self.clauses)

    def around(self, number: Number, before: int, behind: int) -> set[str]:
        """The words beside a number."""
        return _around(self.tokens, number, before, behind)

    @property
    def hot(self) -> bool:
        """Whether it names the temperature of a heat."""
        return any(n.what == "temperature" and n.value.low > LOWEST_HEAT_C for n in numbers_in(self.tokens))

    @property
    def shapes(self) -> bool:
        """Whether pieces are shaped in it, and it is not about the dough."""
        return bool(self.words & SHAPED) and not DOUGH.search(self.text)

    def heated_before(self, number: Number) -> bool:
        """Whether a time of heat, or its end, has been told before a number."""
        heats = [i for i, t in enumerate(self.tokens) if STEP_OF.get(t.word) in HEATS and i < number.at]
        if not heats or not self.words & HEATING:
            return False
        return any(t.kind == "number" or t.word in ("off", "lid") for t in self.tokens[heats[0] : number.at])


class _Teller:
    """Goes through the sentences of a method, knowing what has been done so far."""

    def __init__(self) -> None:
        self.shaped = False
        self.rolled = False
        self.heated = False
        self.last = ""

    def tell(self, text: str) -> Iterator[Said]:
        """What a sentence says."""
        told = _Sentence.of(text)
        found = []
        for number in numbers_in(told.tokens):
            one = self._one(number, told)
            if one is not None:
                found.append(one)
                self.last = one.step or self.last
            step = told.step_of(number)
            cooks = step in HEATS and number.what == "minutes" and (self.shaped or step != "fry")
            self.heated = self.heated or cooks
        self._done(told.words)
        yield from _once(found)

    def _done(self, words: frozenset[str]) -> None:
        """Remembers what a sentence has done with the dough."""
        in_pieces = bool(words & SHAPED) and not words & INSIDE
        self.shaped = self.shaped or in_pieces or bool(words & SHAPED_FOR_SURE)
        self.rolled = self.rolled or bool(words & CLOSED)

    def _one(self, number: Number, told: _Sentence) -> Said | None:
        beside = told.around(number, 1, 1)
        after = beside & {"after"} and number.what == "temperature"
        condition = (bool(beside & BESIDE) and not after) or "house" in told.around(number, 6, 0)
        if number.what == "minutes":
            about = self._about(number, told) or (self.last if condition else "")
            return Said(about, "minutes", number.value, told.text, condition)
        if number.what == "temperature":
            return Said(self._warm(number, told), "temperature", number.value, told.text, condition)
        if number.what == "mm":
            return _size(number, told)
        if number.what == "pieces":
            return Said("", "pieces", number.value, told.text, condition)
        if number.what in ("loads", "at_once"):
            # Flour is added in two batches too.
            step = told.step_of(number)
            return Said(step, number.what, number.value, told.text, condition) if step in HEATS else None
        # A sheet of 30 x 40 cm weighs nothing.
        return _weight(number, told) if number.what in ("g", "ml") else None

    def _about(self, number: Number, told: _Sentence) -> str:
        """The step of a time."""
        step = told.step_of(number)
        if step == "cool":
            return "cool" if told.words & INSIDE or not self.heated else "rest"
        if step == "stand":
            return self._stands(number, told)
        if step == "" and told.words & AWAKE:
            return "yeast"
        return step or ("bake" if told.hot else "")

    def _stands(self, number: Number, told: _Sentence) -> str:
        """Which standing it is: of the yeast, the dough, the rounds, the pieces, or under the lid when all is done."""
        minutes, words = number.value.low, told.words
        if self.heated or told.heated_before(number):
            return "rest"
        if "proof" in words and minutes <= MOST_PROOF_MIN:
            return "proof"
        if words & FOAMS and minutes <= YEAST_MIN and not self.shaped:
            return "yeast"
        if AGAIN.search(told.text):
            return "proof"
        of_dough = DOUGH.search(told.text) and not self.rolled and not words & (SHAPED - {"tray"})
        if of_dough or not (self.shaped or told.shapes):
            return "rise"
        rounds = bool(words & ROUNDED) and not self.rolled and not words & PROVED
        return "bench" if rounds and minutes <= BENCH_MIN else "proof"

    def _warm(self, number: Number, told: _Sentence) -> str:
        """The step of a temperature: of a heat, of the middle, or of the place a dough stands in."""
        step = told.step_of(number)
        if told.around(number, 3, 3) & CORE:
            return "core"
        if number.value.low >= LOWEST_HEAT_C:
            # No dough stands at such a heat: "Proof 1 hour. 220 C for 15 minutes" bakes.
            return step if step and step != "stand" else "bake"
        if step == "stand":
            return "proof" if self.shaped or "buns" in told.words else "rise"
        return "" if step == "cold" else "yeast"


def _size(number: Number, told: _Sentence) -> Said | None:
    """A thickness or a width; None for a distance, a border or a slit."""
    behind = told.around(number, 0, 2)
    thick = ("thick" in behind and "," not in behind) or told.around(number, 3, 0) & {"thickness", "thick"}
    if not thick and behind & NO_SIZE:
        return None
    if not thick and number.value.typical >= NARROWEST_MM:
        return Said("", "across_mm", number.value, told.text)
    rolled_thin = number.value.typical < THICKEST_MM and "roll" in told.words
    return Said("", "thick_mm", number.value, told.text) if thick or rolled_thin else None


def _weight(number: Number, told: _Sentence) -> Said | None:
    """What a weight or spoonful is of: each piece, the filling in each, or nothing told here."""
    near = told.around(number, 4, 5)
    if near & FILLS and told.words & PUTS:
        return Said("", "filling_each_g", number.value, told.text)
    each = near & EACH_PIECE or "portion" in told.words
    if number.what == "g" and each and number.value.typical >= LIGHTEST_G:
        return Said("", "each_g", number.value, told.text)
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
