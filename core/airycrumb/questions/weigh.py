"""Questions about the dough as written: yeast, salt, water and sugar on its flour."""

from collections.abc import Iterator

from airycrumb.bake.edits import Answer, Change, Doubt
from airycrumb.questions.findings import KEEP, PRACTICE, Findings

# usual bands in % of flour, common practice: low, high, what to suggest
USUAL = {"yeast": (0.3, 3.0, 1.2), "salt": (1.0, 2.5, 1.8), "hydration": (50.0, 80.0, 62.0)}


def _amount_change(w: Findings, role: str, percent: float, now: float) -> list[Change]:
    """Scale every ingredient of a role so that it makes up `percent` of the flour."""
    changes: list[Change] = []
    for i, (item, grams) in enumerate(w.ctx.bake.parts):
        if item.role == role and now > 0:
            changes.append(Change(["dough", "ingredients", i, "amount"], f"{grams * percent / now:.1f} g"))
    return changes


def _recipe_grams(w: Findings, role: str) -> tuple[float, float]:
    parts = w.ctx.bake.parts
    return sum(g for i, g in parts if i.role == role), sum(g for i, g in parts if i.role == "flour")


def _share(w: Findings, role: str, value: float, word: str, slip: str) -> Iterator[Doubt]:
    low, high, suggested = USUAL[role]
    grams, flour = _recipe_grams(w, role)
    if low <= value <= high:
        return
    side = "more" if value > high else "less"
    answers = [Answer(f"Make it {suggested:g} %", _amount_change(w, role, suggested, value)), KEEP][
        0 if value > 0 else 1 :
    ]
    yield Doubt(
        f"{role}_{'high' if value > high else 'low'}",
        "weigh",
        "ask",
        f"{grams:.3g} g of {word} on {flour:.4g} g of flour?",
        f"That is {value:.2g} %, {side} than the usual {low:g} to {high:g} %. {slip}",
        answers,
        PRACTICE,
    )


def yeast(w: Findings) -> Iterator[Doubt]:
    """Too much or too little yeast for the flour."""
    if w.ctx.rises:
        yield from _share(w, "yeast", w.ctx.percentages.yeast, "yeast", "A tablespoon read for a teaspoon does this.")


def salt(w: Findings) -> Iterator[Doubt]:
    """Too much, too little or no salt."""
    yield from _share(w, "salt", w.ctx.percentages.salt, "salt", "Salt crystals differ by twice in a spoon; weigh it.")


def hydration(w: Findings) -> Iterator[Doubt]:
    """A dough outside what can be shaped, counting the water in milk and egg."""
    value = w.ctx.percentages.true_hydration
    low, high, _ = USUAL["hydration"]
    if not low <= value <= high:
        word = "too stiff to close" if value < low else "too soft to hold a filling"
        yield Doubt(
            "hydration",
            "weigh",
            "ask",
            f"True hydration {value:.0f} %: {word}?",
            f"Counting the water in milk, egg and butter. Usual: {low:g} to {high:g} %.",
            [KEEP],
            PRACTICE,
        )


def sugar(w: Findings) -> Iterator[Doubt]:
    """Ordinary yeast in a sweet dough."""
    p = w.ctx.percentages
    if p.sugar > 10:
        keep_apart = Answer("Keep yeast and sugar apart", [Change(["dough", "yeast_school"], "apart")])
        apart = [] if w.ctx.bake.yeast_school == "apart" else [keep_apart]
        yield Doubt(
            "sugary_yeast",
            "weigh",
            "note",
            f"{p.sugar:.0f} % sugar slows ordinary yeast",
            "Above about 10 % the sugar draws water from the yeast. The forecast counts on it; a yeast for sweet doughs would be quicker, and yeast that reaches the flour before the sugar starts better.",
            [*apart, KEEP],
            PRACTICE,
        )


WEIGHING = (yeast, salt, hydration, sugar)
