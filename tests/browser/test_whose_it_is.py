"""Whose it is: several households on one browser, and a storage that is really full. No mark is lost or goes astray."""

import io
import re

from django.core.management import call_command
from playwright.sync_api import Page, Route, expect

from batches.models import Batch, Observation
from tests.browser.base import BrowserCase, shut_server
from tests.browser.driver import MARKS_WAITING, Bench, Hands

PASSWORD = "a-long-password-7"
PEOPLE = {"ana": "Hill house", "ben": "Dale house", "cleo": "Mill house"}


class OneBrowser(BrowserCase):
    """Three households that share a browser."""

    def setUp(self) -> None:
        super().setUp()
        for name, home in PEOPLE.items():
            call_command("add_member", name, "--household", home, "--password", PASSWORD, stdout=io.StringIO())
        self.address = shut_server().address

    def sign_in(self, page: Page, name: str) -> None:
        page.get_by_label("Name").fill(name)
        page.get_by_label("Password").fill(PASSWORD)
        page.get_by_role("button", name="Sign in", exact=True).click()

    def leave(self, page: Page, keeping: bool) -> None:
        """Sign out; what waits is kept here."""
        self.more(page)
        out = page.get_by_role("button", name="sign out")
        if keeping:
            out.click()
            out = page.get_by_role("button", name="Sign out; keep it here")
        # The door is in sight twice: before the fresh page, and on it.
        with page.expect_navigation():
            out.click()
        expect(page.get_by_label("Password")).to_be_visible()

    def begun(self) -> Batch:
        """A batch of ana's in Hands, and her first mark, which finds no server."""
        self.page.goto(self.address)
        self.sign_in(self.page, "ana")
        self.page.get_by_role("button", name="Begin with an example").click()
        self.bench.worked()
        self.bench.start()
        self.hands.at("Knead")
        self.hands.sent()
        self.context.route("**/observations", lambda route: route.abort())
        self.hands.press("Kneaded, in the bowl")
        self.hands.rising()
        self.assertEqual(self.page.evaluate(MARKS_WAITING), 1)
        return Batch.objects.latest("pk")

    def taken(self, batch: Batch) -> int:
        """How often the mark stands in her batch; nowhere else does it."""
        found = Observation.objects.filter(kind="done")
        self.assertEqual(found.exclude(batch=batch).filter(recorded__gt=batch.started).count(), 0)
        return found.filter(batch=batch).count()

    def test_what_waits_goes_into_no_other_household_and_is_sent_once_hers_is_back(self) -> None:
        batch = self.begun()
        other = self.context.new_page()
        other.goto(f"{self.address}/notebook")
        self.leave(other, keeping=True)
        self.context.unroute("**/observations")
        for name in ("ben", "cleo"):
            self.sign_in(other, name)
            expect(other.get_by_role("button", name="Begin with an example")).to_be_visible()
            # Her tab tries, and is told whose browser this is now.
            self.page.evaluate("dispatchEvent(new Event('online'))")
            expect(self.page.get_by_text("You are signed out")).to_be_visible()
            self.page.wait_for_timeout(300)
            self.assertEqual((self.taken(batch), self.page.evaluate(MARKS_WAITING)), (0, 1))
            expect(other.get_by_text("Not sent yet")).to_have_count(0)
            other.goto(f"{self.address}/notebook")
            self.leave(other, keeping=False)
        # Somebody else signs in on the spot, in the tab where it waits.
        self.page.get_by_role("button", name="Sign in here").click()
        self.sign_in(self.page, "ben")
        expect(self.page.get_by_text("This batch is not here")).to_be_visible()
        self.assertEqual((self.taken(batch), self.page.evaluate(MARKS_WAITING)), (0, 1))
        self.assertEqual(Batch.objects.exclude(household=batch.household).filter(pk__gt=batch.pk).count(), 0)
        self.sign_in(other, "ana")
        expect(other.get_by_label("Password")).to_have_count(0)
        Hands(other).sent()
        self.assertEqual(self.taken(batch), 1)

    def test_what_waits_is_read_copied_and_thrown_away_by_its_name_asked_twice(self) -> None:
        batch = self.begun()
        notice = self.page.get_by_role("button", name="What waits")
        expect(notice).to_be_visible(timeout=20_000)
        notice.click()
        shown = self.page.get_by_role("dialog", name="Not sent yet")
        expect(shown).to_contain_text("1 mark of a batch, kept in this browser since")
        expect(shown).to_contain_text(re.compile(r"\d\d:\d\d, weighing and kneading: done"))
        shown.get_by_role("button", name="Throw it away").click()
        expect(shown.get_by_role("button", name="Yes: throw away 1 mark of a batch")).to_be_visible()
        self.context.unroute("**/observations")
        shown.get_by_role("button", name="Send again").click()
        self.hands.sent()
        self.assertEqual(self.taken(batch), 1)


