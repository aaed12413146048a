"""The doughs of a bake as the rise model sees them: the sponge, and all of it with what ripened in the sponge."""

import math
from dataclasses import dataclass

import numpy as np

from airycrumb.data import rise as c
from airycrumb.data.record import Constant
from airycrumb.pantry import Part
from airycrumb.plan.context import Context
from airycrumb.stations import rise
from airycrumb.stations.rise.model import yeast_grown
from airycrumb.stations.weigh import formula

SODA_AS_POWDER = Constant(3.0, "1", "common practice", "baking soda lifts about three times as much as baking powder")


@dataclass(frozen=True)
class Ripe:
    """A sponge when it is ripe."""

    dough: rise.Dough
    state: rise.State


def _dough(ctx: Context, p: formula.Percentages, parts: list[Part], awake: float, yeast: float) -> rise.Dough:
    powder = p.baking_powder * (SODA_AS_POWDER.value if ctx.bake.dough.leavening == "soda" else 1.0)
    ceiling, pressure = formula.rise_ceiling(parts), ctx.pressure
    return rise.Dough(
        yeast=yeast,
        hydration=p.true_hydration,
        salt=p.salt,
        sugar=p.sugar,
        fat=p.fat,
        total=p.total,
        rise_ceiling=ceiling,
        awake=awake,
        baking_powder=powder,
        pressure=pressure,
        tolerance=_tolerance(parts),
    )


def _tolerance(parts: list[Part]) -> float:
    """How much more sugar this yeast bears than an ordinary one, by what there is of each."""
    yeasts = [(i, g) for i, g in parts if i.role == "yeast"]
    whole = sum(g for _, g in yeasts)
    bred = sum(g for i, g in yeasts if i.key == "osmotolerant yeast")
    return 1.0 if whole <= 0 else 1 + (c.OSMOTOLERANT.value - 1) * bred / whole


def of_sponge(ctx: Context) -> list[Part]:
    """What goes into the sponge."""
    return [part for part, place in zip(ctx.bake.dough.parts, ctx.bake.dough.places, strict=False) if place == "sponge"]


def sponge_dough(ctx: Context) -> rise.Dough:
    """The sponge as the rise model sees it."""
    parts = of_sponge(ctx)
    p = formula.percentages(parts)
    return _dough(ctx, p, parts, formula.wake_up(parts, "straight"), p.yeast)


def dough_of(ctx: Context, sponge: Ripe | None = None) -> rise.Dough:
    """The dough as the rise model sees it; what ripened in a sponge comes in grown and awake."""
    p, bake = ctx.percentages, ctx.bake
    awake, yeast = formula.wake_up(bake.dough.parts, bake.dough.yeast_school), p.yeast if ctx.rises else 0.0
    if sponge is not None and yeast > 0:
        awake, yeast = _with_sponge(ctx, sponge, awake, yeast)
    return _dough(ctx, p, bake.dough.parts, awake, yeast)


def _with_sponge(ctx: Context, sponge: Ripe, awake: float, yeast: float) -> tuple[float, float]:
    """Share of the yeast awake, and the yeast in % of all the flour, once a ripe sponge is in the dough."""
    inside = of_sponge(ctx)
    flour = lambda parts: sum(g for i, g in parts if i.role == "flour")
    own, state = sponge.dough, sponge.state
    grown = float(yeast_grown(own, np.array([state.theta]))[0])
    brought = grown * flour(inside) / flour(ctx.bake.dough.parts)
    rest = max(0.0, yeast - own.yeast * flour(inside) / flour(ctx.bake.dough.parts))
    stirred = float(1 / (1 + (1 / own.awake - 1) * math.exp(-state.theta / c.WAKE_HOURS.value)))
    whole = brought + rest
    return min(0.99, (stirred * brought + awake * rest) / whole), whole
