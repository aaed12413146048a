"""Constants of the heat model (docs/models/heat.md)."""

import math
from dataclasses import dataclass

from airycrumb.data.record import Constant
from airycrumb.words import NOTHING, Message, say

CHOI_OKOS = (
    "Choi and Okos 1986, as tabulated in the ASHRAE Refrigeration handbook (thermal properties of foods); "
    "coefficients from memory"
)
OURS = (
    "Airy Crumb heat model: a prior chosen so that times that are common practice come out; "
    "no measured core temperature behind it"
)

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
    "ice": {"cp": (2062.3, 6.0769, 0.0), "k": (2.2196, -6.2489e-3, 1.0154e-4), "rho": (916.89, -0.13071, 0.0)},
    "ash": {"cp": (1092.6, 1.8896, -0.0036817), "k": (0.32962, 1.4011e-3, -2.9069e-6), "rho": (2423.8, -0.28063, 0.0)},
}

ETA = Constant(1.0, "1", "assumed", "share of the pore vapour's latent heat that reaches the colder side; " + OURS)
DOUGH_SOLID_DENSITY = Constant(1050.0, "kg/m3", "common practice", "degassed dough, 1.05 g/mL")
FUSION = Constant(333_600.0, "J/kg", "published", "latent heat of melting ice at 0 °C, handbook value")
DOUGH_FREEZES = Constant(
    -3.0, "°C", "assumed", "a dough with salt and sugar begins to freeze between -3 and -6 °C; the warm end"
)
FILLING_FREEZES = Constant(-1.5, "°C", "from memory", "most meats, fish and vegetables begin to freeze at -1 to -2 °C")
SKIN_MM = Constant(0.5, "mm", "assumed", "depth of crust that dries from wet; " + OURS)
DRIED_WATER = Constant(0.03, "share", "assumed", "water left in a dry crust")
EMISSIVITY_VIEW = Constant(0.675, "1", "assumed", "emissivity .9 x view .75 of the oven walls")
STEFAN_BOLTZMANN = Constant(5.670374e-8, "W/m2K4", "published", "CODATA 2018")
AIR_VAPOUR = Constant(0.02, "kg/m3", "assumed", "vapour in a vented oven's air")
PACE_SPREAD = Constant(
    0.16, "ln minutes", "assumed", "spread of kitchens (hob, basket, oven) about the model: with PIECE_SPREAD, ±20 %"
)
PIECE_SPREAD = Constant(
    0.12,
    "ln minutes",
    "assumed",
    "spread of pieces within one kitchen; both from Monte Carlo over the priors, -14/+16 %",
)
PROBE_SPREAD = Constant(0.05, "ln minutes", "assumed", "what a probe off the coldest point makes of the pace")
TIP_OFF = Constant(
    0.4,
    "share of readings",
    "assumed",
    "whose tip is not in the middle: in the wall, by the juice, on the pan",
)
TIP_AHEAD = Constant(
    0.35,
    "ln minutes",
    "assumed",
    "by how much such a tip runs ahead of the middle; 1 to 2 cm off in a bun",
)
PLACES_AGREE = Constant(0.03, "ln minutes", "assumed", "two places of a probe no further apart agree")
AGREE_TO_TEACH = Constant(2, "places", "assumed", "that agree, from which a cook's readings are a lesson")
AGREE_OF_RAW = Constant(
    3, "places", "assumed", "that agree, from which a raw filling's time is shortened: two err alike"
)
PROBED_LEAST = Constant(
    1.1, "1", "assumed", "minutes planned over the model's own typical ones that no probe takes a raw filling below"
)
ONE_IN_TWENTY = Constant(1.645, "standard deviations", "published", "of a normal distribution")
DEGREES_DOUBT = Constant(10.0, "°C", "assumed", "the same, at the end of cooking between 60 and 80 °C")
PLAN_MARGIN = Constant(
    1.25, "1", "assumed", "minutes planned over the typical forecast for a raw filling, with a probe at the end"
)
PLAN_MARGIN_COOKED = Constant(1.10, "1", "assumed", "the same for a filling that is cooked already and only reheats")
SIDES_TOUCHING = Constant(
    0.6, "share of the sides", "assumed", "of a piece in a ring or flower that its neighbours shut off from the heat"
)
CRUMB_MARGIN = Constant(1.10, "1", "assumed", "the same for a crumb to set")
LATENT_REFERENCE = Constant(2500.9, "kJ/kg at 0 °C", "published", "latent heat of water, with -2.37 kJ/kgK")


