"""Marks that change matter: flour or water kneaded in besides, a piece lost, two more cut."""

import unittest
from datetime import timedelta

from airycrumb.bake import read_bake
from airycrumb.bake.marks import wrong_with
from airycrumb.learning.finish import finish
from tests.core.examples import NOON, bake_document, kitchen, raw_sheet, seen

STARTED = seen("started", "weigh", 0)


class WhatWasAdded(unittest.TestCase):
    def test_flour_makes_the_dough_drier_and_every_piece_heavier(self) -> None:
        before = raw_sheet(bake_document(), [STARTED])
        after = raw_sheet(bake_document(), [STARTED, seen("flour_added", "weigh", 5, 30.0)])
        flour = lambda s: sum(line.grams for line in s.weigh.dough if line.role == "flour")
        self.assertAlmostEqual(flour(after) - flour(before), 30, places=4)
        self.assertAlmostEqual(after.weigh.dough_g - before.weigh.dough_g, 30, places=4)
        # By hand: the same water over 30 g more of flour.
        grams = flour(before)
        wanted = before.weigh.percentages.stated_hydration * grams / (grams + 30)
        self.assertAlmostEqual(after.weigh.percentages.stated_hydration, wanted, places=3)
        more = after.weigh.dough_g / before.weigh.dough_g
        self.assertAlmostEqual(after.groups[0].dough_each_g, before.groups[0].dough_each_g * more, places=4)

    def test_water_makes_it_softer_and_several_times_add_up(self) -> None:
        before = raw_sheet(bake_document(), [STARTED])
        marks = [STARTED, seen("water_added", "weigh", 5, 10.0), seen("water_added", "weigh", 8, 5.0)]
        after = raw_sheet(bake_document(), marks)
        self.assertAlmostEqual(after.weigh.dough_g - before.weigh.dough_g, 15, places=4)
        self.assertGreater(after.weigh.percentages.true_hydration, before.weigh.percentages.true_hydration)

    def test_water_is_added_to_a_dough_that_has_none_too(self) -> None:
        document = bake_document("pear-hazelnut-buns")
        document["dough"]["ingredients"] = [x for x in document["dough"]["ingredients"] if x["use"] != "water"]
        after = raw_sheet(document, [STARTED, seen("water_added", "weigh", 5, 12.0)])
        self.assertAlmostEqual(sum(x.grams for x in after.weigh.dough if x.key == "water"), 12, places=3)

    def test_a_piece_lost_leaves_the_others_as_they_are(self) -> None:
        before = raw_sheet(bake_document(), [STARTED])
        after = raw_sheet(bake_document(), [STARTED, seen("pieces", "wrap", 120, 11.0, "1")])
        self.assertEqual((before.divide.pieces, after.divide.pieces), (12, 11))
        self.assertAlmostEqual(after.groups[0].dough_each_g, before.groups[0].dough_each_g, places=6)
        wrap = lambda s: next(x.end - x.start for x in s.day.steps if x.key == "wrap")
        self.assertAlmostEqual(wrap(after) / wrap(before), 11 / 12, places=6)

    def test_of_several_groups_each_has_its_own_number(self) -> None:
        after = raw_sheet(bake_document("leek-or-pear-buns"), [STARTED, seen("pieces", "wrap", 120, 3.0, "2")])
        before = raw_sheet(bake_document("leek-or-pear-buns"), [STARTED])
        self.assertEqual([g.pieces for g in after.groups], [before.groups[0].pieces, 3])

    def test_a_number_that_cannot_be_is_refused_with_a_sentence(self) -> None:
        self.assertIn("between 1 and 200", str(wrong_with("pieces", "wrap", 0.0, "1")))
        self.assertIn("between", str(wrong_with("flour_added", "weigh", -5.0, None)))
        self.assertIsNone(wrong_with("water_added", "weigh", 12.0, None))

    def test_what_a_batch_teaches_is_taught_by_the_dough_there_was(self) -> None:
        looks = [seen("done", "weigh", 20), seen("risen", "rise", 80, 0.6), seen("done", "rise", 130)]
        end = NOON + timedelta(minutes=260)
        rest = [seen("done", key, 140 + 20 * i) for i, key in enumerate(("divide", "wrap", "proof", "heat", "rest"))]
        taught = lambda *more: finish(
            read_bake(bake_document()), kitchen(), [STARTED, *more, *looks, *rest], [], now=end
        )
        plain, drier = taught(), taught(seen("flour_added", "weigh", 5, 40.0))
        # A stiffer dough rises slower: the same look tells of quicker yeast.
        self.assertGreater(drier.vigour.mean, plain.vigour.mean)
