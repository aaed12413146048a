"""Bodies nobody meant to send: whatever a client makes of a good one, the answer is a sentence and never a crash."""

import copy
import json
from typing import Any

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase as DrawnCase

from bakes.models import BakeVersion
from batches.models import Observation
from tests.core.examples import bake_document, places
from tests.server.base import NOW, ApiCase

JUNK = (
    st.none()
    | st.booleans()
    | st.integers(-(10**12), 10**12)
    | st.floats(allow_nan=False, allow_infinity=False)
    | st.text(max_size=12)
    | st.sampled_from(("\x00", "\ud800"))
    | st.just([])
    | st.just({"use": "water"})
)
SOME = settings(max_examples=60, suppress_health_check=[HealthCheck.too_slow])


def with_junk(document: Any, path: tuple[str | int, ...], junk: Any) -> Any:
    """The document with one place overwritten."""
    changed = copy.deepcopy(document)
    place = changed
    for step in path[:-1]:
        place = place[step]
    place[path[-1]] = junk
    return changed


def as_numbers(document: Any) -> Any:
    """The document with every number a float: past 2 ** 53 JSON does not say which of the two it is."""
    return json.loads(json.dumps(document), parse_int=float)


DOCUMENT = bake_document()


class AnyBody(ApiCase, DrawnCase):
    def assert_sentences(self, status: int, reply: Any) -> None:
        """Worked, or refused with a sentence that names its place."""
        self.assertIn(status, (200, 201, 422), reply)
        if status == 422:
            self.assertTrue(reply["message"].strip())
        for problem in reply.get("problems", []):
            self.assertTrue(problem["message"].strip())
            self.assertNotIn("Traceback", problem["message"])

    @given(st.sampled_from(list(places(DOCUMENT))), JUNK)
    @SOME
    def test_a_draft_with_anything_anywhere_is_worked_or_answered(self, path: Any, junk: Any) -> None:
        body = {"bake": with_junk(DOCUMENT, path, junk), "now": NOW.isoformat()}
        status, reply = self.call("POST", "/sheet", body)
        self.assert_sentences(status, reply)
        if status == 200:
            self.assertTrue(reply["sheet"] or reply["problems"], path)

    @given(st.sampled_from(list(places(DOCUMENT))), JUNK)
    @SOME
    def test_what_is_kept_comes_back_as_it_was_sent(self, path: Any, junk: Any) -> None:
        sent = with_junk(DOCUMENT, path, junk)
        before = BakeVersion.objects.count()
        status, reply = self.call("POST", "/bakes", {"document": sent})
        self.assert_sentences(status, reply)
        if status == 201:
            kept = self.call("GET", f"/bakes/{reply['id']}")[1]["document"]
            self.assertEqual(as_numbers(kept), as_numbers(sent))
        else:
            self.assertEqual(BakeVersion.objects.count(), before)

    @given(st.sampled_from(("client_id", "kind", "stage", "at", "value")), JUNK)
    @SOME
    def test_a_mark_with_anything_in_it_is_kept_or_answered(self, field: str, junk: Any) -> None:
        batch = self.start()
        mark = {"client_id": "11111111-1111-4111-8111-111111111111", "kind": "risen", "stage": "rise"}
        mark |= {"at": NOW.isoformat(), "value": 0.4, field: junk}
        before = Observation.objects.count()
        status, reply = self.call(
            "POST", f"/batches/{batch['id']}/observations", {"observations": [mark], "now": NOW.isoformat()}
        )
        self.assert_sentences(status, reply)
        self.assertEqual(Observation.objects.count() - before, int(status != 422))
