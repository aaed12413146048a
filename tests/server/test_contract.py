"""The contract: who may do what, one shape of refusal, and generated files that are not stale."""

import json
import re
import subprocess
import uuid
from dataclasses import dataclass
from datetime import datetime, timedelta
from functools import cache
from typing import Any

from django.test import Client, SimpleTestCase
from ninja import Schema
from pydantic import TypeAdapter

from devices import services as devices
from gateway.contract import FiniteRenderer, Strict
from gateway.known_as import KNOWN_AS, keep_names, leave_out
from project.api import api
from scripts.export_schema import texts
from tests.core.examples import ROOT, bake_document, kitchen_document
from tests.server.base import NOW, ApiCase

# operation: open to anyone, and what another household's person is answered
PERMISSIONS: dict[str, tuple[bool, int | None]] = {
    "who_am_i": (True, None),
    "sign_in": (True, None),
    "open_demo": (True, None),
    "sign_out": (False, None),
    "list_kitchens": (False, None),
    "change_kitchen": (False, 404),
    "list_pantry": (False, None),
    "work_sheet": (False, 404),
    "read_recipe": (False, 404),
    "export_recipe": (False, 404),
    "write_recipe": (False, 404),
    "list_bakes": (False, None),
    "create_bake": (False, None),
    "read_bake": (False, 404),
    "read_bake_version": (False, 404),
    "save_bake": (False, 404),
    "delete_bake": (False, 404),
    "list_batches": (False, None),
    "start_batch": (False, 404),
    "read_batch": (False, 404),
    "batch_news": (False, 404),
    "begun_batch": (False, 404),
    "batch_replies": (False, 404),
    "batch_mishaps": (False, 404),
    "batch_get_out": (False, 404),
    "observe": (False, 404),
    "finish_batch": (False, 404),
    "let_teach": (False, 404),
    "where_from": (False, 404),
    "batch_options": (False, 404),
    "rise_options": (False, 404),
    "list_spots": (False, None),
    "read_room_day": (False, None),
    "send_readings": (False, 401),
    "list_devices": (False, None),
    "add_device": (False, 404),
    "remove_device": (False, 404),
    "heat_choices": (False, None),
    "list_closings": (False, None),
    "list_step_kinds": (False, None),
    "list_usual_doughs": (False, None),
    "take_part": (False, 404),
    "solve_wrapper": (False, 404),
    "print_wrapper": (False, 404),
    "heat_answers": (False, 404),
    "keeping": (False, 404),
    "get_out": (False, 404),
    "print_card": (False, 404),
    "print_recipe": (False, 404),
    "read_scales": (False, None),
    "play_stand_in": (False, 404),
    "fetch_plays": (False, 401),
    "ask_question": (False, None),
    "answer_question": (False, None),
    "training_scores": (False, None),
    "list_days": (False, None),
    "create_day": (False, None),
    "beside_day": (False, None),
    "read_day": (False, 404),
    "save_day": (False, 404),
    "delete_day": (False, 404),
    "split_day": (False, 404),
    "start_dish": (False, 404),
    "think_again": (False, 404),
    "make_calendar": (False, 404),
    "revoke_calendar": (False, 404),
    "day_calendar": (False, 404),
    "print_day": (False, 404),
    "subscribed_calendar": (True, None),
}


# What is asked of a batch needs an hour.
TIMED = (
    "read_batch",
    "begun_batch",
    "batch_options",
    "batch_replies",
    "batch_mishaps",
    "batch_get_out",
    "read_day",
    "revoke_calendar",
)
STARTED = str(uuid.UUID(int=7))


@cache
def published() -> dict[str, Any]:
    """The contract, drawn up once: that takes seconds."""
    return dict(api.get_openapi_schema())


@cache
def operations() -> dict[str, tuple[str, str]]:
    """Operation id to verb and path, as published."""
    schema = published()
    return {
        op["operationId"]: (verb.upper(), path) for path, verbs in schema["paths"].items() for verb, op in verbs.items()
    }


