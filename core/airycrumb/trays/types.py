"""What a sheet holds. Plain numbers and lists, units in the names: this is the HTTP contract too."""

from dataclasses import dataclass
from datetime import datetime

from airycrumb.bake.edits import Answer, Doubt
from airycrumb.plan.events import Event
from airycrumb.plan.timetable import Timetable
from airycrumb.quantities import Band
from airycrumb.stations.divide.portioning import Portioning
from airycrumb.stations.divide.sharing import ShareOut
from airycrumb.stations.enclose import Fit, Wrapper
from airycrumb.stations.filling import Binder, Cooling, Stiffness
from airycrumb.stations.heat.settings import Dial
from airycrumb.stations.heat.steamer import SteamWater
from airycrumb.stations.rise.forecast import Forecast
from airycrumb.stations.safety import Caution
from airycrumb.stations.safety.keeping import Unbaked
from airycrumb.stations.safety.warm_clock import WarmClock
from airycrumb.stations.weigh.formula import Line, Percentages, Scaled, Sponge
from airycrumb.stations.weigh.mixing import Added
from airycrumb.trays.in_heat import LoadShown
from airycrumb.trays.needs import Decides
from airycrumb.words import NOTHING, Message


@dataclass(frozen=True)
class Swap:
    """One ingredient for another. of: what is replaced; answer: what goes in and the changes; why: what stays and
    changes.
    """

    of: Message
    answer: Answer
    why: Message


@dataclass(frozen=True)
class Sentence:
    """What the sentence above the rail says, as worked out."""

    closing: str
    heat: Message
    eat_at: datetime
    start_at: datetime
    room_c: float


@dataclass(frozen=True)
class WeighTray:
    """Dough and filling as weighed, in baker's %, with the water that lands the dough right.

    filling_g: as weighed, before draining or squeezing takes its juice.
    """

    dough: list[Line]
    filling: list[Line]
    percentages: Percentages
    flour_g: float
    dough_g: float
    filling_g: float
    spoons: dict[str, float]
    water_c: float
    room_c: float
    dough_c: float
    dough_c_measured: bool
    feel: str
    feels: Message
    minutes: float
    hydration: Band
    doubt_line: int | None
    order: list[Added]
    ice_g: float
    recipe_g: float
    sponge: Sponge | None
    hold_back_g: float
    drank_before: bool
    dilutions: dict[str, float]
    swaps: list[Swap]


@dataclass(frozen=True)
class Mark:
    """A reading as placed on a curve: minutes since the stage began, the value there, what was seen in words, and the
    kind of mark where it matters ("risen").
    """

    minute: float
    value: float
    words: Message = NOTHING
    kind: str = ""


@dataclass(frozen=True)
class Told:
    """A look at the dough and what it changed: minutes to ready before and after, and both in words."""

    at: datetime
    seen: Message
    was: Band | None
    now: Band | None
    moved: Message


@dataclass(frozen=True)
class Past:
    """A stage under way that is past its best."""

    since: datetime
    #: how many times as long as it needed it has stood
    times: float
    #: what can still be done with it
    left: Message


@dataclass(frozen=True)
class RiseTray:
    """A fermenting stage: forecast, where it stands, and when in the day it is ready.

    past_best: size from which it is past its best; rests: no yeast, nothing rises: it only rests; where: the spots it
    goes through, in the cook's words; story: what was seen and what it changed; would_narrow: what would make the
    forecast surer; cues: how to tell by the dough; clock: minutes of its rests where it is left to the clock, folded
    between them; size_then: over that at the start, None where its size decides.
    """

    forecast: Forecast
    start: datetime
    ready_low: datetime
    ready: datetime
    ready_high: datetime
    look_from: datetime
    past_from: datetime | None
    past_best: float
    air_c: float
    start_c: float
    marks: list[Mark]
    vigour: float
    bakes_logged: int
    first_to_last_min: float
    rests: bool
    where: list[Message]
    story: list[Told]
    would_narrow: list[Message]
    cues: list[Message]
    clock: list[float]
    size_then: Band | None
    #: what there is to know of one under way that stood too long, None where it did not
    past: Past | None = None


