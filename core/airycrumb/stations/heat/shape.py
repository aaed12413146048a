"""A piece cut through, as the cells it is cooked as: the section of the sheet's own body, in coordinates that keep
right angles (`conformal`), so that heat between neighbouring cells flows straight through their common face and the
skin lies in thin layers.
"""

import math
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

import numpy as np
from numpy.typing import NDArray

from airycrumb.data.shapes import OPEN_WALLS
from airycrumb.outline import Solid, Walls
from airycrumb.stations.heat.conformal import Map, of_section
from airycrumb.stations.heat.water import Array

LAYERS, SECTORS = 12, 8  # from the middle out to the skin; from the axis to the rim, above and below
SKIN_LAYER_M = 0.0002  # thickness of the outermost layer over the middle
SAMPLES = 4  # points across each cell, both ways, at which it is asked whether it is filling
RIM_POINTS = 49


def plan_power(s: Solid) -> float:
    """m of the plan metric x^(m-1): 2 for a round, nearer 1 the longer a piece is and the less its ends count."""
    return 1 + (s.half_width / s.half_length) ** 2


@dataclass(frozen=True)
class Mesh:
    """Cells [sector, layer]: sectors from the axis over the top to the rim and below back to the axis, layers from the
    middle out.

    volume m3; filling: share of each cell; inwards, outwards: from its centre of volume to its edges in u; turn: dv of
    each sector; out: faces between a layer and the next, the last at the skin, and middle: between above and below,
    both as weight x dv [m]; round: faces between a sector and the next, as weight x du [m]; skin: m2 of each sector;
    touching: share of it on what the piece stands on, (2, sectors) as it lies and turned over; on_axis: by what share
    of the step to the next sector the axis is colder than its own; corners: (sectors + 1, layers + 1, 2) m, x from the
    axis and z from the middle of its height; rim: (n, 2) m, the edge of the filling from the axis back to it, empty
    where it lies all through the dough or there is none.
    """

    volume: Array
    filling: Array
    inwards: Array
    outwards: Array
    turn: float
    out: Array
    middle: Array
    round: Array
    skin: Array
    touching: Array
    on_axis: float
    corners: Array
    rim: Array

    @property
    def ways_of_heat(self) -> tuple[Any, ...]:
        """What heat passes through, in the order the march takes it."""
        faces = (self.out, self.middle, self.round, self.skin, self.touching)
        return (self.seen, self.inwards, self.outwards, self.turn, self.on_axis, *faces)

    @property
    def seen(self) -> Array:
        """Share of each sector in the dough that is looked at from above for its colour.

        Not the one at the rim: it faces sideways.
        """
        above = np.arange(len(self.skin)) < len(self.skin) // 2 - 1
        dough = np.where(above & (self.filling[:, -1] < 0.5), self.skin, 0.0)
        return dough / dough.sum() if dough.any() else np.where(above, 1 / above.sum(), 0.0)


def _levels(s: Solid, over: Map) -> Array:
    """u of the layers' edges: thin at the skin, growing by a constant factor inwards, measured up the axis."""
    up_axis = np.linspace(0, over.skin, 400)
    heights = s.half_width * over.at(up_axis, np.array([math.pi / 2]))[1][0]
    heights -= heights[0]
    deep = float(heights[-1])
    first = min(SKIN_LAYER_M, deep / LAYERS)
    low, high = 1.0, 6.0
    for _ in range(60):
        q = (low + high) / 2
        reached = first * LAYERS if q == 1 else first * (q**LAYERS - 1) / (q - 1)
        low, high = (q, high) if reached < deep else (low, q)
    thick = first * q ** np.arange(LAYERS)
    wanted = np.concatenate(([0.0], np.cumsum(thick[::-1])))
    return np.interp(wanted * deep / wanted[-1], heights, up_axis)


@dataclass(frozen=True)
class _Filling:
    """The filling of a section: how far out points lie of it, 1 at its edge, and the edge itself."""

    out: Array
    rim: Array


def _of_closed(s: Solid, share: float, walls: Walls, x: Array, z: Array) -> _Filling:
    inner = s.filling(share, walls)
    edge = inner.section(2 * RIM_POINTS - 2)
    right = edge[edge[:, 0] >= -1e-9]
    return _Filling(inner.how_far_out(x, z), right[np.argsort(-np.arctan2(right[:, 1], right[:, 0]))])


def _of_open(s: Solid, share: float, walls_share: float, x: Array, z: Array) -> _Filling:
    """Level from the open top down between the walls."""
    inner, bottom = s.well(share, walls_share)
    wall = inner.half_width
    high = float(s.top(np.array(wall / s.half_width)))
    deep = (s.half_height - z) / max(s.half_height - bottom, 1e-9)
    rim = np.array([(0.0, bottom), (wall, bottom), (wall, high)])
    return _Filling(np.maximum(x / wall, deep), rim)


