"""A bake as it was decided at the stove: minutes given to a heat instead of those it was started with."""

from collections.abc import Iterable

from airycrumb.bake.heating import HeatSettings
from airycrumb.bake.marks import Observation
from airycrumb.bake.model import Bake

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
