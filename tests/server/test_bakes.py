"""Working drafts and keeping bakes."""

import json
import uuid
from typing import Any

from tests.core.examples import bake_document
from tests.server.base import NOW, ApiCase


class LinkedData(ApiCase):
    def test_a_bake_goes_out_as_linked_data_and_comes_back_as_the_same_dough(self) -> None:
        made = self.make_bake()
        status, linked = self.call("POST", "/recipe/linked", {"bake": made["document"], "now": NOW.isoformat()})
        self.assertEqual((status, linked["@type"]), (200, "Recipe"))
        self.assertIn(made["document"]["name"], linked["name"])
        page = f'<script type="application/ld+json">{json.dumps(linked)}</script>'
        status, read = self.call("POST", "/recipe", {"text": page})
        self.assertEqual(status, 200)
        lines = {line["use"]: line for line in made["document"]["dough"]["ingredients"]}
        back = {line["use"] for line in read["bake"]["dough"]["ingredients"]}
        self.assertLessEqual(set(lines), back)


class Working(ApiCase):
    def work(self, bake: Any) -> Any:
        status, reply = self.call("POST", "/sheet", {"bake": bake, "now": NOW.isoformat()})
        self.assertEqual(status, 200, reply)
        return reply

    def test_a_draft_is_worked_and_nothing_is_kept(self) -> None:
        reply = self.work(bake_document())
        self.assertEqual(reply["problems"], [])
        self.assertEqual(reply["sheet"]["scaled"]["pieces"], 12)
        self.assertEqual(self.call("GET", "/bakes")[1], [])

    def test_what_cannot_be_worked_comes_back_with_sentences(self) -> None:
        for changes, place in (
            ({"dough_per_piece": "5 kg"}, "dough_per_piece"),
            ({"pieces": None}, "pieces"),
            ({"colour": 1}, "colour"),
            ({"plan": {"eat_at": "tea"}}, "plan.eat_at"),
        ):
            with self.subTest(place=place):
                reply = self.work(bake_document(**changes))
                self.assertIsNone(reply["sheet"])
                self.assertEqual([p["where"] for p in reply["problems"]], [place])
                self.assertTrue(reply["problems"][0]["message"])

    def test_numbers_that_are_none_never_reach_the_core(self) -> None:
        for bad in ("NaN", "1e400", "-Infinity"):
            raw = f'{{"bake": {{"pieces": {bad}}}, "now": "{NOW.isoformat()}"}}'
            status, body = self.call("POST", "/sheet", raw)
            self.assertEqual(status, 422)
            self.assertIn("not a number", body["message"])

    def test_a_body_that_is_no_json_an_unknown_field_and_a_time_without_a_zone(self) -> None:
        self.assertEqual(self.call("POST", "/sheet", "{")[0], 422)
        self.assertEqual(self.call("POST", "/sheet", {"bake": {}, "now": NOW.isoformat(), "colour": 1})[0], 422)
        self.assertEqual(self.call("POST", "/sheet", {"bake": {}, "now": "2026-11-25T12:00"})[0], 422)


