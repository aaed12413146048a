"""An ingredient as a bake has it: a food of the pantry, and how much of it."""

from typing import Annotated, Self

from pydantic import Field, PrivateAttr, ValidationInfo, model_validator

from airycrumb.bake.fields import Flag, Problems, Text, Written, left_out, told
from airycrumb.pantry import Part, find
from airycrumb.problems import Problem
from airycrumb.quantities import Band, parse_amount, within
from airycrumb.words import Message, Quantity, in_grams, say

LINE = Quantity("mass", 0, 100_000)  # what one ingredient may weigh


class TakenFrom(Written):
    """Which bake something was taken from, as it was then."""

    bake: Annotated[int, Field(ge=1, le=2**31 - 1)] = told("bake", "Its number in this household.")
    version: Annotated[int, Field(ge=1, le=2**31 - 1)] = told("version", "Its version then.")
    name: Annotated[str, Text(120)] = told("name", "What it was called.")


TAKEN = left_out(None, "taken_from", "The bake it was taken from, if it was.")


class IngredientLine(Written):
    """An ingredient, and how much of it."""

    use: Annotated[str, Text(60)] = told("use", 'Key of a pantry item, such as "bread flour".')
    amount: Annotated[str, Text(40, "500 g")] = told("amount", "Mass, or volume through the ingredient's density.")
    low: Annotated[str | None, Text(40, "460 g")] = left_out(
        None, "low", "Least it may be, where it was measured by volume or count."
    )
    high: Annotated[str | None, Text(40, "620 g")] = left_out(None, "high", "Most it may be.")
    written: Annotated[str, Text(200)] = left_out("", "written", "The line of the recipe it was read from.")
    assumed: Flag = left_out(False, "assumed", "Whether nobody gave this amount: it is what is usual.")
    _part: Part = PrivateAttr()
    _band: Band = PrivateAttr()

    @property
    def part(self) -> Part:
        """The pantry's item and its g."""
        return self._part

    @property
    def band(self) -> Band:
        """How much of it there may be, g."""
        return self._band

    def times(self, factor: float) -> Self:
        """So many times as much of it, and that exactly."""
        other = self.but()
        item, grams = self._part
        other._part, other._band = (item, grams * factor), Band(*[grams * factor] * 3)
        return other

    def plus(self, grams: float) -> Self:
        """So many grams more of it, weighed: how unsure the rest is stays as it was."""
        other, (item, before), band = self.but(), self._part, self._band
        other._part = (item, before + grams)
        other._band = Band(band.low + grams, band.typical + grams, band.high + grams)
        return other

    @model_validator(mode="after")
    def _known_and_weighed(self, info: ValidationInfo) -> Self:
        problems, own = Problems(), (info.context or {}).get("own", ())
        item = problems.collect(lambda: find(self.use, "use", own))
        density = None if item is None else item.density
        grams = None if item is None else problems.collect(lambda: parse_amount(self.amount, density, "amount"))
        if item is not None and grams is not None:
            problems.collect(lambda: within(grams, LINE, item.called, "amount"))
            low, high = (self._end(end, grams, density, problems) for end in ("low", "high"))
            if not low <= grams <= high:
                problems.found.append(Problem("not_a_band", "", _no_band(item.called, low, grams, high)))
            self._part, self._band = (item, grams), Band(low, grams, high)
        problems.done()
        return self

    def _end(self, name: str, grams: float, density: float | None, problems: Problems) -> float:
        """The least or the most it may be, g; just as much where neither is written."""
        text = getattr(self, name)
        read = None if text is None else problems.collect(lambda: parse_amount(text, density, name))
        return grams if read is None else read


def _no_band(name: Message, low: float, grams: float, high: float) -> Message:
    return say(
        "{name}: {grams} should lie between its least and its most, {low} and {high}.",
        name=name,
        grams=in_grams(grams),
        low=in_grams(low),
        high=in_grams(high),
    )
