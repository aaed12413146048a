"""Names the contract keeps: what clients know a field by, where the core has come to call it otherwise.

A field of a station, a tray or a question is renamed in the core alone: one line here, and no page that is still open,
no answer kept in a browser and no client of somebody else's breaks. A name goes from here when the contract drops it.
"""

import re
from collections.abc import Iterable, Mapping
from dataclasses import fields
from typing import Annotated

from pydantic import Field

from airycrumb.learning.step_records import StepRecord
from airycrumb.plan.events import Event
from airycrumb.plan.timetable import Step, Timetable
from airycrumb.sheet import Sheet
from airycrumb.stations.divide.portioning import Portion
from airycrumb.stations.enclose.wrapper import Size, Wrapper
from airycrumb.stations.filling import Cooling
from airycrumb.stations.heat.steamer import SteamWater
from airycrumb.stations.rise.forecast import Forecast as RiseForecast
from airycrumb.stations.safety.warm_clock import Spell, WarmClock
from airycrumb.stations.weigh.formula import Line, Percentages
from airycrumb.trays.types import FillingTray, GroupTray, HeatTray, KeptBack, LaterLoad
from airycrumb.whatif.inside import Inside
from airycrumb.whatif.keeping import Reheating
from airycrumb.whatif.wrapper import Solved

KNOWN_AS: Mapping[type, Mapping[str, str]] = {
    Sheet: {"second_rise": "again"},
    HeatTray: {"arrives": "came"},
    Reheating: {"kept_in": "came"},
}

# What the core works with and no client shows or reads: left out of the contract, and of every answer.
NOT_TOLD: Mapping[type, tuple[str, ...]] = {
    Cooling: ("to_cool_min",),
    Event: ("done_at",),
    FillingTray: ("cool_min",),
    RiseForecast: ("past_target_from",),
    GroupTray: ("line_why", "needs_min"),
    HeatTray: ("line_why", "hold_min", "turns", "oven_really_c"),
    Inside: ("hold_min",),
    KeptBack: ("into_heat",),
    LaterLoad: ("wait_min", "needs_min"),
    Line: ("below_step",),
    Percentages: ("baking_powder",),
    Portion: ("aim_g",),
    Size: ("length_mm", "filling_width_mm", "filling_height_mm"),
    Solved: ("thickness_mm",),
    Spell: ("to_cool_min",),
    SteamWater: ("away_ml", "watts_each", "short_ml"),
    Step: ("start_low", "start_high", "of"),
    StepRecord: ("off_min",),
    Timetable: ("total_min",),
    WarmClock: (
        "total_min",
        "cooling_min",
        "cooling_limit_min",
        "to_cool_min",
        "to_cool_limit_min",
        "all_source",
        "cooling_source",
    ),
    Wrapper: ("own_mm", "thinnest_mm", "most_filling_g"),
}


def leave_out(not_told: Mapping[type, Iterable[str]]) -> None:
    """Send these fields of dataclasses to nobody. Before the first schema is made. ValueError for one that is not
    there.
    """
    for kind, names in not_told.items():
        there = {f.name: f for f in fields(kind)}
        if wrong := set(names) - there.keys():
            raise ValueError(f"{kind.__name__}: {sorted(wrong)} cannot be left out")
        for name in names:
            there[name].type = Annotated[there[name].type, Field(exclude=True)]


def keep_names(known: Mapping[type, Mapping[str, str]]) -> None:
    """Send fields of these dataclasses under the names clients know. known: by dataclass, name in the core to name in
    the contract. Before the first schema is made. ValueError for a field that is not there, or a name that is.
    """
    for kind, names in known.items():
        there = {f.name: f for f in fields(kind)}
        if wrong := (names.keys() - there) | (set(names.values()) & there.keys()):
            raise ValueError(f"{kind.__name__}: {sorted(wrong)} cannot be known by another name")
        for name, known_name in names.items():
            # What a dataclass keeps of a field is what schemas and answers are made from.
            there[name].type = Annotated[there[name].type, Field(serialization_alias=known_name)]
            kind.__doc__ = re.sub(rf"\b{name}\b", known_name, kind.__doc__ or "")
