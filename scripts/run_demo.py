"""Start Airy Crumb with the demo kitchen on loopback, and stop all of it on Ctrl+C."""

import os
import signal
import subprocess
import sys
import time
import urllib.request
from pathlib import Path
from types import FrameType

from postgres import in_use, port_is_free

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


def serve(database_url: str, wanted: int) -> int:
    """Migrate, load what is missing, serve until interrupted."""
    env = {**os.environ, "AIRYCRUMB_MODE": "demo", "AIRYCRUMB_DATABASE_URL": database_url}
    manage(env, "migrate", "--verbosity", "0")
    manage(env, "load_demo")
    port = choose_port(wanted)
    command = [sys.executable, "-m", "gunicorn", "kitchenside.wsgi", "--chdir", str(ROOT / "server")]
    command += ["--bind", f"127.0.0.1:{port}", "--workers", "2", "--threads", "4", "--preload", "--log-level", "error"]
    # Its own session, so that Ctrl+C reaches us first and we stop it in order.
    server = subprocess.Popen(command, env=env, start_new_session=True)
    try:
        wait_until_it_answers(port, server)
        print(f"Airy Crumb is at http://127.0.0.1:{port}/", flush=True)
        return server.wait()
    finally:
        server.terminate()
        server.wait()


def main() -> int:
    """Start the database, serve, and stop what was started."""
    signal.signal(signal.SIGTERM, _interrupted)
    try:
        with in_use("demo") as cluster:
            return serve(cluster.url, int(os.environ.get("PORT") or 8000))
    except KeyboardInterrupt:
        print("\nStopped.", flush=True)
        return 0


def _interrupted(_signal: int, _frame: FrameType | None) -> None:
    raise KeyboardInterrupt


if __name__ == "__main__":
    sys.exit(main())
