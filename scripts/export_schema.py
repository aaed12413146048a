"""Write the HTTP contract (server/openapi.json) and the published formats (docs/formats)."""

import json
import os
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
os.environ.setdefault("AIRYCRUMB_MODE", "test")
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "project.settings")

import django  # noqa: E402

django.setup()

from airycrumb.bake import schema  # noqa: E402
from airycrumb.day.document import day_schema  # noqa: E402
from project.api import api  # noqa: E402


def texts() -> dict[Path, str]:
    """Every generated file and what it should hold."""
    dump = lambda value: json.dumps(value, indent=2, ensure_ascii=False, default=str) + "\n"
    files = {ROOT / "server" / "openapi.json": dump(api.get_openapi_schema())}
    for name in ("bake", "kitchen"):
        files[ROOT / "docs" / "formats" / f"{name}.schema.json"] = dump(schema(name))
    files[ROOT / "docs" / "formats" / "day.schema.json"] = dump(day_schema())
    return files


if __name__ == "__main__":
    for path, text in texts().items():
        path.write_text(text, encoding="utf-8")
        print(f"wrote {path.relative_to(ROOT)}")
