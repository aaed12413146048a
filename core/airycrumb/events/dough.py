"""Events of the dough, up to its being divided, and of the filling beside it."""

from collections.abc import Iterator
from datetime import datetime, timedelta
from itertools import accumulate
from typing import cast

import numpy as np

from airycrumb.bake.marks import StageKey
from airycrumb.bake.stages import Stay
from airycrumb.events.known import MOMENT_MIN, Draft, Known, ending
from airycrumb.plan.events import Choice, EventMark
from airycrumb.plan.timetable import Step
from airycrumb.stations.weigh.mixing import OWN_C
from airycrumb.trays.ferment import SPONGE_MIX_MIN
from airycrumb.trays.places import leaves_at
from airycrumb.trays.types import RiseTray
from airycrumb.words import (
    NOTHING,
    Message,
    hour_of,
    in_celsius,
    in_grams,
    in_minutes,
    in_percent,
    joined,
    listed,
    say,
    say_n,
)

WAKE_MIN = 10.0  # min until yeast foams: 5 to 15, common practice
LOOKS = ("risen", "poke", "tear", "doubled", "was_ready")
LOOK_EARLY = 0.9  # of the minutes until it may be ready; as the tray says it
FIRM_C = 21.0  # °C under which a cooked filling must be within two hours: published, as data.safety has it


def in_vessel(k: Known, vessel: str) -> list[Message]:
    """What goes into one vessel, in order."""
    order = [a for a in k.weighed.order if a.vessel == vessel]
    return [say("{mass} {name}", mass=in_grams(a.adds_g), name=a.name) for a in order]


def before_the_dough(k: Known) -> Iterator[Draft]:
    """Soaking, and the sponge."""
    if "soak" in k.steps:
        yield Draft(
            id="weigh.soak",
            kind="soak",
            stage="weigh",
            words=say("Soak or scald, and let it cool"),
            details=[listed(in_vessel(k, "soaked"), "commas"), say("boiling water for a scald, cold for a soak")],
            press=say("It is soaking"),
            at=k.steps["soak"].start,
        )
    if "sponge" in k.steps:
        yield from _sponge(k)


def _sponge(k: Known) -> Iterator[Draft]:
    step, tray = k.steps["sponge"], k.rises["sponge"]
    mixed = k.ctx.did("sponge.mix")
    yield Draft(
        id="sponge.mix",
        kind="sponge_mix",
        stage="sponge",
        words=say("Mix the sponge"),
        details=[listed(in_vessel(k, "sponge"), "commas"), say("a rough dough, covered")],
        press=say("It is mixed"),
        at=step.start,
        minutes=SPONGE_MIX_MIN.value,
    )
    begins = mixed or step.start + timedelta(minutes=SPONGE_MIX_MIN.value)
    yield from _growing(k, "sponge", tray, begins, say("Let the sponge ripen"), say("It is ripe"))


