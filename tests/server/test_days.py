"""A day over HTTP: planned at once, made better by a worker, followed by marks, printed, subscribed to."""

import json
import unittest
import uuid
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from datetime import datetime, timedelta
from itertools import pairwise
from typing import Any
from unittest.mock import patch

from django.core.management import call_command
from django.db import OperationalError, connection
from django.test import Client, TransactionTestCase
from icalendar import Calendar
from procrastinate.contrib.django.models import ProcrastinateJob
from procrastinate.exceptions import ConnectorException

from batches.models import Batch
from days.management.commands.work_days import patiently
from days.models import Day
from days.services import improve
from tests.server.base import NOW, ApiCase, household

EAT = NOW + timedelta(hours=8)


def day_document(*bakes: int, **more: Any) -> dict[str, Any]:
    """A day's file with these bakes on it, eight hours from noon."""
    dishes = [{"bake": bake} for bake in bakes]
    return {"format": "airycrumb-day", "version": 1, "eat_at": EAT.isoformat(), "dishes": dishes, **more}


class DayCase(ApiCase):
    """With two bakes on a day, and a worker that thinks for a moment."""

    def setUp(self) -> None:
        super().setUp()
        for what in ("gateway.compute.day.SECONDS", "airycrumb.day.ways_out.ALL_S"):
            patched = patch(what, 3.0)
            patched.start()
            self.addCleanup(patched.stop)
        self.bakes = [self.make_bake(name="First")["id"], self.make_bake(name="Second")["id"]]

    def make_day(self, *bakes: int, **more: Any) -> dict[str, Any]:
        body = {"document": day_document(*(bakes or self.bakes), **more), "now": NOW.isoformat()}
        status, made = self.call("POST", "/days", body)
        self.assertEqual(status, 201, made)
        return made  # type: ignore[no-any-return]

    def read(self, day: dict[str, Any], now: datetime = NOW) -> dict[str, Any]:
        status, found = self.call("GET", f"/days/{day['id']}?now={now.isoformat().replace('+', '%2B')}")
        self.assertEqual(status, 200, found)
        return found  # type: ignore[no-any-return]

    def solve(self, day: dict[str, Any]) -> dict[str, Any]:
        row = Day.objects.get(pk=day["id"])
        improve(row.pk, row.made_for, NOW)
        return self.read(day)


