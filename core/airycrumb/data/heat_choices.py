"""What a cook can choose of a heat, in words: each choice by its key, with what it does."""

from airycrumb.data import heat as c
from airycrumb.words import NOTHING, Message, in_celsius, in_degrees, in_millilitres, in_minutes, say

Choice = tuple[Message, Message]  # what it is called, and a note

SOFT_C, HARD_C = (163.0, 190.0), (200.0, 220.0)  # common practice: soft enriched pieces, and crusty ones
OPEN_LOSES_C = (5.0, 8.0)  # °C an open rest leaves the middle short of a covered one; from the heat model
SEARED_ML = 50.0  # ml of water poured into a pan once its pieces are seared; common practice

CHOICES: dict[str, dict[str, Choice]] = {
    "on": {key: (s.label, s.note) for key, s in c.SURFACES.items()},
    "liner": {key: (liner.label, liner.stuck) for key, liner in c.LINERS.items()},
    "shelf": {key: (s.label, s.note) for key, s in c.SHELVES.items()},
    "fan": {
        "off": (say("off"), NOTHING),
        "on": (say("on"), say("as {hotter} hotter", hotter=in_degrees(c.FAN_LESS_C.value))),
    },
    "from": {
        "proofed": (say("as proofed"), NOTHING),
        "fridge": (say("from the fridge"), say("kept cold since their proof")),
        "frozen": (say("from the freezer"), say("frozen once proofed, not thawed")),
    },
    "later_loads": {
        "bench": (say("wait on the bench"), NOTHING),
        "fridge": (say("wait in the fridge"), say("they grow less, and need longer")),
        "staggered": (say("are wrapped later"), NOTHING),
    },
    "crust": {
        "either": (say("as it comes"), NOTHING),
        "soft": (say("soft"), say("milk or egg, {mild}, butter and a cloth after", mild=in_celsius(*SOFT_C))),
        "hard": (say("hard"), say("mist and flour, {hot}, steam at first", hot=in_celsius(*HARD_C))),
    },
    "rest": {
        "covered": (say("covered"), say("hotter for longer, softer")),
        "open": (say("open"), say("{less} less in the middle", less=in_degrees(*OPEN_LOSES_C))),
    },
    "pan": {
        "dry": (say("dry, lid on, turned"), say("{turn} a side", turn=in_minutes(2, 3))),
        "seared": (
            say("seared, then water and the lid"),
            say("{sear}, then {water}", sear=in_minutes(c.SEAR_MIN.value), water=in_millilitres(SEARED_ML)),
        ),
    },
}