def weighing(k: Known) -> Iterator[Draft]:
    """Yeast woken, every vessel weighed, what is held back and comes late, kneading."""
    step, w, kneading = k.steps["weigh"], k.weighed, k.ctx.bake.dough.kneading
    begin, jug = step.start, in_vessel(k, "jug")
    if jug:
        yield Draft(
            id="weigh.wake",
            kind="wake",
            stage="weigh",
            words=say("Wake the yeast"),
            details=[
                listed(jug, "commas"),
                next((a.note for a in w.order if a.vessel == "jug" and a.note), NOTHING),
                _liquid(k) if not _has_its_own(k) else NOTHING,
            ],
            figure=_warm(k),
            figure_note=say("for the yeast, in its own jug"),
            press=say("It foams"),
            at=begin,
            minutes=WAKE_MIN,
        )
    mixed = kneading == "none"
    woken = k.ctx.did("weigh.wake") or begin + timedelta(minutes=WAKE_MIN)
    kneads = min(woken, step.end) if jug else begin
    yield Draft(
        id="weigh.knead",
        kind="knead",
        stage="weigh",
        words=say("Mix to a {feel} dough", feel=w.feels) if mixed else say("Knead to a {feel} dough", feel=w.feels),
        details=[_liquid(k), say("the dough should be at {dough}", dough=in_celsius(w.dough_c))],
        figure=say("{flour}", flour=in_grams(w.flour_g)),
        figure_note=say("of flour, {dough} of dough in all", dough=in_grams(w.dough_g)),
        press=say("Mixed, in the bowl") if mixed else say("Kneaded, in the bowl"),
        at=kneads,
        minutes=max(MOMENT_MIN, (step.end - kneads).total_seconds() / 60),
        marks=ending("weigh", "weigh.knead"),
        ends_stage="weigh",
    )
    yield Draft(
        id="weigh.bowl",
        kind="weigh",
        stage="weigh",
        label=say("Weigh the bowl"),
        words=say("Weigh into the bowl: {parts}", parts=listed(in_vessel(k, "bowl"), "commas")),
        press=say("Weighed"),
        at=begin,
        along="weigh.knead",
    )
    if w.hold_back_g >= 1:
        yield Draft(
            id="weigh.hold_back",
            kind="hold_back",
            stage="weigh",
            words=say("Hold {water} of the water back until you feel the dough", water=in_grams(w.hold_back_g)),
            press=say("Held back"),
            at=begin,
            along="weigh.knead",
        )
    late = list(_late(k))
    if late:
        yield Draft(
            id="weigh.late",
            kind="late",
            stage="weigh",
            words=say("Once it has come together, knead in {late}", late=listed(late, "commas")),
            press=say("Kneaded in"),
            at=begin + timedelta(minutes=w.minutes / 2),
            along="weigh.knead",
        )


def _late(k: Known) -> Iterator[Message]:
    """What goes in after the rest: everything with a note about when, in the bowl."""
    dough = k.ctx.bake.dough
    late = {item.key for (item, _), place in zip(dough.parts, dough.places, strict=False) if place == "late"}
    for a in k.weighed.order:
        if a.vessel == "bowl" and (a.key in late or (a.note and a.key not in ("jug", "sponge", "soaked"))):
            yield say("{mass} {name}", mass=in_grams(a.adds_g), name=a.name)


def _has_its_own(k: Known) -> bool:
    return k.ctx.bake.dough.yeast_school in ("little", "apart")


def _liquid(k: Known) -> Message:
    """How warm the liquid is to be, and ice where the tap is not cold enough."""
    warm = say("liquid at {water}", water=in_celsius(round(k.weighed.water_c)))
    if k.weighed.ice_g < 1:
        return warm
    return say("{warm}, {ice} of it as ice", warm=warm, ice=in_grams(k.weighed.ice_g))


def _warm(k: Known) -> Message:
    """How warm the liquid is that the yeast goes into."""
    return say("{warm}", warm=in_celsius(*OWN_C) if _has_its_own(k) else in_celsius(round(k.weighed.water_c)))


def spots(tray: RiseTray) -> Message:
    """Where a stage stands, how warm it is there as it begins, and where it goes after."""
    first, *after = tray.where
    said = say("{spot}, at {air}", spot=first, air=in_celsius(round(tray.air_c)))
    for spot in after:
        said = say("{before}, then {spot}", before=said, spot=spot)
    return said


def growing(k: Known) -> Iterator[Draft]:
    """First rise and second."""
    for key in ("rise", "again"):
        if key in k.steps:
            yield from _risen(k, cast(StageKey, key))


