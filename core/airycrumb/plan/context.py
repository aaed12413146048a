"""The inputs of a sheet, and the few things read off them by several stations."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from functools import cached_property

import numpy as np

from airycrumb.bake.groups import Group
from airycrumb.bake.kitchen import Kitchen
from airycrumb.bake.marks import Observation
from airycrumb.bake.method import STANDS_BEFORE
from airycrumb.bake.model import Bake
from airycrumb.data.closings import PRESSED
from airycrumb.data.heat import WASHES
from airycrumb.pantry import Ingredient, find
from airycrumb.plan.timetable import Done
from airycrumb.stations.heat.water import air_pressure
from airycrumb.stations.weigh.formula import Percentages, Scaled, Share, percentages, scale

FIRST = ("sponge", "weigh")  # stages a dough may begin with
SILENT_AFTER = timedelta(minutes=20)  # a thermometer that has said nothing for so long is not believed


@dataclass(frozen=True)
class RoomReading:
    """What a thermometer said: the kitchen's, a probe, or one in the oven. °C."""

    at: datetime
    celsius: float


@dataclass(frozen=True)
class Heard:
    """What the kitchen's instruments said, in order: the room's thermometer, a probe in a piece, one in the oven."""

    thermometer: tuple[RoomReading, ...] = ()
    probe: tuple[RoomReading, ...] = ()
    oven: tuple[RoomReading, ...] = ()

    def on_to(self, at: datetime) -> "Heard":
        """The same instruments at a later hour, as if the room stayed as warm as it was last."""
        if not self.thermometer or self.thermometer[-1].at >= at:
            return self
        return replace(self, thermometer=(*self.thermometer, replace(self.thermometer[-1], at=at)))


NOTHING_HEARD = Heard()


