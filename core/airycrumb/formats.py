"""Reading the bake file and the kitchen file: open JSON formats, checked whole, refused by name.

Schemas: data/bake.schema.json and data/kitchen.schema.json, published in docs/formats.
"""

import json
import math
from collections.abc import Callable, Iterator
from difflib import get_close_matches
from functools import cache
from importlib.resources import files
from typing import Any

from jsonschema import Draft202012Validator
from jsonschema.exceptions import ValidationError

from airycrumb.documents import Bake, Kitchen
from airycrumb.formula import Part, Pin
from airycrumb.pantry import find
from airycrumb.problems import InputError, Problem
from airycrumb.quantities import parse, parse_amount, within
from airycrumb.rise.learning import Vigour

Document = dict[str, Any]
LARGEST_FILE = 200_000  # characters


@cache
def schema(name: str) -> Document:
    """The published JSON Schema of "bake" or "kitchen"."""
    text = (files("airycrumb.data") / f"{name}.schema.json").read_text(encoding="utf-8")
    return dict(json.loads(text))


@cache
def _validator(name: str) -> Draft202012Validator:
    return Draft202012Validator(schema(name))


def _refuse_constant(text: str) -> float:
    raise InputError(
        [Problem("not_finite", "", f"{text} is not a number this kitchen can use: write an ordinary one.")]
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
            [Problem("not_text", "", "A text in it holds a character that cannot be written: retype that text.")]
        )


def load_json(text: str) -> Document:
    """A JSON object from a file's text; InputError for what is not one, for NaN and for numbers too large."""
    if len(text) > LARGEST_FILE:
        raise InputError(
            [
                Problem(
                    "too_large",
                    "",
                    f"The file has {len(text):,} characters; at most {LARGEST_FILE:,} are read. Is it really a bake?",
                )
            ]
        )
    try:
        loaded = json.loads(text, parse_constant=_refuse_constant, parse_float=_finite_float)
        _refuse_unwritable(text, loaded)
    except (json.JSONDecodeError, RecursionError, ValueError) as error:
        if isinstance(error, InputError):
            raise
        at = f" near line {error.lineno}, column {error.colno}" if isinstance(error, json.JSONDecodeError) else ""
        raise InputError(
            [Problem("not_json", "", f"This is not a JSON file{at}: check commas, quotes and brackets there.")]
        ) from error
    if not isinstance(loaded, dict):
        raise InputError([Problem("not_json", "", "The file should hold one JSON object, { … }.")])
    return loaded


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


def _for_example(field: Document) -> str:
    """What could be written there, as its schema says."""
    if "enum" in field:
        return ": " + " or ".join(json.dumps(v) for v in field["enum"])
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


class _Reader:
    """Reads values, collecting every problem instead of stopping at the first."""

    def __init__(self) -> None:
        self.problems: list[Problem] = []

    def collect(self, read: Callable[[], Any], instead: Any) -> Any:
        try:
            return read()
        except InputError as error:
            self.problems += error.problems
            return instead

    def quantity(self, text: str | None, kind: str, where: str, low: float, high: float, what: str, unit: str) -> float:
        """A required quantity within a range given in `unit`."""

        def read() -> float:
            value = parse(text or "", kind, where)
            size = parse(f"1 {unit}", kind) if kind != "temperature" else 1.0
            within(value / size, low, high, what, "°C" if unit == "C" else unit, where)
            return value

        return float(self.collect(read, math.nan))

    def optional(
        self, text: str | None, kind: str, where: str, low: float, high: float, what: str, unit: str
    ) -> float | None:
        return None if text is None else self.quantity(text, kind, where, low, high, what, unit)

    def number(self, value: float, low: float, high: float, what: str, unit: str, where: str) -> float:
        return float(self.collect(lambda: within(value, low, high, what, unit, where), math.nan))

    def count(self, value: int, most: int, what: str, where: str) -> int:
        return int(self.collect(lambda: within(value, 1, most, what, "", where), 1))

    def parts(self, rows: list[Document], where: str) -> list[Part]:
        read = [self._part(row, f"{where}[{i}]") for i, row in enumerate(rows)]
        return [part for part in read if part is not None]

    def _part(self, row: Document, where: str) -> Part | None:
        item = self.collect(lambda: find(row["use"], f"{where}.use"), None)
        if item is None:
            return None
        name = item.name
        grams = self.collect(lambda: parse_amount(row["amount"], item.density, f"{where}.amount"), None)
        if grams is None:
            return None
        kept = self.collect(lambda: within(grams, 0, 100_000, name.capitalize(), "g", f"{where}.amount"), None)
        return None if kept is None else (item, float(kept))

    def require(self, holds: bool, code: str, where: str, message: str) -> None:
        if not holds:
            self.problems.append(Problem(code, where, message))

    def done(self) -> None:
        if self.problems:
            raise InputError(self.problems)


