"""Questions about what the oven or the pot holds: loads that wait, pieces done sooner, water and a weak hob."""

from collections.abc import Iterator

from airycrumb.bake.edits import Answer, Change, Doubt
from airycrumb.questions.each_heat import at, code_of
from airycrumb.questions.findings import HEAT_MODEL, KEEP, Findings, piece_count
from airycrumb.stations.heat import SteamWater
from airycrumb.trays.heat_tray import HeatStage
from airycrumb.trays.pieces import Pieces
from airycrumb.trays.types import HeatTray
from airycrumb.whatif.heat import hob_is_weak
from airycrumb.words import (
    Message,
    as_number,
    in_millilitres,
    in_minutes,
    in_watts,
    joined,
    listed,
    say,
    say_n,
)

DONE_SOONER = 0.75  # of the time planned: those done by then are worth taking out; assumed


def _take_out(p: Pieces, needed: float) -> Message:
    pieces, minutes = p.ctx.share.pieces, in_minutes(needed)
    if not p.ctx.group.parts:
        return say_n(
            "Take the {closing} out after about {minutes}",
            "Take the {pieces} of the {closing} out after about {minutes}",
            pieces,
            pieces=pieces,
            closing=p.wrapper.label,
            minutes=minutes,
        )
    return say_n(
        "Take the one with {filling} out after about {minutes}",
        "Take the {pieces} with {filling} out after about {minutes}",
        pieces,
        pieces=pieces,
        filling=p.ctx.group.called,
        minutes=minutes,
    )


def done_sooner(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """Pieces that share a heat with larger ones and are done long before them."""
    planned, mine = shown.tray.minutes_planned, shown.heated.ctx.bake
    for p in w.pieces:
        needed = p.demand.needed
        if (p.ctx.bake is not mine and p.ctx.bake != mine) or needed is None or needed >= DONE_SOONER * planned:
            continue
        yield Doubt(
            code=p.ctx.code("done_sooner"),
            tray="heat",
            severity="note",
            title=_take_out(p, needed),
            reason=say(
                "The others need {planned}. Left in as long, these dry out and darken.",
                planned=in_minutes(planned),
            ),
            answers=[KEEP],
            source=HEAT_MODEL,
        )


GROWS_TOO_FAR = 1.25  # a ready piece so much larger is past its best; assumed


def _waits(h: HeatTray) -> Message:
    """What waiting does to the last load."""
    last = h.later[-1]
    wait, grown = in_minutes(last.wait_min), as_number(last.grown, digits=2)
    if last.where == "staggered":
        return say(
            "The last load goes in {wait} after the first: wrap its pieces that much later, the dough covered in the "
            "fridge.",
            wait=wait,
        )
    if last.where == "fridge":
        chilled = say(
            "The last load waits {wait} in the fridge and grows to {grown} times its ready size.",
            wait=wait,
            grown=grown,
        )
        needs = last.needs_min
        if needs is None:
            return chilled
        return joined([chilled, say("It comes cold, and needs about {needs}.", needs=in_minutes(needs))])
    return say(
        "The last load waits {wait} on the bench and grows to {grown} times its ready size. Cook first what was "
        "wrapped first.",
        wait=wait,
        grown=grown,
    )


def loads(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """More pieces than go in at once."""
    h, ctx = shown.tray, shown.heated.ctx
    if h.loads <= 1:
        return
    last, one_heat = h.later[-1], len(w.heats) == 1
    fewer = (
        [Answer(say("Make {per_load}", per_load=h.per_load), piece_count(h.per_load))]
        if one_heat and h.per_load
        else []
    )
    hold = [
        Answer(label, [Change(at(ctx, "later_loads"), where)])
        for where, label in (("fridge", say("Keep the rest in the fridge")), ("staggered", say("Wrap the rest later")))
        if last.where != where
    ]
    too_far = last.grown > GROWS_TOO_FAR
    yield Doubt(
        code=code_of(shown, "loads"),
        tray="heat",
        severity="ask" if too_far else "note",
        title=say(
            "{each} fit at once: {loads} loads, and the last would be over-proofed", each=h.per_load, loads=h.loads
        )
        if too_far
        else say("{each} fit at once: {loads} loads", each=h.per_load, loads=h.loads),
        reason=_waits(h),
        answers=[*hold, *fewer, KEEP],
        source=HEAT_MODEL,
    )


def _too_small(shown: HeatStage, water: SteamWater) -> Doubt:
    """A pot so wide and shallow that it would have to be topped up again and again."""
    each = water.pot_ml - water.least_ml
    reason = (
        say(
            "{least} must stay in it, and it holds {more} above that: enough for {lasts} of steam at a time. "
            "Take a deeper or narrower pot.",
            least=in_millilitres(water.least_ml),
            more=in_millilitres(each),
            lasts=in_minutes(water.lasts_min),
        )
        if each > 0
        else say("{least} must stay in it. Take a deeper or narrower pot.", least=in_millilitres(water.least_ml))
    )
    return Doubt(
        code=code_of(shown, "boils_dry"),
        tray="heat",
        severity="stop",
        title=say("A pot of {pot} is too small to steam this", pot=in_millilitres(water.pot_ml)),
        reason=reason,
        answers=[KEEP],
        source=HEAT_MODEL,
    )


def boil_dry(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """Water for the whole steaming; a plan that lets the pot boil dry is refused."""
    water = shown.tray.water
    if water is None:
        return
    if water.short_ml:
        yield _too_small(shown, water)
        return
    if water.top_up:
        at = listed(
            say("{more} after {minutes}", more=in_millilitres(t.ml), minutes=in_minutes(t.minute)) for t in water.top_up
        )
        yield Doubt(
            code=code_of(shown, "boils_dry"),
            tray="heat",
            severity="stop",
            title=say(
                "{pot} boils dry: top up after {minute}",
                pot=in_millilitres(water.pot_ml),
                minute=in_minutes(water.top_up[0].minute),
            ),
            reason=say(
                "The pot is down to {least} after {lasts} of steam. Pour in boiling water round the "
                "edge: {at}. Never let it run dry.",
                least=in_millilitres(water.least_ml),
                lasts=in_minutes(water.lasts_min),
                at=at,
            ),
            answers=[KEEP],
            source=HEAT_MODEL,
        )
        return
    yield Doubt(
        code=code_of(shown, "water"),
        tray="heat",
        severity="note",
        title=say("Put {ml} of water in the pot", ml=in_millilitres(water.ml)),
        reason=say(
            "About {away} boils away in the time planned; a quarter more and a safe depth at the end.",
            away=in_millilitres(water.away_ml),
        ),
        answers=[KEEP],
        source=HEAT_MODEL,
    )


def weak_hob(w: Findings, shown: HeatStage) -> Iterator[Doubt]:
    """A full basket over a hob with too little for each piece."""
    water, load = shown.tray.water, shown.heated.load
    piece = load.most.piece
    if water is None or not hob_is_weak(water.watts_each, piece.dough_g + piece.filling_g):
        return
    yield Doubt(
        code=code_of(shown, "weak_hob"),
        tray="heat",
        severity="note",
        title=say("{watts_each} for each piece is little", watts_each=in_watts(water.watts_each)),
        reason=say(
            "{at_once} at once share the hob's steam, and the basket comes up slowly; the minutes "
            "count on it. Fewer at once are done sooner.",
            at_once=load.at_once,
        ),
        answers=[KEEP],
        source=HEAT_MODEL,
    )
