"""What is lost in whole or in part, and what it is still good for."""

from airycrumb.data.mishaps import MISHAPS, OLD_DOUGH_KEEPS, RICH_DOUGH_KEEPS
from airycrumb.mishaps.answer import MishapAnswer, Press
from airycrumb.mishaps.scene import Scene, days
from airycrumb.plan.events import EventMark
from airycrumb.words import NOTHING, Message, say


def floor(s: Scene) -> MishapAnswer:
    """All of it fell."""
    hot = [say("What is hot lies where it is until it is cold: mind your feet, keep others away.")] if s.in_heat else []
    return MishapAnswer(
        key="floor",
        label=MISHAPS["floor"],
        urgent=s.in_heat,
        do=[*hot, say("Throw away what touched the floor, filling and all. Nothing washes it clean.")],
        good_for=say("Nothing, and no harm is done: begin again when you like, your amounts are kept."),
        presses=[s.stop("floor")],
    )


def spoilt(s: Scene) -> MishapAnswer:
    """Something is in it that nobody may eat."""
    return MishapAnswer(
        key="spoilt",
        label=MISHAPS["spoilt"],
        do=[
            say("Throw away all that stood open near it, dough and filling. A splinter is neither seen nor felt."),
            say("Wipe the bench and wash bowls and hands before you begin again."),
        ],
        good_for=say("Nothing: none of it may be eaten."),
        presses=[s.stop("spoilt")],
    )


def in_part(s: Scene) -> MishapAnswer:
    """Some of the dough or of the pieces is gone."""
    do, presses = _what_is_left(s)
    noted = s.noted("in_part", say("Noted: go on"))
    return MishapAnswer(key="in_part", label=MISHAPS["in_part"], do=do, presses=[*presses, noted])


def _what_is_left(s: Scene) -> tuple[list[Message], list[Press]]:
    """What to do with the rest, and how it is told."""
    if s.at("heat", "rest"):
        lost = Press(say("So many were lost"), [EventMark("mishap", s.stage, where="in_part")], asks="count")
        return [say("Let the others bake on as planned: fewer in the heat need no longer.")], [lost]
    if s.before_dividing:
        weighs = s.press("in_part", say("It still weighs"), EventMark("dough_weight", "divide"), asks="mass")
        return [
            say("Weigh the dough that is left: pieces of the same size become fewer, or as many smaller."),
            say("It goes on rising as before: a smaller dough is ready no sooner."),
        ], [weighs]
    left = s.of_each_group("in_part", "pieces", s.stage, "count")
    return [say("Go on with those that are left: loads, trays and hours follow their number.")], left


def given_up(s: Scene) -> MishapAnswer:
    """It is not wanted any more."""
    do, good = _instead(s)
    return MishapAnswer(
        key="given_up",
        label=MISHAPS["given_up"],
        do=do,
        good_for=good,
        presses=[*s.into_the_cold("given_up"), s.stop("given_up")],
    )


def _instead(s: Scene) -> tuple[list[Message], Message]:
    """What to do with what there is, and what it is good for then."""
    if s.at("heat", "rest"):
        do = say("Let them finish: what is half baked keeps worst of all. Cool them on a rack, then freeze them.")
        return [do], say("Eaten within {days} from the freezer, heated through.", days=s.days("frozen", baked=True))
    if not s.before_dividing:
        do = say("Freeze the pieces on a tray now, shaped and covered, then in a bag.")
        return [do], say("Baked from frozen within {days}.", days=s.days("frozen", baked=False))
    if s.at("weigh") and s.ctx.done is not None and s.ctx.did("weigh.knead") is None:
        return [say("Nothing is mixed yet that cannot go back dry. What is wet keeps a day in the fridge.")], NOTHING
    do = say("Press it flat, bag it and put it into the fridge.")
    if s.rich:
        keep = days(RICH_DOUGH_KEEPS.value)
        return [do], say("There is egg or milk in it: flat breads, baked through within {days}.", days=keep)
    return [do], say(
        "Flat breads from a hot pan within {days}, or a tenth to a fifth of the next dough.",
        days=days(OLD_DOUGH_KEEPS.value),
    )
