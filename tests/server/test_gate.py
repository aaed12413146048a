"""One gate at the contract: what no kitchen's clock or count can say is refused before anything is written."""

import io
import json
import logging
import time
import unittest
import uuid
from datetime import timedelta
from typing import Any
from unittest import mock

from django.db import OperationalError
from django.http import HttpResponse
from django.test import Client, RequestFactory

from accounts.limits import COSTLY, DOOR, KNOWN_DEVICE
from accounts.models import Asked
from airycrumb.memo import forget
from bakes import services as bakes
from batches.models import Batch, Observation
from gateway import compute
from project.heard_out import heard_out
from tests.core.examples import bake_document, kitchen_document
from tests.server.base import NOW, ApiCase
from tests.server.plain import plain

NO_CLOCK = (
    "0001-01-01T00:00:00Z",
    "0001-01-01T00:00:00+14:00",
    "1970-01-01T00:00:00Z",
    "1999-12-31T23:59:59Z",
    "2100-01-01T00:00:00Z",
    "9999-12-31T23:59:59-14:00",
    "2026-11-26T12:00:00+23:59",
)


class Dates(ApiCase):
    def test_no_batch_begins_at_an_hour_no_clock_shows_and_the_list_still_reads(self) -> None:
        bake = self.make_bake()
        for at in NO_CLOCK:
            with self.subTest(at=at):
                status, said = self.call("POST", f"/bakes/{bake['id']}/batches", {"now": at})
                self.assertEqual(status, 422)
                wrong = "time zone" if at.endswith("+23:59") else "date and time"
                self.assertIn(f"put its {wrong} right", said["message"])
        self.assertEqual(Batch.objects.count(), 0)
        self.assertEqual(self.call("GET", "/batches"), (200, []))

    def test_a_mark_out_of_time_is_refused_and_takes_nothing_along(self) -> None:
        batch = self.start()
        for at in NO_CLOCK:
            mark = {"client_id": str(uuid.uuid4()), "kind": "risen", "stage": "rise", "at": at, "value": 0.5}
            with self.subTest(at=at):
                sent = {"observations": [mark], "now": NOW.isoformat()}
                self.assertEqual(self.call("POST", f"/batches/{batch['id']}/observations", sent)[0], 422)
        self.assertEqual(Observation.objects.count(), 1)
        self.assertEqual(self.call("GET", f"/batches/{batch['id']}?now=2026-11-25T13:00:00Z")[0], 200)

    def test_every_way_in_says_the_same(self) -> None:
        batch, bad = self.start(), NO_CLOCK[0]
        finish = {"outcome": {"verdict": "good", "troubles": []}, "now": bad}
        draft = {"bake": bake_document(), "now": bad}
        calls: tuple[tuple[str, str, Any], ...] = (
            ("GET", f"/batches/{batch['id']}?now={bad}", {}),
            ("POST", f"/batches/{batch['id']}/finish", finish),
            ("POST", "/sheet", draft),
            ("POST", "/rise/options", {**draft, "now": NOW.isoformat(), "ready_at": bad}),
            ("POST", "/wrap/solve", {**draft, "by": "fits", "value": 4}),
            ("POST", "/heat/keeping", draft),
        )
        for verb, path, body in calls:
            with self.subTest(path=path):
                status, said = self.call(verb, path, body)
                self.assertEqual(status, 422, said)
                self.assertIn("clock says the year 1:", said["message"])

    def test_an_hour_to_eat_in_no_century_of_ours_is_a_problem_of_the_bake(self) -> None:
        for at in ("0001-01-01T00:00:00+14:00", "9999-12-31T23:59-14:00", "1999-01-01T12:00"):
            reply = self.call("POST", "/sheet", {"bake": bake_document(plan={"eat_at": at}), "now": NOW.isoformat()})
            with self.subTest(at=at):
                self.assertEqual(reply[0], 200)
                self.assertEqual([p["code"] for p in reply[1]["problems"]], ["not_a_time"])


