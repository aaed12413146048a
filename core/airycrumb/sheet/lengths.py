"""How long each stage takes, and every load in the row of them."""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import datetime

from airycrumb.bake.method import STANDS_BEFORE
from airycrumb.plan.chains import Chain
from airycrumb.plan.context import Context
from airycrumb.plan.method import as_it_rises, fillings, legs, soaking
from airycrumb.plan.timetable import Durations, Leg, fold, stage
from airycrumb.quantities import Band
from airycrumb.trays.cues import folded_at
from airycrumb.trays.ferment import SPONGE_MIX_MIN, Fermented, shaping_minutes
from airycrumb.trays.heat_tray import HeatStage
from airycrumb.trays.in_heat import HeatLoads, InTurn, heat_began, in_turn, whole_heat
from airycrumb.trays.lit import hot_from
from airycrumb.trays.types import LaterLoad


@dataclass(frozen=True)
class Yeast:
    """The yeast's way before the pieces: sponge, first rise and second, None where there is none."""

    sponge: Fermented | None
    first: Fermented
    second: Fermented | None

    @property
    def last(self) -> Fermented:
        """The stage the dough is divided after."""
        return self.second or self.first


def durations(
    ctx: Context,
    yeast: Yeast,
    proof: Fermented,
    heats: list[HeatStage],
    loads: list[InTurn],
    weigh_min: float,
    wrap_min: float,
) -> Durations:
    """Minutes of every stage: the forecasts of what rises and heats, the kitchen's own paces for the rest."""
    b, exact = ctx.bake, lambda m: Band(m, m, m)
    mixed = SPONGE_MIX_MIN.value
    lengths: dict[str, Band] = {
        "weigh": exact(weigh_min),
        "rise": yeast.first.minutes,
        "divide": exact(_shaping(ctx, shaping_minutes(ctx))),
        "wrap": exact(wrap_min),
        "proof": proof.minutes,
        "hold": exact(b.heat.cold_min),
        "heat": whole_heat(loads),
        "rest": exact(max(h.tray.rest_min for h in heats)),
    }
    if yeast.sponge is not None:
        ripe = yeast.sponge.minutes
        lengths["sponge"] = Band(mixed + ripe.low, mixed + ripe.typical, mixed + ripe.high)
    if yeast.second is not None:
        lengths["again"] = yeast.second.minutes
    return Durations(
        main=tuple(_way(ctx, lengths)),
        chains=_beside(ctx),
        preheat=max(h.tray.preheat_min for h in heats),
        within=(*(fold(i, minute) for i, minute in enumerate(folded_at(b.rise.clock), start=1)), *as_it_rises(b)),
        not_before=dict(_waited_for(ctx)),
    )


def _way(ctx: Context, lengths: dict[str, Band]) -> Iterator[Leg]:
    """The stages in order, the cook's own steps before those they stand before."""
    for key in ctx.stages:
        if key in STANDS_BEFORE:
            yield from legs(ctx.bake, key)
        yield stage(key, lengths[key])
    yield from legs(ctx.bake, "table")


def _shaping(ctx: Context, planned: float) -> float:
    """Minutes from the rise's end until the pieces have relaxed: from when they really were cut, once that is known."""
    cut, began = ctx.did("divide.cut"), ctx.began("divide")
    since = lambda at: (at - began).total_seconds() / 60 if began else None
    worked = since(cut) if cut else None
    if worked is None and ctx.under_way == "divide":
        return max(planned, (since(ctx.now) or 0.0) + ctx.bake.bench_rest_min)
    return planned if worked is None else max(0.0, worked) + ctx.bake.bench_rest_min


def _beside(ctx: Context) -> tuple[Chain, ...]:
    """What is made beside the dough."""
    return (*fillings(ctx.bake), *soaking(ctx.bake))


def _waited_for(ctx: Context) -> Iterator[tuple[str, datetime]]:
    """When what a stage waits for is ready: the first heat hot, what is made beside the dough and was begun."""
    if ctx.done is None:
        return
    if heat_began(ctx) is None and (hot := hot_from(ctx, 1)) is not None:
        yield "heat", hot
    for chain in _beside(ctx):
        before = ctx.before(chain.ready_for)
        if before in ctx.done.ended or (ready := _ready(ctx, chain)) is None:
            continue
        yield chain.ready_for, ready


# What ends the works of a chain that is made in one go.
PRESSED = {"filling": "filling.make", "cooling": "filling.cold", "soak": "weigh.soak"}


def _ready(ctx: Context, chain: Chain) -> datetime | None:
    """When a chain is over, from the last of its works that was pressed; None where none was: nobody knows."""
    did = [(i, ctx.did(PRESSED.get(work.key, work.key))) for i, work in enumerate(chain.works)]
    at = max(((i, when) for i, when in did if when is not None), default=None)
    if at is None:
        return None
    last, when = at
    return ctx.later(when, sum(work.minutes for work in chain.works[last + 1 :]))


def _stays(h: HeatStage, later: LaterLoad, stated: bool) -> float:
    """Minutes a later load is in: as long as it needs, or as was stated; one that comes cold stays longer by as much as
    it needs more than the first."""
    planned, needs = h.heated.later_min, later.needs_min or 0.0
    if not stated:
        return max(planned, needs)
    return planned + max(0.0, needs - (h.heated.needed or needs))


def in_their_turn(ctx: Context, heats: list[HeatStage]) -> list[InTurn]:
    """Every load of this day's heats, in the row of them."""
    rows = []
    for h in heats:
        load, stated = h.heated.load, h.heated.ctx.bake.heat.heat_min
        longer = [_stays(h, x, stated=bool(stated)) for x in h.tray.later]
        off = 0.0 if stated else h.heated.doubt
        rows.append(HeatLoads(load.resource, load.marked, load.each, [h.heated.minutes, *longer], off))
    return in_turn(ctx, rows)
