"""One glance says what to do: how much stands on a tray, what lies behind it, and how few presses a walk takes."""

import re
import uuid
from datetime import datetime, timedelta
from typing import Any

from django.utils import timezone
from playwright.sync_api import Page, expect

from accounts.models import Household
from bakes import services as bakes
from batches.models import Batch
from kitchens.models import Kitchen
from scripts.calm import CAUTIONS, COUNT, LEAST_PX, SCROLL, TRAYS
from tests.browser.base import SIZES, BrowserCase
from tests.browser.driver import Bench, Hands, walk
from tests.browser.test_reading_a_recipe import text_of
from tests.core.examples import bake_document

MOST_WORDS, STEPS_IN_HANDS = 120, 60
SCREENS_ON_A_PHONE = 1.6
# What a layout moves by itself, before or after an edit. Chromium leaves out what follows a press at once.
SHIFTS = """window.shifts = [];
new PerformanceObserver((list) => list.getEntries().filter((e) => !e.hadRecentInput).forEach((e) => window.shifts.push(
  [e.value, e.sources.map((s) => (s.node?.outerHTML ?? s.node?.textContent ?? "").slice(0, 120))],
))).observe({ type: "layout-shift", buffered: true });"""
PASTE = """(text) => {
  const data = new DataTransfer();
  data.setData("text/plain", text);
  document.body.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
}"""


class Presses:
    """Presses counted as a cook makes them: a click, a key, a paste."""

    def __init__(self, page: Page) -> None:
        self.page, self.count = page, 0

    def click(self, name: str) -> None:
        """Press a button or a word."""
        self.count += 1
        self.page.get_by_role("button", name=name, exact=True).click()

    def into(self, label: str) -> None:
        """Press into a field."""
        self.count += 1
        self.page.get_by_label(label, exact=True).click()

    def key(self, key: str) -> None:
        """Press a key."""
        self.count += 1
        self.page.keyboard.press(key)

    def paste(self, text: str) -> None:
        """Paste, with nothing chosen."""
        self.count += 1
        self.page.evaluate(PASTE, text)


class CalmCase(BrowserCase):
    def new_cook(self, size: str = "laptop", **how: Any) -> Page:
        """The first screen as it meets a cook who has opened nothing yet."""
        page = self.fresh_context(size=size, opened="", **how).new_page()
        self.open_first_screen(page)
        return page

    def overfull(self, eat: datetime | None = None) -> int:
        """A bake of six fillings with long names. eat: when; without it, sooner than it can be."""
        eat = eat or timezone.now() + timedelta(hours=3)
        document = bake_document("beetroot-walnut-buns")
        document["name"] = "The longest of all names that anybody ever gave to twelve buns of three kinds"
        long = {**document["filling"], "name": "smoked aubergine, walnut and sour cherry"}
        document["pieces"] = 4
        document["plan"] = {"eat_at": eat.isoformat(timespec="minutes")}
        document["more_groups"] = [
            {
                "pieces": 3 + i,
                "closing": document["closing"],
                "dough_per_piece": f"{51 + i} g",
                "filling_per_piece": "30 g",
                "filling": {**long, "name": f"{long['name']} {i + 1}"},
            }
            for i in range(5)
        ]
        home = Household.objects.get(pk=Kitchen.objects.earliest("pk").household_id)
        return bakes.create(home, document, uuid.uuid4()).bake_id

    def scroll_at_most(self, size: str) -> float:
        """How far a page may scroll, px."""
        return 0 if size == "laptop" else SIZES[size][1] * (SCREENS_ON_A_PHONE - 1)

    def tray(self, page: Page, tray: str) -> None:
        """Open a tray, and hear out what rings."""
        Bench(page).open(tray)
        self.heard(page)
        page.wait_for_timeout(100)

    def heard(self, page: Page) -> None:
        """Hear out what rings."""
        ringing = page.get_by_role("button", name="I heard it")
        if ringing.is_visible():
            ringing.click()
            expect(ringing).to_have_count(0)


