"""A day's warmth from a CSV: any two columns of time and temperature, as a logger or a spreadsheet writes them."""

import csv
import re
from itertools import pairwise
from statistics import fmean

from airycrumb.problems import InputError, Problem
from airycrumb.quantities import parse
from airycrumb.words import as_number, say, verbatim

LONGEST = 2_000_000  # characters: a month at every few seconds
WARMTH = re.compile(r"temp|warm|celsius|fahrenheit|°|room|[\[(]\s*[cf]\s*[\])]", re.IGNORECASE)
FAHRENHEIT = re.compile(r"fahrenheit|°\s*f|[\[(]\s*f\s*[\])]", re.IGNORECASE)
BINS = 96  # a quarter of an hour each
CLOCK = re.compile(r"(?:^|[T\s])(\d{1,2}):(\d{2})(?::\d{2}(?:\.\d+)?)?\s*(am|pm)?", re.IGNORECASE)


def minute_of_day(text: str, where: str) -> float:
    """Minutes since midnight of HH:MM.

    >>> minute_of_day("07:30", "")
    450.0
    """
    found = re.fullmatch(r"\s*(\d{1,2}):(\d{2})\s*", text)
    if found is None or int(found[1]) > 23 or int(found[2]) > 59:
        raise InputError(
            [
                Problem(
                    "not_a_time",
                    where,
                    say(
                        "“{text}” is not an hour: write one such as {example}.",
                        text=verbatim(text[:20]),
                        example=verbatim("07:30"),
                    ),
                )
            ]
        )
    return 60.0 * int(found[1]) + int(found[2])


def _minute(cell: str) -> float | None:
    found = CLOCK.search(cell.strip())
    if found is None:
        return None
    hour = int(found[1]) % 12 + (12 if found[3].lower() == "pm" else 0) if found[3] else int(found[1])
    return 60.0 * hour + int(found[2]) if hour < 24 and int(found[2]) < 60 else None


def _celsius(cell: str, fahrenheit: bool) -> float | None:
    text = cell.strip().replace("°", "").replace(",", ".")
    if not re.fullmatch(r"-?\d+(?:\.\d+)?\s*[CFcf]?", text):
        return None
    unit = text[-1].upper() if text[-1].isalpha() else ("F" if fahrenheit else "C")
    return parse(f"{text.rstrip('CFcf ')} {unit}", "temperature")


def read_room_day(text: str) -> list[tuple[str, float]]:
    """(HH:MM, °C) through a day, a quarter of an hour apart at the closest; several days are averaged.

    The column whose heading speaks of warmth is read, else the first of numbers; °F, (F) or fahrenheit in that heading
    makes plain numbers °F. InputError with a sentence where nothing can be read.
    """
    if len(text) > LONGEST:
        raise InputError(
            [
                Problem(
                    "too_large",
                    "text",
                    say("This has {text} characters: give at most a month of readings.", text=as_number(len(text))),
                )
            ]
        )
    rows = _rows(text)
    column, fahrenheit = _temperature_column(rows)
    bins: dict[int, list[float]] = {}
    for row in rows:
        point = _point(row, column, fahrenheit)
        if point is not None:
            bins.setdefault(int(point[0] // (1440 / BINS)), []).append(point[1])
    if len(bins) < 2:
        message = say(
            "No day's warmth was found in this: give two columns, time and temperature, such as {example}.",
            example=verbatim("07:00,18.5"),
        )
        raise InputError([Problem("no_readings", "text", message)])
    return [(f"{b // 4:02d}:{b % 4 * 15:02d}", round(fmean(values), 2)) for b, values in sorted(bins.items())]


def _rows(text: str) -> list[list[str]]:
    sample = text[:4000]
    separator = (
        ";" if sample.count(";") > sample.count(",") else "\t" if sample.count("\t") > sample.count(",") else ","
    )
    try:
        return list(csv.reader(text.replace("\x00", "").splitlines(), delimiter=separator))
    except csv.Error as error:
        raise InputError(
            [Problem("not_a_table", "text", say("This is no table of comma-separated values."))]
        ) from error


def _temperature_column(rows: list[list[str]]) -> tuple[int | None, bool]:
    """Which column holds the warmth, as its heading says or its numbers look, and whether plain ones are °F.

    A column of whole numbers counting up by one is a line number.
    """
    heading = rows[0] if rows else []
    named = next((i for i, cell in enumerate(heading) if WARMTH.search(cell)), None)
    fahrenheit = named is not None and bool(FAHRENHEIT.search(heading[named]))
    if named is not None:
        return named, fahrenheit
    for i in range(max((len(row) for row in rows), default=0)):
        found = [c for row in rows if i < len(row) and (c := _celsius(row[i], False)) is not None]
        counts_up = len(found) > 1 and all(b - a == 1 for a, b in pairwise(found))
        if found and not counts_up:
            return i, False
    return None, False


def _point(row: list[str], column: int | None, fahrenheit: bool) -> tuple[float, float] | None:
    """(minute of the day, °C) of a row; None for one that holds none, or a warmth no kitchen has."""
    if column is None or column >= len(row):
        return None
    minute = next((m for i, cell in enumerate(row) if i != column and (m := _minute(cell)) is not None), None)
    celsius = _celsius(row[column], fahrenheit)
    return (minute, celsius) if minute is not None and celsius is not None and 5 <= celsius <= 40 else None
