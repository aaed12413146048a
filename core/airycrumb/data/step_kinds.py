"""The kinds of steps a method can have beyond the standard ones: one row each.

Minutes are what a step takes where nobody said: common practice, no source. What a step does to mass is a law of
stations.filling.yields.
"""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from airycrumb.words import NOTHING, Message, say

Where = Literal["filling", "weigh", "rise", "divide", "wrap", "heat", "fire", "rest", "table"]


@dataclass(frozen=True)
class StepKind:
    """A kind of step."""

    #: what is done, given what it is done to
    words: Callable[[Message], Message]
    #: on the button: that it is done, or that the wait has begun
    press: Message
    #: where in a method it may stand
    where: tuple[Where, ...]
    #: minutes of hands
    hands_min: float
    #: minutes it takes in all where it is mostly waiting, 0 where hands do all of it
    waits_min: float = 0.0
    #: on the button once the wait is over
    over: Message = NOTHING
    #: what there is to do meanwhile, where hands come before the wait
    leave: Callable[[Message], Message] | None = None
    #: the law of what it does to mass, "" for none
    law: str = ""
    #: how a cook can tell that it is done
    cue: Message = NOTHING
    #: what it is done with
    tool: Message = NOTHING
    #: whether {what} is a food it takes, rather than what it is done to
    takes_food: bool = False
    #: whether it leaves a liquid that can be kept
    liquid: bool = False

    @property
    def waits(self) -> bool:
        """Whether it is mostly waiting."""
        return self.waits_min > 0

    @property
    def minutes(self) -> float:
        """Minutes it takes where nobody said."""
        return self.waits_min or self.hands_min


PAN, POT, SIEVE, BOWL, KNIFE = say("a wide pan"), say("a pot"), say("a sieve"), say("a bowl"), say("a knife")
BRUSH, PIN, BLENDER = say("a brush"), say("a rolling pin"), say("a blender, or a masher")
IN: tuple[Where, ...] = ("filling",)
DOUGH: tuple[Where, ...] = ("divide", "wrap")
KNEADED: tuple[Where, ...] = ("rise", *DOUGH)
SHAPING: tuple[Where, ...] = ("wrap",)
LAST: tuple[Where, ...] = ("heat",)
FIRE: tuple[Where, ...] = ("fire",)
HOT: tuple[Where, ...] = ("rest",)
COLD: tuple[Where, ...] = ("table",)
COATS: tuple[Where, ...] = ("heat", "rest", "table")

