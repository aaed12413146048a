"""Batches with the clock moved: each load by itself, moves over two dates, several batches at once, slips."""

import re
import uuid
from datetime import datetime, timedelta
from typing import Any
from zoneinfo import ZoneInfo

from django.utils import timezone
from playwright.sync_api import expect

from accounts.models import Household
from bakes import services as bakes
from bakes.models import Bake
from batches.models import Batch, Observation
from kitchens.models import Kitchen
from tests.browser.base import BrowserCase
from tests.browser.driver import Bench, Hands
from tests.core.examples import bake_document

BEFORE_HEAT = (("weigh", 215), ("rise", 110), ("divide", 90), ("wrap", 65))  # min before the proof ended
STEAM = {"method": "steam", "rest": "5 min", "fire": "high"}
OVEN = {"method": "oven", "temperature": "220 C", "rest": "5 min"}


class Events(BrowserCase):
    """Bakes and batches made without the Bench."""

    page_of_its_own = True

    def setUp(self) -> None:
        super().setUp()
        self.household = Household.objects.get(pk=Kitchen.objects.earliest("pk").household_id)

    def baked(self, kind: str = "beetroot-walnut-buns", **changes: Any) -> Bake:
        """A bake in this household."""
        document = bake_document(kind, **{"plan": {"eat_at": None}, **changes})
        return bakes.create(self.household, document, uuid.uuid4()).bake

    def begun(self, bake: Bake) -> Batch:
        """A batch of it, started on the Bench. From here on the page's clock goes by what is waited for."""
        if not self.hands.patient:
            self.hands.in_its_time()
        self.page.goto(f"/bench/{bake.pk}")
        self.bench.worked()
        self.bench.start()
        self.hands.front()
        return Batch.objects.latest("pk")

    def under_way(self, bake: Bake, proofed: float | None = None, wrapped: bool = True) -> Batch:
        """A batch of it, wrapped or about to be. proofed: min ago."""
        kitchen, head = Kitchen.objects.earliest("pk"), bake.versions.get(number=bake.head)
        batch = Batch.objects.create(
            household=self.household,
            version=head,
            kitchen=kitchen,
            kitchen_document=kitchen.document,
            plan={"pieces": head.document["pieces"], "room_c": 20, "eat": timezone.now().isoformat(), "rise_min": None},
            started=timezone.now() - timedelta(minutes=240 + (proofed or 0)),
            utc_offset=0,
        )
        self.mark(batch, "started", "weigh", 240 + (proofed or 0))
        for stage, ago in BEFORE_HEAT[: 4 if wrapped else 3]:
            self.mark(batch, "done", stage, ago + (proofed or 0))
        if proofed is not None:
            self.mark(batch, "done", "proof", proofed)
        return batch

    def mark(self, batch: Batch, kind: str, stage: str, ago: float) -> None:
        at = timezone.now() - timedelta(minutes=ago)
        Observation.objects.create(batch=batch, client_id=uuid.uuid4(), kind=kind, stage=stage, at=at)

    def arrived(self, batch: Batch, kind: str) -> Observation:
        """The one mark of a kind, once the server has it."""
        for _ in range(150):
            found = batch.observations.filter(kind=kind).first()
            if found is not None:
                return found
            self.page.wait_for_timeout(100)
        raise AssertionError(f"no mark of kind {kind} came")

    def finish(self) -> None:
        """Through to the notebook."""
        self.hands.through("Eat")
        self.hands.press("Good")
        self.hands.press("Into the notebook")
        expect(self.page).to_have_url(re.compile(r"/notebook/\d+"))


