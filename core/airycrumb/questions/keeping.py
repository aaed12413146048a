"""Questions about what waits in the cold: whether it keeps that long, and whether the cold is cold enough."""

from collections.abc import Iterator

from airycrumb.bake.edits import Answer, Change, Doubt
from airycrumb.data.record import Constant
from airycrumb.questions.findings import KEEP, PRACTICE, Findings
from airycrumb.stations import safety
from airycrumb.stations.keeping import Unbaked
from airycrumb.stations.warm_clock import danger_zone
from airycrumb.words import Message, as_number, in_celsius, say, say_n, weekday_of

YEAST_FROZEN_DAYS = Constant(30.0, "days", "common practice", "a frozen yeast dough rises well for about a month")
COLD: list[str | int] = ["heat", "cold_for"]
FROM: list[str | int] = ["heat", "from"]


def _days(count: float) -> Message:
    whole = round(count)
    return say_n("{count} day", "{count} days", whole, count=as_number(whole))


def _sooner(w: Findings, kept: Unbaked, put_in_heat: Message) -> list[Answer]:
    """Ways to have them in the heat in time: out of the cold sooner, or frozen."""
    hold = next(s for s in w.day.steps if s.key == "hold")
    hours = int((kept.by - hold.start).total_seconds() // 3600)
    found = [Answer(put_in_heat, [Change(COLD, f"{hours} h")])] if hours >= 1 else []
    if kept.place == "fridge":
        found.append(Answer(say("Freeze them instead"), [Change(FROM, "frozen")]))
    return found


def kept_too_long(w: Findings) -> Iterator[Doubt]:
    """Pieces that wait in the cold for longer than guidance gives what is in them."""
    kept = w.unbaked
    if kept is None or not kept.late:
        return
    heat = next(s for s in w.day.steps if s.key == "heat")
    by = weekday_of(kept.by)
    yield Doubt(
        code="kept_too_long",
        tray="heat",
        severity="stop",
        title=say("Kept too long: into the heat by {by}", by=by)
        if kept.place == "fridge"
        else say("Frozen too long: into the heat by {by}", by=by),
        reason=say(
            "Unbaked pieces with {what} are given {days} there, counted from {since}; the plan heats them at {heat}. "
            "Local food-safety rules come first.",
            what=kept.kind,
            days=_days(kept.days),
            since=weekday_of(kept.since),
            heat=weekday_of(heat.start),
        ),
        answers=[*_sooner(w, kept, say("Into the heat by {by}", by=by)), KEEP],
        source=kept.source,
    )


def fridge_too_warm(w: Findings) -> Iterator[Doubt]:
    """A fridge in which nothing leaves the danger zone."""
    air, edge = w.ctx.kitchen.fridge_c, danger_zone(w.ctx.kitchen.region)[0]
    if w.unbaked is None or w.unbaked.place != "fridge" or air < edge:
        return
    yield Doubt(
        code="fridge_too_warm",
        tray="heat",
        severity="stop",
        title=say("The fridge is at {air}: what waits in it never gets cold", air=in_celsius(air)),
        reason=say(
            "Below {edge} it counts as cold. Turn the fridge colder, measure it, and say so in My kitchen.",
            edge=in_celsius(edge),
        ),
        answers=[Answer(say("Freeze them instead"), [Change(FROM, "frozen")]), KEEP],
        source=PRACTICE,
    )


def weak_after_freezing(w: Findings) -> Iterator[Doubt]:
    """A yeast dough frozen for so long that it rises less."""
    ctx, days = w.ctx, w.ctx.bake.heat.cold_min / 1440
    if w.unbaked is None or w.unbaked.place != "frozen" or not ctx.rises or days <= YEAST_FROZEN_DAYS.value:
        return
    yield Doubt(
        code="weak_after_freezing",
        tray="heat",
        severity="ask",
        title=say("Frozen for {days}: the yeast is weaker by then", days=_days(days)),
        reason=say(
            "A frozen yeast dough rises well for about {month}; after that they come out smaller. Bake them first and "
            "freeze them baked, or make them nearer the day.",
            month=_days(YEAST_FROZEN_DAYS.value),
        ),
        answers=[
            Answer(
                say("Freeze for {month}", month=_days(YEAST_FROZEN_DAYS.value)),
                [Change(COLD, f"{24 * YEAST_FROZEN_DAYS.value:.0f} h")],
            ),
            KEEP,
        ],
        source=PRACTICE,
    )


def raw_or_cooked(w: Findings) -> Iterator[Doubt]:
    """A filling said to be cooked that holds what is sold raw."""
    for p in w.pieces:
        group = p.ctx.group
        raw = [i for i, _ in group.parts if i.role in safety.RAW_KINDS and "raw" in i.key.split()]
        if group.filling.state != "cooked" or not raw:
            continue
        yield Doubt(
            code=p.ctx.code("raw_or_cooked"),
            tray="wrap",
            severity="ask",
            title=say("Is the {food} cooked through before it goes in?", food=raw[0].called),
            reason=say(
                "The filling is said to be cooked, and is timed as one that only gets hot again. Raw, it needs longer "
                "and must be kept cold until it is wrapped."
            ),
            answers=[
                Answer(say("Yes, cooked through"), []),
                Answer(say("No, it goes in raw"), [Change(p.ctx.path("filling", "state"), "raw")]),
            ],
            source=PRACTICE,
        )


KEEPING = (kept_too_long, fridge_too_warm, weak_after_freezing, raw_or_cooked)