@dataclass(frozen=True)
class Lid:
    """A lid. fits_over: what it covers, mm."""

    fits_over: float
    inner: list[int]


@dataclass(frozen=True)
class Pot:
    """A pot. holds: l; across: cm."""

    holds: float
    across: float


# What stands in the files a cook keeps goes with them, whether a page shows it or not; a day's table is one.
FILES = {"Kitchen", "LearnedOven", "LearnedPace", "LearnedVigour", "Steamer", "Claims", "Sponge", "Lot"} | {
    # What a kitchen has learned, as the page shows it in words.
    "OvenTruth",
    "Pace",
    "Vigour",
}


class NamesClientsKnow(ApiCase):
    def test_a_field_renamed_in_the_core_is_sent_and_described_as_before(self) -> None:
        keep_names({Lid: {"fits_over": "across"}})
        adapter = TypeAdapter(list[Lid])
        self.assertEqual(json.loads(adapter.dump_json([Lid(80.0, [1])], by_alias=True)), [{"across": 80, "inner": [1]}])
        described = adapter.json_schema(mode="serialization", by_alias=True)["$defs"]["Lid"]
        self.assertEqual(set(described["properties"]), {"across", "inner"})
        self.assertEqual(described["description"], "A lid. across: what it covers, mm.")

    def test_a_field_left_out_is_neither_sent_nor_described(self) -> None:
        leave_out({Pot: ["holds"]})
        adapter = TypeAdapter(Pot)
        self.assertEqual(json.loads(adapter.dump_json(Pot(2.0, 20.0))), {"across": 20})
        self.assertEqual(set(adapter.json_schema(mode="serialization")["properties"]), {"across"})
        with self.assertRaisesRegex(ValueError, "Pot"):
            leave_out({Pot: ["rim"]})

    def test_nothing_is_sent_that_no_page_reads(self) -> None:
        """By its name alone: one that another thing has too counts as read."""
        pages = [p for p in (ROOT / "web" / "src").rglob("*.ts*") if p.name != "schema.d.ts" and ".test." not in p.name]
        read = set(re.findall(r"\w+", "\n".join(page.read_text(encoding="utf-8") for page in pages)))
        unread = {
            f"{name}.{field}"
            for name, schema in published()["components"]["schemas"].items()
            for field in schema.get("properties", {})
            if field not in read and name not in FILES
        }
        self.assertEqual(unread, set())

    def test_a_name_that_is_not_there_or_is_taken_is_refused(self) -> None:
        for names in ({"fits_under": "below"}, {"inner": "fits_over"}):
            with self.subTest(names=names), self.assertRaisesRegex(ValueError, "Lid"):
                keep_names({Lid: names})

    def test_every_name_kept_is_in_the_contract_and_the_one_in_the_core_is_not(self) -> None:
        schemas = published()["components"]["schemas"]
        for kind, names in KNOWN_AS.items():
            properties = schemas[kind.__name__]["properties"]
            with self.subTest(kind=kind.__name__):
                self.assertLessEqual(set(names.values()), set(properties))
                self.assertFalse(names.keys() & properties.keys())

    def test_an_answer_has_them_too(self) -> None:
        rises_twice = bake_document(rise={"to": 2.0, "again_to": 1.4}, heat={"from": "fridge"})
        status, answer = self.call("POST", "/sheet", {"bake": rises_twice, "now": NOW.isoformat()})
        self.assertEqual((status, answer["problems"]), (200, []))
        self.assertIsNotNone(answer["sheet"]["again"])
        self.assertEqual(answer["sheet"]["heat"]["came"], "fridge")
        self.assertNotIn("second_rise", answer["sheet"])


