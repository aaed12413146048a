"""What might help a day that does not fit, or that is seldom on time: each an edit of the day's own file, with its
price. Whether it helps is found out elsewhere."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any

from airycrumb.bake.text import Document
from airycrumb.day.document import MOST_PEOPLE, moment
from airycrumb.day.from_sheet import Made
from airycrumb.day.job import SLOT_MIN, Plan
from airycrumb.day.judging import served
from airycrumb.day.planning import Table
from airycrumb.words import Message, hour_of, in_grams, in_minutes, say, verbatim

COLD_FROM = timedelta(hours=9)  # a cold night wants so long between now and the table
QUARTER = timedelta(minutes=15)
WAKES_SOONER = 60  # min
YEAST = {"less": 0.5, "more": 1.6}  # of what there is: rises take about twice, or two thirds, as long


def _dish(day: Document, i: int, **changes: Any) -> Document:
    dishes = [{**dish, **changes} if n == i else dish for n, dish in enumerate(day["dishes"])]
    return {**day, "dishes": dishes}


def _bake(day: Document, i: int, edits: Sequence[tuple[list[Any], Any]]) -> Document:
    had = [c for c in day["dishes"][i].get("changes", []) if c["path"] not in [path for path, _ in edits]]
    return _dish(day, i, changes=[*had, *({"path": path, "value": value} for path, value in edits)])


@dataclass(frozen=True)
class Try:
    """One thing that may help: what it is, what it asks, and the day's file with it."""

    key: str
    label: Message
    price: Message
    day: Document


def tries(table: Table, day: Document, plan: Plan) -> Iterator[Try]:
    """For the whole day, then for each bake."""
    hands = day.get("hands") or [{"name": ""}]
    if len(hands) < MOST_PEOPLE:
        helped = {**day, "hands": [*hands, {"name": "Helper"}]}
        yield Try("helper", say("Somebody helps"), say("another pair of hands"), helped)
    yield from _sooner_up(table, day, hands)
    late = max(served(j, p) - j.due for j, p in zip(table.jobs, plan.placed, strict=True))
    if late > 0:
        at = moment(day["eat_at"], "eat_at").astimezone(table.day.time_zone)
        later = _next_quarter(at + timedelta(minutes=SLOT_MIN * late))
        price = say("the table waits {by}", by=in_minutes((later - at).total_seconds() / 60))
        moved = {**day, "eat_at": later.isoformat(timespec="minutes")}
        yield Try("later", say("Eat at {at}", at=hour_of(later)), price, moved)
    if table.having.ovens < 2 and any(load.where == "oven" for job in table.jobs for load in job.loads):
        borrowed = {**day, "kitchen": {**day.get("kitchen", {}), "ovens": 2}}
        yield Try("oven", say("A second oven"), say("a neighbour's, say"), borrowed)
    for i, job in enumerate(table.jobs):
        if job.stages[0].began is None:
            yield from _for_one(table, day, i, verbatim(table.names[i]))


def _sooner_up(table: Table, day: Document, hands: list[Document]) -> Iterator[Try]:
    """The cook gets up an hour sooner, where the table is not for today alone."""
    wakes = int(table.day.hands[0].night[1]) - WAKES_SOONER
    if wakes < 0:
        return
    hour = f"{wakes // 60:02d}:{wakes % 60:02d}"
    sooner = {**day, "hands": [{**hands[0], "wakes": hour}, *hands[1:]]}
    yield Try("wakes", say("Up at {hour}", hour=verbatim(hour)), say("an hour less of sleep"), sooner)


def _next_quarter(at: datetime) -> datetime:
    """The next full quarter of an hour, as an hour to eat is said."""
    past = timedelta(minutes=at.minute % 15, seconds=at.second, microseconds=at.microsecond)
    return at if not past else at - past + QUARTER


def _for_one(table: Table, day: Document, i: int, name: Message) -> Iterator[Try]:
    """What may be done with one bake."""
    made, job = table.made[i], table.jobs[i]
    bake = made.bake
    if job.pinned is not None:
        label = say("“{name}” may begin when it likes", name=name)
        yield Try(f"unpin.{i}", label, say("its hour is no longer held"), _dish(day, i, begin_at=None))
    if job.serve == "hot":
        label = say("“{name}” is baked before and heated again", name=name)
        yield Try(f"reheat.{i}", label, say("it is not straight from the heat"), _dish(day, i, serve="reheat"))
    if bake.heat.arrive == "proofed" and moment(day["eat_at"], "eat_at") - table.now > COLD_FROM:
        label = say("“{name}” wrapped the day before, cold overnight", name=name)
        cold = _bake(day, i, [(["heat", "from"], "fridge"), (["heat", "cold"], "8 h")])
        yield Try(f"cold.{i}", label, say("an evening's work, and room in the fridge"), cold)
    if not bake.rise.spots and not bake.rise.clock:
        label = say("“{name}” rises in the oven with its light on", name=name)
        warm = _bake(day, i, [(["rise", "spots"], [{"where": "oven light"}])])
        yield Try(f"warm.{i}", label, say("the oven is taken meanwhile"), warm)
    yield from _other_yeast(made, day, i, name)
    if len(job.loads) > 1 and len(made.sheet.groups) == 1:
        label = say("One load of “{name}”: {n} of them", name=name, n=made.sheet.heat.per_load)
        one = _bake(day, i, [(["pieces"], made.sheet.heat.per_load)])
        yield Try(f"fewer.{i}", label, say("fewer of them"), one)


def _other_yeast(made: Made, day: Document, i: int, name: Message) -> Iterator[Try]:
    """Its rises made longer or shorter by how much yeast there is in it."""
    bake = made.bake
    if bake.rise.clock or not made.sheet.rise or made.sheet.sponge is not None:
        return
    rows = [(n, grams) for n, (part, grams) in enumerate(bake.dough.parts) if part.role == "yeast"]
    prices = {"less": say("longer rises, begun sooner"), "more": say("quicker rises, and more taste of yeast")}
    for which, times in YEAST.items():
        mass = in_grams(times * sum(grams for _, grams in rows), significant=2)
        edits = [(["dough", "ingredients", n, "amount"], f"{times * grams:.2f} g") for n, grams in rows]
        bands = bake.dough.bands
        edits += [
            (["dough", "ingredients", n, end], f"{times * grams:.2f} g")
            for n, grams in rows
            for end in ("low", "high")
            if n < len(bands) and bands[n].high > bands[n].low
        ]
        label = say("“{name}” with {mass} of yeast", name=name, mass=mass)
        yield Try(f"{which}_yeast.{i}", label, prices[which], _bake(day, i, edits))
