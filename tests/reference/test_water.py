"""Water and air against iapws (IAPWS-IF97, IAPWS 2008/2011 transport) and fluids (US Standard Atmosphere 1976).

Agreement: saturation pressure 0.1 %, boiling point 0.05 °C, latent heat 0.7 %, Choi-Okos conductivity of water 2.2 %
(at 5 °C; under 1 % above 20) and heat capacity 1 %, atmosphere 0.06 %. Carbon dioxide in water: Sander 2015 (Atmos.
Chem. Phys. 15, 4399), kH 3.4e-2 mol/(L atm) at 25 °C and 2400 K, from memory; 8 %.
"""

import math
import unittest

import fluids
import iapws

from airycrumb.data import rise
from airycrumb.data.heat import STEAM_LATENT
from airycrumb.stations.heat.properties import solid_conductivity, solid_density, specific_heat
from airycrumb.stations.heat.water import air_pressure, boiling_point, latent_heat, saturation_pressure

WATER = (1.0, 0.0, 0.0, 0.0, 0.0)


class Steam(unittest.TestCase):
    def test_saturation_pressure(self) -> None:
        for t in (10, 40, 60, 80, 95, 100, 110):
            theirs = iapws.IAPWS97(T=t + 273.15, x=0).P * 1e6
            self.assertAlmostEqual(float(saturation_pressure(t)) / theirs, 1, delta=0.001)

    def test_latent_heat(self) -> None:
        for t in (20, 60, 100):
            theirs = 1000 * (iapws.IAPWS97(T=t + 273.15, x=1).h - iapws.IAPWS97(T=t + 273.15, x=0).h)
            self.assertAlmostEqual(float(latent_heat(t)) / theirs, 1, delta=0.007)
        at_boiling = iapws.IAPWS97(P=0.101325, x=1).h - iapws.IAPWS97(P=0.101325, x=0).h
        self.assertAlmostEqual(STEAM_LATENT.value / at_boiling, 1, delta=0.0005)

    def test_boiling_point_at_altitude(self) -> None:
        for altitude in (0, 800, 1600, 2400):
            pressure = fluids.ATMOSPHERE_1976(altitude).P
            theirs = iapws.IAPWS97(P=pressure / 1e6, x=0).T - 273.15
            self.assertAlmostEqual(boiling_point(altitude), theirs, delta=0.05)

    def test_standard_atmosphere(self) -> None:
        for altitude in (-300, 0, 500, 1500, 3000, 4500):
            self.assertAlmostEqual(air_pressure(altitude) / fluids.ATMOSPHERE_1976(altitude).P, 1, delta=0.0006)


class Properties(unittest.TestCase):
    def test_conductivity_of_water(self) -> None:
        for t in (5, 20, 50, 80):
            theirs = iapws.IAPWS97(T=t + 273.15, P=0.101325).k
            self.assertAlmostEqual(float(solid_conductivity(WATER, t)) / theirs, 1, delta=0.022)

    def test_heat_capacity_and_density_of_water(self) -> None:
        for t in (20, 50, 80):
            liquid = iapws.IAPWS97(T=t + 273.15, P=0.101325)
            self.assertAlmostEqual(float(specific_heat(WATER, t)) / 1000 / liquid.cp, 1, delta=0.01)
            self.assertAlmostEqual(solid_density(WATER, t) / liquid.rho, 1, delta=0.022)


class CarbonDioxide(unittest.TestCase):
    def test_solubility_in_water(self) -> None:
        for t in (10, 25, 35):
            henry = 3.4e-2 * math.exp(2400 * (1 / (t + 273.15) - 1 / 298.15))  # mol/(L atm)
            theirs = henry * 24.465  # L of gas at 25 °C and 1 atm dissolved in a litre
            ours = rise.DISSOLVED_25.value * math.exp(-rise.DISSOLVED_SLOPE.value * t)
            self.assertAlmostEqual(ours / theirs, 1, delta=0.08)
