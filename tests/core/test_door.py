"""The door of Reading: nothing leaves with an ingredient left out, an amount unused or an oven half read, unasked."""

import unittest

from airycrumb.recipe import Correction, Habits, asks, corrected, read_recipe, to_bake

PLAIN = """Herring onion boats
Makes 10

Dough
500 g bread flour
300 ml water
10 g salt
7 g instant yeast

Filling
{filling}
200 g cheddar

Method
Knead and let rise 1 hour. Divide into 10 pieces. Fill, close and proof 30 minutes.
{bake}
"""
BAKE = "Bake at 190 C for 20 minutes."


def recipe(filling: str = "250 g leeks", bake: str = BAKE, **put: str) -> str:
    """The plain recipe with some of its lines otherwise."""
    text = PLAIN.format(filling=filling, bake=bake)
    for old, new in put.items():
        text = text.replace(
            {"flour": "500 g bread flour", "water": "300 ml water", "salt": "10 g salt", "yeast": "7 g instant yeast"}[
                old
            ],
            new,
        )
    return text


def asked(text: str, *corrections: Correction) -> list[str]:
    """What is asked of a text, by the first word of each key."""
    reading = corrected(read_recipe(text), corrections, Habits())
    return [ask.key.split(":")[0] for ask in asks(reading, to_bake(reading).document, Habits())]


def grams(filling: str) -> float | None:
    """g of the first line of the filling."""
    line = next(p.line for p in read_recipe(recipe(filling)).lines if p.part == "filling")
    return line.grams.typical if line.grams else None


class NothingVanishes(unittest.TestCase):
    def test_a_recipe_read_whole_asks_nothing(self) -> None:
        self.assertEqual(asked(recipe()), [])

    def test_each_fault_is_asked_about(self) -> None:
        for fault, text in {
            "left_out": recipe("2 packets of moonbeams"),
            "number": recipe("2 tsp (7 g sachet) paprika"),
            "no_ingredient": recipe(bake=f"{BAKE}\nStir 30 g butter into 2 cups of cream and pour over, if it suits."),
            "no_flour": recipe(flour="500 g sea sand"),
            "hydration": recipe(water="900 ml water"),
            "salt": recipe(salt="30 g salt"),
            "yeast": recipe(yeast="60 g instant yeast"),
            "raw_in_dough": recipe(salt="10 g salt\n300 g raw minced pork"),
            "oven": recipe(bake="Preheat the oven to 190 C. Bake 5 minutes, reduce the oven to 150 C, bake 15 more."),
            "each_g": recipe(bake=f"Roll each of the 10 pieces, of 65 g each. {BAKE}"),
        }.items():
            with self.subTest(fault):
                self.assertIn(fault, asked(text))

    def test_a_title_that_names_a_filling_wants_one(self) -> None:
        text = "Filled rolls\n500 g bread flour\n300 ml water\n10 g salt\n7 g instant yeast\nMethod\nKnead, fill, bake."
        self.assertIn("no_filling", asked(text))

    def test_every_ask_has_a_question_and_a_yes_and_a_key_of_its_own(self) -> None:
        reading = read_recipe(recipe("2 packets of moonbeams", salt="30 g salt", water="900 ml water"))
        found = asks(reading, to_bake(reading).document, Habits())
        self.assertGreater(len(found), 2)
        self.assertEqual(len({a.key for a in found}), len(found))
        self.assertTrue(all(str(a.question) and str(a.yes) for a in found))

    def test_putting_a_line_right_answers_for_it(self) -> None:
        text = recipe("2 packets of moonbeams")
        right = Correction("2 packets of moonbeams", 0, use="leek cooked", grams=250)
        self.assertEqual(asked(text, right), [])
        self.assertEqual(asked(text, Correction("2 packets of moonbeams", 0, part="none")), [])


class BoughtByThePiece(unittest.TestCase):
    """Weights of one from memory of usual shops, as the table says."""

    def test_what_is_counted_is_weighed_and_said_to_be_a_guess(self) -> None:
        for line, low, high in (
            ("2 chicken breasts", 280, 420),
            ("4 sausages", 200, 280),
            ("1 pork chop", 110, 190),
            ("2 salmon fillets", 220, 320),
            ("1 can of beans", 220, 260),
            ("6 rashers bacon", 120, 200),
            ("8 chicken thighs", 700, 1000),
            ("2 sticks celery", 60, 100),
            ("2 corn cobs", 140, 240),
            ("1 bulb fennel", 180, 280),
        ):
            with self.subTest(line):
                self.assertTrue(low <= (grams(line) or 0) <= high, grams(line))
        read = next(p.line for p in read_recipe(recipe("2 chicken breasts")).lines if p.part == "filling")
        assert read.grams is not None
        self.assertGreater(read.grams.high / read.grams.typical, 1.25)
        self.assertIn("weigh yours", str(read.why[-1]))

    def test_what_is_weighed_is_taken_at_its_word(self) -> None:
        for line, wanted in (("300 g chicken breast", 300), ("1 stick butter", 113.4), ("40 g celery", 40)):
            with self.subTest(line):
                self.assertAlmostEqual(grams(line) or 0, wanted, delta=0.1)

    def test_two_chicken_breasts_make_a_raw_filling(self) -> None:
        document = to_bake(read_recipe(recipe("2 chicken breasts"))).document
        used = {row["use"] for row in document["filling"]["ingredients"]}
        self.assertIn("chicken breast raw", used)


class AnOvenWithItsFan(unittest.TestCase):
    def test_a_temperature_for_the_fan_is_one_with_the_fan_on(self) -> None:
        for words, celsius, fan in (
            ("180C fan", "180 C", True),
            ("180 °C (fan)", "180 C", True),
            ("180C with the fan on", "180 C", True),
            ("200C/180C fan", "200 C", False),
            ("200 °C (180 °C fan)", "200 C", False),
            ("190 C", "190 C", False),
            ("a fan oven at 170 C", "170 C", True),
        ):
            with self.subTest(words):
                heat = to_bake(read_recipe(recipe(bake=f"Bake at {words} for 20 minutes."))).document["heat"]
                self.assertEqual((heat["temperature"], heat["fan"]), (celsius, fan))
                self.assertEqual(asked(recipe(bake=f"Bake at {words} for 20 minutes.")), [])
