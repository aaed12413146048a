"""Food-safety figures by region, each with its published source. Wording from memory: check the local rule."""

from dataclasses import dataclass


@dataclass(frozen=True)
class SafeLine:
    """Core temperature for one kind of filling, °C, with what is said beside it."""

    celsius: float
    why: str
    source: str


US = "US federal guidance, Safe Minimum Internal Temperature Chart (FSIS/foodsafety.gov), from memory"
UK = "UK Food Standards Agency guidance: 70 °C for 2 minutes, or 75 °C for 30 seconds, from memory"

LINES: dict[str, dict[str, SafeLine]] = {
    "us": {
        "poultry": SafeLine(74, "raw poultry", US),
        "ground meat": SafeLine(71, "raw ground meat", US),
        "egg": SafeLine(71, "egg in the filling", US),
        "fish": SafeLine(63, "raw fish", US),
        "cooked": SafeLine(74, "cooked filling, reheated", US),
    },
    "uk": {
        "poultry": SafeLine(75, "raw poultry", UK),
        "ground meat": SafeLine(75, "raw ground meat", UK),
        "egg": SafeLine(75, "egg in the filling", UK),
        "fish": SafeLine(75, "raw fish", UK),
        "cooked": SafeLine(75, "cooked filling, reheated", UK),
    },
}
WARM_FROM, WARM_TO = 5.0, 60.0  # °C: where what is perishable must not stand long
WARM_LIMIT_MIN, WARM_LIMIT_HOT_MIN, HOT_ROOM = 120.0, 60.0, 32.0
TWO_HOURS = "US federal guidance, two-hour rule (one hour above 32 °C), from memory"
COOLING = "US FDA Food Code 3-501.14: 57 to 21 °C within 2 h, to 5 °C within 4 h more, from memory"
