"""What a plan of a day costs, and what in it cannot be: one reckoning for whoever makes plans.

The weights are per slot of five minutes. They stand so far apart that in the days of a home kitchen what comes
first decides; they are a choice of ours, assumed.
"""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from itertools import combinations, pairwise
from operator import add
from typing import Literal, NamedTuple

from airycrumb.day.job import ALIKE_C, OFF_C, RISES_IN, Job, Load, Placed, Plan, Resources

WEIGHTS = {
    "unsafe": 100_000,
    "over": 10_000,
    "late": 2_000,
    "night": 500,
    "early": 40,
    "unsure": 3,
    "long": 1,
}
GRACE = 3  # slots what must be hot may stand on the table
EARLY = {"hot": WEIGHTS["early"], "reheat": 3, "cool": 1}  # of `early`, by how it is served


class Costs(NamedTuple):
    """Of a plan, in weighted slots. unsafe: warm for too long; over: past its best; late; night: hands
    while asleep, or heat that nobody watches;
    early: on the table too soon; unsure: less time than the dough may need; long: begun long before."""

    unsafe: int = 0
    over: int = 0
    late: int = 0
    night: int = 0
    early: int = 0
    unsure: int = 0
    long: int = 0

    @property
    def total(self) -> int:
        """All of them."""
        return sum(self)

    @property
    def grave(self) -> int:
        """What nobody would choose for how the rest of it goes."""
        return self.unsafe + self.over + self.late + self.night

    def __add__(self, other: "Costs") -> "Costs":  # type: ignore[override]
        return Costs._make(map(add, self, other))


def served(job: Job, placed: Placed) -> int:
    """The slot the last of it is on the table."""
    return max(into + load.slots + load.rest for into, load in zip(placed.into, job.loads, strict=True))


@dataclass(frozen=True)
class Op:
    """Something hands do: whose, which stage or "filling", from when, until when, by whom, and whether they are at
    it."""

    job: int
    key: str
    start: int
    end: int
    who: int
    under_way: bool = False


def ops(job: Job, placed: Placed) -> Iterator[Op]:
    """What hands do for a bake and have not done yet."""
    for stage, start, who in zip(job.stages, placed.starts, placed.who, strict=True):
        if stage.hands and stage.ended is None and who is not None:
            yield Op(job.key, stage.key, start, start + stage.least, who, stage.began is not None)
    if job.filling is not None and placed.filling is not None and job.filling.began is None:
        assert placed.filler is not None, "a filling is made by somebody"
        yield Op(job.key, "filling", placed.filling, placed.filling + job.filling.hands, placed.filler)


def at_it(jobs: Sequence[Job], people: int) -> Iterator[tuple[int, int, int, int, int]]:
    """(bake, stage, start, slots, person) of what hands are at already: each by a person of its own where there are
    as many, else by the first: two that were begun at once are, however few hands there seem to be."""
    free = [0] * people
    begun = [
        (stage.began, i, n, stage.least)
        for i, job in enumerate(jobs)
        for n, stage in enumerate(job.stages)
        if stage.hands and stage.began is not None and stage.ended is None
    ]
    for start, i, n, slots in sorted(begun):
        person = next((p for p, until in enumerate(free) if until <= start), 0)
        free[person] = max(free[person], start + slots)
        yield i, n, start, slots, person


def merged(spans: Iterable[tuple[int, int]]) -> list[tuple[int, int]]:
    """Spans that touch or overlap as one, in order; empty ones left out."""
    found: list[tuple[int, int]] = []
    for since, until in sorted(span for span in spans if span[1] > span[0]):
        if found and since <= found[-1][1]:
            found[-1] = (found[-1][0], max(found[-1][1], until))
        else:
            found.append((since, until))
    return found


def overlaps(start: int, end: int, spans: Iterable[tuple[int, int]]) -> bool:
    """Whether something from start to end touches any of the spans."""
    return any(start < until and since < end for since, until in spans)


