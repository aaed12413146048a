"""The application on loopback with the demo kitchen, for benchmarks and screenshots."""

import os
import subprocess
import sys
import time
import urllib.request
from pathlib import Path

import psutil
from postgres import port_is_free

ROOT = Path(__file__).resolve().parent.parent
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-background-networking",
    "--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1",
]


class Served:
    """The application on loopback with the demo kitchen, as `make demo` serves it."""

    def __init__(self, url: str) -> None:
        self.env = {
            **os.environ,
            "AIRYCRUMB_MODE": "demo",
            "AIRYCRUMB_DATABASE_URL": url,
            "DJANGO_SETTINGS_MODULE": "kitchenside.settings",
        }
        self.port = next(p for p in range(8731, 8931) if port_is_free(p))
        self.base = f"http://127.0.0.1:{self.port}"

    def manage(self, *command: str) -> None:
        """A management command."""
        subprocess.run(
            [sys.executable, str(ROOT / "server" / "manage.py"), *command],
            env=self.env,
            check=True,
            stdout=subprocess.DEVNULL,
        )

    def start(self) -> float:
        """Start the server; seconds until it answers."""
        begin = time.perf_counter()
        command = [
            sys.executable,
            "-m",
            "gunicorn",
            "kitchenside.wsgi",
            "--chdir",
            str(ROOT / "server"),
            "--bind",
            f"127.0.0.1:{self.port}",
        ]
        self.process = subprocess.Popen(
            [*command, "--workers", "1", "--threads", "4", "--log-level", "error"], env=self.env
        )
        while True:
            try:
                urllib.request.urlopen(f"{self.base}/api/me", timeout=2).read()
                return time.perf_counter() - begin
            except OSError:
                time.sleep(0.02)

    def memory_mb(self) -> float:
        """Resident memory of the worker that answers."""
        return max(p.memory_info().rss for p in psutil.Process(self.process.pid).children()) / 1e6

    def stop(self) -> None:
        """Stop it."""
        self.process.terminate()
        self.process.wait()
