"""A batch that is given up: nothing goes on or is learned, its day is rid of it, and for a day it can come back."""

import uuid
from datetime import datetime, timedelta
from typing import Any
from unittest.mock import patch

from icalendar import Calendar

from batches.models import Batch
from days.models import Day
from kitchens.models import Kitchen
from tests.server.base import NOW, ApiCase
from tests.server.test_days import DayCase

WHY = "floor"


def later(minutes: float) -> str:
    return (NOW + timedelta(minutes=minutes)).isoformat()


class Stopped(ApiCase):
    def send(self, batch: int, minutes: float, kind: str, **more: Any) -> tuple[int, Any, str]:
        """One mark, so many minutes after noon, and its id."""
        mark = {"client_id": str(uuid.uuid4()), "kind": kind, "stage": "rise", "at": later(minutes), **more}
        body = {"observations": [mark], "now": later(minutes)}
        return *self.call("POST", f"/batches/{batch}/observations", body), mark["client_id"]

    def stop(self) -> tuple[int, str]:
        """A batch stopped an hour after noon, and the stop's id."""
        batch = self.start()["id"]
        status, told, mark = self.send(batch, 60, "stopped", where=WHY)
        self.assertEqual((status, told["stopped"]), (200, "2026-11-25T13:00:00Z"))
        return batch, mark

    def test_it_is_listed_as_stopped_with_why_and_its_plan_stands_still(self) -> None:
        batch, _ = self.stop()
        row = next(b for b in self.call("GET", "/batches")[1] if b["id"] == batch)
        self.assertEqual((row["finished"], row["stopped_for"]), (None, "All of it fell"))
        told = self.call("GET", f"/batches/{batch}?now=2026-11-25T20:00:00Z")[1]
        self.assertEqual(told["live"]["sheet"]["worked_at"], "2026-11-25T13:00:00Z")

    def test_nothing_comes_after_it_and_what_came_before_it_still_may(self) -> None:
        batch, _ = self.stop()
        status, refused, _ = self.send(batch, 70, "risen", value=0.4)
        self.assertEqual(status, 409)
        self.assertIn("take that back first", refused["message"])
        self.assertEqual(self.send(batch, 30, "risen", value=0.2)[0], 200)

    def test_it_teaches_nothing_and_is_not_finished(self) -> None:
        before = Kitchen.objects.get(household=self.home).document
        batch, _ = self.stop()
        body = {"outcome": {"verdict": "poor", "troubles": []}, "now": later(90)}
        status, refused = self.call("POST", f"/batches/{batch}/finish", body)
        self.assertEqual(status, 409, refused)
        self.assertEqual(Kitchen.objects.get(household=self.home).document, before)
        self.assertIsNone(Batch.objects.get(pk=batch).lesson)

    def test_taken_back_within_a_day_it_goes_on(self) -> None:
        batch, mark = self.stop()
        status, told, _ = self.send(batch, 60 + 23 * 60, "undo", undoes=mark)
        self.assertEqual((status, told["stopped"]), (200, None))
        self.assertEqual(self.send(batch, 60 + 23.5 * 60, "risen", value=0.4)[0], 200)

    def test_after_a_day_it_is_begun_anew_instead(self) -> None:
        batch, mark = self.stop()
        with patch("batches.services.clock.now", return_value=NOW + timedelta(days=2)):
            status, refused, _ = self.send(batch, 60 + 25 * 60, "undo", undoes=mark)
        self.assertEqual(status, 409)
        self.assertIn("begin it anew", str(refused["message"]))
        self.assertIsNotNone(Batch.objects.get(pk=batch).stopped)

    def test_why_has_to_be_one_of_those_there_are(self) -> None:
        batch = self.start()["id"]
        self.assertEqual(self.send(batch, 10, "stopped")[0], 422)
        self.assertEqual(self.send(batch, 10, "mishap", where="dragons")[0], 422)

    def test_what_went_wrong_on_the_way_is_kept_with_its_hour(self) -> None:
        batch = self.start()["id"]
        told = self.send(batch, 20, "mishap", where="leaking", value=3)[1]
        noted = [(m["at"], m["label"], m["value"]) for m in told["mishaps"]]
        self.assertEqual(noted, [("2026-11-25T12:20:00Z", "They leak", 3.0)])

    def test_every_mishap_that_can_be_is_answered_where_it_stands(self) -> None:
        batch = self.start()
        status, told = self.call("GET", f"/batches/{batch['id']}/mishaps?now={later(10).replace('+', '%2B')}")
        self.assertEqual((status, told["marks"]), (200, batch["marks"]))
        self.assertIn("sticky", [a["key"] for a in told["answers"]])

    def test_how_many_pieces_had_a_trouble_is_kept(self) -> None:
        batch = self.start()["id"]
        outcome = {"verdict": "fair", "troubles": ["leaked", "too_salty"], "how_many": {"leaked": 3}}
        status, told = self.call("POST", f"/batches/{batch}/finish", {"outcome": outcome, "now": later(300)})
        self.assertEqual((status, told["outcome"]["how_many"]), (200, {"leaked": 3}))


class OnADay(DayCase):
    def test_its_day_is_rid_of_it_and_has_it_back_where_that_is_taken_back(self) -> None:
        day = self.make_day()
        first = min(day["plan"]["dishes"], key=lambda d: d["begins"])
        begun = datetime.fromisoformat(first["begins"])
        _, started = self.call("POST", f"/days/{day['id']}/start", {"dish": first["at"], "now": begun.isoformat()})
        before = self.calendar(day["id"], begun.isoformat())
        names, sequence = set(before), max(int(e["sequence"]) for e in before.values())
        gone = str(uuid.uuid4())
        for minutes, mark, left in (
            (30, {"client_id": gone, "kind": "stopped", "where": WHY}, 1),
            (40, {"client_id": str(uuid.uuid4()), "kind": "undo", "undoes": gone}, 2),
        ):
            at = (begun + timedelta(minutes=minutes)).isoformat()
            body = {"observations": [{**mark, "stage": "weigh", "at": at}], "now": at}
            status, told = self.call("POST", f"/batches/{started['batch']}/observations", body)
            self.assertEqual(status, 200, told)
            with self.subTest(kind=mark["kind"]):
                now = self.read(day, begun + timedelta(minutes=minutes))
                self.assertEqual(len(now["plan"]["dishes"]), left)
                document = Day.objects.get(pk=day["id"]).document
                self.assertEqual(len(document.get("given_up", [])), 2 - left)
                found = self.calendar(day["id"], at)
                gone_from_it = {uid for uid, event in found.items() if event.get("status") == "CANCELLED"}
                self.assertEqual(len({uid.split(".")[1] for uid in gone_from_it}), 2 - left)
                self.assertGreater(min(int(e["sequence"]) for e in found.values()), sequence)
                # What was called by a name before is called by it still, or cancelled under it.
                self.assertLessEqual(gone_from_it, names)
                sequence = max(int(e["sequence"]) for e in found.values())

    def calendar(self, day: int, now: str) -> dict[str, Any]:
        """Its events by their names, as a reader of such files has them."""
        answer = self.client.get(f"/api/days/{day}/calendar.ics", {"now": now})
        return {str(e["uid"]): e for e in Calendar.from_ical(answer.content.decode()).walk("VEVENT")}
