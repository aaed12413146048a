"""Working things out from an unsaved draft: sheets, rises, wrappers, heat, recipes. Nothing is stored."""

from typing import Annotated, Any, Literal

from django.http import HttpRequest, HttpResponse
from pydantic import Field

from accounts.limits import COSTLY, SHEETS
from accounts.services import household_of
from bakes.services import head_of
from devices.services import case_of
from gateway import compute
from gateway.contract import BakeDocument, Failure, Id, Reading, Strict, When, missing, routes, written
from gateway.words import Message
from kitchens.services import kitchen_of

router = routes("computing")


class Draft(Strict):
    """An unsaved bake to be worked. kitchen_id null: the household's first kitchen."""

    bake: BakeDocument
    kitchen_id: Id | None = None
    now: When


def _case(request: HttpRequest, draft: Draft) -> compute.Case:
    """The draft in its kitchen, as warm as that is now."""
    return case_of(household_of(request), draft.kitchen_id, draft.bake, draft.now)


class CorrectionIn(Strict):
    """What the nth thing of a written line really is; null leaves it as read."""

    written: str
    nth: int
    use: str | None = None
    grams: Reading | None = None
    part: str | None = None


class RecipeText(Strict):
    """A pasted recipe. kitchen_id null: the household's first kitchen, whose cups are meant."""

    text: str
    corrections: list[CorrectionIn] = []
    kitchen_id: Id | None = None


class RecipeOut(Strict):
    """A recipe as understood: its lines, what its method says, and the bake it makes."""

    title: str
    lines: list[compute.RecipeLine]
    said: list[compute.RecipeSays]
    bake: BakeDocument
    assumed: list[Message]
    problems: list[compute.Problem]
    not_used: list[str]
    pages: list[str]
    tongue: str
    asks: list[compute.RecipeAsk]


