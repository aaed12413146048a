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
SCOTLAND = say(
    "Food Hygiene (Scotland) Regulations 2006, schedule 4: reheated food to {line} (Food Standards Scotland), from "
    "memory",
    line=in_celsius(82),
)
EU = say(
    "European Union: no line in Regulation (EC) 852/2004; {core} for {held} as its food agencies advise, from memory",
    core=in_celsius(70),
    held=in_minutes(2),
)
CANADA = say("Health Canada, safe internal cooking temperatures, from memory")
AUSTRALIA = say("Food Standards Australia New Zealand, Safe Food Australia (Standard 3.2.2); MPI, from memory")


@dataclass(frozen=True)
class SafeLine:
    """Core temperature for one kind of filling, °C, with what is said beside it. hold_min: to be held for."""

    region: str
    kind: str
    celsius: float
    hold_min: float
    why: Message
    source: Message


WHY = {
    "poultry": say("raw poultry"),
    "ground meat": say("raw meat inside dough"),
    "egg": say("egg in the filling"),
    "fish": say("raw fish inside dough"),
    "cooked": say("cooked filling, reheated"),
}


def _lines(region: str, source: Message, hold_min: float = 0.0, **celsius: float) -> list[SafeLine]:
    """Rows of a region: its °C by kind, "ground_meat" for ground meat."""
    kinds = ((kind.replace("_", " "), at) for kind, at in celsius.items())
    return [SafeLine(region, kind, at, hold_min, WHY[kind], source) for kind, at in kinds]


