"""The Heat tray: how long this piece needs, what it looks like then, and how the pieces go in."""

import math
from dataclasses import dataclass, replace

import numpy as np

from airycrumb import heat
from airycrumb.data import heat as c
from airycrumb.data.closings import CLOSED_AS
from airycrumb.data.shapes import DOUGH_DENSITY
from airycrumb.enclose import Fit, Size, fit_round, fit_tray
from airycrumb.heat.cook import Cook, Fire, Piece
from airycrumb.pantry import Composition, blend
from airycrumb.quantities import Band
from airycrumb.rise import Place
from airycrumb.rise.model import time_constant_h
from airycrumb.safety import CoreLine
from airycrumb.sheet.context import Context
from airycrumb.sheet.types import HeatTray, Mark

HORIZONS_MIN = (35.0, 75.0)  # most pieces are done within the first; a giant or a cool oven asks for the second
LONGEST_MIN = HORIZONS_MIN[-1]
LOAD_CHANGE_MIN = 2.0


@dataclass(frozen=True)
class Heated:
    """One heat worked out: the tray, and what doubts and the day need besides. ctx: of the group that asks most of it."""

    ctx: Context
    tray: HeatTray
    whole: Band
    needed: float | None
    golden: float | None
    core_needs: float | None
    margin: float


def _shares(mix: Composition) -> tuple[float, float, float, float, float]:
    return (
        round(mix.water, 4),
        round(mix.protein, 4),
        round(mix.fat, 4),
        round(mix.carbohydrate, 4),
        round(mix.ash, 4),
    )


def piece_of(ctx: Context, gas_ratio: float, dough_c: float, proof_min: float, proof: Place) -> Piece:
    """A piece as it enters the heat.

    Its filling is taken to have warmed only as slowly as the whole piece does from the filling's
    own temperature: the cold side, so that the core is never flattered.
    """
    bake, share, filling = ctx.bake, ctx.share, ctx.group.filling
    air = proof.mean_c(max(proof_min, 1.0))
    tau = time_constant_h(proof)
    filling_c = air + (filling.celsius - air) * math.exp(-proof_min / 60 / tau)
    density = min(max(DOUGH_DENSITY.value * 1000 / gas_ratio, 250), 1050)
    dough = _shares(blend(bake.parts))
    return Piece(
        CLOSED_AS[ctx.group.closing],
        share.dough_per_piece_g,
        share.filling_per_piece_g,
        dough,
        _shares(blend(filling.parts)) if filling.parts else dough,
        density,
        dough_c,
        filling_c,
    )


def fit_of(ctx: Context, proofed: Size, cooked: Size) -> Fit:
    """Where the pieces of a load lie, at their grown size: in the baskets or on the trays."""
    k = ctx.kitchen
    if ctx.bake.method == "steam":
        fit = fit_round(k.basket_mm, cooked.width_mm, cooked.length_mm, k.baskets)
    else:
        fit = fit_tray(*k.tray_mm, cooked.width_mm, cooked.length_mm, k.trays)
    return replace(fit, proofed=proofed.width_mm / cooked.width_mm, closing=ctx.group.closing)


def fire_of(ctx: Context, at_once: int) -> Fire:
    """How the bake is heated, with the hob's power shared over the pieces in the basket."""
    b, k = ctx.bake, ctx.kitchen
    return Fire(
        b.method, b.air_c, b.fire, b.fan, k.net_watts / at_once if b.method == "steam" else 0.0, k.altitude_m, b.covered
    )


def _enriched(ctx: Context) -> bool:
    return ctx.bake.wash != "none" or ctx.percentages.sugar > 3


def _golden_from(ctx: Context) -> float:
    return (c.GOLDEN_FROM_WASHED if _enriched(ctx) else c.GOLDEN_FROM).value


def crumb_target(altitude_m: float) -> float:
    """°C at which the crumb is set: 92, less where water boils lower."""
    return min(c.CRUMB_SET.value, heat.boiling_point(altitude_m) - 4)


