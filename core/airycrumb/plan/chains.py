"""Chains of work: what is made beside the dough, placed backwards from the stage it must be ready for."""

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass

from airycrumb.words import NOTHING, Message

Span = tuple[float, float]
HAIR = 1e-6  # min


@dataclass(frozen=True)
class Work:
    """One thing that hands do, or that is waited for."""

    #: stable, and the id of its event
    key: str
    label: Message
    minutes: float
    #: whether hands do it; else it is waited for
    hands: bool
    #: the tray it is shown on
    tray: str
    #: what it is part of: "filling", "step" for a step of the cook's own, "" for the rest
    of: str = ""
    #: on the button that ends it
    press: Message = NOTHING
    #: amounts, how one can tell that it is done, the recipe's own words
    details: tuple[Message, ...] = ()
    #: the group of pieces it is for, from 0
    group: int = 0
    #: the stage it must be over before, where that is not the one its chain is ready for
    by: str = ""


@dataclass(frozen=True)
class Chain:
    """Work in its order, ready when a stage begins. ready_for: that stage."""

    works: tuple[Work, ...]
    ready_for: str


@dataclass(frozen=True)
class Placed:
    """Work in its place: minutes from the first stage's start, negative before it."""

    work: Work
    start: float
    ready_for: str

    @property
    def end(self) -> float:
        """When it is over."""
        return self.start + self.work.minutes


def latest(at: float, minutes: float, busy: Sequence[Span]) -> float:
    """The latest start, no later than `at`, at which hands are free for so many minutes."""
    # A hair's breadth is no clash: minutes taken off and added again need not come to the same.
    while clash := [start for start, end in busy if start < at + minutes - HAIR and at < end - HAIR]:
        at = min(clash) - minutes
    return at


def _backwards(chain: Chain, begins: Callable[[str], float], taken: list[Span]) -> list[float]:
    """The latest start of each work of a chain. taken: when hands are, this chain's own included from now on."""
    end, starts = begins(chain.ready_for), list[float]()
    for work in reversed(chain.works):
        start = (min(end, begins(work.by)) if work.by else end) - work.minutes
        if work.hands and work.minutes > 0:
            start = latest(start, work.minutes, taken)
            taken.append((start, start + work.minutes))
        starts.insert(0, start)
        end = start
    return starts


def placed(chains: Iterable[Chain], begins: Callable[[str], float], busy: Iterable[Span]) -> list[Placed]:
    """Every work as late as it can be. begins: the minute a stage begins; busy: when hands are taken.

    Hands do one thing at a time; what is waited for begins as soon as what comes before it is done.
    """
    taken, found = [span for span in busy if span[1] > span[0]], []
    for chain in chains:
        starts = _backwards(chain, begins, taken)
        for i, work in enumerate(chain.works):
            if i and not work.hands:
                starts[i] = starts[i - 1] + chain.works[i - 1].minutes
            found.append(Placed(work, starts[i], chain.ready_for))
    return found
