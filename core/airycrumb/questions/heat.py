"""Questions about the heat: whether it gets hot enough, and whether it colours."""

from collections.abc import Iterator

from airycrumb.bake.edits import Answer, Change, Doubt
from airycrumb.bake.model import Bake
from airycrumb.data.heat_choices import HARD_C, SOFT_C
from airycrumb.data.vocabulary import COLOUR, WASHED
from airycrumb.questions.each_heat import at, code_of, each
from airycrumb.questions.findings import GEOMETRY, HEAT_MODEL, KEEP, PRACTICE, Findings
from airycrumb.questions.loads import boil_dry, done_sooner, loads, weak_hob
from airycrumb.trays.heat_tray import HeatStage
from airycrumb.trays.heating import CAME_C, LONGEST_MIN, in_a_cold_one, in_a_hot_one
from airycrumb.trays.lit import warmth_at
from airycrumb.whatif.heat import HARD_LEAST_C, SOFT_MOST_C, heat_at, nearest_that_works
from airycrumb.words import (
    Message,
    in_celsius,
    in_degrees,
    in_millimetres,
    in_minutes,
    in_percent,
    say,
)


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
            code=code_of(shown, "never_hot"),
            tray="heat",
            severity="stop",
            title=say("The middle does not reach {line}", line=in_celsius(h.line_c)),
            reason=say(
                "After {minutes} it has got to about {core}. That is too little for {line_why}.",
                minutes=in_minutes(LONGEST_MIN),
                core=in_celsius(max(h.core)),
                line_why=h.line_why,
            ),
            answers=[*(_nearest(shown, hotter=True) if bake.heat.method == "oven" else []), KEEP],
            source=HEAT_MODEL,
        )
    elif bake.heat.heat_min is not None and bake.heat.heat_min < (heated.needs.middle or 0) * heated.needs.allowed:
        yield Doubt(
            code=code_of(shown, "time_short"),
            tray="heat",
            # Over its line with less than the margin is a risk to know of, not a bake that will not work.
            severity="ask" if h.core_at_end_c >= h.line_c else "stop",
            title=say(
                "{heat} leaves the middle at about {core_at_end}, with little to spare",
                heat=in_minutes(bake.heat.heat_min),
                core_at_end=in_celsius(h.core_at_end_c),
            )
            if h.core_at_end_c >= h.line_c
            else say(
                "{heat} leaves the middle at about {core_at_end}",
                heat=in_minutes(bake.heat.heat_min),
                core_at_end=in_celsius(h.core_at_end_c),
            ),
            reason=say(
                "The line for {line_why} is {line}. It takes about {typical}, and {needed} with a margin for doubt.",
                line_why=h.line_why,
                line=in_celsius(h.line_c),
                typical=in_minutes(heated.needs.middle or 0.0),
                needed=in_minutes(heated.needed),
            ),
            answers=[
                Answer(say("Allow {needed}", needed=in_minutes(heated.needed)), [Change(at(ctx, "minutes"), None)]),
                *(_nearest(shown, hotter=True) if bake.heat.method == "oven" else []),
                KEEP,
            ],
            source=HEAT_MODEL,
        )