class PlannedTest(DayCase):
    def test_a_plan_stands_at_once_with_nothing_at_the_same_time(self) -> None:
        day = self.make_day()
        hands = next(lane for lane in day["plan"]["lanes"] if lane["key"] == "hands.0")["spans"]
        ordered = sorted(hands, key=lambda s: s["start"])
        self.assertGreaterEqual(len(ordered), 6)
        for a, b in pairwise(ordered):
            self.assertLessEqual(a["end"], b["start"], (a, b))
        self.assertEqual(day["state"], "waiting")

    def test_bakes_planned_alone_are_told_where_they_collide(self) -> None:
        found = self.make_day()["collisions"]
        self.assertEqual([(c["first"], c["second"]) for c in found], [(0, 1)])
        self.assertIn("both want", found[0]["says"])

    def test_a_worker_finds_a_plan_no_worse_and_says_it_is_done(self) -> None:
        day = self.make_day()
        before = Day.objects.get(pk=day["id"]).plan["cost"]
        solved = self.solve(day)
        self.assertEqual((solved["state"], solved["progress"]), ("done", 1.0))
        self.assertLessEqual(Day.objects.get(pk=day["id"]).plan["cost"], max(before, 1) * 1.5)
        self.assertIsNotNone(solved["plan"]["gap"])

    def test_a_changed_day_is_planned_anew_and_its_worker_is_not_wanted(self) -> None:
        day = self.make_day()
        old = Day.objects.get(pk=day["id"]).made_for
        later = {**day["document"], "eat_at": (EAT + timedelta(hours=1)).isoformat()}
        body = {"base": day["revision"], "document": later, "now": NOW.isoformat()}
        status, changed = self.call("PUT", f"/days/{day['id']}", body)
        self.assertEqual(status, 200, changed)
        moved = datetime.fromisoformat(changed["plan"]["eat_at"]) - datetime.fromisoformat(day["plan"]["eat_at"])
        self.assertEqual(moved, timedelta(hours=1))
        improve(day["id"], old, NOW)
        self.assertEqual(Day.objects.get(pk=day["id"]).state, "waiting")

    def test_a_change_made_from_an_old_day_is_refused(self) -> None:
        day = self.make_day()
        body = {"base": day["revision"], "document": {**day["document"], "name": "Saturday"}, "now": NOW.isoformat()}
        self.assertEqual(self.call("PUT", f"/days/{day['id']}", body)[0], 200)
        body["document"] = {**day["document"], "name": "Sunday"}
        status, refused = self.call("PUT", f"/days/{day['id']}", body)
        self.assertEqual(status, 409)
        self.assertIn("changed in another window", refused["message"])

    def test_what_is_no_hour_is_refused_in_a_sentence(self) -> None:
        body = {"document": {**day_document(*self.bakes), "eat_at": "noon"}, "now": NOW.isoformat()}
        status, refused = self.call("POST", "/days", body)
        self.assertEqual(status, 422)
        self.assertIn("“noon” is no date and time", refused["message"])

    def test_a_bake_that_cannot_be_worked_is_said_where_it_is(self) -> None:
        spoilt = self.make_bake(pieces=0)["id"]
        day = self.make_day(self.bakes[0], spoilt)
        self.assertIsNone(day["plan"])
        self.assertTrue(day["problems"][0]["where"].startswith("dishes[1]"), day["problems"])

    def test_people_are_split_over_the_bakes_by_weight(self) -> None:
        day = self.make_day(people=10)
        status, split = self.call("POST", f"/days/{day['id']}/split", {"now": NOW.isoformat()})
        self.assertEqual(status, 200, split)
        pieces = [dish["changes"][0]["value"] for dish in split["dishes"]]
        self.assertEqual(pieces[0], pieces[1])
        self.assertGreater(pieces[0], 4)


class FollowedTest(DayCase):
    def test_a_late_mark_in_one_bake_moves_the_day_and_the_other_batch_is_told_its_hours(self) -> None:
        day = self.make_day()
        first = min(day["plan"]["dishes"], key=lambda d: d["begins"])
        begun = datetime.fromisoformat(first["begins"])
        status, started = self.call("POST", f"/days/{day['id']}/start", {"dish": first["at"], "now": begun.isoformat()})
        self.assertEqual(status, 200, started)
        late = begun + timedelta(minutes=55)
        mark = {"client_id": str(uuid.uuid4()), "kind": "done", "stage": "weigh", "at": late.isoformat()}
        body = {"observations": [mark], "now": late.isoformat()}
        status, batch = self.call("POST", f"/batches/{started['batch']}/observations", body)
        self.assertEqual(status, 200, batch)
        after = self.read(day, late)
        moved = next(d for d in after["plan"]["dishes"] if d["at"] == first["at"])
        rise = next(s for s in moved["spans"] if s["key"] == "rise")
        self.assertEqual(datetime.fromisoformat(rise["start"]), late)
        self.assertTrue(Day.objects.get(pk=day["id"]).document["dishes"][first["at"]]["batch"])

    def test_hands_are_told_the_hours_of_the_day(self) -> None:
        day = self.make_day()
        starts = [(d["begins"], d["at"]) for d in day["plan"]["dishes"]]
        batches = {}
        for begins, at in sorted(starts):
            _, started = self.call("POST", f"/days/{day['id']}/start", {"dish": at, "now": begins})
            batches[at] = started["batch"]
            day = started["day"]
        for dish in day["plan"]["dishes"]:
            _, batch = self.call("GET", f"/batches/{batches[dish['at']]}?now={NOW.isoformat().replace('+', '%2B')}")
            into = next(s for s in dish["spans"] if s["kind"] == "heat")
            load = batch["live"]["sheet"]["loads"][0]
            self.assertGreaterEqual(load["into"], into["start"])

    def test_a_bake_put_away_costs_the_day_its_plan_and_no_mark(self) -> None:
        day = self.make_day()
        _, started = self.call("POST", f"/days/{day['id']}/start", {"dish": 0, "now": NOW.isoformat()})
        self.assertEqual(self.call("DELETE", f"/bakes/{self.bakes[1]}")[0], 204)
        after = self.read(day)
        self.assertIsNone(after["plan"])
        self.assertIn("This bake is not here", after["problems"][0]["message"])
        self.assertEqual(after["problems"][0]["where"], "dishes[1].bake")
        status, batch = self.mark(started["batch"], ("done", "weigh", 30, None))
        self.assertEqual((status, batch["observations"][-1]["kind"]), (200, "done"), batch)

    def test_a_batch_that_was_only_started_is_not_begun_again(self) -> None:
        day = self.make_day()
        begun = datetime.fromisoformat(day["plan"]["dishes"][0]["begins"]) - timedelta(minutes=40)
        self.call("POST", f"/days/{day['id']}/start", {"dish": 0, "now": begun.isoformat()})
        later = self.read(day, begun + timedelta(minutes=10))["plan"]["dishes"][0]
        weigh = next(s for s in later["spans"] if s["key"] == "weigh")
        self.assertEqual(datetime.fromisoformat(weigh["start"]), begun.replace(second=0, microsecond=0))

    def test_starting_twice_is_one_batch(self) -> None:
        day = self.make_day()
        body = {"dish": 0, "now": NOW.isoformat()}
        once, again = (self.call("POST", f"/days/{day['id']}/start", body)[1]["batch"] for _ in range(2))
        self.assertEqual(once, again)


