"""What no sheet carries of the heat: the inside, other settings, keeping, the bake on paper; and what a batch taught
of it.
"""

from dataclasses import dataclass

from airycrumb.data.heat_choices import CHOICES
from airycrumb.paper.card import card_of
from airycrumb.paper.pdf import card_as_pdf
from airycrumb.problems import InputError, Problem
from airycrumb.sheet.work import heats_of
from airycrumb.whatif.heat import Tried, heat_at, settings_that_work
from airycrumb.whatif.inside import Inside, inside
from airycrumb.whatif.keeping import Kept, kept
from airycrumb.words import Message, Units, say
from gateway.compute.read import Case, Printed


@dataclass(frozen=True)
class HeatAnswers:
    """What no sheet carries of one heat: its inside through time, and other settings tried ([] where there is no
    dial).
    """

    inside: Inside
    tried: list[Tried]


def heat_answers(case: Case, heat: int) -> HeatAnswers:
    """The inside of one heat of a draft, and other settings for it. InputError for a heat that is not there."""
    found = heats_of(*case.read, now=case.now, heard=case.heard)
    if not 0 <= heat < len(found):
        raise InputError(
            [
                Problem(
                    "heat",
                    "heat",
                    say("There is no heat {heat}: this bake has {heats}.", heat=heat + 1, heats=len(found)),
                )
            ]
        )
    h = found[heat][0].heated
    tried = settings_that_work(h.load.most, heat_at(h.ctx), h.load.at_once) if h.ctx.bake.heat.method == "oven" else []
    return HeatAnswers(inside(h), tried)


@dataclass(frozen=True)
class HeatChoice:
    """One thing a cook can choose of a heat. of: which field of the heat ("on", "shelf", "crust" and so on)."""

    of: str
    key: str
    label: Message
    note: Message


def heat_choices() -> list[HeatChoice]:
    """Every choice of a heat, in the order they are offered."""
    return [HeatChoice(of, key, *words) for of, choices in CHOICES.items() for key, words in choices.items()]


def keeping(case: Case) -> list[Kept]:
    """How every kind of piece of a draft is cooled, kept and reheated."""
    bake, kitchen, sheet = case.worked
    return [
        kept(h.heated, p, sheet.day.filling_made, sheet.day.eat)
        for h, group in heats_of(bake, kitchen, now=case.now, heard=case.heard)
        for p in group
    ]


def card(case: Case, paper: str, units: Units) -> Printed:
    """A bake on paper, with the cautions beside their steps and labels for the box. units: "metric" or "us"."""
    made = card_of(case.worked[2], keeping(case))
    return Printed(card_as_pdf(made, paper, units), "application/pdf", f"bake-{paper}.pdf", 1)
