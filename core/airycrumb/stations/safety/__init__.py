"""Safety: how hot, how long warm, how long kept, and the usual cautions, next to the step they belong to. All of it
defers to local rules and a thermometer.
"""

from airycrumb.stations.safety.cautions import Allergens, Caution, HeatHazard, Stuffing, allergens, cautions
from airycrumb.stations.safety.lines import RAW_KINDS, CoreLine, core_line, is_perishable, is_raw

__all__ = [
    "RAW_KINDS",
    "Allergens",
    "Caution",
    "CoreLine",
    "HeatHazard",
    "Stuffing",
    "allergens",
    "cautions",
    "core_line",
    "is_perishable",
    "is_raw",
]
