"""What belongs to a whole day beside its hours: what is weighed into what, what to buy, what is in it, what can be done
the day before."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from airycrumb.data.record import Constant
from airycrumb.day.from_sheet import Made
from airycrumb.day.shown import DayPlan
from airycrumb.whatif.getting_out import foods
from airycrumb.words import NOTHING, Message, in_grams, listed, say, verbatim

EATS_G = Constant(320.0, "g", "assumed", "what one eats of filled bread where it is the meal")


@dataclass(frozen=True)
class Bought:
    """One food, in g for the whole day, 0 for what is put on by eye. shared: in how many of the bakes; each_g: in each,
    by bake.
    """

    key: str
    name: Message
    grams: float
    shared: int
    each_g: list[float]


@dataclass(frozen=True)
class Container:
    """One bowl to weigh into. dish: whose; lines: mass and food."""

    dish: int
    name: Message
    lines: list[Message]


@dataclass(frozen=True)
class Before:
    """Something that can be done, or is planned, the day before. planned: whether the plan has it then."""

    dish: int
    says: Message
    planned: bool


@dataclass(frozen=True)
class Around:
    """Of a whole day: what is weighed by container, what is bought, what is in it, what can be done before,
    and how much of it there is for each."""

    weigh: list[Container]
    shopping: list[Bought]
    allergens: list[Message]
    may_contain: list[Message]
    before: list[Before]
    eats: Message


def around(made: Sequence[Made], plan: DayPlan | None, people: int | None = None) -> Around:
    """Everything of a day that is no hour."""
    known = list(dict.fromkeys(a for m in made for a in m.sheet.allergens))
    maybe = [a for a in dict.fromkeys(a for m in made for a in m.sheet.may_contain) if a not in known]
    return Around(
        weigh=[c for i, m in enumerate(made) for c in _containers(i, m)],
        shopping=_shopping(made),
        allergens=known,
        may_contain=maybe,
        before=[] if plan is None else _before(made, plan),
        eats=_eats(made, people),
    )


def _eats(made: Sequence[Made], people: int | None) -> Message:
    """What there is for everybody, beside what one is taken to eat; nothing where nobody said how many come."""
    if people is None or not made:
        return NOTHING
    grams = sum(g.pieces * (g.dough_each_g + g.filling_each_g) for m in made for g in m.sheet.groups)
    return say(
        "{mass} for each of {people}; a meal is taken to be {meal} (assumed).",
        mass=in_grams(grams / people, significant=2),
        people=people,
        meal=in_grams(EATS_G.value, significant=2),
    )


def _containers(i: int, made: Made) -> list[Container]:
    """The bowls of one bake: its dough, and each filling."""
    name = verbatim(made.sheet.name)
    lines = lambda rows: [say("{mass} {name}", mass=in_grams(line.shown_g), name=line.name) for line in rows]
    found = [Container(i, say("{name}: dough", name=name), lines(made.sheet.weigh.dough))]
    for group in made.sheet.groups:
        if group.filling:
            found.append(Container(i, say("{name}: {filling}", name=name, filling=group.name), lines(group.filling)))
    return found


def _shopping(made: Sequence[Made]) -> list[Bought]:
    """Everything of the bakes once, washes and what goes on top too, what several of them share first."""
    names: dict[str, Message] = {}
    each: dict[str, dict[int, float]] = {}
    for i, one in enumerate(made):
        for food in foods(one.bake, one.sheet):
            if food.key != "water":
                names.setdefault(food.key, food.name)
                each.setdefault(food.key, {})[i] = food.grams or 0.0
    found = [
        Bought(key, names[key], sum(of.values()), len(of), [of.get(i, 0.0) for i in range(len(made))])
        for key, of in each.items()
    ]
    return sorted(found, key=lambda b: (-b.shared, -b.grams))


def _before(made: Sequence[Made], plan: DayPlan) -> list[Before]:
    """Fillings that are cooked and cooled can be made the evening before; what the plan has then is said."""
    day_of = lambda at: at.date()
    eats = day_of(plan.eat_at)
    ahead = day_of(plan.now) < eats
    found = []
    for dish in plan.dishes:
        name = verbatim(dish.name)
        earlier = [s for s in dish.spans if s.kind == "hands" and day_of(s.start) < eats]
        if earlier:
            done = listed([s.label for s in earlier], "commas")
            found.append(Before(dish.at, say("“{name}”: {what}, as planned.", name=name, what=done), planned=True))
        if ahead and _keeps(made[dish.at]) and not any(s.key == "filling" for s in earlier):
            says = say("The filling of “{name}” can be made the day before and kept in the fridge.", name=name)
            found.append(Before(dish.at, says, planned=False))
    return found


def _keeps(made: Made) -> bool:
    """Whether its filling is cooked, and so is as good the day after."""
    return any(g.filled is not None and g.filled.state in ("cooked", "hot", "cooled") for g in made.sheet.groups)


def hours_of(plan: DayPlan) -> list[tuple[datetime, int, Message]]:
    """Everything hands do and every load, in order: when, whose, what."""
    rows = [(s.start, d.at, s.label) for d in plan.dishes for s in d.spans if s.kind in ("hands", "heat")]
    return sorted(rows, key=lambda row: row[0])
