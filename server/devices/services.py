"""Adding and removing devices, taking their readings, and what they tell of the room and of the scale."""

import hashlib
import secrets
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta

from django.db import transaction
from django.db.models import F, QuerySet
from django.utils import timezone

from accounts.models import Household
from devices.models import Device, Play, Reading
from kitchens.services import kitchen_of
from kitchenside import compute
from kitchenside.contract import Refusal, missing


@dataclass(frozen=True)
class Kind:
    """What a kind of device says. field: of its readings; low, high: what it can be; kept: how long it is of use."""

    field: str
    low: float
    high: float
    unit: str
    cannot: str
    kept: timedelta


KINDS = {
    "room_thermometer": Kind("celsius", -5.0, 50.0, "°C", "A room of", timedelta(days=2)),
    "probe": Kind("celsius", -30.0, 130.0, "°C", "A probe that says", timedelta(days=2)),
    "oven_thermometer": Kind("celsius", 0.0, 350.0, "°C", "An oven of", timedelta(days=2)),
    "scale": Kind("grams", -20_000.0, 20_000.0, "g", "A scale that says", timedelta(minutes=10)),
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
        raise Refusal(422, f"“{kind[:20]}” is no device that can be read: use {' or '.join(KINDS)}.")
    if devices_of(household).count() >= MOST_DEVICES:
        raise Refusal(422, f"There are {MOST_DEVICES} devices already: remove one that is no longer used.")
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
        raise Refusal(422, f"{len(sent)} readings at once are too many: send at most {MOST_AT_ONCE}.")
    kind = KINDS[device.kind]
    now = timezone.now()
    for one in sent:
        value = getattr(one, kind.field)
        if value is None:
            raise Refusal(422, f"A reading of this device needs “{kind.field}”, in {kind.unit}.")
        if not kind.low <= value <= kind.high:
            raise Refusal(
                422,
                f"{kind.cannot} {value:g} {kind.unit} cannot be right: readings lie between {kind.low:g} and {kind.high:g} {kind.unit}.",
            )
        if one.at > now + AHEAD:
            raise Refusal(422, f"{one.at.isoformat()} lies ahead of the clock here: check the device's clock.")


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
            f"More than {MOST_IN_SECOND} requests in a second: send several readings in one, at most {MOST_AT_ONCE}.",
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


def _on_clock(readings: Iterable[Reading], now: datetime) -> list[compute.RoomReading]:
    """As the core takes them, on the clock of `now`."""
    return [
        compute.RoomReading(min(r.at, now).astimezone(now.tzinfo), r.celsius) for r in readings if r.celsius is not None
    ]


def _readings(device: Device, since: datetime, now: datetime) -> list[compute.RoomReading]:
    """What a device said since then, in order."""
    return _on_clock(device.readings.filter(at__gt=since, at__lte=now + AHEAD).order_by("at"), now)


def heard_in_room(kitchen_id: int, now: datetime) -> compute.Heard:
    """What the kitchen's thermometers said lately."""
    found = Reading.objects.filter(
        device__kitchen_id=kitchen_id, device__kind="room_thermometer", at__gt=now - USED, at__lte=now + AHEAD
    )
    return compute.Heard(thermometer=_on_clock(found.order_by("at"), now))


def heard_in_heat(kitchen_id: int, since: datetime | None, now: datetime) -> compute.Heard:
    """The same, and since the pieces went into the heat the probe and the oven's thermometer; None: they are not in it."""
    room = heard_in_room(kitchen_id, now).thermometer
    if since is None:
        return compute.Heard(room)
    return compute.Heard(
        room, _hottest(kitchen_id, "probe", since, now), _hottest(kitchen_id, "oven_thermometer", since, now)
    )


def _hottest(kitchen_id: int, kind: str, since: datetime, now: datetime) -> list[compute.RoomReading]:
    """Of several instruments of a kind, the one that speaks, and of those the hottest: it is in the piece, or in the oven."""
    devices = Device.objects.filter(kitchen_id=kitchen_id, kind=kind)
    heard = [readings for device in devices if (readings := _readings(device, since, now))]
    speaks = lambda readings: now - readings[-1].at < SPEAKS
    return max(heard, key=lambda readings: (speaks(readings), readings[-1].celsius), default=[])


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
    """Tell a stand-in what to do, with how much of it (g on a scale, °C of an oven); Refusal for a real device, or one that has not fetched what it was told before."""
    device = devices_of(household).filter(id=device_id).first()
    if device is None:
        raise missing("device")
    if not device.stand_in:
        raise Refusal(422, "This is a real instrument: use its own buttons.")
    if do not in PLAYS.get(device.kind, ()):
        raise Refusal(422, f"A {device.kind.replace('_', ' ')} cannot be told to {do.replace('_', ' ')}.")
    if do == "heat" and not (grams is not None and 50 <= grams <= 300):
        raise Refusal(422, "How hot it is set is missing: between 50 and 300 °C.")
    if do == "put_on" and not (grams is not None and 0 < grams <= KINDS["scale"].high):
        raise Refusal(422, "How much is put on is missing: between 0 and 20000 g.")
    if device.plays.count() >= MOST_PLAYS:
        raise Refusal(422, "The stand-in has not fetched what it was told before: is it running?")
    Play.objects.create(device=device, do=do, grams=grams)


@transaction.atomic
def fetch_plays(device: Device) -> list[Play]:
    """What a stand-in is to do, each told once."""
    found = list(device.plays.select_for_update())
    device.plays.filter(pk__in=[p.pk for p in found]).delete()
    return found
