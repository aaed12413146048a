"""A planned day as it is shown: every bake's spans, every lane of the kitchen, and how sure it is. In hours."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from datetime import datetime

from airycrumb.day.ahead import between, kept_too_long
from airycrumb.day.from_sheet import Grid, Made
from airycrumb.day.job import SLOT_MIN, Job, Load, Placed, Plan, Resources
from airycrumb.day.judging import Costs, costs, in_ovens, judged, ops, overlaps, served
from airycrumb.day.playing import HOT_WAIT, IN_TIME
from airycrumb.day.simulated import Doubt
from airycrumb.plan.timetable import LABELS
from airycrumb.words import NOTHING, Message, day_of, hour_of, in_celsius, in_minutes, listed, say, verbatim

NAMES = {
    **LABELS,
    "sponge_mix": say("Mix the sponge"),
    "bench_rest": say("Bench rest"),
    "stand": say("Waits"),
    "filling": say("Make the filling"),
}
WHERE = {"oven": say("Oven"), "steamer": say("Steamer"), "pan": say("Hob")}


@dataclass(frozen=True)
class DaySpan:
    """Something that goes on from when until when. dish: whose; kind: hands, wait, cold, heat or rest; night: hands,
    or somebody to watch, needed while they sleep; ready: of a rise that is given more time, when it is likely ready."""

    dish: int
    key: str
    kind: str
    label: Message
    start: datetime
    end: datetime
    night: bool = False
    ready: datetime | None = None


@dataclass(frozen=True)
class DayLane:
    """What one thing of the kitchen, or one person, has to do. key: "hands.0", "oven.0", "steamer", "hob", "fridge";
    away: when there is nobody."""

    key: str
    name: Message
    spans: list[DaySpan]
    away: list[DaySpan]


@dataclass(frozen=True)
class DayDish:
    """One bake of the day. at: its number; begins: its first work; due, table: when it is wanted and when planned;
    early, late: between which it is in eight of ten; on_time, past, cold: share of days it is, in which it is past its
    best, and in which it is no longer hot where it must be; slack: what its rises are given beyond what is likely;
    between: what is done with it from the heat to its hour; says: what is wrong with its place; each NOTHING for
    nothing."""

    at: int
    bake: int
    batch: int | None
    name: str
    begins: datetime
    due: datetime
    table: datetime
    early: datetime
    late: datetime
    on_time: float
    past: float
    cold: float
    slack: Message
    between: Message
    serve: str
    pinned: bool
    spans: list[DaySpan]
    allergens: list[Message]
    may_contain: list[Message]
    doubts: int
    says: Message


@dataclass(frozen=True)
class DayPlan:
    """A whole day. how: "greedy", "solver", "held" or "kept"; proven, gap: of the best plan on paper, whether none is
    better and how far it may be from the best, as a share, None where nobody knows; on_paper, over_on_paper: share of
    days that one is on time, and something of it past its best, None where it is this one; on_time, over: the same of
    this one, within 20 min; by: when it is on time in nine of ten; says: that in a sentence; changed: what changed
    since the plan before."""

    now: datetime
    eat_at: datetime
    begins: datetime
    table: datetime
    how: str
    proven: bool
    gap: float | None
    on_paper: float | None
    over_on_paper: float | None
    on_time: float
    over: float
    by: datetime
    dishes: list[DayDish]
    lanes: list[DayLane]
    says: Message
    changed: Message
    trouble: bool


def shown(
    made: Sequence[Made],
    jobs: Sequence[Job],
    having: Resources,
    plan: Plan,
    found: Doubt,
    grid: Grid,
    region: str,
    changed: Message = NOTHING,
) -> DayPlan:
    """A plan in hours and words. region: whose food-safety guidance is told."""
    total, best = judged(jobs, plan, having), plan.paper or plan
    paper = plan.paper if plan.how == "held" else None
    dishes = [_dish(i, made[i], jobs[i], having, plan.placed[i], found, grid, region) for i in range(len(jobs))]
    return DayPlan(
        now=grid.now,
        eat_at=grid.at(max(job.due for job in jobs)),
        begins=min(d.begins for d in dishes),
        table=max(d.table for d in dishes),
        how=plan.how,
        proven=best.proven,
        gap=best.gap,
        on_paper=None if paper is None else paper.on_time,
        over_on_paper=None if paper is None else paper.over,
        on_time=found.on_time,
        over=found.over,
        by=grid.at(found.by),
        dishes=dishes,
        lanes=lanes_of(jobs, having, plan, grid),
        says=_says(made, found, grid),
        changed=changed,
        trouble=total.late + total.night + total.unsafe > 0,
    )


def _in_ten(share: float) -> int:
    return round(10 * share)


def _says(made: Sequence[Made], found: Doubt, grid: Grid) -> Message:
    if not made:
        return NOTHING
    said = say(
        "All on the table within {grace} of its hour in {n} of 10 such days; in 9 of 10 by {by}.",
        grace=in_minutes(IN_TIME * SLOT_MIN),
        n=_in_ten(found.on_time),
        by=hour_of(grid.at(round(found.by))),
    )
    if found.longest is not None:
        said = say("{said} {name} wait longest.", said=said, name=verbatim(made[found.longest].sheet.name))
    if _in_ten(found.over):
        said = say("{said} In {n} of 10 something is past its best.", said=said, n=_in_ten(found.over))
    coldest = max(range(len(made)), key=lambda i: found.cold[i])
    if _in_ten(found.cold[coldest]) == 0:
        return said
    return say(
        "{said} In {n} of 10 “{name}” has stood for over {stood} and is no longer hot.",
        said=said,
        n=_in_ten(found.cold[coldest]),
        name=verbatim(made[coldest].sheet.name),
        stood=in_minutes(HOT_WAIT * SLOT_MIN),
    )


def _span(dish: int, key: str, kind: str, start: int, end: int, grid: Grid, label: Message, night: bool) -> DaySpan:
    return DaySpan(dish, key, kind, label, grid.at(start), grid.at(end), night)


def _load_words(load: Load, many: bool) -> Message:
    name = say("Load {n}", n=int(load.id.rsplit(".", 1)[1])) if many else WHERE[load.where]
    return say("{name}, {air}", name=name, air=in_celsius(load.celsius)) if load.where == "oven" else name


def _dish(
    i: int, made: Made, job: Job, having: Resources, placed: Placed, found: Doubt, grid: Grid, region: str
) -> DayDish:
    early, _, late = found.tables[i]
    ready = grid.at(min(at + x.slots + x.rest for at, x in zip(placed.into, job.loads, strict=True)))
    due = grid.at(job.due)
    return DayDish(
        at=i,
        bake=made.dish.bake,
        batch=made.dish.batch,
        name=made.sheet.name,
        begins=grid.at(placed.begins),
        due=due,
        table=grid.at(served(job, placed)),
        early=grid.at(early),
        late=grid.at(late),
        on_time=1 - found.late[i],
        past=found.past[i],
        cold=found.cold[i],
        slack=_slack(job, placed),
        between=between(made.bake, job, region, ready, due),
        serve=job.serve,
        pinned=job.pinned is not None,
        spans=list(_spans(i, job, having, placed, grid)),
        allergens=made.sheet.allergens,
        may_contain=made.sheet.may_contain,
        doubts=len([d for d in made.sheet.doubts if d.severity != "note"]),
        says=_wrong(costs(job, placed, having), job, placed, grid, kept_too_long(made.bake, region, ready, due)),
    )


def _slack(job: Job, placed: Placed) -> Message:
    """By how much each rise may be slower than is likely before anything waits for it; NOTHING where none may."""
    given = [
        say("{stage} {slack}", stage=NAMES[stage.key], slack=in_minutes(SLOT_MIN * (placed.length(n) - stage.least)))
        for n, stage in enumerate(job.stages)
        if stage.spread and stage.ended is None and placed.length(n) > stage.least
    ]
    return listed(given, "commas") if given else NOTHING


def _wrong(cost: Costs, job: Job, placed: Placed, grid: Grid, kept_too_long: bool) -> Message:
    wrong = []
    if kept_too_long:
        wrong.append(say("eaten after more days than it keeps in the fridge; local rules come first"))
    if cost.unsafe:
        wrong.append(say("stands warm for longer than it may: change the plan; local rules come first"))
    if cost.over:
        wrong.append(say("a dough or a load waits past its best"))
    if cost.late:
        wrong.append(_late(job, grid.at(job.due), grid.at(served(job, placed)), grid.now))
    if cost.night:
        wrong.append(say("wants hands, or somebody to watch the heat, while they sleep"))
    return say("{what}", what=listed(wrong, "commas")) if wrong else NOTHING


def _late(job: Job, due: datetime, table: datetime, now: datetime) -> Message:
    if due >= now or job.stages[0].began is not None:
        return say("on the table only at {at}", at=hour_of(table))
    return say(
        "wanted {day}, {hour}, which is past: {at} at the soonest",
        day=day_of(due),
        hour=hour_of(due),
        at=hour_of(table),
    )


def _spans(i: int, job: Job, having: Resources, placed: Placed, grid: Grid) -> list[DaySpan]:
    found = []
    for n, (stage, start) in enumerate(zip(job.stages, placed.starts, strict=True)):
        end, who = start + placed.length(n), placed.who[n]
        kind = "hands" if stage.hands else "cold" if stage.key == "hold" else "wait"
        night = stage.hands and who is not None and overlaps(start, end, having.people[who].asleep)
        ready = grid.at(start + stage.least) if stage.spread and stage.ended is None else None
        if end > start:
            found.append(replace(_span(i, stage.key, kind, start, end, grid, NAMES[stage.key], night), ready=ready))
    if job.filling is not None and placed.filling is not None and placed.filler is not None:
        end = placed.filling + job.filling.hands
        night = overlaps(placed.filling, end, having.people[placed.filler].asleep)
        found.append(_span(i, "filling", "hands", placed.filling, end, grid, NAMES["filling"], night))
    for load, into in zip(job.loads, placed.into, strict=True):
        out = into + load.slots
        unseen = load.began is None and overlaps(into, out, having.unwatched)
        found.append(_span(i, load.id, "heat", into, out, grid, _load_words(load, len(job.loads) > 1), unseen))
        if load.rest:
            found.append(_span(i, f"{load.id}.rest", "rest", out, out + load.rest, grid, say("Rests"), False))
    return sorted(found, key=lambda s: s.start)


def lanes_of(jobs: Sequence[Job], having: Resources, plan: Plan, grid: Grid) -> list[DayLane]:
    """What everybody's hands and everything of the kitchen have to do, in hours."""
    lanes = []
    begins, ends = min(p.begins for p in plan.placed), max(served(j, p) for j, p in zip(jobs, plan.placed, strict=True))
    work = [op for job, placed in zip(jobs, plan.placed, strict=True) for op in ops(job, placed)]
    for p, person in enumerate(having.people):
        spans = [
            _span(
                op.job,
                op.key,
                "hands",
                op.start,
                op.end,
                grid,
                NAMES[op.key],
                overlaps(op.start, op.end, person.asleep),
            )
            for op in work
            if op.who == p
        ]
        away = [
            _span(-1, kind, kind, max(a, begins), min(b, ends), grid, words, False)
            for times, kind, words in ((person.away, "away", say("away")), (person.asleep, "asleep", say("asleep")))
            for a, b in times
            if a < ends and begins < b
        ]
        name = verbatim(person.name) if person.name else say("Your hands") if p == 0 else say("Helping hands")
        lanes.append(DayLane(f"hands.{p}", name, sorted(spans, key=lambda s: s.start), away))
    return lanes + _fires(jobs, having, plan, grid) + _fridge(jobs, plan, grid)


