"""The pieces of a bake: what goes inside them, how they are closed, and who eats how many."""

from dataclasses import dataclass
from functools import cached_property
from typing import Annotated, Any, Self

from pydantic import AfterValidator, Field, PrivateAttr, ValidationInfo, model_validator

from airycrumb.bake.fields import Count, Flag, Measured, NeverNull, OneOf, Problems, Text, Written, left_out, told
from airycrumb.bake.heating import HeatSettings
from airycrumb.bake.ingredients import TAKEN, IngredientLine, TakenFrom
from airycrumb.bake.method import MOST_STEPS, FillingStep
from airycrumb.data.filling import TREATMENTS
from airycrumb.pantry import Ingredient, Part, find
from airycrumb.quantities import share_rounded
from airycrumb.stations.enclose.registry import CLOSINGS
from airycrumb.words import Message, in_grams, say, verbatim

MOST_PIECES, MOST_LAID = 200, 4
VESSELS = ("tray", "box", "bowl")
COOLING = ("cool", "chill")  # steps that cool what was made before them
PLAIN = "plain"  # the closing that holds nothing


class OnTop(Written):
    """Something strewn, dusted, spread or crossed on a piece: it counts for allergens, not for weight or heat."""

    use: Annotated[str, Text(60)] = told("use", 'Key of a pantry item, such as "sesame".')
    written: Annotated[str, Text(200)] = left_out("", "written", "The line of the recipe it was read from.")
    brushed: Flag = left_out(False, "brushed", "Whether it is brushed on, beside the wash or instead of one.")
    _item: Ingredient = PrivateAttr()

    @property
    def item(self) -> Ingredient:
        """The pantry's item."""
        return self._item

    @model_validator(mode="after")
    def _known(self, info: ValidationInfo) -> Self:
        problems, own = Problems(), (info.context or {}).get("own", ())
        item = problems.collect(lambda: find(self.use, "use", own))
        problems.done()
        if item is not None:
            self._item = item
        return self


MostLines = Field(max_length=60, description="As written; only its proportions matter.")


def weight(lines: tuple[IngredientLine, ...]) -> float:
    """g of all of them."""
    return sum(line.part[1] for line in lines)


class LaidInside(Written):
    """Something laid into each piece with its filling: a second mixture, a piece of egg, a square of chocolate."""

    name: Annotated[str, Text(80, "a quarter of egg")] = told("name", "What it is called.")
    each_g: Annotated[float, Measured("mass", "g", "12 g", (1, 1000), say("What is inside"))] = told(
        "each", "Mass of it in one piece, 1 to 1000 g; part of filling_per_piece."
    )
    ingredients: Annotated[tuple[IngredientLine, ...], MostLines]

    @model_validator(mode="after")
    def _holds_something(self) -> Self:
        problems, wanted = Problems(), say("What is laid inside the filling has no ingredients.")
        problems.require(weight(self.ingredients) > 0, "no_filling", "ingredients", wanted)
        problems.done()
        return self


