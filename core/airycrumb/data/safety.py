"""Food-safety figures, each with whose guidance it is. All from memory: read your own authority's current page.

Nothing here makes food safe. Local rules come first, and a thermometer decides.
"""

from dataclasses import dataclass

from airycrumb.words import Message, in_celsius, in_minutes, say

US = say("US federal guidance, Safe Minimum Internal Temperature Chart (FSIS, foodsafety.gov), from memory")
STUFFED = say(
    "US FDA Food Code 3-401.11(A)(3): what is stuffed with meat, poultry or fish, {line} whichever it is, from memory",
    line=in_celsius(74),
)
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
    SafeLine(region="us", kind="ground meat", celsius=74, hold_min=0, why=say("raw meat inside dough"), source=STUFFED),
    SafeLine(region="us", kind="egg", celsius=71, hold_min=0, why=say("egg in the filling"), source=US),
    SafeLine(region="us", kind="fish", celsius=74, hold_min=0, why=say("raw fish inside dough"), source=STUFFED),
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


HOT_ROOM = 32.0  # °C
TWO_HOURS = say("US federal guidance, two-hour rule (one hour above {hot}), from memory", hot=in_celsius(HOT_ROOM))
AS_BRIEF = say(
    "UK Food Standards Agency guidance: out of the fridge as briefly as can be (its four hours are for cold food on "
    "display); two hours are assumed here"
)
COOLING = say(
    "US FDA Food Code 3-501.14: from {hot} to {cool} within {first}, to {cold} within {then} more, from memory",
    hot=in_celsius(57),
    cool=in_celsius(21),
    first=in_minutes(120),
    cold=in_celsius(5),
    then=in_minutes(240),
)
FOUR_IN_ALL = say(
    "US FDA Food Code 3-501.19: out of temperature control for up to four hours in all, from memory; the UK names none"
)
COOLING_UK = say("UK Food Standards Agency guidance: cool and refrigerate within one to two hours, from memory")

LIMITS = (
    Limit("us", "warm", 120, "min", TWO_HOURS),
    Limit("us", "warm_hot", 60, "min", TWO_HOURS),
    Limit("uk", "warm", 120, "min", AS_BRIEF),
    Limit("uk", "warm_hot", 120, "min", AS_BRIEF),
    Limit("us", "warm_and_chilling", 240, "min", FOUR_IN_ALL),
    Limit("uk", "warm_and_chilling", 240, "min", FOUR_IN_ALL),
    Limit("us", "cool_to_21", 120, "min", COOLING),
    Limit("us", "cool_to_5", 360, "min", COOLING),
    Limit("uk", "cool_to_21", 120, "min", COOLING_UK),
    Limit("uk", "cool_to_5", 360, "min", COOLING),
)

# °C between which what is perishable must not stand long: (from, to). From memory: 40 to 140 °F; 8 to 63 °C.
DANGER = {"us": (4.4, 60.0), "uk": (8.0, 63.0)}

CHART = say("US federal guidance, cold storage chart (foodsafety.gov), from memory")
CHART_FREEZER = say("US federal guidance, cold storage chart, which says how long it stays good, from memory")
LEFTOVERS = say("UK Food Standards Agency guidance: leftovers within two days, from memory")
USE_BY = say("UK Food Standards Agency guidance: raw meat and fish by their use-by date; two days are assumed here")
UK_FREEZER = say("UK Food Standards Agency guidance: three months for what was made at home, from memory")
DRY_KEEPS = say("common practice for bread with a sweet or dry filling")


@dataclass(frozen=True)
class Keeps:
    """How many days filled pieces keep in one place. kind: of the filling (stations.keeping.kind_of); baked: whether
    they were heated through first; place: "fridge" or "frozen"."""

    region: str
    kind: str
    baked: bool
    place: str
    days: float
    source: Message


def _keeps(region: str, place: str, source: Message, of_raw: Message, **days: tuple[float, float]) -> list[Keeps]:
    """Rows of a region and a place. days: of each kind, unbaked and baked; of_raw: the source for raw ones, unbaked."""
    return [
        Keeps(region, kind, baked, place, pair[baked], of_raw if kind == "raw" and not baked else source)
        for kind, pair in days.items()
        for baked in (False, True)
    ]


# The short end of each range: raw ground meat, poultry and fish 1 to 2 days, dishes with egg and leftovers 3 to 4; raw
# sausage and fat fish 2 months frozen, dishes 2 to 3.
KEEPS = (
    *_keeps("us", "fridge", CHART, CHART, raw=(2, 3), egg=(2, 3), cooked=(3, 3)),
    *_keeps("uk", "fridge", LEFTOVERS, USE_BY, raw=(2, 2), egg=(2, 2), cooked=(2, 2)),
    *_keeps("us", "frozen", CHART_FREEZER, CHART_FREEZER, raw=(60, 60), egg=(60, 60), cooked=(60, 60)),
    *_keeps("uk", "frozen", UK_FREEZER, UK_FREEZER, raw=(90, 90), egg=(90, 90), cooked=(90, 90)),
    *(row for r in ("us", "uk") for row in _keeps(r, "fridge", DRY_KEEPS, DRY_KEEPS, dry=(3, 5))),
    *(row for r in ("us", "uk") for row in _keeps(r, "frozen", DRY_KEEPS, DRY_KEEPS, dry=(90, 90))),
)
