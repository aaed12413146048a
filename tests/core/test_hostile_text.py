"""A pasted text costs its length and no more: every pattern of the core is linear, and so is a whole reading."""

import contextlib
import importlib
import pkgutil
import re
import time
import unittest
from collections.abc import Callable, Iterator
from typing import Any

import airycrumb
from airycrumb.problems import InputError
from airycrumb.recipe import read_recipe, to_bake
from airycrumb.recipe.linked import unwrapped

# What repeats in recipes, and what patterns look for: runs of these are where backtracking multiplies.
BITS = (" ", "1", "a", "1 ", "1.", "1,", "-", "(", "<", "½", "°", "1 cup ", "for the ", "a-", "1/", "1 to ", "a b (")
SHORT, TIMES = 2000, 4
# Four times the text may take four times as long; sixteen would be quadratic. Less than this is not measured.
MOST_TIMES, WORTH_MEASURING_S = 9.0, 0.02


def patterns() -> Iterator[tuple[str, re.Pattern[str]]]:
    """Every compiled pattern of the core, by the name it stands under."""

    def within(value: Any, name: str, depth: int = 0) -> Iterator[tuple[str, re.Pattern[str]]]:
        if isinstance(value, re.Pattern):
            yield name, value
        elif isinstance(value, dict | list | tuple) and depth < 3:
            for inner in value.values() if isinstance(value, dict) else value:
                yield from within(inner, name, depth + 1)

    for module in pkgutil.walk_packages(airycrumb.__path__, "airycrumb."):
        if not module.name.endswith("__main__"):
            for name, value in vars(importlib.import_module(module.name)).items():
                yield from within(value, f"{module.name}.{name}")


def seconds(work: Callable[[], object]) -> float:
    # Of this process alone: other tests run beside it.
    begin = time.process_time()
    with contextlib.suppress(InputError):
        work()
    return time.process_time() - begin


class Patterns(unittest.TestCase):
    def test_four_times_the_text_takes_about_four_times_as_long(self) -> None:
        every = dict(patterns())
        self.assertGreater(len(every), 25)
        for name, pattern in every.items():
            for bit in BITS:
                texts = [bit * (size // len(bit)) + "!" for size in (SHORT, SHORT * TIMES)]
                if seconds(lambda p=pattern, t=texts[1]: list(p.finditer(t))) > WORTH_MEASURING_S:  # type: ignore[misc]
                    once, more = (
                        # The quickest of three: whatever else this machine does is not the pattern's.
                        min(seconds(lambda t=t, p=pattern: list(p.finditer(t))) for _ in range(3))  # type: ignore[misc]
                        for t in texts
                    )
                    with self.subTest(pattern=name, bit=bit):
                        self.assertLess(more / once, MOST_TIMES)

    def test_the_measure_sees_a_quadratic_pattern(self) -> None:
        slow = re.compile(r"\s+x")
        once, more = (seconds(lambda n=n: slow.search(" " * n)) for n in (SHORT, SHORT * TIMES))  # type: ignore[misc]
        self.assertGreater(more / once, MOST_TIMES)


class Pastes(unittest.TestCase):
    def test_the_largest_recipe_of_anything_reads_as_fast_as_an_honest_one(self) -> None:
        """Held to a reference of the same run: sixty thousand characters of ordinary lines and sentences."""
        honest = "500 g flour\nMethod\n" + "Knead 10 minutes, then bake at 190 C for 20 minutes until golden.\n" * 900
        most = 12 * seconds(lambda: to_bake(read_recipe(honest[:59_000])))
        for one in ("1" * 399, "(" * 290, "1 " * 190, "rise " + "1" * 390, "1/1 " * 90, "1 to " * 80, " " * 390 + "x"):
            for head in ("500 g flour\nMethod\n",) if one[0] != "(" else ("500 g flour\nMethod\n", ""):
                hostile = (head + f"{one}\n" * (59_000 // len(one)))[:59_900]
                with self.subTest(one=one[:12], head=head):
                    self.assertLess(seconds(lambda h=hostile: to_bake(read_recipe(h))), most)  # type: ignore[misc]
        self.assertLess(seconds(lambda: read_recipe("flour" + " " * 190_000 + "x")), most)

    def test_a_page_full_of_open_tags_is_read_or_refused_at_once(self) -> None:
        recipe = '{"@type": "Recipe", "name": "%s", "recipeIngredient": ["500 g flour"]}'
        for bit in ("<", "<b ", "&"):
            short, long = (
                seconds(lambda n=size, b=bit: read_recipe(recipe % (b * (n // len(b))))) for size in (47_500, 190_000)
            )  # type: ignore[misc]
            with self.subTest(bit=bit):
                self.assertTrue(long < WORTH_MEASURING_S or long / short < MOST_TIMES, (short, long))

    def test_a_page_of_nested_marks_costs_its_length(self) -> None:
        """Held to a quarter of the same page in the same run."""
        page = lambda times: (
            '<div itemscope itemtype="https://schema.org/Recipe">'
            + '<li itemprop="recipeIngredient">500 g flour' * times
        )
        cost = lambda times: min(seconds(lambda: unwrapped(page(times))) for _ in range(3))
        self.assertLess(cost(12_000) / cost(3_000), MOST_TIMES)
