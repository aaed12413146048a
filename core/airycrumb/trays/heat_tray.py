"""The Heat tray as shown: one heat in numbers, its loads, and how long the filling stands warm."""

from dataclasses import dataclass, replace

import numpy as np

from airycrumb.data import heat as c
from airycrumb.data.heat_choices import SEARED_ML
from airycrumb.data.vocabulary import FIRE, SHELF
from airycrumb.plan.context import Context, RoomReading
from airycrumb.stations import heat
from airycrumb.stations.heat.settings import Dial, dial
from airycrumb.stations.rise import Place
from airycrumb.stations.safety.warm_clock import danger_zone
from airycrumb.trays.ferment import Fermented
from airycrumb.trays.growth import grown_while_waiting
from airycrumb.trays.heating import (
    CAME_C,
    LoadResult,
    browns_sooner,
    crumb_target,
    demand,
    pace_of,
    steam_watts,
)
from airycrumb.trays.in_heat import lies_out, oven_readings
from airycrumb.trays.lit import heats_up_min
from airycrumb.trays.types import HeatTray, Instrument, LaterLoad, Mark, NeedsShown, WashColour
from airycrumb.trays.warm import clock
from airycrumb.words import NOTHING, Message, Quantity, as_number, in_celsius, in_millilitres, in_minutes, listed, say


@dataclass(frozen=True)
class HeatStage:
    """One heat worked out, and as shown."""

    heated: LoadResult
    tray: HeatTray


POINTS = 61
MOST_MARKS = 24
TURN_FROM_MIN = 8.0  # a shorter bake is over before turning pays; assumed
FRIDGE_C = 5.0
SILENT_AFTER_S = 20.0  # an instrument that has said nothing for so long is lost


def setting_of(ctx: Context) -> Message:
    """How it is heated, in a few words."""
    b = ctx.bake.heat
    fire = FIRE[b.fire]
    if b.method == "steam":
        return fire
    if b.method == "pan":
        if b.seared:
            return say("{fire}, seared, then water and a lid", fire=fire)
        return say("{fire}, dry, under a lid", fire=fire)
    air = in_celsius(b.air_c)
    dial = say("{air}, fan", air=air) if b.fan else say("{air}", air=air)
    return dial if b.on == "tray" else say("{dial}, on {surface}", dial=dial, surface=c.SURFACES[b.on].label)


def _core_band(minutes: np.ndarray, core: np.ndarray, doubt: float) -> tuple[list[float], list[float]]:
    """Coldest and hottest core at each minute if all took the doubt longer or shorter.

    Once a resting piece cools, the quicker one is the colder: the band is the envelope of the paces.
    """
    paces = np.stack([np.interp(minutes / f, minutes, core) for f in (1 - doubt, 1.0, 1 + doubt)])
    return paces.min(axis=0).round(1).tolist(), paces.max(axis=0).round(1).tolist()


def _turns(ctx: Context, minutes: float) -> list[float]:
    """Minutes at which tray or piece is turned."""
    b = ctx.bake.heat
    if b.method == "oven":
        return [round(minutes / 2)] if minutes >= TURN_FROM_MIN and b.on != "rack" else []
    if b.method == "pan" and not b.seared:
        return [float(t) for t in np.arange(c.TURN_MIN.value, minutes - 0.5, c.TURN_MIN.value)]
    return []


def _change(ctx: Context) -> Message:
    """What is set otherwise on the oven after a while, NOTHING where it stays as it is."""
    b, then = ctx.bake.heat, ctx.bake.heat.then
    if then is None:
        return NOTHING
    parts: list[Message | Quantity] = (
        [in_celsius(then.told_c)] if then.told_c is not None and then.told_c != b.air_c else []
    )
    if then.fan != b.fan:
        parts.append(say("fan on") if then.fan else say("fan off"))
    if then.shelf != b.shelf:
        parts.append(SHELF[then.shelf])
    if not parts:
        return NOTHING
    return say("after {after}: {what}", after=in_minutes(then.after_min), what=listed(parts))


