"""Sentences: every one is in the catalogue, and every number in it can be read back, in metric and in US units."""

import dataclasses
import re
import unittest
from collections.abc import Iterator
from datetime import UTC, datetime
from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from airycrumb.bake import read_bake
from airycrumb.learning.evidence import Record
from airycrumb.learning.troubles import TROUBLES, why
from airycrumb.problems import InputError
from airycrumb.recipe import read_recipe, to_bake
from airycrumb.words import (
    NOTHING,
    PSEUDO,
    Message,
    Quantity,
    as_document,
    as_json,
    counted,
    from_document,
    hour_of,
    in_celsius,
    in_degrees,
    in_grams,
    in_minutes,
    listed,
    say,
    say_n,
    speaking,
    text,
    verbatim,
)
from airycrumb.words.message import FlatListing, Listing, flat
from airycrumb.words.writing import Units, quantity_text
from scripts.words import gathered, stale
from tests.core.examples import DEMO_BAKES, bake_document, raw_sheet
from tests.core.test_any_bake import FEW, documents

UNITS: tuple[Units, ...] = ("metric", "us")
# what one of a unit is in the core's unit
SIZES = {
    "g": 1.0,
    "kg": 1000.0,
    "oz": 28.349523125,
    "lb": 453.59237,
    "mm": 1.0,
    "cm": 10.0,
    "m": 1000.0,
    "in": 25.4,
    "ft": 304.8,
    "ml": 1.0,
    "fl oz": 29.5735296,
    "W": 1.0,
    "%": 1.0,
    "": 1.0,
}
NUMBER = r"-?[\d,]+(?:\.\d+)?"


def messages_in(value: Any) -> Iterator[Message]:
    """Every message of an answer."""
    if isinstance(value, Message):
        yield value
    elif dataclasses.is_dataclass(value) and not isinstance(value, type):
        for field in dataclasses.fields(value):
            yield from messages_in(getattr(value, field.name))
    elif isinstance(value, list | tuple):
        for one in value:
            yield from messages_in(one)


def quantities_in(message: Message) -> Iterator[Quantity]:
    """Every quantity of a message, those inside its parts too."""
    for part in flat(message):
        if isinstance(part, Quantity):
            yield part
        elif isinstance(part, FlatListing):
            yield from (p for item in part.items for p in item if isinstance(p, Quantity))


def minutes_of(shown: str) -> float:
    """Minutes of a length of time as it is said."""
    found = re.fullmatch(r"(\d+) s|(\d+) min|(\d+) h(?: (\d\d))?", shown)
    assert found, shown
    if found[1]:
        return int(found[1]) / 60
    return float(found[2]) if found[2] else int(found[3]) * 60 + int(found[4] or 0)


def read_back(quantity: Quantity, shown: str) -> tuple[list[float], float]:
    """The ends of a quantity as written, in the core's unit, and how far its rounding may take them."""
    if quantity.kind == "duration":
        ends = shown.split(" to ")
        with_unit = [e if not e.isdigit() else f"{e} min" for e in ends]
        return [minutes_of(e) for e in with_unit], 0.51
    found = re.fullmatch(rf"({NUMBER})(?: to ({NUMBER}))?\s?(°[CF]|\D*)", shown)
    assert found, shown
    numbers = [float(n.replace(",", "")) for n in found.groups()[:2] if n is not None]
    decimals = max((len(n.partition(".")[2]) for n in found.groups()[:2] if n), default=0)
    unit, half = found[3].strip(), 0.5 * 10.0**-decimals
    if unit == "°F":
        shift = 0.0 if quantity.kind == "temperature_difference" else 32.0
        return [(n - shift) / 1.8 for n in numbers], half / 1.8 + 1e-6
    size = 1.0 if unit == "°C" else SIZES[unit]
    # Figures asked for may leave more than one decimal out of a large number.
    coarse = max(abs(n) for n in numbers) * 0.5 * 10.0 ** (1 - (quantity.significant or 99))
    return [n * size for n in numbers], max(half, coarse) * size * 1.001 + 1e-6


class Case(unittest.TestCase):
    def assert_reads_back(self, message: Message) -> None:
        for units in UNITS:
            whole = text(message, units)
            for quantity in quantities_in(message):
                shown = quantity_text(quantity, units)
                self.assertIn(shown, whole)
                ends, tolerance = read_back(quantity, shown)
                wanted = [quantity.value] if quantity.to is None else [quantity.value, quantity.to]
                for got, end in zip(ends, (wanted[0], wanted[-1]) if len(ends) == 2 else wanted[:1], strict=True):
                    self.assertAlmostEqual(got, end, delta=tolerance, msg=f"{shown} in “{whole}”")
            self.assertNotRegex(whole, r"\de[+-]?\d|[{}]|nan|inf\b", whole)


