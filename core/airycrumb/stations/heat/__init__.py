"""Heat through a filled piece while it is steamed, baked and rested."""

from airycrumb.stations.heat.cook import (
    Cook,
    Course,
    Piece,
    browning,
    colour,
    cook,
    lethality,
    reached_resting,
)
from airycrumb.stations.heat.fire import Boundary, steam_temperature
from airycrumb.stations.heat.steamer import SteamWater, steam_water, steam_water_ml
from airycrumb.stations.heat.water import air_pressure, boiling_point

__all__ = [
    "Boundary",
    "Cook",
    "Course",
    "Piece",
    "SteamWater",
    "air_pressure",
    "boiling_point",
    "browning",
    "colour",
    "cook",
    "lethality",
    "reached_resting",
    "steam_temperature",
    "steam_water",
    "steam_water_ml",
]
