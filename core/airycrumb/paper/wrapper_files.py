"""Pages of wrappers at true size, as SVG and as PDF."""

from collections.abc import Sequence
from io import BytesIO
from xml.sax.saxutils import escape

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from airycrumb.paper.wrapper_pages import Page
from airycrumb.words import text

# kind of line: (width mm, dash mm)
LINES: dict[str, tuple[float, tuple[float, ...]]] = {
    "outline": (0.5, ()),
    "rim": (0.25, (2.0, 1.5)),
    "fold": (0.3, (5.0, 2.0)),
    "cut": (0.35, ()),
    "pleat": (0.2, ()),
    "press": (0.25, (1.0, 1.0)),
    "vent": (0.35, ()),
}


def _path(points: Sequence[Sequence[float]], closed: bool) -> str:
    return "M" + "L".join(f"{x:g} {y:g}" for x, y in points) + ("Z" if closed else "")


def _svg_line(kind: str, points: Sequence[Sequence[float]], closed: bool) -> str:
    width, dash = LINES[kind]
    dashes = f' stroke-dasharray="{" ".join(f"{d:g}" for d in dash)}"' if dash else ""
    line = f'stroke="#131d3b" stroke-width="{width:g}"{dashes}'
    return f'<path class="{kind}" d="{_path(points, closed)}" fill="none" {line}/>'


def as_svg(page: Page) -> str:
    """One page, its user unit one millimetre."""
    x, y, wide, high = page.window
    inside = [_svg_line("outline", o, True) for o in page.outlines]
    inside += [_svg_line(s.kind, s.points, s.closed) for s in page.strokes]
    marks = [_svg_line(s.kind, s.points, s.closed) for s in page.marks]
    texts = [
        f'<text x="{t.x:g}" y="{t.y:g}" font-family="sans-serif" font-size="{4.2 if t.large else 3.2}" '
        f'fill="#131d3b">{escape(text(t.text))}</text>'
        for t in page.labels
    ]
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{page.wide:g}mm" height="{page.high:g}mm" viewBox="0 0 '
        f'{page.wide:g} {page.high:g}">'
        f'<clipPath id="window"><rect x="{x:g}" y="{y:g}" width="{wide:g}" height="{high:g}"/></clipPath>'
        f'<g clip-path="url(#window)">{"".join(inside)}</g>{"".join(marks)}{"".join(texts)}</svg>\n'
    )


def _pdf_line(canvas: Canvas, high: float, kind: str, points: Sequence[Sequence[float]], closed: bool) -> None:
    width, dash = LINES[kind]
    canvas.setLineWidth(width * mm)
    canvas.setDash([d * mm for d in dash] if dash else [])
    path = canvas.beginPath()
    path.moveTo(points[0][0] * mm, (high - points[0][1]) * mm)
    for x, y in points[1:]:
        path.lineTo(x * mm, (high - y) * mm)
    if closed:
        path.close()
    canvas.drawPath(path)


def as_pdf(pages: Sequence[Page], title: str) -> bytes:
    """All pages, lengths in points of 25.4/72 mm."""
    held = BytesIO()
    canvas = Canvas(held, pageCompression=0)
    canvas.setTitle(title)
    for page in pages:
        canvas.setPageSize((page.wide * mm, page.high * mm))
        canvas.saveState()
        x, y, wide, high = page.window
        window = canvas.beginPath()
        window.rect(x * mm, (page.high - y - high) * mm, wide * mm, high * mm)
        canvas.clipPath(window, stroke=0, fill=0)
        for outline in page.outlines:
            _pdf_line(canvas, page.high, "outline", outline, closed=True)
        for s in page.strokes:
            _pdf_line(canvas, page.high, s.kind, s.points, s.closed)
        canvas.restoreState()
        for s in page.marks:
            _pdf_line(canvas, page.high, s.kind, s.points, s.closed)
        for t in page.labels:
            canvas.setFont("Helvetica", 12 if t.large else 9)
            canvas.drawString(t.x * mm, (page.high - t.y) * mm, text(t.text))
        canvas.showPage()
    canvas.save()
    return held.getvalue()
