"""What the recipe a bake was read from states: each statement with its words, and what was not understood."""

from typing import Annotated, Self

from pydantic import Field, PrivateAttr, ValidationInfo, model_validator

from airycrumb.bake.fields import Flag, OneOf, Problems, Text, Written, left_out, told
from airycrumb.pantry import Ingredient, find
from airycrumb.quantities import Band, parse
from airycrumb.recipe.to_bake import LONGEST_KEPT, MOST_STATED, MOST_UNREAD
from airycrumb.words.quantity import Kind

STEPS = (
    *("", "yeast", "knead", "rise", "cold", "bench", "proof", "preheat", "bake", "steam", "fry", "rest", "core"),
    *("cool", "simmer", "roast", "wash", "topping"),
)
FOOD = "food"  # stated of a wash or topping, in place of a quantity
# what is stated: what kind of quantity it is and the unit it is written in
KINDS: dict[str, tuple[Kind, str]] = {
    "minutes": ("duration", "min"),
    "temperature": ("temperature", "C"),
    "pieces": ("count", ""),
    "loads": ("count", ""),
    "at_once": ("count", ""),
    "each_g": ("mass", "g"),
    "filling_each_g": ("mass", "g"),
    "thick_mm": ("length", "mm"),
    "across_mm": ("length", "mm"),
}


class Stated(Written):
    """One thing the recipe states."""

    step: Annotated[str, OneOf(STEPS)] = told("step", "What it is about; empty where it is about the pieces.")
    what: Annotated[str, OneOf((*KINDS, FOOD))] = told("what", "What is stated of it.")
    value: Annotated[str, Text(60, "60 min")] = told(
        "value", "How much, with its unit; a bare number of pieces; the key of a food."
    )
    to: Annotated[str, Text(40, "90 min")] = left_out("", "to", "The other end, where a range is stated.")
    words: Annotated[str, Text(420)] = told("words", "The recipe's own sentence.")
    condition: Flag = left_out(False, "condition", "Whether it only holds in a case the sentence names.")
    settled: Flag = left_out(False, "settled", "Whether the cook has said that what stands in the bake is meant.")
    _band: Band = PrivateAttr()
    _item: Ingredient | None = PrivateAttr(None)

    @property
    def band(self) -> Band:
        """How much, in the core's units. Of a food there is none."""
        return self._band

    @property
    def item(self) -> Ingredient | None:
        """The food stated; None where a quantity is."""
        return self._item

    @model_validator(mode="after")
    def _can_be_read(self, info: ValidationInfo) -> Self:
        problems, own = Problems(), (info.context or {}).get("own", ())
        if self.what == FOOD:
            self._item = problems.collect(lambda: find(self.value, "value", own))
            problems.done()
            return self
        kind = KINDS[self.what][0]
        low = problems.collect(lambda: _number(self.value, kind))
        high = problems.collect(lambda: _number(self.to, kind)) if self.to else low
        problems.done()
        assert low is not None and high is not None
        self._band = Band(min(low, high), (low + high) / 2, max(low, high))
        return self


def _number(text: str, kind: Kind) -> float:
    return float(parse(f"{text} min", "duration")) if kind == "count" else parse(text, kind)


class Recipe(Written):
    """The recipe a bake was read from, as it was pasted, and what it states."""

    text: Annotated[str, Text(LONGEST_KEPT)] = left_out("", "text", "The recipe as it was pasted.")
    stated: Annotated[tuple[Stated, ...], Field(max_length=MOST_STATED)] = left_out(
        (), "stated", "What its method and headings state: numbers, and what goes on the outside."
    )
    unread: Annotated[tuple[Annotated[str, Text(300)], ...], Field(max_length=MOST_UNREAD)] = left_out(
        (), "unread", "Lines with a number or a food that nothing in the bake is taken from."
    )
