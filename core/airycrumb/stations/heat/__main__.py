"""Compile the inner loop now, so that no request ever waits for it: python -m airycrumb.stations.heat."""

from airycrumb.stations.heat.warm_up import warm_up

if __name__ == "__main__":
    warm_up()
    print("The heat model is compiled.")