def _risen(k: Known, key: StageKey) -> Iterator[Draft]:
    step, tray, bake = k.steps[key], k.rises[key], k.ctx.bake
    along = f"{key}.grown"
    if key == "again":
        yield Draft(
            id="again.knock",
            kind="knock_back",
            stage=key,
            words=say("Knock it back and round it"),
            press=say("Knocked back"),
            at=step.start,
            along=along,
        )
    yield Draft(
        id=f"{key}.set",
        kind="set",
        stage=key,
        words=_set(tray, bake.rise.vessel),
        press=say("It stands there"),
        at=step.start,
        # It is set there as it is kneaded, by the same press.
        along="weigh.knead" if key == "rise" else along,
    )
    stays = bake.rise.stays if key == "rise" else (bake.rise.stays[-1],)
    yield from moves(k, key, stays)
    yield from _folds(k, key)
    if not k.ctx.rises:
        words, press = say("Let the dough rest, covered"), say("It has rested")
    elif tray.clock:
        words, press = say("Let it rise, covered"), say("Its time is up")
    elif key == "again":
        words, press = say("Let it rise again, covered"), say("It is up again")
    else:
        words = say("Let it rise, covered")
        press = say("It has doubled") if tray.forecast.target == 2 else say("It has risen enough")
    yield from _growing(k, key, tray, step.start, words, press)


def _set(tray: RiseTray, vessel: str) -> Message:
    if vessel == "bag":
        return say("Set it, in an oiled bag pressed flat: {spot}", spot=spots(tray))
    return say("Set it, covered, in an oiled bowl: {spot}", spot=spots(tray))


def _folds(k: Known, key: str) -> Iterator[Draft]:
    for step in (s for s in k.table.steps if key == "rise" and s.key.startswith("fold_")):
        yield Draft(
            id=f"rise.{step.key}",
            kind="fold",
            stage="rise",
            words=say("Fold the dough"),
            details=[say("from all four sides to the middle, then turn it over")],
            press=say("It is folded"),
            at=step.start,
            minutes=(step.end - step.start).total_seconds() / 60,
            passes_at=step.start + timedelta(minutes=15),
        )


def moves(k: Known, stage: StageKey, stays: tuple[Stay, ...]) -> Iterator[Draft]:
    """From spot to spot, where it does not stay in the first."""
    planned, late = list(accumulate(s.minutes or 0.0 for s in stays[:-1])), 0.0
    where, legs = k.rises[stage].where, leaves_at(k.ctx, stage, planned)
    elsewhere = any(not o.event for o in k.ctx.of("moved", stage))
    for i, (after, minute) in enumerate(zip(stays[1:], legs, strict=True), start=1):
        moved = k.ctx.did(f"{stage}.move.{i}")
        if elsewhere and moved is None:
            # Moved otherwise than planned: what was planned for after it is given up.
            return
        at = moved or k.ctx.later(k.steps[stage].start, minute)
        due = moved or k.ctx.later(k.steps[stage].start, planned[i - 1] + late)
        late = minute - planned[i - 1] if moved else late
        spot = where[min(i, len(where) - 1)]
        yield Draft(
            id=f"{stage}.move.{i}",
            kind="move",
            stage=stage,
            label=say("To the next spot: {spot}", spot=spot),
            words=say("Move it, covered: {spot}", spot=spot),
            details=[_until(at, after.minutes)],
            press=say("It is moved"),
            at=at,
            due=due,
            marks=[EventMark("moved", stage, f"{stage}.move.{i}", after.air_c, after.where)],
        )


def _until(at: datetime, minutes: float | None) -> Message:
    """Until when it stays there; NOTHING for as long as it takes."""
    return say("until {until}", until=hour_of(at + timedelta(minutes=minutes))) if minutes else NOTHING


def _growing(
    k: Known, key: StageKey, tray: RiseTray, begins: datetime, words: Message, press: Message
) -> Iterator[Draft]:
    """The looks at a dough that grows, and its being ready."""
    clock = bool(tray.clock) or tray.rests
    step, along = k.steps[key], f"{key}.grown"
    if not clock and tray.forecast.ready is not None:
        yield from looks(k, key, tray)
    yield Draft(
        id=along,
        kind="ripen" if key == "sponge" else "rest" if clock else "rise",
        stage=key,
        words=words,
        details=[spots(tray)],
        figure_note=_ready(tray),
        press=press,
        at=begins,
        minutes=max(0.0, (step.end - begins).total_seconds() / 60),
        waits=True,
        due=k.ctx.later(begins, sum(tray.clock)) if tray.clock else k.asked_at(key),
        low=step.end if clock else tray.ready_low,
        high=step.end if clock else tray.ready_high,
        when="at" if clock else "look from",
        resource="bench",
        marks=ending(key, along, seen_grown=not clock),
        choices=[] if clock else otherwise(k, key, along, tray),
        ends_stage=key,
    )


