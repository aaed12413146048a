"""The filling as a formula of its own: what its steps leave of it, its juice, how stiff it is, and how it cools."""

from airycrumb.stations.filling.cooling import Cooling, cooling
from airycrumb.stations.filling.moisture import Binder, Moisture, Stiffness, juice_of, moisture, stiffness, weeping
from airycrumb.stations.filling.yields import Left, Worked, through

__all__ = [
    "Binder",
    "Cooling",
    "Left",
    "Moisture",
    "Stiffness",
    "Worked",
    "cooling",
    "juice_of",
    "moisture",
    "stiffness",
    "through",
    "weeping",
]
