"""What plausible looks and readings would make of a stage: worked before they are made, to be looked up without the
server.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta

from airycrumb.bake.kitchen import Kitchen
from airycrumb.bake.marks import STAGES, MarkKind, Observation, StageKey
from airycrumb.bake.model import Bake
from airycrumb.plan.context import NOTHING_HEARD, Heard
from airycrumb.plan.timetable import Step
from airycrumb.sheet.work import work
from airycrumb.trays.types import RiseTray, Sheet

# When a look is taken, as a share of the minutes planned, and what it finds, as a share of the growth asked for.
MOMENTS = (0.4, 0.7, 1.0, 1.3)
GROWN = (0.05, 0.4, 0.8, 1.2)
# A poke tells less: two moments do.
POKED_AT = (0.6, 1.0)
POKES = (0.0, 1.0, 2.0)
TEARS = (0.0, 1.0)
# What a probe finds, °C from the line.
FROM_LINE = (-40.0, -15.0, 0.0, 8.0)
FEWEST_MIN = 1.0


@dataclass(frozen=True)
class Reply:
    """Minutes from the stage's beginning: to its planned end, and the band of its being ready (in the heat: of the
    middle reaching its line); None where it never is.
    """

    end: float
    low: float | None
    high: float | None


@dataclass(frozen=True)
class ReplyGrid:
    """Replies to one kind of mark. minutes: since the stage began; values: as the mark's; replies: a row for each
    minute, one in it for each value.
    """

    kind: MarkKind
    minutes: list[float]
    values: list[float]
    replies: list[list[Reply]]


@dataclass(frozen=True)
class Replies:
    """What the marks of one stage would make of it; [] where nothing can be read of it."""

    stage: StageKey
    grids: list[ReplyGrid]


def _steps(sheet: Sheet) -> dict[str, Step]:
    return {s.key: s for s in sheet.day.steps}


def _tray(sheet: Sheet, stage: str) -> RiseTray | None:
    trays = {"sponge": sheet.sponge, "rise": sheet.rise, "again": sheet.second_rise, "proof": sheet.proof}
    return trays.get(stage)


def _until(sheet: Sheet, seen: Sequence[Observation], stage: str) -> list[Observation]:
    """What has been seen, and every stage before this one ended as it is planned to."""
    steps, ended = _steps(sheet), {o.stage for o in seen if o.kind == "done"}
    # The filling goes on beside the dough; cooling, soaking and preheating are nobody's stage to end.
    order = [s.key for s in sheet.day.steps if s.key in STAGES and s.key != "filling"]
    before = order[: order.index(stage)]
    started = [] if seen else [Observation("started", order[0], steps[order[0]].start)]
    return [*started, *seen, *(Observation("done", s, steps[s].end) for s in before if s not in ended)]


def _asked(sheet: Sheet, stage: str) -> Iterator[tuple[MarkKind, Sequence[float], Sequence[float]]]:
    """Kinds of marks that say something of a stage, with shares of its minutes and values to try."""
    tray = _tray(sheet, stage)
    if stage == "heat":
        yield "probe", MOMENTS, [sheet.heat.line_c + off for off in FROM_LINE]
    elif tray is not None and not tray.rests:
        aim = tray.forecast.target - 1
        yield "risen", MOMENTS, [round(share * aim, 3) for share in GROWN]
        yield ("tear", POKED_AT, TEARS) if stage == "sponge" else ("poke", POKED_AT, POKES)


def _reply(sheet: Sheet, stage: str, began: datetime) -> Reply:
    minutes = lambda at: round((at - began).total_seconds() / 60, 1)
    end, tray = minutes(_steps(sheet)[stage].end), _tray(sheet, stage)
    if tray is not None:
        known = tray.forecast.ready is not None
        return Reply(end, minutes(tray.ready_low) if known else None, minutes(tray.ready_high) if known else None)
    # Of a heat of several loads it is the first one's that is asked about.
    end, reaches = minutes(sheet.loads[0].out), sheet.heat.reaches
    if reaches is None:
        return Reply(end, None, None)
    return Reply(end, round(reaches.low, 1), round(reaches.high, 1))


def replies(
    bake: Bake,
    kitchen: Kitchen,
    observations: Sequence[Observation],
    *,
    now: datetime,
    stage: StageKey,
    heard: Heard = NOTHING_HEARD,
) -> Replies:
    """The replies to every plausible mark of a stage under way or to come: each is the answer of `work` itself.

    About two dozen sheets: 0.5 to 1 s. Raises InputError as `work` does.
    """
    plan = work(bake, kitchen, observations, now=now, heard=heard)
    if stage not in _steps(plan) or not any(_asked(plan, stage)):
        return Replies(stage, [])
    seen = _until(plan, observations, stage)
    began, end = _steps(plan)[stage].start, _steps(plan)[stage].end
    # A heat may be of several loads: its readings are read against the first.
    planned = plan.heat.minutes_planned if stage == "heat" else (end - began).total_seconds() / 60
    length = max(planned, FEWEST_MIN)

    def told(kind: MarkKind, minute: float, value: float) -> Reply:
        at = began + timedelta(minutes=minute)
        mark = Observation(kind, stage, at, value)
        return _reply(work(bake, kitchen, [*seen, mark], now=at, heard=heard.on_to(at)), stage, began)

    grids = []
    for kind, shares, values in _asked(plan, stage):
        minutes = [round(share * length, 1) for share in shares]
        rows = [[told(kind, minute, value) for value in values] for minute in minutes]
        grids.append(ReplyGrid(kind, minutes, list(values), rows))
    return Replies(stage, grids)
