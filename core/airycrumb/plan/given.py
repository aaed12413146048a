"""A bake as it became under the hands: what was added to its dough, how many pieces there are, minutes given."""

import math
from collections.abc import Iterable, Sequence

from airycrumb.bake.heating import HeatSettings
from airycrumb.bake.kitchen import Kitchen
from airycrumb.bake.marks import Observation
from airycrumb.bake.model import Bake, DoughLine
from airycrumb.plan.context import Context

LEAST_FILLED = 0.6  # of what was planned, for a weight of the filling to be believed; assumed
APART_MIN = 0.001  # two heats that came to the same minutes stay two


def heat_key(number: int) -> str:
    """How a heat is named in marks; heats are counted from one, in the order of the groups."""
    return f"heat.{number}"


def as_given(bake: Bake, observations: Iterable[Observation]) -> Bake:
    """The bake with what was given; the bake itself where nothing was."""
    told = {o.event: o.value for o in observations if o.kind == "heat_for" and o.value is not None}
    if not told:
        return bake
    heats = dict.fromkeys(bake.heat if g.heat is None else g.heat for g in bake.groups)
    now: dict[HeatSettings, HeatSettings] = {}
    for number, heat in enumerate(heats, start=1):
        minutes = told.get(heat_key(number), heat.heat_min)
        given = heat.but(heat_min=minutes)
        now[heat] = given if given not in now.values() else heat.but(heat_min=(minutes or 0.0) + APART_MIN)
    groups = tuple(g if g.heat is None else g.but(heat=now[g.heat]) for g in bake.more_groups)
    return bake.but(heat=now[bake.heat], more_groups=groups)


ADDED = {"flour_added": "flour", "water_added": "water"}  # marks of what was added while it was kneaded


def _added(observations: Iterable[Observation]) -> dict[str, float]:
    """g of what was kneaded in besides."""
    found = dict.fromkeys(ADDED.values(), 0.0)
    for o in observations:
        if o.kind in ADDED:
            found[ADDED[o.kind]] += o.value or 0.0
    return found


def _counted(observations: Iterable[Observation]) -> dict[str, int]:
    """How many pieces there really are, by group ("1", the first)."""
    return {o.where or "1": round(o.value) for o in observations if o.kind == "pieces" and o.value}


def _filled(bake: Bake, observations: Iterable[Observation]) -> dict[str, float]:
    """g of each filling as it was weighed, by group ("1", the first); what has things laid in it is not all of it."""
    whole = {str(n) for n, g in enumerate(bake.groups, start=1) if g.parts and not g.filling.things}
    weighed = {o.where or "1": o.value for o in observations if o.kind == "filling_weight" and o.value}
    return {group: grams for group, grams in weighed.items() if group in whole}


def as_made(bake: Bake, kitchen: Kitchen, observations: Sequence[Observation]) -> Bake:
    """The bake as it became: with the flour and water that were added while kneading, as many pieces as there really
    are, and no more filling in each than there is; the bake itself where nothing was marked. What was added makes the
    same pieces heavier.
    """
    added, counts, filled = _added(observations), _counted(observations), _filled(bake, observations)
    more_g = sum(added.values())
    if not more_g and not counts and not filled:
        return bake
    scaled = Context(bake, kitchen, (), observations[0].at).scaled
    heavier, sizes = 1 + more_g / scaled.dough_g, list[dict[str, float]]()
    for n, share in enumerate(scaled.shares, start=1):
        pieces = counts.get(str(n), share.pieces)
        each = min(share.filling_per_piece_g, filled.get(str(n), math.inf) / pieces)
        # Less than that is asked about: lighter pieces are given less heat, and a slip of the keys must not do that.
        each = each if each >= LEAST_FILLED * share.filling_per_piece_g else share.filling_per_piece_g
        sizes.append({"pieces": pieces, "dough_each_g": share.dough_per_piece_g * heavier, "filling_each_g": each})
    groups = tuple(g.but(**size) for g, size in zip(bake.more_groups, sizes[1:], strict=True))
    # What was held has been weighed by now, and who eats no longer decides how many there are.
    return bake.but(
        dough=bake.dough.but(ingredients=_with(bake, added, scaled.dough_g)) if more_g else bake.dough,
        more_groups=groups,
        eaters=None,
        held=None,
        **sizes[0],
    )


def _with(bake: Bake, added: dict[str, float], dough_g: float) -> tuple[DoughLine, ...]:
    """The dough's lines with what was added, in their own proportion. dough_g: of the dough before."""
    lines = list(bake.dough.ingredients)
    scale = sum(g for _, g in bake.dough.parts) / dough_g
    flour = max((i for i, x in enumerate(lines) if x.part[0].role == "flour"), key=lambda i: lines[i].part[1])
    lines[flour] = lines[flour].plus(added["flour"] * scale)
    if added["water"]:
        water = next((i for i, x in enumerate(lines) if x.part[0].key == "water" and x.place == "dough"), None)
        if water is None:
            lines.append(DoughLine.model_validate({"use": "water", "amount": "0 g"}))
        at = len(lines) - 1 if water is None else water
        lines[at] = lines[at].plus(added["water"] * scale)
    return tuple(lines)
