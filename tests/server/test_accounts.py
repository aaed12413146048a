"""Signing in, the demo that opens on this machine only, and what the database gave up for another."""

import json
from typing import Any

from django.db import OperationalError, transaction
from django.test import Client, TransactionTestCase, override_settings
from psycopg.errors import DeadlockDetected

from accounts.services import tried_twice
from bakes.models import Bake
from tests.core.examples import bake_document
from tests.server.base import NOW, ApiCase


class SigningIn(ApiCase):
    def test_a_stranger_is_told_so_without_an_error(self) -> None:
        status, me = self.call("GET", "/me", client=Client())
        self.assertEqual((status, me.pop("now")[:2]), (200, "20"))
        self.assertEqual(me, {"user": None, "household": None, "demo_open": False})

    def test_the_right_password_opens_the_household(self) -> None:
        client = Client()
        status, me = self.call("POST", "/session", {"username": "north", "password": "crumb-of-north"}, client)
        self.assertEqual((status, me["household"]), (200, "north"))
        self.assertEqual(self.call("DELETE", "/session", client=client)[0], 204)
        self.assertIsNone(self.call("GET", "/me", client=client)[1]["user"])

    def test_a_wrong_name_and_a_wrong_password_sound_alike(self) -> None:
        said = {
            self.call("POST", "/session", {"username": u, "password": "wrong"}, Client())[1]["message"]
            for u in ("north", "nobody")
        }
        self.assertEqual(len(said), 1)

    def test_a_name_no_person_has_is_refused_before_it_is_looked_for(self) -> None:
        for name in ("x" * 300, "nor\x00th"):
            with self.subTest(name=name[:4]):
                status, said = self.call("POST", "/session", {"username": name, "password": "crumb-of-north"}, Client())
                self.assertEqual(status, 422)
                self.assertTrue(said["message"])

    def test_somebody_who_may_no_longer_sign_in_is_signed_out(self) -> None:
        self.assertEqual(self.call("GET", "/bakes")[0], 200)
        self.person.is_active = False
        self.person.save()
        self.assertEqual(self.call("GET", "/bakes")[0], 401)

    def test_a_form_from_elsewhere_is_refused(self) -> None:
        strict = Client(enforce_csrf_checks=True)
        self.assertEqual(
            self.call("POST", "/session", {"username": "north", "password": "crumb-of-north"}, strict)[0], 403
        )
        strict.force_login(self.person)
        self.assertEqual(self.call("POST", "/bakes", {"document": {}}, strict)[0], 403)

    def test_an_answer_that_comes_late_signs_nobody_out_who_has_signed_in_since(self) -> None:
        client = Client()
        client.cookies["sessionid"] = "gone"
        found = client.get("/api/bakes")
        self.assertEqual((found.status_code, "sessionid" in found.cookies), (401, False))
        self.call("POST", "/session", {"username": "north", "password": "crumb-of-north"}, client)
        out = client.delete("/api/session")
        self.assertEqual((out.status_code, out.cookies["sessionid"].value), (204, ""))

    def test_someone_without_a_household_is_told_whom_to_ask(self) -> None:
        self.person.member.delete()
        status, body = self.call("GET", "/bakes")
        self.assertEqual(status, 403)
        self.assertIn("no household", body["message"])
        # What only computes asks for nobody's household, and answers.
        self.assertEqual(self.call("POST", "/sheet", {"bake": bake_document(), "now": NOW.isoformat()})[0], 403)


class Demo(ApiCase):
    def test_it_is_shut_outside_demo_mode(self) -> None:
        self.assertEqual(self.call("POST", "/session/demo", client=Client())[0], 403)

    @override_settings(DEMO=True)
    def test_it_is_shut_to_other_machines(self) -> None:
        far = Client(REMOTE_ADDR="192.0.2.7")
        self.assertFalse(self.call("GET", "/me", client=far)[1]["demo_open"])
        self.assertEqual(self.call("POST", "/session/demo", client=far)[0], 403)

    @override_settings(DEMO=True)
    def test_it_is_shut_where_nothing_was_loaded(self) -> None:
        self.assertEqual(self.call("POST", "/session/demo", client=Client())[0], 403)


class MeantForTest(ApiCase):
    """A tab that was left open never writes into the household of whoever signs in on that browser next."""

    def send(self, user: str | None) -> int:
        headers = {} if user is None else {"HTTP_X_MEANT_FOR": user}
        body = json.dumps({"document": bake_document()})
        done = self.client.post("/api/bakes", body, content_type="application/json", **headers)
        self.answer = done.json()
        return done.status_code

    def test_what_is_meant_for_another_is_refused_and_writes_nothing(self) -> None:
        kept = Bake.objects.count()
        self.assertEqual(self.send("south"), 409)
        self.assertEqual(Bake.objects.count(), kept)
        self.assertEqual(self.answer["problems"][0]["code"], "somebody_else")

    def test_what_is_meant_for_whoever_is_signed_in_is_taken_and_so_is_what_names_nobody(self) -> None:
        self.assertEqual([self.send("north"), self.send(None)], [201, 201])
        self.assertEqual(self.send("n%6Frth"), 201)

    def test_who_signs_in_on_a_page_that_was_open_for_another_is_answered_as_themselves(self) -> None:
        body = json.dumps({"username": "south", "password": "crumb-of-south"})
        done = self.client.post("/api/session", body, content_type="application/json", HTTP_X_MEANT_FOR="north")
        self.assertEqual((done.status_code, done.json()["user"]), (200, "south"))


class TriedTwice(TransactionTestCase):
    def given_up(self) -> OperationalError:
        """As Django passes on what the database says."""
        error = OperationalError("deadlock detected")
        error.__cause__ = DeadlockDetected()
        return error

    def test_what_the_database_gave_up_for_another_is_tried_once_more(self) -> None:
        answers: list[Any] = [self.given_up(), 7]
        self.assertEqual(tried_twice(lambda: self.told(answers)), 7)

    def test_a_second_time_and_any_other_fault_are_told(self) -> None:
        for answers in ([self.given_up(), self.given_up(), 7], [OperationalError("no route"), 7]):
            with self.subTest(answers=answers), self.assertRaises(OperationalError):
                tried_twice(lambda answers=answers: self.told(answers))  # type: ignore[misc]

    def test_within_another_transaction_it_is_not_tried_again(self) -> None:
        answers: list[Any] = [self.given_up(), 7]
        with transaction.atomic(), self.assertRaises(OperationalError):
            tried_twice(lambda: self.told(answers))

    def told(self, answers: list[Any]) -> Any:
        answer = answers.pop(0)
        if isinstance(answer, Exception):
            raise answer
        return answer
