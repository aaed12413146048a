"""What events are worked out from, and how one is put together."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from functools import cached_property

from airycrumb.bake.edits import Doubt
from airycrumb.bake.marks import StageKey
from airycrumb.plan.context import Context
from airycrumb.plan.events import KINDS, Choice, Ends, Event, EventMark, Resource, Standing, When
from airycrumb.plan.timetable import TRAYS, Step, Timetable
from airycrumb.stations.divide.portioning import Portioning
from airycrumb.stations.divide.sharing import ShareOut
from airycrumb.stations.safety import Caution
from airycrumb.stations.safety.keeping import Unbaked
from airycrumb.trays.heat_tray import HeatStage
from airycrumb.trays.in_heat import InTurn
from airycrumb.trays.pieces import Pieces
from airycrumb.trays.types import KeptBack, RiseTray, WeighTray
from airycrumb.words import NOTHING, Message

MOMENT_MIN = 2.0  # of hands for what is done in passing; assumed


@dataclass(frozen=True)
class Known:
    """What the stations found. heats, loads: of this day; rises: the fermenting stages by key."""

    ctx: Context
    table: Timetable
    weighed: WeighTray
    pieces: list[Pieces]
    heats: list[HeatStage]
    loads: list[InTurn]
    rises: dict[str, RiseTray]
    shared: ShareOut
    portioned: Portioning | None
    kept_back: list[KeptBack]
    unbaked: Unbaked | None
    cautions: list[Caution]
    doubts: list[Doubt]

    @cached_property
    def steps(self) -> dict[str, Step]:
        """The stages and what must be ready for them, by key."""
        return {s.key: s for s in self.table.steps}

    def asked_at(self, stage: str) -> datetime:
        """When a stage is to be over by its own forecast, however late it is by now."""
        tray, step = self.rises.get(stage), self.steps[stage]
        if tray is None or tray.clock or tray.rests or tray.forecast.ready is None or stage in self._ended:
            return step.end
        return self.ctx.later(tray.start, tray.forecast.ready.typical)

    @property
    def _ended(self) -> dict[str, datetime]:
        return self.ctx.done.ended if self.ctx.done else {}

    def after(self, stage: str) -> str | None:
        """The stage after, None for the last."""
        stages = self.ctx.stages
        at = stages.index(stage) + 1
        return stages[at] if at < len(stages) else None


@dataclass(frozen=True)
class Draft:
    """An event before it is known how it stands.

    at: when it begins; minutes: how long it takes, or is waited for; waits: whether it is waited for rather than
    done; due, low, high: None for what follows from the others; until: the stage or event after which it is moot;
    seen: kinds of marks of its stage that end it too; ends_stage: the stage its press ends, "" for none. The rest as
    in `Event`.
    """

    id: str
    kind: str
    stage: StageKey
    words: Message
    press: Message
    at: datetime
    minutes: float = MOMENT_MIN
    waits: bool = False
    label: Message | None = None
    details: Sequence[Message] = ()
    figure: Message = NOTHING
    figure_note: Message = NOTHING
    due: datetime | None = None
    low: datetime | None = None
    high: datetime | None = None
    when: When = "at"
    resource: Resource = "hands"
    along: str = ""
    marks: Sequence[EventMark] | None = None
    closes: Sequence[EventMark] = ()
    choices: Sequence[Choice] = ()
    passes_at: datetime | None = None
    load: str = ""
    until: str = ""
    seen: Sequence[str] = ()
    ends_stage: str = ""
    tray: str = ""
    hot_from: datetime | None = None

    def event(self, known: Known, over: dict[str, datetime]) -> Event:
        """As it stands. over: when stages and events were marked as over."""
        kind, end = KINDS[self.kind], self.at + timedelta(minutes=self.minutes)
        due = self.due or (end if self.waits else self.at)
        done_at = self._done_at(known.ctx, over)
        marks = [EventMark("did", self.stage, self.id)] if self.marks is None else list(self.marks)
        return Event(
            id=self.id,
            kind=self.kind,
            stage=self.stage,
            tray=self.tray or TRAYS.get(self.stage, self.stage),
            label=self.label or kind.label,
            words=self.words,
            details=[d for d in self.details if d],
            figure=self.figure,
            figure_note=self.figure_note,
            press=self.press,
            start=self.at,
            end=end,
            due=due,
            low=min(self.low or due, due),
            high=max(self.high or due, due),
            when=self.when,
            hands_min=0.0 if self.waits else self.minutes,
            resource=self.resource,
            ends=self._ends(),
            along=self.along,
            until=self.until or self.stage,
            marks=marks,
            closes=list(self.closes),
            choices=list(self.choices),
            rings=kind.rings and not self.along,
            rank=kind.rank,
            lost=kind.lost,
            passes_at=self.passes_at,
            load=self.load,
            cautions=[],
            doubts=[],
            standing=self._standing(known.ctx, over, done_at),
            done_at=done_at,
            ends_stage=bool(self.ends_stage),
            hot_from=self.hot_from,
        )

    def _ends(self) -> Ends:
        """How it is ended: by a press, unless it goes along with something else."""
        ends = KINDS[self.kind].ends
        return "along" if self.along else "press" if ends == "along" else ends

    def _standing(self, ctx: Context, over: dict[str, datetime], done_at: datetime | None) -> Standing:
        if done_at is not None:
            return "done"
        return "passed" if self._has_passed(ctx, over) else "open"

    def _has_passed(self, ctx: Context, over: dict[str, datetime]) -> bool:
        """Whether what it is for is over, or its hour is in a batch under way."""
        moot = any(key in over for key in (self.until or self.stage, self.along) if key)
        return moot or (self.passes_at is not None and ctx.now >= self.passes_at and ctx.done is not None)

    def _done_at(self, ctx: Context, over: dict[str, datetime]) -> datetime | None:
        mine = [o for o in ctx.observations if o.stage == self.stage and o.kind in self.seen]
        look = next((o.at for o in mine if self._is_of(o.event)), None)
        # No stage and no event is called "".
        return ctx.did(self.id) or over.get(self.ends_stage) or over.get(self.along) or look

    def _is_of(self, event: str) -> bool:
        """Whether a mark that names an event or a load is of this one."""
        return not event or not self.load or event == self.load


def ending(stage: StageKey, event: str, seen_grown: bool = False) -> list[EventMark]:
    """What ends a stage; with it, where somebody watched for it, that it has reached its size."""
    grown = [EventMark("doubled", stage)] if seen_grown else []
    return [*grown, EventMark("done", stage, event)]


def overs(ctx: Context, drafts: Iterable[Draft]) -> dict[str, datetime]:
    """When each stage ended and each event was marked, by key."""
    ended = dict(ctx.done.ended) if ctx.done else {}
    marked = {d.id: at for d in drafts if (at := ctx.did(d.id) or ended.get(d.ends_stage)) is not None}
    return {**ended, **marked}
