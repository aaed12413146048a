"""A worker that looks for better plans of days: python manage.py work_days. Any number may run."""

import asyncio
import contextlib
import os
import signal
import time
from collections.abc import Callable, Iterator
from typing import Any

from asgiref.sync import sync_to_async
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import InterfaceError, OperationalError, connection
from procrastinate.contrib.django import app
from procrastinate.exceptions import ConnectorException

from days.services import ask_for_what_is_left
from guards.services import NewerDatabase, refuse_newer

GIVES_WAY = 10
AWAY = (OperationalError, InterfaceError, ConnectorException)  # what is raised where the database is out of reach
SILENT_S = 30.0  # a worker unheard of for so long is gone; it is heard of, and looked for, a few times in that time
FIRST_S, MOST_S = 2.0, 30.0  # pauses while the database is away


class Command(BaseCommand):
    """Takes up what a worker that was stopped left undone, then whatever is asked."""

    help = "Look for better plans of days, until stopped."

    def add_arguments(self, parser: CommandParser) -> None:
        """--once: do what is asked now and end. --gone-after: how long another worker may be silent, s."""
        parser.add_argument("--once", action="store_true", help="do what is asked now, then end")
        gone = "a worker unheard of for so many seconds is gone, and what it did is done anew"
        parser.add_argument("--gone-after", type=float, default=SILENT_S, help=gone)

    def handle(self, *_args: Any, **options: Any) -> None:
        """Work until stopped, giving way to whoever answers pages on the same machine."""
        os.nice(GIVES_WAY)
        try:
            refuse_newer()
        except NewerDatabase as error:
            raise CommandError(str(error)) from None
        if options["once"]:
            ask_for_what_is_left()
            asyncio.run(_work(options["gone_after"], wait=False))
            return
        with contextlib.suppress(KeyboardInterrupt):
            patiently(lambda: asyncio.run(_work(options["gone_after"], wait=True)), self.stderr.write)


def _pauses() -> Iterator[float]:
    pause = FIRST_S
    while True:
        yield pause
        pause = min(2 * pause, MOST_S)


def patiently(work: Callable[[], None], say: Callable[[str], Any], sleep: Callable[[float], None] = time.sleep) -> None:
    """Work to its end; where the database is away, say so in one line and begin again once it may be back."""
    pauses = _pauses()
    while True:
        begun = time.monotonic()
        try:
            return work()
        except AWAY as error:
            if time.monotonic() - begun > MOST_S:
                pauses = _pauses()
            pause = next(pauses)
            say(f"The database is out of reach ({_first_line(error)}): tried again in {pause:.0f} s.")
            sleep(pause)


def _first_line(error: Exception) -> str:
    said = str(error.__cause__ or error).strip().splitlines()
    return said[0] if said else type(error).__name__


async def _work(silent_s: float, wait: bool) -> None:
    connector: Any = app.connector
    with app.replace_connector(connector.get_worker_connector()) as here:
        async with here.open_async():
            work = here.run_worker_async(
                queues=["days"],
                wait=wait,
                concurrency=1,
                install_signal_handlers=False,
                update_heartbeat_interval=silent_s / 3,
                stalled_worker_timeout=silent_s,
            )
            if wait:
                await _until_told(asyncio.ensure_future(work), asyncio.ensure_future(_keep(here, silent_s)))
            else:
                await work


async def _until_told(*running: "asyncio.Future[Any]") -> None:
    """Until a signal. Neither working nor keeping ends by itself but by a fault: then neither goes on, and it is told.

    A worker whose database is gone says so in the log and ends as if it had been asked to.
    """
    told = asyncio.Event()
    for number in (signal.SIGINT, signal.SIGTERM):
        asyncio.get_running_loop().add_signal_handler(number, told.set)
    everything: list[asyncio.Future[Any]] = [*running, asyncio.ensure_future(told.wait())]
    await asyncio.wait(everything, return_when=asyncio.FIRST_COMPLETED)
    for one in everything:
        one.cancel()
    ended = await asyncio.gather(*running, return_exceptions=True)
    if not told.is_set():
        faults = [one for one in ended if isinstance(one, Exception)]
        raise faults[0] if faults else ConnectorException("the worker stopped")


async def _keep(here: Any, silent_s: float) -> None:
    """See to it, again and again, that nothing is left undone: neither by a worker that died nor by a fault."""
    while True:
        for job in await here.job_manager.get_stalled_jobs(queue="days", seconds_since_heartbeat=silent_s):
            # Another worker may have taken it up in this very moment.
            with contextlib.suppress(ConnectorException):
                await here.job_manager.retry_job(job)
        await sync_to_async(_ask)()
        await asyncio.sleep(silent_s / 2)


def _ask() -> None:
    try:
        ask_for_what_is_left()
    finally:
        connection.close()
