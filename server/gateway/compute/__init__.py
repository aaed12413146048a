"""The one door to the core: outside the gateway nothing in the server imports airycrumb."""

from dataclasses import dataclass, replace
from datetime import datetime
from functools import cache, lru_cache

from pydantic import TypeAdapter

from airycrumb.bake import Documented, load_json, plain_kitchen, read_bake, read_kitchen, structure_problems
from airycrumb.bake.marks import MarkKind, Observation, StageKey, wrong_with
from airycrumb.bake.room_day import read_room_day
from airycrumb.compiled import warm_up
from airycrumb.data.spots import SPOTS
from airycrumb.data.vocabulary import ALLERGEN
from airycrumb.day.around import Around
from airycrumb.day.collisions import Collision
from airycrumb.day.planning import Table
from airycrumb.day.shown import DayPlan
from airycrumb.day.ways_out import WayOut
from airycrumb.learning.finish import Lesson, finish
from airycrumb.learning.rises_here import RisesHere, rises_here
from airycrumb.learning.simulated_cook import simulated_batch
from airycrumb.learning.step_records import StepRecord, steps_of
from airycrumb.learning.train_the_eye import PICTURES, Judgement, Marked, Question, question
from airycrumb.learning.train_the_eye import mark as mark_judgement
from airycrumb.learning.write_back import after_lesson, learned_part, with_learned
from airycrumb.memo import OutOfTime, within
from airycrumb.pantry import Own, shelf
from airycrumb.plan.context import NOTHING_HEARD, Heard, RoomReading
from airycrumb.plan.timetable import possible
from airycrumb.problems import InputError, Problem
from airycrumb.recipe import Ask as RecipeAsk
from airycrumb.recipe import Correction
from airycrumb.sheet import Sheet
from airycrumb.sheet.replies import Replies, ReplyGrid
from airycrumb.sheet.replies import replies as worked_replies
from airycrumb.sheet.where_from import FigureKey, WhereFrom
from airycrumb.whatif.getting_out import GetOut
from airycrumb.whatif.keeping import Kept
from airycrumb.whatif.rise import Lateness, Option, away, late_by, ready_at, rise_of
from airycrumb.whatif.taking import Taking
from airycrumb.whatif.wrapper import By, Solved
from airycrumb.words import Message, Units, hour_of, language, say, verbatim
from gateway.compute.asked import asked
from gateway.compute.day import (
    DayFile,
    DayReply,
    OnTable,
    as_made,
    check_day,
    day_beside,
    day_calendar,
    day_on_paper,
    day_refused,
    day_reply,
    day_ways_out,
    held_reply,
    hours_as_stored,
    hours_of_dishes,
    made_for,
    planned_best,
    planned_first,
    split_for,
    stands,
    table_of,
    worth_changing,
)
from gateway.compute.heat import HeatAnswers, HeatChoice, card, heat_answers, heat_choices, keeping
from gateway.compute.mishaps import MishapAnswer, mishap_label, mishaps
from gateway.compute.read import Case, Document, Printed, SheetReply, kitchen_read
from gateway.compute.recipes import (
    RecipeLine,
    RecipeReply,
    RecipeSays,
    as_linked_recipe,
    as_written_recipe,
    printed_recipe,
    recipe,
)
from gateway.compute.steps import (
    Lent,
    StepKindOut,
    UsualDoughOut,
    lent_bake,
    lent_usual,
    step_kinds,
    take_from,
    to_get_out,
    usual_doughs,
)
from gateway.compute.wrap import ClosingOut, closings, solve_wrapper, wrapper_template


@dataclass(frozen=True)
class PantryItem:
    """A pantry item as the Bench lists it. aliases: the other names recipes have for it."""

    key: str
    name: Message
    role: str
    allergens: list[Message]
    aliases: list[str]


def pantry_as_json(kitchen: Document) -> bytes:
    """Everything on the shelf and this kitchen's own, by name, in the language spoken."""
    return _pantry_as_json(kitchen_read(kitchen).habits.own, language())


@lru_cache(maxsize=16)
def _pantry_as_json(own: Own, _language: str) -> bytes:
    """Every page asks for these seven hundred foods, and few kitchens have more."""
    items = sorted((*own, *shelf().values()), key=lambda i: i.name)
    listed = [PantryItem(i.key, i.called, i.role, [ALLERGEN[a] for a in i.allergens], list(i.aliases)) for i in items]
    return TypeAdapter(list[PantryItem]).dump_json(listed)


def check_kitchen(document: Document) -> None:
    """InputError with every problem of a kitchen document."""
    read_kitchen(document)


def reply(case: Case) -> SheetReply:
    """Work a sheet; bad input comes back as problems, never as an exception."""
    try:
        return SheetReply(case.worked[2], [])
    except InputError as error:
        return SheetReply(None, list(error.problems))


@cache
def _reply_writer() -> TypeAdapter[SheetReply]:
    """Made once the names clients know are in place."""
    return TypeAdapter(SheetReply)


def reply_as_json(case: Case) -> bytes:
    """The same, as the contract has it: a sheet is the longest answer there is, and goes out in one pass."""
    return _reply_writer().dump_json(reply(case), by_alias=True)


def replies(case: Case, stage: StageKey) -> Replies:
    """What plausible marks of a stage would make of it; nothing for a bake that cannot be worked."""
    try:
        return worked_replies(*case.read, case.observations, now=case.now, stage=stage, heard=case.heard)
    except InputError:
        return Replies(stage, [])


