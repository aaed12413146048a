"""Spots a dough can rise in: how warm they are, how surely, and whether they cool down."""

from dataclasses import dataclass

from airycrumb.data.record import Constant
from airycrumb.words import Message, say


@dataclass(frozen=True)
class Spot:
    """A spot. label: as the cook says it; air: °C, None for the room's; over_room: °C above the room at first;
    cools_min: time constant of its cooling to the room, None if it holds; film: W/m2K, None for still air; of_bath: how
    much of a bath's warmth over the room the air above it takes on, where what is told is the bath's.
    """

    label: Message
    air: Constant | None
    over_room: Constant | None
    cools_min: Constant | None
    film: Constant | None
    doubt: Constant
    of_bath: Constant | None = None


def _doubt(value: float) -> Constant:
    return Constant(value, "°C", "assumed", "standard deviation of its warmth")


SPOTS: dict[str, Spot] = {
    "bench": Spot(label=say("on the bench"), air=None, over_room=None, cools_min=None, film=None, doubt=_doubt(1.0)),
    "oven light": Spot(
        label=say("in the oven, its light on"),
        air=Constant(30.0, "°C", "common practice", "an oven switched off with its light on: 28 to 32 °C"),
        over_room=None,
        cools_min=None,
        film=None,
        doubt=_doubt(2.0),
    ),
    "oven with hot water": Spot(
        label=say("in the oven beside a cup of boiling water"),
        air=None,
        over_room=Constant(
            11.0, "°C", "assumed", "a closed cold oven with a cup of boiling water, above the room at first"
        ),
        cools_min=Constant(70.0, "min", "assumed", "how fast it cools back to the room"),
        film=None,
        doubt=_doubt(3.0),
    ),
    "over warm water": Spot(
        label=say("over a bath of warm water"),
        air=None,
        over_room=Constant(13.0, "°C", "assumed", "over water of 35 °C, above a room of about 20 °C"),
        cools_min=Constant(100.0, "min", "assumed", "how fast the bath cools to the room"),
        film=Constant(18.0, "W/m2K", "assumed", "damp air over warm water carries more heat"),
        doubt=_doubt(2.0),
        of_bath=Constant(13 / 15, "1", "assumed", "33 °C over water of 35 °C in a room of 20 °C"),
    ),
    "fridge": Spot(
        label=say("in the fridge"),
        air=Constant(4.0, "°C", "common practice", "a household fridge; measure yours"),
        over_room=None,
        cools_min=None,
        film=None,
        doubt=_doubt(1.5),
    ),
    "spot": Spot(label=say("in a warm spot"), air=None, over_room=None, cools_min=None, film=None, doubt=_doubt(1.5)),
}