def _handling(ctx: Context, minutes: float) -> Message:
    """What the hands do while it heats."""
    b, turns = ctx.bake.heat, _turns(ctx, minutes)
    if b.method == "steam":
        return say("do not lift the lid")
    if b.method == "pan" and b.seared:
        return say(
            "sear {sear}, then pour in {water} of water and put the lid on",
            sear=in_minutes(c.SEAR_MIN.value),
            water=in_millilitres(SEARED_ML),
        )
    changed = _change(ctx)
    if not turns:
        return changed or say("leave the door shut")
    after = listed(in_minutes(t) for t in turns)
    if b.method == "pan":
        return say("turn them after {after}", after=after)
    turned = say("turn the tray after {after}", after=after)
    return listed([turned, changed]) if changed else turned


def _lethal(worth_min: float) -> Message:
    """What a heat is worth in minutes at 70 °C, against what is asked."""
    line, asked = in_celsius(c.LETHAL_C.value), in_minutes(c.LETHAL_MIN.value)
    if worth_min > 60:
        return say(
            "Resting included, it does as much as more than an hour at {line} would; {asked} are asked for.",
            line=line,
            asked=asked,
        )
    worth = say("{worth}", worth=as_number(worth_min, digits=1 if worth_min < 10 else 0))
    if worth_min >= c.LETHAL_MIN.value:
        return say(
            "Resting included, it does as much as {worth} min at {line} would; {asked} are asked for.",
            worth=worth,
            line=line,
            asked=asked,
        )
    return say(
        "Resting included, it only does as much as {worth} min at {line} would; {asked} are asked for.",
        worth=worth,
        line=line,
        asked=asked,
    )


def _washes(h: LoadResult) -> list[WashColour]:
    """Each wash: when the surface is golden with it, and what it is when they come out."""
    long, ctx = h.load.most.long, h.ctx
    if ctx.bake.heat.method != "oven":
        return []
    hottest = _hottest_skin(h)
    bare = ctx.bake.heated(ctx.bake.heat.but(wash="none"))
    dough = browns_sooner(replace(ctx, bake=bare))
    rows = []
    for key, wash in c.WASHES.items():
        sooner = max(wash.sooner, dough)
        golden = long.reaches(long.skin, c.GOLDEN_FROM.value - sooner)
        rows.append(WashColour(key, wash.label, wash.note, golden, heat.colour(hottest, sooner)))
    return rows


def _hottest_skin(h: LoadResult) -> float:
    """°C of the surface at its hottest, in the minutes planned: the oven browns at its own pace, whatever the core
    does.
    """
    long = h.load.most.long
    heated = long.skin[long.minutes <= h.minutes + 0.01]
    return float(max(heated.max(), h.shown.skin[h.shown.minutes <= h.minutes + 0.01].max()))


def _thinned(marks: list[Mark]) -> list[Mark]:
    """Few enough to draw, the last always among them."""
    if len(marks) <= MOST_MARKS:
        return marks
    at = np.unique(np.linspace(0, len(marks) - 1, MOST_MARKS).round().astype(int))
    return [marks[i] for i in at]


def _instrument(ctx: Context, readings: tuple[RoomReading, ...]) -> Instrument | None:
    """What a probe or oven thermometer said last, and whether it has fallen silent."""
    if not readings:
        return None
    last = readings[-1]
    silent = (ctx.now - last.at).total_seconds() > SILENT_AFTER_S
    return Instrument(last.celsius, last.at, silent, lies_out(ctx, last))


