"""Dividing on the scale and without it, closings changed, two groups from one dough, wrappers on paper."""

import os
import re

from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import expect

from accounts.models import Household
from bakes.models import Bake
from batches.models import Batch
from devices import services
from kitchens.models import Kitchen
from scripts.serving import stand_in
from tests.browser.base import BEHIND, SIZES, BrowserCase, _die_with_parent
from tests.browser.driver import ScaleStandIn


class OnTheScale(BrowserCase):
    """With the simulated scale running beside the server."""

    opened = BEHIND

    def setUp(self) -> None:
        super().setUp()
        household = Household.objects.get(pk=Kitchen.objects.earliest("pk").household_id)
        _, token = services.add(household, None, "scale", "test scale", stand_in=True)
        env = {**os.environ, "AIRYCRUMB_SCALE_TOKEN": token}
        running = stand_in(
            env, "scale", self.server.port, "--every", "0.1", "--settles", "0.08", preexec_fn=_die_with_parent
        )
        self.addCleanup(running.wait)
        self.addCleanup(running.terminate)
        self.scale = ScaleStandIn(self.page)

    def to_the_dividing(self) -> None:
        self.open_first_screen()
        self.bench.start()
        self.hands.press("Kneaded, in the bowl")
        self.hands.rising()
        self.hands.press("Go on early")
        self.hands.through("The filling is made")
        self.hands.at("Cut 12 pieces")

    def type_piece(self, number: int, grams: str) -> None:
        self.page.get_by_label(f"Piece {number} weighs", exact=True).fill(grams)
        self.hands.press("Note it")
        expect(self.page.get_by_label(f"Piece {number} weighs", exact=True)).to_have_count(0)

    def test_twelve_pieces_one_far_off_put_right_another_shared_out_and_the_scale_lost(self) -> None:
        self.to_the_dividing()
        self.scale.open()
        self.scale.weigh(62)
        self.scale.weigh(61)
        # One far off: told, and weighed again.
        self.scale.weigh(85)
        self.bench.says(r"Piece 3 is \d+ % over its weight: take 2\d g off")
        self.page.get_by_role("button", name="weigh piece 3 again").click()
        expect(self.page.get_by_label("Piece 3 again", exact=True)).to_be_visible()
        self.scale.weigh(62)
        expect(self.page.get_by_text("Piece 3 is")).to_have_count(0)
        # Another is left as it is: the rest is shared out again.
        self.scale.weigh(76)
        self.bench.says(r"Or share it out: the 8 left at 6\d g each")
        expect(self.page.get_by_role("timer")).to_have_text(re.compile(r"6[01]\sg"))
        # The scale is lost; typing never waited for it.
        self.scale.act("pull its plug")
        self.bench.says("The scale is silent")
        for number in range(5, 13):
            self.type_piece(number, "60")
        self.bench.says("All 12 are cut")
        self.hands.sent()
        batch = Batch.objects.latest("id")
        weights = list(batch.observations.filter(kind="piece").order_by("id").values_list("where", flat=True))
        self.assertEqual((len(weights), weights.count("3")), (13, 1))
        self.page.reload()
        self.bench.says("All 12 are cut")
        self.hands.press("Undo")
        self.bench.says("piece 12 of 12")

    def test_the_weigh_tray_says_how_much_is_to_go_and_comes_back_when_the_scale_does(self) -> None:
        self.open_first_screen()
        self.bench.open("weigh")
        self.bench.says("on the scale: .* to go")
        self.scale.open()
        self.scale.put_on(100)
        self.bench.says(r"(99|100|101) g on the scale: 3\d\d g to go")
        self.scale.act("press tare")
        self.bench.says(r"-?[01] g on the scale")
        self.scale.act("pull its plug")
        self.bench.says("the scale is silent")
        self.bench.set("Pieces", "10")
        self.bench.saved()
        self.scale.act("plug it in")
        self.bench.says(r"g on the scale")
        self.bench.open("divide")
        self.bench.says("Start the bake, and each piece is kept")

    def test_nothing_runs_off_the_side_while_pieces_are_cut(self) -> None:
        self.to_the_dividing()
        self.scale.open()
        self.scale.weigh(90)
        for name, (width, height) in SIZES.items():
            self.page.set_viewport_size({"width": width, "height": height})
            with self.subTest(size=name):
                over = self.page.evaluate("document.documentElement.scrollWidth - innerWidth")
                self.assertLessEqual(over, 0)
        found = Axe().run(self.page)
        self.assertEqual(found.violations_count, 0, found.generate_report())


