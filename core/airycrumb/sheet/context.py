"""The inputs of a sheet, and the few things read off them by several stations."""

from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from functools import cached_property

from airycrumb.day import Done
from airycrumb.documents import Bake, Kitchen, Observation
from airycrumb.formula import Percentages, Scaled, percentages, scale


@dataclass(frozen=True)
class Context:
    """A bake, a kitchen, what has been seen so far, and the time."""

    bake: Bake
    kitchen: Kitchen
    observations: tuple[Observation, ...]
    now: datetime

    @property
    def room_c(self) -> float:
        """The kitchen's warmth for this bake; the latest reading wins over what was typed."""
        seen = self.latest("room_temperature")
        if seen is not None:
            return seen
        return self.kitchen.room_c if self.bake.room_c is None else self.bake.room_c

    @cached_property
    def scaled(self) -> Scaled:
        """Amounts after the pin."""
        b = self.bake
        return scale(b.pieces, b.dough_each_g, b.filling_each_g, self.kitchen.bowl_loss, b.parts, b.pin)

    @cached_property
    def percentages(self) -> Percentages:
        """The dough in baker's %, without the water left over when it was mixed."""
        written = percentages(self.bake.parts)
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
        """When stages really began and ended; None before the batch is started."""
        started = [o.at for o in self.observations if o.kind == "started"]
        if not started:
            return None
        return Done(started[0], {o.stage: o.at for o in self.observations if o.kind == "done"}, self.now)

    def lasted(self, stage: str, before: str) -> float | None:
        """Minutes a finished stage really took, None while it has not ended."""
        if self.done is None or stage not in self.done.ended or before not in self.done.ended:
            return None
        return max(0.0, (self.done.ended[stage] - self.done.ended[before]).total_seconds() / 60)

    def minutes_since(self, stage_end: str, at: datetime) -> float | None:
        """Minutes from the end of a stage to `at`, None while it has not ended."""
        if self.done is None or stage_end not in self.done.ended:
            return None
        return (at - self.done.ended[stage_end]).total_seconds() / 60

    def later(self, start: datetime, minutes: float) -> datetime:
        """A moment so many minutes on, to the second."""
        return (start + timedelta(minutes=minutes)).replace(microsecond=0)
