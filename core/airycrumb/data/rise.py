"""Constants of the rise model (docs/models/rise.md). Assumed values are shown to the cook as doubt."""

from airycrumb.data.record import Constant
from airycrumb.words import say

OURS = "Airy Crumb rise model, fitted by hand to times that are common practice; no measured curve behind it"

T_MIN = Constant(-1.0, "°C", "assumed", OURS)
T_OPT = Constant(36.0, "°C", "assumed", OURS)
T_MAX = Constant(46.0, "°C", "assumed", OURS)
T_REFERENCE = Constant(27.0, "°C", "assumed", "temperature at which one hour of clock is one hour of yeast time")
WAKE_HOURS = Constant(0.34, "h of yeast time", "assumed", OURS)
GROWTH = Constant(0.036, "% of flour per h of yeast time", "assumed", OURS)
GROWTH_HALF = Constant(0.108, "% of flour", "assumed", OURS)
RATE = Constant(1.10, "mL gas at 25 °C per mL dough and h", "assumed", OURS)
YEAST_POWER = Constant(0.92, "1", "assumed", OURS)
OSMOTIC_HALF = Constant(
    value=6.8, unit="g salt equivalent per 100 g water", kind="assumed", source=OURS, low=0, high=40
)
HEAT_OF_GAS = Constant(0.5, "°C per mL/mL", "assumed", OURS)
DISSOLVED_25 = Constant(
    value=1.87,
    unit="mL/mL at 0 °C intercept",
    kind="from memory",
    source="solubility of CO2 in water, Henry's law (Sander 2015 compilation)",
    low=0,
    high=45,
)
DISSOLVED_SLOPE = Constant(
    value=0.0325, unit="1/K", kind="from memory", source="temperature slope of the same", low=0, high=45
)
AIR_MIXED_IN = Constant(0.10, "mL air per mL dough", "assumed", OURS)
HEAT_CAPACITY = Constant(2800.0, "J/kgK", "from memory", "bread dough, handbook range 2500-3000")
DIFFUSIVITY = Constant(1.4e-7, "m2/s", "from memory", "bread dough, handbook range 1.2-1.6e-7")
FILM_BOWL = Constant(7.0, "W/m2K", "assumed", "still room air over a covered bowl")
FILM_PIECE = Constant(9.0, "W/m2K", "assumed", "still room air over a bare piece")
VIGOUR_SPREAD = Constant(
    0.36,
    "ln units",
    "assumed",
    "how much kitchens differ before any bake; its bands held best of those tried (scripts.learning)",
)
BAKE_SPREAD = Constant(
    0.17,
    "ln units",
    "assumed",
    "how much bakes in one kitchen differ; of those tried, its bands held best (scripts.learning)",
)
KEPT_BY_SHAPING = Constant(0.29, "share of bubble gas", "assumed", OURS)
START_DOUBT_PREDICTED = Constant(1.5, "°C", "assumed", "standard deviation of a predicted dough temperature")
START_DOUBT_MEASURED = Constant(0.5, "°C", "assumed", "standard deviation of a kitchen thermometer")
ROOM_DOUBT = Constant(1.0, "°C", "assumed", "standard deviation of a room's warmth through a rise")

COLD_FROM = Constant(10.0, "°C", "assumed", "air below which a rise counts as cold, and its time as less sure")
COLD_DOUBT = Constant(
    0.25, "ln units", "assumed", "standard deviation of a cold dough's rate: its times are good to x/÷ 1.5"
)

# Outside these the model has never been checked: leaving one is a finding on the sheet.
PAST_BEST = Constant(1.4, "1", "assumed", "share of the growth asked for from which a dough is past its best")
PRESS_SPREAD = Constant(0.06, "ln minutes", "assumed", "how near to its moment a size is marked that is watched for")
PRESSED_LATE = Constant(0.6, "share", "assumed", "of presses made some time after it was ready, when somebody came by")
PRESSED_EARLY = Constant(0.15, "1", "assumed", "presses before it was ready, over those as long after")
ANY_TIME_SPREAD = Constant(0.5, "ln minutes", "assumed", "how long after")
OSMOTOLERANT = Constant(1.5, "1", "assumed", "half-point of a yeast bred for sweet doughs over that of an ordinary one")
VALID = {
    "yeast": (0.05, 5.0),
    "hydration": (45.0, 90.0),
    "salt": (0.0, 3.5),
    "sugar": (0.0, 30.0),
    "fat": (0.0, 40.0),
    "air": (2.0, 42.0),
    "pressure": (68.0, 105.0),
}
VALID_NAMES = {
    "yeast": say("Yeast on the flour"),
    "hydration": say("Hydration"),
    "salt": say("Salt on the flour"),
    "sugar": say("Sugar on the flour"),
    "fat": say("Fat on the flour"),
    "air": say("The air round the dough"),
    "pressure": say("The air's pressure against that at the sea"),
}
