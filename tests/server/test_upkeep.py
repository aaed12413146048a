"""What a server does for itself over years: thinning, and guarding its database."""

import io
import uuid
from datetime import UTC, datetime, timedelta
from typing import Any
from unittest import mock

from axes.models import AccessAttempt
from django.core.management import call_command
from django.core.management.base import CommandError
from django.db import connection
from django.db.migrations.recorder import MigrationRecorder
from django.test import TestCase
from django.utils import timezone

from accounts.models import Asked, Receipt
from bakes import services as bakes
from bakes.models import BakeVersion
from batches import services as batches
from guards.services import CONSENT, NewerDatabase, look_at, refuse_newer
from tests.core.examples import bake_document
from tests.server.base import NOW, household
from upkeep.thinning import thin

LONG_AGO = datetime(2026, 1, 5, 12, 0, tzinfo=UTC)


class Thinning(TestCase):
    def setUp(self) -> None:
        self.home, _ = household("north")

    def versions(self, count: int) -> int:
        """A bake saved so often on one day long ago; its key."""
        bake_id = bakes.create(self.home, bake_document(pieces=3)).bake_id
        for base in range(1, count):
            bakes.save(self.home, bake_id, base, bake_document(pieces=3 + base))
        for version in BakeVersion.objects.filter(bake_id=bake_id):
            version.created = LONG_AGO + timedelta(minutes=version.number)
            version.save(update_fields=["created"])
        return bake_id

    def numbers(self, bake_id: int) -> list[int]:
        """The versions of a bake there are."""
        return list(BakeVersion.objects.filter(bake_id=bake_id).order_by("number").values_list("number", flat=True))

    def test_versions_of_a_day_long_past_become_one_but_for_those_a_batch_was_made_from(self) -> None:
        bake_id = self.versions(8)
        batches.start(self.home, bake_id, 3, None, NOW)
        recent = bakes.save(self.home, bake_id, 8, bake_document(pieces=30))
        self.assertEqual(thin(timezone.now())["versions"], 6)
        self.assertEqual(self.numbers(bake_id), [3, 8, recent.number])
        self.assertEqual(bakes.head_of(self.home, bake_id).document["pieces"], 30)
        self.assertEqual(thin(timezone.now())["versions"], 0)

    def test_the_newest_stays_however_old_and_so_does_the_last_of_each_day(self) -> None:
        bake_id = self.versions(4)
        BakeVersion.objects.filter(bake_id=bake_id, number=2).update(created=LONG_AGO + timedelta(days=1))
        thin(timezone.now())
        self.assertEqual(self.numbers(bake_id), [2, 4])

    def test_old_receipts_attempts_and_counts_go_and_new_ones_stay(self) -> None:
        for old in (True, False):
            at = timezone.now() - timedelta(days=500 if old else 1)
            receipt = Receipt.objects.create(household=self.home, what="start", client_id=uuid.uuid4(), made=1)
            Receipt.objects.filter(pk=receipt.pk).update(taken=at)
            attempt = AccessAttempt.objects.create(username=f"{old}", ip_address="192.0.2.1", failures_since_start=1)
            AccessAttempt.objects.filter(pk=attempt.pk).update(attempt_time=at)
            Asked.objects.create(scope="door", who=f"{old}", times=1, since=int(at.timestamp() // 60) + 1)
        said = io.StringIO()
        call_command("thin", stdout=said)
        self.assertIn("receipts: 1", said.getvalue())
        left: tuple[Any, ...] = (Receipt, AccessAttempt, Asked)
        self.assertEqual([model.objects.count() for model in left], [1, 1, 1])


class Guards(TestCase):
    def test_a_newer_database_is_refused_in_one_sentence_and_this_one_is_not(self) -> None:
        refuse_newer()
        MigrationRecorder(connection).record_applied("batches", "0099_from_the_future")
        with self.assertRaisesRegex(NewerDatabase, "newer version .batches 0099_from_the_future.: install"):
            refuse_newer()
        with self.assertRaisesRegex(CommandError, "0099_from_the_future"):
            call_command("migrate", verbosity=0)
        with self.assertRaisesRegex(CommandError, "0099_from_the_future"):
            call_command("work_days", "--once")

    def test_going_back_asks_for_a_word_of_consent_before_anything_is_lost(self) -> None:
        with self.assertRaisesRegex(CommandError, "goes back before accounts 0004_asked.*Make a backup first"):
            call_command("migrate", "accounts", "0003", verbosity=0)
        self.assertEqual(Asked.objects.count(), 0)
        migration = mock.Mock(app_label="accounts")
        migration.name = "0004_asked"
        with mock.patch.dict("os.environ", {CONSENT: "yes"}):
            look_at([(migration, True)], "default")
