"""The bodies pieces are cooked as, and the tables their heat is looked up in."""

import math
import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from airycrumb.stations.heat.properties import (
    GRID,
    dough_table,
    filling_table,
    maxwell,
    pore_conductivity,
    solid_conductivity,
)
from airycrumb.stations.heat.shape import body, mesh
from airycrumb.stations.heat.water import boiling_point, latent_heat

DOUGH = (0.385, 0.07, 0.03, 0.50, 0.015)
FILLING = (0.68, 0.15, 0.13, 0.02, 0.02)
EIGENVALUES = {1: 2.467, 2: 5.783, 3: 9.870}


class Bodies(unittest.TestCase):
    def test_the_eigenvalue_fit_meets_slab_cylinder_and_sphere(self) -> None:
        # published: first eigenvalues squared of slab (pi/2)^2, cylinder 2.405^2 and sphere pi^2
        for n, eigenvalue in EIGENVALUES.items():
            self.assertAlmostEqual(-0.078 + 2.1595 * n + 0.3855 * n**2, eigenvalue, delta=0.01)
        self.assertAlmostEqual(EIGENVALUES[1], (math.pi / 2) ** 2, delta=0.001)
        self.assertAlmostEqual(EIGENVALUES[3], math.pi**2, delta=0.001)

    @given(st.floats(1e-5, 2e-3), st.floats(0.1, 0.9))
    def test_a_body_keeps_its_volume_and_its_filling(self, volume: float, share: float) -> None:
        for shape in ("round bun", "half moon"):
            b = body(shape, volume * (1 - share), volume * share)
            self.assertAlmostEqual(b.volume / volume, 1)
            self.assertAlmostEqual((b.filling_radius / b.radius) ** b.dimension, share, places=9)
            self.assertTrue(1 <= b.dimension <= 3)

    def test_a_flatter_piece_is_more_of_a_slab(self) -> None:
        self.assertLess(body("half moon", 1e-4, 5e-5).dimension, body("round bun", 1e-4, 5e-5).dimension)

    def test_a_plain_piece_has_a_mesh_too(self) -> None:
        m = mesh(body("round bun", 1e-4, 1e-9))
        self.assertTrue((m.material == 1).all())
        self.assertTrue((m.volume > 0).all() and (m.face >= 0).all())


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
