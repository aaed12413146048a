"""A kitchen: where it is made, how warm, with what, and what it has taught. One definition, as for a bake."""

from functools import cached_property
from importlib.resources import files
from itertools import pairwise
from typing import Annotated, Literal, Self

from pydantic import Field, PrivateAttr, model_validator

from airycrumb.bake.fields import (
    Count,
    FormatVersion,
    Measured,
    NeverNull,
    Number,
    OneOf,
    Problems,
    Text,
    Written,
    left_out,
    told,
)
from airycrumb.bake.refusals import read_as
from airycrumb.bake.room_day import minute_of_day
from airycrumb.bake.text import Document, load_json
from airycrumb.data.measures import CUP_HABITS, CUPS
from airycrumb.data.safety import REGIONS
from airycrumb.data.spots import SPOTS
from airycrumb.pantry import Ingredient, alike, find
from airycrumb.quantities import FACTORS
from airycrumb.recipe import Habits
from airycrumb.stations.enclose.registry import CLOSINGS
from airycrumb.stations.heat.learning import OvenTruth, Pace
from airycrumb.stations.rise.learning import Vigour
from airycrumb.words import say, verbatim

VIGOUR_MEAN, PACE_MEAN = (-2.0, 2.0), (-1.0, 1.0)  # what can be believed of them, in ln


class Steamer(Written):
    """Baskets over a pot."""

    baskets: Annotated[int, Count(6, say("The number of baskets"))] = told("baskets", "1 to 6.")
    basket_mm: Annotated[float, Measured("length", "cm", "24 cm", (10, 60), say("A basket"))] = told(
        "diameter", "Inside of a basket, 10 to 60 cm."
    )
    net_watts: Annotated[float, Measured("power", "W", "1000 W", (100, 4000), say("The hob's net power"))] = told(
        "net_power", "Hob power that reaches the steam, 100 to 4000 W."
    )
    boil_min: Annotated[float, Measured("duration", "min", "8 min", (0, 60), say("Bringing to the boil"))] = told(
        "boil", "Time to bring the water to the boil, 0 to 60 min."
    )
    pot_ml: Annotated[float, Measured("volume", "l", "2 l", (0.2, 20), say("The pot"))] = left_out(
        2000.0, "pot", "Water the pot under the baskets holds, 0.2 to 20 l; 2 l if left out."
    )


class OvenTrays(Written):
    """What the oven holds, and how long it takes to be hot."""

    trays: Annotated[int, Count(4, say("The number of trays"))] = told("trays", "1 to 4.")
    width_mm: Annotated[float, Measured("length", "cm", "38 cm", (10, 90), say("A tray"))] = told(
        "width", "Usable width of a tray, 10 to 90 cm."
    )
    depth_mm: Annotated[float, Measured("length", "cm", "30 cm", (10, 90), say("A tray"))] = told(
        "depth", "Usable depth of a tray, 10 to 90 cm."
    )
    preheat_min: Annotated[float, Measured("duration", "min", "15 min", (0, 120), say("The preheat"))] = told(
        "preheat", "Time to preheat, 0 to 120 min."
    )


class LearnedVigour(Written):
    """How this kitchen's dough rises against the model's."""

    mean: Annotated[float, Number(VIGOUR_MEAN, say("Mean vigour"))] = told("mean", "Mean of ln vigour, -2 to 2.")
    variance: Annotated[float, Number((1e-6, 1), say("Variance of vigour"))] = told(
        "variance", "Its variance, above 0 to 1."
    )
    bakes: Annotated[int, Count()] = told("bakes", "From so many bakes.")


class LearnedPace(Written):
    """How one way of heating here heats against the model's."""

    mean: Annotated[float, Number(PACE_MEAN, say("Mean pace"))] = told(
        "mean", "Mean of the ln of minutes needed over minutes forecast, -1 to 1."
    )
    variance: Annotated[float, Number((1e-6, 1), say("Variance of the pace"))] = told(
        "variance", "Its variance, above 0 to 1."
    )
    bakes: Annotated[int, Count()] = told("bakes", "From so many bakes.")


