"""Later, sooner, or another day: from where it stands now."""

from airycrumb.data.mishaps import MISHAPS
from airycrumb.mishaps.answer import MishapAnswer
from airycrumb.mishaps.dough import warmer_spots
from airycrumb.mishaps.scene import Scene
from airycrumb.words import Message, hour_of, in_minutes, say, weekday_or_date

UNCOUNTED = say("The plan does not count that wait: its hours move once you go on.")


def _filled_ones(s: Scene) -> Message:
    """By when pieces with their filling in must be in the heat."""
    by = s.cold_until
    return say(
        "Covered and into the fridge, pieces and filling. They must be in the heat by {by}, or be frozen now.",
        by=weekday_or_date(by, s.now),
    )


def put_off(s: Scene) -> MishapAnswer:
    """It must wait."""
    if s.in_heat:
        do = [
            say("What is in the heat cannot wait: let it finish and cool it on a rack."),
            say("It keeps {days} in the fridge, and is heated through again.", days=s.days("fridge", baked=True)),
        ]
    elif s.at("rest"):
        do = [
            say(
                "Cool them on a rack, not covered, and put them away within {most}.",
                most=in_minutes(s.heat.clock.limit_min),
            ),
            say("They keep {days} in the fridge, and are heated through again.", days=s.days("fridge", baked=True)),
        ]
    elif s.at("weigh"):
        do = [say("Not mixed yet, everything can wait dry. Mixed, knead it and let it rise in the fridge.")]
    elif s.filled:
        do = [_filled_ones(s), *([] if s.moves else [UNCOUNTED])]
    elif s.before_dividing:
        do = [say("Covered and into the fridge: it goes on slowly there, and is knocked back when you want it.")]
    else:
        do = [say("Cover the pieces and put them into the fridge, apart: they grow slowly there."), UNCOUNTED]
    return MishapAnswer(
        key="put_off",
        label=MISHAPS["put_off"],
        do=do,
        presses=[*s.into_the_cold("put_off"), s.noted("put_off", say("Noted: go on"))],
    )


def sooner(s: Scene) -> MishapAnswer | None:
    """It is wanted sooner than planned."""
    if s.at("rise", "proof"):
        presses = list(warmer_spots(s, "sooner"))
        do = [say("A warmer spot is the one thing that hurries it now, and it is past its best sooner too.")]
        if not presses:
            do = [
                say("No warmer spot of this kitchen gains anything now: it is ready {at}.", at=hour_of(s.sheet.day.eat))
            ]
    elif s.in_heat:
        presses = []
        do = [
            say(
                "Nothing hurries the middle: a hotter oven only browns the outside. Probe from early on: {line}.",
                line=s.line,
            )
        ]
    elif s.at("weigh", "sponge"):
        presses = []
        do = [say("Warmer water and more yeast hurry it, before it is mixed: set the hour on the bench.")]
    else:
        return None
    return MishapAnswer(
        key="sooner", label=MISHAPS["sooner"], do=do, presses=[*presses, s.noted("sooner", say("Noted: go on"))]
    )
