"""A probe thermometer that is not there: python -m stand_ins.probe --server URL --token TOKEN.

Pushed into a piece, it follows the middle of a round one in the steam (the analytic series of a sphere), a little late,
with noise, and sometimes slips off the coldest point. Pulled out it cools to the room. It is played from the page and
publishes over the same open endpoint a real bridge would use (docs/formats/devices.md).

--behind lets it begin so many minutes ago, as one that was out of reach and kept its readings: it catches up at once.
"""

import argparse
import math
import os
import random
from dataclasses import dataclass, field
from datetime import UTC, datetime, timedelta

from stand_ins.link import hear_and_pass, keep_on, publish

TERMS = 60
CATCH_UP_S = 15.0  # seconds between readings while it catches up


@dataclass
class Probe:
    """A simulated probe. steam_c: around the piece; starts_c: of its middle; passes_75_min: when that passes 75 °C.

    Same seed, same readings.
    """

    steam_c: float = 98.5
    starts_c: float = 13.0
    room_c: float = 21.0
    passes_75_min: float = 14.0
    seed: int = 1
    noise_c: float = 0.15
    lag_s: float = 6.0  # time constant of the probe itself
    plugged: bool = field(default=True, init=False)
    inside: bool = field(default=False, init=False)
    _seconds: float = field(default=0.0, init=False)
    _felt: float = field(default=21.0, init=False)

    def __post_init__(self) -> None:
        self._random = random.Random(self.seed)
        self._felt = self.room_c
        # Fourier number at which a sphere's centre has the share of its way left that 75 °C leaves.
        left = (self.steam_c - 75.0) / (self.steam_c - self.starts_c)
        self._at_75 = math.log(2 / left) / math.pi**2

    def middle_c(self) -> float:
        """°C of the middle of the piece: 2 sum (-1)^(n+1) exp(-n2 pi2 Fo) of the way left (Carslaw and Jaeger,
        chapter 9).
        """
        fourier = self._at_75 * self._seconds / 60 / self.passes_75_min
        if fourier < 0.01:
            return self.starts_c
        left = 2 * sum((-1) ** (n + 1) * math.exp(-((n * math.pi) ** 2) * fourier) for n in range(1, TERMS))
        return self.steam_c - left * (self.steam_c - self.starts_c)

    def play(self, do: str, _amount: float | None) -> None:
        """Do what the page says: push it into a fresh piece, pull it out, pull its plug."""
        if do == "put_in":
            self.inside, self._seconds = True, 0.0
        elif do == "pull_out":
            self.inside = False
        elif do in ("plug_out", "plug_in"):
            self.plugged = do == "plug_in"

    def pass_time(self, seconds: float) -> None:
        """Let the piece heat and the probe follow it."""
        self._seconds += seconds
        around = self.middle_c() if self.inside else self.room_c
        self._felt += (around - self._felt) * (1 - math.exp(-seconds / self.lag_s))

    def shows(self) -> float:
        """°C as shown, to a tenth."""
        return round(self._felt + self._random.gauss(0, self.noise_c), 1)


def main() -> None:
    """Run the command line."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--server", default="http://127.0.0.1:8000")
    parser.add_argument("--token", default=os.environ.get("AIRYCRUMB_PROBE_TOKEN"), help="from adding the device")
    parser.add_argument("--every", type=float, default=3.0, help="seconds between readings")
    parser.add_argument("--passes", type=float, default=14.0, help="minutes until the middle passes 75 °C")
    parser.add_argument("--behind", type=float, default=0.0, help="minutes ago it was pushed in, readings kept since")
    args = parser.parse_args()
    if not args.token:
        parser.error("a token is needed: add the device first, and give what is shown then")
    probe = Probe(passes_75_min=args.passes, seed=random.randrange(2**31))
    clock = datetime.now(UTC) - timedelta(minutes=args.behind)
    if args.behind:
        probe.play("put_in", None)

    def step(passed_s: float) -> None:
        nonlocal clock
        hear_and_pass(probe, args.server, args.token, 0.0)
        late = datetime.now(UTC) - clock
        seconds = CATCH_UP_S if late > timedelta(seconds=CATCH_UP_S) and args.behind else passed_s
        probe.pass_time(seconds)
        clock = min(clock + timedelta(seconds=seconds), datetime.now(UTC))
        publish(probe, args.server, args.token, clock)

    keep_on("probe", args.every, step)


if __name__ == "__main__":
    main()
