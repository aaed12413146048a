"""Questions about the heat: whether it gets hot enough, whether it all fits, whether the pot boils dry."""

from collections.abc import Callable, Iterator

from airycrumb.sheet.context import Context
from airycrumb.sheet.heating import Heated
from airycrumb.sheet.pieces import Pieces
from airycrumb.sheet.types import Answer, Change, Doubt
from airycrumb.sheet.worked import GEOMETRY, HEAT_MODEL, KEEP, Worked, piece_count


def _at(ctx: Context, field: str) -> list[str | int]:
    """Where in the document something of this heat is written: its own, or the one all share."""
    return ["heat", field] if ctx.group.heat is None else ctx.path("heat", field)


def _code(h: Heated, code: str) -> str:
    return code if h.ctx.group.heat is None else h.ctx.code(code)


def each(question: Callable[[Worked, Heated], Iterator[Doubt]]) -> Callable[[Worked], Iterator[Doubt]]:
    """The same question of every heat."""

    def ask(w: Worked) -> Iterator[Doubt]:
        for h in w.heats:
            yield from question(w, h)

    return ask


def too_cold(w: Worked, heated: Heated) -> Iterator[Doubt]:
    """A setting or time that leaves the middle below its line."""
    h, bake = heated.tray, heated.ctx.bake
    if heated.needed is None:
        better = Answer(
            "Bake at 190 °C",
            [Change(_at(heated.ctx, "temperature"), "190 C"), Change(_at(heated.ctx, "minutes"), None)],
        )
        yield Doubt(
            _code(heated, "never_hot"),
            "heat",
            "stop",
            f"The middle does not reach {h.line_c:.0f} °C",
            f"In 75 min it gets to about {max(h.core):.0f} °C: {h.line_why}.",
            [better, KEEP] if bake.method == "oven" else [KEEP],
            HEAT_MODEL,
        )
    elif bake.heat_min is not None and bake.heat_min < (heated.core_needs or 0) * heated.margin:
        yield Doubt(
            _code(heated, "time_short"),
            "heat",
            "stop",
            f"{bake.heat_min:.0f} min leaves the middle at about {h.core_at_end_c:.0f} °C",
            f"The line is {h.line_c:.0f} °C ({h.line_why}). Typical time {heated.core_needs:.0f} min; {heated.needed:.0f} with a margin for doubt.",
            [Answer(f"Allow {heated.needed:.0f} min", [Change(_at(heated.ctx, "minutes"), None)]), KEEP],
            HEAT_MODEL,
        )


def pale(w: Worked, heated: Heated) -> Iterator[Doubt]:
    """A setting that cooks through and leaves the crust pale."""
    h, bake = heated.tray, heated.ctx.bake
    if bake.method == "oven" and h.colour in ("none", "pale gold") and heated.golden is None:
        yield Doubt(
            _code(heated, "pale"),
            "heat",
            "ask",
            f"{bake.air_c:.0f} °C bakes it through but leaves it pale",
            "The surface stays too wet and too cool to brown. A hotter oven, or egg wash, colours it.",
            [Answer("Bake at 190 °C", [Change(_at(heated.ctx, "temperature"), "190 C")]), KEEP],
            HEAT_MODEL,
        )


def too_large(w: Worked, heated: Heated) -> Iterator[Doubt]:
    """A piece that does not lie in what it is heated in."""
    fit = heated.tray.fit
    if fit.whole:
        return
    size = max(fit.piece_wide_mm, fit.piece_deep_mm) / 10
    where = (
        f"a {fit.wide_mm / 10:.0f} cm basket"
        if fit.round
        else f"a {fit.wide_mm / 10:.0f} × {fit.deep_mm / 10:.0f} cm tray"
    )
    yield Doubt(
        _code(heated, "does_not_fit"),
        "heat",
        "stop",
        f"A piece {size:.0f} cm long does not lie in {where}",
        "That is its size once it has grown in the heat. Smaller pieces, another closing, or a larger tray would do.",
        [KEEP],
        GEOMETRY,
    )


DONE_SOONER = 0.75  # of the time planned: those done by then are worth taking out; assumed


def _who(p: Pieces) -> str:
    one = " one" if p.ctx.share.pieces == 1 else ""
    name = f"{one} with {p.ctx.group.filling.name}" if p.ctx.group.filling.parts else f" {p.wrapper.label}"
    return f"Take the{'' if p.ctx.share.pieces == 1 else f' {p.ctx.share.pieces}'}{name}"


def done_sooner(w: Worked, heated: Heated) -> Iterator[Doubt]:
    """Pieces that share a heat with larger ones and are done long before them."""
    planned = heated.tray.minutes_planned
    for p in w.pieces:
        needed = p.demand.needed
        if (
            (p.ctx.bake is not heated.ctx.bake and p.ctx.bake != heated.ctx.bake)
            or needed is None
            or needed >= DONE_SOONER * planned
        ):
            continue
        yield Doubt(
            p.ctx.code("done_sooner"),
            "heat",
            "note",
            f"{_who(p)} out after about {needed:.0f} min",
            f"The others need {planned:.0f}. Left in as long, these dry out and darken.",
            [KEEP],
            HEAT_MODEL,
        )


def loads(w: Worked, heated: Heated) -> Iterator[Doubt]:
    """More pieces than go in at once."""
    h = heated.tray
    if h.loads > 1:
        wait = h.fit.waits_min[-1]
        one_heat = len(w.heats) == 1
        fewer = [Answer(f"Make {h.per_load}", piece_count(h.per_load))] if one_heat and h.per_load else []
        yield Doubt(
            _code(heated, "loads"),
            "heat",
            "note",
            f"{h.per_load} fit at once: {h.loads} loads",
            f"The last load waits {wait:.0f} min and goes on rising. Keep it cool, and cook first what was wrapped first.",
            [*fewer, KEEP],
            HEAT_MODEL,
        )


def boil_dry(w: Worked, heated: Heated) -> Iterator[Doubt]:
    """Water for the whole steaming."""
    h = heated.tray
    if h.method == "steam":
        need = h.water_ml * h.loads * 1.25 + 150
        yield Doubt(
            _code(heated, "water"),
            "heat",
            "note",
            f"Put {round(need / 50) * 50:.0f} ml of water in the pot",
            f"About {h.water_ml * h.loads:.0f} ml boils away in the time planned; a quarter more and a safe depth at the end.",
            [KEEP],
            HEAT_MODEL,
        )


HEATING = tuple(each(question) for question in (too_cold, pale, too_large, done_sooner, loads, boil_dry))