# Boundaries of each way of heating: h W/m2K, plates J/m2K, air_vapour kg/m3 (below 0: sealed in steam, nothing dries).


@dataclass(frozen=True)
class Surface:
    """What a piece stands on. h: W/m2K of contact; stores: J/m2K; hot: whether it is in the oven beforehand."""

    label: Message
    h: float
    stores: float
    hot: bool
    note: Message
    source: str = OURS


SURFACES = {
    "tray": Surface(say("a light tray"), 90, 2500, False, say("goes in cold with the pieces")),
    "dark_tray": Surface(say("a dark tray"), 110, 2500, False, say("browns the base sooner")),
    "stone": Surface(say("a hot stone"), 120, 30_000, True, say("heated through beforehand; a crisp base")),
    "steel": Surface(say("a hot steel"), 200, 30_000, True, say("as a stone, and quicker still")),
    "rack": Surface(say("the bare rack"), 0, 0, False, say("air and glow from all sides")),
}


@dataclass(frozen=True)
class Liner:
    """What lies under the pieces. under: as it is laid; stuck: what its sticking asks for, NOTHING for no sticking."""

    label: Message
    under: Message
    stuck: Message


LINERS = {  # what sticks is common practice, no source
    "paper": Liner(say("baking paper"), say("each on a square of baking paper"), NOTHING),
    "leaf": Liner(say("leaves"), say("each on a leaf, shiny side up"), say("peel the leaf off before they are eaten")),
    "oil": Liner(
        say("oil"), say("on an oiled surface"), say("they may stick: wait a minute, then loosen them with a spatula")
    ),
    "bare": Liner(
        say("nothing"),
        say("on the bare surface"),
        say("soft dough sticks here and can tear: flour it or oil it, and loosen them with a spatula"),
    ),
}


@dataclass(frozen=True)
class Shelf:
    """A height in the oven. glow: share of the walls' radiation that reaches the top of a piece."""

    label: Message
    glow: float
    note: Message


SHELVES = {
    "upper": Shelf(say("upper"), 1.2, say("more colour on top")),
    "middle": Shelf(say("middle"), 1.0, say("even")),
    "lower": Shelf(say("lower"), 0.85, say("less colour on top; where a stone or a deep pie belongs")),
}

STEAM_H = Constant(800.0, "W/m2K", "assumed", "condensing steam on a piece's top, half as much below; " + OURS)
OVEN_H = Constant(10.0, "W/m2K", "assumed", "still oven air, about 18 with a fan; " + OURS)
FAN_H = Constant(18.0, "W/m2K", "assumed", "oven air moved by a fan; " + OURS)
LID_H = Constant(8.0, "W/m2K", "assumed", "air under a lid in the oven; " + OURS)
STEAM_PAN_VAPOUR = Constant(0.15, "kg/m3", "assumed", "vapour in the oven's air over a pan of boiling water; " + OURS)
LID_VAPOUR = Constant(0.35, "kg/m3", "assumed", "vapour under a lid in the oven, from the pieces themselves; " + OURS)
STEAM_PAN_MIN = Constant(10.0, "min", "common practice", "a pan of boiling water is taken out for the crust to dry")
PAN_C = {"gentle": 150.0, "high": 180.0}  # °C of the pan's base, assumed
PAN_H = Constant(120.0, "W/m2K", "assumed", "a piece on a pan's base; " + OURS)
PAN_LID_H = Constant(20.0, "W/m2K", "assumed", "moist air under a pan's lid, 5 °C below boiling; " + OURS)
PAN_HEATS_MIN = Constant(3.0, "min", "common practice", "a dry pan on a medium fire before the first pieces")
SEAR_MIN = Constant(3.0, "min", "common practice", "seared before water and lid")
TURN_MIN = Constant(2.5, "min", "common practice", "pieces in a dry pan are turned every 2 to 3 min")
REST_H = {True: 20.0, False: 8.0}  # covered, open; W/m2K, assumed
RECOVERY_MIN = Constant(3.0, "min", "assumed", "time constant in which an opened oven comes back; learned per kitchen")
DROP_C_PER_KG = Constant(20.0, "°C/kg", "assumed", "how far the oven's air falls for a kg put in; learned per kitchen")
DROP_MOST_C = Constant(60.0, "°C", "assumed", "the most it falls")