class OutTest(DayCase):
    def test_the_calendar_reads_back_with_an_alarm_at_everything_hands_do(self) -> None:
        day = self.make_day()
        self.assertEqual(self.client.get(f"/api/days/{day['id']}/calendar.ics").status_code, 200)
        status, made = self.call("POST", f"/days/{day['id']}/calendar", {"now": NOW.isoformat()})
        self.assertEqual(status, 200, made)
        self.client.logout()
        answer = self.client.get(f"/api/calendar/{made['calendar']}.ics")
        self.assertEqual(answer.status_code, 200)
        events = Calendar.from_ical(answer.content.decode()).walk("VEVENT")
        told = sorted(str(e["summary"]) for e in events)
        for dish in day["plan"]["dishes"]:
            self.assertIn(f"On the table: {dish['name']}", told)
            self.assertTrue(any(line.startswith("Water on to boil") and dish["name"] in line for line in told), told)
        self.assertTrue(all(len(e.walk("VALARM")) == 1 for e in events))
        self.assertEqual(len({str(e["uid"]) for e in events}), len(events))

    def test_a_calendar_taken_back_is_not_answered(self) -> None:
        day = self.make_day()
        _, made = self.call("POST", f"/days/{day['id']}/calendar", {"now": NOW.isoformat()})
        self.call("DELETE", f"/days/{day['id']}/calendar?now={NOW.isoformat().replace('+', '%2B')}")
        self.assertEqual(self.client.get(f"/api/calendar/{made['calendar']}.ics").status_code, 404)

    def test_the_day_prints_as_a_pdf(self) -> None:
        day = self.make_day()
        answer = self.client.get(f"/api/days/{day['id']}/sheet")
        self.assertEqual(answer.status_code, 200)
        self.assertTrue(answer.content.startswith(b"%PDF"))

    def test_what_two_bakes_share_is_bought_once(self) -> None:
        bought = self.make_day()["around"]["shopping"]
        self.assertEqual(bought[0]["shared"], 2)
        self.assertAlmostEqual(bought[0]["grams"], sum(bought[0]["each_g"]))
        self.assertEqual(len({b["key"] for b in bought}), len(bought))

    def test_a_day_put_away_is_gone_and_so_is_its_calendar(self) -> None:
        day = self.make_day()
        _, made = self.call("POST", f"/days/{day['id']}/calendar", {"now": NOW.isoformat()})
        self.assertEqual(self.call("DELETE", f"/days/{day['id']}")[0], 204)
        self.assertEqual(self.client.get(f"/api/calendar/{made['calendar']}.ics").status_code, 404)
        self.assertEqual(self.call("GET", "/days")[1], [])


def work_once() -> None:
    """A worker that does what is asked now."""
    try:
        call_command("work_days", "--once")
    finally:
        connection.close()


