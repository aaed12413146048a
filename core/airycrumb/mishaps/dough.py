"""What goes wrong with the dough and the pieces."""

from collections.abc import Iterator

from airycrumb.data.mishaps import FLOUR_MORE, FOAMS_WITHIN, MISHAPS, WAKES_AT, WAKING_WATER, WATER_MORE
from airycrumb.data.spots import SPOTS
from airycrumb.mishaps.answer import MishapAnswer, Press
from airycrumb.mishaps.scene import Scene
from airycrumb.plan.events import EventMark
from airycrumb.whatif.rise import WARM
from airycrumb.words import NOTHING, Message, hour_of, in_celsius, in_grams, in_minutes, say

FERMENTS = ("sponge", "rise", "again", "proof")
#: what a cook forgets, in the order it is missed
FORGOTTEN = ("yeast", "salt", "sugar", "fat")

#: of a dough whose rise is not begun anew here
STANDS = say("There is egg or milk in it: its warm hours count from when it was mixed, whatever is kneaded in.")


def _grams(s: Scene, role: str) -> float:
    return sum(line.grams for line in s.sheet.weigh.dough if line.role == role)


def _new_yeast(s: Scene) -> Message:
    yeast = _grams(s, "yeast")
    return say(
        "Stir {yeast} of its yeast into {water} of water at {warm} and wait {foams}: no foam, and the yeast is dead. "
        "Foam, and it is kneaded in.",
        yeast=in_grams(yeast, significant=2),
        water=in_grams(WAKING_WATER.value * yeast, significant=2),
        warm=in_celsius(WAKES_AT.value),
        foams=in_minutes(FOAMS_WITHIN.value),
    )


def _begins_anew(s: Scene, key: str, label: Message) -> list[Press]:
    """The rise counts from now: where nobody has looked at its size yet, whose looks would be of another dough, and
    nothing is in it whose warm hours would be forgotten by that.
    """
    if s.rich or not s.at("rise") or any(o.stage == "rise" and o.kind in ("risen", "doubled") for o in s.observations):
        return []
    return [s.press(key, label, EventMark("done", "weigh"))]


def warmer_spots(s: Scene, key: str) -> Iterator[Press]:
    """Warmer spots to move what rises to, each with what the plan becomes."""
    for where in WARM if s.at("rise", "proof") else ():
        label = say("It stands {where} now", where=SPOTS[where].label)
        yield from s.moved_to(key, where, label, sooner=True)


def not_rising(s: Scene) -> MishapAnswer | None:
    """It has not grown as it should by now."""
    tray = s.rise
    if not s.at(*FERMENTS) or tray is None or tray.rests:
        return None
    early = s.now < tray.ready_low
    if early:
        do = [
            say(
                "By its forecast it is ready between {low} and {high}: give it until then, the first half hour shows "
                "nothing.",
                low=hour_of(tray.ready_low),
                high=hour_of(tray.ready_high),
            ),
            say("Feel the dough: cool to the hand, it wants a warmer spot."),
        ]
    else:
        do = [
            say("It should be up by now. Feel it: cool to the hand, it wants a warmer spot first."),
            _new_yeast(s),
            *([STANDS] if s.rich else []),
        ]
    anew = [] if early else _begins_anew(s, "not_rising", say("New yeast is kneaded in: it rises from now"))
    return MishapAnswer(
        key="not_rising",
        label=MISHAPS["not_rising"],
        do=do,
        good_for=say("Flat, it is a good flat bread all the same: roll it thin and bake it in a hot, dry pan."),
        presses=[*warmer_spots(s, "not_rising"), *anew, s.noted("not_rising", say("It gets more time"))],
    )


def too_far(s: Scene) -> MishapAnswer | None:
    """Over its best, or nobody looked for hours."""
    tray = s.rise
    if not s.at(*FERMENTS) or tray is None or tray.rests:
        return None
    if tray.past is not None:
        do = [say("It is past its best since {at}.", at=hour_of(tray.past.since)), tray.past.left]
    else:
        do = [
            say("By the plan it is not past its best yet. Poke it: filled slowly it is right, left dented it is late."),
            say("Late, knock it back, shape it and bake it after a shorter proof.")
            if s.stage != "proof"
            else say("Late, into the heat at once: brushed gently, not slit."),
        ]
    return MishapAnswer(
        key="too_far",
        label=MISHAPS["too_far"],
        urgent=tray.past is not None and s.spoils and s.filled,
        do=do,
        good_for=NOTHING
        if s.rich or not s.before_dividing
        else say("Sour and slack, it is old dough: a tenth to a fifth of the next one."),
        presses=[s.noted("too_far", say("Noted: go on")), s.stop("too_far")],
    )


