"""The application opens, runs a batch to its end and keeps everything while the server is away."""

import io
import re
from collections import Counter
from collections.abc import Callable
from datetime import UTC, datetime

from django.core.management import call_command
from playwright.sync_api import Page, expect

from batches.models import Batch
from tests.browser.base import BrowserCase, shut_server
from tests.browser.driver import Bench, Hands
from tests.browser.line import Line

FIRST_LOAD_BYTES = 260_000
# Asked from outside: a page that lets nothing be evaluated in it cannot poll for itself.
CONTROLLED = """new Promise((done) => {
  const { serviceWorker } = navigator;
  if (serviceWorker.controller) done(true);
  serviceWorker.addEventListener("controllerchange", () => done(true));
})"""


class WithoutTheServer(BrowserCase):
    def setUp(self) -> None:
        super().setUp()
        self.line = Line(self.server)
        self.addCleanup(self.line.stop)

    def kept(self, own_clock: bool = False) -> Page:
        """A page of a browser that has kept the whole application. own_clock: its clock can be put forward."""
        self.context = self.fresh_context(keeps=True, at=self.line.address)
        self.page = self.context.new_page()
        if own_clock:
            self.page.clock.install()
        self.bench, self.hands = Bench(self.page), Hands(self.page)
        self.open_first_screen()
        self.page.evaluate(CONTROLLED)
        self.page.wait_for_timeout(600)
        return self.page

    def away(self) -> None:
        """No request of a page or a worker is answered any more.

        The line itself is cut: a browser told to be offline forgets it now and then when a page is loaded anew.
        """
        self.context.set_offline(True)
        self.line.stop()

    def back(self) -> None:
        self.line.start()
        self.context.set_offline(False)

    def test_data_does_not_wait_for_the_worker_that_keeps_the_pages(self) -> None:
        page = self.kept()
        # Where the browser had it from before any worker was asked; "" where the worker was.
        past_it = """async (path) => {
          await (await fetch(path)).text();
          const entries = performance.getEntriesByType("resource").filter((e) => e.name.endsWith(path));
          return entries.at(-1).workerMatchedSourceType;
        }"""
        self.assertEqual(page.evaluate(past_it, "/api/spots?asked"), "network")
        self.assertEqual(page.evaluate(past_it, "/mark.svg?asked"), "")

    def test_the_first_load_is_small_and_the_page_can_be_installed(self) -> None:
        sizes: dict[str, int] = {}
        self.page = self.fresh_context(opened="").new_page()
        self.page.on("response", lambda r: sizes.update({r.url: int(r.headers.get("content-length", 0))}))
        self.open_first_screen(self.page)
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
        page.wait_for_timeout(600)
        self.away()
        page.reload()
        self.bench.worked()
        # Its words are kept as well as its numbers.
        expect(page.get_by_role("button", name=re.compile("pleated buns"))).to_be_visible()
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

    def test_a_bake_changed_and_started_without_it_is_one_batch_of_that_hour_once_it_is_back(self) -> None:
        page = self.kept()
        self.away()
        self.bench.set("Pieces", "7")
        self.bench.says("server out of reach; kept here")
        page.get_by_role("button", name="Start this bake").click()
        self.bench.says("its last change not yet worked out: it goes to Hands")
        expect(page.get_by_role("button", name="Start this bake")).to_be_disabled()
        before = Batch.objects.count()
        page.reload()
        self.bench.says("its last change not yet worked out: it goes to Hands")
        self.back()
        expect(page.get_by_text("Started here")).to_have_count(0)
        self.bench.saved()
        self.assertEqual(Batch.objects.count(), before + 1)
        self.assertEqual(Batch.objects.latest("pk").version.document["pieces"], 7)

    def test_a_batch_started_without_it_runs_to_its_end_without_it_and_is_one_batch_afterwards(self) -> None:
        page, hands = self.kept(own_clock=True), self.hands
        page.wait_for_timeout(600)
        before = Batch.objects.count()
        self.away()
        page.get_by_role("button", name="Start this bake").click()
        hands.at("Knead")
        page.reload()
        hands.press("Kneaded, in the bowl")
        self.assertGreater(self.seconds_left(), 20 * 60)
        hands.risen_by(20)
        # No table was fetched in time: that the look does not count yet is said.
        self.bench.says("do not count on what you saw")
        page.get_by_role("link", name="leave").click()
        self.bench.says("Started here, kept until the server answers")
        page.get_by_role("link", name="in Hands", exact=True).click()
        for press in ("It has doubled", "Rounded and rested", "The last is wrapped", "Into the steam", "Load 2 is out"):
            hands.through(press)
            page.clock.fast_forward("05:00")
        page.reload()
        hands.press("Eat")
        hands.press("Good")
        hands.press("Into the notebook")
        self.bench.says("Done, and kept here")
        page.reload()
        self.bench.says("Done, and kept here")
        self.assertEqual(Batch.objects.count(), before)
        self.back()
        self.bench.says("This batch is finished")
        self.assertEqual(Batch.objects.count(), before + 1)
        made = Batch.objects.latest("pk")
        kinds = Counter(made.observations.values_list("kind", flat=True))
        del kinds["did"]
        self.assertEqual(kinds, {"started": 1, "done": 7, "doubled": 1, "risen": 1})
        page.get_by_role("link", name="Look back on it").click()
        page.wait_for_url(re.compile(f"/notebook/{made.pk}$"))

    def test_what_was_done_is_asked_about_before_signing_out(self) -> None:
        call_command(
            "add_member", "ana", "--household", "Hill house", "--password", "a-long-password-7", stdout=io.StringIO()
        )
        shut = shut_server()
        page = self.page
        page.goto(shut.address)
        self.sign_in(page)
        page.get_by_role("button", name="Begin with an example").click()
        self.bench.worked()
        page.route("**/api/bakes/*", lambda route: route.abort())
        self.bench.set("Pieces", "7")
        self.more(page)
        page.get_by_role("button", name="sign out").click()
        self.bench.says("The server has not taken 1 change of a bake")
        page.get_by_role("button", name="Sign out; keep it here").click()
        expect(page.get_by_label("Password")).to_be_visible()
        self.assertEqual(page.evaluate("Object.keys(localStorage).filter((k) => k.includes('history'))"), [])
        page.unroute("**/api/bakes/*")
        self.sign_in(page)
        self.bench.saved()
        expect(self.bench.field("Pieces")).to_have_value("7")

    def sign_in(self, page: Page) -> None:
        page.get_by_label("Name").fill("ana")
        page.get_by_label("Password").fill("a-long-password-7")
        page.get_by_role("button", name="Sign in").click()

    def test_a_storage_that_is_full_says_so_and_the_mark_is_sent_all_the_same(self) -> None:
        self.context = self.fresh_context(at=self.line.address)
        page = self.page = self.context.new_page()
        self.bench, self.hands = Bench(page), Hands(page)
        # Every write is refused, as by a full disk.
        page.add_init_script(
            "IDBObjectStore.prototype.add = IDBObjectStore.prototype.put = function () { "
            "throw new DOMException('full', 'QuotaExceededError'); }"
        )
        self.open_first_screen()
        self.bench.start()
        self.hands.at("Knead")
        self.away()
        self.hands.press("Kneaded, in the bowl")
        self.bench.says("This browser's storage is full or shut")
        self.back()
        self.hands.sent()
        expect(page.get_by_text("storage is full")).to_have_count(0)
        self.assertEqual(Batch.objects.latest("pk").observations.filter(kind="done").count(), 1)

    def test_two_tabs_and_two_people_on_one_batch_see_each_others_marks(self) -> None:
        self.open_first_screen()
        self.bench.start()
        self.hands.at("Knead")
        tab, other = self.context.new_page(), self.fresh_context().new_page()
        for page in (tab, other):
            page.goto(self.page.url)
            Hands(page).at("Knead")
        self.hands.press("Kneaded, in the bowl")
        for page in (self.page, tab, other):
            Hands(page).rising()
        Hands(other).risen_by(30)
        for page in (self.page, tab):
            expect(page.get_by_text("it had grown by 30 %")).to_be_visible()

    def test_a_newer_version_is_told_in_mid_batch_and_taken_when_asked(self) -> None:
        page = self.kept()
        # Another worker for the same pages, as after an update.
        page.evaluate("navigator.serviceWorker.register('/sw.js?newer')")
        self.a_worker_waits(page)
        expect(page.get_by_text("it comes once this batch is over")).to_be_visible()
        batch = Batch.objects.filter(finished=None).latest("pk")
        page = self.context.new_page()
        page.goto(f"{self.line.address}/hands/{batch.pk}")
        expect(page.get_by_text("it comes once this batch is over")).to_be_visible()
        page.evaluate(
            "navigator.serviceWorker.addEventListener('controllerchange', () => (sessionStorage.taken = 'yes'))"
        )
        with page.expect_navigation():
            page.get_by_role("button", name="Take it now").click()
        expect(page.get_by_role("heading", level=1)).to_be_visible()
        self.assertEqual(page.evaluate("sessionStorage.taken"), "yes")

    def a_worker_waits(self, page: Page) -> None:
        """Wait until a newer version waits."""
        waiting = "navigator.serviceWorker.getRegistration().then((r) => r.waiting !== null)"
        for _ in range(100):
            if page.evaluate(waiting):
                return
            page.wait_for_timeout(100)
        self.fail("no newer version came")

    def test_a_batch_runs_to_its_end_with_looks_and_readings_that_move_its_plan(self) -> None:
        page, hands = self.kept(own_clock=True), self.hands
        self.bench.start()
        hands.at("Knead")
        batch = Batch.objects.latest("pk")
        self.tables_are_kept("rise", "proof", "heat")
        self.away()
        hands.press("Kneaded, in the bowl")
        hands.the_rise()
        for share in (10, 20, 30, 40):
            page.clock.fast_forward("15:00")
            self.told_by(lambda share=share: hands.risen_by(share))  # type: ignore[misc]
        page.reload()
        expect(page.get_by_text("by what you saw: ready")).to_be_visible()
        hands.through("It has doubled", "Rounded and rested", "The last is wrapped")
        for share in (10, 20, 30):
            page.clock.fast_forward("05:00")
            self.told_by(lambda share=share: hands.risen_by(share))  # type: ignore[misc]
        hands.press("Into the steam")
        # Each says that they lag further behind: a reading as forecast would move nothing.
        for passed, celsius in (("14:00", "38"), ("05:00", "44"), ("05:00", "70")):
            page.clock.fast_forward(passed)
            self.told_by(lambda celsius=celsius: hands.reading("Probe says…", "The probe says", celsius))  # type: ignore[misc]
        page.reload()
        page.clock.fast_forward("59:00")
        hands.through("Load 2 is out")
        # They rest from when they came out, however late that is.
        page.clock.fast_forward("06:00")
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
        del kinds["did"]
        self.assertEqual(kinds, {"started": 1, "done": 7, "doubled": 1, "risen": 7, "probe": 3})
        page.get_by_role("link", name="Look back on it").click()
        self.bench.says("as it was")

    def tables_are_kept(self, *stages: str) -> None:
        """Wait until what looks would make of these stages is fetched, one in each quiet moment, and written down."""
        told: set[str] = set()
        self.page.on("response", lambda r: told.update(s for s in stages if f"stage={s}" in r.url))
        for _ in range(100):
            if told == set(stages):
                self.page.wait_for_timeout(600)
                return
            self.page.wait_for_timeout(400)
            self.page.clock.fast_forward("00:13")
        self.fail(f"of {stages} only {told} came")

    def test_a_clock_put_back_an_hour_in_the_middle_moves_neither_countdown_nor_marks(self) -> None:
        page, hands = self.kept(own_clock=True), self.hands
        self.bench.start()
        hands.at("Knead")
        hands.press("Kneaded, in the bowl")
        hands.sent()
        page.clock.fast_forward("20:00")
        page.wait_for_timeout(700)
        before = self.seconds_left()
        self.away()
        page.clock.set_system_time(datetime.fromtimestamp(page.evaluate("Date.now()") / 1000 - 3600, UTC))
        page.wait_for_timeout(700)
        self.assertAlmostEqual(self.seconds_left(), before, delta=30)
        hands.risen_by(30)
        page.wait_for_timeout(700)
        before = self.seconds_left()
        page.reload()
        hands.the_rise()
        self.assertAlmostEqual(self.seconds_left(), before, delta=60)
        self.back()
        hands.sent()
        seen = {o.kind: o.at for o in Batch.objects.latest("pk").observations.all()}
        self.assertAlmostEqual((seen["risen"] - seen["done"]).total_seconds(), 1200, delta=60)

    def told_by(self, look: Callable[[], None]) -> None:
        """A look moves the countdown and says so, though nobody answers."""
        self.hands.waiting_for("It has doubled", "Into the steam", "Off the fire", "Load 1 is out")
        before = self.seconds_left()
        look()
        expect(self.page.get_by_text("by what you saw")).to_be_visible()
        self.page.wait_for_timeout(600)
        self.assertGreater(abs(self.seconds_left() - before), 20)

    def seconds_left(self) -> int:
        """What the countdown says."""
        parts = [int(part) for part in self.page.get_by_role("timer").inner_text().lstrip("-").split(":")]
        return sum(60**i * part for i, part in enumerate(reversed(parts)))
