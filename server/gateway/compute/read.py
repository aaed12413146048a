"""Documents as the core takes them."""

import json
from dataclasses import dataclass
from datetime import datetime
from functools import lru_cache
from typing import Any, ClassVar

from pydantic import ConfigDict

from airycrumb.bake import read_bake, read_kitchen
from airycrumb.bake.kitchen import Kitchen
from airycrumb.bake.marks import Observation
from airycrumb.bake.model import Bake
from airycrumb.plan.context import NOTHING_HEARD, Context, Heard
from airycrumb.problems import Problem
from airycrumb.sheet import Sheet, work

Document = dict[str, Any]


@lru_cache(maxsize=256)
def _kitchen_of(text: str) -> Kitchen:
    return read_kitchen(json.loads(text))


def kitchen_read(document: Document) -> Kitchen:
    """A kitchen document, read. Kitchens change seldom and are asked for with every edit."""
    return _kitchen_of(json.dumps(document, sort_keys=True))


@dataclass(frozen=True)
class Case:
    """What is asked about: a bake in a kitchen at an hour, with the marks made of it and what the kitchen's instruments
    said. Every answer about a bake is worked from one, so that all of them know the same kitchen.
    """

    bake: Document
    kitchen: Document
    now: datetime
    observations: tuple[Observation, ...] = ()
    heard: Heard = NOTHING_HEARD

    @property
    def read(self) -> tuple[Bake, Kitchen]:
        """As the core takes them; InputError for what cannot be."""
        kitchen = kitchen_read(self.kitchen)
        return read_bake(self.bake, kitchen.habits.own), kitchen

    @property
    def worked(self) -> tuple[Bake, Kitchen, Sheet]:
        """The same, and their sheet; InputError for what cannot be."""
        bake, kitchen = self.read
        return bake, kitchen, work(bake, kitchen, self.observations, now=self.now, heard=self.heard)

    @property
    def context(self) -> Context:
        """As it stands, for what no sheet answers; InputError for what cannot be."""
        return Context.here(*self.read, self.observations, self.now, self.heard)


@dataclass(frozen=True)
class SheetReply:
    """A sheet, or what stands in its way."""

    # A number that is none is to be seen in the answer, not told as null.
    __pydantic_config__: ClassVar[ConfigDict] = ConfigDict(ser_json_inf_nan="constants", extra="forbid")

    sheet: Sheet | None
    problems: list[Problem]


@dataclass(frozen=True)
class Printed:
    """A file to print. pages: how many there are in all."""

    body: bytes
    kind: str
    name: str
    pages: int
