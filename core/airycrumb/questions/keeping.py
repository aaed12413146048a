"""Questions about what waits in the cold: whether it keeps that long, and whether the cold is cold enough."""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import datetime

from airycrumb.bake.edits import Answer, Change, Doubt
from airycrumb.data.record import Constant
from airycrumb.questions.findings import KEEP, PRACTICE, Findings
from airycrumb.stations import safety
from airycrumb.stations.keeping import Unbaked
from airycrumb.stations.warm_clock import danger_zone
from airycrumb.words import Message, as_number, in_celsius, say, say_n, weekday_of

YEAST_FROZEN_DAYS = Constant(30.0, "days", "common practice", "a frozen yeast dough rises well for about a month")


def _days(count: float) -> Message:
    whole = round(count)
    return say_n("{count} day", "{count} days", whole, count=as_number(whole))


@dataclass(frozen=True)
class _Waiting:
    """Pieces that wait in the cold. at: where their heat is written; code: what tells their doubts apart."""

    unbaked: Unbaked
    at: list[str | int]
    put_away: datetime
    into_heat: datetime
    code: str

    def cold(self, field: str, value: str) -> Change:
        """An edit of their heat."""
        return Change([*self.at, field], value)


def _waiting(w: Findings) -> Iterator[_Waiting]:
    """All of the pieces, or those kept back for another day."""
    steps = {s.key: s.start for s in w.day.steps}
    if w.unbaked is not None:
        yield _Waiting(w.unbaked, ["heat"], steps["hold"], steps["heat"], "")
    for i, back in enumerate(w.kept_back, start=2):
        yield _Waiting(back.unbaked, back.at, back.put_away, back.into_heat, f"_{i}")


def _sooner(kept: _Waiting) -> list[Answer]:
    """Ways to have them in the heat in time: out of the cold sooner, or frozen."""
    hours = int((kept.unbaked.by - kept.put_away).total_seconds() // 3600)
    by = say("Into the heat by {by}", by=weekday_of(kept.unbaked.by))
    found = [Answer(by, [kept.cold("cold_for", f"{hours} h")])] if hours >= 1 else []
    if kept.unbaked.place == "fridge":
        found.append(Answer(say("Freeze them instead"), [kept.cold("from", "frozen")]))
    return found


def kept_too_long(w: Findings) -> Iterator[Doubt]:
    """Pieces that wait in the cold for longer than guidance gives what is in them."""
    for kept in _waiting(w):
        if kept.unbaked.late:
            yield _kept_too_long(kept)


def _kept_too_long(kept: _Waiting) -> Doubt:
    unbaked, by = kept.unbaked, weekday_of(kept.unbaked.by)
    return Doubt(
        code=f"kept_too_long{kept.code}",
        tray="heat",
        severity="stop",
        title=say("Kept too long: into the heat by {by}", by=by)
        if unbaked.place == "fridge"
        else say("Frozen too long: into the heat by {by}", by=by),
        reason=say(
            "Unbaked pieces with {what} are given {days} there, counted from {since}; the plan heats them at {heat}. "
            "Local food-safety rules come first.",
            what=unbaked.kind,
            days=_days(unbaked.days),
            since=weekday_of(unbaked.since),
            heat=weekday_of(kept.into_heat),
        ),
        answers=[*_sooner(kept), KEEP],
        source=unbaked.source,
    )


def fridge_too_warm(w: Findings) -> Iterator[Doubt]:
    """A fridge in which nothing leaves the danger zone."""
    air, edge = w.ctx.kitchen.fridge_c, danger_zone(w.ctx.kitchen.region)[0]
    for kept in _waiting(w):
        if kept.unbaked.place != "fridge" or air < edge:
            continue
        yield Doubt(
            code=f"fridge_too_warm{kept.code}",
            tray="heat",
            severity="stop",
            title=say("The fridge is at {air}: what waits in it never gets cold", air=in_celsius(air)),
            reason=say(
                "Below {edge} it counts as cold. Turn the fridge colder, measure it, and say so in My kitchen.",
                edge=in_celsius(edge),
            ),
            answers=[Answer(say("Freeze them instead"), [kept.cold("from", "frozen")]), KEEP],
            source=PRACTICE,
        )


def weak_after_freezing(w: Findings) -> Iterator[Doubt]:
    """A yeast dough frozen for so long that it rises less."""
    for kept in _waiting(w):
        days = (kept.into_heat - kept.put_away).total_seconds() / 86400
        if kept.unbaked.place != "frozen" or not w.ctx.rises or days <= YEAST_FROZEN_DAYS.value:
            continue
        month = _days(YEAST_FROZEN_DAYS.value)
        yield Doubt(
            code=f"weak_after_freezing{kept.code}",
            tray="heat",
            severity="ask",
            title=say("Frozen for {days}: the yeast is weaker by then", days=_days(days)),
            reason=say(
                "A frozen yeast dough rises well for about {month}; after that they come out smaller. Bake them first "
                "and freeze them baked, or make them nearer the day.",
                month=month,
            ),
            answers=[
                Answer(
                    say("Freeze for {month}", month=month),
                    [kept.cold("cold_for", f"{24 * YEAST_FROZEN_DAYS.value:.0f} h")],
                ),
                KEEP,
            ],
            source=PRACTICE,
        )


def cold_before_warm(w: Findings) -> Iterator[Doubt]:
    """First pieces that wait in the cold while others do not: the day is planned as if all waited."""
    lead, *others = w.ctx.each_group()
    if lead.bake.heat.arrive == "proofed" or all(g.bake.heat.arrive != "proofed" for g in others):
        return
    yield Doubt(
        code="cold_before_warm",
        tray="heat",
        severity="ask",
        title=say("Only some are kept cold, and the day waits for them"),
        reason=say(
            "The first pieces of the sentence set the day. Let those be the ones that are heated at once, and keep the "
            "others cold."
        ),
        answers=[Answer(say("Heat the first ones at once"), [Change(["heat", "from"], "proofed")]), KEEP],
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


KEEPING = (kept_too_long, fridge_too_warm, weak_after_freezing, cold_before_warm, raw_or_cooked)
