"""Batches: start, watch, mark, finish, look back."""

import logging
import uuid
from datetime import datetime
from typing import Annotated, Any, Literal

from django.db import transaction
from django.db.models import prefetch_related_objects
from django.http import HttpRequest
from ninja import Query
from pydantic import Field

from accounts.limits import COSTLY
from accounts.services import household_of, tried_twice
from batches import services
from batches.models import Batch
from batches.services import Seen, zone_of
from gateway import compute
from gateway.contract import BakeDocument, Failure, Id, Number, Reading, Strict, When, routes
from gateway.words import Message

log = logging.getLogger("airycrumb")
router = routes("batches")
Verdict = Literal["good", "fair", "poor"]
Trouble = Literal[
    "burst",
    "leaked",
    "collapsed",
    "wrinkled",
    "soggy",
    "gummy",
    "pale",
    "hard",
    "dense",
    "too_much_bread",
    "uneven",
    "burnt",
    "raw_middle",
    "flat",
    "stuck",
    "tough",
    "bland",
    "too_salty",
]


class ObservationIn(Strict):
    """client_id is made by whoever saw it, so that sending twice is harmless."""

    client_id: uuid.UUID
    kind: compute.MarkKind
    stage: compute.StageKey
    at: When
    value: Reading | None = None
    where: Annotated[str, Field(max_length=60)] | None = None
    undoes: uuid.UUID | None = None
    event: Annotated[str, Field(max_length=60, pattern=r"^([a-z_]+(\.[a-z0-9_]+)*)?$")] = ""


class ObservationOut(Strict):
    client_id: uuid.UUID
    kind: compute.MarkKind
    stage: compute.StageKey
    at: datetime
    value: float | None
    where: str | None
    event: str


class NewBatch(Strict):
    """version null: the bake's newest. client_id is made by whoever starts it: sent twice, it is one batch. dough_at:
    when its dough is to be begun, where only what comes before that is begun now.
    """

    client_id: uuid.UUID | None = None
    version: Number | None = None
    kitchen_id: Id | None = None
    dough_at: When | None = None
    now: When


class Marks(Strict):
    observations: Annotated[list[ObservationIn], Field(max_length=200)]
    now: When


class Outcome(Strict):
    """How a batch turned out. how_many: pieces that had a trouble, where the cook counted them."""

    verdict: Verdict
    troubles: list[Trouble]
    how_many: dict[Trouble, Annotated[int, Field(ge=1, le=200)]] = {}
    note: Annotated[str, Field(max_length=2000)] = ""


class Finish(Strict):
    """observations: marks made before it that may not have arrived; they go first, each once."""

    outcome: Outcome
    now: When
    observations: Annotated[list[ObservationIn], Field(max_length=200)] = []


class Teaching(Strict):
    """Whether a finished batch teaches its kitchen."""

    teaches: bool
    now: When


class BatchSummary(Strict):
    """One line of the Notebook. rise_minutes: forecast and, where marked, actual; stopped, stopped_for: when and why it
    was put away unfinished.
    """

    id: int
    name: str
    bake_id: Id
    started: datetime
    finished: datetime | None
    stopped: datetime | None
    stopped_for: Message | None
    verdict: Verdict | None
    troubles: list[Trouble]
    pieces: int
    room_c: float
    rise_forecast_min: float | None
    rise_actual_min: float | None
    vigour_after: float | None


class Mishap(Strict):
    """Something that went wrong on the way. value: how many, or how much, where that was told."""

    at: datetime
    label: Message
    value: float | None


class BatchOut(Strict):
    """One batch: the plan it began with, the sheet as things stand, what was seen, what it taught; once finished, every
    step of it beside its plan.

    marks: ever made in it, those taken back included; held: the hours its day has for it; as its news tell.
    """

    id: int
    bake_id: Id
    version: int
    name: str
    started: datetime
    finished: datetime | None
    stopped: datetime | None
    stopped_for: Message | None
    mishaps: list[Mishap]
    document: BakeDocument
    plan: compute.Sheet | None
    live: compute.SheetReply
    observations: list[ObservationOut]
    marks: int
    held: dict[str, str]
    outcome: Outcome | None
    lesson: compute.Lesson | None
    teaches: bool
    steps: list[compute.StepRecord]


class BatchNews(Strict):
    """What tells whether a batch has changed since it was read: marks ever made in it, those taken back included, and
    the hours its day has for it."""

    marks: int
    finished: datetime | None
    held: dict[str, str]


class MishapsOut(Strict):
    """marks: ever made in the batch when this was worked, as its news tell."""

    marks: int
    answers: list[compute.MishapAnswer]


class RepliesOut(Strict):
    """marks: ever made in the batch when this was worked, as its news tell."""

    stage: compute.StageKey
    marks: int
    grids: list[compute.ReplyGrid]


