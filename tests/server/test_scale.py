"""The scale: its stand-in, the open endpoint it speaks to, and what is refused."""

import json
import math
import unittest
from datetime import timedelta
from typing import Any
from unittest import mock

from django.test import Client
from django.utils import timezone

from devices import services
from devices.models import Device, Reading
from stand_ins import scale as stand_in
from stand_ins.scale import Said, Scale, turn
from tests.core.examples import bake_document
from tests.server.base import NOW, ApiCase
from tests.server.plain import plain


def rested(scale: Scale, seconds: float = 5) -> float | None:
    """What it shows once it has come to rest."""
    for _ in range(int(seconds * 10)):
        scale.pass_time(0.1)
    return scale.shows()


class TheStandIn(unittest.TestCase):
    def test_it_settles_on_what_is_put_on(self) -> None:
        scale = Scale(seed=3)
        scale.put_on(62)
        scale.pass_time(0.1)
        self.assertFalse(scale.settled)
        self.assertLess(scale.shows() or 0, 50)
        self.assertAlmostEqual(rested(scale) or 0, 62, delta=1)
        self.assertTrue(scale.settled)

    def test_tare_shows_nothing_and_taking_off_shows_less(self) -> None:
        scale = Scale(seed=3)
        scale.put_on(400)
        rested(scale)
        scale.tare()
        self.assertAlmostEqual(rested(scale) or 0, 0, delta=1)
        scale.put_on(62)
        self.assertAlmostEqual(rested(scale) or 0, 62, delta=1)
        scale.take_off()
        scale.take_off()
        self.assertAlmostEqual(rested(scale) or 0, -400, delta=1)
        scale.take_off()

    def test_it_shows_its_step_and_overloads(self) -> None:
        fine = Scale(step_g=0.1, seed=4)
        fine.put_on(12.34)
        self.assertAlmostEqual(rested(fine) or 0, 12.3, delta=0.4)
        for shown in (fine.shows() or 0, Scale(step_g=5, seed=1).shows() or 0):
            self.assertAlmostEqual(shown * 10, round(shown * 10), places=6)
        heavy = Scale(most_g=3000)
        heavy.put_on(3001)
        self.assertIsNone(rested(heavy))

    def test_the_same_seed_drifts_the_same_way(self) -> None:
        one, other, third = Scale(seed=5, step_g=0.1), Scale(seed=5, step_g=0.1), Scale(seed=6, step_g=0.1)
        readings = [[rested(s, 3600) for _ in range(3)] for s in (one, other, third)]
        self.assertEqual(readings[0], readings[1])
        self.assertNotEqual(readings[0], readings[2])

    def test_it_speaks_when_there_is_news_and_once_a_second(self) -> None:
        said = Said(10, True, 0.0)
        self.assertFalse(said.is_news(10, True, 0.5))
        self.assertTrue(said.is_news(11, True, 0.5) and said.is_news(10, False, 0.5) and said.is_news(10, True, 1.0))


