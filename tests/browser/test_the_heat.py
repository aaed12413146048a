"""Steamed from the freezer on a mountain, in two loads, with a probe; and what sank, explained from its own record."""

import os
import re
from typing import Any

from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import expect

from bakes.models import Bake
from batches.models import Batch
from devices import services
from scripts.serving import stand_in
from tests.browser.base import BEHIND, SIZES, BrowserCase, _die_with_parent
from tests.browser.begun import Begun, bake_id

STAGES = {"weigh": 215.0, "rise": 110.0, "divide": 90.0, "wrap": 65.0, "proof": 9.0}  # min ago
ARMS_LENGTH_PX = 18


class TheHeat(BrowserCase):
    opened = BEHIND

    def heat_of(self, name: str) -> None:
        """Open a demo bake's Heat tray."""
        self.open_first_screen()
        self.page.goto(f"/bench/{bake_id(name)}?tray=heat")
        self.bench.worked()

    def minutes(self) -> float:
        """Minutes the Heat tab says."""
        found = re.search(r"(?:(\d+) h )?(\d+)(?: min)?", self.bench.tab("heat").split("\n")[-1])
        assert found
        return 60 * float(found[1] or 0) + float(found[2])

    def test_a_raw_fish_bun_from_frozen_in_a_basket_at_1600_metres(self) -> None:
        self.heat_of("Hake")
        fresh = self.minutes()
        self.more()
        self.page.get_by_role("link", name="my kitchen").click()
        field = self.page.get_by_label("Height above the sea", exact=True)
        field.fill("1600")
        field.press("Enter")
        expect(self.page.get_by_label("Height above the sea", exact=True)).to_have_value("1600 m")
        self.heat_of("Hake")
        self.bench.says("water boils, 95 °C")
        high = self.minutes()
        self.assertGreater(high, fresh)
        self.bench.choose("They come", "from the freezer")
        self.bench.says("Straight from the freezer: do not thaw them")
        self.bench.says("-18 °C going in")
        self.assertGreater(self.minutes(), 1.3 * high)
        self.bench.says("Probe the middle: 75 °C, held for 30 s")
        self.bench.says("over the 120 min limit|Stands warm")
        self.bench.pull("See inside")
        expect(self.page.get_by_role("img", name=re.compile("^The piece cut through, .* in the heat"))).to_be_visible()
        scrub = self.page.get_by_role("slider", name="Minute")
        scrub.focus()
        self.page.keyboard.press("Home")
        expect(self.page.get_by_text("coldest -18 °C")).to_be_visible()
        self.bench.saved()
        self.assertEqual(
            Bake.objects.get(pk=bake_id("Hake")).versions.latest("number").document["heat"]["from"], "frozen"
        )

    def test_raw_buns_kept_too_long_are_stopped_and_have_an_hour_to_bake_by(self) -> None:
        self.heat_of("Hake")
        self.bench.choose("They come", "from the fridge")
        self.bench.says("Into the heat by")
        expect(self.page.get_by_text("Kept too long")).to_have_count(0)
        self.bench.set("Kept cold for", "3000")
        self.bench.says("Kept too long: into the heat by")
        self.bench.says("raw meat, poultry or fish are given 1 day there")
        self.page.get_by_role("button", name=re.compile("^Into the heat by")).click()
        expect(self.page.get_by_text("Kept too long")).to_have_count(0)
        self.bench.start()
        self.hands.through("Into the fridge")
        self.hands.at("Keep them in the fridge")
        self.bench.says("Into the heat by")

    def test_half_of_them_are_frozen_raw_and_the_day_is_that_of_the_others(self) -> None:
        self.open_first_screen()
        self.bench.open("weigh")
        self.bench.pull("Change the recipe")
        self.page.get_by_role("button", name="freeze half of them raw").click()
        expect(self.bench.field("Pieces")).to_have_value("6")
        self.bench.open("heat")
        self.bench.says("6 kept raw")
        self.bench.says(r"Freeze 6 of them raw, on a tray and then in a bag\. Steam those straight from the cold for")
        expect(self.page.get_by_role("heading", name=re.compile("straight from the freezer"))).to_be_visible()
        # Two months are too long for the yeast: one press makes it one.
        self.bench.set("Kept cold for of beetroot and walnut", "1440 h")
        self.bench.says("Frozen for 60 days: the yeast is weaker by then")
        self.page.get_by_role("button", name="Freeze for 30 days").click()
        expect(self.page.get_by_text("Frozen for 60 days")).to_have_count(0)
        self.bench.start()
        self.hands.through("They are in the cold")

    def test_egg_on_it_and_sesame_on_top_are_on_the_label(self) -> None:
        self.heat_of("Pear")
        self.bench.choose("Heat", "baked")
        self.bench.choose("Wash", "egg yolk")
        self.bench.open("weigh")
        self.bench.pull("Change the recipe")
        self.bench.choose_food("Put on top", "sesame seeds")
        self.bench.says("sesame seeds")
        self.bench.open("heat")
        self.bench.pull("Afterwards")
        self.bench.says("contains .*egg.*sesame.*; may contain")
        self.bench.says("Set aside unbaked: in the fridge until")

    def test_a_second_load_is_held_back_in_the_fridge(self) -> None:
        self.heat_of("Hake")
        self.bench.set("Pieces", "24")
        self.bench.says(r"\d+ fit at once: \d loads")
        self.bench.says("on the bench and grows to")
        self.page.get_by_role("button", name="Keep the rest in the fridge").click()
        self.bench.says("in the fridge and grows to 1.0")
        self.bench.says("It comes cold, and needs about")
        expect(self.page.get_by_label("In the basket")).to_contain_text("waits")
        self.bench.undo()
        self.bench.says("on the bench and grows to")

    def test_120_degrees_for_20_minutes_is_caught_and_another_oven_taken(self) -> None:
        self.heat_of("Pear")
        self.bench.choose("Heat", "baked")
        self.bench.set("Oven temperature", "120")
        self.bench.choose("Time in the heat", "a stated time")
        self.bench.set("Stated minutes", "20")
        self.bench.says("20 min leaves the middle at about")
        self.bench.pull("Which oven would do")
        take = self.page.get_by_role("button", name=re.compile(r"^Take \d+ °C")).first
        take.click()
        expect(self.page.get_by_text("20 min leaves the middle")).to_have_count(0)
        self.bench.says("On other ovens")

    def test_a_rest_that_cannot_be_is_put_right_after_a_reload_without_a_plan(self) -> None:
        self.heat_of("Hake")
        self.bench.set("Rest", "-5")
        self.bench.says("Keep it between 0 min and 60 min")
        self.bench.saved()
        # Another browser, with no history to undo and no plan to show.
        page = self.fresh_context().new_page()
        page.goto("/")
        page.goto(f"/bench/{bake_id('Hake')}?tray=heat")
        field = page.get_by_label("heat.rest", exact=True)
        expect(field).to_have_value("-5 min")
        field.fill("6 min")
        field.press("Enter")
        expect(page.get_by_role("tab", name=re.compile("^Heat.*6 rest"))).to_be_visible()

    def test_the_region_decides_whose_line_is_quoted(self) -> None:
        self.heat_of("Hake")
        self.bench.says("Probe the middle: 75 °C")
        self.more()
        self.page.get_by_role("link", name="my kitchen").click()
        self.bench.choose("Food-safety guidance", "United States")
        expect(self.page.locator('button[aria-label^="Food-safety guidance: United States"]')).to_be_visible()
        self.heat_of("Hake")
        self.bench.says("Probe the middle: 74 °C")

    def test_keeping_is_told_and_the_bake_goes_on_paper(self) -> None:
        self.heat_of("Kale")
        self.bench.pull("Afterwards")
        self.bench.says("Reheat to 82 °C in the middle")
        self.bench.says("contains egg, milk, wheat")
        with self.page.expect_download() as download:
            self.page.get_by_role("link", name=re.compile("^Print the bake")).click()
        self.assertEqual(download.value.suggested_filename, "bake-a4.pdf")

    def test_it_reads_well_in_three_sizes_and_two_themes(self) -> None:
        page = self.page
        self.open_first_screen(page)
        page.goto(f"/bench/{bake_id('Squash')}?tray=heat")
        for folded in ("See inside", "Which oven would do", "Afterwards"):
            self.bench.pull(folded)
        expect(page.get_by_text("Reheat to 82 °C")).to_be_visible()
        expect(page.get_by_role("slider", name="Minute")).to_be_visible()
        for (size, (width, height)), theme in zip(SIZES.items(), ("light", "dark", "dark"), strict=True):
            page.set_viewport_size({"width": width, "height": height})
            page.emulate_media(color_scheme=theme)
            with self.subTest(size=size, theme=theme):
                wide = page.evaluate("document.documentElement.scrollWidth - innerWidth")
                self.assertLessEqual(wide, 0, "it scrolls sideways")
                found = Axe().run(page, options={"runOnly": ["wcag2a", "wcag2aa"]})
                self.assertEqual(found.violations_count, 0, found.generate_report())


