"""One bake's sheet as a row of stages and loads in slots, and what the kitchen has for the day."""

import math
from dataclasses import dataclass, replace
from datetime import UTC, datetime, time, timedelta

from airycrumb.bake.kitchen import Kitchen
from airycrumb.bake.model import Bake
from airycrumb.data.record import Constant
from airycrumb.day.document import Day, Dish, days_between, moment
from airycrumb.day.job import SLOT_MIN, Filling, Job, Load, Person, Resources, Serve, Stage, Where
from airycrumb.plan.timetable import Step
from airycrumb.quantities import Band
from airycrumb.sheet import Sheet
from airycrumb.trays.types import HeatTray, RiseTray

WAITED_FOR = Constant(0.5, "1", "assumed", "standard deviations of a rise it is given beyond its likely length")
NINETY = 1.645  # standard deviations either side of a 90 % band
STANDS_MIN = Constant(
    30, "min", "assumed", "a relaxed dough, or pieces filled after their proof, stand before much is lost"
)
KEEPS_MIN = Constant(12 * 60, "min", "assumed", "a filling made and cold this long before wrapping is as good")
COLD_WAIT_MIN = Constant(90, "min", "assumed", "what the fridge adds to how long a later load may wait")
BEFORE = timedelta(hours=48)  # how long before the first bite a day's first work can lie
AFTER = timedelta(hours=12)
WAITS = ("sponge", "rise", "again", "proof", "hold")
IN_OVEN = ("oven light", "oven with hot water")  # spots that take the oven from whatever is baked
WHERE: dict[str, Where] = {"oven": "oven", "steam": "steamer", "pan": "pan"}


@dataclass(frozen=True)
class Grid:
    """Slots of a day: slot 0 is at `origin`; nothing is planned before `now`. Minutes are counted in UTC, so that a
    night in which clocks are changed is as long as it is."""

    origin: datetime
    now: datetime

    def slot(self, at: datetime) -> int:
        """The slot a moment lies in, the next one where it lies between two; none before the first."""
        return max(0, math.ceil(round(self._slots(at), 6)))

    def nearest(self, at: datetime) -> int:
        """The slot that begins nearest to a moment: of what was done, or can be done now. Seconds late are not late."""
        return max(0, math.floor(self._slots(at) + 0.5))

    def _slots(self, at: datetime) -> float:
        return (at.astimezone(UTC) - self.origin.astimezone(UTC)) / timedelta(minutes=SLOT_MIN)

    def at(self, slot: float) -> datetime:
        """When a slot begins."""
        return (self.origin.astimezone(UTC) + timedelta(minutes=SLOT_MIN * slot)).astimezone(self.now.tzinfo)


def _hours(day: Day) -> list[datetime]:
    return [moment(day.eat_at, "eat_at"), *(moment(d.eat_at, "eat_at") for d in day.dishes if d.eat_at)]


def horizon(day: Day) -> tuple[datetime, datetime]:
    """From when until when anything of a day can lie."""
    return min(_hours(day)) - BEFORE, max(_hours(day)) + AFTER


def grid_of(day: Day, now: datetime) -> Grid:
    """From before anything of the day can begin, in the day's own zone."""
    origin = horizon(day)[0].astimezone(UTC)
    return Grid(origin.replace(minute=0, second=0, microsecond=0), now.astimezone(day.time_zone))


def resources(day: Day, kitchen: Kitchen, grid: Grid) -> Resources:
    """What there is to work with, in slots."""
    last = max(grid.now + AFTER, horizon(day)[1])
    return Resources(
        people=tuple(
            Person(
                hands.name,
                tuple((grid.slot(moment(a.since, "from")), grid.slot(moment(a.until, "until"))) for a in hands.away),
                tuple(_nights(*hands.night, day, grid, last)),
            )
            for hands in day.hands
        ),
        ovens=day.kitchen.ovens,
        shelves=kitchen.oven.trays,
        steamers=day.kitchen.steamers,
        burners=day.kitchen.burners,
        fridge_trays=day.kitchen.fridge_trays,
        warms=max(0.1, kitchen.oven_warms_min / 18),  # from the room to 200 °C
        cools=day.kitchen.door_min,
        horizon=grid.slot(last),
    )