def _shared(out: Array) -> Array:
    """Share of each point that is filling: a point stands for all as far as half way to the next."""
    step = np.maximum(np.abs(np.gradient(out, axis=1)), np.abs(np.gradient(out, axis=0)))
    return np.clip(0.5 + (1 - out) / np.maximum(step, 1e-9), 0, 1)


@lru_cache(maxsize=256)
def mesh(s: Solid, share: float, kind: str, mixed: bool, sides_shut: float = 0.0, walls: Walls = "heaped") -> Mesh:
    """The cells of a body, in m, with so much of its volume filling, in the place where the closed shape `kind` holds
    it.

    sides_shut: share of what faces sideways that neighbours shut off; walls: how thick the dough is over the filling of
    a closed piece.
    """
    over, a, power = of_section(s), s.half_width, plan_power(s) - 1
    u = _levels(s, over)
    v = np.linspace(math.pi / 2, -math.pi / 2, 2 * SECTORS + 1)
    turn, step = math.pi / (2 * SECTORS), np.diff(u)
    inner = (np.arange(SAMPLES) + 0.5) / SAMPLES
    us = (u[:-1, None] + step[:, None] * inner).ravel()
    vs = (v[:-1, None] - turn * inner).ravel()
    x, z = over.at(us, vs)
    squared = (a * over.stretch(us, vs)) ** 2
    bare = np.maximum(x, 0) ** power * squared * np.repeat(step, SAMPLES) / SAMPLES * turn / SAMPLES
    scale = s.volume / bare.sum()
    weight = bare * scale
    cells = lambda points: points.reshape(2 * SECTORS, SAMPLES, LAYERS, SAMPLES).sum(axis=(1, 3))
    volume = cells(weight)
    filled, rim = np.full_like(weight, share), np.empty((0, 2))
    if not mixed and share > 0:
        at = (a * x, a * z + s.widest)
        found = _of_open(s, share, OPEN_WALLS[kind], *at) if kind in OPEN_WALLS else _of_closed(s, share, walls, *at)
        filled, rim = _shared(found.out), found.rim
    metric = lambda uu, vv: scale * np.maximum(over.at(uu, vv)[0], 0) ** power
    in_sector = lambda points: points.reshape(2 * SECTORS, SAMPLES, -1)
    whole, sideways = (in_sector(points)[..., 0] for points in _skin(over, a, metric, vs))
    sides = metric(us, v[1:-1]).reshape(2 * SECTORS - 1, LAYERS, SAMPLES).mean(axis=2) * step
    centre = cells(weight * us) / volume
    return Mesh(
        volume=volume,
        filling=cells(weight * filled) / volume,
        inwards=centre - u[:-1],
        outwards=u[1:] - centre,
        turn=turn,
        out=in_sector(metric(u[1:], vs)).mean(axis=1) * turn,
        middle=in_sector(metric(np.zeros(1), vs)).mean(axis=1)[:SECTORS, 0] * turn,
        round=sides,
        skin=(whole * (1 - sides_shut * sideways)).sum(axis=1),
        touching=_touching(whole.sum(axis=1), s.facing_down),
        on_axis=_on_axis(power + 1),
        corners=a * np.stack(over.at(u, v), axis=-1) + (0.0, s.widest),
        rim=rim,
    )


def _skin(over: Map, a: float, metric: Any, vs: Array) -> tuple[Array, Array]:
    """m2 of the skin at each point on it, and how much it faces sideways there: across over the whole of its normal."""
    skin = np.array([over.skin])
    area = metric(skin, vs) * a * over.stretch(skin, vs) * math.pi / (2 * SECTORS) / SAMPLES
    nudge = 1e-4
    (x0, z0), (x1, z1) = over.at(skin, vs - nudge), over.at(skin, vs + nudge)
    return area, np.abs(z1 - z0) / np.hypot(x1 - x0, z1 - z0)


def _on_axis(m: float) -> float:
    """By what share of the step to the next sector the axis is colder than the mean of its own, where x weighs as
    x^(m-1): twice what a parabola says (1/4 in a round, 1/6 at any length), since a filling that dries from its rim
    inwards is nearer to a cone.
    """
    return 2 / ((2 ** (m + 2) - 1) / (2**m - 1) - 1)


def _touching(skin: Array, facing_down: float) -> NDArray[np.float64]:
    """Share of each sector's skin that touches, as it lies and turned over: from the axis below, and from the axis
    above, outwards, until so much of the whole does."""
    turned = _from_the_axis(skin, facing_down)
    return np.stack((_from_the_axis(skin[::-1], facing_down)[::-1], turned))


def _from_the_axis(skin: Array, share: float) -> NDArray[np.float64]:
    """Share of each sector of the first half that is taken until so much of all of the skin is."""
    upto = np.clip(share * skin.sum() - np.concatenate(([0.0], np.cumsum(skin)[:-1])), 0, skin) / skin
    upto[len(skin) // 2 :] = 0.0
    return upto
