"""How large a proofed piece is: as it goes into the heat, and grown on where it waits for its turn."""

import math
from collections.abc import Sequence

import numpy as np

from airycrumb.data import rise as c
from airycrumb.memo import remembered
from airycrumb.stations import rise
from airycrumb.stations.rise.model import volume_ratio
from airycrumb.stations.rise.stage import Stage, StageMaker
from airycrumb.trays.ferment import Fermented


def volume_over_gas_free(proof: Fermented, minute: float) -> float:
    """Dough volume at a minute of the proof over that of the dough with no gas at all (air included)."""
    return _over_gas_free(proof.stage, proof.forecast.vigour.typical, minute)


@remembered(64)
def _over_gas_free(stage: Stage, vigour: float, minute: float) -> float:
    at = np.array([min(minute, float(stage.course.minutes[-1]))])
    held = stage.held(np.array([[vigour]]), at)
    temperature = stage.course.state_at(float(at[0])).temperature
    return float((1 + c.AIR_MIXED_IN.value) * volume_ratio(stage.dough, held, temperature)[0, 0])


def grown_while_waiting(proof: Fermented, place: rise.Place, waits_min: Sequence[float]) -> list[tuple[float, float]]:
    """Of each wait in another place, min: the size of a piece that was ready, over its size then; and its °C."""
    ready = min(proof.minutes.typical, float(proof.stage.course.minutes[-1]))
    return _grown(proof.stage, proof.forecast.vigour.typical, ready, place, tuple(waits_min))


@remembered(64)
def _grown(
    proof: Stage, vigour: float, ready: float, place: rise.Place, waits_min: tuple[float, ...]
) -> list[tuple[float, float]]:
    course = rise.simulate(proof.dough, proof.course.state_at(ready), place, math.ceil(max(waits_min)))
    waiting = StageMaker(proof.dough, proof, ready, 1.0, ready)(course)
    celsius = np.interp(waits_min, course.minutes, course.temperature)
    held = waiting.held(np.array([[vigour]]), np.asarray(waits_min))
    sizes = (1 + c.AIR_MIXED_IN.value) * volume_ratio(proof.dough, held, celsius)[0]
    return list(zip((sizes / _over_gas_free(proof, vigour, ready)).tolist(), celsius.tolist(), strict=True))
