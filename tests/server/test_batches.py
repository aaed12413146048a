"""A batch from its start to what it teaches."""

import threading
import uuid
from datetime import datetime, timedelta
from typing import Any
from unittest import mock

from django.db import connection
from django.test import TransactionTestCase

from accounts.models import Household
from bakes import services as bakes
from batches import services
from batches.models import Batch, Observation
from kitchens.models import Kitchen
from tests.core.examples import bake_document, kitchen_document
from tests.server.base import NOW, ApiCase, household

WHOLE = (
    ("done", "weigh", 24, None),
    ("risen", "rise", 84, 0.3),
    ("doubled", "rise", 168, None),
    ("done", "rise", 168, None),
    ("done", "divide", 188, None),
    ("done", "wrap", 214, None),
    ("done", "proof", 240, None),
    ("probe", "heat", 256, 74.0),
    ("done", "heat", 262, None),
    ("done", "rest", 268, None),
)
GOOD = {
    "outcome": {"verdict": "good", "troubles": ["burst"], "note": "less filling"},
    "now": (NOW + timedelta(hours=5)).isoformat(),
}


class Running(ApiCase):
    def test_the_plan_is_frozen_and_the_live_sheet_follows_the_marks(self) -> None:
        batch = self.start()
        status, after = self.mark(batch["id"], ("done", "weigh", 24, None), ("risen", "rise", 84, 0.1))
        self.assertEqual(status, 200)
        self.assertEqual(after["plan"], batch["plan"])
        self.assertGreater(after["live"]["sheet"]["rise"]["ready"], batch["plan"]["rise"]["ready"])
        self.assertEqual(len(after["live"]["sheet"]["rise"]["marks"]), 1)

    def test_later_changes_of_the_bake_do_not_touch_the_batch(self) -> None:
        made = self.make_bake()
        batch = self.start(made["id"])
        self.call("PUT", f"/bakes/{made['id']}", {"base": 1, "document": bake_document(pieces=3)})
        self.assertEqual(
            self.call("GET", f"/batches/{batch['id']}?now=2026-11-25T13:00:00Z")[1]["document"]["pieces"], 12
        )

    def test_a_spot_added_meanwhile_is_one_of_its_kitchen_and_a_place_nobody_knows_stops_nothing(self) -> None:
        batch = self.start()
        kitchen = Kitchen.objects.get(household=self.home)
        kitchen.document["spots"] = [*kitchen.document.get("spots", []), {"name": "sunny sill", "air": "27 C"}]
        kitchen.save()
        path = f"/batches/{batch['id']}/observations"
        for where, doubts in (("sunny sill", []), ("a cold cellar", ["unknown_spot"])):
            at = (NOW + timedelta(minutes=40)).isoformat()
            mark = {"client_id": str(uuid.uuid4()), "kind": "moved", "stage": "rise", "at": at, "where": where}
            done = {"client_id": str(uuid.uuid4()), "kind": "done", "stage": "weigh", "at": NOW.isoformat()}
            status, told = self.call("POST", path, {"observations": [done, mark], "now": at})
            with self.subTest(where=where):
                self.assertEqual((status, told["live"]["problems"]), (200, []))
                self.assertIn(where, told["live"]["sheet"]["rise"]["where"])
                found = [d["code"] for d in told["live"]["sheet"]["doubts"] if d["code"] == "unknown_spot"]
                self.assertEqual(found, doubts)
        self.assertEqual(self.call("POST", f"/batches/{batch['id']}/finish", GOOD)[0], 200)

    def test_begun_with_what_comes_before_it_the_dough_waits_for_its_hour(self) -> None:
        made = self.make_bake()
        start = lambda hours: self.call(
            "POST",
            f"/bakes/{made['id']}/batches",
            {"now": NOW.isoformat(), "dough_at": (NOW + timedelta(hours=hours)).isoformat()},
        )
        status, batch = start(8)
        self.assertEqual(status, 201)
        now_begun = self.start(made["id"])
        for told in ("plan", "live"):
            sheets = [b["plan"] if told == "plan" else b["live"]["sheet"] for b in (batch, now_begun)]
            ahead, then = (datetime.fromisoformat(s["day"]["eat"]) for s in sheets)
            with self.subTest(told=told):
                self.assertEqual(ahead - then, timedelta(hours=8))
        self.assertEqual(start(73)[0], 422)
        self.assertIsNone(Observation.objects.get(batch=start(-1)[1]["id"]).value)

    def test_its_news_tell_that_somebody_marked_something_or_took_it_back(self) -> None:
        batch = self.start()
        news = lambda: self.call("GET", f"/batches/{batch['id']}/news")[1]
        self.assertEqual(news(), {"marks": batch["marks"], "finished": None, "held": {}})
        _, marked = self.mark(batch["id"], ("done", "weigh", 20, None))
        self.assertEqual(news(), {"marks": batch["marks"] + 1, "finished": None, "held": {}})
        self.assertEqual(marked["marks"], batch["marks"] + 1)

    def test_sending_the_same_mark_twice_records_it_once(self) -> None:
        batch = self.start()
        one = {"client_id": str(uuid.uuid4()), "kind": "done", "stage": "weigh", "at": NOW.isoformat()}
        for _ in range(3):
            self.call("POST", f"/batches/{batch['id']}/observations", {"observations": [one], "now": NOW.isoformat()})
        self.assertEqual(Observation.objects.filter(batch_id=batch["id"], kind="done").count(), 1)

    def test_an_undone_mark_no_longer_counts_but_stays_on_record(self) -> None:
        batch = self.start()
        _, after = self.mark(batch["id"], ("risen", "rise", 60, 1.5))
        mistaken = next(o for o in after["observations"] if o["kind"] == "risen")
        undo = {
            "client_id": str(uuid.uuid4()),
            "kind": "undo",
            "stage": "rise",
            "at": NOW.isoformat(),
            "undoes": mistaken["client_id"],
        }
        _, undone = self.call(
            "POST", f"/batches/{batch['id']}/observations", {"observations": [undo], "now": NOW.isoformat()}
        )
        self.assertEqual([o["kind"] for o in undone["observations"]], ["started"])
        self.assertEqual(Observation.objects.filter(batch_id=batch["id"]).count(), 3)

    def test_readings_that_cannot_be_are_refused_with_a_sentence_and_none_of_them_kept(self) -> None:
        batch = self.start()
        for kind, stage, value in (
            ("risen", "rise", 40.0),
            ("risen", "rise", None),
            ("probe", "heat", 400.0),
            ("dough_temperature", "rise", -9.0),
        ):
            with self.subTest(kind=kind, value=value):
                status, body = self.mark(batch["id"], ("done", "weigh", 20, None), (kind, stage, 60, value))
                self.assertEqual(status, 422)
                self.assertIn("between", body["message"])
        self.assertEqual(self.mark(batch["id"], ("sang", "rise", 60, None))[0], 422)
        self.assertEqual(self.mark(batch["id"], ("done", "weigh", -20_000, None))[0], 422)
        self.assertEqual(Observation.objects.filter(batch_id=batch["id"]).count(), 1)

    def test_a_bake_that_cannot_be_worked_cannot_be_started(self) -> None:
        made = self.make_bake(dough_per_piece="5 kg")
        status, body = self.call("POST", f"/bakes/{made['id']}/batches", {"now": NOW.isoformat()})
        self.assertEqual(status, 422)
        self.assertIn("cannot be started yet", body["message"])
        self.assertEqual(Batch.objects.count(), 0)

    def test_a_mark_that_comes_while_a_batch_is_read_is_not_counted_as_known(self) -> None:
        batch = self.start()
        standing = services.standing

        def and_then_a_mark(of: Batch) -> list[Observation]:
            found = standing(of)
            Observation.objects.get_or_create(
                batch=of, kind="done", stage="weigh", defaults={"client_id": uuid.uuid4(), "at": NOW}
            )
            return found

        with mock.patch.object(services, "standing", and_then_a_mark):
            read = self.call("GET", f"/batches/{batch['id']}?now={NOW.isoformat().replace('+', '%2B')}")[1]
        # What it does not tell of it must not claim to know: nobody would ask again.
        self.assertEqual([o["kind"] for o in read["observations"]], ["started"])
        self.assertEqual(read["marks"], 1)
        self.assertEqual(self.call("GET", f"/batches/{batch['id']}/news")[1]["marks"], 2)


