"""Hostile pastes beside a bystander who only wants their sheet."""

import statistics
import subprocess
import sys
import threading
import time
from datetime import UTC, datetime
from typing import Any

from scripts.faults.site import Site
from scripts.serving import ROOT

AT_ONCE = 6
WARM_S = 4


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
    waits: list[float] = []
    stop, cookies = threading.Event(), site.session().cookies
    bystander = threading.Thread(target=_wait_of, args=(site, stop, waits))
    bystander.start()
    # A site at work: both its workers have worked sheets before.
    stop.wait(WARM_S)
    waits.clear()
    who = [site.base, str(cookies["csrftoken"]), str(cookies["sessionid"])]
    commands = [[sys.executable, "-m", "scripts.faults.paste", *who, f"{i}:{pastes}:{AT_ONCE}"] for i in range(AT_ONCE)]
    # In processes of their own, whose work is not the bystander's.
    pasting = [subprocess.Popen(c, cwd=ROOT, stdout=subprocess.PIPE, text=True) for c in commands]
    answers = {int(told) for process in pasting for told in process.communicate()[0].split()}
    stop.wait(1)
    stop.set()
    bystander.join()
    return statistics.median(waits), statistics.quantiles(waits, n=20)[-1], answers
