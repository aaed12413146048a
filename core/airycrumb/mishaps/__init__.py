"""What to do when something goes wrong while a batch is made: every mishap that can be, answered where it stands."""

from collections.abc import Callable, Sequence
from datetime import datetime

from airycrumb.bake.kitchen import Kitchen
from airycrumb.bake.marks import Observation
from airycrumb.bake.model import Bake
from airycrumb.mishaps import dough, giving_up, hours, in_the_heat, kitchen
from airycrumb.mishaps.answer import MishapAnswer, Press
from airycrumb.mishaps.scene import Scene
from airycrumb.plan.context import NOTHING_HEARD, Heard
from airycrumb.sheet.work import work

__all__ = ["MishapAnswer", "Press", "answers"]

#: Each by its name, what hurts somebody first: what it answers at the step a batch is in, None where it cannot be.
ALL: dict[str, Callable[[Scene], MishapAnswer | None]] = {
    "fat_fire": in_the_heat.fat_fire,
    "hand": kitchen.hand,
    "burnt": in_the_heat.burnt,
    "raw_middle": in_the_heat.raw_middle,
    "boiled_dry": in_the_heat.boiled_dry,
    "leaking": in_the_heat.leaking,
    "not_rising": dough.not_rising,
    "too_far": dough.too_far,
    "sticky": dough.sticky,
    "stiff": dough.stiff,
    "left_out": dough.left_out,
    "torn": dough.torn,
    "stuck": dough.stuck,
    "filling_warm": kitchen.filling_warm,
    "filling_spoilt": kitchen.filling_spoilt,
    "in_part": giving_up.in_part,
    "power": kitchen.power,
    "heat_gone": kitchen.heat_gone,
    "put_off": hours.put_off,
    "sooner": hours.sooner,
    "floor": giving_up.floor,
    "spoilt": giving_up.spoilt,
    "given_up": giving_up.given_up,
}


def answers(
    bake: Bake,
    here: Kitchen,
    observations: Sequence[Observation],
    *,
    now: datetime,
    heard: Heard = NOTHING_HEARD,
) -> list[MishapAnswer]:
    """Every mishap that can be at the step a batch is in, answered. Raises InputError for a bake that cannot be
    worked.
    """
    sheet = work(bake, here, observations, now=now, heard=heard)
    scene = Scene(bake, here, tuple(observations), now, sheet, heard)
    return [found for answer in ALL.values() if (found := answer(scene)) is not None]
