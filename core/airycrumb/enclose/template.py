"""Wrappers to roll to, at true size on paper: outlines and lines laid out on pages. mm from a page's top left corner."""

import math
from dataclasses import dataclass

from airycrumb.enclose import families
from airycrumb.enclose.lines import Pairs, Stroke, laid, stroke
from airycrumb.enclose.points import Points, disc, line, moved, triangle
from airycrumb.enclose.registry import Closing
from airycrumb.enclose.wrapper import Wrapper

PAPERS = {"a4": (210.0, 297.0), "letter": (215.9, 279.4)}  # ISO 216; ANSI/ASME Y14.1 size A
MARGIN, FOOT, OVERLAP = 8.0, 20.0, 8.0
CHECK_MM = 100.0
AROUND = 360


@dataclass(frozen=True)
class Label:
    """A line of text with its left end here. large: a heading."""

    x: float
    y: float
    text: str
    large: bool = False


@dataclass(frozen=True)
class Page:
    """One page. window: the part of it the drawing shows in (x, y, wide, high); marks: outside the window."""

    wide: float
    high: float
    window: tuple[float, float, float, float]
    outlines: list[Pairs]
    strokes: list[Stroke]
    marks: list[Stroke]
    labels: list[Label]


@dataclass(frozen=True)
class _Drawing:
    """What is printed for one piece of dough, about its own middle."""

    title: str
    note: str
    outlines: list[Points]
    strokes: list[Stroke]

    def box(self) -> tuple[float, float, float, float]:
        low = [min(p[:, i].min() for p in self.outlines) for i in (0, 1)]
        high = [max(p[:, i].max() for p in self.outlines) for i in (0, 1)]
        return float(low[0]), float(low[1]), float(high[0]), float(high[1])


def _strip(how: Closing, w: Wrapper, pieces: int, room: float) -> list[Points]:
    """Triangles side by side, tip beside base, as many as the paper takes."""
    count = max(1, min(pieces, families.triangles_from(room, w.across_mm)))
    one, other = triangle(w.across_mm, w.along_mm), triangle(w.across_mm, w.along_mm) * (1.0, -1.0)
    return [moved(one if i % 2 == 0 else other, x=(i - (count - 1) / 2) * w.across_mm / 2) for i in range(count)]


def _drawings(how: Closing, w: Wrapper, pieces: int, room: float) -> list[_Drawing]:
    size = f"{w.across_mm / 10:.1f} cm" + ("" if w.round else f" by {w.along_mm / 10:.1f} cm")
    thick = (
        f"{w.mean_mm:.1f} mm thick"
        if w.middle_mm == w.rim_mm
        else f"{w.middle_mm:.1f} mm in the middle, {w.rim_mm:.1f} at the rim"
    )
    if how.key == "crescent":
        strip = _strip(how, w, pieces, room)
        return [_Drawing(f"{w.label}: {len(strip)} triangles of {size}", f"{thick}; {w.cut_from}", strip, [])]
    plan = laid(how, w.across_mm, w.filling_ml)
    main = _Drawing(f"{w.label}: roll to {size}", thick, [how.points(w.across_mm, AROUND)], plan.strokes)
    further = [
        _Drawing(
            f"{w.label}, {part.name}: roll to {part.across_mm / 10:.1f} cm",
            f"{part.dough_g:.0f} g of dough",
            [disc(part.across_mm, AROUND)],
            [],
        )
        for part in w.parts[1:]
    ]
    return [main, *further]


def _shifted(s: Stroke, x: float, y: float) -> Stroke:
    return Stroke(s.kind, [[round(a + x, 3), round(b + y, 3)] for a, b in s.points], s.closed)


def _cross(x: float, y: float) -> list[Stroke]:
    return [stroke("rim", line(x - 3, y, x + 3, y)), stroke("rim", line(x, y - 3, x, y + 3))]


def _check(high: float) -> list[Stroke]:
    y = high - MARGIN - 3
    ends = [stroke("cut", line(x, y - 2, x, y + 2)) for x in (MARGIN, MARGIN + CHECK_MM)]
    return [stroke("cut", line(MARGIN, y, MARGIN + CHECK_MM, y)), *ends]


def _pages(d: _Drawing, paper: tuple[float, float]) -> list[Page]:
    """One page if it goes on one; else as many as it takes, overlapping, with crosses to lay them by."""
    wide, high = paper
    room = (wide - 2 * MARGIN, high - 2 * MARGIN - FOOT)
    left, top, right, bottom = d.box()
    size = (right - left, bottom - top)
    counts = [1 if s <= r else math.ceil((s - OVERLAP) / (r - OVERLAP)) for s, r in zip(size, room, strict=True)]
    found = []
    for row in range(counts[1]):
        for column in range(counts[0]):
            number = row * counts[0] + column + 1
            at = [
                MARGIN + (r - s) / 2 - low if n == 1 else MARGIN - low - i * (r - OVERLAP)
                for r, s, low, n, i in zip(room, size, (left, top), counts, (column, row), strict=True)
            ]
            window = (MARGIN, MARGIN, *room)
            of = (
                ""
                if counts == [1, 1]
                else f", page {number} of {counts[0] * counts[1]}: lay the crosses on one another"
            )
            crosses = (
                []
                if counts == [1, 1]
                else [
                    m
                    for x in (MARGIN + OVERLAP / 2, MARGIN + room[0] - OVERLAP / 2)
                    for y in (MARGIN + OVERLAP / 2, MARGIN + room[1] - OVERLAP / 2)
                    for m in _cross(x, y)
                ]
            )
            labels = [
                Label(MARGIN, high - MARGIN - FOOT + 6, f"{d.title}{of}", large=True),
                Label(MARGIN, high - MARGIN - FOOT + 11, d.note),
                Label(
                    MARGIN + CHECK_MM + 4, high - MARGIN - 2, f"This line is {CHECK_MM:.0f} mm: if not, print at 100 %."
                ),
            ]
            found.append(
                Page(
                    wide,
                    high,
                    window,
                    [[[round(x + at[0], 3), round(y + at[1], 3)] for x, y in points] for points in d.outlines],
                    [_shifted(s, *at) for s in d.strokes if s.kind != "press"],
                    [*crosses, *_check(high)],
                    labels,
                )
            )
    return found


def template(how: Closing, w: Wrapper, pieces: int, paper: str) -> list[Page]:
    """Pages with every piece of dough of one wrapper at true size. paper: "a4" or "letter"; [] where nothing is rolled."""
    if not w.rolled:
        return []
    size = PAPERS[paper]
    return [page for d in _drawings(how, w, pieces, size[0] - 2 * MARGIN) for page in _pages(d, size)]
