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
class LoadRecord:
    """One load of a heat as it went. planned_min, actual_min: in the heat, None where not marked; core_c: its middle at
    the end by a probe in it, None where none was.
    """

    id: str
    label: Message
    pieces: int
    planned_min: float
    actual_min: float | None
    core_c: float | None


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


PACE_GAIN = 0.4  # of the difference (in logarithms) that one batch teaches; assumed, the best of a few on drawn cooks
PACE_STEP = 2.0  # times faster or slower: what is further off teaches no more than that (Huber 1964)
PACE_ODD = 6.0  # times faster or slower: a press that was forgotten, or made at once; assumed


def learned_wrap_seconds(before: float, wrap_minutes: float, pieces: int) -> float | None:
    """Seconds to wrap one piece after a batch, 5 to 1800 s; None where its presses cannot be believed.

    An odd batch moves it by a third at most: its logarithm follows the batch's, held to a factor of two.
    """
    seen = wrap_minutes * 60 / pieces
    if not before / PACE_ODD <= seen <= before * PACE_ODD:
        return None
    ratio = min(max(seen / before, 1 / PACE_STEP), PACE_STEP)
    return float(min(max(before * ratio**PACE_GAIN, 5.0), 1800.0))


LOAD_OFF = 0.2  # of a load's minutes, either way, that are no news; assumed


def _of_loads(loads: list[LoadRecord]) -> list[Finding]:
    """Loads that were in for longer or shorter than planned, each against its own minutes."""
    found = []
    for load in loads:
        off = 0.0 if load.actual_min is None else load.actual_min - load.planned_min
        if abs(off) <= LOAD_OFF * load.planned_min + 2:
            continue
        by = in_minutes(abs(off))
        longer = say("{load} was in {by} longer than planned", load=load.label, by=by)
        said = longer if off > 0 else say("{load} was in {by} less than planned", load=load.label, by=by)
        why = say("{minutes} were planned for it.", minutes=in_minutes(load.planned_min))
        found.append(Finding(said, why, say("A probe in it tells which of the two was right.")))
    return found


def _timing(stages: list[Stage], loads: list[LoadRecord], vigour_before: float, vigour_after: float) -> list[Finding]:
    found = _of_loads(loads) if len(loads) > 1 else []
    # A heat of several loads is judged load by load.
    for s in (s for s in stages if s.key != "heat" or len(loads) < 2):
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
                    say("Your own pace takes over less than half of it, and nothing of a very odd batch."),
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
    stages: list[Stage],
    record: Record,
    troubles: list[str],
    vigour_before: float,
    vigour_after: float,
    loads: list[LoadRecord] | None = None,
) -> list[Finding]:
    """What this batch says: each trouble the cook reported with its causes, then its timing. Unknown troubles are
    ignored.
    """
    told = [finding for t in troubles if t in TROUBLES for finding in _explained(t, record)]
    return told + _timing(stages, loads or [], vigour_before, vigour_after)
