"""The compiled inner loop: one plan of a day played through every drawn day, by a sensible cook who follows it.

The cook looks at the dough: goes on when it is ready and not before, keeps to the plan's hour where it is ready sooner,
and no longer than its best. Hands go to what asks first; oven and pots keep the plan's order, and an oven a dough rises
in is let alone until it is ready. Hours are in slots.
Compiled by numba at set-up (`python -m airycrumb.compiled`) and read from its cache afterwards.
"""

from typing import NamedTuple

import numpy as np
from numba import njit
from numpy.typing import NDArray

Numbers = NDArray[np.float64]
Whole = NDArray[np.int64]
Flags = NDArray[np.bool_]
OVEN, STEAMER, PAN = 0, 1, 2
IN_TIME = 4.0  # slots: on the table so soon after its hour counts as on time
PAST = 1.0  # slots a dough may be past its best before it counts as over-proofed
HOT_WAIT = 6.0  # slots a finished load may stand before it is no longer hot; assumed


class Bakes(NamedTuple):
    """Bakes as arrays: of (bake, stage) first. until: infinite for never past its best; ended: as marked, below 0
    before; last, wrap: which stage; work, cools, made: of the filling, and whether it is begun."""

    hands: Flags
    least: Numbers
    until: Numbers
    ended: Numbers
    last: Whole
    wrap: Whole
    work: Numbers
    cools: Numbers
    made: Flags
    due: Numbers


class Heats(NamedTuple):
    """Loads as arrays. bake: whose; began: as marked, below 0 before; change, alike: of a load after another, slots for
    the oven to change and whether the two may share it."""

    bake: Whole
    where: Whole
    slots: Numbers
    rest: Numbers
    extra: Numbers
    began: Numbers
    change: Numbers
    alike: Flags


class Rises(NamedTuple):
    """What rises in an oven. bake, stage: which; heats: slots it is out of it before its own first load, so that the
    oven can heat; change: of (rise, load), slots from it out to that load in."""

    bake: Whole
    stage: Whole
    heats: Numbers
    change: Numbers


class Hours(NamedTuple):
    """A plan as arrays. starts, ends: of (bake, stage); filling: infinite for none; into, oven: of each load; order: in
    which the loads go in."""

    starts: Numbers
    ends: Numbers
    filling: Numbers
    into: Numbers
    oven: Whole
    order: Whole


class Here(NamedTuple):
    """Where a day stands. free: when each person has hands; cold: when each filling can be wrapped; since: when each
    stage began; asks, stage, fills: when each bake asks to be taken up, with which stage, and its filling."""

    free: Numbers
    cold: Numbers
    since: Numbers
    asks: Numbers
    stage: Whole
    fills: Numbers


@njit(cache=True, error_model="numpy")
def taken_up(wanted, slots, here, away, spans):
    """When somebody has hands for it, and takes it up. away: (from, until) of each person, so many `spans` of them."""
    best, who = np.inf, 0
    for p in range(len(here.free)):
        at = max(wanted, here.free[p])
        for n in range(spans[p]):
            if at < away[p, n, 1] and away[p, n, 0] < at + slots:
                at = away[p, n, 1]
        if at < best:
            best, who = at, p
    here.free[who] = best + slots
    return best


@njit(cache=True, error_model="numpy")
def goes_on(j, s, at, bakes, hours, factors, here, over):
    """A stage of a bake begins, and those after it, up to where hands are asked for; what came before it is judged."""
    while True:
        if s > 0 and bakes.ended[j, s - 1] < 0 and bakes.until[j, s - 1] < np.inf:
            over[j] = max(over[j], at - here.since[j, s - 1] - bakes.until[j, s - 1] * factors[j, s - 1])
        here.since[j, s] = at
        if s == bakes.last[j]:
            return
        if bakes.ended[j, s] >= 0:
            at = bakes.ended[j, s]
        elif bakes.hands[j, s]:
            at += bakes.least[j, s]
        else:
            best, ready = bakes.until[j, s] * factors[j, s], bakes.least[j, s] * factors[j, s]
            here.asks[j], here.stage[j] = at + max(ready, min(hours.ends[j, s] - at, best)), s + 1
            return
        s += 1
        if bakes.hands[j, s] and bakes.ended[j, s] < 0:
            here.asks[j], here.stage[j] = at, s
            return


