"""A piece cut through, as the cells it is cooked as: an ellipse in its own confocal coordinates.

Confocal ellipses and hyperbolas meet at right angles everywhere, so heat between neighbouring cells flows straight
through their common face: no conductance is ever negative, however flat the piece, and its skin lies in thin layers.
"""

import math
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

import numpy as np
from numpy.typing import NDArray

from airycrumb.data.shapes import OPEN_WALLS, SHAPES
from airycrumb.stations.heat.water import Array

LAYERS, SECTORS = 12, 8  # from the middle out to the skin; from the axis to the rim, above and below
SKIN_LAYER_M = 0.0002  # thickness of the outermost layer over the middle
SAMPLES = 4  # points across each cell, both ways, at which it is asked whether it is filling
ROUNDEST = 0.9995  # height over width beyond which a section counts as this round: a circle has no two foci
ROUND = 1.99  # plan power of a piece as long as it is wide, whose section weighs as the whole of it does
FAR = 10.0  # m: behind every point of a piece


@dataclass(frozen=True)
class Body:
    """A piece as a half section: half-axes a across, b up and l along, m; volume m3; facing_down: share of its surface
    that touches what it stands on. The height is the piece's own; the rest is that of an ellipsoid as large.
    """

    half_width: float
    half_height: float
    half_length: float
    volume: float
    facing_down: float

    @property
    def plan_power(self) -> float:
        """m of the plan metric x^(m-1): 2 for a round, nearer 1 the longer a piece is and the less its ends count."""
        return 1 + (self.half_width / self.half_length) ** 2


def body(shape: str, dough_m3: float, filling_m3: float, lies: tuple[float, float] | None = None) -> Body:
    """The proofed piece of a closed shape, by its usual proportions or others: width and length over height."""
    *usual, fullness, down = SHAPES[shape]
    width_ratio, length_ratio = lies or usual
    volume = dough_m3 + filling_m3
    height = (volume / (fullness * width_ratio * length_ratio)) ** (1 / 3)
    return sized(volume, height, width_ratio * height, length_ratio * height, down)


def sized(volume: float, height: float, width: float, length: float, facing_down: float) -> Body:
    """A piece of this volume, as high and in these proportions in plan. m, m3."""
    half = height / 2
    plan = volume / (4 / 3 * math.pi * half)
    across = max(math.sqrt(plan * min(width / length, 1.0)), half / ROUNDEST)
    return Body(
        half_width=across,
        half_height=half,
        half_length=max(plan / across, across),
        volume=volume,
        facing_down=facing_down,
    )


@dataclass(frozen=True)
class Mesh:
    """Cells [sector, layer]: sectors from the axis over the top to the rim and below back to the axis, layers from the
    middle out.

    volume m3; filling: share of each cell; inwards, outwards: from its centre of volume to its edges in u; turn: dv of
    each sector; out: faces between a layer and the next, the last at the skin, and middle: between above and below,
    both as weight x dv [m]; round: faces between a sector and the next, as weight x du [m]; skin: m2 of each sector;
    touching: share of it on what the piece stands on; on_axis: by what share of the step to the next sector the axis is
    colder than its own; corners: (sectors + 1, layers + 1, 2) m, x from the axis and z
    from the middle; rim: (n, 2) m, the edge of the filling from the axis back to it, empty where it lies all through
    the dough or there is none.
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

        Not the one at the rim: an ellipse is sharper there than any dough.
        """
        above = np.arange(len(self.skin)) < len(self.skin) // 2 - 1
        dough = np.where(above & (self.filling[:, -1] < 0.5), self.skin, 0.0)
        return dough / dough.sum() if dough.any() else np.where(above, 1 / above.sum(), 0.0)


