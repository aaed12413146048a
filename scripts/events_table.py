"""The table of every kind of event in docs/models/events.md, written from the registry: make schema"""

import re
from pathlib import Path

from airycrumb.plan.events import KINDS, Kind
from airycrumb.words import Message

ROOT = Path(__file__).resolve().parent.parent
PAGE = ROOT / "docs" / "models" / "events.md"
RAIL = ROOT / "web" / "src" / "views" / "bench" / "rail-of.tsx"
BEGIN, END = "<!-- kinds: written by make schema -->", "<!-- end of kinds -->"
HEAD = ("Kind", "Name", "Worked out from", "Takes", "Ends by", "Rank", "Rings, spoken", "Card", "Rail", "Learned")


def rail_shapes() -> dict[str, str]:
    """What each kind is drawn as on the rail, as the page has it."""
    rows = re.search(r"const SHAPES[^{]*\{(.*?)\};", RAIL.read_text(), re.DOTALL)
    assert rows, "the rail has no table of shapes"
    return dict(re.findall(r'(\w+): "(\w+)"', rows[1]))


def _row(key: str, kind: Kind, shapes: dict[str, str]) -> str:
    said = lambda message: str(message) if isinstance(message, Message) and message else "-"
    hands = "hands" if kind.resource == "hands" and kind.ends == "press" else "in the list"
    cells = (
        f"`{key}`",
        said(kind.label),
        kind.whence,
        kind.resource,
        kind.ends,
        str(kind.rank),
        "yes" if kind.rings else "no",
        "a box" if kind.printed else "no",
        shapes.get(key, hands),
        said(kind.learned),
    )
    return f"| {' | '.join(cells)} |"


def table() -> str:
    """The whole table, as Markdown."""
    shapes = rail_shapes()
    rule = "|" + "---|" * len(HEAD)
    return "\n".join([f"| {' | '.join(HEAD)} |", rule, *(_row(key, kind, shapes) for key, kind in KINDS.items())])


def page() -> str:
    """The page with its table as the registry has it now."""
    before, rest = PAGE.read_text().split(BEGIN)
    return f"{before}{BEGIN}\n\n{table()}\n\n{END}{rest.split(END)[1]}"


if __name__ == "__main__":
    PAGE.write_text(page())
