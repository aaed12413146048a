"""Quantities written out for whoever reads: in metric or US units, numbers by the locale's own rules (Babel)."""

import math
from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime, timedelta
from decimal import localcontext
from typing import Literal

from babel.dates import format_date
from babel.numbers import format_decimal

from airycrumb.words.quantity import Moment, Quantity

Units = Literal["metric", "us"]
LOCALE = "en_GB"
GRAMS_PER_OUNCE, OUNCES_PER_POUND = 28.349523125, 16.0
MILLILITRES_PER_FLUID_OUNCE = 29.5735296
MILLIMETRES_PER_INCH = 25.4
WHOLE_FROM = 2.0**53  # from here a double holds whole numbers alone
DIGITS_OF_ANY_DOUBLE = 400
HOURS_FROM_MIN = 90.0  # a shorter time is said in minutes
NEAR = timedelta(hours=6)  # an hour this close to the reader's needs no weekday, whatever the date


@dataclass(frozen=True)
class Shown:
    """A unit to show a quantity in: its symbol, what one of it is in the core's unit, and decimals at a value in it."""

    symbol: str
    size: float
    digits: Callable[[float], int]
    offset: float = 0.0

    def value(self, core: float) -> float:
        """A value in this unit."""
        return core / self.size + self.offset


_WHOLE = lambda _value: 0
_METRIC: dict[str, Callable[[float], Shown]] = {
    "temperature": lambda _v: Shown(" °C", 1.0, _WHOLE),
    "temperature_difference": lambda _v: Shown(" °C", 1.0, _WHOLE),
    "mass": lambda v: (
        Shown(" kg", 1000.0, lambda _kg: 1)
        if abs(v) >= 10_000
        else Shown(" g", 1.0, lambda g: 0 if abs(g) >= 9.95 else 1 if abs(g) >= 0.95 else 2)
    ),
    "length": lambda v: (
        Shown(" m", 1000.0, _WHOLE)
        if abs(v) >= 10_000
        else Shown(" cm", 10.0, lambda _cm: 1)
        if abs(v) >= 20
        else Shown(" mm", 1.0, lambda _mm: 1)
    ),
    "volume": lambda _v: Shown(" ml", 1.0, _WHOLE),
}
_US: dict[str, Callable[[float], Shown]] = {
    "temperature": lambda _v: Shown(" °F", 1 / 1.8, _WHOLE, 32.0),
    "temperature_difference": lambda _v: Shown(" °F", 1 / 1.8, _WHOLE),
    "mass": lambda v: (
        Shown(" lb", GRAMS_PER_OUNCE * OUNCES_PER_POUND, lambda _lb: 2)
        if abs(v) >= GRAMS_PER_OUNCE * OUNCES_PER_POUND
        else Shown(" oz", GRAMS_PER_OUNCE, lambda oz: 1 if abs(oz) >= 10 else 2)
    ),
    "length": lambda v: (
        Shown(" ft", 12 * MILLIMETRES_PER_INCH, _WHOLE)
        if abs(v) >= 10_000
        else Shown(" in", MILLIMETRES_PER_INCH, lambda _in: 2 if abs(v) < 50 else 1)
    ),
    "volume": lambda _v: Shown(" fl oz", MILLILITRES_PER_FLUID_OUNCE, lambda _oz: 1),
}
_ALIKE: dict[str, Shown] = {
    "power": Shown(" W", 1.0, _WHOLE),
    "percent": Shown(" %", 1.0, _WHOLE),
    "count": Shown("", 1.0, _WHOLE),
    "number": Shown("", 1.0, lambda value: 0 if abs(value) >= 100 else 2),
}


def unit_of(quantity: Quantity, units: Units) -> Shown:
    """The unit a quantity is shown in: one for a whole range, by its smaller end, so that no figure of it is lost."""
    if quantity.kind in _ALIKE:
        return _ALIKE[quantity.kind]
    table = _METRIC if units == "metric" else _US
    ends = [abs(end) for end in (quantity.value, quantity.to) if end]
    return table[quantity.kind](min(ends, default=0.0))


