"""Heat through a filled piece while it is steamed, baked and rested."""

from airycrumb.heat.cook import Cook, Course, Piece, browning, colour, cook, lethality
from airycrumb.heat.fire import Fire, steam_temperature
from airycrumb.heat.steamer import SteamWater, steam_water, steam_water_ml
from airycrumb.heat.water import air_pressure, boiling_point

__all__ = [
    "Cook",
    "Course",
    "Fire",
    "Piece",
    "SteamWater",
    "air_pressure",
    "boiling_point",
    "browning",
    "colour",
    "cook",
    "lethality",
    "steam_temperature",
    "steam_water",
    "steam_water_ml",
]
