"""Each group of pieces: its proof, its wrapper and what it asks of the heat."""

import math
from dataclasses import dataclass, replace

from airycrumb.bake.heating import HeatSettings
from airycrumb.data.closings import STRETCHY, USUAL
from airycrumb.data.mishaps import HURT
from airycrumb.plan.context import Context
from airycrumb.quantities import Band
from airycrumb.stations import safety
from airycrumb.stations.divide.portioning import Portioning
from airycrumb.stations.enclose import CLOSINGS, Fit, Wrapper, enclose
from airycrumb.stations.safety import CoreLine
from airycrumb.trays.ferment import Fermented, final_proof
from airycrumb.trays.filled import filled
from airycrumb.trays.growth import volume_over_gas_free
from airycrumb.trays.heating import Demand, Load, crumb_target, demand, fire_of, fit_of, most_demanding, piece_of
from airycrumb.trays.in_heat import marked
from airycrumb.trays.made import wrapped_parts
from airycrumb.trays.types import GroupTray
from airycrumb.trays.weigh import filling_lines
from airycrumb.words import say

# g of wash on a square centimetre of top: an egg brushes some 25 buns 8 cm across; common practice, no source.
WASH_G_PER_CM2 = 0.025
DOMED = 1.4  # top of a proofed piece over its outline; assumed


@dataclass(frozen=True)
class Pieces:
    """One group worked out. seconds: to wrap one; gas_ratio: dough volume over gas-free as it meets the heat."""

    ctx: Context
    seconds: float
    proof: Fermented
    wrapper: Wrapper
    gas_ratio: float
    demand: Demand


def filling_density(ctx: Context) -> float:
    """g/mL of a filling as packed in a piece, from its ingredients' densities (1.0 where unknown)."""
    # Loose densities (nuts, grated cheese) close up once packed in a filling.
    parts = wrapped_parts(ctx)
    volume = sum(g / max(i.density or 1.0, 0.9) for i, g in parts)
    return sum(g for _, g in parts) / volume if volume else 1.0


def wrap_seconds(ctx: Context) -> float:
    """Seconds to wrap one piece of the group looked at: learned in this kitchen, else the usual."""
    closing = "plain" if ctx.filled_in_the_dough else ctx.group.closing
    return ctx.kitchen.wrap_seconds.get(closing, USUAL[closing].seconds)


def wrap_minutes(ctx: Context) -> float:
    """Minutes to wrap every piece, with a hand that is hurt where one is."""
    hurt = any(o.kind == "mishap" and o.where == "hand" for o in ctx.observations)
    return (HURT.value if hurt else 1.0) * sum(wrap_seconds(g) * g.share.pieces for g in ctx.each_group()) / 60


def wanted_across(ctx: Context) -> float | None:
    """Width in mm the wrapper is wanted to be, None where its filling decides."""
    group = ctx.group
    if group.across_mm is not None or group.thick_mm is None:
        return group.across_mm
    return CLOSINGS[group.closing].across_at(ctx.share.dough_per_piece_g, group.thick_mm)


def thinner(ctx: Context) -> float:
    """How thin this dough is rolled over how thin a usual one is: one rested only, or mixed and left, stretches."""
    dough = ctx.bake.dough
    return STRETCHY.value if dough.leavening == "none" or dough.kneading == "none" else 1.0


def _wrapped(ctx: Context, proof: Fermented) -> tuple[Wrapper, float]:
    ready = proof.forecast.ready
    ratio = volume_over_gas_free(proof, ready.typical if ready else float(proof.stage.course.minutes[-1]))
    s, group = ctx.share, ctx.group
    density = filling_density(ctx)
    made = enclose(
        closing=group.closing,
        dough_g=s.dough_per_piece_g,
        filling_g=s.filling_per_piece_g,
        filling_density=density,
        proofed_ratio=ratio,
        pieces=s.pieces,
        wanted_mm=wanted_across(ctx),
        thinner=thinner(ctx),
    )
    return made, ratio


def by_heat(ctx: Context) -> list[list[int]]:
    """Groups that go into one heat, the leading group's first: positions of the groups."""
    found: dict[HeatSettings, list[int]] = {}
    for i, g in enumerate(ctx.each_group()):
        found.setdefault(g.bake.heat, []).append(i)
    return list(found.values())


def _fit(ctx: Context, group: list[int], wrappers: list[Wrapper]) -> Fit:
    """How the pieces of one heat lie, all at the size of those that need the most room."""
    contexts = ctx.each_group()
    return min((fit_of(contexts[i], *wrappers[i].sizes[1:]) for i in group), key=lambda fit: fit.per_load)


