"""Starting a batch, adding observations, finishing it."""

import dataclasses
import uuid
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime, timedelta, timezone
from typing import Any

from django.db import transaction
from django.db.models import QuerySet
from django.dispatch import Signal
from django.utils import timezone as clock

from accounts.models import Household
from accounts.services import made_by, once
from bakes.services import head_of, version_of
from batches.models import Batch, Observation
from devices.services import case_of, heard_by, heard_in_heat
from gateway import compute
from gateway.contract import Refusal, missing
from gateway.words import Message, as_document, day_of, hour_of, joined, say
from kitchens.models import Kitchen
from kitchens.services import kitchen_of, locked, write_learned

# Sent with the batch when something was marked: within the marks' own transaction, and once it has ended, with now.
marking, marked = Signal(), Signal()
Readings = tuple[compute.RoomReading, ...]
EARLIEST = timedelta(days=7)  # an observation further before the start is a slip of the clock
TAKEN_BACK = timedelta(days=1)  # within which a batch that was stopped can go on
DOUGH_WITHIN = timedelta(days=3)  # of a filling made ahead
LATEST = timedelta(days=7)  # and so is one further ahead of this server's


@dataclass(frozen=True)
class Seen:
    """An observation as sent. value: growth as a share, °C or g, by kind."""

    client_id: uuid.UUID
    kind: str
    stage: str
    at: datetime
    value: float | None = None
    where: str | None = None
    undoes: uuid.UUID | None = None
    event: str = ""


def batches_of(household: Household) -> QuerySet[Batch]:
    """A household's batches, newest first."""
    rows = Batch.objects.filter(household=household).select_related("version__bake", "kitchen")
    return rows.order_by("-started", "-id")


def batch_of(household: Household, batch_id: int) -> Batch:
    """One batch; Refusal 404 for another household's."""
    batch = batches_of(household).filter(id=batch_id).first()
    if batch is None:
        raise missing("batch")
    return batch


def standing(batch: Batch) -> list[Observation]:
    """What has been seen, without what was taken back, in order of time."""
    everything = list(batch.observations.all())
    undone = {o.undoes for o in everything if o.undoes}
    return [o for o in everything if o.kind != "undo" and o.client_id not in undone]


def over_since(batch: Batch) -> datetime | None:
    """When a batch was finished, or stopped and put away; None while it is under way."""
    return batch.finished or batch.stopped


def zone_of(batch: Batch) -> timezone:
    """The clock of the kitchen in which it was started."""
    return timezone(timedelta(minutes=batch.utc_offset))


def as_core(batch: Batch) -> tuple[compute.Observation, ...]:
    """The standing observations as the core takes them."""
    zone = zone_of(batch)
    return tuple(
        compute.Observation(o.kind, o.stage, o.at.astimezone(zone), o.value, o.where, o.event) for o in standing(batch)
    )


def heating_since(batch: Batch, now: datetime) -> datetime | None:
    """When the pieces went into the heat; None while they are not in it."""
    ended = {o.stage: o.at for o in standing(batch) if o.kind == "done"}
    if "heat" in ended:
        return None
    document = batch.version.document
    last = ["hold" if document["heat"].get("from", "proofed") != "proofed" else "proof"]
    if document.get("filled") == "after":
        last.append("wrap")
    return max(ended[s] for s in last).astimezone(now.tzinfo) if all(s in ended for s in last) else None


def kitchen_now(batch: Batch) -> compute.Document:
    """The kitchen as it was at the start, with the spots it has had since: dough may be moved there."""
    frozen, now = batch.kitchen_document, batch.kitchen.document
    known = {spot["name"] for spot in frozen.get("spots", [])}
    return {**frozen, "spots": [*frozen.get("spots", []), *(s for s in now.get("spots", []) if s["name"] not in known)]}


def live(batch: Batch, now: datetime, held: bool = True) -> compute.SheetReply:
    """The sheet of a batch as things stand: the same function as on the Bench, with what was seen and heard.

    held: at the hours of the day it is part of, where it is of one.
    """
    case = _case(batch, now)
    found = compute.reply(case)
    return compute.held_reply(found, batch.held, case.now) if held else found


def _case(batch: Batch, now: datetime) -> compute.Case:
    """A batch as things stand: what was seen of it, and what its kitchen's instruments say."""
    here, bake = now.astimezone(zone_of(batch)), batch.version.document
    heard = heard_in_heat(bake, batch.kitchen_id, heating_since(batch, here), here)
    room = _with_kept(batch, heard.thermometer)
    return compute.Case(bake, kitchen_now(batch), here, as_core(batch), dataclasses.replace(heard, thermometer=room))


ROOM_KEPT_EVERY = timedelta(minutes=10)  # of a room that warms and cools by the hour


