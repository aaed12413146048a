"""Events of the heat: lit, filled, watched and emptied, load by load."""

import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import replace
from datetime import datetime, timedelta
from typing import Any, cast

from airycrumb.bake.marks import StageKey
from airycrumb.data import heat as c
from airycrumb.data.closing_words import WORDS
from airycrumb.data.heat_choices import SEARED_ML
from airycrumb.events.known import Draft, Known, ending
from airycrumb.events.pieces import INTO, several
from airycrumb.plan.events import Choice, EventMark, Resource
from airycrumb.plan.given import heat_key
from airycrumb.plan.method import own
from airycrumb.trays.heat_tray import HeatStage, setting_of
from airycrumb.trays.heating import in_a_cold_one
from airycrumb.trays.in_heat import InTurn, load_id
from airycrumb.trays.lit import hot_from, lit_at, warmth_at
from airycrumb.trays.pieces import wash_grams
from airycrumb.words import (
    NOTHING,
    Message,
    hour_of,
    in_celsius,
    in_grams,
    in_millilitres,
    in_minutes,
    listed,
    say,
)

TURN_NEWS_MIN = 4.0  # after which a turn that was not made is let be; assumed
TO_BE_MADE = ("cut ", "prick ")  # how a vent that has to be made is told
During = Callable[..., Draft]
BURNER = {"steam": say("Water on to boil"), "pan": say("Heat the pan")}
OUT_OF = {"steam": say("Off the fire"), "oven": say("Out of the oven"), "pan": say("Out of the pan")}


def heating(k: Known) -> Iterator[Draft]:
    """Every heat of the day with its loads."""
    last = max(k.loads, key=lambda load: (load.marked.ended is None, load.out))
    for h in k.heats:
        number = h.heated.load.heat
        mine = [load for load in k.loads if load.marked.heat == number]
        yield _lit(k, h, mine[0])
        for load in mine:
            yield from _load(k, h, load, len(mine), load is last)


def _at(k: Known, minute: float) -> datetime:
    return k.ctx.later(k.steps["heat"].start, minute)


def _resource(h: HeatStage) -> Resource:
    return "oven" if h.tray.method == "oven" else "hob"


def _lit(k: Known, h: HeatStage, first: InTurn) -> Draft:
    """The oven lit, the stone in it; the pot filled and on the fire; the pan."""
    tray, heat, number = h.tray, h.heated.ctx.bake.heat, h.heated.load.heat
    into = _at(k, first.into)
    at = into - timedelta(minutes=tray.preheat_min)
    lit = k.ctx.did(f"{load_id(number, 1)}.light")
    # It is late by the hour it was wanted hot, however much later it will be now.
    wanted = k.asked_at(_before_heat(k)) if number == 1 else _at(k, first.due_in)
    stone = c.SURFACES[heat.on].hot and tray.method == "oven"
    words = say("Light the oven: {setting}", setting=tray.setting) if tray.method == "oven" else BURNER[tray.method]
    shelf = say("on the {shelf} shelf", shelf=c.SHELVES[heat.shelf].label)
    details = [
        shelf if tray.method == "oven" else say("{setting}", setting=tray.setting),
        say("{surface} in, so that it is hot through", surface=c.SURFACES[heat.on].label) if stone else NOTHING,
        say("{water} of water in the pot", water=in_millilitres(tray.water.ml)) if tray.water else NOTHING,
        say("hot in {minutes}: the pieces go in at {into}", minutes=in_minutes(tray.preheat_min), into=hour_of(into)),
    ]
    return Draft(
        id=f"{load_id(number, 1)}.light",
        kind="light",
        stage="heat",
        label=say("Light the oven") if tray.method == "oven" else BURNER[tray.method],
        words=words,
        details=details,
        figure=say("{air}", air=in_celsius(tray.air_c)) if tray.method == "oven" else NOTHING,
        figure_note=say("hot in {minutes}", minutes=in_minutes(tray.preheat_min)),
        press=say("It is on"),
        at=lit or at,
        due=lit or min(at, wanted - timedelta(minutes=tray.preheat_min)),
        low=at - (k.steps["heat"].start - k.steps["heat"].start_low),
        high=at + (k.steps["heat"].start_high - k.steps["heat"].start),
        resource=_resource(h),
        load=heat_key(number),
        until=_before_heat(k) if number == 1 else f"{load_id(number, 1)}.in",
    )


