"""Probe and oven thermometer: their stand-ins, the open endpoint, and what a batch in the heat makes of them."""

import json
import unittest
import uuid
from datetime import datetime, timedelta
from typing import Any
from unittest import mock

from django.test import Client
from django.utils import timezone

from batches.models import Observation
from devices import services
from stand_ins import link
from stand_ins.link import hear_and_pass, publish
from stand_ins.oven import Oven
from stand_ins.probe import Probe
from tests.core.examples import bake_document
from tests.server.base import NOW, ApiCase
from tests.server.plain import plain


def after(thermal: Oven | Probe, minutes: float) -> float:
    """°C it shows after so many minutes, passed a few seconds at a time."""
    for _ in range(int(minutes * 20)):
        thermal.pass_time(3)
    return thermal.shows()


class TheProbeStandIn(unittest.TestCase):
    def test_pushed_in_it_follows_the_middle_and_passes_75_when_it_is_told(self) -> None:
        probe = Probe(passes_75_min=14, seed=2)
        probe.play("put_in", None)
        self.assertAlmostEqual(after(probe, 1), 13, delta=3)
        self.assertAlmostEqual(after(probe, 13), 75, delta=2)
        self.assertLess(after(probe, 20), 99)

    def test_lying_out_it_reads_the_kitchen_and_pulled_out_it_cools(self) -> None:
        probe = Probe(seed=2)
        self.assertAlmostEqual(after(probe, 5), 21, delta=1)
        probe.play("put_in", None)
        hot = after(probe, 15)
        probe.play("pull_out", None)
        self.assertLess(after(probe, 2), hot - 40)

    def test_a_second_piece_begins_cold_again(self) -> None:
        probe = Probe(seed=2)
        probe.play("put_in", None)
        after(probe, 14)
        probe.play("put_in", None)
        self.assertLess(after(probe, 1), 20)


class TheOvenStandIn(unittest.TestCase):
    def test_it_heats_slowly_and_runs_off_its_dial(self) -> None:
        oven = Oven(off_c=-14, seed=2)
        oven.play("heat", 190)
        self.assertLess(after(oven, 3), 140)
        self.assertAlmostEqual(after(oven, 40), 176, delta=8)

    def test_an_opened_door_costs_warmth_that_comes_back(self) -> None:
        oven = Oven(seed=2, cycle_c=0)
        oven.play("heat", 200)
        hot = after(oven, 40)
        oven.play("open_door", None)
        self.assertLess(oven.shows(), hot - 25)
        self.assertAlmostEqual(after(oven, 12), hot, delta=4)

    def test_the_same_seed_says_the_same(self) -> None:
        self.assertEqual(*(after(Oven(seed=5), 2) for _ in range(2)))


