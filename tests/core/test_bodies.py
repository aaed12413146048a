"""The bodies pieces are cooked as, and the tables their heat is looked up in."""

import math
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from airycrumb.data.shapes import SHAPES
from airycrumb.outline import Solid, fullness_of, power_of, solid
from airycrumb.stations.heat.conformal import fitted
from airycrumb.stations.heat.properties import (
    GRID,
    dough_table,
    filling_table,
    maxwell,
    pore_conductivity,
    solid_conductivity,
)
from airycrumb.stations.heat.shape import mesh, plan_power
from airycrumb.stations.heat.water import boiling_point, latent_heat

DOUGH = (0.385, 0.07, 0.03, 0.50, 0.015)
FILLING = (0.68, 0.15, 0.13, 0.02, 0.02)


SHARES = st.floats(0.05, 0.9)


WALLS = st.sampled_from(("even", "heaped"))


class Outlines(unittest.TestCase):
    """The body of the sheet: its volume, and the map its section is the image of."""

    def test_an_ellipsoid_fills_pi_sixths_of_its_box(self) -> None:
        for is_round in (True, False):
            self.assertAlmostEqual(fullness_of(2.0, is_round), math.pi / 6)
            self.assertAlmostEqual(power_of(math.pi / 6, is_round), 2.0, places=6)

    @given(st.floats(1e-5, 2e-3), st.sampled_from(sorted(SHAPES)))
    @settings(max_examples=30)
    def test_a_body_has_the_volume_of_points_drawn_at_random_in_its_box(self, volume: float, shape: str) -> None:
        s, drawn = solid(shape, volume), np.random.default_rng(7).uniform(-1, 1, (3, 40_000))
        x, y, z = drawn * np.array([[s.half_width], [s.half_length], [s.half_height]])
        within = float((s.how_far_out(x, z, y) < 1).mean())
        box = 8 * s.half_width * s.half_length * s.half_height
        self.assertAlmostEqual(s.volume / volume, 1, places=6)
        self.assertAlmostEqual(within * box / volume, 1, delta=0.02)

    @given(st.sampled_from(sorted(SHAPES)), SHARES, WALLS)
    @settings(max_examples=30)
    def test_a_filling_shut_in_has_its_share_whatever_the_walls(self, shape: str, share: float, walls: str) -> None:
        s = solid(shape, 1e-4)
        inner = s.filling(share, walls)  # type: ignore[arg-type]
        self.assertAlmostEqual(inner.volume / s.volume, share, delta=0.002 + 0.02 * share)
        across, up = s.half_width - inner.half_width, s.half_height - inner.half_height
        self.assertAlmostEqual(across / up, 1.0 if walls == "even" else s.half_width / s.half_height, places=4)

    @given(st.floats(0.9, 15), st.floats(2.05, 5.5), st.floats(0.35, 0.5))
    @settings(max_examples=30)
    def test_the_map_lays_the_cells_skin_on_the_outline(self, wide: float, power: float, foot: float) -> None:
        over = fitted(wide, power, foot)
        v = np.linspace(-math.pi / 2, math.pi / 2, 181)
        x, z = (points[:, 0] for points in over.at(np.array([over.skin]), v))
        s = Solid(1.0, 1 / wide, 1.0, power, foot)
        off = np.abs(s.how_far_out(x, z + s.widest) - 1)
        self.assertLess(float(off.max()), 0.02)
        # From the axis below over the rim to the axis above, never folding back on itself.
        self.assertTrue((np.diff(x)[:90] > -5e-3).all() and (np.diff(x)[90:] < 5e-3).all())