def costs(job: Job, placed: Placed, having: Resources) -> Costs:
    """What one bake's place in the day costs."""
    last, begins = job.stages[-1], placed.starts[-1]
    waits = [into - begins for into in placed.into]
    over = sum(s.over(placed.length(i)) for i, s in enumerate(job.stages[:-1]) if not s.hands)
    over += sum(last.over(wait, load.extra) for wait, load in zip(waits, job.loads, strict=True))
    warm = sum(max(0, wait - job.warm) for wait in waits) if job.warm is not None else 0
    ready = [into + load.slots + load.rest for into, load in zip(placed.into, job.loads, strict=True)]
    early = sum(max(0, job.due - GRACE - at) for at in ready)
    night = sum(
        op.end - op.start for op in ops(job, placed) if overlaps(op.start, op.end, having.people[op.who].asleep)
    )
    night += sum(
        load.slots
        for into, load in zip(placed.into, job.loads, strict=True)
        if load.began is None and overlaps(into, into + load.slots, having.unwatched)
    )
    return Costs(
        unsafe=WEIGHTS["unsafe"] * warm,
        over=WEIGHTS["over"] * over,
        late=WEIGHTS["late"] * max(0, max(ready) - job.due),
        night=WEIGHTS["night"] * night,
        early=EARLY[job.serve] * early,
        unsure=WEIGHTS["unsure"] * sum(s.short(placed.length(i)) for i, s in enumerate(job.stages)),
        long=WEIGHTS["long"] * max(0, job.due - placed.begins),
    )


def stands(job: Job, placed: Placed) -> bool:
    """Whether a bake by itself can go as placed: what was marked where it was, every stage long enough, nothing before
    now, the filling cold in time and not too old."""
    if job.stages[0].began is None and job.pinned not in (None, placed.starts[0]):
        return False
    ends = [*placed.starts[1:], min(placed.into)]
    for stage, start, end in zip(job.stages, placed.starts, ends, strict=True):
        if stage.began not in (None, start) or stage.ended not in (None, end):
            return False
        if stage.began is None and start < job.earliest:
            return False
        if stage.ended is None and (
            end < job.earliest or end - start < stage.least or (stage.hands and end - start > stage.least)
        ):
            return False
    return _loads_stand(job, placed) and _filling_stands(job, placed)


def _loads_stand(job: Job, placed: Placed) -> bool:
    """Whether its loads are where they were marked, and those to come neither before now nor before one another."""
    loads = list(zip(job.loads, placed.into, strict=True))
    to_come = [into for load, into in loads if load.began is None]
    as_marked = all(into == load.began for load, into in loads if load.began is not None)
    return as_marked and all(job.earliest <= into for into in to_come) and all(a <= b for a, b in pairwise(to_come))


def _filling_stands(job: Job, placed: Placed) -> bool:
    filling = job.filling
    if filling is None or placed.filling is None:
        return True
    if filling.began is not None:
        return placed.filling == filling.began
    cold, wrap = placed.filling + filling.hands + filling.cool, placed.starts[job.wrap]
    return placed.filling >= job.earliest and cold <= wrap <= cold + filling.keeps


def judged(jobs: Iterable[Job], plan: Plan, having: Resources) -> Costs:
    """What a whole plan costs."""
    total = Costs()
    for job, placed in zip(jobs, plan.placed, strict=True):
        total += costs(job, placed, having)
    return total


def _loads(jobs: Iterable[Job], plan: Plan) -> Iterator[tuple[Job, Load, int, int]]:
    for job, placed in zip(jobs, plan.placed, strict=True):
        for load, into, oven in zip(job.loads, placed.into, placed.oven, strict=True):
            yield job, load, into, oven


def from_off(job: Job, having: Resources) -> int:
    """Slots an oven takes from where a dough rises in it to a bake's own first load."""
    first = job.loads[0]
    off = Load("", "oven", OFF_C, 0, 0)
    return having.change(off, first) + first.heats if first.where == "oven" else 0


def in_ovens(job: Job, placed: Placed, having: Resources) -> Iterator[tuple[Load, int, int]]:
    """What of a bake rises in an oven, as a load of its own: what, from when, in which. Pieces that prove there come
    out while it heats for them."""
    for n, (stage, start) in enumerate(zip(job.stages, placed.starts, strict=True)):
        if stage.oven and stage.ended is None:
            last = n == len(job.stages) - 1
            slots = max(0, placed.length(n) - (from_off(job, having) if last else 0))
            yield Load(stage.key, "oven", OFF_C, slots, 0, shelves=0), start, RISES_IN


