"""Hostile pastes beside a bystander who only wants their sheet."""

import statistics
import threading
import time
from datetime import UTC, datetime
from typing import Any

from scripts.faults.site import Site

AT_ONCE = 6
BITS = ("1 ", "(", "1/", "rise 1", " ", "½ to ", "cup of ", "° ", "<li>", "1,1.", "plus or ", "tbsp/")
SIZES = (59_000, 190_000, 2_300_000)


def _paste(site: Site, texts: list[str], told: list[int]) -> None:
    session = site.session()
    while texts:
        text = texts.pop()
        body: Any = {"text": text, "corrections": []}
        told.append(session.post(f"{site.base}/api/recipe", json=body, timeout=120).status_code)


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
    """Median and 95th percentile of a bystander's wait, s, beside so many pastes; and how the pastes were answered."""
    texts = [(BITS[i % len(BITS)] * SIZES[i % 3])[: SIZES[i % 3]] for i in range(pastes)]
    told: list[int] = []
    waits: list[float] = []
    stop = threading.Event()
    bystander = threading.Thread(target=_wait_of, args=(site, stop, waits))
    pasting = [threading.Thread(target=_paste, args=(site, texts, told)) for _ in range(AT_ONCE)]
    for thread in (bystander, *pasting):
        thread.start()
    for thread in pasting:
        thread.join()
    time.sleep(1)
    stop.set()
    bystander.join()
    return statistics.median(waits), statistics.quantiles(waits, n=20)[-1], set(told)