@router.post(
    "/sheet",
    response={200: compute.SheetReply, 401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="work_sheet",
    throttle=[SHEETS],
)
def work_sheet(request: HttpRequest, payload: Draft) -> HttpResponse:
    """Work a sheet from an unsaved draft. Nothing is stored."""
    return written(compute.reply_as_json(_case(request, payload)))


class OptionsAsk(Draft):
    """A draft, and one of the three questions."""

    ready_at: When | None = None
    away_min: Annotated[float, Field(ge=0, le=1440)] | None = None
    late_min: Annotated[float, Field(ge=0, le=1440)] | None = None


@router.post(
    "/rise/options",
    response={200: compute.OptionsReply, 401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="rise_options",
    throttle=[COSTLY],
)
def rise_options(request: HttpRequest, payload: OptionsAsk) -> compute.OptionsReply:
    """What can be done about the rise of an unsaved draft. Nothing is stored."""
    ask = compute.Ask(payload.ready_at, payload.away_min, payload.late_min)
    return compute.options(_case(request, payload), ask)


@router.get(
    "/closings", response={200: list[compute.ClosingOut], 401: Failure, 403: Failure}, operation_id="list_closings"
)
def list_closings(request: HttpRequest) -> list[compute.ClosingOut]:
    """Every way to close a piece that can be worked and drawn."""
    return compute.closings()


@router.get(
    "/step-kinds",
    response={200: list[compute.StepKindOut], 401: Failure, 403: Failure},
    operation_id="list_step_kinds",
)
def list_step_kinds(request: HttpRequest) -> list[compute.StepKindOut]:
    """Every kind of step that may be put into a method."""
    return compute.step_kinds()


@router.get(
    "/heat/choices", response={200: list[compute.HeatChoice], 401: Failure, 403: Failure}, operation_id="heat_choices"
)
def heat_choices(request: HttpRequest) -> list[compute.HeatChoice]:
    """Everything a cook can choose of a heat, in words."""
    return compute.heat_choices()


class WrapperAsk(Draft):
    """A draft, which group of its pieces, and the number to go by: mm across or thick, g, or pieces at once."""

    group: Annotated[int, Field(ge=0, le=5)] = 0
    by: compute.By
    value: Reading


@router.post(
    "/wrap/solve",
    response={200: compute.Solved, 401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="solve_wrapper",
    throttle=[COSTLY],
)
def solve_wrapper(request: HttpRequest, payload: WrapperAsk) -> compute.Solved:
    """The wrapper of an unsaved draft from one number. Nothing is stored."""
    return compute.solve_wrapper(_case(request, payload), payload.group, payload.by, payload.value)


class FigureAsk(Draft):
    """A draft, and which of its figures."""

    figure: compute.FigureKey


@router.post(
    "/where-from",
    response={200: compute.WhereFrom, 401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="where_from",
    throttle=[COSTLY],
)
def where_from(request: HttpRequest, payload: FigureAsk) -> compute.WhereFrom:
    """Where a figure of an unsaved draft is from. Nothing is stored."""
    return compute.asked(_case(request, payload), payload.figure)


class HeatAsk(Draft):
    """A draft, and which of its heats."""

    heat: Annotated[int, Field(ge=0, le=5)] = 0


@router.post(
    "/heat/answers",
    response={200: compute.HeatAnswers, 401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="heat_answers",
    throttle=[COSTLY],
)
def heat_answers(request: HttpRequest, payload: HeatAsk) -> compute.HeatAnswers:
    """The inside of an unsaved draft's pieces through their heat, and other settings tried. Nothing is stored."""
    return compute.heat_answers(_case(request, payload), payload.heat)


@router.post(
    "/heat/keeping",
    response={200: list[compute.Kept], 401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="keeping",
    throttle=[COSTLY],
)
def keeping(request: HttpRequest, payload: Draft) -> list[compute.Kept]:
    """How the pieces of an unsaved draft are cooled, kept and reheated. Nothing is stored."""
    return compute.keeping(_case(request, payload))


@router.post(
    "/get-out",
    response={200: compute.GetOut, 401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="get_out",
    throttle=[COSTLY],
)
def get_out(request: HttpRequest, payload: Draft) -> compute.GetOut:
    """What to have at hand before an unsaved draft is begun: foods with amounts, tools and stand-ins."""
    return compute.to_get_out(_case(request, payload))


@router.get(
    "/usual-doughs",
    response={200: list[compute.UsualDoughOut], 401: Failure, 403: Failure, 429: Failure},
    operation_id="list_usual_doughs",
)
def list_usual_doughs(request: HttpRequest) -> list[compute.UsualDoughOut]:
    """Doughs as they are usually made, for who brings no amounts."""
    return compute.usual_doughs()


class Take(Draft):
    """What a draft takes: the dough or the filling of another bake, or, other null, a usual dough."""

    part: Literal["dough", "filling"]
    other: Id | None = None
    usual: Annotated[str, Field(max_length=40)] | None = None


@router.post(
    "/take",
    response={200: compute.Taking, 401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="take_part",
    throttle=[COSTLY],
)
def take_part(request: HttpRequest, payload: Take) -> compute.Taking:
    """An unsaved draft with the dough or the filling of another bake: what would be otherwise. Nothing is stored."""
    if payload.other is None:
        lent = compute.lent_usual(payload.usual or "") if payload.part == "dough" else None
    else:
        version = head_of(household_of(request), payload.other)
        lent = compute.lent_bake(version.document, payload.other, version.number)
    if lent is None:
        raise missing("bake")
    return compute.take_from(_case(request, payload), payload.part, lent)


@router.post(
    "/recipe",
    response={200: RecipeOut, 401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="read_recipe",
    throttle=[COSTLY],
)
def read_recipe(request: HttpRequest, payload: RecipeText) -> RecipeOut:
    """Read a pasted recipe. Nothing is stored."""
    kitchen = kitchen_of(household_of(request), payload.kitchen_id)
    corrections = [compute.Correction(**c.model_dump()) for c in payload.corrections]
    return RecipeOut(**vars(compute.recipe(payload.text, corrections, kitchen.document)))


@router.post(
    "/recipe/linked",
    response={200: dict[str, Any], 401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="export_recipe",
    throttle=[COSTLY],
)
def export_recipe(request: HttpRequest, payload: Draft) -> dict[str, Any]:
    """A bake as a schema.org Recipe (JSON-LD), as this kitchen would make it."""
    return compute.as_linked_recipe(_case(request, payload))


class RecipePaper(Draft):
    """A draft to write out as a recipe."""

    form: Literal["text", "markdown"] = "text"


class RecipeWritten(Strict):
    """A bake as a recipe, in words."""

    text: str


@router.post(
    "/recipe/written",
    response={200: RecipeWritten, 401: Failure, 403: Failure, 404: Failure, 422: Failure, 429: Failure},
    operation_id="write_recipe",
    throttle=[COSTLY],
)
def write_recipe(request: HttpRequest, payload: RecipePaper) -> RecipeWritten:
    """A bake as a clean recipe in plain text or Markdown, as this kitchen would make it; it reads back as the bake."""
    return RecipeWritten(text=compute.as_written_recipe(_case(request, payload), payload.form == "markdown"))


class DayText(Strict):
    """A day's warmth as a logger or spreadsheet writes it: a time and a temperature in each row."""

    text: str


@router.post(
    "/room-day",
    response={200: list[compute.HourOfDay], 401: Failure, 403: Failure, 422: Failure},
    operation_id="read_room_day",
)
def read_room_day(request: HttpRequest, payload: DayText) -> list[compute.HourOfDay]:
    """Read a day's warmth from a CSV. Nothing is stored."""
    household_of(request)
    return compute.room_day(payload.text)
