"""What a bake and a kitchen are written in: typed values that read, refuse, are written back, describe themselves.

One definition each: pydantic makes reading, the published schema and the HTTP contract out of it.
"""

from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Annotated, Any, Literal, Self, TypeVar, get_args

from pydantic import BaseModel, BeforeValidator, ConfigDict, Field, GetCoreSchemaHandler, GetJsonSchemaHandler, Strict
from pydantic.json_schema import JsonSchemaValue
from pydantic_core import CoreSchema, core_schema

from airycrumb.problems import InputError, Problem
from airycrumb.quantities import BASE_UNITS, parse, within
from airycrumb.words import Message, Quantity
from airycrumb.words.quantity import Kind

T = TypeVar("T")
# JSON's true is no number, though Python takes it for 1.
FormatVersion = Annotated[Literal[1], BeforeValidator(lambda told: repr(told) if isinstance(told, bool) else told)]
LONGEST_QUANTITY = 40  # characters of one written quantity


class Written(BaseModel):
    """A group of fields as written in a file: unknown ones are refused, and nothing in it changes once read."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)

    @classmethod
    def __get_pydantic_json_schema__(cls, schema: CoreSchema, handler: GetJsonSchemaHandler) -> JsonSchemaValue:
        found = handler(schema)
        cls.describe(handler.resolve_ref_schema(found))
        return found

    @classmethod
    def describe(cls, described: JsonSchemaValue) -> None:
        """Its schema by the names in the file whoever asks, without made-up titles or defaults in the core's units."""
        written = {name: field.alias or name for name, field in cls.model_fields.items()}
        parts = {written.get(name, name): part for name, part in described["properties"].items()}
        for part in (described, *parts.values()):
            part.pop("title", None)
            part.pop("default", None)
        described["properties"] = parts
        if "required" in described:
            described["required"] = [written.get(name, name) for name in described["required"]]

    def but(self, **changes: Any) -> Self:
        """The same with some fields changed, values in the core's units; what was worked out of them is worked anew."""
        fields = type(self).model_fields
        unknown = changes.keys() - fields.keys()
        if unknown:
            raise TypeError(f"{type(self).__name__} has no {sorted(unknown)}")
        other = self.model_copy(update=changes)
        for worked in other.__dict__.keys() - fields.keys():
            del other.__dict__[worked]
        return other


@dataclass(frozen=True)
class Measured:
    """A quantity written with its unit, read into the core's unit.

    between: what it must lie between, in `unit`, None for whatever can be written; what: what it is called when it
    does not; example: how one is written; or_null: whether null may be written for it.
    """

    kind: Kind
    unit: str
    example: str
    between: tuple[float, float] | None = None
    what: Message | None = None
    or_null: bool = False

    @cached_property
    def size(self) -> float:
        """One `unit` in the core's unit."""
        return 1.0 if self.kind == "temperature" else parse(f"1 {self.unit}", self.kind)

    @cached_property
    def limits(self) -> Quantity:
        """What it must lie between."""
        low, high = self.between or (0.0, 0.0)
        return Quantity(self.kind, low * self.size, high * self.size)

    def read(self, text: str) -> float:
        """The quantity in the core's unit; InputError with a sentence."""
        value = parse(text, self.kind)
        if self.between is None or self.what is None:
            return value
        return within(value, self.limits, self.what, "")

    def write(self, value: float) -> str:
        """The quantity as it is written: to the last digit, in its own unit where that is exact, else in the core's."""
        written = f"{_shortest(value / self.size)} {self.unit}"
        return written if parse(written, self.kind) == value else f"{_shortest(value)} {BASE_UNITS[self.kind]}"

    def __get_pydantic_core_schema__(self, _source: Any, _handler: GetCoreSchemaHandler) -> CoreSchema:
        read = core_schema.no_info_after_validator_function(
            self.read,
            core_schema.str_schema(strict=True, max_length=LONGEST_QUANTITY),
            serialization=core_schema.plain_serializer_function_ser_schema(self.write, when_used="unless-none"),
        )
        return core_schema.nullable_schema(read) if self.or_null else read

    def __get_pydantic_json_schema__(self, _schema: CoreSchema, _handler: GetJsonSchemaHandler) -> JsonSchemaValue:
        text = {"type": "string", "maxLength": LONGEST_QUANTITY}
        return {**({"anyOf": [text, {"type": "null"}]} if self.or_null else text), "examples": [self.example]}


