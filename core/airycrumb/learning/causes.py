"""Why a batch went wrong, as far as its own record tells: causes ranked by the evidence, each with its number.

A cause without evidence in this batch is not named at all. The weights are assumed: they order causes, no more.
"""

from airycrumb.data.vocabulary import COLOUR, WASHED
from airycrumb.learning.evidence import Cause, Record
from airycrumb.words import (
    NOTHING,
    as_number,
    in_celsius,
    in_degrees,
    in_grams,
    in_millimetres,
    in_minutes,
    in_percent,
    joined,
    say,
)


def _part(value: float, none_at: float, full_at: float) -> float:
    """How far a value has come from where it says nothing to where it says all; 0 to 1."""
    return min(max((value - none_at) / (full_at - none_at), 0.0), 1.0)


def over_proofed(r: Record) -> Cause | None:
    """They had grown past their aim when they met the heat."""
    if r.proof_size is None or r.proof_size <= 1.03:
        return None
    return Cause(
        say("Over-proofed"),
        _part(r.proof_size, 1.03, 1.25),
        say(
            "By your marks they had grown to {proof_size} × the size they were meant to have when they met the heat.",
            proof_size=as_number(r.proof_size, digits=2),
        ),
        say(
            "End the proof sooner: a poke should fill slowly, not stay. In a warm kitchen look at "
            "two thirds of the time."
        ),
    )


def under_proofed(r: Record) -> Cause | None:
    """They met the heat short of their aim."""
    if r.proof_size is None or r.proof_size >= 0.97:
        return None
    return Cause(
        say("Proof cut short"),
        _part(-r.proof_size, -0.97, -0.75),
        say(
            "By your marks they had grown to only {proof_size} × the size they were meant to have.",
            proof_size=as_number(r.proof_size, digits=2),
        ),
        say("Let them grow on until they are light when lifted and a poke fills slowly."),
    )


def rise_short(r: Record) -> Cause | None:
    """The first rise ended early."""
    if r.rise_size is None or r.rise_size >= 0.97:
        return None
    return Cause(
        say("First rise cut short"),
        0.9 * _part(-r.rise_size, -0.97, -0.7),
        say("The dough was divided at {rise_size} × its aim.", rise_size=as_number(r.rise_size, digits=2)),
        say("Let it rise to its mark on a straight-sided jar before you divide it."),
    )


def rise_long(r: Record) -> Cause | None:
    """The first rise went too far: a slack dough, and much bread."""
    if r.rise_size is None or r.rise_size <= 1.08:
        return None
    return Cause(
        say("First rise went too far"),
        0.9 * _part(r.rise_size, 1.08, 1.5),
        say("The dough was divided at {rise_size} × its aim.", rise_size=as_number(r.rise_size, digits=2)),
        say("Divide it sooner, or knock it back once and let it come up again."),
    )


def lid_lifted(r: Record) -> Cause | None:
    """The lid came off in the steam."""
    if r.lid_min is None:
        return None
    early = r.heat_min is None or r.lid_min < r.heat_min - 0.5
    after = in_minutes(r.lid_min)
    return Cause(
        say("The lid was lifted"),
        0.95 if early else 0.6,
        say("You marked it {after} after they went in, with the fire still on.", after=after)
        if early
        else say("You marked it {after} after they went in.", after=after),
        say("Leave the lid shut until the time is up, then {rest} more off the heat.", rest=in_minutes(5)),
    )


def opened_at_once(r: Record) -> Cause | None:
    """Out of the steam without its rest."""
    if r.method != "steam" or r.rest_min is None or r.rest_planned_min <= 0 or r.rest_min >= r.rest_planned_min - 1:
        return None
    short = r.rest_planned_min - r.rest_min
    return Cause(
        say("Opened too soon after the fire"),
        0.7 * _part(short, 0.5, r.rest_planned_min),
        say(
            "They rested {rest} under the lid; {rest_planned} were planned.",
            rest=in_minutes(r.rest_min),
            rest_planned=as_number(r.rest_planned_min, digits=0),
        ),
        say("Turn the fire off, leave the lid shut, then tilt it open a finger for a minute."),
    )


def cold_middle(r: Record) -> Cause | None:
    """The middle never got as hot as it should."""
    if r.core_c >= r.line_c:
        return None
    core, line = in_celsius(r.core_c), in_celsius(r.line_c)
    return Cause(
        say("Not long enough in the heat"),
        (1.0 if r.core_probed else 0.8) * _part(r.line_c - r.core_c, 0.0, 12.0),
        say("The probe said {core} in the middle; the line is {line}.", core=core, line=line)
        if r.core_probed
        else say(
            "For the minutes they had, {core} is forecast in the middle; the line is {line}.", core=core, line=line
        ),
        say("Give them the minutes the plan says and probe the thickest piece before they come out."),
    )


