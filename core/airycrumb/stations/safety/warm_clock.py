"""The time a filling spends in the danger zone, over the whole plan, against a region's limits."""

from dataclasses import dataclass

from airycrumb.data import safety as table
from airycrumb.words import Message


def regions(region: str) -> list[str]:
    """The regions whose rules count: all that are known for "strictest"."""
    return [r for r in table.REGIONS if r != "strictest"] if region == "strictest" else [region]


def limit(rule: str, region: str) -> table.Limit:
    """The strictest limit of a rule of data.safety.LIMITS in a region. KeyError for a rule nobody wrote."""
    rows = [row for row in table.LIMITS if row.rule == rule and row.region in regions(region)]
    if not rows:
        raise KeyError(rule)
    return min(rows, key=lambda row: row.value)


def danger_zone(region: str) -> tuple[float, float]:
    """°C between which what is perishable must not stand long; the widest for "strictest"."""
    zones = [table.DANGER[r] for r in regions(region)]
    return min(low for low, _ in zones), max(high for _, high in zones)


@dataclass(frozen=True)
class Spell:
    """A stretch of the plan."""

    what: Message
    #: minutes of it that a filling spends in the danger zone
    warm_min: float
    #: what judges it: "standing"; "cooling" of what was cooked; or "chilling" of pieces put into the cold
    rule: str = "standing"
    #: °C of the air where it is, at its warmest
    air_c: float = 0.0
    #: of cooling: minutes until it is under 21 °C
    to_cool_min: float = 0.0


@dataclass(frozen=True)
class WarmClock:
    """Time a filling spends in its region's danger zone, over the whole plan; cold in between resets nothing.

    total_min: of all spells; standing_min, chilling_min, cooling_min: of those under each rule; the limits are the
    region's: limit_min of standing, all_limit_min of standing and chilling, cooling_limit_min of cooling.
    to_cool_min: of cooling, until it is under 21 °C; to_cool_limit_min: what that may take.
    """

    spells: list[Spell]
    total_min: float
    standing_min: float
    chilling_min: float
    cooling_min: float
    limit_min: float
    all_limit_min: float
    cooling_limit_min: float
    to_cool_min: float
    to_cool_limit_min: float
    source: Message
    all_source: Message
    cooling_source: Message

    @property
    def over(self) -> bool:
        """Whether it stands warm for longer than the limit."""
        return self.standing_min > self.limit_min

    @property
    def chills_slowly(self) -> bool:
        """Whether standing and chilling together take longer than their limit."""
        return self.chilling_min > 0 and self.standing_min + self.chilling_min > self.all_limit_min

    @property
    def cools_slowly(self) -> bool:
        """Whether it takes longer to cool than the cooling rule has it: to 21 °C, or all the way."""
        return self.cooling_min > self.cooling_limit_min or self.to_cool_min > self.to_cool_limit_min


def warm_clock(spells: list[Spell], region: str) -> WarmClock:
    """Add the spells up against a region's limits: one hour where the air about it is above 32 °C for any of it."""
    kept = [s for s in spells if s.warm_min > 0]
    hot = any(s.air_c > table.HOT_ROOM for s in kept if s.rule == "standing")
    standing = limit("warm_hot" if hot else "warm", region)
    cooling, first, all_of_it = (limit(rule, region) for rule in ("cool_to_5", "cool_to_21", "warm_and_chilling"))
    under = lambda rule: sum(s.warm_min for s in kept if s.rule == rule)
    return WarmClock(
        spells=kept,
        total_min=sum(s.warm_min for s in kept),
        standing_min=under("standing"),
        chilling_min=under("chilling"),
        cooling_min=under("cooling"),
        limit_min=standing.value,
        all_limit_min=all_of_it.value,
        cooling_limit_min=cooling.value,
        to_cool_min=sum(s.to_cool_min for s in kept),
        to_cool_limit_min=first.value,
        source=standing.source,
        all_source=all_of_it.source,
        cooling_source=first.source,
    )
