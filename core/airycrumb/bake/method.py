"""The steps of a method that the standard one does not have: those of a filling, and those of dough and pieces.

The standard method follows from the rest of the bake; a document holds steps only where practice differs.
"""

from typing import Annotated, Self

from pydantic import Field, model_validator

from airycrumb.bake.fields import Measured, OneOf, Problems, Text, Written, left_out, told
from airycrumb.bake.ingredients import IngredientLine
from airycrumb.data.step_kinds import PLACES, STEP_KINDS, StepKind, kinds_of
from airycrumb.words import say

MOST_STEPS = 20
STANDS_BEFORE = ("weigh", "divide", "wrap")  # stages before which a step takes its own time
TAKES = Measured("duration", "min", "15 min", (0, 2880), say("The time of a step"), or_null=True)
HANDS = Measured("duration", "min", "5 min", (0, 480), say("Hands-on time of a step"), or_null=True)


class MethodStep(Written):
    """A step: what is done, how long it takes, and how long it needs hands."""

    takes_min: Annotated[float | None, TAKES] = left_out(
        None, "for", "How long it takes in all, 0 to 48 h; what is usual if left out."
    )
    told_hands_min: Annotated[float | None, HANDS] = left_out(
        None, "hands_on", "How much of that needs hands, at its beginning; what is usual if left out."
    )
    said: Annotated[str, Text(300)] = left_out("", "said", "The words of the recipe it was read from.")

    @property
    def kind(self) -> StepKind:
        """What is known of steps like this one."""
        raise NotImplementedError

    @property
    def minutes(self) -> float:
        """Minutes it takes in all."""
        return self.kind.minutes if self.takes_min is None else self.takes_min

    @property
    def hands_min(self) -> float:
        """Minutes of hands, at its beginning."""
        usual = self.kind.hands_min if self.kind.waits else self.minutes
        return min(usual if self.told_hands_min is None else self.told_hands_min, self.minutes)

    def ends_as(self, key: str) -> str:
        """The id of what ends it: the wait, where hands come before one."""
        return f"{key}.over" if 0 < self.hands_min < self.minutes else key

    @property
    def assumed(self) -> bool:
        """Whether nobody said how long it takes."""
        return self.takes_min is None


class FillingStep(MethodStep):
    """A step of making a filling. They follow one another; the last ends as wrapping begins."""

    do: Annotated[str, OneOf(kinds_of("filling"))] = told("do", "What is done.")
    of: Annotated[tuple[Annotated[str, Text(60)], ...], Field(max_length=60)] = left_out(
        (), "of", "Keys of the ingredients it is done to; all of the filling if left out."
    )

    @property
    def kind(self) -> StepKind:
        """What is known of steps like this one."""
        return STEP_KINDS[self.do]


class BakeStep(MethodStep):
    """A step of dough or pieces that the standard method does not have."""

    do: Annotated[str, OneOf(tuple(k for k, kind in STEP_KINDS.items() if kind.where != ("filling",)))] = told(
        "do", "What is done."
    )
    before: Annotated[str, OneOf(PLACES)] = told(
        "before",
        "Where it stands: before weighing, dividing, wrapping or the heat; rise: as soon as the dough is kneaded; "
        "fire: while they are in it; rest: hot, as they come out; table: once they have rested, before they are "
        "eaten.",
    )
    uses: Annotated[tuple[IngredientLine, ...], Field(max_length=12)] = left_out(
        (), "with", "What it takes, for all pieces together."
    )
    left_min: Annotated[
        float | None, Measured("duration", "min", "2 min", (0, 240), say("The minutes left"), or_null=True)
    ] = left_out(None, "left", "In the heat: how long before they come out; half of the heat if left out.")

    @property
    def kind(self) -> StepKind:
        """What is known of steps like this one."""
        return STEP_KINDS[self.do]

    @model_validator(mode="after")
    def _can_stand_there(self) -> Self:
        problems = Problems()
        problems.require(
            self.before in self.kind.where,
            "no_place",
            "before",
            say(
                "“{step}” cannot stand there: choose another place for it.",
                step=self.kind.words(say("it")),
            ),
        )
        problems.done()
        return self
