"""Closing a dough over a filling: the registry of closings, their geometry, drawings, templates and how pieces fit."""

from airycrumb.stations.enclose.families import (
    disc_diameter,
    disc_thickness,
    gathered_diameter,
    spiral_diameter,
    triangles_from,
)
from airycrumb.stations.enclose.fit import Fit, fit_round, fit_tray
from airycrumb.stations.enclose.registry import CLOSINGS, Closing
from airycrumb.stations.enclose.wrapper import Size, Wrapper, enclose, piece_size, width_of

__all__ = [
    "CLOSINGS",
    "Closing",
    "Fit",
    "Size",
    "Wrapper",
    "disc_diameter",
    "disc_thickness",
    "enclose",
    "fit_round",
    "fit_tray",
    "gathered_diameter",
    "piece_size",
    "spiral_diameter",
    "triangles_from",
    "width_of",
]
