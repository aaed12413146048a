"""A bake that is ready long before it is eaten: what it stands for, and what is done with it until then.

Published guidance as data.safety has it; nothing here makes food safe, and local rules come first.
"""

from datetime import datetime, timedelta

from airycrumb.bake.model import Bake
from airycrumb.data.safety import LIMITS, LINES
from airycrumb.day.job import SLOT_MIN, Job
from airycrumb.day.playing import HOT_WAIT
from airycrumb.stations.safety import keeping
from airycrumb.stations.safety.warm_clock import regions
from airycrumb.words import NOTHING, Message, in_celsius, in_minutes, say, weekday_of


def warm_limit(region: str) -> timedelta:
    """How long what is ready may stand at room temperature, by the strictest of a region's rules."""
    return timedelta(minutes=min(x.value for x in LIMITS if x.rule == "warm" and x.region in regions(region)))


def again_to(region: str) -> float:
    """°C in the middle of what is heated again, by the strictest of a region's rules."""
    return max(x.celsius for x in LINES if x.kind == "cooked" and x.region in regions(region))


def kind_of(bake: Bake) -> str:
    """The row of the keeping table that applies: of its fillings the one that keeps shortest."""
    kinds = [keeping.kind_of([i for i, _ in group.parts], group.filling.state) for group in bake.groups]
    return min(kinds, key=list(keeping.KINDS).index, default="dry")


def kept_too_long(bake: Bake, region: str, ready: datetime, due: datetime) -> bool:
    """Whether what was baked then is past the days it keeps in the fridge when it is eaten."""
    return due - ready > timedelta(days=keeping.keeps(kind_of(bake), True, "fridge", region).days)


def between(bake: Bake, job: Job, region: str, ready: datetime, due: datetime) -> Message:
    """What is done with a bake from when the first of it is ready until its hour; NOTHING where it is soon enough.

    ready, due: of its first load, and when it is wanted.
    """
    stands = due - ready
    minutes = in_minutes(stands.total_seconds() / 60)
    if kind_of(bake) == "dry" or stands <= warm_limit(region):
        if job.serve == "hot" and stands > timedelta(minutes=SLOT_MIN * HOT_WAIT):
            return say("the first of it is ready {stands} before its hour: no longer hot by then", stands=minutes)
        return NOTHING
    by = weekday_of(ready + warm_limit(region))
    if job.serve == "cool":
        return say(
            "ready {stands} before its hour: cool it on a rack, into the fridge by {by}; local food-safety rules come "
            "first",
            stands=minutes,
            by=by,
        )
    return say(
        "ready {stands} before its hour: cool it on a rack, into the fridge by {by}, heat it again to {line} in the "
        "middle; local food-safety rules come first",
        stands=minutes,
        by=by,
        line=in_celsius(again_to(region)),
    )
