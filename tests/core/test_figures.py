"""No figure and no word of a fixed set of bakes changes unseen (see figures.py)."""

import unittest

from tests.core import figures


class Figures(unittest.TestCase):
    def test_every_figure_is_as_it_was_meant(self) -> None:
        cases = figures.cases()
        self.assertEqual(set(cases), set(figures.kept()), "run make figures if this is meant")
        for name, worked in cases.items():
            now, before = figures.digests(worked()), figures.kept()[name]
            changed = sorted(part for part in {*now, *before} if now.get(part) != before.get(part))
            with self.subTest(case=name):
                self.assertEqual(changed, [], "changed: if that is meant, make figures, and say why in the commit")

    def test_a_change_of_one_figure_in_four_digits_is_seen(self) -> None:
        once, again, other = ({"rise": {"minutes": m, "word": "soft"}} for m in (81.23, 81.2300001, 81.33))
        self.assertEqual(figures.digests(once), figures.digests(again))
        self.assertNotEqual(figures.digests(once), figures.digests(other))
