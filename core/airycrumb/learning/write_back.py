"""What a lesson changes in a kitchen: read from the batch in `finish`, written into the kitchen's document here."""

from collections.abc import Iterator

from airycrumb.bake.edits import Change, edited
from airycrumb.bake.kitchen import PACE_MEAN, VIGOUR_MEAN
from airycrumb.bake.text import Document
from airycrumb.learning.finish import Lesson

# What a kitchen's document holds that batches have taught it.
LEARNED = ("vigour", "wrap_seconds", "drinks", "kneading_warms", "heats", "oven_truth")


def learned_part(kitchen: Document) -> Document:
    """What batches have taught a kitchen, as its document holds it."""
    return {key: kitchen[key] for key in LEARNED if key in kitchen}


def with_learned(kitchen: Document, learned: Document) -> Document:
    """The kitchen with exactly this learned, whatever it had learned before."""
    return {key: value for key, value in kitchen.items() if key not in LEARNED} | learned


def after_lesson(kitchen: Document, learned: Lesson, closing: str) -> Document:
    """The kitchen document with a lesson written into it. closing: what was wrapped, for its seconds."""
    return edited(kitchen, _changes(learned, closing))


def _changes(learned: Lesson, closing: str) -> Iterator[Change]:
    yield Change(["vigour"], _belief(learned.vigour.mean, learned.vigour.variance, learned.vigour.bakes, VIGOUR_MEAN))
    if learned.wrap_seconds is not None:
        yield Change(["wrap_seconds", closing], round(learned.wrap_seconds, 1))
    if learned.drank is not None:
        yield Change(["drinks", learned.flour], learned.drank)
    if learned.kneading_warms is not None:
        yield Change(["kneading_warms"], f"{learned.kneading_warms} C")
    paces = learned.more_paces | ({learned.method: learned.pace} if learned.pace is not None else {})
    for method, pace in paces.items():
        yield Change(["heats", method], _belief(pace.mean, pace.variance, pace.bakes, PACE_MEAN))
    if learned.oven is not None:
        oven = learned.oven
        yield Change(["oven_truth", "off_c"], round(oven.off_c, 1))
        yield Change(["oven_truth", "recovery_min"], round(oven.recovery_min, 2))
        yield Change(["oven_truth", "drop_c_per_kg"], round(oven.drop_c_per_kg, 1))
        yield Change(["oven_truth", "bakes"], oven.bakes)
        if oven.warms_in != 1.0:
            yield Change(["oven_truth", "warms_in"], round(oven.warms_in, 3))


def _belief(mean: float, variance: float, bakes: int, limits: tuple[float, float]) -> dict[str, float]:
    """A belief as the kitchen file holds it: never beyond what can be read again, whatever a clock or probe said."""
    low, high = limits
    return {"mean": round(min(max(mean, low), high), 5), "variance": max(round(variance, 6), 1e-6), "bakes": bakes}
