"""Quantities written by people, right and wrong."""

import doctest
import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from airycrumb import quantities
from airycrumb.problems import InputError
from airycrumb.quantities import parse, parse_amount, share_rounded, within
from airycrumb.stations.divide import portioning
from airycrumb.stations.divide import sharing as divide
from airycrumb.stations.enclose import families
from airycrumb.stations.weigh import formula
from airycrumb.words import in_grams, say


def said(text: str, kind: str = "mass") -> str:
    """The sentence a bad quantity is answered with."""
    try:
        parse(text, kind, "here")
    except InputError as error:
        return str(error.problems[0].message)
    raise AssertionError(f"{text!r} was taken for a {kind}")


class Reading(unittest.TestCase):
    def test_units_are_taken_with_or_without_a_space_and_in_any_case(self) -> None:
        for text, grams in (("62 g", 62), ("62g", 62), ("0.5 KG", 500), ("1,5 kg", 1500), ("2 oz", 56.699)):
            self.assertAlmostEqual(parse(text, "mass"), grams, places=3)

    def test_temperatures_come_in_either_scale(self) -> None:
        self.assertAlmostEqual(parse("375 F", "temperature"), 190.56, places=2)
        self.assertEqual(parse("21 °C", "temperature"), 21)

    def test_a_spoon_of_salt_goes_through_its_density(self) -> None:
        # common practice: 5.7 to 6.0 g of fine salt to the US teaspoon
        self.assertTrue(5.7 <= parse_amount("1 tsp", 1.18) <= 6.0)

    def test_a_volume_of_something_without_a_density_is_asked_to_be_weighed(self) -> None:
        with self.assertRaisesMessage("weigh it"):
            parse_amount("1 cup", None)

    def assertRaisesMessage(self, part: str):  # type: ignore[no-untyped-def]  # noqa: N802
        return self.assertRaisesRegex(InputError, part)


class Refusing(unittest.TestCase):
    def test_each_kind_of_nonsense_has_its_own_sentence(self) -> None:
        cases = {
            "": "missing",
            "   ": "missing",
            "12": "no unit",
            "12 stone": "“stone” is not a unit",
            "a handful": "is not an amount",
            "nan g": "is not a number",
            "inf g": "is not a number",
            "1e400 g": "is not a number",
            "12 g g": "is not a unit",
        }
        for text, part in cases.items():
            with self.subTest(text=text):
                self.assertIn(part, said(text))

    def test_a_sentence_says_what_to_write_instead(self) -> None:
        self.assertIn("62 g", said("lots"))
        self.assertIn("C or F", said("21 K", "temperature"))

    def test_a_range_names_both_its_ends(self) -> None:
        with self.assertRaisesRegex(InputError, "5,000 g is outside .* between 10 g and 1,500 g"):
            within(5000, in_grams(10, 1500), say("A piece"), "here")

    @given(st.text(max_size=30))
    def test_no_text_gives_anything_but_a_finite_number_or_a_sentence(self, text: str) -> None:
        try:
            self.assertTrue(math.isfinite(parse(text, "mass")))
        except InputError as error:
            self.assertTrue(str(error.problems[0].message).endswith((".", "?")))


class Rounding(unittest.TestCase):
    @given(st.lists(st.floats(0, 5000), min_size=1, max_size=20), st.sampled_from([0.1, 1, 2, 5]))
    def test_rounded_amounts_keep_the_total_and_stay_within_a_step(self, amounts: list[float], step: float) -> None:
        shown = share_rounded(amounts, step)
        self.assertAlmostEqual(sum(shown), round(sum(amounts) / step) * step, places=4)
        for exact, rounded in zip(amounts, shown, strict=True):
            self.assertLess(abs(exact - rounded), step + 1e-6)


class WorkedExamples(unittest.TestCase):
    def test_the_examples_in_the_docstrings_run(self) -> None:
        for module in (quantities, formula, divide, portioning, families):
            failed, tried = doctest.testmod(module)
            self.assertEqual((failed, tried > 0), (0, True), module.__name__)
