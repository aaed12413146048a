"""A bake: what to make. One definition that reads its file, publishes its schema and is what the core works with."""

from functools import cached_property
from typing import Annotated, Any, Literal, Self

from pydantic import Field, model_validator

from airycrumb.bake.fields import Count, FormatVersion, Measured, OneOf, Problems, Text, Written, left_out, told
from airycrumb.bake.groups import (
    ACROSS,
    DOUGH_EACH,
    FILLING_EACH,
    MOST_PIECES,
    NO_FILLING,
    PIECES,
    PLAIN,
    THICK,
    Eaters,
    Filling,
    Group,
    MoreGroup,
    OnTop,
    across,
    missing_filling,
    shared_out,
    thick,
    unfit,
)
from airycrumb.bake.heating import HeatSettings
from airycrumb.bake.ingredients import TAKEN, IngredientLine, TakenFrom
from airycrumb.bake.method import MOST_STEPS, BakeStep
from airycrumb.bake.refusals import read_as
from airycrumb.bake.stages import ProofStage, RiseStage, SpongeStage
from airycrumb.bake.stated import Recipe
from airycrumb.bake.text import Document
from airycrumb.pantry import Own, Part
from airycrumb.quantities import Band
from airycrumb.stations.enclose.registry import CLOSINGS
from airycrumb.stations.weigh.formula import Pin, filling_pinned
from airycrumb.words import in_grams, in_percent, say, verbatim

RESTS = ("soda", "none")  # leavenings that let a dough rest and do not raise it


class DoughLine(IngredientLine):
    """An ingredient of the dough, and where it goes."""

    place: Annotated[str, OneOf(("dough", "sponge", "soaked", "late"))] = left_out(
        "dough",
        "part",
        "Where it goes: with the rest, into a sponge or a soaked or scalded part mixed hours before, or in late, after "
        "the gluten is made.",
    )


class Dough(Written):
    """The dough."""

    ingredients: Annotated[
        tuple[DoughLine, ...],
        Field(max_length=60, description="The recipe as written; only its proportions matter."),
    ]
    leavening: Annotated[str, OneOf(("yeast", "yeast and baking powder", *RESTS))] = told(
        "leavening", "What lifts it. Soda and none: it rests and does not rise."
    )
    school: Annotated[str | None, OneOf(("straight", "woken", "little", "apart"))] = left_out(
        None,
        "yeast_school",
        "How the yeast goes in: straight into the flour; woken in all the warm liquid; woken in a little of it with "
        "some of the sugar; or apart, in warm water of its own, before sugar and salt.",
    )
    yeast_woken: bool = left_out(False, "yeast_woken", 'Older spelling: true is yeast_school "woken".', strict=True)
    start_c: Annotated[
        float | None, Measured("temperature", "C", "26 C", (2, 45), say("The dough's start temperature"), or_null=True)
    ] = left_out(None, "start_temperature", "Dough temperature after kneading, 2 to 45 °C, if measured.")
    kneading: Annotated[str, OneOf(("hand", "machine", "none", "after", "sheeted"))] = left_out(
        "hand",
        "kneading",
        "How it is kneaded: it warms the dough and takes its time. none: mixed only, best left cold; after: barely "
        "mixed, kneaded once it has risen; sheeted: rolled thin and folded seven times once risen.",
    )
    taken_from: TakenFrom | None = TAKEN
    wanted_c: Annotated[
        float | None, Measured("temperature", "C", "26 C", (16, 32), say("The dough wanted"), or_null=True)
    ] = left_out(None, "wanted_temperature", "Dough temperature to mix to, 16 to 32 °C; 26 °C if left out.")

    @cached_property
    def parts(self) -> list[Part]:
        """The dough as written, a ratio."""
        return [line.part for line in self.ingredients]

    @cached_property
    def bands(self) -> tuple[Band, ...]:
        """How much of each part there may be [g], for a recipe measured by volume."""
        return tuple(line.band for line in self.ingredients)

    @cached_property
    def places(self) -> tuple[str, ...]:
        """Where each part goes."""
        return tuple(line.place for line in self.ingredients)

    @property
    def yeast_school(self) -> str:
        """How the yeast goes in; files written before there were three ways say only whether it is woken."""
        return self.school or ("woken" if self.yeast_woken else "straight")

    @property
    def rises(self) -> bool:
        """Whether it rises at all; one with soda or nothing only rests."""
        return self.leavening not in RESTS

    def with_yeast(self, factor: float) -> Self:
        """The dough with so many times the yeast, every amount taken as exact."""
        return self.but(
            ingredients=tuple(line.times(factor if line.part[0].role == "yeast" else 1.0) for line in self.ingredients)
        )

    @model_validator(mode="after")
    def _is_a_dough(self) -> Self:
        problems = Problems()
        flour, yeast = (sum(g for i, g in self.parts if i.role == role) for role in ("flour", "yeast"))
        problems.require(
            flour > 0, "no_flour", "ingredients", say("The dough has no flour: add one, and how much of it.")
        )
        problems.require(
            not self.rises or yeast > 0,
            "no_yeast",
            "ingredients",
            say(
                "This dough has no yeast and would not rise: add about {mass} of instant yeast ({share} of the flour).",
                mass=in_grams(flour * 0.01, significant=2),
                share=in_percent(1),
            ),
        )
        problems.done()
        return self


