"""The shape of a constant: no number in the core stands without its unit and where it is from."""

from dataclasses import dataclass
from typing import Literal

Kind = Literal["published", "common practice", "assumed", "from memory"]


@dataclass(frozen=True)
class Constant:
    """A named value. `low`/`high` bound where it (or what it multiplies) may be used."""

    value: float
    unit: str
    kind: Kind
    source: str
    low: float | None = None
    high: float | None = None

    def __float__(self) -> float:
        return self.value


@dataclass(frozen=True)
class Source:
    """A line of a sheet's list of sources."""

    what: str
    kind: Kind
    source: str