class Loads(Events):
    def test_two_loads_of_raw_buns_a_probe_in_the_second_and_each_in_the_notebook(self) -> None:
        batch = self.begun(self.baked("hake-fennel-buns", pieces=20, heat=STEAM))
        self.hands.through("Load 1 is out")
        self.hands.at("Into the steam: load 2 of 2")
        self.hands.through("It is in")
        self.hands.at("Do not lift the lid")
        # A cold middle just after going in is what the second load's own clock expects.
        before = self.page.get_by_role("timer").inner_text()
        self.hands.reading("Probe says…", "The probe says", "21")
        self.assertEqual(self.arrived(batch, "probe").event, "heat.1.2")
        # Where a probe has spoken there is less to allow for; nothing is added.
        minutes = int(before.split(":")[0])
        near = "|".join(str(m) for m in range(minutes - 4, minutes + 2))
        expect(self.page.get_by_role("timer")).to_have_text(re.compile(rf"^({near}):"))
        self.hands.through("Load 2 is out")
        self.finish()
        rows = self.page.get_by_role("table", name="Each load in the heat").get_by_role("row")
        expect(rows).to_have_count(3)
        expect(rows.nth(1)).to_contain_text("load 1 of 2")
        self.assertNotIn("Heat took", self.page.locator("main").inner_text())

    def test_half_steamed_half_baked_on_a_stone_lit_before_wrapping_each_with_its_own_line(self) -> None:
        half = bake_document("pear-hazelnut-buns")
        group = {"pieces": 6, "filling_per_piece": "40 g", "filling": half["filling"], "heat": {**OVEN, "on": "stone"}}
        warm = {"to": 1.15, "air": "35 C"}
        # On a tablet, standing upright, its figure is read from across the room.
        self.page.set_viewport_size({"width": 820, "height": 1180})
        self.begun(self.baked(pieces=6, heat=STEAM, more_groups=[group], proof=warm))
        self.hands.through("Kneaded, in the bowl")
        height = self.page.get_by_role("timer").evaluate("(e) => parseFloat(getComputedStyle(e).fontSize)")
        self.assertGreaterEqual(height, 120)
        while self.page.get_by_role("heading", level=1, name="How did they turn out?").count() == 0:
            self.hands.go_on()
        pressed = self.hands.pressed
        self.assertTrue({"heat.1.1.out", "heat.2.1.light", "heat.2.1.in", "heat.2.1.out"} <= set(pressed), pressed)
        self.assertLess(pressed.index("heat.2.1.light"), pressed.index("wrap.last"), pressed)
        self.hands.press("Good")
        self.hands.press("Into the notebook")
        expect(self.page.get_by_role("table", name="Each load in the heat").get_by_role("row")).to_have_count(3)

    def test_a_pan_that_would_leave_the_middle_cold_says_so_is_put_right_and_its_pieces_are_turned(self) -> None:
        pan = {"method": "pan", "rest": "2 min", "minutes": "4 min"}
        self.begun(self.baked("hake-fennel-buns", heat=pan))
        self.hands.waiting_for("Into the pan")
        unsafe = self.page.get_by_role("alert").filter(has_text="°C")
        expect(unsafe).to_be_visible()
        unsafe.get_by_role("button", name=re.compile("^Give them")).click()
        expect(unsafe).to_have_count(0)
        self.hands.through("Into the pan", "Turned")
        self.hands.at("Under the lid|Turn them over")
        self.finish()

    def test_a_tray_is_turned_and_what_is_past_is_not_still_the_headline(self) -> None:
        baked = self.baked("mushroom-buckwheat-half-moons", heat={**OVEN, "temperature": "200 C", "wash": "egg"})
        batch = self.under_way(baked, proofed=12)
        page = self.page
        page.clock.install(time=timezone.now())
        page.goto(f"/hands/{batch.pk}")
        self.hands.at("Leave the door shut")
        page.clock.fast_forward("03:00")
        self.hands.at("Turn the tray round")
        page.clock.fast_forward("06:00")
        self.hands.at("Leave the door shut|Out: |Only colour")

    def test_into_an_oven_that_nobody_has_lit_is_asked_about_and_lighting_it_comes_first_once_it_is_due(self) -> None:
        oven = {"method": "oven", "temperature": "190 C", "minutes": None, "rest": "5 min"}
        batch = self.under_way(self.baked("kale-potato-braids", heat=oven), wrapped=False)
        self.page.clock.install()
        self.page.goto(f"/hands/{batch.pk}")
        self.hands.through("The last is wrapped")
        self.hands.at("Leave them to grow")
        self.page.get_by_role("button", name="Into the oven", exact=True).click()
        asked = self.page.get_by_role("alertdialog", name="Is it hot?")
        expect(asked).to_contain_text("Nobody has marked that it is on")
        asked.get_by_role("button", name="No, not yet").click()
        expect(asked).to_have_count(0)
        self.page.clock.fast_forward("02:00:00")
        self.hands.at("Light the oven|Heat the oven|Oven on")
        self.hands.waiting_for("Into the oven")
        self.hands.press("Into the oven")
        self.hands.at("Leave the door shut|Out: ")
        self.hands.sent()
        self.assertEqual(batch.observations.filter(kind="done", stage="proof").count(), 1)


