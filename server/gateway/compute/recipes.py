"""Recipes as pasted, and what they make."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from airycrumb.bake import read_bake
from airycrumb.bake.stated import Recipe as RecipeKept
from airycrumb.paper.linked_recipe import as_recipe
from airycrumb.paper.pdf import recipe_as_pdf
from airycrumb.paper.recipe_text import as_markdown, as_text, page_of
from airycrumb.problems import InputError, Problem
from airycrumb.quantities import Band
from airycrumb.questions.stated import says_of
from airycrumb.recipe import Ask, Correction, Draft, Habits, Reading, asks, corrected, read_recipe, to_bake
from airycrumb.recipe.carried import in_a_comment
from airycrumb.words import Message, say
from gateway.compute.read import Case, Document, Printed, kitchen_read


@dataclass(frozen=True)
class RecipeLine:
    """A line of a pasted recipe as understood. grams: None where it could not be read."""

    written: str
    part: str
    use: str | None
    name: Message
    grams: Band | None
    by: str
    sureness: float
    why: list[Message]


@dataclass(frozen=True)
class RecipeSays:
    """Something the method states. says: it in a few words; words: the recipe's own; condition: whether it only holds
    in a case its sentence names."""

    says: Message
    words: str
    condition: bool


@dataclass(frozen=True)
class RecipeReply:
    """A recipe as understood, and the bake it makes with what had to be assumed. not_used: lines with a food and a
    number that were taken for no ingredient; pages: lines of the page; tongue: the language, "" for English; asks: what
    the cook has to say yes to before it is baked."""

    title: str
    lines: list[RecipeLine]
    said: list[RecipeSays]
    bake: Document
    assumed: list[Message]
    problems: list[Problem]
    not_used: list[str]
    pages: list[str]
    tongue: str
    asks: list[Ask]


def _drafted(reading: Reading, habits: Habits) -> tuple[Draft, list[Problem]]:
    """The bake a reading makes, and what is wrong with it. One that came with the words and cannot be used gives way to
    the words."""
    draft = to_bake(reading)
    try:
        read_bake(draft.document, habits.own)
    except InputError as error:
        if reading.bake is None:
            return draft, list(error.problems)
        draft, problems = _drafted(replace(reading, bake=None), habits)
        why = say(
            "The bake that came with this recipe cannot be used here: {why} Its words are read instead.",
            why=error.problems[0].message,
        )
        return Draft(draft.document, [why, *draft.assumed]), problems
    return draft, []


def _said(draft: Draft, listed: set[str], habits: Habits) -> list[RecipeSays]:
    """What the bake's recipe states, each once, but for what a line shown above says."""
    stated = RecipeKept.model_validate(draft.document.get("recipe", {}), context={"own": habits.own}).stated
    said = [RecipeSays(says_of(one), one.words, one.condition) for one in stated if one.words not in listed]
    return list({(str(one.says), one.condition): one for one in reversed(said)}.values())[::-1]


def recipe(text: str, corrections: Sequence[Correction], kitchen: Document) -> RecipeReply:
    """A pasted recipe, read with this kitchen's cups and the cook's corrections.

    InputError where there is nothing to read, or a correction that cannot be.
    """
    habits = kitchen_read(kitchen).habits
    reading = corrected(read_recipe(text, habits), corrections, habits)
    draft, problems = _drafted(reading, habits)
    lines = [
        RecipeLine(
            p.line.written,
            p.part,
            p.line.use,
            p.line.name,
            p.line.grams,
            p.line.by,
            p.line.sureness,
            list(p.line.why),
        )
        for p in reading.lines
    ]
    return RecipeReply(
        title=reading.title,
        lines=lines,
        said=_said(draft, {line.written for line in lines}, habits),
        bake=draft.document,
        assumed=draft.assumed,
        problems=problems,
        not_used=list(reading.not_used),
        pages=list(reading.pages),
        tongue=reading.tongue,
        asks=[] if problems else asks(reading, draft.document, habits),
    )


def as_linked_recipe(case: Case) -> Document:
    """A bake as a schema.org Recipe; InputError for one that cannot be worked."""
    return as_recipe(case.bake, case.worked[2])


def as_written_recipe(case: Case, markdown: bool) -> str:
    """A bake as a clean recipe in plain text or Markdown; InputError for one that cannot be worked."""
    bake, _, sheet = case.worked
    page = page_of(bake, sheet)
    return in_a_comment(case.bake, as_markdown(page)) if markdown else as_text(page)


def printed_recipe(case: Case, paper: str) -> Printed:
    """A bake as a recipe on paper, in grams."""
    bake, _, sheet = case.worked
    return Printed(recipe_as_pdf(page_of(bake, sheet), paper), "application/pdf", f"recipe-{paper}.pdf", 1)
