"""Recipes as other hands write them: tables, run-on lines, two countries' spoons, parts named in mid-line."""

import unittest

from airycrumb.pantry import find
from airycrumb.recipe import Reading, read_recipe
from airycrumb.recipe.lines import read_line
from airycrumb.recipe.method import said_in

DOUGH = "500 g bread flour\n300 g water\n9 g fine salt\n5 g instant yeast\n"


def grams(reading: Reading, part: str = "dough") -> dict[str, int]:
    """What a part holds, to the gram."""
    return {
        p.line.use: round(p.line.grams.typical) for p in reading.lines if p.part == part and p.line.use and p.line.grams
    }


def line(text: str) -> dict[str | None, int | None]:
    """What a line holds."""
    return {one.use: one.grams and round(one.grams.typical) for one in read_line(text)}


class Tables(unittest.TestCase):
    WANTED = {"bread flour": 900, "water": 560, "fine salt": 18}

    def test_grams_and_their_share_of_the_flour_stand_in_columns_of_their_own(self) -> None:
        for text in (
            "Ingredient\tGrams\t%\nBread flour\t900\t100\nWater\t560\t62\nSalt\t18\t2",
            "Bread flour\t900\t100\nWater\t560\t62\nSalt\t18\t2",
            "item,grams,%\nBread flour,900,100\nWater,560,62\nSalt,18,2",
            "Bread flour,900,100\nWater,560,62\nSalt,18,2",
            "Bread flour | 900 | 100\nWater | 560 | 62\nSalt | 18 | 2",
        ):
            with self.subTest(text=text):
                self.assertEqual(grams(read_recipe(text)), self.WANTED)

    def test_one_column_of_figures_is_read_as_before(self) -> None:
        self.assertEqual(grams(read_recipe("Bread flour\t900\nWater\t560\nSalt\t18")), self.WANTED)


class RunOn(unittest.TestCase):
    def test_weights_begin_the_next_thing_where_nothing_parts_them(self) -> None:
        self.assertEqual(
            line("480 g flour 290 g water 8 g salt"), {"all-purpose flour": 480, "water": 290, "fine salt": 8}
        )
        self.assertEqual(line("40 g sugar dissolved in 25 g water"), {"sugar": 40, "water": 25})
        # What is said twice of one thing stays one thing.
        self.assertEqual(line("2 cups bread flour about 260 g"), {"bread flour": 260})

    def test_parts_named_in_mid_line_open_as_they_would_in_a_line_of_their_own(self) -> None:
        text = "Dough: 420 g bread flour, 260 g water, 7 g salt, 4 g instant yeast. Filling: 180 g ham, 90 g gruyere."
        found = read_recipe(text)
        self.assertEqual(list(grams(found)), ["bread flour", "water", "fine salt", "instant yeast"])
        self.assertEqual(grams(found, "filling")["ham"], 180)

    def test_a_list_behind_its_heading_may_end_with_a_full_stop(self) -> None:
        found = read_recipe(f"{DOUGH}TO FINISH: 1 beaten egg; 2 tsp sesame seeds.")
        self.assertEqual(grams(found, "wash"), {"whole egg": 50})
        self.assertIn("sesame", grams(found, "topping"))

    def test_all_the_sponge_and_egg_to_glaze_are_no_headings(self) -> None:
        found = read_recipe(
            "Poolish\n150 g flour\n150 g water\n\nFinal dough\nAll of the poolish\n200 g bread flour\n4 g salt"
        )
        self.assertEqual(grams(found), {"bread flour": 200, "fine salt": 4})
        found = read_recipe(f"{DOUGH}Filling\n200 g ham\nbeaten egg, to glaze\n30 g leek")
        self.assertEqual(grams(found, "filling"), {"ham": 200, "leek": 30})
        self.assertIn("whole egg", [p.line.use for p in found.lines if p.part == "wash"])

    def test_the_title_counts_and_is_no_food(self) -> None:
        for title in ("8 pork buns", "Custard buns"):
            with self.subTest(title=title):
                found = read_recipe(f"{title}\n{DOUGH}Filling\n150 g minced pork")
                self.assertEqual(found.title, title)
                self.assertEqual(sorted(grams(found)), ["bread flour", "fine salt", "instant yeast", "water"])
                self.assertEqual(grams(found, "filling"), {"pork raw": 150})

    def test_bought_dough_is_a_dough_and_what_follows_fills_it(self) -> None:
        found = read_recipe("600 g bread dough\n200 g ricotta\n90 g salami")
        self.assertEqual(grams(found, "filling"), {"ricotta": 200, "salami": 90})


