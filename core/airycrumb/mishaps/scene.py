"""Where a batch stands when something goes wrong, and what the plan would become by a mark."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from functools import cached_property
from typing import cast

from airycrumb.bake.kitchen import Kitchen
from airycrumb.bake.marks import MarkKind, Observation, StageKey
from airycrumb.bake.model import Bake
from airycrumb.data.safety import Keeps
from airycrumb.mishaps.answer import Asks, Press
from airycrumb.plan.context import NOTHING_HEARD, Context, Heard
from airycrumb.plan.events import EventMark
from airycrumb.plan.given import as_given, as_made
from airycrumb.problems import InputError
from airycrumb.sheet.work import work
from airycrumb.stations.safety import keeping
from airycrumb.trays.past import spoils_in_dough
from airycrumb.trays.types import HeatTray, RiseTray, Sheet
from airycrumb.words import (
    NOTHING,
    Message,
    counted,
    hour_of,
    in_celsius,
    in_minutes,
    joined,
    say,
    say_n,
    weekday_or_date,
)

HARDLY = timedelta(minutes=2)  # so little moves nothing


@dataclass(frozen=True)
class Scene:
    """A batch under way: its bake, the kitchen, what was seen, the hour, and the sheet worked from them."""

    bake: Bake
    kitchen: Kitchen
    observations: tuple[Observation, ...]
    now: datetime
    sheet: Sheet
    heard: Heard = NOTHING_HEARD

    @cached_property
    def ctx(self) -> Context:
        """The same as it became under the hands."""
        made = as_given(as_made(self.bake, self.kitchen, self.observations), self.observations)
        return Context.here(made, self.kitchen, self.observations, self.now, self.heard)

    @cached_property
    def stage(self) -> StageKey:
        """The stage it is in; the last once it is done."""
        return cast(StageKey, self.ctx.under_way or self.ctx.stages[-1])

    def at(self, *stages: str) -> bool:
        """Whether it is in one of these."""
        return self.stage in stages

    @cached_property
    def before_dividing(self) -> bool:
        """Whether it is one dough still."""
        return self.ctx.stages.index(self.stage) < self.ctx.stages.index("divide")

    @cached_property
    def filled(self) -> bool:
        """Whether any piece has its filling in it."""
        return self.ctx.stages.index(self.stage) >= self.ctx.stages.index("wrap") and self.has_filling

    @cached_property
    def has_filling(self) -> bool:
        """Whether there is one at all."""
        return any(g.parts for g in self.ctx.bake.groups)

    @cached_property
    def kinds(self) -> list[str]:
        """What the fillings are, as keeping has it."""
        return [keeping.kind_of([i for i, _ in g.parts], g.filling.state) for g in self.ctx.bake.groups if g.parts]

    @property
    def raw(self) -> bool:
        """Whether any filling has raw meat, poultry or fish in it."""
        return "raw" in self.kinds

    @property
    def spoils(self) -> bool:
        """Whether any filling must not stand warm."""
        return any(kind != "dry" for kind in self.kinds)

    @cached_property
    def rich(self) -> bool:
        """Whether there is egg or milk in the dough."""
        return bool(spoils_in_dough(self.ctx))

    @cached_property
    def in_heat(self) -> bool:
        """Whether a load is in the heat now."""
        return self.at("heat") and any(load.began and not load.ended for load in self.sheet.loads)

    @property
    def heat(self) -> HeatTray:
        """The first heat."""
        return self.sheet.heat

    @property
    def rise(self) -> RiseTray | None:
        """The forecast of the stage it is in, None where nothing rises."""
        s = self.sheet
        return {"sponge": s.sponge, "rise": s.rise, "again": s.second_rise, "proof": s.proof}.get(self.stage)

    @property
    def flour_g(self) -> float:
        """g of flour in the dough."""
        return self.sheet.weigh.flour_g

    def keeps(self, place: str, baked: bool) -> Keeps:
        """The shortest that any of its pieces keeps so."""
        region = self.ctx.kitchen.region
        return min((keeping.keeps(kind, baked, place, region) for kind in self.kinds or ["dry"]), key=lambda k: k.days)

    def days(self, place: str, baked: bool) -> Message:
        """The same, in words."""
        return days(self.keeps(place, baked).days)

    @cached_property
    def may_stand_min(self) -> float:
        """Minutes the filling may stand warm beyond what the plan has already."""
        clock = self.heat.clock
        return max(0.0, clock.limit_min - clock.standing_min)

    def note(self, key: str) -> EventMark:
        """The mark that keeps it for the Notebook."""
        return EventMark("mishap", self.stage, where=key)

    def noted(self, key: str, label: Message) -> Press:
        """Nothing but a note."""
        return Press(label, [self.note(key)])

    def stop(self, key: str) -> Press:
        """The end of this batch."""
        label = say("Stop: put this batch away")
        then = say("Nothing rings any more and nothing is learned from it. It can be taken back for a day.")
        return Press(label, [EventMark("stopped", self.stage, where=key)], then=then, stops=True)

    def press(self, key: str, label: Message, *marks: EventMark, asks: Asks = "", more_than: float = 0.0) -> Press:
        """A note with marks that move the plan: what it becomes is worked out, unless a number is asked for first."""
        made = [self.note(key), *marks]
        return Press(label, made, asks, more_than, NOTHING if asks else self.becomes(made))

    @property
    def moves(self) -> bool:
        """Whether it can be moved to another spot, and its forecast with it."""
        return self.stage in ("sponge", "rise", "again", "proof") and self.ctx.rises

    @property
    def wraps_later(self) -> bool:
        """Whether wrapping is still to come, or going on."""
        return self.ctx.stages.index(self.stage) <= self.ctx.stages.index("wrap")

    @cached_property
    def cold_until(self) -> datetime:
        """By when pieces with their filling in must be in the heat, kept in the fridge from now on: the days count from
        when the filling was made.
        """
        made = self.ctx.did("filling.make") or self.sheet.day.filling_made
        return (made or self.now) + timedelta(days=self.keeps("fridge", baked=False).days)

    def moved_to(self, key: str, where: str, label: Message, sooner: bool = False) -> list[Press]:
        """Another spot for what rises, where that moves the plan, or makes it sooner."""
        mark = EventMark("moved", self.stage, where=where)
        then = self.with_marks([mark]) if self.moves else None
        if then is None or abs(then.day.eat - self.sheet.day.eat) < HARDLY:
            return []
        if sooner and then.day.eat > self.sheet.day.eat:
            return []
        return [self.press(key, label, mark)]

    def into_the_cold(self, key: str) -> list[Press]:
        """The fridge, where what rises can be moved there."""
        if not self.moves:
            return []
        put = self.press(key, say("It is in the fridge now"), EventMark("moved", self.stage, where="fridge"))
        if not (self.filled and self.spoils):
            return [put]
        by = say("In the heat by {by} at the latest.", by=weekday_or_date(self.cold_until, self.now))
        return [replace(put, then=joined([by, put.then]))]

    def of_each_group(self, key: str, kind: MarkKind, stage: StageKey, asks: Asks) -> list[Press]:
        """How much or how many are left, of each group that has pieces."""
        several = len(self.sheet.groups) > 1
        return [
            self.press(
                key,
                say("Left of {what}", what=group.name) if several else say("So much is left"),
                EventMark(kind, stage, where=str(n)),
                asks=asks,
            )
            for n, group in enumerate(self.sheet.groups, start=1)
        ]

    def with_marks(self, marks: Sequence[EventMark]) -> Sheet | None:
        """The sheet with these made now; None where that cannot be."""
        made = [Observation(m.kind, m.stage, self.now, m.value, m.where, m.event) for m in marks]
        try:
            return work(self.bake, self.kitchen, [*self.observations, *made], now=self.now, heard=self.heard)
        except InputError:
            return None

    def becomes(self, marks: Sequence[EventMark]) -> Message:
        """What the plan becomes by marks made now; NOTHING where it cannot be worked."""
        then = self.with_marks(marks)
        if then is None:
            return NOTHING
        ready = replace(self, sheet=then).ready_said()
        was, eat = self.sheet.day.eat, then.day.eat
        if abs(eat - was) < HARDLY:
            return joined([*ready, say("On the table at {at}, as before.", at=hour_of(eat))])
        return joined([*ready, say("On the table at {at} instead of {was}.", at=hour_of(eat), was=hour_of(was))])

    def ready_said(self) -> list[Message]:
        """When what rises now is ready, and from when it is past its best."""
        tray = self.rise
        if tray is None or tray.clock or tray.forecast.ready is None:
            return []
        between = say("Ready between {low} and {high}.", low=hour_of(tray.ready_low), high=hour_of(tray.ready_high))
        if tray.past_from is None:
            return [between]
        return [between, say("Past its best from {at}.", at=hour_of(tray.past_from))]

    @property
    def line(self) -> Message:
        """What the middle must reach, and for how long."""
        line, held = in_celsius(self.heat.line_c), self.heat.hold_min
        return say("{line}", line=line) if held <= 0 else say("{line} for {held}", line=line, held=in_minutes(held))


def days(count: float) -> Message:
    """So many days, as they are said."""
    return say_n("{count} day", "{count} days", round(count), count=counted(round(count)))
