"""A sentence as it leaves the core: a template in English, and the typed values that go into it.

Only here do the two meet. `say("Set to {dial} it is really at {really}", dial=in_celsius(190), really=in_celsius(176))`
names its template, which is the key of the gettext catalogue; `flat` gives the words of the language spoken with
the quantities still in place as values; `text` writes them out too.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from datetime import datetime
from functools import lru_cache
from string import Formatter
from typing import Any, Literal, NotRequired

from babel.lists import format_list
from pydantic import GetCoreSchemaHandler
from pydantic_core import CoreSchema, core_schema
from typing_extensions import TypeAliasType, TypedDict

from airycrumb.words.catalogue import language, template_in
from airycrumb.words.quantity import Kind, Moment, Quantity
from airycrumb.words.writing import LOCALE, Units, moment_text, quantity_text

Joined = Literal["and", "or", "commas"]
_STYLES: dict[Joined, Literal["standard", "or", "unit"]] = {"and": "standard", "or": "or", "commas": "unit"}


@dataclass(frozen=True, slots=True)
class Listing:
    """Several things said one after another. joined: how the last is joined on."""

    items: tuple[Parameter, ...]
    joined: Joined = "and"


@dataclass(frozen=True, slots=True)
class FlatListing:
    """A listing with the words of its items chosen, its quantities in place."""

    items: tuple[tuple[Part, ...], ...]
    joined: Joined


@dataclass(frozen=True, slots=True)
class Message:
    """A template with named places, and what goes into each. plural: the template where `of` is not one.

    A text of the cook's own (a name, a line of a recipe) comes in through `verbatim` alone and is never translated.
    """

    template: str
    parameters: tuple[tuple[str, Parameter | str], ...] = ()
    plural: str = ""
    of: int = 1

    def __bool__(self) -> bool:
        return bool(self.template)

    def __str__(self) -> str:
        return text(self)

    @classmethod
    def __get_pydantic_core_schema__(cls, _source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        """In the contract a message is what it says, in the language spoken; read back, it is what was stored."""
        said = handler.generate_schema(Said)
        return core_schema.no_info_plain_validator_function(
            from_document,
            json_schema_input_schema=said,
            serialization=core_schema.plain_serializer_function_ser_schema(as_json, return_schema=said),
        )


Parameter = Message | Quantity | Moment | Listing
Part = str | Quantity | Moment | FlatListing
NOTHING = Message("")


@lru_cache(maxsize=4096)
def _places(template: str) -> tuple[tuple[str, str | None], ...]:
    """(words, name of the place after them or None) of a template, in order."""
    return tuple((words, name) for words, name, _spec, _conversion in Formatter().parse(template))


@lru_cache(maxsize=4096)
def place_names(template: str) -> frozenset[str]:
    """The names of a template's places."""
    return frozenset(name for _, name in _places(template) if name)


def _typed(parameters: Mapping[str, Parameter | int]) -> tuple[tuple[str, Parameter], ...]:
    return tuple((name, Quantity("count", v) if isinstance(v, int) else v) for name, v in parameters.items())


def say(template: str, /, **parameters: Parameter | int) -> Message:
    """A message; a whole number among its values is a count. ValueError where a place of the template has no value,
    or a value no place.
    """
    if not parameters:
        return _plain(template)
    if place_names(template) != parameters.keys():
        raise ValueError(f"places of “{template}” and values {sorted(parameters)} differ")
    return Message(template, _typed(parameters))


@lru_cache(maxsize=4096)
def _plain(template: str) -> Message:
    """A message without places, made once."""
    if place_names(template):
        raise ValueError(f"“{template}” has places and no values for them")
    return Message(template)


def say_n(one: str, many: str, n: int, /, **parameters: Parameter | int) -> Message:
    """A message about n things: `one` for one of them, else `many`. Every value has a place in `many`."""
    if place_names(many) != parameters.keys() or not place_names(one) <= place_names(many):
        raise ValueError(f"places of “{many}” and values {sorted(parameters)} differ")
    return Message(one, _typed(parameters), many, n)