@dataclass(frozen=True)
class Ask:
    """What is asked of a rise: to be ready at an hour, to be left for so many minutes, or what so many minutes late
    comes to.

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


def options(case: Case, ask: Ask) -> OptionsReply:
    """What can be done about the first rise; InputError for a bake that cannot be worked, or a question without an
    answer.
    """
    sheet, now = case.worked[2], case.now
    rise = rise_of(replace(case.context, starts=(("start", sheet.day.start),)), sheet.rise.start)
    if sheet.rise.rests:
        raise InputError(
            [Problem("no_rise", "dough.leavening", say("This dough only rests: there is no rise to move."))]
        )
    if ask.late_min is not None:
        return OptionsReply([], late_by(rise, ask.late_min))
    if ask.away_min is not None:
        return OptionsReply(away(rise, ask.away_min), None)
    if ask.ready_at is None or ask.ready_at <= max(now, sheet.rise.start):
        raise InputError(
            [
                Problem(
                    "too_early",
                    "ready_at",
                    say("The rise begins at {start}: ask for an hour after that.", start=hour_of(sheet.rise.start)),
                )
            ]
        )
    return OptionsReply(ready_at(rise, ask.ready_at.astimezone(now.tzinfo)), None)


@dataclass(frozen=True)
class SpotOut:
    """A spot a dough can stand in. air_c: °C, None where it follows the room."""

    key: str
    label: Message
    air_c: float | None


def spots(kitchen: Document) -> list[SpotOut]:
    """Every spot of this kitchen: those everyone has, and its own."""
    everyone = [SpotOut(k, s.label, s.air.value if s.air else None) for k, s in SPOTS.items()]
    return everyone + [SpotOut(s.name, verbatim(s.name), s.air_c) for s in kitchen_read(kitchen).spots]


@dataclass(frozen=True)
class HourOfDay:
    """The kitchen's warmth at an hour. at: HH:MM; room: as kitchen files write it."""

    at: str
    room: str


def room_day(text: str) -> list[HourOfDay]:
    """A day's warmth from a CSV; InputError where nothing can be read."""
    return [HourOfDay(at, f"{celsius:g} C") for at, celsius in read_room_day(text)]


def lesson(case: Case, kitchen_now: Document, troubles: list[str]) -> Lesson:
    """What a finished batch teaches, in the kitchen as it was at the start. kitchen_now: as it is now."""
    now, seen = read_kitchen(kitchen_now), case.observations
    return finish(*case.read, seen, troubles, now=case.now, kitchen_now=now, heard=case.heard)


def how_it_rises(kitchen: Document) -> RisesHere | None:
    """What a kitchen has taught of its doughs, in words; None where nothing has."""
    return rises_here(kitchen_read(kitchen))


def played(bake: Document, kitchen: Document, started: datetime, log_vigour: float, seed: int) -> list[Observation]:
    """Observations of a simulated cook making this bake (demo data)."""
    k = read_kitchen(kitchen)
    return simulated_batch(read_bake(bake, k.habits.own), k, started, log_vigour, seed)


__all__ = [
    "NOTHING_HEARD",
    "PICTURES",
    "Around",
    "Ask",
    "By",
    "Case",
    "ClosingOut",
    "Collision",
    "Correction",
    "DayFile",
    "DayPlan",
    "DayReply",
    "Document",
    "Documented",
    "FigureKey",
    "GetOut",
    "Heard",
    "HeatAnswers",
    "HeatChoice",
    "HourOfDay",
    "InputError",
    "Judgement",
    "Kept",
    "Lateness",
    "Lent",
    "Lesson",
    "MarkKind",
    "Marked",
    "MishapAnswer",
    "Observation",
    "OnTable",
    "Option",
    "OptionsReply",
    "OutOfTime",
    "PantryItem",
    "Printed",
    "Problem",
    "Question",
    "RecipeAsk",
    "RecipeLine",
    "RecipeReply",
    "RecipeSays",
    "Replies",
    "ReplyGrid",
    "RisesHere",
    "RoomReading",
    "Sheet",
    "SheetReply",
    "Solved",
    "SpotOut",
    "StageKey",
    "StepKindOut",
    "StepRecord",
    "Table",
    "Taking",
    "Units",
    "UsualDoughOut",
    "WayOut",
    "WhereFrom",
    "after_lesson",
    "as_linked_recipe",
    "as_made",
    "as_written_recipe",
    "asked",
    "card",
    "check_day",
    "check_kitchen",
    "closings",
    "day_beside",
    "day_calendar",
    "day_on_paper",
    "day_refused",
    "day_reply",
    "day_ways_out",
    "heat_answers",
    "heat_choices",
    "held_reply",
    "hours_as_stored",
    "hours_of_dishes",
    "how_it_rises",
    "keeping",
    "learned_part",
    "lent_bake",
    "lent_usual",
    "lesson",
    "load_json",
    "made_for",
    "mark_judgement",
    "mishap_label",
    "mishaps",
    "options",
    "pantry_as_json",
    "plain_kitchen",
    "planned_best",
    "planned_first",
    "played",
    "possible",
    "printed_recipe",
    "question",
    "recipe",
    "replies",
    "reply",
    "reply_as_json",
    "room_day",
    "solve_wrapper",
    "split_for",
    "spots",
    "stands",
    "step_kinds",
    "steps_of",
    "structure_problems",
    "table_of",
    "take_from",
    "to_get_out",
    "usual_doughs",
    "warm_up",
    "with_learned",
    "within",
    "worth_changing",
    "wrapper_template",
    "wrong_with",
]
