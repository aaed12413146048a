"""Start Airy Crumb with the demo kitchen on loopback, and stop all of it on Ctrl+C."""

import os
import secrets
import signal
import subprocess
import sys
from types import FrameType

from scripts.postgres import in_use, port_is_free
from scripts.serving import address, manage, serve, stand_in, worker

STAND_INS = ("thermometer", "scale", "probe", "oven")


def choose_port(wanted: int) -> int:
    """The wanted port, or the next free one, saying so."""
    port = wanted
    while not port_is_free(port):
        port += 1
    if port != wanted:
        print(f"Port {wanted} is taken by something else; using {port} instead.", flush=True)
    return port


def wanted_port() -> int:
    """PORT from the environment, 8000 by default; SystemExit with a sentence for what is no port."""
    text = os.environ.get("PORT") or "8000"
    if not text.isdigit() or not 1024 <= int(text) <= 65000:
        raise SystemExit(f"PORT is “{text}”: use a number from 1024 to 65000.")
    return int(text)


def run(database_url: str, wanted: int) -> int:
    """Migrate, load what is missing, serve until interrupted."""
    env = {
        **os.environ,
        "AIRYCRUMB_MODE": "demo",
        "AIRYCRUMB_DATABASE_URL": database_url,
        **{f"AIRYCRUMB_{name}_TOKEN": secrets.token_urlsafe(24) for name in ("DEVICE", "SCALE", "PROBE", "OVEN")},
    }
    manage(env, "migrate", "--verbosity", "0")
    manage(env, "load_demo")
    manage(env, "pair_stand_in")
    port = choose_port(wanted)
    # Its own session, so that Ctrl+C reaches us first and we stop it in order.
    server = serve(env, port, start_new_session=True)
    # One worker plans days; any number may, on any machine that reaches the database.
    instruments = [worker(env), *(stand_in(env, name, port) for name in STAND_INS)]
    try:
        print(f"Airy Crumb is at {address(port)}/", flush=True)
        return server.wait()
    finally:
        for instrument in instruments:
            _end(instrument)
        server.terminate()
        server.wait()


PATIENCE_S = 3.0


def _end(process: subprocess.Popen[bytes]) -> None:
    """Stop a process of ours; a worker in the middle of a day is cut short: the next one takes it up again."""
    process.terminate()
    try:
        process.wait(PATIENCE_S)
    except subprocess.TimeoutExpired:
        process.kill()
        process.wait()


def main() -> int:
    """Start the database, serve, and stop what was started."""
    signal.signal(signal.SIGTERM, _interrupted)
    wanted = wanted_port()
    try:
        with in_use("demo") as cluster:
            return run(cluster.url, wanted)
    except KeyboardInterrupt:
        print("\nStopped.", flush=True)
        return 0


def _interrupted(_signal: int, _frame: FrameType | None) -> None:
    raise KeyboardInterrupt


if __name__ == "__main__":
    sys.exit(main())
