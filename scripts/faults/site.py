"""A production-like site that can be killed piece by piece: gunicorn with two workers, and a database that syncs."""

import os
import signal
import subprocess
import time
from collections.abc import Iterator
from contextlib import contextmanager

import psutil
import requests

from scripts.postgres import Cluster, port_is_free
from scripts.serving import address, manage, serve, worker

PATIENCE_S = 20


class Site:
    """The application on a cluster of its own. limits: by how much its limits of pace are multiplied."""

    def __init__(self, name: str = "faults", limits: float = 1000) -> None:
        self.cluster = Cluster(name)
        self.cluster.start()
        self.env = {
            **os.environ,
            "AIRYCRUMB_MODE": "demo",
            "AIRYCRUMB_DATABASE_URL": self.cluster.url,
            "AIRYCRUMB_LIMITS": str(limits),
        }
        self.port = next(p for p in range(8931, 9131) if port_is_free(p))
        self.base = address(self.port)
        manage(self.env, "migrate", "-v0")
        manage(self.env, "flush", "--noinput", quiet=True)
        manage(self.env, "load_demo", quiet=True)
        self.server = self._serve()
        self.planner = self._plan()

    def _plan(self) -> subprocess.Popen[bytes]:
        return worker(self.env, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)

    def _serve(self) -> subprocess.Popen[bytes]:
        quiet = {"stdout": subprocess.DEVNULL, "stderr": subprocess.DEVNULL}
        return serve(self.env, self.port, start_new_session=True, **quiet)

    def session(self) -> requests.Session:
        """Somebody signed in to the demo household."""
        session = requests.Session()
        session.get(f"{self.base}/api/me", timeout=PATIENCE_S)
        session.headers["X-CSRFToken"] = str(session.cookies["csrftoken"])
        session.post(f"{self.base}/api/session/demo", timeout=PATIENCE_S).raise_for_status()
        session.headers["X-CSRFToken"] = str(session.cookies["csrftoken"])
        return session

    def kill_worker(self) -> None:
        """One of the workers; its master starts another."""
        workers = psutil.Process(self.server.pid).children()
        if workers:
            workers[0].kill()

    def kill_server(self) -> None:
        """The server, workers and all; it is started again."""
        os.killpg(self.server.pid, signal.SIGKILL)
        self.server.wait()
        self.server = self._serve()

    def _kill_postgres(self) -> None:
        for pid in self.cluster.processes():
            try:
                os.kill(pid, signal.SIGKILL)
            except ProcessLookupError:
                continue

    def _start_postgres(self) -> None:
        port = self.cluster.state["port"]
        for _ in range(100):
            if port_is_free(port):
                break
            time.sleep(0.1)
        self.cluster.start()
        if self.cluster.state["port"] != port:
            raise SystemExit("The database came back on another port: the server would not find it.")

    def kill_database(self) -> None:
        """PostgreSQL as by a power cut; it is started again."""
        self._kill_postgres()
        self._start_postgres()

    def kill_planner(self) -> None:
        """The worker that plans days, in the middle of one; another is started."""
        os.killpg(self.planner.pid, signal.SIGKILL)
        self.planner.wait()
        self.planner = self._plan()

    def kill_all(self) -> None:
        """Everything at once but the worker that plans: it waits for its database."""
        os.killpg(self.server.pid, signal.SIGKILL)
        self._kill_postgres()
        self.server.wait()
        self._start_postgres()
        self.server = self._serve()

    def close(self) -> None:
        """Stop all of it; the cluster is thrown away."""
        for process in (self.server, self.planner):
            os.killpg(process.pid, signal.SIGKILL)
            process.wait()
        self.cluster.destroy()


@contextmanager
def site(limits: float = 1000) -> Iterator[Site]:
    """A site, thrown away afterwards."""
    made = Site(limits=limits)
    try:
        yield made
    finally:
        made.close()
