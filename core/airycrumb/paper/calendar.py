"""A day's plan as a calendar (RFC 5545), with an alarm at everything hands do: a file, or what an address answers."""

from datetime import UTC, timedelta

from icalendar import Alarm, Calendar, Event

from airycrumb.day.shown import DayDish, DayPlan, DaySpan
from airycrumb.words import text

ALARM_BEFORE = {"hands": timedelta(minutes=-5), "heat": timedelta()}


def as_calendar(plan: DayPlan | None, name: str) -> str:
    """Everything hands do and every load of a day, in UTC; an empty calendar for an empty day."""
    calendar = Calendar()
    calendar.add("prodid", "-//Airy Crumb//the day//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", name or "Airy Crumb")
    # A subscriber asks again so often: the plan moves while it is followed.
    calendar.add("refresh-interval", timedelta(minutes=5), parameters={"value": "DURATION"})
    for dish in plan.dishes if plan else []:
        for span in dish.spans:
            if span.kind in ALARM_BEFORE:
                calendar.add_component(_event(plan, dish, span))
    return calendar.to_ical().decode("utf-8")


def _event(plan: DayPlan | None, dish: DayDish, span: DaySpan) -> Event:
    assert plan is not None, "an event is of a plan"
    event, words = Event(), f"{text(span.label)}: {dish.name}"
    # The same thing keeps its name however often the plan is made anew.
    event.add("uid", f"{dish.at}.{dish.bake}.{span.key}.{plan.eat_at.astimezone(UTC):%Y%m%d}@airy-crumb")
    event.add("summary", words)
    if dish.between and span.kind in ("heat", "rest"):
        event.add("description", f"{text(dish.between)}.")
    event.add("dtstamp", plan.now.astimezone(UTC))
    event.add("dtstart", span.start.astimezone(UTC))
    event.add("dtend", span.end.astimezone(UTC))
    alarm = Alarm()
    alarm.add("action", "DISPLAY")
    alarm.add("description", words)
    alarm.add("trigger", ALARM_BEFORE[span.kind])
    event.add_component(alarm)
    return event
