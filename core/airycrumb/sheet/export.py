"""A bake as a recipe anyone can read: schema.org's Recipe, in grams, with this kitchen's times."""

from typing import Any

from airycrumb.formula import Line
from airycrumb.recipe.linked import linked
from airycrumb.sheet.timing import spell
from airycrumb.sheet.types import RiseTray, Sheet


def _lines(dough: list[Line], filling: list[Line]) -> list[str]:
    return [f"{line.shown_g:g} g {line.name}" for line in (*dough, *filling)]


def _stage(tray: RiseTray, what: str) -> str:
    ready = tray.forecast.ready
    when = f"{spell(ready.low)} to {spell(ready.high)}" if ready else "as long as it takes"
    return f"{what} at {tray.air_c:.0f} °C to {tray.forecast.target:.3g} times its size: {when}. Go by the dough."


def _steps(s: Sheet) -> list[str]:
    heat = "Steam" if s.heat.method == "steam" else "Bake"
    reached = f" The middle should pass {s.heat.line_c:.0f} °C: probe it." if s.heat.reaches else ""
    return [
        f"Mix with liquid at {s.weigh.water_c:.0f} °C and knead to a {s.weigh.feel} dough.",
        _stage(s.rise, "Let it rise, covered,"),
        f"Divide into {s.divide.pieces} pieces of {s.divide.each_shown_g:g} g, round them up and rest 10 min.",
        f"Roll each to {s.wrap.diameter_mm / 10:.1f} cm, put {s.wrap.filling_g:.0f} g of {s.sentence.filling_name} on it and close it ({s.wrap.label}).",
        _stage(s.proof, "Proof, covered,"),
        f"{heat} ({s.heat.setting}) for {s.heat.minutes_planned:.0f} min.{reached}",
        *(f"{c.title}. {c.text}" for c in s.cautions if c.urgent),
    ]


def as_recipe(name: str, s: Sheet) -> dict[str, Any]:
    """A worked bake as a schema.org Recipe document."""
    lines = _lines(s.weigh.dough, s.weigh.filling)
    return linked(name, s.divide.pieces, lines, s.day.total_min, _steps(s))
