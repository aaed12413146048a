"""A bake on paper: its stations in order, the cautions beside the step they belong to, labels for the box. PDF."""

from collections.abc import Callable
from dataclasses import dataclass
from html import escape
from io import BytesIO

from reportlab.lib import colors
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.platypus import Flowable, KeepTogether, Paragraph, SimpleDocTemplate, Spacer, Table

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


def card_as_pdf(card: Card, paper: str, units: Units = "metric") -> bytes:
    """The pages. paper: "a4" or "letter"; units: "metric" or "us"."""
    said = lambda message: escape(text(message, units))
    out = BytesIO()
    page = PAPERS[paper]
    margin = 13 * mm
    wide = page[0] - 2 * margin
    document = SimpleDocTemplate(
        out,
        pagesize=page,
        leftMargin=margin,
        rightMargin=margin,
        topMargin=margin,
        bottomMargin=margin,
        title=card.title,
        invariant=1,
    )
    flow: list[Flowable] = [
        Paragraph(escape(card.title), TITLE),
        Paragraph(said(card.under), BODY),
        Spacer(0, 3 * mm),
    ]
    flow += [_section(s, wide, said) for s in card.sections] + _labels(card.labels, wide, said)
    document.build(flow)
    return out.getvalue()