def _before_heat(k: Known) -> StageKey:
    """The stage that ends as the first load goes in."""
    return cast(StageKey, k.ctx.before("heat") or "proof")


def _named(load: InTurn, h: HeatStage, of: int, k: Known) -> Message:
    """A load's name: of several, its number; of several heats, what is in it."""
    several_heats = len(k.heats) > 1
    if of > 1 and several_heats:
        return say("{what}, load {n} of {of}", what=listed(h.tray.names), n=load.marked.number, of=of)
    if of > 1:
        return say("load {n} of {of}", n=load.marked.number, of=of)
    return listed(h.tray.names) if several_heats else say("the pieces")


def _load(k: Known, h: HeatStage, load: InTurn, of: int, ends: bool) -> Iterator[Draft]:
    number, name = load.marked.number, _named(load, h, of, k)
    into, key = _at(k, load.into), load.marked.id
    first = load.marked.heat == 1 and number == 1
    along = {"hold": "hold.kept", "wrap": "wrap.last"}.get(_before_heat(k), "proof.grown") if first else ""
    goes_with = along or f"{key}.in"
    yield from _finishing(k, h, load, into, goes_with)
    hot = into if first and k.ctx.done is not None else None
    yield Draft(
        id=f"{key}.in",
        kind="into",
        stage="heat",
        label=say("In: {name}", name=name),
        words=_into_words(h, name, load),
        figure=several(load.pieces),
        details=[setting_of(h.heated.ctx), _from_cold(h, number), _laid_on(h)],
        press=say("It is in"),
        at=into,
        due=_at(k, load.due_in),
        high=into + timedelta(minutes=load.off * load.into) if not first else None,
        low=hot,
        when="not before" if first else "at",
        resource=_resource(h),
        along=along,
        load=key,
        marks=ending(_before_heat(k), f"{key}.in") if first else None,
        until=f"{key}.out",
        **_if_cold(k, h, load),
    )
    yield from _watched(k, h, load, into, name)
    yield _out(k, h, load, name, of, ends)


IS_HOT = {
    "oven": say("The oven is hot"),
    "steam": say("The water is boiling"),
    "pan": say("The pan is hot"),
}


def _if_cold(k: Known, h: HeatStage, load: InTurn) -> dict[str, Any]:
    """When what a first load goes into is hot, and what is asked where it goes in before: with the minutes either
    way."""
    ctx, number, planned = k.ctx, load.marked.heat, h.heated.minutes
    at = hot_from(ctx, number)
    # Worked only while it may be next: it takes a cook of its own.
    if load.marked.number > 1 or load.marked.began is not None or at is None or ctx.under_way != ctx.before("heat"):
        return {}
    cold = in_a_cold_one(h.heated.load.most, warmth_at(ctx, number, ctx.now).share if lit_at(ctx, number) else 0.0)
    hot = say("{what}: {minutes}", what=IS_HOT[h.tray.method], minutes=in_minutes(planned))
    lit = [] if lit_at(ctx, number) else [EventMark("did", "heat", f"{load.marked.id}.light")]
    choices = [Choice(hot, [EventMark("did", "heat", f"{load.marked.id}.hot")])]
    if cold is not None and cold > planned:
        choices.append(Choice(say("Not hot yet: about {minutes}", minutes=in_minutes(cold)), lit))
    return {"hot_from": at, "choices": choices}


def _into_words(h: HeatStage, name: Message, load: InTurn) -> Message:
    return say("{into}: {name}, {pieces}", into=INTO[h.tray.method], name=name, pieces=several(load.pieces))


def _from_cold(h: HeatStage, number: int) -> Message:
    came = {"fridge": say("straight from the fridge"), "frozen": say("straight from the freezer, not thawed")}
    if h.tray.arrives in came:
        return came[h.tray.arrives]
    return say("out of the fridge now") if number > 1 and h.heated.ctx.bake.heat.later_loads == "fridge" else NOTHING


