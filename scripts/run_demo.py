"""Start Airy Crumb with the demo kitchen on loopback, and stop all of it on Ctrl+C."""

import fcntl
import os
import secrets
import signal
import subprocess
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from types import FrameType

from scripts.postgres import RUN, in_use, port_is_free
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


@contextmanager
def first_of(checkout: Path) -> Iterator[bool]:
    """Whether this is the first demo of a checkout that runs: its instruments have one token each, and send with it."""
    with (checkout / "demo.lock").open("w") as lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError:
            yield False
        else:
            yield True


def run(database_url: str, wanted: int, plays: bool) -> int:
    """Migrate, load what is missing, serve until interrupted. plays: with its own simulated instruments."""
    env = {
        **os.environ,
        "AIRYCRUMB_MODE": "demo",
        "AIRYCRUMB_DATABASE_URL": database_url,
        **{f"AIRYCRUMB_{name}_TOKEN": secrets.token_urlsafe(24) for name in ("DEVICE", "SCALE", "PROBE", "OVEN")},
    }
    manage(env, "migrate", "--verbosity", "0")
    manage(env, "load_demo")
    if plays:
        manage(env, "pair_stand_in")
    else:
        print("Another demo of this folder runs: the simulated instruments go on speaking to it.", flush=True)
    port = choose_port(wanted)
    # Its own session, so that Ctrl+C reaches us first and we stop it in order.
    server = serve(env, port, start_new_session=True)
    # One worker plans days; any number may, on any machine that reaches the database.
    instruments = [worker(env), *(stand_in(env, name, port) for name in STAND_INS if plays)]
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
        with in_use("demo") as cluster, first_of(RUN) as first:
            return run(cluster.url, wanted, plays=first)
    except KeyboardInterrupt:
        print("\nStopped.", flush=True)
        return 0


def _interrupted(_signal: int, _frame: FrameType | None) -> None:
    raise KeyboardInterrupt


if __name__ == "__main__":
    sys.exit(main())