class Numbers(ApiCase):
    def test_a_row_number_beyond_any_row_is_refused_not_a_fault(self) -> None:
        for number in ("0", "-1", "9223372036854775808", "1" * 40):
            for path in (
                f"/bakes/{number}",
                f"/batches/{number}?now=2026-11-25T12:00:00Z",
                f"/bakes/1/versions/{number}",
            ):
                with self.subTest(path=path):
                    self.assertEqual(self.call("GET", path, {})[0], 422)
        bake = self.make_bake()
        big = 10**30
        for body in ({"now": NOW.isoformat(), "version": big}, {"now": NOW.isoformat(), "kitchen_id": big}):
            self.assertEqual(self.call("POST", f"/bakes/{bake['id']}/batches", body)[0], 422)
        self.assertEqual(self.call("PUT", f"/bakes/{bake['id']}", {"base": big, "document": bake_document()})[0], 422)

    def test_a_reading_no_instrument_shows_is_refused_not_a_fault(self) -> None:
        batch = self.start()
        for value in (1.7e308, -1.7e308, 1e7):
            with self.subTest(value=value):
                status, said = self.mark(batch["id"], ("risen", "rise", 40, value))
                self.assertEqual(status, 422)
                self.assertIn("value", said["message"])


class Bodies(ApiCase):
    def test_a_page_that_holds_a_recipe_and_a_months_readings_are_taken(self) -> None:
        recipe = '{"@type": "Recipe", "name": "Hill rolls", "recipeIngredient": ["500 g flour", "6 g yeast"]}'
        page = "<html>" + "<p>words</p>" * 60_000 + f'<script type="application/ld+json">{recipe}</script></html>'
        self.assertGreater(len(page), 700_000)
        status, read = self.call("POST", "/recipe", {"text": page})
        self.assertEqual((status, read["title"]), (200, "Hill rolls"))
        rows = "".join(
            f"2026-11-{d:02d} {h:02d}:{m:02d}:{s:02d},{18 + h / 8:.2f}\n"
            for d in range(1, 17)
            for h in range(24)
            for m in range(60)
            for s in (0, 20, 40)
        )
        self.assertGreater(len(rows), 1_500_000)
        self.assertEqual(self.call("POST", "/room-day", {"text": rows})[0], 200)

    def test_more_than_that_is_refused_in_a_sentence(self) -> None:
        for size, refused in ((2_600_000, 422), (5_000_000, 413)):
            status, said = self.call("POST", "/recipe", {"text": "x" * size})
            with self.subTest(size=size):
                self.assertEqual(status, refused)
                self.assertTrue(said["message"])

    def test_a_form_where_json_is_wanted_is_told_so(self) -> None:
        strict = Client(enforce_csrf_checks=True)
        strict.force_login(self.person)
        strict.get("/api/me")
        token = strict.cookies["csrftoken"].value
        for path in ("/api/sheet", "/api/bakes", "/api/recipe"):
            with self.subTest(path=path):
                answered = strict.post(path, {"csrfmiddlewaretoken": token, "text": "500 g flour"})
                self.assertEqual(answered.status_code, 422)
                self.assertIn("is not JSON", plain(answered.json())["message"])


