"""Training the eye: a question, its answer marked, the score."""

import uuid
from typing import Annotated

from django.http import HttpRequest
from ninja import Query
from pydantic import Field

from accounts.services import household_of
from gateway import compute
from gateway.contract import Failure, Strict, routes
from trainer import services

router = routes("trainer")
Seed = Annotated[int, Field(ge=0, lt=2**31)]


class AnswerIn(Strict):
    """client_id is made by whoever answered, so that sending twice is harmless."""

    client_id: uuid.UUID
    seed: Seed
    answer: compute.Judgement


class MarkedOut(Strict):
    """The mark, and the score with it."""

    marked: compute.Marked
    scores: list[services.Score]


@router.get(
    "/trainer/question",
    response={200: compute.Question, 401: Failure, 403: Failure, 422: Failure},
    operation_id="ask_question",
)
def ask_question(request: HttpRequest, seed: Annotated[int, Query(ge=0, lt=2**31)]) -> compute.Question:
    """The question a seed names."""
    household_of(request)
    return compute.question(seed)


@router.post(
    "/trainer/answers",
    response={200: MarkedOut, 401: Failure, 403: Failure, 422: Failure},
    operation_id="answer_question",
)
def answer_question(request: HttpRequest, payload: AnswerIn) -> MarkedOut:
    """Mark an answer and keep the score."""
    household = household_of(request)
    marked = services.answered(household, payload.client_id, payload.seed, payload.answer)
    return MarkedOut(marked=marked, scores=services.scores(household))


@router.get(
    "/trainer", response={200: list[services.Score], 401: Failure, 403: Failure}, operation_id="training_scores"
)
def training_scores(request: HttpRequest) -> list[services.Score]:
    """The score so far."""
    return services.scores(household_of(request))
