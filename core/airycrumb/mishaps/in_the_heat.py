"""What goes wrong in the heat and just after it."""

from airycrumb.data.mishaps import A_LITTLE_MORE, COOLER, MISHAPS
from airycrumb.mishaps.answer import MishapAnswer, Press
from airycrumb.mishaps.scene import Scene
from airycrumb.plan.events import EventMark
from airycrumb.plan.given import heat_key
from airycrumb.words import Message, in_degrees, in_minutes, say


def longer(s: Scene, key: str, label: Message) -> list[Press]:
    """So many minutes more than planned, for what is in the heat."""
    if not s.in_heat:
        return []
    heat = next(load.heat for load in s.sheet.loads if load.began and not load.ended)
    planned = [s.sheet.heat, *s.sheet.more_heats][heat - 1].minutes_planned
    mark = EventMark("heat_for", "heat", event=heat_key(heat))
    return [s.press(key, label, mark, asks="duration", more_than=planned)]


def fat_fire(s: Scene) -> MishapAnswer | None:
    """Fat smokes or burns, or what is in the oven does."""
    if not s.in_heat and not s.has_filling:
        return None
    return MishapAnswer(
        key="fat_fire",
        label=MISHAPS["fat_fire"],
        urgent=True,
        do=[
            say("Heat off. Put a lid or a baking tray over a pan. Never water, never carry it."),
            say("An oven stays shut until it is out: the door keeps the air from it."),
            say("If it does not go out at once, leave, shut the door behind you and call the fire service."),
        ],
        good_for=say("Nothing that tastes of smoke gets better: throw it away."),
        presses=[s.noted("fat_fire", say("It is out: go on")), s.stop("fat_fire")],
    )


def burnt(s: Scene) -> MishapAnswer | None:
    """Black where it should be brown."""
    if not s.at("heat", "rest"):
        return None
    dark = say("A black outside says nothing of the middle: probe the thickest to {line}.", line=s.line)
    later = say(
        "What is still to bake goes a shelf lower and {less} cooler, under foil once it is brown.",
        less=in_degrees(COOLER.value),
    )
    return MishapAnswer(
        key="burnt",
        label=MISHAPS["burnt"],
        urgent=s.in_heat,
        do=[
            say("Out now, and off the hot tray at once: it goes on browning them."),
            dark,
            say("Cut away what is black and leave it: it is bitter and nobody should eat it."),
            *([later] if len(s.sheet.loads) > 1 else []),
        ],
        good_for=say("Brown but not black, the crumb and the filling are still good: break them open and serve those."),
        presses=[s.noted("burnt", say("They are out: go on")), s.stop("burnt")],
    )


def raw_middle(s: Scene) -> MishapAnswer | None:
    """Cut or bitten open, the middle is not done."""
    if not s.at("heat", "rest"):
        return None
    back = say(
        "Back into the heat for {more}, then probe the thickest: {line} in the middle. Again until it is there.",
        more=in_minutes(A_LITTLE_MORE.value),
        line=s.line,
    )
    warm = say(
        "Nobody eats one before that. What stood warm for more than {most} in all is thrown away.",
        most=in_minutes(s.heat.clock.limit_min),
    )
    foil = say("Brown enough already, they go under foil.")
    return MishapAnswer(
        key="raw_middle",
        label=MISHAPS["raw_middle"],
        urgent=s.raw,
        do=[back, *([warm] if s.spoils else []), foil],
        presses=[
            *longer(s, "raw_middle", say("So much longer")),
            s.noted("raw_middle", say("They are done now: go on")),
            s.stop("raw_middle"),
        ],
    )


def leaking(s: Scene) -> MishapAnswer | None:
    """Filling or juice comes out."""
    if not s.at("proof", "hold", "heat", "rest"):
        return None
    if s.in_heat:
        do = [
            say("Leave them: turned or opened now, they lose the rest. What runs out burns on the tray, not on them."),
            say("Foil or a tray under them catches it. If it smokes, see “Smoke or fire”."),
        ]
    elif s.at("rest"):
        do = [
            say("Let them stand {rest} before you lift one: the juice thickens.", rest=in_minutes(A_LITTLE_MORE.value))
        ]
    else:
        do = [
            say("Wipe the wet place dry, pinch it shut with dry, floured fingers and set that side down."),
            say("Seams hold on dry dough alone: nothing wet or fat between its edges."),
        ]
    how_many = Press(say("So many of them"), [EventMark("mishap", s.stage, where="leaking")], asks="count")
    return MishapAnswer(
        key="leaking", label=MISHAPS["leaking"], do=do, presses=[how_many, s.noted("leaking", say("Noted: go on"))]
    )


def boiled_dry(s: Scene) -> MishapAnswer | None:
    """No water under the steamer."""
    if s.heat.method != "steam" or not s.at("heat"):
        return None
    return MishapAnswer(
        key="boiled_dry",
        label=MISHAPS["boiled_dry"],
        urgent=True,
        do=[
            say("Fire off. Leave the lid on and let the pot cool for two minutes: cold water on hot metal spits."),
            say("Then boiling water from the kettle, fire on. The minutes without steam do not count."),
            say("Probe the thickest at the end: {line}.", line=s.line),
        ],
        presses=[
            *longer(s, "boiled_dry", say("So long it had no steam")),
            s.noted("boiled_dry", say("Noted: go on")),
        ],
    )