class TwoTabs(BrowserCase):
    """Two pages of one browser on one batch: what each has is sent once, whichever of them is left."""

    def started(self) -> Batch:
        self.open_first_screen()
        self.bench.start()
        self.hands.at("Knead")
        self.hands.sent()
        return Batch.objects.latest("pk")

    def test_without_the_server_each_marks_and_one_is_closed_both_arrive_once(self) -> None:
        batch = self.started()
        self.context.route("**/observations", lambda route: route.abort())
        self.hands.press("Kneaded, in the bowl")
        self.hands.rising()
        other = self.context.new_page()
        other.goto(self.page.url)
        Hands(other).risen_by(40)
        expect(other.get_by_role("button", name="What waits")).to_be_visible()
        self.assertEqual(other.evaluate(MARKS_WAITING), 2)
        self.page.close()
        self.context.unroute("**/observations")
        other.evaluate("dispatchEvent(new Event('online'))")
        Hands(other).sent()
        seen = list(batch.observations.exclude(kind="started").values_list("kind", flat=True))
        self.assertEqual(sorted(seen), ["done", "risen"])

    def test_a_page_killed_while_its_mark_was_on_its_way_leaves_it_to_the_next_and_it_counts_once(self) -> None:
        batch = self.started()
        taken: list[int] = []

        def taken_and_never_answered(route: Route) -> None:
            taken.append(route.fetch().status)  # the answer is let fall

        self.page.route("**/observations", taken_and_never_answered)
        self.hands.press("Kneaded, in the bowl")
        self.hands.rising()
        other = self.context.new_page()
        other.wait_for_timeout(1_000)
        self.assertEqual(taken, [200])
        self.page.close()
        other.goto(f"/hands/{batch.pk}")
        Hands(other).sent()
        self.assertEqual(other.evaluate(MARKS_WAITING), 0)
        self.assertEqual(batch.observations.filter(kind="done").count(), 1)


class FullStorage(BrowserCase):
    page_of_its_own = True

    def test_a_disk_that_is_really_full_makes_room_for_marks_and_they_outlive_a_reload(self) -> None:
        page = self.page
        self.open_first_screen()
        self.bench.start()
        self.hands.at("Knead")
        self.hands.sent()
        page.wait_for_timeout(800)
        batch = Batch.objects.latest("pk")
        cdp = self.context.new_cdp_session(page)
        used = page.evaluate("navigator.storage.estimate().then((e) => Math.ceil(e.usage))")
        # Not a byte more than is there now.
        cdp.send("Storage.overrideQuotaForOrigin", {"origin": self.server.address, "quotaSize": used})
        page.route("**/observations", lambda route: route.abort())
        self.hands.press("Kneaded, in the bowl")
        self.hands.rising()
        expect(page.get_by_text("storage is full")).to_have_count(0)
        self.assertEqual(page.evaluate(MARKS_WAITING), 1)
        page.reload()
        self.hands.rising()
        page.unroute("**/observations")
        page.evaluate("dispatchEvent(new Event('online'))")
        self.hands.sent()
        self.assertEqual(batch.observations.filter(kind="done").count(), 1)

    def test_a_page_that_alone_has_a_mark_asks_before_it_goes(self) -> None:
        page = self.page
        page.add_init_script(
            "IDBObjectStore.prototype.add = IDBObjectStore.prototype.put = function () { "
            "throw new DOMException('full', 'QuotaExceededError'); }"
        )
        self.open_first_screen()
        Bench(page).start()
        self.hands.at("Knead")
        page.route("**/observations", lambda route: route.abort())
        self.hands.press("Kneaded, in the bowl")
        expect(page.get_by_text("lives on this page alone")).to_be_visible()
        # One sentence or the other: it is not kept here.
        expect(page.get_by_text("are kept here")).to_have_count(0)
        asked: list[str] = []
        page.on("dialog", lambda dialog: (asked.append(dialog.type), dialog.accept()))
        beside = self.context.new_page()
        page.close(run_before_unload=True)
        beside.wait_for_timeout(500)
        self.assertEqual(asked, ["beforeunload"])
