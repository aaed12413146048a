"""What to get out before beginning: every food with its amount, what is used, and what stands in for what is missing.

Stand-ins are common practice, no source.
"""

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace

from airycrumb.bake.heating import HeatSettings
from airycrumb.bake.model import Bake
from airycrumb.data.heat import SURFACES, WASHES
from airycrumb.data.step_kinds import BRUSH, PIN
from airycrumb.pantry import Ingredient, find
from airycrumb.plan.method import KEPT_LIQUID
from airycrumb.trays.pieces import wash_grams
from airycrumb.trays.types import Sheet
from airycrumb.whatif.stand_ins import (
    NO_MIXER,
    NO_OVEN,
    NO_PAPER,
    NO_SCALE,
    NO_STEAMER,
    NO_STONE,
    WASH,
    StandIn,
    for_food,
    of_swaps,
)
from airycrumb.words import NOTHING, Message, in_celsius, in_millilitres, say

DOUGH_ML_PER_G = 0.9  # gas-free dough; assumed
ROOM_ABOVE = 1.25  # of a bowl over the grown dough; assumed


@dataclass(frozen=True)
class Food:
    """One food for all of the bake."""

    key: str
    name: Message
    #: g in all, None where it is put on by eye
    grams: float | None
    #: what does for it
    stand_ins: tuple[StandIn, ...] = ()


@dataclass(frozen=True)
class Tool:
    """Something that is used, and what does instead."""

    name: Message
    #: NOTHING where nothing does
    instead: Message
    #: what is pressed where it is missing, None where the bake stays as it is
    stand_in: StandIn | None = None


@dataclass(frozen=True)
class GetOut:
    """Everything to have at hand before the first step."""

    foods: list[Food]
    tools: list[Tool]


def get_out(bake: Bake, sheet: Sheet) -> GetOut:
    """The list of a bake as worked."""
    items = {item.key: item for item in _items(bake)}
    found = [replace(f, stand_ins=tuple(_instead(f, items[f.key], sheet, bake))) for f in foods(bake, sheet)]
    return GetOut(found, list({tool.name: tool for tool in _tools(bake, sheet)}.values()))


def _items(bake: Bake) -> Iterator[Ingredient]:
    """Everything in and on a bake, the cook's own foods too."""
    yield from (item for item, _ in bake.dough.parts)
    for group in bake.groups:
        yield from (item for item, _ in group.parts)
        heat = group.heat or bake.heat
        yield from (find(of) for of in [WASHES[heat.wash].of] if of)
    yield from (line.part[0] for step in bake.steps for line in step.uses)
    yield from (top.item for top in bake.on_top)


def _instead(food: Food, item: Ingredient, sheet: Sheet, bake: Bake) -> Iterator[StandIn]:
    """What does for one food, the truest first."""
    yield from of_swaps(item, sheet.weigh.swaps)
    washed = any(WASHES[h.wash].of == food.key for h in (bake.heat, *(g.heat for g in bake.more_groups if g.heat)))
    if washed and bake.heat.method == "oven":
        yield WASH
    yield from for_food(item, food.grams)


Row = tuple[str, Message, float]  # key, name, g


def foods(bake: Bake, sheet: Sheet) -> list[Food]:
    """Dough, fillings, the cook's own steps and the wash, each food once; what is put on by eye last. What a step
    leaves is made, not got out.
    """
    grams: dict[str, float] = {}
    names: dict[str, Message] = {}
    for key, name, mass in (*_weighed(bake, sheet), *_washes(bake, sheet)):
        names.setdefault(key, name)
        grams[key] = grams.get(key, 0.0) + mass
    grams.pop(KEPT_LIQUID, None)
    on_top = {top.item.key: top.item.called for top in bake.on_top if top.item.key not in grams}
    weighed = [Food(key, names[key], mass) for key, mass in grams.items()]
    return [*weighed, *(Food(key, name, None) for key, name in on_top.items())]


def _weighed(bake: Bake, sheet: Sheet) -> Iterator[Row]:
    """What goes on the scale: dough, fillings and the cook's own steps."""
    for lines in (sheet.weigh.dough, *(group.filling for group in sheet.groups)):
        yield from ((line.key, line.name, line.grams) for line in lines)
    for step in bake.steps:
        yield from ((item.key, item.called, g) for item, g in (line.part for line in step.uses))


def _washes(bake: Bake, sheet: Sheet) -> Iterator[Row]:
    """What each group is brushed with: only an oven bakes it on."""
    for shown, group in zip(sheet.groups, bake.groups, strict=True):
        heat = group.heat or bake.heat
        of = WASHES[heat.wash].of if heat.method == "oven" else ""
        if of:
            item = find(of)
            yield item.key, item.called, wash_grams(shown.wrap, shown.pieces)


def _tools(bake: Bake, sheet: Sheet) -> Iterator[Tool]:
    grown = sheet.weigh.dough_g * DOUGH_ML_PER_G * max(1.0, sheet.rise.forecast.target) * ROOM_ABOVE
    by_scale = NO_SCALE if bake.divide_by == "scale" else None
    yield Tool(say("a scale"), say("a measuring jug and spoons: less sure"), by_scale)
    if bake.dough.kneading == "machine":
        yield Tool(say("a machine that kneads"), NO_MIXER.label, NO_MIXER)
    room = math.ceil(grown / 100) * 100.0
    yield Tool(
        say("a bowl that holds {room} for the dough, with a cover", room=in_millilitres(room)),
        say("a pot with its lid"),
    )
    if any(g.wrap.rolled for g in sheet.groups):
        yield Tool(PIN, say("a straight bottle"))
    for step in (*(s for g in bake.groups for s in g.filling.steps), *bake.steps):
        if step.kind.tool and step.kind.tool not in (PIN, BRUSH):
            yield Tool(step.kind.tool, NOTHING)
    yield from _for_the_heat(bake, sheet)


def _lined(heat: HeatSettings, paper: Message) -> Iterator[Tool]:
    """What lies under the pieces."""
    if heat.liner == "paper":
        yield Tool(paper, say("large leaves, or oil"), NO_PAPER)
    elif heat.liner == "leaf":
        yield Tool(say("large leaves, one under each"), say("baking paper"))


def _for_the_heat(bake: Bake, sheet: Sheet) -> Iterator[Tool]:
    """What the pieces lie on and go into, and what is read and worn."""
    methods = {h.method for h in (sheet.heat, *sheet.more_heats)}
    if "steam" in methods:
        yield Tool(say("a steamer with its lid"), NO_STEAMER.label, NO_STEAMER)
        yield from _lined(bake.heat, say("baking paper, a square under each"))
    if "pan" in methods:
        yield Tool(say("a wide pan with its lid"), say("a tray laid over the pan"))
    if "oven" in methods:
        # What is kept cold before the heat is asked about there, not changed by the way.
        yield Tool(say("an oven"), NO_OVEN.label, NO_OVEN if bake.heat.arrive == "proofed" else None)
        hot = NO_STONE if bake.heat.on != "tray" else None
        yield Tool(SURFACES[bake.heat.on].label, say("a wide ovenproof pan"), hot)
        yield from _lined(bake.heat, say("baking paper"))
        yield Tool(say("dry thick gloves"), NOTHING)
    if bake.heat.wash != "none" or any("brush" in s.do for s in bake.steps):
        yield Tool(BRUSH, say("a folded piece of kitchen paper"))
    line = in_celsius(sheet.heat.line_c)
    yield Tool(
        say("a thermometer for the middle, {line}", line=line),
        say("break one open, though that is less sure: give a raw filling its whole time"),
    )
