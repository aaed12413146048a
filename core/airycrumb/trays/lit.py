"""Whether what pieces go into is hot: when it was lit, what a thermometer in it said, and what the cook said."""

from dataclasses import dataclass
from datetime import datetime, timedelta

from airycrumb.data import heat as c
from airycrumb.plan.context import Context
from airycrumb.stations.heat.settings import preheat_min
from airycrumb.trays.in_heat import Marked, load_id, oven_said

READ_WITHIN = timedelta(
    minutes=10
)  # before they went in: an older reading of the oven says nothing of it then; assumed
HOT_ENOUGH = 0.97  # of the way from the room to its heat; assumed


@dataclass(frozen=True)
class Warmth:
    """How hot oven, pot or pan is as pieces go in."""

    #: whether anything says so: a mark of when it was lit, a thermometer, or the cook
    known: bool
    #: of the way from the room to its heat, 0 to 1
    share: float

    @property
    def is_hot(self) -> bool:
        """Whether it is as hot as it is to be."""
        return self.share >= HOT_ENOUGH


HOT, UNTOLD = Warmth(True, 1.0), Warmth(False, 1.0)


def heats_up_min(ctx: Context) -> float:
    """Minutes before pieces can go in, stone or steel hot through."""
    b, k = ctx.bake.heat, ctx.kitchen
    if b.method == "oven":
        return preheat_min(b.air_c, b.on, k.oven_warms_min)
    return k.steamer.boil_min if b.method == "steam" else c.PAN_HEATS_MIN.value


def lit_at(ctx: Context, heat: int) -> datetime | None:
    """When this heat was marked as lit, None where nobody said."""
    return ctx.did(f"{load_id(heat, 1)}.light")


def _said_between(ctx: Context, since: datetime, until: datetime) -> list[tuple[datetime, float]]:
    """What thermometers in the oven said meanwhile; [] for what is not heated in one."""
    if ctx.bake.heat.method != "oven":
        return []
    return [(at, air) for at, air in oven_said(ctx) if since <= at <= until]


def warmed_up(ctx: Context, first: Marked) -> list[tuple[float, float]]:
    """(minute since it was lit, °C) of the oven before the first load went in; [] where nobody said when."""
    lit = lit_at(ctx, first.heat)
    if lit is None or first.began is None:
        return []
    return [((at - lit).total_seconds() / 60, air) for at, air in _said_between(ctx, lit, first.began)]


def warmth_at(ctx: Context, heat: int, at: datetime) -> Warmth:
    """How hot it is at a moment, by what was marked and read until then."""
    if ctx.did(f"{load_id(heat, 1)}.hot"):
        return HOT
    said, lit = _said_between(ctx, at - READ_WITHIN, at), lit_at(ctx, heat)
    if said:
        way = max(ctx.bake.heat.air_c - ctx.room_c, 1.0)
        return _warmth((said[-1][1] - ctx.room_c) / way)
    if lit is None:
        return UNTOLD
    return _warmth((at - lit).total_seconds() / 60 / max(heats_up_min(ctx), 0.1))


def _warmth(share: float) -> Warmth:
    return HOT if share >= HOT_ENOUGH else Warmth(True, max(share, 0.0))


def warmth_of(ctx: Context, first: Marked) -> Warmth:
    """How hot it was as the first load went in; hot before that, since the plan lights it in time, and once it is out,
    since what follows finds it hot.
    """
    return warmth_at(ctx, first.heat, first.began) if first.is_in and first.began else HOT


def hot_from(ctx: Context, heat: int) -> datetime | None:
    """When it is hot, going by when it was lit; by now where nobody lit it, None where it was said to be hot."""
    if ctx.did(f"{load_id(heat, 1)}.hot"):
        return None
    return ctx.later(lit_at(ctx, heat) or ctx.now, heats_up_min(ctx))
