"""What workers do, on any number of machines: the queue is in the same PostgreSQL."""

from datetime import datetime

from django.db import connection
from procrastinate.contrib.django import app

from days import services


@app.task(name="solve_day", queue="days")
def solve_day(day_id: int, made_for: str, now: str) -> None:
    """Look for the best plan of a day. A day that changed meanwhile is somebody else's task.

    now: when it was asked, by the clock of whoever asked: what is planned lies after it.
    """
    try:
        services.improve(day_id, made_for, datetime.fromisoformat(now))
    finally:
        # A task runs in a thread of its own: its connection would outlive it.
        connection.close()