class InTheHeat(ApiCase):
    """A batch of steamed buns in a kitchen with a probe; it went into the steam eight minutes ago."""

    def setUp(self) -> None:
        super().setUp()
        self.device, self.token = services.add(self.home, None, "probe", "test probe", stand_in=True)
        self.now = timezone.now().replace(microsecond=0)
        self.batch = self.start()

    def start(self, went_in: float = 8) -> int:
        """A batch whose pieces went in so many minutes ago."""
        bake = self.call("POST", "/bakes", {"document": bake_document("hake-fennel-buns")})[1]["id"]
        begun = (self.now - timedelta(hours=4)).isoformat()
        batch = self.call("POST", f"/bakes/{bake}/batches", {"now": begun})[1]["id"]
        for stage, ago in (("weigh", 220), ("rise", 110), ("divide", 90), ("wrap", 60), ("proof", went_in)):
            self.mark(batch, "done", stage, self.now - timedelta(minutes=ago))
        return int(batch)

    def mark(self, batch: int, kind: str, stage: str, at: datetime) -> Any:
        """One mark at a moment."""
        seen = {"client_id": str(uuid.uuid4()), "kind": kind, "stage": stage, "at": at.isoformat()}
        status, body = self.call(
            "POST", f"/batches/{batch}/observations", {"observations": [seen], "now": self.now.isoformat()}
        )
        self.assertEqual(status, 200, body)
        return body

    def send(self, *readings: tuple[float, float], token: str | None = None) -> int:
        """(minutes ago, °C) as a bridge would send them."""
        body = {
            "readings": [{"at": (self.now - timedelta(minutes=ago)).isoformat(), "celsius": c} for ago, c in readings]
        }
        headers = {"HTTP_AUTHORIZATION": f"Bearer {token or self.token}"}
        done = Client().post("/api/devices/readings", json.dumps(body), content_type="application/json", **headers)  # type: ignore[arg-type]
        return done.status_code

    def heat(self) -> dict[str, Any]:
        """The heat as it stands."""
        status, body = self.call("GET", f"/batches/{self.batch}?now={self.now.isoformat().replace('+', '%2B')}")
        self.assertEqual(status, 200, body)
        return body["live"]["sheet"]["heat"]  # type: ignore[no-any-return]

    def test_readings_since_it_went_in_move_the_forecast(self) -> None:
        self.batch = self.start(went_in=14)
        before = self.heat()
        self.assertIsNone(before["probe"])
        # A middle colder than forecast: it may be told by one place alone, as a warm one may not.
        self.send((20, 80.0), (6, 24.5), (4, 29.0), (2, 35.0), (0.1, 41.0))
        now = self.heat()
        self.assertEqual(now["probe"]["celsius"], 41.0)
        self.assertEqual([m["value"] for m in now["marks"]], [24.5, 29.0, 35.0, 41.0])
        self.assertGreater(now["reaches"]["typical"], before["reaches"]["typical"])
        self.assertLess(now["doubt"], before["doubt"])

    def test_as_they_come_out_the_readings_become_marks_of_the_batch(self) -> None:
        self.send(*((8 - i / 10, 20.0 + i) for i in range(1, 70)))
        body = self.mark(self.batch, "done", "heat", self.now)
        kept = [o for o in body["observations"] if o["kind"] == "probe"]
        self.assertTrue(12 <= len(kept) <= 24, len(kept))
        self.assertEqual(kept[-1]["value"], 89.0)
        self.assertEqual(len(body["live"]["sheet"]["heat"]["marks"]), len(kept))
        services.devices_of(self.home).delete()
        self.assertEqual(Observation.objects.filter(kind="probe").count(), len(kept))

    def test_of_two_probes_the_one_in_the_piece_is_heard(self) -> None:
        _, other = services.add(self.home, None, "probe", "on the shelf")
        self.send((0.2, 21.0), token=other)
        self.send((2, 44.0), (0.3, 52.0))
        self.assertEqual(self.heat()["probe"]["celsius"], 52.0)

    def test_a_probe_in_another_kitchen_is_not_heard(self) -> None:
        _, other = services.add(self.other_home, None, "probe", "theirs")
        self.send((1, 90.0), token=other)
        self.assertIsNone(self.heat()["probe"])

    def test_what_cannot_be_is_refused(self) -> None:
        self.assertEqual(self.send((1, 400.0)), 422)
        for do, says in (("put_on", "cannot be told to put on"), ("heat", "cannot be told to heat")):
            status, body = self.call("POST", f"/devices/{self.device.pk}/play", {"do": do, "grams": 20})
            self.assertEqual((status, says in body["message"]), (422, True))
        oven, _ = services.add(self.home, None, "oven_thermometer", "oven", stand_in=True)
        status, body = self.call("POST", f"/devices/{oven.pk}/play", {"do": "heat", "grams": 900})
        self.assertEqual((status, "50 to 300 °C" in body["message"]), (422, True))

    def test_the_stand_in_hears_what_is_played_and_is_heard(self) -> None:
        probe = Probe(seed=3)
        self.assertEqual(self.call("POST", f"/devices/{self.device.pk}/play", {"do": "put_in"})[0], 204)

        def ask(_server: str, token: str, path: str, body: Any = None) -> Any:
            headers = {"HTTP_AUTHORIZATION": f"Bearer {token}"}
            client = Client()
            done = (
                client.get(f"/api{path}", **headers)
                if body is None
                else client.post(f"/api{path}", json.dumps(body), content_type="application/json", **headers)
            )  # type: ignore[arg-type]
            self.assertLess(done.status_code, 300, done.content)
            return plain(json.loads(done.content))

        with mock.patch.object(link, "ask", ask):
            hear_and_pass(probe, "", self.token, 300.0)
            publish(probe, "", self.token, timezone.now())
            self.assertTrue(probe.inside)
            probe.plugged = False
            publish(probe, "", self.token, timezone.now())
        self.assertEqual(self.device.readings.count(), 1)


class AnswersOverHttp(ApiCase):
    def test_the_inside_and_other_settings_are_answered_for_a_draft(self) -> None:
        ask = {"bake": bake_document("squash-lentil-half-moons"), "now": NOW.isoformat()}
        status, found = self.call("POST", "/heat/answers", ask)
        self.assertEqual(status, 200, found)
        self.assertEqual(len(found["inside"]["frames"][0]), len(found["inside"]["cells"]))
        self.assertTrue(any(t["works"] for t in found["tried"]))
        status, refused = self.call("POST", "/heat/answers", {**ask, "heat": 3})
        self.assertEqual((status, "There is no heat 4" in refused["message"]), (422, True))
        steamed = {**ask, "bake": bake_document("hake-fennel-buns")}
        self.assertEqual(self.call("POST", "/heat/answers", steamed)[1]["tried"], [])

    def test_keeping_is_answered_and_the_card_is_a_pdf(self) -> None:
        ask = {"bake": bake_document("kale-potato-braids"), "now": NOW.isoformat()}
        status, found = self.call("POST", "/heat/keeping", ask)
        self.assertEqual((status, len(found)), (200, 2))
        bake_id = self.make_bake()["id"]
        for paper in ("a4", "letter"):
            done = self.client.get(f"/api/bakes/{bake_id}/card?paper={paper}")
            self.assertEqual((done.status_code, done.content[:5]), (200, b"%PDF-"))
        self.assertEqual(self.client.get(f"/api/bakes/{bake_id}/card?paper=a3").status_code, 422)

    def test_the_recipe_is_a_page_for_either_paper(self) -> None:
        bake_id = self.make_bake()["id"]
        for paper in ("a4", "letter"):
            done = self.client.get(f"/api/bakes/{bake_id}/recipe?paper={paper}")
            self.assertEqual((done.status_code, done["Content-Type"]), (200, "application/pdf"))
            self.assertIn(f"recipe-{paper}.pdf", done["Content-Disposition"])
            self.assertTrue(done.content.startswith(b"%PDF-"))
        self.assertEqual(self.client.get(f"/api/bakes/{bake_id}/recipe?paper=a3").status_code, 422)

    def test_a_bad_draft_is_told_in_sentences(self) -> None:
        ask = {"bake": bake_document(pieces=0), "now": NOW.isoformat()}
        for path in ("/heat/answers", "/heat/keeping"):
            status, body = self.call("POST", path, ask)
            self.assertEqual(status, 422)
            self.assertTrue(body["problems"], body)
