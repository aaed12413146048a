"""What every part of the HTTP contract shares: strict schemas, refusals, and JSON without NaN."""

import json
import re
from collections.abc import Sequence
from datetime import datetime
from typing import Annotated, Any, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from ninja.parser import Parser
from ninja.renderers import BaseRenderer
from pydantic import AfterValidator, AwareDatetime, ConfigDict, Field
from pydantic_core import to_json
from typing_extensions import TypeAliasType

from gateway import compute, known_as
from gateway.words import Message, as_json, say, verbatim

known_as.keep_names(known_as.KNOWN_AS)
known_as.leave_out(known_as.NOT_TOLD)


def routes(tag: str) -> Router:
    """The routes of one app, answering under the names clients know."""
    return Router(tags=[tag], by_alias=True)


class Strict(Schema):
    """Base of every schema: unknown fields refused, no infinities."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


# Named types: each stands once in the contract, and is referred to.
BakeDocument = TypeAliasType("BakeDocument", Annotated[dict[str, Any], compute.Documented("bake")])
DayDocument = TypeAliasType("DayDocument", Annotated[dict[str, Any], compute.Documented(compute.DayFile)])
KitchenDocument = TypeAliasType("KitchenDocument", Annotated[dict[str, Any], compute.Documented("kitchen")])


MOST_BODY = 2_500_000  # characters: a month of a logger's readings, and a page that holds a recipe
LARGEST_ID = 2**63 - 1


def _possible(at: datetime) -> datetime:
    if compute.possible(at):
        return at
    if compute.possible(at.replace(year=2000)):
        wrong, right = say("the year {year}", year=verbatim(str(at.year))), say("date and time")
    else:
        wrong, right = say("it is {zone} from UTC", zone=verbatim(f"{at:%z}")), say("time zone")
    raise Refusal(
        422,
        say(
            "This device's clock says {wrong}: put its {right} right, then do that again. Nothing is lost.",
            wrong=wrong,
            right=right,
        ),
    )


# A moment as a client's clock has it; a row's number; a version's.
When = Annotated[AwareDatetime, AfterValidator(_possible)]
Id = Annotated[int, Field(ge=1, le=LARGEST_ID)]
Number = Annotated[int, Field(ge=1, le=1_000_000)]
# What an instrument, a scale or a hand may say in its own unit: what it means is judged, and worded, elsewhere.
Reading = Annotated[float, Field(ge=-1_000_000, le=1_000_000)]


class ProblemOut(Strict):
    code: str
    where: str
    message: Message


class Failure(Strict):
    """Every refusal looks like this: a sentence, and the places it is about."""

    message: Message
    problems: list[ProblemOut]


class Refusal(Exception):
    """Raised by services; becomes a Failure with this status."""

    def __init__(self, status: int, message: Message, problems: Sequence[compute.Problem] = ()) -> None:
        super().__init__(str(message))
        self.status, self.message, self.problems = status, message, problems

    def body(self) -> dict[str, Any]:
        """The Failure it becomes."""
        problems = [{"code": p.code, "where": p.where, "message": as_json(p.message)} for p in self.problems]
        return {"message": as_json(self.message), "problems": problems}


_MISSING = {
    "bake": say("This bake is not here: it may have been deleted, or belongs to another household."),
    "batch": say("This batch is not here: it may have been deleted, or belongs to another household."),
    "day": say("This day is not here: it may have been deleted, or belongs to another household."),
    "device": say("This device is not here: it may have been deleted, or belongs to another household."),
    "kitchen": say("This kitchen is not here: it may have been deleted, or belongs to another household."),
    "version": say("This version is not here: it may have been deleted, or belongs to another household."),
}


def missing(what: Literal["bake", "batch", "day", "device", "kitchen", "version"]) -> Refusal:
    """404 for what is not there or belongs to another household: the two look alike."""
    return Refusal(404, _MISSING[what])


class FiniteParser(Parser):
    """JSON bodies without NaN, infinities or numbers that overflow."""

    def parse_body(self, request: HttpRequest) -> Any:
        """The body as an object; compute.InputError for anything else."""
        try:
            return compute.load_json(request.body.decode("utf-8"), MOST_BODY)
        except UnicodeDecodeError as error:
            raise compute.InputError(
                [compute.Problem("not_json", "", say("The request is not text in UTF-8."))]
            ) from error


# As a value of its own, or within a text.
NO_NUMBER = re.compile(rb"[:,\[]-?(NaN|Infinity)")


class FiniteRenderer(BaseRenderer):
    """JSON answers; a NaN in one is a bug and fails loudly."""

    media_type = "application/json"

    def render(self, _request: HttpRequest, data: Any, *, response_status: int) -> bytes | str:
        """The answer as JSON, moments as RFC 3339 has them; ValueError for a NaN."""
        return finite(to_json(data, inf_nan_mode="constants", fallback=str))


def finite(text: bytes) -> bytes:
    """The same JSON; ValueError where a number in it is none."""
    if NO_NUMBER.search(text):
        # Or a name that reads like one: the slower way tells.
        json.loads(text, parse_constant=_no_number)
    return text


def _no_number(name: str) -> None:
    raise ValueError(f"{name} in an answer")


def written(text: bytes) -> HttpResponse:
    """An answer that is JSON already, of the shape its route says."""
    return HttpResponse(finite(text), content_type="application/json; charset=utf-8")