def _laid_on(h: HeatStage) -> Message:
    """What lies under them, where it is not paper."""
    paper = h.heated.ctx.bake.heat.liner == "paper"
    return NOTHING if paper or h.tray.method == "pan" else _liner(h).under


def _liner(h: HeatStage) -> c.Liner:
    return c.LINERS[h.heated.ctx.bake.heat.liner]


def _finishing(k: Known, h: HeatStage, load: InTurn, at: datetime, along: str) -> Iterator[Draft]:
    """What is done to a load's pieces just before they go in."""
    key = load.marked.id
    for kind, words, press in _to_finish(k, h, load):
        yield Draft(id=f"{key}.{kind}", kind=kind, stage="heat", words=words, press=press, at=at, along=along, load=key)
    for work in own(k.ctx.bake, "heat"):
        yield Draft(
            id=f"{key}.{work.key}",
            kind="step",
            stage="heat",
            words=work.label,
            details=work.details,
            press=work.press,
            at=at,
            along=along,
            load=key,
        )


def _to_finish(k: Known, h: HeatStage, load: InTurn) -> Iterator[tuple[str, Message, Message]]:
    """Kind, words and press of each of them."""
    bake, baked = h.heated.ctx.bake, h.tray.method == "oven"
    wash = c.WASHES[bake.heat.wash]
    brushed = [top.item.called for top in bake.on_top if top.brushed]
    if brushed or (wash.of and baked):
        yield (
            "wash",
            _brushed(wash, brushed, wash_grams(k.pieces[h.heated.load.most.ctx.at].wrapper, load.pieces)),
            say("Brushed"),
        )
    if strewn := [top.item.called for top in bake.on_top if not top.brushed]:
        yield "strew", say("On top: {foods}", foods=listed(strewn)), say("It is on")
    if baked:
        yield from _before_the_oven(k, bake.heat.steam_pan)
    if load.marked.number > 1 and bake.heat.later_loads == "fridge" and h.tray.arrives == "proofed":
        yield "next_out", say("Take this load out of the fridge and put it straight in"), say("Taken out")


def _before_the_oven(k: Known, steam_pan: bool) -> Iterator[tuple[str, Message, Message]]:
    # A braid's gaps or a roll's ends let steam out by themselves: there is nothing to be done.
    said = [WORDS[p.ctx.group.closing].vent for p in k.pieces]
    vents = dict.fromkeys(vent for vent in said if vent.template.startswith(TO_BE_MADE))
    if vents:
        yield "vent", say("Vents: {vents}", vents=listed(vents, "commas")), say("Cut")
    if steam_pan:
        boiling = say("Boiling water into the pan in the oven, mind the steam; door shut at once")
        yield "steam_pan", boiling, say("Poured")


def _brushed(wash: c.Wash, besides: Sequence[Message], grams: float) -> Message:
    """What is brushed on, all of it together, and what the wash does."""
    if not wash.of:
        return say("Brush them with {wash}, about {grams}", wash=listed(besides), grams=in_grams(grams, significant=1))
    return say(
        "Brush them with {wash}, about {grams}: {note}",
        wash=listed([wash.label, *besides]),
        grams=in_grams(grams, significant=1),
        note=wash.note,
    )


