"""How long filled pieces keep, unbaked and baked: days by filling, place and region, and the hours until they are cold.

Days are published guidance as data.safety has it; nothing here makes food safe, and local rules come first.
"""

import math
from dataclasses import dataclass
from datetime import datetime, timedelta

from airycrumb.data import safety as table
from airycrumb.data.safety import Keeps
from airycrumb.pantry import Ingredient
from airycrumb.stations.safety.lines import is_perishable, is_raw
from airycrumb.stations.safety.warm_clock import regions
from airycrumb.words import Message, Moment, say, weekday_or_date

EGG_ROLES = ("egg", "egg cooked", "dairy", "cheese")
KINDS = {
    "raw": say("raw meat, poultry or fish"),
    "egg": say("egg, custard or cheese"),
    "rice": say("cooked rice"),
    "cooked": say("a cooked filling"),
    "dry": say("a filling that keeps"),
}


def kind_of(parts: list[Ingredient], state: str) -> str:
    """Which row of the table a filling falls under: raw, rice, egg, cooked or dry, the shortest that applies."""
    if is_raw(parts, state):
        return "raw"
    if any("rice" in i.key.split() and i.role == "grain" for i in parts):
        return "rice"
    if any(i.role in EGG_ROLES for i in parts):
        return "egg"
    return "cooked" if is_perishable(parts) else "dry"


def keeps(kind: str, baked: bool, place: str, region: str) -> Keeps:
    """The strictest row for pieces of a kind in the "fridge" or "frozen". KeyError for a kind or place nobody wrote."""
    rows = [
        row
        for row in table.KEEPS
        if (row.kind, row.baked, row.place) == (kind, baked, place) and row.region in regions(region)
    ]
    if not rows:
        raise KeyError((kind, place))
    return min(rows, key=lambda row: row.days)


@dataclass(frozen=True)
class Unbaked:
    """Pieces kept cold before the heat. place: "fridge" or "frozen"; kind: of the filling that keeps shortest; since:
    from when the days count; by: when they must be in the heat; days: as published; late: whether the plan has them in
    the heat after that."""

    place: str
    kind: Message
    since: datetime
    by: datetime
    days: float
    late: bool
    source: Message

    @property
    def until(self) -> Moment:
        """When they must be in the heat, as it is said to whoever puts them away."""
        return weekday_or_date(self.by, self.since)


def unbaked(kinds: list[str], place: str, region: str, since: datetime, into_heat: datetime) -> Unbaked:
    """How long pieces with these kinds of filling may wait for the heat.

    kinds: one at least; since: when the filling was made for the fridge, when they were put in for the freezer.
    """
    row = min((keeps(kind, False, place, region) for kind in kinds), key=lambda row: row.days)
    by = since + timedelta(days=row.days)
    return Unbaked(
        place=place,
        kind=KINDS[row.kind],
        since=since,
        by=by,
        days=row.days,
        late=into_heat > by,
        source=row.source,
    )


def minutes_to_cold(from_c: float, air_c: float, cold_c: float, time_constant_min: float, most: float) -> float:
    """Minutes until a piece put into cold air is colder than cold_c; `most` where that is longer or never.

    One exponential approach, tau ln((T0 - Ta)/(T - Ta)); from_c, air_c, cold_c °C, time_constant_min > 0.
    """
    if from_c <= cold_c:
        return 0.0
    if air_c >= cold_c:
        return most
    return min(most, time_constant_min * math.log((from_c - air_c) / (cold_c - air_c)))
