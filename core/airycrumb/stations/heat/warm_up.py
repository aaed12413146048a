"""The compiled march, loaded before anybody waits for it."""

from airycrumb.stations.heat.cook import Piece, cook
from airycrumb.stations.heat.fire import Boundary

SHARES = (0.6, 0.1, 0.05, 0.23, 0.02)


def warm_up() -> None:
    """Compile the inner loop, or load it where it is compiled already: about a second, once for each process."""
    steam = Boundary("steam", 0, "high", False, 0, 0, True)
    cook(Piece("round bun", 60, 40, SHARES, SHARES, 500, 25, 10), steam, 10, 5)
