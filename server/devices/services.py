"""Adding and removing devices, taking their readings, and what they tell of the room and of the scale."""

import hashlib
import secrets
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta

from django.db import transaction
from django.db.models import F, QuerySet
from django.utils import timezone

from accounts.models import Household
from devices.models import Device, Play, Reading
from gateway import compute
from gateway.contract import Refusal, missing
from gateway.words import Message, Quantity, in_celsius, in_grams, listed, say, verbatim
from kitchens.services import kitchen_of


@dataclass(frozen=True)
class Kind:
    """What a kind of device says. field: of its readings; low, high: what it can be; needs: the sentence where that is
    missing; named: in a sentence; as_quantity: a reading as words have it; kept: how long it is of use."""

    field: str
    low: float
    high: float
    as_quantity: Callable[[float], Quantity]
    needs: Message
    named: Message
    kept: timedelta


_WARMTH = say("A reading of this device needs “{field}”, in °C.", field=verbatim("celsius"))
_MASS = say("A reading of this device needs “{field}”, in g.", field=verbatim("grams"))
KINDS = {
    "room_thermometer": Kind("celsius", -5.0, 50.0, in_celsius, _WARMTH, say("room thermometer"), timedelta(days=2)),
    "probe": Kind("celsius", -30.0, 130.0, in_celsius, _WARMTH, say("probe"), timedelta(days=2)),
    "oven_thermometer": Kind("celsius", 0.0, 350.0, in_celsius, _WARMTH, say("oven thermometer"), timedelta(days=2)),
    "scale": Kind("grams", -20_000.0, 20_000.0, in_grams, _MASS, say("scale"), timedelta(minutes=10)),
}
MOST_IN_SECOND = 20  # requests of one device
LIVE = timedelta(seconds=5)  # a scale that has said nothing for so long is silent
# What each kind of stand-in can be told to do.
PLAYS = {
    "scale": ("put_on", "take_off", "tare", "plug_out", "plug_in"),
    "probe": ("put_in", "pull_out", "plug_out", "plug_in"),
    "oven_thermometer": ("heat", "cool", "open_door", "plug_out", "plug_in"),
}
MOST_PLAYS = 50
SPEAKS = timedelta(seconds=20)  # an instrument in the heat that has said nothing for so long is lost
AHEAD = timedelta(minutes=5)  # a clock may be a little fast
MOST_AT_ONCE, MOST_DEVICES = 200, 20
USED = timedelta(hours=8)  # how far back a room's readings are of use


@dataclass(frozen=True)
class Sent:
    """A reading as sent: °C of a thermometer, g of a scale."""

    at: datetime
    celsius: float | None = None
    grams: float | None = None
    settled: bool = True


def _hash(token: str) -> str:
    return hashlib.sha256(token.encode()).hexdigest()


def devices_of(household: Household) -> QuerySet[Device]:
    """A household's devices, oldest first."""
    return Device.objects.filter(kitchen__household=household).order_by("id")


@transaction.atomic
def add(
    household: Household,
    kitchen_id: int | None,
    kind: str,
    name: str,
    token: str | None = None,
    stand_in: bool = False,
) -> tuple[Device, str]:
    """A new device and its token, which is not kept and cannot be read again. token: one to use, for stand-ins."""
    if kind not in KINDS:
        raise Refusal(
            422,
            say(
                "“{kind}” is no device that can be read: use {kinds}.",
                kind=verbatim(kind[:20]),
                kinds=listed(map(verbatim, KINDS), "or"),
            ),
        )
    if devices_of(household).count() >= MOST_DEVICES:
        raise Refusal(
            422, say("There are {devices} devices already: remove one that is no longer used.", devices=MOST_DEVICES)
        )
    secret = token or secrets.token_urlsafe(24)
    kitchen = kitchen_of(household, kitchen_id)
    called = name.strip() or kind.replace("_", " ")
    made = Device.objects.create(kitchen=kitchen, kind=kind, name=called, token_hash=_hash(secret), stand_in=stand_in)
    return made, secret


