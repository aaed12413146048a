"""Events of the dough being made: soaked, a sponge mixed, yeast woken, weighed, kneaded."""

from collections.abc import Iterator
from datetime import datetime, timedelta

from airycrumb.events.known import MOMENT_MIN, Draft, Known, ending
from airycrumb.events.rising import grown
from airycrumb.stations.weigh.mixing import OWN_C
from airycrumb.trays.ferment import SPONGE_MIX_MIN
from airycrumb.words import (
    NOTHING,
    Message,
    in_celsius,
    in_grams,
    in_minutes,
    listed,
    say,
)

WAKE_MIN = 10.0  # min until yeast foams: 5 to 15, common practice


def in_vessel(k: Known, vessel: str) -> list[Message]:
    """What goes into one vessel, in order."""
    order = [a for a in k.weighed.order if a.vessel == vessel]
    return [say("{mass} {name}", mass=in_grams(a.adds_g), name=a.name) for a in order]


def before_the_dough(k: Known) -> Iterator[Draft]:
    """Soaking, and the sponge."""
    if "soak" in k.steps:
        yield Draft(
            id="weigh.soak",
            kind="soak",
            stage="weigh",
            words=say("Soak or scald, and let it cool"),
            details=[listed(in_vessel(k, "soaked"), "commas"), say("boiling water for a scald, cold for a soak")],
            press=say("It is soaking"),
            at=k.steps["soak"].start,
        )
    if "sponge" in k.steps:
        yield from _sponge(k)


def _sponge(k: Known) -> Iterator[Draft]:
    step, tray = k.steps["sponge"], k.rises["sponge"]
    mixed = k.ctx.did("sponge.mix")
    yield Draft(
        id="sponge.mix",
        kind="sponge_mix",
        stage="sponge",
        words=say("Mix the sponge"),
        details=[listed(in_vessel(k, "sponge"), "commas"), say("a rough dough, covered")],
        press=say("It is mixed"),
        at=step.start,
        minutes=SPONGE_MIX_MIN.value,
    )
    begins = mixed or step.start + timedelta(minutes=SPONGE_MIX_MIN.value)
    yield from grown(k, "sponge", tray, begins, say("Let the sponge ripen"), say("It is ripe"))


def weighing(k: Known) -> Iterator[Draft]:
    """Yeast woken, every vessel weighed, what is held back and comes late, kneading."""
    begin, jug = k.steps["weigh"].start, in_vessel(k, "jug")
    if jug:
        yield _woken(k, begin, jug)
    yield _kneaded(k, begin, bool(jug))
    yield from _with_it(k, begin)


def _woken(k: Known, begin: datetime, jug: list[Message]) -> Draft:
    # Without sugar in warm water it may only cloud: it is not said to be dead.
    apart = k.ctx.bake.dough.yeast_school == "apart"
    foam = say("wait {wait} for foam; no foam: stop, the yeast is dead", wait=in_minutes(5, 15))
    return Draft(
        id="weigh.wake",
        kind="wake",
        stage="weigh",
        words=say("Wake the yeast"),
        details=[
            listed(jug, "commas"),
            say("no sugar and no salt in it; it may not foam") if apart else foam,
            NOTHING if _has_its_own(k) else _liquid(k),
        ],
        figure=_warm(k),
        figure_note=say("for the yeast, in its own jug"),
        press=say("It is dissolved") if apart else say("It foams"),
        at=begin,
        minutes=WAKE_MIN,
    )


def _kneaded(k: Known, begin: datetime, woken: bool) -> Draft:
    w, end = k.weighed, k.steps["weigh"].end
    rests_first = any(step.do == "knead" and step.before == "rise" for step in k.ctx.bake.steps)
    mixed = k.ctx.bake.dough.kneading == "none" or rests_first
    foams = k.ctx.did("weigh.wake") or begin + timedelta(minutes=WAKE_MIN)
    at = min(foams, end) if woken else begin
    return Draft(
        id="weigh.knead",
        kind="knead",
        stage="weigh",
        words=say("Mix to a {feel} dough", feel=w.feels) if mixed else say("Knead to a {feel} dough", feel=w.feels),
        details=[_liquid(k), say("for a dough at {dough}", dough=in_celsius(w.dough_c))],
        figure=say("{flour}", flour=in_grams(w.flour_g)),
        figure_note=say("of flour, {dough} of dough", dough=in_grams(w.dough_g)),
        press=say("Mixed, in the bowl") if mixed else say("Kneaded, in the bowl"),
        at=at,
        minutes=max(MOMENT_MIN, (end - at).total_seconds() / 60),
        marks=ending("weigh", "weigh.knead"),
        ends_stage="weigh",
    )


def _with_it(k: Known, begin: datetime) -> Iterator[Draft]:
    """What is weighed into the bowl, held back, and kneaded in late."""
    w, late = k.weighed, list(_late(k))
    told = [
        ("bowl", "weigh", say("Weigh into the bowl: {parts}", parts=listed(in_vessel(k, "bowl"), "commas"))),
    ]
    if w.hold_back_g >= 1:
        held = say("Hold {water} of the water back until you feel the dough", water=in_grams(w.hold_back_g))
        told.append(("hold_back", "hold_back", held))
    if late:
        told.append(("late", "late", say("Once it has come together, knead in {late}", late=listed(late, "commas"))))
    for key, kind, words in told:
        yield Draft(
            id=f"weigh.{key}",
            kind=kind,
            stage="weigh",
            words=words,
            press=say("Done"),
            at=begin + timedelta(minutes=w.minutes / 2 if key == "late" else 0.0),
            along="weigh.knead",
        )


def _late(k: Known) -> Iterator[Message]:
    """What goes in after the rest: everything with a note about when, in the bowl."""
    dough = k.ctx.bake.dough
    late = {item.key for (item, _), place in zip(dough.parts, dough.places, strict=False) if place == "late"}
    for a in k.weighed.order:
        if a.vessel == "bowl" and (a.key in late or (a.note and a.key not in ("jug", "sponge", "soaked"))):
            yield say("{mass} {name}", mass=in_grams(a.adds_g), name=a.name)


def _has_its_own(k: Known) -> bool:
    return k.ctx.bake.dough.yeast_school in ("little", "apart")


def _liquid(k: Known) -> Message:
    """How warm the liquid is to be, and ice where the tap is not cold enough."""
    warm = say("liquid at {water}", water=in_celsius(round(k.weighed.water_c)))
    if k.weighed.ice_g < 1:
        return warm
    return say("{warm}, {ice} of it as ice", warm=warm, ice=in_grams(k.weighed.ice_g))


def _warm(k: Known) -> Message:
    """How warm the liquid is that the yeast goes into."""
    return say("{warm}", warm=in_celsius(*OWN_C) if _has_its_own(k) else in_celsius(round(k.weighed.water_c)))
