"""What runs out of a filling, what binds it, and how it cools. Assumed unless said: no table has them as a cook needs
them.
"""

from airycrumb.data.record import Constant
from airycrumb.words import Message, say

# Share of an item's own water that comes out as juice, by its kind: (raw, cooked).
WEEPS: dict[str, tuple[float, float]] = {
    "vegetable": (0.35, 0.10),
    "fruit": (0.30, 0.30),
    "ground meat": (0.15, 0.05),
    "cooked meat": (0.04, 0.04),
    "fish": (0.18, 0.06),
    "cooked fish": (0.06, 0.06),
    "poultry": (0.12, 0.05),
    "dairy": (0.45, 0.45),
    "sauce": (0.40, 0.40),
    "liquid": (1.0, 1.0),
    "egg": (0.0, 0.0),
}
WET_CHEESE = Constant(55.0, "% water", "common practice", "low-moisture cheese, not wet: above this it weeps")
CHEESE_WEEPS = Constant(0.12, "share of its water", "assumed", "a wet cheese as it melts")
# g of water one g of it takes up and keeps when hot
HOLDS: dict[str, float] = {"starch": 12.0, "flour": 6.0, "egg": 1.0, "seed": 0.2, "nut": 0.1, "improver": 1.0}
HOLDS_BY_NAME: dict[str, float] = {
    "breadcrumb": 2.0,
    "oats": 1.5,
    "potato flakes": 4.0,
    "dried mushroom": 3.0,
    "sun-dried tomato": 0.5,
    "raisin": 0.4,
    "flax seed": 4.0,
}
# Binders offered: (pantry key, g of water a gram binds, what it is). Common practice: about 4 % starch makes a sauce,
# 8 % one that stays put.
BINDERS = (
    ("starch", 12.0, say("stirred in cold, thickens as it heats")),
    ("all-purpose flour", 6.0, say("cooked into the juice")),
    ("breadcrumb", 2.0, say("blended fine, takes up juice cold")),
)
# Treatments: share of the juice that is left, and whether what is gone leaves the filling's mass.
TREATMENTS: dict[str, tuple[Message, float, bool]] = {
    "drained": (say("drained in a sieve"), 0.70, True),
    "squeezed": (say("salted and squeezed"), 0.35, True),
    "cooked_down": (say("cooked down until it no longer runs"), 0.40, True),
    "dried_overnight": (say("washed leaves dried overnight"), 0.60, True),
    "chilled": (say("chilled until stiff"), 1.0, False),
}
DRY_BELOW, MOIST_BELOW = 4.0, 10.0  # g of juice in 100 g
# g of juice in 100 g a piece bears, by how it is closed and heated
BEARS = {
    "sealed": Constant(10.0, "g in 100 g", "assumed", "sealed and steamed or baked: more goes into the crumb"),
    "open": Constant(16.0, "g in 100 g", "assumed", "open to the oven: it dries as it bakes"),
    "mixed": Constant(5.0, "g in 100 g", "assumed", "against the dough on all sides: rolled up, braided, kneaded in"),
}
OPEN = ("boat", "well", "pulled_pie")
MIXED = ("layered", "braid", "kneaded_in", "crescent")
MIXED_THROUGH = ("layered", "kneaded_in")  # filling in every part of the piece
WEEP_HALF_MIN = Constant(20.0, "min", "assumed", "salted raw vegetables give half their juice")

CONDUCTIVITY = Constant(0.45, "W/mK", "from memory", "moist filling, Choi-Okos form at 80 % water")
HEAT_CAPACITY = Constant(3600.0, "J/kgK", "from memory", "moist filling")
HOT_C = Constant(85.0, "°C", "common practice", "a filling off the hob")
STEAMING_H = Constant(25.0, "W/m2K", "assumed", "still air over a steaming surface, evaporation counted in")
COOL_H = Constant(10.0, "W/m2K", "from memory", "still air, free convection and radiation")
FRIDGE_C = Constant(4.0, "°C", "common practice", "a fridge")
INTO_FRIDGE_C = Constant(30.0, "°C", "common practice", "no longer steaming: it may go into the fridge")
TRAY_CM2 = Constant(700.0, "cm2", "assumed", "a shallow tray or two plates")
BOX_CM2 = Constant(220.0, "cm2", "assumed", "a covered box of about 15 by 15 cm")
BOX_DEEP_MM = Constant(60.0, "mm", "assumed", "a covered box is filled no deeper: what is over goes into another")
