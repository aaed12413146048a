"""Questions about what waits in the cold: whether it keeps that long, and whether the cold is cold enough."""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import datetime

from airycrumb.bake.edits import Answer, Change, Doubt
from airycrumb.data.record import Constant
from airycrumb.data.safety import COOL_C
from airycrumb.questions.findings import KEEP, PRACTICE, Findings
from airycrumb.stations import safety
from airycrumb.stations.safety.keeping import Unbaked
from airycrumb.stations.safety.warm_clock import danger_zone
from airycrumb.trays.made import wrapped_parts
from airycrumb.whatif.heat import heat_at
from airycrumb.words import Message, as_number, in_celsius, in_minutes, say, say_n, weekday_of, weekday_or_date

YEAST_FROZEN_DAYS = Constant(30.0, "days", "common practice", "a frozen yeast dough rises well for about a month")


def _days(count: float) -> Message:
    whole = round(count)
    return say_n("{count} day", "{count} days", whole, count=as_number(whole))


@dataclass(frozen=True)
class _Waiting:
    """Pieces that wait in the cold. at: where their heat is written; code: what tells their doubts apart; held:
    whether they are kept there, not only proofed."""

    unbaked: Unbaked
    at: list[str | int]
    put_away: datetime
    into_heat: datetime
    code: str
    held: bool = True

    def cold(self, field: str, value: str) -> Change:
        """An edit of their heat."""
        return Change([*self.at, field], value)


def _waiting(w: Findings) -> Iterator[_Waiting]:
    """All of the pieces, or those kept back for another day."""
    steps = {s.key: s.start for s in w.day.steps}
    if w.unbaked is not None:
        yield _Waiting(w.unbaked, ["heat"], steps.get("hold", steps["proof"]), steps["heat"], "", "hold" in steps)
    for i, back in enumerate(w.kept_back, start=2):
        yield _Waiting(back.unbaked, back.at, back.put_away, back.into_heat, f"_{i}")


def _sooner(kept: _Waiting) -> list[Answer]:
    """Ways to have them in the heat in time: out of the cold sooner, or frozen; a proof in the cold, on the bench."""
    if not kept.held:
        return [Answer(say("Proof on the bench"), [Change(["proof", "spots"], [{"where": "bench"}])])]
    hours = int((kept.unbaked.by - kept.put_away).total_seconds() // 3600)
    by = say("Into the heat by {by}", by=kept.unbaked.until)
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
    unbaked, by = kept.unbaked, kept.unbaked.until
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
            heat=weekday_or_date(kept.into_heat, unbaked.since),
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
        raw = [i for i, _ in wrapped_parts(p.ctx) if i.role in safety.RAW_KINDS and "raw" in i.key.split()]
        if not group.filling.is_cooked or not raw:
            continue
        yield Doubt(
            code=p.ctx.code("raw_or_cooked"),
            tray="filling",
            # Told step by step, none of which heats it, it goes in raw.
            severity="stop" if group.filling.steps else "ask",
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


def stands_warm(w: Findings) -> Iterator[Doubt]:
    """A filling that does not keep, warm for longer than its region allows."""
    h = max(w.heats, key=lambda h: h.tray.clock.standing_min)
    clock, ctx = h.tray.clock, h.heated.ctx
    perishable = any(safety.is_perishable([i for i, _ in g.group.parts]) for g in w.ctx.each_group())
    if not perishable or not clock.over:
        return
    # In the fridge a piece takes longer to get cold than it waits: that takes next to nothing off.
    later = [
        Answer(say("Wrap the rest later"), [Change([*heat_at(ctx), "later_loads"], "staggered")])
        for _ in [0]
        if h.tray.loads > 1 and ctx.bake.heat.later_loads != "staggered"
    ]
    cooler = [
        Answer(say("Proof on the bench"), [Change(["proof", "spots"], [{"where": "bench"}])])
        for _ in [0]
        if any(s.air_c > w.ctx.room_c + 1 for s in clock.spells)
    ]
    longest = max((s for s in clock.spells if s.rule == "standing"), key=lambda s: s.warm_min)
    yield Doubt(
        code="stands_warm",
        tray="proof",
        severity="stop",
        title=say(
            "The filling stands warm for {stands}: {limit} are allowed",
            stands=in_minutes(clock.standing_min),
            limit=in_minutes(clock.limit_min),
        ),
        reason=say(
            "Most of that is {what}, {minutes}. Make fewer at a time. Local food-safety rules come first.",
            what=longest.what,
            minutes=in_minutes(longest.warm_min),
        ),
        answers=[*later, *cooler, KEEP],
        source=clock.source,
    )


def cools_too_slowly(w: Findings) -> Iterator[Doubt]:
    """The cooked filling that is longest over what its region allows on its way to cold."""
    slow = [h for h in w.heats if h.tray.clock.cools_slowly and h.heated.ctx.group.parts]
    if not slow:
        return
    h = max(slow, key=lambda h: h.tray.clock.to_cool_min - h.tray.clock.to_cool_limit_min)
    clock, ctx = h.tray.clock, h.heated.ctx
    on_a_tray = Answer(say("Cool it on a tray"), [Change(ctx.path("filling", "vessel"), "tray")])
    yield Doubt(
        code=ctx.code("cools_too_slowly"),
        tray="filling",
        severity="stop",
        title=say(
            "The {filling} takes {takes} to cool to {cool}: {limit} are allowed",
            filling=ctx.group.called,
            takes=in_minutes(clock.to_cool_min),
            cool=in_celsius(COOL_C),
            limit=in_minutes(clock.to_cool_limit_min),
        ),
        reason=say("Germs grow while it is lukewarm. Spread it shallow, or cool it in two lots."),
        answers=[*([on_a_tray] if ctx.group.filling.vessel != "tray" else []), KEEP],
        source=clock.cooling_source,
    )


KEEPING = (
    stands_warm,
    cools_too_slowly,
    kept_too_long,
    fridge_too_warm,
    weak_after_freezing,
    cold_before_warm,
    raw_or_cooked,
)