def _watched(k: Known, h: HeatStage, load: InTurn, into: datetime, name: Message) -> Iterator[Draft]:
    """What is done while a load is in, and when a probe tells most."""
    key, tray, out = load.marked.id, h.tray, _at(k, load.out)
    at = lambda minute: into + timedelta(minutes=minute)

    def during(what: str, kind: str, minute: float, words: Message, press: Message, news: float | None = None) -> Draft:
        return Draft(
            id=f"{key}.{what}",
            kind=kind,
            stage="heat",
            label=say("{what}: {name}", what=words, name=name) if len(k.loads) > 1 else words,
            words=words,
            press=press,
            at=at(minute),
            load=key,
            until=f"{key}.out",
            passes_at=None if news is None else min(out, at(minute + news)),
        )

    if tray.method == "steam":
        yield Draft(
            id=f"{key}.shut",
            kind="lid_shut",
            stage="heat",
            words=say("Do not lift the lid until {until}", until=hour_of(out)),
            press=say("Lid lifted"),
            at=into,
            minutes=load.minutes,
            waits=True,
            along=f"{key}.out",
            load=key,
            resource="hob",
            marks=[EventMark("lid_lifted", "heat")],
        )
    yield from _handled(h, load, during)
    for step, work in zip((x for x in k.ctx.bake.steps if x.before == "fire"), own(k.ctx.bake, "fire"), strict=True):
        minute = load.minutes / 2 if step.left_min is None else max(0.0, load.minutes - step.left_min)
        said = during(work.key, "step", minute, work.label, work.press, TURN_NEWS_MIN)
        yield replace(said, details=[*work.details, say("the minutes told do not count this")])
    yield from _topped_up(k, h, load, during)
    if tray.reaches is not None:
        line = in_celsius(tray.line_c)
        # Under a lid nothing is probed before it is lifted.
        first = out if tray.method == "steam" else min(at(tray.reaches.typical), out)
        believed = say("Probe another piece: {n} that agree are believed", n=h.heated.places_wanted)
        until = max(out, at(tray.reaches.high))
        one, another = (
            (say("Probe from now: {name}", name=name), say("Probe one in the middle: {line} is wanted", line=line)),
            (say("Probe another: {name}", name=name), believed),
        )
        yield _probing(h, load, f"{key}.probe", *one, at=first, high=until, seen=("probe",))
        if _probes_again(h, load):
            yield _probing(h, load, f"{key}.again", *another, at=first, high=until, seen=())


def _probing(h: HeatStage, load: InTurn, key: str, label: Message, words: Message, **when: Any) -> Draft:
    """A probe put in, of one load."""
    return Draft(
        id=key,
        kind="probe",
        stage="heat",
        label=label,
        words=words,
        details=[say("{why}", why=h.tray.line_why)],
        press=say("Not now"),
        when="look from",
        load=load.marked.id,
        until=f"{load.marked.id}.out",
        **when,
    )


def _probes_again(h: HeatStage, load: InTurn) -> bool:
    """Whether the probe said of this load what one place alone is not believed of."""
    seen = h.heated.probed is not None and h.heated.number == load.marked.number
    return seen and h.heated.places_wanted > 0


def _handled(h: HeatStage, load: InTurn, during: During) -> Iterator[Draft]:
    """Turned, changed, uncovered."""
    heat, tray = h.heated.ctx.bake.heat, h.tray
    pan = tray.method == "pan"
    for i, minute in enumerate((t for t in tray.turns if t < load.minutes), start=1):
        words = say("Turn them over") if pan else _turn_words(h)
        yield during(f"turn.{i}", "turn", minute, words, say("Turned"), 2.0 if pan else TURN_NEWS_MIN)
    if tray.method == "oven":
        yield from _in_the_oven(h, load.minutes, during)
    if pan and heat.seared:
        poured = say("Pour in {water} of water and put the lid on", water=in_millilitres(SEARED_ML))
        yield during("cover", "cover", c.SEAR_MIN.value, poured, say("Lid on"))


def _in_the_oven(h: HeatStage, minutes: float, during: During) -> Iterator[Draft]:
    """What is changed there while a load is in, for so many minutes."""
    heat, out = h.heated.ctx.bake.heat, c.STEAM_PAN_MIN.value
    if heat.then is not None and heat.then.after_min < minutes:
        yield during("change", "change", heat.then.after_min, _change_words(h), say("Changed"))
    if heat.lid_min and heat.lid_min < minutes:
        yield during("lid", "lid_off", heat.lid_min, say("Take the lid off, it is hot"), say("The lid is off"))
    if heat.steam_pan and out < minutes:
        yield during("steam_out", "steam_out", out, say("Take the pan of water out"), say("It is out"))


def _turn_words(h: HeatStage) -> Message:
    several_trays = h.heated.ctx.kitchen.oven.trays > 1 and h.tray.pieces > h.tray.per_load / 2
    return say("Turn the trays round and swap their shelves") if several_trays else say("Turn the tray round")


