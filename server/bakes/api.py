"""Keeping bakes, and printing them as they stand."""

import uuid
from datetime import datetime
from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Query
from pydantic import Field

from accounts.limits import COSTLY
from accounts.services import household_of
from bakes import services
from bakes.models import BakeVersion
from devices.services import case_of
from gateway import compute
from gateway.contract import BakeDocument, Failure, Id, Number, Strict, When, routes

router = routes("bakes")


class BakeOut(Strict):
    """A bake at one version; head is the number of its newest."""

    id: int
    version: int
    head: int
    changed: datetime
    document: BakeDocument


class BakeSummary(Strict):
    id: int
    name: str
    version: int
    changed: datetime


class NewBake(Strict):
    """client_id is made by whoever sends it, so that sending twice is harmless."""

    client_id: uuid.UUID | None = None
    document: BakeDocument


class BakeSave(Strict):
    """base: the version this was made from; client_id as for a new bake."""

    client_id: uuid.UUID | None = None
    base: Number
    document: BakeDocument


def _out(version: BakeVersion) -> BakeOut:
    bake = version.bake
    return BakeOut(
        id=bake.pk, version=version.number, head=bake.head, changed=version.created, document=version.document
    )


def _as_it_stands(request: HttpRequest, bake_id: int, now: datetime | None = None) -> compute.Case:
    """A bake in the household's first kitchen, to be printed. now: the cook's clock, None for the server's."""
    household = household_of(request)
    return case_of(household, None, services.head_of(household, bake_id).document, now or timezone.now())


def _file(made: compute.Printed) -> HttpResponse:
    """A file to be saved, and how many pages there are of it."""
    headers = {"Content-Disposition": f'attachment; filename="{made.name}"', "X-Pages": str(made.pages)}
    return HttpResponse(made.body, content_type=made.kind, headers=headers)


class PrintCard(Strict):
    """On which paper, in which units; now: the cook's clock, null for the server's."""

    paper: Literal["a4", "letter"] = "a4"
    units: Literal["metric", "us"] = "metric"
    now: When | None = None


@router.get(
    "/bakes/{bake_id}/card",
    response={401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="print_card",
    throttle=[COSTLY],
)
def print_card(request: HttpRequest, bake_id: Id, how: Query[PrintCard]) -> HttpResponse:
    """A bake as it stands on paper, with its cautions and labels for the box (a PDF file)."""
    return _file(compute.card(_as_it_stands(request, bake_id, how.now), how.paper, how.units))


class PrintRecipe(Strict):
    """On which paper; now: the cook's clock, null for the server's."""

    paper: Literal["a4", "letter"] = "a4"
    now: When | None = None


@router.get(
    "/bakes/{bake_id}/recipe",
    response={401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="print_recipe",
    throttle=[COSTLY],
)
def print_recipe(request: HttpRequest, bake_id: Id, how: Query[PrintRecipe]) -> HttpResponse:
    """A bake as a recipe on paper, in grams (a PDF file)."""
    return _file(compute.printed_recipe(_as_it_stands(request, bake_id, how.now), how.paper))


class Print(Strict):
    """What to print: which group's wrapper, on which paper, as a PDF of all pages or one of them as SVG."""

    group: Annotated[int, Field(ge=0, le=5)] = 0
    paper: Literal["a4", "letter"] = "a4"
    kind: Literal["pdf", "svg"] = "pdf"
    page: Annotated[int, Field(ge=1, le=500)] = 1


@router.get(
    "/bakes/{bake_id}/wrapper",
    response={401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="print_wrapper",
    throttle=[COSTLY],
)
def print_wrapper(request: HttpRequest, bake_id: Id, how: Query[Print]) -> HttpResponse:
    """A wrapper of a bake as it stands, at true size on paper (a file)."""
    case = _as_it_stands(request, bake_id)
    return _file(compute.wrapper_template(case, how.group, how.paper, how.kind, how.page))


@router.get("/bakes", response={200: list[BakeSummary], 401: Failure, 403: Failure}, operation_id="list_bakes")
def list_bakes(request: HttpRequest) -> list[BakeSummary]:
    """This household's bakes, last changed first."""
    heads = services.heads_of(household_of(request))
    return [BakeSummary(id=v.bake_id, name=v.document["name"], version=v.number, changed=v.created) for v in heads]


@router.post("/bakes", response={201: BakeOut, 401: Failure, 403: Failure, 422: Failure}, operation_id="create_bake")
def create_bake(request: HttpRequest, payload: NewBake) -> tuple[int, BakeOut]:
    """Keep a new bake."""
    return 201, _out(services.create(household_of(request), payload.document, payload.client_id))


@router.get(
    "/bakes/{bake_id}", response={200: BakeOut, 401: Failure, 403: Failure, 404: Failure}, operation_id="read_bake"
)
def read_bake(request: HttpRequest, bake_id: Id) -> BakeOut:
    """A bake as it stands."""
    return _out(services.head_of(household_of(request), bake_id))


@router.get(
    "/bakes/{bake_id}/versions/{number}",
    response={200: BakeOut, 401: Failure, 403: Failure, 404: Failure},
    operation_id="read_bake_version",
)
def read_bake_version(request: HttpRequest, bake_id: Id, number: Number) -> BakeOut:
    """A bake as it stood."""
    return _out(services.version_of(household_of(request), bake_id, number))


@router.put(
    "/bakes/{bake_id}",
    response={200: BakeOut, 401: Failure, 403: Failure, 404: Failure, 409: Failure, 422: Failure},
    operation_id="save_bake",
)
def save_bake(request: HttpRequest, bake_id: Id, payload: BakeSave) -> BakeOut:
    """Save a bake as a new version."""
    home = household_of(request)
    return _out(services.save(home, bake_id, payload.base, payload.document, payload.client_id))


@router.delete(
    "/bakes/{bake_id}", response={204: None, 401: Failure, 403: Failure, 404: Failure}, operation_id="delete_bake"
)
def delete_bake(request: HttpRequest, bake_id: Id) -> tuple[int, None]:
    """Put a bake away."""
    services.delete(household_of(request), bake_id)
    return 204, None
