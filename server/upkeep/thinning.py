"""What grows for ever is thinned: what nobody can ask for any more, and versions nobody used."""

from collections.abc import Callable
from datetime import datetime, timedelta
from typing import Any

from axes.models import AccessAttempt
from django.contrib.sessions.models import Session
from django.db.models import Exists, F, OuterRef, QuerySet
from django.db.models.functions import TruncDate

from accounts.models import Asked, Receipt
from bakes.models import BakeVersion
from batches.models import Batch

# How long each is kept, days. A receipt outlives any phone that was away with something to send.
RECEIPTS, ATTEMPTS, VERSIONS = 400, 30, 30
MINUTE_S = 60


def _receipts(now: datetime) -> QuerySet[Receipt]:
    return Receipt.objects.filter(taken__lt=now - timedelta(days=RECEIPTS))


def _sessions(now: datetime) -> QuerySet[Session]:
    return Session.objects.filter(expire_date__lt=now)


def _attempts(now: datetime) -> QuerySet[AccessAttempt]:
    return AccessAttempt.objects.filter(attempt_time__lt=now - timedelta(days=ATTEMPTS))


def _asked(now: datetime) -> QuerySet[Asked]:
    return Asked.objects.filter(since__lt=int((now - timedelta(days=1)).timestamp() // MINUTE_S))


def _versions(now: datetime) -> QuerySet[BakeVersion]:
    """Of each day over a month ago all but the last of each bake; never the newest, nor one a batch was made from."""
    day = TruncDate("created")
    later = BakeVersion.objects.annotate(day=day).filter(
        bake=OuterRef("bake"), day=OuterRef("day"), number__gt=OuterRef("number")
    )
    old = BakeVersion.objects.annotate(day=day).filter(created__lt=now - timedelta(days=VERSIONS))
    used = Batch.objects.filter(version=OuterRef("pk"))
    return old.filter(Exists(later)).exclude(Exists(used)).exclude(number=F("bake__head"))


def thin(now: datetime) -> dict[str, int]:
    """Rows let go of each kind."""
    old: dict[str, Callable[[datetime], QuerySet[Any]]] = {
        "receipts": _receipts,
        "sessions": _sessions,
        "attempts": _attempts,
        "asks": _asked,
        "versions": _versions,
    }
    return {name: rows(now).delete()[0] for name, rows in old.items()}