def _needs(ctx: Context, long: Cook, line_c: float) -> tuple[float | None, float | None, float | None]:
    """Minutes for the core, for the crumb and for colour; None where never within the horizon."""
    colour = long.reaches(long.skin, _golden_from(ctx)) if ctx.bake.method == "oven" else 0.0
    return long.reaches(long.core, line_c), long.reaches(long.crumb, crumb_target(ctx.kitchen.altitude_m)), colour


def _margin(ctx: Context) -> float:
    """Minutes planned over the typical core time: more where the filling goes in raw."""
    return (c.PLAN_MARGIN_COOKED if ctx.group.filling.state == "cooked" else c.PLAN_MARGIN).value


def _plan(core: float | None, crumb: float | None, colour: float | None, margin: float) -> float | None:
    """Whole minutes to plan: the core with its margin, the crumb, the colour; None if the core never gets there."""
    if core is None or crumb is None:
        return None
    return float(math.ceil(max(core * margin, crumb * 1.1, colour or 0.0)))


def _core_band(minutes: np.ndarray, core: np.ndarray) -> tuple[list[float], list[float]]:
    """Coldest and hottest core at each minute if all took the doubt longer or shorter.

    Once a resting piece cools, the quicker one is the colder: the band is the envelope of the paces.
    """
    doubt = c.MINUTES_DOUBT.value
    paces = np.stack([np.interp(minutes / f, minutes, core) for f in (1 - doubt, 1.0, 1 + doubt)])
    return paces.min(axis=0).round(1).tolist(), paces.max(axis=0).round(1).tolist()


def _probed(ctx: Context, cook: Cook) -> tuple[float, list[Mark]]:
    """How much slower than forecast the core really heats (1: as forecast), and the probe's marks."""
    marks, pace = [], 1.0
    for o in ctx.of("probe", "heat"):
        minute = ctx.minutes_since("proof", o.at)
        if minute is None or minute <= 0 or o.value is None:
            continue
        marks.append(Mark(minute, o.value))
        expected = cook.reaches(cook.core, o.value)
        if expected:
            pace = min(max(minute / expected, 0.5), 2.0)
    return pace, marks


@dataclass(frozen=True)
class Demand:
    """What one group of pieces asks of the heat. minutes: None where never within the horizon; °C."""

    ctx: Context
    piece: Piece
    long: Cook
    line: CoreLine
    core: float | None
    crumb: float | None
    colour: float | None
    needed: float | None

    @property
    def reaches(self) -> Band | None:
        """When its coldest point passes its line, in min; None if it never does."""
        return None if self.core is None else heat.spread(self.core)

    def core_at(self, minute: float) -> float:
        """°C in the middle after so many minutes."""
        return float(np.interp(minute, self.long.minutes, self.long.core))


def demand(ctx: Context, piece: Piece, line: CoreLine, fire: Fire) -> Demand:
    """How long the group looked at needs: within the short horizon if it can, else the long one."""
    for horizon in HORIZONS_MIN:
        long = heat.cook(piece, fire, horizon)
        core, crumb, colour = _needs(ctx, long, line.celsius)
        needed = _plan(core, crumb, colour, _margin(ctx))
        if needed is not None and colour is not None:
            break
    return Demand(ctx, piece, long, line, core, crumb, colour, needed)


def most_demanding(demands: list[Demand]) -> Demand:
    """The group that decides how long they all stay in: the longest, one that never gets there first."""
    return max(demands, key=lambda d: LONGEST_MIN + 1 if d.needed is None else d.needed)


@dataclass(frozen=True)
class Load:
    """What goes into one heat: the group that asks most of it, how its pieces lie, how many there are, and their names.

    uneven: cooking time of the lightest and heaviest piece weighed over that of one as planned.
    """

    most: Demand
    fit: Fit
    pieces: int
    names: list[str]
    uneven: tuple[float, float] = (1.0, 1.0)

    @property
    def at_once(self) -> int:
        """Pieces in the heat together."""
        return min(self.fit.per_load, self.pieces)

    @property
    def loads(self) -> int:
        """How many times the heat is filled."""
        return math.ceil(self.pieces / self.at_once)


