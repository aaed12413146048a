"""How dough rises: yeast clock, gas, volume, and a forecast with its doubt."""

from airycrumb.stations.rise.forecast import Forecast, Reading, forecast
from airycrumb.stations.rise.learning import Vigour, learn
from airycrumb.stations.rise.model import Course, Dough, State, simulate, time_constant_h
from airycrumb.stations.rise.surroundings import Air, Leg, Place, cooling, place_of, steady

__all__ = [
    "Air",
    "Course",
    "Dough",
    "Forecast",
    "Leg",
    "Place",
    "Reading",
    "State",
    "Vigour",
    "cooling",
    "forecast",
    "learn",
    "place_of",
    "simulate",
    "steady",
    "time_constant_h",
]
