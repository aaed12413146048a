"""OR-Tools CP-SAT at work on a model: told of what it finds, stopped when nobody waits any more."""

from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass
from threading import Event, Thread
from typing import Any, Generic, Protocol, TypeVar

WORKERS = 2
LOOKED_S = 0.1  # how often it is looked whether a search is to end, s

T = TypeVar("T")
T_co = TypeVar("T_co", covariant=True)


class Model(Protocol[T_co]):
    """What is searched."""

    @property
    def cp(self) -> Any:
        """The solver's module."""
        ...

    @property
    def m(self) -> Any:
        """Its model."""
        ...

    def read(self, value: Callable[[Any], int]) -> T_co:
        """What a solution's values say."""
        ...


@dataclass(frozen=True)
class Found(Generic[T]):
    """What a search came to. best: None for none; bound: nothing costs less; proven: nothing is better."""

    best: T | None
    bound: int = 0
    proven: bool = False


def searched(
    model: Model[T],
    seconds: float,
    told: Callable[[T, int], bool] | None = None,
    ways: Sequence[str] = (),
    ended: Event | None = None,
) -> Found[T]:
    """What the solver makes of a model in so many seconds.

    told: each better solution and the bound, in a thread of the solver's; False ends the search. ways: of the solver's,
    the only ones tried; () for those it chooses. ended: set from outside or by whoever is told, the search ends.
    """
    solver, ended = model.cp.CpSolver(), ended or Event()
    solver.parameters.max_time_in_seconds = seconds
    solver.parameters.num_workers = WORKERS
    solver.parameters.subsolvers.extend(ways)
    with _stopped_by(ended, solver):
        status = solver.solve(model.m, None if told is None else _telling(model, told, ended))
    if status not in (model.cp.OPTIMAL, model.cp.FEASIBLE):
        return Found(None)
    bound = max(0, round(solver.best_objective_bound))
    return Found(model.read(solver.value), bound, status == model.cp.OPTIMAL)


@contextmanager
def _stopped_by(ended: Event, solver: Any) -> Iterator[None]:
    """The solver stops while it searches as soon as it is to end, even where it finds nothing meanwhile."""
    over = Event()

    def watch() -> None:
        while not over.wait(LOOKED_S):
            if ended.is_set():
                solver.stop_search()

    watching = Thread(target=watch, daemon=True)
    watching.start()
    try:
        yield
    finally:
        over.set()
        watching.join()


def _telling(model: Model[T], told: Callable[[T, int], bool], ended: Event) -> Any:
    """Tells of each better solution, and stops where nobody wants another."""

    class Tell(model.cp.CpSolverSolutionCallback):  # type: ignore[misc,name-defined]
        def on_solution_callback(self) -> None:
            if not told(model.read(self.value), round(self.best_objective_bound)):
                ended.set()
                self.stop_search()

    return Tell()
