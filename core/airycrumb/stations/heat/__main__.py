"""Compile the inner loop now, so that no request ever waits for it: python -m airycrumb.stations.heat."""

from airycrumb.stations.heat import Boundary, Piece, cook

SHARES = (0.6, 0.1, 0.05, 0.23, 0.02)

if __name__ == "__main__":
    cook(
        Piece("round bun", 60, 40, SHARES, SHARES, 500, 25, 10), Boundary("steam", 0, "high", False, 0, 0, True), 10, 5
    )
    print("The heat model is compiled.")
