"""Devices: kept with a session, read with a token of their own."""

from datetime import datetime
from typing import Annotated, Literal

from django.http import HttpRequest
from ninja import Router
from ninja.security import HttpBearer
from pydantic import AwareDatetime, Field

from accounts.services import household_of
from devices import services
from devices.models import Device
from kitchenside.contract import Failure, Strict

router = Router(tags=["devices"])


class DeviceToken(HttpBearer):
    """A device is known by the token it was given; it can send readings and nothing else."""

    def authenticate(self, request: HttpRequest, token: str) -> Device | None:
        """The device, None for a token nobody has."""
        return services.device_with(token)


class ReadingIn(Strict):
    """at: when it was measured; celsius: °C."""

    at: AwareDatetime
    celsius: float


class ReadingsIn(Strict):
    readings: Annotated[list[ReadingIn], Field(min_length=1, max_length=services.MOST_AT_ONCE)]


class Taken(Strict):
    """How many of the readings were new."""

    new: int


class NewDevice(Strict):
    """kitchen_id null: the household's first kitchen."""

    kind: Literal["room_thermometer"]
    name: Annotated[str, Field(max_length=60)]
    kitchen_id: int | None = None


class DeviceOut(Strict):
    """at, celsius: what it said last, null before it has said anything."""

    id: int
    kind: str
    name: str
    kitchen_id: int
    at: datetime | None
    celsius: float | None


class DeviceAdded(Strict):
    """token: shown once; a device sends it with every reading."""

    device: DeviceOut
    token: str


def _out(device: Device) -> DeviceOut:
    last = services.latest(device)
    return DeviceOut(
        id=device.pk,
        kind=device.kind,
        name=device.name,
        kitchen_id=device.kitchen_id,
        at=last.at if last else None,
        celsius=last.celsius if last else None,
    )


@router.post(
    "/devices/readings",
    auth=DeviceToken(),
    response={200: Taken, 401: Failure, 403: Failure, 422: Failure},
    operation_id="send_readings",
)
def send_readings(request: HttpRequest, payload: ReadingsIn) -> Taken:
    """Take readings from a device. Sending one twice is harmless."""
    sent = [services.Sent(r.at, r.celsius) for r in payload.readings]
    return Taken(new=services.take(request.auth, sent))  # type: ignore[attr-defined]


@router.get("/devices", response={200: list[DeviceOut], 401: Failure, 403: Failure}, operation_id="list_devices")
def list_devices(request: HttpRequest) -> list[DeviceOut]:
    """This household's devices, and what each said last."""
    return [_out(d) for d in services.devices_of(household_of(request))]


@router.post(
    "/devices",
    response={201: DeviceAdded, 401: Failure, 403: Failure, 404: Failure, 422: Failure},
    operation_id="add_device",
)
def add_device(request: HttpRequest, payload: NewDevice) -> tuple[int, DeviceAdded]:
    """Add a device, and show its token once."""
    device, token = services.add(household_of(request), payload.kitchen_id, payload.kind, payload.name)
    return 201, DeviceAdded(device=_out(device), token=token)


@router.delete(
    "/devices/{device_id}", response={204: None, 401: Failure, 403: Failure, 404: Failure}, operation_id="remove_device"
)
def remove_device(request: HttpRequest, device_id: int) -> tuple[int, None]:
    """Take a device away."""
    services.remove(household_of(request), device_id)
    return 204, None
