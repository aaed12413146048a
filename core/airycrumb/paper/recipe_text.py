"""A bake as a clean recipe in plain text or Markdown: in grams, and read back to the same bake.

What a recipe has no words for is not in it: what is laid inside a filling, how much of the dough's parts goes in late,
the cook's own spots. Markdown and linked data carry the bake itself besides.
"""

from collections.abc import Iterator
from dataclasses import dataclass

from airycrumb.bake.heating import HeatSettings
from airycrumb.bake.model import Bake
from airycrumb.data.heat import WASHES
from airycrumb.pantry import find
from airycrumb.paper.linked_recipe import step_words
from airycrumb.recipe.closing import TOLD
from airycrumb.trays.types import GroupTray, HeatTray, Sheet
from airycrumb.words import Message, as_number, in_celsius, in_grams, in_millimetres, in_minutes, listed, say, say_n

KILOGRAMS_FROM = 10_000.0  # g
SPONGE, SOAKED = ("sponge",), ("soaked",)
KNEADED: dict[str, Message] = {
    "hand": say("Knead by hand to a smooth dough."),
    "machine": say("Knead in a mixer to a smooth dough."),
    "none": say("Do not knead: only mix until no dry flour is left."),
    "after": say("Only mix it; knead it once it has risen."),
    "sheeted": say("Once it has risen, roll it thin and fold it seven times."),
}


@dataclass(frozen=True)
class Page:
    """A recipe's page. parts: heading and its lines; steps: sentences."""

    name: str
    makes: Message
    parts: list[tuple[Message, list[Message]]]
    steps: list[Message]


def _weighed(grams: float, name: Message) -> Message:
    # To the gram whatever there is of it: rounded to hundreds, a batch for many would read back as another dough.
    # A pinch keeps two figures: yeast of 0.01 g rounded to nothing is another dough too.
    figures = 6 if grams >= KILOGRAMS_FROM else 2 if grams < 1 else 0
    exactly = in_grams(grams, significant=figures) if figures else in_grams(grams, digits=int(grams < 10))
    return say("{mass} {name}", mass=exactly, name=name)


def _dough(bake: Bake, s: Sheet) -> Iterator[tuple[Message, list[Message]]]:
    """The dough's parts, scaled as it is weighed."""
    factor = sum(line.grams for line in s.weigh.dough) / sum(g for _, g in bake.dough.parts)
    rows = [(line.place, line.part[0].called, line.part[1] * factor) for line in bake.dough.ingredients]
    for heading, places in (
        (say("Sponge"), SPONGE),
        (say("Soaked or scalded"), SOAKED),
        (say("Dough"), ("dough", "late")),
    ):
        lines = [_weighed(grams, name) for place, name, grams in rows if place in places]
        if lines:
            yield heading, lines


def _filling(group: GroupTray, number: int, several: bool) -> tuple[Message, list[Message]]:
    lines = [_weighed(line.grams, line.name) for line in group.filling]
    if not several:
        return say("Filling: {name}", name=group.name), lines
    heading = say("Filling {number} (for {pieces}): {name}", number=number, pieces=group.pieces, name=group.name)
    return heading, lines


def _outside(bake: Bake) -> tuple[list[Message], list[Message]]:
    """What is brushed on and what is strewn on."""
    wash, brushed = WASHES.get(bake.heat.wash), [top.item.called for top in bake.on_top if top.brushed]
    if bake.heat.method == "oven" and wash is not None and wash.of:
        brushed.insert(0, find(wash.of).called)
    return brushed, [top.item.called for top in bake.on_top if not top.brushed]


def _parts(bake: Bake, s: Sheet) -> Iterator[tuple[Message, list[Message]]]:
    yield from _dough(bake, s)
    filled = [g for g in s.groups if g.filling]
    yield from (_filling(group, number, len(filled) > 1) for number, group in enumerate(filled, start=1))
    brushed, strewn = _outside(bake)
    if brushed:
        yield say("Wash"), [say("{name}", name=name) for name in brushed]
    if strewn:
        yield say("Topping"), [say("{name}", name=name) for name in strewn]


def _rise(bake: Bake, s: Sheet) -> Message:
    ready = s.rise.forecast.ready
    minutes = bake.rise.by_clock_min or (ready.typical if ready else 0.0)
    if s.rise.rests:
        return say("Let the dough rest for {rest}.", rest=in_minutes(bake.rise.rest_min))
    if any(stay.where == "fridge" for stay in bake.rise.spots):
        return say("Let the dough rise in the fridge for {time}.", time=in_minutes(minutes))
    to = as_number(bake.rise.to)
    return say("Let the dough rise for {time}, or until it is {to} times its size.", time=in_minutes(minutes), to=to)


