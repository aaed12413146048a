"""How long the pieces need in the heat: what each group asks of it, and one heat worked out."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from airycrumb.bake.heating import HeatSettings
from airycrumb.data import heat as c
from airycrumb.data.closings import CLOSED_AS, GAP_MM
from airycrumb.data.filling import MIXED_THROUGH as MIXED
from airycrumb.data.shapes import DOUGH_DENSITY
from airycrumb.pantry import Composition, blend
from airycrumb.plan.context import Context
from airycrumb.quantities import Band
from airycrumb.stations import heat
from airycrumb.stations.enclose import CLOSINGS, Fit, Size, Wrapper, fit_round, fit_tray
from airycrumb.stations.enclose.proportions import proportions
from airycrumb.stations.heat.cook import HORIZONS_MIN, Cook, Piece
from airycrumb.stations.heat.fire import Boundary, OvenChange
from airycrumb.stations.heat.learning import OvenTruth, Pace, Probed, learn_oven, middle_needs, places_believed, probed
from airycrumb.stations.rise import Place
from airycrumb.stations.rise.model import time_constant_h
from airycrumb.stations.safety import CoreLine
from airycrumb.stations.safety.warm_clock import danger_zone
from airycrumb.trays.in_heat import (
    LOAD_CHANGE_MIN,
    Marked,
    first_of_untold,
    marked,
    oven_readings,
    places_read,
    shown_of,
)
from airycrumb.trays.lit import HOT, heats_up_min, warmth_of
from airycrumb.trays.made import wrapped_parts
from airycrumb.trays.needs import Needs
from airycrumb.trays.types import Mark
from airycrumb.words import Message

LONGEST_MIN = HORIZONS_MIN[-1]
CAME_C = {"fridge": 5.0, "frozen": -18.0}  # °C of a piece kept cold since its proof


def _shares(mix: Composition) -> tuple[float, float, float, float, float]:
    return (
        round(mix.water, 4),
        round(mix.protein, 4),
        round(mix.fat, 4),
        round(mix.carbohydrate, 4),
        round(mix.ash, 4),
    )


def piece_of(ctx: Context, wrapper: Wrapper, gas_ratio: float, dough_c: float, proof_min: float, proof: Place) -> Piece:
    """A piece as it enters the heat.

    Its filling is taken to have warmed only as slowly as the whole piece does from the filling's
    own temperature: the cold side, so that the core is never flattered.
    """
    bake, share, filling = ctx.bake, ctx.share, ctx.group.filling
    air = proof.mean_c(max(proof_min, 1.0))
    tau = time_constant_h(proof)
    # What is filled once it is proofed goes into the heat as it was filled.
    warming = 0.0 if ctx.fills_late else proof_min
    filling_c = air + (filling.celsius - air) * math.exp(-warming / 60 / tau)
    density = min(max(DOUGH_DENSITY.value * 1000 / gas_ratio, 250), 1050)
    dough = _shares(blend(bake.dough.parts))
    return Piece(
        shape=CLOSED_AS[ctx.group.closing],
        lies=proportions(CLOSED_AS[ctx.group.closing], wrapper.across_mm / wrapper.own_mm),
        mixed=ctx.group.closing in MIXED,
        walls=CLOSINGS[ctx.group.closing].walls,
        sides_shut=c.SIDES_TOUCHING.value if bake.heat.touching else 0.0,
        dough_g=share.dough_per_piece_g,
        filling_g=share.filling_per_piece_g,
        dough_shares=dough,
        filling_shares=_shares(blend(list(wrapped_parts(ctx)))) if ctx.group.parts else dough,
        dough_density=density,
        dough_c=CAME_C.get(bake.heat.arrive, dough_c),
        filling_c=CAME_C.get(bake.heat.arrive, filling_c),
    )


def fit_of(ctx: Context, proofed: Size, cooked: Size) -> Fit:
    """Where the pieces of a load lie, at their grown size: in the baskets, in the pan or on the trays."""
    k, size = ctx.kitchen, (cooked.width_mm, cooked.length_mm)
    gap = 0.0 if ctx.bake.heat.touching else GAP_MM.value
    if ctx.bake.heat.method == "steam":
        fit = fit_round(k.steamer.basket_mm, *size, k.steamer.baskets, gap)
    elif ctx.bake.heat.method == "pan":
        fit = fit_round(k.pan_mm, *size, 1, gap)
    else:
        fit = fit_tray(k.oven.width_mm, k.oven.depth_mm, *size, k.oven.trays, gap)
    return replace(fit, proofed=proofed.width_mm / cooked.width_mm, closing=ctx.group.closing)


def load_g(ctx: Context, at_once: int) -> float:
    """g of a load."""
    return at_once * (ctx.share.dough_per_piece_g + ctx.share.filling_per_piece_g)


def oven_of(ctx: Context, at_once: int, loads: Sequence[Marked] = ()) -> OvenTruth:
    """The oven as it is known, a thermometer's readings of this bake included."""
    seen = oven_readings(ctx, loads)
    if ctx.bake.heat.method != "oven" or not seen:
        return ctx.kitchen.true_oven
    return learn_oven(ctx.kitchen.true_oven, ctx.bake.heat.air_c, load_g(ctx, at_once), seen)