def _nights(sleeps: float, wakes: float, day: Day, grid: Grid, last: datetime) -> list[tuple[int, int]]:
    """Hours of sleep in slots, by the clock on the wall: a night in which it is changed is longer or shorter."""
    found = []
    hour = lambda minute: time(int(minute) // 60, int(minute) % 60)
    dates = days_between(grid.origin.date() - timedelta(days=1), last.astimezone(day.time_zone).date())
    for at in dates:
        since = datetime.combine(at, hour(sleeps), day.time_zone)
        until = datetime.combine(at + timedelta(days=1) if wakes <= sleeps else at, hour(wakes), day.time_zone)
        span = (max(0, grid.slot(since)), grid.slot(until))
        if span[1] > span[0]:
            found.append(span)
    return found


@dataclass(frozen=True)
class Made:
    """A dish, the bake as it is made on the day, and its sheet: of the bake alone, or of its batch with its marks."""

    dish: Dish
    bake: Bake
    sheet: Sheet


def slots(minutes: float) -> int:
    """Minutes as whole slots, none lost."""
    return math.ceil(round(minutes / SLOT_MIN, 6))


def job_of(key: int, made: Made, day: Day, kitchen: Kitchen, grid: Grid) -> Job:
    """One dish as the planner sees it."""
    dish, bake, sheet = made.dish, made.bake, made.sheet
    stages = _stages(bake, sheet, grid, started=dish.batch is not None)
    chilled = bake.heat.arrive == "fridge"
    due = grid.slot(moment(dish.eat_at or day.eat_at, "eat_at"))
    first = stages[0]
    begin = None if dish.begin_at is None or first.began is not None else grid.slot(moment(dish.begin_at, "begin_at"))
    serve: Serve = "reheat" if dish.serve == "reheat" else "cool" if dish.serve == "cool" else "hot"
    return Job(
        key=key,
        stages=tuple(stages),
        filling=_filling(bake, sheet, grid),
        loads=tuple(_loads(sheet, grid, kitchen.oven_warms_min)),
        due=due,
        serve=serve,
        warm=_warm(sheet, stages[-1]) if bake.heat.arrive == "proofed" else None,
        pinned=begin if begin is None else max(begin, grid.nearest(grid.now)),
        earliest=grid.nearest(grid.now),
        chilled=chilled,
    )


def _steps(sheet: Sheet) -> list[Step]:
    main = ("sponge", "weigh", "rise", "again", "divide", "wrap", "proof", "hold")
    return [step for step in sheet.day.steps if step.key in main]


def _stages(bake: Bake, sheet: Sheet, grid: Grid, started: bool) -> list[Stage]:
    """Its stages up to the heat: work as long as it takes, waits with what may be made of them. started: whether it is
    being made, if only its first stage."""
    ended: dict[str, datetime] = {e.stage: e.done_at for e in sheet.events if e.ends_stage and e.done_at is not None}
    begun, found = started or bool(ended), list[Stage]()
    for step in _steps(sheet):
        began = grid.nearest(step.start) if begun else None
        end = ended.get(step.key)
        over = None if end is None else max(began or 0, grid.nearest(end))
        found += _stage(bake, sheet, step, began, over)
        begun = end is not None
    if found[-1].hands:
        stands = slots(STANDS_MIN.value)
        found.append(Stage("stand", False, 0, 0, stands))
    return found


def _stage(bake: Bake, sheet: Sheet, step: Step, began: int | None, over: int | None) -> list[Stage]:
    minutes = (step.end - step.start).total_seconds() / 60
    if step.key == "sponge":
        rise = _wait("sponge", sheet.sponge, minutes, began, over)
        mixed = Stage("sponge_mix", True, 2, 2, began=began, ended=None if began is None else began + 2)
        return [mixed, rise if began is None else _wait("sponge", sheet.sponge, minutes - 10, began + 2, over)]
    if step.key in WAITS:
        tray = {"rise": sheet.rise, "again": sheet.second_rise, "proof": sheet.proof}.get(step.key)
        if step.key == "hold":
            return [_held(sheet, minutes, began, over)]
        standing = {"rise": bake.rise, "proof": bake.proof}.get(step.key)
        oven = standing is not None and any(stay.where in IN_OVEN for stay in standing.stays)
        return [replace(_wait(step.key, tray, minutes, began, over), oven=oven)]
    rest = bake.bench_rest_min if step.key == "divide" else 0.0
    work = max(1, slots(minutes - rest))
    if step.key != "divide":
        return [Stage(step.key, True, work, work, began=began, ended=over)]
    cut = None if over is None or began is None else min(over, began + work)
    least = slots(rest)
    relaxed = Stage("bench_rest", False, least, least, least + slots(STANDS_MIN.value), began=cut, ended=over)
    return [Stage("divide", True, work, work, began=began, ended=cut), relaxed]


def _wait(key: str, tray: RiseTray | None, minutes: float, began: int | None, over: int | None) -> Stage:
    """A rise: from ready until past its best, and what it is best given for it may be slower than it looks."""
    band = None if tray is None or tray.clock or tray.rests else tray.forecast.ready
    least = slots(minutes)
    if band is None or tray is None:
        return Stage(key, False, least, least, least + slots(STANDS_MIN.value), began=began, ended=over)
    spread = _spread(band)
    past = tray.forecast.past_target_from
    until = None if past is None else max(least, int((minutes + past - band.typical) // SLOT_MIN))
    target = slots(minutes * math.exp(WAITED_FOR.value * spread))
    return Stage(
        key=key,
        hands=False,
        least=least,
        target=target if until is None else max(least, min(target, until)),
        until=until,
        spread=spread,
        began=began,
        ended=over,
    )


def _spread(band: Band) -> float:
    return math.log(max(band.high / max(band.typical, 1.0), 1.0)) / NINETY


def _held(sheet: Sheet, minutes: float, began: int | None, over: int | None) -> Stage:
    """Kept cold: at least as long as planned, until it may be kept no longer."""
    most = None
    if sheet.unbaked is not None:
        hold = next(s for s in sheet.day.steps if s.key == "hold")
        most = max(slots(minutes), int((sheet.unbaked.by - hold.start).total_seconds() / 60 // SLOT_MIN))
    return Stage("hold", False, slots(minutes), slots(minutes), most, began=began, ended=over)


MADE = {"filling.make"}  # the mark of a filling made in one go


def _filling(bake: Bake, sheet: Sheet, grid: Grid) -> Filling | None:
    making = sheet.day.making
    if not making:
        return None
    last = max(s.end for s in sheet.day.steps if s.of == "filling")
    cool = (last - making[-1].end).total_seconds() / 60
    made = next((e.done_at for e in sheet.events if e.id in MADE | {making[-1].key} and e.done_at is not None), None)
    wrapped = any(e.stage in ("divide", "wrap") and e.ends_stage and e.done_at is not None for e in sheet.events)
    hands = slots((making[-1].end - making[0].start).total_seconds() / 60)
    began = grid.nearest(made) - hands if made is not None else grid.nearest(making[0].start) if wrapped else None
    return Filling(hands, slots(cool), slots(KEEPS_MIN.value), began)


def _loads(sheet: Sheet, grid: Grid, preheat_min: float) -> list[Load]:
    heats = (sheet.heat, *sheet.more_heats)
    found = []
    for load in sheet.loads:
        tray = heats[min(load.heat, len(heats)) - 1]
        stone = max(0.0, tray.preheat_min - preheat_min) if load.number == 1 and tray.method == "oven" else 0.0
        waits_cold = load.number > 1 and any(later.where == "fridge" for later in tray.later)
        found.append(
            Load(
                id=load.id,
                where=WHERE[tray.method],
                celsius=tray.air_c,
                slots=slots((load.out - load.into).total_seconds() / 60 if load.ended else load.minutes),
                rest=slots(tray.rest_min),
                shelves=_shelves(tray, load.pieces),
                heats=slots(stone),
                extra=slots(COLD_WAIT_MIN.value) if waits_cold else 0,
                began=grid.nearest(load.into) if load.began else None,
            )
        )
    return found


def _shelves(tray: HeatTray, pieces: int) -> int:
    """Trays a load lies on."""
    return min(tray.fit.holders, max(1, math.ceil(pieces / max(1, len(tray.fit.spots)))))


def _warm(sheet: Sheet, last: Stage) -> int | None:
    """Slots the pieces may stand from the last wait's beginning, by the warm clock of the strictest of them."""
    clocks = [h.clock for h in (sheet.heat, *sheet.more_heats)]
    spare = min((c.limit_min - c.standing_min for c in clocks), default=math.inf)
    waited = max((w.wait_min for h in (sheet.heat, *sheet.more_heats) for w in h.later), default=0.0)
    if math.isinf(spare):
        return None
    return max(last.least, last.least + int((spare + waited) // SLOT_MIN))