def sticky(s: Scene) -> MishapAnswer | None:
    """It clings to hands and bench."""
    if s.at("weigh"):
        do = [
            say("Knead five minutes more before anything is added, or let it rest ten and knead again."),
            say(
                "Then flour by the spoon, {most} at most: wetter is lighter, and it dries as it rises.",
                most=in_grams(FLOUR_MORE.value / 100 * s.flour_g, significant=2),
            ),
        ]
        presses = [s.press("sticky", say("Flour worked in"), EventMark("flour_added", "weigh"), asks="mass")]
    elif s.at("divide", "wrap"):
        do = [
            say("A quarter of an hour in the fridge firms it. Cut with a wet blade, shape with oiled hands."),
            say("Flour the bench, not the dough: a floured seam does not hold."),
        ]
        presses = []
    else:
        return None
    return MishapAnswer(
        key="sticky", label=MISHAPS["sticky"], do=do, presses=[*presses, s.noted("sticky", say("Noted: go on"))]
    )


def stiff(s: Scene) -> MishapAnswer | None:
    """It will not come together, or springs back."""
    if s.at("weigh"):
        do = [
            say(
                "Wet your hands and knead on, {most} of water at most: flour drinks for ten minutes yet.",
                most=in_grams(WATER_MORE.value / 100 * s.flour_g, significant=2),
            )
        ]
        presses = [s.press("stiff", say("Water worked in"), EventMark("water_added", "weigh"), asks="mass")]
    elif s.at("divide", "wrap"):
        do = [say("It is tight, not dry: cover it, wait ten minutes and it stretches. Pulled now, it tears.")]
        presses = []
    else:
        return None
    return MishapAnswer(
        key="stiff", label=MISHAPS["stiff"], do=do, presses=[*presses, s.noted("stiff", say("Noted: go on"))]
    )


def _worked_in(s: Scene, role: str, grams: float) -> Message:
    """How one that was left out still gets in."""
    shown = in_grams(grams, significant=2)
    if role == "yeast":
        return say(
            "Yeast: {yeast} in {water} of lukewarm water, kneaded in. It rises from now.",
            yeast=shown,
            water=in_grams(WAKING_WATER.value * grams, significant=2),
        )
    if role == "salt":
        return say(
            "Salt: {salt} in a spoon of water, kneaded in until nothing is gritty. Without it the rise runs fast.",
            salt=shown,
        )
    if role == "sugar":
        return say("Sugar: {sugar} kneaded in. Left out, it rises no worse and browns less.", sugar=shown)
    return say("Fat: {fat}, soft, kneaded in by the spoon. Left out, it dries sooner.", fat=shown)


def left_out(s: Scene) -> MishapAnswer | None:
    """Something weighed stands beside the bowl still."""
    missing = [(role, _grams(s, role)) for role in FORGOTTEN]
    missing = [(role, g) for role, g in missing if g > 0]
    if not s.at("sponge", "weigh", "rise", "again", "divide") or not missing:
        return None
    late = say("Shaped, it stays out: salt what goes inside or on top instead.")
    return MishapAnswer(
        key="left_out",
        label=MISHAPS["left_out"],
        do=[
            *(_worked_in(s, role, g) for role, g in missing),
            *([late] if s.at("divide") else []),
            *([STANDS] if s.rich and s.at("rise", "again") else []),
        ],
        presses=[
            *_begins_anew(s, "left_out", say("The yeast is in: it rises from now")),
            s.noted("left_out", say("It is in: go on")),
        ],
    )


def torn(s: Scene) -> MishapAnswer | None:
    """The skin tore, or a seam opened."""
    if not s.at("wrap", "proof", "hold"):
        return None
    do = [
        say("Dab the place dry, pinch it shut, and patch a hole with a thin scrap of dough wetted at its edge."),
        say("Set it down on the mended side. Hot filling or a wet edge opens it again."),
    ]
    if s.at("proof"):
        do.append(say("Within the last minutes leave it: what is handled now falls. It bakes with its mouth open."))
    return MishapAnswer(key="torn", label=MISHAPS["torn"], do=do, presses=[s.noted("torn", say("Noted: go on"))])


def stuck(s: Scene) -> MishapAnswer | None:
    """To the bench, the tray or the paper."""
    if s.at("divide", "wrap"):
        do = [say("Slide a floured scraper under it, flat. Do not pull: a stretched seam is a thin one.")]
    elif s.at("proof", "hold"):
        do = [say("Leave it on what it sticks to: cut the paper around it and bake it so. Lifted now, it falls.")]
    elif s.at("heat", "rest"):
        do = [
            say("Wait five minutes under a cloth: steam loosens what was baked on. Then a thin, flat blade."),
            say("Paper that stays on a crust comes off when it is damped from behind."),
        ]
    else:
        return None
    return MishapAnswer(key="stuck", label=MISHAPS["stuck"], do=do, presses=[s.noted("stuck", say("Noted: go on"))])
