"""The Weigh tray: amounts, percentages, and the water that lands the dough at its temperature."""

import math

from airycrumb.data.record import Constant
from airycrumb.data.vocabulary import FEEL
from airycrumb.pantry import Part
from airycrumb.plan.context import Context
from airycrumb.stations.weigh import formula
from airycrumb.stations.weigh.mixing import OWN_C, mixing_order, own_liquid
from airycrumb.trays.filled import weighed_g
from airycrumb.trays.swaps import swaps
from airycrumb.trays.types import WeighTray

WANTED_C = Constant(26.0, "°C", "common practice", "dough temperature most yeasted doughs are mixed to")
COLD_TAP = Constant(12.0, "°C", "assumed", "cold water from the tap; measure yours in summer")
MOST_ICE_C, FRIDGE_C, WARMEST_LIQUID_C = -10.0, 4.0, 43.0
MIX_MIN = {
    "hand": Constant(22.0, "min", "common practice", "8-12 min kneading by hand, and weighing before it"),
    "machine": Constant(19.0, "min", "common practice", "5-10 min by machine, and weighing before it"),
    "sheeted": Constant(22.0, "min", "common practice", "kneaded as by hand; it is sheeted once it has risen"),
    "none": Constant(13.0, "min", "assumed", "mixed until no dry flour is left, and weighing before it"),
    "after": Constant(13.0, "min", "assumed", "barely mixed now, kneaded once it has risen; and weighing before it"),
}
# °C over what kneading by hand adds in this kitchen
WARMS_MORE = {
    "hand": Constant(0.0, "°C", "common practice", "the kitchen's own figure"),
    "machine": Constant(5.0, "°C", "assumed", "a hook turns its work into warmth: 3 to 8 °C"),
    "sheeted": Constant(0.0, "°C", "common practice", "kneaded as by hand"),
    "none": Constant(-1.0, "°C", "assumed", "nothing is worked into it"),
    "after": Constant(-1.0, "°C", "assumed", "nothing is worked into it yet"),
}
HELD_BACK = Constant(0.1, "share", "common practice", "of the water, held back until the dough is felt: 20 of 240 ml")
UNSURE_POINTS = 4.0  # of hydration
DILUTED = Constant(5.0, "g", "assumed", "yeast stirred into water to 100 g, to measure what a scale cannot")
TEASPOON_ML = 4.92892159
FEELS = ((56.0, "stiff"), (63.0, "firm"), (70.0, "soft"), (math.inf, "sticky"))


def _liquid_share(parts: list[Part]) -> float:
    whole = sum(g for _, g in parts)
    return max(0.1, sum(g * i.water / 100 for i, g in parts if i.role in ("liquid", "egg")) / whole)


def friction_of(ctx: Context) -> float:
    """°C that kneading this dough adds."""
    return max(0.0, ctx.kitchen.friction_c + WARMS_MORE[ctx.bake.dough.kneading].value)


def temperatures(ctx: Context) -> tuple[float, float, bool]:
    """Liquid °C to use, dough °C it gives, and whether the dough was measured."""
    share, friction = _liquid_share(ctx.bake.dough.parts), friction_of(ctx)
    wanted = ctx.bake.dough.wanted_c if ctx.bake.dough.wanted_c is not None else WANTED_C.value
    liquid = formula.water_temperature(wanted, ctx.room_c, friction, share)
    # Ice goes into water; milk can be no colder than the fridge.
    coldest = MOST_ICE_C if any(item.key == "water" for item, _ in ctx.bake.dough.parts) else FRIDGE_C
    liquid = min(max(liquid, coldest), WARMEST_LIQUID_C)
    measured = ctx.bake.dough.start_c
    dough = measured if measured is not None else formula.dough_temperature(liquid, ctx.room_c, friction, share)
    return liquid, dough, measured is not None


