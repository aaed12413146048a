"""Starting the application on loopback, for the demo, the benchmarks, the pictures and the browser tests."""

import subprocess
import sys
import time
import urllib.request
from pathlib import Path
from typing import Any

ROOT = Path(__file__).resolve().parent.parent
CHROMIUM = "/usr/bin/chromium-headless-shell"
# Chromium that reaches nothing but this machine, and no screen.
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-gpu-rasterization",
    "--disable-extensions",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1",
]


def address(port: int) -> str:
    """Where the application answers."""
    return f"http://127.0.0.1:{port}"


def wait_until_it_answers(port: int, server: subprocess.Popen[bytes]) -> None:
    """Return once it answers; SystemExit when the server dies or a minute has passed."""
    for _ in range(1200):
        if server.poll() is not None:
            raise SystemExit("The server stopped while starting: its message is above.")
        try:
            urllib.request.urlopen(f"{address(port)}/api/me", timeout=2).read()
            return
        except OSError:
            time.sleep(0.05)
    raise SystemExit("The server did not answer within a minute.")


def serve(env: dict[str, str], port: int, workers: int = 2, **options: Any) -> subprocess.Popen[bytes]:
    """Start gunicorn and wait until it answers. options: for Popen."""
    command = [sys.executable, "-m", "gunicorn", "project.wsgi", "--chdir", str(ROOT / "server")]
    command += ["--bind", f"127.0.0.1:{port}", "--workers", str(workers), "--threads", "4", "--preload"]
    server = subprocess.Popen([*command, "--log-level", "error"], env=env, **options)
    try:
        wait_until_it_answers(port, server)
    except BaseException:
        server.terminate()
        raise
    return server


def stand_in(env: dict[str, str], name: str, port: int, *options: str, **popen: Any) -> subprocess.Popen[bytes]:
    """Start a simulated instrument; its token is in the environment. options: of its command line."""
    command = [sys.executable, "-m", f"stand_ins.{name}", "--server", address(port), *options]
    return subprocess.Popen(command, env=env, cwd=ROOT, stderr=subprocess.DEVNULL, start_new_session=True, **popen)


def worker(env: dict[str, str], *options: str, **popen: Any) -> subprocess.Popen[bytes]:
    """Start a worker that plans days. options: of its command line; popen: for Popen."""
    command = [sys.executable, str(ROOT / "server" / "manage.py"), "work_days", *options]
    return subprocess.Popen(command, env=env, start_new_session=True, **popen)


def manage(env: dict[str, str], *command: str, quiet: bool = False) -> None:
    """Run a Django management command; CalledProcessError when it fails."""
    out = subprocess.DEVNULL if quiet else None
    subprocess.run([sys.executable, str(ROOT / "server" / "manage.py"), *command], env=env, check=True, stdout=out)