def steam_watts(ctx: Context) -> float:
    """W that reach the steam over this fire."""
    gentle = ctx.bake.heat.method == "steam" and ctx.bake.heat.fire == "gentle"
    return ctx.kitchen.steamer.net_watts * (c.GENTLE_POWER.value if gentle else 1.0)


def fire_of(ctx: Context, at_once: int, loads: Sequence[Marked] = ()) -> Boundary:
    """How the bake is heated in this kitchen: the hob's power shared over the pieces, the oven as it really is."""
    b, k = ctx.bake.heat, ctx.kitchen
    truth = oven_of(ctx, at_once, loads)
    warm = warmth_of(ctx, loads[0]) if loads else HOT
    return Boundary(
        method=b.method,
        air_c=b.air_c + (truth.off_c if b.method == "oven" else 0.0),
        fire=b.fire,
        fan=b.fan,
        watts_each=steam_watts(ctx) / at_once if b.method == "steam" or b.seared else 0.0,
        altitude_m=k.altitude_m,
        covered=b.covered,
        on=b.on,
        shelf=b.shelf,
        steam_pan=b.steam_pan,
        lid_min=b.lid_min,
        drop_c=truth.drop_c(load_g(ctx, at_once)),
        recovery_min=truth.recovery_min,
        seared=b.seared,
        then=_changed(b, truth.off_c) if b.method == "oven" else None,
        warm_share=warm.share,
        heats_up_min=heats_up_min(ctx),
        room_c=round(ctx.room_c, 1),
    )


def _changed(b: HeatSettings, off_c: float) -> OvenChange | None:
    """What the oven is really set to after a while, None where it stays as it is."""
    if b.then is None:
        return None
    air = b.air_c if b.then.told_c is None else b.then.told_c
    return OvenChange(b.then.after_min, air + off_c, b.then.fan, b.then.shelf)


def browns_sooner(ctx: Context) -> float:
    """°C by which this surface browns before bare lean dough: its wash, or the sugar in it."""
    sugar = c.ENRICHED_SOONER if ctx.percentages.sugar > c.ENRICHED_SUGAR else 0.0
    return max(c.WASHES[ctx.bake.heat.wash].sooner, sugar)


def crumb_target(altitude_m: float) -> float:
    """°C at which the crumb is set: 92, less where water boils lower."""
    return min(c.CRUMB_SET.value, heat.boiling_point(altitude_m) - 4)


def browns(method: str) -> bool:
    """Whether anything browns at all."""
    return method == "oven"


def _needs(ctx: Context, piece: Piece, fire: Boundary, long: Cook, line_c: float) -> Needs:
    """How long this heat needs for each thing it must do, as this kitchen heats."""
    pace = pace_of(ctx).factor
    slower = lambda minutes: None if minutes is None else minutes * pace
    golden = c.GOLDEN_FROM.value - browns_sooner(ctx)
    colour = long.reaches(long.skin, golden) if browns(ctx.bake.heat.method) else 0.0
    crumb = long.reaches(long.crumb, crumb_target(ctx.kitchen.altitude_m))
    hot_c = line_c if not ctx.group.filling.is_cooked else min(line_c, danger_zone(ctx.kitchen.region)[1])
    just_set = min(c.JUST_SET.value, crumb_target(ctx.kitchen.altitude_m))
    hot = long.reaches(long.core, hot_c)
    rested = None if hot is None else heat.reached_resting(piece, fire, hot_c, hot, ctx.bake.heat.rest_min)
    return Needs(
        middle=slower(long.reaches(long.core, line_c)),
        crumb=slower(crumb),
        golden=colour,
        allowed=_margin(ctx),
        hot=slower(rested),
        hot_heated=slower(hot),
        soft=slower(long.reaches(long.crumb, just_set)),
    )


