"""Questions about a rise, spots, a day's warmth and the trainer, through the API."""

import uuid
from datetime import timedelta
from typing import Any

from tests.core.examples import bake_document
from tests.server.base import NOW, ApiCase

BAKE = bake_document(plan={"eat_at": None})


class Options(ApiCase):
    def ask(self, **question: Any) -> tuple[int, Any]:
        return self.call("POST", "/rise/options", {"bake": BAKE, "now": NOW.isoformat(), **question})

    def test_an_hour_is_answered_with_ways_to_reach_it(self) -> None:
        status, reply = self.ask(ready_at=(NOW + timedelta(hours=4)).isoformat())
        self.assertEqual(status, 200, reply)
        best = reply["options"][0]
        self.assertTrue(best["reaches"] and best["answer"]["changes"])
        self.assertIsNone(reply["lateness"])

    def test_lateness_and_absence(self) -> None:
        self.assertIn("past", self.ask(late_min=60)[1]["lateness"]["verdict"])
        self.assertEqual(self.ask(away_min=120)[1]["options"][0]["label"], "Leave it where it is")

    def test_what_has_no_answer_is_told_in_a_sentence(self) -> None:
        for question in ({}, {"ready_at": NOW.isoformat()}):
            status, reply = self.ask(**question)
            self.assertEqual(status, 422)
            self.assertIn("ask for an hour after that", reply["message"])
        self.assertEqual(self.ask(late_min=-5)[0], 422)
        rows = [r for r in BAKE["dough"]["ingredients"] if "yeast" not in r["use"]]
        rested = {**BAKE, "dough": {**BAKE["dough"], "ingredients": rows, "leavening": "none"}}
        status, reply = self.call("POST", "/rise/options", {"bake": rested, "now": NOW.isoformat(), "late_min": 5})
        self.assertIn("only rests", reply["message"])

    def test_a_batch_under_way_is_offered_spots_and_a_move_is_kept(self) -> None:
        batch = self.start()
        self.mark(batch["id"], ("done", "weigh", 20, None))
        now = (NOW + timedelta(minutes=40)).isoformat().replace("+00:00", "Z")
        at = (NOW + timedelta(minutes=90)).isoformat().replace("+00:00", "Z")
        status, reply = self.call("GET", f"/batches/{batch['id']}/options?now={now}&ready_at={at}")
        self.assertEqual(status, 200, reply)
        self.assertEqual(
            {o["move"] for o in reply["options"]}, {"oven light", "over warm water", "oven with hot water"}
        )
        moved = {"client_id": str(uuid.uuid4()), "kind": "moved", "stage": "rise", "at": now, "where": "oven light"}
        status, after = self.call("POST", f"/batches/{batch['id']}/observations", {"observations": [moved], "now": now})
        self.assertEqual(status, 200, after)
        self.assertEqual(after["live"]["sheet"]["rise"]["where"], ["on the bench", "in the oven, its light on"])
        nowhere = {**moved, "client_id": str(uuid.uuid4()), "where": None}
        status, reply = self.call(
            "POST", f"/batches/{batch['id']}/observations", {"observations": [nowhere], "now": now}
        )
        self.assertEqual((status, "choose a spot" in reply["message"]), (422, True))


class Warmth(ApiCase):
    def test_spots_and_a_loggers_file(self) -> None:
        labels = [s["label"] for s in self.call("GET", "/spots")[1]]
        self.assertIn("in the fridge", labels)
        day = self.call("POST", "/room-day", {"text": "07:00,18\n15:00,22"})[1]
        self.assertEqual(day, [{"at": "07:00", "room": "18 C"}, {"at": "15:00", "room": "22 C"}])
        self.assertEqual(self.call("POST", "/room-day", {"text": "hello"})[0], 422)


class TheEye(ApiCase):
    def test_an_answer_is_marked_once_and_the_score_is_the_households(self) -> None:
        asked = self.call("GET", "/trainer/question?seed=12")[1]
        body = {"client_id": str(uuid.uuid4()), "seed": 12, "answer": "ready"}
        first, again = (self.call("POST", "/trainer/answers", body)[1] for _ in range(2))
        self.assertEqual(first, again)
        (score,) = first["scores"]
        self.assertEqual((score["picture"], score["of"]), (asked["picture"], 1))
        self.assertEqual(score["right"], int(first["marked"]["right"]))
        self.assertEqual(self.call("GET", "/trainer", client=self.other)[1], [])

    def test_a_seed_out_of_range_or_an_answer_nobody_gives_is_refused(self) -> None:
        self.assertEqual(self.call("GET", "/trainer/question?seed=-1")[0], 422)
        self.assertEqual(
            self.call("POST", "/trainer/answers", {"client_id": str(uuid.uuid4()), "seed": 1, "answer": "maybe"})[0],
            422,
        )
