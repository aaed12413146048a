"""Words for what the core knows by a key: colours, feels, fires, allergens and the like, as messages can hold them."""

from airycrumb.words import say

COLOUR = {
    "none": say("without colour"),
    "pale gold": say("pale gold"),
    "golden": say("golden"),
    "brown": say("brown"),
    "dark": say("dark"),
    "burnt": say("burnt"),
}
FEEL = {"stiff": say("stiff"), "firm": say("firm"), "soft": say("soft"), "sticky": say("sticky")}
FIRE = {"high": say("high fire"), "gentle": say("gentle fire")}
METHOD = {"steam": say("steam"), "oven": say("oven"), "pan": say("pan")}
VERB = {"steam": say("Steam"), "oven": say("Bake"), "pan": say("Cook in the pan")}
WASHED = {
    "none": say("nothing"),
    "milk": say("milk"),
    "butter": say("melted butter"),
    "egg": say("egg"),
    "yolk": say("egg yolk"),
}
COOLED_IN = {
    "tray": say("spread on a shallow tray"),
    "box": say("in a covered box"),
    "bowl": say("heaped in a bowl"),
}
ALLERGEN = {
    "barley": say("barley"),
    "celery": say("celery"),
    "crustacea": say("crustacea"),
    "egg": say("egg"),
    "fish": say("fish"),
    "lupin": say("lupin"),
    "milk": say("milk"),
    "molluscs": say("molluscs"),
    "mustard": say("mustard"),
    "nuts": say("nuts"),
    "oats": say("oats"),
    "peanuts": say("peanuts"),
    "rye": say("rye"),
    "sesame": say("sesame"),
    "soy": say("soy"),
    "sulphites": say("sulphites"),
    "wheat": say("wheat"),
}
NO_ALLERGENS = say("none of the listed allergens")
SHELF = {
    "upper": say("to the upper shelf"),
    "middle": say("to the middle shelf"),
    "lower": say("to the lower shelf"),
}
