"""Everything a bake needs, computed at once: `work` composes the stations and nothing else does."""

from airycrumb.sheet.work import work
from airycrumb.trays.types import Sheet

__all__ = ["Sheet", "work"]
