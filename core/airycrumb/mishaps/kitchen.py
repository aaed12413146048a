"""What fails around the dough: power, heat, a hand, the cold."""

from airycrumb.data.mishaps import COOL_A_BURN, FREEZER_HOLDS, FRIDGE_HOLDS, HURT, MISHAPS
from airycrumb.mishaps.answer import MishapAnswer
from airycrumb.mishaps.in_the_heat import longer
from airycrumb.mishaps.scene import Scene
from airycrumb.words import NOTHING, Message, as_number, in_minutes, say


def _warm_limit(s: Scene) -> list[Message]:
    """How long what is filled may stand, where that is a question."""
    if not (s.filled and s.spoils):
        return []
    return [
        say(
            "The filling may stand warm for {more} more than planned, {most} in all. After that throw them away.",
            more=in_minutes(s.may_stand_min),
            most=in_minutes(s.heat.clock.limit_min),
        )
    ]


def power(s: Scene) -> MishapAnswer:
    """No electricity."""
    if s.in_heat:
        do = [
            say("Leave the door or the lid shut: what is hot in there goes on baking for a while."),
            say(
                "A gas flame can go on. When it is back, the minutes without heat are added, and the probe decides: "
                "{line}.",
                line=s.line,
            ),
            *_warm_limit(s),
        ]
        presses = longer(s, "power", say("It was gone for"))
    else:
        cold = say(
            "The fridge stays cold for about {fridge} with its door shut, a full freezer for {freezer}.",
            fridge=in_minutes(FRIDGE_HOLDS.value),
            freezer=in_minutes(FREEZER_HOLDS.value),
        )
        do = [
            say("Dough needs none: it goes on as it is. An oven that only kept it warm cools now."),
            cold,
            *_warm_limit(s),
        ]
        presses = s.moved_to("power", "bench", say("It stands on the bench now"))
    return MishapAnswer(
        key="power",
        label=MISHAPS["power"],
        urgent=s.in_heat and s.raw,
        do=do,
        presses=[*presses, *s.into_the_cold("power"), s.noted("power", say("Noted: go on")), s.stop("power")],
    )


INSTEAD = {
    "oven": (
        say("A heavy pan under a lid on a small flame bakes flat ones: turn them when the underside is brown."),
        say("A pot with a rack over water steams them: soft and pale, but done."),
    ),
    "steam": (
        say("A pan with a little water under a lid does the same: water to the height of a finger nail."),
        say("An oven bakes them too, with a cup of boiling water in it: they get a crust."),
    ),
    "pan": (
        say("An oven bakes them, on a hot tray, turned once."),
        say("A pot with a rack over water steams them: soft and pale, but done."),
    ),
}  # fmt: skip


def heat_gone(s: Scene) -> MishapAnswer:
    """What was to bake or steam them does not get hot."""
    probe = say("In another heat the planned minutes do not hold: probe the thickest to {line}.", line=s.line)
    cold = (
        [say("Until another heat is ready they wait in the fridge.")] if not s.before_dividing and not s.in_heat else []
    )
    return MishapAnswer(
        key="heat_gone",
        label=MISHAPS["heat_gone"],
        urgent=s.in_heat and s.raw,
        do=[*cold, *INSTEAD[s.heat.method], probe, *_warm_limit(s)],
        presses=[
            *s.into_the_cold("heat_gone"),
            s.noted("heat_gone", say("Another heat does it: go on")),
            s.stop("heat_gone"),
        ],
    )


def hand(s: Scene) -> MishapAnswer:
    """Burnt or cut."""
    then = say("Wrapping counts {times} times as long from now on.", times=as_number(HURT.value, digits=1))
    return MishapAnswer(
        key="hand",
        label=MISHAPS["hand"],
        urgent=True,
        do=[
            say(
                "A burn: {cool} under cool running water, rings off, no ice, no fat.",
                cool=in_minutes(COOL_A_BURN.value),
            ),
            say("A cut: press a clean cloth on it and hold it up. What blood touched is thrown away."),
            say("Large, deep or on a child: call for help first. The dough waits in the fridge."),
            say("Cover the place and wear a glove before you touch dough or filling again."),
            *([then] if s.wraps_later else []),
        ],
        presses=[
            *s.into_the_cold("hand"),
            s.press("hand", say("Go on, slower")) if s.wraps_later else s.noted("hand", say("Go on")),
            s.stop("hand"),
        ],
    )


def filling_warm(s: Scene) -> MishapAnswer | None:
    """It stood out of the fridge."""
    if not s.spoils or s.at("heat", "rest"):
        return None
    most = in_minutes(s.heat.clock.limit_min)
    may = say("It may stand warm for {most} in all, wrapping included.", most=most)
    return MishapAnswer(
        key="filling_warm",
        label=MISHAPS["filling_warm"],
        urgent=True,
        do=[
            say("Into the fridge with it now."),
            may,
            say("Longer than that, or nobody knows: throw it away. Smell tells nothing, and heat does not mend it."),
        ],
        good_for=NOTHING
        if s.filled
        else say("The dough is good in any case: it waits in the fridge for a new filling."),
        presses=[
            s.noted("filling_warm", say("It was less: go on")),
            *s.into_the_cold("filling_warm"),
            s.stop("filling_warm"),
        ],
    )


def filling_spoilt(s: Scene) -> MishapAnswer | None:
    """None that can be used, or not enough."""
    if not s.has_filling or s.ctx.stages.index(s.stage) > s.ctx.stages.index("wrap"):
        return None
    return MishapAnswer(
        key="filling_spoilt",
        label=MISHAPS["filling_spoilt"],
        do=[
            say("What smells, foams or is slimy is thrown away, bowl and spoon washed."),
            say("Too little: fewer pieces with all they should have, or less in each: over less it closes better."),
            say("None at all: shape plain ones, or let the dough wait in the fridge while you make another."),
        ],
        presses=[
            *s.of_each_group("filling_spoilt", "filling_weight", "filling", "mass"),
            *s.into_the_cold("filling_spoilt"),
            s.noted("filling_spoilt", say("Noted: go on")),
        ],
    )  # fmt: skip
