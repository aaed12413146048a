"""A document against its published schema, and what each kind of error means to whoever wrote it."""

import json
from difflib import get_close_matches
from functools import cache
from importlib.resources import files
from typing import Any

from jsonschema import Draft202012Validator
from jsonschema.exceptions import ValidationError

from airycrumb.bake.text import Document
from airycrumb.problems import Problem
from airycrumb.words import Message, listed, say, verbatim


@cache
def schema(name: str) -> Document:
    """The published JSON Schema of "bake" or "kitchen"."""
    text = (files("airycrumb.data") / f"{name}.schema.json").read_text(encoding="utf-8")
    return dict(json.loads(text))


@cache
def _validator(name: str) -> Draft202012Validator:
    return Draft202012Validator(schema(name))


def _path(error: ValidationError) -> str:
    steps = ""
    for step in error.absolute_path:
        steps += f"[{step}]" if isinstance(step, int) else f".{step}" if steps else str(step)
    return steps


def _place(where: str) -> Message:
    return verbatim(where) if where else say("the file")


def _unknown(name: str, known: list[str], where: str) -> Message:
    near = get_close_matches(name, known, n=1)
    field, place = verbatim(name[:40]), _place(where)
    if near:
        return say(
            "Unknown field “{field}” in {place}: did you mean “{near}”?",
            field=field,
            place=place,
            near=verbatim(near[0]),
        )
    return say("Unknown field “{field}” in {place}: remove it.", field=field, place=place)


def _unknown_fields(error: ValidationError, where: str) -> list[Problem]:
    known = list(error.schema["properties"])
    return [
        Problem("unknown_field", f"{where}.{name}".lstrip("."), _unknown(name, known, where))
        for name in sorted(set(error.instance) - set(known))
    ]


MOST_NAMED = 4  # choices named in a sentence about what is missing


def _missing(name: str, field: Document, where: str) -> Message:
    """That a field is missing, with what could be written there as its schema says."""
    named, place = verbatim(name), _place(where)
    if "enum" in field:
        some = listed((verbatim(json.dumps(v)) for v in field["enum"][:MOST_NAMED]), "or")
        if len(field["enum"]) > MOST_NAMED:
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


def _sentences(error: ValidationError) -> list[Problem]:
    """What a schema error means to the person who wrote the file."""
    where = _path(error)
    place, written = _place(where), verbatim(_as_written(error.instance))
    if error.validator == "additionalProperties":
        return _unknown_fields(error, where)
    if error.validator == "required":
        missing = [n for n in error.schema["required"] if n not in error.instance]
        fields = error.schema["properties"]
        return [Problem("missing_field", f"{where}.{n}".lstrip("."), _missing(n, fields[n], where)) for n in missing]
    if error.validator == "enum":
        allowed = listed((verbatim(str(v)) for v in error.schema["enum"]), "commas")
        said = say("{place} cannot be {written}: use one of {allowed}.", place=place, written=written, allowed=allowed)
        return [Problem("not_a_choice", where, said)]
    if error.validator == "anyOf":
        said = say("{place} cannot be {written}: write a quantity in quotes, or null.", place=place, written=written)
        return [Problem("wrong_type", where, said)]
    if error.validator == "type":
        wanted = WANTED[error.schema["type"]]
        said = (
            say("{place} should be {wanted}, and is empty.", place=place, wanted=wanted)
            if error.instance is None
            else say("{place} should be {wanted}, not {written}.", place=place, wanted=wanted, written=written)
        )
        return [Problem("wrong_type", where, said)]
    return [Problem("too_much", where, say("{place} is longer than can be read: shorten it.", place=place))]


def _as_written(value: Any) -> str:
    """A value as its writer knows it."""
    return json.dumps(value, ensure_ascii=False)[:40]


WANTED = {
    "string": say("a text in quotes"),
    "integer": say("a whole number"),
    "number": say("a number"),
    "boolean": say("true or false"),
    "array": say("a list"),
    "object": say("a group {{ … }}"),
}


def structure_problems(name: str, document: Document) -> list[Problem]:
    """Unknown, missing and mistyped fields of a "bake" or "kitchen" document, each with a sentence."""
    found = [p for e in _validator(name).iter_errors(document) for p in _sentences(e)]
    unique = {(p.where, p.message): p for p in found}
    return sorted(unique.values(), key=lambda p: p.where)
