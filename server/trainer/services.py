"""Marking answers and keeping score."""

import uuid
from dataclasses import dataclass

from accounts.models import Household
from gateway import compute
from trainer.models import TrainerAnswer

LATELY = 20  # answers that make the score


@dataclass(frozen=True)
class Score:
    """Of the latest answers to one kind of picture."""

    picture: str
    right: int
    of: int


def answered(household: Household, client_id: uuid.UUID, seed: int, answer: compute.Judgement) -> compute.Marked:
    """Mark an answer and keep it; the same answer sent twice counts once."""
    marked = compute.mark_judgement(seed, answer)
    TrainerAnswer.objects.get_or_create(
        household=household,
        client_id=client_id,
        defaults={"seed": seed, "picture": compute.question(seed).picture, "answer": answer, "right": marked.right},
    )
    return marked


def scores(household: Household) -> list[Score]:
    """The score of each kind of picture that was judged, lately."""
    found = []
    for picture in compute.PICTURES:
        lately = TrainerAnswer.objects.filter(household=household, picture=picture).order_by("-id")[:LATELY]
        rights = [a.right for a in lately]
        if rights:
            found.append(Score(picture, sum(rights), len(rights)))
    return found
