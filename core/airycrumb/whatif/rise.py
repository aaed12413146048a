"""Late, early, or ready at an hour: what can be done about a rise, each way with the hour and band it leads to."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from datetime import datetime, timedelta

from airycrumb.bake.edits import Answer, Change
from airycrumb.bake.stages import Stay
from airycrumb.numerical import root
from airycrumb.plan.context import Context
from airycrumb.quantities import Band
from airycrumb.stations.rise.forecast import ready_band
from airycrumb.trays.ferment import Fermented, first_rise, ripened
from airycrumb.trays.weigh import FRIDGE_C, WARMEST_LIQUID_C, temperatures
from airycrumb.words import NOTHING, Message, hour_of, in_celsius, in_grams, in_minutes, in_percent, say

LEAST_YEAST, MOST_YEAST = 0.15, 3.0  # % of flour, as instant
COOLEST_DOUGH, WARMEST_DOUGH = 18.0, 30.0  # °C after kneading
FRIDGE_WORTH_MIN = 60.0  # later than it would be ready, from which the fridge is worth the way; assumed
NEAR_MIN, NEAR_SHARE = 10.0, 0.1  # minutes either way, and share of the band, that count as the hour asked for


@dataclass(frozen=True)
class Option:
    """One way. ready: the hours it is ready between, None where it does not get there; answer: the edits that take
    it, for a bake not yet begun; move: the spot to move the dough to, for one under way; reaches: whether it does
    what was asked.
    """

    label: Message
    why: Message
    ready_low: datetime | None
    ready: datetime | None
    ready_high: datetime | None
    answer: Answer | None
    move: str | None
    reaches: bool


@dataclass(frozen=True)
class Rise:
    """The rise as it stands: its context, when it begins, and what is forecast."""

    ctx: Context
    begin: datetime
    found: Fermented


def rise_of(ctx: Context, begin: datetime) -> Rise:
    """The first rise of a context, beginning at an hour."""
    ctx = replace(ctx, starts=(*ctx.starts, ("rise", begin)))
    return Rise(ctx, begin, _found(ctx))


def _found(ctx: Context) -> Fermented:
    _, dough_c, measured = temperatures(ctx)
    return first_rise(ctx, dough_c, measured, ripened(ctx))


def _typical(r: Rise, ctx: Context) -> float:
    """Minutes from the rise's start until it is ready; very long where it never is."""
    ready = _found(ctx).forecast.ready
    return 1e5 if ready is None else ready.typical


def _option(
    r: Rise, ctx: Context, label: Message, why: Message, asked: datetime, answer: Answer | None, move: str | None = None
) -> Option:
    ready = _found(ctx).forecast.ready
    hour = lambda m: r.ctx.later(r.begin, m)
    if ready is None:
        return Option(
            label=label, why=why, ready_low=None, ready=None, ready_high=None, answer=answer, move=move, reaches=False
        )
    near = max(NEAR_MIN, NEAR_SHARE * (ready.high - ready.low))
    reaches = abs((hour(ready.typical) - asked).total_seconds()) <= 60 * near
    return Option(
        label=label,
        why=why,
        ready_low=hour(ready.low),
        ready=hour(ready.typical),
        ready_high=hour(ready.high),
        answer=answer,
        move=move,
        reaches=reaches,
    )


def _solve(
    wanted: float, of: Callable[[float], float], low: float, high: float, tolerance: float
) -> tuple[float, bool]:
    """x in low..high with of(x) = wanted, or the end nearest to it and False; of must run one way."""
    ends = of(low) - wanted, of(high) - wanted
    if ends[0] * ends[1] > 0:
        return (low if abs(ends[0]) < abs(ends[1]) else high), False
    return root(lambda x: of(x) - wanted, low, high, tolerance), True


def _stay_started(r: Rise) -> list[Change]:
    """The edits that keep the start where it is while the rest follows."""
    start = dict(r.ctx.starts).get("start", r.begin)
    return [Change(["plan", "eat_at"], None), Change(["plan", "start_at"], start.isoformat(timespec="minutes"))]


def _with_yeast(ctx: Context, factor: float) -> Context:
    return replace(ctx, bake=ctx.bake.but(dough=ctx.bake.dough.with_yeast(factor)))


def _wanting(ctx: Context, celsius: float) -> Context:
    return replace(ctx, bake=ctx.bake.but(dough=ctx.bake.dough.but(wanted_c=celsius)))


def _standing(ctx: Context, *stays: Stay) -> Context:
    return replace(ctx, bake=ctx.bake.but(rise=ctx.bake.rise.but(spots=stays)))


