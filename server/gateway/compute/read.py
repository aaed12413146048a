"""Documents as the core takes them."""

import json
from dataclasses import dataclass
from datetime import datetime
from functools import lru_cache
from typing import Any

from airycrumb.bake import read_bake, read_kitchen
from airycrumb.bake.kitchen import Kitchen
from airycrumb.bake.model import Bake
from airycrumb.problems import Problem
from airycrumb.sheet import Sheet, work

Document = dict[str, Any]


@lru_cache(maxsize=256)
def _kitchen_of(text: str) -> Kitchen:
    return read_kitchen(json.loads(text))


def kitchen_read(document: Document) -> Kitchen:
    """A kitchen document, read. Kitchens change seldom and are asked for with every edit."""
    return _kitchen_of(json.dumps(document, sort_keys=True))


def worked(bake: Document, kitchen: Document, now: datetime) -> tuple[Bake, Kitchen, Sheet]:
    """A draft and a kitchen, read, and their sheet; InputError for what cannot be."""
    k = kitchen_read(kitchen)
    read = read_bake(bake, k.habits.own)
    return read, k, work(read, k, now=now)


@dataclass(frozen=True)
class SheetReply:
    """A sheet, or what stands in its way."""

    sheet: Sheet | None
    problems: list[Problem]


@dataclass(frozen=True)
class Printed:
    """A file to print. pages: how many there are in all."""

    body: bytes
    kind: str
    name: str
    pages: int
