"""A group's filling as shown: how much there must be, how wet it is, how it cools."""

from collections.abc import Sequence

from airycrumb.data.filling import TREATMENTS
from airycrumb.memo import remembered
from airycrumb.pantry import Part
from airycrumb.plan.context import Context
from airycrumb.stations import filling
from airycrumb.trays.made import made, wrapped_parts
from airycrumb.trays.types import FillingStepTray, FillingTray, Laid
from airycrumb.words import listed, say

VESSELS = ("tray", "box", "bowl")


def moisture_of(ctx: Context) -> filling.Moisture:
    """How wet the filling of the group looked at is, against what its closing bears."""
    f, bake = ctx.group.filling, ctx.bake
    return _moisture(
        parts=wrapped_parts(ctx),
        state=f.state,
        treatments=tuple(f.treatments),
        closing=ctx.group.closing,
        method=bake.heat.method,
        total_g=ctx.share.filling_g,
    )


_moisture = remembered(64)(filling.moisture)


def made_g(ctx: Context) -> float | None:
    """g of the filling there really is: as weighed while it was made, else as written, None where nobody said."""
    weighed = [o.value for o in ctx.observations if o.kind == "filling_weight" and (o.where or "1") == str(ctx.at + 1)]
    return weighed[-1] if weighed else ctx.group.filling.made_g


def weighed_g(ctx: Context) -> float:
    """g to weigh of the filling of the group looked at: what its steps, draining and squeezing take is there to begin
    with.
    """
    return made(ctx, ctx.share.filling_g / moisture_of(ctx).left).weighed_g


def salt_in(parts: Sequence[Part]) -> float:
    """Salt in g per 100 g."""
    return 100 * sum(g for item, g in parts if item.role == "salt") / max(sum(g for _, g in parts), 1e-9)


def _after_each(ctx: Context) -> list[FillingStepTray]:
    """What is left of the filling after each of its steps."""
    f, way = ctx.group.filling, made(ctx, ctx.share.filling_g / moisture_of(ctx).left)
    words = {line.part[0].key: line.part[0].called for line in f.ingredients}
    return [
        FillingStepTray(
            words=step.kind.words(listed([words[key] for key in step.of]) if step.of else say("the filling")),
            minutes=step.minutes,
            hands_min=step.hands_min,
            assumed=step.assumed,
            left_g=left.grams,
            low_g=max(0.0, left.grams - left.doubt_g),
            high_g=left.grams + left.doubt_g,
            water=100 * sum(i.water / 100 * g for i, g in left.parts) / max(left.grams, 1e-9),
            salt=salt_in(left.parts),
        )
        for step, left in zip(f.steps, way.left, strict=True)
    ]


def coolings(ctx: Context, density: float) -> list[filling.Cooling]:
    """How long it takes to cool in each vessel; [] for one that goes in raw."""
    f = ctx.group.filling
    if f.state == "raw":
        return []
    return [filling.cooling(ctx.share.filling_g, density, vessel, ctx.room_c, f.celsius) for vessel in VESSELS]


def laid_in(ctx: Context) -> list[Laid]:
    """What is laid into each piece with its filling: as much of each as the bake has in what a piece holds."""
    group = ctx.group
    each = ctx.share.filling_per_piece_g
    return [Laid(one.name, one.each_g * each / group.filling_each_g) for one in group.filling.things]


def filled(ctx: Context, density: float) -> FillingTray:
    """The filling of the group looked at. density: g/mL as packed."""
    f, wet, there = ctx.group.filling, moisture_of(ctx), made_g(ctx)
    needed = ctx.share.filling_g
    return FillingTray(
        state=f.state,
        celsius=f.celsius,
        treatments=[TREATMENTS[t][0] for t in f.treatments],
        needed_g=needed,
        weighed_g=weighed_g(ctx),
        made_g=there,
        short_g=0.0 if there is None else needed - there,
        juice=wet.juice,
        word=wet.word,
        bears=wet.bears,
        most_from=wet.most_from,
        binders=wet.binders,
        stiff=filling.stiffness(wrapped_parts(ctx), wet.juice, f.celsius),
        vessel=f.vessel,
        cool_min=f.cooling_min,
        coolings=coolings(ctx, density),
        laid=laid_in(ctx),
        steps=_after_each(ctx),
        making_min=f.making_min,
        salt=salt_in(wrapped_parts(ctx)),
    )
