"""A dough or a filling of another bake, or a usual dough: what stays, what changes, and that both are said."""

import unittest
from typing import Any

from airycrumb.bake import read_bake
from airycrumb.data.usual_doughs import USUAL_DOUGHS
from airycrumb.whatif.taking import Taking, take_dough, take_filling, usual, with_dough, with_filling
from tests.core.examples import NOON, bake_document, kitchen, raw_sheet

SOURCE: dict[str, int | str] = {"bake": 7, "version": 3, "name": "The other"}


def dough_from(other: dict[str, Any], document: dict[str, Any]) -> Taking:
    """A bake with another's dough."""
    put = with_dough(document, other, SOURCE)
    return take_dough(read_bake(document), read_bake(put), put, kitchen(), NOON)


def filling_from(other: dict[str, Any], document: dict[str, Any]) -> Taking:
    """A bake with another's filling."""
    put = with_filling(document, other, SOURCE)
    return take_filling(read_bake(document), read_bake(put), put, kitchen(), NOON)


class ADough(unittest.TestCase):
    def test_it_brings_its_way_to_rise_and_leaves_pieces_and_weights(self) -> None:
        mine, other = bake_document("hake-fennel-buns"), bake_document("pear-hazelnut-buns")
        other = {**other, "sponge": {"to": 2.4}}
        taken = dough_from(other, mine).ways[0].document
        read = read_bake(taken)
        self.assertEqual(taken["rise"], other["rise"])
        self.assertEqual(taken["sponge"], {"to": 2.4})
        for kept in ("pieces", "dough_per_piece", "filling", "proof", "heat", "name"):
            self.assertEqual(taken[kept], mine[kept])
        self.assertEqual(read.dough.taken_from and read.dough.taken_from.version, 3)
        # What the lender has no word for does not stay behind from the bake before.
        without = {key: value for key, value in other.items() if key != "sponge"}
        self.assertNotIn("sponge", dough_from(without, {**mine, "sponge": {"to": 3.0}}).ways[0].document)

    def test_what_differs_of_the_flour_is_told_and_nothing_where_it_is_the_same(self) -> None:
        mine = bake_document("hake-fennel-buns")
        lines = [{"use": "bread flour", "amount": "500 g"}, {"use": "water", "amount": "350 g"}]
        lines += [{"use": "fine salt", "amount": "10 g"}, {"use": "instant yeast", "amount": "5 g"}]
        wet = {**mine, "dough": {**mine["dough"], "ingredients": lines}}
        drier = [{**x, "amount": "300 g"} if x["use"] == "water" else x for x in lines]
        dry = {**mine, "dough": {**mine["dough"], "ingredients": drier}}
        told = [str(x) for x in dough_from(wet, dry).told]
        # 350 and 300 g of water on 500 g of flour, worked by hand.
        self.assertEqual(told[1:], ["Water in all: 70 % of the flour instead of 60 %."])
        self.assertEqual(len(dough_from(wet, wet).told), 1)

    def test_a_new_allergen_is_told(self) -> None:
        told = " ".join(str(x) for x in dough_from({**usual("rich")}, bake_document(closing="plain")).told)
        self.assertIn("egg", told)

    def test_every_usual_dough_makes_a_bake_without_a_doubt_about_its_shares_and_is_marked_assumed(self) -> None:
        for key, dough in USUAL_DOUGHS.items():
            with self.subTest(dough=key):
                document = with_dough(bake_document("hake-fennel-buns"), usual(key), None)
                s = raw_sheet(document)
                asked = {d.code for d in s.doubts}
                self.assertFalse(
                    asked & {"yeast_high", "yeast_low", "salt_high", "hydration_high", "hydration_low", "batter"}
                )
                self.assertTrue(all(line.assumed for line in read_bake(document).dough.ingredients))
                flour = sum(share for food, share in dough.parts.items() if "flour" in food)
                self.assertEqual(flour, 100)


class AFilling(unittest.TestCase):
    def other(self, **salt: str) -> dict[str, Any]:
        """A bake whose filling is half as salty as, and wetter than, the one it goes into."""
        rows = [{"use": "chicken raw", "amount": "300 g"}, {"use": "onion", "amount": "95 g"}]
        rows += [{"use": "fine salt", "amount": salt.get("salt", "2.5 g")}]
        filling = {"name": "chicken", "state": "raw", "temperature": "5 C", "hands_on": "15 min", "cooling": "0 min"}
        return bake_document("hake-fennel-buns", filling={**filling, "ingredients": rows, "made": "400 g"})

    def test_as_much_goes_into_each_and_what_differs_is_told(self) -> None:
        mine = bake_document("squash-lentil-half-moons")
        found = filling_from(self.other(), mine)
        told = [str(x) for x in found.told]
        self.assertIn(f"In each stays {read_bake(mine).filling_each_g:.0f} g of filling.", told)
        self.assertTrue(any(x.startswith("It goes in raw instead of") for x in told), told)
        taken = found.ways[0].document
        self.assertEqual(taken["filling_per_piece"], mine["filling_per_piece"])
        # What there was of it in the other kitchen is not what there is in this one.
        self.assertIsNone(taken["filling"]["made"])

    def test_it_can_be_salted_as_the_one_before(self) -> None:
        mine = self.other(salt="6 g")
        found = filling_from(self.other(), mine)
        salted = found.ways[1].document
        shares = []
        for document in (mine, salted):
            filled = raw_sheet(document).groups[0].filled
            assert filled
            shares.append(filled.salt)
        self.assertAlmostEqual(shares[0], shares[1], delta=0.02)

    def test_a_filling_alike_says_only_that_its_mass_stays(self) -> None:
        mine = self.other()
        self.assertEqual(len(filling_from(mine, mine).told), 1)
        self.assertEqual(len(filling_from(mine, mine).ways), 1)
