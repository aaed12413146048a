"""What a batch left behind, and one explanation it speaks for."""

from dataclasses import dataclass

from airycrumb.words import (
    Message,
)


@dataclass(frozen=True)
class Record:
    """What a batch's marks and forecasts say of it. None: not known.

    rise_size, proof_size: at their end over their aim (1: as wanted), from the rise record; ratio, filling_g: filling
    over dough, g a piece; bears_g: the most this wrapper closes over; rim_mm: its thinnest, juice, bears: g in 100 g
    of filling, and what the closing bears; heat_min, planned_min: really, and as planned; core_c: at the end,
    core_probed: measured; line_c; lid_min: minute at which the lid was lifted; rest_min, rest_planned_min; covered;
    colour, browning, loss_percent: forecast; air_c, oven_off_c; last_wait_min, last_grown: of the last load; spread:
    of the pieces' weights (share); apart_min: first to last wrapped; hydration: true, %; salt: % of
    flour; liner: what lay under them.
    """

    method: str
    fire: str = "high"
    rise_size: float | None = None
    proof_size: float | None = None
    ratio: float = 0.0
    filling_g: float = 0.0
    bears_g: float = 0.0
    rim_mm: float = 3.0
    juice: float = 0.0
    bears: float = 20.0
    heat_min: float | None = None
    planned_min: float = 0.0
    core_c: float = 90.0
    core_probed: bool = False
    line_c: float = 75.0
    lid_min: float | None = None
    rest_min: float | None = None
    rest_planned_min: float = 0.0
    covered: bool = True
    colour: str = "golden"
    browning: float = 50.0
    loss_percent: float = 8.0
    air_c: float = 190.0
    wash: str = "none"
    oven_off_c: float = 0.0
    last_wait_min: float = 0.0
    last_grown: float = 1.0
    spread: float | None = None
    apart_min: float = 0.0
    hydration: float = 60.0
    salt: float = 1.8
    liner: str = "paper"


@dataclass(frozen=True)
class Cause:
    """One explanation. weight: 0 to 1, how strongly the record speaks for it; evidence: its number; change: next
    time.
    """

    name: Message
    weight: float
    evidence: Message
    change: Message
