"""Every question there is, asked of what the stations found."""

from collections.abc import Callable, Iterator

from airycrumb.bake.edits import Doubt
from airycrumb.questions.close import CLOSING
from airycrumb.questions.divide import DIVIDING
from airycrumb.questions.eggs import eggs
from airycrumb.questions.filling import FILLING
from airycrumb.questions.findings import Findings
from airycrumb.questions.heat import HEATING
from airycrumb.questions.keeping import KEEPING
from airycrumb.questions.recipe import AUDIT
from airycrumb.questions.rise import RISING, proofs_apart
from airycrumb.questions.weigh import WEIGHING

QUESTIONS: tuple[Callable[[Findings], Iterator[Doubt]], ...] = (
    *WEIGHING,
    *RISING,
    *DIVIDING,
    *CLOSING,
    *FILLING,
    proofs_apart,
    *HEATING,
    *KEEPING,
    eggs,
    *AUDIT,
)
FOLLOWS_FROM_NO_LIQUID = frozenset({"rise_never", "proof_never", "too_late", "rise_range_0", "sponge_never"})
GRAVITY = {"stop": 0, "ask": 1, "note": 2}


def ask(w: Findings, timing: list[Doubt]) -> list[Doubt]:
    """Every question not answered with "keep", gravest first."""
    found = timing + [d for question in QUESTIONS for d in question(w)]
    if any(d.code == "no_liquid" for d in found):
        # Whatever follows from a dough nobody can knead is no question of its own.
        found = [d for d in found if d.code not in FOLLOWS_FROM_NO_LIQUID]
    return sorted((d for d in found if d.code not in w.ctx.bake.dismissed), key=lambda d: GRAVITY[d.severity])
