"""Each group of pieces: its proof, its wrapper and what it asks of the heat."""

from dataclasses import dataclass

from airycrumb import safety
from airycrumb.data.closings import SECONDS_EACH
from airycrumb.documents import Filling
from airycrumb.enclose import Wrapper, enclose
from airycrumb.quantities import Band
from airycrumb.sheet.context import Context
from airycrumb.sheet.ferment import Fermented, final_proof, volume_over_gas_free
from airycrumb.sheet.heating import Demand, demand, fire_of, per_load, piece_of
from airycrumb.sheet.types import GroupTray
from airycrumb.sheet.weigh import filling_lines


@dataclass(frozen=True)
class Pieces:
    """One group worked out. seconds: to wrap one; gas_ratio: dough volume over gas-free as it meets the heat."""

    ctx: Context
    seconds: float
    proof: Fermented
    wrapper: Wrapper
    gas_ratio: float
    demand: Demand


def filling_density(filling: Filling) -> float:
    """g/mL of a filling as packed in a piece, from its ingredients' densities (1.0 where unknown)."""
    # Loose densities (nuts, grated cheese) close up once packed in a filling.
    volume = sum(g / max(i.density or 1.0, 0.9) for i, g in filling.parts)
    return sum(g for _, g in filling.parts) / volume


def wrap_seconds(ctx: Context) -> float:
    """Seconds to wrap one piece of the group looked at: learned in this kitchen, else the usual."""
    closing = ctx.group.closing
    return ctx.kitchen.wrap_seconds.get(closing, SECONDS_EACH[closing].value)


def wrap_minutes(ctx: Context) -> float:
    """Minutes to wrap every piece."""
    return sum(wrap_seconds(g) * g.share.pieces for g in ctx.each_group()) / 60


def _wrapped(ctx: Context, proof: Fermented) -> tuple[Wrapper, float]:
    ready = proof.forecast.ready
    ratio = volume_over_gas_free(proof, ready.typical if ready else float(proof.stage.course.minutes[-1]))
    s, group = ctx.share, ctx.group
    density = filling_density(group.filling)
    return enclose(group.closing, s.dough_per_piece_g, s.filling_per_piece_g, density, ratio), ratio


def at_once(ctx: Context, wrappers: list[Wrapper]) -> int:
    """Pieces that go into the heat together, at the size of the largest."""
    fits = min(per_load(g, w.sizes[-1]) for g, w in zip(ctx.each_group(), wrappers, strict=True))
    return min(fits, ctx.scaled.pieces)


def work_pieces(ctx: Context, last: Fermented, wrap_min: float) -> list[Pieces]:
    """Every group, in the order of the bake. last: the stage the dough is divided after."""
    groups = ctx.each_group()
    proofs = [final_proof(g, last, wrap_min) for g in groups]
    wrapped = [_wrapped(g, p) for g, p in zip(groups, proofs, strict=True)]
    fire = fire_of(ctx, at_once(ctx, [w for w, _ in wrapped]))
    # All go into the heat together, when the leading group is ready.
    proofed_min = proofs[0].minutes.typical + wrap_min / 2
    found = []
    for g, proof, (wrapper, ratio) in zip(groups, proofs, wrapped, strict=True):
        piece = piece_of(g, ratio, proof.stage.course.state_at(proofed_min).temperature, proofed_min, proof.place)
        filling = g.group.filling
        line = safety.core_line([i for i, _ in filling.parts], filling.state, ctx.kitchen.region)
        found.append(Pieces(g, wrap_seconds(g), proof, wrapper, ratio, demand(g, piece, line, fire)))
    return found


def group_tray(p: Pieces, minutes_planned: float) -> GroupTray:
    """A group as shown."""
    ctx, share, d, ready = p.ctx, p.ctx.share, p.demand, p.proof.forecast.ready
    items = [i for i, _ in ctx.bake.parts + ctx.group.filling.parts]
    return GroupTray(
        ctx.group.filling.name,
        share.pieces,
        filling_lines(ctx),
        share.filling_g,
        share.filling_per_piece_g,
        share.dough_per_piece_g,
        p.wrapper,
        p.seconds,
        None if ready is None else Band(ready.low, ready.typical, ready.high),
        d.line.celsius,
        d.line.why,
        d.reaches,
        d.needed,
        d.core_at(minutes_planned),
        safety.allergens(items),
    )
