"""What every part of the HTTP contract shares: strict schemas, refusals, and JSON without NaN."""

import json
from collections.abc import Sequence
from typing import Annotated, Any

from django.http import HttpRequest
from ninja import Schema
from ninja.parser import Parser
from ninja.renderers import BaseRenderer
from pydantic import ConfigDict, WithJsonSchema

from kitchenside import compute


class Strict(Schema):
    """Base of every schema: unknown fields refused, no infinities."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


def _inlined(name: str) -> dict[str, Any]:
    schema = compute.document_schema(name)
    schema.pop("$schema", None)
    return schema


BakeDocument = Annotated[dict[str, Any], WithJsonSchema(_inlined("bake"))]
KitchenDocument = Annotated[dict[str, Any], WithJsonSchema(_inlined("kitchen"))]


class ProblemOut(Strict):
    code: str
    where: str
    message: str


class Failure(Strict):
    """Every refusal looks like this: a sentence, and the places it is about."""

    message: str
    problems: list[ProblemOut]


class Refusal(Exception):
    """Raised by services; becomes a Failure with this status."""

    def __init__(self, status: int, message: str, problems: Sequence[compute.Problem] = ()) -> None:
        super().__init__(message)
        self.status, self.message, self.problems = status, message, problems

    def body(self) -> dict[str, Any]:
        """The Failure it becomes."""
        return {"message": self.message, "problems": [vars(p) for p in self.problems]}


def missing(what: str) -> Refusal:
    """404 for what is not there or belongs to another household: the two look alike."""
    return Refusal(404, f"This {what} is not here: it may have been deleted, or belongs to another household.")


class FiniteParser(Parser):
    """JSON bodies without NaN, infinities or numbers that overflow."""

    def parse_body(self, request: HttpRequest) -> Any:
        """The body as an object; compute.InputError for anything else."""
        try:
            return compute.load_json(request.body.decode("utf-8"))
        except UnicodeDecodeError as error:
            raise compute.InputError([compute.Problem("not_json", "", "The request is not text in UTF-8.")]) from error


class FiniteRenderer(BaseRenderer):
    """JSON answers; a NaN in one is a bug and fails loudly."""

    media_type = "application/json"

    def render(self, _request: HttpRequest, data: Any, *, response_status: int) -> str:
        """The answer as text."""
        return json.dumps(data, allow_nan=False, default=str, separators=(",", ":"), ensure_ascii=False)