class OverTheEndpoint(ApiCase):
    """A kitchen with a simulated scale, spoken to as the stand-in speaks."""

    def setUp(self) -> None:
        super().setUp()
        self.device, self.token = services.add(self.home, None, "scale", "test scale", stand_in=True)

    def ask(self, _server: str, token: str, path: str, body: Any = None) -> Any:
        """What urllib would do, through Django's test client."""
        headers = {"HTTP_AUTHORIZATION": f"Bearer {token}"}
        client = Client(enforce_csrf_checks=True)
        if body is None:
            done = client.get(f"/api{path}", **headers)  # type: ignore[arg-type]
        else:
            done = client.post(f"/api{path}", json.dumps(body), content_type="application/json", **headers)  # type: ignore[arg-type]
        self.assertLess(done.status_code, 300, done.content)
        return plain(json.loads(done.content))

    def send(self, grams: Any, token: str | None = None, **more: Any) -> tuple[int, Any]:
        reading = {"at": timezone.now().isoformat(), "grams": grams, **more}
        headers = {"HTTP_AUTHORIZATION": f"Bearer {self.token if token is None else token}"}
        done = Client().post(
            "/api/devices/readings", json.dumps({"readings": [reading]}), content_type="application/json", **headers
        )  # type: ignore[arg-type]
        return done.status_code, plain(json.loads(done.content))

    def shown(self) -> dict[str, Any]:
        return self.call("GET", "/scales")[1][0]  # type: ignore[no-any-return]

    def play(self, do: str, grams: float | None = None) -> tuple[int, Any]:
        return self.call("POST", f"/devices/{self.device.pk}/play", {"do": do, "grams": grams})

    def test_what_is_played_on_the_page_is_read_on_the_page(self) -> None:
        scale, said = Scale(seed=2), Said()
        self.assertTrue(self.shown()["silent"])
        self.assertEqual(self.play("put_on", 62)[0], 204)
        with mock.patch.object(stand_in, "ask", self.ask):
            for i in range(14):
                said = turn(scale, said, "", self.token, 0.3, i * 0.3)
        now = self.shown()
        self.assertAlmostEqual(now["grams"], 62, delta=1)
        self.assertEqual((now["settled"], now["silent"], now["stand_in"]), (True, False, True))
        self.assertEqual(self.ask("", self.token, "/devices/play"), [])

    def test_a_pulled_plug_silences_it_and_it_comes_back(self) -> None:
        scale, said = Scale(seed=2), Said()
        self.play("plug_out")
        with mock.patch.object(stand_in, "ask", self.ask):
            said = turn(scale, said, "", self.token, 0.3, 0.0)
            self.assertEqual(Reading.objects.count(), 0)
            self.play("plug_in")
            turn(scale, said, "", self.token, 0.3, 2.0)
        self.assertEqual(Reading.objects.count(), 1)

    def test_a_scale_that_has_not_spoken_for_a_while_is_silent(self) -> None:
        self.send(62)
        Reading.objects.update(at=timezone.now() - timedelta(seconds=8))
        self.assertTrue(self.shown()["silent"])

    def test_wrong_tokens_garbage_and_tons_are_refused_with_a_sentence(self) -> None:
        status, answer = self.send(62, token="wrong")
        self.assertEqual((status, "No device has this token" in answer["message"]), (401, True))
        for grams, says in (
            (1e9, "cannot be right"),
            (-1e9, "cannot be right"),
            ("heavy", ""),
            (None, "needs “grams”"),
        ):
            status, answer = self.send(grams)
            self.assertEqual(status, 422, grams)
            self.assertIn(says, answer["message"])
        self.assertEqual(self.send(62, celsius=20)[0], 200)
        self.assertEqual(Reading.objects.count(), 1)

    def test_a_flood_is_refused_and_the_next_second_is_heard(self) -> None:
        at = timezone.now()
        with mock.patch.object(services.timezone, "now", return_value=at):
            answers = [self.send(62)[0] for _ in range(services.MOST_IN_SECOND + 5)]
        self.assertEqual(answers.count(429), 5)
        with mock.patch.object(services.timezone, "now", return_value=at + timedelta(seconds=1)):
            self.assertEqual(self.send(62)[0], 200)

    def test_a_flood_of_nonsense_is_a_flood_too(self) -> None:
        with mock.patch.object(services.timezone, "now", return_value=timezone.now()):
            answers = [self.send(1e9)[0] for _ in range(services.MOST_IN_SECOND + 1)]
        self.assertEqual(answers[-1], 429)

    def test_only_a_stand_in_is_played_and_only_so_far_ahead(self) -> None:
        self.assertIn("How much is put on", self.play("put_on")[1]["message"])
        for _ in range(services.MOST_PLAYS):
            self.play("tare")
        self.assertIn("is it running", self.play("tare")[1]["message"])
        Device.objects.update(stand_in=False)
        status, answer = self.play("tare")
        self.assertEqual((status, "its own buttons" in answer["message"]), (422, True))

    def test_old_weights_are_let_go(self) -> None:
        self.send(62)
        Reading.objects.update(at=timezone.now() - timedelta(minutes=30))
        self.send(63)
        self.assertEqual(Reading.objects.count(), 1)

    def test_a_scale_says_nothing_about_the_room(self) -> None:
        self.send(62)
        self.assertEqual(services.heard_in_room(self.device.kitchen_id, timezone.now()).thermometer, ())