class EveryMessage(Case):
    def test_every_message_of_every_demo_bake_reads_back(self) -> None:
        for path in DEMO_BAKES:
            with self.subTest(bake=path.stem):
                found = list(messages_in(raw_sheet(bake_document(path.stem))))
                self.assertGreater(len(found), 60)
                for message in found:
                    self.assert_reads_back(message)

    @FEW
    @given(documents())
    def test_every_message_of_any_bake_reads_back(self, document: dict[str, Any]) -> None:
        try:
            found = list(messages_in(raw_sheet(document)))
        except InputError as error:
            found = [p.message for p in error.problems]
        for message in found:
            self.assert_reads_back(message)

    def test_every_message_of_the_trades_recipes_reads_back(self) -> None:
        for name, recipe in PRACTICE.items():
            with self.subTest(recipe=name):
                draft = to_bake(read_recipe(recipe))
                for message in [*messages_in(draft.assumed), *messages_in(raw_sheet(draft.document))]:
                    self.assert_reads_back(message)

    def test_every_cause_of_every_trouble_reads_back(self) -> None:
        record = Record(
            "oven",
            rise_size=0.8,
            proof_size=1.3,
            ratio=0.3,
            filling_g=60,
            bears_g=40,
            rim_mm=1.8,
            juice=34,
            heat_min=12,
            planned_min=20,
            core_c=60,
            lid_min=8,
            rest_min=1,
            rest_planned_min=5,
            browning=10,
            loss_percent=14,
            oven_off_c=-20,
            last_wait_min=25,
            last_grown=1.2,
            spread=0.12,
            apart_min=30,
            hydration=48,
        )
        for trouble in TROUBLES:
            for message in messages_in(why(trouble, record)):
                self.assert_reads_back(message)


# Recipes of the trade in their own manner; amounts are common practice, no source.
PRACTICE = {
    "steamed": (
        "Steamed buns\n300 g cake flour\n150 ml water\n4 g instant yeast\n20 g sugar\nFilling\n"
        "250 g minced pork\n5 g salt\nDivide into 10 pieces. Steam for 12 minutes."
    ),
    "calzone": (
        "Folded\n500 g bread flour\n320 g water\n7 g salt\n3 g instant yeast\nFilling\n400 g ricotta\n"
        "Makes 4. Bake at 230 C for 15 minutes."
    ),
    "sweet": (
        "Rolls\n4 cups flour\n1 cup milk\n2 1/4 tsp yeast\n1 egg\n1/4 cup sugar\nFilling\n200 g jam\n"
        "Into 12. Bake at 350 F for 25 minutes."
    ),
}


class TheCatalogue(unittest.TestCase):
    def test_it_says_what_the_code_does(self) -> None:
        self.assertEqual(stale(), [], "run make words")

    def test_no_number_with_a_unit_is_written_into_a_template(self) -> None:
        unit = re.compile(r"\d\s?(?:°|g\b|kg\b|mm\b|cm\b|ml\b|min\b|h\b|%|oz\b|in\b)")
        for message in gathered():
            templates = (message.id,) if isinstance(message.id, str) else tuple(message.id)
            for template in templates:
                self.assertNotRegex(template, unit)

    def test_a_second_language_marks_every_message_and_leaves_the_cooks_own_words(self) -> None:
        for path in DEMO_BAKES:
            sheet = raw_sheet(bake_document(path.stem))
            with speaking(PSEUDO):
                for message in messages_in(sheet):
                    if message and not _own(message):
                        shown = text(message)
                        self.assertIn("⟦", shown, message.template)
                        self.assertEqual(shown.count("⟦"), shown.count("⟧"))
        self.assertNotIn("⟦", text(say("Drain it")))

    def test_an_unknown_language_is_answered_in_english(self) -> None:
        with speaking("xx"):
            self.assertEqual(text(say("Drain it")), "Drain it")


def _own(message: Message) -> bool:
    """Whether a message holds nothing but the cook's own words, or no words at all."""
    inner = [value for _, value in message.parameters]
    if all(isinstance(v, str) for v in inner) and message.parameters:
        return True
    wordless = not re.sub(r"\{\w+\}", "", message.template).strip()
    nested = [v for v in inner if isinstance(v, Message | Listing)]
    own = [
        (_own(v) if isinstance(v, Message) else all(_own(i) for i in v.items if isinstance(i, Message))) for v in nested
    ]
    return wordless and all(own)


