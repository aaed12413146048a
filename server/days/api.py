"""Days: kept, planned, started, printed, subscribed to."""

import uuid
from datetime import datetime
from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Query
from pydantic import Field

from accounts.limits import COSTLY, STRANGERS
from accounts.services import household_of
from days import services
from days.models import Day
from gateway import compute
from gateway.contract import BakeDocument, DayDocument, Failure, Id, Number, Strict, When, routes
from gateway.words import Message

router = routes("days")


class DaySummary(Strict):
    """A day in a list."""

    id: int
    name: str
    eat_at: datetime
    dishes: int
    bakes: list[int]
    revision: int


class DayOut(Strict):
    """A day as things stand.

    plan null: nothing is on it, or `problems` stand in the way; state: "waiting" for a worker, "solving", "done", or
    "stuck" where it could not be thought about; progress: how far; ways: what would help where it does not fit;
    calendar: the secret of its private address.
    """

    id: int
    revision: int
    document: DayDocument
    plan: compute.DayPlan | None
    around: compute.Around | None
    collisions: list[compute.Collision]
    problems: list[compute.Problem]
    state: str
    progress: float
    ways: list[compute.WayOut]
    calendar: uuid.UUID | None


class NewDay(Strict):
    """client_id is made by whoever sends it, so that sending twice is harmless."""

    client_id: uuid.UUID | None = None
    document: DayDocument
    now: When


class DaySave(Strict):
    """base: the revision this was made from."""

    base: Number
    document: DayDocument
    now: When


class DishStart(Strict):
    """Which of the day's bakes is begun now. dough_at: when its dough is to be begun, where its filling alone is begun
    now.
    """

    dish: Annotated[int, Field(ge=0, le=9)]
    dough_at: When | None = None
    client_id: uuid.UUID | None = None
    now: When


class DayStarted(Strict):
    """The day, and the batch that was begun."""

    batch: int
    day: DayOut


class Moment(Strict):
    now: When


def _out(day: Day, now: datetime) -> DayOut:
    found = services.standing(day, now)
    day, reply = found.day, found.reply
    return DayOut(
        id=day.pk,
        revision=day.revision,
        document=day.document,
        plan=reply.plan,
        around=reply.around,
        collisions=reply.collisions,
        problems=reply.problems,
        state=day.state,
        progress=day.progress,
        ways=day.ways,
        calendar=day.calendar,
    )


@router.get("/days", response={200: list[DaySummary], 401: Failure, 403: Failure}, operation_id="list_days")
def list_days(request: HttpRequest) -> list[DaySummary]:
    """This household's days, last changed first."""
    return [_summary(day) for day in services.days_of(household_of(request))]


def _summary(day: Day) -> DaySummary:
    bakes = [dish["bake"] for dish in day.document.get("dishes", [])]
    eat_at = datetime.fromisoformat(day.document["eat_at"])
    return DaySummary(
        id=day.pk,
        name=day.document.get("name", ""),
        eat_at=eat_at,
        dishes=len(bakes),
        bakes=bakes,
        revision=day.revision,
    )


