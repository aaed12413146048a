"""Quantities as they leave the core: a value with its kind, never a number already written out.

Values are in the core's units: °C, g, mm, mL, min, W. Which unit a cook sees, and how a number is written,
is the renderer's business alone.
"""

from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal

SAME_WEEK = timedelta(days=6)  # from here on a weekday alone may be next week's

Kind = Literal[
    "temperature",
    "temperature_difference",
    "mass",
    "length",
    "volume",
    "duration",
    "power",
    "percent",
    "count",
    "number",
]


@dataclass(frozen=True, slots=True)
class Quantity:
    """A value, or a range up to `to`, of one kind.

    digits: decimals shown in metric units, None for what is usual for the kind; significant: figures shown
    instead of decimals. A percent of 12 is 12 %. A value is kept to six significant figures, more than any scale
    or probe shows, so that every writer of it, here and on the page, rounds the same number.
    """

    kind: Kind
    value: float
    to: float | None = None
    digits: int | None = None
    significant: int | None = None

    def __post_init__(self) -> None:
        object.__setattr__(self, "value", float(f"{self.value:.6g}"))
        if self.to is not None:
            object.__setattr__(self, "to", float(f"{self.to:.6g}"))


@dataclass(frozen=True, slots=True)
class Moment:
    """A time of day with its date, or a span up to `to`. shown: the "hour", the "day", or the "weekday" and hour."""

    at: datetime
    to: datetime | None = None
    shown: Literal["hour", "day", "weekday"] = "hour"


def in_celsius(value: float, to: float | None = None, *, digits: int | None = None) -> Quantity:
    """A temperature, °C."""
    return Quantity("temperature", value, to, digits)


def in_degrees(value: float, to: float | None = None, *, digits: int | None = None) -> Quantity:
    """A difference between two temperatures, °C."""
    return Quantity("temperature_difference", value, to, digits)


def in_grams(
    value: float, to: float | None = None, *, digits: int | None = None, significant: int | None = None
) -> Quantity:
    """A mass, g."""
    return Quantity("mass", value, to, digits, significant)


def in_millimetres(value: float, to: float | None = None, *, digits: int | None = None) -> Quantity:
    """A length, mm."""
    return Quantity("length", value, to, digits)


def in_millilitres(value: float, to: float | None = None) -> Quantity:
    """A volume, mL."""
    return Quantity("volume", value, to)


def in_minutes(value: float, to: float | None = None) -> Quantity:
    """A length of time, min."""
    return Quantity("duration", value, to)


def in_watts(value: float) -> Quantity:
    """A power, W."""
    return Quantity("power", value)


def in_percent(
    value: float, to: float | None = None, *, digits: int | None = None, significant: int | None = None
) -> Quantity:
    """A share in hundredths: 12 for 12 %."""
    return Quantity("percent", value, to, digits, significant)


def counted(value: int, to: int | None = None) -> Quantity:
    """A whole number of things."""
    return Quantity("count", value, to)


def as_number(
    value: float, to: float | None = None, *, digits: int | None = None, significant: int | None = None
) -> Quantity:
    """A plain number: a ratio, a factor, a score."""
    return Quantity("number", value, to, digits, significant)


def hour_of(at: datetime, to: datetime | None = None) -> Moment:
    """A time of day; with its weekday wherever that is not the reader's day."""
    return Moment(at, to)


def weekday_of(at: datetime) -> Moment:
    """A time of day with its weekday, whatever the reader's day."""
    return Moment(at, shown="weekday")


def weekday_or_date(at: datetime, since: datetime) -> Moment:
    """A time of day with its weekday where that can only be one day, counted from when it is read; else the date."""
    return weekday_of(at) if at - since < SAME_WEEK else day_of(at)


def day_of(at: datetime) -> Moment:
    """A date."""
    return Moment(at, shown="day")