class Moving(Events):
    def test_bench_then_fridge_overnight_is_told_at_its_hour_and_with_the_day_and_runs_to_the_notebook(self) -> None:
        spots = [{"where": "bench", "for": "45 min"}, {"where": "fridge", "for": "12 h"}, {"where": "bench"}]
        page = self.page
        batch = self.begun(self.baked(rise={"to": 2.8, "spots": spots}))
        self.hands.press("Kneaded, in the bowl")
        self.hands.at("Let it rise")
        expect(page.get_by_role("region", name="Next")).to_contain_text("To the next spot: in the fridge")
        self.hands.sent()
        page.clock.fast_forward("50:00")
        self.hands.at("Move it, covered: in the fridge")
        expect(page.get_by_role("alert", name="Calling")).to_contain_text("in the fridge")
        self.hands.press("It is moved")
        moved = self.arrived(batch, "moved")
        self.assertEqual((moved.where, moved.event), ("fridge", "rise.move.1"))
        now = datetime.now() + timedelta(minutes=50)
        then = now + timedelta(hours=12)
        # Its day is told wherever it is another than the page's own.
        other_day = "" if then.date() == now.date() else then.strftime("%a ")
        expect(page.get_by_role("region", name="Next")).to_contain_text(re.compile(rf"at {other_day}\d\d:\d\d"))
        self.finish()
        self.assertIn("rise.move.2", self.hands.pressed)
        last = batch.observations.latest("at").at
        self.assertGreater(last - moved.at, timedelta(hours=12))
        expect(page.get_by_role("heading", level=1)).to_contain_text("Beetroot and walnut buns")


