"""The corpus of recipes, read: what is right, and that what is wrong is said. The bands are those asked for."""

import unittest

from tests.core.corpus import Score, by_manner, corpus, score

LEAST_RIGHT, MOST_SILENT = 0.92, 0.005
LEAST_RIGHT_ASIDE, MOST_SILENT_ASIDE = 0.88, 0.01


def whole(aside: bool) -> Score:
    """The scores of all manners together."""
    total = Score()
    for _, one in by_manner(aside):
        total.add(one)
    return total


class Corpus(unittest.TestCase):
    def test_it_is_as_wide_as_what_cooks_bring(self) -> None:
        self.assertGreaterEqual(len(corpus()), 120)
        self.assertGreaterEqual(len({text.manner for text in corpus()}), 12)
        self.assertGreaterEqual(sum(len(text.lines) for text in corpus()), 1500)
        self.assertGreaterEqual(sum(text.aside for text in corpus()) / len(corpus()), 1 / 3)

    def test_right_food_grams_and_part(self) -> None:
        tuned, aside = whole(False), whole(True)
        for scored, least in ((tuned, LEAST_RIGHT), (aside, LEAST_RIGHT_ASIDE)):
            self.assertGreaterEqual(scored.recall, least, scored.misses)
            self.assertGreaterEqual(scored.precision, least, scored.misses)

    def test_hardly_anything_is_wrong_or_lost_without_a_word(self) -> None:
        self.assertLessEqual(whole(False).silent_rate, MOST_SILENT)
        self.assertLessEqual(whole(True).silent_rate, MOST_SILENT_ASIDE)

    def test_the_methods_facts_with_their_steps(self) -> None:
        for aside, least in ((False, 0.9), (True, 0.85)):
            self.assertGreaterEqual(whole(aside).fact_recall, least)

    def test_the_score_sees_what_is_wrong(self) -> None:
        """A score that cannot fail proves nothing: a text of another recipe scores nothing."""
        one, other = corpus()[0], corpus()[1]
        mixed = type(one)(one.name, one.manner, False, other.lines, one.things, one.facts)
        self.assertLess(score(mixed).recall, 0.5)
        self.assertGreater(score(mixed).silent_rate, 0.5)
