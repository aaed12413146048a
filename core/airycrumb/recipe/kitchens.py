"""How a recipe measures, where it says so or shows it: cups, spoons and pints of one country or another."""

import re
from dataclasses import replace

from airycrumb.data.measures import CUPS
from airycrumb.recipe.lines import BY_COUNTRY, Habits

# "1 tbsp = 20 ml", "a 250 ml cup"
SAID = re.compile(
    r"\b(?:1|one|a) (cup|tbsp|tablespoon|tsp|teaspoon)s? ?(?:=|is|of) ?(\d{1,3}) ?ml"
    r"|\b(\d{1,3}) ?ml (cup|tbsp|tablespoon|tsp|teaspoon)s?\b",
    re.IGNORECASE,
)
SPELT = {"tablespoon": "tbsp", "teaspoon": "tsp"}
# Words of British kitchens that are no others': a pint is then 568 mL; common practice, no source.
BRITISH = re.compile(
    r"\b(?:gas(?: mark)? \d|caster sugar|plain flour|strong (?:white |brown )?(?:bread )?flour|sultanas?|rashers?|"
    r"self-raising|wholemeal|demerara|cornflour|easy-?(?:bake|blend)|fast-action|tepid|red leicester)",
    re.IGNORECASE,
)


def as_the_text_measures(text: str, habits: Habits) -> Habits:
    """The cook's habits, with what this text says of its cups and spoons, and a British pint where it is British."""
    said: dict[str, float] = {}
    for hit in SAID.finditer(text):
        unit, size = (hit[1], hit[2]) if hit[1] else (hit[4], hit[3])
        said[SPELT.get(unit.lower(), unit.lower())] = float(size)
    if not said and BRITISH.search(text):
        said = {unit: CUPS["imperial"][unit] for unit in BY_COUNTRY}
    return replace(habits, sizes=tuple(said.items())) if said else habits