def pace_of(ctx: Context) -> Pace:
    """How this way of heating runs in this kitchen."""
    return ctx.kitchen.paces.get(ctx.bake.heat.method, Pace())


def _margin(ctx: Context) -> float:
    """Minutes planned over the typical core time: more where the filling goes in raw."""
    return (c.PLAN_MARGIN_COOKED if ctx.group.filling.is_cooked else c.PLAN_MARGIN).value


@dataclass(frozen=True)
class Demand:
    """What one group of pieces asks of the heat."""

    ctx: Context
    piece: Piece
    fire: Boundary
    long: Cook
    line: CoreLine
    needs: Needs

    @property
    def needed(self) -> float | None:
        """Minutes to plan for it, None for never."""
        return self.needs.planned

    def colour_at(self, minute: float) -> str:
        """The crust's colour after so many minutes: the oven browns at its own pace, whatever the middle does."""
        heated = self.long.skin[self.long.minutes <= minute + 0.01]
        return heat.colour(float(heated.max()), browns_sooner(self.ctx))

    @property
    def reaches(self) -> Band | None:
        """When its coldest point passes its line, in min; None if it never does."""
        pace = pace_of(self.ctx)
        return None if self.needs.middle is None else pace.minutes(self.needs.middle / pace.factor)

    def core_at(self, minute: float) -> float:
        """°C in the middle after so many minutes."""
        return float(np.interp(minute / pace_of(self.ctx).factor, self.long.minutes, self.long.core))


def demand(
    ctx: Context, piece: Piece, line: CoreLine, fire: Boundary, horizons: tuple[float, ...] = HORIZONS_MIN
) -> Demand:
    """How long the group looked at needs: within the short horizon if it can, else the long one (min, rising)."""
    for horizon in horizons:
        long = heat.cook(piece, fire, horizon)
        needs = _needs(ctx, piece, fire, long, line.celsius)
        if needs.planned is not None and needs.golden is not None and needs.planned <= horizon:
            break
    return Demand(ctx=ctx, piece=piece, fire=fire, long=long, line=line, needs=needs)


def most_demanding(demands: list[Demand]) -> Demand:
    """The group that decides how long they all stay in: the longest, one that never gets there first."""
    return max(demands, key=lambda d: LONGEST_MIN + 1 if d.needed is None else d.needed)


@dataclass(frozen=True)
class Load:
    """What goes into one heat: the group that asks most of it, how its pieces lie, how many there are, and their names.

    uneven: cooking time of the lightest and heaviest piece weighed over that of one as planned; heat: which of the
    bake's heats it is, from one.
    """

    most: Demand
    fit: Fit
    pieces: int
    names: list[Message]
    uneven: tuple[float, float] = (1.0, 1.0)
    heat: int = 1

    @property
    def at_once(self) -> int:
        """Pieces in the heat together."""
        return min(self.fit.per_load, self.pieces)

    @property
    def loads(self) -> int:
        """How many times the heat is filled."""
        return math.ceil(self.pieces / self.at_once)

    @property
    def each(self) -> list[int]:
        """Pieces in each of them."""
        return [min(self.at_once, self.pieces - i * self.at_once) for i in range(self.loads)]

    @property
    def resource(self) -> str:
        """What heats it: pot and pan share the hob, and are taken one after the other."""
        return "oven" if self.most.ctx.bake.heat.method == "oven" else "hob"

    @cached_property
    def marked(self) -> tuple[Marked, ...]:
        """Its loads as marked."""
        return marked(self.most.ctx, self.heat, self.loads)


