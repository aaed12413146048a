"""Reading a recipe written for another kitchen: lines, method, what is meant and how sure that is."""

from airycrumb.recipe.amounts import Measure
from airycrumb.recipe.corrections import Correction, corrected
from airycrumb.recipe.door import Ask, asks
from airycrumb.recipe.lines import Habits, ReadLine, read_line
from airycrumb.recipe.method import Said, said_in
from airycrumb.recipe.reading import Reading, read_recipe
from airycrumb.recipe.to_bake import Draft, to_bake

__all__ = [
    "Ask",
    "Correction",
    "Draft",
    "Habits",
    "Measure",
    "ReadLine",
    "Reading",
    "Said",
    "asks",
    "corrected",
    "read_line",
    "read_recipe",
    "said_in",
    "to_bake",
]
