"""Gather every message of the core and the server into the catalogue: make words.

Writes core/airycrumb/words/messages.pot (every template there is) and en-XA.po, a second language that only marks
each message: whatever shows without its marks there is outside the catalogue. A catalogue of another language starts
as a copy of messages.pot and is kept up with `pybabel update`.
"""

import io
import sys
from collections.abc import Iterator
from pathlib import Path

from babel.messages.catalog import Catalog
from babel.messages.extract import extract_from_dir
from babel.messages.pofile import write_po

from airycrumb.pantry import shelf
from airycrumb.words import PSEUDO
from airycrumb.words.message import place_names

ROOT = Path(__file__).resolve().parent.parent
WORDS = ROOT / "core" / "airycrumb" / "words"
KEYWORDS: dict[str, tuple[int, ...] | None] = {"say": (1,), "say_n": (1, 2)}
FROM = ("core/airycrumb", "server")
MARK = "⟦{}⟧"


def _found() -> Iterator[tuple[str | tuple[str, ...], str]]:
    """Every message id (one and many where it counts) with the file it stands in."""
    for folder in FROM:
        rows = extract_from_dir(ROOT / folder, method_map=[("**.py", "python")], keywords=KEYWORDS)
        for name, _line, message, _comments, _context in sorted(rows, key=lambda row: (row[0], row[1])):
            yield message, f"{folder}/{name}"
    for item in sorted(shelf().values(), key=lambda i: i.name):
        yield item.name, "core/airycrumb/data/pantry.csv"


def _has_words(message: str | tuple[str, ...]) -> bool:
    """Whether there is anything to translate: a template of places alone is none."""
    one = message if isinstance(message, str) else message[0]
    bare = one
    for name in place_names(one):
        bare = bare.replace(f"{{{name}}}", "")
    return any(c.isalpha() for c in bare)


def gathered() -> Catalog:
    """The template catalogue. Lines are left out, so that it changes only with the words."""
    catalog = Catalog(
        project="Airy Crumb", header_comment="# Every message of Airy Crumb. Made by: make words", fuzzy=False
    )
    for message, name in _found():
        if _has_words(message):
            catalog.add(message, locations=[(name, 0)], flags=[])
    return catalog


def marked() -> Catalog:
    """The language that marks each message and translates none."""
    catalog = Catalog(
        locale="en", project="Airy Crumb", header_comment="# Marks every message. Made by: make words", fuzzy=False
    )
    for message in gathered():
        if not message.id:
            continue
        ids = message.id
        shown = MARK.format(ids) if isinstance(ids, str) else tuple(MARK.format(one) for one in ids)
        catalog.add(ids, shown, flags=[])
    return catalog


def written(catalog: Catalog) -> str:
    """A catalogue as its file has it, without the hour it was made."""
    out = io.BytesIO()
    write_po(out, catalog, omit_header=False, sort_output=True, width=110, include_lineno=False)
    kept = (line for line in out.getvalue().decode("utf-8").splitlines() if not line.startswith(DATED))
    return "\n".join(kept) + "\n"


DATED = (
    '"POT-Creation-Date',
    '"PO-Revision-Date',
    '"Generated-By',
    '"Last-Translator',
    '"Language-Team',
    '"Report-Msgid',
)
FILES = {"messages.pot": gathered, f"{PSEUDO}.po": marked}


def stale() -> list[str]:
    """Files of the catalogue that no longer say what the code does."""
    return [
        name
        for name, make in FILES.items()
        if not (WORDS / name).exists() or (WORDS / name).read_text(encoding="utf-8") != written(make())
    ]


def main() -> int:
    """Write the catalogues."""
    for name, make in FILES.items():
        catalog = make()
        (WORDS / name).write_text(written(catalog), encoding="utf-8")
        print(f"{name}: {len(catalog)} messages")
    return 0


if __name__ == "__main__":
    sys.exit(main())