class LearnedPaces(Written):
    """How this kitchen's steamer, oven and pan heat against the model's, learned from probe readings."""

    steam: Annotated[LearnedPace | None, NeverNull()] = None
    oven: Annotated[LearnedPace | None, NeverNull()] = None
    pan: Annotated[LearnedPace | None, NeverNull()] = None


class LearnedOven(Written):
    """How the oven really is, learned from a thermometer in it."""

    off_c: Annotated[float, Number((-60, 60), say("How far off the oven is"))] = told(
        "off_c", "How far above its dial it runs, -60 to 60 °C."
    )
    recovery_min: Annotated[float, Number((0.5, 20), say("The oven's recovery"))] = left_out(
        OvenTruth().recovery_min,
        "recovery_min",
        "Time constant in which it comes back after the door, 0.5 to 20 min.",
    )
    drop_c_per_kg: Annotated[float, Number((0, 80), say("The oven's drop"))] = left_out(
        OvenTruth().drop_c_per_kg, "drop_c_per_kg", "How far its air falls for a kg put in, 0 to 80 °C."
    )
    bakes: Annotated[int, Count()] = told("bakes", "From so many bakes.")
    warms_in: Annotated[float, Number((0.2, 5), say("The oven's warm-up"))] = left_out(
        1.0, "warms_in", "Minutes it takes to get hot over those the kitchen says, 0.2 to 5."
    )


class Measuring(Written):
    """How this cook reads cups and spoons."""

    cups: Annotated[str, OneOf(tuple(CUPS))] = left_out(
        "us", "cups", "Whose cups and spoons: 237, 250, 250 or 284 ml a cup; 15, 15, 20 or 18 ml a tablespoon."
    )
    filled: Annotated[str, OneOf(tuple(CUP_HABITS))] = left_out("unknown", "filled", "How a cup of flour is filled.")
    weighed: dict[str, Annotated[float, Measured("mass", "g", "138 g", (5, 400), say("A cup of it"))]] = left_out(
        {}, "weighed", 'What a cup of one\'s own weighs, by pantry key, such as "all-purpose flour": "138 g".'
    )

    @model_validator(mode="after")
    def _cups_of_known_foods(self) -> Self:
        problems = Problems()
        for key in self.weighed:
            problems.collect(lambda k=key: find(k, f"weighed.{k}"))  # type: ignore[misc]
        problems.done()
        return self


class OwnFood(Written):
    """A food of this kitchen's own, like one the pantry knows."""

    name: Annotated[str, Text(60)] = told("name", "What it is called here; recipes find it by this name.")
    like: Annotated[str, Text(60)] = told("like", "Key of the pantry item it is like.")
    water: Annotated[float | None, Number((0, 100), say("Water in it"))] = left_out(
        None, "water", "g of water in 100 g, where it differs."
    )
    fat: Annotated[float | None, Number((0, 100), say("Fat in it"))] = left_out(
        None, "fat", "g of fat in 100 g, where it differs."
    )
    cup_g: Annotated[float | None, Measured("mass", "g", "230 g", (5, 600), say("A cup of it"))] = left_out(
        None, "cup", "What a US cup (237 ml) of it weighs, 5 to 600 g."
    )
    piece_g: Annotated[float | None, Measured("mass", "g", "50 g", (0.1, 5000), say("One of it"))] = left_out(
        None, "piece", "What one of it weighs, 0.1 g to 5 kg."
    )
    _food: Ingredient = PrivateAttr()

    @property
    def food(self) -> Ingredient:
        """It, as the pantry has its foods."""
        return self._food

    @model_validator(mode="after")
    def _is_a_food(self) -> Self:
        problems = Problems()
        problems.require(
            bool(self.name.strip()),
            "no_name",
            "name",
            say("A food of your own has no name: write what recipes call it."),
        )
        problems.require(
            (self.water or 0.0) + (self.fat or 0.0) <= 100,
            "too_rich",
            "",
            say("{name} has more water and fat than it weighs: check the two.", name=verbatim(self.name[:40])),
        )
        base = problems.collect(lambda: find(self.like, "like"))
        problems.done()
        assert base is not None
        density = None if self.cup_g is None else self.cup_g / FACTORS["volume"]["cup"]
        self._food = alike(
            base=base, name=self.name, water=self.water, fat=self.fat, density=density, piece_g=self.piece_g
        )
        return self


