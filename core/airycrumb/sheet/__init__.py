"""Everything a bake needs, computed at once: `work` composes the stations and nothing else does."""

from airycrumb.sheet.types import Sheet
from airycrumb.sheet.work import work

__all__ = ["Sheet", "work"]
