"""Times that are common practice (no source) against the rise forecast: python -m scripts.practice prints the table.

Each row says what the trade says, what had to be assumed to ask the model, and what it answers with vigour 1 and no
bake logged. docs/models/rise.md holds the table; tests/core/test_practice.py holds each row to what it claims.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from airycrumb.quantities import Band
from airycrumb.stations.rise import Dough, Leg, Place, State, Vigour, cooling, forecast, place_of, simulate, steady
from airycrumb.stations.rise.forecast import prior, temperature_doubt
from airycrumb.stations.rise.stage import StageMaker

LEAN = Dough(yeast=1.0, hydration=66, salt=1.8, sugar=0, fat=0, total=168.8, rise_ceiling=4.5, awake=0.29)
SPONGE = Dough(1.0, 48, 0, 0, 0, 149, 3.3, 0.29)
RICH = Dough(1.4, 59, 1.8, 6, 12, 180, 4.0, 0.29)
EGGY = Dough(1.5, 60, 1.6, 10, 14, 188, 4.4, 0.29)
EAGER = Dough(4.3 / 1.3, 62, 1.8, 3, 5, 175, 4.0, 0.36)
SOFT = replace(LEAN, yeast=1.4, hydration=70, total=173)


@dataclass(frozen=True)
class Fact:
    """A time of the trade. said: min, low and high; holds: whether the forecast lands in it; band: of the forecast."""

    what: str
    assumed: str
    said: tuple[float, float]
    forecast: Band
    note: str = ""

    @property
    def holds(self) -> bool:
        """Whether the typical forecast lies in what is said."""
        return self.said[0] <= self.forecast.typical <= self.said[1]


def rise(dough: Dough, place: Place, start_c: float, target: float = 2.0) -> Band:
    """Minutes to the target with no bake logged."""
    start = State(start_c)
    sd = temperature_doubt(place, start, 1.5)
    ready = forecast(dough, start, place, target, prior(*Vigour().for_one_bake(sd)), [])[0].ready
    assert ready is not None
    return ready


def bowl(air: float, grams: float = 800) -> Place:
    """A bowl on the bench."""
    return Place(air, "bowl", grams)


def proof(dough: Dough, risen_at: float, place: Place, start_c: float, target: float) -> Band:
    """Minutes a shaped piece proofs after its dough has doubled in the bowl at risen_at °C."""
    first, stage, belief = forecast(dough, State(26), bowl(risen_at), 2.0, prior(0.0, 0.12), [])
    assert first.ready is not None
    at = first.ready.typical
    state = stage.course.state_at(at)
    make = StageMaker(dough, stage, at, 0.29, at)
    ready = forecast(dough, State(start_c, state.theta, state.gas), place, target, belief, [], make)[0].ready
    assert ready is not None
    return ready


def knocked_back() -> Band:
    """Minutes until a dough that had doubled is at 1.75 times its gas-free size again."""
    first, stage, _ = forecast(LEAN, State(26), bowl(23), 2.0, prior(0.0, 0.12), [])
    assert first.ready is not None
    at = first.ready.typical
    course = simulate(LEAN, stage.course.state_at(at), bowl(23), 120)
    ratios = StageMaker(LEAN, stage, at, 0.29)(course).ratios(np.array([0.75, 1.0, 1.3]))
    # Knocked back it stands at about 1.29 times its gas-free size.
    when = [float(course.minutes[np.argmax(row >= 1.75 / 1.29)]) for row in ratios]
    return Band(when[2], when[1], when[0])


def facts() -> Iterator[Fact]:
    """Every time the trade states that the model can be asked for."""
    yield Fact(
        "1 % instant yeast, 66 % water: nearly doubled in about 2 h",
        "23 °C, dough 26, 800 g",
        (100, 135),
        rise(LEAN, bowl(23), 26),
    )
    yield Fact(
        "the same, up again after knocking back in 25 to 40 min",
        "to 1.75 of the gas-free size",
        (25, 40),
        knocked_back(),
    )
    for air in (27, 30):
        yield Fact(
            "stiff sponge 100 : 48 : 1, cake flour: mature in 2.5 to 3.5 h",
            f"{air} °C, 400 g, to 2.6 times",
            (150, 210),
            rise(SPONGE, bowl(air, 400), 27, 2.6),
            "a few minutes early in the heat" if air == 30 else "",
        )
    yield Fact(
        "the same sponge: longer than 3 h in a cool kitchen",
        "19 °C, dough 22, 400 g",
        (180, 480),
        rise(SPONGE, bowl(19, 400), 22, 2.6),
    )
    for air in (26, 30):
        yield Fact(
            "1.4 % instant, 59 % water, 12 % butter: doubled in about 1.5 h",
            f"{air} °C, dough 27, 400 g",
            (75, 105),
            rise(RICH, bowl(air, 400), 27),
        )
        yield Fact(
            "the same: tripled in about 2 h",
            f"{air} °C, dough 27, 400 g",
            (105, 145),
            rise(RICH, bowl(air, 400), 27, 3.0),
            "late: the flour's ceiling of 4.0 bites first" if air == 26 else "",
        )
    yield Fact(
        "4.3 % active dry, woken: doubled in 45 to 60 min",
        "24 °C, dough 26, 800 g",
        (45, 60),
        rise(EAGER, bowl(24), 26),
    )
    for air in (16, 21, 26):
        yield Fact(
            "1.4 % at 70 %: 1 to 3 h over 16 to 26 °C",
            f"{air} °C, dough 24, 800 g",
            (60, 180),
            rise(SOFT, bowl(air), 24),
        )
    warm, cool = rise(LEAN, bowl(23), 26), rise(LEAN, bowl(19), 26)
    added = 100 * (cool.typical / warm.typical - 1)
    yield Fact(
        "a house 4 °C cooler adds about a quarter, in %",
        "19 against 23 °C, both mixed to 26",
        (15, 40),
        Band(added, added, added),
        "an eighth: a large warm dough cools slowly; mixed as cool as its room it is 36 %",
    )
    mixed_cool = 100 * (rise(LEAN, bowl(19), 22).typical / rise(LEAN, bowl(23), 26).typical - 1)
    yield Fact(
        "the same, the dough mixed as much cooler as the house",
        "19, dough 22, against 23, dough 26",
        (15, 40),
        Band(mixed_cool, mixed_cool, mixed_cool),
    )
    longer = rise(LEAN, bowl(18), 22).typical - warm.typical
    yield Fact(
        "a cool house adds 15 min to an hour",
        "18 °C, dough 22, against 23, dough 26",
        (15, 60),
        Band(longer, longer, longer),
    )
    yield Fact(
        "oven with its light on, 28 to 32 °C: sooner than 2 h",
        "30 °C, dough 26, 800 g",
        (60, 118),
        rise(LEAN, bowl(30), 26),
    )
    hot_water = place_of("bowl", 800, (Leg(0.0, cooling(31, 20, 70)),))
    yield Fact(
        "oven with a cup of boiling water: sooner than on the bench",
        "31 °C falling to 20, dough 26",
        (80, 130),
        rise(LEAN, hot_water, 26),
    )
    night = place_of("bowl", 800, (Leg(0.0, steady(21.0)), Leg(45.0, steady(4.0))))
    yield Fact(
        "45 min on the bench, then the fridge overnight (8 to 14 h)",
        "21 then 4 °C, dough 25, 800 g",
        (300, 840),
        rise(LEAN, night, 25),
        "good to half as much again either way",
    )
    straight = place_of("bag", 400, (Leg(0.0, steady(4.0)),))
    yield Fact(
        "straight into the fridge: needs 24 h",
        "4 °C, dough 24, 400 g flat in a bag",
        (960, 2160),
        rise(LEAN, straight, 24),
        "a bag is cold within the hour",
    )
    yield Fact(
        "the same in a large bowl",
        "4 °C, dough 24, 800 g in a bowl",
        (960, 2160),
        rise(LEAN, bowl(4), 24),
        "a bowl stays warm for hours: the two bracket what is said",
    )
    small = Place(30, "piece", 45)
    yield Fact(
        "final proof, small, warm and soft: 10 to 15 min",
        "45 g at 30 °C, 1.2 times",
        (9, 16),
        proof(SOFT, 26, small, 28, 1.2),
    )
    yield Fact(
        "final proof, most pieces: 20 to 30 min",
        "100 g at 24 °C, 1.35 times",
        (18, 32),
        proof(SOFT, 24, Place(24, "piece", 100), 25, 1.35),
    )
    yield Fact(
        "final proof, egg-rich and large: about 40 min",
        "150 g at 23 °C, 1.4 times",
        (32, 50),
        proof(EGGY, 23, Place(23, "piece", 150), 22, 1.4),
    )
    yield Fact(
        "final proof, lean crusty rolls: up to 90 min",
        "90 g at 20 °C, filling from the fridge, 1.6 times",
        (50, 95),
        proof(LEAN, 20, Place(20, "piece", 130), 17, 1.6),
    )
    bath = place_of("piece", 100, (Leg(0.0, cooling(33, 20, 100), film=18.0),))
    yield Fact(
        "final proof over a bath of 35 °C water: 15 min",
        "100 g, 33 °C falling, 1.25 times",
        (10, 20),
        proof(SOFT, 24, bath, 25, 1.25),
    )


def table() -> str:
    """The table as Markdown."""
    lines = ["| the trade says | assumed | said, min | forecast, min (90 % band) | |", "|---|---|---|---|---|"]
    for f in facts():
        band = "" if f.forecast.low == f.forecast.high else f" ({f.forecast.low:.0f} to {f.forecast.high:.0f})"
        verdict = "in" if f.holds else "**out**"
        note = f"{verdict}: {f.note}" if f.note else verdict
        lines.append(
            f"| {f.what} | {f.assumed} | {f.said[0]:g} to {f.said[1]:g} | {f.forecast.typical:.0f}{band} | {note} |"
        )
    return "\n".join(lines)


if __name__ == "__main__":
    print(table())
