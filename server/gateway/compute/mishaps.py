"""What to do when something goes wrong with a batch under way."""

from airycrumb.data.mishaps import MISHAPS
from airycrumb.mishaps import MishapAnswer, answers
from airycrumb.words import Message, say
from gateway.compute.read import Case

__all__ = ["MishapAnswer", "mishap_label", "mishaps"]


def mishaps(case: Case) -> list[MishapAnswer]:
    """Everything that can go wrong where a batch stands, answered; InputError for one that cannot be worked."""
    return answers(*case.read, case.observations, now=case.now, heard=case.heard)


def mishap_label(key: str) -> Message:
    """What a mishap is called; one that a later version noted is told as such."""
    return MISHAPS.get(key, say("something that has no name here"))
