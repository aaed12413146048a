"""Instruments: a token of their own, readings kept once, nonsense refused with a sentence, and the stand-in that
speaks.
"""

import json
from datetime import datetime, timedelta
from typing import Any
from unittest import mock

from django.test import Client
from django.utils import timezone

from devices import services
from devices.models import Reading
from stand_ins.thermometer import Thermometer, run
from tests.core.examples import bake_document
from tests.server.base import ApiCase
from tests.server.plain import plain


class Sending(ApiCase):
    """A kitchen with a thermometer, and the thermometer's own way of speaking."""

    def setUp(self) -> None:
        super().setUp()
        status, added = self.call("POST", "/devices", {"kind": "room_thermometer", "name": "shelf"})
        self.assertEqual(status, 201, added)
        self.token = added["token"]
        self.now = timezone.now()

    def send(self, readings: Any, token: str | None = None) -> tuple[int, Any]:
        """Readings as a device sends them: no session, a token."""
        body = readings if isinstance(readings, str) else json.dumps({"readings": readings})
        bearer = {"HTTP_AUTHORIZATION": f"Bearer {self.token if token is None else token}"}
        done = Client(enforce_csrf_checks=True).post(
            "/api/devices/readings", body, content_type="application/json", **bearer
        )
        return done.status_code, plain(json.loads(done.content))

    def at(self, minutes_ago: float, celsius: float) -> dict[str, Any]:
        return {"at": (self.now - timedelta(minutes=minutes_ago)).isoformat(), "celsius": celsius}


class Devices(Sending):
    def test_readings_are_taken_once_and_shown_as_the_last(self) -> None:
        both = [self.at(5, 20.5), self.at(4, 20.75)]
        self.assertEqual(self.send(both), (200, {"new": 2}))
        self.assertEqual(self.send(both), (200, {"new": 0}))
        (shown,) = self.call("GET", "/devices")[1]
        self.assertEqual((shown["name"], shown["celsius"]), ("shelf", 20.75))
        self.assertNotIn("token", json.dumps(self.call("GET", "/devices")[1]))

    def test_a_wrong_token_is_turned_away_and_a_device_can_do_nothing_else(self) -> None:
        for token in ("", "wrong", self.token[:-1]):
            self.assertEqual(self.send([self.at(1, 20)], token)[0], 401)
        done = Client().get("/api/bakes", HTTP_AUTHORIZATION=f"Bearer {self.token}")
        self.assertEqual(done.status_code, 401)

    def test_garbage_floods_and_wild_numbers_are_refused_with_a_sentence(self) -> None:
        ahead = (self.now + timedelta(hours=2)).isoformat()
        for readings, says in (
            ("{not json", ""),
            (json.dumps({"readings": [{"at": "noon", "celsius": 20}]}), "readings.0.at"),
            ('{"readings": [{"at": "2026-11-25T12:00:00Z", "celsius": NaN}]}', ""),
            ([self.at(1, 1e9)], "cannot be right"),
            ([self.at(1, -40)], "cannot be right"),
            ([], "readings"),
            ([self.at(n, 20) for n in range(201)], "readings"),
            ([{"at": ahead, "celsius": 20}], "ahead of the clock"),
        ):
            with self.subTest(readings=str(readings)[:60]):
                status, reply = self.send(readings)
                self.assertIn(status, (400, 422), reply)
                self.assertIn(says, reply["message"])
        self.assertEqual(Reading.objects.count(), 0)

    def test_a_day_old_reading_is_kept_and_a_week_old_one_let_go(self) -> None:
        self.assertEqual(self.send([self.at(60 * 20, 19), self.at(60 * 24 * 7, 19)]), (200, {"new": 1}))

    def test_a_removed_device_is_deaf(self) -> None:
        (shown,) = self.call("GET", "/devices")[1]
        self.assertEqual(self.call("DELETE", f"/devices/{shown['id']}")[0], 204)
        self.assertEqual(self.send([self.at(1, 20)])[0], 401)

    def test_the_bench_and_a_batch_go_by_it_if_asked(self) -> None:
        self.send([self.at(1, 24.0)])
        bake = bake_document(plan={"eat_at": None, "room": "20 C", "room_from": "thermometer"})
        ask = {"bake": bake, "now": self.now.isoformat()}
        self.assertEqual(self.call("POST", "/sheet", ask)[1]["sheet"]["sentence"]["room_c"], 24.0)
        ask["bake"] = bake_document(plan={"eat_at": None, "room": "20 C"})
        self.assertEqual(self.call("POST", "/sheet", ask)[1]["sheet"]["sentence"]["room_c"], 20.0)
        made = self.call("POST", "/bakes", {"document": bake})[1]
        batch = self.call("POST", f"/bakes/{made['id']}/batches", {"now": self.now.isoformat()})[1]
        self.assertEqual(batch["live"]["sheet"]["sentence"]["room_c"], 24.0)

    def test_no_more_devices_than_a_kitchen_has_room_for(self) -> None:
        for n in range(services.MOST_DEVICES - 1):
            services.add(self.home, None, "room_thermometer", f"no. {n}")
        status, reply = self.call("POST", "/devices", {"kind": "room_thermometer", "name": "one more"})
        self.assertEqual(status, 422)
        self.assertIn("remove one", reply["message"])


class TheStandIn(Sending):
    def moments(self, count: int) -> list[datetime]:
        return [self.now - timedelta(seconds=15 * (count - n)) for n in range(count)]

    def post(self, readings: list[tuple[datetime, float]]) -> None:
        """The stand-in's own request, through the test client."""
        status, reply = self.send([{"at": at.isoformat(), "celsius": c} for at, c in readings])
        self.assertEqual(status, 200, reply)

    def test_it_speaks_the_endpoint_and_falls_silent_now_and_then(self) -> None:
        with mock.patch.object(services, "MOST_IN_SECOND", 1000):  # it says in a second what takes it half an hour
            run(Thermometer(21.0, seed=3, drop_out=0.1), self.post, 15, iter(self.moments(100)))
        said = list(Reading.objects.values_list("celsius", flat=True))
        self.assertTrue(40 < len(said) < 100, len(said))
        self.assertTrue(all(18 < c < 24 for c in said))
        self.assertGreater(len(set(said)), 10)

    def test_what_could_not_be_sent_goes_with_the_next(self) -> None:
        down = iter([True, True, False, False, False])

        def post(readings: list[tuple[datetime, float]]) -> None:
            if next(down):
                raise ConnectionRefusedError("no server")
            self.post(readings)

        run(Thermometer(21.0, seed=3, drop_out=0.0), post, 15, iter(self.moments(5)))
        self.assertEqual(Reading.objects.count(), 5)
