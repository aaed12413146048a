"""Where a figure of the sheet is from: its formula in words, what drives it and how much, and its constants."""

from collections.abc import Callable
from dataclasses import dataclass, replace
from datetime import datetime
from typing import Literal

from airycrumb.bake.kitchen import Kitchen
from airycrumb.bake.model import Bake
from airycrumb.data import closings, heat, rise, shapes
from airycrumb.data.record import Constant
from airycrumb.plan.context import NOTHING_HEARD, Heard
from airycrumb.problems import InputError, Problem
from airycrumb.sheet.drivers import DRIVERS, Driver
from airycrumb.sheet.work import work
from airycrumb.trays import weigh
from airycrumb.trays.types import Sheet
from airycrumb.words import (
    NOTHING,
    Message,
    Quantity,
    as_number,
    in_celsius,
    in_degrees,
    in_grams,
    in_millimetres,
    in_minutes,
    say,
    verbatim,
)

FigureKey = Literal[
    "rise", "proof", "heat", "middle", "water", "across", "warm", "flour", "crumb", "golden", "end", "thick"
]
Unit = Callable[[float], Quantity]
Words = Callable[[Quantity], Message]


@dataclass(frozen=True)
class Figure:
    """A figure that may be asked. read: its value, None where there is none; unit, change: how it and a difference of
    it are written; more, less: the words of a difference; drives: of DRIVERS; constants: by what they are called; felt:
    what an input is said to do to it, where the figure itself is rounded up.
    """

    title: Message
    read: Callable[[Sheet], float | None]
    unit: Unit
    change: Unit
    more: Words
    less: Words
    formula: Message
    drives: tuple[str, ...]
    constants: tuple[tuple[Message, Constant], ...]
    felt: Callable[[Sheet], float | None] | None = None


# A difference in words: a template each, so that the catalogue has them.
LONGER: Words = lambda change: say("{change} longer", change=change)
SHORTER: Words = lambda change: say("{change} shorter", change=change)
RISES = ("vigour", "room", "start", "yeast")
HEATS = ("pace", "dough_each", "filling_each", "filling_c", "oven", "hob")
RISE_CONSTANTS = (
    (say("gas a percent of yeast makes in an hour"), rise.RATE),
    (say("how gas goes with the amount of yeast, a power"), rise.YEAST_POWER),
    (say("warmth at which the yeast is quickest"), rise.T_OPT),
    (say("yeast hours until it is awake"), rise.WAKE_HOURS),
)
HEAT_CONSTANTS = (
    (say("heat from still oven air"), heat.OVEN_H),
    (say("heat from steam"), heat.STEAM_H),
    (say("minutes planned over those typical, raw filling"), heat.PLAN_MARGIN),
    (say("the same, cooked filling"), heat.PLAN_MARGIN_COOKED),
    (say("doubt from piece to piece"), heat.PIECE_SPREAD),
)


def _ready(sheet: Sheet, stage: str) -> float | None:
    ready = (sheet.rise if stage == "rise" else sheet.proof).forecast.ready
    return None if ready is None else ready.typical


_cooler: Words = lambda change: say("{change} cooler", change=change)
_warmer: Words = lambda change: say("{change} warmer", change=change)

