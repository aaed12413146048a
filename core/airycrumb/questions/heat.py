"""Questions about the heat: whether it gets hot enough, whether it all fits, whether the pot boils dry."""

from collections.abc import Callable, Iterator

from airycrumb.bake.edits import Answer, Change, Doubt
from airycrumb.bake.model import Bake
from airycrumb.data.heat_choices import HARD_C, SOFT_C
from airycrumb.data.vocabulary import COLOUR, WASHED
from airycrumb.plan.context import Context
from airycrumb.questions.findings import GEOMETRY, HEAT_MODEL, KEEP, PRACTICE, Findings, piece_count
from airycrumb.trays.heat_tray import HeatStage
from airycrumb.trays.heating import CAME_C, LONGEST_MIN
from airycrumb.trays.pieces import Pieces
from airycrumb.trays.types import HeatTray
from airycrumb.whatif.heat import HARD_LEAST_C, SOFT_MOST_C, heat_at, hob_is_weak, nearest_that_works
from airycrumb.words import (
    Message,
    as_number,
    in_celsius,
    in_degrees,
    in_millilitres,
    in_millimetres,
    in_minutes,
    in_percent,
    in_watts,
    joined,
    listed,
    say,
    say_n,
)


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
    return [
        Answer(
            say(
                "{label}: {minutes}, {colour}",
                label=found.answer.label,
                minutes=in_minutes(found.minutes),
                colour=COLOUR[found.colour],
            ),
            found.answer.changes,
        )
    ]


