"""The heat march held to finite elements of our own on the sheet's own body, every closing: make heat-outside.

A row a case: by how many °C the core is too warm as it passes its line (+ is the unsafe side), the minutes of both, and
how far top and base are off at most on the way. Ends with what is asked of it, and 1 where it is not met.
"""

import sys
from collections.abc import Sequence
from concurrent.futures import ProcessPoolExecutor

from tests.reference.test_heat_fem import Case, Off, every_case, off

MOST_UNSAFE_C, MOST_SAFE_C, SAFE_SHARE, MOST_SKIN_C = 3.0, 5.0, 0.9, 6.0
TINY = 1e-9


def _fine(case: Case) -> Off:
    return off(case, fine=True)


def verdict(found: Sequence[Off]) -> list[tuple[bool, str]]:
    """What is asked of all of them, and whether it holds."""
    unsafe = max(f.at_line for f in found)
    within = sum(f.at_line >= -MOST_SAFE_C for f in found) / len(found)
    top, base = (max(abs(getattr(f, part)) for f in found) for part in ("top", "base"))
    return [
        (
            unsafe <= MOST_UNSAFE_C + TINY,
            f"most {unsafe:+.1f} °C too warm at its line (asked: {MOST_UNSAFE_C:.0f})",
        ),
        (within >= SAFE_SHARE, f"{within:.0%} at most {MOST_SAFE_C:.0f} °C too cold (asked: {SAFE_SHARE:.0%})"),
        (top <= MOST_SKIN_C, f"top within {top:.1f} °C (asked: {MOST_SKIN_C:.0f})"),
        (base <= MOST_SKIN_C, f"base within {base:.1f} °C (asked: {MOST_SKIN_C:.0f})"),
    ]


def main() -> int:
    """Print the table."""
    cases = list(every_case())
    print("| piece | at its line, °C | minutes, ours / elements | top, base off, °C |\n|---|---|---|---|", flush=True)
    found = []
    with ProcessPoolExecutor(2) as pool:
        for case, row in zip(cases, pool.map(_fine, cases), strict=True):
            found.append(row)
            print(
                f"| {case.name} | {row.at_line:+.1f} | {row.ours_min:.1f} / {row.theirs_min:.1f} "
                f"| {row.top:+.1f}, {row.base:+.1f} |",
                flush=True,
            )
    asked = verdict(found)
    for good, words in asked:
        print(f"{'ok  ' if good else 'MISS'} {words}")
    return 0 if all(good for good, _ in asked) else 1


if __name__ == "__main__":
    sys.exit(main())
