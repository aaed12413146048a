"""How dough rises: yeast clock, gas, volume, and a forecast with its doubt."""

from airycrumb.rise.forecast import Forecast, Reading, forecast
from airycrumb.rise.learning import Vigour, learn
from airycrumb.rise.model import Course, Dough, Place, State, simulate

__all__ = ["Course", "Dough", "Forecast", "Place", "Reading", "State", "Vigour", "forecast", "learn", "simulate"]
