"""A bake and a kitchen, as the core works with them: parsed, in the core's units, within range."""

from dataclasses import dataclass, field, replace
from datetime import datetime

from airycrumb.pantry import Part
from airycrumb.quantities import Band
from airycrumb.recipe import Habits
from airycrumb.stations.heat.learning import OvenTruth, Pace
from airycrumb.stations.rise.learning import Vigour
from airycrumb.stations.weigh.formula import Pin
from airycrumb.words import Message, say, verbatim


@dataclass(frozen=True)
class Filling:
    """What goes inside. parts: as written, a ratio; state: "raw", "part-cooked" or "cooked"; celsius: when wrapped.

    treatments: what is done about its juice, of data.filling.TREATMENTS; vessel: what it cools in; made_g: how much
    there really is, None where it was not weighed; inside: what is laid inside it (a second mixture, a piece of egg),
    "" for nothing, whose ingredients are the last `inside_parts` of parts.
    """

    name: str
    parts: list[Part]
    state: str
    celsius: float
    hands_min: float
    cool_min: float
    treatments: tuple[str, ...] = ()
    vessel: str = "tray"
    made_g: float | None = None
    inside: str = ""
    inside_parts: int = 0

    @property
    def called(self) -> Message:
        """Its name in a sentence: the cook's own words, or ours for none."""
        return verbatim(self.name) if self.parts else say("nothing inside")


NO_FILLING = Filling(name="nothing inside", parts=[], state="cooked", celsius=20.0, hands_min=0.0, cool_min=0.0)


@dataclass(frozen=True)
class HeatSettings:
    """How pieces are heated. °C, min; heat_min: stated, None to have it worked out.

    method: steam, oven or pan; on, shelf: of data.heat.SURFACES and SHELVES; lid_min: under a lid at first; seared:
    of the pan; came: "proofed", or kept since then for cold_min, in the "fridge" or "frozen"; crust: wanted, "soft",
    "hard" or "" for either; later_loads: wait on the "bench", in the "fridge", or are wrapped "staggered".
    """

    method: str
    air_c: float
    fire: str
    fan: bool
    wash: str
    heat_min: float | None
    rest_min: float
    covered: bool
    on: str = "tray"
    shelf: str = "middle"
    steam_pan: bool = False
    lid_min: float = 0.0
    seared: bool = False
    came: str = "proofed"
    cold_min: float = 720.0
    crust: str = ""
    later_loads: str = "bench"


@dataclass(frozen=True)
class Group:
    """Pieces of one size, closing and filling. g. heat: None where they go in with the first group's."""

    pieces: int
    dough_each_g: float
    filling_each_g: float
    closing: str
    filling: Filling
    heat: HeatSettings | None = None


@dataclass(frozen=True)
class Stay:
    """Time in one spot. where: its name; air_c: °C if told; minutes: None for as long as it takes."""

    where: str
    air_c: float | None = None
    minutes: float | None = None


BENCH = (Stay("bench"),)


@dataclass(frozen=True)
class OwnSpot:
    """A spot of the kitchen's own. air_c: °C; cools_min: time constant of cooling to the room, None if it holds."""

    name: str
    air_c: float
    cools_min: float | None


@dataclass(frozen=True, kw_only=True)
class Bake(HeatSettings):
    """What the cook wants to make, heated as the first group is. Masses g, temperatures °C, durations min; None: not
    said.

    groups: the pieces made of this one dough, the leading group first; parts: the dough as written, a ratio; the
    groups and the pin decide how much is made. bands: how much of each part there may be [g], for a recipe measured
    by volume; places: where each part goes ("dough", "sponge", "soaked" or "late"), () for all into the dough; said:
    what the recipe claims (pieces; piece_weight, filling_each g; rise, proof, heat min; oven, liquid °C; across mm);
    said_feel: the dough it says to make; kneading: "hand", "machine", "none" or "after" the rise; wanted_c: dough °C
    to mix to; by_thermometer: whether the kitchen's thermometer is believed over what was typed; vessel: "bowl" or
    "bag"; again_to: of a second rise; rest_only_min: rest of a dough without yeast; sponge_to, sponge_stays: how far
    and where a sponge ripens; yeast_school: "straight" into the flour, "woken" in all the liquid, or "apart" in water
    of its own.
    """

    name: str
    groups: tuple[Group, ...]
    leavening: str
    parts: list[Part]
    yeast_school: str
    start_c: float | None
    rise_to: float
    rise_stays: tuple[Stay, ...]
    proof_to: float
    proof_stays: tuple[Stay, ...]
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
    wanted_c: float | None = None
    by_thermometer: bool = False
    vessel: str = "bowl"
    again_to: float | None = None
    rest_only_min: float = 30.0
    sponge_to: float = 2.6
    sponge_stays: tuple[Stay, ...] = BENCH
    spare_dough: str = ""
    divide_by: str = "scale"

    def heated(self, heat: HeatSettings | None) -> "Bake":
        """The same bake, heated in another way."""
        return self if heat is None else replace(self, **vars(heat))


@dataclass(frozen=True)
class Kitchen:
    """Where it is made: warmth, height, scale, what there is to cook in, and how its dough rises.

    room_day: (minute of the day, °C), rising; () where the room is taken as steady; board_mm: widest wrapper that can
    be rolled, None where nobody said; pot_ml: water under the baskets; oven: how it really is; paces: how steam, oven
    and pan heat here, by method.
    """

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
    spots: tuple[OwnSpot, ...] = ()
    room_day: tuple[tuple[float, float], ...] = ()
    board_mm: float | None = None
    pot_ml: float = 2000.0
    pan_mm: float = 260.0
    oven: OvenTruth = field(default_factory=OvenTruth)
    paces: dict[str, Pace] = field(default_factory=dict)


@dataclass(frozen=True)
class Observation:
    """Something seen or done while a batch runs.

    kind: started, done, risen, doubled, poke, tear, moved, dough_temperature, room_temperature, dough_weight, piece
    (one lump as cut and weighed), filling_weight, water_left, probe, oven (the air in it), lid_lifted; stage: the
    tray it belongs to; value: growth as a share (risen), what a poke does (0 springs back at once, 1 slowly, 2
    stays), whether a tear shows honeycomb (0, 1), °C, or g; where: the spot it was moved to; which lump was weighed
    again ("3"); whose filling was weighed ("1", the first group's).
    """

    kind: str
    stage: str
    at: datetime
    value: float | None = None
    where: str | None = None