def _fires(jobs: Sequence[Job], having: Resources, plan: Plan, grid: Grid) -> list[DayLane]:
    lanes = []
    for where, name in WHERE.items():
        for n in range(having.ovens if where == "oven" else 1):
            spans = list(_heated(jobs, plan, grid, where, n))
            if where == "oven":
                spans += _risen(jobs, having, plan, grid, n)
            if spans:
                several = where == "oven" and having.ovens > 1
                called = say("{name} {n}", name=name, n=n + 1) if several else name
                lanes.append(DayLane(f"{where}.{n}", called, sorted(spans, key=lambda s: s.start), []))
    return lanes


def _heated(jobs: Sequence[Job], plan: Plan, grid: Grid, where: str, n: int) -> Iterator[DaySpan]:
    """Loads in one pot or pan, or in one of the ovens."""
    for job, placed in zip(jobs, plan.placed, strict=True):
        for load, into, oven in zip(job.loads, placed.into, placed.oven, strict=True):
            if load.where == where and (where != "oven" or oven == n):
                yield _span(job.key, load.id, "heat", into, into + load.slots, grid, _load_words(load, False), False)


def _risen(jobs: Sequence[Job], having: Resources, plan: Plan, grid: Grid, n: int) -> Iterator[DaySpan]:
    """Doughs that rise in one of the ovens."""
    for job, placed in zip(jobs, plan.placed, strict=True):
        for rise, start, oven in in_ovens(job, placed, having):
            if oven == n and rise.slots:
                yield _span(job.key, rise.id, "wait", start, start + rise.slots, grid, NAMES[rise.id], False)


def _fridge(jobs: Sequence[Job], plan: Plan, grid: Grid) -> list[DayLane]:
    spans = [
        _span(job.key, "cold", "cold", placed.starts[-1], max(placed.into), grid, say("Kept cold"), False)
        for job, placed in zip(jobs, plan.placed, strict=True)
        if job.chilled
    ]
    return [DayLane("fridge", say("Fridge"), spans, [])] if spans else []
