"""What a cook reports of a batch, and what could explain it."""

from collections.abc import Callable

from airycrumb.learning.causes import (
    bare_surface,
    cold_middle,
    cool_setting,
    dried,
    drips,
    hot_setting,
    left_in,
    lid_lifted,
    little_filling,
    little_salt,
    much_salt,
    opened_at_once,
    over_proofed,
    rise_long,
    rise_short,
    steam_after,
    stiff_dough,
    taken_out_early,
    thin_wall,
    too_full,
    under_proofed,
    uneven_pieces,
    waited,
    wet_filling,
    wrapped_apart,
)
from airycrumb.learning.evidence import Cause, Record
from airycrumb.words import (
    Message,
    say,
)

Ask = Callable[[Record], Cause | None]

# What a cook reports: in words, and the causes that could explain it.
TROUBLES: dict[str, tuple[Message, tuple[Ask, ...]]] = {
    "burst": (say("Seams opened"), (too_full, thin_wall, wet_filling, over_proofed, under_proofed)),
    "leaked": (say("Juice leaked"), (wet_filling, too_full, thin_wall)),
    "collapsed": (say("They sank"), (over_proofed, lid_lifted, opened_at_once, waited, rise_long, cold_middle)),
    "wrinkled": (say("They wrinkled"), (opened_at_once, lid_lifted, over_proofed, left_in, waited)),
    "soggy": (say("Soggy"), (wet_filling, steam_after, drips, taken_out_early)),
    "gummy": (say("Gummy inside"), (cold_middle, taken_out_early, wet_filling, under_proofed)),
    "pale": (say("Too pale"), (cool_setting, taken_out_early)),
    "hard": (say("Hard crust"), (dried, left_in, stiff_dough)),
    "dense": (say("Dense crumb"), (under_proofed, rise_short, stiff_dough)),
    "too_much_bread": (say("Too much bread"), (little_filling, rise_long, over_proofed)),
    "uneven": (say("Uneven"), (uneven_pieces, wrapped_apart, waited)),
    "burnt": (say("Burnt"), (hot_setting, left_in)),
    "raw_middle": (say("Raw in the middle"), (cold_middle, taken_out_early, too_full)),
    "flat": (say("Did not rise"), (under_proofed, rise_short, over_proofed, rise_long)),
    "stuck": (say("Stuck to tray or paper"), (bare_surface, wet_filling, taken_out_early)),
    "tough": (say("Tough"), (stiff_dough, dried, left_in, under_proofed)),
    "bland": (say("Bland"), (little_salt, little_filling, over_proofed)),
    "too_salty": (say("Too salty"), (much_salt,)),
}
LEAST = 0.05  # below it the record says nothing


def why(trouble: str, record: Record) -> list[Cause]:
    """Causes of a trouble that this record speaks for, the strongest first; [] where it says nothing, or for a
    trouble nobody knows.
    """
    asks = TROUBLES[trouble][1] if trouble in TROUBLES else ()
    found = [cause for ask in asks if (cause := ask(record)) is not None and cause.weight >= LEAST]
    return sorted(found, key=lambda cause: -cause.weight)
