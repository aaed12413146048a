"""How to tell by the dough: what to look for, by how it was kneaded and what lifts it."""

from itertools import accumulate

from airycrumb.plan.context import Context
from airycrumb.words import Message, in_minutes, listed, say

POKE = say("Poke it with a floured finger: back at once, not yet; slowly, ready; stays, past it.")
BY_KNEADING = {
    "hand": say("Smooth and domed, light when the bowl is shaken."),
    "machine": say("Smooth and domed, light when the bowl is shaken."),
    "sheeted": say(
        "Smooth and domed. Then press the bubbles out: roll it thin and fold it in three, seven times, until the skin "
        "is smooth and white."
    ),
    "none": say(
        "Bubbly and loose, wobbling; it will not dome. Handle it with wet hands or flour: it tears easily while warm."
    ),
    "after": say("Rough on top, bubbles below; size tells more than a poke. Knead it now: it comes together quickly."),
}
UNKNOWN = {
    "none": say("How well a barely mixed dough holds its gas is not in the forecast; it may stay a little lower."),
    "sheeted": say("Sheeting drives out most of the gas: the proof starts from little more than a fresh dough."),
    "after": say("Kneading after the rise drives out most of the gas: the forecast keeps what a knock-back keeps."),
}


def folded_at(clock: tuple[float, ...]) -> list[float]:
    """Minutes at which a dough left to the clock is folded: between its rests."""
    return list(accumulate(clock))[:-1]


def rise_cues(ctx: Context) -> list[Message]:
    """Cues of the first rise."""
    clock = ctx.bake.rise.clock
    return [*([_by_clock(clock)] if clock else []), *_by_the_dough(ctx)]


def _by_clock(clock: tuple[float, ...]) -> Message:
    folds = folded_at(clock)
    if not folds:
        return say("Left to the clock: {minutes}, whatever its size.", minutes=in_minutes(sum(clock)))
    after = listed(in_minutes(m) for m in folds)
    return say(
        "Left to the clock: {minutes}, folded after {after}. A fold is not counted as knocking back.",
        minutes=in_minutes(sum(clock)),
        after=after,
    )


def _by_the_dough(ctx: Context) -> list[Message]:
    if not ctx.rises:
        return [say("It will not grow: it relaxes. Ready when it rolls without springing back.")]
    kneading = ctx.bake.dough.kneading
    found = [BY_KNEADING[kneading]]
    if kneading in ("hand", "machine", "sheeted"):
        found.append(POKE)
    return found + ([UNKNOWN[kneading]] if kneading in UNKNOWN else [])


def sponge_cues() -> list[Message]:
    """Cues of a sponge."""
    return [
        say("Tear it open: a honeycomb of strands means ripe; dense means wait."),
        say("It domes, then just begins to sink in the middle."),
    ]


def proof_cues(ctx: Context) -> list[Message]:
    """Cues of the wrapped pieces."""
    if not ctx.rises:
        return [say("Nothing to wait for: into the heat as soon as they are wrapped.")]
    given = ctx.bake.proof.by_clock_min
    if given == 0:
        return [say("No proof: into the heat as soon as they are wrapped.")]
    clock = (
        [] if given is None else [say("Left to the clock: {minutes}, whatever their size.", minutes=in_minutes(given))]
    )
    return [*clock, say("Light when lifted, nearly half as large again."), POKE]
