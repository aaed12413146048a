"""How well recipes are read: recall, precision, silent errors, doubts and facts of the method, by manner.

wrong, told: how many of what is wrong a word is said about; noted: how much of what is right a word is said about too.

python -m scripts.reading [-v]: with -v every miss of the texts that are not set aside.
"""

import sys

from tests.core.corpus import Score, by_manner


def row(name: str, s: Score) -> str:
    """One line of the table."""
    facts = f"{s.fact_recall:7.1%} {s.fact_precision:7.1%}" if s.facts else f"{'-':>7} {'-':>7}"
    right = f"{s.gold:5d} {s.recall:7.1%} {s.precision:7.1%}"
    return f"{name:<14} {right} {s.silent_rate:7.2%} {s.told:>8} {s.needless_rate:7.1%} {facts}"


def main(verbose: bool) -> None:
    """Prints the tables."""
    for aside, title in ((False, "Texts the grammar was tuned on"), (True, "Texts set aside")):
        print(f"{title}\n{'manner':<14} lines  recall   prec.  silent wrong,told   noted   facts  f.prec.")
        whole = Score()
        for manner, scored in by_manner(aside):
            print(row(manner, scored))
            whole.add(scored)
            if verbose and not aside:
                print(*(f"    {miss}" for miss in scored.misses), sep="\n")
        print(row("all", whole), "\n")


if __name__ == "__main__":
    main("-v" in sys.argv)
