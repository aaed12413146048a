"""What can be marked while a batch runs: the kinds of marks, the stages they belong to, and what a value may be."""

from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime
from typing import Literal, get_args

from airycrumb.data.mishaps import MISHAPS
from airycrumb.words import Message, Quantity, as_number, in_celsius, in_grams, in_minutes, in_percent, say, verbatim

MarkKind = Literal[
    "started",
    "done",
    "doubled",
    "was_ready",
    "risen",
    "poke",
    "tear",
    "moved",
    "dough_temperature",
    "room_temperature",
    "dough_weight",
    "piece",
    "filling_weight",
    "water_left",
    "flour_added",
    "water_added",
    "pieces",
    "probe",
    "oven",
    "lid_lifted",
    "did",
    "heat_for",
    "mishap",
    "stopped",
    "undo",
]
StageKey = Literal["sponge", "weigh", "filling", "rise", "again", "divide", "wrap", "proof", "hold", "heat", "rest"]
KINDS: tuple[str, ...] = get_args(MarkKind)
STAGES: tuple[str, ...] = get_args(StageKey)


@dataclass(frozen=True)
class Limits:
    """What a mark's value must lie between, and how it is said."""

    low: float
    high: float
    as_quantity: Callable[[float], Quantity]


UNTOLD = ("moved", "mishap")  # marks whose value may be left untold


def _growth(share: float) -> Quantity:
    return in_percent(100 * share)


LIMITS: dict[str, Limits] = {
    "risen": Limits(-0.2, 5.0, _growth),
    "poke": Limits(0.0, 2.0, as_number),
    "tear": Limits(0.0, 1.0, as_number),
    "moved": Limits(-30.0, 60.0, in_celsius),
    "dough_temperature": Limits(0.0, 50.0, in_celsius),
    "room_temperature": Limits(5.0, 40.0, in_celsius),
    "dough_weight": Limits(10.0, 300_000.0, in_grams),
    "piece": Limits(1.0, 5_000.0, in_grams),
    "filling_weight": Limits(1.0, 300_000.0, in_grams),
    "water_left": Limits(0.0, 5_000.0, in_grams),
    "flour_added": Limits(1.0, 5_000.0, in_grams),
    "water_added": Limits(1.0, 5_000.0, in_grams),
    "pieces": Limits(1.0, 200.0, as_number),
    "probe": Limits(-30.0, 130.0, in_celsius),
    "oven": Limits(0.0, 350.0, in_celsius),
    "heat_for": Limits(1.0, 600.0, in_minutes),
    "mishap": Limits(0.0, 200.0, as_number),
}


def wrong_with(kind: str, stage: str, value: float | None, where: str | None) -> Message | None:
    """Why a mark cannot be recorded, None where it can."""
    if kind not in KINDS or stage not in STAGES:
        return say(
            "“{kind}” at “{stage}” is not something that can be recorded.", kind=verbatim(kind), stage=verbatim(stage)
        )
    if kind == "moved" and not where:
        return say("Where it was moved to is missing: choose a spot.")
    if kind in ("mishap", "stopped") and where not in MISHAPS:
        return say("What went wrong is missing, or has no name here: choose one of those that are listed.")
    limits = LIMITS.get(kind)
    if (
        limits is None
        or (kind in UNTOLD and value is None)
        or (value is not None and limits.low <= value <= limits.high)
    ):
        return None
    low, high = limits.as_quantity(limits.low), limits.as_quantity(limits.high)
    if value is None:
        return say("A reading is missing: it should be between {low} and {high}. Type it again.", low=low, high=high)
    return say(
        "A reading of {value} cannot be right: it should be between {low} and {high}. It was not recorded; type it "
        "again.",
        value=limits.as_quantity(value),
        low=low,
        high=high,
    )


@dataclass(frozen=True)
class Observation:
    """Something seen or done while a batch runs: a mark.

    kind: started, done, risen, doubled, was_ready (before anybody looked), poke, tear, moved, dough_temperature,
    room_temperature, dough_weight, piece (one lump as cut and weighed), filling_weight, water_left, flour_added,
    water_added (while it was kneaded), pieces (how many there really are of a group), probe, oven (the air in it),
    lid_lifted, did (an event within a stage is over), heat_for (so many minutes are given it instead of those
    planned), mishap (something went wrong), stopped (the batch is given up and put away).
    stage: the tray it belongs to.
    value: min from this mark until the dough is begun (started; None at once), growth as a share (risen), what a poke
    does (0 springs back at once, 1 slowly, 2 stays), whether a tear shows honeycomb (0, 1), °C, g, min, or how many.
    where: the spot it was moved to; which lump was weighed again ("3"); whose filling was weighed ("1", the first
    group's); which mishap it was.
    event: the event it ends, or the load a reading was taken of ("heat.1.2"), "" where it names none.
    """

    kind: str
    stage: str
    at: datetime
    value: float | None = None
    where: str | None = None
    event: str = ""
