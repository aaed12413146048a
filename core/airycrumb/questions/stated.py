"""What the recipe states, held against the bake: as it is here, different here and why, or told beside its step."""

import re
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass

from airycrumb.bake.edits import Answer, Change
from airycrumb.bake.stated import FOOD, Stated
from airycrumb.data.heat import WASHES
from airycrumb.quantities import Band
from airycrumb.questions.findings import Findings, piece_count
from airycrumb.trays.ferment import Fermented
from airycrumb.trays.types import StatedHere
from airycrumb.words import (
    NOTHING,
    Message,
    Quantity,
    in_celsius,
    in_grams,
    in_millimetres,
    in_minutes,
    say,
    say_n,
)

# Where a step is shown: its tray, and the stage of the day it belongs to.
PLACES = {
    "yeast": ("weigh", "weigh"),
    "knead": ("weigh", "weigh"),
    "rise": ("rise", "rise"),
    "cold": ("rise", "rise"),
    "bench": ("divide", "divide"),
    "proof": ("proof", "proof"),
    "cool": ("filling", "wrap"),
    "simmer": ("filling", "wrap"),
    "roast": ("filling", "wrap"),
}
SIZES = {"pieces": "divide", "each_g": "divide", "filling_each_g": "wrap", "thick_mm": "wrap", "across_mm": "wrap"}
HEATED = ("bake", "steam", "fry")
WASH_OF = {wash.of: key for key, wash in WASHES.items() if wash.of}
NEAR_CLOCK, NEAR_HEAT, NEAR_SIZE, NEAR_WEIGHT, NEAR_C = 0.1, 0.2, 0.08, 0.05, 3.0
SPOON = 0.2  # a spoon of filling is no scale; assumed
WEIGHED = re.compile(r"\d\s*(?:g|grams?|oz|ounces?)\b", re.IGNORECASE)
STEPS_SAID: dict[str, Message] = {
    "yeast": say("Yeast"),
    "knead": say("Knead"),
    "rise": say("Rise"),
    "cold": say("In the cold"),
    "bench": say("Bench rest"),
    "proof": say("Proof"),
    "preheat": say("Preheat"),
    "bake": say("Bake"),
    "steam": say("Steam"),
    "fry": say("In the pan"),
    "rest": say("Rest after"),
    "core": say("In the middle"),
    "cool": say("Cool"),
    "simmer": say("Cook"),
    "roast": say("Roast"),
    "wash": say("Brushed on"),
    "topping": say("On top"),
}


@dataclass(frozen=True)
class _Held:
    """A statement held against the bake. here: what stands here instead, empty where it is the same; take: the edits
    that take the recipe's."""

    same: bool
    here: Message = NOTHING
    take: tuple[Change, ...] = ()


def _quantity(one: Stated) -> Quantity:
    low, high = one.band.low, one.band.high
    if one.what == "minutes":
        return in_minutes(low, high)
    if one.what == "temperature":
        return in_celsius(low, high)
    return in_grams(low, high) if one.what.endswith("_g") else in_millimetres(low, high)


def says_of(one: Stated) -> Message:
    """A statement in a few words."""
    if one.item is not None:
        return say("{step}: {food}", step=STEPS_SAID[one.step], food=one.item.called)
    if one.what == "pieces":
        count = round(one.band.low)
        if one.band.high > one.band.low:
            return say("{low} or {high} pieces", low=count, high=round(one.band.high))
        return say_n("{count} piece", "{count} pieces", count, count=count)
    if one.what in COUNTED:
        return COUNTED[one.what](round(one.band.low))
    told = _quantity(one)
    sized = {
        "each_g": say("{told} of dough each", told=told),
        "filling_each_g": say("{told} of filling each", told=told),
        "thick_mm": say("{told} thick", told=told),
        "across_mm": say("{told} across", told=told),
    }
    if one.what in sized:
        return sized[one.what]
    if one.step in STEPS_SAID:
        return say("{step}: {told}", step=STEPS_SAID[one.step], told=told)
    return say("{told}", told=told)


COUNTED: dict[str, Callable[[int], Message]] = {
    "loads": lambda count: say_n("in {count} load", "in {count} loads", count, count=count),
    "at_once": lambda count: say("{count} at a time", count=count),
}


def _within(value: float, band: Band, share: float) -> bool:
    return band.low * (1 - share) <= value <= band.high * (1 + share)


def _pieces(w: Findings, one: Stated) -> _Held:
    count = sum(g.pieces for g in w.ctx.bake.groups)
    here = say_n("here {count} piece", "here {count} pieces", count, count=count)
    return _Held(one.band.low <= count <= one.band.high, here, tuple(piece_count(round(one.band.low))))


