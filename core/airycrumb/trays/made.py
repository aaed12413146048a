"""What the steps of a filling leave of it, and how much must be weighed so that there is enough to wrap."""

from dataclasses import dataclass

from airycrumb.memo import remembered
from airycrumb.pantry import Part
from airycrumb.plan.context import Context
from airycrumb.stations.filling import Left, Worked, through

CLOSE_G, MOST_TRIES = 0.05, 40


@dataclass(frozen=True)
class Made:
    """A filling's way. g for all the group's pieces, before draining or squeezing."""

    #: as weighed, before the first step
    weighed_g: float
    #: after each step
    left: tuple[Left, ...]
    #: foods as they are wrapped, a ratio
    parts: tuple[Part, ...]


@remembered(64)
def _made(parts: tuple[Part, ...], steps: tuple[Worked, ...], needed_g: float) -> Made:
    """As much is weighed as leaves what is needed: a pan boils off the less of a filling the more there is of it."""
    whole, weighed = sum(g for _, g in parts), needed_g
    left: list[Left] = []
    for _ in range(MOST_TRIES):
        left = through([(item, g * weighed / whole) for item, g in parts], steps)
        if abs(left[-1].grams - needed_g) < CLOSE_G:
            break
        weighed *= needed_g / left[-1].grams
    return Made(weighed, tuple(left), left[-1].parts)


def made(ctx: Context, needed_g: float | None = None) -> Made:
    """The way of the filling of the group looked at. needed_g: as it is wrapped, where it is not that of the bake."""
    group = ctx.group
    needed = ctx.share.filling_g if needed_g is None else needed_g
    # What is laid inside in one piece is no part of what is fried or simmered round it.
    around = tuple(item.key for item, _ in group.filling.around)
    steps = tuple(Worked(s.kind.law, s.minutes, s.of or around) for s in group.filling.steps)
    if not steps or not group.parts:
        return Made(needed, (), tuple(group.parts))
    return _made(tuple(group.parts), steps, needed)


def wrapped_parts(ctx: Context) -> tuple[Part, ...]:
    """The foods of the filling as they are wrapped: what they weigh, hold and give is theirs after the steps."""
    return made(ctx).parts
