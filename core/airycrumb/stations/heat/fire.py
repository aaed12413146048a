"""How a piece is heated, as the phases the march goes through."""

import math
from dataclasses import dataclass
from itertools import pairwise

import numpy as np

from airycrumb.data import heat as c
from airycrumb.stations.heat import march as m
from airycrumb.stations.heat.water import Array, boiling_point


@dataclass(frozen=True)
class OvenChange:
    """The oven set otherwise after so many minutes. air_c: °C as it really is then."""

    after_min: float
    air_c: float
    fan: bool
    shelf: str


@dataclass(frozen=True)
class Boundary:
    """How it is heated. method: steam, oven or pan; air_c: °C of the oven as it really is (unused elsewhere).

    fire: gentle or high, under steamer and pan; watts_each: net hob power for each piece, 0 where nothing limits it;
    covered: rests under the lid or a cloth; on: of data.heat.SURFACES; shelf: of SHELVES; steam_pan: boiling water in
    the oven at first; lid_min: baked under a lid for the first minutes; drop_c: how far the oven's air falls as it is
    loaded, coming back with recovery_min; seared: in the pan, seared and then steamed, else dry and turned; then: what
    the oven is set to after a while; warm_share: how far from the room's warmth, room_c, to its own it was as pieces
    went in, 0 to 1, and heats_up_min: how long it takes for all of that.
    """

    method: str
    air_c: float
    fire: str
    fan: bool
    watts_each: float
    altitude_m: float
    covered: bool
    on: str = "tray"
    shelf: str = "middle"
    steam_pan: bool = False
    lid_min: float = 0.0
    drop_c: float = 0.0
    recovery_min: float = c.RECOVERY_MIN.value
    seared: bool = False
    then: OvenChange | None = None
    warm_share: float = 1.0
    heats_up_min: float = 0.0
    room_c: float = 22.0

    @property
    def begins_c(self) -> float:
        """°C of the oven's air as pieces have gone in: as far as it was warm, less what door and load take."""
        warm = self.room_c + self.warm_share * (self.air_c - self.room_c)
        return max(warm - self.drop_c, self.room_c)

    @property
    def climbs_min(self) -> float:
        """Minutes until an oven that was not yet hot is: as it climbs from the room, evenly."""
        if self.warm_share >= 1:
            return 0.0
        return self.heats_up_min * (self.air_c - self.begins_c) / max(self.air_c - self.room_c, 1.0)

    @property
    def waits_min(self) -> float:
        """Minutes until pot or pan is hot that was not yet."""
        return self.heats_up_min * (1 - self.warm_share)


def steam_temperature(fire: Boundary) -> float:
    """°C of steam with some air in it, at this altitude."""
    return boiling_point(fire.altitude_m) - c.AIR_DEPRESSION[fire.fire]


def _phase(minutes: float, air: float, h_top: float, h_bottom: float, **more: float) -> Array:
    row = np.zeros(m.PHASE_COLUMNS)
    row[m.SECONDS] = minutes * 60
    row[m.AIR], row[m.AIR_END] = air, air
    row[m.H_TOP], row[m.H_BOTTOM] = h_top, h_bottom
    row[m.PLATE_C], row[m.AIR_VAPOUR] = -999.0, -1.0
    for name, value in more.items():
        row[getattr(m, name)] = value
    return row


def _steam(fire: Boundary, minutes: float) -> list[Array]:
    h = c.STEAM_H.value
    return [_phase(minutes, steam_temperature(fire), h, h / 2, MOST_WATTS=fire.watts_each)]


def _air_at(fire: Boundary, minute: float) -> float:
    """°C of the oven's air: coming back from its drop, and on to what it is set to later."""
    if minute < fire.climbs_min:
        return fire.begins_c + (fire.air_c - fire.begins_c) * minute / fire.climbs_min
    comes_back = lambda m: math.exp(-m / fire.recovery_min)
    then = fire.then
    if fire.climbs_min:
        # It was never hot before: it neither falls nor comes back.
        return fire.air_c if then is None or minute <= then.after_min else then.air_c
    first = min(minute, then.after_min) if then else minute
    air = fire.air_c - fire.drop_c * comes_back(first)
    if then is None or minute <= first:
        return air
    return then.air_c + (air - then.air_c) * comes_back(minute - first)


