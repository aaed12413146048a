"""Questions about rise and proof: the room, the spot, the height above the sea, and targets never reached."""

from collections.abc import Iterator

from airycrumb.bake.edits import Answer, Change, Doubt
from airycrumb.bake.stages import BENCH
from airycrumb.questions.findings import KEEP, RISE_MODEL, Findings
from airycrumb.stations.rise.forecast import LONGEST, cooler_adds
from airycrumb.trays.past import implausible
from airycrumb.trays.places import UNKNOWN_DOUBT_C, unknown_places
from airycrumb.words import (
    as_number,
    hour_of,
    in_celsius,
    in_degrees,
    in_millimetres,
    in_minutes,
    in_percent,
    joined,
    say,
    verbatim,
)

COOLER_C = 2.0  # °C by which a kitchen's typed warmth is easily wrong
TRIPLED, STIFF = 2.6, 56.0  # times the size, and % of hydration below which a dough is stiff
APART_MIN = 8.0  # minutes between groups' proofs that are worth a word; assumed


def room(w: Findings) -> Iterator[Doubt]:
    """Whether the kitchen's warmth is known well enough, when it matters."""
    if w.ctx.done is not None and "rise" in w.ctx.done.ended:
        return
    if not w.ctx.rises or w.ctx.thermometer:
        return
    extra = cooler_adds(w.first.forecast, w.first.stage, w.first.start, w.first.place, COOLER_C)
    if extra is None or extra < 8:
        return
    at = hour_of(w.ctx.later(w.rise_tray.ready, extra))
    where: list[str | int] = ["plan", "room"]
    if w.ctx.bake.rise.stays != BENCH:
        return
    yield Doubt(
        code="room_known",
        tray="rise",
        severity="note",
        title=say("Is it really {air} beside the bowl?", air=in_celsius(w.rise_tray.air_c)),
        reason=say(
            "If it were {cooler} cooler, it would be ready at {at} instead of {ready}. The dough's own temperature, "
            "measured after kneading, would tell more.",
            cooler=in_degrees(COOLER_C),
            at=at,
            ready=hour_of(w.rise_tray.ready),
        ),
        answers=[
            Answer(say("Yes, {air}", air=in_celsius(w.rise_tray.air_c)), []),
            Answer(
                say("{cooler} cooler", cooler=in_degrees(COOLER_C)),
                [Change(where, f"{w.rise_tray.air_c - COOLER_C:.0f} C")],
            ),
        ],
        source=RISE_MODEL,
    )


def thermometer(w: Findings) -> Iterator[Doubt]:
    """A thermometer that was to be believed and says nothing."""
    if not w.ctx.bake.by_thermometer or w.ctx.thermometer:
        return
    stands_in = say("The typed warmth stands in until it is heard again.")
    since = (
        say("It last spoke at {at}.", at=hour_of(w.ctx.said[-1].at.astimezone(w.ctx.now.tzinfo)))
        if w.ctx.said
        else say("It has not spoken yet.")
    )
    yield Doubt(
        code="thermometer_silent",
        tray="rise",
        severity="note",
        title=say("The kitchen's thermometer is silent: going by {room}", room=in_celsius(w.ctx.room_c)),
        reason=joined([since, stands_in]),
        answers=[Answer(say("Go by what I typed"), [Change(["plan", "room_from"], "typed")]), KEEP],
        source=say("the thermometer's own readings"),
    )


def overstayed(w: Findings) -> Iterator[Doubt]:
    """A dough that is ready long before it leaves the spot it was given a time in."""
    for f, stage in ((w.first, "rise"), (w.proof, "proof")):
        past = f.forecast.past_target_from
        if past is None or f.minutes.typical <= past or f.forecast.ready is None:
            continue
        yield Doubt(
            code=f"overstayed_{stage}",
            tray=stage,
            severity="ask",
            title=say("It is past its best {early} before it comes out", early=in_minutes(f.minutes.typical - past)),
            reason=say(
                "It is ready after about {ready} and stays {stays}. A colder spot, a shorter stay "
                "or less yeast would keep it.",
                ready=in_minutes(f.forecast.ready.typical),
                stays=in_minutes(f.minutes.typical),
            ),
            answers=[KEEP],
            source=RISE_MODEL,
        )


def altitude(w: Findings) -> Iterator[Doubt]:
    """Thin air, counted on by an assumption that must be said."""
    if w.ctx.rises and w.ctx.pressure < 0.93:
        yield Doubt(
            code="altitude",
            tray="rise",
            severity="note",
            title=say(
                "At {altitude} above the sea the dough rises sooner",
                altitude=in_millimetres(1000 * w.ctx.kitchen.altitude_m),
            ),
            reason=say(
                "The air presses with {pressure} of that at the sea, so the same gas takes more room: "
                "counted on by the gas law alone, as if the yeast did not notice (assumed). Watch the "
                "size, not the clock.",
                pressure=in_percent(100 * w.ctx.pressure),
            ),
            answers=[KEEP],
            source=RISE_MODEL,
        )


def tripled(w: Findings) -> Iterator[Doubt]:
    """A rise far past double: nothing known checks the forecast there."""
    first, stiff = w.first, w.ctx.percentages.true_hydration < STIFF
    if w.ctx.bake.rise.by_clock_min is not None or w.ctx.bake.rise.to < TRIPLED or not w.ctx.rises:
        return
    yield Doubt(
        code="tripled",
        tray="rise",
        severity="note",
        title=say("Tripling a stiff dough is outside what is known here")
        if stiff
        else say("Tripling is outside what is known here"),
        reason=say(
            "The forecast was checked up to about {known} times the size. Nearer {target} times it is a guess, mostly "
            "too slow in a warm spot: begin to look at half of its time, from {look}.",
            known=as_number(2.5),
            target=as_number(w.ctx.bake.rise.to),
            look=hour_of(w.ctx.later(w.rise_tray.start, first.minutes.typical / 2)),
        ),
        answers=[Answer(say("Let it double"), [Change(["rise", "to"], 2.0)]), KEEP],
        source=RISE_MODEL,
    )


