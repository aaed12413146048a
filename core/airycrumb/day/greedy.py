"""A plan in milliseconds: one bake after another takes the cheapest place that is left. Never the best for sure,
always a plan, and where the solver begins."""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import islice, permutations

from airycrumb.day.job import OFF_C, RISES_IN, Job, Load, Placed, Plan, Resources, Stage
from airycrumb.day.judging import WEIGHTS, can_be, costs, in_ovens, judged

TRIED_BEFORE, TRIED_AFTER = 150, 150  # slots before and after its latest start in which a place is looked for
MOST_OVER = 36  # slots a dough is left past its best where nothing else is left
ORDERS = {1: 1, 2: 2, 3: 6}  # in how many orders the bakes take their places
MANY_ORDERS = 1  # of more bakes than those
STRIDE = 4  # slots between the starts tried first


class Taken:
    """What of the day is taken already."""

    def __init__(self, having: Resources) -> None:
        self.having = having
        self.hands = [_mask(person.away) for person in having.people]
        self.asleep = [_mask(person.asleep) for person in having.people]
        self.loads: list[tuple[Load, int, int]] = []
        self.cold: list[tuple[int, int, int]] = []

    def who(self, start: int, slots: int) -> int | None:
        """Who has hands then, somebody awake first; None for nobody."""
        wanted = ((1 << slots) - 1) << start
        free = [i for i, taken in enumerate(self.hands) if not taken & wanted]
        return next((i for i in free if not self.asleep[i] & wanted), free[0] if free else None)

    def oven_for(self, load: Load, at: int) -> int | None:
        """Which oven, pot or pan takes the load at a slot; None for none. 0 for what is no oven."""
        if load.where != "oven":
            others = [x for x in self.loads if x[0].where != "oven"]
            same = [x for x in others if x[0].where == load.where]
            most = self.having.steamers if load.where == "steamer" else 1
            fits = _fits(same, load, at, most) and _fits(others, load, at, self.having.burners)
            return 0 if fits else None
        for oven in range(self.having.ovens):
            inside = [x for x in self.loads if x[0].where == "oven" and x[2] == oven]
            if all(can_be(self.having, load, at, x, t) for x, t, _ in inside) and _shelved(
                inside, load, at, self.having.shelves
            ):
                return oven
        return None

    def off_for(self, start: int, slots: int) -> bool:
        """Whether the oven a dough rises in can be off for so long."""
        rise = Load("", "oven", OFF_C, slots, 0, shelves=0)
        inside = [x for x in self.loads if x[0].where == "oven" and x[2] == RISES_IN]
        # What is in the heat already is there, whatever rises beside it.
        return all(can_be(self.having, rise, start, x, t) for x, t, _ in inside if x.began is None)

    def cold_for(self, since: int, until: int, trays: int) -> bool:
        """Whether the fridge has room from one slot to another."""
        spans = [(a, b, n) for a, b, n in self.cold if a < until and since < b]
        at = [since, *(a for a, _, _ in spans)]
        most = max(sum(n for a, b, n in spans if a <= t < b) for t in at) if spans else 0
        return most + min(trays, self.having.fridge_trays) <= self.having.fridge_trays

    def take(self, job: Job, placed: Placed) -> None:
        """Take what a placed bake takes."""
        self.take_hands(job, placed)
        if job.filling is not None and placed.filling is not None and placed.filler is not None:
            self.hands[placed.filler] |= ((1 << job.filling.hands) - 1) << placed.filling
        self.loads += zip(job.loads, placed.into, placed.oven, strict=True)
        self.loads += in_ovens(job, placed, self.having)
        if job.chilled:
            self.cold.append((placed.starts[-1], max(placed.into), min(job.trays, self.having.fridge_trays)))

    def take_hands(self, job: Job, placed: Placed) -> None:
        """Take the hands its stages take."""
        for stage, start, who in zip(job.stages, placed.starts, placed.who, strict=True):
            if stage.hands and stage.ended is None and who is not None:
                self.hands[who] |= ((1 << stage.least) - 1) << start


def _mask(spans: Sequence[tuple[int, int]]) -> int:
    found = 0
    for since, until in spans:
        since = max(0, since)
        if until > since:
            found |= ((1 << (until - since)) - 1) << since
    return found


def _fits(inside: Sequence[tuple[Load, int, int]], load: Load, at: int, most: int) -> bool:
    spans = [(t, t + x.slots) for x, t, _ in inside if t < at + load.slots and at < t + x.slots]
    moments = [at, *(t for t, _ in spans if t >= at)]
    return all(sum(a <= m < b for a, b in spans) < most for m in moments)