def heat_tray(h: LoadResult, proof: Fermented, wrap_min: float, density: float) -> HeatTray:
    """One heat as shown. proof: of the group that asks most of it; density: of its filling, g/mL."""
    ctx, load, shown = h.ctx, h.load, h.shown
    k, b, line = ctx.kitchen, ctx.bake.heat, load.most.line
    end = min(int(np.searchsorted(shown.minutes, h.minutes)), len(shown.minutes) - 1)
    at = np.linspace(0, float(shown.minutes[-1]), POINTS)
    pick = lambda values: np.interp(at, shown.minutes, values)
    low, high = _core_band(at, pick(shown.core), h.doubt)
    steams, seen = b.method == "steam", _hottest_skin(h)
    waits = [i * h.turn_min for i in range(load.loads)]
    course = load.most.long.course
    cold, hot = danger_zone(k.region)
    heating = (course.reaches(hot) or h.minutes) - (course.reaches(cold) or 0.0)
    pot, measured = k.steamer, k.true_oven.bakes or oven_readings(ctx, load.marked)
    water = heat.steam_water(steam_watts(ctx), h.minutes * load.loads, pot.pot_ml, pot.basket_mm, load.at_once)
    return HeatTray(
        method=b.method,
        setting=setting_of(ctx),
        air_c=heat.steam_temperature(load.most.fire) if steams else b.air_c,
        minutes_planned=h.minutes,
        stated=b.heat_min is not None,
        minutes=at.round(2).tolist(),
        core=pick(shown.core).round(1).tolist(),
        core_low=low,
        core_high=high,
        skin=pick(shown.skin).round(1).tolist(),
        line_c=line.celsius,
        line_why=line.why,
        hold_min=line.hold_min,
        reaches=h.reaches,
        probe_from_min=_probe_from(h),
        core_at_end_c=float(shown.core[end]),
        core_after_rest_c=float(shown.core[-1]),
        lethal_enough=bool(shown.lethal_min[-1] >= c.LETHAL_MIN.value),
        lethal=_lethal(float(shown.lethal_min[-1])),
        needs=NeedsShown(
            middle_min=h.needs.middle,
            crumb_min=h.needs.crumb,
            crumb_c=crumb_target(k.altitude_m),
            golden_min=h.needs.golden if b.method == "oven" else None,
            least_min=h.needs.least,
            likely_min=h.needs.likely,
            likely_rests=h.needs.likely_rests,
            surely_min=h.needs.planned,
            decides=h.needs.decides,
        ),
        colour=heat.colour(seen, browns_sooner(ctx)) if b.method == "oven" else "none",
        browning=heat.browning(seen, browns_sooner(ctx)) if b.method == "oven" else 0.0,
        loss_percent=float(shown.loss[end] * 100),
        start_c=load.most.piece.filling_c,
        arrives=b.arrive,
        boils_at_c=heat.boiling_point(k.altitude_m),
        per_load=load.fit.per_load,
        loads=load.loads,
        water=water if steams else None,
        preheat_min=heats_up_min(ctx),
        rest_min=b.rest_min,
        turns=_turns(ctx, h.minutes),
        handling=_handling(ctx, h.minutes),
        dial=_dial(ctx),
        washes=_washes(h),
        marks=_thinned(h.marks),
        clock=clock(ctx=ctx, proof=proof, wrap_min=wrap_min, wait_min=waits[-1], heating_min=heating, density=density),
        names=load.names,
        pieces=load.pieces,
        fit=replace(load.fit, waits_min=waits),
        later=_later(h, proof, waits),
        doubt=h.doubt,
        pace=pace_of(ctx).factor,
        pace_bakes=pace_of(ctx).bakes,
        probe=_instrument(ctx, ctx.probe),
        oven=_instrument(ctx, ctx.oven) if b.method == "oven" else None,
        oven_really_c=load.most.fire.air_c if b.method == "oven" and measured else None,
        probed=len(h.marks) > 0,
    )


def _probe_from(h: LoadResult) -> float | None:
    """Minute from which probing tells anything, None if the line is never passed: under a lid, once it is lifted."""
    if h.reaches is None:
        return None
    earliest = max(1.0, float(int(h.reaches.low)))
    return max(earliest, h.minutes) if h.ctx.bake.heat.method == "steam" else earliest


def _dial(ctx: Context) -> Dial | None:
    return dial(ctx.bake.heat.air_c, ctx.bake.heat.fan) if ctx.bake.heat.method == "oven" else None


def _later(h: LoadResult, proof: Fermented, waits: list[float]) -> list[LaterLoad]:
    """What waiting does to every load after the first: how far it grows, and how long it then needs."""
    ctx, where = h.ctx, h.ctx.bake.heat.later_loads
    if len(waits) == 1:
        return []
    frozen = ctx.bake.heat.arrive != "proofed"
    if where == "staggered" or frozen or not ctx.rises:
        return [LaterLoad(wait, 1.0, h.needed, where) for wait in waits[1:]]
    found, piece = [], h.load.most.piece
    place = Place(FRIDGE_C if where == "fridge" else ctx.room_c, "piece", proof.place.mass_g)
    growth = grown_while_waiting(proof, place, waits[1:])
    for wait, (grown, dough_c) in zip(waits[1:], growth, strict=True):
        cooled = dough_c - proof.stage.course.state_at(proof.minutes.typical).temperature
        later = replace(piece, dough_c=dough_c, filling_c=max(piece.filling_c + cooled, CAME_C["fridge"]))
        needs = demand(ctx, later, h.load.most.line, h.load.most.fire).needed if where == "fridge" else h.needed
        found.append(LaterLoad(wait, grown, needs, where))
    return found
