"""Each load's own time in the heat: as it was marked, the readings taken of it, and when it is planned to be in."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import datetime, timedelta

from airycrumb.bake.marks import Observation
from airycrumb.plan.context import Context, RoomReading
from airycrumb.quantities import Band

LOAD_CHANGE_MIN = 2.0
LIES_OUT_C = 2.5  # a probe so near the room's warmth is taken to lie beside the pot
FALLS_C = 3.0  # a middle never falls so far in the heat: the probe has been pulled out
STANDS_READINGS = 3  # in a row that a probe must send from a new place
ELSEWHERE = "elsewhere"  # what a typed reading says of where it was taken: another piece, or another place in it
UNTOLD_LONGER = 1.3  # of the minutes planned a first load may have been in, where nobody marked loads; assumed


def load_id(heat: int, number: int) -> str:
    """How a load is named in marks and events: heats and loads are counted from one."""
    return f"heat.{heat}.{number}"


@dataclass(frozen=True)
class Marked:
    """A load's time in the heat as marked. began, ended: None while it is not known."""

    heat: int
    number: int
    began: datetime | None
    ended: datetime | None

    @property
    def id(self) -> str:
        """Its name."""
        return load_id(self.heat, self.number)

    @property
    def is_in(self) -> bool:
        """Whether it is in the heat now."""
        return self.began is not None and self.ended is None


NEVER = Marked(1, 1, None, None)


def heat_began(ctx: Context) -> datetime | None:
    """When the first load went in; None before it did."""
    done, before = ctx.done, ctx.before("heat") or "proof"
    return None if done is None else done.ended.get(before)


def marked(ctx: Context, heat: int, loads: int) -> tuple[Marked, ...]:
    """The loads of one heat as marked. The first of the first heat goes in as the stage before it ends."""
    over = ctx.done.ended.get("heat") if ctx.done else None
    into = [ctx.did(f"{load_id(heat, n)}.in") for n in range(1, loads + 1)]
    if heat == 1 and into[0] is None:
        into[0] = heat_began(ctx)
    found = []
    for n, began in enumerate(into, start=1):
        ended = ctx.did(f"{load_id(heat, n)}.out") or (into[n] if n < loads else over)
        found.append(Marked(heat, n, began, None if began is None else ended))
    return tuple(found)


def shown_of(loads: Sequence[Marked], seen: Sequence[Sequence[object]]) -> int:
    """Position of the load to show: the one in the heat, else the last that a probe was in, else the first."""
    is_in = [i for i, load in enumerate(loads) if load.is_in]
    probed = [i for i, readings in enumerate(seen) if readings]
    return max(is_in or probed or [0])


def lies_out(ctx: Context, reading: RoomReading) -> bool:
    """Whether a probe reads the kitchen, not a piece."""
    return abs(reading.celsius - ctx.room_c) < LIES_OUT_C


Stood = list[tuple[datetime, float]]  # what a probe read in one place


def _heard(ctx: Context, heard: Sequence[RoomReading]) -> list[Stood]:
    """What a probe that sends by itself read, place by place.

    What falls was pulled out, and what lies at the room's warmth lies out; it stands somewhere again once it has
    stopped falling. A place read only in passing is none.
    """
    places: list[Stood] = [[]]
    hottest, lowest = -99.0, 999.0
    for reading in heard:
        here = reading.celsius
        if lies_out(ctx, reading) or here < hottest - FALLS_C:
            # On its way from one place to the next: as long as it falls it starts anew.
            places.append([])
            hottest, lowest = -99.0, here
        if not lies_out(ctx, reading):
            hottest = max(hottest, here)
            places[-1].append((reading.at, here))
            if here < lowest - FALLS_C / 10 and len(places) > 1:
                places[-1] = [(reading.at, here)]
                lowest = here
    first, *later = places
    return [stood for stood in ([first] if first else []) + [p for p in later if len(p) >= STANDS_READINGS] if stood]


def places_read(ctx: Context, load: Marked) -> list[list[tuple[float, float]]]:
    """(minute since this load went in, °C) of its core, place by place: by a probe that sends, and typed. What names
    another load is another's; what names none is of the load that was in at the time.
    """
    began = load.began
    if began is None:
        return []
    within = lambda at: at > began and (load.ended is None or at <= load.ended)
    places = [] if _probe_is_elsewhere(ctx, load) else _heard(ctx, [r for r in ctx.probe if within(r.at)])
    typed = [o for o in ctx.of("probe", "heat") if o.event == load.id or (not o.event and within(o.at))]
    stood = _typed_places([o for o in typed if o.at > began])
    minute = lambda at: (at - began).total_seconds() / 60
    return [[(minute(at), c) for at, c in place] for place in (*places, *stood)]