def _shelved(inside: Sequence[tuple[Load, int, int]], load: Load, at: int, shelves: int) -> bool:
    spans = [(t, t + x.slots, x.shelves) for x, t, _ in inside if t < at + load.slots and at < t + x.slots]
    moments = [at, *(t for t, _, _ in spans if t >= at)]
    return all(sum(n for a, b, n in spans if a <= m < b) + load.shelves <= shelves for m in moments)


def _lengths(stage: Stage, past_best: bool) -> Iterator[int]:
    """Lengths of a wait, the best first: what it is best given, longer up to its best, shorter, past its best."""
    most = stage.until if stage.until is not None else stage.target + MOST_OVER
    yield from range(stage.target, max(most, stage.target) + 1)
    yield from range(stage.target - 1, stage.least - 1, -1)
    if past_best and stage.until is not None:
        yield from range(max(most, stage.target) + 1, most + MOST_OVER)


class _Placing:
    """One bake put into what is left of a day, from one start."""

    def __init__(self, job: Job, taken: Taken, past_best: bool) -> None:
        self.job, self.taken, self.past_best = job, taken, past_best
        self.hopeless: set[tuple[int, int]] = set()

    def from_(self, start: int) -> Placed | None:
        """With its first stage at a slot; None where that cannot be."""
        return self._stage(0, start, (), ())

    def _stage(self, i: int, at: int, starts: tuple[int, ...], who: tuple[int | None, ...]) -> Placed | None:
        if (i, at) in self.hopeless or at >= self.taken.having.horizon:
            return None
        stage = self.job.stages[i]
        at = stage.began if stage.began is not None else at
        found = self._hands(i, at, starts, who) if stage.hands else self._wait(i, at, starts, who)
        if found is None:
            self.hopeless.add((i, at))
        return found

    def _hands(self, i: int, at: int, starts: tuple[int, ...], who: tuple[int | None, ...]) -> Placed | None:
        stage = self.job.stages[i]
        person = 0 if stage.ended is not None else self.taken.who(at, stage.least)
        if person is None and stage.began is not None:
            person = 0  # it was begun, so somebody is at it
        if person is None:
            return None
        end = stage.ended if stage.ended is not None else at + stage.least
        return self._stage(i + 1, end, (*starts, at), (*who, person))

    def _wait(self, i: int, at: int, starts: tuple[int, ...], who: tuple[int | None, ...]) -> Placed | None:
        stage, last = self.job.stages[i], i == len(self.job.stages) - 1
        then = self._loaded if last else lambda end, s, w: self._stage(i + 1, end, s, w)
        if stage.ended is not None:
            return then(stage.ended, (*starts, at), (*who, None))
        for slots in _lengths(stage, self.past_best):
            if at + slots < self.job.earliest or (stage.oven and not last and not self.taken.off_for(at, slots)):
                continue
            found = then(at + slots, (*starts, at), (*who, None))
            if found is not None:
                return found
        return None

    def _loaded(self, first: int, starts: tuple[int, ...], who: tuple[int | None, ...]) -> Placed | None:
        """The first load in at a slot, the others as soon after as there is room."""
        mine = self.taken.loads
        into: list[int] = []
        ovens: list[int] = []
        try:
            for load in self.job.loads:
                at = load.began if load.began is not None else first if not into else into[-1]
                found = self._room(load, at, only=not into or load.began is not None)
                if found is None:
                    return None
                into.append(found[0])
                ovens.append(found[1])
                self.taken.loads = [*self.taken.loads, (load, *found)]
        finally:
            self.taken.loads = mine
        if not self._off_while_it_rises(starts, who, tuple(into), tuple(ovens)):
            return None
        if self.job.chilled and not self.taken.cold_for(starts[-1], max(into), self.job.trays):
            return None
        return self._filled(Placed(self.job.key, starts, who, None, None, tuple(into), tuple(ovens)))

    def _off_while_it_rises(
        self, starts: tuple[int, ...], who: tuple[int | None, ...], into: tuple[int, ...], oven: tuple[int, ...]
    ) -> bool:
        """Whether the oven its pieces prove in can be off until it heats for them."""
        proof = self.job.stages[-1]
        if not proof.oven or proof.ended is not None:
            return True
        placed = Placed(self.job.key, starts, who, None, None, into, oven)
        *_, (rise, start, _) = in_ovens(self.job, placed, self.taken.having)
        return self.taken.off_for(start, rise.slots)

    def _room(self, load: Load, at: int, only: bool) -> tuple[int, int] | None:
        if load.began is not None:
            return at, 0
        for t in range(at, at + 1 if only else at + TRIED_AFTER):
            oven = self.taken.oven_for(load, t)
            if oven is not None:
                return t, oven
        return None

    def _filled(self, placed: Placed) -> Placed | None:
        """With its filling made as late as there are hands."""
        filling = self.job.filling
        if filling is None:
            return placed
        if filling.began is not None:
            return replace(placed, filling=filling.began, filler=0)
        by = placed.starts[self.job.wrap] - filling.cool - filling.hands
        hands = list(self.taken.hands)
        self.taken.take_hands(self.job, placed)
        try:
            for at in range(by, max(by - filling.keeps, self.job.earliest) - 1, -1):
                person = self.taken.who(at, filling.hands) if at >= 0 else None
                if person is not None:
                    return replace(placed, filling=at, filler=person)
        finally:
            self.taken.hands = hands
        return None


