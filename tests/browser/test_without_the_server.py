"""The application opens, runs a batch to its end and keeps everything while the server is away."""

import re
from collections import Counter
from collections.abc import Callable

from playwright.sync_api import Page, expect

from batches.models import Batch
from tests.browser.base import BrowserCase
from tests.browser.driver import Bench, Hands

FIRST_LOAD_BYTES = 260_000
KEPT = "navigator.serviceWorker.ready.then((r) => caches.keys()).then((names) => names.length > 0)"


class WithoutTheServer(BrowserCase):
    def kept(self, own_clock: bool = False) -> Page:
        """A page of a browser that has kept the whole application. own_clock: its clock can be put forward."""
        self.context = self.fresh_context(keeps=True)
        self.page = self.context.new_page()
        if own_clock:
            self.page.clock.install()
        self.bench, self.hands = Bench(self.page), Hands(self.page)
        self.open_first_screen()
        self.page.wait_for_function(KEPT)
        self.page.wait_for_function("navigator.serviceWorker.controller !== null")
        return self.page

    def away(self) -> None:
        """No request of a page or a worker is answered any more."""
        self.context.set_offline(True)

    def back(self) -> None:
        self.context.set_offline(False)

    def test_the_first_load_is_small_and_the_page_can_be_installed(self) -> None:
        sizes: dict[str, int] = {}
        self.page.on("response", lambda r: sizes.update({r.url: int(r.headers.get("content-length", 0))}))
        self.open_first_screen()
        loaded = {url: size for url, size in sizes.items() if "/api/" not in url}
        self.assertTrue(any(".js" in url for url in loaded))
        self.assertLessEqual(sum(loaded.values()), FIRST_LOAD_BYTES, loaded)
        manifest = self.page.evaluate("fetch(document.querySelector('link[rel=manifest]').href).then((r) => r.json())")
        self.assertEqual((manifest["start_url"], manifest["display"]), ("/", "standalone"))
        for icon in manifest["icons"]:
            drawn = self.page.evaluate(
                "(src) => new Promise((done, fail) => Object.assign(new Image(), {src, onload() { "
                "done([this.naturalWidth, this.naturalHeight]); }, onerror: fail}))",
                icon["src"],
            )
            if icon["sizes"] != "any":
                self.assertEqual("x".join(map(str, drawn)), icon["sizes"])

    def test_every_view_opens_and_an_edit_is_kept_until_the_server_is_back(self) -> None:
        page = self.kept()
        page.goto("/notebook")
        expect(page.get_by_role("heading", level=1)).to_be_visible()
        page.goto("/")
        self.bench.worked()
        page.wait_for_timeout(1_200)
        self.away()
        page.reload()
        self.bench.worked()
        self.bench.set("Pieces", "7")
        self.bench.says("server out of reach; kept here")
        page.reload()
        expect(self.bench.field("Pieces")).to_have_value("7")
        page.get_by_role("link", name=re.compile("Notebook")).click()
        expect(page.get_by_role("heading", level=1)).to_be_visible()
        self.back()
        page.get_by_role("link", name=re.compile("Bench")).click()
        self.bench.saved()
        expect(self.bench.field("Pieces")).to_have_value("7")

    def test_a_batch_runs_to_its_end_with_looks_and_readings_that_move_its_plan(self) -> None:
        page, hands = self.kept(own_clock=True), self.hands
        self.bench.start()
        hands.at("Knead")
        batch = Batch.objects.latest("pk")
        for stage in ("rise", "proof", "heat"):
            with page.expect_response(re.compile(f"replies.*stage={stage}"), timeout=60_000):
                pass
        page.wait_for_timeout(1_200)
        self.away()
        hands.press("Kneaded, in the bowl")
        for share in (10, 20, 30, 40):
            page.clock.fast_forward("15:00")
            self.told_by(lambda share=share: hands.risen_by(share))  # type: ignore[misc]
        page.reload()
        expect(page.get_by_text("by what you saw: ready")).to_be_visible()
        hands.press("It has doubled")
        hands.press("Rounded and rested")
        hands.press("The last is wrapped")
        for share in (10, 20, 30):
            page.clock.fast_forward("05:00")
            self.told_by(lambda share=share: hands.risen_by(share))  # type: ignore[misc]
        hands.press("Into the steam")
        for celsius in ("31", "42", "50"):
            page.clock.fast_forward("07:00")
            self.told_by(lambda celsius=celsius: hands.reading("Probe says…", "The probe says", celsius))  # type: ignore[misc]
        page.reload()
        hands.press("Off the fire")
        hands.press("Eat")
        hands.press("Good")
        page.get_by_label("A word for next time").fill("as it was")
        hands.press("Into the notebook")
        self.bench.says("Done, and kept here")
        page.reload()
        self.bench.says("Done, and kept here")
        self.assertEqual(batch.observations.count(), 1)
        self.back()
        self.bench.says("This batch is finished")
        batch.refresh_from_db()
        self.assertEqual((batch.outcome["verdict"], batch.outcome["note"]), ("good", "as it was"))
        kinds = Counter(batch.observations.values_list("kind", flat=True))
        self.assertEqual(kinds, {"started": 1, "done": 7, "doubled": 1, "risen": 7, "probe": 3})
        page.get_by_role("link", name="Look back on it").click()
        self.bench.says("as it was")

    def told_by(self, look: Callable[[], None]) -> None:
        """A look moves the countdown and says so, though nobody answers."""
        before = self.seconds_left()
        look()
        expect(self.page.get_by_text("by what you saw")).to_be_visible()
        self.page.wait_for_timeout(600)
        self.assertGreater(abs(self.seconds_left() - before), 20)

    def seconds_left(self) -> int:
        """What the countdown says."""
        parts = [int(part) for part in self.page.get_by_role("timer").inner_text().lstrip("-").split(":")]
        return sum(60**i * part for i, part in enumerate(reversed(parts)))
