"""What every question about a heat needs: its code, where its edits go, and the same asked of each heat."""

from collections.abc import Callable, Iterator

from airycrumb.bake.edits import Doubt
from airycrumb.plan.context import Context
from airycrumb.questions.findings import Findings
from airycrumb.trays.heat_tray import HeatStage
from airycrumb.whatif.heat import heat_at


def at(ctx: Context, field: str) -> list[str | int]:
    """Where an edit of a field of this heat goes."""
    return [*heat_at(ctx), field]


def code_of(h: HeatStage, code: str) -> str:
    """The code of a doubt about this heat: its own where a group has a heat of its own."""
    ctx = h.heated.ctx
    return code if ctx.group.heat is None else ctx.code(code)


def each(question: Callable[[Findings, HeatStage], Iterator[Doubt]]) -> Callable[[Findings], Iterator[Doubt]]:
    """The same question of every heat."""

    def ask(w: Findings) -> Iterator[Doubt]:
        for h in w.heats:
            yield from question(w, h)

    return ask