GENTLE_POWER = Constant(0.6, "share of the hob's net power", "assumed", "a gentle fire under the steamer")
# Steam loses some of its heat to air mixed into it: °C below boiling.
AIR_DEPRESSION = {"high": 1.0, "gentle": 3.0}

# Killing by heat beside the plain target: minutes at 70 °C, z in °C.
LETHAL_C = Constant(70.0, "°C", "published", "UK guidance: 70 °C for 2 min or its equivalents; from memory")
LETHAL_Z = Constant(
    7.5, "°C", "published", "the z at which those equivalents (60 to 80 °C) fall within 15 %; from memory"
)
LETHAL_MIN = Constant(2.0, "min", "published", "UK guidance: minutes at 70 °C; from memory")

# upper limit of the surface °C for each word; ±12 °C
COLOURS = (
    (105.0, "none"),
    (120.0, "pale gold"),
    (150.0, "golden"),
    (175.0, "brown"),
    (185.0, "dark"),
    (math.inf, "burnt"),
)
GOLDEN_FROM = Constant(122.0, "°C", "common practice", "surface at which browning is plain to see on bare dough")
ENRICHED_SUGAR = 3.0  # % sugar from which a bare dough browns as a washed one; assumed
ENRICHED_SOONER = 10.0  # °C, assumed


@dataclass(frozen=True)
class Wash:
    """What is brushed on before the heat. sooner: °C by which it browns before a bare lean dough (assumed); of: the
    pantry's key, "" for nothing."""

    label: Message
    sooner: float
    note: Message
    of: str = ""


WASHES = {
    "none": Wash(say("nothing"), 0.0, say("matt, the palest")),
    "milk": Wash(say("milk"), 8.0, say("soft and even, little shine"), "whole milk"),
    "butter": Wash(say("melted butter"), 5.0, say("soft, a little colour; again when out"), "butter"),
    "egg": Wash(say("egg"), 12.0, say("golden and shiny"), "whole egg"),
    "yolk": Wash(say("egg yolk"), 16.0, say("the deepest colour; darkens first"), "egg yolk"),
}

LEAST_WATER_ML = Constant(150.0, "ml", "assumed", "water that must be left in the pot")
LEAST_WATER_MM = Constant(5.0, "mm", "assumed", "depth that must be left in the pot")
STEAM_LATENT = Constant(2257.0, "kJ/kg", "published", "heat that boils away water at 100 °C: IAPWS-97")
MOST_TOP_UPS = Constant(20, "times", "assumed", "a pot that must be topped up more often is too small for its load")
LEAST_TOP_UP_ML = Constant(1.0, "ml", "assumed", "less than this nobody pours in")
WATER_MARGIN = Constant(1.25, "1", "assumed", "water boiled away over the reckoned amount")
WEAK_HOB_W = Constant(45.0, "W a piece", "assumed", "net power below which a basket heats slowly; a medium bun")

# Gas marks: mark 1 is 275 °F, 25 °F a mark; 1/4 and 1/2 are 225 and 250 °F. Common practice, from memory.
GAS_MARKS = ((107.0, "¼"), (121.0, "½"), *((round((250 + 25 * n - 32) / 1.8, 1), str(n)) for n in range(1, 11)))
FAN_LESS_C = Constant(20.0, "°C", "common practice", "a fan oven is set so much lower")
PREHEAT_HOT_C = Constant(230.0, "°C", "common practice", "from here an oven needs 30 min")
PREHEAT_HOT_MIN = Constant(30.0, "min", "common practice", "to heat a very hot oven through")
PREHEAT_STONE_MIN = Constant(45.0, "min", "common practice", "to heat a stone or steel through")
JUST_SET = Constant(90.0, "°C", "common practice", "crumb has just set: the lower end of 90 to 96 °C")
CRUMB_SET = Constant(92.0, "°C", "common practice", "crumb is set between 90 and 96 °C")
