"""The inside of one piece through its heat, cell by cell, for a cross-section that can be scrubbed."""

from dataclasses import dataclass

import numpy as np

from airycrumb.trays.heating import LoadResult

FRAMES = 41


@dataclass(frozen=True)
class Inside:
    """A piece's temperatures through time. cells: outline of each in the right half of the section, mm, x and y in
    turn, y downwards from the middle; filling: whether it is; rim: the filling's edge, as x and y in turn; looked_at:
    the cells of top skin, coldest place and lower skin at the end of the heat; minutes: of each frame; frames: °C of
    every cell; top, coldest, base: °C; heat_ends: min; line_c, hold_min: what the core must reach.
    """

    cells: list[list[float]]
    filling: list[bool]
    rim: list[float]
    looked_at: list[int]
    minutes: list[float]
    frames: list[list[float]]
    top: list[float]
    coldest: list[float]
    base: list[float]
    width_mm: float
    height_mm: float
    heat_ends: float
    line_c: float
    hold_min: float
    lethal_min: list[float]


def _outlines(corners: np.ndarray) -> list[list[float]]:
    """The four corners of each cell, sector by sector, mm."""
    at = 1000 * corners * np.array((1.0, -1.0))
    rings = (at[:-1, :-1], at[:-1, 1:], at[1:, 1:], at[1:, :-1])
    return np.concatenate(rings, axis=-1).reshape(-1, 8).round(2).tolist()


def inside(h: LoadResult) -> Inside:
    """The cook of one heat, at evenly spaced moments from going in to the end of the rest."""
    shown, at = h.shown, np.linspace(0, float(h.shown.minutes[-1]), FRAMES)
    m = shown.mesh
    flat = shown.cells.reshape(len(shown.minutes), -1)
    through = lambda values: np.interp(at, shown.minutes, values)
    frames = np.stack([through(flat[:, i]) for i in range(flat.shape[1])], axis=1)
    filled, layers = (m.filling > 0.5).ravel(), m.filling.shape[1]
    last = flat[int(np.argmin(np.abs(shown.minutes - shown.heat_ends)))]
    inner = np.where(filled, last, np.inf) if filled.any() else last
    return Inside(
        cells=_outlines(m.corners),
        filling=filled.tolist(),
        rim=(1000 * m.rim * np.array((1.0, -1.0))).round(2).ravel().tolist(),
        looked_at=[layers * int(np.argmax(m.seen > 0)) + layers - 1, int(np.argmin(inner)), len(last) - 1],
        minutes=at.round(2).tolist(),
        frames=frames.round(1).tolist(),
        top=through(shown.skin).round(1).tolist(),
        coldest=through(shown.core).round(1).tolist(),
        base=through(shown.base).round(1).tolist(),
        width_mm=2000 * shown.body.half_width,
        height_mm=2000 * shown.body.half_height,
        heat_ends=shown.heat_ends,
        line_c=h.load.most.line.celsius,
        hold_min=h.load.most.line.hold_min,
        lethal_min=through(np.minimum(shown.lethal_min, 999)).round(2).tolist(),
    )
