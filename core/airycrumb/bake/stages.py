"""Where a dough stands while it rises, and how far it goes."""

from functools import cached_property
from typing import Annotated, Self

from pydantic import Field, model_validator

from airycrumb.bake.fields import Measured, Number, OneOf, Problems, Text, Written, left_out, told
from airycrumb.words import say, verbatim

MOST_SPOTS, MOST_RESTS = 6, 6


class Stay(Written):
    """Time in one spot."""

    where: Annotated[str, Text(60, "fridge")] = told(
        "where",
        "bench, oven light, oven with hot water, over warm water, fridge, spot (with its air), or the name of one of "
        "the kitchen's own spots.",
    )
    air_c: Annotated[
        float | None, Measured("temperature", "C", "28 C", (1, 45), say("Warmth of the spot"), or_null=True)
    ] = left_out(
        None,
        "air",
        "How warm it is there, 1 to 45 °C, where that is not known of the spot; over warm water, of the water.",
    )
    minutes: Annotated[
        float | None, Measured("duration", "min", "45 min", (1, 5760), say("The time there"), or_null=True)
    ] = left_out(
        None,
        "for",
        "How long it stays there, 1 min to 4 days; left out for the last one, where it stays until it is ready.",
    )

    @classmethod
    def of(cls, where: str, air_c: float | None = None, minutes: float | None = None) -> Self:
        """Time in a spot. air_c: °C if told; minutes: None for as long as it takes."""
        return cls.model_construct(where=where.strip(), air_c=air_c, minutes=minutes)


BENCH = (Stay.of("bench"),)


class Standing(Written):
    """A stage in which dough stands somewhere, or in one place after another."""

    spots: Annotated[tuple[Stay, ...], Field(max_length=MOST_SPOTS)] = left_out(
        (), "spots", "Where it stands, in turn; the kitchen's warmth if left out."
    )

    clock: Annotated[
        tuple[Annotated[float, Measured("duration", "min", "20 min", (0, 1440), say("A rest by the clock"))], ...],
        Field(max_length=MOST_RESTS),
    ] = left_out(
        (),
        "clock",
        "Left to the clock instead of to its size: the minutes of each rest, 0 to 24 h, folded between them; a proof "
        "of 0 min is none.",
    )

    @property
    def told_air_c(self) -> float | None:
        """The one warmth that files written before there were spots say."""
        return None

    @property
    def by_clock_min(self) -> float | None:
        """Minutes it is given, None where it is left until it has grown."""
        return sum(self.clock) if self.clock else None

    @cached_property
    def stays(self) -> tuple[Stay, ...]:
        """Where it stands, in turn; in the last spot until it is ready."""
        if not self.spots:
            return BENCH if self.told_air_c is None else (Stay.of("spot", self.told_air_c),)
        last = self.spots[-1]
        return tuple(Stay.of(s.where, s.air_c, None if s is last else s.minutes) for s in self.spots)

    @model_validator(mode="after")
    def _each_spot_has_an_end_and_a_warmth(self) -> Self:
        problems = Problems()
        for i, stay in enumerate(self.spots):
            problems.require(
                i == len(self.spots) - 1 or stay.minutes is not None,
                "no_end",
                f"spots[{i}].for",
                say("Only in the last spot can a dough stay until it is ready: say how long it stays in this one."),
            )
            problems.require(
                stay.where != "spot" or stay.air_c is not None,
                "no_air",
                f"spots[{i}].air",
                say(
                    "How warm the spot is is missing: write a temperature such as {example}.", example=verbatim("28 C")
                ),
            )
        problems.done()
        return self


class SpongeStage(Standing):
    """How the sponge ripens, where some of the dough goes into one."""

    to: Annotated[float, Number((1.5, 3.5), say("The sponge"))] = left_out(
        2.6, "to", "Volume at which it is ripe over that as mixed, 1.5 to 3.5; 2.6 if left out."
    )


class RiseStage(Standing):
    """First rise."""

    to: Annotated[float, Number((1.2, 3.5), say("The rise"))] = told(
        "to", "Volume at the end over volume at the start, 1.2 to 3.5."
    )
    air_c: Annotated[
        float | None, Measured("temperature", "C", "28 C", (1, 45), say("Warmth of the rise"), or_null=True)
    ] = left_out(None, "air", "Warmth where the dough rises, if not the room's. Older spelling of one spot.")
    vessel: Annotated[str, OneOf(("bowl", "bag"))] = left_out(
        "bowl", "in", "What it rises in; a flat bag takes the fridge's cold sooner."
    )
    again_to: Annotated[float | None, Number((1.1, 3), say("The second rise"), or_null=True)] = left_out(
        None,
        "again_to",
        "Knocked back and left to rise again to so many times its size as knocked back, 1.1 to 3; once only if left "
        "out.",
    )
    rest_min: Annotated[float, Measured("duration", "min", "30 min", (0, 1440), say("The rest"))] = left_out(
        30.0, "rest", "How long a dough without yeast rests, 0 to 24 h; 30 min if left out."
    )

    @property
    def told_air_c(self) -> float | None:
        """°C of the older spelling."""
        return self.air_c


class ProofStage(Standing):
    """Final proof."""

    to: Annotated[float, Number((1.05, 2.5), say("The proof"))] = told(
        "to", "Volume of the dough at the end over that just after wrapping, 1.05 to 2.5."
    )
    air_c: Annotated[
        float | None, Measured("temperature", "C", "30 C", (1, 45), say("Warmth of the proof"), or_null=True)
    ] = left_out(None, "air", "Warmth where the pieces proof, if not the room's. Older spelling of one spot.")

    @property
    def told_air_c(self) -> float | None:
        """°C of the older spelling."""
        return self.air_c