def otherwise(k: Known, key: StageKey, event: str, tray: RiseTray) -> list[Choice]:
    """Ending a rise otherwise than by seeing it ready: before it is, or after it had been for some time."""
    found = [Choice(say("Go on early"), ending(key, event))]
    if k.ctx.under_way == key and tray.forecast.ready is not None and k.ctx.now > tray.ready_high:
        late = [EventMark("was_ready", key), EventMark("done", key, event)]
        found.insert(0, Choice(say("It was ready before I looked"), late))
    return found


def _ready(tray: RiseTray) -> Message:
    if tray.rests:
        return say("until it rolls without springing back")
    if tray.clock:
        return say("by the clock, until {until}", until=hour_of(tray.ready))
    if tray.forecast.ready is None:
        return say("watch the dough: the forecast does not reach its aim")
    return say(
        "ready {span}, look from {look}", span=hour_of(tray.ready_low, tray.ready_high), look=hour_of(tray.look_from)
    )


def looks(k: Known, key: StageKey, tray: RiseTray) -> Iterator[Draft]:
    """At half the growth, where that would tell most, and from when it may be ready by the forecast."""
    ready = tray.forecast.ready
    assert ready is not None, "a dough that gets there"
    from_then, no_more = k.ctx.later(tray.start, LOOK_EARLY * ready.low), k.ctx.later(tray.start, ready.high)
    if any("half" in m.template for row in tray.would_narrow for _, m in row.parameters if isinstance(m, Message)):
        f = tray.forecast
        minute = float(np.interp((1 + f.target) / 2, f.typical, f.minutes))
        at = k.ctx.later(tray.start, minute)
        if at < from_then - timedelta(minutes=5):
            yield Draft(
                id=f"{key}.half",
                kind="look",
                stage=key,
                label=say("Look once at half the growth"),
                words=say("Look: has it grown by half of what it should?"),
                details=[tray.would_narrow[0]],
                press=say("Looked"),
                at=at,
                passes_at=from_then,
                seen=LOOKS,
                when="look from",
            )
    yield Draft(
        id=f"{key}.look",
        kind="look",
        stage=key,
        words=say("Look at it: it may be ready"),
        details=list(tray.cues),
        press=say("Not yet"),
        at=from_then,
        passes_at=no_more,
        when="look from",
    )


def filling(k: Known) -> Iterator[Draft]:
    """The filling made, cooled and kept cold until it is wrapped."""
    step = k.steps.get("filling")
    groups = [p for p in k.pieces if p.ctx.group.parts]
    if not groups:
        return
    wrap = k.steps["wrap"].start
    if step is not None:
        yield Draft(
            id="filling.make",
            kind="filling",
            stage="filling",
            tray="rise",
            words=say_n("Make the filling", "Make {n} fillings", len(groups), n=len(groups))
            if len(groups) > 1
            else say("Make the filling"),
            details=_weighed(k),
            press=say("The filling is made"),
            at=step.start,
            minutes=(step.end - step.start).total_seconds() / 60,
            high=max(step.start, wrap - timedelta(minutes=_cool_min(k)) - (step.end - step.start)),
            until="wrap",
        )
    if _cool_min(k) > 0:
        made = k.ctx.did("filling.make") or (step.end if step else k.steps["weigh"].start)
        coldest = min(p.ctx.group.filling.celsius for p in groups)
        yield Draft(
            id="filling.cold",
            kind="cool",
            stage="filling",
            tray="rise",
            words=say("Filling cold, at {celsius}, by {wrap}", celsius=in_celsius(coldest), wrap=hour_of(wrap)),
            details=[_cooled()],
            press=say("It is cold"),
            at=made,
            minutes=_cool_min(k),
            waits=True,
            when="by",
            resource="fridge",
            until="wrap",
        )


def _cooled() -> Message:
    return say(
        "spread shallow, under {firm} within {two}, then covered in the fridge",
        firm=in_celsius(FIRM_C),
        two=in_minutes(120),
    )