def taken_out_early(r: Record) -> Cause | None:
    """Less time in the heat than planned."""
    if r.heat_min is None or r.planned_min <= 0 or r.heat_min >= 0.95 * r.planned_min:
        return None
    return Cause(
        say("Out early"),
        0.8 * _part(1 - r.heat_min / r.planned_min, 0.05, 0.35),
        say(
            "They had {heat}; {planned} were planned.",
            heat=in_minutes(r.heat_min),
            planned=as_number(r.planned_min, digits=0),
        ),
        say("Leave them the full time, or probe and go by the middle."),
    )


def left_in(r: Record) -> Cause | None:
    """Longer in the heat than planned."""
    if r.heat_min is None or r.planned_min <= 0 or r.heat_min <= 1.08 * r.planned_min:
        return None
    return Cause(
        say("Left in too long"),
        _part(r.heat_min / r.planned_min, 1.08, 1.5),
        say(
            "They had {heat}; {planned} were planned.",
            heat=in_minutes(r.heat_min),
            planned=as_number(r.planned_min, digits=0),
        ),
        say("Take them out when the middle reaches its line."),
    )


def dried(r: Record) -> Cause | None:
    """Much of their weight baked off."""
    if r.method != "oven" or r.loss_percent < 10:
        return None
    return Cause(
        say("Baked dry"),
        0.7 * _part(r.loss_percent, 10, 18),
        say(
            "About {loss} of their weight baked off; {usual} is usual for filled pieces.",
            usual=in_percent(3, 6),
            loss=in_percent(r.loss_percent),
        ),
        say("A hotter oven for fewer minutes keeps them softer; brush with butter and cover with a cloth when out."),
    )


def cool_setting(r: Record) -> Cause | None:
    """A surface that cannot brown."""
    if r.method != "oven" or r.browning >= 30:
        return None
    really = NOTHING
    if abs(r.oven_off_c) >= 5:
        really = say("Your oven is really at about {really}.", really=in_celsius(r.air_c + r.oven_off_c))
    return Cause(
        say("The surface stayed too cool to brown"),
        _part(-r.browning, -30, 0) * 0.6 + 0.4,
        joined(
            [
                say(
                    "At {air} with {wash} on it the crust was forecast {colour}.",
                    air=in_celsius(r.air_c),
                    wash=WASHED[r.wash],
                    colour=COLOUR[r.colour],
                ),
                really,
            ]
        ),
        say("Set it {more} hotter, move it to the upper third at the end, or brush with egg.", more=in_degrees(15)),
    )


def wet_filling(r: Record) -> Cause | None:
    """More juice than the closing bears."""
    if r.filling_g <= 0 or r.juice <= 0.85 * r.bears:
        return None
    return Cause(
        say("A wet filling"),
        _part(r.juice / r.bears, 0.85, 1.6),
        say(
            "About {juice} of it is juice; this closing bears {bears}.",
            juice=in_percent(r.juice),
            bears=in_percent(r.bears),
        ),
        say("Drain or cook it down, or bind it with a little starch, and chill it stiff."),
    )


def too_full(r: Record) -> Cause | None:
    """More filling than the wrapper easily closes over."""
    if r.filling_g <= 0 or r.bears_g <= 0 or r.filling_g <= 0.9 * r.bears_g:
        return None
    return Cause(
        say("More filling than the wrapper closes over"),
        _part(r.filling_g / r.bears_g, 0.9, 1.3),
        say(
            "{filling} in each; this wrapper closes over {bears}.",
            filling=in_grams(r.filling_g),
            bears=in_grams(r.bears_g),
        ),
        say(
            "Put in {filling}, or roll it wider, with a clean rim.",
            filling=in_grams(min(0.85 * r.filling_g, 0.85 * r.bears_g)),
        ),
    )


def thin_wall(r: Record) -> Cause | None:
    """A wall that is thin for what it holds."""
    if r.filling_g <= 0 or r.rim_mm >= 2.6:
        return None
    return Cause(
        say("A thin wall"),
        0.7 * _part(-r.rim_mm, -2.6, -1.2),
        say(
            "The rim was rolled to about {rim}, around {ratio} of its weight in filling.",
            rim=in_millimetres(r.rim_mm, digits=1),
            ratio=as_number(r.ratio, digits=2),
        ),
        say("Keep the middle thick and roll only the rim, or a little less filling."),
    )


def little_filling(r: Record) -> Cause | None:
    """Much dough for what is in it."""
    if r.filling_g <= 0 or r.ratio >= 0.55:
        return None
    return Cause(
        say("Little filling for its dough"),
        _part(-r.ratio, -0.55, -0.25),
        say("{ratio} of filling to a gram of dough.", ratio=in_grams(r.ratio, digits=2)),
        say("Roll the same dough wider and thinner and put more in, or make more pieces of it."),
    )


