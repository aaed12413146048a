"""Questions about rise and proof: the room, the spot, the height above the sea, and targets never reached."""

from collections.abc import Iterator

from airycrumb.bake.edits import Answer, Change, Doubt
from airycrumb.bake.model import BENCH
from airycrumb.plan.timing import clock, spell
from airycrumb.questions.findings import KEEP, RISE_MODEL, Findings
from airycrumb.stations.rise.forecast import cooler_adds

APART_MIN = 8.0  # minutes between groups' proofs that are worth a word; assumed


def room(w: Findings) -> Iterator[Doubt]:
    """Whether the kitchen's warmth is known well enough, when it matters."""
    if w.ctx.done is not None and "rise" in w.ctx.done.ended:
        return
    if not w.ctx.rises or w.ctx.thermometer:
        return
    extra = cooler_adds(w.first.forecast, w.first.stage, w.first.start, w.first.place, 2.0)
    if extra is None or extra < 8:
        return
    at = clock(w.ctx.later(w.rise_tray.ready, extra))
    where: list[str | int] = ["plan", "room"]
    if w.ctx.bake.rise_stays != BENCH:
        return
    yield Doubt(
        "room_known",
        "rise",
        "note",
        f"Is it really {w.rise_tray.air_c:.0f} °C beside the bowl?",
        f"2 °C cooler would mean {at} instead of {clock(w.rise_tray.ready)}. The dough's own temperature, measured after kneading, would tell more.",
        [
            Answer(f"Yes, {w.rise_tray.air_c:.0f} °C", []),
            Answer("2 °C cooler", [Change(where, f"{w.rise_tray.air_c - 2:.0f} C")]),
        ],
        RISE_MODEL,
    )


def thermometer(w: Findings) -> Iterator[Doubt]:
    """A thermometer that was to be believed and says nothing."""
    if not w.ctx.bake.by_thermometer or w.ctx.thermometer:
        return
    since = (
        f"It last spoke at {clock(w.heard[-1].at.astimezone(w.ctx.now.tzinfo))}."
        if w.heard
        else "It has not spoken yet."
    )
    yield Doubt(
        "thermometer_silent",
        "rise",
        "note",
        f"The kitchen's thermometer is silent: going by {w.ctx.room_c:.0f} °C",
        f"{since} The typed warmth stands in until it is heard again.",
        [Answer("Go by what I typed", [Change(["plan", "room_from"], "typed")]), KEEP],
        "the thermometer's own readings",
    )


def overstayed(w: Findings) -> Iterator[Doubt]:
    """A dough that is ready long before it leaves the spot it was given a time in."""
    for f, stage in ((w.first, "rise"), (w.proof, "proof")):
        past = f.forecast.past_target_from
        if past is None or f.minutes.typical <= past or f.forecast.ready is None:
            continue
        yield Doubt(
            f"overstayed_{stage}",
            stage,
            "ask",
            f"Past its best {spell(f.minutes.typical - past)} before it comes out",
            f"It is ready after about {spell(f.forecast.ready.typical)} and stays {spell(f.minutes.typical)}. A colder spot, a shorter stay or less yeast would keep it.",
            [KEEP],
            RISE_MODEL,
        )


def altitude(w: Findings) -> Iterator[Doubt]:
    """Thin air, counted on by an assumption that must be said."""
    if w.ctx.rises and w.ctx.pressure < 0.93:
        yield Doubt(
            "altitude",
            "rise",
            "note",
            f"At {w.ctx.kitchen.altitude_m:.0f} m the dough rises sooner",
            f"The air presses with {100 * w.ctx.pressure:.0f} % of that at the sea, so the same gas takes more room: counted on by the gas law alone, as if the yeast did not notice (assumed). Watch the size, not the clock.",
            [KEEP],
            RISE_MODEL,
        )


def ranges(w: Findings) -> Iterator[Doubt]:
    """Inputs outside the range the rise model was ever checked in."""
    for i, text in enumerate(w.first.forecast.findings):
        yield Doubt(f"rise_range_{i}", "rise", "note", "Outside what the forecast knows", text, [KEEP])


def never_risen(w: Findings) -> Iterator[Doubt]:
    """A rise or proof that does not reach its target within a day and a half."""
    for stage, f, target, path in (
        ("rise", w.first, w.ctx.bake.rise_to, "rise"),
        ("proof", w.proof, w.ctx.bake.proof_to, "proof"),
    ):
        if f.forecast.ready is None:
            best = max(f.forecast.typical)
            lower = round(1 + 0.7 * (best - 1), 2)
            answers = (
                [Answer(f"Stop at {lower:g} times", [Change([path, "to"], lower)]), KEEP] if lower > 1.2 else [KEEP]
            )
            yield Doubt(
                f"{stage}_never",
                stage,
                "stop",
                f"It may never reach {target:.3g} times its size",
                f"In 36 hours the forecast grows to about {best:.1f} times. Warmth, more yeast or a lower aim would change that.",
                answers,
                RISE_MODEL,
            )


def proofs_apart(w: Findings) -> Iterator[Doubt]:
    """Groups that are not ready together: what takes longest is wrapped first."""
    lead = w.proof.forecast.ready
    for p in w.pieces[1:]:
        ready = p.proof.forecast.ready
        if not p.ctx.group.filling.parts:
            continue
        if lead is None or ready is None or abs(ready.typical - lead.typical) < APART_MIN:
            continue
        later = ready.typical > lead.typical
        name, first = p.ctx.group.filling.name, w.ctx.group.filling.name
        yield Doubt(
            p.ctx.code("proofs_apart"),
            "proof",
            "note",
            f"The {name} pieces are ready about {abs(ready.typical - lead.typical):.0f} min {'later' if later else 'sooner'}",
            f"Size and cold filling slow a proof. Wrap the {name if later else first} ones first; the plan goes by the {first} ones.",
            [KEEP],
            RISE_MODEL,
        )


RISING = (room, thermometer, overstayed, altitude, ranges, never_risen)
