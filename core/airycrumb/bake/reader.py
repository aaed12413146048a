"""Values of a document in the core's units, with every problem kept and none hiding another."""

import math
from collections.abc import Callable
from typing import Any

from airycrumb.bake.text import Document
from airycrumb.pantry import Own, Part, find
from airycrumb.problems import InputError, Problem
from airycrumb.quantities import Band, parse, parse_amount, within


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

    def quantity(self, text: str | None, kind: str, where: str, low: float, high: float, what: str, unit: str) -> float:
        """A required quantity within a range given in `unit`."""

        def read() -> float:
            value = parse(text or "", kind, where)
            size = parse(f"1 {unit}", kind) if kind != "temperature" else 1.0
            within(value / size, low, high, what, "°C" if unit == "C" else unit, where)
            return value

        return float(self.collect(read, math.nan))

    def optional(
        self, text: str | None, kind: str, where: str, low: float, high: float, what: str, unit: str
    ) -> float | None:
        """A quantity that may be left out."""
        return None if text is None else self.quantity(text, kind, where, low, high, what, unit)

    def number(self, value: float, low: float, high: float, what: str, unit: str, where: str) -> float:
        """A plain number within its range."""
        return float(self.collect(lambda: within(value, low, high, what, unit, where), math.nan))

    def count(self, value: int, most: int, what: str, where: str) -> int:
        """A whole number from 1 to `most`."""
        return int(self.collect(lambda: within(value, 1, most, what, "", where), 1))

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
            f"{item.name.capitalize()}: {grams:.4g} g should lie between its least and its most, {low:.4g} and {high:.4g} g.",
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
        name = item.name
        grams = self.collect(lambda: parse_amount(row["amount"], item.density, f"{where}.amount"), None)
        if grams is None:
            return None
        kept = self.collect(lambda: within(grams, 0, 100_000, name.capitalize(), "g", f"{where}.amount"), None)
        return None if kept is None else (item, float(kept))

    def require(self, holds: bool, code: str, where: str, message: str) -> None:
        """A problem unless something holds."""
        if not holds:
            self.problems.append(Problem(code, where, message))

    def done(self) -> None:
        """InputError with every problem found, if there is one."""
        if self.problems:
            raise InputError(self.problems)