def glued(*parts: Message) -> Message:
    """Messages set right beside one another, where the second brings its own comma or bracket."""
    names = [f"p{i}" for i in range(len(parts))]
    return Message("".join(f"{{{n}}}" for n in names), tuple(zip(names, parts, strict=True)))


def verbatim(words: str) -> Message:
    """A text of the cook's own, as a message that no catalogue touches."""
    return Message("{words}", (("words", words),)) if words else NOTHING


def listed(items: Iterable[Parameter], joined: Joined = "and") -> Message:
    """Several things as one message: "leek, apple and pear"."""
    return Message("{items}", (("items", Listing(tuple(items), joined)),))


def joined(sentences: Iterable[Message]) -> Message:
    """Whole sentences one after another; what is NOTHING is left out."""
    kept = [s for s in sentences if s]
    if len(kept) == 1:
        return kept[0]
    names = [f"s{i}" for i in range(len(kept))]
    return Message(" ".join(f"{{{n}}}" for n in names), tuple(zip(names, kept, strict=True)))


@lru_cache(maxsize=4096)
def _is_glue(template: str) -> bool:
    """Whether a template has no words of its own: it then needs no catalogue."""
    return all(not words.strip() for words, _ in _places(template))


def _template(message: Message) -> str:
    if _is_glue(message.template):
        return message.template
    return template_in(language(), message.template, message.plural, message.of == 1)


def _put(value: Parameter | str, parts: list[Part]) -> None:
    """Set a value behind what is there already: words run into one another. Every sheet has hundreds of messages."""
    if isinstance(value, str):
        if parts and isinstance(parts[-1], str):
            parts[-1] += value
        elif value:
            parts.append(value)
    elif isinstance(value, Message):
        _put_all(value, parts)
    elif isinstance(value, Listing):
        parts.append(FlatListing(tuple(tuple(flat(item)) for item in value.items), value.joined))
    else:
        parts.append(value)


def _put_all(message: Message, parts: list[Part]) -> None:
    values = dict(message.parameters)
    for words, name in _places(_template(message)):
        if words:
            _put(words, parts)
        if name:
            _put(values[name], parts)


def flat(value: Parameter | str) -> list[Part]:
    """A message in the language spoken, its quantities in place, or one value of it; [] for NOTHING."""
    parts: list[Part] = []
    _put(value, parts)
    return parts


def _written(part: Part, units: Units, now: datetime | None) -> str:
    if isinstance(part, Quantity):
        return quantity_text(part, units)
    if isinstance(part, Moment):
        return moment_text(part, now)
    if isinstance(part, FlatListing):
        items = ["".join(_written(p, units, now) for p in item) for item in part.items]
        return ", ".join(items) if part.joined == "commas" else format_list(items, _STYLES[part.joined], LOCALE)
    return part


def text(message: Message, units: Units = "metric", now: datetime | None = None) -> str:
    """The message written out. now: the reader's clock, to say a weekday where an hour is not of that day."""
    return "".join(_written(part, units, now) for part in flat(message))


class SaidQuantity(TypedDict):
    """A quantity in a sentence, in the core's unit of its kind; a range goes up to `to`."""

    kind: Kind
    value: float
    to: NotRequired[float]
    digits: NotRequired[int]
    significant: NotRequired[int]


class SaidMoment(TypedDict):
    """A time of day or a date in a sentence; a span goes up to `until`."""

    at: str
    shown: Literal["hour", "day", "weekday"]
    until: NotRequired[str]


class SaidListing(TypedDict):
    """Several things in a sentence, each a sentence's parts."""

    joined: Joined
    items: list[list[str | SaidQuantity | SaidMoment]]


Piece = str | SaidQuantity | SaidMoment | SaidListing
Said = TypeAliasType("Said", list[Piece])


