"""A day as it is written: what is made for it and by when, who is there, and what the kitchen has. An open file."""

from datetime import date, datetime
from typing import Annotated, Any, Literal, Self
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from pydantic import Field, model_validator

from airycrumb.bake.fields import Count, FormatVersion, Number, OneOf, Problems, Text, Written, left_out, told
from airycrumb.bake.refusals import published, read_as
from airycrumb.bake.room_day import minute_of_day
from airycrumb.bake.text import Document
from airycrumb.plan.timetable import possible
from airycrumb.problems import InputError, Problem
from airycrumb.words import say, verbatim

MOST_DISHES, MOST_PEOPLE = 10, 4
Row = Annotated[int, Field(ge=1, le=2**63 - 1)]


class Edit(Written):
    """One place in a bake's file changed for this day alone."""

    path: Annotated[tuple[str | int, ...], Field(min_length=1, max_length=8)] = told("path", "Where in the bake.")
    value: Any = left_out(None, "value", "What stands there on this day; null for nothing.")


class Dish(Written):
    """One bake on the day's table."""

    bake: Row = told("bake", "Which of the household's bakes.")
    eat_at: Annotated[str | None, Text(40, "2026-11-28T12:00:00+00:00", or_null=True)] = left_out(
        None,
        "eat_at",
        "When it is on the table, where that is not the day's own hour: a date and time with its offset.",
    )
    serve: Annotated[str, OneOf(("hot", "reheat", "cool"))] = left_out(
        "hot", "serve", "hot: straight from the heat; reheat: it may be heated again; cool: as it is."
    )
    begin_at: Annotated[str | None, Text(40, "2026-11-28T08:00:00+00:00", or_null=True)] = left_out(
        None, "begin_at", "When its first work is done, where that is held: a date and time with its offset."
    )
    batch: Row | None = left_out(None, "batch", "The batch it is, once it was started.")
    changes: Annotated[tuple[Edit, ...], Field(max_length=20)] = left_out(
        (), "changes", "What is otherwise than in the bake on this day."
    )


class Away(Written):
    """A time somebody is not there."""

    since: Annotated[str, Text(40, "2026-11-28T09:00:00+00:00")] = told("from", "A date and time with its offset.")
    until: Annotated[str, Text(40, "2026-11-28T10:00:00+00:00")] = told("until", "A date and time with its offset.")


class Hands(Written):
    """A person who works."""

    name: Annotated[str, Text(40)] = told("name", "What the cook calls them.")
    sleeps: Annotated[str, Text(5, "22:30")] = left_out("22:30", "sleeps", "HH:MM; 22:30 if left out.")
    wakes: Annotated[str, Text(5, "06:30")] = left_out("06:30", "wakes", "HH:MM; 06:30 if left out.")
    away: Annotated[tuple[Away, ...], Field(max_length=12)] = left_out((), "away", "When they are not there.")

    @model_validator(mode="after")
    def _has_hours(self) -> Self:
        problems = Problems()
        problems.collect(lambda: minute_of_day(self.sleeps, "sleeps"))
        problems.collect(lambda: minute_of_day(self.wakes, "wakes"))
        problems.done()
        return self

    @property
    def night(self) -> tuple[float, float]:
        """Minutes of the day they go to sleep and get up at."""
        return minute_of_day(self.sleeps, "sleeps"), minute_of_day(self.wakes, "wakes")


class Lot(Written):
    """What the kitchen has for the day, beside what is known of it."""

    ovens: Annotated[int, Count(3, say("The number of ovens"))] = left_out(
        1, "ovens", "1 to 3, all like the kitchen's."
    )
    steamers: Annotated[int, Count(3, say("The number of steamers"))] = left_out(1, "steamers", "1 to 3.")
    burners: Annotated[int, Count(6, say("The number of burners"))] = left_out(4, "burners", "1 to 6.")
    fridge_trays: Annotated[int, Count(20, say("Trays the fridge has room for"))] = left_out(
        3, "fridge_trays", "Trays of pieces the fridge has room for, 1 to 20."
    )
    door_min: Annotated[float, Number((0.2, 10), say("Minutes the oven takes to cool by ten degrees"))] = left_out(
        3.0, "cools", "Minutes the oven takes for 10 °C down, 0.2 to 10."
    )


