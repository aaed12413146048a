"""Keeping a day, planning it at once, having a worker find better, and following what was marked."""

import logging
import uuid
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from django.db import transaction
from django.db.models import F, Q, QuerySet
from django.utils import timezone
from procrastinate.contrib.django.models import ProcrastinateJob

from accounts.models import Household
from accounts.services import once, tried_twice
from bakes import services as bakes
from bakes.models import BakeVersion
from batches import services as batches
from batches.models import Batch
from days.models import Day
from devices.services import case_of
from gateway import compute
from gateway.contract import Refusal, missing
from gateway.words import Message, say
from kitchens.services import kitchen_of

log = logging.getLogger("airycrumb")


@dataclass(frozen=True)
class Standing:
    """A day as things stand. table: None where it cannot be worked, and then `refused` says why."""

    day: Day
    table: compute.Table | None
    refused: compute.InputError | None

    @property
    def reply(self) -> compute.DayReply:
        """As it is shown."""
        if self.table is None:
            assert self.refused is not None, "a day is planned or refused"
            return compute.day_refused(self.refused)
        return compute.day_reply(self.table, self.day.plan, self.day.before)


def days_of(household: Household) -> QuerySet[Day]:
    """A household's days, last changed first."""
    return Day.objects.filter(household=household, deleted=False).order_by("-changed", "-id")


def day_of(household: Household, day_id: int, lock: bool = False) -> Day:
    """One day; Refusal 404 for another household's."""
    rows = days_of(household).select_for_update() if lock else days_of(household)
    day = rows.filter(id=day_id).first()
    if day is None:
        raise missing("day")
    return day


def by_calendar(key: uuid.UUID) -> Day:
    """The day a calendar's private address leads to; Refusal 404 for one that was taken back or never was."""
    day = Day.objects.filter(calendar=key, deleted=False).select_related("household").first()
    if day is None:
        raise missing("day")
    return day


def create(household: Household, document: compute.Document, client_id: uuid.UUID | None = None) -> Day:
    """A new day; sent twice with one id, it is one."""
    compute.check_day(document)
    make = lambda: Day.objects.create(household=household, document=document).pk
    return day_of(household, once(household, "new day", client_id, make))


@transaction.atomic
def save(household: Household, day_id: int, base: int, document: compute.Document) -> Day:
    """Change a day; Refusal 409 where it was changed since. Whoever looks for a better plan stops by itself."""
    compute.check_day(document)
    day = day_of(household, day_id, lock=True)
    if day.document == document:
        return day
    if day.revision != base:
        raise Refusal(
            409, say("This day was changed in another window meanwhile: look at it as it is now, then change it.")
        )
    day.document, day.revision, day.before = document, day.revision + 1, None
    day.save()
    return day


def delete(household: Household, day_id: int) -> None:
    """Put a day away; its calendar is no longer answered. Its batches go on by themselves."""
    day = day_of(household, day_id)
    day.deleted, day.calendar = True, None
    day.save()
    _release(day)


def dishes_of(day: Day, now: datetime) -> list[compute.OnTable]:
    """What is on its table, with the sheets of what was started."""
    return _on_table(day, day.document.get("dishes", []), now)


def _on_table(day: Day, dishes: Sequence[dict[str, Any]], now: datetime) -> list[compute.OnTable]:
    found = []
    heads = bakes.heads_among(day.household, [dish["bake"] for dish in dishes if dish.get("batch") is None])
    for i, dish in enumerate(dishes):
        batch = _batch_of(day, dish.get("batch"))
        if batch is None:
            found.append(compute.OnTable(_bake_of(heads, i, dish["bake"])))
            continue
        reply = batches.live(batch, batch.finished or now, held=False)
        found.append(compute.OnTable(batch.version.document, reply.sheet, batch.observations.count()))
    return found


def _bake_of(heads: dict[int, BakeVersion], dish: int, bake_id: int) -> compute.Document:
    """A bake as it stands; InputError for one that was put away: the day is kept, and says so."""
    if bake_id not in heads:
        raise compute.InputError([compute.Problem("no_bake", f"dishes[{dish}].bake", missing("bake").message)])
    return heads[bake_id].document