class AtAGlance(CalmCase):
    def test_a_tray_is_a_screen_and_a_hundred_words_in_letters_that_can_be_read(self) -> None:
        for size in SIZES:
            page = self.new_cook(size)
            for tray in TRAYS:
                self.tray(page, tray)
                words, small = page.evaluate(COUNT, ["[role=tabpanel]", LEAST_PX[size]])
                scroll = page.evaluate(SCROLL)
                with self.subTest(size=size, tray=tray):
                    self.assertLessEqual(words, MOST_WORDS)
                    self.assertEqual(small, 0)
                    self.assertLessEqual(scroll, self.scroll_at_most(size))

    def test_every_other_view_is_a_screen_of_its_own(self) -> None:
        for size in SIZES:
            page = self.new_cook(size)
            for path in ("/day", "/notebook", "/kitchen"):
                walk(page, path)
                expect(page.locator("main svg").first).to_be_visible()
                page.wait_for_timeout(500)
                words, small = page.evaluate(COUNT, ["main", LEAST_PX[size]])
                with self.subTest(size=size, path=path):
                    self.assertLessEqual(words, MOST_WORDS)
                    self.assertEqual(small, 0)
                    self.assertLessEqual(page.evaluate(SCROLL), self.scroll_at_most(size))

    def test_six_groups_with_long_names_and_questions_open_are_no_more_than_a_screen(self) -> None:
        # Around midnight both hours carry their weekday: no line is longer.
        midnight = timezone.localtime().replace(hour=0, minute=5) + timedelta(days=2)
        for size, eat in (("laptop", None), ("phone", None), ("phone", midnight)):
            page = self.new_cook(size)
            page.goto(f"/bench/{self.overfull(eat)}")
            Bench(page).worked()
            for tray in TRAYS:
                self.tray(page, tray)
                with self.subTest(size=size, eat=eat, tray=tray):
                    self.assertLessEqual(page.evaluate(SCROLL), self.scroll_at_most(size))
                    self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth - innerWidth"), 0)

    def test_a_long_sentence_is_two_lines_until_more_of_it_is_wanted(self) -> None:
        page = self.new_cook()
        page.goto(f"/bench/{self.overfull()}")
        Bench(page).worked()
        last = page.get_by_label("Kitchen temperature", exact=True)
        whole = page.get_by_role("button", name="the whole sentence")
        expect(last).not_to_be_in_viewport()
        whole.click()
        expect(last).to_be_in_viewport()
        page.get_by_role("button", name="two lines of it").click()
        expect(last).not_to_be_in_viewport()
        # A word out of sight that is reached by keyboard brings the whole sentence, and nothing hides it again.
        last.focus()
        expect(last).to_be_in_viewport()
        page.get_by_label("Pieces", exact=True).click()
        expect(last).to_be_in_viewport()

    def test_what_was_pulled_out_stays_out_for_this_cook_and_only_then_is_worked(self) -> None:
        page = self.new_cook()
        bench = Bench(page)
        bench.open("heat")
        expect(page.get_by_text("Killing by heat")).to_have_count(0)
        bench.pull("The numbers")
        expect(page.get_by_text("Killing by heat")).to_be_visible()
        page.reload()
        expect(page.get_by_text("Killing by heat")).to_be_visible()
        page.get_by_role("button", name="put away").click()
        expect(page.get_by_text("Killing by heat")).to_have_count(0)

    def test_enter_gives_no_answer_that_is_not_in_sight(self) -> None:
        page = self.new_cook()
        Bench(page).open("rise")
        title = page.get_by_role("heading", name=re.compile("^Is it really"))
        expect(title).to_be_visible()
        page.keyboard.press("Enter")
        expect(title).to_be_visible()
        page.get_by_role("button", name=re.compile("^Why: Is it really")).click()
        page.locator("body").evaluate("(body) => document.activeElement.blur()")
        page.keyboard.press("Enter")
        expect(title).to_have_count(0)

    def test_every_figure_is_found_by_a_name_of_it(self) -> None:
        page = self.new_cook()
        for typed, lands in (
            ("germs", "Killing by heat"),
            ("poke", "fills slowly"),
            ("template", "To roll to, at true size"),
            ("spare", "dough left over"),
            ("ratio", "Filling : dough"),
            ("tare", "Onto the scale"),
            ("teaspoons", "Stated hydration"),
            ("overnight", "The room’s warmth"),
            ("leftovers", "Reheat to"),
            ("second load", "dashed:"),
        ):
            with self.subTest(typed=typed):
                page.keyboard.press("/")
                page.get_by_role("combobox").fill(typed)
                page.keyboard.press("Enter")
                # What is looked for may have been in sight before: the list must be gone for the next to be typed.
                expect(page.get_by_role("combobox")).to_have_count(0)
                expect(page.get_by_text(lands).locator("visible=true").first).to_be_visible()
                page.locator("body").evaluate("(body) => document.activeElement.blur()")
        page.keyboard.press("/")
        page.get_by_role("combobox").fill("xylophone")
        expect(page.get_by_text("Nothing on this bake answers to that")).to_be_visible()

    def test_a_trade_word_says_what_it_means(self) -> None:
        page = self.new_cook()
        Bench(page).open("divide")
        page.get_by_role("button", name="What is meant by Bench rest?").click()
        expect(page.get_by_text("rounded pieces resting so that they roll without springing back")).to_be_visible()

    def test_every_list_hangs_whole_within_a_low_window(self) -> None:
        page = self.fresh_context(opened="rise.change").new_page()
        low = 420
        page.set_viewport_size({"width": 1280, "height": low})
        self.open_first_screen(page)
        self.tray(page, "rise")
        words = page.locator("button[aria-haspopup=menu]:visible")
        words.last.wait_for()
        # Room to bring every word to mid-height, where there is least of it above and below.
        page.evaluate("document.body.style.paddingBottom = '100vh'")
        for at in range(words.count()):
            words.nth(at).evaluate("(word) => word.scrollIntoView({ block: 'center' })")
            words.nth(at).press("Enter")
            expect(page.locator("[role=menu][data-side]")).to_be_visible()
            box = page.get_by_role("menu").bounding_box()
            assert box
            self.assertTrue(box["y"] >= 0 and box["y"] + box["height"] <= low, (box, words.nth(at).inner_text()))
            page.keyboard.press("Escape")
            expect(page.get_by_role("menu")).to_have_count(0)

    def test_nothing_jumps_while_it_loads_nor_after_an_edit(self) -> None:
        for size, paths in (("laptop", ("/", "/day", "/notebook", "/kitchen")), ("phone", ("/",))):
            context = self.fresh_context(size=size, opened="")
            context.add_init_script(SHIFTS)
            page = context.new_page()
            for path in paths:
                page.goto(path)
                expect(page.locator("main svg").first).to_be_visible()
                page.wait_for_timeout(900)
                with self.subTest(size=size, path=path):
                    self.assertEqual(page.evaluate("window.shifts"), [])
            self.open_first_screen(page)
            if size == "phone":
                page.get_by_role("button", name=re.compile("change the bake$")).click()
            page.wait_for_timeout(900)
            page.evaluate("window.shifts = []")
            Bench(page).nudge("Pieces")
            Bench(page).saved()
            page.wait_for_timeout(700)
            self.assertEqual(page.evaluate("window.shifts"), [], size)


