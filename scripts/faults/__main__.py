"""make faults: everything that goes wrong, and what must hold all the same. About ten minutes, bounded."""

import argparse
import sys
import time
from collections import Counter

from scripts.faults import kills, mutated, pastes
from scripts.faults.site import site

MOST_WAIT_S = 1.0


def _of_kills(count: int) -> list[str]:
    with site() as here:
        acknowledged, wrong = kills.run(here, kills.drawn(count))
    print(f"  {count} kills: {acknowledged} acknowledged, {len(wrong)} lost, doubled or otherwise wrong")
    return wrong


def _of_requests(count: int) -> list[str]:
    told: Counter[int] = Counter()
    faults: list[str] = []
    with site() as here:
        mutated.spoilt(here, count // 2, told, faults)
        mutated.from_the_contract(here, count - count // 2, told, faults)
    print(f"  {sum(told.values())} mutated requests, answered {dict(sorted(told.items()))}: {len(faults)} faults")
    return faults


def _of_pastes(count: int) -> list[str]:
    with site() as here:
        median, late, told = pastes.run(here, count)
    print(f"  {count} hostile pastes ({sorted(told)}): a bystander waits {median:.2f} s, 95th percentile {late:.2f} s")
    return [] if late < MOST_WAIT_S else [f"a bystander waited {late:.2f} s at the 95th percentile"]


def main() -> int:
    """Run the command line; 1 where something did not hold."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--kills", type=int, default=100)
    parser.add_argument("--requests", type=int, default=30_000)
    parser.add_argument("--pastes", type=int, default=50)
    args = parser.parse_args()
    wrong: list[str] = []
    for part, count in ((_of_kills, args.kills), (_of_pastes, args.pastes), (_of_requests, args.requests)):
        if count:
            begin = time.perf_counter()
            wrong += part(count)
            print(f"    in {time.perf_counter() - begin:.0f} s", flush=True)
    for one in wrong[:40]:
        print(f"  WRONG {one}")
    print("Nothing was lost, doubled or unanswered." if not wrong else f"{len(wrong)} wrong.")
    return 1 if wrong else 0


if __name__ == "__main__":
    sys.exit(main())