def _levels(b: Body, focus: float) -> Array:
    """u of the layers' edges: thin at the skin, growing by a constant factor inwards."""
    first = min(SKIN_LAYER_M, b.half_height / LAYERS)
    low, high = 1.0, 6.0
    for _ in range(60):
        q = (low + high) / 2
        deep = first * LAYERS if q == 1 else first * (q**LAYERS - 1) / (q - 1)
        low, high = (q, high) if deep < b.half_height else (low, q)
    thick = first * q ** np.arange(LAYERS)
    heights = np.concatenate(([0.0], np.cumsum(thick[::-1])))
    return np.arcsinh(heights * b.half_height / heights[-1] / focus)


def _order(kind: str, b: Body, x: Array, z: Array) -> Array:
    """The order in which points of the section are filled: the lowest first, until the filling's volume is reached."""
    if kind in OPEN_WALLS:
        # From the open top down between the walls; what is more than that stands on them.
        return np.where(x < b.half_width * (1 - 2 * OPEN_WALLS[kind]), -z, FAR - z)
    # In a closed piece the filling is alike in all three directions.
    return np.hypot(x / b.half_width, z / b.half_height)


def _rim(kind: str, b: Body, last: float) -> Array:
    """The edge of a filling whose last point in order is this one."""
    if kind in OPEN_WALLS:
        deep, wall = -min(last, b.half_height), b.half_width * (1 - 2 * OPEN_WALLS[kind])
        high = b.half_height * math.sqrt(max(1 - (wall / b.half_width) ** 2, 0))
        return np.array([(0.0, deep), (wall, deep), (wall, high)])
    at = np.linspace(math.pi / 2, -math.pi / 2, 25)
    return np.column_stack((last * b.half_width * np.cos(at), last * b.half_height * np.sin(at)))


def _in_the_section(kind: str, b: Body, share: float, order: Array, weight: Array) -> float:
    """Share of the section that is filling where it is `share` of the whole piece: more in the middle of a long one.

    In a closed piece the filling is alike in all directions: its rim lies at the cube root of its share, of which a
    section weighs the power m + 1. In an open one it is level, and its walls go round the ends too.
    """
    if kind not in OPEN_WALLS:
        return float(share ** ((b.plan_power + 1) / 3))
    if b.plan_power > ROUND:
        return share
    deep = _depth(share, 1 - 2 * OPEN_WALLS[kind])
    if deep is None:
        return share
    return float(weight[order <= -deep * b.half_height].sum() / weight.sum())


def _depth(share: float, reach: float) -> float | None:
    """Height of the bottom of a level filling, -1 to 1 of the half height, inside walls that leave so much of the plan;
    None where that holds less. The volume above z within a cylinder of an ellipsoid, by the trapezium rule.
    """
    r = np.linspace(0, reach, 60)
    top = np.sqrt(1 - r**2)
    levels = np.linspace(1, -1, 200)
    column = np.maximum(0, top - np.maximum(levels[:, None], -top))
    held = np.trapezoid(column * 2 * r, r, axis=1) * 0.75
    return float(np.interp(share, held, levels)) if held[-1] > share else None


def _filled(share: float, order: Array, weight: Array) -> tuple[Array, float]:
    """Share of each point that is filling, in their order until `share` of all the weight; and the last one's place."""
    flat = np.argsort(order, axis=None, kind="stable")
    before = np.cumsum(weight.ravel()[flat])
    wanted = share * before[-1]
    part = np.clip((wanted - (before - weight.ravel()[flat])) / weight.ravel()[flat], 0, 1)
    taken = np.empty_like(part)
    taken[flat] = part
    last = flat[min(int(np.searchsorted(before, wanted)), len(flat) - 1)]
    return taken.reshape(weight.shape), float(order.ravel()[last])


