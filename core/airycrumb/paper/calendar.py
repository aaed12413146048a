"""A day as a calendar (RFC 5545), with an alarm at everything Hands would call: a file, or what an address answers."""

from collections.abc import Sequence
from datetime import UTC, datetime, timedelta

from icalendar import Alarm, Calendar, Event

from airycrumb.day.called import Called
from airycrumb.words import text


def as_calendar(
    calls: Sequence[Called], gone: Sequence[Called] = (), *, name: str, day: str, sequence: int, now: datetime
) -> str:
    """A day's calls, in UTC.

    gone: calls of bakes that were given up: cancelled under the names they had; day: what no other day is named;
    sequence: larger each time the day was planned anew.
    """
    calendar = Calendar()
    calendar.add("prodid", "-//Airy Crumb//the day//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", name or "Airy Crumb")
    # A subscriber asks again so often: the plan moves while it is followed.
    calendar.add("refresh-interval", timedelta(minutes=5), parameters={"value": "DURATION"})
    stands = [(call, True) for call in calls] + [(call, False) for call in gone]
    for call, standing in stands:
        event = _event(call, day)
        event.add("sequence", sequence)
        event.add("dtstamp", now.astimezone(UTC))
        if standing:
            event.add_component(_alarm(str(event["summary"])))
        else:
            event.add("status", "CANCELLED")
        calendar.add_component(event)
    return calendar.to_ical().decode("utf-8")


def _event(call: Called, day: str) -> Event:
    event = Event()
    # The same thing keeps its name however often the plan is made anew.
    event.add("uid", f"{day}.{call.key}@airy-crumb")
    event.add("summary", f"{text(call.words)}: {call.name}")
    if call.note:
        event.add("description", f"{text(call.note)}.")
    event.add("dtstart", call.start.astimezone(UTC))
    if call.end > call.start:
        event.add("dtend", call.end.astimezone(UTC))
    return event


def _alarm(words: str) -> Alarm:
    alarm = Alarm()
    alarm.add("action", "DISPLAY")
    alarm.add("description", words)
    alarm.add("trigger", timedelta())
    return alarm
