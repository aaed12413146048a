"""Where a figure of a draft's sheet is from."""

from airycrumb.sheet.where_from import FigureKey, WhereFrom, where_from
from gateway.compute.read import Case


def asked(case: Case, figure: FigureKey) -> WhereFrom:
    """A figure's formula, what drives it and its constants; InputError for what cannot be worked or is not there."""
    return where_from(*case.worked, figure, now=case.now, heard=case.heard)
