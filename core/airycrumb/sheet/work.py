"""One pure function: a bake, a kitchen and what has been seen, in; a sheet, out."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import datetime, timedelta

from airycrumb.bake.kitchen import Kitchen
from airycrumb.bake.marks import Observation
from airycrumb.bake.model import Bake
from airycrumb.data import heat as heat_table
from airycrumb.data.closing_words import WORDS
from airycrumb.events import Known, events_of
from airycrumb.pantry import Ingredient
from airycrumb.plan.context import NOTHING_HEARD, Context, Heard
from airycrumb.plan.given import as_given, as_made
from airycrumb.plan.timetable import Timetable
from airycrumb.plan.timing import plan_day
from airycrumb.questions.ask import ask
from airycrumb.questions.findings import Findings
from airycrumb.questions.stated import stated_here
from airycrumb.sheet.lengths import Yeast, durations, in_their_turn
from airycrumb.stations import safety
from airycrumb.stations.divide.portioning import Portioning
from airycrumb.stations.divide.sharing import ShareOut
from airycrumb.stations.safety import Caution, HeatHazard, Stuffing, keeping
from airycrumb.stations.safety.keeping import Unbaked
from airycrumb.stations.safety.warm_clock import danger_zone
from airycrumb.trays.cues import proof_cues, rise_cues, sponge_cues
from airycrumb.trays.ferment import (
    SPONGE_MIX_MIN,
    Fermented,
    first_rise,
    ripened,
    second_rise,
    tray,
)
from airycrumb.trays.heat_tray import HeatStage, heat_tray
from airycrumb.trays.heating import Load, heating
from airycrumb.trays.in_heat import InTurn, LoadShown
from airycrumb.trays.kept_back import for_another_day, kept_back
from airycrumb.trays.past import past_of
from airycrumb.trays.pieces import (
    Pieces,
    by_heat,
    filling_density,
    group_tray,
    loads_of,
    uneven_proofs,
    work_pieces,
    wrap_minutes,
)
from airycrumb.trays.sharing import portions, shared_out
from airycrumb.trays.types import KeptBack, RiseTray, Sentence, Sheet, WeighTray
from airycrumb.trays.warm import warmer_for
from airycrumb.trays.weigh import weigh
from airycrumb.words import Message, joined, listed, say


@dataclass(frozen=True)
class _Trays:
    """The fermenting stages as shown."""

    sponge: RiseTray | None
    rise: RiseTray
    second_rise: RiseTray | None
    proof: RiseTray

    @property
    def by_key(self) -> dict[str, RiseTray]:
        """Those there are, by their stages."""
        found = {"sponge": self.sponge, "rise": self.rise, "again": self.second_rise, "proof": self.proof}
        return {key: tray for key, tray in found.items() if tray is not None}


def _loads(ctx: Context, table: Timetable, loads: list[InTurn]) -> list[LoadShown]:
    """The loads in hours."""
    begins = next(s.start for s in table.steps if s.key == "heat")
    return [
        LoadShown(
            id=load.marked.id,
            heat=load.marked.heat,
            number=load.marked.number,
            pieces=load.pieces,
            minutes=load.minutes,
            into=ctx.later(begins, load.into),
            out=ctx.later(begins, load.out),
            began=load.marked.began is not None,
            ended=load.marked.ended is not None,
        )
        for load in loads
    ]


def _trays(ctx: Context, yeast: Yeast, proof: Fermented, table: Timetable, wrap_min: float) -> _Trays:
    at = {s.key: s.start for s in table.steps}
    apart = 0.0 if ctx.fills_late else wrap_min
    middle = at["proof"] - timedelta(minutes=apart / 2)
    mixed = timedelta(minutes=SPONGE_MIX_MIN.value)
    cues = rise_cues(ctx)
    shown = lambda f, start, to_last, how: replace(tray(ctx, f, start, to_last, how), past=past_of(ctx, f))
    return _Trays(
        None if yeast.sponge is None else shown(yeast.sponge, at["sponge"] + mixed, 0.0, sponge_cues()),
        shown(yeast.first, at["rise"], 0.0, cues),
        None if yeast.second is None else shown(yeast.second, at["again"], 0.0, cues),
        shown(proof, middle, apart, proof_cues(ctx)),
    )


def _sentence(ctx: Context, heated: HeatStage, table: Timetable) -> Sentence:
    return Sentence(
        closing=ctx.bake.groups[0].closing,
        heat=heated.tray.setting,
        eat_at=table.eat,
        start_at=table.start,
        room_c=ctx.room_c,
    )


def _cautions(ctx: Context, heats: list[HeatStage], pieces: list[Pieces]) -> list[Caution]:
    b = ctx.bake
    stuffed = [Stuffing([i for i, _ in g.parts], g.filling.state) for g in b.groups if g.parts]
    # A plain piece's crumb is no safe line: it decides only where there is no filling at all.
    filled = [p for p in pieces if p.ctx.group.parts] or pieces
    line = max((p.demand.line for p in filled), key=lambda line: line.celsius)
    longest = max((h.tray.clock for h in heats), key=lambda c: c.standing_min)
    blade = any(WORDS[g.closing].blade for g in b.groups)
    return safety.cautions(
        eaten=_eaten(ctx),
        stuffings=stuffed,
        fires=[_fired(h) for h in heats],
        line=line,
        clock=longest,
        blade=blade,
    )


def _fired(h: HeatStage) -> HeatHazard:
    b, water = h.heated.ctx.bake.heat, h.tray.water
    return HeatHazard(b.method, b.air_c, heat_table.SURFACES[b.on].hot, bool(water and water.top_up))


def work(
    bake: Bake,
    kitchen: Kitchen,
    observations: Sequence[Observation] = (),
    *,
    now: datetime,
    heard: Heard = NOTHING_HEARD,
) -> Sheet:
    """Everything this bake needs in this kitchen, given what has been seen so far.

    now: an aware datetime; hours in the sheet are in its zone. Raises InputError only for an hour that is no hour or a
    spot nobody knows; every other trouble is a doubt on the sheet.
    """
    made = as_given(as_made(bake, kitchen, observations), observations)
    ctx = Context.here(made, kitchen, observations, now, heard)
    sheet = _work(ctx)
    if not ctx.room_runs:
        return sheet
    # The room's warmth depends on the hour, and the hour on the rise: once more, with the hours found.
    planned = tuple((s.key, s.start) for s in sheet.day.steps)
    return _work(replace(ctx, starts=planned))


def _shown(load: Load, pieces: list[Pieces], wrap_min: float) -> HeatStage:
    """One heat, with what the loads and the clock make of the group that asks most of it."""
    heated = heating(load)
    most = next(p for p in pieces if p.ctx.at == load.most.ctx.at)
    return HeatStage(heated, heat_tray(heated, most.proof, wrap_min, filling_density(most.ctx)))


@dataclass(frozen=True)
class _Stations:
    """Everything up to the heat, worked out."""

    weighed: WeighTray
    yeast: Yeast
    wrap_min: float
    pieces: list[Pieces]
    shared: ShareOut
    portioned: Portioning | None
    heats: list[HeatStage]


def _stations(ctx: Context) -> _Stations:
    weighed = weigh(ctx)
    sponge = ripened(ctx)
    first = first_rise(ctx, weighed.dough_c, weighed.dough_c_measured, sponge)
    yeast = Yeast(sponge, first, second_rise(ctx, first))
    wrap_min = wrap_minutes(ctx)
    pieces = work_pieces(ctx, yeast.last, wrap_min)
    shared = shared_out(ctx)
    portioned = portions(ctx, shared)
    heats = [_shown(load, pieces, wrap_min) for load in loads_of(ctx, pieces, portioned)]
    return _Stations(
        weighed=weighed, yeast=yeast, wrap_min=wrap_min, pieces=pieces, shared=shared, portioned=portioned, heats=heats
    )


def heats_of(
    bake: Bake, kitchen: Kitchen, *, now: datetime, heard: Heard = NOTHING_HEARD
) -> list[tuple[HeatStage, list[Pieces]]]:
    """Every heat of a bake with the groups that go into it: for questions about it that no sheet answers."""
    ctx = Context.here(bake, kitchen, (), now, heard)
    found = _stations(ctx)
    return [(h, [found.pieces[i] for i in alike]) for h, alike in zip(found.heats, by_heat(ctx), strict=True)]


def _eaten(ctx: Context) -> list[Ingredient]:
    """Everything in and on any of the pieces."""
    return [item for each in ctx.each_group() for item in each.eaten]


def _finish(ctx: Context, back: list[KeptBack]) -> Message:
    """What goes on the pieces before the heat, and which of them are put away instead."""
    brushed = {i.key: i.called for each in ctx.each_group() for i in each.brushed_on}
    brushed |= {top.use: top.item.called for top in ctx.bake.on_top if top.brushed}
    on_top = [top.item.called for top in ctx.bake.on_top if not top.brushed]
    said = [say("Brush with {wash}.", wash=listed(brushed.values()))] if brushed else []
    top = [say("On top: {foods}.", foods=listed(on_top))] if on_top else []
    return joined([*said, *top, *(k.said for k in back)])


COLD_PROOF_MIN = 60.0  # so long in the cold a proof is one that keeps the pieces; assumed


def _proofs_cold(ctx: Context, proof: Fermented) -> bool:
    """Whether filled pieces spend their proof, or a good part of it, in the cold."""
    cold, minutes = danger_zone(ctx.kitchen.region)[0], proof.minutes.typical
    course = proof.stage.course
    warm = warmer_for(course.minutes, course.temperature, cold, minutes)
    return not ctx.fills_late and minutes - warm > COLD_PROOF_MIN


def _unbaked(ctx: Context, table: Timetable, proof: Fermented) -> Unbaked | None:
    """How long pieces kept cold may wait, in their proof too: in the fridge the days count from when the filling was
    made.
    """
    bake = ctx.bake
    held = "hold" in ctx.stages
    if not held and not _proofs_cold(ctx, proof):
        return None
    at = {s.key: s.start for s in table.steps}
    place = bake.heat.arrive if held else "fridge"
    return keeping.unbaked(
        kinds=[keeping.kind_of([i for i, _ in g.parts], g.filling.state) for g in bake.groups],
        place=place,
        region=ctx.kitchen.region,
        since=table.filling_made if place == "fridge" else at["hold"],
        into_heat=at["heat"],
    )


def _work(ctx: Context) -> Sheet:
    bake, found = ctx.bake, _stations(ctx)
    weighed, yeast, wrap_min, pieces = found.weighed, found.yeast, found.wrap_min, found.pieces
    shared, portioned, heats, lead = found.shared, found.portioned, found.heats, found.pieces[0]
    uneven = uneven_proofs(ctx, yeast.last, wrap_min, portioned)
    minutes = {i: h.tray.minutes_planned for h, alike in zip(heats, by_heat(ctx), strict=True) for i in alike}
    # What is kept raw for another day takes no time of this one.
    today = [h for h in heats if not for_another_day(h, ctx)]
    loads = in_their_turn(ctx, today)
    table, timing = plan_day(
        ctx,
        durations(
            ctx=ctx,
            yeast=yeast,
            proof=lead.proof,
            heats=today,
            loads=loads,
            weigh_min=weighed.minutes,
            wrap_min=wrap_min,
        ),
    )
    trays = _trays(ctx, yeast, lead.proof, table, wrap_min)
    unbaked = _unbaked(ctx, table, lead.proof)
    back = list(kept_back(ctx, heats, by_heat(ctx), table))
    known = safety.allergens(_eaten(ctx))
    worked = Findings(
        ctx=ctx,
        first=yeast.first,
        proof=lead.proof,
        rises=trays.by_key,
        weighed=weighed,
        pieces=pieces,
        heats=heats,
        shared=shared,
        portioned=portioned,
        uneven_proofs=uneven,
        unbaked=unbaked,
        kept_back=back,
        day=table,
    )
    doubts, cautions = ask(worked, timing), _cautions(ctx, heats, pieces)
    events = events_of(
        Known(
            ctx=ctx,
            table=table,
            weighed=weighed,
            pieces=pieces,
            heats=today,
            loads=loads,
            rises=trays.by_key,
            shared=shared,
            portioned=portioned,
            kept_back=back,
            unbaked=unbaked,
            cautions=cautions,
            doubts=doubts,
        )
    )
    return Sheet(
        name=bake.name,
        worked_at=ctx.now,
        sentence=_sentence(ctx, heats[0], table),
        scaled=ctx.scaled,
        weigh=weighed,
        sponge=trays.sponge,
        rise=trays.rise,
        second_rise=trays.second_rise,
        divide=shared,
        bench_rest_min=bake.bench_rest_min,
        wrap_seconds_each=lead.seconds,
        groups=[group_tray(p, minutes[p.ctx.at]) for p in pieces],
        proof=trays.proof,
        heat=heats[0].tray,
        more_heats=[h.tray for h in heats[1:]],
        portioned=portioned,
        finish=_finish(ctx, back),
        unbaked=unbaked,
        kept_back=back,
        day=table,
        events=events,
        loads=_loads(ctx, table, loads),
        doubts=doubts,
        stated=list(stated_here(worked)),
        cautions=cautions,
        allergens=known.named,
        may_contain=known.may_named,
    )