def remove(household: Household, device_id: int) -> None:
    """Take a device away; its token is worth nothing from then on."""
    device = devices_of(household).filter(id=device_id).first()
    if device is None:
        raise missing("device")
    device.delete()


def device_with(token: str) -> Device | None:
    """The device a token belongs to."""
    return Device.objects.filter(token_hash=_hash(token)).first()


def _check(device: Device, sent: Sequence[Sent]) -> None:
    if len(sent) > MOST_AT_ONCE:
        raise Refusal(
            422, say("{sent} readings at once are too many: send at most {most}.", sent=len(sent), most=MOST_AT_ONCE)
        )
    kind = KINDS[device.kind]
    now = timezone.now()
    for one in sent:
        value = getattr(one, kind.field)
        if value is None:
            raise Refusal(422, kind.needs)
        if not kind.low <= value <= kind.high:
            raise Refusal(
                422,
                say(
                    "A {device} that says {reading} cannot be right: readings lie between {low} and {high}.",
                    device=kind.named,
                    reading=kind.as_quantity(value),
                    low=kind.as_quantity(kind.low),
                    high=kind.as_quantity(kind.high),
                ),
            )
        if one.at > now + AHEAD:
            raise Refusal(
                422,
                say("{at} lies ahead of the clock here: check the device's clock.", at=verbatim(one.at.isoformat())),
            )


def _not_a_flood(device: Device) -> None:
    """Count this request; Refusal 429 beyond what a kitchen instrument has to say in a second."""
    second = int(timezone.now().timestamp())
    same = Device.objects.filter(pk=device.pk, second=second).update(in_second=F("in_second") + 1)
    if not same:
        Device.objects.filter(pk=device.pk).update(second=second, in_second=1)
        return
    device.refresh_from_db(fields=["in_second"])
    if device.in_second > MOST_IN_SECOND:
        raise Refusal(
            429,
            say(
                "More than {requests} requests in a second: send several readings in one, at most {most}.",
                requests=MOST_IN_SECOND,
                most=MOST_AT_ONCE,
            ),
        )


def take(device: Device, sent: Sequence[Sent]) -> int:
    """Keep readings; ones already here are passed over, old ones are let go. Returns how many were new."""
    # Counted before anything can fail, so that refused requests count too.
    _not_a_flood(device)
    _check(device, sent)
    return _keep(device, sent)


@transaction.atomic
def _keep(device: Device, sent: Sequence[Sent]) -> int:
    oldest = timezone.now() - KINDS[device.kind].kept
    field = KINDS[device.kind].field
    fresh = [
        Reading(device=device, at=s.at, settled=s.settled, **{field: getattr(s, field)}) for s in sent if s.at > oldest
    ]
    before = device.readings.count()
    Reading.objects.bulk_create(fresh, ignore_conflicts=True)
    new = device.readings.count() - before
    device.readings.filter(at__lt=oldest).delete()
    return new


def _on_clock(readings: Iterable[Reading], now: datetime) -> tuple[compute.RoomReading, ...]:
    """As the core takes them, on the clock of `now`."""
    return tuple(
        compute.RoomReading(min(r.at, now).astimezone(now.tzinfo), r.celsius) for r in readings if r.celsius is not None
    )


def _readings(device: Device, since: datetime, now: datetime) -> tuple[compute.RoomReading, ...]:
    """What a device said since then, in order."""
    return _on_clock(device.readings.filter(at__gt=since, at__lte=now + AHEAD).order_by("at"), now)


def heard_in_room(kitchen_id: int, now: datetime) -> compute.Heard:
    """What the kitchen's thermometers said lately."""
    found = Reading.objects.filter(
        device__kitchen_id=kitchen_id, device__kind="room_thermometer", at__gt=now - USED, at__lte=now + AHEAD
    )
    return compute.Heard(_on_clock(found.order_by("at"), now))


