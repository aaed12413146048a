"""Looking back on a finished batch: forecast against what happened, and what to change next time."""

from dataclasses import dataclass

from airycrumb.learning.evidence import Cause, Record
from airycrumb.learning.troubles import TROUBLES, why
from airycrumb.quantities import Band
from airycrumb.words import Message, as_number, in_minutes, say


@dataclass(frozen=True)
class Stage:
    """One stage's minutes: as forecast at the start (band), and as they went (None: not marked)."""

    key: str
    label: Message
    forecast: Band
    actual: float | None


@dataclass(frozen=True)
class Finding:
    """What a batch says: what happened, why as far as the record tells, and what to do next time.

    trouble: the one it explains, "" for the timing; weight: 0 to 1, how strongly the record speaks for it.
    """

    what: Message
    why: Message
    next_time: Message
    trouble: str = ""
    weight: float = 0.0


def learned_wrap_seconds(before: float, wrap_minutes: float, pieces: int) -> float:
    """Seconds to wrap one piece, half the old belief and half this batch; 5 to 1800 s."""
    return min(max((before + wrap_minutes * 60 / pieces) / 2, 5.0), 1800.0)


def _timing(stages: list[Stage], vigour_before: float, vigour_after: float) -> list[Finding]:
    found = []
    for s in stages:
        if s.actual is None or s.forecast.low - 2 <= s.actual <= s.forecast.high + 2:
            continue
        off = s.actual - s.forecast.typical
        by = in_minutes(abs(off))
        longer = say("{stage} took {by} longer than forecast", stage=s.label, by=by)
        change = longer if off > 0 else say("{stage} took {by} less than forecast", stage=s.label, by=by)
        if s.key == "rise":
            why = say(
                "This kitchen's vigour went from {before} to {after} with this batch.",
                before=as_number(vigour_before, digits=2),
                after=as_number(vigour_after, digits=2),
            )
            found.append(
                Finding(
                    change,
                    why,
                    say("The next forecast counts on it; measure the dough after kneading to tell warmth from yeast."),
                )
            )
        elif s.key == "wrap":
            found.append(
                Finding(
                    change,
                    say("Your own pace is now used for this closing."),
                    say("Start wrapping earlier by that much, or make fewer at once."),
                )
            )
        else:
            found.append(
                Finding(
                    change,
                    say("The forecast said {usual}.", usual=in_minutes(s.forecast.low, s.forecast.high)),
                    say("Mark it again next time: one batch is not yet a habit."),
                )
            )
    return found


PROBABLE, POSSIBLE = 0.5, 0.2  # weights from which a cause is called that; assumed


def _because(what: Message, cause: Cause) -> Message:
    """A trouble and its cause, as surely as the record speaks for it."""
    if cause.weight >= PROBABLE:
        return say("{trouble}. Probably: {cause}", trouble=what, cause=cause.name)
    if cause.weight >= POSSIBLE:
        return say("{trouble}. Possibly: {cause}", trouble=what, cause=cause.name)
    return say("{trouble}. Perhaps: {cause}", trouble=what, cause=cause.name)


def _explained(trouble: str, record: Record) -> list[Finding]:
    """A trouble's causes as findings, the strongest first; one that says so where the record is silent."""
    what, found = TROUBLES[trouble][0], why(trouble, record)
    if not found:
        unsaid = say("Nothing this batch's marks and forecasts say explains it.")
        again = say("Mark growth, probe and minutes next time: then the record can tell.")
        return [Finding(what, unsaid, again, trouble, 0.0)]
    return [Finding(_because(what, c), c.evidence, c.change, trouble, c.weight) for c in found]


def review(
    stages: list[Stage], record: Record, troubles: list[str], vigour_before: float, vigour_after: float
) -> list[Finding]:
    """What this batch says: each trouble the cook reported with its causes, then its timing. Unknown troubles are
    ignored.
    """
    told = [finding for t in troubles if t in TROUBLES for finding in _explained(t, record)]
    return told + _timing(stages, vigour_before, vigour_after)
