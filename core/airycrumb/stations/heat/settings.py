"""An oven's dial in other kitchens' words, and how long it preheats."""

from dataclasses import dataclass

from airycrumb.data import heat as c


@dataclass(frozen=True)
class Dial:
    """One oven temperature as different ovens say it. gas_mark: "" beyond the marks."""

    celsius: float
    fan_celsius: float
    fahrenheit: float
    gas_mark: str


def fahrenheit(celsius: float) -> float:
    """°F of an oven as its dial has it: the 25 it is near, else to 5.

    >>> fahrenheit(190), fahrenheit(220), fahrenheit(197)
    (375.0, 425.0, 385.0)
    """
    exact = celsius * 1.8 + 32
    marked = 25.0 * round(exact / 25)
    return marked if abs(marked - exact) <= 5 else 5.0 * round(exact / 5)


def gas_mark(celsius: float) -> str:
    """The nearest gas mark, "" more than 15 °C beyond the first or last.

    >>> gas_mark(190), gas_mark(300)
    ('5', '')
    """
    at, mark = min(c.GAS_MARKS, key=lambda row: abs(row[0] - celsius))
    return mark if abs(at - celsius) <= 15 else ""


def dial(celsius: float, fan: bool) -> Dial:
    """A setting, given for an oven with or without its fan on, in every oven's words."""
    still = celsius + (c.FAN_LESS_C.value if fan else 0.0)
    return Dial(still, still - c.FAN_LESS_C.value, fahrenheit(still), gas_mark(still))


def preheat_min(celsius: float, on: str, usual_min: float) -> float:
    """Minutes to heat the oven through: as this kitchen's does, 30 at least when very hot, 45 with a stone or steel."""
    if c.SURFACES[on].hot:
        return max(usual_min, c.PREHEAT_STONE_MIN.value)
    return max(usual_min, c.PREHEAT_HOT_MIN.value) if celsius >= c.PREHEAT_HOT_C.value else usual_min