def _line(ctx: Context) -> CoreLine:
    parts = ctx.group.parts
    if not parts:
        return CoreLine(
            crumb_target(ctx.kitchen.altitude_m), say("the crumb is set"), say("common practice, no source")
        )
    return safety.core_line([i for i, _ in parts], ctx.group.filling.state, ctx.kitchen.region)


def work_pieces(ctx: Context, last: Fermented, wrap_min: float) -> list[Pieces]:
    """Every group, in the order of the bake. last: the stage the dough is divided after."""
    groups = ctx.each_group()
    proofs = [final_proof(g, last, wrap_min) for g in groups]
    wrapped = [_wrapped(g, p) for g, p in zip(groups, proofs, strict=True)]
    # All go into the heat together, when the leading group is ready.
    proofed_min = proofs[0].minutes.typical + wrap_min / 2
    fires = {}
    for number, together in enumerate(by_heat(ctx), start=1):
        pieces = sum(groups[i].share.pieces for i in together)
        at_once = min(_fit(ctx, together, [w for w, _ in wrapped]).per_load, pieces)
        loads = marked(groups[together[0]], number, math.ceil(pieces / at_once))
        fires.update({i: fire_of(groups[i], at_once, loads) for i in together})
    found = []
    for i, (g, proof, (wrapper, ratio)) in enumerate(zip(groups, proofs, wrapped, strict=True)):
        piece = piece_of(
            g, wrapper, ratio, proof.stage.course.state_at(proofed_min).temperature, proofed_min, proof.place
        )
        found.append(
            Pieces(
                ctx=g,
                seconds=wrap_seconds(g),
                proof=proof,
                wrapper=wrapper,
                gas_ratio=ratio,
                demand=demand(g, piece, _line(g), fires[i]),
            )
        )
    return found


def uneven_proofs(ctx: Context, last: Fermented, wrap_min: float, portioned: Portioning | None) -> tuple[float, float]:
    """Minutes by which the lightest and the heaviest piece weighed are proofed sooner and later than one as planned."""
    if portioned is None or not portioned.far:
        return 0.0, 0.0
    lead = ctx.each_group()[0]

    def ready(mass_ratio: float) -> float:
        other, share = replace(lead), lead.share
        dough_g = max(5.0, share.dough_per_piece_g * mass_ratio)
        shares = [replace(share, dough_per_piece_g=dough_g), *ctx.scaled.shares[1:]]
        other.__dict__["scaled"] = replace(ctx.scaled, shares=shares)
        found = final_proof(other, last, wrap_min).forecast.ready
        return 0.0 if found is None else found.typical

    ratios = [1 + p.off for p in portioned.portions]
    planned = ready(1.0)
    return planned - ready(min(1.0, *ratios)), ready(max(1.0, *ratios)) - planned


def loads_of(ctx: Context, pieces: list[Pieces], portioned: Portioning | None) -> list[Load]:
    """What goes into each heat, the leading group's first."""
    found = []
    uneven = (portioned.soonest, portioned.latest) if portioned else (1.0, 1.0)
    for number, together in enumerate(by_heat(ctx), start=1):
        mine = [pieces[i] for i in together]
        fit = _fit(ctx, together, [p.wrapper for p in pieces])
        count = sum(p.ctx.share.pieces for p in mine)
        names = [p.ctx.group.called for p in mine]
        found.append(Load(most_demanding([p.demand for p in mine]), fit, count, names, uneven, number))
    return found


def group_tray(p: Pieces, minutes_planned: float) -> GroupTray:
    """A group as shown."""
    ctx, share, d, ready = p.ctx, p.ctx.share, p.demand, p.proof.forecast.ready
    known = safety.allergens(ctx.eaten)
    return GroupTray(
        name=ctx.group.called,
        pieces=share.pieces,
        filling=filling_lines(ctx),
        filling_g=share.filling_g,
        filling_each_g=share.filling_per_piece_g,
        dough_each_g=share.dough_per_piece_g,
        wrap=p.wrapper,
        wrap_seconds_each=p.seconds,
        proof=None if ready is None else Band(ready.low, ready.typical, ready.high),
        line_c=d.line.celsius,
        line_why=d.line.why,
        reaches=d.reaches,
        needs_min=d.needed,
        core_at_end_c=d.core_at(minutes_planned),
        allergens=known.named,
        may_contain=known.may_named,
        filled=filled(ctx, filling_density(ctx)) if ctx.group.parts else None,
    )


def wash_grams(wrapper: Wrapper, pieces: int) -> float:
    """g of wash for so many pieces: their tops, domed."""
    size = wrapper.sizes[1]
    return pieces * math.pi / 4 * size.width_mm * size.length_mm / 100 * DOMED * WASH_G_PER_CM2
