"""A rise followed by eye, moved, and turned to an hour; the kitchen's own warmth; the eye trained."""

import re
import uuid
from datetime import timedelta

from django.utils import timezone
from playwright.sync_api import expect

from accounts.models import Household
from bakes.models import BakeVersion
from batches import services as batches
from batches.models import Batch, Observation
from batches.services import Seen
from devices import services as devices
from tests.browser.base import BEHIND, BrowserCase


class TheRise(BrowserCase):
    opened = BEHIND

    def rising_since(self, minutes: int) -> int:
        """A batch of the first bake whose dough has stood in its bowl for so long."""
        household = Household.objects.get()
        bake = BakeVersion.objects.filter(document__name="Beetroot and walnut buns").latest("id").bake
        now = timezone.localtime()
        batch = batches.start(household, bake.pk, None, None, now - timedelta(minutes=minutes + 20))
        mixed = Seen(uuid.uuid4(), "done", "weigh", now - timedelta(minutes=minutes))
        batches.observe(household, batch.pk, [mixed])
        return batch.pk

    def test_a_look_moves_the_hour_a_move_moves_it_again_and_nothing_is_lost(self) -> None:
        self.open_first_screen()
        batch = self.rising_since(60)
        hands, page = self.hands, self.page
        page.goto(f"/hands/{batch}")
        hands.the_rise()
        ready = page.get_by_text(re.compile("^ready "))
        first = ready.inner_text()
        hands.drag_jar(40)
        hands.sent()
        expect(page.get_by_role("list", name="What each look changed")).to_contain_text(
            "it had grown by 40 %, more than the"
        )
        expect(ready).not_to_have_text(first)
        looks_at = ready.inner_text()
        self.server.stop()
        hands.move("In the oven, its light on")
        expect(page.get_by_text("Server out of reach")).to_be_visible()
        self.server.start()
        expect(ready).not_to_have_text(looks_at)
        hands.sent()
        self.assertEqual(Observation.objects.get(kind="moved").where, "oven light")
        page.reload()
        expect(page.get_by_text(re.compile("in the oven, its light on"))).to_be_visible()
        expect(page.get_by_role("list", name="What each look changed")).to_contain_text("40 %")

    def test_a_poke_and_a_question_about_being_late(self) -> None:
        self.open_first_screen()
        self.page.goto(f"/hands/{self.rising_since(70)}")
        self.hands.press("Poked…")
        self.page.get_by_role("button", name="Back at once").click()
        expect(self.page.get_by_role("list", name="What each look changed")).to_contain_text(
            "a poke sprang back at once"
        )
        self.hands.press("Late or early…")
        self.page.get_by_label("Minutes late").fill("240")
        self.page.get_by_role("button", name="Is it lost?").click()
        expect(self.page.get_by_text("well past its best")).to_be_visible()
        self.page.get_by_label("Minutes away").fill("lots")
        self.page.get_by_role("button", name="What now?").click()
        expect(self.page.get_by_role("alert")).to_contain_text("Write minutes as a number")

    def test_a_rise_under_way_can_be_marked_on_the_bench_too(self) -> None:
        self.open_first_screen()
        self.rising_since(60)
        self.open_first_screen()
        self.bench.open("Rise")
        here = self.page.get_by_role("region", name="Under way")
        before = here.get_by_role("heading").inner_text()
        here.get_by_role("button", name="Risen by…").click()
        self.page.get_by_role("slider", name="Level in the jar").focus()
        self.page.keyboard.press("ArrowUp")
        self.page.get_by_role("button", name="It has risen by 55 %").click()
        expect(here).to_contain_text("it had grown by 55 %")
        expect(here.get_by_role("heading")).not_to_have_text(before)
        here.get_by_role("button", name="Take the last back").click()
        expect(here.get_by_role("heading")).to_have_text(before)
        here.get_by_role("link", name="to Hands").click()
        self.hands.the_rise()

    def test_ready_at_an_hour_changes_the_yeast_and_undo_brings_it_back(self) -> None:
        bench = self.bench
        self.open_first_screen()
        bench.open("Weigh")
        yeast = self.page.get_by_role("row", name=re.compile("instant yeast"))
        before = yeast.first.inner_text()
        bench.open("Rise")
        # Three hours after the rise begins, wherever the test's clock stands.
        begins = bench.tab("Rise").split()[1]
        hour = (int(begins[:2]) + 3) % 24
        self.page.get_by_label("Ready at", exact=True).fill(f"{hour:02d}:{begins[3:5]}")
        self.page.get_by_role("button", name="How?").click()
        self.page.get_by_role("listitem").filter(has_text="yeast:").get_by_role("button", name="Do that").click()
        bench.open("Weigh")
        expect(yeast.first).not_to_have_text(before)
        bench.undo()
        expect(yeast.first).to_have_text(re.compile(re.escape(before.split("\t")[-1].strip().split("\n")[0])))

    def test_a_cold_night_a_second_rise_and_a_dough_that_only_rests(self) -> None:
        bench = self.bench
        self.open_first_screen()
        bench.open("Rise")
        bench.choose("Where it rises, and after that", "in the fridge")
        bench.says("in the fridge")
        bench.set("Where it rises, how long", "30")
        bench.choose("Second rise", "knocked back, and again")
        expect(self.page.get_by_role("region", name="Second rise").last).to_contain_text("ready")
        bench.choose("Lifted by", "nothing")
        bench.says("does not rise")
        self.assertIn("rests", bench.tab("Rise"))
        for _ in range(4):
            bench.undo()
        bench.saved()
        self.assertNotIn("spots", BakeVersion.objects.latest("id").document["rise"])

    def test_rests_by_the_clock_are_folded_between_and_teach_nothing(self) -> None:
        self.open_first_screen()
        self.bench.open("rise")
        self.bench.choose("How the rise ends", "By the clock")
        self.bench.choose("Fold the dough", "fold, and rest again")
        self.bench.says(r"Leave it 60 \+ 60 min")
        self.bench.says("by then about")
        self.bench.start()
        self.hands.press("Kneaded, in the bowl")
        expect(self.page.get_by_role("region", name="Next")).to_contain_text("Fold the dough")
        self.hands.through("Its time is up")
        self.hands.through("Cut and rounded")
        self.hands.sent()
        marks = Batch.objects.latest("pk").observations.values_list("kind", flat=True)
        self.assertNotIn("doubled", marks)

    def test_what_if_two_curves_are_side_by_side(self) -> None:
        self.open_first_screen()
        self.bench.open("Rise")
        self.page.get_by_role("button", name="keep it to compare").click()
        self.bench.set("Yeast share", "0.6")
        self.bench.says("dashed: as it was, ready")
        expect(self.page.locator("main svg path[stroke-dasharray]").first).to_be_visible()
        self.page.get_by_role("button", name="let it go").click()
        expect(self.page.get_by_text("dashed: as it was")).to_have_count(0)