def _stage(lesson: dict[str, Any] | None, key: str) -> dict[str, Any] | None:
    return next((s for s in (lesson or {}).get("stages", []) if s["key"] == key), None)


def _summary(batch: Batch) -> BatchSummary:
    rise, outcome = _stage(batch.lesson, "rise"), batch.outcome or {}
    forecast = batch.plan
    return BatchSummary(
        id=batch.pk,
        name=batch.version.document["name"],
        bake_id=batch.version.bake_id,
        started=batch.started.astimezone(zone_of(batch)),
        finished=batch.finished,
        stopped=batch.stopped,
        stopped_for=_why_stopped(batch),
        verdict=outcome.get("verdict"),
        troubles=outcome.get("troubles", []),
        pieces=forecast["pieces"],
        room_c=forecast["room_c"],
        rise_forecast_min=forecast["rise_min"],
        rise_actual_min=rise["actual"] if rise else None,
        vigour_after=_vigour(batch.lesson),
    )


def _why_stopped(batch: Batch) -> Message | None:
    return None if batch.stopped is None else compute.mishap_label(batch.stopped_for)


def _mishaps(batch: Batch) -> list[Mishap]:
    rows = [o for o in services.standing(batch) if o.kind == "mishap"]
    zone = zone_of(batch)
    return [Mishap(at=o.at.astimezone(zone), label=compute.mishap_label(o.where or ""), value=o.value) for o in rows]


def _vigour(lesson: dict[str, Any] | None) -> float | None:
    return None if lesson is None else float(2.718281828459045 ** lesson["vigour"]["mean"])


def _out(batch: Batch, now: datetime) -> BatchOut:
    # Read once for all of it: a mark that comes meanwhile is in no part of this answer, and not in its number.
    prefetch_related_objects([batch], "observations")
    marks = batch.observations.count()
    seen = [ObservationOut.model_validate(o, from_attributes=True) for o in services.standing(batch)]
    v, plan = batch.version, services.plan_of(batch).sheet
    live = services.live(batch, services.over_since(batch) or now)
    told = live.sheet if batch.finished is not None else None
    return BatchOut(
        id=batch.pk,
        bake_id=v.bake_id,
        version=v.number,
        name=v.document["name"],
        started=batch.started.astimezone(zone_of(batch)),
        finished=batch.finished,
        stopped=batch.stopped,
        stopped_for=_why_stopped(batch),
        mishaps=_mishaps(batch),
        document=v.document,
        plan=plan,
        live=live,
        observations=seen,
        marks=marks,
        held=batch.held,
        outcome=batch.outcome,
        lesson=batch.lesson,
        teaches=batch.teaches,
        steps=compute.steps_of(plan, told) if plan is not None and told is not None else [],
    )


@router.get("/batches", response={200: list[BatchSummary], 401: Failure, 403: Failure}, operation_id="list_batches")
def list_batches(request: HttpRequest) -> list[BatchSummary]:
    """Every batch of this household, newest first; one that cannot be told of does not take the others along."""
    found = []
    for batch in services.batches_of(household_of(request)):
        try:
            found.append(_summary(batch))
        except (ValueError, KeyError, TypeError, OverflowError):
            log.exception("batch %s cannot be listed", batch.pk)
    return found


@router.post(
    "/bakes/{bake_id}/batches",
    response={201: BatchOut, 401: Failure, 403: Failure, 404: Failure, 422: Failure},
    operation_id="start_batch",
)
def start_batch(request: HttpRequest, bake_id: Id, payload: NewBatch) -> tuple[int, BatchOut]:
    """Start making a bake."""
    # What cannot be answered is not begun either.
    with transaction.atomic():
        home, asked = household_of(request), payload
        batch = services.start(
            home, bake_id, asked.version, asked.kitchen_id, asked.now, asked.client_id, asked.dough_at
        )
        return 201, _out(batch, payload.now)


@router.get(
    "/batches/{batch_id}",
    response={200: BatchOut, 401: Failure, 403: Failure, 404: Failure, 422: Failure},
    operation_id="read_batch",
)
def read_batch(request: HttpRequest, batch_id: Id, now: Annotated[When, Query()]) -> BatchOut:
    """A batch as things stand."""
    return _out(services.batch_of(household_of(request), batch_id), now)


@router.get(
    "/batches/begun/{client_id}",
    response={200: BatchOut, 401: Failure, 403: Failure, 404: Failure, 422: Failure},
    operation_id="begun_batch",
)
def begun_batch(request: HttpRequest, client_id: uuid.UUID, now: Annotated[When, Query()]) -> BatchOut:
    """The batch that a start with this id began: where it was pressed, nothing but that id may be known."""
    return _out(services.begun_by(household_of(request), client_id), now)