@router.post(
    "/days",
    response={201: DayOut, 401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="create_day",
    throttle=[COSTLY],
)
def create_day(request: HttpRequest, payload: NewDay) -> tuple[int, DayOut]:
    """Keep a new day, planned at once."""
    return 201, _out(services.create(household_of(request), payload.document, payload.client_id), payload.now)


class BenchDraft(Strict):
    """A bake as it stands on the Bench, unsaved. bake_id: which it is, null for none that was ever saved."""

    bake: BakeDocument
    bake_id: Id | None = None
    now: When


class Beside(Strict):
    """The next day to come, null for none; which bakes are on it; and where the draft wants what it has taken."""

    day: DaySummary | None
    clashes: list[Message]


@router.post(
    "/days/beside",
    response={200: Beside, 401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="beside_day",
    throttle=[COSTLY],
)
def beside_day(request: HttpRequest, payload: BenchDraft) -> Beside:
    """A bake on the Bench beside the next day. Nothing is stored."""
    day, clashes = services.beside(household_of(request), payload.bake, payload.bake_id, payload.now)
    return Beside(day=None if day is None else _summary(day), clashes=clashes)


@router.get(
    "/days/{day_id}",
    response={200: DayOut, 401: Failure, 403: Failure, 404: Failure, 422: Failure},
    operation_id="read_day",
)
def read_day(request: HttpRequest, day_id: Id, now: Annotated[When, Query()]) -> DayOut:
    """A day as things stand."""
    return _out(services.day_of(household_of(request), day_id), now)


@router.put(
    "/days/{day_id}",
    response={200: DayOut, 401: Failure, 403: Failure, 404: Failure, 409: Failure, 422: Failure, 429: Failure},
    operation_id="save_day",
    throttle=[COSTLY],
)
def save_day(request: HttpRequest, day_id: Id, payload: DaySave) -> DayOut:
    """Change a day: planned anew at once; a better plan is looked for."""
    return _out(services.save(household_of(request), day_id, payload.base, payload.document), payload.now)


@router.delete(
    "/days/{day_id}", response={204: None, 401: Failure, 403: Failure, 404: Failure}, operation_id="delete_day"
)
def delete_day(request: HttpRequest, day_id: Id) -> tuple[int, None]:
    """Put a day away."""
    services.delete(household_of(request), day_id)
    return 204, None


@router.post(
    "/days/{day_id}/split",
    response={200: DayDocument, 401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="split_day",
    throttle=[COSTLY],
)
def split_day(request: HttpRequest, day_id: Id, payload: Moment) -> compute.Document:
    """The day's file with as many pieces of each bake as its people eat. Nothing is stored."""
    return services.split(services.day_of(household_of(request), day_id), payload.now)


@router.post(
    "/days/{day_id}/start",
    response={200: DayStarted, 401: Failure, 403: Failure, 404: Failure, 422: Failure},
    operation_id="start_dish",
)
def start_dish(request: HttpRequest, day_id: Id, payload: DishStart) -> DayStarted:
    """Start making one bake of a day."""
    home = household_of(request)
    day, batch = services.start_dish(home, day_id, payload.dish, payload.now, payload.client_id, payload.dough_at)
    return DayStarted(batch=batch.pk, day=_out(day, payload.now))


@router.post(
    "/days/{day_id}/again",
    response={200: DayOut, 401: Failure, 403: Failure, 404: Failure, 422: Failure},
    operation_id="think_again",
)
def think_again(request: HttpRequest, day_id: Id, payload: Moment) -> DayOut:
    """Look once more for a better plan, where that could not be done."""
    return _out(services.think_again(household_of(request), day_id, payload.now), payload.now)


@router.post(
    "/days/{day_id}/calendar",
    response={200: DayOut, 401: Failure, 403: Failure, 404: Failure, 422: Failure},
    operation_id="make_calendar",
)
def make_calendar(request: HttpRequest, day_id: Id, payload: Moment) -> DayOut:
    """A private address to subscribe to; it takes the place of one there was."""
    return _out(services.make_calendar(household_of(request), day_id), payload.now)


@router.delete(
    "/days/{day_id}/calendar",
    response={200: DayOut, 401: Failure, 403: Failure, 404: Failure, 422: Failure},
    operation_id="revoke_calendar",
)
def revoke_calendar(request: HttpRequest, day_id: Id, now: Annotated[When, Query()]) -> DayOut:
    """Take the private address back."""
    return _out(services.revoke_calendar(household_of(request), day_id), now)


def _calendar(day: Day, now: datetime) -> HttpResponse:
    headers = {"Content-Disposition": 'attachment; filename="day.ics"', "Cache-Control": "no-store"}
    return HttpResponse(services.calendar_of(day, now), content_type="text/calendar; charset=utf-8", headers=headers)


@router.get(
    "/days/{day_id}/calendar.ics",
    response={401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="day_calendar",
    throttle=[COSTLY],
)
def day_calendar(request: HttpRequest, day_id: Id, now: Annotated[When | None, Query()] = None) -> HttpResponse:
    """The day's plan as a calendar (an .ics file)."""
    return _calendar(services.day_of(household_of(request), day_id), now or timezone.now())


@router.get(
    "/calendar/{key}.ics",
    response={404: Failure, 422: Failure, 429: Failure},
    operation_id="subscribed_calendar",
    auth=None,
    throttle=[STRANGERS],
)
def subscribed_calendar(request: HttpRequest, key: uuid.UUID) -> HttpResponse:
    """The calendar of whoever knows its private address: hours and names of bakes, nothing else."""
    return _calendar(services.by_calendar(key), timezone.now())


class PrintDay(Strict):
    """On which paper, in which units; now: the cook's clock, null for the server's."""

    paper: Literal["a4", "letter"] = "a4"
    units: Literal["metric", "us"] = "metric"
    now: When | None = None


@router.get(
    "/days/{day_id}/sheet",
    response={401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="print_day",
    throttle=[COSTLY],
)
def print_day(request: HttpRequest, day_id: Id, how: Query[PrintDay]) -> HttpResponse:
    """The day on paper: its hours, what is weighed and bought (a PDF file)."""
    day = services.day_of(household_of(request), day_id)
    made = services.on_paper(day, how.now or timezone.now(), how.paper, how.units)
    headers = {"Content-Disposition": f'attachment; filename="{made.name}"'}
    return HttpResponse(made.body, content_type=made.kind, headers=headers)
