"""Where a figure of a draft's sheet is from."""

from datetime import datetime

from airycrumb.sheet.where_from import FigureKey, WhereFrom, where_from
from gateway.compute.read import Document, worked


def asked(bake: Document, kitchen: Document, now: datetime, figure: FigureKey) -> WhereFrom:
    """A figure's formula, what drives it and its constants; InputError for what cannot be worked or is not there."""
    return where_from(*worked(bake, kitchen, now), figure, now=now)
