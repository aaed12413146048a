"""From the first screen to the Notebook, as a newcomer would."""

import re

from playwright.sync_api import Route, expect

from batches.models import Batch
from tests.browser.base import BEHIND, BrowserCase

NONSENSE = re.compile(r"\bNaN\b|\bundefined\b|\bnull\b|Infinity|\[object")


class AWholeBake(BrowserCase):
    opened = BEHIND

    def test_a_newcomer_changes_the_sentence_bakes_and_finds_it_in_the_notebook(self) -> None:
        self.open_first_screen()
        bench, hands = self.bench, self.hands
        expect(self.page).to_have_title(re.compile("Beetroot and walnut buns"))

        # Every number of the sentence moves what depends on it.
        before = bench.tab("Weigh")
        bench.set("Pieces", "8")
        expect(self.page.get_by_role("tab", name=re.compile("^Divide"))).to_contain_text("8 × 62 g")
        self.assertNotEqual(bench.tab("Weigh"), before)
        bench.set("Dough in each", "70")
        expect(self.page.get_by_role("tab", name=re.compile("^Divide"))).to_contain_text("8 × 70 g")
        wrap = bench.tab("Wrap")
        bench.nudge("Filling in each", "Shift+ArrowUp")
        expect(self.page.get_by_role("tab", name=re.compile("^Wrap"))).not_to_have_text(wrap)
        rise = bench.tab("Rise")
        bench.set("Kitchen temperature", "25")
        expect(self.page.get_by_role("tab", name=re.compile("^Rise"))).not_to_have_text(rise)
        start = self.page.get_by_text(re.compile(r"^Start (\w+ )?\d\d:\d\d")).inner_text()
        bench.nudge("Hour to eat", "Shift+ArrowUp")
        expect(self.page.get_by_text(re.compile(r"^Start (\w+ )?\d\d:\d\d"))).not_to_have_text(start)
        for tray in ("weigh", "rise", "divide", "wrap", "proof", "heat"):
            bench.open(tray)
            self.assertNotRegex(bench.text(), NONSENSE)
            self.assertGreaterEqual(self.page.locator("main svg[role=img]").count(), 1)
        bench.saved()

        # Through Hands to the end, with two observations.
        bench.start()
        hands.at("Knead")
        hands.press("Kneaded, in the bowl")
        hands.the_rise()
        ready = self.page.get_by_text(re.compile("^ready ")).inner_text()
        hands.risen_by(10)
        hands.sent()
        expect(self.page.get_by_text("it had grown by 10 %")).to_be_visible()
        hands.move("In the oven, its light on")
        expect(self.page.get_by_text(re.compile("^ready "))).not_to_have_text(ready)
        hands.through("It has doubled")
        hands.through("Cut and rounded", "Rounded and rested", "The last is wrapped")
        hands.through("Into the steam")
        hands.at("Do not lift the lid")
        self.assertIn("tilt the lid", self.page.locator("main").inner_text())
        hands.reading("Probe says…", "The probe says", "71")
        hands.through("Off the fire", "Eat")
        hands.press("Good")
        hands.press("seams opened")
        self.page.get_by_label("A word for next time").fill("less filling next time")
        hands.press("Into the notebook")
        expect(self.page).to_have_url(re.compile(r"/notebook/\d+"))
        batch = Batch.objects.latest("id")
        self.assertEqual(
            sorted(batch.observations.exclude(kind="did").values_list("kind", flat=True)),
            sorted(["started", "risen", "moved", "doubled", "probe", *["done"] * 7]),
        )

        # And it is there for a browser that has kept nothing.
        self.page.evaluate("indexedDB.deleteDatabase('airycrumb')")
        self.assertIn("Beetroot and walnut buns", self.notebook.lines()[0])
        self.page.goto(f"/notebook/{batch.pk}")
        self.bench.says("less filling next time")
        self.bench.says("Seams opened")
        self.page.get_by_text("Every step beside its plan").click()
        steps = self.page.get_by_role("row").filter(has=self.page.get_by_role("rowheader", name="Knead", exact=True))
        expect(steps).to_contain_text(re.compile("later|sooner|as planned"))
        self.assertNotRegex(self.bench.text(), NONSENSE)


class Marks(BrowserCase):
    def test_the_demo_batch_under_way_goes_on_where_it_was(self) -> None:
        self.page.goto("/notebook")
        self.page.get_by_text("under way").first.click()
        self.hands.rising()
        expect(self.page.get_by_text("you saw +22 %")).to_be_visible()

    def test_a_mark_can_be_taken_back(self) -> None:
        self.open_first_screen()
        self.bench.start()
        self.hands.press("Kneaded, in the bowl")
        self.hands.rising()
        self.hands.sent()
        self.hands.press("Undo")
        self.hands.at("Knead")
        self.hands.sent()
        self.page.reload()
        self.hands.at("Knead")

    def held(self) -> list[Route]:
        """The next marks sent wait here until they are let go; what comes after goes through."""
        waiting: list[Route] = []
        self.page.route("**/observations", lambda route: waiting.append(route), times=1)
        return waiting

    def test_a_mark_taken_back_while_it_is_on_its_way_stays_taken_back(self) -> None:
        self.open_first_screen()
        self.bench.start()
        self.hands.at("Knead")
        waiting = self.held()
        with self.page.expect_request("**/observations"):
            self.hands.press("Kneaded, in the bowl")
        self.hands.rising()
        self.hands.press("Undo")
        self.hands.at("Knead")
        waiting[0].continue_()
        self.hands.sent()
        self.hands.at("Knead")
        self.page.reload()
        self.hands.at("Knead")

    def test_a_mark_that_cannot_be_takes_no_other_with_it(self) -> None:
        self.open_first_screen()
        self.bench.start()
        self.hands.at("Knead")
        waiting = self.held()
        with self.page.expect_request("**/observations"):
            self.hands.press("Kneaded, in the bowl")
        self.hands.rising()
        # Both wait behind the first, and go together: one is nonsense.
        self.hands.reading("Dough is at…", "The dough is at", "400")
        self.hands.reading("Dough is at…", "The dough is at", "25")
        waiting[0].continue_()
        self.bench.says("400 °C cannot be right")
        self.hands.sent()
        batch = Batch.objects.latest("id")
        kept = dict(batch.observations.values_list("kind", "value"))
        self.assertEqual(kept, {"started": None, "done": None, "dough_temperature": 25.0})

    def test_marks_made_while_the_server_is_away_arrive_when_it_is_back(self) -> None:
        self.open_first_screen()
        self.bench.start()
        self.hands.at("Knead")
        self.context.set_offline(True)
        self.hands.press("Kneaded, in the bowl")
        self.hands.rising()
        self.hands.risen_by(50)
        self.bench.says("your marks are kept here")
        self.context.set_offline(False)
        self.hands.sent()
        self.page.reload()
        self.hands.rising()
        kinds = list(Batch.objects.latest("id").observations.values_list("kind", flat=True))
        self.assertEqual(sorted(kinds), ["done", "risen", "started"])

    def test_a_reading_that_cannot_be_is_refused_with_a_sentence_and_the_step_stays(self) -> None:
        self.open_first_screen()
        self.bench.start()
        self.hands.press("Kneaded, in the bowl")
        self.hands.reading("Dough is at…", "The dough is at", "400")
        self.bench.says("cannot be right")
        self.hands.rising()
        self.hands.press("Dough is at…")
        self.page.get_by_label("The dough is at", exact=True).last.fill("warm")
        self.hands.press("Note it")
        self.bench.says("Type a number")