@njit(cache=True, error_model="numpy")
def first_of(hours):
    """Which of some is the first; of two at once the one that stands first."""
    found = 0
    for n in range(1, len(hours)):
        if hours[n] < hours[found]:
            found = n
    return found


@njit(cache=True, error_model="numpy")
def begins(bakes, hours, factors, here, over):
    """Every bake before its first work."""
    here.free[:], here.cold[:] = 0.0, 0.0
    here.asks[:], here.fills[:] = np.inf, np.inf
    for j in range(len(bakes.last)):
        over[j] = 0.0
        if hours.filling[j] < np.inf:
            if bakes.made[j]:
                here.cold[j] = hours.filling[j] + bakes.work[j] + bakes.cools[j]
            else:
                here.fills[j], here.cold[j] = hours.filling[j], np.inf
        if bakes.hands[j, 0] and bakes.ended[j, 0] < 0:
            here.asks[j], here.stage[j] = hours.starts[j, 0], 0
        else:
            goes_on(j, 0, hours.starts[j, 0], bakes, hours, factors, here, over)


@njit(cache=True, error_model="numpy")
def worked(bakes, hours, away, spans, factors, here, over):
    """A day's work up to the heat: what asks first is taken up first."""
    begins(bakes, hours, factors, here, over)
    while True:
        f, j = first_of(here.fills), first_of(here.asks)
        wanted = min(here.fills[f], here.asks[j])
        if wanted == np.inf:
            return
        # Of two that ask at once the first bake's comes first, and of one bake its filling.
        if here.fills[f] < here.asks[j] or (here.fills[f] == here.asks[j] and f <= j):
            here.fills[f] = np.inf
            here.cold[f] = taken_up(wanted, bakes.work[f], here, away, spans) + bakes.work[f] + bakes.cools[f]
            continue
        s = here.stage[j]
        here.asks[j] = np.inf
        if s == bakes.wrap[j] and bakes.hands[j, s] and here.cold[j] > wanted:
            here.asks[j] = min(here.cold[j], wanted + 1.0)
            continue
        at = taken_up(wanted, bakes.least[j, s], here, away, spans) if bakes.hands[j, s] else wanted
        goes_on(j, s, at, bakes, hours, factors, here, over)


@njit(cache=True, error_model="numpy")
def waits_for(x, y, heats, hours, steamers):
    """Whether a load goes in only after another that went in before it: in the same oven or pot, and not beside it."""
    if heats.where[y] != heats.where[x] or hours.oven[y] != hours.oven[x]:
        return False
    beside = hours.into[y] + heats.slots[y] > hours.into[x]
    if heats.where[x] == OVEN:
        return not (beside and heats.alike[y, x])
    return not (beside and heats.where[x] == STEAMER and steamers > 1)


@njit(cache=True, error_model="numpy")
def gaps_of(heats, hours, steamers):
    """Slots from each load in to each other one in, at least; minus infinity where neither waits for the other."""
    many = len(hours.order)
    gaps = np.full((many, many), -np.inf)
    for k in range(many):
        x = hours.order[k]
        for m in range(k):
            y = hours.order[m]
            if waits_for(x, y, heats, hours, steamers):
                gaps[x, y] = heats.slots[y] + heats.change[y, x]
    return gaps


@njit(cache=True, error_model="numpy")
def apart_of(rises, heats, hours, oven):
    """Slots from what rises in an oven out to each load in, as (load, rise); minus infinity where it does not wait."""
    apart = np.full((len(hours.order), len(rises.bake)), -np.inf)
    for r in range(len(rises.bake)):
        j, s = rises.bake[r], rises.stage[r]
        for x in range(len(hours.order)):
            baked = heats.where[x] == OVEN and hours.oven[x] == oven
            if baked and heats.bake[x] != j and hours.into[x] > hours.starts[j, s]:
                apart[x, r] = rises.change[r, x]
    return apart