class Permissions(ApiCase):
    def test_every_operation_is_in_the_table(self) -> None:
        self.assertEqual(set(operations()), set(PERMISSIONS))

    def test_strangers_are_turned_away_from_all_but_the_door(self) -> None:
        for name, (verb, path) in operations().items():
            if PERMISSIONS[name][0]:
                continue
            with self.subTest(operation=name):
                status, body = self.call(
                    verb,
                    path.removeprefix("/api").format(
                        kitchen_id=1, bake_id=1, batch_id=1, day_id=1, number=1, device_id=1, client_id=uuid.UUID(int=1)
                    ),
                    {},
                    Client(),
                )
                self.assertEqual(status, 401)
                self.assertIn("sign in", body["message"])

    def test_another_households_things_look_as_if_they_were_not_there(self) -> None:
        batch = self.start(client_id=STARTED)
        kitchen_id = self.call("GET", "/kitchens")[1][0]["id"]
        now = NOW.isoformat()
        device, _ = devices.add(self.home, None, "room_thermometer", "shelf")
        on_it = {"format": "airycrumb-day", "version": 1, "eat_at": now, "dishes": [{"bake": batch["bake_id"]}]}
        day = self.call("POST", "/days", {"document": on_it, "now": now})[1]
        bodies: dict[str, Any] = {
            "save_day": {"base": 1, "document": on_it, "now": now},
            "split_day": {"now": now},
            "start_dish": {"dish": 0, "now": now},
            "think_again": {"now": now},
            "make_calendar": {"now": now},
            "change_kitchen": {"revision": 1, "document": kitchen_document()},
            "work_sheet": {"bake": bake_document(), "kitchen_id": kitchen_id, "now": now},
            "export_recipe": {"bake": bake_document(), "kitchen_id": kitchen_id, "now": now},
            "write_recipe": {"bake": bake_document(), "kitchen_id": kitchen_id, "now": now},
            "read_recipe": {"text": "500 g flour", "kitchen_id": kitchen_id},
            "save_bake": {"base": 1, "document": bake_document()},
            "start_batch": {"now": now},
            "observe": {"observations": [], "now": now},
            "finish_batch": {"outcome": {"verdict": "good", "troubles": []}, "now": now},
            "let_teach": {"teaches": False, "now": now},
            "rise_options": {"bake": bake_document(), "kitchen_id": kitchen_id, "now": now, "late_min": 10},
            "where_from": {"bake": bake_document(), "kitchen_id": kitchen_id, "now": now, "figure": "rise"},
            "solve_wrapper": {"bake": bake_document(), "kitchen_id": kitchen_id, "now": now, "by": "fits", "value": 4},
            "heat_answers": {"bake": bake_document(), "kitchen_id": kitchen_id, "now": now},
            "keeping": {"bake": bake_document(), "kitchen_id": kitchen_id, "now": now},
            "get_out": {"bake": bake_document(), "kitchen_id": kitchen_id, "now": now},
            "take_part": {"bake": bake_document(), "now": now, "part": "filling", "other": batch["bake_id"]},
            "play_stand_in": {"do": "tare"},
            "add_device": {"kind": "room_thermometer", "name": "x", "kitchen_id": kitchen_id},
        }
        for name, (_, answer) in PERMISSIONS.items():
            if answer is None:
                continue
            verb, path = operations()[name]
            place = path.removeprefix("/api").format(
                kitchen_id=kitchen_id,
                bake_id=batch["bake_id"],
                batch_id=batch["id"],
                number=1,
                device_id=device.pk,
                day_id=day["id"],
                client_id=STARTED,
            )
            query = "?now=2026-11-25T12:00:00Z" if name in TIMED else ""
            query += "&stage=rise" if name == "batch_replies" else ""
            with self.subTest(operation=name):
                self.assertEqual(self.call(verb, place + query, bodies.get(name, {}), self.other)[0], answer)
        self.assertEqual(self.call("GET", "/bakes", client=self.other)[1], [])
        self.assertEqual(self.call("GET", "/batches", client=self.other)[1], [])


