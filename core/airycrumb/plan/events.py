"""Events: what happens at a time, in a place, on something the kitchen has; and the registry of their kinds.

Everything that tells a cook what to do (rail, Hands, card, exports, notebook) reads the one list of them.
"""

from dataclasses import dataclass
from datetime import datetime
from typing import Literal

from airycrumb.bake.marks import MarkKind, StageKey
from airycrumb.words import NOTHING, Message, say

Ends = Literal["press", "look", "clock", "along"]
When = Literal["at", "by", "not before", "look from"]
Standing = Literal["open", "done", "passed"]
Resource = Literal["hands", "bench", "bowl", "fridge", "freezer", "hob", "oven"]


@dataclass(frozen=True)
class Kind:
    """A kind of event, once for all of them.

    label: its short name; whence: what it is worked out from; resource: what it takes, "heat" for what heats the
    load; ends: by a press, a look at the dough, the clock, or along with the event it belongs to; rank: which of two
    that are due comes first, 0 before all; lost: what is lost when it is late; rings: whether it rings and is spoken;
    printed: whether the card has a box for it; learned: what is learned from its mark, NOTHING for nothing.
    """

    label: Message
    whence: str
    resource: str
    ends: Ends
    rank: int
    lost: Message
    rings: bool = True
    printed: bool = True
    learned: Message = NOTHING


OUT, IN_HEAT, INTO, COLD, READY, LIGHT, HANDS, LOOK = range(8)
RISEN = say("how fast this kitchen rises")
OVERPROOFED = say("it goes on growing, and past its best it sinks")
KINDS: dict[str, Kind] = {
    "soak": Kind(say("Soak or scald"), "parts that are soaked", "hands", "press", HANDS, say("the dough waits for it")),
    "sponge_mix": Kind(say("Mix the sponge"), "parts of the sponge", "hands", "press", HANDS, say("all later hours")),
    "ripen": Kind(
        say("Sponge ripe"), "the rise forecast", "bowl", "look", READY, say("it falls, and lifts less"), learned=RISEN
    ),
    "wake": Kind(
        say("Wake the yeast"), "the order on the scale", "hands", "press", HANDS, say("yeast in hot water dies")
    ),
    "weigh": Kind(
        say("Weigh"), "the order on the scale", "hands", "along", HANDS, say("nothing is lost by waiting"), rings=False
    ),
    "hold_back": Kind(
        say("Hold water back"),
        "this flour's last dough, or cups",
        "hands",
        "along",
        HANDS,
        say("a dough too soft is not made firmer"),
        rings=False,
        learned=say("how much water this flour takes"),
    ),
    "late": Kind(
        say("Knead in what comes late"),
        "parts that go in late",
        "hands",
        "along",
        HANDS,
        say("fat first coats the flour"),
        rings=False,
    ),
    "knead": Kind(
        say("Knead"),
        "kneading",
        "hands",
        "press",
        HANDS,
        say("all later hours"),
        learned=say("how warm kneading makes it"),
    ),
    "set": Kind(say("Set it to rise"), "its first spot", "bench", "along", HANDS, say("nothing"), rings=False),
    "fold": Kind(say("Fold the dough"), "rests by the clock", "hands", "press", HANDS, say("a weaker dough")),
    "move": Kind(
        say("Move it"),
        "its spots in turn",
        "hands",
        "press",
        COLD,
        OVERPROOFED,
        learned=say("where it stood, and from when"),
    ),
    "look": Kind(
        say("Look at it"), "the rise forecast", "bench", "look", LOOK, say("the hours stay less sure"), learned=RISEN
    ),
    "rise": Kind(say("Risen"), "the rise forecast", "bowl", "look", READY, OVERPROOFED, learned=RISEN),
    "rest": Kind(say("Rest over"), "minutes of rest", "bench", "clock", READY, say("little")),
    "knock_back": Kind(say("Knock it back"), "a second rise", "hands", "along", HANDS, say("nothing"), rings=False),
    "filling": Kind(
        say("Make the filling"), "the filling and its hands", "hands", "press", HANDS, say("wrapping waits for it")
    ),
    "cool": Kind(
        say("Filling cold"), "its vessel", "fridge", "clock", COLD, say("warm, it melts the dough and is not safe")
    ),
    "step": Kind(say("A step of your own"), "the bake's own steps", "hands", "press", HANDS, say("what follows waits")),
    "step_wait": Kind(
        say("A wait of your own"), "the bake's own steps", "bench", "clock", READY, say("what follows waits")
    ),
    "sheet": Kind(say("Sheet the dough"), "kneading", "hands", "along", HANDS, say("a coarse skin"), rings=False),
    "divide": Kind(
        say("Divide"), "the pieces", "hands", "press", HANDS, OVERPROOFED, learned=say("how even the pieces are")
    ),
    "bench_rest": Kind(
        say("Bench rest over"), "the bench rest", "bench", "clock", READY, say("tight dough springs back")
    ),
    "take_out": Kind(
        say("Filling out of the fridge"),
        "the filling",
        "fridge",
        "along",
        HANDS,
        say("nothing: it stays cold"),
        rings=False,
    ),
    "wrap": Kind(
        say("Wrap"),
        "closing and pieces",
        "hands",
        "press",
        HANDS,
        say("the first are proofed before the last"),
        learned=say("your pace with this closing"),
    ),
    "wrap_next": Kind(
        say("Wrap the next load"),
        "loads wrapped later",
        "hands",
        "press",
        HANDS,
        say("the heat waits for it"),
    ),
    "well": Kind(
        say("Press the wells and fill them"),
        "filled after the proof",
        "hands",
        "press",
        HANDS,
        OVERPROOFED,
        learned=say("your pace with this closing"),
    ),
    "proof": Kind(say("Proofed"), "the rise forecast", "bench", "look", READY, OVERPROOFED, learned=RISEN),
    "light": Kind(say("Light it"), "preheating", "heat", "press", LIGHT, say("the pieces wait, and go on growing")),
    "wash": Kind(say("Brush"), "the wash", "hands", "along", HANDS, say("a paler crust"), rings=False),
    "strew": Kind(
        say("Strew or spread"), "what goes on top", "hands", "along", HANDS, say("it does not stick"), rings=False
    ),
    "vent": Kind(say("Slit, prick or vent"), "the closing", "hands", "along", HANDS, say("it bursts"), rings=False),
    "steam_pan": Kind(
        say("Pan of water in"), "steam in the oven", "hands", "along", HANDS, say("a dull crust"), rings=False
    ),
    "put_away": Kind(say("Into the cold"), "pieces kept raw", "hands", "press", COLD, say("the filling stands warm")),
    "keep": Kind(say("Out of the cold"), "how long it may keep", "fridge", "clock", COLD, say("it is no longer safe")),
    "next_out": Kind(
        say("Next load out of the fridge"), "loads that wait cold", "hands", "along", HANDS, say("little"), rings=False
    ),
    "into": Kind(say("Load in"), "how the pieces fit", "heat", "press", INTO, OVERPROOFED),
    "lid_shut": Kind(
        say("Lid shut"),
        "steam",
        "hob",
        "along",
        OUT,
        say("the steam is gone, and they fall"),
        rings=False,
        learned=say("why they fell"),
    ),
    "turn": Kind(say("Turn"), "the heat", "hands", "press", IN_HEAT, say("one side darker")),
    "change": Kind(
        say("Change the oven"), "the second phase", "oven", "press", IN_HEAT, say("colour as it was not meant")
    ),
    "lid_off": Kind(say("Lid off"), "the lid in the oven", "hands", "press", IN_HEAT, say("a pale crust")),
    "steam_out": Kind(say("Pan of water out"), "steam in the oven", "hands", "press", IN_HEAT, say("a soft crust")),
    "cover": Kind(say("Water in, lid on"), "the sear", "hands", "press", IN_HEAT, say("it burns")),
    "top_up": Kind(
        say("Top up the pot"), "the water under the steam", "hands", "press", IN_HEAT, say("the pot boils dry")
    ),
    "probe": Kind(
        say("Probe the middle"),
        "the heat forecast",
        "hands",
        "look",
        LOOK,
        say("the minutes stay less sure"),
        learned=say("how this way of heating runs here"),
    ),
    "out": Kind(
        say("Load out"),
        "the heat forecast",
        "heat",
        "clock",
        OUT,
        say("it dries, darkens, burns"),
        learned=say("how long this load really took"),
    ),
    "stand": Kind(say("Rested"), "the rest", "bench", "clock", READY, say("little")),
    "brush_after": Kind(say("Brush again"), "the wash", "hands", "along", HANDS, say("a duller crust"), rings=False),
    "label": Kind(
        say("Cool, label and put away"),
        "how long it keeps",
        "fridge",
        "along",
        COLD,
        say("what is not cold within hours does not keep"),
        rings=False,
    ),
}


