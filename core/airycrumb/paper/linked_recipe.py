"""A bake as a recipe anyone can read: schema.org's Recipe, in grams, with this kitchen's times."""

from typing import Any

from airycrumb.plan.timing import spell
from airycrumb.recipe.linked import linked
from airycrumb.trays.types import GroupTray, HeatTray, RiseTray, Sheet


def _lines(s: Sheet) -> list[str]:
    """Every ingredient; a filling's name beside its own where there are several."""
    plain = [f"{line.shown_g:g} g {line.name}" for line in s.weigh.dough]
    several = len(s.groups) > 1
    for group in s.groups:
        plain += [
            f"{x.shown_g:g} g {x.name}" + (f" (for the {group.name} filling)" if several else "") for x in group.filling
        ]
    return plain


def wrapping_words(s: Sheet) -> list[str]:
    """How each group is rolled, filled and closed."""
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


def stage_words(tray: RiseTray, what: str) -> str:
    """A fermenting stage in a sentence."""
    ready = tray.forecast.ready
    if tray.rests:
        return f"Let it rest, covered, for {spell(ready.typical if ready else 0)}; it does not rise."
    where = ", then ".join(tray.where)
    when = f"{spell(ready.low)} to {spell(ready.high)}" if ready else "as long as it takes"
    return (
        f"{what} {where} ({tray.air_c:.0f} °C) to {tray.forecast.target:.3g} times its size: {when}. Go by the dough."
    )


VERBS = {"steam": "Steam", "oven": "Bake", "pan": "Cook in the pan"}


def _heat_words(h: HeatTray) -> list[str]:
    cold = {"fridge": "Straight from the fridge: ", "frozen": "Straight from the freezer: "}.get(h.came, "")
    turns = " Turn at " + ", ".join(f"{t:g}" for t in h.turns) + " min." if h.turns else ""
    said = [f"{cold}{VERBS[h.method]} ({h.setting}) for {h.minutes_planned:.0f} min.{turns}"]
    if h.reaches:
        r = h.reaches
        said.append(
            f"The middle should pass {h.line_c:.0f} °C at {r.typical:.0f} min ({r.low:.0f} to {r.high:.0f}): probe it."
        )
    if h.water:
        top_up = "".join(f" Top up with {t.ml:.0f} ml of boiling water at {t.minute:.0f} min." for t in h.water.top_up)
        said.append(f"{h.water.ml:.0f} ml of water in the pot.{top_up}")
    if h.loads > 1:
        said.append(f"{h.loads} loads of {h.per_load}, first wrapped first.")
    return said


def heating_words(s: Sheet) -> list[str]:
    """Every heat in sentences."""
    return [line for h in (s.heat, *s.more_heats) for line in _heat_words(h)]


def _caution(s: Sheet, tray: str) -> list[str]:
    return [f"Caution. {c.title}. {c.text}" for c in s.cautions if c.tray == tray]


def _steps(s: Sheet) -> list[str]:
    """The method, each caution beside its step."""
    return [
        *([stage_words(s.sponge, "Mix the sponge and let it ripen, covered,")] if s.sponge else []),
        f"Mix with liquid at {s.weigh.water_c:.0f} °C and knead to a {s.weigh.feel} dough.",
        *_caution(s, "weigh"),
        stage_words(s.rise, "Let it rise, covered,"),
        *([stage_words(s.again, "Knock it back and let it rise again, covered,")] if s.again else []),
        *_caution(s, "rise"),
        _dividing(s),
        *wrapping_words(s),
        *_caution(s, "wrap"),
        *([] if s.proof.rests else [stage_words(s.proof, "Proof, covered,")]),
        *_caution(s, "proof"),
        *heating_words(s),
        *_caution(s, "heat"),
    ]


def as_recipe(name: str, s: Sheet) -> dict[str, Any]:
    """A worked bake as a schema.org Recipe document."""
    return linked(name, s.divide.pieces, _lines(s), s.day.total_min, _steps(s))
