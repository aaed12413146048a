"""A bake that is ready long before it is eaten: what is done with it meanwhile, and when it is kept too long."""

import unittest
from dataclasses import replace
from datetime import UTC, datetime, timedelta

from airycrumb.bake.model import Bake, read_bake
from airycrumb.day.ahead import again_to, between, kept_too_long, kind_of, warm_limit
from airycrumb.day.job import Job
from tests.core.days import feast
from tests.core.examples import bake_document

DUE = datetime(2026, 11, 28, 12, 0, tzinfo=UTC)


def baked(kind: str = "squash-lentil-half-moons") -> Bake:
    return read_bake(bake_document(kind))


def job(serve: str = "hot") -> Job:
    return replace(feast(1, 3)[0], serve=serve)  # type: ignore[arg-type]


def told(hours: float, serve: str, kind: str = "squash-lentil-half-moons") -> str:
    """What is said of a bake ready so many hours before its hour."""
    return str(between(baked(kind), job(serve), "strictest", DUE - timedelta(hours=hours), DUE))


class Between(unittest.TestCase):
    def test_the_rules_are_the_published_ones(self) -> None:
        """Two hours: US federal guidance; 82 °C: Scotland's for what is heated again. Both from memory."""
        self.assertEqual(warm_limit("us"), timedelta(hours=2))
        self.assertEqual(warm_limit("strictest"), timedelta(hours=2))
        self.assertEqual(again_to("us"), 74)
        self.assertEqual(again_to("strictest"), 82)

    def test_what_is_eaten_soon_needs_nothing(self) -> None:
        self.assertEqual(told(0.4, "hot"), "")
        self.assertEqual(told(1.9, "cool"), "")
        self.assertEqual(told(1.9, "reheat"), "")

    def test_what_must_be_hot_and_stands_is_told(self) -> None:
        self.assertIn("no longer hot", told(1.0, "hot"))

    def test_what_stands_for_longer_than_it_may_goes_into_the_fridge_by_its_hour(self) -> None:
        said = told(13.0, "cool")
        self.assertIn("into the fridge by", said)
        self.assertIn("01:00", said)  # ready at 23:00
        self.assertIn("local food-safety rules come first", said)
        self.assertNotIn("heat it again", said)
        self.assertIn("heat it again to 82 °C", told(13.0, "reheat"))
        # Said to be straight from the heat, and it is not: the same caution.
        self.assertIn("heat it again to 82 °C", told(13.0, "hot"))

    def test_days_in_the_fridge_are_those_of_the_filling_that_keeps_shortest(self) -> None:
        bake = baked()
        self.assertEqual(kind_of(bake), "cooked")
        self.assertFalse(kept_too_long(bake, "uk", DUE - timedelta(days=2), DUE))
        self.assertTrue(kept_too_long(bake, "uk", DUE - timedelta(days=2, minutes=1), DUE))
        self.assertFalse(kept_too_long(bake, "us", DUE - timedelta(days=3), DUE))


if __name__ == "__main__":
    unittest.main()