class Shape(SimpleTestCase):
    def test_every_operation_says_how_it_refuses(self) -> None:
        schema = published()
        for path, verbs in schema["paths"].items():
            for verb, op in verbs.items():
                with self.subTest(operation=op["operationId"]):
                    refusals = {code: r for code, r in op["responses"].items() if int(code) >= 400}
                    self.assertTrue(refusals or op["operationId"] == "who_am_i", (path, verb))
                    for answer in refusals.values():
                        self.assertTrue(answer["content"]["application/json"]["schema"]["$ref"].endswith("/Failure"))

    def test_operation_ids_are_one_each(self) -> None:
        schema = published()
        ids = [op["operationId"] for verbs in schema["paths"].values() for op in verbs.values()]
        self.assertEqual(len(ids), len(set(ids)))

    def test_every_schema_refuses_what_it_does_not_know(self) -> None:
        def below(kind: type) -> list[type]:
            return [k for c in kind.__subclasses__() for k in (c, *below(c))]

        ours = [
            k
            for k in below(Schema)
            if k.__module__.split(".")[0]
            in ("accounts", "kitchens", "bakes", "batches", "days", "devices", "trainer", "project")
        ]
        self.assertGreater(len(ours), 10)
        for kind in ours:
            self.assertTrue(issubclass(kind, Strict), kind)

    def test_a_nan_in_an_answer_fails_loudly(self) -> None:
        with self.assertRaises(ValueError):
            FiniteRenderer().render(None, {"x": float("nan")}, response_status=200)  # type: ignore[arg-type]

    def test_a_name_that_reads_like_no_number_is_a_name_and_a_moment_is_told_as_rfc_3339_has_it(self) -> None:
        answer = {"name": "one:NaN", "at": NOW, "half": 0.5, "none": None}
        text = FiniteRenderer().render(None, answer, response_status=200)  # type: ignore[arg-type]
        self.assertEqual(json.loads(text)["name"], "one:NaN")
        text = FiniteRenderer().render(None, {**answer, "name": "pão"}, response_status=200)  # type: ignore[arg-type]
        told = json.loads(text)
        self.assertEqual((told["name"], told["half"], told["none"]), ("pão", 0.5, None))
        self.assertRegex(told["at"], r"^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(Z|[+-]\d\d:\d\d)$")
        self.assertEqual(datetime.fromisoformat(told["at"]), datetime.fromisoformat(str(NOW)))


class Generated(SimpleTestCase):
    def test_the_published_schemas_are_not_stale(self) -> None:
        for path, text in texts().items():
            self.assertEqual(
                json.loads(path.read_text(encoding="utf-8")), json.loads(text), f"{path.name} is stale: run make schema"
            )

    def test_the_front_ends_client_is_not_stale(self) -> None:
        made = subprocess.run(
            ["npx", "--no-install", "openapi-typescript", "../server/openapi.json"],
            cwd=ROOT / "web",
            capture_output=True,
            text=True,
            timeout=60,
        )
        kept = (ROOT / "web" / "src" / "api" / "schema.d.ts").read_text(encoding="utf-8")
        self.assertIn("export interface paths", made.stdout)
        self.assertEqual(made.stdout.strip(), kept.strip(), "schema.d.ts is stale: run make schema")


class Answers(ApiCase):
    def test_a_time_in_another_zone_is_the_same_moment(self) -> None:
        here = self.call("POST", "/sheet", {"bake": bake_document(plan={"eat_at": None}), "now": NOW.isoformat()})[1]
        there = self.call(
            "POST",
            "/sheet",
            {
                "bake": bake_document(plan={"eat_at": None}),
                "now": (NOW + timedelta(hours=2)).isoformat().replace("+00:00", "+02:00"),
            },
        )[1]
        lasts = [
            datetime.fromisoformat(told["sheet"]["day"]["eat"]) - datetime.fromisoformat(told["sheet"]["day"]["start"])
            for told in (here, there)
        ]
        self.assertEqual(*lasts)
        self.assertTrue(there["sheet"]["day"]["start"].endswith("+02:00"))