class Filling(Written):
    """What goes inside."""

    name: Annotated[str, Text(80)] = told("name", "What it is called.")
    ingredients: Annotated[tuple[IngredientLine, ...], MostLines]
    state: Annotated[str, OneOf(("raw", "part-cooked", "cooked"))] = told("state", "How it goes into the dough.")
    celsius: Annotated[float, Measured("temperature", "C", "6 C", (0, 60), say("The filling's temperature"))] = told(
        "temperature", "Temperature when wrapped, 0 to 60 °C."
    )
    hands_min: Annotated[float, Measured("duration", "min", "20 min", (0, 480), say("Time to make the filling"))] = (
        told("hands_on", "Time with hands to make it, 0 to 8 h.")
    )
    cool_min: Annotated[float, Measured("duration", "min", "40 min", (0, 2880), say("Time to cool the filling"))] = (
        told("cooling", "Time to cool it after that, 0 to 48 h.")
    )
    treatments: Annotated[
        tuple[Annotated[str, OneOf(tuple(TREATMENTS))], ...],
        Field(max_length=5),
        AfterValidator(lambda several: tuple(dict.fromkeys(several))),
    ] = left_out((), "treatments", "What is done about its juice before it is wrapped.")
    vessel: Annotated[str, OneOf(VESSELS)] = left_out(
        "tray",
        "vessel",
        "What it cools in: spread on a shallow tray, in a box as deep as a finger is long, or heaped in a bowl.",
    )
    made_g: Annotated[
        float | None, Measured("mass", "g", "480 g", (1, 200_000), say("The filling made"), or_null=True)
    ] = left_out(None, "made", "Mass of filling there really is, once it is made.")
    inside: Annotated[LaidInside | None, NeverNull()] = None  # older spelling: the first of what is laid in
    laid: Annotated[tuple[LaidInside, ...], Field(max_length=MOST_LAID)] = left_out(
        (), "laid", "What is laid into each piece with it, one after another."
    )
    taken_from: TakenFrom | None = TAKEN
    steps: Annotated[tuple[FillingStep, ...], Field(max_length=MOST_STEPS)] = left_out(
        (),
        "steps",
        "How it is made, step by step; then hands_on and cooling follow from them. Made in one go if left out.",
    )

    @property
    def making_min(self) -> float:
        """Minutes of hands to make it."""
        return sum(step.hands_min for step in self.steps) if self.steps else self.hands_min

    @property
    def cooling_min(self) -> float:
        """Minutes it cools once it is made."""
        if not self.steps:
            return self.cool_min
        last = self.steps[-1]
        return last.minutes if last.do in COOLING else 0.0

    @property
    def cooling_path(self) -> list[str | int]:
        """Where in the document it stands how long it cools."""
        cools = self.steps and self.steps[-1].do in COOLING
        return ["steps", len(self.steps) - 1, "for"] if cools else ["cooling"]

    @cached_property
    def around(self) -> list[Part]:
        """The filling itself, without what is laid inside it."""
        return [line.part for line in self.ingredients]

    @model_validator(mode="after")
    def _has_what_its_steps_name(self) -> Self:
        problems, here = Problems(), {line.part[0].key for line in self.ingredients}
        for i, step in enumerate(self.steps):
            for key in step.of:
                problems.require(
                    key in here,
                    "not_in_filling",
                    f"steps[{i}].of",
                    say("“{food}” is not in this filling: name one of its ingredients.", food=verbatim(key)),
                )
        problems.done()
        return self

    @property
    def things(self) -> tuple[LaidInside, ...]:
        """Everything laid into each piece with it, one after another."""
        return self.laid if self.inside is None else (self.inside, *self.laid)

    @property
    def is_cooked(self) -> bool:
        """Whether the heat only warms it; part-cooked, it still has to make it safe."""
        return self.state == "cooked"


NO_FILLING = Filling.model_construct(
    name="nothing inside", ingredients=(), state="cooked", celsius=20.0, hands_min=0.0, cool_min=0.0
)


@dataclass(frozen=True)
class Group:
    """Pieces of one size, closing and filling, with what a further group leaves unsaid filled in. g.

    across_mm, thick_mm: size wanted of its wrapper, None where its filling decides; heat: None where they go in with
    the first group's.
    """

    pieces: int
    dough_each_g: float
    filling_each_g: float
    closing: str
    filling: Filling
    heat: HeatSettings | None = None
    across_mm: float | None = None
    thick_mm: float | None = None

    @property
    def called(self) -> Message:
        """Its filling's name in a sentence: the cook's own words, or ours for none."""
        return verbatim(self.filling.name) if self.parts else say("nothing inside")

    @cached_property
    def inside_parts(self) -> list[Part]:
        """What is laid inside, in proportion to the filling round it."""
        around = sum(g for _, g in self.filling.around)
        left = self.filling_each_g - sum(laid.each_g for laid in self.filling.things)
        return [
            (item, g / weight(laid.ingredients) * laid.each_g / left * around)
            for laid in self.filling.things
            for item, g in (line.part for line in laid.ingredients)
        ]

    @cached_property
    def parts(self) -> list[Part]:
        """Everything in the filling, a ratio; what is laid inside it comes last."""
        return [*self.filling.around, *self.inside_parts]


