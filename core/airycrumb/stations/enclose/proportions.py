"""How a closed piece lies: its usual proportions, and flatter or longer ones where it was rolled wider."""

from airycrumb.data.shapes import ROLLED_WIDER, SHAPES

Proportions = tuple[float, float]  # width and length over height


def proportions(shape: str, spread: float = 1.0) -> Proportions:
    """Width and length of a closed piece over its height.

    spread: width its wrapper is rolled to over the width its filling asks for, above 0. The volume stays: what covers
    s times as much each way is 1/s2 as high, what is s times as long is 1/sqrt(s) as thick.
    """
    width, length = SHAPES[shape][:2]
    lies = ROLLED_WIDER[shape]
    if lies == "flat":
        return width * spread**3, length * spread**3
    return (width, length * spread**1.5) if lies == "long" else (width, length)
