"""Areas, volumes, spirals and packings against independent computation and published values.

- Packings: radius of the smallest known circle round N unit circles, from E. Specht, "The best known packings of equal
  circles in a circle" (packomania.com); N = 1 to 11, 13, 14 and 19 are proved. Values from memory, 5 digits.
- Areas: shapely (GEOS). Volumes and arc lengths: scipy.integrate.
- Transient conduction: F. P. Incropera, D. P. DeWitt, Fundamentals of Heat and Mass Transfer, table 5.1: first
  roots and coefficients at given Biot numbers. From memory, 4 digits.
"""

import math
import unittest

import numpy as np
from scipy.integrate import dblquad, quad, solve_ivp
from shapely.geometry import Polygon

from airycrumb.data.closings import BRAID_PAD, CUSHION
from airycrumb.data.filling import CONDUCTIVITY, HEAT_CAPACITY
from airycrumb.stations.enclose import CLOSINGS, spiral_diameter
from airycrumb.stations.enclose.families import BOAT_LONG, braid, gathered, half_moon, pulled_pie
from airycrumb.stations.enclose.fit import packings
from airycrumb.stations.filling.cooling import centre, cooling_time, eigenvalues

BEST_KNOWN = (1.0, 2.0, 2.15470, 2.41421, 2.70130, 3.0, 3.0, 3.30476, 3.61313, 3.81303,
              3.92380, 4.02960, 4.23607, 4.32843, 4.52136, 4.61543, 4.79203, 4.86370, 4.86370, 5.12232)  # fmt: skip


class Packings(unittest.TestCase):
    def test_within_two_per_cent_of_the_best_known(self) -> None:
        self.assertEqual(len(packings()), len(BEST_KNOWN))
        for n, ((radius, _), best) in enumerate(zip(packings(), BEST_KNOWN, strict=True), 1):
            with self.subTest(circles=n):
                self.assertLessEqual(radius / best, 1.02)
                # No packing beats the best known by more than its digits: the table would be wrong, or ours overlap.
                self.assertGreaterEqual(radius / best, 1 - 1e-4)

    def test_no_two_circles_overlap_and_all_lie_in_the_circle(self) -> None:
        for radius, centres in packings():
            points = np.array(centres)
            self.assertLessEqual(np.sqrt((points**2).sum(axis=1)).max() + 1, radius + 1e-4)
            i, j = np.triu_indices(len(points), 1)
            if len(i):
                self.assertGreaterEqual(np.sqrt(((points[i] - points[j]) ** 2).sum(axis=1)).min(), 2 - 1e-4)


class Areas(unittest.TestCase):
    def test_wrappers_against_shapely(self) -> None:
        for key, how in CLOSINGS.items():
            halves = 2 if key == "two_rounds" else 1
            drawn = halves * Polygon(how.points(150, 2000)).area
            self.assertAlmostEqual(drawn / how.area(150), 1, places=4, msg=key)


class Volumes(unittest.TestCase):
    def test_a_gathered_disc_closes_over_a_ball(self) -> None:
        stretch, seam, across = 1.2, 10.0, 135.0
        radius = (across - 2 * seam) * stretch / (2 * math.pi)
        ball, _ = quad(lambda z: math.pi * (radius**2 - z**2), -radius, radius)
        self.assertAlmostEqual(gathered(across, stretch, seam) / (ball / 1000), 1, places=9)

    def test_a_half_moons_cushion_against_a_mound_of_that_fullness(self) -> None:
        # Over the half disc of radius R a mound h (1 - (r/R)^p) of mean height f h, p = 2 f/(1 - f).
        across, height, seam = 120.0, 0.45, 12.0
        radius = across / 2 - seam
        power = 2 * CUSHION.value / (1 - CUSHION.value)
        mound, _ = dblquad(
            lambda r, _t: height * radius * (1 - (r / radius) ** power) * r, 0, math.pi, 0, radius, epsrel=1e-6
        )
        self.assertAlmostEqual(half_moon(across, height, seam) / (mound / 1000), 1, delta=0.01)

    def test_a_pulled_in_pies_disc_meets_again_round_its_hole(self) -> None:
        # Edge to edge over the top: half the disc covers the bottom, the side and the top, but for the hole.
        across, deep, seam, hole = 280.0, 15.0, 10.0, 15.0
        radius = math.sqrt(pulled_pie(across, deep, seam) * 1000 / (math.pi * deep))
        self.assertAlmostEqual(radius + deep + (radius - hole) + seam, across / 2, places=6)

    def test_a_boats_filling_is_a_level_layer_in_its_inner_oval(self) -> None:
        how, across, seam = CLOSINGS["boat"], 120.0, 18.0
        a, b = across / 2 - seam, BOAT_LONG * across / 2 - seam
        oval, _ = quad(lambda x: 2 * b * math.sqrt(max(0.0, 1 - (x / a) ** 2)), -a, a)
        self.assertAlmostEqual(how.holds(across) * 1000 / (oval * how.usual.easy * 0.85), 1, delta=0.001)

    def test_a_braids_bar(self) -> None:
        bar = 0.8 * BRAID_PAD.value * 200 * (1.45 * 200 - 60) * 22
        self.assertAlmostEqual(braid(200, 22, 30) * 1000, bar)


