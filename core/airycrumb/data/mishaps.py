"""What can go wrong while a batch is made, by name, and the few numbers its answers need."""

from airycrumb.data.record import Constant
from airycrumb.words import Message, say

MISHAPS: dict[str, Message] = {
    "fat_fire": say("Smoke or fire"),
    "hand": say("Somebody is hurt"),
    "burnt": say("They are burnt"),
    "raw_middle": say("Raw in the middle"),
    "boiled_dry": say("The pot boiled dry"),
    "leaking": say("They leak"),
    "not_rising": say("It does not rise"),
    "too_far": say("It rose too far, or was forgotten"),
    "sticky": say("Too sticky to handle"),
    "stiff": say("Too stiff, it springs back"),
    "left_out": say("Something was left out"),
    "torn": say("A seam or a skin tore"),
    "stuck": say("They stick"),
    "filling_warm": say("The filling stood warm"),
    "filling_spoilt": say("The filling is spoilt, or there is too little"),
    "in_part": say("Part of it is lost"),
    "power": say("The power went"),
    "heat_gone": say("The oven or the hob broke"),
    "put_off": say("It must wait: later, or another day"),
    "sooner": say("It must be sooner"),
    "floor": say("All of it fell"),
    "spoilt": say("Glass, or something else that is no food, got in"),
    "given_up": say("Nobody will eat it"),
}
HURT = Constant(1.5, "times", "assumed", "how much longer wrapping takes with a hand that is hurt")
COOL_A_BURN = Constant(20.0, "min", "from memory", "first-aid guidance: a burn is cooled under running water")
FRIDGE_HOLDS = Constant(240.0, "min", "from memory", "US federal guidance: a fridge without power, its door shut")
FREEZER_HOLDS = Constant(2880.0, "min", "from memory", "US federal guidance: a full freezer without power, shut")
FLOUR_MORE = Constant(2.0, "%", "common practice", "of the flour, the most to dust into a dough that sticks")
WATER_MORE = Constant(2.0, "%", "common practice", "of the flour, the most to work into a dough that is stiff")
FOAMS_WITHIN = Constant(10.0, "min", "common practice", "within which living yeast foams in warm sugared water")
WAKES_AT = Constant(38.0, "°C", "common practice", "water that wakes yeast")
WAKING_WATER = Constant(3.0, "times", "assumed", "water over yeast by mass, to stir it into before it is kneaded in")
COOLER = Constant(15.0, "°C", "common practice", "less for what is still to bake, after a tray was burnt")
A_LITTLE_MORE = Constant(5.0, "min", "common practice", "at a time, for pieces that go back into the heat")
RICH_DOUGH_KEEPS = Constant(1.0, "d", "assumed", "a dough with egg or milk in it, flat in the fridge")
OLD_DOUGH_KEEPS = Constant(2.0, "d", "common practice", "a dough with nothing that spoils, flat in the fridge")
