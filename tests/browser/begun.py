"""Batches under way for tests that look at one step of them."""

import uuid
from datetime import timedelta
from typing import Any

from django.utils import timezone

from accounts.models import Household
from bakes.models import Bake
from batches.models import Batch, Observation
from kitchens.models import Kitchen
from tests.browser.base import BrowserCase


def bake_id(name: str) -> int:
    """A demo bake by the beginning of its name."""
    return next(b.pk for b in Bake.objects.all() if b.versions.get(number=b.head).document["name"].startswith(name))


class Begun(BrowserCase):
    """A batch whose marks were made some minutes ago."""

    def setUp(self) -> None:
        super().setUp()
        self.household = Household.objects.get(pk=Kitchen.objects.earliest("pk").household_id)

    def begun(self, name: str, **ago: float) -> Batch:
        """A batch of a demo bake; ago: minutes since each stage ended, and since it was started."""
        head, kitchen, now = Bake.objects.get(pk=bake_id(name)), Kitchen.objects.earliest("pk"), timezone.now()
        batch = Batch.objects.create(
            household=self.household,
            version=head.versions.get(number=head.head),
            kitchen=kitchen,
            kitchen_document=kitchen.document,
            plan={"pieces": 10, "room_c": 20, "eat": now.isoformat(), "rise_min": None},
            started=now - timedelta(minutes=ago["started"]),
            utc_offset=0,
        )
        self.mark(batch, "started", "weigh", ago.pop("started"))
        for stage, minutes in ago.items():
            self.mark(batch, "done", stage, minutes)
        return batch

    def mark(self, batch: Batch, kind: str, stage: str, ago: float, **more: Any) -> None:
        at = timezone.now() - timedelta(minutes=ago)
        Observation.objects.create(batch=batch, client_id=uuid.uuid4(), kind=kind, stage=stage, at=at, **more)