def _each(w: Findings, one: Stated) -> _Held:
    each = w.ctx.share.dough_per_piece_g
    here = say("here {each}, as the dough is shared out", each=in_grams(each))
    take = (Change(["dough_per_piece"], f"{one.band.typical:.0f} g"),)
    return _Held(_within(each, one.band, NEAR_WEIGHT), here, take)


def _filling(w: Findings, one: Stated) -> _Held:
    each = w.ctx.bake.groups[0].filling_each_g
    here = say("here {each}, the filling there is shared out", each=in_grams(each))
    take = (Change(["filling_per_piece"], f"{one.band.typical:.0f} g"),)
    near = NEAR_WEIGHT if WEIGHED.search(one.words) else SPOON
    return _Held(_within(each, one.band, near), here, take)


def _across(w: Findings, one: Stated) -> _Held:
    wrap = w.pieces[0].wrapper
    here = say("here {across}: as wide as its filling asks", across=in_millimetres(wrap.across_mm))
    take = (Change(["across"], f"{one.band.typical:.0f} mm"),)
    return _Held(not wrap.rolled or _within(wrap.across_mm, one.band, NEAR_SIZE), here, take)


def _stands(tray: Fermented, stage: str) -> Callable[[Findings, Stated], _Held]:
    def held(w: Findings, one: Stated) -> _Held:
        first, *more = w.ctx.bake.rise.spots or (None,)
        if stage == "rise" and more and first is not None and first.minutes is not None:
            # So long in the first spot, and then somewhere else.
            return _Held(_within(first.minutes, one.band, 0.02), say("here {by}", by=in_minutes(first.minutes)))
        if tray.clock:
            return _Held(_within(sum(tray.clock), one.band, 0.02), say("here {by}", by=in_minutes(sum(tray.clock))))
        ready = tray.forecast.ready
        if ready is None:
            return _Held(False, say("here it does not get there"))
        overlap = one.band.low <= ready.high * (1 + NEAR_CLOCK) and ready.low * (1 - NEAR_CLOCK) <= one.band.high
        here = say("here {ready}, for this dough in your kitchen’s warmth", ready=in_minutes(ready.low, ready.high))
        return _Held(overlap, here, (Change([stage, "clock"], [f"{one.band.typical:.0f} min"]),))

    return held


def _in_all(w: Findings, one: Stated) -> Band:
    """Minutes of heat in all: phases one sentence gives one after the other."""
    phased = any(word in one.words.lower() for word in (" then ", " more"))
    same = [s.band for s in w.ctx.bake.recipe.stated if (s.words, s.step, s.what) == (one.words, one.step, one.what)]
    if not phased or len(same) < 2:
        return one.band
    return Band(sum(b.low for b in same), sum(b.typical for b in same), sum(b.high for b in same))


def _cold(w: Findings, _one: Stated) -> _Held | None:
    return _Held(True) if any(stay.where == "fridge" for stay in w.ctx.bake.rise.spots) else None


def _heat_minutes(w: Findings, one: Stated) -> _Held:
    tray, told = w.heats[0].tray, _in_all(w, one)
    planned = tray.minutes_planned
    here = say("here {planned}, for this size and filling", planned=in_minutes(planned))
    same = told.low * (1 - NEAR_HEAT) <= planned <= told.high * (1 + NEAR_HEAT)
    return _Held(same, here, (Change(["heat", "minutes"], f"{told.typical:.0f} min"),))


def _oven(w: Findings, one: Stated) -> _Held:
    heat = w.ctx.bake.heat
    if heat.method != "oven":
        return _Held(False, say("here it is not baked"))
    here = say("here {celsius}", celsius=in_celsius(heat.air_c))
    take = (Change(["heat", "temperature"], f"{one.band.typical:.0f} C"),)
    return _Held(one.band.low - NEAR_C <= heat.air_c <= one.band.high + NEAR_C, here, take)


def _loads(w: Findings, one: Stated) -> _Held:
    tray = w.heats[0].tray
    here = say_n(
        "here {count} load: {most} fit at once",
        "here {count} loads: {most} fit at once",
        tray.loads,
        count=tray.loads,
        most=tray.per_load,
    )
    return _Held(one.band.low <= tray.loads <= one.band.high, here)


def _at_once(w: Findings, one: Stated) -> _Held:
    most = w.heats[0].tray.per_load
    # Fewer at a time than fit is the cook's own choice.
    return _Held(one.band.low <= most, say("here only {most} fit at once", most=most))


