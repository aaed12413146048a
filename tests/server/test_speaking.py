"""The language a request is answered in, and the units of what is printed."""

import re
from io import BytesIO
from typing import Any

import pdfplumber

from tests.core.examples import bake_document
from tests.server.base import NOW, ApiCase


def texts(value: Any) -> list[str]:
    """Every text of an answer."""
    if isinstance(value, str):
        return [value]
    if isinstance(value, dict):
        return [t for one in value.values() for t in texts(one)]
    return [t for one in value for t in texts(one)] if isinstance(value, list) else []


class Language(ApiCase):
    def answer(self, accept: str) -> dict[str, Any]:
        body = {"bake": bake_document(dough_per_piece="5 kg"), "now": NOW.isoformat()}
        done = self.client.post(
            "/api/sheet", body, content_type="application/json", headers={"Accept-Language": accept}
        )
        self.assertEqual(done.status_code, 200)
        return done.json()

    def test_a_language_with_a_catalogue_is_spoken(self) -> None:
        problem = self.answer("en-XA,en;q=0.5")["problems"][0]["message"]
        self.assertTrue(problem[0].startswith("⟦"), problem)
        self.assertTrue(problem[-1].endswith("⟧"), problem)

    def test_any_other_is_answered_in_english(self) -> None:
        plain = self.answer("en-GB")["problems"][0]["message"]
        for accept in ("", "xx", "de-DE,de;q=0.9", "en_XA; q=", "../../etc", "*", "é" * 300):
            with self.subTest(accept=accept):
                self.assertEqual(
                    self.answer(accept.encode("ascii", "replace").decode())["problems"][0]["message"], plain
                )

    def test_the_next_request_is_not_spoken_to_in_the_last_ones_language(self) -> None:
        self.answer("en-XA")
        self.assertFalse(any("⟦" in text for text in texts(self.answer("en"))))

    def test_what_is_kept_is_kept_in_no_language(self) -> None:
        made = self.make_bake()
        for accept, marked in (("en-XA", True), ("en", False), ("en-XA", True)):
            done = self.client.post(
                "/api/sheet",
                {"bake": made["document"], "now": NOW.isoformat()},
                content_type="application/json",
                headers={"Accept-Language": accept},
            )
            self.assertEqual(any("⟦" in text for text in texts(done.json()["sheet"]["cautions"])), marked)


class Printed(ApiCase):
    def card(self, **how: str) -> str:
        made = self.make_bake(heat={"method": "oven", "temperature": "200 C"})
        done = self.client.get(f"/api/bakes/{made['id']}/card", {"now": NOW.isoformat(), **how})
        self.assertEqual(done.status_code, 200)
        with pdfplumber.open(BytesIO(done.content)) as pdf:
            return " ".join(page.extract_text() for page in pdf.pages)

    def test_a_card_is_in_metric_units_unless_us_ones_are_asked_for(self) -> None:
        metric, us = self.card(), self.card(units="us", paper="letter")
        self.assertIn("200 °C", metric)
        self.assertNotIn("°F", metric)
        self.assertIn("392 °F", us)
        self.assertEqual(re.findall(r"\d\s?(?:°C|g|mm|cm|ml)(?![\w°])", us), [])

    def test_other_units_are_refused_with_what_can_be_asked(self) -> None:
        made = self.make_bake()
        status, said = self.call("GET", f"/bakes/{made['id']}/card?units=stone")
        self.assertEqual(status, 422)
        self.assertIn("units", str(said))
