"""What drives the figures of a sheet: inputs with what is known of them, each able to be nudged by its own doubt."""

import math
from collections.abc import Callable
from dataclasses import dataclass

from airycrumb.bake.kitchen import Kitchen, LearnedPace, LearnedVigour
from airycrumb.bake.model import Bake
from airycrumb.data import rise as rise_table
from airycrumb.stations.heat.learning import Pace
from airycrumb.trays.types import Sheet
from airycrumb.words import Message, Quantity, as_number, in_celsius, in_degrees, in_grams, in_percent, in_watts, say

Nudge = Callable[[Bake, Kitchen, Sheet], tuple[Bake, Kitchen]]
OFF_SCALE, OFF_SPOON, OFF_HOB = 0.03, 0.10, 0.15  # shares by which each is easily wrong; assumed
OFF_DIAL_C, OFF_FILLING_C = 10.0, 3.0  # °C; assumed


@dataclass(frozen=True)
class Driver:
    """An input. value: as it stands; doubt: how far off it easily is; known: where it is from; nudge: the same bake and
    kitchen with it off by its doubt; asked: whether this bake has it."""

    name: Message
    value: Callable[[Bake, Kitchen, Sheet], Quantity]
    doubt: Callable[[Bake, Kitchen, Sheet], Quantity]
    known: Callable[[Bake, Kitchen, Sheet], Message]
    nudge: Nudge
    asked: Callable[[Bake], bool] = lambda _bake: True


def _room(b: Bake, k: Kitchen, s: Sheet) -> tuple[Bake, Kitchen]:
    warmer = min(s.sentence.room_c + rise_table.ROOM_DOUBT.value, 40.0)
    return b.but(plan=b.plan.but(room_c=warmer, room_from="typed")), k


def _room_known(b: Bake, k: Kitchen, _s: Sheet) -> Message:
    if b.by_thermometer:
        return say("the kitchen's thermometer, where it speaks")
    if b.plan.room_c is not None:
        return say("typed for this bake")
    return say("the kitchen's day") if k.room_day else say("the kitchen's usual warmth")


def _start_doubt(b: Bake) -> float:
    measured = b.dough.start_c is not None
    return (rise_table.START_DOUBT_MEASURED if measured else rise_table.START_DOUBT_PREDICTED).value


def _start(b: Bake, k: Kitchen, s: Sheet) -> tuple[Bake, Kitchen]:
    return b.but(dough=b.dough.but(start_c=min(s.weigh.dough_c + _start_doubt(b), 45.0))), k


def _vigour(b: Bake, k: Kitchen, _s: Sheet) -> tuple[Bake, Kitchen]:
    v = k.vigour
    mean = v.mean + math.sqrt(v.variance)
    return b, k.but(learned_vigour=LearnedVigour.model_construct(mean=mean, variance=v.variance, bakes=v.bakes))


def _pace(b: Bake, k: Kitchen, _s: Sheet) -> tuple[Bake, Kitchen]:
    pace, method = _pace_of(b, k), b.heat.method
    mean = pace.mean + math.sqrt(pace.variance)
    slower = LearnedPace.model_construct(mean=mean, variance=pace.variance, bakes=pace.bakes)
    return b, k.but(heats=k.heats.but(**{method: slower}))


def _pace_of(b: Bake, k: Kitchen) -> Pace:
    return k.paces.get(b.heat.method, Pace())


def _steamed(bake: Bake) -> bool:
    return bake.heat.method == "steam"


def _baked(bake: Bake) -> bool:
    return bake.heat.method == "oven"


def _filled(bake: Bake) -> bool:
    return bool(bake.groups[0].parts)