def _starts(job: Job) -> Iterator[int]:
    """Slots it may begin at, the latest that is in time first, then earlier ones, then those that make it late."""
    begun = job.stages[0].began
    if begun is not None or job.pinned is not None:
        yield begun if begun is not None else job.pinned  # type: ignore[misc]
        return
    latest = job.due - job.least
    yield from range(latest, max(job.earliest, latest - TRIED_BEFORE) - 1, -1)
    yield from range(max(job.earliest, latest + 1), max(job.earliest, latest) + TRIED_AFTER)


def place(job: Job, taken: Taken) -> Placed | None:
    """The cheapest place found for one bake in what is left of a day; None where there is none."""
    best = _cheapest(job, taken, past_best=False)
    if best is not None and costs(job, best, taken.having).total < WEIGHTS["late"]:
        return best
    other = _cheapest(job, taken, past_best=True)
    found = [p for p in (best, other) if p is not None]
    return min(found, key=lambda p: costs(job, p, taken.having).total, default=None)


def _cheapest(job: Job, taken: Taken, past_best: bool) -> Placed | None:
    """Looked for in strides, and then round about the best of them."""
    placing = _Placing(job, taken, past_best)
    starts = list(_starts(job))
    best, found = _best_of(placing, starts[::STRIDE])
    if best is None:
        return _best_of(placing, starts)[1]
    near = [s for s in starts if abs(s - best) < STRIDE]
    return _best_of(placing, near, found)[1]


def _best_of(placing: _Placing, starts: Sequence[int], best: Placed | None = None) -> tuple[int | None, Placed | None]:
    """The cheapest of some starts, and with which start."""
    job, at = placing.job, None
    least = None if best is None else costs(job, best, placing.taken.having).total
    for start in starts:
        # Whatever else it costs, it costs having begun so long before, or being so late.
        in_time = start <= job.due - job.least
        if least is not None and (job.due - start if in_time else start + job.least - job.due) >= least:
            continue
        found = placing.from_(start)
        if found is not None:
            cost = costs(job, found, placing.taken.having).total
            if least is None or cost < least:
                best, least, at = found, cost, start
    return at, best


def alone(job: Job, having: Resources) -> Placed | None:
    """One bake as if it were the only one."""
    return place(job, Taken(having))


def _in_order(jobs: Sequence[Job], order: Sequence[int], having: Resources) -> Plan | None:
    taken, placed = Taken(having), {}
    order = sorted(order, key=lambda i: jobs[i].stages[0].began is None)
    for job in jobs:  # what has begun has its place before anything else
        if job.loads and all(load.began is not None for load in job.loads):
            taken.loads += [(load, load.began or 0, 0) for load in job.loads]
    for i in order:
        found = place(jobs[i], taken)
        if found is None:
            return None
        placed[i] = found
        taken.take(jobs[i], found)
    plan = Plan(tuple(placed[i] for i in range(len(jobs))), how="greedy")
    return replace(plan, cost=judged(jobs, plan, having).total)


def greedy(jobs: Sequence[Job], having: Resources) -> Plan | None:
    """The cheapest of a few orders; None where no order fits everything in.

    What has begun goes first, then what is due first, then what takes the longest.
    """
    rank = lambda i: (jobs[i].stages[0].began is None, jobs[i].due, -jobs[i].least)
    first = sorted(range(len(jobs)), key=rank)
    orders = islice(
        permutations(first) if len(first) in ORDERS else _some_orders(first), ORDERS.get(len(first), MANY_ORDERS)
    )
    found = [plan for order in orders if (plan := _in_order(jobs, order, having)) is not None]
    return min(found, key=lambda plan: plan.cost, default=None)


def _some_orders(first: list[int]) -> Iterator[list[int]]:
    yield first
    yield first[::-1]
    for i in range(1, len(first)):
        yield first[i:] + first[:i]
