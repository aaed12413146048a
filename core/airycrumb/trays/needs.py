"""What a heat must do, how long each takes, and the minutes planned from it."""

import math
from dataclasses import dataclass
from typing import Literal

from airycrumb.data import heat as c

Decides = Literal["middle", "crumb", "golden"]


@dataclass(frozen=True)
class Needs:
    """Minutes in this kitchen until the middle is at its line, the crumb is set and the surface is golden; None for
    never within the horizon, 0 where nothing browns.

    allowed: minutes planned for the middle over its typical ones, for the doubt that is left; hot: until the middle is
    as hot as a cook goes by, the rest counted that follows, and hot_heated without it: at its line where it goes in
    raw, hot through where it is cooked; soft: until the crumb has just set.
    """

    middle: float | None
    crumb: float | None
    golden: float | None
    allowed: float
    hot: float | None = None
    hot_heated: float | None = None
    soft: float | None = None

    @property
    def least(self) -> float | None:
        """Minutes until all three are typically reached; None if middle or crumb never are."""
        return None if self.middle is None or self.crumb is None else max(self.middle, self.crumb, self.golden or 0.0)

    @property
    def likely(self) -> float | None:
        """Whole minutes after which most cooks would call it done: hot once it has rested, just set and golden, with
        nothing added for doubt; None if never."""
        if self.hot is None or self.soft is None:
            return None
        likely = max(self.hot, self.soft, self.golden or 0.0)
        return float(round(min(likely, self.planned or likely)))

    @property
    def likely_rests(self) -> bool:
        """Whether the middle is that hot only in the rest that follows the likely minutes."""
        return self.likely is not None and self.hot_heated is not None and self.likely < round(self.hot_heated)

    def _with_margins(self, middle: float, crumb: float) -> dict[Decides, float]:
        return {
            "middle": middle * self.allowed,
            "crumb": crumb * c.CRUMB_MARGIN.value,
            "golden": self.golden or 0.0,
        }

    @property
    def planned(self) -> float | None:
        """Whole minutes to plan: the middle and the crumb with their margins, the colour; None if never."""
        if self.middle is None or self.crumb is None:
            return None
        return float(math.ceil(max(self._with_margins(self.middle, self.crumb).values())))

    @property
    def decides(self) -> Decides:
        """Which of the three the minutes planned wait for."""
        if self.middle is None or self.crumb is None:
            return "middle" if self.middle is None else "crumb"
        allowed = self._with_margins(self.middle, self.crumb)
        return max(allowed, key=lambda what: allowed[what])
