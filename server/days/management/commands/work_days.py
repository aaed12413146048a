"""A worker that looks for better plans of days: python manage.py work_days. Any number may run."""

import asyncio
import os
from typing import Any

from django.core.management.base import BaseCommand, CommandParser
from django.utils import timezone
from procrastinate.contrib.django import app

from days.models import Day
from days.services import ask_worker

GIVES_WAY = 10


class Command(BaseCommand):
    """Takes up what a worker that was stopped left undone, then whatever is asked."""

    help = "Look for better plans of days, until stopped."

    def add_arguments(self, parser: CommandParser) -> None:
        """--once: do what is asked now and end."""
        parser.add_argument("--once", action="store_true", help="do what is asked now, then end")

    def handle(self, *_args: Any, **options: Any) -> None:
        """Work until stopped, giving way to whoever answers pages on the same machine."""
        os.nice(GIVES_WAY)
        for day in Day.objects.filter(state__in=("waiting", "solving"), deleted=False).exclude(made_for=""):
            ask_worker(day, timezone.now())
        asyncio.run(_work(wait=not options["once"]))


async def _work(wait: bool) -> None:
    connector: Any = app.connector
    with app.replace_connector(connector.get_worker_connector()) as here:
        async with here.open_async():
            await here.run_worker_async(queues=["days"], wait=wait, concurrency=1, install_signal_handlers=wait)