@lru_cache(maxsize=256)
def mesh(b: Body, share: float, kind: str, mixed: bool, sides_shut: float = 0.0) -> Mesh:
    """The cells of a body with so much of its volume filling, in the place where the closed shape `kind` holds it.

    sides_shut: share of what faces sideways that neighbours shut off.
    """
    focus = math.sqrt(b.half_width**2 - b.half_height**2)
    u, power = _levels(b, focus), b.plan_power - 1
    v = np.linspace(math.pi / 2, -math.pi / 2, 2 * SECTORS + 1)
    turn, step = math.pi / (2 * SECTORS), np.diff(u)
    inner = (np.arange(SAMPLES) + 0.5) / SAMPLES
    us = (u[:-1, None] + step[:, None] * inner).ravel()
    vs = (v[:-1, None] - turn * inner).ravel()
    x, z = focus * np.cosh(us) * np.cos(vs)[:, None], focus * np.sinh(us) * np.sin(vs)[:, None]
    squared = focus**2 * (np.sinh(us) ** 2 + np.sin(vs)[:, None] ** 2)
    bare = (x / b.half_width) ** power * squared * np.repeat(step, SAMPLES) / SAMPLES * turn / SAMPLES
    scale = b.volume / bare.sum()
    weight = bare * scale
    cells = lambda points: points.reshape(2 * SECTORS, SAMPLES, LAYERS, SAMPLES).sum(axis=(1, 3))
    volume = cells(weight)
    centre = cells(weight * us) / volume
    filled, rim = np.full_like(weight, share), np.empty((0, 2))
    if not mixed and share > 0:
        order = _order(kind, b, x, z)
        filled, last = _filled(_in_the_section(kind, b, share, order, weight), order, weight)
        rim = _rim(kind, b, last)
    metric = lambda uu, vv: scale * (np.maximum(focus * np.cosh(uu) * np.cos(vv), 0) / b.half_width) ** power
    across = vs.reshape(2 * SECTORS, SAMPLES)
    out = np.stack([metric(edge, across).mean(axis=1) * turn for edge in u[1:]], axis=1)
    skin = metric(u[-1], across) * focus * np.sqrt(np.sinh(u[-1]) ** 2 + np.sin(across) ** 2) * turn / SAMPLES
    whole_skin = skin.sum(axis=1)
    # How much a point of the skin faces sideways: across over the whole of its normal.
    sideways = np.abs(np.sinh(u[-1]) * np.cos(across)) / np.hypot(
        np.sinh(u[-1]) * np.cos(across), np.cosh(u[-1]) * np.sin(across)
    )
    open_skin = (skin * (1 - sides_shut * sideways)).sum(axis=1)
    along = us.reshape(LAYERS, SAMPLES)
    sides = np.stack([metric(along, edge).mean(axis=1) * step for edge in v[1:-1]])
    return Mesh(
        volume=volume,
        filling=cells(weight * filled) / volume,
        inwards=centre - u[:-1],
        outwards=u[1:] - centre,
        turn=turn,
        out=out,
        middle=metric(0.0, across).mean(axis=1)[:SECTORS] * turn,
        round=sides,
        skin=open_skin,
        touching=_touching(whole_skin, b.facing_down),
        on_axis=_on_axis(b.plan_power),
        corners=np.stack((focus * np.cosh(u) * np.cos(v)[:, None], focus * np.sinh(u) * np.sin(v)[:, None]), axis=-1),
        rim=rim,
    )


def _on_axis(m: float) -> float:
    """By what share of the step to the next sector the axis is colder than the mean of its own, where x weighs as
    x^(m-1): twice what a parabola says (1/4 in a round, 1/6 at any length), since a filling that dries from its rim
    inwards is nearer to a cone.
    """
    return 2 / ((2 ** (m + 2) - 1) / (2**m - 1) - 1)


def _touching(skin: Array, facing_down: float) -> NDArray[np.float64]:
    """Share of each sector's skin that touches: from the axis below outwards, until so much of the whole does."""
    wanted = facing_down * skin.sum()
    touching = np.zeros_like(skin)
    for sector in range(len(skin) - 1, len(skin) // 2 - 1, -1):
        touching[sector] = min(1.0, wanted / skin[sector])
        wanted = max(0.0, wanted - skin[sector])
    return touching