def case_of(household: Household, kitchen_id: int | None, bake: compute.Document, now: datetime) -> compute.Case:
    """A bake as it stands, in one of the household's kitchens (its first, for None) as warm as its thermometer says."""
    kitchen = kitchen_of(household, kitchen_id)
    return compute.Case(bake, kitchen.document, now, heard=heard_by(bake, kitchen.pk, now))


def heard_by(bake: compute.Document, kitchen_id: int, now: datetime) -> compute.Heard:
    """What the kitchen's thermometers said lately, where a bake goes by them."""
    plan = bake.get("plan")  # not checked yet: it may be anything
    asked = isinstance(plan, dict) and plan.get("room_from") == "thermometer"
    return heard_in_room(kitchen_id, now) if asked else compute.NOTHING_HEARD


def heard_in_heat(bake: compute.Document, kitchen_id: int, since: datetime | None, now: datetime) -> compute.Heard:
    """The same, and since the pieces went into the heat the probe and the oven's thermometer; None: they are not in
    it.
    """
    room = heard_by(bake, kitchen_id, now)
    if since is None:
        return room
    return compute.Heard(
        room.thermometer,
        _hottest(kitchen_id, "probe", since, now),
        _hottest(kitchen_id, "oven_thermometer", since, now),
    )


def _hottest(kitchen_id: int, kind: str, since: datetime, now: datetime) -> tuple[compute.RoomReading, ...]:
    """Of several instruments of a kind, the one that speaks, and of those the hottest: it is in the piece, or in the
    oven.
    """
    devices = Device.objects.filter(kitchen_id=kitchen_id, kind=kind)
    heard = [readings for device in devices if (readings := _readings(device, since, now))]
    speaks = lambda readings: now - readings[-1].at < SPEAKS
    return max(heard, key=lambda readings: (speaks(readings), readings[-1].celsius), default=())


def latest(device: Device) -> Reading | None:
    """The last thing a device said."""
    return device.readings.order_by("-at").first()


@dataclass(frozen=True)
class OnScale:
    """A scale as it stands. grams: None before it has said anything; silent: it has not spoken for a while."""

    device: Device
    at: datetime | None
    grams: float | None
    settled: bool
    silent: bool


def scales(household: Household) -> list[OnScale]:
    """A household's scales and what each says now."""
    found = []
    for device in devices_of(household).filter(kind="scale"):
        last = latest(device)
        silent = last is None or timezone.now() - last.at > LIVE
        found.append(
            OnScale(
                device, last.at if last else None, last.grams if last else None, bool(last and last.settled), silent
            )
        )
    return found


def play(household: Household, device_id: int, do: str, grams: float | None) -> None:
    """Tell a stand-in what to do, with how much of it (g on a scale, °C of an oven); Refusal for a real device, or
    one that has not fetched what it was told before.
    """
    device = devices_of(household).filter(id=device_id).first()
    if device is None:
        raise missing("device")
    if not device.stand_in:
        raise Refusal(422, say("This is a real instrument: use its own buttons."))
    if do not in PLAYS.get(device.kind, ()):
        raise Refusal(
            422,
            say(
                "A {device} cannot be told to {do}.",
                device=KINDS[device.kind].named,
                do=verbatim(do.replace("_", " ")),
            ),
        )
    if do == "heat" and not (grams is not None and 50 <= grams <= 300):
        raise Refusal(422, say("How hot it is set is missing: {limits}.", limits=in_celsius(50, 300)))
    if do == "put_on" and not (grams is not None and 0 < grams <= KINDS["scale"].high):
        raise Refusal(422, say("How much is put on is missing: at most {most}.", most=in_grams(KINDS["scale"].high)))
    if device.plays.count() >= MOST_PLAYS:
        raise Refusal(422, say("The stand-in has not fetched what it was told before: is it running?"))
    Play.objects.create(device=device, do=do, grams=grams)


@transaction.atomic
def fetch_plays(device: Device) -> list[Play]:
    """What a stand-in is to do, each told once."""
    found = list(device.plays.select_for_update())
    device.plays.filter(pk__in=[p.pk for p in found]).delete()
    return found
