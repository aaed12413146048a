"""What is wrong with an input, in one sentence a cook can act on."""

from collections.abc import Iterable
from dataclasses import dataclass

from airycrumb.words import Message


@dataclass(frozen=True)
class Problem:
    """One thing that stops a sheet from being worked.

    code: stable machine name; where: path into the document ("dough.ingredients[2].amount");
    message: what is wrong and what to do, one sentence or two.
    """

    code: str
    where: str
    message: Message


class InputError(ValueError):
    """Bad input; carries every problem found, not only the first."""

    def __init__(self, problems: Iterable[Problem]) -> None:
        self.problems = tuple(problems)
        super().__init__(" ".join(str(p.message) for p in self.problems))
