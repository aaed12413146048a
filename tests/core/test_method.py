"""What a method says in numbers, in the ways recipes say it. °F to °C: (F - 32)/1.8; an inch is 25.4 mm (NIST
Handbook 44).
"""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from airycrumb.recipe import read_recipe, said_in, to_bake


def found(text: str) -> list[tuple[str, str, float, float]]:
    """Step, kind, low and high of everything said."""
    return [(s.step, s.what, round(s.value.low, 1), round(s.value.high, 1)) for s in said_in(text)]


class Method(unittest.TestCase):
    def test_temperatures_in_either_scale_and_both_at_once(self) -> None:
        for text, celsius in (
            ("Bake at 375F until golden.", 190.6),
            ("Bake at 375 °F (190 °C).", 190),
            ("Bake in the oven at 200 degrees C.", 200),
            ("Preheat to 180 C.", 180),
        ):
            with self.subTest(text=text):
                said = [s for s in found(text) if s[1] == "temperature"]
                self.assertEqual([s[2] for s in said], [celsius])

    def test_times_in_digits_ranges_fractions_and_words(self) -> None:
        for text, low, high in (
            ("Let rise 1 to 1 1/2 hours.", 60, 90),
            ("Let rise 1½-2 hrs.", 90, 120),
            ("Let rise for half an hour.", 30, 30),
            ("Let it rise overnight.", 600, 600),
            ("Leave to rise, 45 mins.", 45, 45),
        ):
            with self.subTest(text=text):
                self.assertEqual(found(text), [("rise", "minutes", low, high)])

    def test_lengths_are_thick_or_across(self) -> None:
        self.assertEqual(found("Roll 1/8 inch thick."), [("", "thick_mm", 3.2, 3.2)])
        self.assertEqual(found("Roll into 5-inch circles."), [("", "across_mm", 127, 127)])
        self.assertEqual(found("Roll to a thickness of 4 mm."), [("", "thick_mm", 4, 4)])
        self.assertEqual(found("Cut 12 cm rounds."), [("", "across_mm", 120, 120)])

    def test_counts_and_weights_of_pieces(self) -> None:
        said = found("Divide into 12 equal pieces of about 60 g each.")
        self.assertIn(("", "pieces", 12, 12), said)
        self.assertIn(("", "each_g", 60, 60), said)
        self.assertIn(("", "each_g", 56.7, 56.7), found("Make balls, 2 oz each."))
        self.assertEqual(found("Cut into 60 g pieces."), [("", "each_g", 60, 60)])
        self.assertEqual(found("Makes 16"), [("", "pieces", 16, 16)])
        self.assertEqual(found("Makes 2 cups."), [])

    def test_each_sentence_is_about_its_own_step(self) -> None:
        text = (
            "Stir the yeast into milk at 40 C. Let rise 1 hour. Shape; proof 25 minutes. Steam for 15 minutes, "
            "then let rest 5 minutes."
        )
        steps = [(s[0], s[1], s[2]) for s in found(text)]
        self.assertEqual(
            steps,
            [
                ("yeast", "temperature", 40),
                ("rise", "minutes", 60),
                ("proof", "minutes", 25),
                ("steam", "minutes", 15),
                ("rest", "minutes", 5),
            ],
        )

    def test_what_it_says_of_the_heat_and_the_closing_shapes_the_bake(self) -> None:
        lines = "500 g flour\n300 g water\n6 g instant yeast\nFilling\n300 g cooked beans\nMethod\n"
        steamed = to_bake(read_recipe(f"{lines}Gather and pleat. Steam for 15 minutes.")).document
        baked = to_bake(read_recipe(f"{lines}Fold in half. Brush with egg wash. Bake at 350 F in a fan oven.")).document
        self.assertEqual((steamed["heat"]["method"], steamed["closing"]), ("steam", "gathered"))
        self.assertEqual(
            (baked["heat"]["method"], baked["closing"], baked["heat"]["wash"]), ("oven", "half_moon", "egg")
        )
        self.assertEqual((baked["heat"]["temperature"], baked["heat"]["fan"]), ("177 C", True))

    def test_nothing_is_found_in_a_method_without_numbers(self) -> None:
        self.assertEqual(found("Mix well. Bake until done. Enjoy!"), [])

    @given(st.text(max_size=300))
    def test_any_text_gives_ordered_bands_or_nothing(self, text: str) -> None:
        for said in said_in(text):
            self.assertTrue(said.value.low <= said.value.typical <= said.value.high)
