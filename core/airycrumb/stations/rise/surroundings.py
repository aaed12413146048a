"""The warmth around a dough: steady, cooling down, running through the day, or moved from spot to spot."""

import math
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from airycrumb.words import NOTHING, Message

Array = NDArray[np.float64]
COOLING_POINTS = 25  # points of a cooling curve; straight lines between them are within 0.1 °C of it

COLDEST_C, HOTTEST_C = -30.0, 60.0  # °C of a place a dough can stand in


@dataclass(frozen=True)
class Air:
    """Warmth over time: °C at each of `minutes` (rising), straight lines between, constant before and after."""

    minutes: tuple[float, ...]
    celsius: tuple[float, ...]

    def at(self, minutes: Array | float) -> Array:
        """°C at these minutes."""
        return np.asarray(np.interp(minutes, self.minutes, self.celsius))

    def warmer(self, degrees: float) -> "Air":
        """The same air, so many °C warmer throughout."""
        return replace(self, celsius=tuple(c + degrees for c in self.celsius))

    def later(self, minutes: float) -> "Air":
        """The same air, all of it so many minutes later."""
        return replace(self, minutes=tuple(m + minutes for m in self.minutes))

    @property
    def start(self) -> float:
        """°C at minute 0."""
        return float(self.at(0.0))


def steady(celsius: float) -> Air:
    """Air that does not change."""
    return Air((0.0,), (celsius,))


def cooling(peak_c: float, room_c: float, tau_min: float) -> Air:
    """Air left to cool: room + (peak - room) e^(-t/tau). tau_min > 0; also for air that warms up to the room.

    >>> round(float(cooling(40, 20, 60).at(60)), 1)
    27.4
    """
    at = np.linspace(0, 5 * tau_min, COOLING_POINTS)
    return Air(tuple(at), tuple(room_c + (peak_c - room_c) * math.exp(-m / tau_min) for m in at))


@dataclass(frozen=True)
class Leg:
    """Time in one spot. from_min: when the dough comes there, since the stage began; its air counts from then.

    film: W/m2K where it is not that of still air; doubt_c: standard deviation of its warmth; name: as the cook says it.
    """

    from_min: float
    air: Air
    film: float | None = None
    doubt_c: float = 1.0
    name: Message = NOTHING


@dataclass(frozen=True)
class Place:
    """Where the dough sits. air_c: °C where it begins; kind: "bowl", "piece" or "bag"; mass_g: dough and what is in it.

    legs: the spots it goes through, in order, the first from minute 0; () for one spot at air_c all along.
    """

    air_c: float
    kind: str
    mass_g: float
    legs: tuple[Leg, ...] = ()

    def spots(self) -> tuple[Leg, ...]:
        """The spots it goes through, one at least."""
        return self.legs or (Leg(0.0, steady(self.air_c)),)

    def air_at(self, minutes: Array) -> Array:
        """°C around the dough at each minute since the stage began."""
        air = np.empty_like(minutes)
        for leg in self.spots():
            here = minutes >= leg.from_min
            air[here] = leg.air.at(minutes[here] - leg.from_min)
        return air

    def spot_at(self, minute: float) -> Leg:
        """The spot at a minute since the stage began."""
        return [leg for leg in self.spots() if leg.from_min <= minute or leg.from_min == 0][-1]

    def warmer(self, degrees: float) -> "Place":
        """The same place, so many °C warmer all along."""
        legs = tuple(replace(leg, air=leg.air.warmer(degrees)) for leg in self.legs)
        return replace(self, air_c=self.air_c + degrees, legs=legs)

    def mean_c(self, minutes: float) -> float:
        """Mean °C over the first minutes."""
        return float(self.air_at(np.linspace(0, minutes, 49)).mean())


def place_of(kind: str, mass_g: float, legs: tuple[Leg, ...]) -> Place:
    """A place from its spots; legs: one at least, none ever outside what a kitchen holds. ValueError otherwise."""
    if not all(COLDEST_C <= c <= HOTTEST_C for leg in legs for c in leg.air.celsius):
        raise ValueError(f"a place outside {COLDEST_C} to {HOTTEST_C} °C")
    return Place(legs[0].air.start, kind, mass_g, legs)