FIGURES: dict[str, Figure] = {
    "rise": Figure(
        title=say("When the dough has risen"),
        read=lambda s: _ready(s, "rise"),
        unit=in_minutes,
        change=in_minutes,
        more=LONGER,
        less=SHORTER,
        formula=say(
            "The yeast's speed goes with warmth; the dough's warmth comes to that of its spot in an hour or two. Gas "
            "is that speed times yeast, slowed by salt, sugar and fat, added up; the dough is ready when its volume is "
            "so many times that at the start."
        ),
        drives=RISES,
        constants=RISE_CONSTANTS,
    ),
    "proof": Figure(
        title=say("When the pieces have proofed"),
        read=lambda s: _ready(s, "proof"),
        unit=in_minutes,
        change=in_minutes,
        more=LONGER,
        less=SHORTER,
        formula=say(
            "As the first rise, from the gas that shaping leaves, at the warmth at which dough and cold filling even "
            "out; counted from the middle piece wrapped."
        ),
        drives=(*RISES, "filling_c", "dough_each", "filling_each"),
        constants=((say("bubbles that shaping leaves"), rise.KEPT_BY_SHAPING), *RISE_CONSTANTS),
    ),
    "heat": Figure(
        title=say("Minutes planned in the heat"),
        read=lambda s: s.heat.minutes_planned,
        unit=in_minutes,
        change=in_minutes,
        more=LONGER,
        less=SHORTER,
        formula=say(
            "Heat goes through the piece's own cross-section, cell by cell, with the water in it boiling, condensing "
            "and drying. The middle must reach its line, the crumb must set and, in an oven, the crust be golden; the "
            "longest of the three decides, the middle and the crumb with a margin."
        ),
        drives=HEATS,
        constants=HEAT_CONSTANTS,
        felt=lambda s: s.heat.needs.least_min,
    ),
    "middle": Figure(
        title=say("When the middle is safe"),
        read=lambda s: s.heat.needs.middle_min,
        unit=in_minutes,
        change=in_minutes,
        more=LONGER,
        less=SHORTER,
        formula=say(
            "The coldest point of the filling, followed through the heat until it passes its line; times the pace that "
            "probes have taught this kitchen."
        ),
        drives=HEATS,
        constants=HEAT_CONSTANTS[:2] + HEAT_CONSTANTS[4:],
    ),
    "water": Figure(
        title=say("How warm the liquid goes in"),
        read=lambda s: s.weigh.water_c,
        unit=in_celsius,
        change=in_degrees,
        more=_warmer,
        less=_cooler,
        formula=say(
            "A balance of heat: liquid and dry things together must come to the dough wanted, less what kneading adds. "
            "Water holds 4.19 kJ a kg and degree, flour 1.8 (handbook values, from memory)."
        ),
        drives=("room", "friction"),
        constants=((say("dough wanted, where nobody says"), weigh.WANTED_C),),
    ),
    "across": Figure(
        title=say("How wide the wrapper is rolled"),
        read=lambda s: s.groups[0].wrap.across_mm if s.groups[0].wrap.rolled else None,
        unit=in_millimetres,
        change=in_millimetres,
        more=lambda change: say("{change} wider", change=change),
        less=lambda change: say("{change} narrower", change=change),
        formula=say(
            "As wide as this closing needs to reach round its filling and keep its rim clean, or as wide as you want "
            "it. Its thickness follows from the dough's weight."
        ),
        drives=("filling_each", "dough_each"),
        constants=(
            (say("weight of degassed dough"), shapes.DOUGH_DENSITY),
            (say("how far a gathered rim is drawn out"), closings.STRETCH),
            (say("rim kept clean, gathered"), closings.SEAM_MM),
        ),
    ),
    "warm": Figure(
        title=say("How long the filling stands warm"),
        read=lambda s: s.heat.clock.standing_min + s.heat.clock.chilling_min,
        unit=in_minutes,
        change=in_minutes,
        more=LONGER,
        less=SHORTER,
        formula=say(
            "Every spell between the edges of the danger zone, added up: mixing a raw filling, wrapping, the proof, "
            "waiting for the heat, and the first minutes in it. It only ever adds up."
        ),
        drives=(*RISES, "filling_c"),
        constants=RISE_CONSTANTS[:1],
    ),
    "flour": Figure(
        title=say("How much flour"),
        read=lambda s: s.weigh.flour_g,
        unit=in_grams,
        change=in_grams,
        more=lambda change: say("{change} more", change=change),
        less=lambda change: say("{change} less", change=change),
        formula=say(
            "Pieces times the dough in each, and what stays on bowl and hands, shared out in the recipe's proportions."
        ),
        drives=("dough_each",),
        constants=(),
    ),
    "crumb": Figure(
        title=say("When the crumb is set"),
        read=lambda s: s.heat.needs.crumb_min,
        unit=in_minutes,
        change=in_minutes,
        more=LONGER,
        less=SHORTER,
        formula=say(
            "The coldest point of the dough, where it lies against the filling, followed through the heat until its "
            "starch is set; times the pace that probes have taught this kitchen."
        ),
        drives=HEATS,
        constants=((say("warmth at which a crumb is set"), heat.CRUMB_SET), *HEAT_CONSTANTS[:2]),
    ),
    "golden": Figure(
        title=say("When it is golden"),
        read=lambda s: s.heat.needs.golden_min if s.heat.method == "oven" else None,
        unit=in_minutes,
        change=in_minutes,
        more=LONGER,
        less=SHORTER,
        formula=say(
            "The skin, once it has dried, warms above the boil and browns: slowly at first, then faster with every "
            "degree. What is brushed on browns sooner."
        ),
        drives=HEATS,
        constants=(HEAT_CONSTANTS[0], *HEAT_CONSTANTS[4:]),
    ),
    "end": Figure(
        title=say("How warm the middle is at the end"),
        read=lambda s: s.heat.core_at_end_c,
        unit=in_celsius,
        change=in_degrees,
        more=_warmer,
        less=_cooler,
        formula=say(
            "The coldest point of the filling when the pieces come out. The minutes planned follow what changes it, "
            "so that it ends over its line; it goes on warming while they rest, from the crust inwards."
        ),
        drives=HEATS,
        constants=HEAT_CONSTANTS[:2] + HEAT_CONSTANTS[4:],
    ),
    "thick": Figure(
        title=say("How thick the wrapper is"),
        read=lambda s: s.groups[0].wrap.mean_mm if s.groups[0].wrap.rolled else None,
        unit=in_millimetres,
        change=lambda value: in_millimetres(value, digits=1),
        more=lambda change: say("{change} thicker", change=change),
        less=lambda change: say("{change} thinner", change=change),
        formula=say(
            "The dough's weight over its density, spread over the wrapper; where the middle is left thicker than the "
            "rim, that is the mean of both."
        ),
        drives=("dough_each", "filling_each"),
        constants=((say("weight of degassed dough"), shapes.DOUGH_DENSITY),),
    ),
}