class Writing(unittest.TestCase):
    def test_a_range_stands_once_with_one_unit(self) -> None:
        r = say("A hard one wants {hot}", hot=in_celsius(200, 220))
        self.assertEqual((text(r), text(r, "us")), ("A hard one wants 200 to 220 °C", "A hard one wants 392 to 428 °F"))

    def test_a_difference_is_scaled_and_not_shifted(self) -> None:
        off = say("too warm by {off}", off=in_degrees(2, 14))
        self.assertEqual(text(off, "us"), "too warm by 4 to 25 °F")

    def test_one_and_many(self) -> None:
        pieces = lambda n: str(say_n("{n} piece", "{n} pieces", n, n=n))
        self.assertEqual([pieces(0), pieces(1), pieces(2)], ["0 pieces", "1 piece", "2 pieces"])

    def test_a_weekday_stands_wherever_a_time_leaves_the_readers_day(self) -> None:
        at = lambda day, hour: datetime(2026, 11, day, hour, 30, tzinfo=UTC)
        ready = say("ready {ready}", ready=hour_of(at(25, 23), at(26, 1)))
        self.assertEqual(text(ready, now=at(25, 12)), "ready 23:30 to Thu 01:30")
        self.assertEqual(text(say("{at}", at=hour_of(at(25, 18))), now=at(25, 12)), "18:30")
        self.assertEqual(text(say("{at}", at=hour_of(at(26, 18))), now=at(25, 12)), "Thu 18:30")

    def test_no_weekday_stands_at_an_hour_that_is_near(self) -> None:
        at = lambda day, hour: datetime(2026, 11, day, hour, 30, tzinfo=UTC)
        past_midnight = say("{at}", at=hour_of(at(26, 0), at(26, 2)))
        self.assertEqual(text(past_midnight, now=at(25, 23)), "00:30 to 02:30")
        self.assertEqual(text(past_midnight, now=at(25, 20)), "Thu 00:30 to 02:30")
        self.assertEqual(text(say("{at}", at=hour_of(at(25, 23), at(26, 1))), now=at(26, 3)), "23:30 to 01:30")

    def test_times_are_said_as_a_cook_says_them(self) -> None:
        said = {0.5: "30 s", 45: "45 min", 89.4: "89 min", 90: "1 h 30", 120: "2 h"}
        for minutes, words in said.items():
            self.assertEqual(quantity_text(in_minutes(minutes)), words)
        self.assertEqual(quantity_text(in_minutes(80, 130)), "1 h 20 to 2 h 10")

    def test_lists_are_joined_as_the_locale_does(self) -> None:
        foods = [verbatim("leek"), verbatim("apple"), verbatim("pear")]
        self.assertEqual(str(listed(foods)), "leek, apple and pear")
        self.assertEqual(str(listed(foods, "or")), "leek, apple or pear")

    def test_a_missing_or_extra_value_is_refused_where_it_is_written(self) -> None:
        for values in ({}, {"mass": in_grams(1), "more": in_grams(2)}):
            with self.assertRaises(ValueError):
                say("{mass} of flour", **values)

    @given(
        st.floats(allow_nan=False, allow_infinity=False, min_value=-1e300, max_value=1e300),
        st.sampled_from(["temperature", "mass", "length", "volume", "percent", "number"]),
    )
    def test_any_number_is_written_without_an_exponent(self, value: float, kind: Any) -> None:
        for units in UNITS:
            self.assertRegex(quantity_text(Quantity(kind, value), units), rf"^{NUMBER}( [a-z°%CF ]+)?$")


class Storing(unittest.TestCase):
    def test_a_stored_message_says_the_same_when_it_is_read_again(self) -> None:
        for path in DEMO_BAKES:
            for message in messages_in(raw_sheet(bake_document(path.stem))):
                again = from_document(as_document(message))
                for units in UNITS:
                    self.assertEqual(text(again, units), text(message, units))

    def test_a_text_stored_before_there_were_messages_is_said_as_it_stands(self) -> None:
        self.assertEqual(
            str(from_document("First rise took 20 min longer than forecast")),
            "First rise took 20 min longer than forecast",
        )

    def test_nothing_is_nothing(self) -> None:
        self.assertEqual((str(NOTHING), bool(NOTHING), as_json(NOTHING)), ("", False, []))
        self.assertEqual(as_json(say("{n} of them", n=counted(3))), [{"kind": "count", "value": 3.0}, " of them"])

    def test_what_is_no_message_is_refused(self) -> None:
        with self.assertRaises(ValueError):
            from_document({"something": "else"})


class Bakes(unittest.TestCase):
    def test_a_refused_bake_says_its_limits_in_the_cooks_units(self) -> None:
        with self.assertRaises(InputError) as caught:
            read_bake(bake_document(dough_per_piece="5 kg"))
        self.assertIn("between 0.35 oz and 3.31 lb", text(caught.exception.problems[0].message, "us"))
