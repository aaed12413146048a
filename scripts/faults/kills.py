"""Kills of servers, workers and database under marks, saves, starts and finishes: none lost, none done twice."""

import json
import random
import threading
import uuid
from collections import Counter
from dataclasses import dataclass, field
from typing import Any

from scripts.faults import days
from scripts.faults.days import Gone, looking
from scripts.faults.days import now as _now
from scripts.faults.site import PATIENCE_S, Site
from scripts.serving import ROOT

CLIENTS = 4
BETWEEN_S = (0.2, 1.6)
# How often each is done, of ten times.
OFTEN = {"mark": 6, "save": 2, "start": 1, "finish": 1}
KILLS = ("kill_worker", "kill_worker", "kill_server", "kill_database", "kill_all", "kill_planner")


@dataclass
class Acknowledged:
    """What the server said it has taken, by the id it was sent with."""

    marks: dict[str, int] = field(default_factory=dict)  # the batch of each
    saves: dict[str, tuple[int, int, str]] = field(default_factory=dict)  # bake, version, name
    starts: dict[str, int] = field(default_factory=dict)  # batch
    finishes: set[int] = field(default_factory=set)

    def __len__(self) -> int:
        return len(self.marks) + len(self.saves) + len(self.starts) + len(self.finishes)


class Client(threading.Thread):
    """One cook with a bake of their own, sending each thing until it is answered, as the outbox does."""

    def __init__(self, site: Site, seed: int, stop: threading.Event) -> None:
        super().__init__(daemon=True)
        self.site, self.stop_at, self.random = site, stop, random.Random(seed)
        self.session = site.session()
        self.acknowledged = Acknowledged()
        self.trouble: str | None = None
        document = json.loads(sorted((ROOT / "demo" / "bakes").glob("*.json"))[0].read_text(encoding="utf-8"))
        made = self._until_answered(
            "POST", "/bakes", {"client_id": str(uuid.uuid4()), "document": {**document, "name": f"of {seed}"}}
        )
        self.bake, self.version, self.document = made["id"], made["version"], made["document"]
        self.batch = self._start()

    def _until_answered(self, method: str, path: str, body: Any = None) -> Any:
        """Send it until the server has answered for itself; RuntimeError for a refusal, which nothing here earns."""
        while True:
            try:
                done = self.session.request(method, f"{self.site.base}/api{path}", json=body, timeout=PATIENCE_S)
            except Gone:
                self.stop_at.wait(0.1)
                continue
            if done.ok:
                return done.json()
            if done.status_code < 500:
                raise RuntimeError(f"{method} {path} was refused with {done.status_code}: {done.text[:300]}")
            self.stop_at.wait(0.1)

    def _start(self) -> int:
        sent = {"client_id": str(uuid.uuid4()), "now": _now()}
        batch: int = self._until_answered("POST", f"/bakes/{self.bake}/batches", sent)["id"]
        self.acknowledged.starts[sent["client_id"]] = batch
        return batch

    def start_(self) -> None:
        """Begin another batch."""
        self.batch = self._start()

    def mark(self) -> None:
        """Note a look."""
        seen = {"client_id": str(uuid.uuid4()), "kind": "room_temperature", "stage": "rise", "at": _now()}
        seen["value"] = round(self.random.uniform(15, 30), 1)  # type: ignore[assignment]
        self._until_answered("POST", f"/batches/{self.batch}/observations", {"observations": [seen], "now": _now()})
        self.acknowledged.marks[seen["client_id"]] = self.batch

    def save(self) -> None:
        """Change the bake into one of its own name."""
        sent = {"client_id": str(uuid.uuid4()), "base": self.version}
        document = {**self.document, "name": sent["client_id"]}
        made = self._until_answered("PUT", f"/bakes/{self.bake}", {**sent, "document": document})
        self.version = made["version"]
        self.acknowledged.saves[str(sent["client_id"])] = (self.bake, self.version, str(sent["client_id"]))

    def finish(self) -> None:
        """End the batch and begin another."""
        outcome = {"verdict": "good", "troubles": [], "note": ""}
        self._until_answered("POST", f"/batches/{self.batch}/finish", {"outcome": outcome, "now": _now()})
        self.acknowledged.finishes.add(self.batch)
        self.batch = self._start()

    def run(self) -> None:
        """Cook on until told to stop."""
        do = {"mark": self.mark, "save": self.save, "start": self.start_, "finish": self.finish}
        try:
            while not self.stop_at.is_set():
                do[self.random.choices(list(OFTEN), list(OFTEN.values()))[0]]()
        except Exception as error:
            self.trouble = f"{type(error).__name__}: {error}"


def wrong_with(site: Site, clients: list[Client]) -> list[str]:
    """What was acknowledged and is not there once, read back through the contract."""
    wrong = [f"a client stopped: {c.trouble}" for c in clients if c.trouble]
    session = site.session()
    read = lambda path: session.get(f"{site.base}/api{path}", timeout=PATIENCE_S).json()
    for client in clients:
        told = client.acknowledged
        for batch in set(told.marks.values()) | set(told.starts.values()):
            found = read(f"/batches/{batch}?now={looking(_now())}")
            there = Counter(o["client_id"] for o in found["observations"])
            mine = [mark for mark, of in told.marks.items() if of == batch]
            wrong += [f"mark {m} is there {there[m]} times" for m in mine if there[m] != 1]
            wrong += [f"batch {batch} is not finished"] if batch in told.finishes and not found["finished"] else []
        versions = [read(f"/bakes/{client.bake}/versions/{n + 1}") for n in range(client.version)]
        names = Counter(v["document"]["name"] for v in versions)
        for bake, version, name in told.saves.values():
            if names[name] != 1 or versions[version - 1]["document"]["name"] != name:
                wrong.append(f"save {name} of bake {bake} is there {names[name]} times")
        begun = Counter(b["id"] for b in read("/batches") if b["bake_id"] == client.bake)
        if set(begun) != set(told.starts.values()):
            wrong.append(f"bake {client.bake} was started {len(begun)} times, {len(told.starts)} were asked for")
    return wrong


SEED = 20_261_126


def drawn(count: int) -> list[str]:
    """So many kills, by name."""
    return random.Random(SEED).choices(KILLS, k=count)


def run(site: Site, kills: list[str], seed: int = SEED) -> tuple[int, list[str]]:
    """Kill one thing after another while cooks go on. How much was acknowledged, and everything that is wrong."""
    chance, stop = random.Random(seed), threading.Event()
    clients = [Client(site, seed + i, stop) for i in range(CLIENTS)]
    table, cooks = days.crew(site, stop, insists=True)
    for client in (*clients, *cooks):
        client.start()
    for kill in kills:
        stop.wait(chance.uniform(*BETWEEN_S))
        getattr(site, kill)()
    stop.wait(BETWEEN_S[1])
    stop.set()
    for client in (*clients, *cooks):
        client.join(timeout=3 * PATIENCE_S)
    acknowledged = sum(len(c.acknowledged) for c in clients) + sum(len(cook.taken) for cook in cooks)
    return acknowledged, wrong_with(site, clients) + days.wrong_with(site, table, cooks)
