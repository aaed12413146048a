"""Build the pages beside those that are served, and change over in one step: python -m scripts.release.

web/dist is a link to the release in use. Files of earlier releases stay for a week, their pages' own names beside the
new ones: a page that is open goes on finding what it asks for, and a server goes on with the release it began with.
"""

import hashlib
import json
import os
import shutil
import subprocess
import sys
import time
from collections.abc import Iterator
from datetime import UTC, datetime
from itertools import pairwise
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
WEEK_S = 7 * 86_400
OWN = "own-files.json"  # what a release brought along itself; the rest is of those before it


def releases(web: Path) -> list[Path]:
    """What was built, oldest first."""
    folder = web / "releases"
    return sorted(p for p in folder.iterdir() if p.is_dir()) if folder.is_dir() else []


def own_files(release: Path) -> list[str]:
    """Names under assets/ that a release brought along itself."""
    listed = release / OWN
    return list(json.loads(listed.read_text())) if listed.is_file() else []


def carry_over(new: Path, before: list[Path]) -> None:
    """Put the files of earlier releases beside the new ones, by links: their names tell them apart."""
    for release in before:
        for name in own_files(release):
            old, here = release / "assets" / name, new / "assets" / name
            if old.is_file() and not here.exists():
                os.link(old, here)


def change_over(web: Path, new: Path) -> None:
    """From now on the new release is the one in use: one rename, nobody finds nothing in between."""
    dist, beside = web / "dist", web / ".dist-new"
    if dist.is_dir() and not dist.is_symlink():
        # As it was built before there were releases.
        dist.rename(web / "releases" / "0-before-there-were-any")
    beside.unlink(missing_ok=True)
    beside.symlink_to(new.relative_to(web))
    os.replace(beside, dist)


def outdated(web: Path, now: float) -> Iterator[Path]:
    """Releases over a week out of use: the last but one is kept however old, since a server may still run on it."""
    for release, after in pairwise(releases(web)[:-1]):
        if now - after.stat().st_mtime > WEEK_S:
            yield release


def digest(web: Path) -> str:
    """Of all the pages are built from: the same sources are the same version."""
    sources = [p for folder in ("src", "public") for p in sorted((web / folder).rglob("*")) if p.is_file()]
    found = hashlib.sha256()
    for path in (*sources, web / "index.html", web / "package-lock.json"):
        found.update(path.read_bytes())
    return found.hexdigest()[:12]


def build(web: Path, new: Path) -> None:
    """The pages and their compressed files."""
    command = ["npm", "run", "--silent", "build", "--", "--logLevel", "warn", "--outDir", str(new), "--emptyOutDir"]
    subprocess.run(command, cwd=web, check=True, env={**os.environ, "VITE_RELEASE": digest(web)})
    subprocess.run([sys.executable, "-m", "whitenoise.compress", "-q", str(new)], check=True)
    names = sorted(p.name for p in (new / "assets").iterdir())
    (new / OWN).write_text(json.dumps(names))


def main() -> int:
    """Build, carry over, change over, clear away."""
    web = ROOT / "web"
    before = releases(web)
    new = web / "releases" / datetime.now(tz=UTC).strftime("%Y%m%dT%H%M%S")
    new.parent.mkdir(exist_ok=True)
    try:
        build(web, new)
    except subprocess.CalledProcessError:
        shutil.rmtree(new, ignore_errors=True)
        return 1
    carry_over(new, before)
    change_over(web, new)
    for release in list(outdated(web, time.time())):
        shutil.rmtree(release)
    return 0


if __name__ == "__main__":
    sys.exit(main())
