"""Start Airy Crumb with the demo kitchen on loopback, and stop all of it on Ctrl+C."""

import os
import signal
import subprocess
import sys
import time
import urllib.request
from pathlib import Path
from types import FrameType

from postgres import Cluster, one_at_a_time, port_is_free

ROOT = Path(__file__).resolve().parent.parent


def choose_port(wanted: int) -> int:
    """The wanted port, or the next free one, saying so."""
    port = wanted
    while not port_is_free(port):
        port += 1
    if port != wanted:
        print(f"Port {wanted} is taken by something else; using {port} instead.", flush=True)
    return port


def manage(env: dict[str, str], *command: str) -> None:
    """Run a Django management command, or stop with its own words."""
    subprocess.run([sys.executable, str(ROOT / "server" / "manage.py"), *command], env=env, check=True)


def wait_until_it_answers(port: int, server: subprocess.Popen[bytes]) -> None:
    """Return once the first page is served; give up when the server dies or after a minute."""
    for _ in range(300):
        if server.poll() is not None:
            raise SystemExit("The server stopped while starting: its message is above.")
        try:
            urllib.request.urlopen(f"http://127.0.0.1:{port}/api/me", timeout=2).read()
            return
        except OSError:
            time.sleep(0.2)
    raise SystemExit("The server did not answer within a minute.")


def main() -> int:
    """Start the database, load what is missing, serve until interrupted."""
    signal.signal(signal.SIGTERM, _interrupted)
    wanted = int(os.environ.get("PORT") or 8000)
    server = None
    with one_at_a_time("demo"):
        cluster = Cluster("demo")
        was_running = cluster.is_running()
        cluster.start()
    try:
        env = {
            **os.environ,
            "AIRYCRUMB_MODE": "demo",
            "AIRYCRUMB_DATABASE_URL": cluster.url,
            "DJANGO_SETTINGS_MODULE": "kitchenside.settings",
        }
        manage(env, "migrate", "--verbosity", "0")
        manage(env, "load_demo")
        port = choose_port(wanted)
        gunicorn = [sys.executable, "-m", "gunicorn", "kitchenside.wsgi", "--chdir", str(ROOT / "server"), "--bind", f"127.0.0.1:{port}",
                    "--workers", "2", "--threads", "4", "--preload", "--log-level", "warning"]  # fmt: skip
        server = subprocess.Popen(gunicorn, env=env, start_new_session=True)
        wait_until_it_answers(port, server)
        print(f"Airy Crumb is at http://127.0.0.1:{port}/", flush=True)
        return server.wait()
    except KeyboardInterrupt:
        print("\nStopping.", flush=True)
        return 0
    finally:
        if server is not None:
            server.terminate()
            server.wait()
        if not was_running:
            cluster.stop()


def _interrupted(_signal: int, _frame: FrameType | None) -> None:
    raise KeyboardInterrupt


if __name__ == "__main__":
    sys.exit(main())
