"""A bake on paper: its stations in order, cautions beside their step, labels for the box; or as a recipe. PDF."""

from collections.abc import Callable
from dataclasses import dataclass
from html import escape
from io import BytesIO

from reportlab.lib import colors
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.platypus import Flowable, KeepTogether, Paragraph, SimpleDocTemplate, Spacer, Table

from airycrumb.paper.recipe_text import Page
from airycrumb.words import Message, Units, say, text

Said = Callable[[Message], str]
PAPERS = {"a4": A4, "letter": LETTER}
INK, RIM, WARM = colors.HexColor("#131d3b"), colors.HexColor("#2449a8"), colors.HexColor("#fbeee2")
BODY = ParagraphStyle("body", fontName="Helvetica", fontSize=9, leading=11.2, textColor=INK)
BOLD = ParagraphStyle("bold", BODY, fontName="Helvetica-Bold")
TITLE = ParagraphStyle("title", BOLD, fontSize=16, leading=19)
TICKED = ParagraphStyle("ticked", BODY, leftIndent=5 * mm, firstLineIndent=-5 * mm)
BOX = "[&nbsp;&nbsp;]"  # to tick with a pencil
HEAD = ParagraphStyle("head", BOLD, fontSize=11, leading=13.5, textColor=RIM)
LARGE = ParagraphStyle("large", BODY, fontSize=11, leading=14.5)  # a recipe stands beside the bowl
STEP = ParagraphStyle("step", LARGE, spaceAfter=1.5 * mm)


@dataclass(frozen=True)
class Section:
    """One station on paper. when: its hours; boxes: what is done, each to be ticked; cautions: (title, text), beside
    the step.
    """

    title: Message
    when: Message
    lines: list[Message]
    boxes: list[Message]
    cautions: list[tuple[Message, Message]]


@dataclass(frozen=True)
class Card:
    """A bake on paper. labels: for the boxes of what is kept, each a few lines, the first its name."""

    title: str
    under: Message
    sections: list[Section]
    labels: list[list[Message]]


def _section(s: Section, wide: float, said: Said) -> Flowable:
    steps = [Paragraph(f"{said(s.title)} <font size=9>{said(s.when)}</font>", HEAD)]
    steps += [Paragraph(said(line), BODY) for line in s.lines]
    steps += [Paragraph(f"{BOX}&nbsp;{said(line)}", TICKED) for line in s.boxes]
    beside = [Paragraph(f"<b>{said(title)}</b><br/>{said(words)}", BODY) for title, words in s.cautions]
    table = Table([[steps, beside]], colWidths=[wide * 0.6, wide * 0.4])
    style = [("VALIGN", (0, 0), (-1, -1), "TOP"), ("LINEABOVE", (0, 0), (-1, 0), 0.8, RIM)]
    table.setStyle([*style, *([("BACKGROUND", (1, 0), (1, 0), WARM)] if beside else [])])
    return KeepTogether([table, Spacer(0, 1 * mm)])


def _labels(labels: list[list[Message]], wide: float, said: Said) -> list[Flowable]:
    cells = [[Paragraph(said(line), BODY if i else BOLD) for i, line in enumerate(label)] for label in labels]
    rows = [cells[i : i + 2] + [""] * (2 - len(cells[i : i + 2])) for i in range(0, len(cells), 2)]
    if not rows:
        return []
    table = Table(rows, colWidths=[wide / 2] * 2)
    table.setStyle(
        [
            ("BOX", (0, 0), (-1, -1), 0.6, RIM),
            ("INNERGRID", (0, 0), (-1, -1), 0.6, RIM),
            ("VALIGN", (0, 0), (-1, -1), "TOP"),
        ]
    )
    return [KeepTogether([Paragraph(said(say("Labels for the box")), HEAD), Spacer(0, 1 * mm), table])]


def _printed(title: str, under: Message, paper: str, margin: float, said: Said, flow: list[Flowable]) -> bytes:
    """Pages under a title."""
    out = BytesIO()
    sides = dict.fromkeys(("leftMargin", "rightMargin", "topMargin", "bottomMargin"), margin)
    document = SimpleDocTemplate(out, pagesize=PAPERS[paper], title=title, invariant=1, **sides)
    top = [Paragraph(escape(title), TITLE), Paragraph(said(under), BODY), Spacer(0, 3 * mm)]
    document.build([*top, *flow])
    return out.getvalue()


def card_as_pdf(card: Card, paper: str, units: Units = "metric") -> bytes:
    """The pages. paper: "a4" or "letter"; units: "metric" or "us"."""
    said = lambda message: escape(text(message, units))
    margin = 13 * mm
    wide = PAPERS[paper][0] - 2 * margin
    flow = [_section(s, wide, said) for s in card.sections] + _labels(card.labels, wide, said)
    return _printed(card.title, card.under, paper, margin, said, flow)


def recipe_as_pdf(page: Page, paper: str) -> bytes:
    """A recipe's page, in grams: its words can be copied out of it and read again. paper: "a4" or "letter"."""
    said = lambda message: escape(text(message, "metric"))
    flow: list[Flowable] = []
    for heading, lines in page.parts:
        part = [Paragraph(said(heading), HEAD), *(Paragraph(said(line), LARGE) for line in lines), Spacer(0, 3 * mm)]
        flow.append(KeepTogether(part))
    flow.append(Paragraph(said(say("Method")), HEAD))
    flow += [Paragraph(said(step), STEP) for step in page.steps]
    return _printed(page.name, page.makes, paper, 20 * mm, said, flow)
