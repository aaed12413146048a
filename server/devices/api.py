"""Devices: kept with a session, read with a token of their own."""

from datetime import datetime
from typing import Annotated, Literal

from django.http import HttpRequest
from ninja.security import HttpBearer
from pydantic import Field

from accounts.services import household_of
from devices import services
from devices.models import Device
from gateway.contract import Failure, Id, Strict, When, routes

router = routes("devices")


DeviceKind = Literal["room_thermometer", "scale", "probe", "oven_thermometer"]
PlayKind = Literal[
    "put_on", "take_off", "tare", "plug_out", "plug_in", "put_in", "pull_out", "heat", "cool", "open_door"
]


class DeviceToken(HttpBearer):
    """A device is known by the token it was given; it can send readings and nothing else."""

    def authenticate(self, request: HttpRequest, token: str) -> Device | None:
        """The device, None for a token nobody has."""
        return services.device_with(token)


class ReadingIn(Strict):
    """at: when it was measured; celsius: of a thermometer, °C; grams: of a scale, g; settled: whether it has come to
    rest.
    """

    at: When
    celsius: float | None = None
    grams: float | None = None
    settled: bool = True


class ReadingsIn(Strict):
    readings: Annotated[list[ReadingIn], Field(min_length=1, max_length=services.MOST_AT_ONCE)]


class Taken(Strict):
    """How many of the readings were new."""

    new: int


class NewDevice(Strict):
    """kitchen_id null: the household's first kitchen."""

    kind: DeviceKind
    name: Annotated[str, Field(max_length=60)]
    kitchen_id: Id | None = None


class DeviceOut(Strict):
    """at, celsius, grams: what it said last, null before it has said anything; stand_in: a simulated one."""

    id: int
    kind: str
    name: str
    kitchen_id: Id
    at: datetime | None
    celsius: float | None
    grams: float | None
    stand_in: bool


class ScaleOut(Strict):
    """A scale as it stands. silent: it has not spoken for some seconds, and what it said last is not believed."""

    id: int
    name: str
    grams: float | None
    settled: bool
    silent: bool
    stand_in: bool


class PlayIn(Strict):
    """What a stand-in is told to do. grams: of what is put on a scale; of an oven that is heated, the °C it is set
    to.
    """

    do: PlayKind
    grams: float | None = None


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
        grams=last.grams if last else None,
        stand_in=device.stand_in,
    )


@router.post(
    "/devices/readings",
    auth=DeviceToken(),
    response={200: Taken, 401: Failure, 403: Failure, 422: Failure, 429: Failure},
    operation_id="send_readings",
)
def send_readings(request: HttpRequest, payload: ReadingsIn) -> Taken:
    """Take readings from a device. Sending one twice is harmless."""
    sent = [services.Sent(r.at, r.celsius, r.grams, r.settled) for r in payload.readings]
    return Taken(new=services.take(request.auth, sent))  # type: ignore[attr-defined]


@router.get(
    "/devices/play",
    auth=DeviceToken(),
    response={200: list[PlayIn], 401: Failure, 403: Failure},
    operation_id="fetch_plays",
)
def fetch_plays(request: HttpRequest) -> list[PlayIn]:
    """What a stand-in is to do, each told once. Real devices have no use for it."""
    # Stands before the routes of one device: "play" is no device's number.
    return [PlayIn(do=p.do, grams=p.grams) for p in services.fetch_plays(request.auth)]  # type: ignore[attr-defined, arg-type]


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
def remove_device(request: HttpRequest, device_id: Id) -> tuple[int, None]:
    """Take a device away."""
    services.remove(household_of(request), device_id)
    return 204, None


@router.get("/scales", response={200: list[ScaleOut], 401: Failure, 403: Failure}, operation_id="read_scales")
def read_scales(request: HttpRequest) -> list[ScaleOut]:
    """This household's scales as they stand; asked for again and again while a tray needs them."""
    return [
        ScaleOut(
            id=s.device.pk,
            name=s.device.name,
            grams=s.grams,
            settled=s.settled,
            silent=s.silent,
            stand_in=s.device.stand_in,
        )
        for s in services.scales(household_of(request))
    ]


@router.post(
    "/devices/{device_id}/play",
    response={204: None, 401: Failure, 403: Failure, 404: Failure, 422: Failure},
    operation_id="play_stand_in",
)
def play_stand_in(request: HttpRequest, device_id: Id, payload: PlayIn) -> tuple[int, None]:
    """Play a simulated instrument: put something on a scale, push a probe in, open an oven, pull a plug."""
    services.play(household_of(request), device_id, payload.do, payload.grams)
    return 204, None