def _batch_of(day: Day, batch_id: int | None) -> Batch | None:
    return None if batch_id is None else batches.batches_of(day.household).filter(id=batch_id).first()


def table_of(day: Day, document: compute.Document, now: datetime) -> compute.Table:
    """A day's file worked out with its bakes as they stand: the day's own, or one that is tried."""
    kitchen = kitchen_of(day.household, None)
    tried = Day(household=day.household, document=document)
    return compute.table_of(document, kitchen.document, dishes_of(tried, now), now)


def standing(day: Day, now: datetime) -> Standing:
    """A day as things stand, planned anew at once where something of it has changed, and a better plan asked for."""
    return tried_twice(lambda: _standing(day, now))


@transaction.atomic
def _standing(day: Day, now: datetime) -> Standing:
    day = Day.objects.select_for_update(of=("self",)).select_related("household").get(pk=day.pk)
    kitchen = kitchen_of(day.household, None)
    try:
        dishes = dishes_of(day, now)
        table = compute.table_of(day.document, kitchen.document, dishes, now)
        made_for = compute.made_for(day.document, kitchen.document, dishes)
        if day.made_for != made_for or not compute.stands(table, day.plan):
            _plan_anew(day, table, made_for, now)
    except compute.InputError as error:
        return Standing(day, None, error)
    return Standing(day, table, None)


def _plan_anew(day: Day, table: compute.Table, made_for: str, now: datetime) -> None:
    plan = compute.planned_first(table, day.plan)
    if day.before is None and _begun(day):
        day.before = day.plan  # what was agreed on before anything began: what changes is told against it
    day.plan, day.made_for, day.planned = plan, made_for, day.planned + 1
    day.state, day.progress, day.ways = "waiting", 0.0, []
    if not day.document.get("dishes"):
        day.state = "done"
    day.save()
    hold(day, table)
    if day.state == "waiting":
        ask_worker(day, now)


def _begun(day: Day) -> bool:
    return any(dish.get("batch") is not None for dish in day.document.get("dishes", []))


def ask_worker(day: Day, now: datetime) -> None:
    """Have a worker look for a better plan, once what was written is there to be read."""
    from days.tasks import solve_day  # the queue's application is ready only once Django is

    solve_day.defer(day_id=day.pk, made_for=day.made_for, now=now.isoformat())


def ask_for_what_is_left() -> None:
    """Ask once more for every day that is to be thought about and is in no worker's hands."""
    live = ProcrastinateJob.objects.filter(queue_name="days", status__in=("todo", "doing"))
    asked = set(live.values_list("args__day_id", flat=True))
    for day in Day.objects.filter(state__in=("waiting", "solving"), deleted=False).exclude(made_for=""):
        if day.pk not in asked:
            ask_worker(day, timezone.now())


def give_up(day_id: int, made_for: str) -> None:
    """A day that cannot be thought about: the plan it has stands, and it says so."""
    Day.objects.filter(pk=day_id, made_for=made_for).exclude(state="done").update(state="stuck", progress=1.0)


@transaction.atomic
def think_again(household: Household, day_id: int, now: datetime) -> Day:
    """Have a day that was given up thought about once more."""
    day = day_of(household, day_id, lock=True)
    if day.state == "stuck":
        day.state, day.progress = "waiting", 0.0
        day.save(update_fields=["state", "progress"])
        ask_worker(day, now)
    return day


def hold(day: Day, table: compute.Table) -> None:
    """Give every batch of a day the hours the day has for it: Hands follows them. In one order, whichever day: two days
    never wait for one another's batches."""
    rows = zip(day.document.get("dishes", []), compute.hours_of_dishes(table, day.plan), strict=False)
    begun = {dish["batch"]: hours for dish, hours in rows if dish.get("batch") is not None}
    for batch, hours in sorted(begun.items()):
        Batch.objects.filter(household=day.household, id=batch).update(held=compute.hours_as_stored(hours))