def ranges(w: Findings) -> Iterator[Doubt]:
    """Inputs outside the range the rise model was ever checked in."""
    for i, text in enumerate(w.first.forecast.findings):
        yield Doubt(
            code=f"rise_range_{i}",
            tray="rise",
            severity="note",
            title=say("Outside what the forecast knows"),
            reason=text,
            answers=[KEEP],
        )


def never_risen(w: Findings) -> Iterator[Doubt]:
    """A rise or proof that does not reach its target within a day and a half."""
    for stage, f, target, path in (
        ("rise", w.first, w.ctx.bake.rise.to, "rise"),
        ("proof", w.proof, w.ctx.bake.proof.to, "proof"),
    ):
        if f.forecast.ready is None:
            best = max(f.forecast.typical)
            lower = round(1 + 0.7 * (best - 1), 2)
            answers = (
                [Answer(say("Stop at {lower} times", lower=as_number(lower)), [Change([path, "to"], lower)]), KEEP]
                if lower > 1.2
                else [KEEP]
            )
            yield Doubt(
                code=f"{stage}_never",
                tray=stage,
                severity="stop",
                title=say("It may never reach {target} times its size", target=as_number(target, significant=3)),
                reason=say(
                    "Within {time} it is forecast to grow to about {best} times its size. Warmth, more yeast or a "
                    "lower aim would change that.",
                    time=in_minutes(LONGEST),
                    best=as_number(best, digits=1),
                ),
                answers=answers,
                source=RISE_MODEL,
            )


def proofs_apart(w: Findings) -> Iterator[Doubt]:
    """Groups that are not ready together: what takes longest is wrapped first."""
    lead = w.proof.forecast.ready
    for p in w.pieces[1:]:
        ready = p.proof.forecast.ready
        if not p.ctx.group.parts:
            continue
        if lead is None or ready is None or abs(ready.typical - lead.typical) < APART_MIN:
            continue
        later = ready.typical > lead.typical
        name, first = p.ctx.group.called, w.ctx.group.called
        apart = in_minutes(abs(ready.typical - lead.typical))
        yield Doubt(
            code=p.ctx.code("proofs_apart"),
            tray="proof",
            severity="note",
            title=say("The pieces with {filling} are ready about {apart} later", filling=name, apart=apart)
            if later
            else say("The pieces with {filling} are ready about {apart} sooner", filling=name, apart=apart),
            reason=say(
                "Size and cold filling slow a proof. Wrap those with {slow} first; the plan goes by those with "
                "{first}.",
                slow=name if later else first,
                first=first,
            ),
            answers=[KEEP],
            source=RISE_MODEL,
        )


def past_its_best(w: Findings) -> Iterator[Doubt]:
    """A dough under way that was forgotten: since when it is past its best, and what is left to do."""
    for stage, tray in w.rises.items():
        if tray.past is None:
            continue
        yield Doubt(
            code=f"past_its_best_{stage}",
            tray="proof" if stage == "proof" else "rise",
            severity="stop",
            title=say("It is past its best since {since}", since=hour_of(tray.past.since)),
            reason=tray.past.left,
            answers=[KEEP],
            source=RISE_MODEL,
        )


def hard_to_believe(w: Findings) -> Iterator[Doubt]:
    """A look at the dough that the forecast hardly allows: asked about, and counted until it is taken back."""
    for stage, f in (("rise", w.first), ("proof", w.proof)):
        told = implausible(f)
        if told is None or w.ctx.under_way != stage:
            continue
        minute, seen, most = told
        yield Doubt(
            code=f"look_{stage}",
            tray=stage,
            severity="ask",
            title=say(
                "Has it really grown by {seen} in {minute}?",
                seen=in_percent(100 * (seen - 1)),
                minute=in_minutes(minute),
            ),
            reason=say(
                "By then at most {most} was expected. If it was a slip, undo it: it counts until you do.",
                most=in_percent(100 * (most - 1)),
            )
            if seen > most
            else say(
                "By then at least {most} was expected. If it was a slip, undo it: it counts until you do.",
                most=in_percent(100 * (most - 1)),
            ),
            answers=[KEEP],
            source=RISE_MODEL,
        )


def unknown_spot(w: Findings) -> Iterator[Doubt]:
    """A place the dough was moved to that no spot of the kitchen is called."""
    for where in unknown_places(w.ctx)[-1:]:
        yield Doubt(
            code="unknown_spot",
            tray=w.ctx.under_way if w.ctx.under_way in ("rise", "proof") else "rise",
            severity="ask",
            title=say("How warm is it at “{spot}”?", spot=verbatim(where)),
            reason=say(
                "No spot of this kitchen is called so. It counts as the bench, give or take {doubt}: say where it "
                "really stands, or add the spot under My kitchen.",
                doubt=in_degrees(UNKNOWN_DOUBT_C),
            ),
            answers=[KEEP],
            source=RISE_MODEL,
        )


RISING = (
    unknown_spot,
    past_its_best,
    hard_to_believe,
    room,
    thermometer,
    overstayed,
    altitude,
    tripled,
    ranges,
    never_risen,
)