class Plan(Written):
    """When and where."""

    eat_at: Annotated[str | None, Text(40, "18:30", or_null=True)] = left_out(
        None, "eat_at", "When to eat. HH:MM (the next such hour) or a date and time with its offset."
    )
    start_at: Annotated[str | None, Text(40, "18:30", or_null=True)] = left_out(
        None,
        "start_at",
        "When to start, if the hour to eat is not what is fixed. HH:MM (the next such hour) or a date and time with "
        "its offset.",
    )
    room_c: Annotated[float | None, Measured("temperature", "C", "21 C", (5, 40), say("The kitchen"), or_null=True)] = (
        left_out(None, "room", "Kitchen warmth for this bake, 5 to 40 °C, if not the kitchen's own.")
    )
    room_from: Annotated[str, OneOf(("typed", "thermometer"))] = left_out(
        "typed",
        "room_from",
        "Whether the kitchen's thermometer is believed where there is one; typed if left out.",
    )


class Held(Written):
    """A number that is held."""

    by: Annotated[str, Text(60)] = told("by", "flour, dough, filling, or the key of an ingredient.")
    amount_g: Annotated[float, Measured("mass", "g", "500 g", (1, 200_000), say("The pinned amount"))] = told(
        "amount", "How much there is of it, 1 g to 200 kg."
    )
    gives_way: Annotated[str, OneOf(("pieces", "weight"))] = told("gives_way", "Which number follows.")


class Claims(Written):
    """What the recipe it was read from says; held against what is worked out. It may be absurd: hence the audit."""

    pieces: Annotated[int | None, Count()] = left_out(None, "pieces", "How many it says it makes.")
    piece_g: Annotated[float | None, Measured("mass", "g", "60 g")] = left_out(
        None, "piece_weight", "What it says one piece of dough weighs."
    )
    filling_each_g: Annotated[float | None, Measured("mass", "g", "30 g")] = left_out(
        None, "filling_each", "What it says goes into each piece."
    )
    rise_min: Annotated[float | None, Measured("duration", "min", "60 min")] = left_out(
        None, "rise", "How long it says the first rise takes."
    )
    proof_min: Annotated[float | None, Measured("duration", "min", "30 min")] = left_out(
        None, "proof", "How long it says the final proof takes."
    )
    heat_min: Annotated[float | None, Measured("duration", "min", "20 min")] = left_out(
        None, "heat", "How long it says to bake or steam."
    )
    oven_c: Annotated[float | None, Measured("temperature", "C", "190 C")] = left_out(None, "oven", "The oven it says.")
    liquid_c: Annotated[float | None, Measured("temperature", "C", "40 C")] = left_out(
        None, "liquid", "How warm it wants the liquid the yeast goes into."
    )
    across_mm: Annotated[float | None, Measured("length", "mm", "120 mm")] = left_out(
        None, "across", "How wide it says to roll a piece."
    )
    feel: Annotated[str | None, OneOf(("stiff", "firm", "soft", "sticky"))] = left_out(
        None, "feel", "The dough it says to make."
    )


