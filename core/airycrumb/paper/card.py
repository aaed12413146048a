"""A worked bake laid out for paper: what to do at each station, its cautions beside it."""

from airycrumb.data.vocabulary import METHOD, NO_ALLERGENS
from airycrumb.paper.linked_recipe import kept_words
from airycrumb.paper.pdf import Card, Section
from airycrumb.plan.events import KINDS, Event
from airycrumb.stations.weigh.formula import Line
from airycrumb.trays.types import Sheet
from airycrumb.whatif.keeping import Kept, Reheating
from airycrumb.words import (
    NOTHING,
    Message,
    day_of,
    hour_of,
    in_celsius,
    in_grams,
    in_minutes,
    listed,
    say,
    say_n,
    verbatim,
)

STATIONS = {
    "weigh": say("Weigh and knead"),
    "rise": say("First rise"),
    "filling": say("Filling"),
    "divide": say("Divide"),
    "wrap": say("Wrap"),
    "proof": say("Final proof"),
    "heat": say("Heat"),
}


def _weighed(lines: list[Line]) -> list[Message]:
    return [say("{mass} {name}", mass=in_grams(line.shown_g), name=line.name) for line in lines]


def _boxes(s: Sheet, tray: str) -> list[Message]:
    """What is done at a station, in the hours of the plan: a box to tick for each."""
    return [_box(e) for e in s.events if e.tray == tray and KINDS[e.kind].printed and e.kind != "weigh"]


def _box(e: Event) -> Message:
    if e.kind == "look" or not (e.details or e.figure_note):
        return say("{at} {words}", at=hour_of(e.due), words=e.words)
    more = [*e.details, *([e.figure_note] if e.figure_note and e.ends != "press" else [])]
    return say("{at} {words}: {more}", at=hour_of(e.due), words=e.words, more=listed(more, "commas"))


def _fillings(s: Sheet) -> list[Message]:
    return [
        say("{name}: {weighed}", name=g.name, weighed=listed(_weighed(g.filling), "commas"))
        for g in s.groups
        if g.filling
    ]


def _lines(s: Sheet) -> dict[str, list[Message]]:
    divided = say(
        "Into {pieces}. Round up, rest {rest}, covered.", pieces=s.divide.in_words(), rest=in_minutes(s.bench_rest_min)
    )
    worked = {
        "weigh": _weighed(s.weigh.dough),
        "rise": [],
        "filling": _fillings(s),
        "divide": [divided],
        "wrap": [],
        "proof": kept_words(s),
        "heat": [s.finish] if s.finish else [],
    }
    return {key: [*lines, *_stated(s, key)] for key, lines in worked.items()}


def _stated(s: Sheet, tray: str) -> list[Message]:
    """What the recipe states about a station, and what stands here where that is not the same."""
    told = [one for one in s.stated if one.tray == tray]
    held = [one for one in told if one.state != "beside"]
    said = [say("{says} ({here})", says=one.says, here=one.here) if one.here else one.says for one in held]
    quoted = [verbatim(f"“{words}”") for words in dict.fromkeys(one.words for one in told if one.state == "beside")]
    return [say("The recipe says: {said}.", said=listed([*said, *quoted], "commas"))] if told else []


def _when(s: Sheet, key: str) -> Message:
    step = next((x for x in s.day.steps if x.key == key), None)
    return say("{span}", span=hour_of(step.start, step.end)) if step else NOTHING


def _reheated(r: Reheating) -> Message:
    method, minutes = METHOD[r.method], in_minutes(r.minutes or 0.0)
    if r.kept_in == "frozen":
        return say("{method}, from frozen: {minutes}", method=method, minutes=minutes)
    return say("{method}, from the fridge: {minutes}", method=method, minutes=minutes)


def _label(k: Kept) -> list[Message]:
    ways = listed((_reheated(r) for r in k.reheating if r.minutes is not None), "commas")
    return [
        k.name,
        say("Made {made}", made=day_of(k.made)),
        say(
            "Fridge until {fridge}, freezer until {freezer}",
            fridge=day_of(k.fridge_until),
            freezer=day_of(k.freezer_until),
        ),
        say("Contains {allergens}", allergens=listed(k.allergens or [NO_ALLERGENS])),
        say("May contain {allergens}", allergens=listed(k.may_contain)) if k.may_contain else NOTHING,
        say(
            "Unbaked: fridge until {fridge}, freezer until {freezer}",
            fridge=day_of(k.unbaked_fridge_until),
            freezer=day_of(k.unbaked_freezer_until),
        ),
        say("Reheat to {line} in the middle. {ways}", line=in_celsius(k.reheat_to_c), ways=ways),
    ]


def _cautions(s: Sheet, tray: str) -> list[tuple[Message, Message]]:
    """The cautions of a station's events; those of none stand where they belong by themselves."""
    hung = {code for e in s.events if e.tray == tray for code in e.cautions}
    return [(c.title, c.text) for c in s.cautions if c.code in hung]


def card_of(s: Sheet, kept: list[Kept]) -> Card:
    """The card of a sheet. kept: of every group."""
    lines = _lines(s)
    stations = {key: name for key, name in STATIONS.items() if key != "filling" or lines[key]}
    sections = [
        Section(name, _when(s, key), lines[key], _boxes(s, key), _cautions(s, key)) for key, name in stations.items()
    ]
    under = say_n(
        "{pieces} piece, to eat at {eat} (between {span}), in a kitchen at {room}",
        "{pieces} pieces, to eat at {eat} (between {span}), in a kitchen at {room}",
        s.divide.pieces,
        pieces=s.divide.pieces,
        eat=hour_of(s.day.eat),
        span=hour_of(s.day.eat_low, s.day.eat_high),
        room=in_celsius(s.sentence.room_c),
    )
    return Card(s.name, under, sections, [_label(k) for k in kept])
