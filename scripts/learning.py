"""How well the rise forecast learns kitchens that follow other laws than its own: python -m scripts.learning.

The truths here share nothing with the forecast but the cook (scripts/other_laws.py). Prints, for each law and for one
dough or changing doughs, the median error and the coverage of the 90 % band; and what one press an hour late, after a
true look, costs the next bake.
"""

import argparse
import math
from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from airycrumb.stations.rise import Dough, Place, Reading, State, Vigour, forecast, learn
from airycrumb.stations.rise.forecast import Belief, Forecast, prior, temperature_doubt
from scripts.other_laws import LAWS, Law, Truth, grown

KITCHENS_DIFFER, BAKES_DIFFER = 0.28, 0.10  # ln units
LATE_MIN = 60.0


@dataclass(frozen=True)
class Told:
    """What the tool is told of a bake."""

    yeast: float
    start_c: float
    room_c: float


@dataclass
class Home:
    """A kitchen as it is: ln vigour, its usual warmth and yeast; roams: whether every bake is of any warmth and yeast
    instead; bias_c: of its thermometer.
    """

    vigour: float
    room_c: float
    yeast: float
    roams: bool
    bias_c: float


def a_home(rng: np.random.Generator, law: Law, roams: bool) -> Home:
    """Any kitchen."""
    vigour, room, yeast = rng.normal(0, KITCHENS_DIFFER), rng.uniform(18, 26), rng.uniform(0.7, 1.6)
    return Home(vigour, room, yeast, roams, rng.normal(0, law.thermometer_c))


def a_bake(rng: np.random.Generator, law: Law, home: Home) -> tuple[Truth, Told]:
    """A bake of a kitchen: what it is, and what the cook weighed, measured and guessed."""
    home.vigour += rng.normal(0, law.drift)
    yeast, start, room = rng.uniform(0.7, 1.6), rng.uniform(23, 28), rng.uniform(18, 26)
    if not home.roams:
        yeast, room = home.yeast * math.exp(rng.normal(0, 0.15)), home.room_c + rng.normal(0, 1.5)
    truth = Truth(
        math.exp(home.vigour + rng.normal(0, BAKES_DIFFER)),
        yeast * math.exp(rng.normal(0, 0.05)),  # a scale that shows whole grams
        start + rng.normal(0, 1.2),
        room + rng.normal(0, 0.8),
        rng.uniform(500, 1100),
    )
    return truth, Told(yeast, start, room + home.bias_c)


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


@dataclass(frozen=True)
class Baked:
    """One bake of a kitchen: when it doubled, what the tool believed, one look at mid-rise and the press."""

    when: float
    dough: Dough
    start: State
    place: Place
    before: Belief
    doubt: float
    seen: Reading
    done: Reading

    def foreseen(self, *readings: Reading) -> Forecast:
        """The forecast with these readings."""
        return forecast(self.dough, self.start, self.place, 2.0, self.before, list(readings))[0]

    def teaches(self, vigour: Vigour, *readings: Reading) -> Vigour:
        """The kitchen's vigour after these readings."""
        after = forecast(self.dough, self.start, self.place, 2.0, self.before, list(readings))[2]
        return learn(vigour, self.before, after, self.doubt)


def bakes(rng: np.random.Generator, law: Law, home: Home, vigour: Vigour) -> Iterator[Baked]:
    """One bake of a home as this vigour sees it; nothing where the dough never doubles."""
    truth, told = a_bake(rng, law, home)
    minutes, ratio = grown(law, truth)
    look, eye, late = rng.uniform(0.5, 0.75), rng.normal(0, law.eye), rng.normal(0, 0.05)
    if ratio[-1] < 2.05:
        return
    when = float(np.interp(2.0, ratio, minutes))
    dough, start, place, before, doubt = believed(told, vigour, truth.grams)
    size = 1 + (float(np.interp(look * when, minutes, ratio)) - 1) * math.exp(eye)
    done = Reading(when * math.exp(late), 2.0, True)
    yield Baked(when, dough, start, place, before, doubt, Reading(look * when, size), done)


def study(
    kitchens: int, seed: int = 11, most: int = 5, roams: bool = False, law: Law = LAWS["square root"]
) -> dict[str, Scores]:
    """Scores by what was known: so many bakes logged, and the most of them with one look at mid-rise besides."""
    rng = np.random.default_rng(seed)
    scores = {str(n): Scores([], []) for n in range(most + 1)} | {f"{most} and a look": Scores([], [])}
    for _ in range(kitchens):
        home, vigour = a_home(rng, law, roams), Vigour()
        for n in range(most + 1):
            for bake in bakes(rng, law, home, vigour):
                scores[str(n)].add(bake.foreseen(), bake.when)
                if n == most:
                    scores[f"{most} and a look"].add(bake.foreseen(bake.seen), bake.when)
                vigour = bake.teaches(vigour, bake.seen, bake.done)
    return scores


def late_press(kitchens: int, seed: int = 23, law: Law = LAWS["square root"]) -> dict[str, Scores]:
    """Scores of the second bake, after a first with a true look and then a press: none, one in time, one an hour late,
    or one an hour late and said to have been ready before.
    """
    rng = np.random.default_rng(seed)
    scores = {name: Scores([], []) for name in ("no press", "in time", "an hour late", "late, and said so")}
    for _ in range(kitchens):
        home, blank = a_home(rng, law, roams=False), Vigour()
        for first in bakes(rng, law, home, blank):
            pressed = {
                "no press": None,
                "in time": first.done,
                "an hour late": Reading(first.when + LATE_MIN, 2.0, True),
                "late, and said so": Reading(first.when + LATE_MIN, 2.0, True, by_then=True),
            }
            state = rng.bit_generator.state
            for name, press in pressed.items():
                rng.bit_generator.state = state  # the same second bake each time
                taught = first.teaches(blank, first.seen, *([press] if press else []))
                for second in bakes(rng, law, replace(home), taught):
                    scores[name].add(second.foreseen(), second.when)
    return scores


def _table(scores: dict[str, Scores]) -> Iterator[str]:
    for known, s in scores.items():
        yield f"{known:>18}   {100 * s.median:10.1f} %   {100 * s.coverage:17.0f} %"


def main() -> None:
    """Run the command line."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--kitchens", type=int, default=300)
    args = parser.parse_args()
    titles = {False: "each with its own warmth and recipe", True: "every bake of any warmth and yeast"}
    for name, law in LAWS.items():
        for roams, title in titles.items():
            print(f"{args.kitchens} simulated kitchens, {name}, {title}")
            print("      bakes logged   median error   inside the 90 % band")
            print("\n".join(_table(study(args.kitchens, roams=roams, law=law))))
        print(f"the second bake, {name}, after a true look and a press")
        print("\n".join(_table(late_press(args.kitchens, law=law))))


if __name__ == "__main__":
    main()