LINES = (
    *_lines("us", US, poultry=74, egg=71, cooked=74),
    *_lines("us", STUFFED, ground_meat=74, fish=74),
    *_lines("uk", UK, 0.5, poultry=75, ground_meat=75, egg=75, fish=75, cooked=75),
    *_lines("scotland", UK, 0.5, poultry=75, ground_meat=75, egg=75, fish=75),
    *_lines("scotland", SCOTLAND, cooked=82),
    *_lines("eu", EU, 0.5, poultry=75, ground_meat=75, egg=75, fish=75, cooked=75),
    *_lines("canada", CANADA, poultry=74, ground_meat=74, egg=74, fish=74, cooked=74),
    *_lines("australia_nz", AUSTRALIA, poultry=75, ground_meat=75, egg=75, fish=75, cooked=75),
)
REGIONS = {
    "strictest": "the strictest of those known here",
    "us": "United States (federal)",
    "uk": "United Kingdom",
    "scotland": "Scotland",
    "eu": "European Union",
    "canada": "Canada",
    "australia_nz": "Australia and New Zealand",
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
AS_BRIEF_EU = say("European Union: as briefly as can be (Regulation (EC) 852/2004, annex II); two hours are assumed")
TWO_HOURS_CANADA = say("Health Canada, two-hour rule, from memory; one hour above {hot}", hot=in_celsius(HOT_ROOM))
TWO_AND_FOUR = say("Food Standards Australia New Zealand, 2-hour/4-hour rule, from memory")
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
COOLING_EU = say("European Union: as quickly as possible (Regulation (EC) 852/2004); two and six hours are assumed")
COOLING_CANADA = say(
    "Canadian food retail code: to {cool} in two hours, to {cold} in four more, from memory",
    cool=in_celsius(20),
    cold=in_celsius(4),
)
COOLING_ANZ = say(
    "Standard 3.2.2 of Australia and New Zealand: to {cool} in two hours, to {cold} in four more, from memory",
    cool=in_celsius(21),
    cold=in_celsius(5),
)


def _limits(region: str, rules: dict[str, tuple[float, Message]]) -> list[Limit]:
    return [Limit(region, rule, minutes, "min", source) for rule, (minutes, source) in rules.items()]


def _cooling(source: Message, to_5: Message | None = None) -> dict[str, tuple[float, Message]]:
    """Two hours to 21 °C, six in all to 5."""
    return {"cool_to_21": (120, source), "cool_to_5": (360, to_5 or source)}


LIMITS = (
    *_limits(
        "us",
        {"warm": (120, TWO_HOURS), "warm_hot": (60, TWO_HOURS), "warm_and_chilling": (240, FOUR_IN_ALL)}
        | _cooling(COOLING),
    ),
    *(
        limit
        for region in ("uk", "scotland")
        for limit in _limits(
            region,
            {"warm": (120, AS_BRIEF), "warm_hot": (120, AS_BRIEF), "warm_and_chilling": (240, FOUR_IN_ALL)}
            | _cooling(COOLING_UK, COOLING),
        )
    ),
    *_limits(
        "eu",
        {"warm": (120, AS_BRIEF_EU), "warm_hot": (120, AS_BRIEF_EU), "warm_and_chilling": (240, FOUR_IN_ALL)}
        | _cooling(COOLING_EU),
    ),
    *_limits(
        "canada",
        {"warm": (120, TWO_HOURS_CANADA), "warm_hot": (60, TWO_HOURS_CANADA), "warm_and_chilling": (240, FOUR_IN_ALL)}
        | _cooling(COOLING_CANADA),
    ),
    *_limits(
        "australia_nz",
        {"warm": (120, TWO_AND_FOUR), "warm_hot": (120, TWO_AND_FOUR), "warm_and_chilling": (240, TWO_AND_FOUR)}
        | _cooling(COOLING_ANZ),
    ),
)

# °C between which what is perishable must not stand long: (from, to). From memory: 40 to 140 °F in the US and Canada; 8
# to 63 °C in the UK; 5 to 60 °C in Australia.
DANGER = {
    "us": (4.4, 60.0),
    "uk": (8.0, 63.0),
    "scotland": (8.0, 63.0),
    "eu": (5.0, 63.0),
    "canada": (4.4, 60.0),
    "australia_nz": (5.0, 60.0),
}
COOL_C, COLD_C = 21.0, 5.0  # °C that cooling is timed to

CHART = say("US federal guidance, cold storage chart (foodsafety.gov), from memory")
CHART_FREEZER = say("US federal guidance, cold storage chart, which says how long it stays good, from memory")
LEFTOVERS = say("UK Food Standards Agency guidance: leftovers within two days, rice within one, from memory")
USE_BY = say("UK Food Standards Agency guidance: raw meat and fish by their use-by date; one day is assumed here")
UK_FREEZER = say("UK Food Standards Agency guidance: three months for what was made at home, from memory")
AS_STRICT = say("no days of its own known here: the strictest of the other regions'")
DRY_KEEPS = say("common practice for bread with a sweet or dry filling")


@dataclass(frozen=True)
class Keeps:
    """How many days filled pieces keep in one place. kind: of the filling (stations.safety.keeping.kind_of); baked:
    whether they were heated through first; place: "fridge" or "frozen"."""

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
    *_keeps("us", "fridge", CHART, CHART, raw=(1, 3), egg=(2, 3), cooked=(3, 3), rice=(3, 3)),
    *(
        row
        for r in ("uk", "scotland")
        for row in _keeps(r, "fridge", LEFTOVERS, USE_BY, raw=(1, 2), egg=(2, 2), cooked=(2, 2), rice=(1, 1))
    ),
    *(
        row
        for r in ("eu", "canada", "australia_nz")
        for row in _keeps(r, "fridge", AS_STRICT, AS_STRICT, raw=(1, 2), egg=(2, 2), cooked=(2, 2), rice=(1, 1))
    ),
    *_keeps("us", "frozen", CHART_FREEZER, CHART_FREEZER, raw=(60, 60), egg=(60, 60), cooked=(60, 60), rice=(60, 60)),
    *(
        row
        for r in ("uk", "scotland")
        for row in _keeps(
            r, "frozen", UK_FREEZER, UK_FREEZER, raw=(90, 90), egg=(90, 90), cooked=(90, 90), rice=(90, 90)
        )
    ),
    *(
        row
        for r in ("eu", "canada", "australia_nz")
        for row in _keeps(r, "frozen", AS_STRICT, AS_STRICT, raw=(60, 60), egg=(60, 60), cooked=(60, 60), rice=(60, 60))
    ),
    *(row for r in DANGER for row in _keeps(r, "fridge", DRY_KEEPS, DRY_KEEPS, dry=(3, 5))),
    *(row for r in DANGER for row in _keeps(r, "frozen", DRY_KEEPS, DRY_KEEPS, dry=(90, 90))),
)