@njit(cache=True, error_model="numpy")
def wanted_in(j, into, extra, bakes, factors, here):
    """When the cook would put a load in, nothing else in the oven: at its hour, but proofed, and not past its best."""
    last = bakes.last[j]
    factor, since = factors[j, last], here.since[j, last]
    return since + max(bakes.least[j, last] * factor, min(into - since, (bakes.until[j, last] + extra) * factor))


@njit(cache=True, error_model="numpy")
def out_of_oven(r, rises, bakes, hours, factors, here):
    """When the oven is free of what rises in it."""
    j, s = rises.bake[r], rises.stage[r]
    if s < bakes.last[j]:
        return here.since[j, s + 1]
    return wanted_in(j, hours.ends[j, s], 0.0, bakes, factors, here) - rises.heats[r]


@njit(cache=True, error_model="numpy")
def heated(bakes, heats, rises, hours, gaps, apart, factors, here, into, table, over, waits):
    """A day's loads in the plan's order: in when proofed, at the plan's hour, and after what they wait for."""
    table[:], waits[:] = 0.0, 0.0
    for k in range(len(hours.order)):
        x = hours.order[k]
        j = heats.bake[x]
        at = wanted_in(j, hours.into[x], heats.extra[x], bakes, factors, here)
        for m in range(k):
            y = hours.order[m]
            at = max(at, into[y] + gaps[x, y])
        for r in range(len(rises.bake)):
            if apart[x, r] > -np.inf:
                at = max(at, out_of_oven(r, rises, bakes, hours, factors, here) + apart[x, r])
        best = (bakes.until[j, bakes.last[j]] + heats.extra[x]) * factors[j, bakes.last[j]]
        if heats.began[x] >= 0:
            at = heats.began[x]
        elif best < np.inf:
            over[j] = max(over[j], at - here.since[j, bakes.last[j]] - best)
        into[x] = at
        ready = at + heats.slots[x] + heats.rest[x]
        table[j], waits[j] = max(table[j], ready), max(waits[j], bakes.due[j] - ready)


@njit(cache=True, error_model="numpy", nogil=True)
def play_days(factors, bakes, heats, rises, hours, away, spans, steamers, oven):
    """Of (day, bake): when the last of it is on the table, how long past its best anything of it was, and how long
    finished loads stand before their hour. factors: on the length of each (day, bake, stage); oven: which one
    doughs rise in."""
    days, many, stages = factors.shape
    here = Here(
        np.zeros(len(spans)),
        np.zeros(many),
        np.zeros((many, stages)),
        np.zeros(many),
        np.zeros(many, np.int64),
        np.zeros(many),
    )
    into = np.zeros(len(hours.order))
    gaps, apart = gaps_of(heats, hours, steamers), apart_of(rises, heats, hours, oven)
    table, over, waits = np.zeros((days, many)), np.zeros((days, many)), np.zeros((days, many))
    for d in range(days):
        worked(bakes, hours, away, spans, factors[d], here, over[d])
        heated(bakes, heats, rises, hours, gaps, apart, factors[d], here, into, table[d], over[d], waits[d])
    return table, over, waits


@njit(cache=True, error_model="numpy", nogil=True)
def how_bad(table, over, waits, due, hot):
    """One figure for how badly days went: what is over-proofed first, then what is late, then what is no longer hot.

    Of each share: three for each bake that is over-proofed, one for each that is late and two for any that is, half of
    that for what is cold; and a little for how long it stands before its hour. The weights are a choice of ours,
    assumed.
    """
    days, many = table.shape
    bad = 0.0
    for d in range(days):
        missed, worst = 0.0, 0.0
        for j in range(many):
            if over[d, j] > PAST:
                bad += 3.0
            late, cold = table[d, j] > due[j] + IN_TIME, hot[j] and waits[d, j] > HOT_WAIT
            weight = 1.0 if late else 0.5 if cold else 0.0
            missed, worst = missed + weight, max(worst, weight)
        bad += missed + 2.0 * worst
    longest = 0.0
    for j in range(many):
        longest = max(longest, waits[:, j].mean())
    return bad / days + 0.02 * longest
