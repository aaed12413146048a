"""What every sheet reckons with, against scipy (a general library of numerical methods)."""

import math
import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import cumulative_trapezoid
from scipy.linalg.blas import dtbsv
from scipy.optimize import brentq
from scipy.special import wrightomega

from airycrumb.numerical import fading, omega, root, running

CURVES = (
    (lambda x: math.exp(x) - 5, -3.0, 9.0),
    (lambda x: x**3 - 2 * x - 5, 1.0, 40.0),
    (lambda x: math.tanh(50 * (x - 0.31)), -10.0, 10.0),
    (lambda x: (x - 1.5) ** 7, 0.0, 4.0),
    (lambda x: 1 / (x + 1e-3) - 40, 0.0, 1.0),
    (lambda x: math.log(x) - math.log(3.1), 1e-6, 1e6),
)


class Root(unittest.TestCase):
    def test_it_is_where_brents_method_finds_it_in_no_more_than_twice_the_turns(self) -> None:
        for curve, low, high in CURVES:
            with self.subTest(low=low, high=high):
                asked: list[float] = []

                def counted(x: float, curve=curve, asked=asked) -> float:  # type: ignore[no-untyped-def]
                    asked.append(x)
                    return float(curve(x))

                found = root(counted, low, high)
                theirs, how = brentq(curve, low, high, xtol=1e-13, full_output=True, disp=False)
                # A curve of the seventh power is flat about its root: neither finds it closer.
                self.assertAlmostEqual(found, theirs, delta=1e-9 if curve is not CURVES[3][0] else 2e-3)
                self.assertLess(len(asked), 2 * how.function_calls + 6)

    def test_a_step_is_found_to_its_edge_and_two_ends_on_one_side_are_refused(self) -> None:
        self.assertAlmostEqual(root(lambda x: 0.5 if x > 3.2 else -0.5, 0, 10, within=0.01), 3.2, delta=0.02)
        self.assertEqual(root(lambda x: x, 0.0, 1.0), 0.0)
        with self.assertRaises(ValueError):
            root(lambda x: x + 1, 0, 1)


class Sums(unittest.TestCase):
    @given(st.lists(st.floats(-1e3, 1e3), min_size=2, max_size=40))
    def test_a_running_integral(self, values: list[float]) -> None:
        y = np.array(values)
        x = np.cumsum(np.linspace(0.1, 2, len(y)))
        np.testing.assert_allclose(running(y, x), cumulative_trapezoid(y, x, initial=0), atol=1e-9)
        np.testing.assert_allclose(running(y, 0.25), cumulative_trapezoid(y, dx=0.25, initial=0), atol=1e-9)

    @given(st.floats(-30, 60), st.floats(1e-6, 1.0), st.integers(1, 3000))
    def test_what_fades_at_every_step(self, start: float, fade: float, steps: int) -> None:
        push = (1 - fade) * (20 + 8 * np.sin(np.arange(steps) / 40))
        band = np.empty((2, steps + 1), order="F")
        band[0], band[1] = 1.0, -fade
        exact = dtbsv(1, band, np.concatenate(([start], push)), lower=1, diag=1)
        np.testing.assert_allclose(fading(start, push, fade), exact, rtol=1e-9, atol=1e-9)

    def test_wrights_omega(self) -> None:
        z = np.concatenate((np.linspace(-50, 60, 4001), np.geomspace(60, 1e6, 200)))
        np.testing.assert_allclose(omega(z), np.real(wrightomega(z)), rtol=2e-14)
