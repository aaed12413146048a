"""A bake on the Bench beside a day that is planned: what both want at one time."""

from collections.abc import Iterator, Sequence
from datetime import datetime

from airycrumb.day.collisions import OVER
from airycrumb.day.document import Day
from airycrumb.day.from_sheet import WHERE, horizon
from airycrumb.day.shown import DayLane, DaySpan
from airycrumb.sheet import Sheet
from airycrumb.words import Message, hour_of, say, verbatim


def beside(sheet: Sheet, lanes: Sequence[DayLane], names: Sequence[str]) -> list[Message]:
    """Where a bake as planned on its own wants the hands or the heat a day has taken already; [] for nowhere. names: of
    the day's bakes, in their order."""
    return [
        say(
            "Wants {what} at {at}, when “{name}” has them.",
            what=what,
            at=hour_of(max(start, span.start)),
            name=verbatim(names[span.dish]),
        )
        for what, start, span in _clashes(sheet, lanes)
    ]


def near(sheet: Sheet, day: Day) -> bool:
    """Whether a bake as planned on its own lies anywhere near a day: elsewhere it can want nothing of it."""
    begins, ends = horizon(day)
    return sheet.day.start < ends and begins < sheet.day.eat_high


def _clashes(sheet: Sheet, all_lanes: Sequence[DayLane]) -> Iterator[tuple[Message, datetime, DaySpan]]:
    """The first of each kind with each bake of the day."""
    lanes = {lane.key.split(".")[0]: lane.spans for lane in all_lanes}
    told = set()
    hands = [(OVER["hands"], "hands", s.start, s.end) for s in sheet.day.steps if s.hands]
    for what, lane, start, end in [*hands, *_fires(sheet)]:
        for span in lanes.get(lane, []):
            if start < span.end and span.start < end and (lane, span.dish) not in told:
                told.add((lane, span.dish))
                yield what, start, span


def _fires(sheet: Sheet) -> Iterator[tuple[Message, str, datetime, datetime]]:
    heats = (sheet.heat, *sheet.more_heats)
    for load in sheet.loads:
        where = WHERE[heats[min(load.heat, len(heats)) - 1].method]
        yield OVER[where], where, load.into, load.out
