"""Hostile pastes beside a bystander who only wants their sheet."""

import json
import statistics
import threading
import time
from datetime import UTC, datetime
from multiprocessing import Process, Queue
from typing import Any

import requests

from scripts.faults.site import Site

AT_ONCE = 6
WARM_S = 4
BITS = ("1 ", "(", "1/", "rise 1", " ", "½ to ", "cup of ", "° ", "<li>", "1,1.", "plus or ", "tbsp/")
SIZES = (59_000, 190_000, 2_300_000)


def _paste(base: str, cookies: dict[str, str], texts: list[str], told: "Queue[int]") -> None:
    # As a browser sends it: letters as they are, and in a process of its own, whose work is not the bystander's.
    headers = {"X-CSRFToken": cookies["csrftoken"], "Content-Type": "application/json"}
    for text in texts:
        body = json.dumps({"text": text, "corrections": []}, ensure_ascii=False).encode()
        try:
            answer = requests.post(f"{base}/api/recipe", data=body, headers=headers, cookies=cookies, timeout=120)
            told.put(answer.status_code)
        except requests.ConnectionError:
            told.put(0)


def _wait_of(site: Site, stop: threading.Event, waits: list[float]) -> None:
    session = site.session()
    bake = session.get(f"{site.base}/api/bakes", timeout=120).json()[0]["id"]
    document = session.get(f"{site.base}/api/bakes/{bake}", timeout=120).json()["document"]
    while not stop.is_set():
        body: Any = {"bake": {**document, "pieces": 6 + len(waits) % 30}, "now": datetime.now(UTC).isoformat()}
        begin = time.perf_counter()
        session.post(f"{site.base}/api/sheet", json=body, timeout=120)
        waits.append(time.perf_counter() - begin)
        stop.wait(0.1)


def run(site: Site, pastes: int) -> tuple[float, float, set[int]]:
    """Median and 95th percentile of a bystander's wait, s, beside so many pastes; and how the pastes were answered
    (0: not at all)."""
    texts = [(BITS[i % len(BITS)] * SIZES[i % 3])[: SIZES[i % 3]] for i in range(pastes)]
    told: Queue[int] = Queue()
    waits: list[float] = []
    stop, cookies = threading.Event(), dict(site.session().cookies)
    bystander = threading.Thread(target=_wait_of, args=(site, stop, waits))
    pasting = [Process(target=_paste, args=(site.base, cookies, texts[i::AT_ONCE], told)) for i in range(AT_ONCE)]
    bystander.start()
    # A site at work: both its workers have worked sheets before.
    stop.wait(WARM_S)
    waits.clear()
    for process in pasting:
        process.start()
    answers = {told.get(timeout=300) for _ in texts}
    for process in pasting:
        process.join()
    stop.wait(1)
    stop.set()
    bystander.join()
    return statistics.median(waits), statistics.quantiles(waits, n=20)[-1], answers