DRIVERS: dict[str, Driver] = {
    "room": Driver(
        name=say("the kitchen's warmth"),
        value=lambda _b, _k, s: in_celsius(s.sentence.room_c),
        doubt=lambda _b, _k, _s: in_degrees(rise_table.ROOM_DOUBT.value),
        known=_room_known,
        nudge=_room,
    ),
    "start": Driver(
        name=say("the dough's warmth when it is kneaded"),
        value=lambda _b, _k, s: in_celsius(s.weigh.dough_c),
        doubt=lambda b, _k, _s: in_degrees(_start_doubt(b), digits=1),
        known=lambda b, _k, _s: (
            say("measured") if b.dough.start_c is not None else say("predicted from the liquid and the kitchen")
        ),
        nudge=_start,
    ),
    "yeast": Driver(
        name=say("the yeast, as instant, on the flour"),
        value=lambda _b, _k, s: in_percent(s.weigh.percentages.yeast, digits=2),
        doubt=lambda _b, _k, s: in_percent(s.weigh.percentages.yeast * OFF_SCALE, digits=2),
        known=lambda _b, k, _s: say("weighed, to {step}", step=in_grams(k.scale_step_g)),
        nudge=lambda b, k, _s: (b.but(dough=b.dough.with_yeast(1 + OFF_SCALE)), k),
        asked=lambda b: b.dough.rises,
    ),
    "vigour": Driver(
        name=say("how this kitchen's dough rises, against the usual"),
        value=lambda _b, k, _s: as_number(k.vigour.factor, digits=2),
        doubt=lambda _b, k, _s: as_number(k.vigour.factor * (math.exp(math.sqrt(k.vigour.variance)) - 1), digits=2),
        known=lambda _b, k, _s: (
            say("learned from {bakes} bakes", bakes=k.vigour.bakes)
            if k.vigour.bakes
            else say("assumed: no bake is logged yet")
        ),
        nudge=_vigour,
        asked=lambda b: b.dough.rises,
    ),
    "dough_each": Driver(
        name=say("dough in each piece"),
        value=lambda _b, _k, s: in_grams(s.groups[0].dough_each_g),
        doubt=lambda _b, _k, s: in_grams(s.groups[0].dough_each_g * OFF_SCALE),
        known=lambda _b, _k, _s: say("asked for; a piece is cut within {off}", off=in_percent(100 * OFF_SCALE)),
        nudge=lambda b, k, _s: (b.but(dough_each_g=b.dough_each_g * (1 + OFF_SCALE)), k),
    ),
    "filling_each": Driver(
        name=say("filling in each piece"),
        value=lambda _b, _k, s: in_grams(s.groups[0].filling_each_g),
        doubt=lambda _b, _k, s: in_grams(s.groups[0].filling_each_g * OFF_SPOON),
        known=lambda _b, _k, _s: say("asked for; a spoon is within {off}", off=in_percent(100 * OFF_SPOON)),
        nudge=lambda b, k, _s: (b.but(filling_each_g=b.filling_each_g * (1 + OFF_SPOON)), k),
        asked=_filled,
    ),
    "filling_c": Driver(
        name=say("the filling's temperature when wrapped"),
        value=lambda b, _k, _s: in_celsius(b.filling.celsius),
        doubt=lambda _b, _k, _s: in_degrees(OFF_FILLING_C),
        known=lambda _b, _k, _s: say("said of the filling"),
        nudge=lambda b, k, _s: (b.but(filling=b.filling.but(celsius=min(b.filling.celsius + OFF_FILLING_C, 60.0))), k),
        asked=_filled,
    ),
    "oven": Driver(
        name=say("the oven's temperature"),
        value=lambda b, _k, _s: in_celsius(b.heat.air_c),
        doubt=lambda _b, _k, _s: in_degrees(OFF_DIAL_C),
        known=lambda _b, k, _s: (
            say("its dial, put right by a thermometer")
            if k.true_oven.bakes
            else say("its dial; nobody has measured it")
        ),
        nudge=lambda b, k, _s: (b.but(heat=b.heat.but(told_c=min(b.heat.air_c + OFF_DIAL_C, 280.0))), k),
        asked=_baked,
    ),
    "pace": Driver(
        name=say("how fast things cook in this kitchen, against the usual minutes"),
        value=lambda b, k, _s: as_number(_pace_of(b, k).factor, digits=2),
        doubt=lambda b, k, _s: as_number(math.exp(math.sqrt(_pace_of(b, k).variance)) - 1, digits=2),
        known=lambda b, k, _s: (
            say("learned from {bakes} probed bakes", bakes=_pace_of(b, k).bakes)
            if _pace_of(b, k).bakes
            else say("assumed: no bake was probed yet")
        ),
        nudge=_pace,
    ),
    "hob": Driver(
        name=say("the power that reaches the steam"),
        value=lambda _b, k, _s: in_watts(k.steamer.net_watts),
        doubt=lambda _b, k, _s: in_watts(k.steamer.net_watts * OFF_HOB),
        known=lambda _b, _k, _s: say("said of the kitchen"),
        nudge=lambda b, k, _s: (
            b,
            k.but(steamer=k.steamer.but(net_watts=k.steamer.net_watts * (1 + OFF_HOB))),
        ),
        asked=_steamed,
    ),
    "friction": Driver(
        name=say("how much kneading warms the dough"),
        value=lambda _b, k, _s: in_degrees(k.friction_c, digits=1),
        doubt=lambda _b, _k, _s: in_degrees(1.0),
        known=lambda _b, _k, _s: say("the kitchen's, learned from measured doughs"),
        nudge=lambda b, k, _s: (b, k.but(friction_c=k.friction_c + 1)),
    ),
}