class MyKitchen(BrowserCase):
    def test_a_day_is_drawn_or_read_and_a_spot_of_my_own_is_offered(self) -> None:
        self.open_first_screen()
        self.page.goto("/kitchen")
        self.page.get_by_label("Warmth at 06:00").fill("16")
        self.page.get_by_role("button", name="Keep this day").click()
        self.bench.says("follow this, hour by hour")
        expect(self.page.get_by_label("Warmth at 06:00")).to_have_value("16")
        log = "time,temperature\n2026-11-24 06:10,15.5\n2026-11-24 14:00,22\n2026-11-24 21:00,19\n"
        self.page.get_by_label("Open a logger's CSV").set_input_files(
            {"name": "log.csv", "mimeType": "text/csv", "buffer": log.encode()}
        )
        expect(self.page.get_by_label("Warmth at 15:00")).to_have_value("21.5")
        self.page.get_by_label("Open a logger's CSV").set_input_files(
            {"name": "x.csv", "mimeType": "text/csv", "buffer": b"a poem"}
        )
        expect(self.page.get_by_role("alert")).to_contain_text("No day's warmth was found")
        self.page.get_by_label("Name of the spot").fill("boiler cupboard")
        self.page.get_by_label("Warmth of the spot").fill("29")
        self.page.get_by_role("button", name="Add", exact=True).click()
        self.bench.says("boiler cupboard")
        self.open_first_screen()
        self.bench.open("Rise")
        self.bench.choose("Where it rises", "boiler cupboard")
        self.bench.says("boiler cupboard: 29 °C")

    def test_a_thermometer_is_added_believed_and_missed(self) -> None:
        self.open_first_screen()
        self.page.goto("/kitchen")
        self.page.get_by_label("Name of the instrument").fill("by the window")
        self.page.get_by_role("button", name="Add a thermometer").click()
        token = self.page.locator("code").inner_text()
        sensor = devices.device_with(token)
        assert sensor
        self.open_first_screen()
        self.bench.open("Rise")
        self.bench.choose("Room from", "by the thermometer")
        self.bench.says("thermometer is silent: going by 20 °C")
        devices.take(sensor, [devices.Sent(timezone.now() - timedelta(minutes=1), 24.5)])
        self.bench.nudge("Rise to")
        self.bench.says("on the bench: 24.5 °C")

    def test_nothing_runs_off_the_side_of_the_new_views(self) -> None:
        tab = self.page
        self.open_first_screen()
        for place in ("/kitchen", "/notebook/eye"):
            tab.goto(place)
            expect(tab.get_by_role("heading", level=1)).to_be_visible()
            for size in self.at_each_size(tab):
                with self.subTest(size=size, place=place):
                    self.assertLessEqual(tab.evaluate("document.documentElement.scrollWidth - innerWidth"), 0)


class TheEye(BrowserCase):
    def test_a_picture_is_judged_explained_and_counted(self) -> None:
        self.open_first_screen()
        self.page.goto("/notebook")
        self.page.get_by_role("link", name="train the eye").click()
        for _ in range(2):
            expect(self.page.get_by_role("region", name="Question").get_by_role("img").first).to_be_visible()
            self.page.get_by_role("region", name="Question").get_by_role("button").nth(1).click()
            expect(self.page.get_by_role("status")).to_contain_text(re.compile("Right|You said"))
            expect(self.page.get_by_role("region", name="Score")).to_contain_text(re.compile(r"\d of \d"))
            self.page.get_by_role("button", name="The next one").click()
        self.page.reload()
        text = self.page.get_by_role("region", name="Score").inner_text()
        self.assertEqual(sum(int(of) for of in re.findall(r"\d+ of (\d+)", text)), 2)
