"""Lines of a recipe as rows of a bake document."""

from typing import Any

from airycrumb.recipe.reading import PlacedLine, Reading


def amount(grams: float) -> str:
    """A mass as documents write it."""
    return f"{grams:.4g} g" if grams < 1000 else f"{grams:.0f} g"


def row_of(placed: PlacedLine) -> dict[str, Any]:
    """A line with a food and an amount, as a row."""
    line = placed.line
    assert line.use is not None and line.grams is not None
    row: dict[str, Any] = {"use": line.use, "amount": amount(line.grams.typical), "written": line.written[:200]}
    if placed.part in ("sponge", "soaked"):
        row["part"] = placed.part
    if line.grams.high > line.grams.low * 1.001:
        row |= {"low": amount(line.grams.low), "high": amount(line.grams.high)}
    return row


def rows_in(reading: Reading, *parts: str) -> list[dict[str, Any]]:
    """The rows of these parts."""
    return [row_of(p) for p in reading.lines if p.part in parts and p.line.use and p.line.grams]


def grams_in(reading: Reading, *parts: str) -> float:
    """g of all that is in these parts."""
    return sum(p.line.grams.typical for p in reading.lines if p.part in parts and p.line.grams)