def waited(r: Record) -> Cause | None:
    """The last load went on growing."""
    if r.last_wait_min <= 0 or r.last_grown <= 1.05:
        return None
    return Cause(
        say("The last load waited"),
        _part(r.last_grown, 1.05, 1.3),
        say(
            "It waited {last_wait} and grew to {last_grown} × its ready size.",
            last_wait=in_minutes(r.last_wait_min),
            last_grown=as_number(r.last_grown, digits=2),
        ),
        say("Keep the later load in the fridge, or wrap it that much later."),
    )


def uneven_pieces(r: Record) -> Cause | None:
    """Pieces of different weights."""
    if r.spread is None or r.spread <= 0.03:
        return None
    return Cause(
        say("Pieces of different weights"),
        _part(r.spread, 0.03, 0.15),
        say("They were cut {spread} apart.", spread=in_percent(100 * r.spread)),
        say("Weigh each; put right what is more than {far} off.", far=in_percent(5)),
    )


def wrapped_apart(r: Record) -> Cause | None:
    """A long time between the first wrapped and the last."""
    if r.apart_min <= 15:
        return None
    return Cause(
        say("Wrapped far apart"),
        0.8 * _part(r.apart_min, 15, 45),
        say("{apart} lay between the first and the last.", apart=in_minutes(r.apart_min)),
        say("Keep the order: first wrapped, first cooked; or wrap in two lots from a cold dough."),
    )


def drips(r: Record) -> Cause | None:
    """Water that fell back on them, or soaked in below."""
    if r.method != "steam" or r.fire != "high" or r.covered is False:
        return None
    return Cause(
        say("Water dripping from the lid"),
        0.2,
        say("They were steamed on a high fire and rested under the lid."),
        say("A cloth under the lid, or baskets of bamboo, catch the drops."),
    )


def steam_after(r: Record) -> Cause | None:
    """Covered while hot out of the oven."""
    if r.method == "steam" or not r.covered:
        return None
    return Cause(
        say("Covered while hot"),
        0.5,
        say("They rested covered, straight from the heat."),
        say("Let them stand on a rack until warm, then cover."),
    )


def stiff_dough(r: Record) -> Cause | None:
    """Too little water in the dough."""
    if r.hydration >= 55:
        return None
    return Cause(
        say("A stiff dough"),
        0.6 * _part(-r.hydration, -55, -45),
        say("Its true hydration was {hydration}.", hydration=in_percent(r.hydration)),
        say("Two or three parts more water in a hundred of flour make a softer crumb."),
    )


def hot_setting(r: Record) -> Cause | None:
    """A surface that had more colour coming than it was to have."""
    if r.method != "oven" or r.browning <= 80:
        return None
    air = in_celsius(r.air_c + r.oven_off_c)
    return Cause(
        say("The surface was too hot"),
        _part(r.browning, 80, 110) * 0.6 + 0.4,
        say("At {air} the crust was forecast {colour}.", air=air, colour=COLOUR[r.colour]),
        say("Set it {less} cooler, a shelf lower, and lay foil over them once they are brown.", less=in_degrees(15)),
    )


# % of flour that doughs are salted with, and from where they taste flat or salt; common practice, no source.
SALTED, BLAND, SALT = (1.8, 2.0), 1.5, 2.3


def little_salt(r: Record) -> Cause | None:
    """Less in the dough than doughs are salted with."""
    if r.salt >= BLAND:
        return None
    return Cause(
        say("Little salt in the dough"),
        _part(-r.salt, -BLAND, -0.8),
        say("It had {salt} of its flour.", salt=in_percent(r.salt, digits=1)),
        say(
            "Doughs are salted with {usual} of the flour; the filling is tasted for itself.", usual=in_percent(*SALTED)
        ),
    )


def much_salt(r: Record) -> Cause | None:
    """More in the dough than doughs are salted with."""
    if r.salt <= SALT:
        return None
    return Cause(
        say("Much salt in the dough"),
        _part(r.salt, SALT, 3.2),
        say("It had {salt} of its flour.", salt=in_percent(r.salt, digits=1)),
        say("Doughs are salted with {usual} of the flour: weigh it, spoons mislead.", usual=in_percent(*SALTED)),
    )


def bare_surface(r: Record) -> Cause | None:
    """Nothing between piece and tray that lets go."""
    if r.liner not in ("bare", "oil"):
        return None
    return Cause(
        say("Nothing under them to let go"),
        0.9 if r.liner == "bare" else 0.4,
        say("They lay on the bare surface.") if r.liner == "bare" else say("They lay on an oiled surface."),
        say("Lay each on a square of baking paper."),
    )