def _pin(raw: Document | None, parts: list[Part], r: _Reader) -> Pin | None:
    if raw is None:
        return None
    amount = r.quantity(raw["amount"], "mass", "pin.amount", 1, 200_000, "The pinned amount", "g")
    keys = {item.key for item, _ in parts}
    by = raw["by"].strip().lower()
    known = by in {"flour", "dough", "filling"} | keys
    r.require(
        known,
        "unknown_pin",
        "pin.by",
        f"“{by[:40]}” cannot be pinned: pin flour, dough, filling or an ingredient of this dough.",
    )
    return Pin(by, amount, raw["gives_way"])


def read_bake(document: Document) -> Bake:
    """A bake document as the core works with it. Raises InputError with every problem found."""
    structural = structure_problems("bake", document)
    if structural:
        raise InputError(structural)
    r = _Reader()
    dough, filling, heat = document["dough"], document["filling"], document["heat"]
    plan, rise, proof = document.get("plan", {}), document["rise"], document["proof"]
    parts = r.parts(dough["ingredients"], "dough.ingredients")
    inside = r.parts(filling["ingredients"], "filling.ingredients")
    flour = sum(g for i, g in parts if i.role == "flour")
    r.require(flour > 0, "no_flour", "dough.ingredients", "The dough has no flour: add one with an amount above 0 g.")
    yeast = sum(g for i, g in parts if i.role == "yeast")
    r.require(
        yeast > 0 or any("yeast" in row["use"] and r.problems for row in dough["ingredients"]),
        "no_yeast",
        "dough.ingredients",
        f"This dough has no yeast and would not rise: add about {flour * 0.01:.2g} g of instant yeast (1 % of the flour).",
    )
    r.require(
        sum(g for _, g in inside) > 0,
        "no_filling",
        "filling.ingredients",
        "The filling has nothing in it: add an ingredient with an amount above 0 g.",
    )
    oven = heat["method"] == "oven"
    r.require(
        not oven or heat.get("temperature") is not None,
        "no_oven_temperature",
        "heat.temperature",
        "An oven temperature is missing: write one such as 190 C.",
    )
    bake = Bake(
        name=document["name"],
        pieces=r.count(document["pieces"], 200, "The number of pieces", "pieces"),
        dough_each_g=r.quantity(document["dough_per_piece"], "mass", "dough_per_piece", 10, 1500, "A piece", "g"),
        filling_each_g=r.quantity(
            document["filling_per_piece"], "mass", "filling_per_piece", 5, 1500, "Filling for a piece", "g"
        ),
        closing=document["closing"],
        leavening=dough["leavening"],
        parts=parts,
        bloomed=dough.get("yeast_woken", False),
        start_c=r.optional(
            dough.get("start_temperature"),
            "temperature",
            "dough.start_temperature",
            2,
            45,
            "The dough's start temperature",
            "C",
        ),
        rise_to=r.number(rise["to"], 1.2, 3.5, "The rise", "times", "rise.to"),
        rise_air_c=r.optional(rise.get("air"), "temperature", "rise.air", 1, 45, "Warmth of the rise", "C"),
        filling_name=filling["name"],
        filling_parts=inside,
        filling_state=filling["state"],
        filling_c=r.quantity(
            filling["temperature"], "temperature", "filling.temperature", 0, 60, "The filling's temperature", "C"
        ),
        filling_hands_min=r.quantity(
            filling["hands_on"], "duration", "filling.hands_on", 0, 480, "Time to make the filling", "min"
        ),
        filling_cool_min=r.quantity(
            filling["cooling"], "duration", "filling.cooling", 0, 2880, "Time to cool the filling", "min"
        ),
        proof_to=r.number(proof["to"], 1.05, 2.5, "The proof", "times", "proof.to"),
        proof_air_c=r.optional(proof.get("air"), "temperature", "proof.air", 1, 45, "Warmth of the proof", "C"),
        method=heat["method"],
        air_c=r.quantity(
            heat.get("temperature"), "temperature", "heat.temperature", 100, 280, "The oven temperature", "C"
        )
        if oven and heat.get("temperature") is not None
        else 100.0,
        fire=heat.get("fire", "high"),
        fan=heat.get("fan", False),
        wash=heat.get("wash", "none"),
        heat_min=r.optional(heat.get("minutes"), "duration", "heat.minutes", 1, 180, "The stated time", "min"),
        rest_min=r.quantity(heat["rest"], "duration", "heat.rest", 0, 60, "The rest", "min"),
        covered=heat.get("covered", heat["method"] == "steam"),
        eat_at=plan.get("eat_at"),
        start_at=plan.get("start_at"),
        room_c=r.optional(plan.get("room"), "temperature", "plan.room", 5, 40, "The kitchen", "C"),
        pin=_pin(document.get("pin"), parts, r),
        kept=frozenset(document.get("kept", [])),
    )
    r.done()
    return bake


