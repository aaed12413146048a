"""Closings: listed, solved from one number, printed."""

from dataclasses import dataclass

from airycrumb.paper.wrapper_files import as_pdf, as_svg
from airycrumb.paper.wrapper_pages import template_of
from airycrumb.problems import InputError, Problem
from airycrumb.stations.enclose import CLOSINGS
from airycrumb.whatif.wrapper import By, Solved, solve
from airycrumb.words import Message, say
from gateway.compute.read import Case, Printed


@dataclass(frozen=True)
class ClosingOut:
    """A way to close a piece. wraps: whether anything goes inside."""

    key: str
    label: Message
    plural: Message
    note: Message
    wraps: bool


def closings() -> list[ClosingOut]:
    """Every closing there is, in the order they are offered."""
    return [ClosingOut(c.key, c.words.label, c.words.plural, c.words.note, c.wraps) for c in CLOSINGS.values()]


def solve_wrapper(case: Case, group: int, by: By, value: float) -> Solved:
    """A wrapper from one number; InputError for what cannot be solved."""
    return solve(*case.worked, group, by, value)


def wrapper_template(case: Case, group: int, paper: str, as_kind: str, page: int) -> Printed:
    """A wrapper at true size: a PDF of all its pages, or one of them as SVG. InputError for a page not there."""
    sheet = case.worked[2]
    pages = template_of(sheet, group, paper)
    name = f"wrapper-{sheet.groups[group].wrap.closing.replace('_', '-')}-{paper}"
    if as_kind == "pdf":
        return Printed(as_pdf(pages, sheet.name), "application/pdf", f"{name}.pdf", len(pages))
    if not 1 <= page <= len(pages):
        raise InputError(
            [
                Problem(
                    "no_page",
                    "page",
                    say("There is no page {page}: this wrapper takes {pages}.", page=page, pages=len(pages)),
                )
            ]
        )
    return Printed(as_svg(pages[page - 1]).encode(), "image/svg+xml", f"{name}-{page}.svg", len(pages))