class QueueTest(TransactionTestCase):
    """The queue itself: what is asked is taken up by a worker, and by the next one where one was stopped."""

    def setUp(self) -> None:
        # Its tables are its own: what Django sets back between tests they are not among.
        self.sql("DELETE FROM procrastinate_jobs")

    def sql(self, command: str) -> None:
        """Something done to the queue by hand."""
        with connection.cursor() as cursor:
            cursor.execute(command)

    def waiting_day(self) -> Day:
        """Two bakes, to be thought about."""
        home, _person = household("north")
        from bakes.services import create
        from days import services
        from tests.core.examples import bake_document

        bakes = [create(home, bake_document(name=name)).bake_id for name in ("First", "Second")]
        soon = datetime.now(tz=NOW.tzinfo) + timedelta(hours=9)
        document = {**day_document(*bakes), "eat_at": soon.isoformat()}
        return services.standing(services.create(home, json.loads(json.dumps(document))), soon - timedelta(hours=9)).day

    def worked(self, day: Day) -> str:
        """How a day stands once a worker has done what is asked now."""
        # In a thread of its own, as it has a loop of its own; how good the plan is is asked elsewhere.
        with ThreadPoolExecutor(1) as worker, patch("gateway.compute.day.SECONDS", 1.0):
            worker.submit(work_once).result()
        day.refresh_from_db()
        return day.state

    def test_a_worker_takes_up_what_another_left(self) -> None:
        day = self.waiting_day()
        # As a worker leaves it that is killed, the queue cleared by hand: nobody has it in hand.
        Day.objects.filter(pk=day.pk).update(state="solving")
        self.sql("DELETE FROM procrastinate_jobs")
        self.assertEqual(self.worked(day), "done")

    def test_a_day_in_some_workers_hands_is_not_asked_for_twice(self) -> None:
        from days import services

        self.waiting_day()
        services.ask_for_what_is_left()
        self.assertEqual(ProcrastinateJob.objects.filter(status="todo").count(), 1)

    def test_what_fails_is_tried_again_and_at_last_the_day_says_so_and_may_be_asked_for(self) -> None:
        from days import services
        from days.tasks import AGAIN

        day = self.waiting_day()
        with patch("days.services.improve", side_effect=ZeroDivisionError("planted")):
            last = 1 + (AGAIN.max_attempts or 0)
            for attempt in range(1, last + 1):
                self.assertEqual(self.worked(day), "stuck" if attempt == last else "waiting")
                job = ProcrastinateJob.objects.get()
                self.assertEqual((job.attempts, job.status), (attempt, "failed" if attempt == last else "todo"))
                self.sql("UPDATE procrastinate_jobs SET scheduled_at = NULL WHERE status = 'todo'")  # the pause is over
        services.think_again(day.household, day.pk, NOW)
        self.assertEqual(self.worked(day), "done")


class DatabaseAway(unittest.TestCase):
    def test_a_worker_waits_for_it_longer_each_time_and_says_so_in_one_line(self) -> None:
        said, slept, tries = [], [], iter([OperationalError("no route\nHint"), ConnectorException("gone"), None])

        def work() -> None:
            error = next(tries)
            if error is not None:
                raise error

        patiently(work, said.append, slept.append)
        self.assertEqual(slept, [2.0, 4.0])
        self.assertEqual(said[0], "The database is out of reach (no route): tried again in 2 s.")
        self.assertEqual(len(said), 2)


