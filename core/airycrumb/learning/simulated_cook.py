"""A simulated cook makes a bake: the observations a real one might send. For demo data and tests."""

import math
import random
from datetime import datetime, timedelta

import numpy as np

from airycrumb.bake.kitchen import Kitchen
from airycrumb.bake.marks import Observation
from airycrumb.bake.model import Bake
from airycrumb.plan.context import Context
from airycrumb.sheet.work import work
from airycrumb.stations.rise.forecast import LONGEST
from airycrumb.stations.rise.stage import crossings
from airycrumb.trays.ferment import first_rise, shaping_minutes
from airycrumb.trays.pieces import wrap_minutes
from airycrumb.trays.types import Sheet, WeighTray
from airycrumb.trays.weigh import weigh


def _later(at: datetime, minutes: float) -> datetime:
    return at + timedelta(minutes=round(minutes, 1))


def _left_over(weighed: WeighTray, at: datetime, noise: random.Random) -> list[Observation]:
    """Every other time the flour leaves some of the water, about 6 % of it."""
    water = sum(line.grams for line in weighed.dough if line.key == "water")
    if water < 100 or noise.random() < 0.5:
        return []
    return [Observation("water_left", "weigh", at, float(round(water * noise.uniform(0.03, 0.09))))]


def simulated_batch(bake: Bake, kitchen: Kitchen, started: datetime, log_vigour: float, seed: int) -> list[Observation]:
    """Observations from start to last bite of a dough of that true ln vigour, with human noise.

    The eye misjudges growth by about 8 %, hands are 15 % off their usual pace. Same seed, same
    batch. seed: any whole number; log_vigour -1 to 1.
    """
    noise = random.Random(seed)
    ctx = Context.here(bake, kitchen, (), started)
    weighed = weigh(ctx)
    first = first_rise(ctx, weighed.dough_c + noise.gauss(0, 0.8), True)
    ratios = first.stage.ratios(np.array([math.exp(log_vigour)]))
    ready = min(float(crossings(first.stage.course.minutes, ratios, bake.rise.to)[0]), LONGEST)
    plan = work(bake, kitchen, now=started)
    mixed = _later(started, weighed.minutes * noise.uniform(0.9, 1.3))
    look = ready * noise.uniform(0.45, 0.65)
    seen = float(np.interp(look, first.stage.course.minutes, ratios[0])) - 1
    risen = _later(mixed, ready * noise.gauss(1.0, 0.04))
    divided = _later(risen, shaping_minutes(ctx) * noise.uniform(0.9, 1.2))
    wrapped = _later(divided, wrap_minutes(ctx) * noise.uniform(0.85, 1.25))
    proofed = _later(
        wrapped, plan.proof.forecast.ready.typical * noise.uniform(0.6, 0.95) if plan.proof.forecast.ready else 40.0
    )
    heated = _later(proofed, plan.heat.minutes_planned * plan.heat.loads * noise.uniform(0.98, 1.08))
    return [
        Observation("started", "weigh", started),
        *_left_over(weighed, _later(mixed, -2), random.Random(seed + 7)),
        Observation("done", "weigh", mixed),
        Observation("risen", "rise", _later(mixed, look), round(max(0.05, seen * noise.gauss(1, 0.08)), 2)),
        Observation("doubled", "rise", risen),
        Observation("done", "rise", risen),
        Observation("done", "divide", divided),
        Observation("done", "wrap", wrapped),
        Observation("done", "proof", proofed),
        *_probed(plan, proofed, random.Random(seed + 11)),
        Observation("done", "heat", heated),
        Observation("done", "rest", _later(heated, bake.heat.rest_min + 1)),
    ]


PROBED_AT = (0.45, 0.7, 0.9)  # of the minutes planned
OVEN_BELOW_C = 9.0  # how far this oven runs under its dial


def _probed(plan: Sheet, since: datetime, noise: random.Random) -> list[Observation]:
    """What a probe says of a kitchen whose heat is a little slow, and a thermometer of its oven, now and then."""
    h, slower = plan.heat, 1.06 * math.exp(noise.gauss(0, 0.04))
    found = []
    for share in PROBED_AT:
        minute = h.minutes_planned * share
        core = float(np.interp(minute / slower, h.minutes, h.core)) + noise.gauss(0, 0.5)
        found.append(Observation("probe", "heat", _later(since, minute), round(core, 1)))
    if h.method == "oven":
        for i in range(5):
            minute = h.minutes_planned * (0.1 + 0.2 * i)
            air = h.air_c - OVEN_BELOW_C - 22 * math.exp(-minute / 3) + noise.gauss(0, 2)
            found.append(Observation("oven", "heat", _later(since, minute), round(air, 1)))
    return sorted(found, key=lambda o: o.at)