DOUGH_EACH = Measured("mass", "g", "62 g", (10, 1500), say("A piece"))
FILLING_EACH = Measured("mass", "g", "40 g", (5, 1500), say("Filling for a piece"))
PIECES = Count(MOST_PIECES, say("The number of pieces"))
ACROSS = Measured("length", "mm", "120 mm", (30, 1200), say("The wrapper's width"), or_null=True)
THICK = Measured("length", "mm", "4 mm", (0.5, 40), say("The wrapper's thickness"), or_null=True)


def across() -> Any:
    """The field for a width wanted."""
    return left_out(
        None, "across", "Width to roll a piece to, 30 to 1200 mm, if one is wanted; else as wide as its filling asks."
    )


def thick() -> Any:
    """The field for a thickness wanted."""
    return left_out(
        None, "thickness", "Mean thickness to roll a piece to, 0.5 to 40 mm, if one is wanted; width goes first."
    )


class MoreGroup(Written):
    """Further pieces from the same dough, with a filling of their own; what is left out is as in the first group."""

    pieces: Annotated[int, PIECES] = told("pieces", "How many of these.")
    dough_each_g: Annotated[float | None, DOUGH_EACH] = left_out(
        None, "dough_per_piece", "Mass of dough in one, 10 g to 1500 g."
    )
    filling_each_g: Annotated[float | None, FILLING_EACH] = left_out(
        None, "filling_per_piece", "Mass of filling in one piece, 5 g to 1500 g; left out for plain pieces."
    )
    closing: Annotated[str | None, OneOf(tuple(CLOSINGS))] = left_out(None, "closing", "How it is closed.")
    across_mm: Annotated[float | None, ACROSS] = across()
    thick_mm: Annotated[float | None, THICK] = thick()
    filling: Annotated[Filling | None, NeverNull()] = None
    heat: Annotated[HeatSettings | None, NeverNull()] = None


class Eaters(Written):
    """Who eats: decides the number of pieces."""

    count: Annotated[int, Count(MOST_PIECES, say("The number of eaters"))] = told("count", "How many eat.")
    each: Annotated[int, Count(MOST_PIECES, say("Pieces for each eater"))] = told("each", "Pieces for each.")


def missing_filling(group: MoreGroup, where: str) -> list[tuple[str, Message]]:
    """What a group that is not plain lacks, by field."""
    place = verbatim(where)
    found = []
    if group.filling is None:
        found.append(
            (
                "filling",
                say("“{field}” is missing from {where}: add it.", field=verbatim("filling"), where=place),
            )
        )
    if group.filling_each_g is None:
        said = say(
            "“{field}” is missing from {where}: add it, such as {example}.",
            field=verbatim("filling_per_piece"),
            where=place,
            example=verbatim('"40 g"'),
        )
        found.append(("filling_per_piece", said))
    return found


def unfit(group: Group, where: str, problems: Problems) -> None:
    """Keeps what is wrong with a group's filling: nothing in it, or more inside it than there is of it."""
    filling, laid_g = group.filling, sum(laid.each_g for laid in group.filling.things)
    if filling is NO_FILLING:
        return
    problems.require(
        weight(filling.ingredients) > 0,
        "no_filling",
        f"{where}filling.ingredients",
        say("The filling has nothing in it: add an ingredient, and how much of it."),
    )
    problems.require(
        laid_g < group.filling_each_g,
        "too_much_inside",
        f"{where}filling.{_last_laid(filling)}",
        say(
            "{inside} inside {each} of filling leaves nothing round it: put less of it, or more filling.",
            inside=in_grams(laid_g),
            each=in_grams(group.filling_each_g),
        ),
    )


def _last_laid(filling: Filling) -> str:
    return f"laid[{len(filling.laid) - 1}].each" if filling.laid else "inside.each"


def shared_out(wanted: int, ratio: list[int]) -> list[int]:
    """So many pieces in the ratio given, whole ones, one of each at least."""
    spare = max(0, wanted - len(ratio))
    return [1 + round(n) for n in share_rounded([spare * n / sum(ratio) for n in ratio], 1)]
