"""Times and temperatures that are common practice (no source) against the heat forecast: python -m
scripts.practice_heat.

Each row says what the trade says, what had to be assumed to ask the model, and what it answers. docs/models/heat.md
holds the table; tests/core/test_practice_heat.py holds each row to what it claims. No fact of the trade comes with a
measured temperature, so agreement means plausible, not validated.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from airycrumb.stations.heat import Boundary, Piece, cook, steam_water, steam_water_ml
from airycrumb.stations.heat.cook import Cook

DOUGH = (0.385, 0.07, 0.03, 0.50, 0.015)
RICH = (0.34, 0.08, 0.10, 0.465, 0.015)
MEAT = (0.68, 0.15, 0.13, 0.02, 0.02)
FISH = (0.74, 0.18, 0.05, 0.01, 0.02)
GREENS = (0.78, 0.10, 0.07, 0.03, 0.02)
COOKED = (0.62, 0.16, 0.12, 0.08, 0.02)

STEAM = Boundary("steam", 0, "high", False, 0, 0, True)


def oven(celsius: float, **more: object) -> Boundary:
    """A still oven with nothing over the pieces."""
    return replace(Boundary("oven", celsius, "high", False, 0, 0, False), **more)  # type: ignore[arg-type]


@dataclass(frozen=True)
class Fact:
    """Something of the trade. said: in words; core: of the coldest filling at the ends of the stated minutes, °C;
    rested: the same after 5 min as it rests; wanted: °C it should reach; verdict: what docs/models/heat.md claims of
    it: "in", "with the rest", "short", or "caught" (raw and pale: a slip that must not pass).
    """

    what: str
    said: str
    piece: Piece
    fire: Boundary
    minutes: tuple[float, ...]
    wanted: float
    verdict: str

    def cooks(self) -> list[Cook]:
        """The cook for each of the stated minutes, with 5 min of rest."""
        return [cook(self.piece, self.fire, m, 5) for m in self.minutes]

    def core(self) -> list[float]:
        """°C of the coldest filling at the end of each."""
        return [float(np.interp(m, k.minutes, k.core)) for m, k in zip(self.minutes, self.cooks(), strict=True)]

    def rested(self) -> list[float]:
        """°C of it after the rest."""
        return [float(k.core[-1]) for k in self.cooks()]

    def skin(self) -> float:
        """°C of the surface at its hottest, after the longest."""
        return float(self.cooks()[-1].skin.max())

    def found(self) -> str:
        """What the forecast says of it, for the longest of the stated minutes."""
        if self.core()[-1] >= self.wanted:
            return "in"
        if self.rested()[-1] >= self.wanted:
            return "with the rest"
        return "caught" if self.fire.method == "oven" and self.fire.air_c < 140 and self.skin() < 105 else "short"


def bun(
    dough: float,
    filling: float,
    inside: tuple[float, float, float, float, float],
    filling_c: float = 14,
    **more: object,
) -> Piece:
    """A round bun as proofed; more: of Piece."""
    return replace(Piece("round bun", dough, filling, DOUGH, inside, 480, 28, filling_c), **more)  # type: ignore[arg-type]


def facts() -> Iterator[Fact]:
    """Every fact on times and temperatures of heat that names a size."""
    yield Fact("71 + 45 g, part-cooked meat, steamed", "15 min", bun(71, 45, MEAT), STEAM, (15,), 71, "with the rest")
    yield Fact("57 + 45 g, raw meat, steamed", "10 to 12 min", bun(57, 45, MEAT), STEAM, (10, 12), 71, "with the rest")
    yield Fact(
        "45 + 45 g, raw poultry and greens, steamed",
        "10 to 12 min",
        bun(45, 45, GREENS, 18),
        STEAM,
        (10, 12),
        74,
        "with the rest",
    )
    yield Fact("medium buns, steamed", "12 to 15 min", bun(60, 40, MEAT), STEAM, (12, 15), 71, "in")
    yield Fact("110 + 145 g giant, raw, steamed", "20 min", bun(110, 145, MEAT), STEAM, (20,), 71, "short")
    thin = bun(42, 71, MEAT, 12, shape="flat bun", dough_density=700)
    yield Fact(
        "42 + 71 g thin wrapper, raw, stone at 232 °C", "12 to 15 min", thin, oven(232, on="stone"), (12, 15), 71, "in"
    )
    yield Fact(
        "93 + 60 g, cooked fish, 190 °C",
        "15 to 20 min",
        bun(93, 60, FISH, 18, shape="flat bun"),
        oven(190),
        (15, 20),
        74,
        "with the rest",
    )
    calzone = Piece("pie", 420, 330, DOUGH, COOKED, 600, 26, 18)  # a large half-moon lies as flat as a pie
    yield Fact("40 cm calzone, 204 °C", "25 to 30 min", calzone, oven(204), (25, 30), 74, "in")
    yield Fact(
        "90 + 50 g turnover, 163 °C",
        "25 to 30 min",
        Piece("half moon", 90, 50, DOUGH, MEAT, 480, 26, 14),
        oven(163),
        (25, 30),
        74,
        "in",
    )
    yield Fact(
        "300 + 250 g braid, 177 °C",
        "20 to 25 min",
        Piece("braid", 300, 250, RICH, COOKED, 480, 26, 20),
        oven(177),
        (20, 25),
        74,
        "with the rest",
    )
    pie = Piece("pie", 260, 200, DOUGH, COOKED, 900, 26, 20)
    yield Fact("thin stretched pie, 260 °C on the rack", "8 + 2 min", pie, oven(260, on="rack"), (8, 10), 74, "in")
    roll = Piece("round bun", 65, 0.01, DOUGH, MEAT, 480, 26, 26)
    yield Fact("65 g roll, 200 to 220 °C", "15 to 20 min", roll, oven(220), (15, 20), 92, "in")
    soft = replace(bun(60, 35, COOKED, 20), dough_shares=RICH)
    yield Fact("soft enriched buns, 163 to 190 °C", "10 to 30 min", soft, oven(177), (10, 30), 74, "in")
    cold = replace(bun(60, 40, COOKED, 5, dough_c=5), dough_density=420)
    yield Fact("a cooked bun from the fridge, reheated very hot", "5 min", cold, oven(230), (5,), 74, "short")
    yield Fact("12 g plain roll at 120 °C", "15 to 20 min", bun(12, 0.01, MEAT, 26), oven(120), (15, 20), 92, "in")
    crescent = Piece("crescent", 30, 15, DOUGH, MEAT, 600, 26, 18)
    yield Fact(
        "small crescents, dry pan, lid",
        "3 to 4 turns of 2.5 min",
        crescent,
        Boundary("pan", 0, "gentle", False, 0, 0, True),
        (7.5, 10),
        71,
        "in",
    )
    yield Fact(
        "small crescents, seared 3, water and lid 5",
        "8 min",
        crescent,
        Boundary("pan", 0, "gentle", False, 0, 0, True, seared=True),
        (8,),
        71,
        "with the rest",
    )
    yield Fact("57 + 45 g at 120 °C", "15 to 20 min", bun(57, 45, MEAT), oven(120), (15, 20), 71, "caught")
    yield Fact(
        "57 + 45 g steamed from frozen",
        "about 1.45 × fridge",
        bun(57, 45, MEAT, -18, dough_c=-18),
        STEAM,
        (24,),
        71,
        "in",
    )


def _temperatures(values: list[float]) -> str:
    return " / ".join(f"{v:.0f}" for v in values)


def rows() -> Iterator[str]:
    """The table, a row a line."""
    yield (
        "| practice (common practice, no source) | stated | coldest filling at the end, °C (±10) | after 5 min "
        "| wanted | |"
    )
    yield "|---|---|---|---|---|---|"
    for f in facts():
        cores = f"{_temperatures(f.core())} | {_temperatures(f.rested())}"
        yield f"| {f.what} | {f.said} | {cores} | {f.wanted:.0f} | {f.found()} |"


def ratios() -> Iterator[str]:
    """Facts that are ratios or amounts, a line each."""
    minutes = lambda p, fire: cook(p, fire, 75).reaches(cook(p, fire, 75).core, 71) or float("nan")
    medium = bun(57, 45, MEAT)
    cold = {t: minutes(replace(medium, dough_c=t, filling_c=t), STEAM) for t in (-18.0, 4.0, 18.0)}
    each = " / ".join(f"{m:.1f}" for m in cold.values())
    yield (
        f"Steam from -18 / 4 / 18 °C, 57 + 45 g: {each} min to 71 °C; "
        f"frozen is {cold[-18.0] / cold[4.0]:.2f} × fridge (said: about 1.45)."
    )
    high = [minutes(medium, replace(STEAM, altitude_m=h)) for h in (0, 800, 1600, 2400)]
    rise = 100 * ((high[-1] / high[0]) ** (1 / 3) - 1)
    each = " / ".join(f"{m:.1f}" for m in high)
    yield f"Altitude 0 / 800 / 1600 / 2400 m: {each} min; {rise:.1f} % for each 800 m (said: about 3)."
    still, fan = minutes(medium, oven(200)), minutes(medium, oven(180, fan=True))
    yield f"Fan and 20 °C less: {fan:.1f} min at 180 °C with the fan, {still:.1f} at 200 °C still (said: the same)."
    lasts = steam_water(1000, 20, 800, 200, 6).lasts_min
    pale = cook(bun(12, 0.01, MEAT, 26), oven(120), 20)
    yield f"12 g at 120 °C for 20 min: surface {float(pale.skin.max()):.0f} °C, which cannot brown (said: it cannot)."
    yield (
        f"800 ml at 1 kW net: {steam_water_ml(1000, 20):.0f} ml boil away in 20 min (said: 532); "
        f"with the margin it lasts {lasts:.0f} min (said: about 800 ml for 12 min)."
    )


if __name__ == "__main__":
    print("\n".join([*rows(), "", *(f"- {line}" for line in ratios())]))
