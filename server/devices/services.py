"""Adding and removing devices, taking their readings, and the room's warmth as they tell it."""

import hashlib
import secrets
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta

from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone

from accounts.models import Household
from devices.models import Device, Reading
from kitchens.services import kitchen_of
from kitchenside import compute
from kitchenside.contract import Refusal, missing

KINDS = {"room_thermometer": (-5.0, 50.0)}  # °C a reading of this kind may be
KEPT = timedelta(days=2)
AHEAD = timedelta(minutes=5)  # a clock may be a little fast
MOST_AT_ONCE, MOST_DEVICES = 200, 20
USED = timedelta(hours=8)  # how far back a room's readings are of use


@dataclass(frozen=True)
class Sent:
    """A reading as sent. °C."""

    at: datetime
    celsius: float


def _hash(token: str) -> str:
    return hashlib.sha256(token.encode()).hexdigest()


def devices_of(household: Household) -> QuerySet[Device]:
    """A household's devices, oldest first."""
    return Device.objects.filter(kitchen__household=household).order_by("id")


@transaction.atomic
def add(
    household: Household, kitchen_id: int | None, kind: str, name: str, token: str | None = None
) -> tuple[Device, str]:
    """A new device and its token, which is not kept and cannot be read again. token: one to use, for stand-ins."""
    if kind not in KINDS:
        raise Refusal(422, f"“{kind[:20]}” is no device that can be read: use {' or '.join(KINDS)}.")
    if devices_of(household).count() >= MOST_DEVICES:
        raise Refusal(422, f"There are {MOST_DEVICES} devices already: remove one that is no longer used.")
    secret = token or secrets.token_urlsafe(24)
    kitchen = kitchen_of(household, kitchen_id)
    return Device.objects.create(
        kitchen=kitchen, kind=kind, name=name.strip() or "thermometer", token_hash=_hash(secret)
    ), secret


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
    low, high = KINDS[device.kind]
    now = timezone.now()
    for one in sent:
        if not low <= one.celsius <= high:
            raise Refusal(
                422, f"A room of {one.celsius:g} °C cannot be right: readings lie between {low:g} and {high:g} °C."
            )
        if one.at > now + AHEAD:
            raise Refusal(422, f"{one.at.isoformat()} lies ahead of the clock here: check the device's clock.")


@transaction.atomic
def take(device: Device, sent: Sequence[Sent]) -> int:
    """Keep readings; ones already here are passed over, old ones are let go. Returns how many were new."""
    _check(device, sent)
    fresh = [Reading(device=device, at=s.at, celsius=s.celsius) for s in sent if s.at > timezone.now() - KEPT]
    before = device.readings.count()
    Reading.objects.bulk_create(fresh, ignore_conflicts=True)
    new = device.readings.count() - before
    device.readings.filter(at__lt=timezone.now() - KEPT).delete()
    return new


def room_readings(kitchen_id: int, now: datetime) -> list[compute.RoomReading]:
    """What the kitchen's thermometers said lately, in order, on the clock of `now`."""
    found = Reading.objects.filter(
        device__kitchen_id=kitchen_id, device__kind="room_thermometer", at__gt=now - USED, at__lte=now + AHEAD
    ).order_by("at")
    return [compute.RoomReading(min(r.at, now).astimezone(now.tzinfo), r.celsius) for r in found]


def latest(device: Device) -> Reading | None:
    """The last thing a device said."""
    return device.readings.order_by("-at").first()