class Keeping(ApiCase):
    def test_every_save_is_a_version_and_old_ones_stay(self) -> None:
        made = self.make_bake()
        second = bake_document(pieces=9)
        status, saved = self.call("PUT", f"/bakes/{made['id']}", {"base": 1, "document": second})
        self.assertEqual((status, saved["version"]), (200, 2))
        self.assertEqual(self.call("GET", f"/bakes/{made['id']}")[1]["document"]["pieces"], 9)
        self.assertEqual(self.call("GET", f"/bakes/{made['id']}/versions/1")[1]["document"]["pieces"], 12)

    def test_saving_the_same_again_adds_nothing(self) -> None:
        made = self.make_bake()
        self.assertEqual(
            self.call("PUT", f"/bakes/{made['id']}", {"base": 1, "document": bake_document()})[1]["version"], 1
        )

    def test_a_save_over_someone_elses_is_refused_and_theirs_stays(self) -> None:
        made = self.make_bake()
        self.call("PUT", f"/bakes/{made['id']}", {"base": 1, "document": bake_document(pieces=9)})
        status, body = self.call("PUT", f"/bakes/{made['id']}", {"base": 1, "document": bake_document(pieces=7)})
        self.assertEqual(status, 409)
        self.assertIn("another window", body["message"])
        self.assertEqual(self.call("GET", f"/bakes/{made['id']}")[1]["document"]["pieces"], 9)

    def test_a_save_sent_again_is_answered_with_the_version_it_made_whatever_was_saved_since(self) -> None:
        made = self.make_bake()
        mine = {"client_id": str(uuid.uuid4()), "base": 1, "document": bake_document(pieces=9)}
        self.assertEqual(self.call("PUT", f"/bakes/{made['id']}", mine)[1]["version"], 2)
        self.call("PUT", f"/bakes/{made['id']}", {"base": 2, "document": bake_document(pieces=7)})
        status, again = self.call("PUT", f"/bakes/{made['id']}", mine)
        self.assertEqual((status, again["version"], again["head"]), (200, 2, 3))
        self.assertEqual(again["document"]["pieces"], 9)

    def test_a_refused_save_may_be_sent_again_under_its_id_and_another_households_id_is_its_own(self) -> None:
        made = self.make_bake()
        self.call("PUT", f"/bakes/{made['id']}", {"base": 1, "document": bake_document(pieces=9)})
        late = {"client_id": str(uuid.uuid4()), "base": 1, "document": bake_document(pieces=7)}
        self.assertEqual(self.call("PUT", f"/bakes/{made['id']}", late)[0], 409)
        self.assertEqual(self.call("PUT", f"/bakes/{made['id']}", {**late, "base": 2})[1]["version"], 3)
        new = {"client_id": late["client_id"], "document": bake_document()}
        self.assertEqual(self.call("POST", "/bakes", new, self.other)[0], 201)

    def test_an_id_of_one_kind_never_opens_another_households_row_of_another_kind(self) -> None:
        theirs = self.call("POST", "/bakes", {"document": bake_document(name="theirs")}, self.other)[1]
        made = self.make_bake()
        for _ in range(3):
            sent = {"client_id": str(uuid.uuid4()), "now": NOW.isoformat()}
            self.assertEqual(self.call("POST", f"/bakes/{made['id']}/batches", sent)[0], 201)
            save = {"client_id": sent["client_id"], "base": 1, "document": bake_document()}
            status, answer = self.call("PUT", f"/bakes/{made['id']}", save)
            self.assertEqual((status, answer["id"]), (200, made["id"]))
            self.assertNotEqual(answer["document"]["name"], theirs["document"]["name"])

    def test_what_is_typed_wrong_is_kept_but_what_is_no_bake_is_not(self) -> None:
        made = self.make_bake(dough_per_piece="5 kg")
        self.assertEqual(made["document"]["dough_per_piece"], "5 kg")
        status, body = self.call("POST", "/bakes", {"document": {**bake_document(), "colour": "red"}})
        self.assertEqual(status, 422)
        self.assertIn("Unknown field “colour”", body["message"])

    def test_a_bake_put_away_is_gone_from_the_list_but_not_from_its_batches(self) -> None:
        batch = self.start()
        self.assertEqual(self.call("DELETE", f"/bakes/{batch['bake_id']}")[0], 204)
        self.assertEqual(self.call("GET", "/bakes")[1], [])
        self.assertEqual(self.call("GET", f"/bakes/{batch['bake_id']}")[0], 404)
        self.assertEqual(self.call("GET", "/batches")[1][0]["name"], "Beetroot and walnut buns")

    def test_the_last_changed_comes_first(self) -> None:
        first, second = self.make_bake(name="first"), self.make_bake(name="second")
        self.assertEqual([b["name"] for b in self.call("GET", "/bakes")[1]], ["second", "first"])
        self.call("PUT", f"/bakes/{first['id']}", {"base": 1, "document": bake_document(name="first", pieces=3)})
        self.assertEqual([b["name"] for b in self.call("GET", "/bakes")[1]], ["first", "second"])
        self.assertNotEqual(first["id"], second["id"])


class Kitchens(ApiCase):
    def test_a_kitchen_is_changed_with_its_revision(self) -> None:
        kitchen = self.call("GET", "/kitchens")[1][0]
        warmer = {**kitchen["document"], "room": "24 C"}
        path = f"/kitchens/{kitchen['id']}"
        self.assertEqual(self.call("PUT", path, {"revision": 1, "document": warmer})[1]["revision"], 2)
        self.assertEqual(self.call("PUT", path, {"revision": 1, "document": warmer})[0], 409)
        self.assertEqual(self.call("PUT", path, {"revision": 2, "document": {**warmer, "room": "90 C"}})[0], 422)

    def test_the_pantry_lists_what_is_in_it(self) -> None:
        items = self.call("GET", "/pantry")[1]
        self.assertGreater(len(items), 40)
        self.assertIn("wheat", next(i for i in items if i["key"] == "bread flour")["allergens"])