class OwnSpot(Written):
    """A warm or cold spot of this kitchen's own."""

    name: Annotated[str, Text(60)] = told("name", "What the cook calls it.")
    air_c: Annotated[float, Measured("temperature", "C", "28 C", (1, 45), say("Warmth of the spot"))] = told(
        "air", "How warm it is, 1 to 45 °C."
    )
    cools_min: Annotated[
        float | None, Measured("duration", "min", "60 min", (1, 1440), say("The time it cools in"))
    ] = left_out(None, "cools", "Time in which it covers 63 % of the way to the room, 1 min to 24 h, if it cools.")

    @property
    def called(self) -> str:
        """Its name as a bake writes it."""
        return self.name.strip()

    @model_validator(mode="after")
    def _has_a_name_of_its_own(self) -> Self:
        problems = Problems()
        problems.require(
            bool(self.called) and self.called.lower() not in SPOTS,
            "taken",
            "name",
            say("“{name}” cannot name a spot of your own: choose another.", name=verbatim(self.name[:40])),
        )
        problems.done()
        return self


class RoomPoint(Written):
    """How warm the kitchen is at an hour of the day."""

    at: Annotated[str, Text(5, "07:00")] = told("at", "HH:MM")
    room_c: Annotated[float, Measured("temperature", "C", "18 C", (5, 40), say("The kitchen"))] = told(
        "room", "How warm the kitchen is then, 5 to 40 °C."
    )

    _minute: float = PrivateAttr()

    @property
    def minute(self) -> float:
        """Minutes since midnight."""
        return self._minute

    @model_validator(mode="after")
    def _is_an_hour(self) -> Self:
        self._minute = minute_of_day(self.at, "at")
        return self


Share = Annotated[float, Number((0.5, 1.2), say("What a flour drinks"))]
Seconds = Annotated[float, Number((5, 1800), say("Seconds to wrap one"))]


