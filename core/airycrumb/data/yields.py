"""What the steps of a filling do to its mass: constants of the laws in stations.filling.yields.

Kept water and fat per gram of protein are read off cooked rows of USDA SR28: ground beef of 70 to 95 % lean,
pan-browned crumbles (NDB 13494 to 23580), chicken breast and thigh roasted and stewed (05064 to 05099), cod and halibut
by dry heat (15016, 15037), bacon (10860, 10862). What was not used to read them checks them, in
tests/reference/test_yields.py.
"""

from dataclasses import dataclass

from airycrumb.data.record import Constant


@dataclass(frozen=True)
class Meat:
    """What stays in meat that is cooked through."""

    #: g of water per g of protein at most; or a share of the water it had
    water: Constant
    #: g of fat per g of protein at most, approached as there is more of it
    fat: Constant


SR28 = "USDA SR28, cooked rows against raw ones"
MEATS: dict[str, Meat] = {
    "ground meat": Meat(Constant(2.12, "g/g", "published", SR28), Constant(0.76, "g/g", "published", SR28)),
    "poultry": Meat(Constant(2.35, "g/g", "published", SR28), Constant(0.76, "g/g", "published", SR28)),
    "fish": Meat(Constant(0.77, "share", "published", SR28), Constant(1.0, "g/g", "published", SR28)),
}
FAT_BEND = Constant(0.62, "g/g", "published", "USDA SR28: fat kept over fat there was, ground beef of 3 to 30 % fat")
CRISP = Meat(
    Constant(0.6, "g/g", "published", "USDA SR28, bacon baked and pan-fried"),
    Constant(1.12, "g/g", "published", "USDA SR28, bacon baked and pan-fried"),
)
# Mass of what is boiled soft or soaked over its mass dry
BOILED = {
    "pulse": Constant(2.5, "times", "published", "USDA SR28: dry over boiled protein, beans"),
    "grain": Constant(2.9, "times", "published", "USDA SR28: dry over boiled protein, rice and grains"),
}
SOAKED = {
    "pulse": Constant(2.1, "times", "common practice", "no source: beans double overnight"),
    "grain": Constant(1.35, "times", "common practice", "no source: rice soaked before it is cooked"),
    "vegetable": Constant(5.0, "times", "common practice", "no source: dried mushrooms, 5 to 6 times"),
    "fruit": Constant(1.4, "times", "common practice", "no source: raisins plumped"),
    "nut": Constant(1.3, "times", "common practice", "no source: nuts overnight"),
}
DRY = Constant(32.0, "% water", "common practice", "no source: below this a food is dried and takes up water")
SWELLS_IN = Constant(45.0, "min", "assumed", "a soak takes up half of what it can in this time")
# Mass over that before
LEAVES = Constant(
    0.5, "times", "common practice", "no source: a kilo of spinach is half a kilo once wilted and pressed"
)
WILTED = Constant(0.8, "times", "assumed", "other vegetables wilted")
LEAFY = Constant(0.4, "g/mL", "assumed", "raw vegetables that measure lighter than this are leaves")
# Evaporation from an open pan
FLAME_W = Constant(450.0, "W", "assumed", "what a medium flame gives a wide pan")
SIMMER_W = Constant(300.0, "W", "assumed", "what a low flame gives an open pan")
RELEASES = Constant(
    0.03, "share/min", "assumed", "of its own water, that a vegetable gives up while it fries or simmers"
)
LATENT = Constant(2260.0, "J/g", "from memory", "water boiling at 100 °C")
COOKS_FROM = Constant(3.0, "min", "assumed", "shorter on the fire, a food is taken to be as raw as it was")
FROM_C, BOILS_C = 15.0, 100.0
MOST_DRIED = Constant(0.85, "share", "assumed", "of its water, before it sticks and burns")
ROASTED = Constant(0.006, "share/min", "assumed", "of the water that vegetables lose in a hot oven")
# Share of the change in mass that may be wrong, as a standard deviation; of meat, as the table of test_yields has it
DOUBT = {"meat": 0.22, "evaporation": 0.25, "wilt": 0.2, "soak": 0.15, "boil": 0.08, "juice": 0.3}