@dataclass(frozen=True)
class LoadResult:
    """One heat worked out. ctx: of the group that asks most of it.

    shown: the cook as it goes, with its rest; factor: its core minutes over the model's; doubt: share of them; reaches:
    when the core passes its line; needs: how long for each thing it must do; marks: the probe's; number: of the load
    shown, from one: the one in the heat now, where there is one; probed: what a probe in it says, None for nothing yet;
    later_min: for each load after one that went in cold.
    """

    ctx: Context
    load: Load
    shown: Cook
    minutes: float
    factor: float
    doubt: float
    reaches: Band | None
    needs: Needs
    marks: list[Mark]
    number: int
    probed: Probed | None
    later_min: float

    @property
    def needed(self) -> float | None:
        """Minutes to plan, None for never."""
        return self.needs.planned

    @property
    def places_wanted(self) -> int:
        """How many places of the probe must agree to be believed, 0 where it may shorten the plan already."""
        raw = not self.ctx.group.filling.is_cooked
        return 0 if self.probed and self.probed.shortens(raw) else places_believed(raw)

    @property
    def turn_min(self) -> float:
        """Minutes from one load to the next."""
        return self.minutes + LOAD_CHANGE_MIN


Places = list[list[tuple[float, float]]]


def _readings(load: Load, planned_min: float) -> tuple[int, list[Places]]:
    """Position of the load shown, and what a probe said of each, place by place."""
    ctx = load.most.ctx
    loads = first_of_untold(ctx, load.marked, planned_min)
    seen = [places_read(ctx, one) for one in loads]
    return shown_of(loads, seen), seen


@dataclass(frozen=True)
class Forecast:
    """A heat as a probe leaves it. factor: its core minutes over the model's; doubt: share of them; reaches: when the
    core passes its line."""

    factor: float
    doubt: float
    reaches: Band | None
    needs: Needs


def _forecast(load: Load, seen: Probed | None) -> Forecast:
    """The minutes needed, once a probe has spoken."""
    most, needs, pace = load.most, load.most.needs, pace_of(load.most.ctx)
    if needs.middle is None:
        return Forecast(pace.factor, pace.doubt, None, needs)
    model = needs.middle / pace.factor
    found = middle_needs(model, pace, seen, needs.allowed, raw=not most.ctx.group.filling.is_cooked)
    typical = found.band.typical
    if needs.crumb is not None:
        # A piece that heats slowly sets slowly too; one that seems quick is not believed of its crumb.
        needs = replace(needs, crumb=needs.crumb * max(1.0, typical / needs.middle))
    hot = None if needs.hot is None else needs.hot * typical / (model * pace.factor)
    needs = replace(needs, middle=typical, allowed=found.allowed, hot=hot)
    light, heavy = load.uneven
    reaches = Band(found.band.low * min(1.0, light), typical, found.band.high * max(1.0, heavy))
    return Forecast(typical / model, found.doubt, reaches, needs)


def _stretched(cook: Cook, factor: float) -> Cook:
    """The same cook, its minutes in the heat so much longer; the rest as long as it is."""
    heated = np.minimum(cook.minutes, cook.heat_ends)
    return replace(cook, minutes=heated * factor + (cook.minutes - heated), heat_ends=cook.heat_ends * factor)


def heating(load: Load) -> LoadResult:
    """Work one heat: its loads are alike, and one a probe was in tells of those after it."""
    most, ctx = load.most, load.most.ctx
    at, readings = _readings(load, ctx.bake.heat.heat_min or most.needs.planned or LONGEST_MIN)
    places = next((r for r in reversed(readings[: at + 1]) if r), [])
    seen = probed(places, most.long.course, most.line.celsius, pace_of(ctx))
    found = _forecast(load, seen)
    minutes = ctx.bake.heat.heat_min or found.needs.planned or LONGEST_MIN
    cooked = heat.cook(most.piece, most.fire, max(minutes / found.factor, 1.0), ctx.bake.heat.rest_min)
    return LoadResult(
        ctx=ctx,
        load=load,
        shown=_stretched(cooked, found.factor),
        minutes=minutes,
        factor=found.factor,
        doubt=found.doubt,
        reaches=found.reaches,
        needs=found.needs,
        marks=[Mark(m, v) for place in readings[at] for m, v in place],
        number=at + 1,
        probed=seen,
        later_min=minutes if most.fire.warm_share >= 1 else ctx.bake.heat.heat_min or in_a_hot_one(most) or minutes,
    )


def in_a_hot_one(most: Demand) -> float | None:
    """Minutes planned were it hot as they went in, None for never."""
    return demand(most.ctx, most.piece, most.line, replace(most.fire, warm_share=1.0)).needed


def in_a_cold_one(most: Demand, share: float) -> float | None:
    """Minutes planned were it only so far on its way to its heat as they went in, None for never."""
    return demand(most.ctx, most.piece, most.line, replace(most.fire, warm_share=share)).needed
