"""What each kind of error in a file means to whoever wrote it, as a sentence with its place."""

import json
from collections.abc import Iterable, Iterator, Sequence
from difflib import get_close_matches
from functools import cache
from typing import Any, TypeVar

from pydantic import ValidationError
from pydantic_core import ErrorDetails

from airycrumb.bake.fields import Written
from airycrumb.bake.text import Document
from airycrumb.problems import InputError, Problem
from airycrumb.words import Message, listed, say, verbatim

FILE = TypeVar("FILE", bound=Written)
Step = str | int
KEY = "[key]"  # the last step of an error about a name in a group, rather than what it names
MOST_NAMED = 4  # choices named in a sentence about what is missing
STRUCTURE = frozenset({"unknown_field", "missing_field", "not_a_choice", "wrong_type", "too_much"})
WANTED = {
    "string_type": say("a text in quotes"),
    "int_type": say("a whole number"),
    "int_from_float": say("a whole number"),
    "float_type": say("a number"),
    "finite_number": say("a number"),
    "bool_type": say("true or false"),
    "tuple_type": say("a list"),
    "model_type": say("a group {{ … }}"),
    "dict_type": say("a group {{ … }}"),
}


@cache
def published(model: type[Written]) -> Document:
    """The JSON Schema of a file."""
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        **model.model_json_schema(),
    }


def read_as(model: type[FILE], document: Document, **context: Any) -> FILE:
    """A document as its model; InputError with every problem found, each with its place and its sentence."""
    try:
        return model.model_validate(document, context=context)
    except ValidationError as error:
        found = [p for e in error.errors(include_url=False) for p in _problems(model, e)]
        unique = {(p.where, p.message): p for p in found}
        raise InputError(sorted(unique.values(), key=lambda p: p.where)) from error


def _path(steps: Iterable[Step]) -> str:
    path = ""
    for step in steps:
        if step == KEY:
            continue
        path += f"[{step}]" if isinstance(step, int) else f".{step}" if path else step
    return path


def _joined(outer: str, inner: str) -> str:
    return outer + inner if inner.startswith("[") else f"{outer}.{inner}".strip(".")


def _place(where: str) -> Message:
    return verbatim(where) if where else say("the file")


def _problems(model: type[Written], error: ErrorDetails) -> Iterator[Problem]:
    """What an error means to the person who wrote the file."""
    steps, kind = error["loc"], error["type"]
    where = _path(steps)
    raised = error.get("ctx", {}).get("error")
    if isinstance(raised, InputError):
        yield from (Problem(p.code, _joined(where, p.where), p.message) for p in raised.problems)
        return
    place, written = _place(where), verbatim(_as_written(error["input"]))
    if kind in ("extra_forbidden", "missing"):
        around, name = _described(published(model), steps[:-1]), str(steps[-1])
        say_it = _unknown if kind == "extra_forbidden" else _missing
        code = "unknown_field" if kind == "extra_forbidden" else "missing_field"
        yield Problem(code, where, say_it(name, around["properties"], _place(_path(steps[:-1]))))
    elif kind == "literal_error":
        allowed = listed(
            (verbatim(str(v)) for v in _choices(_described(published(model), steps))),
            "commas",
        )
        said = say("{place} cannot be {written}: use one of {allowed}.", place=place, written=written, allowed=allowed)
        yield Problem("not_a_choice", where, said)
    elif kind in WANTED:
        yield Problem("wrong_type", where, _mistyped(place, WANTED[kind], error["input"]))
    else:
        yield Problem("too_much", where, say("{place} is longer than can be read: shorten it.", place=place))


def _mistyped(place: Message, wanted: Message, written: Any) -> Message:
    if written is None:
        return say("{place} should be {wanted}, and is empty.", place=place, wanted=wanted)
    return say(
        "{place} should be {wanted}, not {written}.", place=place, wanted=wanted, written=verbatim(_as_written(written))
    )


def _as_written(value: Any) -> str:
    """A value as its writer knows it."""
    return json.dumps(value, ensure_ascii=False, default=str)[:40]


def _described(schema: Document, steps: Sequence[Step]) -> Document:
    """What the published schema says of a place in a file; of a name somebody chose, what it may be."""
    if steps and steps[-1] == KEY:
        return dict(_described(schema, steps[:-2])["propertyNames"])
    here = _followed(schema, schema)
    for step in steps:
        inner = here["items"] if isinstance(step, int) else here.get("properties", {}).get(step)
        here = _followed(schema, inner if inner is not None else here["additionalProperties"])
    return here


def _followed(schema: Document, here: Document) -> Document:
    """A part of a schema itself: what it refers to, what it is where it is not null."""
    if "anyOf" in here:
        return _followed(schema, next(one for one in here["anyOf"] if one.get("type") != "null"))
    if "$ref" in here:
        return _followed(schema, schema["$defs"][here["$ref"].rsplit("/", 1)[-1]])
    return here


def _choices(described: Document) -> list[Any]:
    return [described["const"]] if "const" in described else list(described["enum"])


def _unknown(name: str, known: Document, place: Message) -> Message:
    near = get_close_matches(name, list(known), n=1)
    field = verbatim(name[:40])
    if near:
        return say(
            "Unknown field “{field}” in {place}: did you mean “{near}”?",
            field=field,
            place=place,
            near=verbatim(near[0]),
        )
    return say("Unknown field “{field}” in {place}: remove it.", field=field, place=place)


def _missing(name: str, known: Document, place: Message) -> Message:
    """That a field is missing, with what could be written there as its schema says."""
    named, field = verbatim(name), known[name]
    if "enum" in field or "const" in field:
        choices = _choices(field)
        some = listed((verbatim(json.dumps(v)) for v in choices[:MOST_NAMED]), "or")
        if len(choices) > MOST_NAMED:
            return say(
                "“{field}” is missing from {place}: add it, {some} or another of docs/formats.",
                field=named,
                place=place,
                some=some,
            )
        return say("“{field}” is missing from {place}: add it, {some}.", field=named, place=place, some=some)
    if "examples" in field:
        example = verbatim(json.dumps(field["examples"][0]))
        return say(
            "“{field}” is missing from {place}: add it, such as {example}.", field=named, place=place, example=example
        )
    return say("“{field}” is missing from {place}: add it.", field=named, place=place)
