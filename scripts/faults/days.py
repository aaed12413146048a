"""A day of two bakes under way: cooks mark and look at once; the day goes on, and is thought about to its end."""

import json
import random
import threading
import time
import uuid
from collections import Counter
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from typing import Any

import requests

from scripts.faults.site import PATIENCE_S, Site
from scripts.serving import ROOT

UNDONE_S = 60.0  # the longest a day may wait to be thought about after the last fault
Gone = (requests.ConnectionError, requests.Timeout, requests.exceptions.ChunkedEncodingError)


def now() -> str:
    """This moment, as a page sends it."""
    return datetime.now(UTC).isoformat()


def looking(moment: str) -> str:
    """The same in an address."""
    return moment.replace("+", "%2B")


@dataclass(frozen=True)
class Table:
    """A day and the batches of its two bakes, both begun."""

    day: int
    batches: list[int]


def laid(site: Site, session: requests.Session) -> Table:
    """Two bakes for nine hours from now, both started."""

    def posted(path: str, body: dict[str, Any]) -> Any:
        done = session.post(f"{site.base}/api{path}", json=body, timeout=PATIENCE_S)
        done.raise_for_status()
        return done.json()

    paths = sorted((ROOT / "demo" / "bakes").glob("*.json"))[:2]
    documents = [json.loads(path.read_text(encoding="utf-8")) for path in paths]
    bakes = [posted("/bakes", {"document": document})["id"] for document in documents]
    eat = (datetime.now(UTC) + timedelta(hours=9)).isoformat()
    document = {"format": "airycrumb-day", "version": 1, "eat_at": eat, "dishes": [{"bake": bake} for bake in bakes]}
    day = posted("/days", {"document": document, "now": now()})["id"]
    return Table(day, [posted(f"/days/{day}/start", {"dish": at, "now": now()})["batch"] for at in (0, 1)])


class Cook(threading.Thread):
    """Marks one batch of a table again and again, or looks at the day; each thing until it is answered."""

    def __init__(self, site: Site, table: Table, batch: int | None, stop: threading.Event, insists: bool) -> None:
        super().__init__(daemon=True)
        self.site, self.table, self.batch, self.stop_at, self.insists = site, table, batch, stop, insists
        self.session = site.session()
        self.answers: Counter[int] = Counter()
        self.taken: list[str] = []
        self.trouble: str | None = None

    def _once(self) -> None:
        if self.batch is None:
            path = f"{self.site.base}/api/days/{self.table.day}?now={looking(now())}"
            return self._answered(lambda: self.session.get(path, timeout=PATIENCE_S), "")
        seen = {"client_id": str(uuid.uuid4()), "kind": "room_temperature", "stage": "rise", "at": now()}
        body: dict[str, Any] = {"observations": [{**seen, "value": round(random.uniform(15, 30), 1)}], "now": now()}
        path = f"{self.site.base}/api/batches/{self.batch}/observations"
        return self._answered(lambda: self.session.post(path, json=body, timeout=PATIENCE_S), seen["client_id"])

    def _answered(self, ask: Any, mark: str) -> None:
        while True:
            try:
                done = ask()
            except Gone:
                self.stop_at.wait(0.1)
                continue
            self.answers[done.status_code] += 1
            if done.ok:
                self.taken += [mark] if mark else []
                return
            if done.status_code < 500 or not self.insists:
                raise RuntimeError(f"answered with {done.status_code}: {done.text[:200]}")
            self.stop_at.wait(0.1)

    def run(self) -> None:
        """Cook on until told to stop."""
        try:
            while not self.stop_at.is_set():
                self._once()
        except Exception as error:
            self.trouble = f"{type(error).__name__}: {error}"


def crew(site: Site, stop: threading.Event, insists: bool, looks: int = 1) -> tuple[Table, list[Cook]]:
    """A table, a cook at each of its batches, and so many who look at the day. insists: a fault is tried again."""
    table = laid(site, site.session())
    return table, [Cook(site, table, at, stop, insists) for at in (*table.batches, *[None] * looks)]


def wrong_with(site: Site, table: Table, cooks: list[Cook]) -> list[str]:
    """What was taken and is not there once, and a day nobody thought about to its end."""
    session = site.session()
    read = lambda path: session.get(f"{site.base}/api{path}?now={looking(now())}", timeout=PATIENCE_S).json()
    wrong = [f"a cook of the day stopped: {cook.trouble}" for cook in cooks if cook.trouble]
    for cook in cooks:
        if cook.batch is not None:
            there = Counter(o["client_id"] for o in read(f"/batches/{cook.batch}")["observations"])
            wrong += [f"mark {m} of the day is there {there[m]} times" for m in cook.taken if there[m] != 1]
    end, state = time.monotonic() + UNDONE_S, ""
    while time.monotonic() < end:
        state = read(f"/days/{table.day}")["state"]
        if state in ("done", "stuck"):
            break
        time.sleep(1)
    return wrong + ([] if state == "done" else [f"a minute after the last fault the day is “{state}”"])


def hunt(site: Site, seconds: float) -> tuple[Counter[int], list[str]]:
    """Marks in both batches and looks at their day, all at once, for so long: every one is answered, and well."""
    stop = threading.Event()
    _table, cooks = crew(site, stop, insists=False, looks=2)
    for cook in cooks:
        cook.start()
    stop.wait(seconds)
    stop.set()
    for cook in cooks:
        cook.join(timeout=3 * PATIENCE_S)
    answers = sum((cook.answers for cook in cooks), Counter[int]())
    return answers, [f"in the hunt {cook.trouble}" for cook in cooks if cook.trouble]