class Faults(ApiCase):
    def test_a_database_that_is_gone_is_told_as_away_and_not_as_a_fault(self) -> None:
        gone = mock.patch.object(bakes, "heads_of", side_effect=OperationalError("no route to host"))
        with gone, self.assertLogs("airycrumb", logging.ERROR) as logged:
            status, said = self.call("GET", "/bakes")
        self.assertEqual((status, "nothing is lost" in said["message"]), (503, True))
        self.assertNotIn("Traceback", "".join(logged.output))

    def test_a_fault_is_a_sentence_with_the_number_that_stands_in_the_log(self) -> None:
        fault = mock.patch.object(compute, "reply", side_effect=ZeroDivisionError("planted"))
        with fault, self.assertLogs("airycrumb", logging.ERROR) as logged:
            status, said = self.call("POST", "/sheet", {"bake": bake_document(), "now": NOW.isoformat()})
        self.assertEqual(status, 500)
        self.assertIn("nothing you typed is lost", said["message"])
        number = said["message"].rstrip(".").split()[-1]
        self.assertRegex(number, "^[0-9a-f]{8}$")
        self.assertIn(number, logged.output[0])
        self.assertIn("ZeroDivisionError", logged.output[0])
        # As it is written: one line of JSON, the number a field of its own.
        line = json.loads(logging.getLogger().handlers[0].format(logged.records[0]))
        self.assertEqual((line["fault"], line["path"], line["levelname"]), (number, "/api/sheet", "ERROR"))

    def test_what_cannot_be_answered_is_not_begun_either(self) -> None:
        bake = self.make_bake()
        with mock.patch("batches.api._out", side_effect=OverflowError), self.assertLogs("airycrumb", logging.ERROR):
            self.assertEqual(self.call("POST", f"/bakes/{bake['id']}/batches", {"now": NOW.isoformat()})[0], 500)
        self.assertEqual(Batch.objects.count(), 0)

    def test_one_batch_that_cannot_be_told_of_does_not_take_the_others_along(self) -> None:
        good, bad = self.start(), self.start()
        Batch.objects.filter(pk=bad["id"]).update(plan={"nothing": "of use"})
        with self.assertLogs("airycrumb", logging.ERROR) as logged:
            status, found = self.call("GET", "/batches")
        self.assertEqual((status, [b["id"] for b in found]), (200, [good["id"]]))
        self.assertIn(f"batch {bad['id']} cannot be listed", logged.output[0])

    def test_the_list_of_bakes_is_one_question_to_the_database(self) -> None:
        made = [self.make_bake()["id"] for _ in range(3)]
        self.call("PUT", f"/bakes/{made[0]}", {"base": 1, "document": bake_document(name="Again")})
        with self.assertNumQueries(1):
            found = bakes.heads_of(self.home)
        self.assertEqual([v.bake_id for v in found], [made[0], *reversed(made[1:])])
        self.assertEqual(found[0].number, 2)


class SpotsOfABatch(ApiCase):
    def test_a_spot_added_while_a_batch_runs_can_be_moved_to_and_the_batch_finishes(self) -> None:
        batch, kitchen = self.start(), self.call("GET", "/kitchens")[1][0]
        spots = [*kitchen["document"].get("spots", []), {"name": "airing cupboard", "air": "29 C"}]
        change = {"revision": kitchen["revision"], "document": kitchen_document(spots=spots)}
        self.assertEqual(self.call("PUT", f"/kitchens/{kitchen['id']}", change)[0], 200)
        at = lambda minutes: (NOW + timedelta(minutes=minutes)).isoformat()
        moved = {
            "client_id": str(uuid.uuid4()),
            "kind": "moved",
            "stage": "rise",
            "at": at(40),
            "where": "airing cupboard",
        }
        done = [
            {"client_id": str(uuid.uuid4()), "kind": "done", "stage": s, "at": at(m)}
            for s, m in (("weigh", 20), ("rise", 90))
        ]
        sent = {"observations": [*done, moved], "now": at(95)}
        status, after = self.call("POST", f"/batches/{batch['id']}/observations", sent)
        self.assertEqual(status, 200, after)
        self.assertIsNotNone(after["live"]["sheet"], after["live"]["problems"])
        finish = {"outcome": {"verdict": "good", "troubles": []}, "now": at(200)}
        status, ended = self.call("POST", f"/batches/{batch['id']}/finish", finish)
        self.assertEqual(status, 200, ended)
        self.assertIsNotNone(ended["finished"])