@dataclass(frozen=True)
class EventMark:
    """What a press on an event records."""

    kind: MarkKind
    stage: StageKey
    event: str = ""
    value: float | None = None
    where: str | None = None


@dataclass(frozen=True)
class Choice:
    """Another thing to press at an event, and what it records."""

    label: Message
    marks: list[EventMark]


@dataclass(frozen=True)
class Event:
    """One thing that happens.

    id: stable ("heat.1.2.out"); label: its name, its load in it; words: what is done, as a heading; details: amounts,
    places, what for; figure, figure_note: the number to do it by and what it is of, NOTHING where the hour is what
    counts; press: on the button; start, end: for what is done, when and how long; for what is waited for,
    from when until when; due: when it asks for somebody; low, high: the doubt of that; when: how the hour is meant;
    hands_min: minutes of hands; along: the event it is done along with, "" for none; until: the stage or event after
    which it is moot; marks: what the press records; closes: what it records instead where no other of its kind is open,
    [] where that makes no difference;
    choices: other presses; passes_at: from when it is no longer news, None for never; load: "heat.1.2" or "";
    cautions, doubts: codes of those that belong to it; done_at: as it was marked; ends_stage: whether it ends its
    stage; hot_from: when what a load goes into is hot, None where it is or nothing is put in: before then the choices
    are asked, and what they record goes with the press.
    """

    id: str
    kind: str
    stage: StageKey
    tray: str
    label: Message
    words: Message
    details: list[Message]
    figure: Message
    figure_note: Message
    press: Message
    start: datetime
    end: datetime
    due: datetime
    low: datetime
    high: datetime
    when: When
    hands_min: float
    resource: Resource
    ends: Ends
    along: str
    until: str
    marks: list[EventMark]
    closes: list[EventMark]
    choices: list[Choice]
    rings: bool
    rank: int
    lost: Message
    passes_at: datetime | None
    load: str
    cautions: list[str]
    doubts: list[str]
    standing: Standing
    done_at: datetime | None
    ends_stage: bool
    hot_from: datetime | None