class CrosswiseTest(TransactionTestCase):
    """Marks in two batches of one day, and looks at the day, all at once: none waits for another for ever."""

    ROUNDS = 12

    def test_marks_and_looks_at_once_all_come_through(self) -> None:
        from bakes.services import create
        from days import services
        from tests.core.examples import bake_document

        home, person = household("north")
        bakes = [create(home, bake_document(name=name)).bake_id for name in ("First", "Second")]
        document = json.loads(json.dumps({**day_document(*bakes), "eat_at": EAT.isoformat()}))
        day = services.standing(services.create(home, document), NOW).day
        begun = [services.start_dish(home, day.pk, at, NOW, None)[1] for at in (0, 1)]
        kept, failed = [], []

        def done(work: Callable[[int], object]) -> None:
            for turn in range(self.ROUNDS):
                try:
                    work(turn)
                except Exception as error:
                    failed.append(repr(error))
            connection.close()

        def marks(batch_id: int) -> Callable[[int], object]:
            client = Client()
            client.force_login(person)

            def mark(turn: int) -> None:
                at = (NOW + timedelta(minutes=turn)).isoformat()
                one = {"client_id": str(uuid.uuid4()), "kind": "room_temperature", "stage": "rise", "at": at}
                sent = {"observations": [{**one, "value": 20.0 + turn / 10}], "now": at}
                done = client.post(f"/api/batches/{batch_id}/observations", sent, content_type="application/json")
                kept.append(done.status_code)

            return mark

        works = [*(marks(batch.pk) for batch in begun), lambda turn: services.standing(day, NOW)]
        # What keeps a day from following a mark is only logged: here none may.
        quiet = self.assertNoLogs("airycrumb", level="ERROR")
        with quiet, ThreadPoolExecutor(len(works)) as threads, patch("days.services.ask_worker"):
            list(threads.map(done, works))
        self.assertEqual(failed, [])
        self.assertEqual(kept, [200] * (2 * self.ROUNDS))
        self.assertIsNotNone(services.standing(day, NOW).table)


class BesideTest(DayCase):
    def beside(self, bake: dict[str, Any], bake_id: int | None = None) -> dict[str, Any]:
        """What the Bench is told of a draft beside the next day."""
        body = {"bake": bake["document"], "bake_id": bake_id, "now": NOW.isoformat()}
        status, found = self.call("POST", "/days/beside", body)
        self.assertEqual(status, 200, found)
        return found  # type: ignore[no-any-return]

    def test_without_a_day_there_is_nothing_to_clash_with(self) -> None:
        found = self.beside(self.make_bake())
        self.assertEqual(found, {"day": None, "clashes": []})

    def test_a_draft_for_the_same_hour_wants_what_the_day_has_taken(self) -> None:
        self.make_day(name="Feast")
        draft = self.make_bake(plan={"eat_at": EAT.isoformat()})
        found = self.beside(draft)
        self.assertEqual((found["day"]["name"], found["day"]["bakes"]), ("Feast", self.bakes))
        self.assertTrue(any(said.startswith("Wants your hands at") for said in found["clashes"]), found["clashes"])

    def test_a_draft_for_another_day_wants_nothing_of_it(self) -> None:
        self.make_day()
        draft = self.make_bake(plan={"eat_at": (EAT + timedelta(days=3)).isoformat()})
        with patch("days.services.standing", side_effect=AssertionError("a day far off is not worked out")):
            self.assertEqual(self.beside(draft)["clashes"], [])

    def test_a_bake_that_is_on_the_day_does_not_clash_with_itself(self) -> None:
        day = self.make_day()
        mine = self.make_bake(plan={"eat_at": EAT.isoformat()})
        self.assertTrue(self.beside(mine, mine["id"])["clashes"])
        with patch("days.services.standing", side_effect=AssertionError("the day sees to it")):
            found = self.beside(mine, self.bakes[0])
        self.assertEqual((found["day"]["id"], found["clashes"]), (day["id"], []))

    def test_the_next_day_to_come_is_meant_and_no_day_that_is_past(self) -> None:
        later = (EAT + timedelta(days=2)).isoformat()
        far = self.make_day(name="Far", eat_at=later)
        self.make_day(name="Past", eat_at=(NOW - timedelta(days=1)).isoformat())
        self.assertEqual(self.beside(self.make_bake())["day"]["id"], far["id"])
        near = self.make_day(name="Near")
        self.assertEqual(self.beside(self.make_bake())["day"]["id"], near["id"])


