"""What workers do, on any number of machines: the queue is in the same PostgreSQL."""

from datetime import datetime

from django.db import connection
from django.utils import timezone
from procrastinate import JobContext, RetryStrategy
from procrastinate.contrib.django import app

from batches.models import Batch
from days import services

# What fails is tried again, 4, 16 and 64 s later: a database or a machine that was away is back by then.
AGAIN = RetryStrategy(max_attempts=3, exponential_wait=4)


@app.task(name="solve_day", queue="days", retry=AGAIN, pass_context=True)
def solve_day(context: JobContext, day_id: int, made_for: str, now: str) -> None:
    """Look for the best plan of a day. A day that changed meanwhile is somebody else's task.

    now: when it was asked, by the clock of whoever asked: what is planned lies after it. Failed for the last time, the
    day says so, and may be asked for again.
    """
    try:
        services.improve(day_id, made_for, datetime.fromisoformat(now))
    except Exception:
        if context.job.attempts >= (AGAIN.max_attempts or 0):
            services.give_up(day_id, made_for)
        raise
    finally:
        # A task runs in a thread of its own: its connection would outlive it.
        connection.close()


@app.task(name="follow_marks", queue="days", retry=AGAIN, priority=1)
def follow_marks(batch_id: int) -> None:
    """Have a day follow what was marked in one of its batches. Where it has, nothing changes."""
    try:
        batch = Batch.objects.filter(pk=batch_id).first()
        if batch is not None:
            services.follow(batch, timezone.now())
    finally:
        connection.close()
