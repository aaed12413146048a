"""Egg sizes against the weight classes of USDA AMS 56, United States Standards, Grades, and Weight Classes for Shell
Eggs.

Minimum net weight of a dozen in the shell: medium 21 oz, large 24 oz, extra large 27 oz. The shell is 11 to 12 % of
it (common practice, no source). Agreement: 1 g an egg. Yolk and white of a large egg add up to it.
"""

import unittest

from airycrumb.data.measures import EGG_SIZES
from airycrumb.pantry import find

OUNCE = 28.349523125
DOZEN_OUNCES = {"medium": 21, "large": 24, "extra large": 27}


class ShellEggs(unittest.TestCase):
    def test_each_size_without_its_shell(self) -> None:
        for size, ounces in DOZEN_OUNCES.items():
            with self.subTest(size=size):
                self.assertAlmostEqual(EGG_SIZES[size], ounces * OUNCE / 12 * 0.885, delta=1.0)

    def test_yolk_and_white_make_an_egg(self) -> None:
        yolk, white, whole = (find(key) for key in ("egg yolk", "egg white", "whole egg"))
        assert yolk.piece_g and white.piece_g and whole.piece_g
        self.assertAlmostEqual(yolk.piece_g + white.piece_g, whole.piece_g, delta=0.5)
        for share, off in (("water", 2.0), ("fat", 0.8), ("protein", 1.2)):
            mixed = (getattr(yolk, share) * yolk.piece_g + getattr(white, share) * white.piece_g) / whole.piece_g
            with self.subTest(share=share):
                self.assertAlmostEqual(mixed, getattr(whole, share), delta=off)
