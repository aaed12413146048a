"""How well the rise forecast learns kitchens that follow another law than its own: python -m scripts.learning.

The truth here shares nothing with the forecast but the cook: warmth by a square-root law (Ratkowsky et al. 1982)
where the forecast uses cardinal temperatures, growth by a Gompertz curve where the forecast follows gas and flour,
cooling with another film, and hidden errors of scale, thermometer, start and eye. Prints median error and coverage of
the 90 % band.
"""

import argparse
import math
from dataclasses import dataclass

import numpy as np

from airycrumb.stations.rise import Dough, Place, Reading, State, Vigour, forecast, learn
from airycrumb.stations.rise.forecast import Belief, Forecast, prior, temperature_doubt

Array = np.ndarray
STEP_MIN = 1.0
LONGEST_MIN = 1440.0
# The truth's own constants: assumed, and chosen apart from the forecast's.
KITCHENS_DIFFER, BAKES_DIFFER = 0.28, 0.10  # ln units
YEAST_POWER, SQUARE_ROOT_FROM_C = 0.80, 3.0
# 1 % yeast at 26 falling to 23 °C doubles in about 2 h, as in the trade: the only thing it is set by
GROWS_TO, LAG_H, GOMPERTZ_H = 2.6, 1.7, 1.25  # times over the start, h and h at 27 °C and 1 % yeast
COOLS_H_AT_800_G = 2.1


@dataclass(frozen=True)
class Truth:
    """What one bake really is, and what the cook believes of it."""

    vigour: float
    yeast: float
    start_c: float
    room_c: float
    grams: float


@dataclass(frozen=True)
class Told:
    """What the tool is told of it."""

    yeast: float
    start_c: float
    room_c: float


def rate(t: Array) -> Array:
    """Speed of the yeast at T °C, 1 at 27: the square-root law, sqrt(r) = b (T - Tmin)."""
    return (np.maximum(t - SQUARE_ROOT_FROM_C, 0.0) / (27.0 - SQUARE_ROOT_FROM_C)) ** 2


def grown(truth: Truth) -> tuple[Array, Array]:
    """Minutes and the true volume over that at the start."""
    minutes = np.arange(0.0, LONGEST_MIN, STEP_MIN)
    tau = COOLS_H_AT_800_G * (truth.grams / 800) ** 0.6
    warmth = truth.room_c + (truth.start_c - truth.room_c) * np.exp(-minutes / 60 / tau) + 0.4
    clock = np.cumsum(rate(warmth)) * STEP_MIN / 60 * truth.vigour * truth.yeast**YEAST_POWER
    gompertz = lambda h: np.exp(-np.exp(-(h - LAG_H) / GOMPERTZ_H))
    return minutes, 1 + GROWS_TO * (gompertz(clock) - gompertz(0.0)) / (1 - gompertz(0.0))


@dataclass(frozen=True)
class Home:
    """A kitchen as it is: ln vigour, its usual warmth and yeast; roams: whether every bake is of any warmth and yeast
    instead.
    """

    vigour: float
    room_c: float
    yeast: float
    roams: bool


def a_home(rng: np.random.Generator, roams: bool) -> Home:
    """Any kitchen."""
    return Home(rng.normal(0, KITCHENS_DIFFER), rng.uniform(18, 26), rng.uniform(0.7, 1.6), roams)


def a_bake(rng: np.random.Generator, home: Home) -> tuple[Truth, Told]:
    """A bake of a kitchen: what it is, and what the cook weighed, measured and guessed."""
    yeast, start, room = rng.uniform(0.7, 1.6), rng.uniform(23, 28), rng.uniform(18, 26)
    if not home.roams:
        yeast, room = home.yeast * math.exp(rng.normal(0, 0.15)), home.room_c + rng.normal(0, 1.5)
    told = Told(yeast, start, room)
    truth = Truth(
        math.exp(home.vigour + rng.normal(0, BAKES_DIFFER)),
        yeast * math.exp(rng.normal(0, 0.05)),  # a scale that shows whole grams
        start + rng.normal(0, 1.2),
        room + rng.normal(0, 0.8),
        rng.uniform(500, 1100),
    )
    return truth, told


def believed(told: Told, vigour: Vigour, grams: float) -> tuple[Dough, State, Place, Belief, float]:
    """The same bake as the tool sees it, before anything is seen."""
    dough = Dough(told.yeast, 64, 1.8, 0, 0, 167, 4.5, 0.29)
    start, place = State(told.start_c), Place(told.room_c, "bowl", grams)
    doubt = temperature_doubt(place, start, 1.5)
    return dough, start, place, prior(*vigour.for_one_bake(doubt)), doubt


@dataclass
class Scores:
    """Errors of the typical time, and whether the band held it."""

    errors: list[float]
    inside: list[bool]

    def add(self, found: Forecast, when: float) -> None:
        """Score a forecast against the truth."""
        if found.ready is None:
            self.errors.append(1.0)
            self.inside.append(False)
            return
        self.errors.append(abs(found.ready.typical / when - 1))
        self.inside.append(found.ready.low <= when <= found.ready.high)

    @property
    def median(self) -> float:
        """Median relative error of the time to double."""
        return float(np.median(self.errors))

    @property
    def coverage(self) -> float:
        """Share of true times inside the 90 % band."""
        return float(np.mean(self.inside))


def study(kitchens: int, seed: int = 11, most: int = 5, roams: bool = False) -> dict[str, Scores]:
    """Scores by what was known: so many bakes logged, and the most of them with one look at mid-rise besides."""
    rng = np.random.default_rng(seed)
    scores = {str(n): Scores([], []) for n in range(most + 1)} | {f"{most} and a look": Scores([], [])}
    for _ in range(kitchens):
        home, vigour = a_home(rng, roams), Vigour()
        for n in range(most + 1):
            truth, told = a_bake(rng, home)
            minutes, ratio = grown(truth)
            if ratio[-1] < 2.05:
                continue
            when = float(np.interp(2.0, ratio, minutes))
            dough, start, place, before, doubt = believed(told, vigour, truth.grams)
            scores[str(n)].add(forecast(dough, start, place, 2.0, before, [])[0], when)
            look = when * rng.uniform(0.5, 0.75)
            seen = Reading(look, 1 + (float(np.interp(look, minutes, ratio)) - 1) * math.exp(rng.normal(0, 0.10)))
            if n == most:
                scores[f"{most} and a look"].add(forecast(dough, start, place, 2.0, before, [seen])[0], when)
            done = Reading(when * math.exp(rng.normal(0, 0.05)), 2.0, True)
            after = forecast(dough, start, place, 2.0, before, [seen, done])[2]
            vigour = learn(vigour, before, after, doubt)
    return scores


def main() -> None:
    """Run the command line."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--kitchens", type=int, default=300)
    args = parser.parse_args()
    for roams, title in ((False, "each with its own warmth and recipe"), (True, "every bake of any warmth and yeast")):
        print(f"{args.kitchens} simulated kitchens of another law, {title}")
        print("bakes logged   median error   inside the 90 % band")
        for known, s in study(args.kitchens, roams=roams).items():
            print(f"{known:>12}   {100 * s.median:10.1f} %   {100 * s.coverage:17.0f} %")


if __name__ == "__main__":
    main()
