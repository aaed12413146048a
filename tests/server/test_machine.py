"""Settings, the demo's data, and the pages as served."""

import io
import os
import subprocess
import sys
import tempfile
from pathlib import Path

from django.core.management import call_command
from django.test import Client, SimpleTestCase, TestCase

from accounts.models import Household
from bakes.services import heads_of
from batches.models import Batch
from kitchens.models import Kitchen
from scripts.run_demo import first_of
from tests.core.examples import ROOT

PRODUCTION = {
    "AIRYCRUMB_MODE": "production",
    "AIRYCRUMB_SECRET_KEY": "a-test-of-fifty-characters-and-more-with-many-signs-0123456789",
    "AIRYCRUMB_HOSTS": "buns.example",
    "AIRYCRUMB_DATABASE_URL": os.environ.get("AIRYCRUMB_DATABASE_URL", ""),
}


def check(**changes: str) -> subprocess.CompletedProcess[str]:
    """manage.py check --deploy with these settings, and without what browser tests set in this process."""
    env = {**os.environ, **PRODUCTION, **changes}
    env.pop("DJANGO_ALLOW_ASYNC_UNSAFE", None)
    return subprocess.run(
        [sys.executable, str(ROOT / "server" / "manage.py"), "check", "--deploy", "--fail-level", "WARNING"],
        env=env,
        capture_output=True,
        text=True,
        timeout=60,
    )


class Production(SimpleTestCase):
    def test_the_deployment_check_is_clean(self) -> None:
        done = check()
        self.assertEqual(done.returncode, 0, done.stderr)

    def test_a_missing_secret_or_database_is_said(self) -> None:
        for name in ("AIRYCRUMB_SECRET_KEY", "AIRYCRUMB_DATABASE_URL", "AIRYCRUMB_HOSTS"):
            done = check(**{name: ""})
            self.assertNotEqual(done.returncode, 0)
            self.assertIn(f"{name} is not set", done.stderr)

    def test_an_unknown_mode_and_another_database_are_refused(self) -> None:
        self.assertIn("use production, demo or test", check(AIRYCRUMB_MODE="play").stderr)
        self.assertIn("postgres://", check(AIRYCRUMB_DATABASE_URL="sqlite:///x").stderr)


class TwoDemos(SimpleTestCase):
    def test_the_second_of_one_checkout_leaves_the_first_its_instruments(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            with first_of(Path(folder)) as first, first_of(Path(folder)) as second:
                self.assertEqual((first, second), (True, False))
            with first_of(Path(folder)) as again:
                self.assertTrue(again)


class DemoData(TestCase):
    def test_the_demo_kitchen_is_alive_and_loading_twice_keeps_it(self) -> None:
        for _ in range(2):
            call_command("load_demo", verbosity=0, stdout=io.StringIO())
        home = Household.objects.get()
        self.assertGreaterEqual(len(heads_of(home)), 4)
        closings = {v.document["closing"] for v in heads_of(home)}
        heats = {v.document["heat"]["method"] for v in heads_of(home)}
        self.assertEqual((closings, heats), ({"gathered", "half_moon", "braid"}, {"steam", "oven"}))
        finished = Batch.objects.filter(finished__isnull=False)
        self.assertEqual((finished.count(), Batch.objects.filter(finished=None).count()), (12, 1))
        rooms = {b.plan["room_c"] for b in finished}
        self.assertLess(min(rooms), 19)
        self.assertGreater(max(rooms), 24)
        # the simulated kitchen is slow: twelve batches must have found that out
        vigour = Kitchen.objects.get().document["vigour"]
        self.assertEqual(vigour["bakes"], 12)
        self.assertTrue(-0.25 < vigour["mean"] < -0.03, vigour)


class AddingPeople(TestCase):
    def test_a_person_gets_a_household_with_a_kitchen_and_can_sign_in(self) -> None:
        call_command(
            "add_member", "ana", "--household", "Hill house", "--password", "a-long-password-7", stdout=io.StringIO()
        )
        call_command(
            "add_member", "ben", "--household", "Hill house", "--password", "a-long-password-8", stdout=io.StringIO()
        )
        self.assertEqual(Kitchen.objects.filter(household__name="Hill house").count(), 1)
        told = {"username": "ben", "password": "a-long-password-8"}
        answer = Client().post("/api/session", told, content_type="application/json")
        self.assertEqual((answer.status_code, answer.json()["household"]), (200, "Hill house"))


class Pages(TestCase):
    def test_every_views_address_gives_the_page_and_unknown_files_do_not(self) -> None:
        for path in ("/", "/bench/3?tray=wrap", "/hands/1", "/notebook"):
            page = self.client.get(path)
            self.assertContains(page, '<div id="root">')
            self.assertIn("csrftoken", page.cookies)
        self.assertEqual(self.client.get("/assets/none.js").status_code, 404)
        self.assertEqual(self.client.get("/api/none").status_code, 404)
