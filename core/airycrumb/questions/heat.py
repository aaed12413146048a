"""Questions about the heat: whether it gets hot enough, whether it all fits, whether the pot boils dry."""

from collections.abc import Callable, Iterator

from airycrumb.bake.edits import Answer, Change, Doubt
from airycrumb.plan.context import Context
from airycrumb.questions.findings import GEOMETRY, HEAT_MODEL, KEEP, PRACTICE, Findings, piece_count
from airycrumb.trays.heat_tray import HeatStage
from airycrumb.trays.pieces import Pieces
from airycrumb.trays.types import HeatTray
from airycrumb.whatif.heat import HARD_LEAST_C, SOFT_MOST_C, heat_at, hob_is_weak, nearest_that_works


def _at(ctx: Context, field: str) -> list[str | int]:
    return [*heat_at(ctx), field]


def _code(h: HeatStage, code: str) -> str:
    ctx = h.heated.ctx
    return code if ctx.group.heat is None else ctx.code(code)


def each(question: Callable[[Findings, HeatStage], Iterator[Doubt]]) -> Callable[[Findings], Iterator[Doubt]]:
    """The same question of every heat."""

    def ask(w: Findings) -> Iterator[Doubt]:
        for h in w.heats:
            yield from question(w, h)

    return ask


def _nearest(shown: HeatStage, hotter: bool) -> list[Answer]:
    """The nearest oven setting that bakes these through and golden, said with its minutes."""
    h = shown.heated
    found = nearest_that_works(h.load.most, heat_at(h.ctx), h.load.at_once, hotter)
    if found is None or found.minutes is None:
        return []
    return [Answer(f"{found.answer.label}: {found.minutes:.0f} min, {found.colour}", found.answer.changes)]


