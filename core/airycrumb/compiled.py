"""What numba compiles, compiled now or loaded, so that nobody ever waits for it: python -m airycrumb.compiled."""

from airycrumb.day.simulated import warm_up as days
from airycrumb.stations.heat.warm_up import warm_up as heat


def warm_up() -> None:
    """Compile both inner loops, or load them where they are compiled already: about a second, once for each process."""
    heat()
    days()


if __name__ == "__main__":
    warm_up()
    print("The heat model and the days played through are compiled.")
