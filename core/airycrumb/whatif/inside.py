"""The inside of one piece through its heat, cell by cell, for a cross-section that can be scrubbed."""

from dataclasses import dataclass

import numpy as np

from airycrumb.stations.heat.shape import mesh
from airycrumb.trays.heating import LoadResult

FRAMES = 41


@dataclass(frozen=True)
class Inside:
    """A piece's temperatures through time. reach: of each cell's outer edge from the centre, as a share of the body,
    from the bottom skin to the centre and on to the top; filling: whether the cell is; minutes: of each frame;
    frames: °C of every cell; mm: of the piece as it meets the heat; heat_ends: min; line_c, hold_min: what the core
    must reach.
    """

    reach: list[float]
    filling: list[bool]
    minutes: list[float]
    frames: list[list[float]]
    width_mm: float
    height_mm: float
    heat_ends: float
    line_c: float
    hold_min: float
    lethal_min: list[float]


def inside(h: LoadResult) -> Inside:
    """The cook of one heat, at evenly spaced moments from going in to the end of the rest."""
    shown = h.shown
    m, at = mesh(shown.body), np.linspace(0, float(shown.minutes[-1]), FRAMES)
    cells = np.stack([np.interp(at, shown.minutes, shown.cells[:, i]) for i in range(shown.cells.shape[1])], axis=1)
    reach = (m.radius + m.thickness / 2) / shown.body.radius
    return Inside(
        reach=reach.round(3).tolist(),
        filling=(m.material == 0).tolist(),
        minutes=at.round(2).tolist(),
        frames=cells.round(1).tolist(),
        width_mm=shown.body.width * 1000,
        height_mm=shown.body.height * 1000,
        heat_ends=shown.heat_ends,
        line_c=h.load.most.line.celsius,
        hold_min=h.load.most.line.hold_min,
        lethal_min=np.interp(at, shown.minutes, np.minimum(shown.lethal_min, 999)).round(2).tolist(),
    )
