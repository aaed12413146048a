"""The heat march against analytic series: slab, cylinder and sphere (Carslaw and Jaeger, Conduction of Heat in
Solids, 2nd ed., chapters 3, 7 and 9), and against scipy's solve_ivp on the same cells. Agreement: 2.5 % of the step
(on the slow side), 2 °C.

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

from airycrumb.outline import Solid
from airycrumb.stations.heat.march import AIR as AIR_COLUMN
from airycrumb.stations.heat.march import AIR_END, H_BOTTOM, H_TOP, PHASE_COLUMNS, PLATE_C, march
from airycrumb.stations.heat.properties import GRID
from airycrumb.stations.heat.shape import Mesh, mesh

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


ROUND = 0.0005  # by how much of its radius a body is wider than a ball: a circle has no two foci
BODIES = {
    "slab": (40.0, 40.0),
    "cylinder": (1 + ROUND, 1e4),
    "sphere": (1 + ROUND, 1 + ROUND),
}


def cells_of(shape: str) -> Mesh:
    """The cells of a slab, a long cylinder or a ball RADIUS high from its middle. Width and length over the height."""
    wide, long = (RADIUS * ratio for ratio in BODIES[shape])
    return mesh(Solid(wide, RADIUS, long, 2.0, 0.5, 0.5), 0.0, "round bun", False)


def prepared(shape: str, seconds: float, h: float = 1e6) -> Callable[[], np.ndarray]:
    """Our march for a constant material, ready to run: core temperatures, one sample each 5 s."""
    m = cells_of(shape)
    phase = np.zeros(PHASE_COLUMNS)
    phase[[0, AIR_COLUMN, AIR_END, H_TOP, H_BOTTOM, PLATE_C]] = seconds, AIR, AIR, h, h, -999
    grams = np.stack((np.zeros_like(m.volume), m.volume * RHO))
    everywhere, dry, phases = np.ones(m.volume.shape, dtype=bool), np.zeros_like(GRID), phase[None, :]

    def run() -> np.ndarray:
        samples, _, _ = march(
            np.full(m.volume.shape, START),
            grams,
            m.filling,
            everywhere,
            everywhere,
            *m.ways_of_heat,
            TABLES,
            dry,
            2.3e6,
            np.zeros(len(m.volume)),
            phases,
            5.0,
            0.0,
            -273.0,
        )
        return samples  # type: ignore[no-any-return]

    return run


def marched(shape: str, seconds: float, h: float = 1e6) -> np.ndarray:
    """Core temperatures of our march for a constant material, one sample each 5 s while the steps are short."""
    return prepared(shape, seconds, h)()


class AgainstSeries(unittest.TestCase):
    def test_slab_cylinder_and_sphere(self) -> None:
        for shape, series, seconds in (("slab", slab, 1500), ("cylinder", cylinder, 900), ("sphere", sphere, 600)):
            samples = marched(shape, seconds)
            for share in (0.3, 0.6, 1.0):
                i = int(np.argmin(np.abs(samples[:, 0] - share * seconds)))
                left = (AIR - samples[i, 1]) / (AIR - START)
                with self.subTest(shape=shape, seconds=samples[i, 0]):
                    self.assertAlmostEqual(left, series(samples[i, 0]), delta=0.025)


@dataclass(frozen=True)
class Race:
    """Our march and solve_ivp on the same cells: ms of each, and largest error of the core in K."""

    our_ms: float
    their_ms: float
    our_error: float
    their_error: float


def same_cells(h: float):  # type: ignore[no-untyped-def]
    """The ball's balance as a function for solve_ivp: its cells in lines from skin to skin, their band, the start."""
    m = cells_of("sphere")
    sectors, layers = m.volume.shape
    order = np.array(
        [
            [(sectors - 1 - j) * layers + i for i in range(layers)][::-1] + [j * layers + i for i in range(layers)]
            for j in range(sectors // 2)
        ]
    ).ravel()
    back = np.argsort(order)

    def slope(_t: float, line: np.ndarray) -> np.ndarray:
        # Properties are looked up, as in the march: here they happen to be constant.
        t = line[back].reshape(m.volume.shape)
        c, k = np.interp(t, GRID, CONSTANT[1]), np.interp(t, GRID, CONSTANT[2])
        gain = np.zeros_like(t)
        out = m.out[:, :-1] / (m.outwards[:, :-1] / k[:, :-1] + m.inwards[:, 1:] / k[:, 1:]) * np.diff(t, axis=1)
        gain[:, :-1] += out
        gain[:, 1:] -= out
        over = m.round / (m.turn / 2 / k[:-1] + m.turn / 2 / k[1:]) * np.diff(t, axis=0)
        gain[:-1] += over
        gain[1:] -= over
        half = sectors // 2
        facing = t[::-1, 0][:half]
        through = (
            m.middle
            / (m.inwards[:half, 0] / k[:half, 0] + m.inwards[::-1, 0][:half] / k[::-1, 0][:half])
            * (facing - t[:half, 0])
        )
        gain[:half, 0] += through
        gain[half:, 0] -= through[::-1]
        edge = 1 / (1 / (h * m.skin) + m.outwards[:, -1] / (m.out[:, -1] * k[:, -1]))
        gain[:, -1] += edge * (AIR - t[:, -1])
        return (gain / (m.volume * RHO * c)).ravel()[order]

    return slope, np.full(m.volume.size, START), 2 * layers


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
    slope, start, band = same_cells(h)
    samples = marched("sphere", seconds, h)
    at = samples[:, 0]
    solve = lambda rtol: solve_ivp(
        slope, (0, seconds), start, method="LSODA", lband=band, uband=band, rtol=rtol, atol=rtol * 10, t_eval=at
    ).y.min(axis=0)
    exact = solve(1e-9)
    our_error = float(np.abs(samples[:, 1] - exact).max())
    rtol = next(
        r
        for r in (1e-1, 3e-2, 1e-2, 3e-3, 1e-3, 3e-4, 1e-4, 1e-5)
        if float(np.abs(solve(r) - exact).max()) <= our_error
    )
    their_error = float(np.abs(solve(rtol) - exact).max())
    # Set-up is outside the race on both sides.
    return Race(timed(prepared("sphere", seconds, h)), timed(lambda: solve(rtol)), our_error, their_error)


class AgainstSolveIvp(unittest.TestCase):
    def test_a_sphere_on_the_same_cells(self) -> None:
        self.assertLess(against_solve_ivp().our_error, 2.0)
