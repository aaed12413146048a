"""The application with the demo kitchen on the test cluster, for benchmarks and pictures."""

import os
import time
from collections.abc import Iterator
from contextlib import contextmanager

import psutil

from scripts.postgres import in_use, port_is_free
from scripts.serving import address, manage, serve


class Served:
    """One worker, started and stopped at will."""

    def __init__(self, url: str) -> None:
        self.env = {**os.environ, "AIRYCRUMB_MODE": "demo", "AIRYCRUMB_DATABASE_URL": url}
        self.port = next(p for p in range(8731, 8931) if port_is_free(p))
        self.base = address(self.port)

    def start(self) -> float:
        """Start the server; seconds until it answers."""
        begin = time.perf_counter()
        self.process = serve(self.env, self.port, workers=1)
        return time.perf_counter() - begin

    def memory_mb(self) -> float:
        """Resident memory of the worker that answers."""
        return max(p.memory_info().rss for p in psutil.Process(self.process.pid).children()) / 1e6

    def stop(self) -> None:
        """Stop it."""
        self.process.terminate()
        self.process.wait()


@contextmanager
def demo_kitchen(*options: str) -> Iterator[Served]:
    """A database with nothing in it but the demo kitchen; options: for load_demo. Emptied afterwards."""
    with in_use("test") as cluster:
        served = Served(cluster.url)
        manage(served.env, "migrate", "-v0")
        manage(served.env, "flush", "--noinput", quiet=True)
        manage(served.env, "load_demo", *options, quiet=True)
        try:
            yield served
        finally:
            manage(served.env, "flush", "--noinput", quiet=True)