class Walks(CalmCase):
    """Each in at most half the presses it took before: five, two and seven."""

    def test_a_recipe_is_pasted_and_started(self) -> None:
        page = self.new_cook()
        presses = Presses(page)
        presses.paste(text_of("plain-04"))
        presses.click("Start it now")
        expect(page).to_have_url(re.compile("/hands/"))
        self.assertEqual(presses.count, 2)

    def test_a_pasted_recipe_that_will_not_work_is_not_started_and_the_tray_that_says_why_is_open(self) -> None:
        page = self.new_cook()
        before = Batch.objects.count()
        page.evaluate(PASTE, text_of("plain-03"))
        page.get_by_role("button", name="Start it now", exact=True).click()
        expect(page.get_by_text("Not started yet.")).to_be_visible()
        expect(page.get_by_text("Will not work as written").first).to_be_visible()
        expect(page).to_have_url(re.compile(r"/bench/\d+\?tray=\w+$"))
        self.assertEqual(Batch.objects.count(), before)

    def test_half_the_batch_for_two(self) -> None:
        page = self.new_cook()
        presses = Presses(page)
        presses.click("half of it")
        expect(page.get_by_label("Pieces", exact=True)).to_have_value("6")
        self.assertEqual(presses.count, 1)

    def test_it_must_be_ready_an_hour_earlier(self) -> None:
        page = self.new_cook()
        hour = page.get_by_label("Hour to eat", exact=True)
        before = int(hour.input_value()[:2])
        presses = Presses(page)
        presses.into("Hour to eat")
        presses.key("PageDown")
        expect(hour).to_have_value(re.compile(f"^{(before - 1) % 24:02d}:"))
        self.assertEqual(presses.count, 2)

    def test_what_stood_where_a_recipe_is_pasted_can_be_brought_back(self) -> None:
        page = self.new_cook()
        page.evaluate(PASTE, text_of("plain-02"))
        box = page.get_by_label("The recipe, as written")
        first = box.input_value()
        page.get_by_role("heading", level=1).click()
        page.evaluate(PASTE, "500 g flour\n7 g instant yeast\n300 g water")
        expect(box).to_have_value(re.compile("^500 g flour"))
        page.get_by_role("button", name="Bring back the one before").click()
        expect(box).to_have_value(first)


