"""The dough shared out over the groups, and how the cutting stands while it is done."""

from airycrumb.plan.context import Context
from airycrumb.stations.divide.portioning import Portioning, portioning
from airycrumb.stations.divide.sharing import ShareOut, Wanted, share_out
from airycrumb.stations.enclose import CLOSINGS
from airycrumb.words import NOTHING, Message


def _lumps(closing: str) -> tuple[tuple[Message, float], ...]:
    parts = CLOSINGS[closing].parts
    return ((NOTHING, 1.0),) if len(parts) == 1 else parts


def shared_out(ctx: Context) -> ShareOut:
    """The groups' lumps of dough, from the dough as weighed if it was."""
    k, scaled, whole = ctx.kitchen, ctx.scaled, ctx.filled_in_the_dough
    wanted = [
        Wanted(s.pieces, s.dough_per_piece_g + (s.filling_per_piece_g if whole else 0.0), _lumps(g.closing))
        for s, g in zip(scaled.shares, ctx.bake.groups, strict=True)
    ]
    dough_g = scaled.dough_g + (sum(s.filling_g for s in scaled.shares) if whole else 0.0)
    weighed = ctx.latest("dough_weight")
    return share_out(
        wanted=wanted,
        dough_g=dough_g,
        loss=k.bowl_loss,
        step_g=k.scale_step_g,
        weighed_g=weighed,
        spare=ctx.bake.spare_dough,
        with_filling=whole,
    )


def weighed_lumps(ctx: Context) -> list[float]:
    """g of every lump cut so far, in order; one weighed again stands where it stood."""
    found: list[float] = []
    for seen in ctx.of("piece", "divide"):
        again = int(seen.where) if seen.where and seen.where.isdigit() else None
        if again is not None and 1 <= again <= len(found):
            found[again - 1] = float(seen.value or 0.0)
        else:
            found.append(float(seen.value or 0.0))
    return found


def portions(ctx: Context, shared: ShareOut) -> Portioning | None:
    """How the cutting stands; None before the first lump is weighed."""
    lumps = weighed_lumps(ctx)
    if not lumps:
        return None
    aims = [(cut.what, cut.each_g) for cut in shared.groups for _ in range(cut.pieces)]
    out = shared.dough_g - shared.left_on_bowl_g - (shared.spare_g if shared.spare == "keep" else 0.0)
    return portioning(lumps, aims, out)