class Spirals(unittest.TestCase):
    def test_a_rolled_sheets_diameter_against_its_arc_length(self) -> None:
        # An Archimedean spiral r = t phi/2 pi has the arc length that was rolled up: within 1 % from a few turns on.
        for turns in (4, 6, 10):
            turn_mm = 7.0
            growth = turn_mm / (2 * math.pi)
            length, _ = quad(lambda phi: growth * math.sqrt(1 + phi**2), 0, 2 * math.pi * turns)  # noqa: B023
            outer = 2 * growth * 2 * math.pi * turns
            self.assertAlmostEqual(spiral_diameter(length, turn_mm) / outer, 1, delta=0.01)


class Conduction(unittest.TestCase):
    def test_first_roots_and_coefficients_of_the_table(self) -> None:
        # Bi: slab zeta1, C1; sphere zeta1, C1
        table = {
            0.1: (0.3111, 1.0161, 0.5423, 1.0298),
            1.0: (0.8603, 1.1191, 1.5708, 1.2732),
            10.0: (1.4289, 1.2620, 2.8363, 1.9249),
        }
        for biot, (slab, slab_c, ball, ball_c) in table.items():
            z, s = eigenvalues(biot, False)[0], eigenvalues(biot, True)[0]
            self.assertAlmostEqual(z, slab, places=3)
            self.assertAlmostEqual(s, ball, places=3)
            self.assertAlmostEqual(4 * math.sin(z) / (2 * z + math.sin(2 * z)), slab_c, places=3)
            self.assertAlmostEqual(4 * (math.sin(s) - s * math.cos(s)) / (2 * s - math.sin(2 * s)), ball_c, places=3)

    def test_a_slab_and_a_ball_against_finite_differences(self) -> None:
        cells, biot = 80, 1.5
        edges = np.linspace(0, 1, cells + 1)
        middles = (edges[1:] + edges[:-1]) / 2
        for ball in (False, True):
            power = 2 if ball else 0
            faces, volumes = edges**power, np.diff(edges ** (power + 1)) / (power + 1)

            def slope(_t: float, u: np.ndarray, faces: np.ndarray = faces, volumes: np.ndarray = volumes) -> np.ndarray:
                flow = np.zeros(cells + 1)
                flow[1:-1] = faces[1:-1] * np.diff(u) / np.diff(middles)
                flow[-1] = -faces[-1] * u[-1] / (1 / biot + (1 - middles[-1]))
                return np.diff(flow) / volumes

            solved = solve_ivp(slope, (0, 1.5), np.ones(cells), method="BDF", rtol=1e-7, t_eval=[0.2, 0.6, 1.5])
            for at, u in zip(solved.t, solved.y.T, strict=True):
                self.assertAlmostEqual(centre(float(at), biot, ball), u[0], delta=0.004)

    def test_the_time_to_cool_is_the_time_the_series_says(self) -> None:
        minutes = cooling_time(12, False, 85, 30, 20, 25)
        alpha = CONDUCTIVITY.value / (1000 * HEAT_CAPACITY.value)
        fourier, biot = alpha * minutes * 60 / 0.012**2, 25 * 0.012 / CONDUCTIVITY.value
        self.assertAlmostEqual(20 + 65 * centre(fourier, biot, False), 30, delta=0.05)
