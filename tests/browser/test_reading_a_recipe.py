"""A recipe in cups, pasted, questioned, held by what is in the fridge, and kept."""

import re
from pathlib import Path

from playwright.sync_api import expect

from bakes.models import Bake, BakeVersion
from tests.browser.base import BrowserCase
from tests.browser.driver import Bench, walk
from tests.browser.line import Line
from tests.core.corpus import corpus
from tests.core.examples import DEMO_BAKES
from tests.core.test_outside import RECIPE
from tests.core.test_recipe import CUPS, TWO_FILLINGS

BRUSHED = RECIPE.format(finish="Brush with egg yolk beaten with milk and scatter with sesame seeds.", listed="")


def text_of(name: str) -> str:
    """A text of the corpus."""
    return next(text.text for text in corpus() if text.name == name)


class ReadingARecipe(BrowserCase):
    def paste(self, text: str) -> None:
        self.page.get_by_label("The recipe, as written").fill(text)

    def put_on_the_bench(self) -> None:
        self.page.get_by_role("button", name="Put it on the bench").click()
        self.bench.worked()

    def test_a_cup_recipe_becomes_a_dough_to_trust(self) -> None:
        self.open_first_screen()
        self.more()
        self.page.get_by_role("link", name="read a recipe").click()
        self.paste(CUPS)
        understood = self.page.get_by_label("What is understood")
        expect(understood).to_contain_text("All 8 lines are read")
        expect(self.page.get_by_label("Amount of all-purpose flour")).to_have_value("520")
        expect(understood).to_contain_text("460 g to 624 g")
        expect(understood).to_contain_text("“salt” alone is taken for fine salt")
        expect(understood).not_to_contain_text("“sugar” alone")
        self.put_on_the_bench()
        # Two doubts answered: how the cups were filled, and how much goes inside.
        self.bench.says("The hydration may be anything from")
        self.page.get_by_role("button", name="Cup dipped: 584 g").click()
        expect(self.page.get_by_text("The hydration may be anything from")).to_have_count(0)
        flour = self.bench.tab("Weigh")
        # The plums in the fridge decide: pieces and flour follow.
        self.bench.choose("Held", "the filling")
        self.bench.set("Amount held", "150")
        expect(self.bench.field("Pieces")).to_have_value("4")
        self.assertNotEqual(self.bench.tab("Weigh"), flour)
        self.more()
        self.page.get_by_role("button", name="Show ounces, Fahrenheit and inches").click()
        expect(self.bench.field("Amount held")).to_have_value("5.29")
        self.page.get_by_role("button", name="Show grams, Celsius and centimetres").click()
        self.bench.undo()
        expect(self.bench.field("Pieces")).not_to_have_value("4")
        self.page.keyboard.press("Control+Shift+z")
        expect(self.bench.field("Pieces")).to_have_value("4")
        self.bench.saved()
        self.page.reload()
        self.bench.worked()
        expect(self.bench.field("Pieces")).to_have_value("4")
        row = BakeVersion.objects.latest("id").document["dough"]["ingredients"][0]
        self.assertEqual((row["amount"], row["written"]), ("584 g", "4 cups all-purpose flour"))

    def test_what_is_pasted_outlives_a_reload_and_what_is_lost_is_said(self) -> None:
        self.open_first_screen()
        self.page.goto("/read")
        self.paste("500 g bread flour\n2 cups of gravel\n7 g instant yeast")
        self.bench.says("1 of 3 lines needs your help")
        self.bench.says("not in the pantry")
        self.page.reload()
        expect(self.page.get_by_label("The recipe, as written")).to_have_value(re.compile("gravel"))
        self.paste("good morning")
        expect(self.page.get_by_role("alert")).to_contain_text("No ingredient was found in this")
        self.assertEqual(Bake.objects.count(), len(DEMO_BAKES))

    def test_a_line_is_put_right_in_place_and_my_cup_is_weighed_once(self) -> None:
        self.open_first_screen()
        self.page.goto("/read")
        self.paste("2 cups flour\n300 ml water\n7 g instant yeast\n1 cup gravel")
        self.bench.choose_food("Taken for, 1 cup gravel", "walnuts")
        self.bench.says("All 4 lines are read")
        self.bench.set("Amount of instant yeast", "5")
        self.bench.choose("Belongs to, 1 cup gravel", "Filling")
        expect(self.page.get_by_role("region", name="Filling")).to_contain_text("walnuts")
        self.page.get_by_role("button", name="Weigh a cup of mine").click()
        self.page.get_by_label("Grams of one cup").fill("141")
        self.page.get_by_role("button", name="Keep it").click()
        self.page.keyboard.press("Escape")
        expect(self.page.get_by_label("Amount of all-purpose flour")).to_have_value("282")
        self.page.reload()
        expect(self.page.get_by_label("Amount of all-purpose flour")).to_have_value("282")
        expect(self.page.get_by_label("Amount of instant yeast")).to_have_value("5")

    def test_a_food_of_my_own_is_known_from_then_on(self) -> None:
        self.open_first_screen()
        self.page.goto("/read")
        self.paste("500 g flour\n7 g instant yeast\n300 g water\nFilling\n2 cups gravel")
        self.bench.says("1 of 4 lines")
        self.page.get_by_role("button", name="Foods of my own").click()
        self.page.get_by_label("Name of my food").fill("gravel")
        self.bench.choose_food("It is like", "walnuts")
        self.page.get_by_label("Grams of a cup of it").fill("150")
        self.page.get_by_role("button", name="Keep this food").click()
        self.page.keyboard.press("Escape")
        expect(self.page.get_by_label("Amount of gravel")).to_have_value("300")
        self.put_on_the_bench()
        self.bench.saved()
        expect(self.page.get_by_role("tabpanel")).to_contain_text("gravel")

    def test_two_fillings_are_read_apart_and_share_the_dough(self) -> None:
        self.open_first_screen()
        self.page.goto("/read")
        self.paste(TWO_FILLINGS)
        expect(self.page.get_by_role("region", name="Second filling, in pieces of its own")).to_contain_text("jam")
        self.put_on_the_bench()
        expect(self.bench.field("Pieces with jam")).to_have_value("6")
        self.bench.choose("Held", "the jam I have")
        self.bench.set("Amount held", "120")
        expect(self.bench.field("Pieces with jam")).to_have_value("3")
        expect(self.bench.field("Pieces")).to_have_value("7")
        self.bench.undo()
        self.bench.undo()
        expect(self.bench.field("Pieces with jam")).to_have_value("6")

    def test_a_page_is_opened_as_a_file_and_nothing_runs_off_the_side(self) -> None:
        page = (
            '<script type="application/ld+json">{"@type": "Recipe", "name": "Plum buns", "recipeIngredient": '
            '["450 g flour", "7 g instant yeast", "270 ml water", "300 g plums"]}</script>'
        )
        self.open_first_screen()
        tab = self.page
        tab.goto("/read")
        tab.get_by_label("Open a text or page").set_input_files(
            {"name": "page.html", "mimeType": "text/html", "buffer": page.encode()}
        )
        expect(tab.get_by_role("heading", level=2)).to_have_text("Plum buns")
        for size in self.at_each_size(tab):
            with self.subTest(size=size):
                self.assertLessEqual(tab.evaluate("document.documentElement.scrollWidth - innerWidth"), 0)