def _divided(s: Sheet) -> Iterator[Message]:
    """Into how many pieces, of what weight; a weight of its own for each filling where they differ."""
    count, filled = sum(g.pieces for g in s.groups), [g for g in s.groups if g.filling_each_g]
    weights = {round(g.dough_each_g) for g in filled} or {round(s.groups[0].dough_each_g)}
    if len(weights) == 1:
        yield say("Divide the dough into {count} pieces of {each} each.", count=count, each=in_grams(*weights))
    else:
        yield say("Divide the dough into {count} pieces.", count=count)
        for number, group in enumerate(filled, start=1):
            each = in_grams(round(group.dough_each_g))
            yield say("Weigh {each} of dough for each of those with filling {number}.", each=each, number=number)
    plain = sum(g.pieces for g in s.groups if not g.filling_each_g) if filled else 0
    if plain:
        yield say_n("{count} piece stays plain.", "{count} pieces stay plain.", plain, count=plain)


def _wrapped(group: GroupTray) -> Iterator[Message]:
    """How one group is rolled, filled and closed."""
    if group.wrap.rolled and group.wrap.round:
        yield say("Roll each to {across} across.", across=in_millimetres(round(group.wrap.across_mm)))
    if group.filling_each_g:
        yield say("Put {each} of filling on each.", each=in_grams(round(group.filling_each_g)))
    yield TOLD[group.wrap.closing]


def _shaping(bake: Bake, s: Sheet) -> Iterator[Message]:
    yield from _divided(s)
    if bake.bench_rest_min:
        yield say("Round them up and let the balls rest for {rest}.", rest=in_minutes(bake.bench_rest_min))
    filled = [g for g in s.groups if g.filling_each_g] or s.groups[:1]
    for number, group in enumerate(filled, start=1):
        yield from (_of(number if len(filled) > 1 else 0, step) for step in _wrapped(group))


def _of(number: int, step: Message) -> Message:
    """A step of the pieces with one filling, 0 for all of them."""
    return say("Those with filling {number}: {step}", number=number, step=step) if number else step


def _heating(bake: Bake, s: Sheet) -> Iterator[Message]:
    """The heat of the first group and all that go with it, then of each that has one of its own."""
    each = [group.heat or bake.heat for group in bake.groups]
    trays = dict(zip(dict.fromkeys([bake.heat, *each]), [s.heat, *s.more_heats], strict=True))
    brushed, strewn = _outside(bake)
    if brushed:
        yield say("Brush them with {foods}.", foods=listed(brushed))
    if strewn:
        yield say("Strew the tops with {foods}.", foods=listed(strewn))
    yield from _heated(bake.heat, s.heat)
    filled = [heat for heat, group in zip(each, bake.groups, strict=True) if group.parts]
    for number, heat in enumerate(filled, start=1):
        if heat != bake.heat:
            yield from (_of(number, step) for step in _heated(heat, trays[heat]))


def _heated(heat: HeatSettings, tray: HeatTray) -> Iterator[Message]:
    minutes = in_minutes(round(tray.minutes_planned))
    if heat.method == "steam":
        yield say("Steam for {minutes}.", minutes=minutes)
    elif heat.method == "pan":
        yield say("Cook in a lidded pan for {minutes}.", minutes=minutes)
    else:
        yield say("Bake at {celsius} for {minutes}.", celsius=in_celsius(round(heat.air_c)), minutes=minutes)
    if heat.rest_min:
        yield say("Let them rest for {rest}.", rest=in_minutes(heat.rest_min))


def _steps(bake: Bake, s: Sheet) -> Iterator[Message]:
    if bake.dough.yeast_school == "woken" and bake.dough.rises:
        yield say("Stir the yeast into the warm liquid and wait until it foams.")
    yield from step_words(s, "weigh")
    yield KNEADED[bake.dough.kneading]
    yield _rise(bake, s)
    yield from step_words(s, "filling", "divide", "wrap")
    yield from _shaping(bake, s)
    if s.proof.forecast.ready and not s.proof.rests:
        yield say("Let the filled pieces proof for {time}.", time=in_minutes(s.proof.forecast.ready.typical))
    yield from _heating(bake, s)
    yield from step_words(s, "heat", "rest")
    yield from (say("{title}. {text}", title=c.title, text=c.text) for c in s.cautions if c.urgent)
    if s.allergens:
        yield say("Contains {allergens}.", allergens=listed(s.allergens))


def page_of(bake: Bake, s: Sheet) -> Page:
    """A bake and its sheet as a recipe's page."""
    count = sum(g.pieces for g in s.groups)
    makes = say_n("Makes {count} piece", "Makes {count} pieces", count, count=count)
    return Page(bake.name, makes, list(_parts(bake, s)), list(_steps(bake, s)))


def as_text(page: Page) -> str:
    """The page in plain text."""
    blocks = [f"{page.name}\n{page.makes}"]
    blocks += ["\n".join([f"{heading}", *map(str, lines)]) for heading, lines in page.parts]
    return "\n\n".join([*blocks, "\n".join(["Method", *map(str, page.steps)])]) + "\n"


def as_markdown(page: Page) -> str:
    """The page in Markdown."""
    blocks = [f"# {page.name}", f"{page.makes}"]
    blocks += ["\n".join([f"## {heading}", "", *(f"- {line}" for line in lines)]) for heading, lines in page.parts]
    steps = [f"{n}. {step}" for n, step in enumerate(page.steps, start=1)]
    return "\n\n".join([*blocks, "\n".join(["## Method", "", *steps])]) + "\n"
