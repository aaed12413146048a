"""The core's words, for sentences of the server's own."""

from airycrumb.words import (
    NOTHING,
    Message,
    Quantity,
    as_document,
    as_json,
    day_of,
    hour_of,
    in_celsius,
    in_grams,
    in_minutes,
    joined,
    listed,
    say,
    speaking,
    verbatim,
    weekday_of,
)

__all__ = [
    "NOTHING",
    "Message",
    "Quantity",
    "as_document",
    "as_json",
    "day_of",
    "hour_of",
    "in_celsius",
    "in_grams",
    "in_minutes",
    "joined",
    "listed",
    "say",
    "speaking",
    "verbatim",
    "weekday_of",
]
