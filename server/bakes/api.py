"""Bakes: work a sheet from a draft, and keep bakes."""

from datetime import datetime
from typing import Annotated, Any, Literal

from devices.services import heard_in_room
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Query, Router
from pydantic import AwareDatetime, Field

from accounts.services import household_of
from bakes import services
from bakes.models import BakeVersion
from kitchens.services import kitchen_of
from kitchenside import compute
from kitchenside.contract import BakeDocument, Failure, Strict

router = Router(tags=["bakes"])


class Draft(Strict):
    """An unsaved bake to be worked. kitchen_id null: the household's first kitchen."""

    bake: BakeDocument
    kitchen_id: int | None = None
    now: AwareDatetime


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
    document: BakeDocument


class BakeSave(Strict):
    """base: the version this was made from."""

    base: int
    document: BakeDocument


class CorrectionIn(Strict):
    """What the nth thing of a written line really is; null leaves it as read."""

    written: str
    nth: int
    use: str | None = None
    grams: float | None = None
    part: str | None = None


class RecipeText(Strict):
    """A pasted recipe. kitchen_id null: the household's first kitchen, whose cups are meant."""

    text: str
    corrections: list[CorrectionIn] = []
    kitchen_id: int | None = None


class RecipeOut(Strict):
    """A recipe as understood: its lines, what its method says, and the bake it makes."""

    title: str
    lines: list[compute.RecipeLine]
    said: list[compute.RecipeSays]
    bake: BakeDocument
    assumed: list[str]
    problems: list[compute.Problem]


def _out(version: BakeVersion) -> BakeOut:
    bake = version.bake
    return BakeOut(
        id=bake.pk, version=version.number, head=bake.head, changed=version.created, document=version.document
    )


@router.post(
    "/sheet",
    response={200: compute.SheetReply, 401: Failure, 403: Failure, 404: Failure, 422: Failure},
    operation_id="work_sheet",
)
def work_sheet(request: HttpRequest, payload: Draft) -> compute.SheetReply:
    """Work a sheet from an unsaved draft. Nothing is stored."""
    kitchen = kitchen_of(household_of(request), payload.kitchen_id)
    return compute.reply(payload.bake, kitchen.document, (), payload.now, heard_in_room(kitchen.pk, payload.now))


class OptionsAsk(Draft):
    """A draft, and one of the three questions."""

    ready_at: AwareDatetime | None = None
    away_min: Annotated[float, Field(ge=0, le=1440)] | None = None
    late_min: Annotated[float, Field(ge=0, le=1440)] | None = None


@router.post(
    "/rise/options",
    response={200: compute.OptionsReply, 401: Failure, 403: Failure, 404: Failure, 422: Failure},
    operation_id="rise_options",
)
def rise_options(request: HttpRequest, payload: OptionsAsk) -> compute.OptionsReply:
    """What can be done about the rise of an unsaved draft. Nothing is stored."""
    kitchen = kitchen_of(household_of(request), payload.kitchen_id)
    ask = compute.Ask(payload.ready_at, payload.away_min, payload.late_min)
    return compute.options(payload.bake, kitchen.document, (), payload.now, ask)


@router.get(
    "/closings", response={200: list[compute.ClosingOut], 401: Failure, 403: Failure}, operation_id="list_closings"
)
def list_closings(request: HttpRequest) -> list[compute.ClosingOut]:
    """Every way to close a piece that can be worked and drawn."""
    return compute.closings()


class WrapperAsk(Draft):
    """A draft, which group of its pieces, and the number to go by: mm for across and thickness, g, or pieces at once."""

    group: Annotated[int, Field(ge=0, le=5)] = 0
    by: compute.By
    value: float


@router.post(
    "/wrap/solve",
    response={200: compute.Solved, 401: Failure, 403: Failure, 404: Failure, 422: Failure},
    operation_id="solve_wrapper",
)
def solve_wrapper(request: HttpRequest, payload: WrapperAsk) -> compute.Solved:
    """The wrapper of an unsaved draft from one number. Nothing is stored."""
    kitchen = kitchen_of(household_of(request), payload.kitchen_id).document
    return compute.solve_wrapper(payload.bake, kitchen, payload.now, payload.group, payload.by, payload.value)


class HeatAsk(Draft):
    """A draft, and which of its heats."""

    heat: Annotated[int, Field(ge=0, le=5)] = 0


@router.post(
    "/heat/answers",
    response={200: compute.HeatAnswers, 401: Failure, 403: Failure, 404: Failure, 422: Failure},
    operation_id="heat_answers",
)
def heat_answers(request: HttpRequest, payload: HeatAsk) -> compute.HeatAnswers:
    """The inside of an unsaved draft's pieces through their heat, and other settings tried. Nothing is stored."""
    kitchen = kitchen_of(household_of(request), payload.kitchen_id).document
    return compute.heat_answers(payload.bake, kitchen, payload.now, payload.heat)


@router.post(
    "/heat/keeping",
    response={200: list[compute.Kept], 401: Failure, 403: Failure, 404: Failure, 422: Failure},
    operation_id="keeping",
)
def keeping(request: HttpRequest, payload: Draft) -> list[compute.Kept]:
    """How the pieces of an unsaved draft are cooled, kept and reheated. Nothing is stored."""
    return compute.keeping(payload.bake, kitchen_of(household_of(request), payload.kitchen_id).document, payload.now)


