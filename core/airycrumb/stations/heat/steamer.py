"""Water under the steam: how much boils away, whether it lasts, when to top it up."""

import math
from dataclasses import dataclass

from airycrumb.data import heat as c


@dataclass(frozen=True)
class TopUp:
    """Boiling water poured in on the way. minute: of steaming; ml: how much."""

    minute: float
    ml: float


@dataclass(frozen=True)
class SteamWater:
    """Water for a steaming. ml: to pour in; away_ml: boils away; left_ml: at the end; least_ml: must be left; pot_ml:
    the pot holds; rate: ml a minute; lasts_min: of steaming, from what is poured in at first; top_up: on the way;
    watts_each: net power for each piece; short_ml: what as many top-ups as one can follow still leave lacking.
    """

    ml: float
    away_ml: float
    left_ml: float
    least_ml: float
    pot_ml: float
    rate: float
    lasts_min: float
    top_up: list[TopUp]
    watts_each: float
    short_ml: float


def steam_water_ml(net_watts: float, minutes: float) -> float:
    """mL boiled away in so many minutes at this net power: 60 P/2257 g a minute.

    >>> round(steam_water_ml(1000, 20))
    532
    """
    return 60 * net_watts / c.STEAM_LATENT.value * minutes


def least_ml(pot_mm: float) -> float:
    """mL that must be left in a pot so wide: 150, or 5 mm of it."""
    area_mm2 = math.pi / 4 * pot_mm**2
    return max(c.LEAST_WATER_ML.value, area_mm2 * c.LEAST_WATER_MM.value / 1000)


def steam_water(net_watts: float, minutes: float, pot_ml: float, pot_mm: float, pieces: int) -> SteamWater:
    """Water for so many minutes of steam, a quarter more than reckoned, and a safe depth at the end.

    A pot that cannot hold as much is filled, and topped up with boiling water each time it is down to a safe
    depth: one that boils dry can catch fire. Times are from visible steam. More top-ups than one can follow (20) are
    not listed: the pot is too small then.
    """
    away, least = steam_water_ml(net_watts, minutes), least_ml(pot_mm)
    wanted, rate = away * c.WATER_MARGIN.value + least, steam_water_ml(net_watts, 1)
    start = min(math.ceil(wanted / 50) * 50, pot_ml)
    each = max(pot_ml - least, 1.0)
    lasts = max(start - least, 0.0) / (rate * c.WATER_MARGIN.value)
    top_up: list[TopUp] = []
    at, short = lasts, wanted - start
    while short > c.LEAST_TOP_UP_ML.value and len(top_up) < c.MOST_TOP_UPS.value:
        added = min(short, each)
        top_up.append(TopUp(float(math.floor(at)), math.ceil(added / 50) * 50.0))
        short -= added
        at += added / (rate * c.WATER_MARGIN.value)
    poured = start + sum(t.ml for t in top_up)
    return SteamWater(
        ml=start,
        away_ml=away,
        left_ml=poured - away,
        least_ml=least,
        pot_ml=pot_ml,
        rate=rate,
        lasts_min=lasts,
        top_up=top_up,
        watts_each=net_watts / max(pieces, 1),
        short_ml=short if short > c.LEAST_TOP_UP_ML.value else 0.0,
    )
