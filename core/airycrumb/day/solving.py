"""The best plan of a day, or a plan and how far it may be from the best: OR-Tools CP-SAT.

Better plans are looked for first, and then it is proven that there is none: with what a plan may cost at most, most
of what could be is left out, and a search by what cannot be had together closes in on the best from below.
Loading the solver takes about a second, so it is loaded where a day is solved and nowhere else.
OR-Tools 9.15 is pinned: 9.12 beside numpy 2.4 called plans impossible that are not (tests/core/test_day_solving.py).
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from itertools import combinations, pairwise
from threading import Event
from typing import Any

from airycrumb.day.job import ALIKE_C, OFF_C, RISES_IN, Job, Load, Placed, Plan, Resources, Stage
from airycrumb.day.judging import EARLY, GRACE, WEIGHTS, at_it, from_off, judged, merged
from airycrumb.day.searching import Found, searched

LOOKING, LOOKING_S = 0.3, 2.0  # of the time, and s at most, in which better plans are looked for before one is proven
PROVING = ("core", "default_lp")  # of the solver's ways: one lifts the bound, the other still finds plans
Seen = Callable[[Plan], bool]  # told each better plan; whether to go on
Told = Callable[[Plan, int], bool]  # the same with what no plan costs less than


@dataclass
class _Bake:
    """One bake's variables."""

    job: Job
    starts: list[Any]
    filling: Any | None
    into: list[Any]
    ready: list[Any]


@dataclass(frozen=True)
class _Hands:
    """One thing hands do: whose, which stage (-1: the filling), from when, for how long, and who does it."""

    bake: int
    stage: int
    start: Any
    slots: int
    by: list[Any]


