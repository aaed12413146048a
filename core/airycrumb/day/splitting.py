"""So many people, so many kinds: how many pieces of each."""

from airycrumb.bake.text import Document
from airycrumb.day.around import EATS_G
from airycrumb.day.planning import Table
from airycrumb.sheet import Sheet


def _piece_g(sheet: Sheet) -> float:
    group = sheet.groups[0]
    return group.dough_each_g + group.filling_each_g


def _pieces(table: Table, people: int) -> list[int]:
    """Of each, the same weight for everybody, at least one."""
    each = people * EATS_G.value / max(1, len(table.made))
    return [max(1, min(500, round(each / _piece_g(made.sheet)))) for made in table.made]


def split(day: Document, table: Table) -> Document:
    """The day's file with as many pieces of each bake as its people eat; unchanged where nobody said how many come, and
    bakes of several groups are left as they are."""
    people = table.day.people
    if people is None:
        return day
    dishes = []
    for dish, made, pieces in zip(day["dishes"], table.made, _pieces(table, people), strict=True):
        if len(made.sheet.groups) > 1 or made.dish.batch is not None:
            dishes.append(dish)
            continue
        kept = [c for c in dish.get("changes", []) if c["path"] != ["pieces"]]
        dishes.append({**dish, "changes": [*kept, {"path": ["pieces"], "value": pieces}]})
    return {**day, "dishes": dishes}
