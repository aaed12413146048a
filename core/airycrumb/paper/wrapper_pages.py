"""Wrappers to roll to, at true size on paper: outlines and lines laid out on pages. mm from a page's top left."""

import math
from dataclasses import dataclass

from airycrumb.paper.linked_recipe import rolled_to
from airycrumb.problems import InputError, Problem
from airycrumb.stations.enclose import CLOSINGS, families
from airycrumb.stations.enclose.lines import Pairs, Stroke, laid, stroke
from airycrumb.stations.enclose.points import Points, disc, line, moved, triangle
from airycrumb.stations.enclose.registry import Closing
from airycrumb.stations.enclose.wrapper import Wrapper
from airycrumb.trays.types import Sheet
from airycrumb.words import Message, in_grams, in_millimetres, in_percent, say

PAPERS = {"a4": (210.0, 297.0), "letter": (215.9, 279.4)}  # ISO 216; ANSI/ASME Y14.1 size A
MARGIN, FOOT, OVERLAP = 8.0, 20.0, 8.0
CHECK_MM = 100.0
AROUND = 360


@dataclass(frozen=True)
class Label:
    """A line of text with its left end here. large: a heading."""

    x: float
    y: float
    text: Message
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

    title: Message
    note: Message
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


def thickness_of(w: Wrapper) -> Message:
    """How thick a wrapper is rolled."""
    if w.middle_mm == w.rim_mm:
        return say("{mean} thick", mean=in_millimetres(w.mean_mm))
    return say(
        "{middle} in the middle, {rim} at the rim", middle=in_millimetres(w.middle_mm), rim=in_millimetres(w.rim_mm)
    )


def _drawings(how: Closing, w: Wrapper, pieces: int, room: float) -> list[_Drawing]:
    size, thick = rolled_to(w), thickness_of(w)
    if how.key == "crescent":
        strip = _strip(how, w, pieces, room)
        return [
            _Drawing(
                say("{label}: {pieces} triangles of {size}", label=w.label, pieces=len(strip), size=size),
                say("{thick}; {cut_from}", thick=thick, cut_from=w.cut_from),
                strip,
                [],
            )
        ]
    plan = laid(how, w.across_mm, w.filling_ml)
    main = _Drawing(
        say("{label}: roll to {size}", label=w.label, size=size), thick, [how.points(w.across_mm, AROUND)], plan.strokes
    )
    further = [
        _Drawing(
            say(
                "{label}, {name}: roll to {across}",
                label=w.label,
                name=part.name,
                across=in_millimetres(part.across_mm),
            ),
            say("{dough} of dough", dough=in_grams(part.dough_g)),
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


@dataclass(frozen=True)
class _Tiling:
    """A drawing over the pages it takes: how many across and down, of what size, and where the drawing begins."""

    drawing: _Drawing
    paper: tuple[float, float]

    @property
    def room(self) -> tuple[float, float]:
        return self.paper[0] - 2 * MARGIN, self.paper[1] - 2 * MARGIN - FOOT

    def counts(self) -> tuple[int, int]:
        left, top, right, bottom = self.drawing.box()
        pages = lambda size, room: 1 if size <= room else math.ceil((size - OVERLAP) / (room - OVERLAP))
        return pages(right - left, self.room[0]), pages(bottom - top, self.room[1])

    def offset(self, column: int, row: int) -> tuple[float, float]:
        """What is added to the drawing's own mm on this page: in its middle where it goes on one, else page after
        page.
        """
        left, top, right, bottom = self.drawing.box()
        across, down = self.counts()

        def along(low: float, high: float, room: float, pages: int, i: int) -> float:
            if pages == 1:
                return MARGIN + (room - (high - low)) / 2 - low
            return MARGIN - low - i * (room - OVERLAP)

        return along(left, right, self.room[0], across, column), along(top, bottom, self.room[1], down, row)

    def crosses(self) -> list[Stroke]:
        """Marks to lay neighbouring pages by, in the middle of what they share."""
        edge = MARGIN + OVERLAP / 2
        corners = [(x, y) for x in (edge, edge + self.room[0] - OVERLAP) for y in (edge, edge + self.room[1] - OVERLAP)]
        return [] if self.counts() == (1, 1) else [mark for x, y in corners for mark in _cross(x, y)]

    def labels(self, column: int, row: int) -> list[Label]:
        across, down = self.counts()
        number, foot = row * across + column + 1, self.paper[1] - MARGIN - FOOT
        title = self.drawing.title
        if across * down > 1:
            title = say(
                "{title}, page {page} of {pages}: lay the crosses on one another",
                title=title,
                page=number,
                pages=across * down,
            )
        check = say(
            "This line is {check}: if not, print at {full}.", check=in_millimetres(CHECK_MM), full=in_percent(100)
        )
        return [
            Label(MARGIN, foot + 6, title, large=True),
            Label(MARGIN, foot + 11, self.drawing.note),
            Label(MARGIN + CHECK_MM + 4, self.paper[1] - MARGIN - 2, check),
        ]

    def page(self, column: int, row: int) -> Page:
        x, y = self.offset(column, row)
        outlines = [[[round(a + x, 3), round(b + y, 3)] for a, b in points] for points in self.drawing.outlines]
        strokes = [_shifted(s, x, y) for s in self.drawing.strokes if s.kind != "press"]
        window = (MARGIN, MARGIN, *self.room)
        marks = [*self.crosses(), *_check(self.paper[1])]
        return Page(*self.paper, window, outlines, strokes, marks, self.labels(column, row))


def _pages(d: _Drawing, paper: tuple[float, float]) -> list[Page]:
    """One page if it goes on one; else as many as it takes, overlapping, with crosses to lay them by."""
    tiling = _Tiling(d, paper)
    across, down = tiling.counts()
    return [tiling.page(column, row) for row in range(down) for column in range(across)]


def template(how: Closing, w: Wrapper, pieces: int, paper: str) -> list[Page]:
    """Pages with every piece of dough of one wrapper at true size. paper: "a4" or "letter"; [] where nothing is
    rolled.
    """
    if not w.rolled:
        return []
    size = PAPERS[paper]
    return [page for d in _drawings(how, w, pieces, size[0] - 2 * MARGIN) for page in _pages(d, size)]


def template_of(sheet: Sheet, group: int, paper: str) -> list[Page]:
    """Pages to print for one group's wrapper; InputError for a group that is not there or rolls nothing."""
    if not 0 <= group < len(sheet.groups):
        raise InputError(
            [
                Problem(
                    "cannot_be_solved",
                    "group",
                    say(
                        "There is no group {group}: this bake has {groups}.",
                        group=group + 1,
                        groups=len(sheet.groups),
                    ),
                )
            ]
        )
    g = sheet.groups[group]
    pages = template(CLOSINGS[g.wrap.closing], g.wrap, g.pieces, paper)
    if not pages:
        raise InputError(
            [
                Problem(
                    "cannot_be_solved",
                    "group",
                    say(
                        "There is no wrapper to print for this closing ({closing}): nothing is rolled.",
                        closing=g.wrap.label,
                    ),
                )
            ]
        )
    return pages