def _kept_room(batch: Batch) -> Readings:
    """What the batch keeps of the kitchen's thermometer."""
    zone = zone_of(batch)
    return tuple(compute.RoomReading(datetime.fromisoformat(at).astimezone(zone), c) for at, c in batch.room_heard)


def _with_kept(batch: Batch, lately: Readings) -> Readings:
    """What the kitchen's thermometer said all through a batch: devices forget what the batch keeps."""
    kept = _kept_room(batch)
    return (*kept, *(r for r in lately if not kept or r.at > kept[-1].at))


def _to_keep(readings: Readings) -> list[tuple[str, float]]:
    """Readings as the batch keeps them."""
    return [(r.at.isoformat(), r.celsius) for r in readings]


def _before_the_start(heard: Readings) -> list[tuple[str, float]]:
    """What the plan was made by, the last above all, and of those before it as many as tell how the room went."""
    kept: list[compute.RoomReading] = []
    for one in reversed(heard):
        if not kept or kept[-1].at - one.at >= ROOM_KEPT_EVERY:
            kept.append(one)
    return _to_keep(tuple(reversed(kept)))


KEPT_READINGS = 24  # of a heat, enough to draw and to learn from


def _keep_readings(batch: Batch, until: datetime) -> None:
    """As the pieces come out, what probe and oven thermometer said becomes marks of the batch: devices forget."""
    since = heating_since(batch, until)
    if since is None:
        return
    heard = heard_in_heat(batch.version.document, batch.kitchen_id, since, until)
    for kind, readings in (("probe", heard.probe), ("oven", heard.oven)):
        every = max(1, -(-len(readings) // KEPT_READINGS))
        kept = [r for i, r in enumerate(readings) if (len(readings) - 1 - i) % every == 0]
        Observation.objects.bulk_create(
            Observation(
                batch=batch, client_id=uuid.uuid4(), kind=kind, stage="heat", at=r.at, value=round(r.celsius, 1)
            )
            for r in kept
        )


def _keep_room(batch: Batch, now: datetime) -> bool:
    """What the kitchen's thermometer said since becomes the batch's own; whether there was anything to keep. It is
    not saved yet.
    """
    lately = heard_by(batch.version.document, batch.kitchen_id, now.astimezone(zone_of(batch))).thermometer
    kept = list(_kept_room(batch))
    before = len(kept)
    for one in lately:
        # What is kept stays: the plan at the start is worked by it again, years later.
        if not kept or one.at - kept[-1].at >= ROOM_KEPT_EVERY:
            kept.append(one)
    batch.room_heard = _to_keep(tuple(kept))
    return len(kept) > before


def mishaps(batch: Batch, now: datetime) -> list[compute.MishapAnswer]:
    """Everything that can go wrong where a batch stands, answered."""
    return compute.mishaps(_case(batch, now))


def to_get_out(batch: Batch, now: datetime) -> compute.GetOut:
    """What a batch is made with, and what does for what is missing."""
    return compute.to_get_out(_case(batch, now))


def options(batch: Batch, ask: compute.Ask, now: datetime) -> compute.OptionsReply:
    """What can be done about the rise of a batch under way."""
    return compute.options(_case(batch, now), ask)


def replies(batch: Batch, stage: compute.StageKey, now: datetime) -> compute.Replies:
    """What plausible marks of a stage would make of it, for a page without the server."""
    return compute.replies(_case(batch, now), stage)


def plain(value: Any) -> Any:
    """A result of the core as JSON for storing; messages keep their templates, to be said in any language later."""
    if isinstance(value, Message):
        return as_document(value)
    if dataclasses.is_dataclass(value) and not isinstance(value, type):
        return {f.name: plain(getattr(value, f.name)) for f in dataclasses.fields(value)}
    if isinstance(value, list | tuple):
        return [plain(one) for one in value]
    if isinstance(value, dict):
        return {name: plain(one) for name, one in value.items()}
    return value.isoformat() if isinstance(value, datetime) else value


def forecast_of(sheet: compute.Sheet) -> dict[str, Any]:
    """What the Notebook keeps of the forecast at the start, in a shape of its own.

    The whole plan is never stored: it is worked again from the frozen bake and kitchen, so that
    a sheet may gain fields without old batches becoming unreadable.
    """
    ready = sheet.rise.forecast.ready
    return {
        "pieces": sheet.scaled.pieces,
        "room_c": sheet.sentence.room_c,
        "eat": sheet.day.eat.isoformat(),
        "rise_min": None if ready is None else ready.typical,
    }


def plan_of(batch: Batch) -> compute.SheetReply:
    """The plan as it stood at the start."""
    begun = batch.started.astimezone(zone_of(batch))
    dough = next((o.value for o in batch.observations.all() if o.kind == "started"), None)
    started = (compute.Observation("started", "weigh", begun, dough),)
    heard = compute.Heard(_kept_room(batch))
    return compute.reply(compute.Case(batch.version.document, batch.kitchen_document, begun, started, heard))


def start(
    household: Household,
    bake_id: int,
    version: int | None,
    kitchen_id: int | None,
    now: datetime,
    client_id: uuid.UUID | None = None,
    dough_at: datetime | None = None,
) -> Batch:
    """Start making a bake: its version, the kitchen and the plan are frozen now. Sent twice with one id, it is one.

    dough_at: when its dough is to be begun, where only what comes before that is begun now.
    """
    key = once(household, "start", client_id, lambda: _started(household, bake_id, version, kitchen_id, now, dough_at))
    return batch_of(household, key)


def begun_by(household: Household, client_id: uuid.UUID) -> Batch:
    """The batch that a start with this id began; Refusal 404 where none was taken."""
    key = made_by(household, "start", client_id)
    if key is None:
        raise missing("batch")
    return batch_of(household, key)


def _minutes_until(dough_at: datetime | None, now: datetime) -> float | None:
    """Minutes until the dough is begun; None where that is now. Refusal 422 for an hour nobody plans by."""
    if dough_at is None or dough_at <= now:
        return None
    if dough_at - now > DOUGH_WITHIN:
        raise Refusal(422, say("The dough would be begun more than three days from now: start the bake nearer to it."))
    return (dough_at - now) / timedelta(minutes=1)


def _started(
    household: Household,
    bake_id: int,
    version: int | None,
    kitchen_id: int | None,
    now: datetime,
    dough_at: datetime | None,
) -> int:
    made = head_of(household, bake_id) if version is None else version_of(household, bake_id, version)
    kitchen = kitchen_of(household, kitchen_id)
    case = case_of(household, kitchen_id, made.document, now)
    reply = compute.reply(case)
    if reply.sheet is None:
        why = joined(p.message for p in reply.problems)
        raise Refusal(422, say("This bake cannot be started yet: {why}", why=why), reply.problems)
    batch = Batch.objects.create(
        household=household,
        version=made,
        kitchen=kitchen,
        kitchen_document=kitchen.document,
        plan=forecast_of(reply.sheet),
        started=now,
        utc_offset=int((now.utcoffset() or timedelta()).total_seconds() // 60),
        room_heard=_before_the_start(case.heard.thermometer),
    )
    until = _minutes_until(dough_at, now)
    Observation.objects.create(batch=batch, client_id=uuid.uuid4(), kind="started", stage="weigh", at=now, value=until)
    return batch.pk


def _check(batch: Batch, seen: Seen) -> None:
    if seen.at < batch.started - EARLIEST:
        at = seen.at.astimezone(zone_of(batch))
        raise Refusal(
            422,
            say(
                "{day}, {hour} is long before this batch was started: check the clock.",
                day=day_of(at),
                hour=hour_of(at),
            ),
        )
    if seen.at > clock.now() + LATEST:
        raise Refusal(422, say("This device's clock is ahead: put its date and time right, then do that again."))
    if batch.finished is not None and seen.at > batch.finished:
        at = batch.finished.astimezone(zone_of(batch))
        raise Refusal(
            422,
            say(
                "This batch was finished on {day} at {hour}: what comes after belongs to no step of it.",
                day=day_of(at),
                hour=hour_of(at),
            ),
        )
    if batch.stopped is not None and seen.at > batch.stopped:
        _check_after_stop(batch, batch.stopped, seen)
    if seen.kind == "started":
        raise Refusal(422, say("This batch has begun already: start another from its bake."))
    wrong = compute.wrong_with(seen.kind, seen.stage, seen.value, seen.where)
    if wrong is not None:
        raise Refusal(422, wrong)


def _check_after_stop(batch: Batch, stopped: datetime, seen: Seen) -> None:
    """Of a batch that was put away nothing but that is taken back, and for a day."""
    at = stopped.astimezone(zone_of(batch))
    if seen.kind != "undo":
        raise Refusal(
            409,
            say(
                "This batch was stopped on {day} at {hour}: take that back first, then go on with it.",
                day=day_of(at),
                hour=hour_of(at),
            ),
        )
    if seen.at > stopped + TAKEN_BACK:
        raise Refusal(
            409,
            say("This batch was stopped on {day}, more than a day ago: begin it anew from its bake.", day=day_of(at)),
        )


def _follow_stops(batch: Batch) -> bool:
    """Whether a batch is stopped, by the marks that stand; whether that has changed. It is not saved yet."""
    stop = next((o for o in standing(batch) if o.kind == "stopped"), None)
    before = batch.stopped
    batch.stopped, batch.stopped_for = (None, "") if stop is None else (stop.at, stop.where or "")
    return batch.stopped != before


def _locked(household: Household, batch_id: int) -> Batch:
    batch = (
        Batch.objects.select_for_update(of=("self",))
        .filter(household=household, id=batch_id)
        .select_related("version__bake")
        .first()
    )
    if batch is None:
        raise missing("batch")
    return batch


@transaction.atomic
def observe(household: Household, batch_id: int, seen: Iterable[Seen]) -> Batch:
    """Append observations; those already here (same client_id) are passed over. All or none.

    Made before the end of a batch that is finished by now, they are learned from: a phone may have been out of reach.
    """
    batch = _locked(household, batch_id)
    known = set(batch.observations.values_list("client_id", flat=True))
    new = [one for one in seen if one.client_id not in known]
    for one in new:
        _check(batch, one)
        if (one.kind, one.stage) == ("done", "heat"):
            _keep_readings(batch, one.at)
        Observation.objects.get_or_create(batch=batch, client_id=one.client_id, defaults={**dataclasses.asdict(one)})
    if new:
        moved = [_keep_room(batch, clock.now()), _follow_stops(batch)]
        if any(moved):
            batch.save(update_fields=["room_heard", "stopped", "stopped_for"])
        marking.send(sender=Batch, batch=batch)
    if new and batch.finished is not None:
        _learn_anew(batch, locked(batch.kitchen_id))
        batch.refresh_from_db()
    return batch


def follow(batch: Batch, now: datetime) -> bool:
    """What a batch is part of follows its marks; whether that moved the batch's own hours.

    Outside the transaction of the marks: a day is locked before its batches, and never by who holds one of them.
    """
    before = batch.held
    marked.send(sender=Batch, batch=batch, now=now)
    batch.refresh_from_db(fields=["held"])
    return bool(batch.held != before)


@transaction.atomic
def finish(household: Household, batch_id: int, outcome: dict[str, Any], now: datetime) -> Batch:
    """End a batch: keep how it turned out, learn from it, teach the kitchen. Finishing twice changes nothing."""
    batch = _locked(household, batch_id)
    if batch.finished is not None:
        return batch
    if batch.stopped is not None:
        raise Refusal(409, say("This batch was stopped and put away: take that back before it goes into the notebook."))
    # Another batch may be teaching the same kitchen: one after the other.
    kitchen = locked(batch.kitchen_id)
    batch.finished, batch.outcome = now, outcome
    _keep_room(batch, now)
    write_learned(kitchen, _taught_by(batch, kitchen.document))
    return batch


def _taught_by(batch: Batch, kitchen: compute.Document) -> compute.Document:
    """The kitchen's document after a finished batch; the batch keeps its lesson and what was known before it."""
    assert batch.finished is not None and batch.outcome is not None, "a finished batch"
    document, here = batch.version.document, batch.finished.astimezone(zone_of(batch))
    heard = compute.Heard(_kept_room(batch))
    then = compute.Case(document, kitchen_now(batch), here, as_core(batch), heard)
    learned = compute.lesson(then, kitchen, batch.outcome["troubles"])
    batch.lesson, batch.learned_before = plain(learned), compute.learned_part(kitchen)
    batch.save()
    return compute.after_lesson(kitchen, learned, document["closing"]) if batch.teaches else kitchen


@transaction.atomic
def let_teach(household: Household, batch_id: int, teaches: bool) -> Batch:
    """Leave a finished batch out of learning, or put it back: it and those finished after it are learned from anew."""
    batch = _locked(household, batch_id)
    if batch.finished is None:
        raise Refusal(422, say("This batch is still under way: it teaches nothing until it is finished."))
    if batch.teaches == teaches:
        return batch
    kitchen = locked(batch.kitchen_id)
    batch.teaches = teaches
    batch.save()
    _learn_anew(batch, kitchen)
    batch.refresh_from_db()
    return batch


def _learn_anew(batch: Batch, kitchen: Kitchen) -> None:
    """Teach the kitchen what it knew before this batch, then this batch and those after it."""
    first, *after = _learned_from_anew(batch)
    known = compute.learned_part(first.kitchen_document) if first.learned_before is None else first.learned_before
    document = compute.with_learned(kitchen.document, known)
    for each in (first, *after):
        document = _taught_by(each, document)
    write_learned(kitchen, document)


def _learned_from_anew(batch: Batch) -> list[Batch]:
    """This batch and those of its kitchen finished after it, in order; of a kitchen that did not keep what it knew
    before each, all of them."""
    finished = Batch.objects.filter(kitchen_id=batch.kitchen_id, finished__isnull=False)
    if not finished.filter(finished__gte=batch.finished, learned_before__isnull=True).exists():
        finished = finished.filter(finished__gte=batch.finished)
    return list(finished.select_for_update(of=("self",)).select_related("version__bake").order_by("finished", "pk"))
