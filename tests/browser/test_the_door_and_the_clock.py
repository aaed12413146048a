"""Signing in where nothing is open, and what the clock does: timers that ring, plans that move, ways that say what is
going on.
"""

import io
import re
from datetime import UTC, datetime, timedelta

from django.contrib.sessions.models import Session
from django.core.management import call_command
from playwright.sync_api import Page, expect

from accounts.models import Household
from batches.models import Batch
from tests.browser.base import BrowserCase, shut_server
from tests.browser.driver import MARKS_WAITING, Hands


class TheDoor(BrowserCase):
    def test_without_the_demo_one_signs_in_and_an_empty_household_is_no_dead_end(self) -> None:
        call_command(
            "add_member", "ana", "--household", "Hill house", "--password", "a-long-password-7", stdout=io.StringIO()
        )
        shut = shut_server()
        self.page.goto(shut.address)
        self.page.get_by_label("Name").fill("ana")
        self.page.get_by_label("Password").fill("wrong")
        self.page.get_by_role("button", name="Sign in").click()
        expect(self.page.get_by_role("alert")).to_contain_text("do not belong together")
        self.page.get_by_label("Password").fill("a-long-password-7")
        self.page.get_by_role("button", name="Sign in").click()
        self.bench.set("Warmth of my kitchen", "23")
        self.bench.choose("I heat with", "a steamer over a pot")
        self.page.get_by_role("button", name="Begin with an example").click()
        self.bench.worked()
        expect(self.bench.field("Kitchen temperature")).to_have_value("23")
        expect(self.page.get_by_role("button", name="Heat: steamed")).to_be_visible()
        self.bench.set("Pieces", "5")
        self.bench.saved()
        self.assertEqual(Household.objects.get(name="Hill house").bakes.count(), 1)
        self.page.goto(f"{shut.address}/notebook")
        self.bench.says("No batch yet")
        self.page.goto(shut.address)
        self.bench.worked()
        self.signed_out_in_the_middle()
        self.page.goto(f"{shut.address}/notebook")
        self.more()
        self.page.get_by_role("button", name="sign out").click()
        expect(self.page.get_by_label("Password")).to_be_visible()

    def signed_out_in_the_middle(self) -> None:
        """Hands say so, keep the mark, and take the sign-in on the spot."""
        self.bench.start()
        self.hands.at("Knead")
        Session.objects.all().delete()
        self.hands.press("Kneaded, in the bowl")
        self.bench.says("You are signed out: go on, your marks are kept here")
        self.hands.rising()
        self.page.get_by_role("button", name="Sign in here").click()
        self.page.get_by_label("Name").fill("ana")
        self.page.get_by_label("Password").fill("a-long-password-7")
        self.page.get_by_role("button", name="Sign in", exact=True).click()
        expect(self.page.get_by_text("You are signed out")).to_have_count(0)
        self.hands.sent()
        kinds = Batch.objects.latest("id").observations.values_list("kind", flat=True)
        self.assertEqual(sorted(kinds), ["done", "started"])


class SignedOutInTheMiddle(BrowserCase):
    def test_the_demo_kitchen_is_opened_again_with_one_press(self) -> None:
        self.open_first_screen()
        self.bench.start()
        self.hands.at("Knead")
        Session.objects.all().delete()
        self.hands.press("Kneaded, in the bowl")
        self.page.get_by_role("button", name="Open the demo kitchen again").click()
        self.hands.sent()
        expect(self.page.get_by_text("You are signed out")).to_have_count(0)
        self.assertEqual(Batch.objects.latest("id").observations.filter(kind="done").count(), 1)


class TheEnd(BrowserCase):
    def test_the_verdict_goes_with_every_mark_once_the_server_is_back_though_the_page_was_loaded_again(self) -> None:
        self.open_first_screen()
        self.bench.start()
        self.hands.at("Knead")
        batch = Batch.objects.latest("id")
        self.context.set_offline(True)
        title = self.page.get_by_role("heading", level=1)
        while (step := title.inner_text()) != "How did they turn out?":
            self.hands.go_on()
            expect(title).not_to_have_text(step)
        self.page.get_by_role("button", name="Fair").click()
        self.page.get_by_label("A word for next time").fill("less filling")
        self.page.get_by_role("button", name="Into the notebook").click()
        self.bench.says("Done, and kept here")
        self.context.set_offline(False)
        self.page.reload()
        self.bench.says("This batch is finished")
        batch.refresh_from_db()
        self.assertEqual((batch.outcome["verdict"], batch.outcome["note"]), ("fair", "less filling"))
        ended = batch.observations.filter(kind="done").values_list("stage", flat=True)
        self.assertEqual(len(set(ended)), len(ended))
        self.assertIn("rest", ended)