def _change_words(h: HeatStage) -> Message:
    heat = h.heated.ctx.bake.heat
    then = heat.then
    assert then is not None, "an oven that is changed"
    parts: list[Message] = []
    if then.told_c is not None and then.told_c != heat.air_c:
        parts.append(say("{air}", air=in_celsius(then.told_c)))
    if then.fan != heat.fan:
        parts.append(say("fan on") if then.fan else say("fan off"))
    if then.shelf != heat.shelf:
        parts.append(say("{shelf} shelf", shelf=c.SHELVES[then.shelf].label))
    if not parts:
        return say("Look at the oven: the second time begins")
    return say("Change the oven: {what}", what=listed(parts))


def _topped_up(k: Known, h: HeatStage, load: InTurn, during: During) -> Iterator[Draft]:
    """Boiling water into the pot, in the load in which it is due."""
    before = (load.marked.number - 1) * h.tray.minutes_planned
    for i, top_up in enumerate(h.tray.water.top_up if h.tray.water else [], start=1):
        minute = top_up.minute - before
        if 0 <= minute < load.minutes:
            words = say("Top the pot up with {ml} of boiling water", ml=in_millilitres(top_up.ml))
            yield during(f"top_up.{i}", "top_up", minute, words, say("Topped up"))


def _out(k: Known, h: HeatStage, load: InTurn, name: Message, of: int, ends: bool) -> Draft:
    key, tray, into, out = load.marked.id, h.tray, _at(k, load.into), _at(k, load.out)
    off = timedelta(minutes=load.off * load.minutes)
    press = OUT_OF[tray.method] if of == 1 else say("Load {n} is out", n=load.marked.number)
    return Draft(
        id=f"{key}.out",
        kind="out",
        stage="heat",
        label=say("Out: {name}", name=name),
        words=_waits_for(k, h, into),
        details=[setting_of(h.heated.ctx), NOTHING if tray.method == "pan" else _liner(h).stuck],
        figure_note=_reaches(h, into),
        press=press,
        at=into,
        minutes=max(0.0, (out - into).total_seconds() / 60),
        waits=True,
        due=_at(k, load.due_out),
        low=out - off,
        high=out + off,
        resource=_resource(h),
        load=key,
        # Whichever load is the last one out ends the heat.
        closes=ending("heat", f"{key}.out"),
        ends_stage="heat" if ends else "",
        choices=list(_longer(h, into)),
    )


def _waits_for(k: Known, h: HeatStage, into: datetime) -> Message:
    """What is still to come before they are out, by now: nothing that is past stands as the headline."""
    tray, needs = h.tray, h.tray.needs
    minute = (k.ctx.now - into).total_seconds() / 60
    safe = max(needs.middle_min or math.inf, needs.crumb_min or 0.0)
    if 0 < safe <= minute and (needs.golden_min or 0.0) > safe:
        return say(
            "Only colour is left to wait for: golden at {at}",
            at=hour_of(into + timedelta(minutes=needs.golden_min or 0.0)),
        )
    if tray.method == "steam":
        return say("Do not lift the lid")
    if tray.method == "pan":
        return say("Under the lid, seam down first") if not h.heated.ctx.bake.heat.seared else say("In the pan")
    return say("Leave the door shut")


def _reaches(h: HeatStage, into: datetime) -> Message:
    tray = h.tray
    if tray.reaches is None:
        return say("the middle may not reach {line}: probe it", line=in_celsius(tray.line_c))
    at = lambda minute: into + timedelta(minutes=minute)
    return say(
        "the middle reaches {line} at {at} ({span})",
        line=in_celsius(tray.line_c),
        at=hour_of(at(tray.reaches.typical)),
        span=hour_of(at(tray.reaches.low), at(tray.reaches.high)),
    )


def _longer(h: HeatStage, into: datetime) -> Iterator[Choice]:
    """Where the minutes leave the middle under its line: the minutes that do not, by one press."""
    tray, needed = h.tray, h.heated.needs.planned
    if tray.core_at_end_c >= tray.line_c or needed is None or needed <= tray.minutes_planned:
        return
    minutes = float(math.ceil(needed))
    label = say(
        "Give them {minutes}, until {at}: then the middle is at {line}",
        minutes=in_minutes(minutes),
        at=hour_of(into + timedelta(minutes=minutes)),
        line=in_celsius(tray.line_c),
    )
    yield Choice(label, [EventMark("heat_for", "heat", heat_key(h.heated.load.heat), minutes)])
