"""The method of a bake: the standard steps it follows from, and the steps of the cook's own, each in its place."""

from collections.abc import Iterator
from dataclasses import replace

from airycrumb.bake.groups import Filling
from airycrumb.bake.method import BakeStep, MethodStep
from airycrumb.bake.model import Bake
from airycrumb.plan.chains import Chain, Work
from airycrumb.plan.timetable import Leg, Within
from airycrumb.quantities import Band
from airycrumb.words import Message, in_grams, in_minutes, listed, say, verbatim

FILLING_TRAY = "filling"
OF_THE_DOUGH = ("weigh", "rise", "divide")
THE_DOUGH, THE_PIECES, UNNAMED = say("the dough"), say("the pieces"), say("a food of your choice")
KEPT_LIQUID = "soaking liquid"  # the pantry's name for what a step of a filling leaves
POURED_OFF = ("strain", "drain")
SOAK_MIN = 60.0  # min: a scald cooled to the room, or a soak; assumed


def fillings(bake: Bake) -> list[Chain]:
    """The work of every filling, ready for wrapping: in one go, or step by step where that is told."""
    groups = list(enumerate(bake.groups))
    whole = [g.filling for _, g in groups if not g.filling.steps]
    making, cooling = sum(f.making_min for f in whole), max((f.cooling_min for f in whole), default=0.0)
    found = [Chain(tuple(_in_steps(bake, at, g.filling)), "wrap") for at, g in groups if g.filling.steps]
    return [*found, Chain(tuple(_in_one_go(making, cooling)), "wrap")] if making > 0 else found


def _in_one_go(making: float, cooling: float) -> Iterator[Work]:
    work = lambda key, label, minutes, hands: Work(key, label, minutes, hands, FILLING_TRAY, "filling")
    yield work("filling", say("Make the filling"), making, True)
    if cooling > 0:
        yield work("cooling", say("Filling cools"), cooling, False)


def leaves_liquid(filling: Filling) -> int | None:
    """Which of its steps has left a liquid that can be kept, from 0; None for none."""
    found = next((n for n, step in enumerate(filling.steps) if step.kind.liquid), None)
    if found is None or found + 1 == len(filling.steps):
        return found
    return found + 1 if filling.steps[found + 1].do in POURED_OFF else found


def kept_from(bake: Bake) -> tuple[int, int] | None:
    """The group and the step of its filling whose liquid goes into the dough; None where the dough takes none."""
    if not any(item.key == KEPT_LIQUID for item, _ in bake.dough.parts):
        return None
    rows = ((at, leaves_liquid(g.filling)) for at, g in enumerate(bake.groups))
    return next(((at, n) for at, n in rows if n is not None), None)


def _in_steps(bake: Bake, group: int, filling: Filling) -> Iterator[Work]:
    kept = kept_from(bake)
    names = {line.part[0].key: line.part[0].called for line in filling.ingredients}
    for n, step in enumerate(filling.steps, start=1):
        what = listed([names[key] for key in step.of]) if step.of else say("the filling")
        each = works(f"filling.{group + 1}.{n}", step, what, FILLING_TRAY, of="filling", group=group)
        # Its liquid is wanted when the dough is mixed, long before the rest of the filling.
        yield from (replace(work, by="weigh") for work in each) if kept == (group, n - 1) else each


def works(
    key: str,
    step: MethodStep,
    what: Message,
    tray: str,
    of: str = "step",
    amounts: tuple[Message, ...] = (),
    group: int = 0,
) -> Iterator[Work]:
    """What hands do of a step, then what is waited for."""
    kind, hands = step.kind, step.hands_min
    waits = step.minutes - hands
    details = (*amounts, *_told(step))
    cue = (kind.cue,) if kind.cue else ()
    if hands > 0 or waits <= 0:
        ends = cue if waits <= 0 else ()
        yield Work(key, kind.words(what), hands, True, tray, of, kind.press, (*details, *ends), group)
    if waits > 0:
        words = (hands > 0 and kind.leave) or kind.words
        over = kind.over or kind.press
        yield Work(step.ends_as(key), words(what), waits, False, tray, of, over, (*details, *cue), group)


def _told(step: MethodStep) -> Iterator[Message]:
    """That its time is assumed, and the recipe's own words."""
    if step.assumed and step.kind.waits:
        yield say("about {time} (assumed)", time=in_minutes(step.minutes))
    if step.said:
        yield verbatim(f"“{step.said}”")


def own(bake: Bake, before: str) -> list[Work]:
    """The cook's own steps that stand in one place, in order."""
    found: list[Work] = []
    for n, step in enumerate(bake.steps, start=1):
        if step.before == before:
            tray = {"fire": "heat", "rest": "heat", "table": "heat"}.get(before, before)
            found += works(f"step.{n}", step, _what(step), tray, amounts=_amounts(step))
    return found


def _what(step: BakeStep) -> Message:
    """What a step is done to, or done with."""
    if step.uses:
        return listed([line.part[0].called for line in step.uses])
    if step.kind.takes_food:
        return UNNAMED
    return THE_DOUGH if step.before in OF_THE_DOUGH else THE_PIECES


def _amounts(step: BakeStep) -> tuple[Message, ...]:
    weighed = [say("{mass} {name}", mass=in_grams(g), name=item.called) for item, g in (x.part for x in step.uses)]
    return (listed(weighed, "commas"),) if weighed else ()


def own_min(bake: Bake, *before: str) -> float:
    """Minutes of the cook's own steps in some places."""
    return sum(step.minutes for step in bake.steps if step.before in before)


def legs(bake: Bake, before: str) -> list[Leg]:
    """The same as legs of the dough's way."""
    return [Leg(w.key, Band(*[w.minutes] * 3), w.label, w.hands, w.tray) for w in own(bake, before)]


def as_it_rises(bake: Bake) -> Iterator[Within]:
    """The cook's own steps of a dough just kneaded, one after another: yeast is at work by then, so their time is part
    of the rise.
    """
    minute = 0.0
    for work in own(bake, "rise"):
        yield Within("rise", minute, work)
        minute += work.minutes


def soaking(bake: Bake) -> list[Chain]:
    """A soaked or scalded part of the dough, ready for weighing."""
    if "soaked" not in bake.dough.places:
        return []
    return [Chain((Work("soak", say("Soak or scald, let cool"), SOAK_MIN, False, "weigh"),), "weigh")]