def _cool_min(k: Known) -> float:
    return max(g.filling.cool_min for g in k.ctx.bake.groups)


def _weighed(k: Known) -> list[Message]:
    return [
        say("{filling} of {name}", name=p.ctx.group.called, filling=in_grams(p.ctx.share.filling_g))
        for p in k.pieces
        if p.ctx.group.parts
    ]


def dividing(k: Known) -> Iterator[Draft]:
    """Sheeted where it is, cut, rounded, rested."""
    step, bake = k.steps["divide"], k.ctx.bake
    rest = bake.bench_rest_min
    cut_at = k.ctx.did("divide.cut")
    planned = max(step.start, step.end - timedelta(minutes=rest))
    # They rest from when they are cut: as long as nobody said so, that is no sooner than now.
    rests = cut_at or (max(planned, k.ctx.now) if k.ctx.under_way == "divide" else planned)
    if bake.dough.kneading == "sheeted":
        yield Draft(
            id="divide.sheet",
            kind="sheet",
            stage="divide",
            words=say("Roll it thin and fold it in three, seven times"),
            press=say("Sheeted"),
            at=step.start,
            along="divide.cut",
        )
    figure, note = _size(k)
    yield Draft(
        id="divide.cut",
        kind="divide",
        stage="divide",
        words=_cut(k),
        details=list(k.shared.cuts),
        figure=figure,
        figure_note=note,
        press=say("Cut and rounded"),
        at=step.start,
        minutes=max(MOMENT_MIN, (rests - step.start).total_seconds() / 60),
        marks=ending("divide", "divide.cut") if rest <= 0 else None,
        ends_stage="divide" if rest <= 0 else "",
    )
    if rest > 0:
        yield _bench_rest(k, step, rests)


def _cut(k: Known) -> Message:
    n = k.ctx.scaled.pieces
    if k.ctx.filled_in_the_dough:
        return say_n(
            "Cut {n} piece, the bits in the dough, and round it up",
            "Cut {n} pieces, the bits in the dough, and round them up",
            n,
            n=n,
        )
    return say_n("Cut {n} piece, round it up", "Cut {n} pieces, round them up", n, n=n)


def _size(k: Known) -> tuple[Message, Message]:
    """The size to cut: the next piece's where the dough is being weighed out, else one for each size there is."""
    cut, shared = k.portioned, k.shared
    if cut is not None and cut.rest_pieces == 0:
        return say("{n} cut", n=len(cut.portions)), say("{apart} apart", apart=in_percent(100 * cut.spread, digits=1))
    if cut is not None and cut.next_g:
        n = len(cut.portions) + 1
        which = say("piece {n} of {of}; the dough is shared out anew after each", n=n, of=shared.lumps)
        return say("{next}", next=in_grams(cut.next_g)), joined([cut.next_what, which])
    first, *others = shared.groups
    if any(g.each_shown_g != first.each_shown_g for g in others):
        sizes = [say("{pieces} at {mass}", pieces=g.pieces, mass=in_grams(g.each_shown_g)) for g in shared.groups]
        return listed(sizes), NOTHING
    low, high = in_grams(first.fine_from_g), in_grams(first.fine_to_g)
    fine = say("each, fine from {low} to {high}", low=low, high=high)
    return say("{mass}", mass=in_grams(first.each_shown_g)), fine


def _bench_rest(k: Known, step: Step, begins: datetime) -> Draft:
    return Draft(
        id="divide.rest",
        kind="bench_rest",
        stage="divide",
        words=say("Let them rest, covered"),
        details=[say("{rest}, until they roll without springing back", rest=in_minutes(k.ctx.bake.bench_rest_min))],
        press=say("Rounded and rested"),
        at=begins,
        minutes=max(0.0, (step.end - begins).total_seconds() / 60),
        waits=True,
        due=k.ctx.later(begins, k.ctx.bake.bench_rest_min),
        resource="bench",
        marks=ending("divide", "divide.rest"),
        ends_stage="divide",
    )