def too_cold(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """A setting or time that leaves the middle below its line."""
    heated, h = shown.heated, shown.tray
    ctx, bake = heated.ctx, heated.ctx.bake
    if heated.needed is None:
        yield Doubt(
            _code(shown, "never_hot"),
            "heat",
            "stop",
            say("The middle does not reach {line}", line=in_celsius(h.line_c)),
            say(
                "After {minutes} it has got to about {core}. That is too little for {line_why}.",
                minutes=in_minutes(LONGEST_MIN),
                core=in_celsius(max(h.core)),
                line_why=h.line_why,
            ),
            [*(_nearest(shown, hotter=True) if bake.method == "oven" else []), KEEP],
            HEAT_MODEL,
        )
    elif bake.heat_min is not None and bake.heat_min < (heated.core_needs or 0) * heated.margin:
        yield Doubt(
            _code(shown, "time_short"),
            "heat",
            "stop",
            say(
                "{heat} leaves the middle at about {core_at_end}",
                heat=in_minutes(bake.heat_min),
                core_at_end=in_celsius(h.core_at_end_c),
            ),
            say(
                "The line for {line_why} is {line}. It takes about {typical}, and {needed} with a margin for doubt.",
                line_why=h.line_why,
                line=in_celsius(h.line_c),
                typical=in_minutes(heated.core_needs or 0.0),
                needed=in_minutes(heated.needed),
            ),
            [
                Answer(say("Allow {needed}", needed=in_minutes(heated.needed)), [Change(_at(ctx, "minutes"), None)]),
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
            say("{air} bakes it through but leaves it pale", air=in_celsius(bake.air_c)),
            say("The surface stays too wet and too cool to brown. A hotter oven, or egg wash, colours it."),
            [*_nearest(shown, hotter=True), KEEP],
            HEAT_MODEL,
        )
    elif h.colour in ("dark", "burnt"):
        yield Doubt(
            _code(shown, "burns"),
            "heat",
            "ask",
            say(
                "At {air} the crust is {colour} by {minutes_planned}",
                air=in_celsius(bake.air_c),
                colour=COLOUR[h.colour],
                minutes_planned=in_minutes(h.minutes_planned),
            ),
            say(
                "The middle needs that long. A cooler oven lets it catch up; or lay foil over them once "
                "they are brown. They have then gone {browning} of the way from first colour to burnt.",
                browning=in_percent(min(h.browning, 100.0)),
            ),
            [*_nearest(shown, hotter=False), KEEP],
            HEAT_MODEL,
        )


def _gives_soft(bake: Bake) -> Message:
    air = in_celsius(bake.air_c)
    if bake.wash == "none":
        return say("{air} gives a soft crust", air=air)
    return say("{air} with {wash} on it gives a soft crust", air=air, wash=WASHED[bake.wash])


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
            _gives_soft(bake),
            say(
                "A hard one wants {hot}, nothing soft brushed on, and steam for the first {steam}; mist and dust with "
                "flour.",
                hot=in_celsius(*HARD_C),
                steam=in_minutes(10),
            ),
            [Answer(say("Bake hard: {air}, steam at first", air=in_celsius(215)), [*changes, *more]), KEEP],
            PRACTICE,
        )
    elif bake.crust == "soft" and bake.air_c > SOFT_MOST_C:
        yield Doubt(
            _code(shown, "not_soft"),
            "heat",
            "ask",
            say("{air} gives a hard crust", air=in_celsius(bake.air_c)),
            say(
                "A soft one wants {mild}, milk or egg on it, and butter and a cloth when they are out.",
                mild=in_celsius(*SOFT_C),
            ),
            [
                Answer(
                    say("Bake soft: {air}, milk on it", air=in_celsius(177)),
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
        say("Your oven runs about {off} hotter than its dial", off=in_degrees(off))
        if off > 0
        else say("Your oven runs about {off} cooler than its dial", off=in_degrees(-off)),
        say(
            "Set to {air} it is really at about {really}, and the minutes count on that. Turn it to "
            "{dial} for the real thing.",
            air=in_celsius(ctx.bake.air_c),
            really=in_celsius(really),
            dial=in_celsius(dial_c),
        ),
        [KEEP],
        say("readings of a thermometer in this oven"),
    )


def too_large(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """A piece that does not lie in what it is heated in."""
    fit, method = shown.tray.fit, shown.tray.method
    if fit.whole:
        return
    size, wide = in_millimetres(max(fit.piece_wide_mm, fit.piece_deep_mm)), in_millimetres(fit.wide_mm)
    if not fit.round:
        deep = in_millimetres(fit.deep_mm)
        title = say("A piece {size} long does not lie on a tray of {wide} by {deep}", size=size, wide=wide, deep=deep)
    elif method == "pan":
        title = say("A piece {size} long does not lie in a pan of {wide}", size=size, wide=wide)
    else:
        title = say("A piece {size} long does not lie in a basket of {wide}", size=size, wide=wide)
    yield Doubt(
        _code(shown, "does_not_fit"),
        "heat",
        "stop",
        title,
        say(
            "That is its size once it has grown in the heat. Smaller pieces, another closing, or a "
            "larger tray would do."
        ),
        [KEEP],
        GEOMETRY,
    )


DONE_SOONER = 0.75  # of the time planned: those done by then are worth taking out; assumed


def _take_out(p: Pieces, needed: float) -> Message:
    pieces, minutes = p.ctx.share.pieces, in_minutes(needed)
    if not p.ctx.group.filling.parts:
        return say_n(
            "Take the {closing} out after about {minutes}",
            "Take the {pieces} of the {closing} out after about {minutes}",
            pieces,
            pieces=pieces,
            closing=p.wrapper.label,
            minutes=minutes,
        )
    return say_n(
        "Take the one with {filling} out after about {minutes}",
        "Take the {pieces} with {filling} out after about {minutes}",
        pieces,
        pieces=pieces,
        filling=p.ctx.group.filling.called,
        minutes=minutes,
    )


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
            _take_out(p, needed),
            say(
                "The others need {planned}. Left in as long, these dry out and darken.",
                planned=in_minutes(planned),
            ),
            [KEEP],
            HEAT_MODEL,
        )


GROWS_TOO_FAR = 1.25  # a ready piece so much larger is past its best; assumed


def _waits(h: HeatTray) -> Message:
    """What waiting does to the last load."""
    last = h.later[-1]
    wait, grown = in_minutes(last.wait_min), as_number(last.grown, digits=2)
    if last.where == "staggered":
        return say(
            "The last load goes in {wait} after the first: wrap its pieces that much later, the dough covered in the "
            "fridge.",
            wait=wait,
        )
    if last.where == "fridge":
        chilled = say(
            "The last load waits {wait} in the fridge and grows to {grown} times its ready size.",
            wait=wait,
            grown=grown,
        )
        needs = last.needs_min
        if needs is None:
            return chilled
        return joined([chilled, say("It comes cold, and needs about {needs}.", needs=in_minutes(needs))])
    return say(
        "The last load waits {wait} on the bench and grows to {grown} times its ready size. Cook first what was "
        "wrapped "
        "first.",
        wait=wait,
        grown=grown,
    )


def loads(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """More pieces than go in at once."""
    h, ctx = shown.tray, shown.heated.ctx
    if h.loads <= 1:
        return
    last, one_heat = h.later[-1], len(w.heats) == 1
    fewer = (
        [Answer(say("Make {per_load}", per_load=h.per_load), piece_count(h.per_load))]
        if one_heat and h.per_load
        else []
    )
    hold = [
        Answer(label, [Change(_at(ctx, "later_loads"), where)])
        for where, label in (("fridge", say("Keep the rest in the fridge")), ("staggered", say("Wrap the rest later")))
        if last.where != where
    ]
    too_far = last.grown > GROWS_TOO_FAR
    yield Doubt(
        _code(shown, "loads"),
        "heat",
        "ask" if too_far else "note",
        say("{each} fit at once: {loads} loads, and the last would be over-proofed", each=h.per_load, loads=h.loads)
        if too_far
        else say("{each} fit at once: {loads} loads", each=h.per_load, loads=h.loads),
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
        at = listed(
            say("{more} after {minutes}", more=in_millilitres(t.ml), minutes=in_minutes(t.minute)) for t in water.top_up
        )
        yield Doubt(
            _code(shown, "boils_dry"),
            "heat",
            "stop",
            say(
                "{pot} boils dry: top up after {minute}",
                pot=in_millilitres(water.pot_ml),
                minute=in_minutes(water.top_up[0].minute),
            ),
            say(
                "The pot is down to {least} after {lasts} of steam. Pour in boiling water round the "
                "edge: {at}. Never let it run dry.",
                least=in_millilitres(water.least_ml),
                lasts=in_minutes(water.lasts_min),
                at=at,
            ),
            [KEEP],
            HEAT_MODEL,
        )
        return
    yield Doubt(
        _code(shown, "water"),
        "heat",
        "note",
        say("Put {ml} of water in the pot", ml=in_millilitres(water.ml)),
        say(
            "About {away} boils away in the time planned; a quarter more and a safe depth at the end.",
            away=in_millilitres(water.away_ml),
        ),
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
        say("{watts_each} for each piece is little", watts_each=in_watts(water.watts_each)),
        say(
            "{at_once} at once share the hob's steam, and the basket comes up slowly; the minutes "
            "count on it. Fewer at once are done sooner.",
            at_once=load.at_once,
        ),
        [KEEP],
        HEAT_MODEL,
    )


FLAT_OFF_C = (4.0, 14.0)  # °C by which it is too warm while it heats, docs/models/heat.md
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
        say("A flat piece: the middle may be up to {most} cooler than drawn", most=in_degrees(FLAT_OFF_C[1])),
        say(
            "Checked against finite elements, flat pies, boats and wells are forecast too warm by {off} while they "
            "heat. "
            "Probe, and allow two minutes more.",
            off=in_degrees(*FLAT_OFF_C),
        ),
        [KEEP],
        say("the heat model held against finite elements"),
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
        say("Straight from the freezer: do not thaw them"),
        say(
            "They go in at {cold} and need {minutes_planned}. Freeze them on a tray once proofed, "
            "then bag and label them.",
            cold=in_celsius(CAME_C["frozen"]),
            minutes_planned=in_minutes(shown.tray.minutes_planned),
        ),
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
