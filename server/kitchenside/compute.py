"""The one door to the core. Nothing else in the server imports airycrumb."""

import copy
import json
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from functools import lru_cache
from typing import Any

from airycrumb.documents import Kitchen, Observation
from airycrumb.formats import load_json, plain_kitchen, read_bake, read_kitchen, schema, structure_problems
from airycrumb.pantry import shelf
from airycrumb.problems import InputError, Problem
from airycrumb.quantities import Band
from airycrumb.recipe import Correction, corrected, read_recipe, to_bake
from airycrumb.sheet import Sheet, work
from airycrumb.sheet.export import as_recipe
from airycrumb.sheet.finish import Lesson, finish
from airycrumb.sheet.rehearse import rehearse

Document = dict[str, Any]


@dataclass(frozen=True)
class SheetReply:
    """A sheet, or what stands in its way."""

    sheet: Sheet | None
    problems: list[Problem]


@dataclass(frozen=True)
class PantryItem:
    """A pantry item as the Bench lists it."""

    key: str
    name: str
    role: str
    allergens: list[str]
    source: str


def document_schema(name: str) -> Document:
    """The published schema of a "bake" or "kitchen" document, as a copy."""
    return copy.deepcopy(schema(name))


def pantry(kitchen: Document) -> list[PantryItem]:
    """Everything on the shelf and this kitchen's own, by name."""
    items = sorted((*_kitchen(kitchen).habits.own, *shelf().values()), key=lambda i: i.name)
    return [PantryItem(i.key, i.name, i.role, list(i.allergens), i.source) for i in items]


@dataclass(frozen=True)
class RecipeLine:
    """A line of a pasted recipe as understood. grams: None where it could not be read."""

    written: str
    part: str
    part_sure: bool
    use: str | None
    name: str
    grams: Band | None
    by: str
    sureness: float
    why: list[str]


@dataclass(frozen=True)
class RecipeSays:
    """A number from the method. what: temperature, minutes, pieces, each_g, thick_mm or across_mm."""

    step: str
    what: str
    value: Band
    text: str


@dataclass(frozen=True)
class RecipeReply:
    """A recipe as understood, and the bake it makes with what had to be assumed."""

    title: str
    lines: list[RecipeLine]
    said: list[RecipeSays]
    bake: Document
    assumed: list[str]
    problems: list[Problem]


def recipe(text: str, corrections: Sequence[Correction], kitchen: Document) -> RecipeReply:
    """A pasted recipe, read with this kitchen's cups and the cook's corrections.

    InputError where there is nothing to read, or a correction that cannot be.
    """
    habits = _kitchen(kitchen).habits
    reading = corrected(read_recipe(text, habits), corrections, habits)
    draft = to_bake(reading)
    lines = [
        RecipeLine(
            p.line.written,
            p.part,
            p.sure,
            p.line.use,
            p.line.name,
            p.line.grams,
            p.line.by,
            p.line.sureness,
            list(p.line.why),
        )
        for p in reading.lines
    ]
    said = [RecipeSays(**vars(s)) for s in reading.said]
    try:
        read_bake(draft.document, habits.own)
        problems: list[Problem] = []
    except InputError as error:
        problems = list(error.problems)
    return RecipeReply(reading.title, lines, said, draft.document, draft.assumed, problems)


def check_kitchen(document: Document) -> None:
    """InputError with every problem of a kitchen document."""
    read_kitchen(document)


@lru_cache(maxsize=256)
def _kitchen_of(text: str) -> Kitchen:
    return read_kitchen(json.loads(text))


def _kitchen(document: Document) -> Kitchen:
    """A kitchen document, read. Kitchens change seldom and are asked for with every edit."""
    return _kitchen_of(json.dumps(document, sort_keys=True))


def reply(bake: Document, kitchen: Document, observations: Sequence[Observation], now: datetime) -> SheetReply:
    """Work a sheet; bad input comes back as problems, never as an exception."""
    try:
        k = _kitchen(kitchen)
        return SheetReply(work(read_bake(bake, k.habits.own), k, observations, now=now), [])
    except InputError as error:
        return SheetReply(None, list(error.problems))


def as_linked_recipe(bake: Document, kitchen: Document, now: datetime) -> Document:
    """A bake as a schema.org Recipe; InputError for one that cannot be worked."""
    k = _kitchen(kitchen)
    read = read_bake(bake, k.habits.own)
    return as_recipe(read.name, work(read, k, now=now))


def lesson(
    bake: Document,
    kitchen: Document,
    believed: Document,
    observations: Sequence[Observation],
    troubles: list[str],
    now: datetime,
) -> Lesson:
    """What a finished batch teaches. kitchen: as it was at the start; believed: as it is now."""
    then = read_kitchen(kitchen)
    read = read_bake(bake, then.habits.own)
    return finish(read, then, observations, troubles, now=now, believed=read_kitchen(believed))


def taught(kitchen: Document, learned: Lesson, closing: str) -> Document:
    """The kitchen document with a lesson written into it."""
    v = learned.vigour
    new = {**kitchen, "vigour": {"mean": round(v.mean, 5), "variance": round(v.variance, 6), "bakes": v.bakes}}
    if learned.wrap_seconds is not None:
        new["wrap_seconds"] = {**kitchen.get("wrap_seconds", {}), closing: round(learned.wrap_seconds, 1)}
    if learned.drank is not None:
        new["drinks"] = {**kitchen.get("drinks", {}), learned.flour: learned.drank}
    if learned.kneading_warms is not None:
        new["kneading_warms"] = f"{learned.kneading_warms} C"
    return new


def rehearsal(bake: Document, kitchen: Document, started: datetime, log_vigour: float, seed: int) -> list[Observation]:
    """Observations of a simulated cook making this bake (demo data)."""
    k = read_kitchen(kitchen)
    return rehearse(read_bake(bake, k.habits.own), k, started, log_vigour, seed)


__all__ = [
    "Correction",
    "Document",
    "InputError",
    "Lesson",
    "Observation",
    "PantryItem",
    "Problem",
    "RecipeLine",
    "RecipeReply",
    "RecipeSays",
    "Sheet",
    "SheetReply",
    "as_linked_recipe",
    "check_kitchen",
    "document_schema",
    "lesson",
    "load_json",
    "pantry",
    "plain_kitchen",
    "recipe",
    "rehearsal",
    "reply",
    "structure_problems",
    "taught",
]
