"""The red door of Hands, at the size of a phone: what to do now comes first, and what is given up calls no more."""

import re
from datetime import timedelta
from typing import Any

from django.utils import timezone
from playwright.sync_api import Locator, expect

from batches.models import Batch
from tests.browser.begun import Begun
from tests.browser.line import Line

# Mishap, bake, minutes since each stage ended; what must be read, what is pressed, a number typed, marks that come.
RISING = {"started": 90, "weigh": 70}
WRAPPING = {"started": 200, "weigh": 180, "rise": 40, "divide": 20}
PROOFING = {"started": 230, "weigh": 210, "rise": 70, "divide": 50, "wrap": 12}
BAKING = {"started": 260, "weigh": 240, "rise": 110, "divide": 90, "wrap": 55, "proof": 9}
TEN: list[tuple[str, str, dict[str, float], str, str, str, dict[str, Any]]] = [
    ("It does not rise", "Beetroot", RISING, "ready between", "It gets more time", "", {"mishap": None}),
    ("Something was left out", "Hake", RISING, "Yeast:", "The yeast is in", "", {"done": None}),
    ("Part of it is lost", "Beetroot", RISING, "Weigh the dough", "It still weighs", "640", {"dough_weight": 640}),
    ("It must wait", "Beetroot", RISING, "into the fridge", "It is in the fridge", "", {"moved": None}),
    ("A seam or a skin tore", "Beetroot", WRAPPING, "pinch it shut", "Noted", "", {"mishap": None}),
    ("Part of it is lost", "Beetroot", WRAPPING, "those that are left", "So much is left", "9", {"pieces": 9}),
    ("The oven or the hob", "Hake", PROOFING, "wait in the fridge", "Another heat", "", {"mishap": None}),
    ("They leak", "Kale", BAKING, "Leave them", "So many of them", "2", {"mishap": 2}),
    ("Smoke or fire", "Kale", BAKING, "Never water", "It is out", "", {"mishap": None}),
    ("Raw in the middle", "Kale", BAKING, "Back into the heat", "So much longer", "6", {"heat_for": None}),
]


class AtAPhone(Begun):
    def setUp(self) -> None:
        super().setUp()
        self.line = Line(self.server)
        self.addCleanup(self.line.stop)

    def hand(self, batch: Batch, keeps: bool = False) -> None:
        self.context = self.fresh_context(keeps=keeps, at=self.line.address)
        self.page = self.context.new_page()
        self.page.set_viewport_size({"width": 390, "height": 844})
        self.page.goto(f"{self.line.address}/hands/{batch.pk}")
        self.page.get_by_role("timer").wait_for()

    def door(self, mishap: str) -> Locator:
        """What to do about it."""
        self.page.get_by_role("button", name="trouble", exact=True).click()
        self.page.get_by_role("dialog").get_by_role("button", name=re.compile(f"^{mishap}")).click()
        return self.page.get_by_role("dialog", name=re.compile(f"^{mishap}"))

    def test_ten_mishaps_say_what_to_do_and_are_noted(self) -> None:
        for mishap, bake, ago, words, press, typed, marks in TEN:
            with self.subTest(mishap=mishap, step=len(ago)):
                batch = self.begun(bake, **dict(ago))
                self.hand(batch)
                answer = self.door(mishap)
                expect(answer).to_contain_text(words)
                answer.get_by_role("button", name=re.compile(f"^{press}")).click()
                if typed:
                    answer.get_by_role("textbox").fill(typed)
                    answer.get_by_role("button", name="Note it").click()
                expect(answer).to_have_count(0)
                for kind, value in marks.items():
                    mark = self.came(batch, kind)
                    if value is not None:
                        self.assertEqual(mark.value, value)
                self.assertTrue(batch.observations.filter(kind="mishap").exists())
                self.context.close()

    def came(self, batch: Batch, kind: str) -> Any:
        """The newest mark of a kind made since the batch was laid out, once the server has it."""
        since = timezone.now() - timedelta(minutes=2)
        for _ in range(200):
            found = batch.observations.filter(kind=kind, at__gte=since).last()
            if found is not None:
                return found
            self.page.wait_for_timeout(100)
        raise AssertionError(f"no {kind} came")

    def test_a_batch_that_fell_calls_no_more_and_is_taken_back(self) -> None:
        batch = self.begun("Beetroot", **RISING)
        self.hand(batch)
        answer = self.door("All of it fell")
        expect(answer).to_contain_text("Throw away")
        answer.get_by_role("button", name="Stop: put this batch away").click()
        expect(self.page.get_by_text("stopped and put away")).to_be_visible()
        self.came(batch, "stopped")
        # Its own page says so too: it is not under way.
        self.page.goto(f"{self.line.address}/notebook/{batch.pk}")
        expect(self.page.get_by_role("main")).to_contain_text("stopped: all of it fell")
        expect(self.page.get_by_role("main")).not_to_contain_text("under way")
        self.page.goto(f"{self.line.address}/notebook")
        expect(self.page.get_by_text("stopped: all of it fell").first).to_be_visible()
        expect(self.page.get_by_role("navigation", name="Views").get_by_text("Beetroot")).to_have_count(0)
        self.page.get_by_text("stopped: all of it fell").first.click()
        self.page.get_by_role("button", name="Take it back: it goes on").click()
        self.page.get_by_role("timer").wait_for()
        batch.refresh_from_db()
        self.came(batch, "undo")

    def test_without_the_server_the_door_opens_and_a_stop_is_kept_and_sent(self) -> None:
        batch = self.begun("Beetroot", **RISING)
        self.hand(batch, keeps=True)
        # Kept a quiet moment after the batch was opened.
        with self.page.expect_response(re.compile("/mishaps")):
            pass
        self.page.wait_for_timeout(1_000)
        self.context.set_offline(True)
        self.line.stop()
        answer = self.door("Nobody will eat it")
        expect(answer).to_contain_text("flat breads, baked through")
        answer.get_by_role("button", name="Stop: put this batch away").click()
        expect(self.page.get_by_text("stopped and put away")).to_be_visible()
        expect(self.page.get_by_text("sent as soon as the server answers")).to_be_visible()
        self.assertFalse(batch.observations.filter(kind="stopped").exists())
        self.line.start()
        self.context.set_offline(False)
        self.came(batch, "stopped")
        batch.refresh_from_db()
        self.assertIsNotNone(batch.stopped)
