"""Two sheets of one bake, told apart in a sentence: what an edit makes of it."""

from collections.abc import Iterator
from datetime import timedelta

from airycrumb.trays.types import Sheet
from airycrumb.words import Message, hour_of, in_minutes, in_percent, joined, say

HARDLY_PERCENT, HARDLY_MIN, HARDLY = 0.3, 0.5, timedelta(minutes=2)  # less is not told


def compared(before: Sheet, after: Sheet) -> Message:
    """Water, minutes in the heat and the hour at the table where they moved; that nothing did, where nothing did."""
    return joined(_moved(before, after)) or say("Water, minutes and hours stay as they are.")


def _moved(before: Sheet, after: Sheet) -> Iterator[Message]:
    was, now = (s.weigh.percentages.true_hydration for s in (before, after))
    if abs(now - was) >= HARDLY_PERCENT:
        yield say(
            "{now} of water instead of {was}.", now=in_percent(now, significant=3), was=in_percent(was, significant=3)
        )
    was, now = before.heat.minutes_planned, after.heat.minutes_planned
    if abs(now - was) >= HARDLY_MIN:
        yield say("{now} in the heat instead of {was}.", now=in_minutes(now), was=in_minutes(was))
    if abs(after.day.eat - before.day.eat) >= HARDLY:
        at = hour_of(after.day.eat)
        yield say("On the table at {at} instead of {was}.", at=at, was=hour_of(before.day.eat))
    elif abs(after.day.start - before.day.start) >= HARDLY:
        yield say("Begin at {at} instead of {was}.", at=hour_of(after.day.start), was=hour_of(before.day.start))
