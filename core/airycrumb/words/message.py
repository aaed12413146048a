"""A sentence as it leaves the core: a template in English, and the typed values that go into it.

Only here do the two meet. `say("Set to {dial} it is really at {really}", dial=celsius(190), really=celsius(176))`
names its template, which is the key of the gettext catalogue; `flat` gives the words of the language spoken with
the quantities still in place as values; `text` writes them out too.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime
from functools import lru_cache
from string import Formatter
from typing import Any, Literal

from babel.lists import format_list

from airycrumb.words.catalogue import language, template_in
from airycrumb.words.quantity import Moment, Quantity
from airycrumb.words.writing import LOCALE, Units, moment_text, quantity_text

Joined = Literal["and", "or", "commas"]
_STYLES = {"and": "standard", "or": "or", "commas": "unit"}


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

    A text of the cook's own (a name, a line of a recipe) is a parameter like any other and never translated.
    """

    template: str
    parameters: tuple[tuple[str, Parameter], ...] = ()
    plural: str = ""
    of: int = 1

    def __bool__(self) -> bool:
        return bool(self.template)

    def __str__(self) -> str:
        return text(self)


Parameter = Message | Quantity | Moment | Listing | str
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


def say(template: str, /, **parameters: Parameter) -> Message:
    """A message. ValueError where a place of the template has no value, or a value no place."""
    if place_names(template) != parameters.keys():
        raise ValueError(f"places of “{template}” and values {sorted(parameters)} differ")
    return Message(template, tuple(parameters.items()))


def say_n(one: str, many: str, n: int, /, **parameters: Parameter) -> Message:
    """A message about n things: `one` for one of them, else `many`. Every value has a place in `many`."""
    if place_names(many) != parameters.keys() or not place_names(one) <= place_names(many):
        raise ValueError(f"places of “{many}” and values {sorted(parameters)} differ")
    return Message(one, tuple(parameters.items()), many, n)


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


def _is_glue(template: str) -> bool:
    """Whether a template has no words of its own: it then needs no catalogue."""
    return all(not words.strip() for words, _ in _places(template))


def _template(message: Message) -> str:
    if _is_glue(message.template):
        return message.template
    return template_in(language(), message.template, message.plural, message.of == 1)


def _flat_parameter(value: Parameter) -> Iterable[Part]:
    if isinstance(value, Message):
        return _flat(value)
    if isinstance(value, Listing):
        return (FlatListing(tuple(tuple(_merged(_flat_parameter(item))) for item in value.items), value.joined),)
    return (value,)


def _flat(message: Message) -> Iterable[Part]:
    values = dict(message.parameters)
    for words, name in _places(_template(message)):
        if words:
            yield words
        if name:
            yield from _flat_parameter(values[name])


def _merged(parts: Iterable[Part]) -> list[Part]:
    merged: list[Part] = []
    for part in parts:
        if isinstance(part, str) and merged and isinstance(merged[-1], str):
            merged[-1] += part
        elif part != "":
            merged.append(part)
    return merged


def flat(message: Message) -> list[Part]:
    """The message in the language spoken, its quantities in place; [] for NOTHING."""
    return _merged(_flat(message))


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


def as_json(message: Message) -> list[Any]:
    """The flat message as JSON values: texts as they are, quantities as objects."""
    return [_part_json(part) for part in flat(message)]


def _part_json(part: Part) -> Any:
    if isinstance(part, Quantity):
        fields = {"kind": part.kind, "value": _tidy(part.value), "to": None if part.to is None else _tidy(part.to)}
        return {k: v for k, v in {**fields, "digits": part.digits, "significant": part.significant}.items() if v is not None}
    if isinstance(part, Moment):
        found = {"at": part.at.isoformat(), "shown": part.shown}
        return found if part.to is None else {**found, "until": part.to.isoformat()}
    if isinstance(part, FlatListing):
        return {"joined": part.joined, "items": [[_part_json(p) for p in item] for item in part.items]}
    return part


def _tidy(value: float) -> float:
    """Six significant figures: more than any scale or probe shows, and a third of the bytes."""
    return float(f"{value:.6g}")
