"""What stands in for what is not there: a food or a tool, what changes by it, and where it is one press.

All of it common practice, no source; amounts are worked from what the foods are made of.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from airycrumb.bake.edits import Answer, Change
from airycrumb.pantry import Ingredient
from airycrumb.trays.types import Swap
from airycrumb.words import NOTHING, Message, in_grams, say

SOY_SALT = 6.0  # g of soy sauce with the salt of 1 g; common practice
HONEY = 1.25  # g of honey as sweet as 1 g of sugar, a fifth of it water; common practice


@dataclass(frozen=True)
class StandIn:
    """One thing that does instead.

    label: what; why: what stays and what changes; answer: the edits that take it, None where it needs none; then:
    what the bake becomes by them, NOTHING where that was not worked.
    """

    label: Message
    why: Message
    answer: Answer | None = None
    then: Message = NOTHING

    def becoming(self, then: Message) -> "StandIn":
        """The same, with what the bake becomes."""
        return replace(self, then=then)


def of_swaps(item: Ingredient, swaps: Sequence[Swap]) -> Iterator[StandIn]:
    """The swaps that keep a dough true, as stand-ins for one of its ingredients."""
    for swap in swaps:
        if swap.of == item.called:
            yield StandIn(say("{swap} in the recipe", swap=swap.answer.label), swap.why, swap.answer)


def for_food(item: Ingredient, grams: float | None) -> Iterator[StandIn]:
    """What does for a food in general; nothing where nothing does."""
    if grams and item.role in WEIGHED:
        yield WEIGHED[item.role](item, grams)
    elif item.role in OF_A_KIND:
        yield OF_A_KIND[item.role]
    elif item.role not in ("liquid", *WEIGHED):
        yield ANOTHER


def _egg(item: Ingredient, grams: float) -> StandIn:
    water, fat = (in_grams(grams * share / 100, significant=2) for share in (item.water, item.fat))
    return StandIn(
        say("{water} of water and {fat} of oil", water=water, fat=fat),
        say("As wet and as rich: paler, and it sets softer."),
    )


def _sugar(_item: Ingredient, grams: float) -> StandIn:
    honey, less = in_grams(HONEY * grams, significant=2), in_grams((HONEY - 1) * grams, significant=2)
    return StandIn(
        say("{honey} of honey, {less} less of water", honey=honey, less=less),
        say("As sweet and as wet: it browns sooner. Not for a child under a year."),
    )


def _salt(_item: Ingredient, grams: float) -> StandIn:
    return StandIn(
        say("{soy} of soy sauce, as much less of water", soy=in_grams(SOY_SALT * grams, significant=2)),
        say(
            "As salt: brown and strong, and it brings soya and wheat: tell who eats. Without any salt the dough "
            "rises fast, is slack and tastes of nothing."
        ),
    )


WEIGHED = {"egg": _egg, "sugar": _sugar, "salt": _salt}
OF_A_KIND = {
    "yeast": StandIn(
        say("a piece of risen dough, or a ripe sourdough"),
        say("It rises by its own time, not by this forecast: with no yeast at all choose a dough of soda instead."),
    ),
    "fat": StandIn(
        say("the same weight of another fat or oil"),
        say("As rich; a firm fat makes it shorter, an oil softer. Butter brings milk, a nut oil nuts: tell who eats."),
    ),
    "flour": StandIn(
        say("the same weight of a plain wheat flour"),
        say("It brings wheat: tell who eats. Hold a tenth of the water back: how much it drinks only the dough tells."),
    ),
}
ANOTHER = StandIn(
    say("the same weight of something as wet and as salt"),
    say("Put it in its place on the recipe: salt, juice, allergens and what keeps it safe are worked anew."),
)

WASH = StandIn(
    say("milk on the crust"),
    say("A paler, softer crust without its shine. It brings milk, and the label says so."),
    Answer(say("milk on the crust"), [Change(["heat", "wash"], "milk")]),
)
NO_PAPER = StandIn(
    say("an oiled surface"),
    say("They may stick: loosen them with a spatula after a minute."),
    Answer(say("an oiled surface"), [Change(["heat", "liner"], "oil")]),
)
NO_STONE = StandIn(
    say("a tray"),
    say("Less heat from below: paler underneath, a few minutes more."),
    Answer(say("a tray"), [Change(["heat", "on"], "tray")]),
)
NO_SCALE = StandIn(
    say("cutting by eye"),
    say("Roll it into a log, halve it and halve it again: pieces differ by a fifth, and the largest sets the minutes."),
    Answer(say("cutting by eye"), [Change(["divide_by"], "eye")]),
)
NO_MIXER = StandIn(
    say("your hands"),
    say("Ten minutes for a machine's six; hands warm it less."),
    Answer(say("your hands"), [Change(["dough", "kneading"], "hand")]),
)
NO_OVEN = StandIn(
    say("a steamer"),
    say("Soft, white and moist instead of a crust; what is brushed on is left off."),
    Answer(say("a steamer"), [Change(["heat"], {"method": "steam", "fire": "high", "rest": "5 min"})]),
)
NO_STEAMER = StandIn(
    say("a rack or an upturned bowl in a lidded pot"),
    say("Water to a finger below them, the lid in a cloth: the same minutes, topped up from the kettle."),
)
