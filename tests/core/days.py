"""Days to plan, made up: small ones every plan of which can be tried, and feasts as home kitchens have them."""

import random
from collections.abc import Callable, Iterator
from dataclasses import replace
from itertools import count

from airycrumb.day.job import ALIKE_C, Filling, Job, Load, Person, Placed, Plan, Resources, Stage
from airycrumb.day.judging import costs


def for_tries(many: int) -> Callable[[], float]:
    """What is left of so many tries: a search that is to lead to the same plan on a slow machine."""
    tried = count()
    return lambda: max(0.0, 1 - next(tried) / many)


def wait(key: str, least: int, target: int, until: int | None, spread: float = 0.2) -> Stage:
    """A rise or a rest."""
    return Stage(key, False, least, target, until, spread)


def work(key: str, slots: int) -> Stage:
    """Something hands do."""
    return Stage(key, True, slots, slots)


def small(key: int, rng: random.Random) -> Job:
    """A bake of a few slots."""
    rise, proof = rng.randint(1, 2), rng.randint(1, 2)
    where, celsius = rng.choice([("oven", 180.0), ("oven", 220.0), ("steamer", 100.0)])
    loads = rng.choice([1, 1, 2])
    return Job(
        key=key,
        stages=(
            work("weigh", 1),
            wait("rise", rise, rise + rng.randint(0, 1), rise + 1),
            work("wrap", rng.randint(1, 2)),
            wait("proof", proof, proof, proof + rng.randint(0, 2)),
        ),
        filling=Filling(1, rng.randint(0, 1), 2) if rng.random() < 0.5 else None,
        loads=tuple(Load(f"heat.1.{n + 1}", where, celsius, rng.randint(1, 2), 0) for n in range(loads)),  # type: ignore[arg-type]
        due=9,
        serve=rng.choice(["hot", "reheat", "cool"]),
        warm=rng.choice([None, proof + 2]),
    )


SMALL = Resources((Person("", asleep=((0, 1),)),), warms=5.0, cools=5.0, horizon=14)


def everywhere(job: Job, having: Resources) -> Iterator[Placed]:
    """Every place one bake of four stages can have in a short day, one pair of hands. Written from what a plan is, not
    from how the planner makes one."""
    weigh, rise, wrap, proof = job.stages
    for start in range(having.horizon):
        for risen in range(start + weigh.least + rise.least, having.horizon + 1):
            wrapped = risen + wrap.least
            for into in _loads(job, wrapped + proof.least, having.horizon):
                for filling in _fillings(job, risen):
                    yield Placed(
                        job=job.key,
                        starts=(start, start + weigh.least, risen, wrapped),
                        who=(0, None, 0, None),
                        filling=filling,
                        filler=None if filling is None else 0,
                        into=into,
                        oven=(0,) * len(into),
                    )


def _fillings(job: Job, wrap: int) -> list[int | None]:
    if job.filling is None:
        return [None]
    by = wrap - job.filling.cool - job.filling.hands
    return list(range(max(0, by - job.filling.keeps), by + 1))


def _loads(job: Job, first: int, horizon: int) -> Iterator[tuple[int, ...]]:
    for a in range(first, horizon + 1):
        if len(job.loads) == 1:
            yield (a,)
            continue
        for b in range(a, horizon + 1):
            yield (a, b)


def hands_at(job: Job, placed: Placed) -> list[int]:
    """Every slot in which a bake takes hands, as often as it does."""
    spans = [(at, s.least) for at, s in zip(placed.starts, job.stages, strict=True) if s.hands]
    if job.filling is not None and placed.filling is not None:
        spans.append((placed.filling, job.filling.hands))
    return [slot for at, slots in spans for slot in range(at, at + slots)]