class Closings(BrowserCase):
    opened = BEHIND

    def caption(self) -> str:
        return self.page.get_by_text("shaped first, cooked first").inner_text()

    def test_a_closing_changed_moves_wrapper_filling_fit_and_heat(self) -> None:
        self.open_first_screen()
        self.bench.open("heat")
        before, fit = {tray: self.bench.tab(tray) for tray in ("wrap", "heat")}, self.caption()
        self.bench.choose("Closing", "folded envelopes")
        expect(self.page.get_by_text(fit)).to_have_count(0)
        self.assertNotEqual(self.bench.tab("wrap"), before["wrap"])
        self.assertNotEqual(self.bench.tab("heat"), before["heat"])
        self.bench.open("wrap")
        self.bench.says("Fold both sides in over its ends")
        self.bench.says("Roll to .* × ")
        expect(self.page.get_by_role("img", name=re.compile("Wrapper from above"))).to_be_visible()
        self.bench.choose("Closing", "studded pieces")
        self.bench.says("no wrapper")
        expect(self.page.get_by_role("img", name=re.compile("Wrapper from above"))).to_have_count(0)
        self.bench.choose("Closing", "plain folded pieces")
        expect(self.page.get_by_label("Filling in each", exact=True)).to_have_count(0)
        for _ in range(3):
            self.bench.undo()
        expect(self.bench.field("Filling in each")).to_have_value("40")

    def test_buns_and_lids_and_a_plain_piece_from_one_dough(self) -> None:
        self.open_first_screen()
        self.bench.choose("Closing", "lidded buns")
        self.bench.set("Pieces", "6")
        self.bench.set("Dough in each", "93")
        expect(self.page.get_by_role("tab", name=re.compile("6 × 70 g and 6 × 23 g"))).to_be_visible()
        self.bench.open("divide")
        self.bench.says("Divide into 12")
        self.bench.open("weigh")
        self.bench.pull("Change the recipe")
        self.page.get_by_role("button", name="one plain piece besides").click()
        expect(self.bench.field("Pieces with nothing inside")).to_have_value("1")
        self.bench.says("plain folded piece")
        self.page.get_by_label("Heat of the plain ones: heated with the others").click()
        self.page.get_by_role("menuitemradio", name=re.compile("^baked on their own")).click()
        self.bench.open("heat")
        self.bench.says("nothing inside: baked")
        self.bench.saved()
        kept = (
            Bake.objects.get(pk=int(self.page.url.split("/bench/")[1].split("?")[0])).versions.latest("number").document
        )
        self.assertEqual((kept["closing"], kept["more_groups"][0]["heat"]["method"]), ("lidded", "oven"))

    def test_the_filling_is_treated_weighed_and_bound(self) -> None:
        self.open_first_screen()
        self.bench.open("filling")
        self.bench.choose("Cools in", "heaped in a bowl")
        self.bench.says("enough to cool it to")
        self.page.get_by_role("button", name=re.compile("^Spread it on a tray")).click()
        expect(self.page.get_by_text("enough to cool it to")).to_have_count(0)
        self.bench.choose("Filling made", "as weighed")
        self.bench.set("Mass of the filling made", "400")
        self.bench.says("80 g too little")
        self.page.get_by_role("button", name="33 g in each").click()
        expect(self.page.get_by_text("80 g too little")).to_have_count(0)
        self.page.get_by_role("button", name="lay something in besides").click()
        self.bench.says("Laid into each: a piece of egg")
        self.page.get_by_role("button", name="and one thing more").click()
        expect(self.page.get_by_text("Laid into each: a piece of egg")).to_have_count(2)
        self.bench.choose("Laid in, 2", "leave it out")
        expect(self.page.get_by_text("Laid into each: a piece of egg")).to_have_count(1)
        self.bench.choose("Its juice", "chilled until stiff")
        expect(self.page.get_by_label("Its juice: ")).to_have_text("chilled until stiff")

    def test_a_calzone_rolled_to_37_cm_lies_flat_and_is_done_in_half_an_hour(self) -> None:
        self.open_first_screen()
        self.bench.choose("Bake on the bench", "Squash and lentil")
        expect(self.bench.field("Pieces")).to_have_value("6")
        for field, amount in (("Pieces", "1"), ("Dough in each", "420"), ("Filling in each", "300")):
            self.bench.set(field, amount)
        self.bench.open("wrap")
        heat = self.page.get_by_role("tab", name=re.compile("^Heat"))
        expect(heat).to_have_text(re.compile(r"[45]\d\smin"))
        self.bench.choose("Rolled to", "to a width of my own")
        self.bench.set("Width wanted", "37 cm")
        self.bench.says("Roll to 37 cm")
        expect(heat).to_have_text(re.compile(r"[12]\d\smin"))
        # Wider than the dough bears is asked about, and one press rolls it as wide as it goes.
        self.bench.set("Width wanted", "500")
        self.bench.says("420 g rolled to 50 cm is only 2 mm thick")
        self.page.get_by_role("button", name=re.compile("^Roll to 4[45]")).click()
        expect(self.page.get_by_text("rolled to 50 cm")).to_have_count(0)
        self.bench.choose("Rolled to", "as wide as the filling asks")
        expect(heat).to_have_text(re.compile(r"[45]\d\smin"))

    def test_the_wrapper_from_another_side_and_on_paper(self) -> None:
        self.open_first_screen()
        self.bench.open("wrap")
        given = self.page.get_by_label("Given number")
        given.fill("15")
        given.press("Enter")
        self.bench.says(r"Rolled to 15 cm: it closes easily over 6\d g")
        self.page.get_by_role("button", name=re.compile(r"^Roll it so and put in 6\d g")).click()
        expect(self.page.get_by_role("tab", name=re.compile("Wrap"))).to_contain_text("15 cm")
        given.fill("1")
        given.press("Enter")
        self.bench.says("from 3 to 120 cm")
        self.bench.saved()
        with self.page.expect_download() as download:
            self.page.get_by_role("link", name="PDF").first.click()
        self.assertRegex(download.value.suggested_filename, r"wrapper-gathered-a4\.pdf")
        with open(download.value.path(), "rb") as file:
            self.assertEqual(file.read(5), b"%PDF-")
