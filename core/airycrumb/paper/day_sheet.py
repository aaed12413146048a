"""A whole day on paper: its hours to tick, what is weighed into what, what to buy, what is in it."""

from airycrumb.data.vocabulary import NO_ALLERGENS
from airycrumb.day.around import Around, Bought, hours_of
from airycrumb.day.shown import DayPlan
from airycrumb.paper.pdf import Card, Section, card_as_pdf
from airycrumb.words import NOTHING, Message, Units, hour_of, in_grams, listed, say, verbatim, weekday_of


def _hours(plan: DayPlan) -> list[Message]:
    names = {d.at: verbatim(d.name) for d in plan.dishes}
    moment = lambda at: hour_of(at) if at.date() == plan.eat_at.date() else weekday_of(at)
    return [say("{at} {what}: {name}", at=moment(at), what=what, name=names[i]) for at, i, what in hours_of(plan)]


def _between(plan: DayPlan) -> list[Message]:
    """What is ready long before it is eaten, and what is done with it: cautions that no sheet of paper leaves out."""
    return [say("{name}: {what}.", name=verbatim(d.name), what=d.between) for d in plan.dishes if d.between]


def _bought(b: Bought) -> Message:
    if not b.grams:
        return say("{name}, by eye", name=b.name)
    return say("{mass} {name}", mass=in_grams(b.grams, significant=3), name=b.name)


def day_sheet(plan: DayPlan, around: Around, paper: str, units: Units) -> bytes:
    """The pages, as a PDF. paper: "a4" or "letter"; units: "metric" or "us"."""
    section = lambda title, lines=(), boxes=(): Section(title, NOTHING, list(lines), list(boxes), [])
    weighed = [say("{name}: {lines}", name=c.name, lines=listed(c.lines, "commas")) for c in around.weigh]
    known = [say("Contains {what}.", what=listed(around.allergens))] if around.allergens else [NO_ALLERGENS]
    maybe = [say("May contain {what}.", what=listed(around.may_contain))] if around.may_contain else []
    sections = [
        section(say("Hours"), boxes=_hours(plan)),
        section(say("The day before"), lines=[b.says for b in around.before]),
        section(say("From the heat to the table"), lines=_between(plan)),
        section(say("To buy"), boxes=[_bought(b) for b in around.shopping]),
        section(say("Weigh"), lines=weighed),
        section(say("In it"), lines=[*known, *maybe]),
    ]
    under = say("On the table at {at}. {says}", at=weekday_of(plan.eat_at), says=plan.says)
    return card_as_pdf(Card("The day", under, [s for s in sections if s.lines or s.boxes], []), paper, units)