class Headers(ApiCase):
    def test_no_answer_of_the_api_is_kept_anywhere(self) -> None:
        for path in ("/api/me", "/api/batches", "/api/bakes/99999"):
            with self.subTest(path=path):
                self.assertIn("no-store", self.client.get(path)["Cache-Control"])

    def test_every_file_says_that_its_kind_is_not_to_be_guessed(self) -> None:
        for path in ("/", "/sw.js", "/theme.js", "/airy-crumb.webmanifest"):
            with self.subTest(path=path):
                answered = self.client.get(path)
                self.assertEqual(answered.status_code, 200)
                self.assertEqual(answered["X-Content-Type-Options"], "nosniff")

    def test_the_page_lets_nothing_in_that_is_not_its_own(self) -> None:
        nonces = set()
        for _ in range(2):
            answer = self.client.get("/")
            policy = dict(part.strip().split(" ", 1) for part in answer["Content-Security-Policy"].split(";"))
            self.assertEqual(policy["default-src"], "'none'")
            self.assertEqual(policy["script-src"], "'self'")
            self.assertNotIn("unsafe", answer["Content-Security-Policy"])
            nonce = policy["style-src"].split("'nonce-")[1].rstrip("'")
            self.assertIn(f'<meta name="style-nonce" content="{nonce}"', answer.content.decode())
            self.assertIn("camera=()", answer["Permissions-Policy"])
            self.assertNotIn("<script>", answer.content.decode())
            nonces.add(nonce)
        self.assertEqual(len(nonces), 2)


class Door(ApiCase):
    def sign_in(self, password: str, name: str = "north", client: Client | None = None) -> tuple[int, Any]:
        return self.call("POST", "/session", {"username": name, "password": password}, client or Client())

    def test_a_name_tried_too_often_waits_and_another_does_not(self) -> None:
        for _ in range(10):
            self.assertEqual(self.sign_in("wrong")[0], 401)
        status, said = self.sign_in("crumb-of-north")
        self.assertEqual(status, 429)
        self.assertIn("wait 15 min", said["message"])
        self.assertEqual(self.sign_in("crumb-of-south", "south")[0], 200)

    def test_behind_a_proxy_a_stranger_shuts_nobody_else_out(self) -> None:
        from_there = lambda address: Client(REMOTE_ADDR="10.0.0.1", HTTP_X_FORWARDED_FOR=address)
        with self.settings(PROXIES=1):
            for _ in range(10):
                # What a stranger adds to the header in front of what the proxy says is not believed.
                self.sign_in("wrong", client=from_there("203.0.113.5, 198.51.100.1"))
            self.assertEqual(self.sign_in("crumb-of-north", client=from_there("198.51.100.1"))[0], 429)
            self.assertEqual(self.sign_in("crumb-of-north", client=from_there("203.0.113.5"))[0], 200)

    def test_a_device_that_knows_the_name_is_slowed_and_never_shut_out(self) -> None:
        home = Client()
        self.assertEqual(self.sign_in("crumb-of-north", client=home)[0], 200)
        self.call("DELETE", "/session", client=home)
        for _ in range(10):
            self.sign_in("wrong")
        self.assertEqual(self.sign_in("crumb-of-north")[0], 429)
        with mock.patch.object(KNOWN_DEVICE, "most", 2):
            told = [self.sign_in(word, client=home)[0] for word in ("wrong", "wrong", "crumb-of-north")]
            self.assertEqual(told, [401, 401, 429])
        self.assertEqual(self.sign_in("crumb-of-north", client=home)[0], 200)
        self.assertTrue(home.cookies["known-here"]["httponly"])

    def test_signing_in_forgets_the_failures_before_it(self) -> None:
        for _ in range(3):
            for _ in range(8):
                self.assertEqual(self.sign_in("wrong")[0], 401)
            self.assertEqual(self.sign_in("crumb-of-north")[0], 200)


