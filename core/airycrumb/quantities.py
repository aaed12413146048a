"""Quantities written by people ("62 g", "2 oz", "375 F") and the units of the core.

Inside the core: g, mL, mm, °C, min, W. Volume factors are those of NIST Handbook 44
(appendix C, US customary measure), checked against pint in tests/reference.
"""

import math
import re
from collections.abc import Iterable
from dataclasses import dataclass

from airycrumb.problems import InputError, Problem
from airycrumb.words import Message, Quantity, listed, say, verbatim


@dataclass(frozen=True)
class Band:
    """A forecast: the typical value and the limits of its 90 % band, all in one unit."""

    low: float
    typical: float
    high: float


FACTORS: dict[str, dict[str, float]] = {
    "mass": {"g": 1.0, "kg": 1000.0, "mg": 0.001, "oz": 28.349523125, "lb": 453.59237},
    "volume": {"ml": 1.0, "l": 1000.0, "tsp": 4.92892159, "tbsp": 14.78676478, "cup": 236.5882365},
    "length": {"mm": 1.0, "cm": 10.0, "m": 1000.0, "in": 25.4, "ft": 304.8},
    "duration": {"min": 1.0, "s": 1 / 60, "h": 60.0},
    "power": {"w": 1.0, "kw": 1000.0},
}
TEMPERATURE_UNITS = ("C", "F")
BASE_UNITS = {"mass": "g", "volume": "ml", "length": "mm", "duration": "min", "power": "W", "temperature": "C"}
# what a cook may type, in the units it may be typed in
EXAMPLES = {
    "mass": verbatim("62 g or 2 oz"),
    "volume": verbatim("15 ml or 1 tbsp"),
    "length": verbatim("24 cm or 9 in"),
    "duration": verbatim("15 min or 1 h"),
    "power": verbatim("1000 W"),
    "temperature": verbatim("21 C or 70 F"),
}
_SHAPE = re.compile(
    r"^\s*(?P<number>[+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:[eE][+-]?\d+)?|[+-]?(?:nan|inf(?:inity)?))\s*(?P<unit>[^\d\s].*?)?\s*$",
    re.IGNORECASE,
)


def _refuse(code: str, where: str, message: Message) -> InputError:
    return InputError([Problem(code, where, message)])


def _split(text: str, kind: str, where: str) -> tuple[float, str]:
    """The number and the bare unit of a written quantity; raises InputError."""
    if not text.strip():
        raise _refuse(
            "empty",
            where,
            say("An amount is missing: write it with its unit, such as {example}.", example=EXAMPLES[kind]),
        )
    match = _SHAPE.match(text)
    if match is None:
        raise _refuse(
            "not_a_quantity",
            where,
            say(
                "“{text}” is not an amount: write a number and a unit, such as {example}.",
                text=verbatim(text[:40]),
                example=EXAMPLES[kind],
            ),
        )
    number = float(match["number"].replace(",", "."))
    if not math.isfinite(number):
        raise _refuse(
            "not_finite",
            where,
            say(
                "“{text}” is not a number this kitchen can use: write one such as {example}.",
                text=verbatim(text[:40]),
                example=EXAMPLES[kind],
            ),
        )
    return number, (match["unit"] or "").strip()


def _to_celsius(number: float, unit: str) -> float | None:
    bare = unit.replace("°", "").strip().upper()
    if bare == "C":
        return number
    return (number - 32) / 1.8 if bare == "F" else None


def _in_base(number: float, unit: str, kind: str) -> float | None:
    if kind == "temperature":
        return _to_celsius(number, unit)
    factor = FACTORS[kind].get(unit.lower())
    return None if factor is None else number * factor


def _known_units(kind: str) -> Iterable[str]:
    return TEMPERATURE_UNITS if kind == "temperature" else FACTORS[kind]


def parse(text: str, kind: str, where: str = "") -> float:
    """A written quantity in the core's unit for its kind.

    text: such as "62 g"; kind: mass [g], volume [mL], length [mm], duration [min],
    power [W] or temperature [°C]. Raises InputError with a sentence for an empty text, a text
    that is no number, a number that is not finite, and a unit that is missing or unknown.

    >>> round(parse("2 oz", "mass"), 2), parse("70 F", "temperature") > 21
    (56.7, True)
    """
    number, unit = _split(text, kind, where)
    value = _in_base(number, unit, kind)
    if value is None:
        known, unknown = listed(map(verbatim, _known_units(kind)), "or"), verbatim(unit)
        raise _refuse(
            "unknown_unit",
            where,
            say("“{unit}” is not a unit known here for this: use {known}.", unit=unknown, known=known)
            if unit
            else say("“{text}” has no unit: use {known}.", text=verbatim(text.strip()[:40]), known=known),
        )
    if not math.isfinite(value):
        raise _refuse("not_finite", where, say("“{text}” is too large to work with.", text=verbatim(text[:40])))
    return value


def parse_amount(text: str, density_g_per_ml: float | None, where: str = "") -> float:
    """An ingredient's amount in g: a mass as it is, a volume through the ingredient's density."""
    number, unit = _split(text, "mass", where)
    if unit.lower() not in FACTORS["volume"]:
        return parse(text, "mass", where)
    if density_g_per_ml is None:
        raise _refuse(
            "no_density",
            where,
            say(
                "“{text}” is a volume and no density is known for it: weigh it and write grams.",
                text=verbatim(text[:40]),
            ),
        )
    return number * FACTORS["volume"][unit.lower()] * density_g_per_ml


def within(value: float, limits: Quantity, what: Message, where: str) -> float:
    """The value, or InputError naming the range it left. value: in the core's unit of the limits' kind."""
    low, high = limits.value, limits.value if limits.to is None else limits.to
    if low <= value <= high:
        return value
    one = lambda number: Quantity(limits.kind, number)
    raise _refuse(
        "out_of_range",
        where,
        say(
            "{what}: {value} is outside what can be worked out here. Keep it between {low} and {high}.",
            what=what,
            value=one(value),
            low=one(low),
            high=one(high),
        ),
    )


def share_rounded(amounts: list[float], step: float) -> list[float]:
    """Amounts rounded to a scale's step so that their sum is the rounded sum.

    amounts, step: g, step > 0. Largest remainders are rounded up (Hamilton's method), so no
    line is off by a whole step and nothing is lost in the total.

    >>> share_rounded([33.4, 33.3, 33.3], 1)
    [34, 33, 33]
    """
    floors = [math.floor(a / step + 1e-9) for a in amounts]
    missing = round(sum(amounts) / step) - sum(floors)
    by_remainder = sorted(range(len(amounts)), key=lambda i: floors[i] - amounts[i] / step)
    for i in by_remainder[: max(0, missing)]:
        floors[i] += 1
    return [round(f * step, 6) for f in floors]
