"""Constants of the heat model (docs/models/heat.md)."""

from dataclasses import dataclass

from airycrumb.data.record import Constant

CHOI_OKOS = "Choi and Okos 1986, as tabulated in the ASHRAE Refrigeration handbook (thermal properties of foods); coefficients from memory"
OURS = "Airy Crumb heat model: a prior chosen so that times that are common practice come out; no measured core temperature behind it"

# Polynomials in T [°C] from -40 to 150 °C: specific heat [J/kgK], conductivity [W/mK], density [kg/m3].
PROPERTIES: dict[str, dict[str, tuple[float, float, float]]] = {
    "water": {
        "cp": (4176.2, -0.090864, 0.0054731),
        "k": (0.57109, 1.7625e-3, -6.7036e-6),
        "rho": (997.18, 3.1439e-3, -3.7574e-3),
    },
    "protein": {
        "cp": (2008.2, 1.2089, -0.0013129),
        "k": (0.17881, 1.1958e-3, -2.7178e-6),
        "rho": (1329.9, -0.5184, 0.0),
    },
    "fat": {"cp": (1984.2, 1.4733, -0.0048008), "k": (0.18071, -2.7604e-4, -1.7749e-7), "rho": (925.59, -0.41757, 0.0)},
    "carbohydrate": {
        "cp": (1548.8, 1.9625, -0.0059399),
        "k": (0.20141, 1.3874e-3, -4.3312e-6),
        "rho": (1599.1, -0.31046, 0.0),
    },
    "ash": {"cp": (1092.6, 1.8896, -0.0036817), "k": (0.32962, 1.4011e-3, -2.9069e-6), "rho": (2423.8, -0.28063, 0.0)},
}

ETA = Constant(1.0, "1", "assumed", "share of the pore vapour's latent heat that reaches the colder side; " + OURS)
DOUGH_SOLID_DENSITY = Constant(1050.0, "kg/m3", "common practice", "degassed dough, 1.05 g/mL")
SKIN_MM = Constant(0.5, "mm", "assumed", "depth of crust that dries from wet; " + OURS)
DRIED_WATER = Constant(0.03, "share", "assumed", "water left in a dry crust")
EMISSIVITY_VIEW = Constant(0.675, "1", "assumed", "emissivity .9 x view .75 of the oven walls")
STEFAN_BOLTZMANN = Constant(5.670374e-8, "W/m2K4", "published", "CODATA 2018")
AIR_VAPOUR = Constant(0.02, "kg/m3", "assumed", "vapour in a vented oven's air")
MINUTES_DOUBT = Constant(
    0.20, "share of minutes", "assumed", "Monte Carlo over the priors gave -14/+16 % (10-90 %); model form adds"
)
DEGREES_DOUBT = Constant(10.0, "°C", "assumed", "the same, at the end of cooking between 60 and 80 °C")
PLAN_MARGIN = Constant(
    1.25, "1", "assumed", "minutes planned over the typical forecast for a raw filling, with a probe at the end"
)
PLAN_MARGIN_COOKED = Constant(1.10, "1", "assumed", "the same for a filling that is cooked already and only reheats")
LATENT_REFERENCE = Constant(2500.9, "kJ/kg at 0 °C", "published", "latent heat of water, with -2.37 kJ/kgK")


@dataclass(frozen=True)
class Setting:
    """Boundary of one way of heating. h W/m2K top and bottom; contact is tray capacity J/m2K (0: none)."""

    h_top: float
    h_bottom: float
    tray_capacity: float
    radiates: bool
    wet_air: bool
    source: str


SETTINGS = {
    "steam": Setting(800, 400, 0, False, True, OURS),
    "oven": Setting(10, 90, 2500, True, False, OURS),
    "oven_fan": Setting(18, 90, 2500, True, False, OURS),
    "rest_covered": Setting(20, 20, 0, False, True, OURS),
    "rest_open": Setting(8, 8, 0, False, False, OURS),
}

# Steam loses some of its heat to air mixed into it: °C below boiling.
AIR_DEPRESSION = {"high": 1.0, "gentle": 3.0}

# upper limit of the surface °C for each word; ±12 °C
COLOURS = (
    (105.0, "none"),
    (120.0, "pale gold"),
    (150.0, "golden"),
    (175.0, "brown"),
    (185.0, "dark"),
    (999.0, "burnt"),
)
GOLDEN_FROM = Constant(122.0, "°C", "common practice", "surface at which browning is plain to see")
GOLDEN_FROM_WASHED = Constant(112.0, "°C", "assumed", "the same on a surface with egg, milk or sugar on it")
CRUMB_SET = Constant(92.0, "°C", "common practice", "crumb is set between 90 and 96 °C")