@dataclass(frozen=True)
class Context:
    """A bake, a kitchen, what has been seen so far, and the time.

    at: the group of pieces looked at; said: everything the room's thermometer has said up to now, () where the bake
    does not go by it; thermometer: the same, () where it has fallen silent; starts: when the stages are planned to
    begin, where that is known already; probe, oven: what a probe in a piece and a thermometer in the oven said while
    the pieces are in the heat.
    """

    bake: Bake
    kitchen: Kitchen
    observations: tuple[Observation, ...]
    now: datetime
    at: int = 0
    thermometer: tuple[RoomReading, ...] = ()
    starts: tuple[tuple[str, datetime], ...] = ()
    probe: tuple[RoomReading, ...] = ()
    oven: tuple[RoomReading, ...] = ()
    said: tuple[RoomReading, ...] = ()

    @classmethod
    def here(
        cls,
        bake: Bake,
        kitchen: Kitchen,
        observations: Sequence[Observation],
        now: datetime,
        heard: Heard = NOTHING_HEARD,
    ) -> "Context":
        """As things stand: every answer about a bake begins here, so that all of them know the same kitchen."""
        said = tuple(r for r in heard.thermometer if r.at <= now) if bake.by_thermometer else ()
        speaks = bool(said) and now - said[-1].at <= SILENT_AFTER
        return cls(
            bake,
            kitchen,
            tuple(observations),
            now,
            thermometer=said if speaks else (),
            probe=heard.probe,
            oven=heard.oven,
            said=said,
        )

    @property
    def group(self) -> Group:
        """The pieces looked at."""
        return self.bake.groups[self.at]

    @property
    def share(self) -> Share:
        """How many of them, and how much is in each, after the pin."""
        return self.scaled.shares[self.at]

    @cached_property
    def _groups(self) -> tuple["Context", ...]:
        bake = self.bake
        found = tuple(replace(self, at=i, bake=bake.heated(g.heat)) for i, g in enumerate(bake.groups))
        for context in found:
            # What does not depend on the group looked at is worked once.
            context.__dict__.update(scaled=self.scaled, percentages=self.percentages, stages=self.stages)
        return found

    def each_group(self) -> tuple["Context", ...]:
        """One context for each group of pieces, its bake heated as they are."""
        return self._groups

    @property
    def brushed_on(self) -> list[Ingredient]:
        """What the pieces of the group looked at are brushed with: only an oven bakes it on."""
        heat = self.bake.heat
        of = WASHES[heat.wash].of if heat.method == "oven" else ""
        return [find(of)] if of else []

    @property
    def eaten(self) -> list[Ingredient]:
        """Everything in and on a piece of the group looked at."""
        inside = [item for item, _ in [*self.bake.dough.parts, *self.group.parts]]
        in_steps = [line.part[0] for step in self.bake.steps for line in step.uses]
        return [*inside, *self.brushed_on, *(top.item for top in self.bake.on_top), *in_steps]

    def path(self, *steps: str | int) -> list[str | int]:
        """Where in the bake document something of the group looked at is written."""
        return [*(("more_groups", self.at - 1) if self.at else ()), *steps]

    def code(self, code: str) -> str:
        """A doubt's code, told apart from the same doubt about another group."""
        return f"{code}_{self.at + 1}" if self.at else code

    @property
    def room_c(self) -> float:
        """The kitchen's warmth for this bake: a reading in hand, the thermometer, what was typed, the day's, the
        usual.
        """
        seen = self.latest("room_temperature")
        if seen is not None:
            return seen
        if self.thermometer:
            return self.thermometer[-1].celsius
        if self.bake.plan.room_c is not None:
            return self.bake.plan.room_c
        return self._of_the_day() if self.kitchen.room_day else self.kitchen.room_c

    def _of_the_day(self) -> float:
        day = self.kitchen.room_day
        minutes = [m + 1440 * turn for turn in (-1, 0, 1) for m, _ in day]
        return float(np.interp(60 * self.now.hour + self.now.minute, minutes, [c for _, c in day] * 3))

    @property
    def room_runs(self) -> bool:
        """Whether the room's warmth is known to run through the day."""
        typed = self.bake.plan.room_c is not None or self.latest("room_temperature") is not None
        return bool(self.kitchen.room_day) and not typed

    @cached_property
    def stages(self) -> tuple[str, ...]:
        """The stages of this bake, in order."""
        sponge = ("sponge",) if self.ripens else ()
        again = ("again",) if self.bake.rise.again_to is not None and self.rises else ()
        hold = ("hold",) if self.bake.heat.arrive != "proofed" else ()
        shaped = ("proof", "wrap") if self.fills_late else ("wrap", "proof")
        return (*sponge, "weigh", "rise", *again, "divide", *shaped, *hold, "heat", "rest")

    @property
    def fills_late(self) -> bool:
        """Whether the pieces are proofed as plain rounds, then pressed and filled."""
        return self.bake.filled == "after" and all(g.closing in PRESSED for g in self.bake.groups)

    @property
    def filled_in_the_dough(self) -> bool:
        """Whether the filling is kneaded into the dough before it is divided: a piece is cut with what is in it."""
        return self.bake.filled == "in the dough" and all(g.closing == "kneaded_in" for g in self.bake.groups)

    @property
    def rises(self) -> bool:
        """Whether the dough rises at all; one with soda or nothing only rests."""
        return self.bake.dough.leavening not in ("soda", "none")

    @property
    def ripens(self) -> bool:
        """Whether part of the dough is a sponge that ripens: flour and yeast in it."""
        inside = {
            item.role
            for (item, g), place in zip(self.bake.dough.parts, self.bake.dough.places, strict=False)
            if place == "sponge" and g > 0
        }
        return self.rises and {"flour", "yeast"} <= inside

    def before(self, stage: str) -> str | None:
        """The stage before, None for the first."""
        at = self.stages.index(stage)
        return self.stages[at - 1] if at else None

    @property
    def under_way(self) -> str | None:
        """The stage a batch is in; None before it is begun and once it is done."""
        if self.done is None:
            return None
        return next((s for s in self.stages if s not in self.done.ended), None)

    def begins(self, stage: str) -> datetime:
        """When a stage begins: as it did, as it is planned, or now."""
        before = self.before(stage)
        if self.done is not None:
            began = self.done.ended.get(before) if before else self.done.started
            if began is not None:
                return began
        return dict(self.starts).get(stage, self.now)

    @property
    def pressure(self) -> float:
        """The air's pressure here, as a share of that at the sea."""
        return float(air_pressure(self.kitchen.altitude_m) / air_pressure(0.0))

    def minutes_since_start(self, at: datetime) -> float | None:
        """Minutes from the start of the batch to `at`."""
        return None if self.done is None or self.done.started is None else (at - self.done.started).total_seconds() / 60

    @cached_property
    def scaled(self) -> Scaled:
        """Amounts after the pin."""
        wanted = [Share(g.pieces, g.dough_each_g, g.filling_each_g) for g in self.bake.groups]
        return scale(wanted, self.kitchen.bowl_loss, self.bake.dough.parts, self.bake.pin)

    @cached_property
    def percentages(self) -> Percentages:
        """The dough in baker's %, without the water left over when it was mixed."""
        written = percentages(self.bake.dough.parts)
        left = self.latest("water_left")
        if not left:
            return written
        flour_g = self.scaled.dough_g * 100 / written.total
        less = min(100 * left / flour_g, written.stated_hydration)
        return replace(
            written,
            stated_hydration=written.stated_hydration - less,
            true_hydration=written.true_hydration - less,
            total=written.total - less,
        )

    def latest(self, kind: str) -> float | None:
        """Value of the last observation of a kind."""
        values = [o.value for o in self.observations if o.kind == kind and o.value is not None]
        return values[-1] if values else None

    def of(self, kind: str, stage: str) -> list[Observation]:
        """Observations of a kind at a stage, in order."""
        return [o for o in self.observations if o.kind == kind and o.stage == stage]

    @cached_property
    def done(self) -> Done | None:
        """When stages really began and ended; None before the batch is started. Where it was started with what comes
        before the dough, the dough begins as planned then, or sooner where its first stage is over by that hour.
        """
        started = next((o for o in self.observations if o.kind == "started"), None)
        if started is None:
            return None
        ended = {o.stage: o.at for o in self.observations if o.kind == "done"}
        dough = started.at + timedelta(minutes=started.value or 0.0)
        return Done(min([dough, *(ended[s] for s in FIRST if s in ended)]), ended, self.now)

    def did(self, event: str) -> datetime | None:
        """When an event was marked as over, None where it was not."""
        found = [o.at for o in self.observations if o.event == event and o.kind in ("did", "done", "moved")]
        return found[-1] if found else None

    def began(self, stage: str) -> datetime | None:
        """When a stage's own work began: after the one before, and the cook's own steps between; None where that is not
        known.
        """
        before, done = self.before(stage), self.done
        if done is None or before not in done.ended:
            return None
        between = self._own_before(stage)
        at = [self.did(key) for key in between]
        return None if None in at else max([done.ended[before], *(t for t in at if t)])

    def _own_before(self, stage: str) -> list[str]:
        """Ids of the cook's own steps before a stage: of one that waits too, when the wait is over. What is done in
        passing, hot or as the pieces go in, takes no time of it.
        """
        if stage not in STANDS_BEFORE:
            return []
        rows = [(n, step) for n, step in enumerate(self.bake.steps, start=1) if step.before == stage]
        return [step.ends_as(f"step.{n}") for n, step in rows]

    def lasted(self, stage: str, before: str) -> float | None:
        """Minutes a finished stage really took, None while it has not ended or nobody knows when it began."""
        done = self.done
        if done is None:
            return None
        began = self.began(stage) if self.before(stage) == before else done.ended.get(before)
        # What is done at the table comes after the rest, and ends it.
        ended = (self.did("rest.stand") if stage == "rest" else None) or done.ended.get(stage)
        return None if began is None or ended is None else max(0.0, (ended - began).total_seconds() / 60)

    def minutes_since(self, stage_end: str, at: datetime) -> float | None:
        """Minutes from the end of a stage to `at`, None while it has not ended."""
        if self.done is None or stage_end not in self.done.ended:
            return None
        return (at - self.done.ended[stage_end]).total_seconds() / 60

    def later(self, start: datetime, minutes: float) -> datetime:
        """A moment so many minutes on, to the second."""
        return (start + timedelta(minutes=minutes)).replace(microsecond=0)
