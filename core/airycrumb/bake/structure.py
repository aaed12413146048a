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


def _unknown_fields(error: ValidationError, where: str) -> list[Problem]:
    known = list(error.schema["properties"])
    problems = []
    for name in sorted(set(error.instance) - set(known)):
        near = get_close_matches(name, known, n=1)
        hint = f"did you mean “{near[0]}”?" if near else "remove it."
        place = f" in {where}" if where else ""
        problems.append(
            Problem("unknown_field", f"{where}.{name}".lstrip("."), f"Unknown field “{name[:40]}”{place}: {hint}")
        )
    return problems


MOST_NAMED = 4  # choices named in a sentence about what is missing


def _for_example(field: Document) -> str:
    """What could be written there, as its schema says."""
    if "enum" in field:
        shown = field["enum"][:MOST_NAMED]
        more = ", or another of docs/formats" if len(field["enum"]) > MOST_NAMED else ""
        return ": " + " or ".join(json.dumps(v) for v in shown) + more
    return f", such as {json.dumps(field['examples'][0])}" if "examples" in field else ""


def _sentences(error: ValidationError) -> list[Problem]:
    """What a schema error means to the person who wrote the file."""
    where = _path(error)
    place = where or "the file"
    if error.validator == "additionalProperties":
        return _unknown_fields(error, where)
    if error.validator == "required":
        missing = [n for n in error.schema["required"] if n not in error.instance]
        fields = error.schema["properties"]
        return [
            Problem(
                "missing_field",
                f"{where}.{n}".lstrip("."),
                f"“{n}” is missing from {place}: add it{_for_example(fields[n])}.",
            )
            for n in missing
        ]
    if error.validator == "enum":
        allowed = ", ".join(str(v) for v in error.schema["enum"])
        return [
            Problem(
                "not_a_choice",
                where,
                f"“{str(error.instance)[:40]}” is not a choice for {place}: use one of {allowed}.",
            )
        ]
    if error.validator == "anyOf":
        return [
            Problem(
                "wrong_type",
                where,
                f"{place} cannot be {json.dumps(error.instance)[:40]}: write a quantity in quotes, or null.",
            )
        ]
    if error.validator == "type":
        return [
            Problem(
                "wrong_type",
                where,
                f"{place} should be {_article(error.schema['type'])}, not {_as_written(error.instance)}.",
            )
        ]
    return [Problem("too_much", where, f"{place} is longer than can be read: shorten it.")]


def _as_written(value: Any) -> str:
    """A value as its writer knows it."""
    return "empty" if value is None else json.dumps(value, ensure_ascii=False)[:40]


def _article(kind: str) -> str:
    return {
        "string": "a text in quotes",
        "integer": "a whole number",
        "number": "a number",
        "boolean": "true or false",
        "array": "a list",
        "object": "a group { … }",
    }[kind]


def structure_problems(name: str, document: Document) -> list[Problem]:
    """Unknown, missing and mistyped fields of a "bake" or "kitchen" document, each with a sentence."""
    found = [p for e in _validator(name).iter_errors(document) for p in _sentences(e)]
    unique = {(p.where, p.message): p for p in found}
    return sorted(unique.values(), key=lambda p: p.where)
