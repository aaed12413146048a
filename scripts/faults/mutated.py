"""Requests nobody meant to send, drawn from the contract and from good ones spoilt: none is answered with a fault."""

import contextlib
import copy
import random
from collections import Counter
from datetime import UTC, datetime
from typing import Any

import requests
import schemathesis
from hypothesis import HealthCheck, Phase, given, seed, settings
from hypothesis.errors import Unsatisfiable
from schemathesis import GenerationMode
from schemathesis.core.result import Ok

from scripts.faults.site import PATIENCE_S, Site
from scripts.serving import ROOT
from tests.core.examples import places

# Dates, units and numbers that have ended notebooks: slips of a clock, of a unit, of a hand.
NASTY: tuple[Any, ...] = (
    "0001-01-01T00:00:00Z",
    "9999-12-31T23:59:59+14:00",
    "2026-11-25T12:00:00+23:59",
    "2026-02-30T12:00:00Z",
    "4 kg",
    "4000 kg",
    "1e308 g",
    "-0 g",
    "0 g",
    "½ g",
    "1,000,000 °F",
    "-459.68 F",
    "24:00",
    "8:5",
    "",
    " ",
    "\x00",
    "‮",
    "ﷺ" * 40,
    "x" * 100_000,
    0,
    -1,
    1e-320,
    1.7e308,
    2**63,
    2**53 + 1,
    None,
    True,
    [],
    {},
    [[[[[[]]]]]],
    {"use": "water"},
)


def _spoilt(body: Any, chance: random.Random) -> Any:
    """A good body with one to three places overwritten, dropped or doubled."""
    changed: Any = copy.deepcopy(body)
    for _ in range(chance.randint(1, 3)):
        path = chance.choice(list(places(changed)) or [()])
        if not path:
            return chance.choice(NASTY)
        place: Any = changed
        for step in path[:-1]:
            place = place[step]
        how = chance.random()
        if how < 0.75:
            place[path[-1]] = copy.deepcopy(chance.choice(NASTY))
        elif how < 0.9:
            del place[path[-1]]
        elif isinstance(place, list) and isinstance(path[-1], int):
            place.append(copy.deepcopy(place[path[-1]]))
        elif isinstance(place, dict):
            place[f"{path[-1]}_"] = place[path[-1]]
    return changed


def _good(session: requests.Session, base: str) -> list[tuple[str, str, Any]]:
    """Calls that are right, to be spoilt."""
    now, read = datetime.now(UTC).isoformat(), lambda path: session.get(base + path, timeout=PATIENCE_S).json()
    bakes = [read(f"/api/bakes/{b['id']}") for b in read("/api/bakes")]
    batch = next(b for b in read("/api/batches") if not b["finished"])
    kitchen = read("/api/kitchens")[0]
    mark = {"client_id": "0" * 32, "kind": "risen", "stage": "rise", "at": now, "value": 0.3}
    outcome = {"verdict": "good", "troubles": ["pale"], "note": "as it was"}
    calls: list[tuple[str, str, Any]] = [
        ("POST", f"/api/batches/{batch['id']}/observations", {"observations": [mark], "now": now}),
        ("POST", f"/api/batches/{batch['id']}/finish", {"outcome": outcome, "observations": [mark], "now": now}),
        ("PUT", f"/api/kitchens/{kitchen['id']}", {"revision": kitchen["revision"], "document": kitchen["document"]}),
        ("POST", "/api/recipe", {"text": "Dough\n500 g flour\n300 g water\n7 g yeast\n", "corrections": []}),
        ("POST", "/api/room-day", {"text": "time,temperature\n2026-11-24 06:10,15.5\n2026-11-24 14:00,22\n"}),
    ]
    for bake in bakes:
        document = bake["document"]
        calls += [
            ("POST", "/api/sheet", {"bake": document, "kitchen_id": None, "now": now}),
            ("PUT", f"/api/bakes/{bake['id']}", {"base": bake["version"], "document": document}),
            ("POST", f"/api/bakes/{bake['id']}/batches", {"version": None, "kitchen_id": None, "now": now}),
            ("POST", "/api/wrap/solve", {"bake": document, "now": now, "group": 0, "by": "across", "value": 120}),
            ("POST", "/api/heat/answers", {"bake": document, "now": now, "heat": 0}),
            ("POST", "/api/heat/keeping", {"bake": document, "now": now}),
            ("POST", "/api/rise/options", {"bake": document, "now": now, "late_min": 30}),
        ]
    return calls


def spoilt(site: Site, calls: int, told: Counter[int], faults: list[str], chance_seed: int = 20_261_126) -> None:
    """Good calls with something wrong in them, every twentieth without a session."""
    chance, session, stranger = random.Random(chance_seed), site.session(), requests.Session()
    good = _good(session, site.base)
    for i in range(calls):
        method, path, body = chance.choice(good)
        sent = _spoilt(body, chance)
        who = stranger if i % 20 == 0 else session
        answer = who.request(method, site.base + path, json=sent, timeout=PATIENCE_S)
        _count(answer, f"{method} {path} {str(sent)[:300]}", told, faults)


def from_the_contract(site: Site, calls: int, told: Counter[int], faults: list[str]) -> None:
    """Calls of every operation as the contract draws them, as it allows and as it forbids, with and without session."""
    schema = schemathesis.openapi.from_path(ROOT / "server" / "openapi.json")
    # Who calls is ours to say: a session drawn at random is a stranger's.
    schema.config.generation.update(with_security_parameters=False)
    operations = [found.ok() for found in schema.get_all_operations() if isinstance(found, Ok)]
    # Signing out would leave the rest of them at the door.
    operations = [o for o in operations if o.definition.raw.get("operationId") != "sign_out"]
    each = max(1, calls // (2 * len(operations)))
    session, stranger = site.session(), requests.Session()
    for operation in operations:
        for mode in (GenerationMode.POSITIVE, GenerationMode.NEGATIVE):

            @seed(20_261_126)
            @settings(
                max_examples=each,
                deadline=None,
                database=None,
                phases=[Phase.generate],
                suppress_health_check=list(HealthCheck),
            )
            @given(case=operation.as_strategy(generation_mode=mode))
            def call(case: Any) -> None:
                who = stranger if sum(told.values()) % 20 == 0 else session
                token = {"X-CSRFToken": str(who.headers.get("X-CSRFToken", ""))}
                answer = case.call(base_url=site.base, headers=token, cookies=dict(who.cookies), timeout=PATIENCE_S)
                _count(answer, f"{case.method} {case.formatted_path} {str(case.body)[:300]}", told, faults)

            # An operation without a parameter or a body has nothing that could be wrong.
            with contextlib.suppress(Unsatisfiable):
                call()


def _count(answer: Any, what: str, told: Counter[int], faults: list[str]) -> None:
    told[answer.status_code] += 1
    if answer.status_code >= 500:
        faults.append(f"{answer.status_code} to {what}: {answer.text[:200]}")