def _release(day: Day) -> None:
    ids = [dish["batch"] for dish in day.document.get("dishes", []) if dish.get("batch") is not None]
    Batch.objects.filter(household=day.household, id__in=ids).update(held={})


def _days_with(batch: Batch) -> QuerySet[Day]:
    days, of_it = Day.objects.filter(household_id=batch.household_id, deleted=False), [{"batch": batch.pk}]
    return days.filter(Q(document__dishes__contains=of_it) | Q(document__given_up__contains=of_it))


def will_follow(batch: Batch) -> None:
    """Put down, with the marks and in their transaction, that the day is to follow them: whoever takes them follows at
    once, and a worker does where they died on the way."""
    from days.tasks import follow_marks  # the queue's application is ready only once Django is

    if _days_with(batch).exists():
        follow_marks.defer(batch_id=batch.pk)


def follow(batch: Batch, now: datetime) -> None:
    """What was marked in a batch moves what has not begun in all of its day. A day that cannot be planned costs no
    mark."""
    for day in _days_with(batch):
        try:
            _give_up_or_take_back(day, batch)
            standing(day, now)  # in a transaction of its own: the mark is kept whatever becomes of the day
        except Exception:
            log.exception("day %s cannot follow batch %s", day.pk, batch.pk)


@transaction.atomic
def _give_up_or_take_back(day: Day, batch: Batch) -> None:
    """What was stopped leaves its day's table, and comes back to it where that is taken back."""
    day = Day.objects.select_for_update().get(pk=day.pk)
    here, there = ("dishes", "given_up") if batch.stopped is not None else ("given_up", "dishes")
    its = [dish for dish in day.document.get(here, []) if dish.get("batch") == batch.pk]
    if not its:
        return
    left = [dish for dish in day.document.get(here, []) if dish not in its]
    day.document = {**day.document, here: left, there: [*day.document.get(there, []), *its]}
    compute.check_day(day.document)  # where there is no room for it any more, it goes on without its day
    day.revision += 1
    day.save(update_fields=["document", "revision"])


@transaction.atomic
def start_dish(
    household: Household,
    day_id: int,
    at: int,
    now: datetime,
    client_id: uuid.UUID | None,
    dough_at: datetime | None = None,
) -> tuple[Day, Batch]:
    """Start making one bake of a day: what is otherwise on that day becomes a bake of its own, kept for this batch.

    dough_at: when its dough is to be begun, where its filling alone is begun now.
    """
    day = day_of(household, day_id, lock=True)
    dishes: Sequence[dict[str, Any]] = day.document.get("dishes", [])
    if at >= len(dishes):
        raise missing("bake")
    if dishes[at].get("batch") is not None:
        return day, batches.batch_of(household, dishes[at]["batch"])
    bake_id = int(dishes[at]["bake"])
    if dishes[at].get("changes"):
        made = bakes.create(household, compute.as_made(day.document, at, bakes.head_of(household, bake_id).document))
        bake_id = made.bake_id
    batch = batches.start(household, bake_id, None, None, now, client_id, dough_at)
    if dishes[at].get("changes"):
        bakes.delete(household, bake_id)  # its version stays for the batch
    changed = [{**dish, "batch": batch.pk} if i == at else dish for i, dish in enumerate(dishes)]
    day.document, day.revision = {**day.document, "dishes": changed}, day.revision + 1
    day.save()
    return day, batch