class Kitchen(Written):
    """Where it is made: warmth, height, scale, what there is to cook in, and how its dough rises."""

    format: Literal["airycrumb-kitchen"] = told("format", "What this file is.")
    version: FormatVersion = told("version", "Version of this format.")
    name: Annotated[str, Text(120)] = told("name", "What the cook calls it.")
    room_c: Annotated[float, Measured("temperature", "C", "20 C", (5, 40), say("The kitchen"))] = told(
        "room", "Usual warmth of the kitchen, 5 to 40 °C."
    )
    altitude_mm: Annotated[float, Measured("length", "m", "120 m", (-400, 4500), say("The altitude"))] = told(
        "altitude", "Height above the sea, -400 to 4500 m."
    )
    scale_step_g: Annotated[float, Measured("mass", "g", "1 g", (0.1, 10), say("The scale's step"))] = told(
        "scale_step", "Smallest step of the scale, 0.1 to 10 g."
    )
    bowl_loss: Annotated[float, Number((0, 0.1), say("The loss on the bowl"))] = left_out(
        0.015, "bowl_loss", "Share of the dough left on bowl and hands, 0 to 0.1."
    )
    steamer: Steamer
    oven: OvenTrays
    friction_c: Annotated[float, Measured("temperature", "C", "1 C", (0, 15), say("Warming by kneading"))] = left_out(
        1.0, "kneading_warms", "How much kneading warms the dough, 0 to 15 °C, as a temperature."
    )
    region: Annotated[str, OneOf(tuple(REGIONS))] = left_out(
        "strictest", "food_safety_region", "Whose guidance the cautions quote."
    )
    learned_vigour: Annotated[LearnedVigour | None, NeverNull()] = left_out(
        None, "vigour", "How its dough rises, learned."
    )
    wrap_seconds: dict[Annotated[str, OneOf(tuple(CLOSINGS))], Seconds] = left_out(
        {}, "wrap_seconds", "Seconds to wrap one piece, 5 to 1800, by closing, learned."
    )
    measuring: Measuring = Measuring.model_construct()
    absorption: dict[str, Share] = left_out(
        {},
        "drinks",
        "Share of a recipe's water each flour here really took, 0.5 to 1.2, learned from water left over; by pantry "
        "key.",
    )
    pantry: Annotated[tuple[OwnFood, ...], Field(max_length=200)] = left_out(
        (), "pantry", "Foods of this kitchen's own, each like one the pantry knows."
    )
    fridge_c: Annotated[float, Measured("temperature", "C", "4 C", (0, 14), say("The fridge"))] = left_out(
        4.0, "fridge", "How warm its fridge is, 0 to 14 °C; 4 °C if left out."
    )
    spots: Annotated[tuple[OwnSpot, ...], Field(max_length=12)] = left_out(
        (), "spots", "Warm or cold spots of this kitchen's own."
    )
    day: Annotated[tuple[RoomPoint, ...], Field(max_length=300)] = left_out(
        (), "room_day", "The kitchen's warmth through a day, in order; straight lines between, the same every day."
    )
    board_mm: Annotated[float | None, Measured("length", "cm", "45 cm", (10, 120), say("The board"))] = left_out(
        None, "board", "Widest wrapper that can be rolled here, 10 to 120 cm: the board, or the counter."
    )
    pan_mm: Annotated[float, Measured("length", "cm", "26 cm", (10, 60), say("The pan"))] = left_out(
        260.0, "pan", "Inside of the frying pan, 10 to 60 cm; 26 cm if left out."
    )
    heats: LearnedPaces = LearnedPaces.model_construct()
    oven_truth: Annotated[LearnedOven | None, NeverNull()] = None

    @property
    def altitude_m(self) -> float:
        """Height above the sea in m."""
        return self.altitude_mm / 1000

    @property
    def room_day(self) -> tuple[tuple[float, float], ...]:
        """(minute of the day, °C), rising; () where the room is taken as steady."""
        return tuple((point.minute, point.room_c) for point in self.day)

    @cached_property
    def vigour(self) -> Vigour:
        """How its dough rises."""
        found = self.learned_vigour
        return Vigour() if found is None else Vigour(found.mean, found.variance, found.bakes)

    @cached_property
    def paces(self) -> dict[str, Pace]:
        """How steam, oven and pan heat here, by method, where that was learned."""
        learned = {"steam": self.heats.steam, "oven": self.heats.oven, "pan": self.heats.pan}
        return {method: Pace(p.mean, p.variance, p.bakes) for method, p in learned.items() if p is not None}

    @cached_property
    def true_oven(self) -> OvenTruth:
        """How the oven really is."""
        found = self.oven_truth
        if found is None:
            return OvenTruth()
        return OvenTruth(found.off_c, found.recovery_min, found.drop_c_per_kg, found.bakes, found.warms_in)

    @property
    def oven_warms_min(self) -> float:
        """Minutes the oven takes to get hot: as the kitchen says, and as a thermometer in it has taught."""
        return self.oven.preheat_min * self.true_oven.warms_in

    @cached_property
    def habits(self) -> Habits:
        """How recipes are read here."""
        weighed = tuple(sorted(self.measuring.weighed.items()))
        return Habits(self.measuring.cups, self.measuring.filled, weighed, tuple(own.food for own in self.pantry))

    @model_validator(mode="after")
    def _is_one_kitchen(self) -> Self:
        problems, names = Problems(), [own.food.key for own in self.pantry]
        problems.require(
            len(set(names)) == len(names),
            "twice",
            "pantry",
            say("Two foods of your own have one name: rename one."),
        )
        problems.require(
            all(a.minute < b.minute for a, b in pairwise(self.day)),
            "not_in_order",
            "room_day",
            say("The hours of the day's warmth must follow one another: put them in order, each once."),
        )
        problems.done()
        return self


def read_kitchen(document: Document) -> Kitchen:
    """A kitchen document as the core works with it. Raises InputError with every problem found."""
    return read_as(Kitchen, document)


def plain_kitchen() -> Document:
    """A kitchen document to start from, every figure in it assumed."""
    return load_json((files("airycrumb.data") / "plain-kitchen.json").read_text(encoding="utf-8"))
