"""Another bake's dough or filling, or a usual dough, put into a bake: what stays, and what becomes otherwise."""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import datetime

from airycrumb.bake.kitchen import Kitchen
from airycrumb.bake.model import Bake
from airycrumb.bake.text import Document
from airycrumb.data.usual_doughs import USUAL_DOUGHS
from airycrumb.plan.context import Context
from airycrumb.stations.safety import allergens
from airycrumb.trays.filled import moisture_of, salt_in
from airycrumb.trays.made import wrapped_parts
from airycrumb.words import Message, in_grams, in_minutes, in_percent, listed, say

GOES_WITH = ("rise", "sponge")  # of a dough: how it is left to rise is its own
AS_SALTY, AS_WET = 0.05, 1.0  # points of difference nobody tastes or sees; assumed
USUAL_FLOUR_G = 500.0
FIGURES = {  # baker's % that are told where they differ, and from how many points on
    "true_hydration": (say("Water in all"), 1.0),
    "salt": (say("Salt"), 0.1),
    "sugar": (say("Sugar"), 1.0),
    "fat": (say("Fat"), 1.0),
    "yeast": (say("Yeast, as instant yeast"), 0.1),
}


@dataclass(frozen=True)
class Way:
    """One way to take it: what it is called, and the bake as it would be."""

    label: Message
    document: Document


@dataclass(frozen=True)
class Taking:
    """What would be otherwise, each in a sentence, and the ways to take it."""

    told: list[Message]
    ways: list[Way]


def usual(key: str) -> Document:
    """What a bake takes of a usual dough. KeyError for none of that name."""
    found = USUAL_DOUGHS[key]
    lines = [
        {"use": use, "amount": f"{USUAL_FLOUR_G * share / 100:g} g", "assumed": True}
        for use, share in found.parts.items()
    ]
    return {"dough": {"ingredients": lines, "leavening": found.leavening}, "rise": {"to": found.to}}


Source = dict[str, int | str] | None  # the bake it comes from, as a document has it


def with_dough(document: Document, other: Document, source: Source) -> Document:
    """A bake with the dough of another and the way that rises."""
    other = other | {"dough": _from(other["dough"], source)}
    kept = {key: value for key, value in document.items() if key not in ("dough", *GOES_WITH)}
    return kept | {key: other[key] for key in ("dough", *GOES_WITH) if key in other}


def with_filling(document: Document, other: Document, source: Source) -> Document:
    """A bake with the filling of another, as much in each as before: what there was of the other's is not of this."""
    return document | {"filling": _from(other["filling"], source) | {"made": None}}


def _from(part: Document, source: Source) -> Document:
    return part if source is None else part | {"taken_from": source}


def take_dough(before: Bake, after: Bake, document: Document, kitchen: Kitchen, now: datetime) -> Taking:
    """What another dough changes. document: the bake as it would be."""
    contexts = [Context.here(bake, kitchen, (), now) for bake in (before, after)]
    told = [
        say("The number of pieces and what each weighs stay as they are."),
        *_figures(*contexts),
        *_new_allergens(*contexts),
    ]
    return Taking(told, [Way(say("Take this dough"), document)])


def take_filling(before: Bake, after: Bake, document: Document, kitchen: Kitchen, now: datetime) -> Taking:
    """What another filling changes. document: the bake as it would be."""
    old, new = (Context.here(bake, kitchen, (), now) for bake in (before, after))
    told = [
        say("In each stays {mass} of filling.", mass=in_grams(new.share.filling_per_piece_g)),
        *_filled(old, new),
        *_new_allergens(old, new),
    ]
    ways = [Way(say("Take this filling"), document)]
    if abs(_salt(new) - _salt(old)) > AS_SALTY and (salted := _salted(document, new, _salt(old))):
        ways.append(Way(say("Take it, as salty as the one before"), salted))
    return Taking(told, ways)


def _figures(old: Context, new: Context) -> Iterator[Message]:
    for field, (name, least) in FIGURES.items():
        was, now = getattr(old.percentages, field), getattr(new.percentages, field)
        if abs(now - was) >= least:
            yield say(
                "{name}: {now} of the flour instead of {was}.",
                name=name,
                now=in_percent(now, significant=2),
                was=in_percent(was, significant=2),
            )
    was, now = old.bake.dough.leavening, new.bake.dough.leavening
    if was != now:
        yield say("What lifts it: {now} instead of {was}.", now=LIFTS[now], was=LIFTS[was])


LIFTS = {
    "yeast": say("yeast"),
    "yeast and baking powder": say("yeast and baking powder"),
    "soda": say("soda"),
    "none": say("nothing"),
}
STATES = {"raw": say("raw"), "part-cooked": say("part-cooked"), "cooked": say("cooked")}


def _filled(old: Context, new: Context) -> Iterator[Message]:
    """Salt, juice, how it goes in and how long it takes to make, where they differ."""
    if abs(_salt(new) - _salt(old)) > AS_SALTY:
        salt = [in_percent(_salt(ctx), digits=1) for ctx in (new, old)]
        yield say("Salt in it: {now} instead of {was}.", now=salt[0], was=salt[1])
    juice = [moisture_of(ctx).juice if ctx.group.parts else 0.0 for ctx in (new, old)]
    if abs(juice[0] - juice[1]) > AS_WET:
        told = [in_percent(each, significant=2) for each in juice]
        yield say("Juice in it: about {now} instead of {was}.", now=told[0], was=told[1])
    now, was = new.group.filling, old.group.filling
    if now.state != was.state:
        yield say("It goes in {now} instead of {was}.", now=STATES[now.state], was=STATES[was.state])
    if now.making_min != was.making_min:
        yield say(
            "It takes {now} of hands instead of {was}.",
            now=in_minutes(now.making_min),
            was=in_minutes(was.making_min),
        )


def _new_allergens(old: Context, new: Context) -> Iterator[Message]:
    """What a guest may have to be told that was not in it before."""
    known = {str(a) for a in allergens(old.eaten).named}
    if found := [a for a in allergens(new.eaten).named if str(a) not in known]:
        yield say("Now also in it: {allergens}.", allergens=listed(found))


def _salt(ctx: Context) -> float:
    """g in 100 g of the filling as it is wrapped."""
    return salt_in(wrapped_parts(ctx)) if ctx.group.parts else 0.0


def _salted(document: Document, ctx: Context, wanted: float) -> Document | None:
    """The bake with more salt in its filling, or less, so that it is as salty as wanted; None where that cannot be."""
    lines = ctx.group.filling.ingredients
    at = next((i for i, line in enumerate(lines) if line.part[0].role == "salt"), None)
    salt = (0.0 if at is None else lines[at].part[1]) + _more_salt(ctx, wanted)
    if salt <= 0:
        return None
    rows = list(document["filling"]["ingredients"])
    row = {"use": "fine salt" if at is None else lines[at].part[0].key, "amount": f"{salt:.2f} g"}
    where = len(rows) if at is None else at
    rows = [*rows[:where], row, *rows[where + 1 :]]
    return document | {"filling": document["filling"] | {"ingredients": rows}}


def _more_salt(ctx: Context, wanted: float) -> float:
    """g to add to the filling as it is written, so that it has so much salt [g in 100 g] once it is wrapped."""
    parts = [line.part for line in ctx.group.filling.ingredients]
    # What the steps boil away leaves the salt behind.
    share = salt_in(parts) / _salt(ctx) if _salt(ctx) else 1.0
    return (wanted - _salt(ctx)) * share / 100 * sum(g for _, g in parts)