def improve(day_id: int, made_for: str, now: datetime) -> None:
    """What a worker does: look for the best plan, showing each better one; then, where the day does not fit, for what
    would help. It stops as soon as the day is another."""
    day = Day.objects.select_related("household").filter(pk=day_id, deleted=False).first()
    if day is None or day.made_for != made_for or day.plan is None or day.state == "done":
        return
    try:
        table = compute.table_of(day.document, kitchen_of(day.household, None).document, dishes_of(day, now), now)
    except compute.InputError:
        return
    rows = Day.objects.filter(pk=day_id, made_for=made_for, revision=day.revision, deleted=False)
    wanted = rows.exists
    # While it is under way only a plan that gains enough is shown, once it is found.
    seen = _Seen(rows, shows=not _begun(day))
    rows.update(state="solving", progress=0.05)
    best = compute.planned_best(table, day.plan, seen, wanted)
    if _begun(day) and not compute.worth_changing(table, day.plan, best):
        best = day.plan
    if rows.update(plan=best, planned=F("planned") + 1, progress=0.8):
        day.plan = best
        hold(day, table)
        build = lambda document: table_of(day, document, now)
        ways = compute.day_ways_out(table, day.document, best, build, _Tried(rows))
        rows.update(ways=batches.plain(ways), state="done", progress=1.0)


class _Seen:
    """Told of each better plan: shows it, and says whether anybody still wants one."""

    def __init__(self, rows: QuerySet[Day], shows: bool) -> None:
        self.rows, self.shows, self.found = rows, shows, 0

    def __call__(self, plan: compute.Document) -> bool:
        self.found += 1
        progress = 0.75 - 0.65 / (1 + self.found / 3)
        shown = {"plan": plan, "planned": F("planned") + 1} if self.shows else {}
        return self.rows.update(progress=progress, **shown) > 0


class _Tried:
    """Asked before each thing that may help is tried: whether anybody still wants to know; and shows how far it is."""

    def __init__(self, rows: QuerySet[Day]) -> None:
        self.rows, self.tried = rows, 0

    def __call__(self) -> bool:
        self.tried += 1
        return self.rows.update(progress=1 - 0.2 / (1 + self.tried / 6)) > 0


def make_calendar(household: Household, day_id: int) -> Day:
    """A private address for a day's calendar; a new one where there was one: the old is answered no longer."""
    day = day_of(household, day_id)
    day.calendar = uuid.uuid4()
    day.save(update_fields=["calendar"])
    return day


def revoke_calendar(household: Household, day_id: int) -> Day:
    """Take a calendar's private address back."""
    day = day_of(household, day_id)
    day.calendar = None
    day.save(update_fields=["calendar"])
    return day


def split(day: Day, now: datetime) -> compute.Document:
    """The day's file with as many pieces of each bake as its people eat."""
    return compute.split_for(day.document, kitchen_of(day.household, None).document, dishes_of(day, now), now)


def _planned(day: Day, now: datetime) -> tuple[compute.Table, Day]:
    found = standing(day, now)
    if found.table is None:
        raise found.refused or missing("day")
    return found.table, found.day


def calendar_of(day: Day, now: datetime) -> str:
    """A day's plan as an iCalendar file."""
    table, day = _planned(day, now)
    given_up = _on_table(day, day.document.get("given_up", []), now)
    return compute.day_calendar(table, day.plan, given_up, day=str(day.pk), sequence=day.planned, now=now)


def on_paper(day: Day, now: datetime, paper: str, units: compute.Units) -> compute.Printed:
    """A day on paper."""
    table, day = _planned(day, now)
    return compute.day_on_paper(table, day.plan, paper, units)


def beside(
    household: Household, bake: compute.Document, bake_id: int | None, now: datetime
) -> tuple[Day | None, list[Message]]:
    """The next day to come, and where a bake as it stands on the Bench wants what that day has taken; of one that is on
    it, nothing: the day itself sees to that.
    """
    coming = [day for day in days_of(household) if datetime.fromisoformat(day.document["eat_at"]) > now]
    if not coming:
        return None, []
    day = min(coming, key=lambda d: datetime.fromisoformat(d.document["eat_at"]))
    if any(dish["bake"] == bake_id for dish in day.document.get("dishes", [])):
        return day, []

    def planned() -> tuple[compute.Table, compute.Document | None] | None:
        found = standing(day, now)
        return None if found.table is None else (found.table, found.day.plan)

    return day, compute.day_beside(day.document, case_of(household, None, bake, now), planned)