class WrappersOverHttp(ApiCase):
    def test_a_wrapper_is_solved_and_what_cannot_be_is_said(self) -> None:
        ask = {"bake": bake_document(), "now": NOW.isoformat(), "by": "thickness", "value": 4}
        status, found = self.call("POST", "/wrap/solve", ask)
        self.assertEqual(status, 200, found)
        # So thick, a round of that dough: its volume, at some 1.05 g/mL with the gas knocked out, over the thickness.
        across = 2 * math.sqrt(1000 * found["dough_g"] / 1.05 / 4 / math.pi)
        self.assertAlmostEqual(found["across_mm"], across, delta=0.1 * across)
        self.assertEqual(found["answers"][1]["changes"][-1]["path"], ["filling_per_piece"])
        status, refused = self.call("POST", "/wrap/solve", {**ask, "value": 400})
        self.assertEqual((status, "from 0.5 to 40 mm" in refused["message"]), (422, True))

    def test_a_wrapper_is_printed(self) -> None:
        bake_id = self.make_bake()["id"]
        for paper in ("a4", "letter"):
            for kind, begins in (("pdf", b"%PDF-"), ("svg", b"<svg ")):
                done = self.client.get(f"/api/bakes/{bake_id}/wrapper?paper={paper}&kind={kind}")
                self.assertEqual((done.status_code, done.content[:5]), (200, begins))
                self.assertIn(f"wrapper-gathered-{paper}", done["Content-Disposition"])
        for query, status in (("group=3", 422), ("kind=svg&page=9", 422), ("paper=a3", 422), ("page=0", 422)):
            self.assertEqual(self.client.get(f"/api/bakes/{bake_id}/wrapper?{query}").status_code, status, query)

    def test_every_closing_offered_can_be_kept_and_worked(self) -> None:
        offered = self.call("GET", "/closings")[1]
        self.assertEqual(len(offered), len({c["plural"] for c in offered}))
        for closing in offered:
            draft = bake_document("mushroom-buckwheat-half-moons", closing=closing["key"])
            status, worked = self.call("POST", "/sheet", {"bake": draft, "now": NOW.isoformat()})
            self.assertEqual((status, worked["problems"]), (200, []), closing["key"])
            self.assertEqual(worked["sheet"]["groups"][0]["wrap"]["label"], closing["label"])

    def test_pieces_and_filling_are_weighed_into_a_batch(self) -> None:
        batch = self.start()
        marks = [
            ("done", "weigh", 20, None),
            ("done", "rise", 120, None),
            ("piece", "divide", 121, 60),
            ("piece", "divide", 122, 80),
        ]
        status, seen = self.mark(batch["id"], *marks)
        self.assertEqual(status, 200, seen)
        portioned = seen["live"]["sheet"]["portioned"]
        self.assertEqual([p["grams"] for p in portioned["portions"]], [60, 80])
        self.assertEqual(portioned["far"], [2])
        self.assertEqual(self.mark(batch["id"], ("piece", "divide", 123, 1e9))[0], 422)
        self.assertEqual(
            self.mark(batch["id"], ("filling_weight", "filling", 60, 400))[1]["live"]["sheet"]["groups"][0]["filled"][
                "made_g"
            ],
            400,
        )
