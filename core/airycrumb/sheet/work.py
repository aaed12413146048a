"""One pure function: a bake, a kitchen and what has been seen, in; a sheet, out."""

from collections.abc import Sequence
from datetime import datetime, timedelta

from airycrumb import safety
from airycrumb.data import heat as heat_table
from airycrumb.data import rise as rise_table
from airycrumb.data.closings import SECONDS_EACH
from airycrumb.data.record import Constant, Source
from airycrumb.day import Durations, Timetable
from airycrumb.divide import share_out
from airycrumb.documents import Bake, Kitchen, Observation
from airycrumb.enclose import Wrapper, enclose
from airycrumb.sheet.context import Context
from airycrumb.sheet.doubts import ask
from airycrumb.sheet.ferment import (
    BENCH_REST_MIN,
    Fermented,
    divide_minutes,
    final_proof,
    first_rise,
    tray,
    volume_over_gas_free,
)
from airycrumb.sheet.heating import Heated, heating, piece_of
from airycrumb.sheet.timing import plan_day
from airycrumb.sheet.types import RiseTray, Sentence, Sheet
from airycrumb.sheet.weigh import weigh
from airycrumb.sheet.worked import Worked


def filling_density(bake: Bake) -> float:
    """g/mL of the filling as packed in a piece, from its ingredients' densities (1.0 where unknown)."""
    # Loose densities (nuts, grated cheese) close up once packed in a filling.
    volume = sum(g / max(i.density or 1.0, 0.9) for i, g in bake.filling_parts)
    return sum(g for _, g in bake.filling_parts) / volume


def wrap_seconds(ctx: Context) -> float:
    """Seconds to wrap one piece: learned in this kitchen, else the usual."""
    closing = ctx.bake.closing
    return ctx.kitchen.wrap_seconds.get(closing, SECONDS_EACH[closing].value)


def _durations(
    ctx: Context, first: Fermented, proof: Fermented, heated: Heated, weigh_min: float, wrap_min: float
) -> Durations:
    b, h = ctx.bake, heated.tray
    return Durations(
        weigh_min,
        first.minutes,
        divide_minutes(ctx.scaled.pieces),
        BENCH_REST_MIN.value,
        wrap_min,
        proof.minutes,
        heated.whole,
        b.rest_min,
        b.filling_hands_min,
        b.filling_cool_min,
        h.preheat_min,
    )


def _trays(
    ctx: Context, first: Fermented, proof: Fermented, table: Timetable, wrap_min: float
) -> tuple[RiseTray, RiseTray]:
    at = {s.key: s for s in table.steps}
    bake, room = ctx.bake, ctx.room_c
    rise_air = room if bake.rise_air_c is None else bake.rise_air_c
    proof_air = room if bake.proof_air_c is None else bake.proof_air_c
    middle = at["proof"].start - timedelta(minutes=wrap_min / 2)
    return tray(ctx, first, at["rise"].start, rise_air, 0.0), tray(ctx, proof, middle, proof_air, wrap_min)


def _sources(ctx: Context) -> list[Source]:
    """Where the numbers of this sheet are from, each once."""
    items = {item.key: item for item, _ in ctx.bake.parts + ctx.bake.filling_parts}
    found = [Source(i.name, i.kind, i.source) for _, i in sorted(items.items())]  # type: ignore[arg-type]
    for name, module in (("rise", rise_table), ("heat", heat_table)):
        constants = [v for v in vars(module).values() if isinstance(v, Constant)]
        found += sorted({Source(name, k.kind, k.source) for k in constants}, key=lambda s: s.source)
    return found


def _wrapper(ctx: Context, proof: Fermented) -> tuple[Wrapper, float]:
    """The wrapper, and how many times its gas-free volume the dough is when it meets the heat."""
    ratio = volume_over_gas_free(
        proof, proof.forecast.ready.typical if proof.forecast.ready else float(proof.stage.course.minutes[-1])
    )
    s = ctx.scaled
    return enclose(
        ctx.bake.closing, s.dough_per_piece_g, s.filling_per_piece_g, filling_density(ctx.bake), ratio
    ), ratio


def work(bake: Bake, kitchen: Kitchen, observations: Sequence[Observation] = (), *, now: datetime) -> Sheet:
    """Everything this bake needs in this kitchen, given what has been seen so far.

    now: an aware datetime; hours in the sheet are in its zone. Raises InputError only for an
    hour that is no hour; every other trouble is a doubt on the sheet.
    """
    ctx = Context(bake, kitchen, tuple(observations), now)
    weighed = weigh(ctx)
    first = first_rise(ctx, weighed.dough_c, weighed.dough_c_measured)
    seconds = wrap_seconds(ctx)
    wrap_min = seconds * ctx.scaled.pieces / 60
    proof = final_proof(ctx, first, wrap_min)
    wrapper, gas_ratio = _wrapper(ctx, proof)
    proofed_c = proof.stage.course.state_at(proof.minutes.typical + wrap_min / 2).temperature
    inside = [i for i, _ in bake.filling_parts]
    line = safety.core_line(inside, bake.filling_state, kitchen.region)
    piece = piece_of(ctx, gas_ratio, proofed_c, proof.minutes.typical + wrap_min / 2)
    heated = heating(ctx, piece, wrapper.sizes[-1], line, wrap_min + proof.minutes.typical)
    table, timing = plan_day(ctx, _durations(ctx, first, proof, heated, weighed.minutes, wrap_min))
    rise_tray, proof_tray = _trays(ctx, first, proof, table, wrap_min)
    shares = share_out(
        ctx.scaled.pieces,
        ctx.scaled.dough_g,
        kitchen.bowl_loss,
        ctx.scaled.dough_per_piece_g,
        kitchen.scale_step_g,
        ctx.latest("dough_weight"),
    )
    dough_items = [i for i, _ in bake.parts]
    return Sheet(
        bake.name,
        now,
        Sentence(bake.closing, bake.filling_name, heated.tray.setting, table.eat, table.start, ctx.room_c),
        ctx.scaled,
        weighed,
        rise_tray,
        shares,
        wrapper,
        seconds,
        proof_tray,
        heated.tray,
        table,
        ask(Worked(ctx, first, proof, rise_tray, weighed, wrapper, heated), timing),
        safety.cautions(
            dough_items, inside, bake.filling_state, bake.method, bake.air_c, line, heated.tray.warm_min, ctx.room_c
        ),
        safety.allergens(dough_items + inside),
        _sources(ctx),
    )
