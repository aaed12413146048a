"""Doughs as they are usually made, for who brings no amounts: baker's percentages, common practice, no source."""

from dataclasses import dataclass

from airycrumb.words import Message, say


@dataclass(frozen=True)
class UsualDough:
    """A dough by its parts in % of the flour. to: how far it rises; note: what it is for."""

    label: Message
    note: Message
    parts: dict[str, float]
    to: float
    leavening: str = "yeast"


USUAL_DOUGHS: dict[str, UsualDough] = {
    "lean": UsualDough(
        say("lean dough"),
        say("crisp outside, chewy: calzones, boats"),
        {"bread flour": 100, "water": 62, "fine salt": 1.8, "instant yeast": 0.8},
        2.0,
    ),
    "oil": UsualDough(
        say("soft dough with oil"),
        say("rolls thin without springing back: turnovers, pan breads"),
        {"bread flour": 100, "water": 60, "oil": 5, "sugar": 1.5, "fine salt": 1.8, "instant yeast": 0.9},
        2.0,
    ),
    "soft milk": UsualDough(
        say("soft milk dough"),
        say("tender and a little sweet: baked buns, rolls"),
        {
            "bread flour": 100,
            "whole milk": 60,
            "butter": 8,
            "sugar": 6,
            "fine salt": 1.6,
            "instant yeast": 1.2,
        },
        2.0,
    ),
    "rich": UsualDough(
        say("rich dough"),
        say("egg, butter and sugar: sweet buns, braids"),
        {
            "bread flour": 100,
            "whole milk": 38,
            "whole egg": 20,
            "butter": 16,
            "sugar": 14,
            "fine salt": 1.5,
            "instant yeast": 1.6,
        },
        2.0,
    ),
    "steamed": UsualDough(
        say("dough for steamed buns"),
        say("fine, white and soft"),
        {"all-purpose flour": 100, "water": 50, "sugar": 8, "oil": 3, "instant yeast": 1.0},
        1.8,
    ),
    "half wholemeal": UsualDough(
        say("half wholemeal dough"),
        say("nutty, a little closer"),
        {
            "bread flour": 50,
            "wholemeal flour": 50,
            "water": 68,
            "oil": 3,
            "fine salt": 1.8,
            "instant yeast": 0.9,
        },
        1.8,
    ),
}