@dataclass(frozen=True)
class Number:
    """A plain number between two limits, None for any. or_null: whether null may be written for it."""

    between: tuple[float, float] | None = None
    what: Message | None = None
    or_null: bool = False

    def read(self, value: float) -> float:
        """The number, if it lies within the limits; InputError with a sentence."""
        if self.between is None or self.what is None:
            return value
        return within(value, Quantity("number", *self.between), self.what, "")

    def __get_pydantic_core_schema__(self, _source: Any, _handler: GetCoreSchemaHandler) -> CoreSchema:
        number = core_schema.float_schema(strict=True, allow_inf_nan=False)
        read = core_schema.no_info_after_validator_function(self.read, number)
        return core_schema.nullable_schema(read) if self.or_null else read


@dataclass(frozen=True)
class Count:
    """A whole number from 1 to `most`; `most` None: any, and nothing below 0 counts."""

    most: int | None = None
    what: Message | None = None

    def read(self, value: int) -> int:
        """The number, if it lies within the limits; InputError with a sentence."""
        if self.most is None or self.what is None:
            return max(0, value)
        return int(within(value, Quantity("count", 1, self.most), self.what, ""))

    def __get_pydantic_core_schema__(self, _source: Any, _handler: GetCoreSchemaHandler) -> CoreSchema:
        whole = core_schema.no_info_before_validator_function(_whole, core_schema.int_schema(strict=True))
        return core_schema.no_info_after_validator_function(self.read, whole)


def _whole(value: Any) -> Any:
    """JSON has one kind of number: 12.0 is twelve."""
    return int(value) if isinstance(value, float) and value.is_integer() else value


@dataclass(frozen=True)
class OneOf:
    """One of a list of words."""

    words: tuple[str, ...]

    def __get_pydantic_core_schema__(self, _source: Any, _handler: GetCoreSchemaHandler) -> CoreSchema:
        return core_schema.literal_schema(list(self.words))


@dataclass(frozen=True)
class Text:
    """A text of at most so many characters. or_null: whether null may be written for it."""

    most: int
    example: str | None = None
    or_null: bool = False

    def __get_pydantic_core_schema__(self, _source: Any, _handler: GetCoreSchemaHandler) -> CoreSchema:
        text = core_schema.str_schema(strict=True, max_length=self.most)
        return core_schema.nullable_schema(text) if self.or_null else text

    def __get_pydantic_json_schema__(self, schema: CoreSchema, handler: GetJsonSchemaHandler) -> JsonSchemaValue:
        return handler(schema) | ({"examples": [self.example]} if self.example else {})


class NeverNull:
    """A group that may be left out, and is no null where it is written: of "X | None" only X is read."""

    def __get_pydantic_core_schema__(self, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        return handler(next(kind for kind in get_args(source) if kind is not type(None)))


def _shortest(number: float) -> str:
    """The fewest digits that read back as the same number."""
    return repr(float(number)).removesuffix(".0")


Flag = Annotated[bool, Strict()]


def told(name: str, about: str, **more: Any) -> Any:
    """A field that must be written, under this name. about: what the published schema says of it."""
    return Field(alias=name, description=about, **more)


def left_out(instead: Any, name: str, about: str, **more: Any) -> Any:
    """A field that may be left out, and what stands in for it then."""
    return Field(instead, alias=name, description=about, **more)


class Problems:
    """Collects every problem of a group of fields instead of stopping at the first."""

    def __init__(self) -> None:
        self.found: list[Problem] = []

    def collect(self, read: Callable[[], T], where: str = "") -> T | None:
        """What `read` gives; None where it finds a problem, which is kept, at `where` if it knows no place."""
        try:
            return read()
        except InputError as error:
            self.found += [replace(p, where=p.where or where) for p in error.problems]
            return None

    def require(self, holds: bool, code: str, where: str, message: Message) -> None:
        """A problem unless something holds."""
        if not holds:
            self.found.append(Problem(code, where, message))

    def done(self) -> None:
        """InputError with every problem found, if there is one."""
        if self.found:
            raise InputError(self.found)
