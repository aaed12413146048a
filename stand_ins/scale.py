"""A kitchen scale that is not there: python -m stand_ins.scale --server URL --token TOKEN.

It settles after something is put on, drifts a little, shows steps of 1 g or 0.1 g, has a tare, overloads, and can have
its plug pulled. It is played from the page (put on, take off, tare) and publishes what it shows over the same open
endpoint a real bridge would use (docs/formats/devices.md).
"""

import argparse
import math
import os
import random
from dataclasses import dataclass, field
from datetime import UTC, datetime
from typing import Any

from stand_ins.link import ask, keep_on


@dataclass
class Scale:
    """A simulated scale. step_g: what it shows; most_g: beyond it, it overloads; same seed, same readings."""

    step_g: float = 1.0
    most_g: float = 5000.0
    seed: int = 1
    settles_s: float = 0.35  # time constant
    drift_g_h: float = 2.0  # standard deviation in an hour
    noise_g: float = 0.08
    plugged: bool = field(default=True, init=False)
    _on: list[float] = field(default_factory=list, init=False)
    _felt: float = field(default=0.0, init=False)
    _tare: float = field(default=0.0, init=False)
    _drift: float = field(default=0.0, init=False)

    def __post_init__(self) -> None:
        self._random = random.Random(self.seed)

    @property
    def load_g(self) -> float:
        """What really lies on it."""
        return sum(self._on)

    def put_on(self, grams: float) -> None:
        """Lay something on it."""
        self._on.append(grams)

    def take_off(self) -> None:
        """Take the last thing off; nothing on it, nothing happens."""
        if self._on:
            self._on.pop()

    def tare(self) -> None:
        """Show 0 for what it feels now."""
        self._tare = self._felt

    def pass_time(self, seconds: float) -> None:
        """Let its needle come nearer to the load, and drift."""
        self._felt += (self.load_g - self._felt) * (1 - math.exp(-seconds / self.settles_s))
        self._drift += self._random.gauss(0, self.drift_g_h * math.sqrt(seconds / 3600))

    @property
    def settled(self) -> bool:
        """Whether it has come to rest."""
        return abs(self._felt - self.load_g) < max(self.step_g / 2, 0.3)

    def shows(self) -> float | None:
        """g as shown; None when it is overloaded."""
        if self.load_g > self.most_g:
            return None
        exact = self._felt - self._tare + self._drift + self._random.gauss(0, self.noise_g)
        return round(round(exact / self.step_g) * self.step_g, 3)

    def play(self, do: str, grams: float | None) -> None:
        """Do what the page says."""
        if do == "put_on" and grams:
            self.put_on(grams)
        elif do in ("plug_out", "plug_in"):
            self.plugged = do == "plug_in"
        elif do == "take_off":
            self.take_off()
        elif do == "tare":
            self.tare()


@dataclass
class Said:
    """What was published last, so that a scale at rest is not a chatterbox."""

    grams: float | None = None
    settled: bool = False
    at_s: float = -math.inf

    def is_news(self, grams: float, settled: bool, now_s: float) -> bool:
        """Something changed, or a second has passed."""
        return grams != self.grams or settled != self.settled or now_s - self.at_s >= 1.0


def turn(scale: Scale, said: Said, server: str, token: str, passed_s: float, now_s: float) -> Said:
    """Hear what is played, let time pass, publish what is news. urllib's errors come through."""
    for told in ask(server, token, "/devices/play"):
        scale.play(told["do"], told["grams"])
    scale.pass_time(passed_s)
    grams, settled = scale.shows(), scale.settled
    if not scale.plugged or grams is None or not said.is_news(grams, settled, now_s):
        return said
    reading: dict[str, Any] = {"at": datetime.now(UTC).isoformat(), "grams": grams, "settled": settled}
    ask(server, token, "/devices/readings", {"readings": [reading]})
    return Said(grams, settled, now_s)


def main() -> None:
    """Run the command line."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--server", default="http://127.0.0.1:8000")
    parser.add_argument("--token", default=os.environ.get("AIRYCRUMB_SCALE_TOKEN"), help="from adding the device")
    parser.add_argument("--every", type=float, default=0.3, help="seconds between looks")
    parser.add_argument("--step", type=float, default=1.0, choices=(0.1, 1.0, 2.0, 5.0), help="g it shows")
    parser.add_argument("--most", type=float, default=5000.0, help="g it bears")
    parser.add_argument("--settles", type=float, default=0.35, help="seconds, time constant of coming to rest")
    args = parser.parse_args()
    if not args.token:
        parser.error("a token is needed: add the device first, and give what is shown then")
    scale, said, now_s = Scale(args.step, args.most, random.randrange(2**31), args.settles), Said(), 0.0

    def step(passed_s: float) -> None:
        nonlocal said, now_s
        now_s += passed_s
        said = turn(scale, said, args.server, args.token, passed_s, now_s)

    keep_on("scale", args.every, step)


if __name__ == "__main__":
    main()