def as_json(message: Message) -> list[Piece]:
    """The flat message as JSON values: words as they are, quantities as objects; [] for NOTHING. Not to be changed:
    it is given again for the same message, as most of a sheet's are after an edit.
    """
    return _pieces(message, language())


@lru_cache(maxsize=4096)
def _pieces(message: Message, _language: str) -> list[Piece]:
    return [_piece(part) for part in flat(message)]


def _simple_piece(part: Part) -> str | SaidQuantity | SaidMoment:
    if isinstance(part, Quantity):
        return _quantity_piece(part)
    if isinstance(part, Moment):
        moment: SaidMoment = {"at": part.at.isoformat(), "shown": part.shown}
        return moment if part.to is None else {**moment, "until": part.to.isoformat()}
    assert isinstance(part, str), "a list inside a list has no words"
    return part


def _piece(part: Part) -> Piece:
    if isinstance(part, FlatListing):
        return {"joined": part.joined, "items": [[_simple_piece(p) for p in item] for item in part.items]}
    return _simple_piece(part)


def _quantity_piece(quantity: Quantity) -> SaidQuantity:
    piece: SaidQuantity = {"kind": quantity.kind, "value": quantity.value}
    if quantity.to is not None:
        piece["to"] = quantity.to
    if quantity.digits is not None:
        piece["digits"] = quantity.digits
    if quantity.significant is not None:
        piece["significant"] = quantity.significant
    return piece


def as_document(message: Message) -> Any:
    """The message as JSON to be stored: its template and its values, so that it can be said in any language later."""
    if not message.plural and not message.parameters:
        return {"say": message.template}
    values = {name: _stored(value) for name, value in message.parameters}
    counted = {"plural": message.plural, "of": message.of} if message.plural else {}
    return {"say": message.template, "with": values, **counted}


def _stored(value: Parameter | str) -> Any:
    if isinstance(value, Message):
        return as_document(value)
    if isinstance(value, Listing):
        return {"joined": value.joined, "items": [_stored(item) for item in value.items]}
    return value if isinstance(value, str) else _simple_piece(value)


def from_document(stored: Any) -> Message:
    """A stored message; a plain text, as was stored before there were messages, is said as it stands.

    ValueError for what is neither.
    """
    if isinstance(stored, Message):
        return stored
    if isinstance(stored, str):
        return verbatim(stored)
    if not isinstance(stored, dict) or "say" not in stored:
        raise ValueError("not a stored message")
    values = tuple((name, _restored(value)) for name, value in stored.get("with", {}).items())
    return Message(stored["say"], values, stored.get("plural", ""), stored.get("of", 1))


def text_of_pieces(pieces: Iterable[Any], units: Units = "metric", now: datetime | None = None) -> str:
    """A sentence of the contract written out, for a client that has no renderer of its own."""
    values = {f"p{i}": piece if isinstance(piece, str) else _restored(piece) for i, piece in enumerate(pieces)}
    return text(Message("".join(f"{{{name}}}" for name in values), tuple(values.items())), units, now)


def _restored(value: Any) -> Parameter | str:
    if isinstance(value, str):
        return value
    if "say" in value:
        return from_document(value)
    if "joined" in value:
        return Listing(tuple(_as_parameter(item) for item in value["items"]), value["joined"])
    if "at" in value:
        until = value.get("until")
        to = None if until is None else datetime.fromisoformat(until)
        return Moment(datetime.fromisoformat(value["at"]), to, value["shown"])
    return Quantity(**value)


def _as_parameter(value: Any) -> Parameter:
    if isinstance(value, list):  # an item of a list in the contract: its words and quantities
        return glued(*(_as_message(piece) for piece in value))
    return _as_message(value)


def _as_message(value: Any) -> Message:
    restored = _restored(value)
    return restored if isinstance(restored, Message) else Message("{value}", (("value", restored),))
