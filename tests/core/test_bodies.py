"""The bodies pieces are cooked as, and the tables their heat is looked up in."""

import math
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from airycrumb.data.shapes import SHAPES
from airycrumb.stations.heat.properties import (
    GRID,
    dough_table,
    filling_table,
    maxwell,
    pore_conductivity,
    solid_conductivity,
)
from airycrumb.stations.heat.shape import body, mesh, sized
from airycrumb.stations.heat.water import boiling_point, latent_heat

DOUGH = (0.385, 0.07, 0.03, 0.50, 0.015)
FILLING = (0.68, 0.15, 0.13, 0.02, 0.02)


SHARES = st.floats(0.05, 0.9)


class Bodies(unittest.TestCase):
    @given(st.floats(1e-5, 2e-3), SHARES, st.sampled_from(sorted(SHAPES)))
    @settings(max_examples=40)
    def test_cells_keep_the_volume_and_the_filling(self, volume: float, share: float, shape: str) -> None:
        b = body(shape, volume * (1 - share), volume * share)
        m = mesh(b, share, shape, False)
        self.assertAlmostEqual(float(m.volume.sum()) / volume, 1)
        held = float((m.volume * m.filling).sum()) / volume
        if b.plan_power > 1.99:
            self.assertAlmostEqual(held, share, places=9)
        elif shape != "boat":
            # Filling alike in all directions: a long piece has more of it in its middle than on the whole.
            self.assertAlmostEqual(held, share ** ((b.plan_power + 1) / 3), places=9)
            self.assertGreater(held, share)
        self.assertTrue(((m.filling >= -1e-12) & (m.filling <= 1 + 1e-12)).all())

    @given(st.floats(0.005, 0.2), st.floats(1, 30), st.floats(1, 10))
    @settings(max_examples=40)
    def test_no_conductance_is_negative_however_flat_the_piece(self, high: float, wide: float, long: float) -> None:
        b = sized(0.5 * high * (wide * high) * (wide * long * high), high, wide * high, wide * long * high, 0.4)
        m = mesh(b, 0.4, "round bun", False)
        for faces in (m.out, m.middle, m.round, m.skin, m.inwards, m.outwards):
            self.assertTrue((faces >= 0).all() and np.isfinite(faces).all())
        self.assertAlmostEqual(2 * b.half_height, high)

    def test_a_ball_has_the_surface_of_a_ball(self) -> None:
        m = mesh(sized(4 / 3 * math.pi * 0.03**3, 0.06, 0.06, 0.06, 0.4), 0.0, "round bun", False)
        self.assertAlmostEqual(float(m.skin.sum()) / (4 * math.pi * 0.03**2), 1, delta=0.01)
        self.assertAlmostEqual(float((m.skin * m.touching).sum() / m.skin.sum()), 0.4)

    def test_a_rounds_ends_count_and_a_long_pieces_hardly_do(self) -> None:
        self.assertAlmostEqual(body("round bun", 1e-4, 5e-5).plan_power, 2)
        self.assertAlmostEqual(body("braid", 1e-4, 5e-5).plan_power, 1, delta=0.15)

    def test_the_axis_is_as_far_below_its_sector_as_between_a_bowl_and_a_cone(self) -> None:
        x = np.linspace(0, 2, 20001)
        for shape in ("round bun", "braid", "boat"):
            b = body(shape, 1e-4, 5e-5)
            weight = x ** (b.plan_power - 1)
            below = []
            for profile in (x**2, x):
                own, next_one = (np.average(profile[w], weights=weight[w]) for w in (x <= 1, x >= 1))
                below.append(own / (next_one - own))
            bowl, cone = below
            with self.subTest(shape=shape):
                self.assertAlmostEqual(mesh(b, 0.3, shape, False).on_axis, 2 * bowl, places=3)
                self.assertLess(mesh(b, 0.3, shape, False).on_axis, cone)

    def test_an_open_piece_has_its_filling_on_top_and_its_dough_below(self) -> None:
        m = mesh(body("boat", 1e-4, 1e-4), 0.5, "boat", False)
        self.assertGreater(m.filling[0, -1], 0.9)
        self.assertEqual(m.filling[-1, -1], 0)
        self.assertEqual(float(m.seen[0]), 0)

    def test_a_plain_piece_has_cells_too_and_a_mixed_one_is_alike_everywhere(self) -> None:
        b = body("round bun", 1e-4, 1e-9)
        self.assertTrue((mesh(b, 0.0, "round bun", False).filling == 0).all())
        np.testing.assert_allclose(mesh(b, 0.3, "log", True).filling, 0.3)


class Tables(unittest.TestCase):
    def test_enthalpy_only_rises_so_that_it_can_be_read_back(self) -> None:
        for table in (dough_table(DOUGH, 480, 0), dough_table(DOUGH, 900, 2400), filling_table(FILLING, 0)):
            self.assertTrue((np.diff(table.enthalpy) > 0).all())
            self.assertTrue((table.capacity > 0).all() and (table.conductivity > 0).all())

    def test_drying_a_crust_takes_its_waters_latent_heat(self) -> None:
        table = filling_table(FILLING, 0)
        boiling = boiling_point(0)
        wet, dry = np.interp([boiling, 280], GRID, table.enthalpy)
        sensible = 3500 * (280 - boiling)
        self.assertAlmostEqual((dry - wet - sensible) / (0.65 * float(latent_heat(boiling))), 0.95, delta=0.1)

    def test_a_moist_crumb_conducts_far_better_hot_than_cold(self) -> None:
        # the model's own figures, quoted in docs/models/heat.md: regression
        table = dough_table(DOUGH, 480, 0)
        for celsius, wanted in ((20, 0.21), (60, 0.49), (90, 1.36), (97, 1.87)):
            self.assertAlmostEqual(float(np.interp(celsius, GRID, table.conductivity)), wanted, delta=0.02)

    def test_pores_conduct_like_air_when_cold_and_dry(self) -> None:
        # handbook: still air conducts 0.024 W/mK at 0 °C (from memory)
        self.assertAlmostEqual(float(pore_conductivity(0.1, 101325)), 0.024 + 0.02, delta=0.025)

    @given(st.floats(0, 0.75))
    def test_maxwell_lies_between_matrix_and_gas(self, porosity: float) -> None:
        matrix, gas = solid_conductivity(DOUGH, np.array([40.0])), np.array([0.05])
        mixed = float(maxwell(matrix, gas, porosity)[0])
        self.assertTrue(0.05 <= mixed <= float(matrix[0]) + 1e-12)

    def test_without_pores_it_is_the_matrix(self) -> None:
        matrix = solid_conductivity(DOUGH, np.array([40.0]))
        self.assertAlmostEqual(float(maxwell(matrix, np.array([0.05]), 0.0)[0]), float(matrix[0]))