def too_cold(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """A setting or time that leaves the middle below its line."""
    heated, h = shown.heated, shown.tray
    ctx, bake = heated.ctx, heated.ctx.bake
    if heated.needed is None:
        yield Doubt(
            _code(shown, "never_hot"),
            "heat",
            "stop",
            f"The middle does not reach {h.line_c:.0f} °C",
            f"In 75 min it gets to about {max(h.core):.0f} °C: {h.line_why}.",
            [*(_nearest(shown, hotter=True) if bake.method == "oven" else []), KEEP],
            HEAT_MODEL,
        )
    elif bake.heat_min is not None and bake.heat_min < (heated.core_needs or 0) * heated.margin:
        yield Doubt(
            _code(shown, "time_short"),
            "heat",
            "stop",
            f"{bake.heat_min:.0f} min leaves the middle at about {h.core_at_end_c:.0f} °C",
            f"The line is {h.line_c:.0f} °C ({h.line_why}). Typical time {heated.core_needs:.0f} min; {heated.needed:.0f} with a margin for doubt.",
            [
                Answer(f"Allow {heated.needed:.0f} min", [Change(_at(ctx, "minutes"), None)]),
                *(_nearest(shown, hotter=True) if bake.method == "oven" else []),
                KEEP,
            ],
            HEAT_MODEL,
        )


def pale(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """A setting that cooks through and leaves the crust pale, or burns it."""
    h, heated, bake = shown.tray, shown.heated, shown.heated.ctx.bake
    if bake.method != "oven" or heated.needed is None:
        return
    if h.colour in ("none", "pale gold") and heated.golden is None:
        yield Doubt(
            _code(shown, "pale"),
            "heat",
            "ask",
            f"{bake.air_c:.0f} °C bakes it through but leaves it pale",
            "The surface stays too wet and too cool to brown. A hotter oven, or egg wash, colours it.",
            [*_nearest(shown, hotter=True), KEEP],
            HEAT_MODEL,
        )
    elif h.colour in ("dark", "burnt"):
        yield Doubt(
            _code(shown, "burns"),
            "heat",
            "ask",
            f"At {bake.air_c:.0f} °C the crust is {h.colour} by {h.minutes_planned:.0f} min",
            f"The middle needs that long. A cooler oven lets it catch up; or lay foil over them once they are brown. Browning index {h.browning:.0f} of 100.",
            [*_nearest(shown, hotter=False), KEEP],
            HEAT_MODEL,
        )


def crust_wanted(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """A soft or hard crust that this setting does not give."""
    ctx, bake = shown.heated.ctx, shown.heated.ctx.bake
    if bake.method != "oven" or not bake.crust:
        return
    if bake.crust == "hard" and (bake.air_c < HARD_LEAST_C or bake.wash in ("milk", "butter")):
        changes = [Change(_at(ctx, "temperature"), "215 C"), Change(_at(ctx, "minutes"), None)]
        more = [Change(_at(ctx, "wash"), "none"), Change(_at(ctx, "steam_pan"), True)]
        yield Doubt(
            _code(shown, "not_hard"),
            "heat",
            "ask",
            f"{bake.air_c:.0f} °C{'' if bake.wash == 'none' else f' and {bake.wash}'} gives a soft crust",
            "A hard one wants 200 to 220 °C, nothing soft brushed on, and steam for the first 10 min; mist and dust with flour.",
            [Answer("Bake hard: 215 °C, steam at first", [*changes, *more]), KEEP],
            PRACTICE,
        )
    elif bake.crust == "soft" and bake.air_c > SOFT_MOST_C:
        yield Doubt(
            _code(shown, "not_soft"),
            "heat",
            "ask",
            f"{bake.air_c:.0f} °C gives a hard crust",
            "A soft one wants 163 to 190 °C, milk or egg on it, and butter and a cloth when they are out.",
            [
                Answer(
                    "Bake soft: 177 °C, milk on it",
                    [
                        Change(_at(ctx, "temperature"), "177 C"),
                        Change(_at(ctx, "wash"), "milk"),
                        Change(_at(ctx, "minutes"), None),
                    ],
                ),
                KEEP,
            ],
            PRACTICE,
        )


def oven_is_off(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """An oven that runs hotter or cooler than its dial."""
    ctx, really = shown.heated.ctx, shown.tray.oven_really_c
    if really is None or abs(really - ctx.bake.air_c) < 8:
        return
    off = really - ctx.bake.air_c
    dial_c = round((ctx.bake.air_c - off) / 5) * 5
    yield Doubt(
        _code(shown, "oven_off"),
        "heat",
        "note",
        f"Your oven runs about {abs(off):.0f} °C {'hotter' if off > 0 else 'cooler'} than its dial",
        f"Set to {ctx.bake.air_c:.0f} °C it is really at about {really:.0f} °C, and the minutes count on that. Turn it to {dial_c:.0f} °C for the real thing.",
        [KEEP],
        "readings of a thermometer in this oven",
    )


def too_large(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """A piece that does not lie in what it is heated in."""
    fit, method = shown.tray.fit, shown.tray.method
    if fit.whole:
        return
    size = max(fit.piece_wide_mm, fit.piece_deep_mm) / 10
    where = (
        f"a {fit.wide_mm / 10:.0f} cm {'pan' if method == 'pan' else 'basket'}"
        if fit.round
        else f"a {fit.wide_mm / 10:.0f} × {fit.deep_mm / 10:.0f} cm tray"
    )
    yield Doubt(
        _code(shown, "does_not_fit"),
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


def done_sooner(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """Pieces that share a heat with larger ones and are done long before them."""
    planned, mine = shown.tray.minutes_planned, shown.heated.ctx.bake
    for p in w.pieces:
        needed = p.demand.needed
        if (p.ctx.bake is not mine and p.ctx.bake != mine) or needed is None or needed >= DONE_SOONER * planned:
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


GROWS_TOO_FAR = 1.25  # a ready piece so much larger is past its best; assumed


def _waits(h: HeatTray) -> str:
    """What waiting does to the last load."""
    last = h.later[-1]
    wait = f"The last load waits {last.wait_min:.0f} min"
    if last.where == "staggered":
        return f"{wait} less: wrap its pieces that much later, the dough covered in the fridge."
    if last.where == "fridge":
        needs = "" if last.needs_min is None else f" It comes cold, and needs about {last.needs_min:.0f} min."
        return f"{wait} in the fridge and grows to {last.grown:.2f} × its ready size.{needs}"
    return f"{wait} on the bench and grows to {last.grown:.2f} × its ready size. Cook first what was wrapped first."


def loads(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """More pieces than go in at once."""
    h, ctx = shown.tray, shown.heated.ctx
    if h.loads <= 1:
        return
    last, one_heat = h.later[-1], len(w.heats) == 1
    fewer = [Answer(f"Make {h.per_load}", piece_count(h.per_load))] if one_heat and h.per_load else []
    hold = [
        Answer(label, [Change(_at(ctx, "later_loads"), where)])
        for where, label in (("fridge", "Keep the rest in the fridge"), ("staggered", "Wrap the rest later"))
        if last.where != where
    ]
    too_far = last.grown > GROWS_TOO_FAR
    yield Doubt(
        _code(shown, "loads"),
        "heat",
        "ask" if too_far else "note",
        f"{h.per_load} fit at once: {h.loads} loads" + (", and the last would be over-proofed" if too_far else ""),
        _waits(h),
        [*hold, *fewer, KEEP],
        HEAT_MODEL,
    )


def boil_dry(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """Water for the whole steaming; a plan that lets the pot boil dry is refused."""
    water = shown.tray.water
    if water is None:
        return
    if water.top_up:
        at = ", ".join(f"{t.ml:.0f} ml at {t.minute:.0f} min" for t in water.top_up)
        yield Doubt(
            _code(shown, "boils_dry"),
            "heat",
            "stop",
            f"{water.pot_ml:.0f} ml boils dry: top up at {water.top_up[0].minute:.0f} min",
            f"The pot is down to {water.least_ml:.0f} ml after {water.lasts_min:.0f} min of steam. Pour in boiling water round the edge: {at}. Never let it run dry.",
            [KEEP],
            HEAT_MODEL,
        )
        return
    yield Doubt(
        _code(shown, "water"),
        "heat",
        "note",
        f"Put {water.ml:.0f} ml of water in the pot",
        f"About {water.away_ml:.0f} ml boils away in the time planned; a quarter more and a safe depth at the end.",
        [KEEP],
        HEAT_MODEL,
    )


def weak_hob(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """A full basket over a hob with too little for each piece."""
    water, load = shown.tray.water, shown.heated.load
    piece = load.most.piece
    if water is None or not hob_is_weak(water.watts_each, piece.dough_g + piece.filling_g):
        return
    yield Doubt(
        _code(shown, "weak_hob"),
        "heat",
        "note",
        f"{water.watts_each:.0f} W for each piece is little",
        f"{load.at_once} at once share the hob's steam, and the basket comes up slowly; the minutes count on it. Fewer at once are done sooner.",
        [KEEP],
        HEAT_MODEL,
    )


FLAT_FROM = 2.8  # width over height from which the body the piece is cooked as comes out too warm


def flat_piece(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """A flat piece, whose middle the forecast makes too warm."""
    body = shown.heated.shown.body
    if body.width < FLAT_FROM * body.height:
        return
    yield Doubt(
        _code(shown, "flat_piece"),
        "heat",
        "note",
        "A flat piece: the middle may be up to 14 °C cooler than drawn",
        "Checked against finite elements, flat pies, boats and wells are forecast too warm by 4 to 14 °C while they heat. Probe, and allow two minutes more.",
        [KEEP],
        "docs/models/heat.md",
    )


def kept_cold(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """Pieces that come from the freezer: what that asks for."""
    ctx = shown.heated.ctx
    if ctx.bake.came != "frozen":
        return
    yield Doubt(
        _code(shown, "from_frozen"),
        "heat",
        "note",
        "Straight from the freezer: do not thaw them",
        f"They go in at -18 °C and need {shown.tray.minutes_planned:.0f} min. Freeze them on a tray once proofed, then bag and label them.",
        [KEEP],
        PRACTICE,
    )


HEATING = tuple(
    each(question)
    for question in (
        too_cold,
        pale,
        crust_wanted,
        oven_is_off,
        too_large,
        done_sooner,
        loads,
        boil_dry,
        weak_hob,
        kept_cold,
        flat_piece,
    )
)
