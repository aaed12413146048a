"""What a station was given and gave, kept: an edit works only the stations it touches. And how long all may take."""

import dataclasses
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from functools import lru_cache
from typing import Any, ParamSpec, TypeVar

import numpy as np

P = ParamSpec("P")
R = TypeVar("R")
STATIONS: list[Any] = []
_UNTIL: ContextVar[float] = ContextVar("until", default=float("inf"))


class OutOfTime(Exception):
    """What was asked takes longer than it may."""


@contextmanager
def within(seconds: float) -> Iterator[None]:
    """So long may what is worked inside take, s of this thread's own computing; then `in_time` raises OutOfTime."""
    token = _UNTIL.set(time.thread_time() + seconds)
    try:
        yield
    finally:
        _UNTIL.reset(token)


def in_time() -> None:
    """Asked wherever a long piece of work begins."""
    if time.thread_time() > _UNTIL.get():
        raise OutOfTime


def remembered(most: int) -> Callable[[Callable[P, R]], Callable[P, R]]:
    """Keep the last `most` answers of a pure function of hashable arguments; the answers' arrays become read-only.

    The function itself stays reachable as `.__wrapped__`, which works it afresh.
    """

    def keeping(function: Callable[P, R]) -> Callable[P, R]:
        def worked(*args: P.args, **kwargs: P.kwargs) -> R:
            in_time()
            return _read_only(function(*args, **kwargs))

        kept: Any = lru_cache(maxsize=most)(worked)
        kept.__wrapped__, kept.__doc__ = function, function.__doc__
        STATIONS.append(kept)
        return kept

    return keeping


def forget() -> None:
    """Let every station work afresh."""
    for station in STATIONS:
        station.cache_clear()


def _read_only(answer: R) -> R:
    """The answer, its arrays closed to writing: it will be given again."""
    if dataclasses.is_dataclass(answer) and not isinstance(answer, type):
        for field in dataclasses.fields(answer):
            value = getattr(answer, field.name)
            if isinstance(value, np.ndarray):
                value.flags.writeable = False
    return answer