def _vigour(raw: Document | None, r: _Reader) -> Vigour:
    if raw is None:
        return Vigour()
    mean = r.number(raw["mean"], -2, 2, "Mean vigour", "(ln)", "vigour.mean")
    variance = r.number(raw["variance"], 1e-6, 1, "Variance of vigour", "(ln squared)", "vigour.variance")
    return Vigour(mean, variance, max(0, raw["bakes"]))


def read_kitchen(document: Document) -> Kitchen:
    """A kitchen document as the core works with it. Raises InputError with every problem found."""
    structural = structure_problems("kitchen", document)
    if structural:
        raise InputError(structural)
    r = _Reader()
    steamer, oven = document["steamer"], document["oven"]
    kitchen = Kitchen(
        name=document["name"],
        room_c=r.quantity(document["room"], "temperature", "room", 5, 40, "The kitchen", "C"),
        altitude_m=r.quantity(document["altitude"], "length", "altitude", -400, 4500, "The altitude", "m") / 1000,
        scale_step_g=r.quantity(document["scale_step"], "mass", "scale_step", 0.1, 10, "The scale's step", "g"),
        bowl_loss=r.number(document.get("bowl_loss", 0.015), 0, 0.1, "The loss on the bowl", "(a share)", "bowl_loss"),
        baskets=r.count(steamer["baskets"], 6, "The number of baskets", "steamer.baskets"),
        basket_mm=r.quantity(steamer["diameter"], "length", "steamer.diameter", 10, 60, "A basket", "cm"),
        net_watts=r.quantity(steamer["net_power"], "power", "steamer.net_power", 100, 4000, "The hob's net power", "W"),
        trays=r.count(oven["trays"], 4, "The number of trays", "oven.trays"),
        tray_mm=(
            r.quantity(oven["width"], "length", "oven.width", 10, 90, "A tray", "cm"),
            r.quantity(oven["depth"], "length", "oven.depth", 10, 90, "A tray", "cm"),
        ),
        preheat_min=r.quantity(oven["preheat"], "duration", "oven.preheat", 0, 120, "The preheat", "min"),
        boil_min=r.quantity(steamer["boil"], "duration", "steamer.boil", 0, 60, "Bringing to the boil", "min"),
        friction_c=r.quantity(
            document.get("kneading_warms", "1 C"), "temperature", "kneading_warms", 0, 15, "Warming by kneading", "C"
        ),
        region=document.get("food_safety_region", "strictest"),
        vigour=_vigour(document.get("vigour"), r),
        wrap_seconds={
            k: r.number(v, 5, 1800, "Seconds to wrap one", "s", f"wrap_seconds.{k}")
            for k, v in document.get("wrap_seconds", {}).items()
        },
    )
    r.done()
    return kitchen


def plain_kitchen() -> Document:
    """A kitchen document to start from, every figure in it assumed."""
    return load_json((files("airycrumb.data") / "plain-kitchen.json").read_text(encoding="utf-8"))