def pale(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """A setting that cooks through and leaves the crust pale, or burns it."""
    h, heated, bake = shown.tray, shown.heated, shown.heated.ctx.bake
    if bake.heat.method != "oven" or heated.needed is None:
        return
    if h.colour in ("none", "pale gold") and heated.needs.golden is None:
        yield Doubt(
            code=code_of(shown, "pale"),
            tray="heat",
            severity="ask",
            title=(
                say("{air} leaves it pale, however long it bakes", air=in_celsius(bake.heat.air_c))
                if bake.heat.heat_min is not None and bake.heat.heat_min < heated.needed
                else say("{air} bakes it through but leaves it pale", air=in_celsius(bake.heat.air_c))
            ),
            reason=say("The surface stays too wet and too cool to brown. A hotter oven, or egg wash, colours it."),
            answers=[*_nearest(shown, hotter=True), KEEP],
            source=HEAT_MODEL,
        )
    elif h.colour in ("dark", "burnt"):
        yield Doubt(
            code=code_of(shown, "burns"),
            tray="heat",
            severity="ask",
            title=say(
                "At {air} the crust is {colour} by {minutes_planned}",
                air=in_celsius(bake.heat.air_c),
                colour=COLOUR[h.colour],
                minutes_planned=in_minutes(h.minutes_planned),
            ),
            reason=say(
                "The middle needs that long. A cooler oven lets it catch up; or lay foil over them once "
                "they are brown. They have then gone {browning} of the way from first colour to burnt.",
                browning=in_percent(min(h.browning, 100.0)),
            ),
            answers=[*_nearest(shown, hotter=False), KEEP],
            source=HEAT_MODEL,
        )


def _gives_soft(bake: Bake) -> Message:
    air = in_celsius(bake.heat.air_c)
    if bake.heat.wash == "none":
        return say("{air} gives a soft crust", air=air)
    return say("{air} with {wash} on it gives a soft crust", air=air, wash=WASHED[bake.heat.wash])


def crust_wanted(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """A soft or hard crust that this setting does not give."""
    ctx, bake = shown.heated.ctx, shown.heated.ctx.bake
    if bake.heat.method != "oven" or not bake.heat.crust:
        return
    if bake.heat.crust == "hard" and (bake.heat.air_c < HARD_LEAST_C or bake.heat.wash in ("milk", "butter")):
        changes = [Change(at(ctx, "temperature"), "215 C"), Change(at(ctx, "minutes"), None)]
        more = [Change(at(ctx, "wash"), "none"), Change(at(ctx, "steam_pan"), True)]
        yield Doubt(
            code=code_of(shown, "not_hard"),
            tray="heat",
            severity="ask",
            title=_gives_soft(bake),
            reason=say(
                "A hard one wants {hot}, nothing soft brushed on, and steam for the first {steam}; mist and dust with "
                "flour.",
                hot=in_celsius(*HARD_C),
                steam=in_minutes(10),
            ),
            answers=[Answer(say("Bake hard: {air}, steam at first", air=in_celsius(215)), [*changes, *more]), KEEP],
            source=PRACTICE,
        )
    elif bake.heat.crust == "soft" and bake.heat.air_c > SOFT_MOST_C:
        yield Doubt(
            code=code_of(shown, "not_soft"),
            tray="heat",
            severity="ask",
            title=say("{air} gives a hard crust", air=in_celsius(bake.heat.air_c)),
            reason=say(
                "A soft one wants {mild}, milk or egg on it, and butter and a cloth when they are out.",
                mild=in_celsius(*SOFT_C),
            ),
            answers=[
                Answer(
                    say("Bake soft: {air}, milk on it", air=in_celsius(177)),
                    [
                        Change(at(ctx, "temperature"), "177 C"),
                        Change(at(ctx, "wash"), "milk"),
                        Change(at(ctx, "minutes"), None),
                    ],
                ),
                KEEP,
            ],
            source=PRACTICE,
        )


def oven_is_off(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """An oven that runs hotter or cooler than its dial."""
    ctx, really = shown.heated.ctx, shown.tray.oven_really_c
    if really is None or abs(really - ctx.bake.heat.air_c) < 8:
        return
    off = really - ctx.bake.heat.air_c
    dial_c = round((ctx.bake.heat.air_c - off) / 5) * 5
    yield Doubt(
        code=code_of(shown, "oven_off"),
        tray="heat",
        severity="note",
        title=say("Your oven runs about {off} hotter than its dial", off=in_degrees(off))
        if off > 0
        else say("Your oven runs about {off} cooler than its dial", off=in_degrees(-off)),
        reason=say(
            "Set to {air} it is really at about {really}, and the minutes count on that. Turn it to "
            "{dial} for the real thing.",
            air=in_celsius(ctx.bake.heat.air_c),
            really=in_celsius(really),
            dial=in_celsius(dial_c),
        ),
        answers=[KEEP],
        source=say("readings of a thermometer in this oven"),
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
        code=code_of(shown, "does_not_fit"),
        tray="heat",
        severity="stop",
        title=title,
        reason=say(
            "That is its size once it has grown in the heat. Smaller pieces, another closing, or a "
            "larger tray would do."
        ),
        answers=[KEEP],
        source=GEOMETRY,
    )


def went_in_cold(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """Pieces that went into an oven, pot or pan that was not hot, or of which nobody said that it was."""
    heated, fire = shown.heated, shown.heated.load.most.fire
    first = heated.load.marked[0]
    if not first.is_in or first.began is None:
        return
    warm, most = warmth_at(heated.ctx, first.heat, first.began), heated.load.most
    if warm.known and warm.is_hot:
        return
    hot = in_minutes((in_a_hot_one(most) if fire.warm_share < 1 else heated.needed) or heated.minutes)
    if warm.known:
        yield Doubt(
            code=code_of(shown, "went_in_cold"),
            tray="heat",
            severity="note",
            title=say("They went in before it was hot"),
            reason=say(
                "It was {share} of the way to its heat, so they need about {minutes} instead of {hot}.",
                share=in_percent(100 * warm.share),
                minutes=in_minutes(heated.minutes),
                hot=hot,
            ),
            answers=[KEEP],
            source=HEAT_MODEL,
        )
        return
    cold = in_a_cold_one(most, 0.0)
    yield Doubt(
        code=code_of(shown, "was_it_hot"),
        tray="heat",
        severity="ask",
        title=say("Was it hot when they went in?"),
        reason=say(
            "Nobody marked when it was lit. Hot, they need about {hot}; lit as they went in, about {cold}.",
            hot=hot,
            cold=in_minutes(cold or LONGEST_MIN),
        ),
        answers=[KEEP],
        source=HEAT_MODEL,
    )


def tip_in_the_middle(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """A probe that reads warmer than the forecast allows: its tip may be in the wall, by the juice, on the pan."""
    heated, marks = shown.heated, shown.heated.marks
    if heated.probed is None or not heated.probed.doubted or not marks:
        return
    read = max(marks, key=lambda mark: mark.minute)
    expected = heated.load.most.core_at(read.minute)
    yield Doubt(
        code=code_of(shown, "tip_not_in_middle"),
        tray="heat",
        severity="ask",
        title=say("Is the tip in the middle of the largest piece?"),
        reason=say(
            "It reads {read} after {minute}, and the middle should be near {expected}. In the wall, in juice or on the "
            "pan it reads too warm. Read another piece: the time stays as it is until {n} places agree.",
            n=heated.places_wanted,
            read=in_celsius(read.value),
            minute=in_minutes(read.minute),
            expected=in_celsius(expected),
        ),
        answers=[KEEP],
        source=HEAT_MODEL,
    )


def kept_cold(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """Pieces that come from the freezer: what that asks for."""
    ctx = shown.heated.ctx
    if ctx.bake.heat.arrive != "frozen":
        return
    yield Doubt(
        code=code_of(shown, "from_frozen"),
        tray="heat",
        severity="note",
        title=say("Straight from the freezer: do not thaw them"),
        reason=say(
            "They go in at {cold} and need {minutes_planned}. Freeze them on a tray once proofed, "
            "then bag and label them.",
            cold=in_celsius(CAME_C["frozen"]),
            minutes_planned=in_minutes(shown.tray.minutes_planned),
        ),
        answers=[KEEP],
        source=PRACTICE,
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
        went_in_cold,
        tip_in_the_middle,
        kept_cold,
    )
)