@dataclass(frozen=True)
class LaterLoad:
    """A load after the first. wait_min: from the first one going in; grown: its size by then over its size when ready;
    needs_min: in the heat, None for never; where: it waits ("bench", "fridge"), or is wrapped later ("staggered")."""

    wait_min: float
    grown: float
    needs_min: float | None
    where: str


@dataclass(frozen=True)
class WashColour:
    """A wash and what it does. golden_min: minutes until the surface is golden, None for never; colour: when they
    come out.
    """

    key: str
    label: Message
    note: Message
    golden_min: float | None
    colour: str


@dataclass(frozen=True)
class Instrument:
    """What a probe or an oven thermometer said last. °C; silent: it has not spoken for a while; out: it reads the
    kitchen.
    """

    celsius: float
    at: datetime
    silent: bool
    out: bool


@dataclass(frozen=True)
class NeedsShown:
    """Minutes in the heat until each thing it must do is typically done; None for never, or where nothing browns."""

    #: the middle is at its line
    middle_min: float | None
    #: the crumb is set, at crumb_c
    crumb_min: float | None
    crumb_c: float
    golden_min: float | None
    #: all of them
    least_min: float | None
    #: most cooks would call it done: hot once it has rested, just set and golden, with nothing added for doubt
    likely_min: float | None
    #: the middle gets that hot only in the rest that follows
    likely_rests: bool
    #: done with its margin for doubt: the minutes planned where nobody states a time
    surely_min: float | None
    #: which the minutes planned wait for, with its margin
    decides: Decides


@dataclass(frozen=True)
class HeatTray:
    """The cook of one piece, and how the pieces go in. °C, minutes from entering the heat.

    line_c, hold_min: what the core must reach, and for how many minutes; reaches: when the coldest point passes it,
    None if it never does; probe_from_min: when it is worth probing first; lethal_enough, lethal: whether its heat, the
    rest included, is worth the minutes at 70 °C that are asked, and in words; browning: 0 where colour begins, 100
    where it burns; arrives: proofed, or from "fridge" or "frozen"; water: under the steam; turns, handling: when tray
    or piece is turned, and what the hands do; dial: the setting in other ovens' words; later: loads after the first;
    doubt: share of the minutes either way; pace, pace_bakes: minutes this kitchen needs over the model's, learned from
    so many bakes; probe, oven: live instruments; oven_really_c: None where nobody has measured; names, pieces: what
    goes in; fit: where the pieces of a load lie.
    """

    method: str
    setting: Message
    air_c: float
    minutes_planned: float
    stated: bool
    minutes: list[float]
    core: list[float]
    core_low: list[float]
    core_high: list[float]
    skin: list[float]
    line_c: float
    line_why: Message
    hold_min: float
    reaches: Band | None
    probe_from_min: float | None
    core_at_end_c: float
    core_after_rest_c: float
    lethal_enough: bool
    lethal: Message
    needs: NeedsShown
    colour: str
    browning: float
    loss_percent: float
    start_c: float
    arrives: str
    boils_at_c: float
    per_load: int
    loads: int
    water: SteamWater | None
    preheat_min: float
    rest_min: float
    turns: list[float]
    handling: Message
    dial: Dial | None
    washes: list[WashColour]
    marks: list[Mark]
    clock: WarmClock
    names: list[Message]
    pieces: int
    fit: Fit
    later: list[LaterLoad]
    doubt: float
    pace: float
    pace_bakes: int
    probe: Instrument | None
    oven: Instrument | None
    oven_really_c: float | None
    probed: bool


@dataclass(frozen=True)
class FillingStepTray:
    """A step of a filling, and what is left of all of it after. g for all the group's pieces."""

    #: what is done
    words: Message
    #: in all
    minutes: float
    hands_min: float
    #: whether nobody said how long it takes
    assumed: bool
    left_g: float
    #: between which that lies in nine of ten kitchens
    low_g: float
    high_g: float
    #: g in 100 g
    water: float
    salt: float


@dataclass(frozen=True)
class Laid:
    """Something laid into each piece with its filling. each_g: g in one piece."""

    name: str
    each_g: float