class Limits(ApiCase):
    def setUp(self) -> None:
        super().setUp()
        Asked.objects.all().delete()

    def test_what_is_costly_is_answered_so_often_and_the_rest_goes_on(self) -> None:
        made = self.make_bake()
        body = {"bake": made["document"], "now": NOW.isoformat()}
        with mock.patch.object(COSTLY, "most", 3):
            told = [self.call("POST", "/heat/keeping", body) for _ in range(4)]
            self.assertEqual([status for status, _ in told], [200, 200, 200, 429])
            self.assertIn("too often just now: wait 1 min", told[-1][1]["message"])
            # Another household is not held up by it, and neither is what costs little.
            self.assertEqual(self.call("POST", "/heat/keeping", body, self.other)[0], 200)
            self.assertEqual(self.call("GET", "/bakes")[0], 200)
            self.assertEqual(self.call("POST", "/sheet", body)[0], 200)

    def test_strangers_are_counted_by_their_address(self) -> None:
        with mock.patch.object(DOOR, "most", 2):
            stranger = Client(REMOTE_ADDR="192.0.2.7")
            self.assertEqual([self.call("GET", "/me", client=stranger)[0] for _ in range(3)], [200, 200, 429])
            # An address made up in a header is believed only of proxies that were told of.
            made_up = Client(REMOTE_ADDR="192.0.2.7", HTTP_X_FORWARDED_FOR="198.51.100.9")
            self.assertEqual(self.call("GET", "/me", client=made_up)[0], 429)
            self.assertEqual(self.call("GET", "/me", client=Client(REMOTE_ADDR="192.0.2.8"))[0], 200)

    def test_the_heaviest_bake_a_document_allows_costs_no_more_than_some_dozens_of_ordinary_ones(self) -> None:
        seconds = lambda **changes: min(self.timed(bake_document(**changes)) for _ in range(2))
        closings = ("plain", "half_moon", "lidded", "envelope", "two_rounds")
        filled = {"filling": bake_document()["filling"], "filling_per_piece": "40 g"}
        groups = [{**filled, "pieces": 20 + i, "closing": closing} for i, closing in enumerate(closings)]
        # Other weights each time: what is remembered of the sheet before is no help.
        self.assertLess(seconds(pieces=90, dough_per_piece="61 g", more_groups=groups), 40 * seconds(pieces=13))

    def timed(self, bake: Any) -> float:
        begin = time.process_time()
        status, reply = self.call("POST", "/sheet", {"bake": bake, "now": NOW.isoformat()})
        self.assertEqual((status, reply["problems"]), (200, []), reply["problems"])
        return time.process_time() - begin


class HeardOut(unittest.TestCase):
    def test_a_body_refused_unread_is_taken_in_so_that_the_refusal_arrives(self) -> None:
        body = io.BytesIO(b"x" * 3_000_000)
        request = RequestFactory().generic("POST", "/api/recipe", b"")
        request._stream = body  # type: ignore[attr-defined]
        heard_out(lambda _: HttpResponse(status=413))(request)
        self.assertEqual(body.read(), b"")


class Deadlines(ApiCase):
    def test_what_takes_too_long_is_told_so_and_the_next_is_answered(self) -> None:
        made = self.make_bake(dough_per_piece="63 g")
        body = {"bake": made["document"], "now": NOW.isoformat()}
        forget()
        with mock.patch("project.deadlines.DEADLINES", (("/api/sheet", 0.001),)):
            with self.assertLogs("airycrumb", logging.ERROR) as logged:
                status, said = self.call("POST", "/sheet", body)
            self.assertEqual(status, 500)
            self.assertIn("takes longer to work than anybody here may have", said["message"])
            self.assertIn("out of time", logged.output[0])
            self.assertEqual(self.call("GET", "/bakes")[0], 200)
        self.assertEqual(self.call("POST", "/sheet", body)[0], 200)

    def test_a_long_recipe_is_read_within_its_time_or_told_so(self) -> None:
        text = "Dough\n" + "500 g flour\n" * 900
        with (
            mock.patch("project.deadlines.DEADLINES", (("/api/recipe", 0.001),)),
            self.assertLogs("airycrumb", logging.ERROR),
        ):
            self.assertEqual(self.call("POST", "/recipe", {"text": text, "corrections": []})[0], 500)
        self.assertEqual(self.call("POST", "/recipe", {"text": text, "corrections": []})[0], 200)