def _oven(fire: Boundary, minutes: float) -> list[Array]:
    """Lidded at first, then under steam, then as the oven is, set otherwise after a while."""
    steamy = max(c.STEAM_PAN_MIN.value, fire.lid_min) if fire.steam_pan else 0.0
    changed = fire.then.after_min if fire.then else minutes
    turns = (fire.lid_min, steamy, changed, fire.climbs_min)
    edges = sorted({0.0, minutes, *(m for m in turns if 0 < m < minutes)})
    set_so = lambda begun: fire.then if fire.then and begun >= changed else fire
    return [_in_the_oven(fire, set_so(begun), begun, end, steamy) for begun, end in pairwise(edges)]


def _film_and_vapour(fire: Boundary, now: Boundary | OvenChange, begun: float, steamy: float) -> tuple[float, float]:
    """W/m2K and kg/m3 over the pieces: under the lid, under steam, or in the oven's own air."""
    if begun < fire.lid_min:
        return c.LID_H.value, c.LID_VAPOUR.value
    vapour = c.STEAM_PAN_VAPOUR if begun < steamy else c.AIR_VAPOUR
    return (c.FAN_H if now.fan else c.OVEN_H).value, vapour.value


def _in_the_oven(fire: Boundary, now: Boundary | OvenChange, begun: float, end: float, steamy: float) -> Array:
    """One phase of it, set as `now` says."""
    on = c.SURFACES[fire.on]
    film, vapour = _film_and_vapour(fire, now, begun, steamy)
    row = _phase(end - begun, now.air_c, film, on.h or film, RADIATES=c.SHELVES[now.shelf].glow, AIR_VAPOUR=vapour)
    row[m.AIR] = _air_at(fire, begun)
    row[m.AIR_TAU] = fire.recovery_min * 60
    if end <= fire.climbs_min:
        row[m.AIR_END], row[m.AIR_TAU] = _air_at(fire, end - 1e-6), 0.0
    row[m.PLATE], row[m.RADIATES_BELOW] = on.stores, float(on.stores == 0)
    # A stone is as hot as the oven before the door was opened.
    stone = fire.room_c + fire.warm_share * (fire.air_c - fire.room_c)
    row[m.PLATE_C] = stone if on.hot and not begun else -999.0
    return row


def _pan(fire: Boundary, minutes: float) -> list[Array]:
    plate, lid = c.PAN_C[fire.fire], boiling_point(fire.altitude_m) - 5
    if fire.seared:
        sear = min(c.SEAR_MIN.value, minutes)
        rows = [_phase(sear, 60.0, c.REST_H[False], c.PAN_H.value, PLATE=1e12, PLATE_C=plate)]
        return rows + (_steam(fire, minutes - sear) if minutes > sear else [])
    rows, left, turned = [], minutes, 0.0
    while left > 1e-9:
        length = min(c.TURN_MIN.value, left)
        more = {"PLATE": 1e12, "PLATE_C": plate, "TURNED": turned}
        rows.append(_phase(length, lid, c.PAN_LID_H.value, c.PAN_H.value, **more))
        left, turned = left - length, 1 - turned
    return rows


HEATS = {"steam": _steam, "oven": _oven, "pan": _pan}


def phases(fire: Boundary, minutes: float, rest: float) -> Array:
    """Rows for the march: heated for so many minutes, then rested."""
    waits = min(0.0 if fire.method == "oven" else fire.waits_min, minutes)
    # Over water that does not boil yet, or in a pan that is cold, next to nothing happens.
    rows = [_phase(waits, fire.room_c, c.REST_H[False], c.REST_H[False])] if waits > 0 else []
    rows += HEATS[fire.method](fire, minutes - waits) if minutes > waits else []
    if rest > 0:
        h = c.REST_H[fire.covered]
        row = _phase(rest, 22.0, h, h, AIR_VAPOUR=c.AIR_VAPOUR.value, COOLS=1.0)
        if fire.covered:
            # Under the lid the steam cools slowly; 95 to 75 °C in ten minutes is a guess.
            row = _phase(rest, 95.0, h, h, COOLS=1.0)
            row[m.AIR_END] = 95.0 - 2 * rest
        rows.append(row)
    return np.stack(rows)
