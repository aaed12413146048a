"""What a stand-in says to the server, and what it hears: nothing but Python, so that a bridge can be written by
reading it.
"""

import json
import sys
import time
import urllib.error
import urllib.request
from collections.abc import Callable
from datetime import datetime
from typing import Any, Protocol


def ask(server: str, token: str, path: str, body: Any = None) -> Any:
    """GET, or POST a JSON body; what is answered. urllib's errors come through."""
    data = None if body is None else json.dumps(body).encode()
    headers = {"Content-Type": "application/json", "Authorization": f"Bearer {token}"}
    request = urllib.request.Request(f"{server}/api{path}", data, headers)
    return json.loads(urllib.request.urlopen(request, timeout=10).read())


def keep_on(name: str, every_s: float, step: Callable[[float], None]) -> None:
    """Call step with the seconds since the last call, for ever; a server that cannot be reached is tried again."""
    before = time.monotonic()
    while True:
        now = time.monotonic()
        try:
            step(now - before)
        except urllib.error.HTTPError as error:
            print(f"{name}: {error.code} {error.read()[:200]!r}", file=sys.stderr)
            time.sleep(2)
        except OSError as error:
            print(f"{name}: {error}; tried again", file=sys.stderr)
            time.sleep(2)
        before = now
        time.sleep(every_s)


class Thermal(Protocol):
    """A simulated thermometer that can be played. plugged: whether anything can be heard of it."""

    plugged: bool

    def play(self, do: str, amount: float | None) -> None:
        """Do what the page says."""

    def pass_time(self, seconds: float) -> None:
        """Let it and what it measures come on."""

    def shows(self) -> float:
        """°C as shown."""


def hear_and_pass(thermal: Thermal, server: str, token: str, passed_s: float) -> None:
    """Do what was played meanwhile, then let time pass. urllib's errors come through."""
    for told in ask(server, token, "/devices/play"):
        thermal.play(told["do"], told["grams"])
    thermal.pass_time(passed_s)


def publish(thermal: Thermal, server: str, token: str, at: datetime) -> None:
    """Send one reading; one without its plug says nothing. urllib's errors come through."""
    if thermal.plugged:
        reading = {"at": at.isoformat(), "celsius": thermal.shows()}
        ask(server, token, "/devices/readings", {"readings": [reading]})