class _Model:
    """A day as CP-SAT has it. most: what a plan may cost, None for anything."""

    def __init__(self, cp: Any, jobs: Sequence[Job], having: Resources, most: int | None = None) -> None:
        self.cp, self.jobs, self.having, self.most = cp, jobs, having, most
        self.m = cp.CpModel()
        self.cost: list[Any] = []
        self.bakes = [self._bake(i, job) for i, job in enumerate(jobs)]
        self.at_it = list(at_it(jobs, len(having.people)))
        self.hands = [h for i, bake in enumerate(self.bakes) for h in self._hands(i, bake)]
        self._people()
        self.ovens = self._ovens()
        self._hob()
        self._cold()
        self.m.minimize(sum(self.cost))

    def _slot(self, name: str, low: int = 0, high: int | None = None) -> Any:
        return self.m.new_int_var(low, self.having.horizon if high is None else high, name)

    def _at_least(self, weight: int, amount: Any, name: str) -> None:
        """A cost of so much a slot for every slot above none."""
        beyond = self._slot(name, high=self._affordable(weight))
        self.m.add(beyond >= amount)
        self.cost.append(weight * beyond)

    def _affordable(self, weight: int) -> int:
        """Slots of a cost a plan can have at all."""
        most = 2 * self.having.horizon
        return most if self.most is None else min(most, self.most // weight)

    def _bake(self, i: int, job: Job) -> _Bake:
        starts = [self._slot(f"{i}.{s.key}") for s in job.stages]
        into = [self._slot(f"{i}.{load.id}") for load in job.loads]
        bake = _Bake(job, starts, None, into, [])
        self._stages(i, bake)
        self._loads(i, bake)
        if job.filling is not None:
            self._filling(i, bake)
        self._when(i, bake)
        return bake

    def _stages(self, i: int, bake: _Bake) -> None:
        job, m = bake.job, self.m
        if job.stages[0].began is None:
            m.add(bake.starts[0] >= job.earliest)
        for n, stage in enumerate(job.stages):
            end = bake.starts[n + 1] if n + 1 < len(job.stages) else bake.into[0]
            if stage.began is not None:
                m.add(bake.starts[n] == stage.began)
            if stage.ended is not None:
                m.add(end == stage.ended)
            elif stage.hands:
                m.add(end == bake.starts[n] + stage.least)
            else:
                self._wait(f"{i}.{stage.key}", stage, bake.starts[n], end, job)

    def _wait(self, name: str, stage: Stage, start: Any, end: Any, job: Job) -> None:
        m = self.m
        m.add(end >= start + stage.least)
        m.add(end >= job.earliest)
        if stage.target > stage.least:
            self._at_least(WEIGHTS["unsure"], start + stage.target - end, f"{name}.unsure")
        # The last wait is judged load by load.
        if stage.until is not None and stage is not job.stages[-1]:
            self._at_least(WEIGHTS["over"], end - start - stage.until, f"{name}.over")

    def _loads(self, i: int, bake: _Bake) -> None:
        job, m, last, begins = bake.job, self.m, bake.job.stages[-1], bake.starts[-1]
        for load, into in zip(job.loads, bake.into, strict=True):
            name = f"{i}.{load.id}"
            if load.began is not None:
                m.add(into == load.began)
            elif last.ended is None:
                m.add(into >= begins + last.least)
            m.add(into >= bake.into[0])
            if last.until is not None:
                self._at_least(WEIGHTS["over"], into - begins - last.until - load.extra, f"{name}.over")
            if job.warm is not None:
                self._at_least(WEIGHTS["unsafe"], into - begins - job.warm, f"{name}.warm")
            ready = into + load.slots + load.rest
            bake.ready.append(ready)
            if load.began is None:
                self._watched(load, into)
            self._at_least(EARLY[job.serve], job.due - GRACE - ready, f"{name}.early")
        # Loads that are alike go in in their order.
        for (a, at), (b, bt) in pairwise(zip(job.loads, bake.into, strict=True)):
            if replace(a, id=b.id) == b and a.began is None:
                m.add(at <= bt)

    def _watched(self, load: Load, into: Any) -> None:
        """A cost where a load is in the heat while everybody sleeps or is away."""
        if not self.having.unwatched:
            return
        unseen = self.m.new_bool_var("")
        self._clear_of(into, load.slots, self.having.unwatched, [unseen])
        self.cost.append(WEIGHTS["night"] * load.slots * unseen)

    def _clear_of(self, start: Any, slots: int, spans: Sequence[tuple[int, int]], unless: list[Any]) -> None:
        """Something lies before or after each span, unless one of some choices is made."""
        m = self.m
        for a, b in spans:
            before, after = m.new_bool_var(""), m.new_bool_var("")
            m.add(start + slots <= a).only_enforce_if(before)
            m.add(start >= b).only_enforce_if(after)
            m.add_bool_or(before, after, *unless)

    def _filling(self, i: int, bake: _Bake) -> None:
        filling = bake.job.filling
        assert filling is not None, "a bake with a filling"
        start = bake.filling = self._slot(f"{i}.filling")
        if filling.began is not None:
            self.m.add(start == filling.began)
            return
        wrap = bake.starts[bake.job.wrap]
        self.m.add(start + filling.hands + filling.cool <= wrap)
        self.m.add(start >= wrap - filling.hands - filling.cool - filling.keeps)
        self.m.add(start >= bake.job.earliest)

    def _when(self, i: int, bake: _Bake) -> None:
        """Late, and begun long before."""
        job = bake.job
        if job.pinned is not None and job.stages[0].began is None:
            self.m.add(bake.starts[0] == job.pinned)
        late = self._slot(f"{i}.late", high=self._affordable(WEIGHTS["late"]))
        for ready in bake.ready:
            self.m.add(late >= ready - job.due)
        self.cost.append(WEIGHTS["late"] * late)
        long = self._slot(f"{i}.long", high=self._affordable(WEIGHTS["long"]))
        for first in (bake.starts[0], bake.filling):
            if first is not None:
                self.m.add(long >= job.due - first)
        self.cost.append(WEIGHTS["long"] * long)

    def _hands(self, i: int, bake: _Bake) -> list[_Hands]:
        m, people, found = self.m, len(self.having.people), []
        stages = [(n, s) for n, s in enumerate(bake.job.stages) if s.hands and s.ended is None and s.began is None]
        todo = [(n, bake.starts[n], s.least) for n, s in stages]
        filling = bake.job.filling
        if filling is not None and filling.began is None:
            todo.append((-1, bake.filling, filling.hands))
        for n, start, slots in todo:
            by = [m.new_bool_var(f"{i}.{n}.by{p}") for p in range(people)]
            m.add_exactly_one(by)
            found.append(_Hands(i, n, start, slots, by))
        return found

    def _people(self) -> None:
        m = self.m
        for p, person in enumerate(self.having.people):
            busy = [self._span(h.start, h.slots, h.by[p], among=len(self.having.people)) for h in self.hands]
            working = [(start, start + slots) for _, _, start, slots, who in self.at_it if who == p]
            away = [m.new_fixed_size_interval_var(a, b - a, f"away{p}") for a, b in merged([*person.away, *working])]
            m.add_no_overlap([*busy, *away])
            for h in self.hands:
                self._asleep(h, p, person.asleep)

    def _span(self, start: Any, slots: int, here: Any, among: int) -> Any:
        """Something taken by one of so many; of the only one there is, in any case: the solver sees further then."""
        if among == 1:
            return self.m.new_fixed_size_interval_var(start, slots, "")
        return self.m.new_optional_fixed_size_interval_var(start, slots, here, "")

    def _one_after_another(self, spans: list[Any], takes: list[int], most: int) -> None:
        """So many at most at a time; of one, none beside another."""
        if most == 1:
            self.m.add_no_overlap(spans)
        else:
            self.m.add_cumulative(spans, takes, most)

    def _asleep(self, h: _Hands, p: int, spans: Sequence[tuple[int, int]]) -> None:
        m = self.m
        if not spans:
            return
        up = m.new_bool_var(f"up{h.bake}.{h.stage}.{p}")
        self._clear_of(h.start, h.slots, spans, [up, h.by[p].negated()])
        self.cost.append(WEIGHTS["night"] * h.slots * up)

    def _ovens(self) -> dict[tuple[int, int], list[Any]]:
        m, having = self.m, self.having
        loads = [
            (i, n, load) for i, job in enumerate(self.jobs) for n, load in enumerate(job.loads) if load.where == "oven"
        ]
        chosen = {(i, n): [m.new_bool_var(f"{i}.{n}.oven{o}") for o in range(having.ovens)] for i, n, _ in loads}
        for i, n, load in loads:
            m.add_exactly_one(chosen[i, n])
            if load.began is not None:
                m.add(chosen[i, n][0] == 1)
        for o in range(having.ovens):
            inside = [
                self._span(self.bakes[i].into[n], load.slots, chosen[i, n][o], among=having.ovens)
                for i, n, load in loads
            ]
            self._one_after_another(inside, [load.shelves for _, _, load in loads], having.shelves)
            for (i, n, a), (j, k, b) in combinations(loads, 2):
                if abs(a.celsius - b.celsius) > ALIKE_C:
                    self._apart(a, self.bakes[i].into[n], b, self.bakes[j].into[k], chosen[i, n][o], chosen[j, k][o])
        self._rising_in(loads, chosen)
        return chosen

    def _rising_in(self, loads: list[tuple[int, int, Load]], chosen: dict[tuple[int, int], list[Any]]) -> None:
        """Where a dough rises in the oven, nothing of another bake is baked in it, nor while it cools or heats."""
        for i, bake in enumerate(self.bakes):
            for n, stage in enumerate(bake.job.stages):
                if stage.oven and stage.ended is None:
                    for j, k, load in loads:
                        if j != i and load.began is None:
                            self._off(bake, n, load, self.bakes[j].into[k], chosen[j, k][RISES_IN])

    def _off(self, bake: _Bake, n: int, load: Load, at: Any, here: Any) -> None:
        rise, last = Load("", "oven", OFF_C, 0, 0), n + 1 == len(bake.job.stages)
        end = bake.into[0] - from_off(bake.job, self.having) if last else bake.starts[n + 1]
        first = self.m.new_bool_var("")
        after = end + self.having.change(rise, load) + load.heats
        before = at + load.slots + self.having.change(load, rise)
        self.m.add(at >= after).only_enforce_if(first, here)
        self.m.add(bake.starts[n] >= before).only_enforce_if(first.negated(), here)

    def _apart(self, a: Load, at: Any, b: Load, bt: Any, here: Any, there: Any) -> None:
        """Two loads of unlike temperatures in one oven: one after the other, with time to change."""
        m, first = self.m, self.m.new_bool_var("")
        m.add(bt - b.heats >= at + a.slots + self.having.change(a, b)).only_enforce_if(first, here, there)
        m.add(at - a.heats >= bt + b.slots + self.having.change(b, a)).only_enforce_if(first.negated(), here, there)

    def _hob(self) -> None:
        m, having = self.m, self.having
        on = [
            (load.where, m.new_fixed_size_interval_var(self.bakes[i].into[n], load.slots, f"{i}.{n}.hob"))
            for i, job in enumerate(self.jobs)
            for n, load in enumerate(job.loads)
            if load.where != "oven"
        ]
        m.add_cumulative([x for _, x in on], [1] * len(on), having.burners)
        for where, most in (("steamer", having.steamers), ("pan", 1)):
            same = [x for w, x in on if w == where]
            self._one_after_another(same, [1] * len(same), most)

    def _cold(self) -> None:
        m, cold = self.m, [b for b in self.bakes if b.job.chilled]
        spans = []
        for bake in cold:
            last = self._slot("last")
            for into in bake.into:
                m.add(last >= into)
            size = self._slot("cold")
            m.add(size == last - bake.starts[-1])
            spans.append(m.new_interval_var(bake.starts[-1], size, last, "cold"))
        if len(cold) > 1:
            m.add_cumulative(
                spans, [min(b.job.trays, self.having.fridge_trays) for b in cold], self.having.fridge_trays
            )

    def hint(self, plan: Plan) -> None:
        """Begin from a plan."""
        for bake, placed in zip(self.bakes, plan.placed, strict=True):
            for var, value in zip([*bake.starts, *bake.into], [*placed.starts, *placed.into], strict=True):
                self.m.add_hint(var, value)
            if bake.filling is not None and placed.filling is not None:
                self.m.add_hint(bake.filling, placed.filling)

    def read(self, value: Callable[[Any], int]) -> Plan:
        """The plan its variables say."""
        who = {(h.bake, h.stage): next(p for p, v in enumerate(h.by) if value(v)) for h in self.hands}
        who |= {(i, n): p for i, n, _, _, p in self.at_it}
        placed = []
        for i, bake in enumerate(self.bakes):
            ovens = [
                next((o for o, v in enumerate(self.ovens.get((i, n), [])) if value(v)), 0)
                for n in range(len(bake.into))
            ]
            by = tuple(who.get((i, n), 0) if s.hands else None for n, s in enumerate(bake.job.stages))
            filling = None if bake.filling is None else value(bake.filling)
            placed.append(
                Placed(
                    job=bake.job.key,
                    starts=tuple(value(v) for v in bake.starts),
                    who=by,
                    filling=filling,
                    filler=None if filling is None else who.get((i, -1), 0),
                    into=tuple(value(v) for v in bake.into),
                    oven=tuple(ovens),
                )
            )
        plan = Plan(tuple(placed), how="solver")
        return replace(plan, cost=judged(self.jobs, plan, self.having).total)


def solve(
    jobs: Sequence[Job],
    having: Resources,
    first: Plan | None,
    seconds: float,
    seen: Seen | None = None,
    ended: Event | None = None,
) -> Plan | None:
    """The best plan found in so many seconds, proven or with its bound; `first` where nothing is better, None where
    there is none. seen: told each better plan, in a thread of the solver's; it ends the search by answering False;
    ended: ends it too.
    """
    looking, ended = min(LOOKING_S, LOOKING * seconds), ended or Event()
    told = None if seen is None else lambda plan, bound: seen(replace(plan, bound=bound))
    found = searched(_model(jobs, having, first), looking, told, (), ended)
    if not found.proven and not ended.is_set():
        found = _proven(jobs, having, found, first, seconds - looking, told, ended)
    if found.best is None:
        return first
    plan = found.best
    if first is not None and first.cost < plan.cost:
        plan = replace(first, how="greedy")
    return replace(plan, bound=min(found.bound, plan.cost), proven=found.proven or plan.cost <= found.bound)


def _model(jobs: Sequence[Job], having: Resources, first: Plan | None, most: int | None = None) -> _Model:
    from ortools.sat.python import cp_model

    model = _Model(cp_model, jobs, having, most)
    if first is not None:
        model.hint(first)
    return model


def _proven(
    jobs: Sequence[Job],
    having: Resources,
    found: Found[Plan],
    first: Plan | None,
    seconds: float,
    told: Told | None,
    ended: Event,
) -> Found[Plan]:
    """The search gone on with from what was found: of plans that cost no more than that one."""
    best = min((p for p in (found.best, first) if p is not None), key=lambda p: p.cost, default=None)
    model = _model(jobs, having, best, None if best is None else best.cost)
    after = searched(model, seconds, told, PROVING if best is not None else (), ended)
    plan = min((p for p in (found.best, after.best) if p is not None), key=lambda p: p.cost, default=None)
    return Found(plan, max(found.bound, after.bound), after.proven)