def _bench(w: Findings, one: Stated) -> _Held:
    rest = w.ctx.bake.bench_rest_min
    take = (Change(["bench_rest"], f"{one.band.typical:.0f} min"),)
    return _Held(one.band.low <= rest <= one.band.high, say("here {rest}", rest=in_minutes(rest)), take)


def _rest(w: Findings, one: Stated) -> _Held:
    rest = w.ctx.bake.heat.rest_min
    take = (Change(["heat", "rest"], f"{one.band.typical:.0f} min"),)
    return _Held(one.band.low <= rest <= one.band.high, say("here {rest}", rest=in_minutes(rest)), take)


def _brush(w: Findings, one: Stated) -> _Held | None:
    """How the recipe's wash becomes the bake's, where it is one that changes the colour and no other of the recipe's
    is brushed on already."""
    heat, stated = w.ctx.bake.heat, {s.value for s in w.ctx.bake.recipe.stated if s.step == "wash" and not s.condition}
    if one.value not in WASH_OF or WASHES[heat.wash].of in stated - {one.value}:
        return None
    if heat.method != "oven":
        return _Held(False, say("here nothing is brushed on: only an oven bakes it in"))
    here = say("here it is brushed with {wash}", wash=WASHES[heat.wash].label)
    return _Held(False, here, (Change(["heat", "wash"], WASH_OF[one.value]),))


def _outside(w: Findings, one: Stated) -> _Held:
    """A wash or topping, held against what is on the label."""
    bake = w.ctx.bake
    eaten = {item.key for each in w.ctx.each_group() for item in each.brushed_on} | {top.use for top in bake.on_top}
    if one.value in eaten:
        return _Held(True)
    if one.step == "wash" and (brush := _brush(w, one)):
        return brush
    rows = [top.model_dump(exclude_defaults=True, by_alias=True) for top in bake.on_top]
    rows.append({"use": one.value, "written": one.words[:200]} | ({"brushed": True} if one.step == "wash" else {}))
    return _Held(False, say("here it is left off, and is not on the label"), (Change(["on_top"], rows),))


_Hold = Callable[[Findings, Stated], _Held | None]


def _holds(w: Findings) -> dict[tuple[str, str], _Hold]:
    """How each kind of statement is held against the bake, by its step and what is stated."""
    heats: dict[tuple[str, str], _Hold] = {(way, "minutes"): _heat_minutes for way in HEATED}
    return {
        ("", "pieces"): _pieces,
        ("", "each_g"): _each,
        ("", "filling_each_g"): _filling,
        ("", "across_mm"): _across,
        ("rise", "minutes"): _stands(w.first, "rise"),
        ("proof", "minutes"): _stands(w.proof, "proof"),
        ("cold", "minutes"): _cold,
        ("bench", "minutes"): _bench,
        ("rest", "minutes"): _rest,
        ("bake", "temperature"): _oven,
        ("preheat", "temperature"): _oven,
        ("wash", FOOD): _outside,
        ("topping", FOOD): _outside,
        **heats,
        **{(way, "loads"): _loads for way in HEATED},
        **{(way, "at_once"): _at_once for way in HEATED},
    }


def _answers(one: Stated, at: int, held: _Held) -> list[Answer]:
    """The recipe's with one press, or what is here with another."""
    if not held.take:
        return []
    keep = Change(["recipe", "stated", at, "settled"], True)
    says = None if one.what in ("pieces", FOOD) else _quantity(one)
    label = say("Take {told}", told=says) if says else say("Take the recipe’s")
    return [Answer(label, list(held.take)), Answer(say("Keep what is here"), [keep])]


def stated_here(w: Findings) -> Iterator[StatedHere]:
    """Everything the recipe states, in its order. The first of each kind decides; others are told beside their step."""
    holds, seen = _holds(w), set[tuple[str, ...]]()
    stated: Sequence[Stated] = w.ctx.bake.recipe.stated
    for at, one in enumerate(stated):
        key = ("bake" if one.step == "preheat" and one.what == "temperature" else one.step, one.what)
        # Each food decides for itself: a roll may be brushed with two.
        mine = (*key, one.value) if one.what == FOOD else key
        tray, stage = (SIZES[one.what],) * 2 if one.what in SIZES else PLACES.get(one.step, ("heat", "heat"))
        hold = holds.get(key)
        held = hold(w, one) if hold is not None and mine not in seen and not one.condition else None
        if held is None:
            yield StatedHere(tray, stage, one.words, says_of(one), "beside", NOTHING, [])
            continue
        seen.add(mine)
        state = "taken" if held.same else "differs"
        answers = [] if held.same or one.settled else _answers(one, at, held)
        yield StatedHere(tray, stage, one.words, says_of(one), state, NOTHING if held.same else held.here, answers)
