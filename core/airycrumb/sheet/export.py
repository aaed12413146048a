"""A bake as a recipe anyone can read: schema.org's Recipe, in grams, with this kitchen's times."""

from typing import Any

from airycrumb.recipe.linked import linked
from airycrumb.sheet.timing import spell
from airycrumb.sheet.types import GroupTray, RiseTray, Sheet


def _lines(s: Sheet) -> list[str]:
    """Every ingredient; a filling's name beside its own where there are several."""
    plain = [f"{line.shown_g:g} g {line.name}" for line in s.weigh.dough]
    several = len(s.groups) > 1
    for group in s.groups:
        plain += [
            f"{x.shown_g:g} g {x.name}" + (f" (for the {group.name} filling)" if several else "") for x in group.filling
        ]
    return plain


def _wrapping(s: Sheet) -> list[str]:
    return [_wrap(g, len(s.groups) > 1) for g in s.groups]


def _wrap(g: GroupTray, several: bool) -> str:
    who = f"{g.pieces}" if several else "each"
    if not g.filling_each_g:
        return f"Pat {who} out and fold it in half ({g.wrap.label})."
    if not g.wrap.rolled:
        return f"Knead {g.filling_each_g:.0f} g of {g.name} into {who} ({g.wrap.label})."
    by = "" if g.wrap.round else f" by {g.wrap.along_mm / 10:.1f}"
    return f"Roll {who} to {g.wrap.across_mm / 10:.1f}{by} cm, put {g.filling_each_g:.0f} g of {g.name} on it and close it ({g.wrap.label})."


def _dividing(s: Sheet) -> str:
    return f"Divide into {s.divide.in_words('pieces of')}, round them up and rest 10 min."


def _stage(tray: RiseTray, what: str) -> str:
    ready = tray.forecast.ready
    if tray.rests:
        return f"Let it rest, covered, for {spell(ready.typical if ready else 0)}; it does not rise."
    where = ", then ".join(tray.where)
    when = f"{spell(ready.low)} to {spell(ready.high)}" if ready else "as long as it takes"
    return (
        f"{what} {where} ({tray.air_c:.0f} °C) to {tray.forecast.target:.3g} times its size: {when}. Go by the dough."
    )


def _steps(s: Sheet) -> list[str]:
    heat = "Steam" if s.heat.method == "steam" else "Bake"
    reached = f" The middle should pass {s.heat.line_c:.0f} °C: probe it." if s.heat.reaches else ""
    return [
        *([_stage(s.sponge, "Mix the sponge and let it ripen, covered,")] if s.sponge else []),
        f"Mix with liquid at {s.weigh.water_c:.0f} °C and knead to a {s.weigh.feel} dough.",
        _stage(s.rise, "Let it rise, covered,"),
        *([_stage(s.again, "Knock it back and let it rise again, covered,")] if s.again else []),
        _dividing(s),
        *_wrapping(s),
        *([] if s.proof.rests else [_stage(s.proof, "Proof, covered,")]),
        f"{heat} ({s.heat.setting}) for {s.heat.minutes_planned:.0f} min.{reached}",
        *(f"{c.title}. {c.text}" for c in s.cautions if c.urgent),
    ]


def as_recipe(name: str, s: Sheet) -> dict[str, Any]:
    """A worked bake as a schema.org Recipe document."""
    return linked(name, s.divide.pieces, _lines(s), s.day.total_min, _steps(s))
