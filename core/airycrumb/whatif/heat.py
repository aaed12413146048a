"""Other settings for the same pieces: which work, how long each takes, and what comes out."""

from dataclasses import dataclass, replace

from airycrumb.bake.edits import Answer, Change
from airycrumb.data import heat as c
from airycrumb.data.heat_choices import HARD_C, SOFT_C
from airycrumb.plan.context import Context
from airycrumb.stations import heat
from airycrumb.stations.heat.settings import Dial, dial
from airycrumb.trays.heating import Demand, browns_sooner, demand, fire_of
from airycrumb.words import NOTHING, Message, in_celsius, in_minutes, say

TRIED_C = (150.0, 163.0, 177.0, 190.0, 205.0, 220.0, 232.0, 250.0)
LONGEST_BAKE_MIN = 45.0
SOFT_MOST_C, HARD_LEAST_C = SOFT_C[1], HARD_C[0]


@dataclass(frozen=True)
class Tried:
    """One oven setting tried on the pieces. air_c: as it is set, °C; dial: the same on other ovens; minutes: needed,
    None where never; crust: "soft" or "hard"; works: through and golden and not burnt; answer: one press to take it.
    """

    air_c: float
    dial: Dial
    minutes: float | None
    colour: str
    loss_percent: float
    crust: str
    works: bool
    why_not: Message
    answer: Answer


def heat_at(ctx: Context) -> list[str | int]:
    """Where in the document this heat is written: its own, or the one all share."""
    return ["heat"] if ctx.group.heat is None else ctx.path("heat")


def try_setting(most: Demand, air_c: float, at: list[str | int], at_once: int) -> Tried:
    """The same pieces at another oven temperature. at: where the heat is written in the document."""
    tried = most.ctx.bake.heat.but(method="oven", told_c=air_c, heat_min=None)
    ctx = replace(most.ctx, bake=most.ctx.bake.heated(tried))
    ctx.__dict__.update(scaled=most.ctx.scaled, percentages=most.ctx.percentages)
    found = demand(ctx, most.piece, most.line, fire_of(ctx, at_once), (LONGEST_BAKE_MIN,))
    minutes = found.needed
    last = minutes if minutes is not None else LONGEST_BAKE_MIN
    within = found.long.minutes <= last + 0.01
    colour = heat.colour(float(found.long.skin[within].max()), browns_sooner(ctx))
    why_not = NOTHING
    if minutes is None or minutes > LONGEST_BAKE_MIN:
        why_not = say("not through in {longest}", longest=in_minutes(LONGEST_BAKE_MIN))
    elif colour in ("none", "pale gold"):
        why_not = say("stays pale")
    elif colour in ("dark", "burnt"):
        why_not = say("burns before it is through")
    crust = "soft" if air_c <= SOFT_MOST_C else "hard"
    taken = Answer(
        say("Bake at {air}", air=in_celsius(air_c)),
        [Change([*at, "temperature"], f"{air_c:.0f} C"), Change([*at, "minutes"], None)],
    )
    loss = float(found.long.loss[within][-1] * 100)
    return Tried(
        air_c=air_c,
        dial=dial(air_c, ctx.bake.heat.fan),
        minutes=minutes,
        colour=colour,
        loss_percent=loss,
        crust=crust,
        works=not why_not,
        why_not=why_not,
        answer=taken,
    )


def nearest_that_works(most: Demand, at: list[str | int], at_once: int, hotter: bool) -> Tried | None:
    """The nearest setting on one side that does: None where there is none."""
    now = most.ctx.bake.heat.air_c
    side = [t for t in TRIED_C if (t > now if hotter else t < now)]
    ordered = side if hotter else side[::-1]
    return next((found for t in ordered if (found := try_setting(most, t, at, at_once)).works), None)


def settings_that_work(most: Demand, at: list[str | int], at_once: int) -> list[Tried]:
    """Every setting tried, coolest first; one press takes it."""
    return [try_setting(most, t, at, at_once) for t in TRIED_C]


def hob_is_weak(watts_each: float, piece_g: float) -> bool:
    """Whether the hob has less for each piece than a basket needs; 45 W for a medium bun of 100 g, in proportion."""
    return watts_each < c.WEAK_HOB_W.value * piece_g / 100