def _by_yeast(r: Rise, asked: datetime, minutes: float) -> Iterator[Option]:
    now = r.ctx.percentages.yeast
    if now <= 0 or r.ctx.ripens:
        return
    percent, reached = _solve(
        minutes, lambda y: _typical(r, _with_yeast(r.ctx, y / now)), LEAST_YEAST, MOST_YEAST, 0.002
    )
    rows = [(n, g) for n, (i, g) in enumerate(r.ctx.bake.dough.parts) if i.role == "yeast"]
    changes = [
        Change(["dough", "ingredients", n, f], f"{g * percent / now:.2f} g")
        for n, g in rows
        for f in ("amount", *_ends(r, n))
    ]
    mass = in_grams(sum(g for _, g in rows) * percent / now, significant=2)
    more = say("More yeast: {mass} in the recipe", mass=mass)
    less = say("Less yeast: {mass} in the recipe", mass=mass)
    why = _as_far(
        say("{new} instead of {now}", new=in_percent(percent, significant=2), now=in_percent(now, significant=2)),
        reached,
    )
    answer = Answer(say("More yeast") if percent > now else say("Less yeast"), [*changes, *_stay_started(r)])
    yield _option(
        r=r,
        ctx=_with_yeast(r.ctx, percent / now),
        label=more if percent > now else less,
        why=why,
        asked=asked,
        answer=answer,
    )


def _as_far(why: Message, reached: bool) -> Message:
    """Why, and whether it had to stop short of the hour asked for."""
    return why if reached else say("{why}, as far as is sensible", why=why)


def _ends(r: Rise, row: int) -> tuple[str, ...]:
    """The least and most of a row, where it has them: they would contradict another amount."""
    bands = r.ctx.bake.dough.bands
    return ("low", "high") if row < len(bands) and bands[row].high > bands[row].low else ()


def _by_water(r: Rise, asked: datetime, minutes: float) -> Iterator[Option]:
    if r.ctx.bake.dough.start_c is not None:
        return
    wanted, reached = _solve(minutes, lambda c: _typical(r, _wanting(r.ctx, c)), COOLEST_DOUGH, WARMEST_DOUGH, 0.05)
    wanted = round(2 * wanted) / 2
    changed = _wanting(r.ctx, wanted)
    liquid, dough_c, _ = temperatures(changed)
    if not FRIDGE_C <= liquid <= WARMEST_LIQUID_C:
        return
    why = _as_far(
        say("liquid at {liquid} lands it at {dough}", liquid=in_celsius(liquid), dough=in_celsius(dough_c)), reached
    )
    warmer, to = dough_c > temperatures(r.ctx)[1], in_celsius(wanted)
    label = say("A warmer dough: {to}", to=to) if warmer else say("A cooler dough: {to}", to=to)
    changes = [Change(["dough", "wanted_temperature"], f"{wanted:g} C"), *_stay_started(r)]
    answer = Answer(say("Warmer water") if warmer else say("Cooler water"), changes)
    yield _option(r=r, ctx=changed, label=label, why=why, asked=asked, answer=answer)


def _cold(ctx: Context, bench_min: float) -> Context:
    """So long where it stands now, then the fridge until it is ready."""
    last, fridge = ctx.bake.rise.stays[-1], Stay.of("fridge")
    stays = (last.but(minutes=bench_min), fridge) if bench_min >= 5 else (fridge,)
    return _standing(ctx, *stays)


def _by_cold(r: Rise, asked: datetime, minutes: float) -> Iterator[Option]:
    """A stretch in the fridge: the longer it stands out before, the sooner it is ready."""
    ready = r.found.forecast.ready
    if ready is None or minutes < ready.typical + FRIDGE_WORTH_MIN:
        return
    bench, reached = _solve(minutes, lambda m: _typical(r, _cold(r.ctx, m)), 0.0, ready.typical, 0.5)
    if not reached:
        return
    bench = float(round(bench))
    changed = _cold(r.ctx, bench)
    rows = [
        {
            "where": s.where,
            **({"air": f"{s.air_c:g} C"} if s.air_c else {}),
            **({"for": f"{s.minutes:g} min"} if s.minutes else {}),
        }
        for s in changed.bake.rise.stays
    ]  # fmt: skip
    label = (
        say("{bench} out, then the fridge", bench=in_minutes(bench)) if bench >= 5 else say("Straight into the fridge")
    )
    why = say("cold, it goes on slowly, and keeps for days; its time is good to half as much again either way")
    yield _option(
        r=r,
        ctx=changed,
        label=label,
        why=why,
        asked=asked,
        answer=Answer(say("The fridge"), [*_spots(rows), *_stay_started(r)]),
    )