def can_stand(jobs: list[Job], placed: list[Placed], having: Resources) -> bool:
    """Whether places can stand beside one another: one pair of hands, one shelf, one pot."""
    hands = [slot for job, at in zip(jobs, placed, strict=True) for slot in hands_at(job, at)]
    if len(hands) != len(set(hands)):
        return False
    loads = [(x, t) for job, at in zip(jobs, placed, strict=True) for x, t in zip(job.loads, at.into, strict=True)]
    for i, (a, at) in enumerate(loads):
        for b, bt in loads[i + 1 :]:
            if (a.where == "oven") != (b.where == "oven"):
                continue
            first, second, start, then = (a, b, at, bt) if at <= bt else (b, a, bt, at)
            gap = 0
            if a.where == "oven" and abs(a.celsius - b.celsius) > ALIKE_C:
                gap = -int(-abs(a.celsius - b.celsius) / 10 * having.warms // 5)
            if then < start + first.slots + gap:
                return False
            assert second is not first
    return True


def cheapest(jobs: list[Job], having: Resources) -> int:
    """The cost of the best of all plans, every one tried."""
    places = []
    for job in jobs:
        alone = [p for p in everywhere(job, having) if can_stand([job], [p], having)]
        places.append(sorted((costs(job, p, having).total, n, p) for n, p in enumerate(alone)))
    return _best(jobs, places, [], 0, 10**9, having)


def _best(jobs: list[Job], places: list, placed: list[Placed], cost: int, best: int, having: Resources) -> int:  # type: ignore[type-arg]
    at = len(placed)
    if at == len(jobs):
        return min(best, cost)
    rest = sum(p[0][0] for p in places[at + 1 :])
    for own, _, place in places[at]:
        if cost + own + rest >= best:
            break
        if can_stand(jobs[: at + 1], [*placed, place], having):
            best = _best(jobs, places, [*placed, place], cost + own, best, having)
    return best


def bake(key: int, due: int, rng: random.Random) -> Job:
    """A bake as a home kitchen has it: about four and a half hours."""
    rise, proof = rng.randint(20, 28), rng.randint(8, 12)
    oven = rng.random() < 0.7
    celsius = rng.choice([180.0, 190.0, 200.0, 220.0]) if oven else 99.0
    loads = rng.choice([1, 1, 2])
    return Job(
        key=key,
        stages=(
            work("weigh", 5),
            wait("rise", rise, rise + 3, rise + 7, 0.2),
            work("divide", 1),
            wait("bench_rest", 2, 2, 8, 0.0),
            work("wrap", rng.randint(2, 4)),
            wait("proof", proof, proof + 1, proof + 4, 0.18),
        ),
        filling=Filling(rng.randint(4, 6), rng.choice([0, 8, 12]), 144),
        loads=tuple(
            Load(f"heat.1.{n + 1}", "oven" if oven else "steamer", celsius, rng.randint(4, 5), 1, extra=12 * (n > 0))
            for n in range(loads)
        ),
        due=due,
        serve=rng.choice(["hot", "hot", "reheat", "cool"]),
        warm=proof + 14,
    )


TRAY = Load("heat.1.1", "oven", 200.0, 5, 1)
KITCHEN = Resources((Person("", asleep=((0, 54), (240, 300))),), warms=0.8, horizon=288)


def feast(bakes: int, seed: int) -> list[Job]:
    """So many bakes for one hour, at 16:40 of a day that begins at midnight."""
    rng = random.Random(seed)
    return [bake(i, 200, rng) for i in range(bakes)]


def moved(job: Job, by: int) -> Job:
    """The same bake so many slots later."""
    return replace(job, due=job.due + by, earliest=job.earliest + by)


def plan_of(*placed: Placed) -> Plan:
    """A plan of what is placed."""
    return Plan(tuple(placed))


def baked_beside(key: str, seed: int) -> list[Job]:
    """Three bakes that are all baked, at one temperature; the first has one of its waits in the oven."""
    jobs = feast(3, seed)
    baked = [replace(job, loads=tuple(replace(x, where="oven", celsius=200.0) for x in job.loads)) for job in jobs]
    stages = tuple(replace(s, oven=s.key == key) for s in jobs[0].stages)
    return [replace(baked[0], stages=stages), *baked[1:]]
