"""Whole eggs: what the recipe becomes if no egg is to be cut in two, the liquid balancing it."""

import math
from collections.abc import Iterator

from airycrumb.bake.edits import Answer, Change, Doubt
from airycrumb.questions.findings import KEEP, Findings
from airycrumb.words import as_number, in_grams, say

EGG_G = 50.0  # a large egg without its shell; USDA AMS 56 weight classes less about 12 % shell
NEARLY = 0.08  # of an egg that nobody minds; assumed


def _changes(w: Findings, at: int, eggs: int) -> tuple[list[Change], float]:
    """The recipe with so many whole eggs in this batch, and how many g its liquid changes by in the batch.

    The batch keeps its mass D while the recipe's mass W changes: (e + x) D = 50 n (W + x (1 - b)),
    with e the egg in the recipe, x its change and b the liquid that carries as much water as 1 g of egg.
    """
    parts, batch = w.ctx.bake.dough.parts, w.ctx.scaled.dough_g
    whole, (egg, grams) = sum(g for _, g in parts), parts[at]
    liquid_at = next(i for i, (item, g) in enumerate(parts) if item.role == "liquid" and g > 0)
    liquid, had = parts[liquid_at]
    balance = egg.water / liquid.water
    wanted = EGG_G * eggs
    x = (wanted * whole - grams * batch) / (batch - wanted * (1 - balance))
    rows = ((at, grams + x), (liquid_at, max(0.0, had - balance * x)))
    names = ("amount", "low", "high")
    changes = [Change(["dough", "ingredients", i, n], f"{g:.5g} g") for i, g in rows for n in names]
    return changes, -balance * x * batch / whole


def eggs(w: Findings) -> Iterator[Doubt]:
    """A batch that wants part of an egg."""
    parts = w.ctx.bake.dough.parts
    at = next((i for i, (item, _) in enumerate(parts) if item.key == "whole egg"), None)
    if at is None or not any(item.role == "liquid" and g > 0 for item, g in parts):
        return
    grams = w.weighed.dough[at].grams
    number = grams / EGG_G
    if abs(number - round(number)) < NEARLY or number < 0.3:
        return
    answers = []
    for count in sorted({max(1, math.floor(number)), math.ceil(number)}):
        changes, liquid = _changes(w, at, count)
        more = in_grams(abs(liquid))
        answers.append(
            Answer(
                say("{count} whole, {more} more liquid", count=count, more=more)
                if liquid > 0
                else say("{count} whole, {less} less liquid", count=count, less=more),
                changes,
            )
        )
    yield Doubt(
        code="eggs",
        tray="weigh",
        severity="note",
        title=say("{grams} of egg is {number} large eggs", grams=in_grams(grams), number=as_number(number, digits=1)),
        reason=say("Beat them and weigh what you need, or take whole ones and let the liquid balance it."),
        answers=[*answers, KEEP],
    )