def heating(load: Load, warm_before_min: float) -> Heated:
    """Work the Heat tray of one load after another. warm_before_min: minutes a filling stands warm before it is heated."""
    most, ctx, core = load.most, load.most.ctx, load.most.core
    minutes = ctx.bake.heat_min or most.needed or LONGEST_MIN
    shown = heat.cook(most.piece, fire_of(ctx, load.at_once), minutes, ctx.bake.rest_min)
    pace, marks = _probed(ctx, shown)
    reaches = None if core is None else heat.spread(core * pace)
    if marks and reaches is not None:
        # One probe reading replaces most of the doubt about this piece.
        reaches = Band(reaches.typical * 0.92, reaches.typical, reaches.typical * 1.08)
    if reaches is not None:
        light, heavy = load.uneven
        reaches = Band(reaches.low * min(1.0, light), reaches.typical, reaches.high * max(1.0, heavy))
    turn = minutes + LOAD_CHANGE_MIN
    tray = _tray(load, shown, minutes, reaches, marks)
    warm = warm_before_min + (load.loads - 1) * turn + (most.long.reaches(most.long.core, 60.0) or minutes)
    tray = replace(tray, warm_min=warm, fit=replace(load.fit, waits_min=[i * turn for i in range(load.loads)]))
    whole = minutes * load.loads + LOAD_CHANGE_MIN * (load.loads - 1)
    doubt = 0.0 if ctx.bake.heat_min else c.MINUTES_DOUBT.value
    band = Band(whole * (1 - doubt), whole, whole * (1 + doubt))
    return Heated(ctx, tray, band, most.needed, most.colour, core, _margin(ctx))


def together(heats: list[Heated]) -> Band:
    """Minutes until the last heat is done: the pot and the oven run side by side, one of them twice in turn."""
    by_method: dict[str, list[Band]] = {}
    for h in heats:
        by_method.setdefault(h.tray.method, []).append(h.whole)
    sums = [
        Band(*(sum(getattr(b, end) for b in bands) for end in ("low", "typical", "high")))
        for bands in by_method.values()
    ]
    return max(sums, key=lambda band: band.typical)


def _tray(load: Load, shown: Cook, minutes: float, reaches: Band | None, marks: list[Mark]) -> HeatTray:
    ctx = load.most.ctx
    k, b, line = ctx.kitchen, ctx.bake, load.most.line
    end = int(np.searchsorted(shown.minutes, minutes))
    end = min(end, len(shown.minutes) - 1)
    at = np.linspace(0, float(shown.minutes[-1]), 61)
    pick = lambda values: np.interp(at, shown.minutes, values)
    low, high = _core_band(at, pick(shown.core))
    steam = b.method == "steam"
    return HeatTray(
        b.method,
        _setting(ctx),
        heat.steam_temperature(fire_of(ctx, load.at_once)) if steam else b.air_c,
        minutes,
        b.heat_min is not None,
        at.round(2).tolist(),
        pick(shown.core).round(1).tolist(),
        low,
        high,
        pick(shown.skin).round(1).tolist(),
        line.celsius,
        line.why,
        reaches,
        float(shown.core[end]),
        float(shown.core[-1]),
        shown.reaches(shown.crumb, crumb_target(k.altitude_m)),
        "none" if steam else heat.colour(float(shown.skin[: end + 1].max()), _enriched(ctx)),
        float(shown.loss[end] * 100),
        load.most.piece.filling_c,
        heat.boiling_point(k.altitude_m),
        load.fit.per_load,
        load.loads,
        heat.steam_water_ml(k.net_watts, minutes) if steam else 0.0,
        k.boil_min if steam else k.preheat_min,
        b.rest_min,
        marks,
        0.0,
        load.names,
        load.pieces,
        load.fit,
    )


def _setting(ctx: Context) -> str:
    if ctx.bake.method == "steam":
        return f"{ctx.bake.fire} fire"
    return f"{ctx.bake.air_c:.0f} °C" + (", fan" if ctx.bake.fan else "")
