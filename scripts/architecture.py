"""The picture of the house and its list of rooms, drawn from the code that holds them apart: make schema

The layers are those of the import contracts in pyproject.toml and the table of rooms in web/eslint.config.js; what a
room is for is the first line of its own docstring. Nothing here is written twice, so nothing can go stale.
"""

import ast
import re
import tomllib
from dataclasses import dataclass
from html import escape
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
PICTURE, PAGE = ROOT / "docs" / "architecture.svg", ROOT / "ARCHITECTURE.md"
BEGIN, END = "<!-- rooms: written by make schema -->", "<!-- end of rooms -->"
HEIGHT, GAP, WIDE = 30, 6, 280


@dataclass(frozen=True)
class Side:
    """One side of the house: its floors from the top, each with the rooms that stand beside one another."""

    name: str
    floors: list[list[str]]


def _contracts() -> dict[str, list[str]]:
    found = tomllib.loads((ROOT / "pyproject.toml").read_text())["tool"]["importlinter"]["contracts"]
    return {c["name"]: c["layers"] for c in found if "layers" in c}


def _floors(layers: list[str]) -> list[list[str]]:
    return [[room.strip() for room in layer.split("|")] for layer in layers]


def page_rooms() -> dict[str, list[str]]:
    """Rooms of the front end with what each may import, as the lint has them."""
    text = (ROOT / "web" / "eslint.config.js").read_text()
    rooms = re.search(r"const ROOMS = \{(.*?)\n\};", text, re.DOTALL)
    assert rooms
    return {
        name: re.findall(r'"(\w+)"', allowed)
        for name, allowed in re.findall(r"^  (\w+): \[(.*?)\]", rooms[1], re.MULTILINE)
    }


def views() -> list[str]:
    """Views of the front end, as the lint has them."""
    found = re.search(r"const VIEWS = \{(.*?)\n\};", (ROOT / "web" / "eslint.config.js").read_text(), re.DOTALL)
    assert found
    return re.findall(r"^  (\w+):", found[1], re.MULTILINE)


def _page_floors() -> list[list[str]]:
    """The front end's rooms by depth: a room stands above all it may import."""
    rooms = page_rooms()
    depth: dict[str, int] = {}
    while len(depth) < len(rooms):
        depth |= {
            room: 1 + max((depth[below] for below in allowed), default=-1)
            for room, allowed in rooms.items()
            if room not in depth and all(below in depth for below in allowed)
        }
    names = views()
    rows = [sorted(r for r in rooms if depth[r] == level) for level in sorted(set(depth.values()), reverse=True)]
    return [names[i : i + 3] for i in range(0, len(names), 3)] + rows


def sides() -> list[Side]:
    """Page, server and core."""
    layers = _contracts()
    core = layers["The rooms of the core stand on one another, top to bottom"]
    server = layers["The apps of the server stand on one another"]
    return [Side("web/src", _page_floors()), Side("server", _floors(server)), Side("core/airycrumb", _floors(core))]


def picture() -> str:
    """The sides as SVG, what stands higher calling what stands lower."""
    tall = max(len(side.floors) for side in sides()) * (HEIGHT + GAP) + 80
    parts = [
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 960 {tall}" font-family="sans-serif" font-size="14">',
        f'<rect width="960" height="{tall}" fill="#e5eaf2"/>',
    ]
    for i, side in enumerate(sides()):
        left = 30 + i * (WIDE + 30)
        parts.append(f'<text x="{left}" y="30" font-weight="700" font-size="17" fill="#131d3b">{side.name}</text>')
        for level, rooms in enumerate(side.floors):
            wide = (WIDE - GAP * (len(rooms) - 1)) / len(rooms)
            for n, room in enumerate(rooms):
                x, y = left + n * (wide + GAP), 44 + level * (HEIGHT + GAP)
                parts.append(
                    f'<rect x="{x:.1f}" y="{y}" width="{wide:.1f}" height="{HEIGHT}" rx="8" fill="#fdfefe" '
                    f'stroke="#1b3f9c" stroke-width="2"/>'
                )
                parts.append(
                    f'<text x="{x + wide / 2:.1f}" y="{y + 20}" text-anchor="middle" fill="#131d3b">{room}</text>'
                )
    words = "Each calls only what stands below it. Page to server: typed HTTP. Server to core: gateway.compute alone."
    parts.append(f'<text x="480" y="{tall - 12}" text-anchor="middle" fill="#9a5218" font-weight="700">{words}</text>')
    return "\n".join([*parts, "</svg>", ""])


def _purpose(folder: Path) -> str:
    """What a room is for: the first line of its docstring."""
    path = folder / "__init__.py" if folder.is_dir() else folder.with_suffix(".py")
    said = ast.get_docstring(ast.parse(path.read_text())) or ""
    return escape(" ".join(said.split("\n\n")[0].split()), quote=False)


def rooms() -> str:
    """The list of rooms, for ARCHITECTURE.md."""
    core, server = sides()[2], sides()[1]
    rows = ["| room | what it is for |", "|---|---|"]
    for name in (name for floor in core.floors for name in floor):
        rows.append(f"| `core/airycrumb/{name}` | {_purpose(ROOT / 'core' / 'airycrumb' / name)} |")
        if name == "stations":
            stations = ROOT / "core" / "airycrumb" / "stations"
            inside = sorted(p for p in stations.iterdir() if p.suffix == ".py" or (p / "__init__.py").exists())
            rows += [f"| `stations/{p.stem}` | {_purpose(p)} |" for p in inside if p.stem != "__init__"]
    for name in (name for floor in server.floors for name in floor):
        rows.append(f"| `server/{name.replace('.', '/')}` | {_purpose(ROOT / 'server' / name.replace('.', '/'))} |")
    for name, allowed in page_rooms().items():
        below = ", ".join(f"`{room}`" for room in allowed) or "nothing of ours"
        rows.append(f"| `web/src/{name}` | imports {below} |")
    named = ", ".join(f"`{view}`" for view in views())
    rows.append(f"| `web/src/views` | {named}: never one another, but `marks` serves those that note what is seen |")
    return "\n".join(rows)


def page() -> str:
    """ARCHITECTURE.md with its list of rooms as it is now."""
    text = PAGE.read_text()
    before, _, rest = text.partition(BEGIN)
    return f"{before}{BEGIN}\n\n{rooms()}\n\n{END}{rest.partition(END)[2]}"


def stale() -> list[str]:
    """Which of the two no longer say what the code does."""
    return [str(p.relative_to(ROOT)) for p, now in ((PICTURE, picture()), (PAGE, page())) if p.read_text() != now]


if __name__ == "__main__":
    PICTURE.write_text(picture())
    PAGE.write_text(page())