@router.get(
    "/batches/{batch_id}/news",
    response={200: BatchNews, 401: Failure, 403: Failure, 404: Failure},
    operation_id="batch_news",
)
def batch_news(request: HttpRequest, batch_id: Id) -> BatchNews:
    """Whether somebody marked something: cheap to ask every few seconds."""
    batch = services.batch_of(household_of(request), batch_id)
    return BatchNews(marks=batch.observations.count(), finished=batch.finished, held=batch.held)


@router.get(
    "/batches/{batch_id}/options",
    response={200: compute.OptionsReply, 401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="batch_options",
    throttle=[COSTLY],
)
def batch_options(
    request: HttpRequest,
    batch_id: Id,
    now: Annotated[When, Query()],
    ready_at: Annotated[When | None, Query()] = None,
    away_min: Annotated[float | None, Query(ge=0, le=1440)] = None,
    late_min: Annotated[float | None, Query(ge=0, le=1440)] = None,
) -> compute.OptionsReply:
    """What can be done about the rise of a batch under way."""
    batch = services.batch_of(household_of(request), batch_id)
    return services.options(batch, compute.Ask(ready_at, away_min, late_min), now)


@router.get(
    "/batches/{batch_id}/replies",
    response={200: RepliesOut, 401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="batch_replies",
    throttle=[COSTLY],
)
def batch_replies(
    request: HttpRequest, batch_id: Id, stage: Annotated[compute.StageKey, Query()], now: Annotated[When, Query()]
) -> RepliesOut:
    """What plausible looks and readings would make of a stage: kept by a page, and looked up while nobody answers."""
    batch = services.batch_of(household_of(request), batch_id)
    prefetch_related_objects([batch], "observations")
    marks = batch.observations.count()
    return RepliesOut(stage=stage, marks=marks, grids=services.replies(batch, stage, now).grids)


@router.get(
    "/batches/{batch_id}/mishaps",
    response={200: MishapsOut, 401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="batch_mishaps",
    throttle=[COSTLY],
)
def batch_mishaps(request: HttpRequest, batch_id: Id, now: Annotated[When, Query()]) -> MishapsOut:
    """What to do when something goes wrong, where the batch stands: kept by a page for when nobody answers."""
    batch = services.batch_of(household_of(request), batch_id)
    prefetch_related_objects([batch], "observations")
    marks = batch.observations.count()
    return MishapsOut(marks=marks, answers=services.mishaps(batch, services.over_since(batch) or now))


@router.get(
    "/batches/{batch_id}/get-out",
    response={200: compute.GetOut, 401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="batch_get_out",
    throttle=[COSTLY],
)
def batch_get_out(request: HttpRequest, batch_id: Id, now: Annotated[When, Query()]) -> compute.GetOut:
    """Foods and tools of a batch under way, and what does for each that is missing."""
    return services.to_get_out(services.batch_of(household_of(request), batch_id), now)


@router.post(
    "/batches/{batch_id}/observations",
    response={200: BatchOut, 401: Failure, 403: Failure, 404: Failure, 422: Failure},
    operation_id="observe",
)
def observe(request: HttpRequest, batch_id: Id, payload: Marks) -> BatchOut:
    """Add what was seen; the plan follows."""
    home, seen = household_of(request), [Seen(**o.model_dump()) for o in payload.observations]

    @transaction.atomic
    def taken() -> tuple[Batch, BatchOut]:
        # What cannot be answered is not taken either.
        batch = services.observe(home, batch_id, seen)
        return batch, _out(batch, payload.now)

    batch, answer = tried_twice(taken)
    return _out(batch, payload.now) if services.follow(batch, payload.now) else answer


@router.post(
    "/batches/{batch_id}/finish",
    response={200: BatchOut, 401: Failure, 403: Failure, 404: Failure, 422: Failure},
    operation_id="finish_batch",
)
def finish_batch(request: HttpRequest, batch_id: Id, payload: Finish) -> BatchOut:
    """End a batch and learn from it."""
    home, outcome = household_of(request), payload.outcome.model_dump()
    with transaction.atomic():
        services.observe(home, batch_id, [Seen(**o.model_dump()) for o in payload.observations])
        return _out(services.finish(home, batch_id, outcome, payload.now), payload.now)


@router.post(
    "/batches/{batch_id}/teaching",
    response={200: BatchOut, 401: Failure, 403: Failure, 404: Failure, 422: Failure},
    operation_id="let_teach",
)
def let_teach(request: HttpRequest, batch_id: Id, payload: Teaching) -> BatchOut:
    """Leave a finished batch out of learning, or put it back."""
    return _out(services.let_teach(household_of(request), batch_id, payload.teaches), payload.now)
