"""What must never be quietly unsafe: a misplaced probe, a cold oven, a forgotten dough, a filling that vanished."""

import re

from playwright.sync_api import expect

from bakes.models import Bake
from tests.browser.base import BrowserCase
from tests.browser.begun import Begun, bake_id

RECIPE = """Chicken filled buns
Makes 10

Dough
500 g bread flour
300 ml water
10 g salt
7 g instant yeast

Filling
2 chicken breasts
200 g cheddar
{more}

Method
Knead 10 minutes and let rise 1 hour. Divide into 10 pieces. Fill, close and proof 30 minutes.
Bake at 180C fan for 20 minutes.
"""


class UnderWay(Begun):
    def test_one_warm_reading_is_asked_about_and_a_second_place_is_offered(self) -> None:
        batch = self.begun("Hake", started=240, weigh=215, rise=110, divide=90, wrap=65, proof=6)
        self.mark(batch, "did", "heat", 20, event="heat.1.1.light")
        self.page.goto(f"/hands/{batch.pk}")
        self.hands.at("Do not lift the lid")
        before = self.page.get_by_text(re.compile(r"the middle reaches 75\s°C at \d+:\d\d")).inner_text()
        self.hands.reading("Probe says…", "The probe says", "60")
        self.hands.sent()
        self.page.goto(f"/bench/{bake_id('Hake')}?tray=heat")
        self.page.goto(f"/hands/{batch.pk}")
        self.hands.at("Do not lift the lid")
        # The hour stays; only its doubt may grow.
        hour = before.partition(" (")[0]
        expect(self.page.get_by_text(re.compile(f"^{re.escape(hour)} "))).to_be_visible()
        self.hands.press("Probe says…")
        places = self.page.get_by_role("group", name="Where the tip is")
        expect(places.get_by_role("button", name="In another piece")).to_have_attribute("aria-pressed", "true")

    def test_an_oven_lit_a_minute_ago_is_asked_about_with_both_minutes(self) -> None:
        batch = self.begun("Squash", started=200, weigh=180, rise=80, divide=60, wrap=30)
        self.mark(batch, "did", "heat", 1, event="heat.1.1.light")
        self.page.goto(f"/hands/{batch.pk}")
        self.hands.at("Leave them to grow")
        self.page.get_by_role("button", name=self.hands.front()[1], exact=True).click()
        asked = self.page.get_by_role("alertdialog", name="Is it hot?")
        expect(asked).to_contain_text("it is not hot yet")
        expect(asked.get_by_role("button", name=re.compile(r"The oven is hot: \d+\smin"))).to_be_visible()
        asked.get_by_role("button", name=re.compile(r"Not hot yet: about \d+\smin")).click()
        self.hands.at("Leave the door shut")
        self.hands.sent()
        self.assertFalse(batch.observations.filter(event="heat.1.1.hot").exists())

    def test_a_dough_forgotten_overnight_says_since_when_and_what_is_left(self) -> None:
        batch = self.begun("Hake", started=15 * 60, weigh=14.6 * 60)
        self.mark(batch, "did", "filling", 14 * 60, event="filling.make")
        self.page.goto(f"/hands/{batch.pk}")
        self.hands.the_rise()
        self.bench.says("past its best since")
        self.bench.says("It is past its best since")
        self.bench.says("old dough")
        expect(self.page.get_by_role("button", name="It has doubled", exact=True)).to_have_count(0)


class TheDoor(BrowserCase):
    def read(self, more: str = "") -> None:
        self.open_first_screen()
        self.page.goto("/read")
        self.page.get_by_label("The recipe, as written").fill(RECIPE.format(more=more))
        self.page.locator('[data-read="yes"]').wait_for()

    def test_two_chicken_breasts_come_along_and_the_oven_has_its_fan_on(self) -> None:
        self.read()
        self.bench.says("weigh yours")
        self.page.get_by_role("button", name="Put it on the bench").click()
        self.bench.worked()
        made = Bake.objects.latest("pk").versions.latest("number").document
        self.assertIn("chicken breast raw", {row["use"] for row in made["filling"]["ingredients"]})
        self.assertEqual((made["heat"]["temperature"], made["heat"]["fan"]), ("180 C", True))
        self.bench.open("wrap")
        self.bench.says("Raw filling: keep it cold")

    def test_what_would_be_left_out_is_said_yes_to_before_it_goes(self) -> None:
        self.read("2 packets of moonbeams")
        take = self.page.get_by_role("button", name="Put it on the bench")
        expect(take).to_be_disabled()
        expect(self.page.get_by_role("button", name="Start it now")).to_have_count(0)
        self.bench.says("“2 packets of moonbeams” would be left out")
        self.page.get_by_role("button", name="Leave it out").click()
        expect(take).to_be_enabled()


class Regions(BrowserCase):
    def test_each_region_quotes_its_own_line_for_what_is_reheated(self) -> None:
        for region, line in (("United States", "74"), ("United Kingdom", "75"), ("Scotland", "82")):
            with self.subTest(region=region):
                self.open_first_screen()
                self.more()
                self.page.get_by_role("link", name="my kitchen").click()
                self.bench.choose("Food-safety guidance", region)
                chosen = self.page.locator(f'button[aria-label^="Food-safety guidance: {region}"]')
                expect(chosen).to_be_visible()
                self.page.goto(f"/bench/{bake_id('Beetroot')}?tray=heat")
                self.bench.worked()
                self.bench.says(f"Probe the middle: {line} °C")
