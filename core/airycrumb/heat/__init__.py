"""Heat through a filled piece while it is steamed, baked and rested."""

from airycrumb.heat.cook import Cook, Fire, Piece, colour, cook, spread, steam_temperature, steam_water_ml
from airycrumb.heat.water import air_pressure, boiling_point

__all__ = [
    "Cook",
    "Fire",
    "Piece",
    "air_pressure",
    "boiling_point",
    "colour",
    "cook",
    "spread",
    "steam_temperature",
    "steam_water_ml",
]
