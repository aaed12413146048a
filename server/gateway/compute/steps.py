"""The kinds of steps a cook may put into a method, and what to get out before the first."""

from dataclasses import dataclass

from airycrumb.data.step_kinds import STEP_KINDS
from airycrumb.whatif.getting_out import GetOut, get_out
from airycrumb.words import Message, say
from gateway.compute.read import Case


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
    return get_out(bake, sheet)
