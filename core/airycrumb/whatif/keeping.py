"""After the bake: cooling, keeping, freezing, reheating, and what stands on the box."""

import math
from dataclasses import dataclass, replace
from datetime import datetime, timedelta

from airycrumb.data.record import Constant
from airycrumb.data.shapes import OVEN_SPRING
from airycrumb.data.vocabulary import FIRE
from airycrumb.stations import heat, safety
from airycrumb.stations.heat import Boundary
from airycrumb.stations.heat.cook import Piece
from airycrumb.stations.safety import keeping
from airycrumb.stations.safety.warm_clock import limit
from airycrumb.trays.heating import CAME_C, LONGEST_MIN, LoadResult, fire_of
from airycrumb.trays.pieces import Pieces
from airycrumb.words import Message, in_celsius, in_minutes, say

EAT_BELOW_C = Constant(60.0, "°C", "common practice", "a filling below it no longer burns the mouth")
CUT_BELOW_C = Constant(40.0, "°C", "common practice", "a crumb cut warmer smears")
REHEAT_OVEN_C = Constant(180.0, "°C", "common practice", "to reheat without drying out")
REHEAT_MARGIN = Constant(1.25, "1", "assumed", "minutes planned over the forecast, with a probe at the end")
COOLING_MIN = 180.0


@dataclass(frozen=True)
class Reheating:
    """One way to heat a kept piece through. kept_in: from the "fridge" or "frozen"; minutes: None past 75 min."""

    method: str
    kept_in: str
    setting: Message
    minutes: float | None


@dataclass(frozen=True)
class Kept:
    """How pieces of one kind are kept. hot_for_min, cut_after_min: minutes from coming out until the middle no longer
    burns the mouth, and until a crumb cuts clean, None for not within three hours; fridge_until, freezer_until: the
    label's dates; unbaked_fridge_until, unbaked_freezer_until: of those set aside once wrapped, from when the
    filling was made; reheat_to_c: in the
    middle; allergens, may_contain: for the label; source: of the days.
    """

    name: Message
    pieces: int
    hot_for_min: float | None
    cut_after_min: float | None
    fridge_days: int
    freezer_days: int
    made: datetime
    fridge_until: datetime
    freezer_until: datetime
    unbaked_fridge_until: datetime
    unbaked_freezer_until: datetime
    reheat_to_c: float
    reheating: list[Reheating]
    allergens: list[Message]
    may_contain: list[Message]
    cautions: list[Message]
    source: Message


def _cooling_down(p: Pieces, minutes: float) -> list[float | None]:
    """Minutes on a rack, open, until the core no longer burns, and until it cuts clean."""
    d = p.demand
    out = heat.cook(d.piece, replace(d.fire, covered=False), max(minutes, 1.0), COOLING_MIN)
    found: list[float | None] = []
    for below in (EAT_BELOW_C.value, CUT_BELOW_C.value):
        cold = (out.minutes > out.heat_ends) & (out.core < below)
        found.append(float(out.minutes[cold][0] - out.heat_ends) if cold.any() else None)
    return found


def _cooked(piece: Piece, came: str) -> Piece:
    """The piece once cooked and cold: its crumb lighter by the oven's spring."""
    cold = CAME_C[came]
    return replace(piece, dough_density=max(piece.dough_density / OVEN_SPRING.value, 250), dough_c=cold, filling_c=cold)


def _reheating(p: Pieces, at_once: int, to_c: float) -> list[Reheating]:
    ctx, found = p.ctx, []
    steam = replace(fire_of(ctx, at_once), method="steam", fire="high")
    oven = Boundary(
        method="oven",
        air_c=REHEAT_OVEN_C.value,
        fire="high",
        fan=False,
        watts_each=0.0,
        altitude_m=ctx.kitchen.altitude_m,
        covered=False,
    )
    for method, fire, setting in (
        ("steam", steam, FIRE["high"]),
        ("oven", oven, say("{air}, covered", air=in_celsius(REHEAT_OVEN_C.value))),
    ):
        for came in ("fridge", "frozen"):
            cook = heat.cook(_cooked(p.demand.piece, came), fire, LONGEST_MIN)
            there = cook.reaches(cook.core, to_c)
            found.append(
                Reheating(
                    method, came, setting, None if there is None else float(math.ceil(there * REHEAT_MARGIN.value))
                )
            )
    return found


def kept(h: LoadResult, p: Pieces, filling_made: datetime, eat: datetime) -> Kept:
    """How the pieces of one group are kept. h: the heat they were in; filling_made: when; eat: when they are done."""
    hot_for, cut_after = _cooling_down(p, h.minutes / h.factor)
    ctx = p.ctx
    known = safety.allergens(ctx.eaten)
    region = ctx.kitchen.region
    line = safety.core_line([i for i, _ in ctx.group.parts], "cooked", region)
    kind = keeping.kind_of([i for i, _ in ctx.group.parts], ctx.group.filling.state)
    row = lambda baked, place: keeping.keeps(kind, baked, place, region)
    fridge, freezer = row(True, "fridge"), row(True, "frozen")
    two_hours = limit("warm", region)
    return Kept(
        name=(ctx.group.called if ctx.group.parts else p.wrapper.label),
        pieces=ctx.share.pieces,
        hot_for_min=hot_for,
        cut_after_min=cut_after,
        fridge_days=round(fridge.days),
        freezer_days=round(freezer.days),
        made=eat,
        fridge_until=eat + timedelta(days=fridge.days),
        freezer_until=eat + timedelta(days=freezer.days),
        unbaked_fridge_until=filling_made + timedelta(days=row(False, "fridge").days),
        unbaked_freezer_until=filling_made + timedelta(days=row(False, "frozen").days),
        reheat_to_c=line.celsius,
        reheating=_reheating(p, h.load.at_once, line.celsius),
        allergens=known.named,
        may_contain=known.may_named,
        cautions=[
            say(
                "What is not eaten goes in the fridge or freezer within {value} of coming out.",
                value=in_minutes(two_hours.value),
            ),
            say("Reheat once only, until the middle is {celsius}: probe it.", celsius=in_celsius(line.celsius)),
            say("Local food-safety rules come first."),
        ],
        source=fridge.source,
    )
