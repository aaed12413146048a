"""Thinning, every night, by whichever worker comes first."""

from asgiref.sync import sync_to_async
from django.db import connection
from django.utils import timezone
from procrastinate import JobContext
from procrastinate.contrib.django import app

from upkeep import thinning

JOBS_KEPT_H = 24 * 7


@app.periodic(cron="17 3 * * *")
@app.task(name="thin", queue="days", pass_context=True)
async def thin(context: JobContext, timestamp: int) -> None:
    """Let go of what nobody can ask for any more. timestamp: of the minute it was due at, s."""
    await sync_to_async(_thinned)()
    await context.app.job_manager.delete_old_jobs(JOBS_KEPT_H, include_failed=True, include_cancelled=True)


def _thinned() -> None:
    try:
        thinning.thin(timezone.now())
    finally:
        connection.close()