def _most_at_once(spans: Iterable[tuple[int, int, int]]) -> int:
    """The most of anything in use at one time. spans: (from, until, how many)."""
    spans = list(spans)
    return max((sum(n for a, b, n in spans if a <= at < b) for at, _, _ in spans), default=0)


Over = Literal["hands", "away", "oven", "shelves", "burners", "steamer", "pan", "fridge"]


@dataclass(frozen=True)
class Clash:
    """Something wanted by more than can have it. over: what; first, second: by which work or load, "" where it is by
    more than two."""

    over: Over
    first: str = ""
    second: str = ""


def clashes(jobs: Iterable[Job], plan: Plan, having: Resources) -> list[Clash]:
    """What of a plan cannot be: nothing, of plans made here; of bakes each planned alone, where they collide."""
    jobs = list(jobs)
    pairs = list(zip(jobs, plan.placed, strict=True))
    hands = [op for job, placed in pairs for op in ops(job, placed)]
    rising = [(job, *row) for job, placed in pairs for row in in_ovens(job, placed, having)]
    heated = [*_loads(jobs, plan), *rising]
    return [*_hands_twice(hands, having), *_ovens_twice(heated, having), *_too_many(pairs, having)]


def _hands_twice(hands: Sequence[Op], having: Resources) -> Iterator[Clash]:
    for a, b in combinations(hands, 2):
        # Two that were begun at once are, however few hands there seem to be.
        if a.who == b.who and a.start < b.end and b.start < a.end and not (a.under_way and b.under_way):
            yield Clash("hands", f"{a.job}.{a.key}", f"{b.job}.{b.key}")
    for op in hands:
        if not op.under_way and overlaps(op.start, op.end, having.people[op.who].away):
            yield Clash("away", f"{op.job}.{op.key}")


def _ovens_twice(loads: Sequence[tuple[Job, Load, int, int]], having: Resources) -> Iterator[Clash]:
    baked = [row for row in loads if row[1].where == "oven"]
    for (j, a, at, oven), (k, b, bt, other) in combinations(baked, 2):
        # Its own rise is over before its own heat; and what was put in beside a dough is there, as marked.
        settled = OFF_C in (a.celsius, b.celsius) and (j is k or a.began is not None or b.began is not None)
        if oven == other and not settled and not can_be(having, a, at, b, bt):
            yield Clash("oven", f"{j.key}.{a.id}", f"{k.key}.{b.id}")
    for oven in range(having.ovens):
        inside = [(at, at + x.slots, x.shelves) for _, x, at, where in baked if where == oven]
        if _most_at_once(inside) > having.shelves:
            yield Clash("shelves")


def _too_many(pairs: Sequence[tuple[Job, Placed]], having: Resources) -> Iterator[Clash]:
    """On the hob and in the fridge, at one time."""
    loads = [(x, at) for job, p in pairs for x, at in zip(job.loads, p.into, strict=True)]
    on = lambda *where: [(at, at + x.slots, 1) for x, at in loads if x.where in where]
    cold = [(p.starts[-1], max(p.into), min(j.trays, having.fridge_trays)) for j, p in pairs if j.chilled]
    limits: tuple[tuple[Over, list[tuple[int, int, int]], int], ...] = (
        ("burners", on("steamer", "pan"), having.burners),
        ("steamer", on("steamer"), having.steamers),
        ("pan", on("pan"), 1),
        ("fridge", cold, having.fridge_trays),
    )
    for over, spans, most in limits:
        if _most_at_once(spans) > most:
            yield Clash(over)


def can_be(having: Resources, a: Load, at: int, b: Load, bt: int) -> bool:
    """Whether two loads can be in one oven at their times, shelves apart: at once where their temperatures are alike,
    else one after another with time to change."""
    if abs(a.celsius - b.celsius) <= ALIKE_C:
        return True
    first, second = ((a, at), (b, bt)) if at <= bt else ((b, bt), (a, at))
    return second[1] - second[0].heats >= first[1] + first[0].slots + having.change(first[0], second[0])