def _probe_is_elsewhere(ctx: Context, load: Marked) -> bool:
    """Whether a probe that sends by itself is in another load: it stays in the one it was last said to be in."""
    named = [o for o in ctx.of("probe", "heat") if o.event]
    if not named or load.began is None or load.ended is not None:
        return False
    return named[-1].event != load.id and named[-1].at >= load.began


def _typed_places(typed: Sequence[Observation]) -> list[Stood]:
    """Readings that were typed, place by place."""
    stood: list[Stood] = []
    for o in sorted(typed, key=lambda o: o.at):
        if o.value is None:
            continue
        # A middle never falls: what reads colder is another place, whether or not it says so.
        if not stood or o.where == ELSEWHERE or o.value < max(c for _, c in stood[-1]) - FALLS_C:
            stood.append([])
        stood[-1].append((o.at, o.value))
    return stood


def core_readings(ctx: Context, load: Marked) -> list[tuple[float, float]]:
    """Every reading of a load's core, in order."""
    return sorted(reading for place in places_read(ctx, load) for reading in place)


def oven_said(ctx: Context) -> list[tuple[datetime, float]]:
    """What thermometers in the oven said, typed or sent, in order."""
    typed = [(o.at, o.value) for o in ctx.of("oven", "heat") if o.value is not None]
    return sorted([*typed, *((r.at, r.celsius) for r in ctx.oven)])


def oven_readings(ctx: Context, loads: Sequence[Marked]) -> list[tuple[float, float]]:
    """(minute since the load then in it went in, °C) of the oven's air: typed, and by a thermometer in it."""
    found = []
    for at, celsius in oven_said(ctx):
        began = [load.began for load in loads if load.began is not None and load.began <= at]
        if began:
            found.append(((at - max(began)).total_seconds() / 60, celsius))
    return sorted(found)


def first_of_untold(ctx: Context, loads: Sequence[Marked], planned_min: float) -> tuple[Marked, ...]:
    """The loads, the first one ended where a whole heat was marked as one: later readings are other pieces'."""
    first, *later = loads
    # Pieces kept raw for another day never began, though the heat of the others is over.
    if not later or first.began is None or later[0].began is not None:
        return tuple(loads)
    if ctx.done is None or "heat" not in ctx.done.ended:
        return tuple(loads)
    return (replace(first, ended=first.began + timedelta(minutes=UNTOLD_LONGER * planned_min)), *later)


@dataclass(frozen=True)
class InTurn:
    """One load in the row of them. minutes: in the heat; into, out: minutes since the heat began, no sooner than now
    while they wait for a mark; due_in, due_out: when they were to be; off: share of its minutes either way, none once
    it is out.
    """

    marked: Marked
    resource: str
    pieces: int
    minutes: float
    into: float
    out: float
    due_in: float
    due_out: float
    off: float


@dataclass(frozen=True)
class HeatLoads:
    """One heat's loads for the row: what heats them ("oven" or "hob"), each one's pieces and minutes, and its doubt."""

    resource: str
    loads: Sequence[Marked]
    pieces: Sequence[int]
    minutes: Sequence[float]
    off: float


def in_turn(ctx: Context, heats: Sequence[HeatLoads]) -> list[InTurn]:
    """Every load, one after another in what heats it: oven and hob run side by side. What was marked is as it was;
    what is overdue is no sooner than now.
    """
    start = heat_began(ctx)
    since = lambda at: (at - start).total_seconds() / 60 if start is not None else 0.0
    now = since(ctx.now) if start is not None and ctx.under_way == "heat" else 0.0
    free: dict[str, float] = {}
    found = []
    for heat in heats:
        for load, pieces, minutes in zip(heat.loads, heat.pieces, heat.minutes, strict=True):
            into = free.get(heat.resource, 0.0) if load.began is None else since(load.began)
            due_in = into
            into = max(into, now) if load.began is None and start is not None else into
            due_out = out = into + minutes if load.ended is None else since(load.ended)
            out = max(out, now) if load.is_in else out
            off = heat.off if load.ended is None else 0.0
            found.append(InTurn(load, heat.resource, pieces, minutes, into, out, due_in, due_out, off))
            free[heat.resource] = out + LOAD_CHANGE_MIN
    return found


def whole_heat(loads: Sequence[InTurn]) -> Band:
    """Minutes from the first load in to the last one out."""
    last = max(loads, key=lambda load: load.out)
    doubt = sum(load.off * load.minutes for load in loads if load.resource == last.resource)
    return Band(max(0.0, last.out - doubt), last.out, last.out + doubt)


@dataclass(frozen=True)
class LoadShown:
    """One load in the heat. id: as marks and events name it; minutes: it is given; into, out: as marked, else as
    planned; began, ended: whether they were marked."""

    id: str
    heat: int
    number: int
    pieces: int
    minutes: float
    into: datetime
    out: datetime
    began: bool
    ended: bool