class Finishing(ApiCase):
    def finished(self) -> Any:
        batch = self.start()
        self.mark(batch["id"], *WHOLE)
        status, done = self.call("POST", f"/batches/{batch['id']}/finish", GOOD)
        self.assertEqual(status, 200, done)
        return done

    def test_it_teaches_the_kitchen_its_vigour_and_its_pace(self) -> None:
        done = self.finished()
        kitchen = Kitchen.objects.get(household=self.home)
        self.assertLess(kitchen.document["vigour"]["mean"], 0)
        self.assertEqual(kitchen.document["vigour"]["bakes"], 1)
        # 26 min for 12 pieces is 130 s; on from 110 by 0.4 of the difference of the logarithms
        self.assertAlmostEqual(kitchen.document["wrap_seconds"]["gathered"], 117.6, delta=0.05)
        self.assertAlmostEqual(done["lesson"]["vigour"]["mean"], kitchen.document["vigour"]["mean"], places=4)
        self.assertEqual(Kitchen.objects.get(household=self.other_home).document["vigour"]["bakes"], 0)

    def test_it_says_what_happened_against_the_forecast(self) -> None:
        done = self.finished()
        stages = {s["key"]: s for s in done["lesson"]["stages"]}
        self.assertAlmostEqual(stages["rise"]["actual"], 144)
        self.assertLess(stages["rise"]["forecast"]["low"], stages["rise"]["forecast"]["high"])
        self.assertIn("burst", [f["trouble"] for f in done["lesson"]["findings"]])
        self.assertEqual(done["outcome"]["note"], "less filling")

    def test_it_learns_from_the_marks_it_brings_along_and_keeps_each_once(self) -> None:
        whole, late = self.start(), self.start()
        self.mark(whole["id"], *WHOLE)
        sent = [
            {
                "client_id": str(uuid.uuid4()),
                "kind": kind,
                "stage": stage,
                "at": (NOW + timedelta(minutes=minutes)).isoformat(),
                "value": value,
            }
            for kind, stage, minutes, value in WHOLE
        ]
        self.call("POST", f"/batches/{late['id']}/observations", {"observations": sent[:3], "now": GOOD["now"]})
        done = self.call("POST", f"/batches/{late['id']}/finish", {**GOOD, "observations": sent})[1]
        self.assertEqual(len(done["observations"]), 1 + len(WHOLE))
        other = self.call("POST", f"/batches/{whole['id']}/finish", GOOD)[1]
        actual = [[s["actual"] for s in b["lesson"]["stages"]] for b in (done, other)]
        self.assertEqual(actual[0], actual[1])

    def test_a_mark_that_cannot_be_stops_the_finish_and_nothing_is_taught(self) -> None:
        batch = self.start()
        mark = {"client_id": str(uuid.uuid4()), "kind": "probe", "stage": "heat", "at": NOW.isoformat(), "value": 900}
        status, said = self.call("POST", f"/batches/{batch['id']}/finish", {**GOOD, "observations": [mark]})
        self.assertEqual(status, 422)
        self.assertIn("cannot be right", said["message"])
        self.assertEqual(Kitchen.objects.get(household=self.home).document["vigour"]["bakes"], 0)

    def test_a_mark_of_a_phone_that_was_away_is_learned_from_after_the_end(self) -> None:
        batch = self.start()
        probed = next(mark for mark in WHOLE if mark[0] == "probe")
        self.mark(batch["id"], *(mark for mark in WHOLE if mark != probed))
        before = self.call("POST", f"/batches/{batch['id']}/finish", GOOD)[1]["lesson"]
        status, after = self.mark(batch["id"], probed)
        self.assertEqual(status, 200)
        cores = [lesson["loads"][0]["core_c"] for lesson in (before, after["lesson"])]
        self.assertEqual(cores, [None, 74.0])
        taught = Kitchen.objects.get(household=self.home).document["vigour"]
        self.assertEqual(taught["bakes"], 1)
        # As if it had come in time.
        Kitchen.objects.filter(household=self.home).update(document=kitchen_document())
        in_time = self.start()
        self.mark(in_time["id"], *WHOLE)
        self.call("POST", f"/batches/{in_time['id']}/finish", GOOD)
        self.assertEqual(Kitchen.objects.get(household=self.home).document["vigour"], taught)

    def test_a_mark_made_after_the_end_is_refused_and_a_second_beginning_too(self) -> None:
        batch = self.start()
        self.mark(batch["id"], *WHOLE)
        status, said = self.mark(batch["id"], ("started", "weigh", -2880, None))
        self.assertEqual((status, "has begun already" in said["message"]), (422, True))
        self.call("POST", f"/batches/{batch['id']}/finish", GOOD)
        status, said = self.mark(batch["id"], ("risen", "rise", 3000, 0.5))
        self.assertEqual((status, "was finished on" in said["message"]), (422, True))

    def test_a_clock_years_ahead_is_told_so_and_takes_no_mark_along(self) -> None:
        batch = self.start()
        status, said = self.mark(batch["id"], ("risen", "rise", 40 * 365 * 1440, 0.5))
        self.assertEqual((status, "clock is ahead" in said["message"]), (422, True))

    def test_finishing_twice_teaches_once(self) -> None:
        done = self.finished()
        self.call("POST", f"/batches/{done['id']}/finish", GOOD)
        self.assertEqual(Kitchen.objects.get(household=self.home).document["vigour"]["bakes"], 1)

    def test_the_next_plan_counts_on_what_was_learned(self) -> None:
        before = self.start()["plan"]["rise"]["forecast"]["ready"]
        self.finished()
        after = self.start()["plan"]["rise"]["forecast"]["ready"]
        self.assertGreater(after["typical"], before["typical"])
        self.assertLess(after["high"] / after["low"], before["high"] / before["low"])

    def test_the_notebook_lists_it_with_forecast_and_actual(self) -> None:
        self.finished()
        line = self.call("GET", "/batches")[1][0]
        self.assertEqual((line["verdict"], line["troubles"], line["pieces"]), ("good", ["burst"], 12))
        self.assertAlmostEqual(line["rise_actual_min"], 144)


