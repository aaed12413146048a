"""How long a filling takes to cool: transient conduction with convection at the surface, exact series.

Masses g, temperatures °C, lengths mm, times min.
"""

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from airycrumb.data import filling as c
from airycrumb.data.safety import COOL_C
from airycrumb.numerical import root

TERMS, LEAST_FOURIER = 40, 1e-3  # of the series, and from where on they are enough


@lru_cache(maxsize=512)
def eigenvalues(biot: float, sphere: bool) -> np.ndarray:
    """The first roots of z tan z = Bi (slab) or 1 - z cot z = Bi (sphere), in order, shape (TERMS,).

    Carslaw and Jaeger, Conduction of Heat in Solids; Bi = h L/k > 0 with L the half thickness or the radius. Each root
    lies alone in an interval of pi (sphere) or pi/2 (slab): all are halved in on together.
    """
    low = np.arange(TERMS) * math.pi
    high = low + (math.pi if sphere else math.pi / 2)
    for _ in range(52):
        z = (low + high) / 2
        over = (1 - biot) * np.sin(z) - z * np.cos(z) if sphere else z * np.sin(z) - biot * np.cos(z)
        # Multiplied out, the sign turns with every interval.
        past = over * np.where(np.arange(TERMS) % 2, -1, 1) > 0
        low, high = np.where(past, low, z), np.where(past, z, high)
    return (low + high) / 2


def centre(fourier: float, biot: float, sphere: bool) -> float:
    """(T - Ta)/(T0 - Ta) in the middle at a Fourier number alpha t/L2: sum of C exp(-z2 Fo)."""
    z = eigenvalues(biot, sphere)
    if sphere:
        coefficient = 4 * (np.sin(z) - z * np.cos(z)) / (2 * z - np.sin(2 * z))
    else:
        coefficient = 4 * np.sin(z) / (2 * z + np.sin(2 * z))
    return float(min(1.0, coefficient @ np.exp(-(z**2) * fourier)))


def cooling_time(half_mm: float, sphere: bool, from_c: float, to_c: float, air_c: float, h: float) -> float:
    """Minutes until the middle of a slab of that half thickness, or a ball of that radius, has cooled to to_c.

    half_mm 1 to 200, air_c < to_c < from_c, h W/m2K. One uniform temperature at the start.
    """
    if to_c >= from_c:
        return 0.0
    wanted = (to_c - air_c) / (from_c - air_c)
    length = half_mm / 1000
    # Kept by its value to six digits: rounded more, a thin layer would cool sooner than a thinner one.
    biot = float(f"{h * length / c.CONDUCTIVITY.value:.6g}")
    alpha = c.CONDUCTIVITY.value / (1000 * c.HEAT_CAPACITY.value)
    z = eigenvalues(biot, sphere)
    top = (
        4 * (np.sin(z) - z * np.cos(z)) / (2 * z - np.sin(2 * z)) if sphere else 4 * np.sin(z) / (2 * z + np.sin(2 * z))
    )
    over = lambda fo: float(top @ np.exp(-(z**2) * fo)) - wanted
    # The first term alone is an upper bound late on: it brackets the root.
    latest = max(1.0, -math.log(wanted / float(top[0])) / float(z[0]) ** 2 * 1.5)
    if over(LEAST_FOURIER) <= 0:  # so near that the series cannot tell
        return 0.0
    return root(over, LEAST_FOURIER, latest) * length**2 / alpha / 60


@dataclass(frozen=True)
class Cooling:
    """How long a filling cools in a vessel. min: on the bench until it no longer steams, then in the fridge; deep_mm:
    how deep it lies; to_cool_min: until it is under 21 °C, or as cold as it is wrapped where that is warmer.
    """

    vessel: str
    bench_min: float
    fridge_min: float
    deep_mm: float
    to_cool_min: float

    @property
    def minutes(self) -> float:
        """Both together."""
        return self.bench_min + self.fridge_min


@lru_cache(maxsize=512)
def cooling(
    total_g: float, density: float, vessel: str, room_c: float, to_c: float, from_c: float = c.HOT_C.value
) -> Cooling:
    """Time for a hot filling to cool to to_c, in a "tray" (spread shallow), a "box" or a heaped "bowl".

    The bench until it no longer steams, then the fridge if to_c asks for it; each from one uniform temperature, the
    warmest it then is: the slow side.
    """
    volume = total_g / density * 1000  # mm3
    if vessel == "bowl":
        half = deep = (3 * volume / (4 * math.pi)) ** (1 / 3)
        deep *= 2
    else:
        area = c.TRAY_CM2.value if vessel == "tray" else c.BOX_CM2.value
        deep = volume / (area * 100)
        deep = min(deep, c.BOX_DEEP_MM.value) if vessel == "box" else deep
        half = max(deep / 2, 1.0)
    ball = vessel == "bowl"
    aim = max(to_c, c.FRIDGE_C.value + 1.5)
    first = max(c.INTO_FRIDGE_C.value, room_c + 3)
    on_bench = cooling_time(
        half_mm=half, sphere=ball, from_c=from_c, to_c=max(first, aim), air_c=room_c, h=c.STEAMING_H.value
    )
    in_fridge = (
        cooling_time(half_mm=half, sphere=ball, from_c=first, to_c=aim, air_c=c.FRIDGE_C.value, h=c.COOL_H.value)
        if aim < first
        else 0.0
    )
    half_way = max(COOL_C, aim)
    to_cool = on_bench + (
        cooling_time(half_mm=half, sphere=ball, from_c=first, to_c=half_way, air_c=c.FRIDGE_C.value, h=c.COOL_H.value)
        if half_way < first
        else 0.0
    )
    return Cooling(vessel, on_bench, in_fridge, deep, to_cool)
