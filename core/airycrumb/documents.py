"""A bake and a kitchen, as the core works with them: parsed, in the core's units, within range."""

from dataclasses import dataclass, field
from datetime import datetime

from airycrumb.formula import Part, Pin
from airycrumb.quantities import Band
from airycrumb.recipe import Habits
from airycrumb.rise.learning import Vigour


@dataclass(frozen=True)
class Bake:
    """What the cook wants to make. Masses g, temperatures °C, durations min; None: not said.

    parts: the recipe as written, a ratio; pieces, *_each_g and pin decide how much is made.
    bands: how much of each part there may be [g], for a recipe measured by volume; places: where
    each part goes ("dough", "sponge", "soaked" or "late"), () for all into the dough; said: what
    the recipe claims (pieces; piece_weight, filling_each g; rise, proof, heat min; oven, liquid
    °C; across mm); said_feel: the dough it says to make; kneading: "hand", "machine" or "none".
    """

    name: str
    pieces: int
    dough_each_g: float
    filling_each_g: float
    closing: str
    leavening: str
    parts: list[Part]
    bloomed: bool
    start_c: float | None
    rise_to: float
    rise_air_c: float | None
    filling_name: str
    filling_parts: list[Part]
    filling_state: str
    filling_c: float
    filling_hands_min: float
    filling_cool_min: float
    proof_to: float
    proof_air_c: float | None
    method: str
    air_c: float
    fire: str
    fan: bool
    wash: str
    heat_min: float | None
    rest_min: float
    covered: bool
    eat_at: str | None
    start_at: str | None
    room_c: float | None
    pin: Pin | None
    kept: frozenset[str]
    bands: tuple[Band, ...] = ()
    places: tuple[str, ...] = ()
    said: dict[str, float] = field(default_factory=dict)
    said_feel: str | None = None
    kneading: str = "hand"


@dataclass(frozen=True)
class Kitchen:
    """Where it is made: warmth, height, scale, what there is to cook in, and how its dough rises."""

    name: str
    room_c: float
    altitude_m: float
    scale_step_g: float
    bowl_loss: float
    baskets: int
    basket_mm: float
    net_watts: float
    trays: int
    tray_mm: tuple[float, float]
    preheat_min: float
    boil_min: float
    friction_c: float
    region: str
    vigour: Vigour = field(default_factory=Vigour)
    wrap_seconds: dict[str, float] = field(default_factory=dict)
    habits: Habits = field(default_factory=Habits)
    drinks: dict[str, float] = field(default_factory=dict)


@dataclass(frozen=True)
class Observation:
    """Something seen or done while a batch runs.

    kind: started, done, risen, doubled, dough_temperature, dough_weight, water_left, probe; stage: the
    tray it belongs to; value: growth as a share (risen), °C, or g, None for started and done.
    """

    kind: str
    stage: str
    at: datetime
    value: float | None = None
