"""The kinds of files there are, and what is published of each."""

from pydantic import GetJsonSchemaHandler
from pydantic.json_schema import JsonSchemaValue
from pydantic_core import CoreSchema

from airycrumb.bake.fields import Written
from airycrumb.bake.kitchen import Kitchen
from airycrumb.bake.model import Bake
from airycrumb.bake.refusals import STRUCTURE, published, read_as
from airycrumb.bake.text import Document
from airycrumb.problems import InputError, Problem

FILES: dict[str, type[Written]] = {"bake": Bake, "kitchen": Kitchen}


def schema(name: str) -> Document:
    """The published JSON Schema of "bake" or "kitchen"."""
    return published(FILES[name])


def structure_problems(name: str, document: Document) -> list[Problem]:
    """Unknown, missing and mistyped fields of a document, each with a sentence; what its values are is not judged."""
    try:
        read_as(FILES[name], document)
    except InputError as error:
        return [problem for problem in error.problems if problem.code in STRUCTURE]
    return []


class Documented:
    """Marks a plain document in a contract: its schema is the published one of its kind."""

    def __init__(self, kind: str | type[Written]) -> None:
        self.model = FILES[kind] if isinstance(kind, str) else kind

    def __get_pydantic_json_schema__(self, _schema: CoreSchema, handler: GetJsonSchemaHandler) -> JsonSchemaValue:
        found = handler(self.model.__pydantic_core_schema__)
        self.model.describe(handler.resolve_ref_schema(found))
        return found
