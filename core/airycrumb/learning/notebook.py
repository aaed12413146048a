"""Looking back on a finished batch: forecast against what happened, and what to change next time."""

from dataclasses import dataclass

from airycrumb.learning.causes import TROUBLES, Cause, Record, why
from airycrumb.quantities import Band


@dataclass(frozen=True)
class Stage:
    """One stage's minutes: as forecast at the start (band), and as they went (None: not marked)."""

    key: str
    label: str
    forecast: Band
    actual: float | None


@dataclass(frozen=True)
class Finding:
    """What a batch says: what happened, why as far as the record tells, and what to do next time.

    trouble: the one it explains, "" for the timing; weight: 0 to 1, how strongly the record speaks for it.
    """

    what: str
    why: str
    next_time: str
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
        word = "longer" if off > 0 else "shorter"
        change = f"{s.label} took {abs(off):.0f} min {word} than forecast"
        if s.key == "rise":
            why = f"This kitchen's vigour went from {vigour_before:.2f} to {vigour_after:.2f} with this batch."
            found.append(
                Finding(
                    change,
                    why,
                    "The next forecast counts on it; measure the dough after kneading to tell warmth from yeast.",
                )
            )
        elif s.key == "wrap":
            found.append(
                Finding(
                    change,
                    "Your own pace is now used for this closing.",
                    "Start wrapping earlier by that much, or make fewer at once.",
                )
            )
        else:
            found.append(
                Finding(
                    change,
                    f"The forecast said {s.forecast.low:.0f} to {s.forecast.high:.0f} min.",
                    "Mark it again next time: one batch is not yet a habit.",
                )
            )
    return found


PROBABLE, POSSIBLE = 0.5, 0.2  # weights from which a cause is called that; assumed


def _sureness(cause: Cause) -> str:
    return "probably" if cause.weight >= PROBABLE else "possibly" if cause.weight >= POSSIBLE else "perhaps"


def _explained(trouble: str, record: Record) -> list[Finding]:
    """A trouble's causes as findings, the strongest first; one that says so where the record is silent."""
    what, found = TROUBLES[trouble][0], why(trouble, record)
    if not found:
        unsaid = "Nothing this batch's marks and forecasts say explains it."
        again = "Mark growth, probe and minutes next time: then the record can tell."
        return [Finding(what, unsaid, again, trouble, 0.0)]
    return [
        Finding(f"{what}: {_sureness(c)} {c.name[0].lower()}{c.name[1:]}", c.evidence, c.change, trouble, c.weight)
        for c in found
    ]


def review(
    stages: list[Stage], record: Record, troubles: list[str], vigour_before: float, vigour_after: float
) -> list[Finding]:
    """What this batch says: each trouble the cook reported with its causes, then its timing. Unknown troubles are ignored."""
    told = [finding for t in troubles if t in TROUBLES for finding in _explained(t, record)]
    return told + _timing(stages, vigour_before, vigour_after)
