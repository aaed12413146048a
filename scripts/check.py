"""Everything that must hold: lint, formatting, types, import directions, then every test.

Ends with a line "N passed, N failed", whatever happens. Each of the checks before the tests
counts as one.
"""

import argparse
import json
import os
import subprocess
import sys
import tempfile
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from scripts.postgres import in_use

ROOT = Path(__file__).resolve().parent.parent
BIN = ROOT / ".venv" / "bin"
# Browser tests wait more than they compute: three at once fill two cores.
AT_ONCE = 3
PYTHON_SOURCES = ("core", "server", "scripts", "stand_ins", "tests")

CHECKS: dict[str, tuple[Path, list[str]]] = {
    "lint": (ROOT, [str(BIN / "ruff"), "check", "-q", *PYTHON_SOURCES]),
    "format": (ROOT, [str(BIN / "ruff"), "format", "-q", "--check", *PYTHON_SOURCES]),
    "types": (ROOT, [str(BIN / "mypy"), "--no-error-summary", "core", "server", "scripts", "stand_ins"]),
    "import directions": (ROOT, [str(BIN / "lint-imports"), "--no-logo"]),
    "migrations": (ROOT, [sys.executable, "server/manage.py", "makemigrations", "--check", "--dry-run", "-v0"]),
    "front end lint": (ROOT / "web", ["npm", "run", "--silent", "lint"]),
    "front end format": (ROOT / "web", ["npm", "run", "--silent", "format:check"]),
    "front end types": (ROOT / "web", ["npm", "run", "--silent", "types"]),
}


def environment(url: str) -> dict[str, str]:
    """What the checks and tests run in."""
    path = os.pathsep.join(str(ROOT / p) for p in (".", "core", "server"))
    kept = {k: v for k, v in os.environ.items() if k != "PYTHONDONTWRITEBYTECODE"}
    return {**kept, "PYTHONPATH": path, "AIRYCRUMB_MODE": "test", "AIRYCRUMB_DATABASE_URL": url}


def run_checks(env: dict[str, str]) -> tuple[int, int]:
    """Passed and failed of the checks before the tests; two at a time, told in order."""

    def run(where: Path, command: list[str]) -> subprocess.CompletedProcess[str]:
        return subprocess.run(command, cwd=where, env=env, capture_output=True, text=True)

    failed = 0
    with ThreadPoolExecutor(max_workers=2) as pool:
        running = {name: pool.submit(run, *check) for name, check in CHECKS.items()}
        for name, check in running.items():
            done = check.result()
            good = done.returncode == 0
            failed += not good
            print(f"{'ok  ' if good else 'FAIL'} {name}", flush=True)
            if not good:
                print(done.stdout + done.stderr, flush=True)
    return len(CHECKS) - failed, failed


def run_tests(env: dict[str, str], labels: list[str]) -> tuple[int, int, int]:
    """Passed, failed and skipped of Django's test runner; a run that left no counts is one failure."""
    with tempfile.TemporaryDirectory() as folder:
        counts = Path(folder) / "counts.json"
        command = [
            sys.executable,
            "server/manage.py",
            "test",
            *labels,
            "--parallel",
            str(AT_ONCE),
            "-t",
            ".",
            "--noinput",
        ]
        done = subprocess.run(command, cwd=ROOT, env={**env, "AIRYCRUMB_TEST_COUNTS": str(counts)})
        if not counts.exists():
            return 0, 1, 0
        found = json.loads(counts.read_text())
    failed = max(found["failed"], int(done.returncode != 0))
    return found["passed"], failed, found["skipped"]


def main() -> int:
    """Run the command line."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--only-lint", action="store_true", help="skip the tests")
    parser.add_argument("labels", nargs="*", default=["tests"], help="test labels, such as tests.core")
    args = parser.parse_args()
    passed = failed = skipped = 0
    try:
        with in_use("test") as cluster:
            env = environment(cluster.url)
            passed, failed = run_checks(env)
            if not args.only_lint:
                good, bad, skipped = run_tests(env, args.labels)
                passed, failed = passed + good, failed + bad
    except SystemExit as error:
        print(error)
        failed += 1
    finally:
        print(f"{passed} passed, {failed} failed" + (f", {skipped} skipped" if skipped else ""), flush=True)
    return 1 if failed else 0


if __name__ == "__main__":
    sys.exit(main())