ME = Hands.model_construct(name="", sleeps="22:30", wakes="06:30", away=())


class Day(Written):
    """Several bakes for one table."""

    format: Literal["airycrumb-day"] = told("format", "What this file is.")
    version: FormatVersion = told("version", "Version of this format.")
    name: Annotated[str, Text(80)] = left_out("", "name", "What the cook calls it.")
    eat_at: Annotated[str, Text(40, "2026-11-28T12:00:00+00:00")] = told(
        "eat_at", "When all of it is on the table: a date and time with its offset."
    )
    zone: Annotated[str, Text(64, "Europe/Lisbon")] = left_out(
        "UTC", "zone", "The kitchen's time zone, by its IANA name: hours of sleep are read in it."
    )
    people: Annotated[int | None, Field(ge=1, le=200)] = left_out(None, "people", "For how many it is.")
    dishes: Annotated[tuple[Dish, ...], Field(max_length=MOST_DISHES)] = left_out((), "dishes", "What is made.")
    given_up: Annotated[tuple[Dish, ...], Field(max_length=MOST_DISHES)] = left_out(
        (), "given_up", "What was begun for it and then stopped: it takes no hands and no oven any more."
    )
    hands: Annotated[tuple[Hands, ...], Field(min_length=1, max_length=MOST_PEOPLE)] = left_out(
        (ME,), "hands", "Who works, the cook first."
    )
    kitchen: Lot = Lot.model_construct(ovens=1, steamers=1, burners=4, fridge_trays=3, door_min=3.0)

    @property
    def time_zone(self) -> ZoneInfo:
        """Its time zone."""
        return ZoneInfo(self.zone)

    @model_validator(mode="after")
    def _has_hours(self) -> Self:
        problems = Problems()
        problems.collect(lambda: moment(self.eat_at, "eat_at"))
        problems.collect(lambda: _zone(self.zone))
        for i, dish in enumerate(self.dishes):
            for name in ("eat_at", "begin_at"):
                if getattr(dish, name) is not None:
                    problems.collect(lambda d=dish, n=name, at=i: moment(getattr(d, n), f"dishes[{at}].{n}"))  # type: ignore[misc]
        for i, person in enumerate(self.hands):
            for n, away in enumerate(person.away):
                where = f"hands[{i}].away[{n}]"
                since = problems.collect(lambda a=away, w=where: moment(a.since, f"{w}.from"))  # type: ignore[misc]
                until = problems.collect(lambda a=away, w=where: moment(a.until, f"{w}.until"))  # type: ignore[misc]
                problems.require(
                    since is None or until is None or since < until,
                    "backwards",
                    where,
                    say("Somebody cannot be back before going: put the two hours in order."),
                )
        problems.done()
        return self


def _zone(name: str) -> ZoneInfo:
    try:
        return ZoneInfo(name)
    except (ZoneInfoNotFoundError, ValueError, OSError) as error:
        raise InputError(
            [
                Problem(
                    "no_zone",
                    "zone",
                    say(
                        "“{zone}” is no time zone: write one such as {example}.",
                        zone=verbatim(name[:40]),
                        example=verbatim("Europe/Lisbon"),
                    ),
                )
            ]
        ) from error


def moment(text: str, where: str) -> datetime:
    """A date and time with its offset; InputError with a sentence for anything else."""
    try:
        at = datetime.fromisoformat(text.strip())
        if at.tzinfo is None or not possible(at):
            raise ValueError(text)
    except ValueError as error:
        raise InputError(
            [
                Problem(
                    "not_a_moment",
                    where,
                    say(
                        "“{text}” is no date and time: write one with its offset, such as {example}.",
                        text=verbatim(text[:40]),
                        example=verbatim("2026-11-28T12:00+00:00"),
                    ),
                )
            ]
        ) from error
    return at


def read_day(document: Document) -> Day:
    """A day from its file; InputError with every problem found."""
    return read_as(Day, document)


def day_schema() -> Document:
    """The published JSON Schema of a day's file."""
    return published(Day)


def days_between(first: date, last: date) -> list[date]:
    """Every date from one to another, both included."""
    return [date.fromordinal(n) for n in range(first.toordinal(), last.toordinal() + 1)]
