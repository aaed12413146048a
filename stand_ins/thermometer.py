"""A room thermometer that is not there: python -m stand_ins.thermometer --server URL --token TOKEN.

It wanders slowly about the kitchen's warmth, is a little noisy, and now and then says nothing for a while. It needs
nothing but Python: a stranger can write a bridge for a real sensor by reading it (docs/formats/devices.md).
"""

import argparse
import math
import os
import random
import sys
import time
import urllib.error
from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from datetime import UTC, datetime

from stand_ins.link import ask


@dataclass
class Thermometer:
    """A simulated sensor. middle_c: warmth about which the room wanders; same seed, same readings."""

    middle_c: float = 20.5
    seed: int = 1
    swing_c: float = 1.2  # of the day
    drift_c: float = 0.15  # standard deviation of the slow wander in an hour
    noise_c: float = 0.08
    drop_out: float = 0.05  # chance that it falls silent for a while, at each reading
    silent_for: int = 6  # readings
    _wander: float = field(default=0.0, init=False)
    _silent: int = field(default=0, init=False)

    def __post_init__(self) -> None:
        self._random = random.Random(self.seed)

    def read(self, at: datetime, passed_s: float) -> float | None:
        """°C at a moment, so many seconds after the last reading; None while it is silent."""
        hours = passed_s / 3600
        self._wander = self._wander * math.exp(-hours / 6) + self._random.gauss(0, self.drift_c * math.sqrt(hours))
        if self._silent:
            self._silent -= 1
            return None
        if self._random.random() < self.drop_out:
            self._silent = self.silent_for
            return None
        hour = at.hour + at.minute / 60
        day = self.swing_c / 2 * math.cos(2 * math.pi * (hour - 16) / 24)
        return round(self.middle_c + day + self._wander + self._random.gauss(0, self.noise_c), 2)


def send(server: str, token: str, readings: list[tuple[datetime, float]]) -> None:
    """Post readings; urllib's errors come through."""
    ask(server, token, "/devices/readings", {"readings": [{"at": at.isoformat(), "celsius": c} for at, c in readings]})


def run(
    sensor: Thermometer,
    post: Callable[[list[tuple[datetime, float]]], None],
    every_s: float,
    moments: Iterator[datetime],
) -> None:
    """Read and post; what cannot be sent waits (200 readings at most) and goes with the next."""
    waiting: list[tuple[datetime, float]] = []
    for at in moments:
        celsius = sensor.read(at, every_s)
        if celsius is None:
            continue
        waiting = [*waiting, (at, celsius)][-200:]
        try:
            post(waiting)
            waiting = []
        except urllib.error.HTTPError as error:
            print(f"thermometer: {error.code} {error.read()[:200]!r}", file=sys.stderr)
            waiting = []
        except OSError as error:
            print(f"thermometer: {error}; kept, and sent again", file=sys.stderr)


def _clock(every_s: float) -> Iterator[datetime]:
    while True:
        yield datetime.now(UTC)
        time.sleep(every_s)


def main() -> None:
    """Run the command line."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--server", default="http://127.0.0.1:8000")
    parser.add_argument("--token", default=os.environ.get("AIRYCRUMB_DEVICE_TOKEN"), help="from adding the device")
    parser.add_argument("--every", type=float, default=15.0, help="seconds between readings")
    parser.add_argument("--about", type=float, default=20.5, help="warmth of the room, °C")
    args = parser.parse_args()
    if not args.token:
        parser.error("a token is needed: add the device first, and give what is shown then")
    sensor = Thermometer(middle_c=args.about, seed=random.randrange(2**31))
    run(sensor, lambda readings: send(args.server, args.token, readings), args.every, _clock(args.every))


if __name__ == "__main__":
    main()