class TheClock(BrowserCase):
    page_of_its_own = True

    def in_hands(self) -> Page:
        """The demo's rising batch, on a page whose clock we hold."""
        page = self.context.new_page()
        page.clock.install(time=datetime.now(UTC))
        page.add_init_script(
            "window.rung = 0; class Quiet { constructor() { window.rung += 1; throw new Error('no sound'); } } "
            "window.AudioContext = Quiet;"
        )
        page.goto(f"/hands/{Batch.objects.get(finished=None).pk}")
        expect(page.get_by_role("timer")).to_be_visible()
        return page

    def test_a_countdown_runs_down_rings_once_and_says_it_is_time_to_look(self) -> None:
        page = self.in_hands()
        before = page.get_by_role("timer").inner_text()
        page.clock.run_for(5_000)
        expect(page.get_by_role("timer")).not_to_have_text(before)
        self.assertEqual(page.evaluate("window.rung"), 0)
        sheet = page.evaluate(
            "fetch(`/api/batches/${location.pathname.split('/')[2]}?now=${encodeURIComponent(new "
            "Date().toISOString())}`).then((r) => r.json())"
        )
        due = datetime.fromisoformat(
            next(s["end"] for s in sheet["live"]["sheet"]["day"]["steps"] if s["key"] == "rise")
        )
        page.clock.set_fixed_time(due + timedelta(seconds=3))
        page.clock.resume()
        expect(page.get_by_text("time to look")).to_be_visible()
        page.wait_for_function("() => window.rung >= 1")

    def test_a_clock_forty_years_ahead_is_said_and_once_it_is_right_the_mark_goes(self) -> None:
        page, batch = self.in_hands(), Batch.objects.get(finished=None)
        marks = batch.observations.count()
        page.clock.set_fixed_time(datetime.now(UTC) + timedelta(days=40 * 365))
        page.reload()
        expect(page.get_by_text("ahead of the server")).to_be_visible()
        Hands(page).risen_by(40)
        expect(page.get_by_text("put its date and time right, then do that again")).to_be_visible()
        expect(page.get_by_text("Sending…")).to_have_count(0)
        self.assertEqual((batch.observations.count(), page.evaluate(MARKS_WAITING)), (marks, 0))
        page.clock.set_fixed_time(datetime.now(UTC))
        page.reload()
        expect(page.get_by_text("ahead of the server")).to_have_count(0)
        Hands(page).risen_by(40)
        Hands(page).sent()
        self.assertEqual(batch.observations.count(), marks + 1)

    def test_the_way_to_hands_says_what_the_dough_is_doing(self) -> None:
        self.open_first_screen()
        expect(self.page.get_by_role("link", name=re.compile("Hands rising until"))).to_be_visible()
        self.page.get_by_role("link", name=re.compile("^Hands")).click()
        self.hands.rising()
        self.page.go_back()
        self.bench.worked()

    def test_the_bake_on_the_bench_can_be_changed_for_another(self) -> None:
        self.open_first_screen()
        self.bench.choose("Bake on the bench", "Pear and hazelnut")
        expect(self.page).to_have_title(re.compile("Pear and hazelnut"))
        expect(self.bench.field("Pieces")).to_have_value("9")
        self.page.go_back()
        expect(self.bench.field("Pieces")).to_have_value("12")

    def test_enter_accepts_the_first_doubts_answer(self) -> None:
        self.open_first_screen()
        self.bench.set("Filling in each", "200 g")
        self.bench.open("wrap")
        expect(self.page.get_by_role("heading", name=re.compile("more than 62 g of dough closes over"))).to_be_visible()
        self.page.evaluate("document.activeElement.blur()")
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_text("more than 62 g of dough closes over")).to_have_count(0)
        expect(self.bench.field("Filling in each")).not_to_have_value("200")
