"""Values of a document in the core's units, with every problem kept and none hiding another."""

import math
from collections.abc import Callable
from typing import Any

from airycrumb.bake.text import Document
from airycrumb.pantry import Own, Part, find
from airycrumb.problems import InputError, Problem
from airycrumb.quantities import Band, parse, parse_amount, within
from airycrumb.words import Message, Quantity, in_grams, say
from airycrumb.words.quantity import Kind


class Reader:
    """Reads values, collecting every problem instead of stopping at the first."""

    def __init__(self, own: Own = ()) -> None:
        self.problems: list[Problem] = []
        self.own = own

    def collect(self, read: Callable[[], Any], instead: Any) -> Any:
        """What `read` gives; its problems are kept, and `instead` stands in."""
        try:
            return read()
        except InputError as error:
            self.problems += error.problems
            return instead

    def quantity(
        self, text: str | None, kind: Kind, where: str, low: float, high: float, what: Message, unit: str
    ) -> float:
        """A required quantity within a range given in `unit`, such as "C", "g" or "cm"."""

        def read() -> float:
            value = parse(text or "", kind, where)
            size = parse(f"1 {unit}", kind) if kind != "temperature" else 1.0
            return within(value, Quantity(kind, low * size, high * size), what, where)

        return float(self.collect(read, math.nan))

    def optional(
        self, text: str | None, kind: Kind, where: str, low: float, high: float, what: Message, unit: str
    ) -> float | None:
        """A quantity that may be left out."""
        return (
            None
            if text is None
            else self.quantity(text=text, kind=kind, where=where, low=low, high=high, what=what, unit=unit)
        )

    def number(self, value: float, low: float, high: float, what: Message, where: str) -> float:
        """A plain number within its range."""
        return float(self.collect(lambda: within(value, Quantity("number", low, high), what, where), math.nan))

    def count(self, value: int, most: int, what: Message, where: str) -> int:
        """A whole number from 1 to `most`."""
        return int(self.collect(lambda: within(value, Quantity("count", 1, most), what, where), 1))

    def parts(self, rows: list[Document], where: str) -> list[Part]:
        """Ingredients with their g; those with a problem are left out."""
        read = [self._part(row, f"{where}[{i}]") for i, row in enumerate(rows)]
        return [part for part in read if part is not None]

    def bands(self, rows: list[Document], parts: list[Part], where: str) -> tuple[Band, ...]:
        """How much of each part there may be; () where a part could not be read."""
        if len(rows) != len(parts):
            return ()
        return tuple(
            self._band(row, part, f"{where}[{i}]") for i, (row, part) in enumerate(zip(rows, parts, strict=True))
        )

    def _band(self, row: Document, part: Part, where: str) -> Band:
        item, grams = part
        low, high = (self._end(row, end, part, where) for end in ("low", "high"))
        self.require(
            low <= grams <= high,
            "not_a_band",
            where,
            say(
                "{name}: {grams} should lie between its least and its most, {low} and {high}.",
                name=item.called,
                grams=in_grams(grams),
                low=in_grams(low),
                high=in_grams(high),
            ),
        )
        return Band(low, grams, high)

    def _end(self, row: Document, end: str, part: Part, where: str) -> float:
        item, grams = part
        if end not in row:
            return grams
        return float(self.collect(lambda: parse_amount(row[end], item.density, f"{where}.{end}"), grams))

    def _part(self, row: Document, where: str) -> Part | None:
        item = self.collect(lambda: find(row["use"], f"{where}.use", self.own), None)
        if item is None:
            return None
        grams = self.collect(lambda: parse_amount(row["amount"], item.density, f"{where}.amount"), None)
        if grams is None:
            return None
        kept = self.collect(lambda: within(grams, Quantity("mass", 0, 100_000), item.called, f"{where}.amount"), None)
        return None if kept is None else (item, float(kept))

    def require(self, holds: bool, code: str, where: str, message: Message) -> None:
        """A problem unless something holds."""
        if not holds:
            self.problems.append(Problem(code, where, message))

    def done(self) -> None:
        """InputError with every problem found, if there is one."""
        if self.problems:
            raise InputError(self.problems)
