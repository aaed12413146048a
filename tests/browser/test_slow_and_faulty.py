"""A slow line refuses and loses nothing; a fault in one place blanks nothing beside it."""

import json
import re
from typing import Any

from playwright.sync_api import BrowserContext, Page, Route, expect

from bakes.models import Bake, BakeVersion
from batches.models import Batch, Observation
from tests.browser.base import BrowserCase
from tests.browser.driver import Bench, Hands

LATENCIES_MS = (60, 300, 900, 1500)


def slow(context: BrowserContext, page: Page, latency_ms: int) -> None:
    """Every request of this page takes so much longer."""
    context.new_cdp_session(page).send(
        "Network.emulateNetworkConditions",
        {"offline": False, "latency": latency_ms, "downloadThroughput": -1, "uploadThroughput": -1},
    )


class SlowLine(BrowserCase):
    page_of_its_own = True

    def slow_page(self, latency_ms: int, context: BrowserContext | None = None) -> tuple[Page, Bench]:
        context = context or self.context
        page = context.new_page()
        self.open_first_screen(page)
        slow(context, page, latency_ms)
        return page, Bench(page)

    def newest(self) -> BakeVersion:
        """The head of the bake that was changed last."""
        return Bake.objects.order_by("-changed")[0].versions.latest("number")

    def test_edits_followed_at_once_by_a_reload_and_by_start_are_kept(self) -> None:
        for turn, latency in enumerate(LATENCIES_MS):
            with self.subTest(latency_ms=latency):
                page, bench = self.slow_page(latency)
                bench.set("Pieces", str(30 + turn))
                page.wait_for_timeout(latency // 2 + 300)
                bench.set("Pieces", str(20 + turn))
                page.reload()
                bench.worked()
                expect(bench.field("Pieces")).to_have_value(str(20 + turn))
                bench.saved()
                self.assertEqual(self.newest().document["pieces"], 20 + turn)
                bench.set("Pieces", str(16 + turn))
                page.wait_for_timeout(450)
                bench.set("Dough in each", f"{62 + turn}")
                bench.set("Pieces", str(6 + turn))
                bench.start()
                batch = Batch.objects.latest("pk")
                self.assertEqual(batch.version.document["pieces"], 6 + turn)
                self.assertEqual(batch.version.document["dough_per_piece"], f"{62 + turn} g")
                expect(page.get_by_text("changed in another window")).to_have_count(0)
                Batch.objects.filter(pk=batch.pk).delete()
                page.close()

    def test_nothing_moves_while_a_mark_is_on_its_way(self) -> None:
        page, bench = self.slow_page(60)
        bench.start()
        hands = Hands(page)
        hands.press("Kneaded, in the bowl")
        hands.rising()
        hands.sent()
        place = lambda: page.get_by_role("heading", level=1).bounding_box()
        told = page.get_by_text("Sending…")
        before = place()
        held: list[Route] = []
        page.route("**/observations", lambda route: held.append(route))
        hands.press("Undo")
        hands.at("Knead")
        expect(told).to_be_visible()
        on_its_way = place()
        # It is said to be on its way from when it is put down, a moment before it leaves.
        while not held:
            page.wait_for_timeout(50)
        held[0].continue_()
        expect(told).to_have_count(0)
        self.assertEqual(on_its_way, place())
        assert before is not None and on_its_way is not None
        self.assertEqual(before["y"], on_its_way["y"])

    def test_two_people_lose_neither_edit(self) -> None:
        another = self.fresh_context()
        for turn, latency in enumerate(LATENCIES_MS):
            with self.subTest(latency_ms=latency):
                (first_page, first), (second_page, second) = self.slow_page(latency), self.slow_page(latency, another)
                mine, theirs = 20 + turn, 40 + turn
                first.set("Pieces", str(mine))
                second.set("Pieces", str(theirs))
                expect(first_page.locator("[data-save=saved], [data-save=conflict]")).to_be_visible()
                expect(second_page.locator("[data-save=saved], [data-save=conflict]")).to_be_visible()
                states = [p.locator("[data-save]").get_attribute("data-save") for p in (first_page, second_page)]
                self.assertEqual(sorted(map(str, states)), ["conflict", "saved"])
                # Both still show what was typed in them, and the one that is not saved says so.
                self.assertEqual([b.field("Pieces").input_value() for b in (first, second)], [str(mine), str(theirs)])
                kept = first if states[0] == "saved" else second
                self.assertEqual(self.newest().document["pieces"], int(kept.field("Pieces").input_value()))
                lost = second if kept is first else first
                lost.page.get_by_role("button", name="Take the other").click()
                lost.saved()
                expect(lost.field("Pieces")).to_have_value(kept.field("Pieces").input_value())
                for page in (first_page, second_page):
                    page.close()

    def test_marks_of_two_windows_all_arrive(self) -> None:
        self.open_first_screen()
        self.bench.start()
        other = self.context.new_page()
        other.goto(self.page.url)
        Hands(other).at("")
        for page in (self.page, other):
            slow(self.context, page, 900)
            page.get_by_role("button", name="Water left…").click()
            page.get_by_label("Water left over", exact=True).last.fill("12" if page is self.page else "21")
            page.get_by_role("button", name="Note it").click()
        Hands(self.page).sent()
        Hands(other).sent()
        found = Observation.objects.filter(batch=Batch.objects.latest("pk"), kind="water_left").values_list(
            "value", flat=True
        )
        self.assertEqual(sorted(found), [12.0, 21.0])


class Faults(BrowserCase):
    def break_answers(self, pattern: str, harm: Any) -> None:
        """Let answers at these addresses carry what no drawing can draw."""

        def answer(route: Route) -> None:
            response = route.fetch()
            body = response.json()
            harm(body)
            route.fulfill(response=response, body=json.dumps(body))

        self.page.route(re.compile(pattern), answer)

    def test_a_drawing_that_fails_leaves_the_tray_and_the_sentence(self) -> None:
        def harm(body: dict[str, Any]) -> None:
            if body.get("sheet"):
                body["sheet"]["rise"]["forecast"]["low"] = None

        self.break_answers(r"/api/(sheet|bakes/\d+)", harm)
        self.page.goto("/")
        self.bench.worked()
        self.bench.open("rise")
        expect(self.page.get_by_role("alert").first).to_contain_text("cannot be shown: a fault of Airy Crumb")
        self.bench.set("Pieces", "10")
        self.bench.saved()
        self.bench.open("divide")
        expect(self.page.get_by_role("alert")).to_have_count(0)

    def test_a_tray_that_fails_leaves_the_others_and_start(self) -> None:
        def harm(body: dict[str, Any]) -> None:
            if body.get("sheet"):
                body["sheet"]["divide"] = {}

        self.open_first_screen()
        self.break_answers(r"/api/sheet$", harm)
        self.bench.set("Pieces", "10")
        self.bench.saved()
        self.bench.open("divide")
        expect(self.page.get_by_role("alert").first).to_contain_text("cannot be shown")
        self.bench.open("wrap")
        expect(self.page.get_by_role("alert")).to_have_count(0)
        self.bench.set("Pieces", "11")
        self.bench.saved()
        expect(self.bench.field("Pieces")).to_have_value("11")

    def test_a_batch_in_progress_goes_on_beside_a_fault(self) -> None:
        self.open_first_screen()
        self.bench.start()

        def harm(body: dict[str, Any]) -> None:
            if (body.get("live") or {}).get("sheet"):
                body["live"]["sheet"]["weigh"]["order"] = {"steps": None}

        self.break_answers(r"/api/batches/\d+", harm)
        # Nothing of it is kept here: it is read anew.
        # What was answered last is written down a moment later, and as the page goes.
        self.page.wait_for_timeout(600)
        self.page.evaluate(
            "new Promise((done) => { indexedDB.deleteDatabase('airycrumb').onsuccess = () => done(null); })"
        )
        self.page.reload()
        expect(self.page.get_by_role("alert")).to_contain_text("cannot be shown")
        self.hands.go_on()
        self.hands.at("rise|Cover")
        self.hands.sent()
        self.assertTrue(Observation.objects.filter(kind="done", stage="weigh").exists())
