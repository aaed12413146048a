"""Edits of a bake document, and the questions that offer them."""

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any

from airycrumb.bake.text import Document
from airycrumb.words import NOTHING, Message


@dataclass(frozen=True)
class Change:
    """One edit of the bake document: a path of names and positions, and the value to put there."""

    path: list[str | int]
    value: (
        str
        | int
        | float
        | bool
        | list[dict[str, str]]
        | list[dict[str, str | bool]]
        | list[str]
        | dict[str, str]
        | dict[str, float]
        | None
    )


def edited(document: Document, changes: Iterable[Change]) -> Document:
    """The document with edits made, itself untouched: groups and rows that were not there are begun."""
    for change in changes:
        document = _put(document, change.path, change.value)
    return document


def _put(here: Any, path: list[str | int], value: Any) -> Any:
    if not path:
        return value
    step, *rest = path
    if isinstance(step, int):
        rows = list(here or [])
        rows += [{}] * (step + 1 - len(rows))
        rows[step] = _put(rows[step], rest, value)
        return rows
    group = dict(here or {})
    return group | {step: _put(group.get(step), rest, value)}


@dataclass(frozen=True)
class Answer:
    """A one-press answer to a doubt: the edits it makes. No edits: keep things as they are."""

    label: Message
    changes: list[Change]


@dataclass(frozen=True)
class Doubt:
    """A question the tool has, where it belongs, how grave it is, and why.

    severity: note (worth knowing), ask (probably a slip), stop (will not work as written). source: what the
    usual band or the figure rests on, "" where the reason itself says so.
    """

    code: str
    tray: str
    severity: str
    title: Message
    reason: Message
    answers: list[Answer]
    source: Message = NOTHING