@dataclass(frozen=True)
class Drives:
    """An input of a figure. effect: what its doubt does to the figure; share: of the largest effect, 0 to 1."""

    name: Message
    stands: Message
    doubt: Message
    known: Message
    effect: Message
    share: float


@dataclass(frozen=True)
class RestsOn:
    """A constant of a figure: published, common practice, assumed or from memory."""

    name: Message
    stands: Message
    kind: Message
    source: Message


@dataclass(frozen=True)
class WhereFrom:
    """Where a figure is from. most: the input whose doubt moves it most, NOTHING where none does."""

    title: Message
    figure: Message
    formula: Message
    most: Message
    drives: list[Drives]
    constants: list[RestsOn]


KINDS = {
    "published": say("published"),
    "common practice": say("common practice"),
    "assumed": say("assumed"),
    "from memory": say("from memory"),
}


def _plain(quantity: Quantity) -> Message:
    return say("{quantity}", quantity=quantity)


def _effect(figure: Figure, before: float, after: float | None) -> Message:
    if after is None:
        return say("it is never reached")
    change = after - before
    if abs(change) < 1e-9:
        return say("nothing")
    words = figure.more if change > 0 else figure.less
    return words(figure.change(abs(change)))


def where_from(
    bake: Bake, kitchen: Kitchen, sheet: Sheet, figure: FigureKey, *, now: datetime, heard: Heard = NOTHING_HEARD
) -> WhereFrom:
    """Where a figure of a sheet is from, each input nudged by its own doubt: as many sheets as there are inputs.

    InputError for a figure this bake does not have.
    """
    asked = FIGURES[figure]
    value, felt = asked.read(sheet), asked.felt or asked.read
    before = felt(sheet)
    if value is None or before is None:
        raise InputError([Problem("no_figure", "figure", say("This bake has no such figure."))])
    was = before

    def driven(driver: Driver) -> Drives:
        after = felt(work(*driver.nudge(bake, kitchen, sheet), now=now, heard=heard))
        return Drives(
            name=driver.name,
            stands=_plain(driver.value(bake, kitchen, sheet)),
            doubt=_plain(driver.doubt(bake, kitchen, sheet)),
            known=driver.known(bake, kitchen, sheet),
            effect=_effect(asked, was, after),
            share=abs((after if after is not None else 10 * was) - was),
        )

    drivers = [DRIVERS[key] for key in asked.drives]
    found = sorted((driven(d) for d in drivers if d.asked(bake)), key=lambda d: -d.share)
    largest = found[0].share if found else 0.0
    scaled = [replace(d, share=d.share / largest if largest else 0.0) for d in found]
    return WhereFrom(
        title=asked.title,
        figure=_plain(asked.unit(value)),
        formula=asked.formula,
        most=scaled[0].name if scaled and largest > 0 else NOTHING,
        drives=scaled,
        constants=[
            RestsOn(name, _constant(constant), KINDS[constant.kind], verbatim(constant.source))
            for name, constant in asked.constants
        ],
    )


def _constant(constant: Constant) -> Message:
    value = as_number(constant.value, significant=4)
    return say("{value} {unit}", value=value, unit=verbatim(constant.unit))
