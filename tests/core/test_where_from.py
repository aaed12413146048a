"""Where a figure is from: every figure answers, its inputs move it the way they must, and what is assumed says so."""

import unittest

from airycrumb.bake import read_bake
from airycrumb.problems import InputError
from airycrumb.sheet import work
from airycrumb.sheet.where_from import FIGURES, WhereFrom, where_from
from tests.core.examples import NOON, bake_document, kitchen
from tests.core.spoken import spoken

KINDS = {"published", "common practice", "assumed", "from memory"}


def asked(figure: str, which: str = "beetroot-walnut-buns", **changes: object) -> WhereFrom:
    """Where a figure of a demo bake is from, its messages said."""
    bake, here = read_bake(bake_document(which, **changes)), kitchen()
    return spoken(where_from(bake, here, work(bake, here, now=NOON), figure, now=NOON))  # type: ignore[arg-type, no-any-return]


class WhereFigures(unittest.TestCase):
    def test_every_figure_says_its_formula_its_inputs_and_what_its_constants_rest_on(self) -> None:
        for figure in FIGURES:
            for which in ("beetroot-walnut-buns", "squash-lentil-half-moons"):
                if figure == "golden" and which == "beetroot-walnut-buns":
                    continue  # nothing browns in steam
                found = asked(figure, which)
                with self.subTest(figure=figure, bake=which):
                    self.assertTrue(found.title and found.figure and found.formula.endswith("."))
                    self.assertEqual(found.most, found.drives[0].name)
                    shares = [d.share for d in found.drives]
                    self.assertEqual((shares[0], shares), (1.0, sorted(shares, reverse=True)))
                    self.assertTrue(all(d.known and d.doubt and d.effect for d in found.drives))
                    self.assertTrue(all(c.kind in KINDS and c.source for c in found.constants))

    def test_inputs_move_it_the_way_they_must(self) -> None:
        effects = lambda figure, which: {d.name: d.effect for d in asked(figure, which).drives}
        rise = effects("rise", "beetroot-walnut-buns")
        self.assertIn("shorter", rise["the kitchen's warmth"])
        self.assertIn("shorter", rise["the yeast, as instant, on the flour"])
        heat = effects("middle", "squash-lentil-half-moons")
        self.assertIn("longer", heat["filling in each piece"])
        self.assertIn("shorter", heat["the oven's temperature"])
        self.assertIn("cooler", effects("water", "beetroot-walnut-buns")["the kitchen's warmth"])
        self.assertIn("wider", effects("across", "beetroot-walnut-buns")["filling in each piece"])
        thick = effects("thick", "beetroot-walnut-buns")
        self.assertIn("thicker", thick["dough in each piece"])
        self.assertIn("thinner", thick["filling in each piece"])
        for figure in ("golden", "crumb"):
            self.assertIn("shorter", effects(figure, "squash-lentil-half-moons")["the oven's temperature"], figure)
        # Planned minutes would follow the oven: for so many minutes its middle ends warmer.
        oven = {"method": "oven", "temperature": "200 C", "minutes": "20 min", "rest": "5 min"}
        stated = {d.name: d.effect for d in asked("end", "squash-lentil-half-moons", heat=oven).drives}
        self.assertIn("warmer", stated["the oven's temperature"])

    def test_before_any_bake_the_kitchen_itself_is_the_largest_doubt(self) -> None:
        self.assertIn("how this kitchen's dough rises", asked("rise").most)
        self.assertIn("assumed", asked("rise").drives[0].known)
        measured = asked("rise", dough={"start_temperature": "26 C"})
        start = next(d for d in measured.drives if "when it is kneaded" in d.name)
        self.assertEqual((start.known, start.doubt), ("measured", "0.5 °C"))

    def test_an_oven_is_no_input_of_a_steamer_and_a_hob_none_of_an_oven(self) -> None:
        steamed = {d.name for d in asked("heat").drives}
        baked = {d.name for d in asked("heat", "squash-lentil-half-moons").drives}
        self.assertIn("the power that reaches the steam", steamed - baked)
        self.assertIn("the oven's temperature", baked - steamed)

    def test_a_figure_a_bake_does_not_have_is_refused(self) -> None:
        with self.assertRaises(InputError):
            asked("across", closing="kneaded_in", filling_per_piece="20 g")
        with self.assertRaises(InputError):
            asked("golden")
