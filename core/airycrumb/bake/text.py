"""A JSON file's text as a document: finite numbers, writable characters, and not a megabyte of rubbish."""

import json
import math
from collections.abc import Iterator
from typing import Any

from airycrumb.problems import InputError, Problem
from airycrumb.words import Message, say, verbatim

Document = dict[str, Any]
LARGEST_FILE = 200_000  # characters


def _refuse_constant(text: str) -> float:
    raise InputError(
        [
            Problem(
                "not_finite",
                "",
                say("{text} is not a number this kitchen can use: write an ordinary one.", text=verbatim(text)),
            )
        ]
    )


def _finite_float(text: str) -> float:
    value = float(text)
    return value if math.isfinite(value) else _refuse_constant(text[:40])


def _texts(value: Any) -> Iterator[str]:
    """Every text in a document, keys too."""
    if isinstance(value, str):
        yield value
    elif isinstance(value, dict):
        yield from value
        for inner in value.values():
            yield from _texts(inner)
    elif isinstance(value, list):
        for inner in value:
            yield from _texts(inner)


def _refuse_unwritable(text: str, loaded: Any) -> None:
    """An escape can spell a NUL or half a character: no database or file in UTF-8 takes them."""
    if "\\u" in text and any(c == "\0" or "\ud800" <= c <= "\udfff" for found in _texts(loaded) for c in found):
        raise InputError(
            [Problem("not_text", "", say("A text in it holds a character that cannot be written: retype that text."))]
        )


def _not_json(error: Exception) -> Message:
    """What is wrong with a text that is no JSON, and where if that is known."""
    if not isinstance(error, json.JSONDecodeError):
        return say("This is not a JSON file: check commas, quotes and brackets.")
    return say(
        "This is not a JSON file: check commas, quotes and brackets near line {line}, column {column}.",
        line=error.lineno,
        column=error.colno,
    )


def load_json(text: str, most: int = LARGEST_FILE) -> Document:
    """A JSON object from a text of at most so many characters; InputError for what is not one, for NaN and for numbers
    too large.
    """
    if len(text) > most:
        raise InputError(
            [
                Problem(
                    "too_large",
                    "",
                    say(
                        "The file has {long} characters; at most {most} are read. Is it really a bake?",
                        long=len(text),
                        most=most,
                    ),
                )
            ]
        )
    try:
        loaded = json.loads(text, parse_constant=_refuse_constant, parse_float=_finite_float)
        _refuse_unwritable(text, loaded)
    except (json.JSONDecodeError, RecursionError, ValueError) as error:
        if isinstance(error, InputError):
            raise
        raise InputError([Problem("not_json", "", _not_json(error))]) from error
    if not isinstance(loaded, dict):
        raise InputError([Problem("not_json", "", say("The file should hold one JSON object, {{ … }}."))])
    return loaded
