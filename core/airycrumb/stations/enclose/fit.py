"""Which pieces go in which basket or tray, and where: at their grown size, with a gap. mm."""

import json
import math
from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache, lru_cache
from importlib.resources import files

from airycrumb.data.closings import GAP_MM, WALL_GAP_MM

Spots = list[tuple[float, float]]
ROUND_WITHIN = 1.05  # length over width up to which a piece is laid as a round


@dataclass(frozen=True)
class Fit:
    """One holder with the pieces of a load. spots: middles, from its middle, in the order they are laid.

    wide_mm, deep_mm: the holder; piece_wide_mm, piece_deep_mm: a piece as it lies; holders: how many there are;
    proofed: width of a piece as it goes in over that it grows to; closing: of the pieces laid; whole: False where not
    even one piece lies in it with its gap; waits_min: of each load, before it goes in.
    """

    round: bool
    wide_mm: float
    deep_mm: float
    piece_wide_mm: float
    piece_deep_mm: float
    piece_round: bool
    holders: int
    spots: list[list[float]]
    whole: bool
    waits_min: list[float]
    proofed: float = 1.0
    closing: str = ""

    @property
    def per_load(self) -> int:
        """Pieces in all the holders together."""
        return self.holders * len(self.spots)


@cache
def packings() -> tuple[tuple[float, tuple[tuple[float, float], ...]], ...]:
    """(radius of the basket, centres) of 1 to 20 unit circles, from data/packings.json (scripts/packings.py)."""
    rows = json.loads((files("airycrumb.data") / "packings.json").read_text(encoding="utf-8"))["packings"]
    return tuple((row["radius"], tuple((x, y) for x, y in row["centres"])) for row in rows)


def _rounds_known(basket: float, piece: float, gap: float) -> Spots:
    """The best packing that fits, of up to 20."""
    unit = (piece + gap) / 2
    room = (basket - 2 * WALL_GAP_MM.value + gap) / 2
    fitting = [centres for radius, centres in packings() if radius * unit <= room + 1e-9]
    return [(x * unit, y * unit) for x, y in fitting[-1]] if fitting else []


def _rows(wide: float, deep: float, piece_wide: float, piece_deep: float, stagger: bool) -> Spots:
    """Pieces in straight or staggered rows on a rectangle of wide x deep (gaps already in the sizes)."""
    step = piece_deep * (math.sqrt(3) / 2 if stagger else 1)
    rows = int((deep - piece_deep) / step + 1e-9) + 1 if deep >= piece_deep - 1e-9 else 0
    found: Spots = []
    for row in range(rows):
        shift = piece_wide / 2 if stagger and row % 2 else 0.0
        count = int((wide - shift) / piece_wide + 1e-9)
        left = -(int(wide / piece_wide + 1e-9) * piece_wide) / 2 + piece_wide / 2 + shift
        y = (row - (rows - 1) / 2) * step
        found += [(left + i * piece_wide, y) for i in range(count)]
    return _centred(found)


def _centred(spots: Spots) -> Spots:
    """The same about the middle from side to side, so that a staggered block does not hang to one side."""
    if not spots:
        return spots
    x = (min(s[0] for s in spots) + max(s[0] for s in spots)) / 2
    return [(a - x, b) for a, b in spots]


def _rows_in_round(across: float, piece_wide: float, piece_deep: float) -> Spots:
    """Rows of boxes in a round of `across` (gaps already in the sizes), as many rows as hold the most."""
    best: Spots = []
    for rows in range(1, int(across / piece_deep + 1e-9) + 1):
        found: Spots = []
        for row in range(rows):
            y = (row - (rows - 1) / 2) * piece_deep
            edge = abs(y) + piece_deep / 2
            chord = 2 * math.sqrt(max(0.0, (across / 2) ** 2 - edge**2))
            count = int(chord / piece_wide + 1e-9)
            found += [((i - (count - 1) / 2) * piece_wide, y) for i in range(count)]
        best = found if len(found) > len(best) else best
    return best


def _ways_round(
    across: float, wide: float, deep: float, is_round: bool, gap: float
) -> Iterator[tuple[Spots, float, float]]:
    room = across - 2 * WALL_GAP_MM.value + gap
    if is_round:
        yield _rounds_known(across, wide, gap), wide, deep
        yield _hexagons(room, wide + gap), wide, deep
        return
    yield _rows_in_round(room, wide + gap, deep + gap), wide, deep
    yield _rows_in_round(room, deep + gap, wide + gap), deep, wide


def _hexagons(room: float, step: float) -> Spots:
    """Rounds in a honeycomb about the middle, for more than the table knows."""
    reach = (room - step) / 2
    found: Spots = []
    most = int(max(reach, 0.0) / step * 2 / math.sqrt(3)) + 1
    for row in range(-most, most + 1):
        y = row * step * math.sqrt(3) / 2
        shift = step / 2 if row % 2 else 0.0
        found += [
            (i * step + shift, y) for i in range(-most, most + 1) if math.hypot(i * step + shift, y) <= reach + 1e-9
        ]
    return found


def _ways_tray(
    across: float, depth: float, wide: float, deep: float, is_round: bool, gap: float
) -> Iterator[tuple[Spots, float, float]]:
    room = (across + gap - 2 * WALL_GAP_MM.value, depth + gap - 2 * WALL_GAP_MM.value)
    yield _rows(*room, wide + gap, deep + gap, stagger=False), wide, deep
    if is_round:
        yield _rows(*room, wide + gap, deep + gap, stagger=True), wide, deep
    else:
        yield _rows(*room, deep + gap, wide + gap, stagger=False), deep, wide


def _best(
    ways: Iterator[tuple[Spots, float, float]],
    round_holder: bool,
    size: tuple[float, float],
    is_round: bool,
    holders: int,
) -> Fit:
    spots, wide, deep = max(ways, key=lambda way: len(way[0]))
    ordered = sorted(spots, key=lambda s: (round(s[1], 3), s[0]))
    shown = [[round(x, 1), round(y, 1)] for x, y in ordered] or [[0.0, 0.0]]
    return Fit(round_holder, *size, wide, deep, is_round, holders, shown, bool(spots), [])


@lru_cache(maxsize=64)
def fit_round(basket_mm: float, wide_mm: float, long_mm: float, holders: int = 1, gap_mm: float = GAP_MM.value) -> Fit:
    """Pieces in round baskets: known packings of rounds up to 20, a honeycomb beyond; long ones in rows."""
    is_round = long_mm <= wide_mm * ROUND_WITHIN
    ways = _ways_round(basket_mm, wide_mm, long_mm, is_round, gap_mm)
    return _best(ways, True, (basket_mm, basket_mm), is_round, holders)


@lru_cache(maxsize=64)
def fit_tray(
    width_mm: float, depth_mm: float, wide_mm: float, long_mm: float, holders: int = 1, gap_mm: float = GAP_MM.value
) -> Fit:
    """Pieces on rectangular trays: rows either way round, staggered for rounds where that holds more."""
    is_round = long_mm <= wide_mm * ROUND_WITHIN
    ways = _ways_tray(width_mm, depth_mm, wide_mm, long_mm, is_round, gap_mm)
    return _best(ways, False, (width_mm, depth_mm), is_round, holders)
