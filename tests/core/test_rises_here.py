"""What a kitchen's doughs are said to do: the same as the belief, told as a cook would."""

import math
import unittest
from statistics import NormalDist

from hypothesis import given
from hypothesis import strategies as st

from airycrumb.bake import read_kitchen
from airycrumb.learning.rises_here import rises_here
from tests.core.examples import kitchen, kitchen_document


def told(mean: float, variance: float) -> tuple[str, str]:
    """Figure and band of a kitchen that learned this."""
    found = rises_here(kitchen(vigour={"mean": mean, "variance": variance, "bakes": 3}))
    assert found is not None
    return str(found.figure), str(found.band)


class RisesHere(unittest.TestCase):
    def test_slower_faster_and_as_usual(self) -> None:
        self.assertEqual(told(math.log(0.88), 1e-4), ("12 % slower", "11 to 13 % slower"))
        self.assertEqual(told(math.log(1.2), 4e-4), ("20 % faster", "17 to 23 % faster"))
        self.assertEqual(told(0.0, 0.01), ("as usual", "12 % slower to 14 % faster"))

    def test_nothing_is_said_before_anything_is_known(self) -> None:
        nothing = {field: value for field, value in kitchen_document().items() if field != "vigour"}
        self.assertIsNone(rises_here(read_kitchen(nothing)))

    @given(st.floats(-0.5, 0.5), st.floats(1e-4, 0.09))
    def test_the_band_holds_eight_of_ten_cases(self, mean: float, variance: float) -> None:
        belief = NormalDist(mean, math.sqrt(variance))
        _, band = told(mean, variance)
        low, high = (round(100 * math.expm1(belief.inv_cdf(share))) for share in (0.1, 0.9))
        self.assertEqual({int(part) for part in band.split() if part.isdigit()}, {abs(low), abs(high)} - {0})
        self.assertEqual("slower" in band, low < 0)
        self.assertEqual("faster" in band, high > 0)


if __name__ == "__main__":
    unittest.main()