def _without_its_own(ctx: Context, dough: list[formula.Line], liquid_c: float) -> float:
    """°C of the rest of the liquid, where yeast has some of it for itself, warmer."""
    places = ctx.bake.dough.places or ("dough",) * len(dough)
    main = [line for line, place in zip(dough, places, strict=True) if place == "dough"]
    own = own_liquid(main, ctx.bake.dough.yeast_school)
    whole = sum(line.shown_g for line in main if line.role == "liquid")
    if own is None or whole - own[1] < 1:
        return liquid_c
    rest = (liquid_c * whole - sum(OWN_C) / 2 * own[1]) / (whole - own[1])
    return min(max(rest, FRIDGE_C), WARMEST_LIQUID_C)


def feel(true_hydration: float) -> str:
    """The word for a dough of this true hydration (%)."""
    return next(word for limit, word in FEELS if true_hydration < limit)


def main_flour(parts: list[Part]) -> str:
    """Key of the flour there is most of."""
    return max((part for part in parts if part[0].role == "flour"), key=lambda part: part[1])[0].key


def _held_back(ctx: Context, dough: list[formula.Line], doubt: formula.HydrationDoubt) -> tuple[float, bool]:
    """g of water to keep back until the dough is felt, and whether this flour's last dough says so.

    A flour that left water over before leaves it again; flour measured by cups asks for a tenth.
    """
    water = sum(line.grams for line in dough if line.key == "water")
    drank = ctx.kitchen.absorption.get(main_flour(ctx.bake.dough.parts))
    if drank is not None and drank < 0.99:
        return water * (1 - drank), True
    wide = doubt.hydration.high - doubt.hydration.low >= UNSURE_POINTS
    return (water * HELD_BACK.value if wide else 0.0), False


def filling_lines(ctx: Context) -> list[formula.Line]:
    """The filling of the group looked at, as weighed: what its steps take away is there to begin with."""
    parts = ctx.group.parts
    if not parts:
        return []
    return formula.lines(parts, weighed_g(ctx), ctx.kitchen.scale_step_g, with_percent=False)


def weigh(ctx: Context) -> WeighTray:
    """Work the Weigh tray."""
    step, bake, scaled = ctx.kitchen.scale_step_g, ctx.bake, ctx.scaled
    dough = formula.lines(bake.dough.parts, scaled.dough_g, step, with_percent=True)
    filling = filling_lines(ctx)
    liquid, dough_c, measured = temperatures(ctx)
    liquid = _without_its_own(ctx, dough, liquid)
    small = [line for line in dough + filling if line.below_step]
    density = {item.key: item.density for item, _ in bake.dough.parts + ctx.group.parts}
    spoons = {line.key: line.grams / per_ml / TEASPOON_ML for line in small if (per_ml := density[line.key])}
    places = bake.dough.places or ("dough",) * len(bake.dough.parts)
    doubt = formula.hydration_doubt(bake.dough.parts, bake.dough.bands)
    felt = feel(ctx.percentages.true_hydration)
    hold_back_g, drank_before = _held_back(ctx, dough, doubt)
    return WeighTray(
        dough=dough,
        filling=filling,
        percentages=ctx.percentages,
        flour_g=sum(x.grams for x in dough if x.role == "flour"),
        dough_g=scaled.dough_g,
        filling_g=sum(x.grams for x in filling),
        spoons=spoons,
        water_c=liquid,
        room_c=ctx.room_c,
        dough_c=dough_c,
        dough_c_measured=measured,
        feel=felt,
        feels=FEEL[felt],
        minutes=MIX_MIN[bake.dough.kneading].value,
        hydration=doubt.hydration,
        doubt_line=doubt.most,
        order=mixing_order(dough, places, bake.dough.yeast_school, bake.dough.kneading != "none"),
        ice_g=formula.ice(sum(x.grams for x in dough if x.key == "water"), liquid, COLD_TAP.value),
        recipe_g=sum(g for _, g in bake.dough.parts),
        sponge=formula.sponge(dough, places, bake.dough.parts),
        hold_back_g=hold_back_g,
        drank_before=drank_before,
        dilutions={x.key: 100 * x.grams / DILUTED.value for x in dough if x.below_step and x.role == "yeast"},
        swaps=swaps(ctx),
    )
