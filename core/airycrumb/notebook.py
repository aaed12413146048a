"""Looking back on a finished batch: forecast against what happened, and what to change next time."""

from dataclasses import dataclass

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
    """What a batch says: what happened, why as far as the record tells, and what to do next time."""

    what: str
    why: str
    next_time: str


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


# A piece with nothing inside has no seam to blame.
PLAIN_BURST = ("It tore", "The proof ended {proof}.", "Let it proof to its size, and score the top.")

# What a cook reports, what in a batch's own record may explain it, and the change it suggests.
TROUBLES = {
    "burst": (
        "Seams opened",
        "Filling against dough was {ratio:.2f} by mass.",
        "Leave a wider clean rim, or use {less:.0f} g of filling.",
    ),
    "collapsed": (
        "They sank",
        "The proof ended {proof}.",
        "End the proof sooner, and leave the lid shut for 5 min off the heat.",
    ),
    "pale": ("Too pale", "The skin was forecast {colour}.", "Brush with egg, or 15 °C hotter for the last minutes."),
    "dense": (
        "Dense crumb",
        "The rise ended {rise}, the proof {proof}.",
        "Let what was cut short go on until a poke fills slowly; mark the rise in a straight-sided jar.",
    ),
    "gummy": (
        "Gummy inside",
        "The middle was forecast at {core:.0f} °C at the end.",
        "Allow a few minutes more and probe the thickest piece.",
    ),
}


@dataclass(frozen=True)
class Facts:
    """What of the record explains a trouble: g, min from forecast, °C."""

    ratio: float
    filling_g: float
    proof_off: float
    rise_off: float
    colour: str
    core_c: float


def _against_forecast(minutes: float) -> str:
    if abs(minutes) < 1:
        return "as forecast"
    return f"{abs(minutes):.0f} min {'later' if minutes > 0 else 'earlier'} than forecast"


def review(
    stages: list[Stage], facts: Facts, troubles: list[str], vigour_before: float, vigour_after: float
) -> list[Finding]:
    """What this batch says, its timing first, then each trouble the cook reported. Unknown troubles are ignored."""
    values = {
        "ratio": facts.ratio,
        "less": facts.filling_g * 0.85,
        "proof": _against_forecast(facts.proof_off),
        "rise": _against_forecast(facts.rise_off),
        "colour": facts.colour,
        "core": facts.core_c,
    }
    rows = {**TROUBLES, "burst": PLAIN_BURST} if not facts.filling_g else TROUBLES
    told = [
        Finding(what, why.format(**values), then.format(**values))
        for what, why, then in (rows[t] for t in troubles if t in rows)
    ]
    return _timing(stages, vigour_before, vigour_after) + told
