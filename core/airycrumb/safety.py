"""The usual cautions, next to the step they belong to. They defer to local rules and a thermometer."""

from dataclasses import dataclass

from airycrumb.data import safety as table
from airycrumb.pantry import Ingredient


@dataclass(frozen=True)
class Caution:
    """One caution. tray: the station it stands beside; urgent: it can hurt someone if missed."""

    code: str
    tray: str
    title: str
    text: str
    source: str
    urgent: bool


@dataclass(frozen=True)
class CoreLine:
    """The core temperature this filling must reach, and the strictest reason for it. °C."""

    celsius: float
    why: str
    source: str


@dataclass(frozen=True)
class Stuffing:
    """What a group of pieces holds, as safety sees it. state: "raw", "part-cooked" or "cooked"."""

    parts: list[Ingredient]
    state: str


RAW_KINDS = ("ground meat", "poultry", "fish")
PERISHABLE = (*RAW_KINDS, "cooked meat", "cooked fish", "egg", "egg cooked", "cheese", "dairy", "sauce")


def _kinds(parts: list[Ingredient], state: str) -> list[str]:
    """Rows of the table this filling falls under."""
    kinds = [i.role for i in parts if i.role in RAW_KINDS and ("raw" in i.key or state != "cooked")]
    if any(i.role == "egg" for i in parts):
        kinds.append("egg")
    return kinds or ["cooked"]


def core_line(parts: list[Ingredient], state: str, region: str) -> CoreLine:
    """Strictest line over the filling's ingredients and, for "strictest", over all regions."""
    regions = list(table.LINES) if region == "strictest" else [region]
    lines = [table.LINES[r][k] for r in regions for k in _kinds(parts, state)]
    worst = max(lines, key=lambda line: line.celsius)
    return CoreLine(worst.celsius, worst.why, worst.source)


def allergens(parts: list[Ingredient]) -> list[str]:
    """Allergens of a piece, each once, sorted."""
    return sorted({a for i in parts for a in i.allergens})


def is_raw(parts: list[Ingredient], state: str) -> bool:
    """Whether the filling holds raw meat, poultry or fish."""
    return any(i.role in RAW_KINDS and ("raw" in i.key or state != "cooked") for i in parts)


def is_perishable(parts: list[Ingredient]) -> bool:
    """Whether the filling must not stand warm for long."""
    return any(i.role in (*PERISHABLE, "pulse", "grain", "vegetable") for i in parts)


def warm_limit(room_c: float) -> float:
    """Minutes a perishable filling may spend between 5 and 60 °C in a room this warm."""
    return table.WARM_LIMIT_HOT_MIN if room_c > table.HOT_ROOM else table.WARM_LIMIT_MIN


def cautions(
    dough: list[Ingredient],
    stuffings: list[Stuffing],
    fires: list[tuple[str, float]],
    line: CoreLine,
    warm_min: float,
    room_c: float,
) -> list[Caution]:
    """Every caution this bake needs, in the order of the work.

    fires: (method, °C) of every heat; line: the strictest over the stuffings.
    """
    filling = [item for s in stuffings for item in s.parts]
    found = [
        Caution(
            "raw_dough",
            "weigh",
            "Do not taste the raw dough",
            "Raw flour and raw egg can carry germs. Wash hands, bowl and bench after mixing.",
            "common practice",
            False,
        ),
        Caution(
            "allergens",
            "weigh",
            "Contains " + ", ".join(allergens(dough + filling) or ["none of the listed allergens"]),
            "Say so to whoever eats. The list covers the pantry's own data; read your packets.",
            "pantry data",
            False,
        ),
        Caution(
            "probe",
            "heat",
            f"Probe the middle: {line.celsius:.0f} °C",
            f"{line.why.capitalize()}. The forecast is an estimate; a thermometer decides. Local food-safety rules come first.",
            line.source,
            True,
        ),
    ]
    if any(is_raw(s.parts, s.state) for s in stuffings):
        found.insert(
            2,
            Caution(
                "raw_filling",
                "wrap",
                "Raw filling: keep it cold until the moment you wrap",
                "Take it from the fridge in small lots, keep a clean hand for the dough, and wash the board.",
                "common practice",
                True,
            ),
        )
    if any(s.state == "cooked" for s in stuffings):
        found.insert(
            2,
            Caution(
                "cool_fast",
                "rise",
                "Cool the filling fast",
                "Spread it shallow: under 21 °C within 2 hours, then into the fridge.",
                table.COOLING,
                False,
            ),
        )
    if is_perishable(filling):
        found.append(_standing(warm_min, room_c))
    return found + [_burns(*fire) for fire in dict.fromkeys(fires)]


def _standing(warm_min: float, room_c: float) -> Caution:
    limit = warm_limit(room_c)
    over = warm_min > limit
    title = f"Filling stands warm about {warm_min:.0f} min" + (f": over the {limit:.0f} min limit" if over else "")
    text = (
        "Wrap in two lots and keep the second cold, or proof cooler for less time."
        if over
        else f"From wrapping until it is hot again. Keep it under {limit:.0f} min; what waits goes in the fridge."
    )
    return Caution("standing", "proof", title, text, table.TWO_HOURS, over)


def _burns(method: str, air_c: float) -> Caution:
    if method == "steam":
        return Caution(
            "steam",
            "heat",
            "Steam burns: tilt the lid away from you",
            "Lift the far edge first. Keep water in the pot; a pot boiled dry can catch fire. Keep the basket's edge off an open flame.",
            "common practice",
            True,
        )
    hot = " Stones and trays stay hot long after." if air_c >= 220 else ""
    return Caution(
        "oven",
        "heat",
        f"{air_c:.0f} °C: dry thick gloves",
        "Open the door at arm's length and let the hot air out first." + hot,
        "common practice",
        True,
    )
