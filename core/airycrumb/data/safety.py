"""Food-safety figures, each with whose guidance it is. All from memory: read your own authority's current page.

Nothing here makes food safe. Local rules come first, and a thermometer decides.
"""

from dataclasses import dataclass

from airycrumb.words import Message, in_celsius, in_minutes, say

US = say("US federal guidance, Safe Minimum Internal Temperature Chart (FSIS, foodsafety.gov), from memory")
UK = say(
    "UK Food Standards Agency guidance: {core} for {held} or an equivalent, from memory",
    core=in_celsius(70),
    held=in_minutes(2),
)


@dataclass(frozen=True)
class SafeLine:
    """Core temperature for one kind of filling, °C, with what is said beside it. hold_min: to be held for."""

    region: str
    kind: str
    celsius: float
    hold_min: float
    why: Message
    source: Message


LINES = (
    SafeLine(region="us", kind="poultry", celsius=74, hold_min=0, why=say("raw poultry"), source=US),
    SafeLine(region="us", kind="ground meat", celsius=71, hold_min=0, why=say("raw ground meat"), source=US),
    SafeLine(region="us", kind="egg", celsius=71, hold_min=0, why=say("egg in the filling"), source=US),
    SafeLine(region="us", kind="fish", celsius=63, hold_min=0, why=say("raw fish"), source=US),
    SafeLine(region="us", kind="cooked", celsius=74, hold_min=0, why=say("cooked filling, reheated"), source=US),
    SafeLine(region="uk", kind="poultry", celsius=75, hold_min=0.5, why=say("raw poultry"), source=UK),
    SafeLine(region="uk", kind="ground meat", celsius=75, hold_min=0.5, why=say("raw ground meat"), source=UK),
    SafeLine(region="uk", kind="egg", celsius=75, hold_min=0.5, why=say("egg in the filling"), source=UK),
    SafeLine(region="uk", kind="fish", celsius=75, hold_min=0.5, why=say("raw fish"), source=UK),
    SafeLine(region="uk", kind="cooked", celsius=75, hold_min=0.5, why=say("cooked filling, reheated"), source=UK),
)
REGIONS = {
    "strictest": "the strictest of those known here",
    "us": "United States (federal)",
    "uk": "United Kingdom",
}

# Held at °C for min, each worth the same: (°C, min). UK guidance, from memory.
EQUIVALENTS = ((60.0, 45.0), (65.0, 10.0), (70.0, 2.0), (75.0, 0.5), (80.0, 0.1))


@dataclass(frozen=True)
class Limit:
    """One rule about time or keeping. value: in unit; strict: the smaller the stricter."""

    region: str
    rule: str
    value: float
    unit: str
    source: Message


WARM_FROM, WARM_TO, HOT_ROOM = 5.0, 60.0, 32.0  # °C: between the first two what is perishable must not stand long
TWO_HOURS = say("US federal guidance, two-hour rule (one hour above {hot}), from memory", hot=in_celsius(HOT_ROOM))
FOUR_HOURS = say("UK Food Standards Agency guidance: once, for up to four hours out of the fridge; from memory")
COOLING = say(
    "US FDA Food Code 3-501.14: from {hot} to {cool} within {first}, to {cold} within {then} more, from memory",
    hot=in_celsius(57),
    cool=in_celsius(21),
    first=in_minutes(120),
    cold=in_celsius(5),
    then=in_minutes(240),
)
COOLING_UK = say("UK Food Standards Agency guidance: cool and refrigerate within one to two hours, from memory")
KEEPING = say("US federal guidance, cold storage chart (foodsafety.gov), from memory")
KEEPING_UK = say("UK Food Standards Agency guidance: leftovers within two days, from memory")

LIMITS = (
    Limit("us", "warm", 120, "min", TWO_HOURS),
    Limit("us", "warm_hot", 60, "min", TWO_HOURS),
    Limit("uk", "warm", 240, "min", FOUR_HOURS),
    Limit("uk", "warm_hot", 240, "min", FOUR_HOURS),
    Limit("us", "cool_to_21", 120, "min", COOLING),
    Limit("us", "cool_to_5", 360, "min", COOLING),
    Limit("uk", "cool_to_21", 120, "min", COOLING_UK),
    Limit("uk", "cool_to_5", 360, "min", COOLING),
    Limit("us", "fridge", 3, "days", KEEPING),
    Limit("uk", "fridge", 2, "days", KEEPING_UK),
    Limit("us", "freezer", 60, "days", KEEPING),
    Limit("uk", "freezer", 90, "days", KEEPING_UK),
)