class Amounts(unittest.TestCase):
    def test_ends_of_a_range_that_each_have_their_unit(self) -> None:
        (one,) = read_line("½ cup – ¾ cup water")
        assert one.grams
        self.assertAlmostEqual(one.grams.typical, 0.625 * 236.6, delta=1)

    def test_a_stick_and_two_spoons_are_added(self) -> None:
        # 113.4 g and two tablespoons of 14.8 mL at 0.91 g/mL: by hand.
        self.assertEqual(line("1 stick plus 2 tbsp butter"), {"butter": 140})

    def test_a_spoon_and_a_half(self) -> None:
        self.assertEqual(line("a tablespoon and a half of sugar"), line("1 1/2 tbsp sugar"))

    def test_the_first_of_two_choices_is_taken_with_the_name_both_share(self) -> None:
        (one,) = read_line("18 g fresh or 6 g dry yeast")
        self.assertEqual((one.use, one.grams and one.grams.typical), ("fresh yeast", 18))
        self.assertTrue(any("other choice" in str(w) for w in one.why))

    def test_a_stop_parts_thousands_of_grams(self) -> None:
        self.assertEqual(line("1.250 g harina"), {"all-purpose flour": 1250})
        self.assertEqual(line("1.250 kg bread flour"), {"bread flour": 1250})

    def test_small_letters_of_french_spoons_of_scans_and_keys(self) -> None:
        self.assertEqual(line("1 c. à café de sel"), line("1 tsp salt"))
        self.assertEqual(line("2 c. à soupe de sucre"), line("2 tbsp sugar"))
        self.assertEqual(line("l tsp salt"), line("1 tsp salt"))
        self.assertEqual(line("2️⃣ 1 egg"), line("1 egg"))

    def test_more_for_dusting_leaves_the_rest_in_the_dough(self) -> None:
        found = read_recipe("3 cups bread flour (plus more for dusting)\n300 g water\n9 g salt\n5 g instant yeast")
        self.assertIn("bread flour", grams(found))

    def test_what_is_mixed_to_brush_with_is_brushed_on_together(self) -> None:
        found = read_recipe(f"{DOUGH}Filling\n200 g ham\n1 egg yolk mixed with 1 tbsp milk, to brush")
        self.assertEqual(sorted(grams(found, "wash")), ["egg yolk", "whole milk"])

    def test_one_pieces_filling_is_multiplied_and_asked_about_where_nobody_counts(self) -> None:
        told = read_recipe(f"{DOUGH}Filling: 30 g bean paste per bun\nMakes 12")
        (paste,) = [p.line for p in told.lines if p.part == "filling"]
        self.assertEqual(paste.grams and paste.grams.typical, 360)
        (paste,) = [
            p.line for p in read_recipe(f"{DOUGH}Filling: 30 g bean paste per bun").lines if p.part == "filling"
        ]
        self.assertIsNone(paste.grams)
        self.assertTrue(any("how many" in str(w) for w in paste.why))


class Kitchens(unittest.TestCase):
    def test_spoons_are_as_large_as_the_text_says(self) -> None:
        for said in ("1 tbsp = 20 ml, 1 cup = 250 ml", "Made with a 20 ml tablespoon and a 250 ml cup."):
            with self.subTest(said=said):
                found = grams(read_recipe(f"{said}\n500 g flour\n1 cup water\n2 tbsp sugar\n7 g instant yeast"))
                self.assertEqual((found["water"], found["sugar"]), (250, 34))

    def test_a_pint_is_british_where_the_recipe_reads_so_and_that_is_said(self) -> None:
        british = read_recipe("500 g strong white flour\n½ pint tepid water\n9 g salt\n7 g fast-action yeast")
        american = read_recipe("500 g bread flour\n½ pint water\n9 g salt\n7 g instant yeast")
        # Half of 568.26 mL (UK Weights and Measures Act 1985) and of 473.18 mL (NIST Handbook 44).
        self.assertEqual((grams(british)["water"], grams(american)["water"]), (284, 237))
        ounces = grams(read_recipe("500 g strong white flour\n10 fl oz water\n9 g salt\n7 g fast-action yeast"))
        self.assertEqual(ounces["water"], 284)
        water = next(p.line for p in british.lines if p.line.use == "water")
        self.assertTrue(any("pint" in str(w) for w in water.why))


class Methods(unittest.TestCase):
    def said(self, text: str) -> list[tuple[str, str, float]]:
        """What a method says, each with its step."""
        return [(one.step, one.what, one.value.typical) for one in said_in(text)]

    def test_a_second_phase_told_by_the_minutes_more(self) -> None:
        found = read_recipe(f"{DOUGH}Bake at 220 C for 10 minutes, then reduce to 180 and bake 12 more.")
        self.assertEqual(
            [(s.what, s.value.typical) for s in found.said],
            [("temperature", 220), ("minutes", 10), ("temperature", 180), ("minutes", 12)],
        )

    def test_hours_dozens_and_a_dough_divided_twice(self) -> None:
        self.assertEqual(self.said("Leave to rise for 1 hour 30."), [("rise", "minutes", 90)])
        self.assertEqual(self.said("Makes two dozen."), [("", "pieces", 24)])
        self.assertEqual(self.said("Divide the dough in 2, then each half into 8 pieces."), [("", "pieces", 16)])

    def test_an_ovens_heat_is_never_that_of_a_dough_that_stands(self) -> None:
        for text in ("Proof at 220 C.", "Proof 1 hour. 220 C for 15 minutes.", "Leave to rise, 200C, 30 min"):
            with self.subTest(text=text):
                warm = [step for step, what, _ in self.said(text) if what == "temperature"]
                self.assertTrue(set(warm) <= {"bake", "preheat"}, warm)


class Foods(unittest.TestCase):
    def test_allergens_hidden_in_a_name_are_kept(self) -> None:
        for name, holds in (
            ("pastry cream", "egg"),
            ("dukkah", "nuts"),
            ("malted milk powder", "wheat"),
            ("okara", "soy"),
            ("cookie butter", "wheat"),
            ("yeast extract spread", "barley"),
        ):
            with self.subTest(food=name):
                (one,) = read_line(f"50 g {name}")
                self.assertIn(holds, find(one.use or "").allergens)

    def test_easy_yeast_is_instant(self) -> None:
        for name in ("easy-bake yeast", "fast action yeast", "easy blend yeast"):
            self.assertEqual(list(line(f"7 g {name}")), ["instant yeast"])