STEP_KINDS: dict[str, StepKind] = {
    # The filling
    "soak": StepKind(
        lambda what: say("Soak {what}", what=what),
        say("It is soaking"),
        IN,
        3,
        60,
        leave=lambda what: say("Leave {what} to soak", what=what),
        over=say("Soaked"),
        law="soaked",
        liquid=True,
        cue=say("Press a piece: it is soft right through."),
        tool=BOWL,
    ),
    "steep": StepKind(
        lambda what: say("Steep {what}", what=what),
        say("It is steeping"),
        IN,
        3,
        20,
        leave=lambda what: say("Leave {what} to steep", what=what),
        over=say("Steeped"),
        tool=BOWL,
        liquid=True,
    ),
    "strain": StepKind(lambda what: say("Strain {what}", what=what), say("Strained"), IN, 3, law="drained", tool=SIEVE),
    "drain": StepKind(lambda what: say("Drain {what}", what=what), say("Drained"), IN, 3, law="drained", tool=SIEVE),
    "squeeze": StepKind(
        lambda what: say("Salt {what}, then squeeze out the water", what=what),
        say("It is salted"),
        IN,
        5,
        20,
        leave=lambda what: say("Leave the salt on {what}", what=what),
        over=say("Squeezed dry"),
        law="squeezed",
        cue=say("Squeeze a handful: no more drops fall."),
        tool=SIEVE,
    ),
    "marinate": StepKind(
        lambda what: say("Marinate {what}", what=what),
        say("It is marinating"),
        IN,
        5,
        30,
        leave=lambda what: say("Leave {what} to marinate", what=what),
        over=say("Marinated"),
        tool=BOWL,
    ),
    "thaw": StepKind(
        lambda what: say("Thaw {what} in the fridge", what=what),
        say("It is thawing"),
        IN,
        1,
        480,
        leave=lambda what: say("Leave {what} to thaw", what=what),
        over=say("Thawed"),
    ),
    "chop": StepKind(lambda what: say("Chop {what}", what=what), say("Chopped"), IN, 10, tool=KNIFE),
    "boil": StepKind(
        lambda what: say("Boil {what}", what=what),
        say("It is boiling"),
        IN,
        2,
        10,
        leave=lambda what: say("Let {what} boil", what=what),
        over=say("Boiled"),
        law="boiled",
        tool=POT,
        liquid=True,
    ),
    "steam": StepKind(
        lambda what: say("Steam {what}", what=what),
        say("It is steaming"),
        IN,
        2,
        15,
        leave=lambda what: say("Let {what} steam", what=what),
        over=say("Steamed"),
        law="boiled",
        tool=POT,
    ),
    "render": StepKind(
        lambda what: say("Fry {what} until crisp and pour off the fat", what=what),
        say("Crisp"),
        IN,
        10,
        law="rendered",
        tool=PAN,
    ),
    "brown": StepKind(
        lambda what: say("Brown {what}", what=what),
        say("Browned"),
        IN,
        8,
        law="fried",
        cue=say("No pink is left, and the juice has boiled away."),
        tool=PAN,
    ),
    "fry": StepKind(
        lambda what: say("Fry {what}", what=what),
        say("Fried"),
        IN,
        10,
        law="fried",
        cue=say("Soft, and golden at the edges."),
        tool=PAN,
    ),
    "wilt": StepKind(
        lambda what: say("Wilt {what} and press out the water", what=what),
        say("Wilted"),
        IN,
        4,
        law="wilted",
        cue=say("The leaves are dark and limp, and no water runs when you press them."),
        tool=PAN,
    ),
    "simmer": StepKind(
        lambda what: say("Simmer {what}", what=what),
        say("It simmers"),
        IN,
        2,
        15,
        leave=lambda what: say("Let {what} simmer, and stir now and then", what=what),
        over=say("Simmered"),
        law="simmered",
        cue=say("Drag a spoon through it: the trail stays open."),
        tool=PAN,
    ),
    "thicken": StepKind(
        lambda what: say("Thicken {what}", what=what), say("Thick"), IN, 4, cue=say("It coats the spoon."), tool=PAN
    ),
    "roast": StepKind(
        lambda what: say("Roast {what}", what=what),
        say("It is in the oven"),
        IN,
        3,
        30,
        leave=lambda what: say("Leave {what} in the oven", what=what),
        over=say("Roasted"),
        law="roasted",
        tool=say("a tray"),
    ),
    "toast": StepKind(lambda what: say("Toast {what}", what=what), say("Toasted"), IN, 4, tool=PAN),
    "mash": StepKind(lambda what: say("Mash {what}", what=what), say("Mashed"), IN, 5, tool=BLENDER),
    "blend": StepKind(lambda what: say("Blend {what}", what=what), say("Smooth"), IN, 4, tool=BLENDER),
    "beat_in": StepKind(
        lambda what: say("Beat in {what}, a little at a time", what=what),
        say("Beaten in"),
        IN,
        5,
        cue=say("No liquid is left at the bottom of the bowl."),
        tool=BOWL,
    ),
    "mix": StepKind(lambda what: say("Mix {what}", what=what), say("Mixed"), IN, 5, tool=BOWL),
    "taste": StepKind(lambda what: say("Taste {what} and season it", what=what), say("Seasoned"), IN, 2),
    "cool": StepKind(
        lambda what: say("Let {what} cool", what=what),
        say("It is cooling"),
        (*IN, *COLD),
        1,
        40,
        leave=lambda what: say("Leave {what} to cool", what=what),
        over=say("Cold"),
        tool=say("a shallow tray"),
    ),
    "chill": StepKind(
        lambda what: say("Chill {what}", what=what),
        say("It is in the fridge"),
        (*IN, *DOUGH),
        1,
        60,
        leave=lambda what: say("Leave {what} in the fridge", what=what),
        over=say("Chilled"),
    ),
    # The dough and its pieces
    "rub_in": StepKind(
        lambda what: say("Rub {what} into the flour", what=what),
        say("Rubbed in"),
        ("weigh",),
        5,
        cue=say("Like crumbs, with no lumps."),
        takes_food=True,
    ),
    "rest": StepKind(
        lambda what: say("Let {what} rest, covered", what=what),
        say("It is resting"),
        KNEADED,
        0,
        15,
        over=say("Rested"),
    ),
    "knead": StepKind(
        lambda what: say("Knead {what} again", what=what),
        say("Kneaded"),
        KNEADED,
        5,
        cue=say("A thin sheet stretches and does not tear."),
    ),
    "knead_in": StepKind(
        lambda what: say("Knead in {what}", what=what), say("Kneaded in"), ("divide",), 4, takes_food=True
    ),
    "knock_back": StepKind(lambda what: say("Knock {what} back", what=what), say("Knocked back"), ("divide",), 1),
    "fold": StepKind(lambda what: say("Fold {what}", what=what), say("Folded"), KNEADED, 2),
    "two_bowls": StepKind(
        lambda what: say("Put {what} into two bowls, half in each, covered", what=what),
        say("In two bowls"),
        ("rise",),
        2,
        tool=say("a second bowl"),
    ),
    "oil_bowl": StepKind(
        lambda what: say("Coat the bowl with {what}", what=what), say("Coated"), ("rise",), 1, takes_food=True
    ),
    "relax": StepKind(
        lambda what: say("Let {what} relax, covered", what=what),
        say("It is relaxing"),
        SHAPING,
        0,
        15,
        over=say("Relaxed"),
        cue=say("It rolls out without springing back."),
    ),
    "roll": StepKind(lambda what: say("Roll {what} out", what=what), say("Rolled out"), SHAPING, 5, tool=PIN),
    "press": StepKind(lambda what: say("Press {what} flat", what=what), say("Pressed"), SHAPING, 3),
    "sheet": StepKind(
        lambda what: say("Roll {what} out to one sheet", what=what), say("One sheet"), SHAPING, 8, tool=PIN
    ),
    "spread": StepKind(
        lambda what: say("Spread {what} over it", what=what), say("Spread"), SHAPING, 5, takes_food=True
    ),
    "roll_up": StepKind(lambda _: say("Roll it up"), say("Rolled up"), SHAPING, 3),
    "cut": StepKind(lambda _: say("Cut it"), say("Cut"), (*SHAPING, *COLD), 3, tool=KNIFE),
    # Just before the heat
    "brush": StepKind(
        lambda what: say("Brush with {what}", what=what), say("Brushed"), COATS, 3, tool=BRUSH, takes_food=True
    ),
    "mist": StepKind(lambda _: say("Mist with water"), say("Misted"), LAST, 1),
    "strew": StepKind(lambda what: say("Sprinkle on {what}", what=what), say("Sprinkled"), COATS, 2, takes_food=True),
    "prick": StepKind(lambda _: say("Prick them"), say("Pricked"), LAST, 1),
    "slit": StepKind(lambda _: say("Slit the tops"), say("Slit"), LAST, 2, tool=say("a sharp blade")),
    "dip": StepKind(lambda what: say("Dip in {what}", what=what), say("Dipped"), COATS, 4, tool=BOWL, takes_food=True),
    # In the heat
    "flip": StepKind(lambda _: say("Turn them over"), say("Turned"), FIRE, 2),
    "upper_shelf": StepKind(lambda _: say("Move them to the upper shelf"), say("Moved"), FIRE, 1),
    "lower_shelf": StepKind(lambda _: say("Move them to the lower shelf"), say("Moved"), FIRE, 1),
    "grill": StepKind(lambda _: say("Switch the top heat on as well"), say("It is on"), FIRE, 1),
    "foil": StepKind(lambda _: say("Cover them loosely with foil"), say("Covered"), FIRE, 1, tool=say("foil")),
    "grease": StepKind(
        lambda what: say("Brush the pan with {what}", what=what), say("Greased"), FIRE, 1, tool=BRUSH, takes_food=True
    ),
    # Out of the heat
    "cloth": StepKind(lambda _: say("Cover them with a cloth"), say("Covered"), HOT, 1, tool=say("a clean cloth")),
    "glaze": StepKind(
        lambda what: say("Glaze with {what}", what=what), say("Glazed"), COLD, 5, tool=BRUSH, takes_food=True
    ),
    "split_fill": StepKind(
        lambda what: say("Split them and fill with {what}", what=what),
        say("Filled"),
        COLD,
        8,
        tool=KNIFE,
        takes_food=True,
    ),
    "crisp": StepKind(
        lambda _: say("Crisp them again in the hot oven"),
        say("They are in"),
        COLD,
        1,
        5,
        leave=lambda what: say("Leave {what} in the oven", what=what),
        over=say("Crisp"),
        tool=say("an oven"),
    ),
    "sauce": StepKind(lambda what: say("Serve with {what}", what=what), say("On the table"), COLD, 3, takes_food=True),
}
PLACES: tuple[Where, ...] = ("weigh", "rise", "divide", "wrap", "heat", "fire", "rest", "table")


def kinds_of(where: Where) -> tuple[str, ...]:
    """The kinds of steps that may stand there."""
    return tuple(key for key, kind in STEP_KINDS.items() if where in kind.where)
