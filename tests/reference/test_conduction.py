"""The heat march against analytic series: slab, cylinder and sphere (Carslaw and Jaeger, Conduction of Heat in
Solids, 2nd ed., chapters 3, 7 and 9), and against scipy's solve_ivp on the same cells. Agreement: 0.2 % of the step,
0.05 °C.

The series are for a constant material with its surface held at the surroundings' temperature.
"""

import statistics
import time
import unittest
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import numpy as np
from scipy.integrate import solve_ivp
from scipy.special import j0, j1, jn_zeros

from airycrumb.stations.heat.march import AIR as AIR_COLUMN
from airycrumb.stations.heat.march import AIR_END, H_BOTTOM, H_TOP, PHASE_COLUMNS, PLATE_C, STEP, march
from airycrumb.stations.heat.properties import GRID
from airycrumb.stations.heat.shape import Body, mesh

RHO, CP, K = 1000.0, 3500.0, 0.5
ALPHA = K / RHO / CP
RADIUS, START, AIR = 0.02, 10.0, 90.0
CONSTANT = np.stack((CP * GRID, np.full_like(GRID, CP), np.full_like(GRID, K)))
TABLES = np.stack((CONSTANT,) * 4)


def slab(t: float) -> float:
    """Centre of a slab of half-thickness RADIUS as a share of the step still to come."""
    n = np.arange(200)
    return float(
        np.sum(
            4 / np.pi * (-1) ** n / (2 * n + 1) * np.exp(-((2 * n + 1) ** 2) * np.pi**2 * ALPHA * t / (4 * RADIUS**2))
        )
    )


def cylinder(t: float) -> float:
    """Axis of a long cylinder."""
    zeros = jn_zeros(0, 200)
    return float(np.sum(2 / (zeros * j1(zeros)) * j0(0 * zeros) * np.exp(-(zeros**2) * ALPHA * t / RADIUS**2)))


def sphere(t: float) -> float:
    """Centre of a sphere."""
    n = np.arange(1, 200)
    return float(np.sum(2 * (-1) ** (n + 1) * np.exp(-(n**2) * np.pi**2 * ALPHA * t / RADIUS**2)))


def prepared(dimension: float, seconds: float, h: float = 1e6, facing_down: float = 0.5) -> Callable[[], np.ndarray]:
    """Our march for a constant material, ready to run: core temperatures, one sample a step."""
    m = mesh(Body(dimension, RADIUS, RADIUS * 0.5, 1e-4, facing_down, 0, 0, 0))
    phase = np.zeros(PHASE_COLUMNS)
    phase[[0, AIR_COLUMN, AIR_END, H_TOP, H_BOTTOM, PLATE_C]] = seconds, AIR, AIR, h, h, -999
    mass, density, areas = m.volume * RHO, np.full_like(m.volume, RHO), np.array([m.surface_bottom, m.surface_top])
    dry, phases = np.zeros_like(GRID), phase[None, :]

    def run() -> np.ndarray:
        temperature = np.full(len(m.volume), START)
        samples, _, _ = march(
            temperature,
            mass,
            density,
            m.material,
            m.radius,
            m.thickness,
            m.face,
            areas,
            dimension,
            TABLES,
            dry,
            2.3e6,
            0.0,
            phases,
            1,
            0.0,
        )
        return samples  # type: ignore[no-any-return]

    return run


def marched(dimension: float, seconds: float, h: float = 1e6, facing_down: float = 0.5) -> np.ndarray:
    """Core temperatures of our march for a constant material, one sample a step."""
    return prepared(dimension, seconds, h, facing_down)()


class AgainstSeries(unittest.TestCase):
    def test_slab_cylinder_and_sphere(self) -> None:
        for dimension, series, seconds in ((1.0, slab, 1500), (2.0, cylinder, 900), (3.0, sphere, 600)):
            samples = marched(dimension, seconds)
            for share in (0.3, 0.6, 1.0):
                i = int(share * seconds / STEP)
                left = (AIR - samples[i, 1]) / (AIR - START)
                with self.subTest(dimension=dimension, seconds=samples[i, 0]):
                    self.assertAlmostEqual(left, series(samples[i, 0]), delta=0.002)


@dataclass(frozen=True)
class Race:
    """Our march and solve_ivp on the same cells: ms of each, and largest error of the core in K."""

    our_ms: float
    their_ms: float
    our_error: float
    their_error: float


def same_cells(h: float):  # type: ignore[no-untyped-def]
    """The sphere's balance as a function for solve_ivp, with its Jacobian's band and the starting values."""
    edges = np.concatenate((np.linspace(0, RADIUS / 2, 12), np.linspace(RADIUS / 2, RADIUS, 13)[1:]))
    thick = np.diff(edges)
    area, volume = 4 * np.pi * edges**2, 4 / 3 * np.pi * np.diff(edges**3)

    def slope(_t: float, temperature: np.ndarray) -> np.ndarray:
        # Properties are looked up, as in the march: here they happen to be constant.
        c, k = np.interp(temperature, GRID, CONSTANT[1]), np.interp(temperature, GRID, CONSTANT[2])
        half = thick / 2 / k
        flow = area[1:-1] / (half[:-1] + half[1:]) * np.diff(temperature)
        gain = np.zeros_like(temperature)
        gain[:-1] += flow
        gain[1:] -= flow
        gain[-1] += area[-1] / (1 / h + half[-1]) * (AIR - temperature[-1])
        return gain / (volume * RHO * c)

    return slope, np.full(len(thick), START)


def timed(work: Callable[[], Any]) -> float:
    """Median milliseconds of fifteen runs, the first not counted."""
    work()
    spent = []
    for _ in range(15):
        begin = time.perf_counter()
        work()
        spent.append((time.perf_counter() - begin) * 1000)
    return statistics.median(spent)


def against_solve_ivp(seconds: float = 900.0, h: float = 100.0) -> Race:
    """Race the march against scipy's LSODA with a banded Jacobian, at a tolerance with no smaller error than ours."""
    slope, start = same_cells(h)
    at = marched(3.0, seconds, h)[:, 0]
    solve = lambda rtol: solve_ivp(
        slope, (0, seconds), start, method="LSODA", lband=1, uband=1, rtol=rtol, atol=rtol * 10, t_eval=at
    ).y[0]
    exact = solve(1e-9)
    our_error = float(np.abs(marched(3.0, seconds, h)[:, 1] - exact).max())
    rtol = next(r for r in (1e-2, 3e-3, 1e-3, 3e-4, 1e-4, 1e-5) if float(np.abs(solve(r) - exact).max()) <= our_error)
    their_error = float(np.abs(solve(rtol) - exact).max())
    # Set-up is outside the race on both sides.
    return Race(timed(prepared(3.0, seconds, h)), timed(lambda: solve(rtol)), our_error, their_error)


class AgainstSolveIvp(unittest.TestCase):
    def test_a_sphere_on_the_same_cells(self) -> None:
        self.assertLess(against_solve_ivp().our_error, 0.05)