class UnderWayTest(DayCase):
    def started(self, day: dict[str, Any], at: int) -> tuple[int, datetime]:
        """One bake of the day begun at its own hour: its batch, and when."""
        begun = datetime.fromisoformat(day["plan"]["dishes"][at]["begins"])
        body = {"dish": at, "now": begun.isoformat()}
        status, found = self.call("POST", f"/days/{day['id']}/start", body)
        self.assertEqual(status, 200, found)
        return found["batch"], begun

    def test_the_hours_a_batch_is_held_to_are_news(self) -> None:
        day = self.make_day()
        batch, _begun = self.started(day, 0)
        news = self.call("GET", f"/batches/{batch}/news")[1]
        self.assertIn("rise", news["held"])
        self.assertIn("heat.1.1", news["held"])
        self.assertNotIn("weigh", news["held"])

    def test_a_day_put_away_lets_its_batches_go(self) -> None:
        day = self.make_day()
        batch, _begun = self.started(day, 0)
        self.call("DELETE", f"/days/{day['id']}")
        self.assertEqual(self.call("GET", f"/batches/{batch}/news")[1]["held"], {})

    def test_what_is_otherwise_on_the_day_is_in_the_batch_and_not_in_the_bake(self) -> None:
        changes = [{"path": ["pieces"], "value": 5}]
        day = self.make_day(dishes=[{"bake": self.bakes[0], "changes": changes}])
        batch, _begun = self.started(day, 0)
        made = Batch.objects.get(pk=batch)
        self.assertEqual(made.version.document["pieces"], 5)
        kept = self.call("GET", f"/bakes/{self.bakes[0]}")[1]["document"]["pieces"]
        self.assertNotEqual(kept, 5)
        # What was made for this batch alone is no bake of the household's.
        self.assertEqual({b["id"] for b in self.call("GET", "/bakes")[1]}, set(self.bakes))

    def test_a_worker_leaves_the_order_of_a_day_under_way_unless_it_pays(self) -> None:
        day = self.make_day()
        self.started(day, 0)
        row = Day.objects.get(pk=day["id"])
        before = row.plan["cost"]
        improve(row.pk, row.made_for, NOW)
        row.refresh_from_db()
        self.assertEqual(row.state, "done")
        self.assertTrue(row.plan["cost"] == before or row.plan["cost"] < before - 4_000, (before, row.plan["cost"]))

    def test_a_day_follows_marks_though_whoever_took_them_died_before_it_did(self) -> None:
        from batches.services import Seen, observe
        from days.tasks import follow_marks

        day = self.make_day()
        batch, begun = self.started(day, 0)
        followed = Day.objects.get(pk=day["id"]).made_for
        late = begun + timedelta(minutes=48)
        observe(self.home, batch, [Seen(uuid.uuid4(), "done", "weigh", late)])
        self.assertEqual(Day.objects.get(pk=day["id"]).made_for, followed)
        job = ProcrastinateJob.objects.get(task_name="follow_marks")
        with patch("days.tasks.connection"), patch("days.tasks.timezone.now", return_value=late):
            follow_marks(**job.args)
        self.assertNotEqual(Day.objects.get(pk=day["id"]).made_for, followed)

    def test_a_batch_of_no_day_asks_no_worker(self) -> None:
        from batches.services import Seen, observe, start

        batch = start(self.home, self.bakes[0], None, None, NOW, None)
        observe(self.home, batch.pk, [Seen(uuid.uuid4(), "done", "weigh", NOW)])
        self.assertFalse(ProcrastinateJob.objects.filter(task_name="follow_marks").exists())

    def test_a_mark_taken_back_moves_the_day_back(self) -> None:
        day = self.make_day()
        batch, begun = self.started(day, 0)
        late = (begun + timedelta(minutes=48)).isoformat()

        def table_after(**mark: Any) -> datetime:
            """When it is on the table, after a mark at that minute."""
            seen = {"client_id": str(uuid.uuid4()), "at": late, **mark}
            sent = {"observations": [seen], "now": late}
            self.assertEqual(self.call("POST", f"/batches/{batch}/observations", sent)[0], 200)
            return datetime.fromisoformat(self.read(day, begun + timedelta(minutes=50))["plan"]["dishes"][0]["table"])

        # What moves with the clock alone, while nobody has marked the weighing, is no news of the mark.
        before = table_after(kind="room_temperature", stage="weigh", value=21.0)
        done = str(uuid.uuid4())
        table_after(client_id=done, kind="done", stage="weigh")
        after = table_after(kind="undo", stage="weigh", undoes=done)
        # To within what is worth changing an order for: a plan that still holds is kept.
        self.assertLessEqual(abs(after - before), timedelta(minutes=10))