class AtOnce(TransactionTestCase):
    """Several processes against one database: the same as several connections."""

    def together(self, work: Any) -> list[Any]:
        results: list[Any] = []

        def one(i: int) -> None:
            try:
                results.append(work(i))
            except Exception as error:
                results.append(error)
            finally:
                connection.close()

        threads = [threading.Thread(target=one, args=(i,)) for i in range(4)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        return results

    def test_of_four_saves_made_from_one_version_one_wins_and_three_are_told(self) -> None:
        home: Household = household("crowd")[0]
        made = bakes.create(home, bake_document())
        results = self.together(lambda i: bakes.save(home, made.bake_id, 1, bake_document(pieces=20 + i)))
        self.assertEqual(sum(getattr(r, "status", None) == 409 for r in results), 3, results)
        self.assertEqual(bakes.head_of(home, made.bake_id).number, 2)

    def test_two_batches_finished_at_once_both_teach(self) -> None:
        home: Household = household("crowd")[0]
        made = bakes.create(home, bake_document())
        batches = [services.start(home, made.bake_id, None, None, NOW) for _ in range(4)]
        for batch in batches:
            services.observe(
                home,
                batch.pk,
                [services.Seen(uuid.uuid4(), k, s, NOW + timedelta(minutes=m), v) for k, s, m, v in WHOLE],
            )
        outcome = {"verdict": "good", "troubles": [], "note": ""}
        self.together(lambda i: services.finish(home, batches[i].pk, outcome, NOW + timedelta(hours=5)))
        self.assertEqual(Kitchen.objects.get(household=home).document["vigour"]["bakes"], 4)

    def test_one_batch_finished_four_times_at_once_teaches_once(self) -> None:
        home: Household = household("crowd")[0]
        made = bakes.create(home, bake_document())
        batch = services.start(home, made.bake_id, None, None, NOW)
        seen = [services.Seen(uuid.uuid4(), k, s, NOW + timedelta(minutes=m), v) for k, s, m, v in WHOLE]
        services.observe(home, batch.pk, seen)
        outcome = {"verdict": "good", "troubles": [], "note": ""}
        self.together(lambda _: services.finish(home, batch.pk, outcome, NOW + timedelta(hours=5)))
        self.assertEqual(Kitchen.objects.get(household=home).document["vigour"]["bakes"], 1)

    def test_what_is_sent_four_times_at_once_with_one_id_is_done_once(self) -> None:
        home: Household = household("crowd")[0]
        one, two, three = uuid.uuid4(), uuid.uuid4(), uuid.uuid4()
        made = self.together(lambda _: bakes.create(home, bake_document(), one))
        self.assertEqual(len({v.pk for v in made}), 1, made)
        bake_id = made[0].bake_id
        saved = self.together(lambda _: bakes.save(home, bake_id, 1, bake_document(pieces=9), two))
        self.assertEqual([v.number for v in saved], [2] * 4)
        begun = self.together(lambda _: services.start(home, bake_id, 2, None, NOW, three))
        self.assertEqual(len({b.pk for b in begun}), 1, begun)
        self.assertEqual(home.batches.count(), 1)


class LeftOut(ApiCase):
    """A finished batch left out of learning, and put back."""

    def finished(self, *late: tuple[str, str, float, float | None]) -> int:
        batch = self.start()
        self.mark(batch["id"], *WHOLE[:2], *late, *WHOLE[3:])
        self.call("POST", f"/batches/{batch['id']}/finish", GOOD)
        return int(batch["id"])

    def teach(self, batch: int, teaches: bool) -> tuple[int, Any]:
        return self.call("POST", f"/batches/{batch}/teaching", {"teaches": teaches, "now": NOW.isoformat()})

    def learned(self) -> Any:
        return Kitchen.objects.earliest("pk").document

    def test_left_out_it_is_as_if_it_had_not_been_and_put_back_as_if_it_had(self) -> None:
        before = self.learned()
        wrong = self.finished(("doubled", "rise", 400, None))
        misled = self.learned()
        self.assertNotEqual(misled["vigour"], before.get("vigour"))
        status, out = self.teach(wrong, False)
        self.assertEqual((status, out["teaches"]), (200, False))
        self.assertEqual(self.learned(), before)
        self.teach(wrong, True)
        self.assertEqual(self.learned(), misled)

    def test_what_was_finished_after_it_is_learned_from_anew_without_it(self) -> None:
        right = self.finished(WHOLE[2])
        alone = self.learned()
        self.teach(right, False)
        wrong = self.finished(("doubled", "rise", 400, None))
        self.teach(right, True)
        both = self.learned()
        self.teach(wrong, False)
        self.assertEqual(self.learned()["vigour"], alone["vigour"])
        self.assertNotEqual(both["vigour"], alone["vigour"])
        self.teach(wrong, True)
        self.assertEqual(self.learned(), both)

    def test_old_batches_that_did_not_keep_what_was_known_are_all_learned_from_anew(self) -> None:
        before = self.learned()
        first, second = self.finished(WHOLE[2]), self.finished(("doubled", "rise", 150, None))
        both = self.learned()
        Batch.objects.update(learned_before=None)
        self.teach(second, False)
        self.teach(second, True)
        self.assertEqual(self.learned(), both)
        self.teach(first, False)
        self.teach(second, False)
        self.assertEqual(self.learned(), before)

    def test_a_batch_under_way_teaches_nothing_yet(self) -> None:
        status, refused = self.teach(self.start()["id"], False)
        self.assertEqual((status, "still under way" in refused["message"]), (422, True))
