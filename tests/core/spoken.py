"""The core's answers with every message said in plain English and metric units, so that a test can read them."""

import dataclasses
from collections.abc import Callable
from datetime import datetime, timedelta
from functools import wraps
from typing import Any

from airycrumb.learning import notebook, train_the_eye, troubles
from airycrumb.learning.finish import finish as _finish
from airycrumb.questions import ask as _ask
from airycrumb.recipe import read_line as _read_line
from airycrumb.recipe import read_recipe as _read_recipe
from airycrumb.recipe import to_bake as _to_bake
from airycrumb.sheet import work as _work
from airycrumb.stations import filling, safety
from airycrumb.stations.divide import portioning as _portioning
from airycrumb.stations.divide import sharing
from airycrumb.stations.enclose import enclose as _enclose
from airycrumb.stations.safety import warm_clock as _clock
from airycrumb.stations.weigh import mixing
from airycrumb.whatif import rise as _rise
from airycrumb.whatif.keeping import kept as _kept
from airycrumb.whatif.wrapper import solve as _solve
from airycrumb.words import Message

# What most of an answer is, and holds no message: passed by at once.
PLAIN = frozenset({float, int, bool, str, type(None), datetime, timedelta})


def spoken(value: Any) -> Any:
    """A copy of an answer in which every message is its text."""
    if type(value) in PLAIN:
        return value
    if isinstance(value, Message):
        return str(value)
    if dataclasses.is_dataclass(value) and not isinstance(value, type):
        fields = {f.name: spoken(getattr(value, f.name)) for f in dataclasses.fields(value) if f.init}
        changed = {name: new for name, new in fields.items() if new is not getattr(value, name)}
        return dataclasses.replace(value, **changed) if changed else value
    if isinstance(value, tuple | list):
        told = [spoken(one) for one in value]
        return value if all(a is b for a, b in zip(told, value, strict=True)) else type(value)(told)
    if isinstance(value, dict):
        return {spoken(name): spoken(one) for name, one in value.items()}
    return value


def saying(function: Callable[..., Any]) -> Callable[..., Any]:
    """The same function, its answer spoken."""

    @wraps(function)
    def said(*args: Any, **kwargs: Any) -> Any:
        return spoken(function(*args, **kwargs))

    return said


why, review = saying(troubles.why), saying(notebook.review)
finish, mark_judgement = saying(_finish), saying(train_the_eye.mark)
read_line, read_recipe, to_bake = saying(_read_line), saying(_read_recipe), saying(_to_bake)
work, enclose, solve, kept = saying(_work), saying(_enclose), saying(_solve), saying(_kept)
moisture, stiffness = saying(filling.moisture), saying(filling.stiffness)
cautions, core_line, limit, warm_clock = map(
    saying, (safety.cautions, safety.core_line, _clock.limit, _clock.warm_clock)
)
portioning, share_out, cuts_by_eye = map(saying, (_portioning.portioning, sharing.share_out, sharing.cuts_by_eye))
mixing_order = saying(mixing.mixing_order)
ready_at, away, late_by, ask = saying(_rise.ready_at), saying(_rise.away), saying(_rise.late_by), saying(_ask.ask)
