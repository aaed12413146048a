"""Where a stage stands: the cook's words for it, and what was seen, as warmth over time."""

from dataclasses import replace
from datetime import datetime
from difflib import get_close_matches
from itertools import accumulate

from airycrumb.bake.stages import Stay
from airycrumb.data.spots import SPOTS, Spot
from airycrumb.plan.context import Context
from airycrumb.problems import InputError, Problem
from airycrumb.stations.rise import Air, Leg, Place, cooling, place_of, steady
from airycrumb.words import Message, listed, say, verbatim

DAYS = 6  # of a repeating day's warmth laid out ahead
SENSOR_DOUBT_C = 0.5  # of a room followed by a thermometer; assumed


def _days(ctx: Context, begin: datetime) -> Air:
    """The kitchen's repeating day, counted from a moment."""
    start = 60 * begin.hour + begin.minute + begin.second / 60
    points = [(m + 1440 * day - start, c) for day in range(-1, DAYS) for m, c in ctx.kitchen.room_day]
    return Air(tuple(m for m, _ in points), tuple(c for _, c in points))


def _thinned(points: list[tuple[float, float]], most: int = 60) -> list[tuple[float, float]]:
    """At most so many of the points, the last one among them."""
    return points[:: max(1, len(points) // most)] + points[-1:]


def room_air(ctx: Context, begin: datetime) -> Air:
    """The kitchen's warmth from a moment on: as the thermometer saw it, then as the day runs or as it stands."""
    base = _days(ctx, begin) if ctx.room_runs else steady(ctx.room_c)
    seen = ctx.thermometer
    if not seen:
        return base
    points = [((r.at - begin).total_seconds() / 60, r.celsius) for r in seen]
    last, celsius = points[-1]
    ahead = base.warmer(celsius - float(base.at(last)))
    onward = [(m, c) for m, c in zip(ahead.minutes, ahead.celsius, strict=True) if m > last]
    joined = sorted(dict([*_thinned(points), *onward]).items())
    return Air(tuple(m for m, _ in joined), tuple(c for _, c in joined))


UNKNOWN_DOUBT_C = 6.0  # of a place whose name nobody knows, taken for the bench; assumed


def spot_names(ctx: Context) -> list[str]:
    """Every spot there is: those everyone has, and the kitchen's own."""
    return [*SPOTS, *(s.name for s in ctx.kitchen.spots)]


def _unknown_spot(ctx: Context, where: str) -> Message:
    near, spot = get_close_matches(where, spot_names(ctx), n=1), verbatim(where[:40])
    if near:
        return say("“{spot}” is no spot here: did you mean “{near}”?", spot=spot, near=verbatim(near[0]))
    names = listed(map(verbatim, spot_names(ctx)), "or")
    return say("“{spot}” is no spot here: use {names}.", spot=spot, names=names)


def _leg(ctx: Context, stay: Stay, from_min: float, room: Air) -> Leg:
    """A stay as a leg of the way; the room's air as it will be when the dough comes there."""
    around = room.later(-from_min)
    own = next((s for s in ctx.kitchen.spots if s.name == stay.where), None)
    if own is not None:
        air_c = own.air_c if stay.air_c is None else stay.air_c
        air = steady(air_c) if own.cools_min is None else cooling(air_c, around.start, own.cools_min)
        return Leg(from_min, air, doubt_c=SPOTS["spot"].doubt.value, name=verbatim(own.name))
    spot = SPOTS.get(stay.where)
    if spot is None:
        raise InputError([Problem("unknown_spot", "rise.spots", _unknown_spot(ctx, stay.where))])
    doubt = SENSOR_DOUBT_C if stay.where == "bench" and ctx.thermometer else spot.doubt.value
    film = None if spot.film is None else spot.film.value
    return Leg(from_min, _air(stay, around, spot, ctx.kitchen.fridge_c), film, doubt, spot.label)


def _air(stay: Stay, room: Air, spot: Spot, fridge_c: float) -> Air:
    peak = stay.air_c
    if peak is not None and spot.of_bath is not None:
        peak = room.start + (peak - room.start) * spot.of_bath.value
    if peak is None and spot.air is not None:
        peak = fridge_c if stay.where == "fridge" else spot.air.value
    if peak is None and spot.over_room is not None:
        peak = room.start + spot.over_room.value
    if peak is None:
        return room
    return steady(peak) if spot.cools_min is None else cooling(peak, room.start, spot.cools_min.value)


def unknown_places(ctx: Context) -> list[str]:
    """Names of places the dough was moved to that no spot of this kitchen has, each once."""
    names = spot_names(ctx)
    moved = [o.where for o in ctx.observations if o.kind == "moved" and o.where and not o.event]
    return [where for where in dict.fromkeys(moved) if where not in names]


def _moved_to(ctx: Context, stay: Stay, minute: float, room: Air) -> Leg:
    """Where it was moved: a place nobody knows is the bench, with the doubt that deserves; what was done is done."""
    if stay.where in spot_names(ctx):
        return _leg(ctx, stay, minute, room)
    return replace(_leg(ctx, Stay.of("bench"), minute, room), doubt_c=UNKNOWN_DOUBT_C, name=verbatim(stay.where))


def _moved(ctx: Context, stage: str) -> list[tuple[float, Stay]]:
    """Where the cook said it was moved to otherwise than planned, and the minute of the stage."""
    found = []
    for o in ctx.of("moved", stage):
        minute = _minute(ctx, stage, o.at)
        if minute is not None and o.where and not o.event:
            found.append((max(0.0, minute), Stay.of(o.where, o.value)))
    return found


def _minute(ctx: Context, stage: str, at: datetime) -> float | None:
    """Minute of a stage, None where it has not begun."""
    before = ctx.before(stage)
    return ctx.minutes_since(before, at) if before else ctx.minutes_since_start(at)


def leaves_at(ctx: Context, stage: str, planned: list[float]) -> list[float]:
    """Minutes of a stage at which it really goes on to each spot after the first: as marked, no sooner than now where
    that is overdue and not marked, else so long after the one before as planned."""
    found, late = [], 0.0
    for i, minute in enumerate(planned, start=1):
        marked = ctx.did(f"{stage}.move.{i}")
        at = _minute(ctx, stage, marked) if marked else None
        if at is None:
            at = minute + late
            now = _minute(ctx, stage, ctx.now) if ctx.under_way == stage else None
            at = at if now is None else max(at, now)
        late = at - minute
        found.append(at)
    return found


def way(ctx: Context, stage: str, kind: str, mass_g: float, stays: tuple[Stay, ...]) -> Place:
    """The spots of a stage in turn, then wherever it was moved to. InputError for a planned spot nobody knows."""
    room = room_air(ctx, ctx.begins(stage))
    planned = list(accumulate(stay.minutes or 0.0 for stay in stays[:-1]))
    legs = [_leg(ctx, stay, at, room) for stay, at in zip(stays, [0.0, *leaves_at(ctx, stage, planned)], strict=True)]
    for minute, stay in _moved(ctx, stage):
        # What was planned for after the move is given up by it.
        legs = [leg for leg in legs if leg.from_min < minute or leg.from_min == 0.0 < minute]
        legs.append(_moved_to(ctx, stay, minute, room))
    return place_of(kind, mass_g, tuple(legs))


def fixed_minutes(ctx: Context, stage: str, stays: tuple[Stay, ...]) -> float:
    """Minutes the stays last before the last one; none of them once the dough was moved otherwise."""
    if _moved(ctx, stage) or len(stays) < 2:
        return 0.0
    return leaves_at(ctx, stage, list(accumulate(s.minutes or 0.0 for s in stays[:-1])))[-1]
