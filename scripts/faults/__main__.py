"""make faults: everything that goes wrong, and what must hold all the same. Three quarters of an hour at most."""

import argparse
import sys
import time
from collections import Counter
from collections.abc import Callable
from multiprocessing import Process, Queue

from scripts.faults import days, kills, mutated, pastes
from scripts.faults.site import Site, site

MOST_WAIT_S = 1.0
Sent = tuple[Counter[int], list[str]]


def _of_kills(count: int) -> list[str]:
    with site() as here:
        acknowledged, wrong = kills.run(here, kills.drawn(count))
    print(f"  {count} kills: {acknowledged} acknowledged, {len(wrong)} lost, doubled or otherwise wrong")
    return wrong


# Of so many requests, this share is drawn from the contract: drawing one takes ten times as long as sending it.
FROM_CONTRACT = 0.13


def _sent(work: Callable[..., None], here: Site, calls: int, told: "Queue[Sent]", *more: int) -> None:
    answers: Counter[int] = Counter()
    faults: list[str] = []
    try:
        work(here, calls, answers, faults, *more)
    except Exception as error:
        faults.append(f"{work.__name__} stopped: {type(error).__name__}: {error}")
    told.put((answers, faults))


def _of_requests(count: int) -> list[str]:
    drawn = round(FROM_CONTRACT * count)
    spoilt = (count - drawn) // 2
    told: Queue[Sent] = Queue()
    with site() as here:
        parts = [
            Process(target=_sent, args=(mutated.spoilt, here, spoilt, told, 1)),
            Process(target=_sent, args=(mutated.spoilt, here, spoilt, told, 2)),
            Process(target=_sent, args=(mutated.from_the_contract, here, drawn, told)),
        ]
        for part in parts:
            part.start()
        found = [told.get() for _ in parts]
        for part in parts:
            part.join()
    answers = sum((answered for answered, _ in found), Counter())
    wrong = [fault for _, faults in found for fault in faults]
    print(f"  {answers.total()} mutated requests, answered {dict(sorted(answers.items()))}: {len(wrong)} faults")
    return wrong


def _of_days(seconds: int) -> list[str]:
    with site() as here:
        answers, wrong = days.hunt(here, seconds)
    print(f"  {seconds} s of marks and looks at one day at once, answered {dict(sorted(answers.items()))}")
    return wrong


def _of_pastes(count: int) -> list[str]:
    with site() as here:
        median, late, told = pastes.run(here, count)
    print(f"  {count} hostile pastes ({sorted(told)}): a bystander waits {median:.2f} s, 95th percentile {late:.2f} s")
    wrong = [] if late < MOST_WAIT_S else [f"a bystander waited {late:.2f} s at the 95th percentile"]
    return wrong + (["a paste was not answered"] if told - {200, 413, 422} else [])


def main() -> int:
    """Run the command line; 1 where something did not hold."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--kills", type=int, default=100)
    parser.add_argument("--hunt", type=int, default=600, help="seconds of marks and looks at one day")
    # Some operations have fewer ways to be wrong than asked for: over 60,000 are sent.
    parser.add_argument("--requests", type=int, default=66_000)
    parser.add_argument("--pastes", type=int, default=50)
    args = parser.parse_args()
    wrong: list[str] = []
    parts = (_of_kills, args.kills), (_of_days, args.hunt), (_of_pastes, args.pastes), (_of_requests, args.requests)
    for part, count in parts:
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