class PrintCard(Strict):
    """On which paper; now: the cook's clock, null for the server's."""

    paper: Literal["a4", "letter"] = "a4"
    now: AwareDatetime | None = None


@router.get(
    "/bakes/{bake_id}/card",
    response={401: Failure, 403: Failure, 404: Failure, 422: Failure},
    operation_id="print_card",
)
def print_card(request: HttpRequest, bake_id: int, how: Query[PrintCard]) -> HttpResponse:
    """A bake as it stands on paper, with its cautions and labels for the box (a PDF file)."""
    household = household_of(request)
    bake, kitchen = services.head_of(household, bake_id).document, kitchen_of(household, None).document
    made = compute.card(bake, kitchen, how.now or timezone.now(), how.paper)
    headers = {"Content-Disposition": f'attachment; filename="{made.name}"'}
    return HttpResponse(made.body, content_type=made.kind, headers=headers)


class Print(Strict):
    """What to print: which group's wrapper, on which paper, as a PDF of all pages or one of them as SVG."""

    group: Annotated[int, Field(ge=0, le=5)] = 0
    paper: Literal["a4", "letter"] = "a4"
    kind: Literal["pdf", "svg"] = "pdf"
    page: Annotated[int, Field(ge=1, le=500)] = 1


@router.get(
    "/bakes/{bake_id}/wrapper",
    response={401: Failure, 403: Failure, 404: Failure, 422: Failure},
    operation_id="print_wrapper",
)
def print_wrapper(request: HttpRequest, bake_id: int, how: Query[Print]) -> HttpResponse:
    """A wrapper of a bake as it stands, at true size on paper (a file)."""
    household = household_of(request)
    bake, kitchen = services.head_of(household, bake_id).document, kitchen_of(household, None).document
    made = compute.wrapper_template(bake, kitchen, timezone.now(), how.group, how.paper, how.kind, how.page)
    name = f'attachment; filename="{made.name}"'
    return HttpResponse(made.body, content_type=made.kind, headers={"Content-Disposition": name, "X-Pages": made.pages})


@router.post(
    "/recipe",
    response={200: RecipeOut, 401: Failure, 403: Failure, 404: Failure, 422: Failure},
    operation_id="read_recipe",
)
def read_recipe(request: HttpRequest, payload: RecipeText) -> RecipeOut:
    """Read a pasted recipe. Nothing is stored."""
    kitchen = kitchen_of(household_of(request), payload.kitchen_id)
    corrections = [compute.Correction(**c.model_dump()) for c in payload.corrections]
    return RecipeOut(**vars(compute.recipe(payload.text, corrections, kitchen.document)))


@router.post(
    "/recipe/linked",
    response={200: dict[str, Any], 401: Failure, 403: Failure, 404: Failure, 422: Failure},
    operation_id="export_recipe",
)
def export_recipe(request: HttpRequest, payload: Draft) -> dict[str, Any]:
    """A bake as a schema.org Recipe (JSON-LD), as this kitchen would make it."""
    kitchen = kitchen_of(household_of(request), payload.kitchen_id)
    return compute.as_linked_recipe(payload.bake, kitchen.document, payload.now)


@router.get("/bakes", response={200: list[BakeSummary], 401: Failure, 403: Failure}, operation_id="list_bakes")
def list_bakes(request: HttpRequest) -> list[BakeSummary]:
    """This household's bakes, last changed first."""
    heads = services.heads_of(household_of(request))
    return [BakeSummary(id=v.bake_id, name=v.document["name"], version=v.number, changed=v.created) for v in heads]


@router.post("/bakes", response={201: BakeOut, 401: Failure, 403: Failure, 422: Failure}, operation_id="create_bake")
def create_bake(request: HttpRequest, payload: NewBake) -> tuple[int, BakeOut]:
    """Keep a new bake."""
    return 201, _out(services.create(household_of(request), payload.document))


@router.get(
    "/bakes/{bake_id}", response={200: BakeOut, 401: Failure, 403: Failure, 404: Failure}, operation_id="read_bake"
)
def read_bake(request: HttpRequest, bake_id: int) -> BakeOut:
    """A bake as it stands."""
    return _out(services.head_of(household_of(request), bake_id))


@router.get(
    "/bakes/{bake_id}/versions/{number}",
    response={200: BakeOut, 401: Failure, 403: Failure, 404: Failure},
    operation_id="read_bake_version",
)
def read_bake_version(request: HttpRequest, bake_id: int, number: int) -> BakeOut:
    """A bake as it stood."""
    return _out(services.version_of(household_of(request), bake_id, number))


@router.put(
    "/bakes/{bake_id}",
    response={200: BakeOut, 401: Failure, 403: Failure, 404: Failure, 409: Failure, 422: Failure},
    operation_id="save_bake",
)
def save_bake(request: HttpRequest, bake_id: int, payload: BakeSave) -> BakeOut:
    """Save a bake as a new version."""
    return _out(services.save(household_of(request), bake_id, payload.base, payload.document))


@router.delete(
    "/bakes/{bake_id}", response={204: None, 401: Failure, 403: Failure, 404: Failure}, operation_id="delete_bake"
)
def delete_bake(request: HttpRequest, bake_id: int) -> tuple[int, None]:
    """Put a bake away."""
    services.delete(household_of(request), bake_id)
    return 204, None
