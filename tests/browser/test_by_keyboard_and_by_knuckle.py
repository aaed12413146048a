"""No mouse, and no clean fingers.

Target sizes: W3C, Web Content Accessibility Guidelines 2.2, success criteria 2.5.8 (24 px, level AA) and
2.5.5 (44 px, level AAA), which is the one for floury hands.
"""

import re

from playwright.sync_api import expect

from batches.models import Batch
from tests.browser.base import BrowserCase

# In the page, at one moment: names and sizes of what can be pressed and is smaller than so many pixels.
# A field is pressed anywhere on the word it stands in; the guideline excuses links within a line of text.
TOO_SMALL = """(least) => [...document.querySelectorAll('button:enabled, a, [role=tab], input')]
  .filter((e) => e.checkVisibility() && !(e.tagName === 'A' && getComputedStyle(e).display === 'inline'))
  .map((e) => [e.ariaLabel || e.innerText, (e.closest('label') ?? e).getBoundingClientRect()])
  .filter(([, box]) => box.width && Math.min(box.width, box.height) < least)
  .map(([name, box]) => `${name}: ${box.width.toFixed()} x ${box.height.toFixed()}`)"""


class ByKeyboard(BrowserCase):
    def test_a_bake_is_changed_and_started_without_a_mouse(self) -> None:
        self.open_first_screen()
        keys = self.page.keyboard
        self.bench.nudge("Pieces")
        expect(self.bench.field("Pieces")).to_have_value("13")
        self.bench.nudge("Dough in each", "ArrowDown")
        expect(self.bench.field("Dough in each")).to_have_value("61")
        self.bench.choose_by_keys("Closing", "half-moons")
        expect(self.page.locator("button[aria-label^='Closing: half-moons']")).to_be_focused()
        self.page.get_by_role("tab", selected=True).focus()
        keys.press("ArrowRight")
        expect(self.page.get_by_role("tab", selected=True)).to_be_focused()
        self.bench.saved()
        self.page.get_by_role("button", name="Start this bake").focus()
        keys.press("Enter")
        self.hands.at("Knead")
        self.assertEqual(Batch.objects.latest("id").version.document["pieces"], 13)

    def test_a_letter_typed_into_a_field_opens_no_tray(self) -> None:
        self.open_first_screen()
        before = self.page.get_by_role("tab", selected=True).inner_text()
        field = self.bench.field("Filling in each")
        field.click()
        field.fill("")
        self.page.keyboard.type("36 g")
        self.assertEqual(self.page.get_by_role("tab", selected=True).inner_text(), before)
        self.page.keyboard.press("Escape")
        expect(field).to_have_value("40")


class ByKnuckle(BrowserCase):
    def test_everything_in_hands_can_be_pressed_with_a_knuckle(self) -> None:
        page = self.page
        page.goto(f"/hands/{Batch.objects.get(finished=None).pk}")
        expect(page.get_by_role("timer")).to_be_visible()
        for step in ("Rise", "Divide", "Wrap"):
            for size in self.at_each_size(page):
                with self.subTest(size=size, step=step):
                    self.assertEqual(page.evaluate(TOO_SMALL, 44), [])
            self.hands.go_on()
        self.hands.sent()

    def test_the_figure_is_read_from_across_the_room_and_pressed_anywhere(self) -> None:
        page = self.fresh_context(size="phone").new_page()
        page.goto(f"/hands/{Batch.objects.get(finished=None).pk}")
        height = page.get_by_role("timer").evaluate("(e) => parseFloat(getComputedStyle(e).fontSize)")
        self.assertGreaterEqual(height, 80)
        before = page.get_by_role("heading", level=1).inner_text()
        page.get_by_role("button", name=re.compile("press anywhere here")).click(position={"x": 20, "y": 20})
        expect(page.get_by_role("heading", level=1)).not_to_have_text(before)

    def test_the_bench_can_be_touched_at_every_size(self) -> None:
        self.open_first_screen()
        for tray in ("weigh", "rise", "divide", "wrap", "proof", "heat"):
            self.bench.open(tray)
            for size in self.at_each_size(self.page):
                with self.subTest(size=size, tray=tray):
                    self.assertEqual(self.page.evaluate(TOO_SMALL, 24), [])
