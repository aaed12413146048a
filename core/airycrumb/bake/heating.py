"""How pieces are heated."""

from functools import cached_property
from typing import Annotated, Any, Self

from pydantic import model_validator

from airycrumb.bake.fields import Flag, Measured, NeverNull, OneOf, Written, left_out, told
from airycrumb.data.heat import LINERS, SHELVES, SURFACES, WASHES
from airycrumb.problems import InputError, Problem
from airycrumb.words import say, verbatim

METHODS = ("steam", "oven", "pan")
BOILING_C = 100.0
OVENS_OWN = ("temperature", "then")


class HeatChange(Written):
    """What is changed on the oven after a while; what is left out stays as it was."""

    after_min: Annotated[float, Measured("duration", "min", "8 min", (1, 120), say("The time before the change"))] = (
        told("after", "Minutes from going in, 1 to 120.")
    )
    told_c: Annotated[
        float | None, Measured("temperature", "C", "220 C", (100, 280), say("The oven temperature"), or_null=True)
    ] = left_out(None, "temperature", "Oven temperature from then on, 100 to 280 °C.")
    fan: Flag = left_out(False, "fan", "The fan from then on.")
    shelf: Annotated[str, OneOf(tuple(SHELVES))] = left_out("middle", "shelf", "Height from then on.")


class HeatSettings(Written):
    """How pieces are heated."""

    method: Annotated[str, OneOf(METHODS)] = told("method", "How it is cooked.")
    told_c: Annotated[
        float | None, Measured("temperature", "C", "190 C", (100, 280), say("The oven temperature"), or_null=True)
    ] = left_out(None, "temperature", "Oven temperature, 100 to 280 °C.")
    fire: Annotated[str, OneOf(("gentle", "high"))] = left_out(
        "high", "fire", "Hob under the steamer or the pan; gentle under a pan, high under a steamer if left out."
    )
    fan: Flag = left_out(False, "fan", "Oven fan on.")
    wash: Annotated[str, OneOf(tuple(WASHES))] = left_out("none", "wash", "What is brushed on before baking.")
    heat_min: Annotated[
        float | None, Measured("duration", "min", "15 min", (1, 180), say("The stated time"), or_null=True)
    ] = left_out(None, "minutes", "Time the recipe states, 1 to 180 min, if it does.")
    rest_min: Annotated[float, Measured("duration", "min", "5 min", (0, 60), say("The rest"))] = told(
        "rest", "Time off the heat before opening or eating, 0 to 60 min."
    )
    covered: Flag = left_out(True, "covered", "Whether it rests covered; steamed pieces do if left out, others do not.")
    on: Annotated[str, OneOf(tuple(SURFACES))] = left_out("tray", "on", "What they stand on in the oven.")
    liner: Annotated[str, OneOf(tuple(LINERS))] = left_out("paper", "liner", "What lies under them.")
    shelf: Annotated[str, OneOf(tuple(SHELVES))] = left_out("middle", "shelf", "Height in the oven.")
    steam_pan: Flag = left_out(False, "steam_pan", "A pan of boiling water in the oven for the first 10 min.")
    under_lid: Annotated[
        float | None, Measured("duration", "min", "15 min", (1, 180), say("The time under a lid"), or_null=True)
    ] = left_out(None, "lid", "Baked under a lid for the first so many minutes.")
    then: Annotated[HeatChange | None, NeverNull()] = None
    touching: Flag = left_out(False, "touching", "Set close enough to bake into one: a ring, a flower, a full tin.")
    seared: Flag = left_out(
        False, "seared", "In the pan: seared 3 min, then water and a lid; else dry under a lid, and turned."
    )
    arrive: Annotated[str, OneOf(("proofed", "fridge", "frozen"))] = left_out(
        "proofed", "from", "How they come to the heat: as proofed, or kept cold since."
    )
    cold_min: Annotated[float, Measured("duration", "h", "12 h", (1, 2160), say("The time kept cold"))] = left_out(
        720.0, "cold_for", "How long they are kept cold, 1 h to 90 days; 12 h if left out."
    )
    crust: Annotated[str, OneOf(("soft", "hard"))] = left_out("", "crust", "The crust wanted.")
    later_loads: Annotated[str, OneOf(("bench", "fridge", "staggered"))] = left_out(
        "bench", "later_loads", "Where pieces of a second load wait, or that they are wrapped later by as much."
    )

    @model_validator(mode="before")
    @classmethod
    def _as_the_method_has_it(cls, raw: Any) -> Any:
        """What the way of heating decides where nothing is written; what only an oven has is read for it alone."""
        if not isinstance(raw, dict):
            return raw
        usual = {"fire": "gentle" if raw.get("method") == "pan" else "high", "covered": raw.get("method") == "steam"}
        return usual | {k: v for k, v in raw.items() if k not in OVENS_OWN or raw.get("method") == "oven"}

    @model_validator(mode="after")
    def _an_oven_has_a_temperature(self) -> Self:
        if self.method == "oven" and self.told_c is None:
            wanted = say("An oven temperature is missing: write one such as {example}.", example=verbatim("190 C"))
            raise InputError([Problem("no_oven_temperature", "temperature", wanted)])
        return self

    @cached_property
    def air_c(self) -> float:
        """°C round the pieces."""
        return BOILING_C if self.told_c is None else self.told_c

    @property
    def lid_min(self) -> float:
        """Minutes under a lid at first."""
        return self.under_lid or 0.0
