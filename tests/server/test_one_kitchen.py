"""Whatever is asked about a bake is answered as of one kitchen: as warm as its thermometer says, on every route."""

import io
import re
import uuid
from collections.abc import Iterator
from datetime import datetime, timedelta
from functools import cache
from itertools import pairwise
from typing import Any
from unittest import mock

import pdfplumber
from django.test import Client
from django.utils import timezone

from airycrumb.data.spots import SPOTS
from airycrumb.memo import forget
from batches.models import Batch
from devices import services as devices
from project.api import api
from tests.core.examples import bake_document
from tests.server.base import ApiCase

# Operations about an unsaved bake: what each is asked besides, and whether its answer moves with the room's warmth.
DRAFTS: dict[str, tuple[dict[str, Any], bool]] = {
    "work_sheet": ({}, True),
    "rise_options": ({"late_min": 60}, True),
    "where_from": ({"figure": "rise"}, True),
    "solve_wrapper": ({"by": "across", "value": 120}, False),
    "heat_answers": ({}, True),
    "keeping": ({}, True),
    "get_out": ({}, True),
    "take_part": ({"part": "dough", "usual": "lean"}, False),
    "export_recipe": ({}, True),
    "write_recipe": ({}, True),
}
FIGURES = re.compile(r"\d[\d:.,T+-]*")
# What only says where the warmth is from, or was typed, and no more.
SOURCE = {"bake", "plan", "room_from", "room_c", "known", "doubts"}


@cache
def contract() -> dict[str, Any]:
    """The whole of it: a second's work."""
    return dict(api.get_openapi_schema())


def told(answer: Any) -> Iterator[Any]:
    """Every number and every figure in the words of an answer, in order."""
    if isinstance(answer, dict):
        for key, value in answer.items():
            if key not in SOURCE:
                yield from told(value)
    elif isinstance(answer, list):
        for value in answer:
            yield from told(value)
    elif isinstance(answer, str):
        # The bake itself goes with an export, word for word.
        yield from [] if "airycrumb-bake" in answer else FIGURES.findall(answer)
    elif answer is not None:
        yield answer


