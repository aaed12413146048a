"""A thermometer in an oven that is not there: python -m stand_ins.oven --server URL --token TOKEN.

The oven heats up slowly, runs off its dial, goes up and down with its thermostat, and loses warmth through an opened
door. It is played from the page and publishes over the same open endpoint a real bridge would use
(docs/formats/devices.md).
"""

import argparse
import math
import os
import random
from dataclasses import dataclass, field
from datetime import UTC, datetime

from stand_ins.link import hear_and_pass, keep_on, publish


@dataclass
class Oven:
    """A simulated oven with a thermometer in it. off_c: how far above its dial it runs; same seed, same readings."""

    off_c: float = -14.0
    room_c: float = 21.0
    seed: int = 1
    heats_s: float = 300.0  # time constant of heating up
    recovers_s: float = 150.0  # of the air, after the door
    cycle_s: float = 240.0
    cycle_c: float = 5.0
    noise_c: float = 0.5
    plugged: bool = field(default=True, init=False)
    dial_c: float = field(default=0.0, init=False)
    _walls: float = field(default=21.0, init=False)
    _drop: float = field(default=0.0, init=False)
    _seconds: float = field(default=0.0, init=False)

    def __post_init__(self) -> None:
        self._random = random.Random(self.seed)
        self._walls = self.room_c

    def play(self, do: str, amount: float | None) -> None:
        """Do what the page says: heat it to so many °C, let it cool, open its door, pull the plug."""
        if do == "heat" and amount:
            self.dial_c = amount
        elif do == "cool":
            self.dial_c = 0.0
        elif do == "open_door":
            self._drop += 0.25 * (self._walls - self.room_c)
        elif do in ("plug_out", "plug_in"):
            self.plugged = do == "plug_in"

    def pass_time(self, seconds: float) -> None:
        """Let it come nearer to its dial, and its air recover."""
        self._seconds += seconds
        wanted = self.dial_c + self.off_c if self.dial_c else self.room_c
        self._walls += (wanted - self._walls) * (1 - math.exp(-seconds / self.heats_s))
        self._drop *= math.exp(-seconds / self.recovers_s)

    def shows(self) -> float:
        """°C as shown, to a tenth."""
        swing = self.cycle_c * math.sin(2 * math.pi * self._seconds / self.cycle_s) if self.dial_c else 0.0
        return round(max(self._walls + swing - self._drop + self._random.gauss(0, self.noise_c), 0.0), 1)


def main() -> None:
    """Run the command line."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--server", default="http://127.0.0.1:8000")
    parser.add_argument("--token", default=os.environ.get("AIRYCRUMB_OVEN_TOKEN"), help="from adding the device")
    parser.add_argument("--every", type=float, default=5.0, help="seconds between readings")
    parser.add_argument("--off", type=float, default=-14.0, help="°C it runs above its dial")
    args = parser.parse_args()
    if not args.token:
        parser.error("a token is needed: add the device first, and give what is shown then")
    oven = Oven(off_c=args.off, seed=random.randrange(2**31))

    def step(passed_s: float) -> None:
        hear_and_pass(oven, args.server, args.token, passed_s)
        publish(oven, args.server, args.token, datetime.now(UTC))

    keep_on("oven", args.every, step)


if __name__ == "__main__":
    main()
