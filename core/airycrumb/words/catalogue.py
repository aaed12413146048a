"""Which words a message's template has in a language: gettext catalogues, read with Babel."""

from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from functools import cache
from importlib.resources import files

from babel.messages.catalog import Catalog
from babel.messages.pofile import read_po

ENGLISH = "en"  # the templates in the code are English: they are their own catalogue
PSEUDO = "en-XA"  # marks every message, and so shows what is none
LANGUAGES = (ENGLISH, PSEUDO)
_language: ContextVar[str] = ContextVar("language", default=ENGLISH)


def language() -> str:
    """The language spoken here and now."""
    return _language.get()


@contextmanager
def speaking(tag: str) -> Iterator[None]:
    """Speak a language of LANGUAGES; English for one nobody here knows."""
    token = _language.set(tag if tag in LANGUAGES else ENGLISH)
    try:
        yield
    finally:
        _language.reset(token)


@cache
def _catalogue(tag: str) -> Catalog:
    with (files("airycrumb.words") / f"{tag}.po").open("rb") as file:
        return read_po(file, locale="en")


@cache
def template_in(tag: str, template: str, plural: str, one: bool) -> str:
    """The template to fill in, in a language; the English one where the catalogue has none."""
    english = template if one or not plural else plural
    if tag == ENGLISH:
        return english
    found = _catalogue(tag).get(template)
    if found is None or not found.string:
        return english
    if isinstance(found.string, str):
        return found.string
    return str(found.string[0 if one else 1]) or english
