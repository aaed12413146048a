"""The one door to the core. Nothing else in the server imports airycrumb."""

import copy
import json
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from functools import lru_cache
from typing import Any

from airycrumb.data.spots import SPOTS
from airycrumb.documents import Bake, Kitchen, Observation
from airycrumb.enclose import CLOSINGS
from airycrumb.formats import load_json, plain_kitchen, read_bake, read_kitchen, schema, structure_problems
from airycrumb.formats.card import card_as_pdf
from airycrumb.formats.room_day import read_room_day
from airycrumb.formats.template import as_pdf, as_svg
from airycrumb.pantry import shelf
from airycrumb.problems import InputError, Problem
from airycrumb.quantities import Band
from airycrumb.recipe import Correction, corrected, read_recipe, to_bake
from airycrumb.rise.trainer import PICTURES, Judgement, Marked, Question, question
from airycrumb.rise.trainer import mark as mark_judgement
from airycrumb.sheet import Sheet, work
from airycrumb.sheet.card import card_of
from airycrumb.sheet.context import Context, RoomReading
from airycrumb.sheet.export import as_recipe
from airycrumb.sheet.finish import Lesson, finish
from airycrumb.sheet.heat_answers import Tried, heat_at, settings_that_work
from airycrumb.sheet.inside import Inside, inside
from airycrumb.sheet.keeping import Kept, kept
from airycrumb.sheet.options import Lateness, Option, away, late_by, ready_at, rise_of
from airycrumb.sheet.rehearse import rehearse
from airycrumb.sheet.solving import By, Solved, solve, template_of
from airycrumb.sheet.work import heats_of

Document = dict[str, Any]


@dataclass(frozen=True)
class SheetReply:
    """A sheet, or what stands in its way."""

    sheet: Sheet | None
    problems: list[Problem]


@dataclass(frozen=True)
class Heard:
    """What the kitchen's instruments said, in order: the room's thermometer, a probe in a piece, one in the oven."""

    thermometer: Sequence[RoomReading] = ()
    probe: Sequence[RoomReading] = ()
    oven: Sequence[RoomReading] = ()


NOTHING_HEARD = Heard()


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


def reply(
    bake: Document,
    kitchen: Document,
    observations: Sequence[Observation],
    now: datetime,
    heard: Heard = NOTHING_HEARD,
) -> SheetReply:
    """Work a sheet; bad input comes back as problems, never as an exception."""
    try:
        k = _kitchen(kitchen)
        return SheetReply(work(read_bake(bake, k.habits.own), k, observations, now=now, **vars(heard)), [])
    except InputError as error:
        return SheetReply(None, list(error.problems))


@dataclass(frozen=True)
class Ask:
    """What is asked of a rise: to be ready at an hour, to be left for so many minutes, or what so many minutes late comes to.

    One of the three; the others None.
    """

    ready_at: datetime | None = None
    away_min: float | None = None
    late_min: float | None = None


@dataclass(frozen=True)
class OptionsReply:
    """What can be done about a rise, and what lateness comes to."""

    options: list[Option]
    lateness: Lateness | None


def options(
    bake: Document, kitchen: Document, observations: Sequence[Observation], now: datetime, ask: Ask
) -> OptionsReply:
    """What can be done about the first rise; InputError for a bake that cannot be worked, or a question without an answer."""
    k = _kitchen(kitchen)
    read = read_bake(bake, k.habits.own)
    sheet = work(read, k, observations, now=now)
    starts = (("start", sheet.day.start),)
    rise = rise_of(Context(read, k, tuple(observations), now, starts=starts), sheet.rise.start)
    if sheet.rise.rests:
        raise InputError([Problem("no_rise", "dough.leavening", "This dough only rests: there is no rise to move.")])
    if ask.late_min is not None:
        return OptionsReply([], late_by(rise, ask.late_min))
    if ask.away_min is not None:
        return OptionsReply(away(rise, ask.away_min), None)
    if ask.ready_at is None or ask.ready_at <= max(now, sheet.rise.start):
        raise InputError(
            [
                Problem(
                    "too_early", "ready_at", f"The rise begins at {sheet.rise.start:%H:%M}: ask for an hour after that."
                )
            ]
        )
    return OptionsReply(ready_at(rise, ask.ready_at.astimezone(now.tzinfo)), None)


@dataclass(frozen=True)
class ClosingOut:
    """A way to close a piece. wraps: whether anything goes inside."""

    key: str
    label: str
    plural: str
    note: str
    wraps: bool


def closings() -> list[ClosingOut]:
    """Every closing there is, in the order they are offered."""
    return [ClosingOut(c.key, c.words.label, c.words.plural, c.words.note, c.wraps) for c in CLOSINGS.values()]


def _solving(bake: Document, kitchen: Document, now: datetime) -> tuple[Bake, Kitchen, Sheet]:
    k = _kitchen(kitchen)
    read = read_bake(bake, k.habits.own)
    return read, k, work(read, k, now=now)


def solve_wrapper(bake: Document, kitchen: Document, now: datetime, group: int, by: By, value: float) -> Solved:
    """A wrapper from one number; InputError for what cannot be solved."""
    return solve(*_solving(bake, kitchen, now), group, by, value)


@dataclass(frozen=True)
class Printed:
    """A file to print. pages: how many there are in all."""

    body: bytes
    kind: str
    name: str
    pages: int