def rounded_half_up(value: float, digits: int) -> float:
    """Rounded as a cook does it, halves away from zero; the page's renderer rounds alike."""
    if abs(value) >= WHOLE_FROM:
        return value
    size = 10.0**digits
    return math.copysign(math.floor(abs(value) * size + 0.5 + 1e-9), value) / size


def _digits(quantity: Quantity, value: float, shown: Shown) -> int:
    if quantity.significant is not None and value:
        return max(0, quantity.significant - 1 - math.floor(math.log10(abs(value))))
    # Decimals asked for hold for the core's own unit; another unit has its own.
    return quantity.digits if quantity.digits is not None and shown.size == 1.0 else shown.digits(value)


def _bare(quantity: Quantity, core: float, shown: Shown) -> str:
    value = shown.value(core)
    digits = _digits(quantity, value, shown)
    rounded = rounded_half_up(value, digits)
    shape = f"#,##0.{'#' * digits}"
    # What was typed in jest is refused with its number in the sentence, however long it is.
    with localcontext(prec=DIGITS_OF_ANY_DOUBLE):
        return format_decimal(0.0 if rounded == 0 else rounded, format=shape, locale=LOCALE, decimal_quantization=False)


def _spell(core: float, hours_from: float = HOURS_FROM_MIN) -> str:
    """A length of time as a cook says it: 30 s, 45 min, 1 h 30."""
    if 0 < core < 0.95:
        return f"{rounded_half_up(core * 60, 0):.0f} s"
    whole = int(rounded_half_up(core, 0))
    if whole < hours_from:
        return f"{whole} min"
    return f"{whole // 60} h {whole % 60:02d}" if whole % 60 else f"{whole // 60} h"


def _span(low: str, high: str) -> str:
    return low if low == high else f"{low} to {high}"


def _duration(quantity: Quantity) -> str:
    if quantity.to is None:
        return _spell(quantity.value)
    # What ends in hours begins in them, if it has one: "1 h 20 to 2 h 10".
    hours_from = 60.0 if quantity.to >= HOURS_FROM_MIN else HOURS_FROM_MIN
    low, high = _spell(quantity.value, hours_from), _spell(quantity.to)
    alike = low.endswith(" min") and high.endswith(" min")
    return _span(low, high) if low == high or not alike else f"{low.removesuffix(' min')} to {high}"


def quantity_text(quantity: Quantity, units: Units = "metric") -> str:
    """A quantity with its unit; a range once with one unit: "200 to 220 °C", "1 h 30 to 2 h 05"."""
    if quantity.kind == "duration":
        return _duration(quantity)
    shown = unit_of(quantity, units)
    low = _bare(quantity, quantity.value, shown)
    if quantity.to is None:
        return low + shown.symbol
    return _span(low, _bare(quantity, quantity.to, shown)) + shown.symbol


def _clock(at: datetime, with_day: bool) -> str:
    return f"{format_date(at, 'EEE', locale=LOCALE)} {at:%H:%M}" if with_day else f"{at:%H:%M}"


def moment_text(moment: Moment, now: datetime | None = None) -> str:
    """A time of day, a span of it, or a date. now: the reader's; None where only a span can tell that days differ."""
    if moment.shown == "day":
        return format_date(moment.at, "d MMM y", locale=LOCALE)
    if moment.shown == "weekday":
        return f"{format_date(moment.at, 'EEEE', locale=LOCALE)}, {moment.at:%H:%M}"
    first, last = moment.at, moment.to or moment.at
    far, goes_on = _far([first, last], now), first.date() != last.date()
    low = _clock(first, far and (goes_on if now is None else first.date() != now.astimezone(first.tzinfo).date()))
    if not goes_on and f"{first:%H:%M}" == f"{last:%H:%M}":
        return low
    return _span(low, _clock(last, far and goes_on))


def _far(ends: list[datetime], now: datetime | None) -> bool:
    return now is None or any(abs(m - now) >= NEAR for m in ends)