class WhateverIsPasted(BrowserCase):
    """Recipes as they come: whole pages, brackets, other doughs, one after another."""

    def paste(self, text: str) -> None:
        self.page.get_by_label("The recipe, as written").fill(text)
        expect(self.page.locator("[data-read=yes]")).to_be_visible()

    def read_page(self) -> None:
        self.open_first_screen()
        self.page.goto("/read")

    def test_a_page_copied_whole_with_its_comments(self) -> None:
        self.read_page()
        self.paste(text_of("page-01"))
        self.bench.says("Plum Jam Buns with Poppy Seeds")
        self.bench.says("All 8 lines are read")
        left = self.page.get_by_role("region", name="Taken for no ingredient")
        expect(left).to_contain_text("I used 20 g less sugar")
        left.get_by_text("lines of the page").click()
        expect(left).to_contain_text("Jump to Recipe")
        # What was taken for a comment is an ingredient after all.
        self.bench.choose("Belongs to, Anna says: I used 20 g less sugar and it was great!", "Filling")
        self.bench.says("All 9 lines are read")

    def test_three_fillings_go_to_the_bench_with_their_pieces(self) -> None:
        self.read_page()
        self.paste(text_of("head-02"))
        self.page.get_by_role("button", name="Put it on the bench").click()
        self.bench.worked()
        for label in ("Pieces", "Pieces with spinach"):
            expect(self.bench.field(label)).to_have_value("2")

    def test_cups_with_brackets_and_what_the_recipe_says_on_its_tray(self) -> None:
        self.read_page()
        self.paste(text_of("cups-08").replace("Bake for", "Let the dough rise 25 minutes. Bake for"))
        expect(self.page.get_by_label("Amount of all-purpose flour")).to_have_value("375")
        self.page.get_by_role("button", name="Put it on the bench").click()
        self.bench.worked()
        self.bench.open("Rise")
        says = self.page.get_by_role("region", name="The recipe says")
        expect(says).to_contain_text("Rise: 25 min; here")
        says.get_by_role("button", name="Rise: 25 min: Take 25 min").click()
        expect(says).to_contain_text("as here")
        self.bench.undo()
        says.get_by_role("button", name="Rise: 25 min: Keep what is here").click()
        expect(says.get_by_role("button")).to_have_count(0)
        expect(says).to_contain_text("Rise: 25 min; here")
        self.bench.open("Weigh")
        self.bench.pull("Change the recipe")
        self.page.get_by_text("The recipe as pasted").click()
        self.bench.says("Blueberry Cream Cheese Buns")

    def test_a_calzone_of_bought_dough_is_put_on_the_bench_as_what_it_is(self) -> None:
        self.read_page()
        self.paste(text_of("other-03"))
        self.bench.says("what is in it stands on its packet")
        self.page.get_by_role("button", name="Put it on the bench").click()
        self.bench.worked()
        self.assertIn("baked", self.bench.text())

    def test_another_language_is_named_and_read_as_far_as_it_goes(self) -> None:
        self.read_page()
        self.paste(text_of("lang-it-01"))
        self.bench.says("Read from Italian")
        self.bench.says("All 8 lines are read")

    def test_a_line_is_put_right_by_keyboard_alone(self) -> None:
        self.read_page()
        self.paste("2 cups flour\n300 ml water\n7 g instant yeast\nFilling\n1 cup gravel")
        self.bench.choose_food("Taken for, 1 cup gravel", "hazelnuts")
        self.bench.says("All 4 lines are read")
        amount = self.page.get_by_label("Amount of hazelnuts")
        amount.focus()
        amount.fill("90")
        self.page.keyboard.press("Enter")
        expect(amount).to_have_value("90")
        self.answer_the_door_by_keyboard()
        self.page.get_by_role("button", name="Put it on the bench").focus()
        self.page.keyboard.press("Enter")
        self.bench.worked()

    def answer_the_door_by_keyboard(self) -> None:
        """Say yes to whatever is still open."""
        open_yet = self.page.get_by_role("region", name="Before it goes on the bench").get_by_role("button")
        while open_yet.count():
            left = open_yet.count()
            open_yet.first.focus()
            self.page.keyboard.press("Enter")
            expect(open_yet).to_have_count(left - 1)

    def test_a_paste_over_a_paste_never_benches_the_first(self) -> None:
        self.read_page()
        self.paste(text_of("plain-01"))
        take = self.page.get_by_role("button", name="Put it on the bench")
        expect(take).to_be_enabled()
        self.page.get_by_label("The recipe, as written").fill(text_of("plain-02"))
        # Until the second is read the button is none.
        expect(self.page.get_by_role("button", name="Still reading…")).to_be_disabled()
        take.click()
        self.bench.worked()
        self.bench.saved()
        self.assertEqual(BakeVersion.objects.latest("id").document["name"], "Leek half-moons")

    def test_what_only_the_method_brushes_on_is_seen_held_and_put_back(self) -> None:
        self.read_page()
        self.paste(BRUSHED)
        understood = self.page.get_by_label("What is understood")
        expect(understood).to_contain_text("On top: sesame seeds")
        expect(understood).to_contain_text("Brushed on: egg yolk")
        self.page.get_by_role("button", name="Put it on the bench").click()
        self.bench.worked()
        self.bench.open("Weigh")
        self.bench.pull("Change the recipe")
        self.page.get_by_role("button", name="Leave sesame off").click()
        self.bench.open("Heat")
        says = self.page.get_by_role("region", name="The recipe says")
        expect(says).to_contain_text("On top: sesame seeds; here it is left off, and is not on the label")
        expect(says).to_contain_text("Brushed on: egg yolk; as here")
        says.get_by_role("button", name="On top: sesame seeds: Take the recipe’s").click()
        expect(says).to_contain_text("On top: sesame seeds; as here")
        self.bench.saved()
        tops = BakeVersion.objects.latest("id").document["on_top"]
        self.assertEqual([top["use"] for top in tops], ["whole milk", "sesame"])

    def test_a_bake_written_out_in_markdown_comes_back_to_the_last_field(self) -> None:
        self.open_first_screen()
        document = Bake.objects.order_by("-changed")[0].versions.latest("number").document
        self.page.get_by_role("button", name="bake file").click()
        with self.page.expect_download() as download:
            self.page.get_by_role("button", name="as Markdown").click()
        written = Path(download.value.path()).read_text(encoding="utf-8")
        walk(self.page, "/read")
        self.paste(written)
        self.bench.says("its words are unchanged")
        self.page.get_by_role("button", name="Put it on the bench").click()
        self.bench.worked()
        self.bench.saved()
        self.assertEqual(BakeVersion.objects.latest("id").document, document)

    def test_pasted_while_nobody_answers_it_is_read_once_somebody_does(self) -> None:
        line = Line(self.server)
        self.addCleanup(line.stop)
        self.context = self.fresh_context(at=line.address)
        self.page = self.context.new_page()
        self.bench = Bench(self.page)
        self.read_page()
        expect(self.page.get_by_label("The recipe, as written")).to_be_visible()
        line.stop()
        self.page.get_by_label("The recipe, as written").fill(BRUSHED)
        expect(self.page.get_by_role("alert")).to_contain_text("The server is out of reach")
        expect(self.page.get_by_role("button", name="Put it on the bench")).to_have_count(0)
        line.start()
        self.bench.says("All 6 lines are read")
        expect(self.page.get_by_role("alert")).to_have_count(0)