class OnAPhone(CalmCase):
    def test_the_sentence_folds_stays_in_sight_and_a_finger_goes_from_tray_to_tray(self) -> None:
        page = self.new_cook("phone", touch=True)
        told = page.get_by_role("button", name=re.compile("^12 pleated buns"))
        expect(page.get_by_label("Pieces", exact=True)).to_have_count(0)
        self.tray(page, "weigh")
        page.mouse.wheel(0, 700)
        expect(told).to_be_in_viewport()
        self.swipe(page, -200)
        expect(page.get_by_role("tab", name=re.compile("^Rise"), selected=True)).to_be_in_viewport()
        self.swipe(page, 200)
        expect(page.get_by_role("tab", name=re.compile("^Weigh"), selected=True)).to_be_in_viewport()
        told.click()
        expect(page.get_by_label("Pieces", exact=True)).to_be_visible()
        Bench(page).set("Pieces", "gravel")
        told.click()
        # What is wrong in the sentence is not folded away.
        expect(page.get_by_label("Pieces", exact=True)).to_be_visible()

    def swipe(self, page: Page, by: int) -> None:
        """Draw a finger sideways over the open tray."""
        page.get_by_role("tabpanel").evaluate(
            """(panel, by) => {
              const [x, y] = [190, 400];
              const touch = (dx) => new Touch({ identifier: 1, target: panel, clientX: x + dx, clientY: y });
              const send = (kind, dx, there) => panel.dispatchEvent(new TouchEvent(kind, {
                bubbles: true, touches: there ? [touch(dx)] : [], changedTouches: [touch(dx)],
              }));
              send("touchstart", -by / 2, true);
              send("touchend", by / 2, false);
            }""",
            by,
        )

    def test_what_is_asked_stands_above_the_trays_and_is_answered_from_there(self) -> None:
        page = self.new_cook("phone", touch=True)
        page.goto(f"/bench/{self.overfull()}")
        Bench(page).worked()
        self.tray(page, "wrap")
        asked = page.get_by_role("button", name=re.compile(r"^\d questions: Too late for"))
        expect(asked).to_be_in_viewport()
        asked.tap()
        told = page.get_by_role("dialog")
        # With its reason, and every question of this tray.
        expect(told.get_by_role("article")).to_have_count(2)
        told.get_by_role("button", name=re.compile("^Start now, eat at")).tap()
        expect(told.get_by_role("article")).to_have_count(1)
        page.keyboard.press("Escape")
        expect(page.get_by_role("button", name=re.compile("^A question: .* min of wrapping"))).to_be_in_viewport()

    def test_four_times_as_large_nothing_runs_off_the_side(self) -> None:
        page = self.new_cook()
        # 1280 px at 400 % are 320 of them.
        page.set_viewport_size({"width": 320, "height": 256})
        for tray in TRAYS:
            Bench(page).open(tray)
            with self.subTest(tray=tray):
                self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth - innerWidth"), 0)


class IntoHands(CalmCase):
    def test_a_bake_is_started_and_nothing_that_was_folded_away_is_missing_in_hands(self) -> None:
        page = self.new_cook()
        Bench(page).start()
        hands = Hands(page)
        hands.at("Weigh|Knead|Mix")
        expect(page.get_by_text("Do not taste the raw dough")).to_be_visible()
        expect(page.get_by_text("Raw flour and raw egg can carry germs")).to_be_visible()
        for _ in range(STEPS_IN_HANDS):
            event, _ = hands.front()
            hands.sent()
            for size in ("phone", "laptop"):
                page.set_viewport_size({"width": SIZES[size][0], "height": SIZES[size][1]})
                # The drawings are drawn anew for the new width.
                page.wait_for_timeout(350)
                self.heard(page)
                words, small = page.evaluate(COUNT, ["main", LEAST_PX[size]])
                with self.subTest(event=event, size=size):
                    # Cautions are whole at the stove, and no part of what is to be done.
                    self.assertLessEqual(words - page.evaluate(CAUTIONS), MOST_WORDS)
                    self.assertEqual(small, 0)
                    most = 0 if size == "laptop" else (SCREENS_ON_A_PHONE - 1) * SIZES[size][1]
                    self.assertLessEqual(page.evaluate(SCROLL), most)
            if hands.go_on() == "Eat":
                break
