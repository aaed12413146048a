"""The rise equations against scipy's solve_ivp, and against published forms.

Cardinal temperature model: Rosso, Lobry, Flandrois 1993 (J. Theor. Biol. 162, 447): its defining
values. Temperature coefficient: activity of baker's yeast about doubles every 8 to 10 °C between
15 and 30 °C (common practice, no source). Agreement with solve_ivp: 1 %.
"""

import math
import unittest

import numpy as np
from scipy.integrate import solve_ivp

from airycrumb.data import rise as c
from airycrumb.stations.rise import Air, Dough, Leg, Place, State, cooling, place_of, simulate, steady
from airycrumb.stations.rise.model import activity, cardinal_temperature, osmotic_factor, time_constant_h, yeast_grown

DOUGH = Dough(1.2, 62, 1.8, 4, 8, 177, 4.0, 0.29)


def full_equations(dough: Dough, start: State, place: Place, minutes: np.ndarray, rtol: float = 1e-8) -> np.ndarray:
    """Warmth, clock, yeast and gas as one system of differential equations, solved by scipy."""
    fo = osmotic_factor(dough)
    sugar = 1 + 0.15 * (1 - math.exp(-dough.sugar / 1.5))
    fat = math.exp(-max(0.0, dough.fat - 6) / 80)
    stiff = max(0.5, 1 - 0.015 * max(0.0, 58 - dough.hydration))

    def slope(t: float, y: np.ndarray) -> list[float]:
        warmth, theta, yeast, _gas = y
        leg = place.spot_at(60 * t)
        air, tau = float(leg.air.at(60 * t - leg.from_min)), time_constant_h(place, leg.film)
        f = float(activity(warmth))
        awake = 1 / (1 + (1 / dough.awake - 1) * math.exp(-theta / 0.34))
        rate = 1.10 * fo * sugar * fat * stiff * yeast**0.92 * awake * f
        return [(air - warmth) / tau + 0.5 * rate, f, f * fo * 0.036 * yeast / (0.108 + yeast), rate]

    hours = minutes / 60
    solved = solve_ivp(
        slope,
        (0, hours[-1]),
        [start.temperature, 0.0, dough.yeast, 0.0],
        t_eval=hours,
        rtol=rtol,
        atol=rtol / 100,
        max_step=0.25 if place.legs else np.inf,
    )
    return np.asarray(solved.y)


class AgainstSolveIvp(unittest.TestCase):
    def test_gas_clock_and_warmth_of_a_whole_rise(self) -> None:
        for air, start, grams in ((17, 27, 1200), (23, 25, 500), (32, 22, 60)):
            with self.subTest(air=air):
                place = Place(air, "bowl" if grams > 100 else "piece", grams)
                course = simulate(DOUGH, State(start), place, 300)
                theirs = full_equations(DOUGH, State(start), place, course.minutes)
                late = course.minutes >= 20
                self.assertLess(float(np.abs(course.temperature - theirs[0]).max()), 0.3)
                self.assertLess(float(np.abs(course.theta[late] / theirs[1][late] - 1).max()), 0.01)
                self.assertLess(float(np.abs(course.gas[late] / theirs[3][late] - 1).max()), 0.01)

    def test_a_dough_on_its_way_through_bench_fridge_and_a_cooling_oven(self) -> None:
        legs = (
            Leg(0.0, Air((0.0, 60.0), (21.0, 24.0))),
            Leg(60.0, steady(4.0)),
            Leg(420.0, cooling(33.0, 20.0, 70.0), film=18.0),
        )
        place = place_of("bowl", 750, legs)
        course = simulate(DOUGH, State(26), place, 720)
        theirs = full_equations(DOUGH, State(26), place, course.minutes)
        late = course.minutes >= 20
        self.assertLess(float(np.abs(course.temperature - theirs[0]).max()), 0.3)
        self.assertLess(float(np.abs(course.theta[late] / theirs[1][late] - 1).max()), 0.01)
        self.assertLess(float(np.abs(course.gas[late] / theirs[3][late] - 1).max()), 0.01)

    def test_warmth_of_a_slab_in_a_bag(self) -> None:
        # Lumped slab, by hand: m = 400 g, d = 25 mm, h = 9: 800 x 2800 x 0.025 / 18 + 0.025^2 / (pi^2 1.4e-7) s
        by_hand = 800 * 2800 * 0.025 / 18 + 0.025**2 / (math.pi**2 * 1.4e-7)
        self.assertAlmostEqual(time_constant_h(Place(4, "bag", 400)) * 3600, by_hand, places=3)

    def test_growth_is_solved_exactly(self) -> None:
        theta = np.linspace(0, 12, 40)
        fo = osmotic_factor(DOUGH)
        theirs = solve_ivp(
            lambda _t, y: fo * c.GROWTH.value * y / (c.GROWTH_HALF.value + y),
            (0, 12),
            [DOUGH.yeast],
            t_eval=theta,
            rtol=1e-10,
            atol=1e-12,
        ).y[0]
        np.testing.assert_allclose(yeast_grown(DOUGH, theta), theirs, rtol=1e-6)

    def test_a_cooling_dough_follows_its_exponential(self) -> None:
        still = Dough(0.0, 62, 1.8, 0, 0, 164, 4.0, 0.29)
        place = Place(15, "bowl", 900)
        course = simulate(still, State(30), place, 240)
        exact = 15 + 15 * np.exp(-course.minutes / 60 / time_constant_h(place))
        np.testing.assert_allclose(course.temperature, exact, atol=1e-6)


class PublishedForms(unittest.TestCase):
    def test_cardinal_temperatures(self) -> None:
        self.assertAlmostEqual(float(cardinal_temperature(c.T_OPT.value)), 1.0)
        for t in (c.T_MIN.value, c.T_MAX.value, -20, 60):
            self.assertAlmostEqual(float(cardinal_temperature(t)), 0.0)
        around = cardinal_temperature(np.array([35.9, 36.0, 36.1]))
        self.assertTrue(around[1] > around[0] and around[1] > around[2])

    def test_activity_about_doubles_every_eight_to_ten_degrees(self) -> None:
        coefficient = (float(activity(30)) / float(activity(15))) ** (1 / 15)
        doubling = math.log(2) / math.log(coefficient)
        self.assertTrue(7.5 <= doubling <= 10.5, doubling)