class Bake(Written):
    """What to make: one dough, one group of pieces or several, and how each stage is done."""

    format: Literal["airycrumb-bake"] = told("format", "What this file is.")
    version: FormatVersion = told("version", "Version of this format.")
    name: Annotated[str, Text(120)] = told("name", "What the cook calls it.")
    pieces: Annotated[int, PIECES] = told("pieces", "How many pieces, 1 to 200.")
    dough_each_g: Annotated[float, DOUGH_EACH] = told("dough_per_piece", "Mass of dough in one piece, 10 g to 1500 g.")
    filling_each_g: Annotated[float, FILLING_EACH] = told(
        "filling_per_piece", "Mass of filling in one piece, 5 g to 1500 g."
    )
    closing: Annotated[str, OneOf(tuple(CLOSINGS))] = told(
        "closing",
        "How a piece is closed. lidded: a filled bun and a lid of a quarter of the dough; two_rounds: two wrappers; "
        "plain: no filling at all.",
    )
    across_mm: Annotated[float | None, ACROSS] = across()
    thick_mm: Annotated[float | None, THICK] = thick()
    dough: Dough
    rise: RiseStage
    filling: Filling
    more_groups: Annotated[tuple[MoreGroup, ...], Field(max_length=5)] = left_out(
        (), "more_groups", "Further pieces from the same dough, with a filling of their own: half savoury, half sweet."
    )
    proof: ProofStage
    heat: HeatSettings
    on_top: Annotated[tuple[OnTop, ...], Field(max_length=12)] = left_out(
        (), "on_top", "What is strewn, dusted or spread on the pieces; for allergens and the card, not for the sums."
    )
    plan: Plan = Plan.model_construct()
    held: Held | None = left_out(None, "pin", "A number that is held.")
    dismissed: Annotated[tuple[Annotated[str, Text(60)], ...], Field(max_length=60)] = left_out(
        (), "kept", 'Doubts the cook has answered with "keep".'
    )
    notes: Annotated[str, Text(4000)] = left_out("", "notes", "The cook's own notes.")
    claims: Claims = left_out(
        Claims.model_construct(), "said", "What the recipe it was read from says, held against what is worked out."
    )
    recipe: Recipe = Recipe.model_construct()
    eaters: Eaters | None = left_out(None, "eaters", "Who eats: decides the number of pieces instead of `pieces`.")
    sponge: SpongeStage = SpongeStage.model_construct()
    spare_dough: Annotated[str, OneOf(("spread", "plain", "keep"))] = left_out(
        "",
        "spare_dough",
        "What is done with dough the pieces leave: spread over all of them, one plain piece, or kept.",
    )
    filled: Annotated[str, OneOf(("before", "after", "in the dough"))] = left_out(
        "before",
        "filled",
        "When the filling goes in: before the proof; after it, into a hollow pressed then (open wells only); or in the "
        "dough, kneaded in before it is divided (studded pieces only).",
    )
    steps: Annotated[tuple[BakeStep, ...], Field(max_length=MOST_STEPS)] = left_out(
        (), "steps", "Steps of dough and pieces that the standard method does not have, each in its place."
    )
    bench_rest_min: Annotated[float, Measured("duration", "min", "10 min", (0, 180), say("The bench rest"))] = left_out(
        10.0,
        "bench_rest",
        "How long the rounded pieces relax before they are rolled, 0 to 180 min; 10 min if left out.",
    )
    divide_by: Annotated[str, OneOf(("scale", "eye", "torn"))] = left_out(
        "scale",
        "divide_by",
        "How the dough is divided: on the scale, by halving, or torn by feel and weighed back.",
    )

    @property
    def by_thermometer(self) -> bool:
        """Whether the kitchen's thermometer is believed over what was typed."""
        return self.plan.room_from == "thermometer"

    @property
    def pin(self) -> Pin | None:
        """What is held, as the scale works with it."""
        held = self.held
        return None if held is None else Pin(held.by.strip().lower(), held.amount_g, held.gives_way)

    @cached_property
    def groups(self) -> tuple[Group, ...]:
        """The pieces made of this one dough, the leading group first; the eaters' pieces shared over them."""
        given = (self.pieces, *(g.pieces for g in self.more_groups))
        counts = given if self.eaters is None else shared_out(self.eaters.count * self.eaters.each, list(given))
        return (self._leading(counts[0]), *map(self._further, self.more_groups, counts[1:]))

    def _leading(self, pieces: int) -> Group:
        filling, filling_g = _inside(self.closing, self.filling, self.filling_each_g)
        return Group(
            pieces=pieces,
            dough_each_g=self.dough_each_g,
            filling_each_g=filling_g,
            closing=self.closing,
            filling=filling,
            across_mm=self.across_mm,
            thick_mm=self.thick_mm,
        )

    def _further(self, group: MoreGroup, pieces: int) -> Group:
        """What a further group leaves unsaid is as in the first: its size too, where dough and closing are."""
        closing = group.closing or self.closing
        filling, filling_g = _inside(closing, group.filling, group.filling_each_g)
        alike = closing == self.closing and group.dough_each_g is None
        sized = group if group.across_mm or group.thick_mm or not alike else self
        return Group(
            pieces=pieces,
            dough_each_g=self.dough_each_g if group.dough_each_g is None else group.dough_each_g,
            filling_each_g=filling_g,
            closing=closing,
            filling=filling,
            heat=group.heat,
            across_mm=sized.across_mm,
            thick_mm=sized.thick_mm,
        )

    def heated(self, heat: HeatSettings | None) -> "Bake":
        """The same bake, heated in another way."""
        return self if heat is None else self.but(heat=heat)

    @model_validator(mode="before")
    @classmethod
    def _what_a_plain_piece_holds_is_not_read(cls, raw: Any) -> Any:
        if isinstance(raw, dict) and raw.get("closing") == PLAIN and isinstance(raw.get("filling_per_piece"), str):
            return {**raw, "filling_per_piece": FILLING_EACH.example}
        return raw

    @model_validator(mode="after")
    def _is_one_bake(self) -> Self:
        problems = Problems()
        for i, further in enumerate(self.more_groups):
            if (further.closing or self.closing) != PLAIN:
                at = f"more_groups[{i}]"
                for field, said in missing_filling(further, at):
                    problems.require(False, "no_filling", f"{at}.{field}", said)
        self._eaten(problems)
        problems.done()
        for i, group in enumerate(self.groups):
            unfit(group, f"more_groups[{i - 1}]." if i else "", problems)
        whole = sum(g.pieces for g in self.groups)
        problems.require(
            whole <= MOST_PIECES,
            "out_of_range",
            "pieces",
            say("{whole} pieces in all are more than the {most} that can be planned.", whole=whole, most=MOST_PIECES),
        )
        self._can_be_pinned(problems)
        problems.done()
        return self

    def _eaten(self, problems: Problems) -> None:
        """Keeps what is wrong with who eats: too many, too few, or contradicted by what is held."""
        if self.eaters is None:
            return
        wanted, kinds = self.eaters.count * self.eaters.each, 1 + len(self.more_groups)
        held = self.held
        problems.collect(
            lambda: Count(MOST_PIECES, say("The number of pieces for these eaters")).read(wanted), "eaters"
        )
        problems.require(
            held is None or held.gives_way != "pieces",
            "pins_contradict",
            "pin.gives_way",
            say(
                "The eaters want {wanted} pieces, and what is held ({held}) lets the pieces give way: let the weight "
                "give way instead, or let one of the two go.",
                wanted=wanted,
                held=verbatim(held.by if held else ""),
            ),
        )
        problems.require(
            wanted >= kinds,
            "too_few_eaten",
            "eaters",
            say(
                "The eaters want {wanted} pieces, and there are {groups} kinds: at least one of each is needed.",
                wanted=wanted,
                groups=kinds,
            ),
        )

    def _can_be_pinned(self, problems: Problems) -> None:
        pin = self.pin
        if pin is None:
            return
        filling = filling_pinned(pin.by)
        problems.require(
            pin.by in {"flour", "dough"} | {item.key for item, _ in self.dough.parts}
            or (filling is not None and 0 <= filling < len(self.groups) and self.groups[filling].filling_each_g > 0),
            "unknown_pin",
            "pin.by",
            say(
                "“{by}” cannot be pinned: pin flour, dough, filling or an ingredient of this dough.",
                by=verbatim(pin.by[:40]),
            ),
        )


def _inside(closing: str, filling: Filling | None, filling_g: float | None) -> tuple[Filling, float]:
    """A piece's filling and g of it: none in a plain one, whatever is written."""
    return (NO_FILLING, 0.0) if closing == PLAIN or filling is None or filling_g is None else (filling, filling_g)


def read_bake(document: Document, own: Own = ()) -> Bake:
    """A bake document as the core works with it; own: the kitchen's own foods. InputError with every problem found."""
    return read_as(Bake, document, own=own)