def _spots(rows: list[dict[str, str]]) -> list[Change]:
    return [Change(["rise", "air"], None), Change(["rise", "spots"], rows)]


def _moves(r: Rise, asked: datetime, which: tuple[str, ...]) -> Iterator[Option]:
    """Another spot: from the start for a bake not yet begun, from now on for one under way."""
    under_way = r.ctx.done is not None and r.begin <= r.ctx.now
    for where in which:
        if r.ctx.bake.rise.stays == (Stay.of(where),):
            continue
        stays: tuple[Stay, ...] = (Stay.of(where),)
        if under_way:
            gone = max(1.0, (r.ctx.now - r.begin).total_seconds() / 60)
            stays = (r.ctx.bake.rise.stays[0].but(minutes=gone), Stay.of(where))
        changed = _standing(r.ctx, *stays)
        label = _found(changed).place.spots()[-1].name
        answer = None if under_way else Answer(label, [*_spots([{"where": where}]), *_stay_started(r)])
        yield _option(
            r=r,
            ctx=changed,
            label=label,
            why=(say("from now on") if under_way else say("from the start")),
            asked=asked,
            answer=answer,
            move=where,
        )


WARM, COLD = ("oven light", "over warm water", "oven with hot water"), ("fridge",)


def ready_at(r: Rise, asked: datetime) -> list[Option]:
    """Ways to have the rise ready at an hour, those that reach it first."""
    minutes = (asked - r.begin).total_seconds() / 60
    begun = r.ctx.done is not None and "weigh" in r.ctx.done.ended
    found = (
        [] if begun else [*_by_yeast(r, asked, minutes), *_by_water(r, asked, minutes), *_by_cold(r, asked, minutes)]
    )
    sooner = r.found.forecast.ready is None or r.found.forecast.ready.typical > minutes
    found += _moves(r, asked, WARM if sooner else COLD)
    return sorted(found, key=lambda o: not o.reaches)


def away(r: Rise, minutes: float) -> list[Option]:
    """Ways to be gone from now for so long without the dough passing its best: it should be ready when the cook is
    back.
    """
    back = max(r.ctx.now, r.begin) + timedelta(minutes=minutes)
    stay = _option(
        r=r, ctx=r.ctx, label=say("Leave it where it is"), why=say("nothing changed"), asked=back, answer=None
    )
    return [stay, *ready_at(r, back)]


@dataclass(frozen=True)
class Lateness:
    """What being late comes to: growth then as a share of that asked for, with its band, and what to do, in words."""

    growth: Band
    verdict: Message
    looks: Message
    do: list[Message]


def late_by(r: Rise, minutes: float) -> Lateness:
    """How far past its target the dough will be if it is seen to so many minutes after it is ready."""
    target, ready = r.found.forecast.target, ready_band(r.found.after, r.found.stage, r.found.forecast.target)
    if ready is None:
        return Lateness(
            Band(0, 0, 0),
            say("It is not ready yet, and will not be within the time followed."),
            NOTHING,
            [say("Look again later.")],
        )
    at = ready.typical + minutes
    vigours = [r.found.after.quantile(p) for p in (0.05, 0.5, 0.95)]
    grown = sorted((r.found.stage.ratio_at(v, at) - 1) / (target - 1) for v in vigours)
    growth = Band(grown[0], grown[1], grown[2])
    return Lateness(growth, *_judged(growth.typical, r.ctx.later(r.begin, at)))


def _judged(share: float, at: datetime) -> tuple[Message, Message, list[Message]]:
    """Verdict, looks and what to do at a share of the growth asked for. Bands assumed; words are common practice."""
    if share < 1.15:
        return (
            say("At {at} it is hardly past its best.", at=hour_of(at)),
            say("Domed, a poke comes back slowly."),
            [say("Go on as planned.")],
        )
    if share < 1.4:
        return (
            say("At {at} it is past its best, and nothing is lost.", at=hour_of(at)),
            say("Flat on top, a poke stays."),
            [say("Divide at once, and shorten the final proof by about a third.")],
        )
    return (
        say("At {at} it is well past its best.", at=hour_of(at)),
        say("Sunken in the middle, large bubbles, a smell of alcohol."),
        [
            say("Knock it back once more: it is up again in about a third of the time, a little less high."),
            say("Or flatten it and bake it open or folded, where height is not asked for."),
        ],
    )