class Several(Events):
    def test_three_batches_ring_from_one_list_on_any_view_and_are_one_press_apart(self) -> None:
        page, calling = self.page, self.page.get_by_role("alert", name="Calling")
        first = self.begun(self.baked("hake-fennel-buns", heat=STEAM))
        self.hands.through("Into the steam")
        self.hands.sent()
        short = {"clock": ["20 min"]}
        names = ("kale-potato-braids", "squash-lentil-half-moons")
        second, third = (self.begun(self.baked(name, rise=short)) for name in names)
        for batch in (second, third):
            page.goto(f"/hands/{batch.pk}")
            self.hands.through("Kneaded, in the bowl")
            self.hands.sent()
        page.clock.fast_forward("25:00")
        page.goto("/kitchen")
        # A burning pot comes before a dough that is ready.
        expect(calling).to_contain_text("Hake and fennel buns")
        expect(calling).to_contain_text("Out: the pieces")
        calling.get_by_role("link", name="Go there").click()
        expect(page).to_have_url(re.compile(f"/hands/{first.pk}$"))
        self.hands.at("Out: the pieces|Do not lift")
        self.finish()
        page.goto(f"/hands/{third.pk}")
        others = page.get_by_role("region", name="Next").get_by_role("link")
        others.filter(has_text="Kale").first.click()
        expect(page).to_have_url(re.compile(f"/hands/{second.pk}$"))
        rung = set()
        expect(calling).to_be_visible()
        while calling.is_visible():
            rung.add(calling.inner_text().split("\n")[1].split(",")[0])
            calling.get_by_role("button", name="I heard it").click()
            page.clock.run_for(200)
        self.assertLessEqual({"Kale and potato braids", "Squash and lentil half-moons"}, rung)
        # What was heard is heard on every view, and after a reload.
        page.goto("/kitchen")
        page.clock.run_for(1500)
        self.assertEqual(calling.count(), 0, calling.all_inner_texts())

    def test_two_batches_of_one_bake_are_told_apart_by_the_hour_they_were_begun(self) -> None:
        bake = self.baked("kale-potato-braids", heat=OVEN)
        sooner, later = self.under_way(bake, wrapped=False), self.under_way(bake, proofed=5)
        other = self.under_way(self.baked("squash-lentil-half-moons"), wrapped=False)
        self.page.goto(f"/hands/{other.pk}")
        chips = self.page.get_by_role("region", name="Next").get_by_role("link").filter(has_text="braids")
        expect(chips).to_have_count(2)
        zone = ZoneInfo("Europe/Lisbon")
        begun = {f"plain begun {b.started.astimezone(zone):%H:%M}" for b in (sooner, later)}
        told = [" ".join(text.split()) for text in chips.all_inner_texts()]
        self.assertTrue(all(any(hour in text for text in told) for hour in begun), (begun, told))
        # One of its name alone needs no hour.
        self.page.goto(f"/hands/{later.pk}")
        squash = self.page.get_by_role("region", name="Next").get_by_role("link").filter(has_text="Squash")
        expect(squash).to_be_visible()
        expect(squash).not_to_contain_text("begun")

    def test_what_calls_is_spoken_where_that_is_switched_on_and_stays_so(self) -> None:
        page = self.page
        # No voice in a browser without a screen: what it is told to say is written down.
        page.add_init_script("speechSynthesis.speak = (told) => (window.told = [...(window.told ?? []), told.text])")
        self.under_way(self.baked("hake-fennel-buns", heat=STEAM), proofed=25)
        page.goto("/kitchen")
        calling = page.get_by_role("alert", name="Calling")
        expect(calling).to_contain_text("Out: the pieces")
        self.assertIsNone(page.evaluate("window.told ?? null"))
        calling.get_by_role("button", name="not spoken").click()
        # The demo has another of its name under way.
        self.assertRegex(
            page.evaluate("window.told.join()"), r"^Hake and fennel buns, begun \d\d:\d\d: Out: the pieces$"
        )
        page.reload()
        expect(calling.get_by_role("button", name="spoken too")).to_be_visible()
        page.wait_for_function("window.told?.length === 1")
        calling.get_by_role("button", name="spoken too").click()
        expect(calling.get_by_role("button", name="not spoken")).to_be_visible()

    def test_slips_are_harmless_by_touch_on_a_phone_from_start_to_notebook(self) -> None:
        page = self.fresh_context(size="phone", touch=True).new_page()
        self.open_first_screen(page)
        # Tonight, for tomorrow's hour: which is meant is asked.
        tomorrow = (timezone.now() + timedelta(hours=26)).isoformat(timespec="minutes")
        bake = self.baked(plan={"eat_at": tomorrow})
        page.goto(f"/bench/{bake.pk}")
        Bench(page).worked()
        page.get_by_role("button", name="Start this bake").tap()
        page.get_by_role("button", name=re.compile("^Not yet: it begins at")).tap()
        self.assertEqual(Batch.objects.filter(version__bake=bake).count(), 0)
        page.get_by_role("button", name="Start this bake").tap()
        page.get_by_role("button", name=re.compile("^Start now: eat about")).tap()
        hands = Hands(page)
        hands.at("Knead")
        # Twice in a hurry: the second falls on what comes next, and is none.
        page.get_by_role("button", name="Kneaded, in the bowl", exact=True).dblclick()
        hands.rising()
        hands.sent()
        self.assertEqual(Batch.objects.latest("pk").observations.filter(kind="done").count(), 1)
        hands.the_rise()
        hands.sent()
        page.get_by_role("button", name=re.compile("press anywhere here$")).tap()
        asked = page.get_by_role("alertdialog", name="Already?")
        expect(asked).to_be_visible()
        asked.get_by_role("button", name="No, not yet").tap()
        hands.at("Let it rise")
        self.assertEqual(Batch.objects.latest("pk").observations.filter(kind="done").count(), 1)
        hands.through("Load 2 is out", "Eat")
        page.get_by_role("button", name="Good", exact=True).tap()
        page.get_by_role("button", name="Into the notebook").tap()
        expect(page).to_have_url(re.compile(r"/notebook/\d+"))
