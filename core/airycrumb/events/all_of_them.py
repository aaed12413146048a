"""The whole list: every maker asked, each event as it stands, with the cautions and doubts that belong to it."""

import re
from collections.abc import Iterable, Iterator

from airycrumb.bake.edits import Doubt
from airycrumb.events.dividing import dividing
from airycrumb.events.heat import heating
from airycrumb.events.known import Draft, Known, overs
from airycrumb.events.mixing import before_the_dough, weighing
from airycrumb.events.own_steps import between, filling, hot
from airycrumb.events.pieces import proofing, put_away, resting, wrapping
from airycrumb.events.rising import growing
from airycrumb.plan.events import Event
from airycrumb.stations.safety import Caution

MAKERS = (
    before_the_dough,
    weighing,
    growing,
    filling,
    between,
    dividing,
    wrapping,
    proofing,
    put_away,
    heating,
    hot,
    resting,
)
# The kinds of event a tray's doubts and cautions belong to, the first that there is.
OF_TRAY = {
    "weigh": ("knead",),
    "rise": ("rise", "rest"),
    "filling": ("filling", "wrap", "well"),
    "divide": ("divide",),
    "wrap": ("wrap", "well"),
    "proof": ("proof", "rest", "keep"),
    "heat": ("into", "out"),
}
OF_CAUTION = {
    "allergens": ("wrap", "well"),
    "blade": ("vent", "wrap", "well"),
    "raw_filling": ("filling", "wrap", "well"),
    "cool_fast": ("cool", "filling"),
    "cools_slowly": ("cool", "filling"),
    "chills_slowly": ("put_away", "keep"),
    "standing": ("proof", "rest", "wrap"),
}
# What can burn somebody, or was not hot enough, stands beside every event it concerns.
EVERYWHERE = {
    "probe": ("probe", "out", "stand"),
    "pan": ("into", "out"),
    "oven": ("light", "into", "out"),
    "steam": ("into", "out", "stand"),
}
OF_DOUBT = {
    "filling_made": ("filling",),
    "cooling_short": ("cool",),
    "weeps": ("filling", "wrap"),
    "filling_short": ("filling", "wrap"),
    "hot_liquid": ("wake", "knead"),
}
STOPS_IN_HEAT = ("into", "out")
NUMBERED = re.compile(r"_\d+$")


def _drafts(k: Known) -> Iterator[Draft]:
    for maker in MAKERS:
        yield from maker(k)


def events_of(k: Known) -> list[Event]:
    """Every event of a bake, in order of time; those that fall together in the order of the day."""
    drafts = list(_drafts(k))
    over = overs(k.ctx, drafts)
    events = [d.event(k, over) for d in drafts]
    return _hung(k, sorted(events, key=lambda e: (e.due, not e.along, e.rank)))


def _first_of(events: list[Event], kinds: Iterable[str], tray: str) -> list[str]:
    """Ids of the events of the first of these kinds there are, on that tray where it is told."""
    for kind in kinds:
        found = [e.id for e in events if e.kind == kind and tray in ("", e.tray)]
        if found:
            return found[:1]
    return []


def _hung(k: Known, events: list[Event]) -> list[Event]:
    """Each caution and each doubt on the event it concerns: the events were just made, their lists are still empty."""
    by_id = {e.id: e for e in events}
    for caution in k.cautions:
        for event in _of_caution(events, caution) or [events[0].id]:
            by_id[event].cautions.append(caution.code)
    for doubt in k.doubts:
        for event in _of_doubt(events, doubt) or [events[0].id]:
            by_id[event].doubts.append(doubt.code)
    return events


def _of_caution(events: list[Event], one: Caution) -> list[str]:
    mine = [e.id for e in events if e.kind in EVERYWHERE.get(one.code, ())]
    mine = mine or _first_of(events, OF_CAUTION.get(one.code, ()), "")
    return mine or _first_of(events, OF_TRAY[one.tray], one.tray)


def _of_doubt(events: list[Event], one: Doubt) -> list[str]:
    found = _first_of(events, OF_DOUBT.get(NUMBERED.sub("", one.code), ()), "")
    if one.severity == "stop" and one.tray == "heat":
        # Seen before they go in, and as long as they are.
        found = [e.id for e in events if e.kind in STOPS_IN_HEAT]
    return found or _first_of(events, OF_TRAY.get(one.tray, ()), one.tray)
