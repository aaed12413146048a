"""The kinds of steps a cook may put into a method, what to get out before the first, what other bakes can lend."""

from dataclasses import dataclass, replace
from typing import Literal

from airycrumb.bake.edits import edited
from airycrumb.data.step_kinds import STEP_KINDS
from airycrumb.data.usual_doughs import USUAL_DOUGHS
from airycrumb.problems import InputError
from airycrumb.sheet import Sheet
from airycrumb.sheet.compared import compared
from airycrumb.whatif import taking
from airycrumb.whatif.getting_out import GetOut, get_out
from airycrumb.whatif.stand_ins import StandIn
from airycrumb.words import Message, say
from gateway.compute.read import Case, Document


@dataclass(frozen=True)
class StepKindOut:
    """A kind of step. minutes: it takes where nobody says; takes_food: whether it names what it is done with."""

    key: str
    label: Message
    where: list[str]
    minutes: float
    waits: bool
    takes_food: bool


def step_kinds() -> list[StepKindOut]:
    """Every kind, in the order of a day."""
    blank, it = say("…"), say("it")
    return [
        StepKindOut(
            key=key,
            label=kind.words(blank if kind.takes_food or "filling" in kind.where else it),
            where=list(kind.where),
            minutes=kind.minutes,
            waits=kind.waits,
            takes_food=kind.takes_food,
        )
        for key, kind in STEP_KINDS.items()
    ]


def to_get_out(case: Case) -> GetOut:
    """Foods and tools of a draft."""
    bake, _kitchen, sheet = case.worked
    found = get_out(bake, sheet)
    told = lambda stand_in: _becoming(case, sheet, stand_in)
    return GetOut(
        [replace(food, stand_ins=tuple(map(told, food.stand_ins))) for food in found.foods],
        [replace(tool, stand_in=tool.stand_in and told(tool.stand_in)) for tool in found.tools],
    )


def _becoming(case: Case, before: Sheet, stand_in: StandIn) -> StandIn:
    """A stand-in with what the bake becomes by it."""
    if stand_in.answer is None:
        return stand_in
    try:
        after = replace(case, bake=edited(case.bake, stand_in.answer.changes)).worked[2]
    except InputError:
        return stand_in
    return stand_in.becoming(compared(before, after))


@dataclass(frozen=True)
class UsualDoughOut:
    """A dough as it is usually made. note: what it is for."""

    key: str
    label: Message
    note: Message


def usual_doughs() -> list[UsualDoughOut]:
    """Every usual dough."""
    return [UsualDoughOut(key, dough.label, dough.note) for key, dough in USUAL_DOUGHS.items()]


@dataclass(frozen=True)
class Lent:
    """What a draft may take of: a bake of the household, or a usual dough.

    source: number, version and name of the bake, None for a usual dough.
    """

    document: Document
    source: taking.Source


def lent_usual(key: str) -> Lent | None:
    """A usual dough to take; None for none of that name."""
    return Lent(taking.usual(key), None) if key in USUAL_DOUGHS else None


def lent_bake(document: Document, bake: int, version: int) -> Lent:
    """Another bake of the household to take of, as it is now."""
    return Lent(document, {"bake": bake, "version": version, "name": str(document["name"])})


def take_from(case: Case, part: Literal["dough", "filling"], lent: Lent) -> taking.Taking:
    """What a draft would become with another's dough or filling; InputError for what cannot be read."""
    before, kitchen = case.read
    put, told = {
        "dough": (taking.with_dough, taking.take_dough),
        "filling": (taking.with_filling, taking.take_filling),
    }[part]
    document = put(case.bake, lent.document, lent.source)
    after, _ = replace(case, bake=document).read
    return told(before, after, document, kitchen, case.now)
