"""Ratios and amounts that are common practice (no source) against the heat forecast: python -m scripts.practice_heat.

Times of the trade are asked of whole bakes (scripts.practice_bakes). No fact of the trade comes with a measured
temperature, so agreement means plausible, not validated.
"""

from collections.abc import Iterator
from dataclasses import replace

from airycrumb.stations.heat import Boundary, Piece, cook, steam_water, steam_water_ml

DOUGH = (0.385, 0.07, 0.03, 0.50, 0.015)
MEAT = (0.68, 0.15, 0.13, 0.02, 0.02)
COOKED = (0.62, 0.16, 0.12, 0.08, 0.02)

STEAM = Boundary("steam", 0, "high", False, 0, 0, True)


def oven(celsius: float, **more: object) -> Boundary:
    """A still oven with nothing over the pieces."""
    return replace(Boundary("oven", celsius, "high", False, 0, 0, False), **more)  # type: ignore[arg-type]


def bun(
    dough: float,
    filling: float,
    inside: tuple[float, float, float, float, float],
    filling_c: float = 14,
    **more: object,
) -> Piece:
    """A round bun as proofed; more: of Piece."""
    return replace(Piece("round bun", dough, filling, DOUGH, inside, 480, 28, filling_c), **more)  # type: ignore[arg-type]


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
    reheated = cook(replace(bun(60, 40, COOKED, 5, dough_c=5), dough_density=420), oven(230), 5)
    yield f"A bun from the fridge, 5 min very hot: {float(reheated.core[-1]):.0f} °C in the middle (said: enough)."
    pale = cook(bun(12, 0.01, MEAT, 26), oven(120), 20)
    yield f"12 g at 120 °C for 20 min: surface {float(pale.skin.max()):.0f} °C, which cannot brown (said: it cannot)."
    yield (
        f"800 ml at 1 kW net: {steam_water_ml(1000, 20):.0f} ml boil away in 20 min (said: 532); "
        f"with the margin it lasts {lasts:.0f} min (said: about 800 ml for 12 min)."
    )


if __name__ == "__main__":
    print("\n".join(f"- {line}" for line in ratios()))
