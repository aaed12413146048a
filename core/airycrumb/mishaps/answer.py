"""An answer to something that went wrong: what to do now, what it does to the plan, and what can be pressed."""

from dataclasses import dataclass
from typing import Literal

from airycrumb.plan.events import EventMark
from airycrumb.words import NOTHING, Message

Asks = Literal["", "count", "mass", "duration"]


@dataclass(frozen=True)
class Press:
    """One press.

    label: on the button; marks: what it records; asks: a number that is typed first, and becomes the value of the
    last mark; more_than: what is added to the number typed; then: what the plan becomes by it, NOTHING where it does
    not move or nobody knows before the number is typed; stops: whether the batch is put away by it.
    """

    label: Message
    marks: list[EventMark]
    asks: Asks = ""
    more_than: float = 0.0
    then: Message = NOTHING
    stops: bool = False


@dataclass(frozen=True)
class MishapAnswer:
    """One mishap at the step a batch is in.

    key, label: which; urgent: whether somebody can come to harm by waiting; do: what to do now, the first thing first;
    good_for: what it is still good for, NOTHING where that is no question.
    """

    key: str
    label: Message
    do: list[Message]
    presses: list[Press]
    urgent: bool = False
    good_for: Message = NOTHING
