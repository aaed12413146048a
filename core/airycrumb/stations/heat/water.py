"""Water and air: saturation, latent heat, and the pressure of a kitchen's altitude."""

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from airycrumb.data.heat import LATENT_REFERENCE
from airycrumb.numerical import root

Array = NDArray[np.float64]
_WAGNER = (
    (-7.85951783, 1.0),
    (1.84408259, 1.5),
    (-11.7866497, 3.0),
    (22.6807411, 3.5),
    (-15.9618719, 4.0),
    (1.80122502, 7.5),
)


def saturation_pressure(t: Array | float) -> Array:
    """Pa at T °C, 0 to 370. Wagner and Pruss 1993 (IAPWS SR1-86 form); 0.03 % against IAPWS-IF97."""
    kelvin = np.asarray(t, dtype=float) + 273.15
    tau = 1 - kelvin / 647.096
    return 22.064e6 * np.exp(647.096 / kelvin * sum(a * tau**p for a, p in _WAGNER))


def air_pressure(altitude_m: float) -> float:
    """Pa at an altitude of -400 to 5000 m. US Standard Atmosphere 1976, troposphere."""
    return float(101325.0 * (1 - 2.25577e-5 * altitude_m) ** 5.25588)


@lru_cache(maxsize=256)
def boiling_point(altitude_m: float) -> float:
    """°C at which water boils at this altitude (standard atmosphere)."""
    pressure = air_pressure(altitude_m)
    return root(lambda t: float(saturation_pressure(t)) - pressure, 40, 120)


def latent_heat(t: Array | float) -> Array:
    """J/kg to evaporate water at T °C, 0 to 150; linear, 0.6 % against IAPWS-IF97."""
    return 1000 * (LATENT_REFERENCE.value - 2.37 * np.asarray(t, dtype=float))


def vapour_density(t: Array | float) -> Array:
    """kg/m3 of saturated vapour at T °C, as an ideal gas."""
    return saturation_pressure(t) / (461.52 * (np.asarray(t, dtype=float) + 273.15))
