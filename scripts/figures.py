"""Renew the digests of every figure the core gives of a fixed set of bakes, and say what changed: make figures."""

import argparse
import json

from tests.core import figures


def main() -> None:
    """Run the command line."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--show", metavar="CASE", help="print the figures of one case, and change nothing")
    shown = parser.parse_args().show
    if shown:
        print("\n".join(figures.flat(figures.cases()[shown]())))
        return
    before = figures.kept() if figures.KEPT.exists() else {}
    now = {name: figures.digests(worked()) for name, worked in figures.cases().items()}
    for name in sorted({*before, *now}):
        old, new = before.get(name, {}), now.get(name, {})
        changed = sorted(part for part in {*old, *new} if old.get(part) != new.get(part))
        if changed:
            print(f"{name}: {', '.join(changed)}")
    figures.KEPT.write_text(json.dumps(now, indent=1, sort_keys=True, ensure_ascii=False) + "\n", encoding="utf-8")


if __name__ == "__main__":
    main()