class InHands(Begun):
    """A batch of raw-fish buns that went into the steam nine minutes ago."""

    def steaming(self) -> Batch:
        """The batch, its marks made."""
        return self.begun("Hake", started=240, **STAGES)

    def probe(self, **more: Any) -> None:
        """The simulated probe, in a piece for nine minutes; it was out of reach and kept its readings."""
        _, token = services.add(self.household, None, "probe", "test probe", stand_in=True)
        env = {**os.environ, "AIRYCRUMB_PROBE_TOKEN": token}
        options = ("--every", "0.15", "--behind", "9", "--passes", "24")
        running = stand_in(env, "probe", self.server.port, *options, preexec_fn=_die_with_parent)
        self.addCleanup(running.wait)
        self.addCleanup(running.terminate)

    def test_the_probe_through_a_steam_lost_and_found_and_kept(self) -> None:
        batch = self.steaming()
        self.page.goto(f"/hands/{batch.pk}")
        self.hands.at("Do not lift the lid")
        before = self.page.get_by_text(re.compile(r"the middle reaches 75\s°C at \d+:\d\d")).inner_text()
        self.probe()
        shown = self.page.get_by_label("The probe says")
        expect(shown).to_contain_text(re.compile(r"[23]\d(\.\d)?\s°C"))
        expect(self.page.get_by_text(before, exact=True)).to_have_count(0)
        self.page.get_by_text("Play the simulated instruments").click()
        self.page.get_by_role("button", name="pull its plug").click()
        expect(self.page.get_by_text("The probe is lost")).to_be_visible(timeout=50_000)
        self.bench.says("The clock goes on by what it said")
        expect(self.page.get_by_role("timer")).to_be_visible()
        self.page.get_by_role("button", name="plug it in").click()
        expect(shown).to_be_visible(timeout=25_000)
        self.hands.press("Off the fire")
        self.hands.at("Leave the lid on")
        self.hands.sent()
        self.assertGreater(batch.observations.filter(kind="probe").count(), 8)

    def test_a_lifted_lid_is_marked_and_taken_back(self) -> None:
        batch = self.steaming()
        self.page.goto(f"/hands/{batch.pk}")
        self.hands.press("Lid lifted")
        self.hands.sent()
        expect(self.page.get_by_role("button", name="Undo")).to_be_enabled()
        self.assertEqual(batch.observations.filter(kind="lid_lifted").count(), 1)
        self.hands.press("Undo")
        self.hands.sent()
        expect(self.page.get_by_role("timer")).to_be_visible()

    def test_every_caution_stands_beside_its_step_at_arms_length(self) -> None:
        self.page.goto(f"/bench/{bake_id('Hake')}")
        self.bench.worked()
        self.bench.start()
        stages = {
            "Knead": ("Do not taste the raw dough",),
            "Let it rise": (),
            "Make the filling": ("Raw filling: keep it cold",),
            "Cut 10": (),
            "Let them rest": (),
            "Fill and close": ("Contains fish (raw hake) and wheat",),
            "Leave them to grow": ("Filling stands warm",),
            "Do not lift the lid": ("Probe the middle: 75 °C", "Steam burns"),
            "Leave the lid on": ("Probe the middle: 75 °C", "Steam burns"),
        }
        missed = dict(stages)
        while missed:
            self.hands.front()
            self.hands.sent()
            self.assertEqual(self.page.get_by_text("How did they turn out?").count(), 0, missed)
            shown = self.page.get_by_role("heading", level=1).inner_text()
            cautions = next((missed.pop(title) for title in list(missed) if title in shown), ())
            for caution in cautions:
                note = self.page.get_by_role("note").filter(has_text=caution)
                expect(note).to_be_visible()
                for line in note.locator("p").all():
                    size = line.evaluate("e => parseFloat(getComputedStyle(e).fontSize)")
                    self.assertGreaterEqual(size, ARMS_LENGTH_PX, caution)
            self.hands.go_on()


class WhatSank(BrowserCase):
    def test_a_collapsed_batch_is_explained_in_the_notebook_from_its_own_record(self) -> None:
        sunk = Batch.objects.get(outcome__troubles__contains="collapsed")
        self.open_first_screen()
        self.page.goto(f"/notebook/{sunk.pk}")
        self.bench.says("They sank. Probably")
        text = self.bench.text()
        self.assertRegex(text, r"they had grown to 1\.\d\d × the size they were meant to have")
        self.assertIn("The lid was lifted", text.replace("the lid was lifted", "The lid was lifted"))
        self.assertRegex(text, r"You marked it \d+\smin after they went in")
        meters = self.page.get_by_role("meter", name="How strongly the record speaks for it").all()
        weights = [int(m.get_attribute("aria-valuenow") or 0) for m in meters]
        self.assertEqual(weights, sorted(weights, reverse=True))
        self.assertGreater(len(weights), 1)