def wrapper_template(
    bake: Document, kitchen: Document, now: datetime, group: int, paper: str, as_kind: str, page: int
) -> Printed:
    """A wrapper at true size: a PDF of all its pages, or one of them as SVG. InputError for a page that is not there."""
    sheet = _solving(bake, kitchen, now)[2]
    pages = template_of(sheet, group, paper)
    name = f"wrapper-{sheet.groups[group].wrap.closing.replace('_', '-')}-{paper}"
    if as_kind == "pdf":
        return Printed(as_pdf(pages, sheet.name), "application/pdf", f"{name}.pdf", len(pages))
    if not 1 <= page <= len(pages):
        raise InputError([Problem("no_page", "page", f"There is no page {page}: this wrapper takes {len(pages)}.")])
    return Printed(as_svg(pages[page - 1]).encode(), "image/svg+xml", f"{name}-{page}.svg", len(pages))


@dataclass(frozen=True)
class HeatAnswers:
    """What no sheet carries of one heat: its inside through time, and other settings tried ([] where there is no dial)."""

    inside: Inside
    tried: list[Tried]


def heat_answers(bake: Document, kitchen: Document, now: datetime, heat: int) -> HeatAnswers:
    """The inside of one heat of a draft, and other settings for it. InputError for a heat that is not there."""
    k = _kitchen(kitchen)
    found = heats_of(read_bake(bake, k.habits.own), k, now=now)
    if not 0 <= heat < len(found):
        raise InputError([Problem("heat", "heat", f"There is no heat {heat + 1}: this bake has {len(found)}.")])
    h = found[heat][0].heated
    tried = settings_that_work(h.load.most, heat_at(h.ctx), h.load.at_once) if h.ctx.bake.method == "oven" else []
    return HeatAnswers(inside(h), tried)


def keeping(bake: Document, kitchen: Document, now: datetime) -> list[Kept]:
    """How every kind of piece of a draft is cooled, kept and reheated."""
    read, k, sheet = _solving(bake, kitchen, now)
    return [kept(h.heated, p, sheet.day.eat) for h, group in heats_of(read, k, now=now) for p in group]


def card(bake: Document, kitchen: Document, now: datetime, paper: str) -> Printed:
    """A bake on paper, with the cautions beside their steps and labels for the box."""
    sheet = _solving(bake, kitchen, now)[2]
    made = card_of(sheet, keeping(bake, kitchen, now))
    return Printed(card_as_pdf(made, paper), "application/pdf", f"bake-{paper}.pdf", 1)


@dataclass(frozen=True)
class SpotOut:
    """A spot a dough can stand in. air_c: °C, None where it follows the room."""

    key: str
    label: str
    air_c: float | None


def spots(kitchen: Document) -> list[SpotOut]:
    """Every spot of this kitchen: those everyone has, and its own."""
    everyone = [SpotOut(k, s.label, s.air.value if s.air else None) for k, s in SPOTS.items()]
    return everyone + [SpotOut(s.name, s.name, s.air_c) for s in _kitchen(kitchen).spots]


@dataclass(frozen=True)
class HourOfDay:
    """The kitchen's warmth at an hour. at: HH:MM; room: as kitchen files write it."""

    at: str
    room: str


def room_day(text: str) -> list[HourOfDay]:
    """A day's warmth from a CSV; InputError where nothing can be read."""
    return [HourOfDay(at, f"{celsius:g} C") for at, celsius in read_room_day(text)]


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
    return new | _taught_heat(kitchen, learned)


def _taught_heat(kitchen: Document, learned: Lesson) -> Document:
    """What of the kitchen a batch's thermometers change."""
    new: Document = {}
    if learned.pace is not None:
        p = learned.pace
        pace = {"mean": round(p.mean, 5), "variance": round(p.variance, 6), "bakes": p.bakes}
        new["heats"] = {**kitchen.get("heats", {}), learned.method: pace}
    if learned.oven is not None:
        o = learned.oven
        new["oven_truth"] = {
            "off_c": round(o.off_c, 1),
            "recovery_min": round(o.recovery_min, 2),
            "drop_c_per_kg": round(o.drop_c_per_kg, 1),
            "bakes": o.bakes,
        }
    return new


def rehearsal(bake: Document, kitchen: Document, started: datetime, log_vigour: float, seed: int) -> list[Observation]:
    """Observations of a simulated cook making this bake (demo data)."""
    k = read_kitchen(kitchen)
    return rehearse(read_bake(bake, k.habits.own), k, started, log_vigour, seed)


__all__ = [
    "PICTURES",
    "Ask",
    "By",
    "ClosingOut",
    "Correction",
    "Document",
    "Heard",
    "HeatAnswers",
    "HourOfDay",
    "InputError",
    "Judgement",
    "Kept",
    "Lateness",
    "Lesson",
    "Marked",
    "Observation",
    "Option",
    "OptionsReply",
    "PantryItem",
    "Printed",
    "Problem",
    "Question",
    "RecipeLine",
    "RecipeReply",
    "RecipeSays",
    "RoomReading",
    "Sheet",
    "SheetReply",
    "Solved",
    "SpotOut",
    "as_linked_recipe",
    "card",
    "check_kitchen",
    "closings",
    "document_schema",
    "heat_answers",
    "keeping",
    "lesson",
    "load_json",
    "mark_judgement",
    "options",
    "pantry",
    "plain_kitchen",
    "question",
    "recipe",
    "rehearsal",
    "reply",
    "room_day",
    "solve_wrapper",
    "spots",
    "structure_problems",
    "taught",
    "wrapper_template",
]
