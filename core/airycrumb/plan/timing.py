"""The bake's day: which hour decides, and what the cook must be told about it."""

from dataclasses import replace
from datetime import datetime, timedelta

from airycrumb.bake.edits import Answer, Change, Doubt
from airycrumb.plan import timetable as day
from airycrumb.plan.context import Context
from airycrumb.words import hour_of, in_minutes, say, weekday_of

GRACE = timedelta(minutes=2)


def _start_now(table: day.Timetable) -> Answer:
    return Answer(
        say("Start now, eat at {eat}", eat=hour_of(table.eat)),
        [Change(["plan", "eat_at"], table.eat.isoformat(timespec="minutes"))],
    )


def _too_late(asked: datetime, table: day.Timetable) -> Doubt:
    short = (table.eat - asked).total_seconds() / 60
    return Doubt(
        code="too_late",
        tray="day",
        severity="ask",
        title=say("Too late for {asked} by about {short}", asked=hour_of(asked), short=in_minutes(short)),
        reason=say(
            "Started now, this bake is ready at {eat}, somewhere from {span}. A warmer rise or fewer pieces would "
            "bring it nearer.",
            eat=hour_of(table.eat),
            span=hour_of(table.eat_low, table.eat_high),
        ),
        answers=[
            _start_now(table),
            Answer(
                say("Tomorrow at {asked}", asked=hour_of(asked)),
                [Change(["plan", "eat_at"], (asked + timedelta(days=1)).isoformat(timespec="minutes"))],
            ),
        ],
    )


def _past(asked: datetime, planned: datetime, forwards: day.Timetable) -> Doubt:
    return Doubt(
        code="eat_in_past",
        tray="day",
        severity="ask",
        title=say("{asked} has passed", asked=hour_of(asked)),
        reason=say(
            "The plan below is for {planned}. Started now, this bake is ready at {eat}.",
            planned=weekday_of(planned),
            eat=hour_of(forwards.eat),
        ),
        answers=[
            _start_now(forwards),
            Answer(
                say("{planned}", planned=weekday_of(planned)),
                [Change(["plan", "eat_at"], planned.isoformat(timespec="minutes"))],
            ),
        ],
    )


def _next_day(asked: datetime, now: datetime) -> datetime:
    """The same hour on the first day on which it still lies ahead."""
    ahead = asked.replace(year=now.year, month=now.month, day=now.day)
    return ahead if ahead > now else ahead + timedelta(days=1)


def _done(ctx: Context, d: day.Durations) -> day.Done | None:
    """When everything on the dough's way ended: stages by what ended them, the cook's own steps by their presses."""
    done, keys = ctx.done, [leg.key for leg in d.main]
    if done is None:
        return None
    ended = {**done.ended, **{key: at for key in keys if key not in day.LABELS and (at := ctx.did(key))}}
    if keys[-1] != "rest":
        # Steps at the table come after the rest; the last of them ends it all.
        ended |= {"rest": at} if (at := ctx.did("rest.stand")) else {}
        ended |= {keys[-1]: done.ended["rest"]} if "rest" in done.ended else {}
    return replace(done, ended=ended)


def plan_day(ctx: Context, durations: day.Durations) -> tuple[day.Timetable, list[Doubt]]:
    """Lay out the day. A batch under way goes by what has happened; otherwise by the hour asked for."""
    if ctx.done is not None:
        return day.timetable(durations, done=_done(ctx, durations)), []
    now = ctx.now.replace(second=0, microsecond=0)
    if ctx.bake.plan.eat_at is None:
        asked_start = day.resolve(ctx.bake.plan.start_at, now, "plan.start_at") if ctx.bake.plan.start_at else now
        return day.timetable(durations, start=max(now, asked_start)), []
    asked = day.resolve(ctx.bake.plan.eat_at, now, "plan.eat_at")
    forwards = day.timetable(durations, start=now)
    if asked <= now:
        planned = _next_day(asked, now)
        back = day.timetable(durations, eat=planned)
        table = back if back.start >= now else forwards
        return table, [_past(asked, table.eat, forwards)]
    back = day.timetable(durations, eat=asked)
    if back.start < now - GRACE:
        return forwards, [_too_late(asked, forwards)]
    return back, []
