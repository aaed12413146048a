"""A flour's grade is part of its name: no amount of anything (common practice, no source)."""

import unittest

from airycrumb.recipe.lines import read_line

GRADED = (
    "00 flour 500 g",
    "500 g type 00 flour",
    "flour type 55 500 g",
    "flour type 00, 500 g",
    "T45 flour 500 g",
    "type 405 flour 500 g",
    "500 g flour (type 00)",
    "flour 00: 500 g",
    "0 flour 500 g",
    "500 g Weizenmehl Type 405",
    "Weizenmehl Typ 550 500 g",
    "farine T55 : 500 g",
    "farina tipo 0, 500 g",
    "harina 0000 500 g",
)


class FlourGrades(unittest.TestCase):
    def test_the_grade_is_no_amount_wherever_it_stands(self) -> None:
        for line in GRADED:
            with self.subTest(line):
                (read,) = read_line(line)
                assert read.grams is not None
                self.assertEqual((read.role, read.grams.typical), ("flour", 500.0))

    def test_an_amount_is_no_grade(self) -> None:
        for line, grams in (
            ("flour 0.500 kg", 500),
            ("bread flour 1.00 kg", 1000),
            ("1 t salt", 5.8),
            ("100 g sugar", 100),
        ):
            with self.subTest(line):
                (read,) = read_line(line)
                assert read.grams is not None
                self.assertAlmostEqual(read.grams.typical, grams, delta=0.1)

    def test_a_power_of_ten_is_asked_about_and_not_read_in_part(self) -> None:
        for line in ("1e999 g water", "1e3 g flour", "1.5E+2 ml milk"):
            with self.subTest(line):
                (read,) = read_line(line)
                self.assertIsNone(read.grams)
                self.assertIn("No amount is given.", [str(why) for why in read.why])


if __name__ == "__main__":
    unittest.main()
