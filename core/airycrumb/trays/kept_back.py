"""Pieces of a bake heated today that are kept raw for another day: where, by when, and how they are heated then."""

from collections.abc import Iterator
from datetime import timedelta

from airycrumb.bake.heating import HeatSettings
from airycrumb.plan.context import Context
from airycrumb.plan.timetable import Timetable
from airycrumb.stations.safety import keeping
from airycrumb.stations.safety.keeping import Unbaked
from airycrumb.trays.heat_tray import HeatStage
from airycrumb.trays.types import KeptBack
from airycrumb.words import Message, in_minutes, joined, say
from airycrumb.words.message import Parameter


def _said(pieces: int, heat: HeatSettings, minutes: float, kept: Unbaked) -> Message:
    frozen = heat.arrive == "frozen"
    away = say("Freeze {pieces} of them raw, on a tray and then in a bag.", pieces=pieces)
    if not frozen:
        away = say("Put {pieces} of them in the fridge raw, covered.", pieces=pieces)
    then: dict[str, Parameter] = {"minutes": in_minutes(minutes), "by": kept.until}
    if heat.method == "steam":
        return joined([away, say("Steam those straight from the cold for {minutes}, by {by}.", **then)])
    if heat.method == "oven":
        return joined([away, say("Bake those straight from the cold for {minutes}, by {by}.", **then)])
    return joined([away, say("Cook those in the pan straight from the cold for {minutes}, by {by}.", **then)])


def for_another_day(h: HeatStage, lead: Context) -> bool:
    """Whether a heat is another day's: its pieces wait in the cold, and the first group's do not."""
    return lead.bake.heat.arrive == "proofed" and h.heated.ctx.bake.heat.arrive != "proofed"


def kept_back(lead: Context, heats: list[HeatStage], together: list[list[int]], table: Timetable) -> Iterator[KeptBack]:
    """What each heat for another day asks. together: positions of the groups of each heat."""
    at = {s.key: s.start for s in table.steps}
    groups = lead.each_group()
    for h, alike in zip(heats, together, strict=True):
        if not for_another_day(h, lead):
            continue
        heat, pieces = h.heated.ctx.bake.heat, sum(groups[i].share.pieces for i in alike)
        into_heat = at["heat"] + timedelta(minutes=heat.cold_min)
        unbaked = keeping.unbaked(
            kinds=[
                keeping.kind_of([i for i, _ in groups[k].group.parts], groups[k].group.filling.state) for k in alike
            ],
            place=heat.arrive,
            region=lead.kitchen.region,
            since=table.filling_made if heat.arrive == "fridge" else at["heat"],
            into_heat=into_heat,
        )
        yield KeptBack(
            names=h.tray.names,
            at=groups[alike[0]].path("heat"),
            pieces=pieces,
            put_away=at["heat"],
            into_heat=into_heat,
            unbaked=unbaked,
            minutes=h.tray.minutes_planned,
            said=_said(pieces, heat, h.tray.minutes_planned, unbaked),
        )
