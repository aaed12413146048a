"""A client that talks to the API as the front end does, and two households that must not see each other."""

import json
import uuid
from datetime import UTC, datetime, timedelta
from typing import Any

from django.contrib.auth import get_user_model
from django.test import Client, TestCase

from accounts.models import Household, Member
from kitchens import services as kitchens
from tests.core.examples import bake_document, kitchen_document
from tests.server.plain import plain

NOW = datetime(2026, 11, 25, 12, 0, tzinfo=UTC)


def household(name: str) -> tuple[Household, Any]:
    """A household with a kitchen and one person, password "crumb-of-" and the name."""
    home = Household.objects.create(name=name)
    person = get_user_model().objects.create_user(name, password=f"crumb-of-{name}")
    Member.objects.create(user=person, household=home)
    kitchens.create(home, kitchen_document())
    return home, person


class ApiCase(TestCase):
    """Signed in as the first household's person."""

    @classmethod
    def setUpTestData(cls) -> None:
        cls.home, cls.person = household("north")
        cls.other_home, cls.other_person = household("south")

    def setUp(self) -> None:
        self.client = Client()
        self.client.force_login(self.person)
        self.other = Client()
        self.other.force_login(self.other_person)

    def __getstate__(self) -> dict[str, Any]:
        # A failing sub-test travels between test processes; a client cannot.
        return {k: v for k, v in self.__dict__.items() if not isinstance(v, Client)}

    def call(self, method: str, path: str, body: Any = None, client: Client | None = None) -> tuple[int, Any]:
        """Status and body of a call, its sentences written out; body as Python values or as raw text."""
        raw = body if isinstance(body, str) else json.dumps(body)
        done = (client or self.client).generic(method, f"/api{path}", raw, content_type="application/json")
        return done.status_code, plain(json.loads(done.content)) if done.content else None

    def make_bake(self, **changes: Any) -> dict[str, Any]:
        """A kept bake."""
        status, made = self.call("POST", "/bakes", {"document": bake_document(**changes)})
        self.assertEqual(status, 201, made)
        return made  # type: ignore[no-any-return]

    def start(self, bake_id: int | None = None, client_id: str | None = None) -> dict[str, Any]:
        """A batch started at noon."""
        bake_id = bake_id or self.make_bake()["id"]
        status, batch = self.call("POST", f"/bakes/{bake_id}/batches", {"now": NOW.isoformat(), "client_id": client_id})
        self.assertEqual(status, 201, batch)
        return batch  # type: ignore[no-any-return]

    def mark(
        self, batch_id: int, *marks: tuple[str, str, float, float | None], client: Client | None = None
    ) -> tuple[int, Any]:
        """Send marks (kind, stage, minutes after noon, value)."""
        sent = [
            {
                "client_id": str(uuid.uuid4()),
                "kind": k,
                "stage": s,
                "at": (NOW + timedelta(minutes=m)).isoformat(),
                "value": v,
            }
            for k, s, m, v in marks
        ]
        return self.call(
            "POST",
            f"/batches/{batch_id}/observations",
            {"observations": sent, "now": (NOW + timedelta(hours=1)).isoformat()},
            client,
        )
