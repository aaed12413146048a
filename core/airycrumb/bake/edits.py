"""Edits of a bake document, and the questions that offer them."""

from dataclasses import dataclass

from airycrumb.words import NOTHING, Message


@dataclass(frozen=True)
class Change:
    """One edit of the bake document: a path of names and positions, and the value to put there."""

    path: list[str | int]
    value: str | int | float | bool | list[dict[str, str]] | list[str] | dict[str, str] | None


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
