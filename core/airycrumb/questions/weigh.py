"""Questions about the dough as written: yeast, salt, water and sugar on its flour."""

from collections.abc import Callable, Iterator

from airycrumb.bake.edits import Answer, Change, Doubt
from airycrumb.plan.method import KEPT_LIQUID, kept_from
from airycrumb.questions.findings import KEEP, PRACTICE, Findings
from airycrumb.words import Message, Quantity, in_grams, in_percent, joined, say

# usual bands in % of flour, common practice: low, high, what to suggest
USUAL = {"yeast": (0.3, 3.0, 1.2), "salt": (1.0, 2.5, 1.8), "hydration": (50.0, 80.0, 62.0)}

POURS = 120.0  # % of flour from which it is a batter; common practice, no source


def _amount_change(w: Findings, role: str, percent: float, now: float) -> list[Change]:
    """Scale every ingredient of a role so that it makes up `percent` of the flour."""
    changes: list[Change] = []
    for i, (item, grams) in enumerate(w.ctx.bake.dough.parts):
        if item.role == role and now > 0:
            changes.append(Change(["dough", "ingredients", i, "amount"], f"{grams * percent / now:.1f} g"))
    return changes


def _recipe_grams(w: Findings, role: str) -> tuple[float, float]:
    parts = w.ctx.bake.dough.parts
    return sum(g for i, g in parts if i.role == role), sum(g for i, g in parts if i.role == "flour")


def _share(w: Findings, role: str, value: float, slip: Message) -> Iterator[Doubt]:
    low, high, suggested = USUAL[role]
    if low <= value <= high:
        return
    grams, flour = _recipe_grams(w, role)
    share, usual = in_percent(value, significant=2), in_percent(low, high, digits=1)
    much = say("That is {share}, more than the usual {usual}.", share=share, usual=usual)
    little = say("That is {share}, less than the usual {usual}.", share=share, usual=usual)
    suggestion = Answer(
        say("Make it {share}", share=in_percent(suggested, digits=1)), _amount_change(w, role, suggested, value)
    )
    yield Doubt(
        code=f"{role}_{'high' if value > high else 'low'}",
        tray="weigh",
        severity="ask",
        title=_ON_FLOUR[role](in_grams(grams), in_grams(flour)),
        reason=joined([much if value > high else little, slip]),
        answers=[suggestion, KEEP] if value > 0 else [KEEP],
        source=PRACTICE,
    )


_ON_FLOUR: dict[str, Callable[[Quantity, Quantity], Message]] = {
    "yeast": lambda mass, flour: say("{mass} of yeast on {flour} of flour?", mass=mass, flour=flour),
    "salt": lambda mass, flour: say("{mass} of salt on {flour} of flour?", mass=mass, flour=flour),
}


def no_liquid_kept(w: Findings) -> Iterator[Doubt]:
    """A dough that takes a soaking liquid which no step of a filling leaves."""
    bake = w.ctx.bake
    rows = [(i, g) for i, (item, g) in enumerate(bake.dough.parts) if item.key == KEPT_LIQUID]
    if not rows or kept_from(bake) is not None:
        return
    yield Doubt(
        code="no_liquid_kept",
        tray="weigh",
        severity="ask",
        title=say("Where does the soaking liquid come from?"),
        reason=say("The dough takes some, and no step of a filling soaks, steeps or boils anything."),
        answers=[
            Answer(say("Take water"), [Change(["dough", "ingredients", i, "use"], "water") for i, _ in rows]),
            KEEP,
        ],
        source=PRACTICE,
    )


def yeast(w: Findings) -> Iterator[Doubt]:
    """Too much or too little yeast for the flour."""
    if w.ctx.rises:
        slip = say("A tablespoon read for a teaspoon does this.")
        yield from _share(w, "yeast", w.ctx.percentages.yeast, slip)


def salt(w: Findings) -> Iterator[Doubt]:
    """Too much, too little or no salt."""
    slip = say("A spoon of coarse crystals holds half as much as one of fine salt: weigh it.")
    yield from _share(w, "salt", w.ctx.percentages.salt, slip)


NO_LIQUID = 15.0  # % of flour under which nothing in a dough wets it; common practice, no source
STIFF, MIDDLING = 55.0, 62.0  # % of flour: water for a stiff dough, and for one of the usual softness


def no_liquid(w: Findings) -> Iterator[Doubt]:
    """A dough nothing wets: how much water is not said."""
    if w.ctx.percentages.true_hydration >= NO_LIQUID:
        return
    flour, at = _recipe_grams(w, "flour")[1], len(w.ctx.bake.dough.ingredients)
    path: list[str | int] = ["dough", "ingredients", at]
    answers = [
        Answer(
            say("{mass}: a stiff dough", mass=in_grams(flour * percent / 100))
            if percent == STIFF
            else say("{mass}: a soft dough", mass=in_grams(flour * percent / 100)),
            [Change(path, {"use": "water", "amount": f"{flour * percent / 100:.0f} g"})],
        )
        for percent in (STIFF, MIDDLING)
    ]
    yield Doubt(
        code="no_liquid",
        tray="weigh",
        severity="stop",
        title=say("How much water goes into this dough?"),
        reason=say("Nothing in it wets the flour, so no hour below can be believed."),
        answers=answers,
        source=PRACTICE,
    )


def hydration(w: Findings) -> Iterator[Doubt]:
    """A dough outside what can be shaped, counting the water in milk and egg."""
    value = w.ctx.percentages.true_hydration
    low, high, _ = USUAL["hydration"]
    if value >= NO_LIQUID and not low <= value <= high:
        yield Doubt(
            code="hydration",
            tray="weigh",
            severity="stop" if value > POURS else "ask",
            title=_too(value, low),
            reason=say("Counting the water in milk, egg and butter. Usual: {usual}.", usual=in_percent(low, high)),
            answers=[KEEP],
            source=PRACTICE,
        )


def _too(value: float, low: float) -> Message:
    """How a dough of this true hydration (%) cannot be shaped."""
    true = in_percent(value)
    if value > POURS:
        return say("True hydration {value}: a batter that pours, not a dough", value=true)
    if value < low:
        return say("True hydration {value}: too stiff to close?", value=true)
    return say("True hydration {value}: too soft to hold a filling?", value=true)


def sugar(w: Findings) -> Iterator[Doubt]:
    """Ordinary yeast in a sweet dough."""
    p = w.ctx.percentages
    if p.sugar > 10:
        keep_apart = Answer(say("Keep yeast and sugar apart"), [Change(["dough", "yeast_school"], "apart")])
        apart = [] if w.ctx.bake.dough.yeast_school == "apart" else [keep_apart]
        yield Doubt(
            code="sugary_yeast",
            tray="weigh",
            severity="note",
            title=say("{sugar} sugar slows ordinary yeast", sugar=in_percent(p.sugar)),
            reason=say(
                "Above about {limit} the sugar draws water from the yeast. The forecast counts on it; a "
                "yeast for sweet doughs would be quicker, and yeast that reaches the flour before the "
                "sugar starts better.",
                limit=in_percent(10),
            ),
            answers=[*apart, KEEP],
            source=PRACTICE,
        )


WEIGHING = (no_liquid, no_liquid_kept, yeast, salt, hydration, sugar)