class Bodies(unittest.TestCase):
    @given(st.floats(1e-5, 2e-3), SHARES, st.sampled_from(sorted(SHAPES)), WALLS)
    @settings(max_examples=40)
    def test_cells_keep_the_volume_and_a_rounds_filling(
        self, volume: float, share: float, shape: str, walls: str
    ) -> None:
        b = solid(shape, volume)
        m = mesh(b, share, shape, False, 0.0, walls)  # type: ignore[arg-type]
        self.assertAlmostEqual(float(m.volume.sum()) / volume, 1)
        held = float((m.volume * m.filling).sum()) / volume
        fits = shape != "well" or share < 0.3
        if b.is_round and fits:
            self.assertAlmostEqual(held, share, delta=0.012)
        elif fits and shape != "boat":
            # A section through the middle of a long piece has more filling than the piece on the whole.
            self.assertGreater(held, share)
        self.assertTrue(((m.filling >= -1e-12) & (m.filling <= 1 + 1e-12)).all())

    @given(st.floats(0.005, 0.2), st.floats(1, 30), st.floats(1, 10), st.floats(1.6, 6))
    @settings(max_examples=40)
    def test_no_conductance_is_negative_however_flat_the_piece(
        self, high: float, wide: float, long: float, power: float
    ) -> None:
        m = mesh(Solid(wide * high / 2, high / 2, wide * long * high / 2, power, 0.4, 0.4), 0.4, "round bun", False)
        for faces in (m.out, m.middle, m.round, m.skin, m.inwards, m.outwards):
            self.assertTrue((faces >= 0).all() and np.isfinite(faces).all())
        self.assertAlmostEqual(float(np.ptp(m.corners[..., 1])) / high, 1, delta=0.02)

    def test_a_ball_has_the_surface_of_a_ball(self) -> None:
        m = mesh(Solid(0.03, 0.03, 0.03, 2.0, 0.5, 0.4), 0.0, "round bun", False)
        self.assertAlmostEqual(float(m.skin.sum()) / (4 * math.pi * 0.03**2), 1, delta=0.01)
        for side in m.touching:
            self.assertAlmostEqual(float((m.skin * side).sum() / m.skin.sum()), 0.4)

    def test_a_piece_turned_over_stands_on_as_much_of_its_skin_though_its_top_is_the_rounder(self) -> None:
        b = solid("round bun", 1e-4)
        self.assertLess(b.foot, 0.5)
        m = mesh(b, 0.3, "round bun", False)
        lying, turned = ((m.skin * side).sum() / m.skin.sum() for side in m.touching)
        self.assertAlmostEqual(float(lying), b.facing_down, places=3)
        self.assertAlmostEqual(float(turned), b.facing_down, places=3)
        half = len(m.skin) // 2
        self.assertEqual((float(m.touching[0][:half].sum()), float(m.touching[1][half:].sum())), (0, 0))
        # More of the top's skin lies aside of where it touches.
        self.assertLess(float(m.touching[1].sum()), float(m.touching[0].sum()))

    def test_a_rounds_ends_count_and_a_long_pieces_hardly_do(self) -> None:
        self.assertAlmostEqual(plan_power(solid("round bun", 1.5e-4)), 2)
        self.assertAlmostEqual(plan_power(solid("braid", 1.5e-4)), 1, delta=0.15)

    def test_the_axis_is_as_far_below_its_sector_as_between_a_bowl_and_a_cone(self) -> None:
        x = np.linspace(0, 2, 20001)
        for shape in ("round bun", "braid", "boat"):
            b = solid(shape, 1.5e-4)
            weight = x ** (plan_power(b) - 1)
            below = []
            for profile in (x**2, x):
                own, next_one = (np.average(profile[w], weights=weight[w]) for w in (x <= 1, x >= 1))
                below.append(own / (next_one - own))
            bowl, cone = below
            with self.subTest(shape=shape):
                self.assertAlmostEqual(mesh(b, 0.3, shape, False).on_axis, 2 * bowl, places=3)
                self.assertLess(mesh(b, 0.3, shape, False).on_axis, cone)

    def test_an_open_piece_has_its_filling_on_top_and_its_dough_below(self) -> None:
        m = mesh(solid("boat", 2e-4), 0.5, "boat", False)
        self.assertGreater(m.filling[0, -1], 0.9)
        self.assertEqual(m.filling[-1, -1], 0)
        self.assertEqual(float(m.seen[0]), 0)

    def test_a_plain_piece_has_cells_too_and_a_mixed_one_is_alike_everywhere(self) -> None:
        b = solid("round bun", 1e-4)
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