@dataclass(frozen=True)
class FillingTray:
    """A filling as a formula of its own. g for all the group's pieces."""

    state: str
    celsius: float
    treatments: list[Message]
    #: as it is wrapped
    needed_g: float
    #: before its steps, draining or squeezing took of it
    weighed_g: float
    #: what there really is, None where it was not weighed
    made_g: float | None
    #: what is missing of it; negative: left over
    short_g: float
    #: g in 100 g
    juice: float
    word: Message
    #: the most juice this closing bears, g in 100 g
    bears: float
    most_from: Message
    binders: list[Binder]
    #: how it behaves at its temperature
    stiff: Stiffness
    vessel: str
    cool_min: float
    #: how long it takes in each vessel, [] where it goes in raw
    coolings: list[Cooling]
    #: what is laid into each with it, in turn
    laid: list[Laid]
    #: how it is made, [] for in one go
    steps: list[FillingStepTray]
    #: of hands
    making_min: float
    #: g in 100 g as it is wrapped
    salt: float


@dataclass(frozen=True)
class GroupTray:
    """One group of pieces of the dough: what goes into it (filled: None for plain pieces), its wrapper, and what it
    asks of proof and heat.

    proof: minutes from wrapping until ready; reaches, needs_min: minutes in the heat until its middle
    passes line_c and until it is done, None for never; core_at_end_c: after the minutes all are given.
    """

    name: Message
    pieces: int
    filling: list[Line]
    filling_g: float
    filling_each_g: float
    dough_each_g: float
    wrap: Wrapper
    wrap_seconds_each: float
    proof: Band | None
    line_c: float
    line_why: Message
    reaches: Band | None
    needs_min: float | None
    core_at_end_c: float
    allergens: list[Message]
    may_contain: list[Message]
    filled: FillingTray | None


@dataclass(frozen=True)
class KeptBack:
    """Pieces kept raw while the others are heated. names: of their fillings; at: where in the bake their heat is
    written; put_away, into_heat: when they are planned to go into the cold and out of it; unbaked: by when they must;
    minutes: in the heat, straight from there; said: what to do with them."""

    names: list[Message]
    at: list[str | int]
    pieces: int
    put_away: datetime
    into_heat: datetime
    unbaked: Unbaked
    minutes: float
    said: Message


@dataclass(frozen=True)
class StatedHere:
    """Something the recipe states, held against this bake. tray, stage: where it belongs; words: the recipe's own;
    says: it in a few words; state: taken (as it is here), differs, or beside (told beside its step, and nothing is
    worked out from it); here: what stands here instead, and why; answers: to take the recipe's, or to keep what is
    here.
    """

    tray: str
    stage: str
    words: str
    says: Message
    state: str
    here: Message
    answers: list[Answer]


@dataclass(frozen=True)
class Sheet:
    """One bake in one kitchen, worked out.

    proof and weigh.filling are the first group's; heat is the first group's too, as the group that needs the
    longest in it asks; more_heats: of groups heated in another way; portioned: the dough as it is cut and weighed,
    None before the first piece is; finish: what goes on them before the heat, empty for nothing; unbaked: by when
    pieces kept cold must be in the heat, None where none are kept; kept_back: those kept raw while
    the others are heated; events: everything that happens, in order; loads: of this day's heats, in the row of them.
    """

    name: str
    worked_at: datetime
    sentence: Sentence
    scaled: Scaled
    weigh: WeighTray
    sponge: RiseTray | None
    rise: RiseTray
    second_rise: RiseTray | None
    divide: ShareOut
    bench_rest_min: float
    wrap_seconds_each: float
    groups: list[GroupTray]
    proof: RiseTray
    heat: HeatTray
    more_heats: list[HeatTray]
    portioned: Portioning | None
    finish: Message
    unbaked: Unbaked | None
    kept_back: list[KeptBack]
    day: Timetable
    events: list[Event]
    loads: list[LoadShown]
    doubts: list[Doubt]
    stated: list[StatedHere]
    cautions: list[Caution]
    allergens: list[Message]
    may_contain: list[Message]

    @property
    def wrap(self) -> Wrapper:
        """The first group's wrapper."""
        return self.groups[0].wrap