class OneKitchen(ApiCase):
    """One household goes by a thermometer, the other types what it would say; both are as sure of it."""

    def setUp(self) -> None:
        super().setUp()
        self.now = timezone.now().replace(microsecond=0)
        self.enterContext(mock.patch("airycrumb.trays.places.SENSOR_DOUBT_C", SPOTS["bench"].doubt.value))
        self.enterContext(mock.patch("airycrumb.sheet.drivers.rise_table.ROOM_DOUBT", SPOTS["bench"].doubt))
        forget()
        self.addCleanup(forget)
        self.sensor = devices.add(self.home, None, "room_thermometer", "shelf")[0]

    def hear(self, celsius: float, minutes: float = 1) -> None:
        """The thermometer says so, so many minutes ago."""
        self.sensor.readings.all().delete()
        devices.take(self.sensor, [devices.Sent(self.now - timedelta(minutes=minutes), celsius)])

    def bake(self, celsius: float | None) -> dict[str, Any]:
        """Typed as warm as this; None: by the thermometer, with something else typed."""
        plan = {"room": f"{celsius or 21} C", "room_from": "typed" if celsius else "thermometer", "eat_at": None}
        return bake_document(plan={k: v for k, v in plan.items() if v != "typed"})

    def drafted(self, operation: str, bake: dict[str, Any], client: Client) -> list[Any]:
        path = next(
            path
            for path, methods in contract()["paths"].items()
            if methods.get("post", {}).get("operationId") == operation
        )
        ask = {"bake": bake, "now": self.now.isoformat(), **DRAFTS[operation][0]}
        status, answer = self.call("POST", path.removeprefix("/api"), ask, client)
        self.assertEqual(status, 200, (operation, answer))
        return list(told(answer))

    def test_every_question_about_a_draft_is_in_the_table(self) -> None:
        schema = contract()
        bodies = schema["components"]["schemas"]
        about = set()
        for methods in schema["paths"].values():
            body = methods.get("post", {}).get("requestBody", {}).get("content", {}).get("application/json", {})
            fields = bodies.get(body.get("schema", {}).get("$ref", "").rsplit("/", 1)[-1], {}).get("properties", {})
            if {"bake", "now", "kitchen_id"} <= set(fields):
                about.add(methods["post"]["operationId"])
        self.assertEqual(about, set(DRAFTS))

    def test_heard_and_typed_every_draft_is_answered_alike(self) -> None:
        for operation, (_, shows) in DRAFTS.items():
            with self.subTest(operation=operation):
                answers = []
                for celsius in (14.0, 29.0):
                    self.hear(celsius)
                    heard = self.drafted(operation, self.bake(None), self.client)
                    self.assertEqual(heard, self.drafted(operation, self.bake(celsius), self.other))
                    answers.append(heard)
                self.assertEqual(answers[0] != answers[1], shows)

    def printed(self, path: str, client: Client) -> list[str]:
        done = client.get(f"/api{path}")
        self.assertEqual(done.status_code, 200)
        with pdfplumber.open(io.BytesIO(done.content)) as pdf:
            return [page.extract_text() for page in pdf.pages]

    def test_what_is_printed_is_printed_alike(self) -> None:
        at = self.now.isoformat().replace("+", "%2B")
        for paper in ("card", "recipe"):
            with self.subTest(paper=paper):
                pages = []
                for celsius in (14.0, 29.0):
                    self.hear(celsius)
                    own = self.call("POST", "/bakes", {"document": self.bake(None)})[1]["id"]
                    theirs = self.call("POST", "/bakes", {"document": self.bake(celsius)}, self.other)[1]["id"]
                    pages.append(self.printed(f"/bakes/{own}/{paper}?now={at}", self.client))
                    self.assertEqual(pages[-1], self.printed(f"/bakes/{theirs}/{paper}?now={at}", self.other))
                self.assertNotEqual(*pages)

    def begun(self, bake: dict[str, Any], client: Client) -> int:
        """A batch started an hour ago, its rise under way since ten minutes later."""
        began = self.now - timedelta(minutes=60)
        made = self.call("POST", "/bakes", {"document": bake}, client)[1]["id"]
        batch = self.call("POST", f"/bakes/{made}/batches", {"now": began.isoformat()}, client)[1]["id"]
        self.marked(batch, client, "done", "weigh", began + timedelta(minutes=10))
        return int(batch)

    def marked(
        self, batch: int, client: Client, kind: str, stage: str, at: datetime, value: float | None = None
    ) -> None:
        mark = {"client_id": str(uuid.uuid4()), "kind": kind, "stage": stage, "at": at.isoformat(), "value": value}
        sent = {"observations": [mark], "now": self.now.isoformat()}
        status, said = self.call("POST", f"/batches/{batch}/observations", sent, client)
        self.assertEqual(status, 200, said)

    def of_a_batch(self, batch: int, client: Client) -> list[list[Any]]:
        now = self.now.isoformat().replace("+", "%2B")
        paths = (f"?now={now}", f"/options?now={now}&late_min=60", f"/replies?now={now}&stage=rise")
        found = []
        for path in paths:
            status, answer = self.call("GET", f"/batches/{batch}{path}", client=client)
            self.assertEqual(status, 200, answer)
            live = answer.get("live", answer)
            found.append(list(told(live)))
        return found

    def test_a_batch_under_way_its_replies_and_its_lesson_are_of_one_kitchen(self) -> None:
        answers = []
        for celsius in (14.0, 29.0):
            self.hear(celsius, 61)
            heard, typed = self.begun(self.bake(None), self.client), self.begun(self.bake(celsius), self.other)
            devices.take(
                self.sensor, [devices.Sent(self.now - timedelta(minutes=m), celsius) for m in range(55, 0, -6)]
            )
            for batch, client in ((heard, self.client), (typed, self.other)):
                self.marked(batch, client, "risen", "rise", self.now - timedelta(minutes=5), 0.4)
            answers.append(self.of_a_batch(heard, self.client))
            self.assertEqual(answers[-1], self.of_a_batch(typed, self.other))
        for first, second in zip(*answers, strict=True):
            self.assertNotEqual(first, second)

    def test_the_plan_at_the_start_stays_however_often_something_is_marked(self) -> None:
        self.hear(29.0, 61)
        batch = self.begun(self.bake(None), self.client)
        for minutes in range(48, 0, -2):
            devices.take(self.sensor, [devices.Sent(self.now - timedelta(minutes=minutes), 20.0)])
            at = self.now - timedelta(minutes=minutes)
            self.marked(batch, self.client, "risen", "rise", at, 0.1 + (48 - minutes) / 200)
        done = {"now": self.now.isoformat(), "outcome": {"verdict": "good", "troubles": [], "note": ""}}
        answer = self.call("POST", f"/batches/{batch}/finish", done)[1]
        self.assertEqual(answer["plan"]["sentence"]["room_c"], 29.0)
        kept = [datetime.fromisoformat(at) for at, _ in Batch.objects.get(pk=batch).room_heard]
        apart = [(later - sooner).total_seconds() / 60 for sooner, later in pairwise(kept)]
        self.assertTrue(all(10 <= minutes <= 15 for minutes in apart) and len(apart) >= 3, apart)

    def test_what_a_batch_teaches_is_by_the_warmth_it_rose_in_after_the_thermometer_has_forgotten_it(self) -> None:
        self.hear(29.0, 61)
        learned = []
        heard, typed = self.begun(self.bake(None), self.client), self.begun(self.bake(29.0), self.other)
        devices.take(self.sensor, [devices.Sent(self.now - timedelta(minutes=m), 29.0) for m in range(55, 0, -6)])
        for batch, client in ((heard, self.client), (typed, self.other)):
            self.marked(batch, client, "risen", "rise", self.now - timedelta(minutes=5), 0.4)
            self.sensor.readings.all().delete()
            done = {"now": self.now.isoformat(), "outcome": {"verdict": "good", "troubles": [], "note": ""}}
            status, answer = self.call("POST", f"/batches/{batch}/finish", done, client)
            self.assertEqual(status, 200, answer)
            learned.append(answer["lesson"]["vigour"])
            self.assertEqual(answer["plan"]["sentence"]["room_c"], 29.0)
        self.assertEqual(*learned)
